using Nube.Core.Bench;
using Nube.Core.Drying;
using Nube.Core.Methods;
using Nube.Core.Optics;

namespace Nube.Core.Planning;

/// <summary>Washes that stay paler than they are to be until a look has told how much is missing.</summary>
/// <remarks>
/// Adding is easy, taking away is not (common practice, no source): what a hand lays too much of hardly comes off, and what is
/// missing is added after a look. How much is kept back is this project's own; what it brings was measured with a made-up
/// beginner (docs/science.md, "A led beginner").
/// </remarks>
public static class FromBelow
{
    /// <summary>Parts of a mix that get one part of water more: a hand counts two drops and one easily.</summary>
    public const int PartsToOneOfWater = 2;

    /// <summary>Share of the mix in what is laid then.</summary>
    public const double ShareOfMix = PartsToOneOfWater / (PartsToOneOfWater + 1.0);

    /// <summary>What the hand does beside the stroke.</summary>
    public const string InWords =
        "Thin what this go needs first: one part of clean water to two of the mix. Keep the rest of the mix: a look will "
        + "tell how much is missing";

    /// <summary>A pass as it is laid: washes of areas that are mixed on the palette are thinned, everything else stays.</summary>
    /// <param name="pass">The pass.</param>
    /// <param name="dilution">How the hand dilutes.</param>
    public static Pass Thinned(Pass pass, Dilution dilution)
    {
        ArgumentNullException.ThrowIfNull(pass);
        if (
            pass is not { WholeCard: false, Phase: Phase.Colour, Piece: null, Mends: null }
            || MethodTable.Of(pass.Method).IsBody // it is to cover
            || !Amounts.IsPrepared(pass)
            || !pass.Colours.Any()
        )
            return pass;
        var share = dilution.Thinned(ShareOfMix);
        return pass with { Acts = [.. pass.Acts.Select(act => act.Paler(share))], OfMeant = share };
    }

    /// <summary>What is said at the end of cards of which nobody knows yet how much is missing; null where there are none.</summary>
    /// <param name="cards">Their numbers.</param>
    /// <param name="of">How many cards there are.</param>
    public static string? ToLookAt(int[] cards, int of)
    {
        ArgumentNullException.ThrowIfNull(cards);
        if (cards.Length == 0)
            return null;
        var which =
            cards.Length < of ? $"Washes of {Words.Cards(cards)}"
            : of == 1 ? "The washes"
            : "The washes of all cards";
        return $"{which} stayed paler on purpose. Check a scan: it tells what is missing, and with what it is added.";
    }

    /// <summary>A pass as it would be if nothing were kept back.</summary>
    public static Pass AsMeant(Pass pass)
    {
        ArgumentNullException.ThrowIfNull(pass);
        return pass.OfMeant < 1
            ? pass with
            {
                Acts = [.. pass.Acts.Select(act => act.Paler(1 / pass.OfMeant))],
                OfMeant = 1,
            }
            : pass;
    }

    /// <summary>Share of the mix in what a pass lays, above 0 to 1.</summary>
    public static double OfMix(Pass pass)
    {
        ArgumentNullException.ThrowIfNull(pass);
        return pass.OfMeant < 1 ? ShareOfMix : 1;
    }
}
