using System.Collections.Immutable;
using MathNet.Numerics.Statistics;
using Nube.Core.Colour;
using Nube.Core.Swatches;

namespace Nube.Core.Checking;

/// <summary>Colour beyond its line: what an area has that its neighbour was to have.</summary>
/// <remarks>
/// A cell near a neighbour is held to be one of three: its own colour in some strength, the neighbour's, or both on each
/// other (light that passes two layers is weakened by both: Beer and Lambert). The nearest of them in CIELAB counts.
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
    /// <param name="Fades">How it goes with the distance from the area that it came from: the correlation of both, -1 for colour
    /// that thins out evenly, 0 for colour that lies there as it was brushed.</param>
    /// <param name="Misses">How far it is from what that neighbour's colour can look like there, CIELAB.</param>
    internal sealed record Stray(int From, int Into, CardPatch Patch, double Difference, double Fades, double Misses);

    private const double NearMm = 1.5; // from the neighbour's cells: where a stray stroke has to begin
    private const double FarMm = 6; // and how far it is followed
    private const double FromRimMm = 0.3; // nearer to the line nobody sees it
    private const double LeastMm2 = 1.25; // smaller ones are how a hand is
    private const double TellsApart = 10; // CIEDE2000 between own colour and both: less cannot be told
    private const double TellsHue = 5; // CIEDE2000 between own colour in any strength and both: a hand's mixes differ by so much
    private const double Surer = 2; // CIELAB: so much nearer than its own colour it has to be
    private const double RanMm = 2.5; // places on both sides of a line that are so near are one

    private const double Faded = -0.45; // correlation
    private const double LeastRunMm2 = 2; // in smaller ones nobody sees how colour fades

    private static readonly double[] OwnStrengths = [0, 0.25, 0.5, 0.75, 1, 1.25, 1.6, 2, 2.6];
    private static readonly double[] OtherStrengths = [0.35, 0.5, 0.7, 1, 1.3, 1.6];

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
        foreach (var (from, tone) in seen.Tones.Where(area => seen.Coloured.Contains(area.Key)))
        {
            var intos = neighbours[from].Append(CardMap.Paper).ToHashSet();
            var (cells, distance) = map.Around(from, FarMm);
            foreach (var into in cells.Where(cell => intos.Contains(map.Area[cell])).GroupBy(cell => map.Area[cell]))
            {
                if (OwnTones(seen, into.Key) is not { } own || Told(seen.Eye, own, tone.Whole) is not { } told)
                    continue;
                var strayed = into.Where(cell => map.FromRim[cell] >= FromRimMm && told.IsOther(cell)).ToList();
                foreach (var patch in CardPatch.Of(strayed, map))
                {
                    if (patch.SizeMm2 >= LeastMm2 && patch.Cells.Any(cell => distance[cell] <= NearMm))
                        patches.Add(
                            new Stray(
                                from,
                                into.Key,
                                patch,
                                told.Apart,
                                Fades(patch, distance, told),
                                patch.Cells.Average(told.Misses)
                            )
                        );
                }
            }
        }
        return Best(patches);
    }

    /// <summary>Of places that may have come from several neighbours, those that fit the best of them.</summary>
    private static List<Stray> Best(List<Stray> patches)
    {
        var taken = new HashSet<int>();
        var best = new List<Stray>();
        foreach (var patch in patches.OrderBy(patch => patch.Misses))
        {
            if (patch.Patch.Cells.Count(taken.Contains) > patch.Patch.Cells.Length / 2)
                continue;
            best.Add(patch);
            taken.UnionWith(patch.Patch.Cells);
        }
        return best;
    }

    private static double Fades(CardPatch patch, Dictionary<int, float> distance, ToldApart told)
    {
        var fades = Correlation.Pearson(
            patch.Cells.Select(cell => (double)distance[cell]),
            patch.Cells.Select(told.StrengthOf)
        );
        return double.IsNaN(fades) ? 0 : fades;
    }

    private static IEnumerable<Finding> Findings(List<Stray> patches, CardMap map)
    {
        foreach (var pair in patches.GroupBy(one => (Math.Min(one.From, one.Into), Math.Max(one.From, one.Into))))
        {
            var ran = pair.Any(one =>
                one.Into != CardMap.Paper && one.Fades < Faded && one.Patch.SizeMm2 >= LeastRunMm2
                || pair.Any(other => other.From == one.Into && Near(one.Patch, other.Patch, map))
            );
            if (ran)
                yield return Finding(FindingKind.RunTogether, [.. pair]);
            else
            {
                foreach (var way in pair.GroupBy(one => one.From))
                    yield return Finding(FindingKind.OverTheLine, [.. way]);
            }
        }

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

    /// <summary>What an area's light, middle and shadow look like; bare paper; null when too little of the area is read.</summary>
    private static ImmutableArray<RelativeLight>? OwnTones(CardSeen seen, int area) =>
        !seen.Coloured.Contains(area) ? [new RelativeLight(1, 1, 1)]
        : seen.Tones.TryGetValue(area, out var tone) ? [tone.Whole, .. tone.Parts.Values.Distinct()]
        : null;

    private static ToldApart? Told(CardToEye eye, ImmutableArray<RelativeLight> own, RelativeLight other)
    {
        var apart = Ciede2000.Difference(eye.ColourOf(own[0]), eye.ColourOf(Times(own[0], other)));
        if (apart < TellsApart)
            return null;
        // A neighbour of the same hue is told from more of an area's own colour by nobody.
        Lab[] alone = [.. own.SelectMany(tone => OwnStrengths.Select(strength => eye.ColourOf(Power(tone, strength))))];
        var both = eye.ColourOf(Times(own[0], other));
        if (alone.Min(one => Ciede2000.Difference(one, both)) < TellsHue)
            return null;
        return new ToldApart(
            eye,
            alone,
            [.. OtherStrengths.Select(strength => eye.ColourOf(Power(other, strength)))],
            [.. OtherStrengths.Select(strength => eye.ColourOf(Times(own[0], Power(other, strength))))],
            apart
        );
    }

    private static RelativeLight Power(RelativeLight light, double power) =>
        new(Math.Pow(light.R, power), Math.Pow(light.G, power), Math.Pow(light.B, power));

    private static RelativeLight Times(RelativeLight one, RelativeLight other) =>
        new(one.R * other.R, one.G * other.G, one.B * other.B);

    /// <summary>What tells a colour from that of a neighbour.</summary>
    /// <param name="Eye">The card.</param>
    /// <param name="Own">What the area can look like without its neighbour's colour.</param>
    /// <param name="Other">The neighbour's colour alone, at each strength.</param>
    /// <param name="Both">The same over the area's own.</param>
    /// <param name="Apart">How far both are from its own, CIEDE2000.</param>
    private sealed record ToldApart(CardToEye Eye, Lab[] Own, Lab[] Other, Lab[] Both, double Apart)
    {
        public bool IsOther(int cell)
        {
            var colour = Eye.ColourAt(cell);
            return Misses(colour) + Surer < Nearest(Own, colour);
        }

        public double Misses(int cell) => Misses(Eye.ColourAt(cell));

        private double Misses(Lab colour) => Math.Min(Nearest(Other, colour), Nearest(Both, colour));

        public double StrengthOf(int cell)
        {
            var colour = Eye.ColourAt(cell);
            return OtherStrengths[Enumerable.Range(0, Both.Length).MinBy(step => SquaredCie76(colour, Both[step]))];
        }

        private static double Nearest(Lab[] colours, Lab to)
        {
            var nearest = double.PositiveInfinity;
            foreach (var one in colours)
                nearest = Math.Min(nearest, SquaredCie76(to, one));
            return Math.Sqrt(nearest);
        }

        private static double SquaredCie76(Lab one, Lab other)
        {
            var (l, a, b) = (one.L - other.L, one.A - other.A, one.B - other.B);
            return l * l + a * a + b * b;
        }
    }
}
