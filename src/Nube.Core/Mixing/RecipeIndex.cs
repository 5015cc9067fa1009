using System.Collections.Immutable;
using Nube.Core.Colour;
using Nube.Core.Optics;

namespace Nube.Core.Mixing;

/// <summary>
/// The dry colour of every mix and wash that a palette gives on a paper, ready to be asked for the nearest to a wish.
/// </summary>
/// <remarks>
/// The grid does not depend on the wish, so it is computed once for a palette and a paper: about 1,400 mixes of 12
/// colourants in 15 loads. Layers of one mix are one layer of their summed load (<see cref="KubelkaMunk"/>). A query
/// scores every entry with CIEDE2000, except those whose lightness alone is too far: the lightness term is at least
/// |dL| / 1.75 and the rest of the formula cannot make it smaller. So the answer is that of trying everything.
/// Immutable and safe to share between threads.
/// </remarks>
public sealed class RecipeIndex
{
    /// <summary>
    /// Largest value of S_L in CIEDE2000, at mean lightness 0 or 100: 1 + 0.015 * 2500 / sqrt(2520).
    /// </summary>
    private static readonly double GreatestLightnessWeight = 1 + 0.015 * 2500 / Math.Sqrt(20 + 2500);

    private readonly ImmutableArray<ImmutableArray<RecipePart>> mixes;
    private readonly Lab[] colours; // mix by mix, wash by wash

    private RecipeIndex(ImmutableArray<ImmutableArray<RecipePart>> mixes, Lab[] colours)
    {
        this.mixes = mixes;
        this.colours = colours;
    }

    /// <summary>Number of mixes, each in every wash.</summary>
    public int MixCount => mixes.Length;

    /// <summary>Computes the grid.</summary>
    /// <param name="palette">The colourants, 1 to 48.</param>
    /// <param name="paper">Reflectance of the bare paper.</param>
    /// <exception cref="ArgumentException">The palette is empty or larger than 48.</exception>
    public static RecipeIndex Build(IReadOnlyList<PaintOptics> palette, Spectrum paper)
    {
        ArgumentNullException.ThrowIfNull(palette);
        ArgumentNullException.ThrowIfNull(paper);
        if (palette.Count is < 1 or > 48)
            throw new ArgumentException("Choose between 1 and 48 colourants to mix from.", nameof(palette));

        ImmutableArray<ImmutableArray<RecipePart>> mixes = [.. MixGrid.Mixes(palette.Count)];
        var washes = MixGrid.Washes;
        var loads = washes.Select(w => w.Layers * w.Strength.LoadOfOneLayer).ToArray();
        var colours = new Lab[mixes.Length * washes.Length];
        Parallel.For(0, mixes.Length, mix => Washes(
            Optics(palette, mixes[mix]), paper.Values, loads, colours.AsSpan(mix * loads.Length, loads.Length)));
        return new RecipeIndex(mixes, colours);
    }

    /// <summary>The dry colours of a mix at these loads.</summary>
    private static void Washes(PaintOptics mix, ReadOnlySpan<double> paper, ReadOnlySpan<double> loads, Span<Lab> colours)
    {
        var s = mix.Scattering;
        Span<double> d = stackalloc double[Spectrum.Bands];
        for (var band = 0; band < d.Length; band++)
            d[band] = Math.Sqrt(mix.Absorption[band] * (mix.Absorption[band] + 2 * s));
        Span<double> reflectance = stackalloc double[Spectrum.Bands];
        for (var wash = 0; wash < loads.Length; wash++)
        {
            for (var band = 0; band < d.Length; band++)
            {
                reflectance[band] = KubelkaMunk.Reflectance(
                    mix.Absorption[band], s, d[band], Math.Exp(-2 * d[band] * loads[wash]), paper[band]);
            }
            colours[wash] = Lab.FromXyz(SpectralColour.ToXyz(reflectance));
        }
    }

    /// <summary>The optics of a mix from a palette.</summary>
    public static PaintOptics Optics(IReadOnlyList<PaintOptics> palette, IReadOnlyList<RecipePart> parts) =>
        PaintOptics.Mix([.. parts.Select(part => (palette[part.Colourant], (double)part.Parts))]);

    /// <summary>
    /// The best recipes for a wish, best first: for every mix its best wash, sorted by difference plus price. Ties go
    /// to the mix that comes first in <see cref="MixGrid.Mixes"/>, then to the thinner load.
    /// </summary>
    /// <param name="wish">The colour wanted, dry.</param>
    /// <param name="count">How many, 1 or more; fewer come back when the grid has fewer mixes.</param>
    public ImmutableArray<Recipe> Nearest(Lab wish, int count = 5)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(count, 1);
        var washes = MixGrid.Washes;
        var best = new List<(double Rank, int Mix, int Wash, double Difference)>(count + 1);
        for (var mix = 0; mix < mixes.Length; mix++)
        {
            // Only a rank below both this mix's best so far and the last of the list can change the answer.
            var bar = best.Count < count ? double.PositiveInfinity : best[^1].Rank;
            var (bestWash, bestRank, bestDifference) = (-1, bar, 0.0);
            for (var wash = 0; wash < washes.Length; wash++)
            {
                var colour = colours[mix * washes.Length + wash];
                var price = MixGrid.Price(mixes[mix].Length, washes[wash].Layers);
                if (Math.Abs(colour.L - wish.L) / GreatestLightnessWeight + price >= bestRank) continue;
                var difference = Ciede2000.Difference(wish, colour);
                if (difference + price >= bestRank) continue;
                (bestWash, bestRank, bestDifference) = (wash, difference + price, difference);
            }
            if (bestWash < 0) continue;
            var place = best.Count;
            while (place > 0 && best[place - 1].Rank > bestRank) place--;
            best.Insert(place, (bestRank, mix, bestWash, bestDifference));
            if (best.Count > count) best.RemoveAt(count);
        }
        return
        [
            .. best.Select(entry => new Recipe(
                mixes[entry.Mix],
                washes[entry.Wash].Strength,
                washes[entry.Wash].Layers,
                colours[entry.Mix * washes.Length + entry.Wash],
                entry.Difference,
                entry.Rank)),
        ];
    }
}
