using System.Collections.Immutable;
using Nube.Core.Colour;
using Nube.Core.Optics;

namespace Nube.Core.Mixing;

/// <summary>A colourant of a kit.</summary>
/// <param name="Colourant">Its place in the palette.</param>
/// <param name="MeanDifference">Mean CIEDE2000 of the wishes with it and those before it.</param>
public readonly record struct KitStep(int Colourant, double MeanDifference);

/// <summary>The few colourants of many with which most can be mixed.</summary>
/// <remarks>
/// Every wish is given its nearest mix of at most two of the kit in one wash of the ladder. The kit is built greedily
/// and then improved by exchanging one for another as long as that helps: never worse than greedy, and on small
/// palettes the best of all kits in most cases (tests compare).
/// </remarks>
public static class Kit
{
    private const double LargestWeightOfL = 1.75; // 1 + 0.015 x 50^2 / sqrt(20 + 50^2), at L* 0 or 100
    private const double Farthest = 60; // CIEDE2000 of a wish that nothing comes near

    /// <summary>The kit, in the order of what each adds.</summary>
    /// <param name="palette">What there is, 1 to 48.</param>
    /// <param name="paper">Reflectance of the bare paper.</param>
    /// <param name="wishes">Colours that should be mixed from it.</param>
    /// <param name="size">How many, 1 or more; all when there are fewer.</param>
    /// <param name="dilution">How the hand dilutes.</param>
    public static ImmutableArray<KitStep> Best(
        IReadOnlyList<PaintOptics> palette,
        Spectrum paper,
        IReadOnlyList<Lab> wishes,
        int size,
        Dilution dilution
    )
    {
        ArgumentNullException.ThrowIfNull(palette);
        ArgumentNullException.ThrowIfNull(paper);
        ArgumentNullException.ThrowIfNull(wishes);
        ArgumentOutOfRangeException.ThrowIfLessThan(size, 1);
        var table = Distances(palette, paper, wishes, dilution);
        var chosen = Improved(
            table,
            Greedy(table, Enumerable.Range(0, palette.Count), Math.Min(size, palette.Count)),
            palette.Count
        );
        // Told in the order in which they would be bought.
        var ordered = Greedy(table, chosen, chosen.Count);
        return [.. ordered.Select((colourant, place) => new KitStep(colourant, table.Mean(ordered[..(place + 1)])))];
    }

    /// <summary>Colours all over what an index reaches, so many at most: wishes for a kit of general use.</summary>
    public static ImmutableArray<Lab> AllOver(RecipeIndex index, int most)
    {
        ArgumentNullException.ThrowIfNull(index);
        const double side = 12; // of a cell, in L*, a* and b*
        var cells = new SortedDictionary<(int, int, int), Lab>();
        foreach (var colour in index.Colours())
            cells.TryAdd(
                ((int)Math.Floor(colour.L / side), (int)Math.Floor(colour.A / side), (int)Math.Floor(colour.B / side)),
                colour
            );
        var step = Math.Max(1, cells.Count / (double)most);
        return
        [
            .. Enumerable.Range(0, Math.Min(most, cells.Count)).Select(i => cells.Values.ElementAt((int)(i * step))),
        ];
    }

    /// <summary>Mean difference of the wishes with exactly this kit; for comparing kits.</summary>
    public static double MeanDifference(
        IReadOnlyList<PaintOptics> palette,
        Spectrum paper,
        IReadOnlyList<Lab> wishes,
        IReadOnlyList<int> kit,
        Dilution dilution
    ) => Distances(palette, paper, wishes, dilution).Mean(kit);

    private static List<int> Greedy(Table table, IEnumerable<int> from, int size)
    {
        var left = from.ToList();
        var kit = new List<int>();
        while (kit.Count < size)
        {
            var next = left.MinBy(candidate => table.Mean([.. kit, candidate]));
            kit.Add(next);
            left.Remove(next);
        }
        return kit;
    }

    private static List<int> Improved(Table table, List<int> kit, int count)
    {
        var mean = table.Mean(kit);
        for (var better = true; better; )
        {
            better = false;
            for (var place = 0; place < kit.Count; place++)
            {
                foreach (var other in Enumerable.Range(0, count).Except(kit).ToList())
                {
                    List<int> swapped = [.. kit];
                    swapped[place] = other;
                    var swappedMean = table.Mean(swapped);
                    if (swappedMean >= mean - 1e-9)
                        continue;
                    (kit, mean, better) = (swapped, swappedMean, true);
                }
            }
        }
        return kit;
    }

    /// <summary>For each pair of colourants, and each alone, how near its mixes come to each wish.</summary>
    private static Table Distances(
        IReadOnlyList<PaintOptics> palette,
        Spectrum paper,
        IReadOnlyList<Lab> wishes,
        Dilution dilution
    )
    {
        var table = new Table(palette.Count, wishes.Count);
        MixGrid
            .Mixes(palette.Count)
            .GroupBy(mix => (mix[0].Colourant, mix[^1].Colourant))
            .AsParallel()
            .ForAll(pair =>
            {
                var nearest = table.Of(pair.Key.Item1, pair.Key.Item2);
                foreach (var mix in pair)
                {
                    var optics = RecipeIndex.Optics(palette, mix);
                    foreach (var strength in Strength.Ladder)
                    {
                        var colour = SpectralColour.ToLab(KubelkaMunk.Over(paper, optics, dilution.LoadOf(strength)));
                        for (var wish = 0; wish < wishes.Count; wish++)
                        {
                            // CIEDE2000 divides the difference in L* by at most this: most colours need not be looked
                            // at closer.
                            if (Math.Abs(wishes[wish].L - colour.L) >= LargestWeightOfL * nearest[wish])
                                continue;
                            nearest[wish] = Math.Min(nearest[wish], (float)Ciede2000.Difference(wishes[wish], colour));
                        }
                    }
                }
            });
        return table;
    }

    private sealed class Table(int colourants, int wishes)
    {
        private readonly float[][] nearest =
        [
            .. Enumerable
                .Range(0, colourants * colourants)
                .Select(_ => Enumerable.Repeat((float)Farthest, wishes).ToArray()),
        ];

        public float[] Of(int one, int two) => nearest[Math.Min(one, two) * colourants + Math.Max(one, two)];

        public double Mean(IReadOnlyList<int> kit)
        {
            Span<float> best = stackalloc float[wishes];
            best.Fill((float)Farthest);
            for (var i = 0; i < kit.Count; i++)
            {
                for (var j = i; j < kit.Count; j++)
                {
                    var pair = Of(kit[i], kit[j]);
                    for (var wish = 0; wish < wishes; wish++)
                        best[wish] = Math.Min(best[wish], pair[wish]);
                }
            }
            var sum = 0.0;
            foreach (var difference in best)
                sum += difference;
            return sum / wishes;
        }
    }
}
