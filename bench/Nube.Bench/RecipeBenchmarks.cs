using BenchmarkDotNet.Attributes;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Mixing;
using Nube.Core.Optics;

namespace Nube.Bench;

/// <summary>
/// Recipes from twelve pans. Target: the first recipe for an area, with everything still to be computed, under 100 ms.
/// </summary>
public class RecipeBenchmarks
{
    private readonly Lab wish = Srgb.Parse("#84ad62").ToLab();
    private readonly Spectrum paper = GenericCatalogue.Papers[0].Reflectance();
    private PaintOptics[] palette = [];
    private RecipeIndex index = null!;

    [GlobalSetup]
    public void SetUp()
    {
        palette = [.. GenericCatalogue.Pans.Select(pan => pan.Fit().Optics)];
        index = RecipeIndex.Build(palette, paper);
    }

    /// <summary>From the swatches of twelve pans to the first answer.</summary>
    [Benchmark]
    public object FirstRecipe()
    {
        PaintOptics[] optics = [.. GenericCatalogue.Pans.AsParallel().AsOrdered().Select(pan => pan.Fit().Optics)];
        return RecipeIndex.Build(optics, GenericCatalogue.Papers[0].Reflectance()).Nearest(wish);
    }

    [Benchmark]
    public RecipeIndex BuildIndex() => RecipeIndex.Build(palette, paper);

    [Benchmark]
    public object NextRecipe() => index.Nearest(wish);

    /// <summary>The slow twin: every mix and wash computed for this one wish.</summary>
    [Benchmark(Baseline = true)]
    public double TryEverything()
    {
        var best = double.PositiveInfinity;
        foreach (var mix in MixGrid.Mixes(palette.Length))
        {
            var optics = RecipeIndex.Optics(palette, mix);
            foreach (var (strength, layers) in MixGrid.Washes)
            {
                var colour = SpectralColour.ToLab(KubelkaMunk.Over(paper, optics, layers * strength.LoadOfOneLayer));
                best = Math.Min(best, Ciede2000.Difference(wish, colour) + MixGrid.Price(mix.Length, layers));
            }
        }
        return best;
    }
}
