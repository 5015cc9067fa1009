using System.Collections.Immutable;
using Nube.Core.Colour;
using Nube.Core.Swatches;

namespace Nube.Core.Checking;

/// <summary>Colour beyond its line: what an area has that its neighbour was to have.</summary>
/// <remarks>
/// A cell near a neighbour is held to be one of two: its own colour in some strength, or the neighbour's in some strength over
/// it (<see cref="OwnColours"/>). The nearer of them in CIELAB counts.
/// </remarks>
internal static class OverLines
{
    /// <summary>The findings, and the cells that they lie on.</summary>
    public sealed record Found(ImmutableArray<Finding> Findings, IReadOnlySet<int> Cells);

    /// <summary>Colour of an area in another one.</summary>
    /// <param name="From">Whose colour.</param>
    /// <param name="Into">Where it lies.</param>
    /// <param name="Patch">The cells.</param>
    /// <param name="Difference">How far both are from what was to be there, CIEDE2000.</param>
    /// <param name="Thinned">How much of it has thinned out, 0 to 1: next to nothing of what was brushed, much of what ran.</param>
    /// <param name="AwayMm">How far it is from that neighbour, mm in the mean.</param>
    /// <param name="Misses">How far it is from what that neighbour's colour can look like there, CIELAB.</param>
    internal sealed record Stray(
        int From,
        int Into,
        CardPatch Patch,
        double Difference,
        double Thinned,
        double AwayMm,
        double Misses
    );

    private const double NearMm = 1.5; // from the neighbour's cells: where a stray stroke has to begin
    private const double FarMm = 6; // and how far it is followed
    private const double FromRimMm = 0.3; // nearer to the line nobody sees it
    private const double LeastMm2 = 2; // smaller ones are how a hand is
    private const double TellsApart = 8; // CIEDE2000 between own colour and both: less cannot be told
    private const double TellsHue = 5; // CIEDE2000 between own colour in any strength and both: a hand's mixes differ by so much
    private const double PerMm = 1; // CIELAB that a neighbour has to fit better by, for each mm that it is farther away
    private const double Surer = 2; // CIELAB: so much nearer than its own colour it has to be
    private const double MostMissed = 0.6; // of how far both are apart: what fits worse is neither
    private const double RanMm = 2.5; // places on both sides of a line that are so near are one

    private const double Ran = 0.35; // thinner at one end: brushed colour is up to 0.3, colour that ran 0.4 and more
    private const double LeastRunMm2 = 2; // in smaller ones nobody sees how colour fades

    private static readonly double[] OtherStrengths = [0.15, 0.2, 0.27, 0.35, 0.42, 0.5, 0.6, 0.7, 0.84, 1, 1.3, 1.6];
    private const int AsStrong = 9; // place of 1 among them

    /// <summary>Colour beyond its line.</summary>
    public static Found Of(CardSeen seen, ImmutableArray<(int One, int Other)> touching)
    {
        var patches = Patches(seen, touching);
        return new Found([.. Findings(patches, seen.Map)], patches.SelectMany(one => one.Patch.Cells).ToHashSet());
    }

    /// <summary>Where an area's colour lies in another, or on the paper.</summary>
    internal static List<Stray> Patches(CardSeen seen, ImmutableArray<(int One, int Other)> touching)
    {
        var map = seen.Map;
        var neighbours = touching
            .SelectMany(pair => new[] { pair, (One: pair.Other, Other: pair.One) })
            .ToLookup(pair => pair.One, pair => pair.Other);
        var patches = new List<Stray>();
        foreach (var from in seen.Tones.Keys.Where(seen.Coloured.Contains))
        {
            var intos = neighbours[from].Append(CardMap.Paper).ToHashSet();
            var (cells, distance) = map.Around(from, FarMm);
            foreach (var into in cells.Where(cell => intos.Contains(map.Area[cell])).GroupBy(cell => map.Area[cell]))
            {
                if (Told(seen, into.Key, from) is not { } told)
                    continue;
                var strayed = into.Where(cell => map.FromRim[cell] >= FromRimMm && told.IsOther(cell)).ToList();
                foreach (var patch in CardPatch.Of(strayed, map))
                {
                    var misses = patch.Cells.Average(told.Misses);
                    if (
                        patch.SizeMm2 < LeastMm2
                        || misses > MostMissed * told.Apart
                        || !patch.Cells.Any(cell => distance[cell] <= NearMm)
                    )
                        continue;
                    patches.Add(
                        new Stray(
                            from,
                            into.Key,
                            patch,
                            told.Apart,
                            Thinned(patch, told),
                            patch.Cells.Average(cell => distance[cell]),
                            misses
                        )
                    );
                }
            }
        }
        return Best(patches);
    }

    /// <summary>Of places that may have come from several neighbours, those of the one that fits best and lies nearest.</summary>
    private static List<Stray> Best(List<Stray> patches)
    {
        var taken = new HashSet<int>();
        var best = new List<Stray>();
        foreach (var patch in patches.OrderBy(patch => patch.Misses + PerMm * patch.AwayMm))
        {
            if (patch.Patch.Cells.Count(taken.Contains) > patch.Patch.Cells.Length / 2)
                continue;
            best.Add(patch);
            taken.UnionWith(patch.Patch.Cells);
        }
        return best;
    }

    /// <summary>How much thinner a patch is where it is thin than where it is thick: its lower and its upper fifth, 0 to 1.</summary>
    private static double Thinned(CardPatch patch, ToldApart told)
    {
        var strengths = patch.Cells.Select(told.StrengthOf).Order().ToList();
        return 1 - strengths[strengths.Count / 5] / strengths[4 * strengths.Count / 5];
    }

    private static IEnumerable<Finding> Findings(List<Stray> patches, CardMap map)
    {
        var pairs = patches
            .GroupBy(one => (One: Math.Min(one.From, one.Into), Other: Math.Max(one.From, one.Into)))
            .ToLookup(pair =>
                pair.Any(one =>
                    one.Into != CardMap.Paper && one.Thinned >= Ran && one.Patch.SizeMm2 >= LeastRunMm2
                    || pair.Any(other => other.From == one.Into && Near(one.Patch, other.Patch, map))
                )
            );
        foreach (var pair in pairs[true])
            yield return Finding(FindingKind.RunTogether, [.. pair]);
        foreach (var way in pairs[false].SelectMany(pair => pair.Where(one => !IsOfRun(one)).GroupBy(one => one.From)))
            yield return Finding(FindingKind.OverTheLine, [.. way]);

        // What ran into an area looks in part like yet another neighbour's colour.
        bool IsOfRun(Stray stray) =>
            pairs[true]
                .Any(pair =>
                    (stray.Into == pair.Key.One || stray.Into == pair.Key.Other)
                    && pair.Any(one => Near(one.Patch, stray.Patch, map))
                );

        Finding Finding(FindingKind kind, List<Stray> of) =>
            new(
                kind,
                of[0].From,
                of[0].Into == CardMap.Paper ? null : of[0].Into,
                of.Max(one => one.Difference),
                of.Sum(one => one.Patch.SizeMm2),
                CardPatch.Around(of.Select(one => one.Patch), map),
                Spots: of.Count
            );
    }

    private static bool Near(CardPatch one, CardPatch other, CardMap map)
    {
        var reach = RanMm / CardMap.CellMm;
        return one.Cells.Any(a =>
            other.Cells.Any(b =>
                Math.Pow(a % map.Width - b % map.Width, 2) + Math.Pow(a / map.Width - b / map.Width, 2) <= reach * reach
            )
        );
    }

    private static readonly RelativeLight Bare = new(1, 1, 1);

    /// <summary>What tells an area's colour from that of its neighbour; null where nothing does.</summary>
    private static ToldApart? Told(CardSeen seen, int area, int from)
    {
        var (eye, other) = (seen.Eye, seen.Tones[from].Whole);
        if (!seen.Coloured.Contains(area))
            return Told(
                [eye.ColourOf(Bare)],
                eye.ColourOf(Bare),
                [.. OtherStrengths.Select(strength => eye.ColourOf(Power(other, strength)))],
                eye
            );
        return seen.Tones.TryGetValue(area, out var tone)
            ? Told(
                [eye.ColourOf(Bare), .. Alone(seen.Own[area], tone)],
                eye.ColourOf(tone.Whole),
                [
                    .. OtherStrengths.Select(strength =>
                        seen.Own[area].Under(tone.Whole, seen.Own[from], other, strength)
                    ),
                ],
                eye
            )
            : null;
    }

    private static ToldApart? Told(Lab[] alone, Lab own, Lab[] both, CardToEye eye)
    {
        var asStrong = both[AsStrong];
        var apart = Ciede2000.Difference(own, asStrong);
        // A neighbour of the same hue is told from more of an area's own colour by nobody.
        return apart < TellsApart || alone.Min(one => Ciede2000.Difference(one, asStrong)) < TellsHue
            ? null
            : new ToldApart(eye, alone, both, apart);
    }

    private static IEnumerable<Lab> Alone(OwnColours own, AreaTone tone) =>
        tone
            .Parts.Where(part => OwnColours.Parts.Contains(part.Key))
            .SelectMany(part => own.AtOtherStrengths(part.Value, part.Key));

    private static RelativeLight Power(RelativeLight light, double power) =>
        new(Math.Pow(light.R, power), Math.Pow(light.G, power), Math.Pow(light.B, power));

    /// <summary>What tells a colour from that of a neighbour.</summary>
    /// <param name="Eye">The card.</param>
    /// <param name="Own">What the area can look like without its neighbour's colour.</param>
    /// <param name="Both">The neighbour's colour over its own, at each of the strengths.</param>
    /// <param name="Apart">How far both are from its own, CIEDE2000.</param>
    private sealed record ToldApart(CardToEye Eye, Lab[] Own, Lab[] Both, double Apart)
    {
        public bool IsOther(int cell)
        {
            var colour = Eye.ColourAt(cell);
            return Misses(colour) + Surer < Nearest(Own, colour);
        }

        public double Misses(int cell) => Misses(Eye.ColourAt(cell));

        private double Misses(Lab colour) => Nearest(Both, colour);

        public double StrengthOf(int cell)
        {
            var colour = Eye.ColourAt(cell);
            return OtherStrengths[Enumerable.Range(0, Both.Length).MinBy(step => colour.SquaredDistance(Both[step]))];
        }

        private static double Nearest(Lab[] colours, Lab to)
        {
            var nearest = double.PositiveInfinity;
            foreach (var one in colours)
                nearest = Math.Min(nearest, to.SquaredDistance(one));
            return Math.Sqrt(nearest);
        }
    }
}
