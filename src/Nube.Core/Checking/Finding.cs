using System.Text.Json.Serialization;

namespace Nube.Core.Checking;

/// <summary>What can be found to be wrong with a card.</summary>
public enum FindingKind
{
    /// <summary>An area that was to be coloured is bare.</summary>
    Forgotten,

    /// <summary>Two areas have each other's colours.</summary>
    Exchanged,

    /// <summary>Less colour lies there than was to.</summary>
    TooPale,

    /// <summary>More colour lies there than was to.</summary>
    TooStrong,

    /// <summary>The colour is another than any load of what was to lie there has.</summary>
    HueOff,

    /// <summary>Areas side by side were to differ in lightness, and hardly do.</summary>
    AlikeInValue,

    /// <summary>The shadow of an area was to be told from the rest, and hardly is.</summary>
    ZonesAlike,

    /// <summary>The shadow of an area is less dark against the rest than it was to be.</summary>
    ShadowPale,

    /// <summary>The shadow of an area is darker against the rest than it was to be.</summary>
    ShadowStrong,

    /// <summary>The light of an area was to be told from the rest, and hardly is.</summary>
    LightLost,

    /// <summary>Light and shadow of an area end at each other where one was to fade into the other.</summary>
    HardEdge,

    /// <summary>Colour of an area lies beyond its line.</summary>
    OverTheLine,

    /// <summary>The colours of two areas ran into each other.</summary>
    RunTogether,

    /// <summary>Spots of bare paper in what is coloured.</summary>
    BareSpecks,

    /// <summary>Dark spots of powder, ink or dust.</summary>
    DarkSpecks,

    /// <summary>The colour lies in streaks.</summary>
    Streaky,

    /// <summary>Water pushed the colour aside: a pale spot with a dark rim.</summary>
    Bloom,

    /// <summary>Colour hides the stamped line.</summary>
    LinesDulled,

    /// <summary>The paper does not lie flat any more.</summary>
    Warped,

    /// <summary>Wax came to the surface of the pencil, as a pale haze. It is asked.</summary>
    WaxBloom,

    /// <summary>A place shines more than the rest. It is asked.</summary>
    Shine,

    /// <summary>Colour comes off on a finger. It is asked.</summary>
    LooseColour,

    /// <summary>Colour hides the stamped line wholly: what it told is not seen any more.</summary>
    DetailsLost,
}

/// <summary>Which way a hue is off.</summary>
public enum HueShift
{
    /// <summary>Towards red.</summary>
    Redder,

    /// <summary>Towards yellow.</summary>
    Yellower,

    /// <summary>Towards green.</summary>
    Greener,

    /// <summary>Towards blue.</summary>
    Bluer,

    /// <summary>Less of any hue.</summary>
    Greyer,

    /// <summary>More of its own hue.</summary>
    Purer,
}

/// <summary>Something that came out otherwise than it was to.</summary>
/// <param name="Kind">What.</param>
/// <param name="Area">The area that it is in; 0 for the paper around the image, or for the whole card.</param>
/// <param name="Other">The other area that has to do with it; null when none has.</param>
/// <param name="Difference">
/// How far the place is from what it was to be: CIEDE2000; of dulled and lost lines the Michelson contrast that is missing, of warped
/// paper mm.
/// </param>
/// <param name="SizeMm2">How much of the card it takes, mm2.</param>
/// <param name="Outline">Around where it is: an SVG path in mm of the card's picture, even-odd.</param>
/// <param name="Shift">Which way a hue is off; null for all others.</param>
/// <param name="Spots">How many places it is made of.</param>
public sealed record Finding(
    FindingKind Kind,
    int Area,
    int? Other,
    double Difference,
    double SizeMm2,
    string Outline,
    HueShift? Shift = null,
    int Spots = 1
)
{
    /// <summary>The eye goes to its area first, and was to go to another one.</summary>
    public bool Shouts { get; init; }

    /// <summary>It is too pale because less was laid on purpose.</summary>
    public bool KeptBack { get; init; }

    /// <summary>What it is about.</summary>
    [JsonIgnore]
    public FindingKey Key => new(Kind, Area, Other);
}

/// <summary>What a finding is about: by this the same one is known again on another card, and on the next picture.</summary>
/// <param name="Kind">What.</param>
/// <param name="Area">The area that it is in; 0 for the paper around the image, or for the whole card.</param>
/// <param name="Other">The other area that has to do with it; null when none has.</param>
public sealed record FindingKey(FindingKind Kind, int Area, int? Other);
