using System.Globalization;

namespace Nube.Core.Checking;

/// <summary>Findings in words.</summary>
public static class FindingWords
{
    /// <summary>What was found, in a few words.</summary>
    /// <param name="one">The finding.</param>
    /// <param name="name">Names of areas.</param>
    public static string Title(Finding one, Func<int, string> name)
    {
        ArgumentNullException.ThrowIfNull(one);
        ArgumentNullException.ThrowIfNull(name);
        var here = one.Area == CardMap.Paper ? "the card" : name(one.Area);
        var there = one.Other is { } other ? name(other) : "the paper";
        return one.Kind switch
        {
            FindingKind.Forgotten => $"Left out: {here}",
            FindingKind.Exchanged => $"Exchanged: {here} and {there}",
            FindingKind.TooPale when one.KeptBack => $"Still paler: {here}",
            FindingKind.TooPale => $"Too pale: {here}",
            FindingKind.TooStrong => $"Too strong: {here}",
            FindingKind.HueOff when one.Other is not null => $"Wrong colour: {here} has that of {there}",
            FindingKind.HueOff => $"{ShiftInWords(one.Shift)}: {here}",
            FindingKind.AlikeInValue => $"Too alike: {here} and {there}",
            FindingKind.ZonesAlike => $"Shadow lost: {here}",
            FindingKind.ShadowPale => $"Shadow too pale: {here}",
            FindingKind.ShadowStrong => $"Shadow too strong: {here}",
            FindingKind.LightLost => $"Light lost: {here}",
            FindingKind.HardEdge => $"Hard edge: {here}",
            FindingKind.OverTheLine => $"Over the line: from {here} into {there}",
            FindingKind.RunTogether => $"Run together: {here} and {there}",
            FindingKind.BareSpecks => $"Bare specks: {here}",
            FindingKind.DarkSpecks => $"Dark specks: {here}",
            FindingKind.Streaky => $"Streaky: {here}",
            FindingKind.Bloom => $"Bloom: {here}",
            FindingKind.LinesDulled => $"Lines dulled: {here}",
            FindingKind.Warped => "Warped paper",
            FindingKind.WaxBloom => "Wax bloom",
            FindingKind.Shine => "Uneven shine",
            FindingKind.LooseColour => "Loose colour",
            FindingKind.DetailsLost => $"Details lost: {here}",
            _ => throw new ArgumentOutOfRangeException(nameof(one), one.Kind, "unknown kind of finding"),
        };
    }

    /// <summary>Why it is a finding, how much it is and how large.</summary>
    /// <param name="one">The finding.</param>
    /// <param name="strength">How much of each load seems to lie on its area, against what is meant to in the end.</param>
    public static string Reason(Finding one, double strength)
    {
        ArgumentNullException.ThrowIfNull(one);
        var apart = Number(one.Difference, "0.#");
        var size = $"{Number(one.SizeMm2, one.SizeMm2 < 10 ? "0.#" : "0")} mm2";
        var share = Number(100 * strength, "0");
        return one.Kind switch
        {
            FindingKind.Forgotten => $"It is as bare as the paper: {apart} CIEDE2000 from what was to lie there.",
            FindingKind.Exchanged => $"Each has the other's colour, {apart} CIEDE2000 from its own.",
            FindingKind.TooPale or FindingKind.TooStrong when one.Area == CardMap.Paper =>
                $"About {share} % of each load seems to lie on all of it. A device that sees all colours paler or stronger "
                    + "would look the same: compare it by eye.",
            FindingKind.TooPale when one.KeptBack =>
                $"It was laid paler on purpose. About {share} % of what is meant lies there, {apart} CIEDE2000 from it: add "
                    + $"what is missing.{Shout(one)}",
            FindingKind.TooPale or FindingKind.TooStrong =>
                $"About {share} % of its load lies there: {apart} CIEDE2000 from what was to be expected.{Shout(one)}",
            FindingKind.HueOff when one.Other is not null =>
                $"It looks as if another area's colour had been taken: it is {apart} CIEDE2000 off.{Shout(one)}",
            FindingKind.HueOff => $"No load of its paints looks like this: it is {apart} CIEDE2000 off.{Shout(one)}",
            FindingKind.AlikeInValue =>
                $"They were to be told apart by lightness, and {apart} of L* of that is missing. Squint, and they are one.",
            FindingKind.ZonesAlike =>
                $"Its shadow was to be told from the rest, and {apart} of L* of that is missing: it looks flat.",
            FindingKind.LightLost =>
                $"Its light was to be told from the rest, and {apart} of L* of that is missing: it looks flat.",
            FindingKind.ShadowPale => $"Its shadow is {apart} of L* less dark against the rest than it was to be.",
            FindingKind.ShadowStrong => $"Its shadow is {apart} of L* darker against the rest than it was to be.",
            FindingKind.HardEdge =>
                $"Light and shadow end at each other within half a millimetre, {apart} CIEDE2000 apart, where one was to "
                    + "fade into the other.",
            FindingKind.OverTheLine => $"{size} lie beyond the line, {apart} CIEDE2000 from what was to be there.",
            FindingKind.RunTogether => $"They met while wet: {size} have both colours.",
            FindingKind.BareSpecks => $"{Places(one)} of bare paper, {size} together.",
            FindingKind.DarkSpecks => $"{Places(one)} of powder, ink or dust, {size} together.",
            FindingKind.Streaky => $"The load differs by {apart} % from place to place, along one way.",
            FindingKind.Bloom => $"Water pushed the colour aside: {size} are pale, with a dark rim.",
            FindingKind.LinesDulled => $"The line has {apart} points of 100 less contrast than elsewhere on the card.",
            FindingKind.Warped => $"The lines are {apart} mm out of place where it bends most.",
            FindingKind.WaxBloom => "You saw a pale haze: wax comes to the surface of thick pencil.",
            FindingKind.Shine => "You saw that one place shines: it was pressed hard, or lies thick.",
            FindingKind.DetailsLost =>
                $"The line is hardly to be seen: it has {apart} points of 100 less contrast than elsewhere on the card.",
            FindingKind.LooseColour => "You felt that colour comes off: it would smear, and soil the next card.",
            _ => throw new ArgumentOutOfRangeException(nameof(one), one.Kind, "unknown kind of finding"),
        };
    }

    private static string Shout(Finding one) =>
        one.Shouts ? " It shouts: no other area stands out so much from those around it, and this one was not to." : "";

    private static string Places(Finding one) => one.Spots == 1 ? "One spot" : $"{one.Spots} spots";

    private static string ShiftInWords(HueShift? shift) =>
        shift switch
        {
            HueShift.Redder => "Too red",
            HueShift.Yellower => "Too yellow",
            HueShift.Greener => "Too green",
            HueShift.Bluer => "Too blue",
            HueShift.Greyer => "Too grey",
            HueShift.Purer => "Too bright",
            _ => "Another hue",
        };

    private static string Number(double value, string format) => value.ToString(format, CultureInfo.InvariantCulture);
}
