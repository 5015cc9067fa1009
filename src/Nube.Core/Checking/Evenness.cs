using System.Collections.Immutable;
using MathNet.Numerics.Statistics;
using Nube.Core.Light;
using Nube.Core.Swatches;

namespace Nube.Core.Checking;

/// <summary>Streaks and blooms: colour that does not lie evenly within its area.</summary>
/// <remarks>
/// Evenness is the coefficient of variation of the load, which light tells by its logarithm (Beer and Lambert), in the
/// channel that tells most. What light and shadow are to differ by is taken off. Which way streaks run is
/// told by the structure tensor (J. Bigun, G. H. Granlund, "Optimal orientation detection of linear symmetry", ICCV
/// 1987, 433-438): its coherence is 1 where all slopes run one way, 0 where they run all ways.
/// </remarks>
internal static class Evenness
{
    // Coefficient of variation, as far as it runs one way. Even hands of the trial have up to 0.1, streaks 0.16 and more.
    private const double Uneven = 0.1;

    private const double Coherent = 0.5; // slopes run one way
    private const double Off = 0.22; // logarithm of the load: a cell that is off by a quarter
    private const int FewestCells = 120; // 7.5 mm2
    private const double Bare = 0.3; // of the load: less is a spot that the brush never came to
    private const double LeastTold = 0.11; // light for a whole logarithm of load: below it the paper's grain is as strong
    private const int Around = 2; // cells on each side that are averaged, so that grain is not uneven

    /// <summary>The areas in which enough can be seen to tell.</summary>
    /// <param name="seen">The card.</param>
    /// <param name="taken">Cells that something else was found on.</param>
    public static ImmutableArray<AreaEvenness> Of(CardSeen seen, IReadOnlySet<int> taken) =>
        [
            .. seen.EvenCells(taken)
                .Where(area => area.Value.Count >= FewestCells)
                .Select(area => Of(seen, seen.Tones[area.Key], area.Value))
                .OfType<AreaEvenness>(),
        ];

    private static AreaEvenness? Of(CardSeen seen, AreaTone tone, List<int> cells)
    {
        var map = seen.Map;
        if (Channel(tone.Whole) is not { } channel)
            return null;
        var loads = new Dictionary<int, double>();
        // Light and shadow fade into each other: what is typical goes with the part, and with how near the next one is.
        foreach (
            var alike in cells.GroupBy(cell => (map.Part[cell], Math.Min(FadeBins, (int)(map.FromPart[cell] / FadeMm))))
        )
        {
            var told = alike.Select(cell => Load(channel(seen.Eye[cell]))).ToList();
            var typical =
                told.Count >= FewestAlike ? told.Median() : Load(channel(tone.Parts[map.Part[alike.First()]]));
            foreach (var (cell, load) in alike.Zip(told))
            {
                if (load > Bare * typical)
                    loads[cell] = Math.Log(load / typical);
            }
        }
        if (loads.Count < FewestCells)
            return null;
        var smooth = loads.Keys.ToDictionary(cell => cell, cell => Mean(cell, loads, map));
        var sorted = smooth.Values.Order().ToList();
        var middle = sorted[sorted.Count / 2];
        // Half of what lies between the 16th and the 84th of a hundred: the standard deviation, but of what most cells do.
        var deviation = (sorted[sorted.Count * 84 / 100] - sorted[sorted.Count * 16 / 100]) / 2;
        var pale = PatchesOf(load => load < middle - Off);
        ImmutableArray<CardPatch> spots = [.. pale.Where(IsBloom)];
        if (spots.Sum(one => one.SizeMm2) > MostOfPale * pale.Sum(one => one.SizeMm2))
            return new(tone.Area, deviation, Finding(FindingKind.Bloom, spots, Deviation(spots)))
            {
                Pushed = [.. spots.SelectMany(spot => RimOf(spot, smooth, map).Concat(spot.Cells)).Distinct()],
            };
        var coherence = Coherence(smooth, map);
        return new(
            tone.Area,
            deviation,
            coherence >= Coherent && deviation * coherence >= Uneven
                ? Finding(FindingKind.Streaky, [.. pale, .. PatchesOf(load => load > middle + Off)], deviation)
                : null
        );

        ImmutableArray<CardPatch> PatchesOf(Func<double, bool> of) =>
            CardPatch.Of([.. smooth.Where(cell => of(cell.Value)).Select(cell => cell.Key)], map);

        Finding Finding(FindingKind kind, ImmutableArray<CardPatch> of, double difference) =>
            new(
                kind,
                tone.Area,
                null,
                100 * difference,
                of.Sum(one => one.SizeMm2),
                CardPatch.Around(of, map, 1),
                Spots: of.Length
            );

        double Deviation(ImmutableArray<CardPatch> of) =>
            of.SelectMany(one => one.Cells).Select(cell => smooth[cell] - middle).StandardDeviation();

        // Pale in the middle, and dark around it: where the water pushed the colour to.
        bool IsBloom(CardPatch patch)
        {
            if (patch.SizeMm2 < LeastBloomMm2 || Longer(patch, map) > Round)
                return false;
            var rim = RimOf(patch, smooth, map);
            if (rim.Count == 0)
                return false;
            var dark = rim.Average(cell => smooth[cell]);
            return dark > middle && dark > patch.Cells.Average(cell => smooth[cell]) + RimDarker;
        }
    }

    private const double FadeMm = 0.5;
    private const int FadeBins = 4; // farther from the next part than that nothing of it is left
    private const int FewestAlike = 16; // cells whose median is typical

    private static double Load(double light) => -Math.Log(Math.Clamp(light, 0.005, 0.97));

    /// <summary>How much longer than broad a patch is, by its second moments.</summary>
    private static double Longer(CardPatch patch, CardMap map)
    {
        var (x, y) = (patch.Cells.Average(cell => cell % map.Width), patch.Cells.Average(cell => cell / map.Width));
        var (xx, yy, xy) = (0.0, 0.0, 0.0);
        foreach (var cell in patch.Cells)
        {
            var (dx, dy) = (cell % map.Width - x, cell / map.Width - y);
            (xx, yy, xy) = (xx + dx * dx, yy + dy * dy, xy + dx * dy);
        }
        var half = Math.Sqrt(Math.Pow((xx - yy) / 2, 2) + xy * xy);
        return Math.Sqrt(((xx + yy) / 2 + half) / Math.Max(1e-6, (xx + yy) / 2 - half));
    }

    private const double Round = 2; // times as long as broad: longer ones are streaks
    private const double MostOfPale = 0.6; // of what is pale in an area, for blooms to be what is wrong with it
    private const double RimDarker = 0.3; // logarithm of the load, against the pale middle
    private const int RimCells = 5; // 1.25 mm

    /// <summary>Cells around a patch.</summary>
    private static HashSet<int> RimOf(CardPatch patch, Dictionary<int, double> loads, CardMap map)
    {
        var inside = patch.Cells.ToHashSet();
        var rim = new HashSet<int>();
        foreach (var cell in patch.Cells)
        {
            for (var dy = -RimCells; dy <= RimCells; dy++)
            {
                for (var dx = -RimCells; dx <= RimCells; dx++)
                {
                    var near = cell + dy * map.Width + dx;
                    if (loads.ContainsKey(near) && !inside.Contains(near))
                        rim.Add(near);
                }
            }
        }
        return rim;
    }

    private const double LeastBloomMm2 = 3; // smaller ones are grain

    /// <summary>
    /// The channel that tells most of the load: light changes by L ln L with its logarithm; null when none tells enough.
    /// </summary>
    internal static Func<RelativeLight, double>? Channel(RelativeLight tone)
    {
        Func<RelativeLight, double>[] channels = [light => light.R, light => light.G, light => light.B];
        var best = channels.MaxBy(channel => Tells(channel(tone)))!;
        return Tells(best(tone)) < LeastTold ? null : best;

        static double Tells(double light) => -light * Math.Log(Math.Clamp(light, 1e-6, 1));
    }

    private static double Mean(int cell, Dictionary<int, double> loads, CardMap map)
    {
        var (sum, count) = (0.0, 0);
        for (var dy = -Around; dy <= Around; dy++)
        {
            for (var dx = -Around; dx <= Around; dx++)
            {
                if (dx * dx + dy * dy <= Around * Around && loads.TryGetValue(cell + dy * map.Width + dx, out var load))
                    (sum, count) = (sum + load, count + 1);
            }
        }
        return sum / count;
    }

    private static double Coherence(Dictionary<int, double> loads, CardMap map)
    {
        var (xx, yy, xy) = (0.0, 0.0, 0.0);
        foreach (var cell in loads.Keys)
        {
            if (
                !loads.TryGetValue(cell - 1, out var left)
                || !loads.TryGetValue(cell + 1, out var right)
                || !loads.TryGetValue(cell - map.Width, out var above)
                || !loads.TryGetValue(cell + map.Width, out var below)
            )
                continue;
            var (x, y) = (right - left, below - above);
            (xx, yy, xy) = (xx + x * x, yy + y * y, xy + x * y);
        }
        return xx + yy == 0 ? 0 : Math.Sqrt(Math.Pow(xx - yy, 2) + 4 * xy * xy) / (xx + yy);
    }
}

/// <summary>How evenly colour lies in an area.</summary>
/// <param name="Area">The area.</param>
/// <param name="Variation">Coefficient of variation of the load.</param>
/// <param name="Finding">What is wrong with it; null where nothing is.</param>
internal sealed record AreaEvenness(int Area, double Variation, Finding? Finding)
{
    /// <summary>Cells whose colour water pushed aside, and those to which it pushed it.</summary>
    public ImmutableArray<int> Pushed { get; init; } = [];
}
