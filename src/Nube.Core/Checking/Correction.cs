using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Planning;

namespace Nube.Core.Checking;

/// <summary>What puts right what was found.</summary>
public enum CorrectionKind
{
    /// <summary>Nothing: it is near enough, or nothing at hand brings it much nearer.</summary>
    Leave,

    /// <summary>What was to lie there is laid on bare paper.</summary>
    AsPlanned,

    /// <summary>Thin layers over what lies there.</summary>
    Glaze,

    /// <summary>Thin layers in the shadow only.</summary>
    DeepenShadow,

    /// <summary>More layers of pencil.</summary>
    MorePencil,

    /// <summary>White pencil over it makes it paler.</summary>
    WhitePencil,

    /// <summary>Colour is taken away, as far as paper and pigments let go.</summary>
    Lift,

    /// <summary>The same in the shadow only.</summary>
    LiftShadow,

    /// <summary>The same where the light falls only.</summary>
    LiftLight,

    /// <summary>Colour is taken away, and thin layers come over what is left.</summary>
    LiftAndGlaze,

    /// <summary>Spots of bare paper get the colour that lies around them.</summary>
    FillSpecks,

    /// <summary>Colour is taken away where it should not be.</summary>
    LiftSpots,

    /// <summary>Colour is taken away where it should not be, and white covers what is left.</summary>
    Cover,

    /// <summary>White covers what should not be there and does not come off.</summary>
    CoverOnly,

    /// <summary>Water lets the colour move once more.</summary>
    Soften,

    /// <summary>The line is drawn again.</summary>
    Reline,

    /// <summary>What lies on the colour is picked off.</summary>
    PickOff,

    /// <summary>The card is pressed flat.</summary>
    Flatten,

    /// <summary>A haze is wiped away.</summary>
    Wipe,

    /// <summary>Loose colour is brushed off.</summary>
    BrushOff,
}

/// <summary>What is to be done about a finding, and what comes of it.</summary>
/// <param name="Kind">What kind of thing.</param>
/// <param name="Area">The area.</param>
/// <param name="Acts">What is done, in its order; none where nothing is, or where no colour is moved.</param>
/// <param name="After">The mean colour that the area has then; null where it is not about that.</param>
/// <param name="Before">How far it is off, in the unit of its finding.</param>
/// <param name="Remains">How far it is then; null where nobody can tell beforehand.</param>
/// <param name="SizeMm2">How much is gone over, mm2.</param>
public sealed record Correction(
    CorrectionKind Kind,
    int Area,
    ImmutableArray<Act> Acts,
    Lab? After,
    double Before,
    double? Remains,
    double SizeMm2
)
{
    /// <summary>How much of the difference it closes, 0 to 1; null where nobody can tell.</summary>
    public double? Closes =>
        Remains is not { } remains ? null
        : Before <= 0 ? 0
        : Math.Max(0, 1 - remains / Before);
}

/// <summary>A card that is to be mended.</summary>
/// <param name="Areas">What its areas came out as.</param>
/// <param name="Hand">How much of each load seems to lie on most of them.</param>
/// <param name="Sizes">Its areas, as painting needs them.</param>
/// <param name="Done">What was done to it.</param>
public sealed record CardToMend(
    ImmutableArray<AreaColour> Areas,
    double Hand,
    ImmutableArray<AreaToPaint> Sizes,
    WorkDone Done
)
{
    /// <summary>How strong what was meant would seem: the device's part of the hand.</summary>
    public double ByDevice => HandOrDevice.ByDevice(Hand, Areas.Length);
}
