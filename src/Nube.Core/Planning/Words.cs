using System.Globalization;
using Nube.Core.Colour;
using Nube.Core.Drying;
using Nube.Core.Methods;
using Nube.Core.Optics;
using Nube.Core.Planning.Pieces;

namespace Nube.Core.Planning;

/// <summary>Steps in words that can be read aloud at arm's length.</summary>
public static class Words
{
    /// <summary>How well a full-strength wash hides what is under it.</summary>
    /// <remarks>By its reflectance over black, which scattering alone gives; the bounds are this project's
    /// own.</remarks>
    public static string Covers(PaintOptics paint)
    {
        ArgumentNullException.ThrowIfNull(paint);
        return SpectralColour.ToXyz(KubelkaMunk.Over(Spectrum.Flat(0), paint, 1)).Y switch
        {
            < 0.02 => "transparent",
            < 0.06 => "covers a little",
            < 0.15 => "covers fairly well",
            _ => "covers well",
        };
    }

    /// <summary>When a paper's tooth is full.</summary>
    public static string ToothFull(int layers) =>
        FormattableString.Invariant(
            $"After {layers} layers this paper takes no more: the surface goes waxy and nothing more sticks."
        );

    /// <summary>How much water goes to the parts of colour: "no water", "3 water".</summary>
    public static string Water(int parts) => parts == 0 ? "no water" : FormattableString.Invariant($"{parts} water");

    /// <summary>"2 ochre and 1 blue, 4 water".</summary>
    /// <param name="parts">How many parts of what.</param>
    /// <param name="water">Parts of water.</param>
    public static string Mix(IEnumerable<(int Parts, string Name)> parts, int water) =>
        $"{string.Join(" and ", parts.Select(part => FormattableString.Invariant($"{part.Parts} {part.Name}")))}, {Water(water)}";

    /// <summary>
    /// How long a plan takes and how often the brush is rinsed: "1 h 29 min with 14 changes of colour or tool".
    /// </summary>
    public static string InAll(Plan plan)
    {
        ArgumentNullException.ThrowIfNull(plan);
        var changes = plan.CountChanges();
        return FormattableString.Invariant(
            $"{Duration(plan.FinishSeconds)} with {(changes == 0 ? "no change" : changes == 1 ? "1 change" : $"{changes} changes")} of colour or tool"
        );
    }

    /// <summary>Why a step waits.</summary>
    /// <param name="area">What is not dry enough.</param>
    /// <param name="onItself">It is the step's own area.</param>
    /// <param name="needs">How dry the step needs its areas.</param>
    /// <param name="nameOf">Names of areas.</param>
    public static string WaitReason(int area, bool onItself, Wetness needs, Func<int, string> nameOf)
    {
        ArgumentNullException.ThrowIfNull(nameOf);
        if (PieceAreas.IsJoint(area))
            return $"The glue under {LowerFirst(nameOf(PieceAreas.SurfaceOf(area)))} must set first.";
        if (onItself && needs == Wetness.BoneDry)
            return $"{nameOf(area)} must be bone dry first: damp paper tears and smears.";
        return onItself
            ? $"{nameOf(area)} must be dry before the next layer, or it blooms."
            : $"{nameOf(area)} touches it and is still wet: the two would run together.";
    }

    /// <summary>That water takes longer or shorter than was reckoned, where a finger found it so; empty otherwise.</summary>
    /// <param name="times">How many times as long it takes.</param>
    public static string DriesAsFelt(double times) =>
        Math.Abs(times - 1) < LeastFelt
            ? ""
            : string.Create(
                CultureInfo.InvariantCulture,
                $"Water takes {times:0.0#} times as long here as was reckoned: your finger found it so."
            );

    private const double LeastFelt = 0.02; // of the time: less is not worth a word

    private static readonly string[] Ordinals =
    [
        "First",
        "Second",
        "Third",
        "Fourth",
        "Fifth",
        "Sixth",
        "Seventh",
        "Eighth",
        "Ninth",
        "Tenth",
        "Eleventh",
        "Twelfth",
    ];

    /// <summary>"Second"; beyond the twelfth in digits.</summary>
    /// <param name="place">From 1.</param>
    internal static string Ordinal(int place) =>
        place <= Ordinals.Length ? Ordinals[place - 1] : FormattableString.Invariant($"{place}th");

    /// <summary>"card 2", "cards 1 to 6", "cards 1, 2 and 5".</summary>
    /// <param name="cards">At least one, in their order.</param>
    public static string Cards(int[] cards) =>
        cards switch
        {
            [var one] => $"card {one}",
            [var first, .., var last] when cards.Length > 2 && last - first == cards.Length - 1 =>
                $"cards {first} to {last}",
            _ => $"cards {string.Join(", ", cards.SkipLast(1))} and {cards[^1]}",
        };

    /// <summary>Differences below it are hardly seen, CIEDE2000; this project's own.</summary>
    public const double HardlySeen = 3;

    /// <summary>How much a difference between two colours is seen.</summary>
    /// <param name="difference">CIEDE2000; about 1 is the least that is seen side by side, the other bounds are this
    /// project's own.</param>
    public static string Seen(double difference) =>
        difference switch
        {
            < 1 => "nobody will see it",
            < HardlySeen => "it is hardly seen",
            < 6 => "it is seen beside the other cards",
            _ => "it is clearly another colour",
        };

    /// <summary>What can be done about colour that was not the planned one.</summary>
    /// <param name="pass">The pass that laid it.</param>
    /// <param name="state">How wet it is.</param>
    /// <remarks>Common practice, no source.</remarks>
    public static string WayBack(Pass pass, Wetness state)
    {
        ArgumentNullException.ThrowIfNull(pass);
        if (pass.Sheet.Brings.HasFlag(Traits.PencilStroke))
            return "A kneaded eraser, dabbed and not rubbed, lifts some of it; then the planned pencil goes over it.";
        if (pass.Stroke == Stroke.Marker)
            return "It cannot be taken back: the planned colour over it makes it darker, a pencil can cover it.";
        if (pass.Stroke is Stroke.Sponge or Stroke.Blend or Stroke.BlendThrough)
            return "Go over it with the planned ink; what is too dark stays so.";
        return state switch
        {
            Wetness.Wet or Wetness.Shining => "While it shines, a clean damp brush takes most of it up again.",
            Wetness.Damp => "Leave it until it is dry: touched now it blooms.",
            _ => "A damp brush lifts some of it; or glaze the planned colour over it.",
        };
    }

    /// <summary>"12 min", "1 h 05 min", "40 s".</summary>
    public static string Duration(double seconds)
    {
        if (seconds < 60)
            return $"{Math.Ceiling(seconds):0} s";
        var minutes = (int)Math.Round(seconds / 60);
        return minutes < 60 ? $"{minutes} min" : $"{minutes / 60} h {minutes % 60:00} min";
    }

    /// <summary>"left pear", "left pear and branch", "left pear, branch and 3 more".</summary>
    public static string Names(IReadOnlyList<string> names)
    {
        ArgumentNullException.ThrowIfNull(names);
        return names.Count switch
        {
            0 => "nothing",
            1 => names[0],
            2 => $"{names[0]} and {LowerFirst(names[1])}",
            3 => $"{names[0]}, {LowerFirst(names[1])} and {LowerFirst(names[2])}",
            _ => $"{names[0]}, {LowerFirst(names[1])} and {names.Count - 2} more",
        };
    }

    /// <summary>With a small first letter, unless it is an abbreviation.</summary>
    public static string LowerFirst(string text) =>
        text.Length > 0 && char.IsUpper(text[0]) && (text.Length == 1 || !char.IsUpper(text[1]))
            ? char.ToLowerInvariant(text[0]) + text[1..]
            : text;

    /// <summary>What another order of a run saves and costs: "8 min sooner with 9 more changes".</summary>
    /// <param name="other">The other order.</param>
    /// <param name="plan">The order that it is held against.</param>
    public static string Against(Plan other, Plan plan)
    {
        ArgumentNullException.ThrowIfNull(other);
        ArgumentNullException.ThrowIfNull(plan);
        var minutes = (int)Math.Round((other.FinishSeconds - plan.FinishSeconds) / 60);
        var changes = other.CountChanges() - plan.CountChanges();
        var time = minutes switch
        {
            < 0 => $"{-minutes} min sooner",
            > 0 => $"{minutes} min later",
            _ => "as soon",
        };
        var more = changes > 0 ? "more" : "fewer";
        return changes == 0
            ? time
            : $"{time} with {Math.Abs(changes)} {more} {(Math.Abs(changes) == 1 ? "change" : "changes")}";
    }

    /// <summary>That a plan is not of the run as it is now: "The paper and the light changed since ..."</summary>
    /// <param name="changed">What changed; at least one.</param>
    public static string Stale(IReadOnlyList<string> changed)
    {
        ArgumentNullException.ThrowIfNull(changed);
        var what = changed switch
        {
            [var one] => one,
            [.., var last] => $"{string.Join(", ", changed.SkipLast(1))} and {last}",
            _ => throw new ArgumentException("Nothing changed.", nameof(changed)),
        };
        return $"{char.ToUpperInvariant(what[0])}{what[1..]} changed since this plan was made. Plan the run again.";
    }
}
