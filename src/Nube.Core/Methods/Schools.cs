using System.Text.Json.Serialization;
using Nube.Core.Mixing;

namespace Nube.Core.Methods;

/// <summary>Which tones come first.</summary>
public enum ToneOrder
{
    /// <summary>Adding is easy, taking away is not: the default.</summary>
    LightToDark,

    /// <summary>Dark first, and light pulled into it: leaves, quick blends of two colours.</summary>
    DarkFirst,
}

/// <summary>How pens are blended.</summary>
public enum PenBlend
{
    /// <summary>With a wet brush: the default.</summary>
    Water,

    /// <summary>With a clear blender pen.</summary>
    Blender,

    /// <summary>Not at all.</summary>
    None,
}

/// <summary>How pencil layers are brought together.</summary>
public enum PencilBlend
{
    /// <summary>In dry layers: the default, it needs nothing else.</summary>
    Dry,

    /// <summary>With a pale pencil.</summary>
    Burnish,

    /// <summary>With odourless solvent and a stump.</summary>
    Solvent,
}

/// <summary>How inks of pads and water-based markers are used on areas.</summary>
public enum InkMixing
{
    /// <summary>As they are, thinned with water: the default.</summary>
    AsTheyAre,

    /// <summary>Smeared on a mat and mixed there, as paints are.</summary>
    OnTheMat,
}

/// <summary>How a card dries.</summary>
public enum DryBy
{
    /// <summary>In the air: flat and free; the default.</summary>
    Air,

    /// <summary>With a heat tool: fast, warps, never with solvent.</summary>
    Heat,
}

/// <summary>How white things are shaded.</summary>
public enum WhiteShade
{
    /// <summary>With pale tints of blue, violet or what stands beside them: the default.</summary>
    Tints,

    /// <summary>Light grey, then white pencil over it.</summary>
    GreyThenWhite,
}

/// <summary>How a red is deepened.</summary>
public enum RedShade
{
    /// <summary>With brown: the default.</summary>
    Brown,

    /// <summary>With a deeper red.</summary>
    DeeperRed,
}

/// <summary>How images that overlap are made.</summary>
public enum Overlap
{
    /// <summary>The one in front is masked and the one behind stamped: the default.</summary>
    Mask,

    /// <summary>Stamped apart, cut out and layered.</summary>
    CutOut,
}

/// <summary>From where a panel is blended.</summary>
public enum PanelFrom
{
    /// <summary>From the edges inwards: the default.</summary>
    Outside,

    /// <summary>From the centre outwards, where a centrepiece will hide the build-up.</summary>
    Centre,
}

/// <summary>How much of a print stays to be seen between the strokes that accent it.</summary>
public enum PrintLeft
{
    /// <summary>A third, as painted-look images want it: the default.</summary>
    Third,

    /// <summary>Half of it: a few strokes.</summary>
    Half,

    /// <summary>Two thirds of it: a touch here and there.</summary>
    TwoThirds,

    /// <summary>Nothing but what the tooth leaves: the strokes lie close together.</summary>
    Nothing,
}

/// <summary>How near washes come to what they are to be before anyone has looked.</summary>
public enum Approach
{
    /// <summary>As near as their recipes can: the default.</summary>
    AtOnce,

    /// <summary>A little paler: a look tells what is missing.</summary>
    FromBelow,
}

/// <summary>How much of the edges the maker holds in hand.</summary>
public enum Edges
{
    /// <summary>No two wet areas touch: the default.</summary>
    Controlled,

    /// <summary>The water decides: neighbours may run into each other.</summary>
    Loose,
}

/// <summary>How pieces are fixed; what comes on the card last.</summary>
public enum Glue
{
    /// <summary>Tape or foam: flat, at once, and dry; the default, since it wakes nothing up.</summary>
    Tape,

    /// <summary>Liquid glue: time to slide, but wet.</summary>
    Liquid,
}

/// <summary>How the colours take turns.</summary>
public enum Turns
{
    /// <summary>
    /// The same on every card, the cards in their order, with few rinses, unless much time is saved: the default, as an
    /// experienced maker does it.
    /// </summary>
    Steady,

    /// <summary>As all is done soonest, however often the brush is rinsed.</summary>
    Soonest,

    /// <summary>With few rinses and few steps, where that costs little time.</summary>
    FewRinses,

    /// <summary>One colour over all images and cards, then the next darker one.</summary>
    OneByOne,
}

/// <summary>Where makers disagree, and which way this one goes.</summary>
/// <param name="Tones">Which tones come first.</param>
/// <param name="Pens">How pens are blended.</param>
/// <param name="Pencils">How pencil is blended.</param>
/// <param name="Drying">How cards dry.</param>
/// <param name="Whites">How white things are shaded.</param>
/// <param name="Reds">How reds are deepened.</param>
/// <param name="Overlaps">How overlapping images are made.</param>
/// <param name="Panels">From where panels are blended.</param>
/// <param name="Edges">How much wet contact is allowed.</param>
/// <param name="Glue">How pieces are fixed.</param>
/// <param name="Turns">How the colours take turns.</param>
/// <param name="Shadows">How much darker shadows are.</param>
/// <param name="Mixes">Whether few colours or a near one is preferred.</param>
/// <param name="Inks">Whether inks of pads and markers are mixed.</param>
/// <param name="Prints">How much of a print accents leave.</param>
/// <param name="Approach">How near washes come at first.</param>
public sealed record Schools(
    ToneOrder Tones = ToneOrder.LightToDark,
    PenBlend Pens = PenBlend.Water,
    PencilBlend Pencils = PencilBlend.Dry,
    DryBy Drying = DryBy.Air,
    WhiteShade Whites = WhiteShade.Tints,
    RedShade Reds = RedShade.Brown,
    Overlap Overlaps = Overlap.Mask,
    PanelFrom Panels = PanelFrom.Outside,
    Edges Edges = Edges.Controlled,
    Glue Glue = Glue.Tape,
    Turns Turns = Turns.Steady,
    [property: AddedLater(partWise: true)] ShadowStep Shadows = ShadowStep.Usual,
    [property: AddedLater(partWise: true)] Closeness Mixes = Closeness.WorthIt,
    [property: AddedLater(partWise: true)] InkMixing Inks = InkMixing.AsTheyAre,
    [property: AddedLater(partWise: true)] PrintLeft Prints = PrintLeft.Third,
    [property: AddedLater(partWise: true)] Approach Approach = Approach.AtOnce
)
{
    /// <summary>The defaults.</summary>
    public static Schools Usual { get; } = new();

    /// <summary>
    /// Which of the touching areas run together when both are wet: none that matters where the water may decide.
    /// </summary>
    public IEnumerable<(int One, int Other)> RunTogether(IEnumerable<(int One, int Other)> touching) =>
        Edges == Edges.Loose ? [] : touching;

    /// <summary>Recipes are chosen alike by both: they differ in the order, the drying and the edges at most.</summary>
    public bool ChoosesLike(Schools other)
    {
        ArgumentNullException.ThrowIfNull(other);
        return (Pens, Pencils, Whites, Reds, Shadows, Mixes, Inks, Prints)
            == (
                other.Pens,
                other.Pencils,
                other.Whites,
                other.Reds,
                other.Shadows,
                other.Mixes,
                other.Inks,
                other.Prints
            );
    }

    /// <summary>Share of a print that strokes over it leave, 0 to 1.</summary>
    [JsonIgnore]
    public double PrintShowing =>
        Prints switch
        {
            PrintLeft.Third => 1 / 3.0,
            PrintLeft.Half => 0.5,
            PrintLeft.TwoThirds => 2 / 3.0,
            _ => 0,
        };

    /// <summary>How colours take turns, in a few words.</summary>
    public static string InWords(Turns turns) =>
        turns switch
        {
            Turns.OneByOne => "one colour over all cards after the other",
            Turns.FewRinses => "with few rinses and few steps",
            Turns.Steady => "card after card, with few changes",
            _ => "as all is done soonest",
        };

    /// <summary>What a plan follows, in sentences: "Each area goes from light to dark. ..."</summary>
    public string InWords() =>
        string.Join(
            " ",
            [
                Tones == ToneOrder.LightToDark
                    ? "Each area goes from light to dark."
                    : "Each area gets its dark first.",
                .. Approach == Approach.FromBelow
                    ? new[] { "Washes stay paler at first: a look tells what is missing." }
                    : [],
                Turns switch
                {
                    Turns.OneByOne => "One colour goes over all cards before the next.",
                    Turns.FewRinses => "The brush is rinsed seldom.",
                    Turns.Steady => "Every card gets the same in its turn, unless that costs much time.",
                    _ => "Colours take turns, so that all is done soonest.",
                },
                Edges == Edges.Controlled ? "Wet colours do not meet." : "Wet colours may run into each other.",
                Drying == DryBy.Air ? "The cards dry in the air." : "The cards are dried with a heat tool.",
            ]
        );
}
