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
        palette = [.. GenericCatalogue.Pans.Select(pan => pan.Optics())];
        index = RecipeIndex.Build(palette, paper);
    }

    /// <summary>From the swatches of twelve pans to the first answer.</summary>
    [Benchmark]
    public object FirstRecipe()
    {
        PaintOptics[] optics = [.. GenericCatalogue.Pans.AsParallel().AsOrdered().Select(pan => pan.Optics())];
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

/// <summary>
/// Mixes of up to three from large palettes. Targets for a query in reach: 15, 25, 60 ms for 12, 24, 48 colourants; out
/// of reach 250 ms; building at 48 one second; against trying everything at 24 colourants 300 times faster.
/// </summary>
[MemoryDiagnoser]
public class ThreeColourBenchmarks
{
    private readonly Spectrum paper = GenericCatalogue.Papers[0].Reflectance();
    private readonly Lab inReach = Srgb.Parse("#84ad62").ToLab();
    private readonly Lab outOfReach = Srgb.Parse("#00ffa0").ToLab();
    private PaintOptics[] palette = [];
    private RecipeIndex index = null!;

    [Params(12, 24, 48)]
    public int Colourants { get; set; }

    [GlobalSetup]
    public void SetUp()
    {
        palette = [.. GenericCatalogue.WaterColours.Take(Colourants).Select(colour => colour.Optics())];
        index = RecipeIndex.Build(palette, paper, 3);
    }

    [Benchmark]
    public RecipeIndex Build() => RecipeIndex.Build(palette, paper, 3);

    [Benchmark]
    public object InReach() => index.Nearest(inReach);

    [Benchmark]
    public object OutOfReach() => index.Nearest(outOfReach);

    /// <summary>The slow twin on a tenth of the mixes: times ten it is what everything takes.</summary>
    [Benchmark(Baseline = true)]
    public double TryOneInTen()
    {
        var best = double.PositiveInfinity;
        foreach (var mix in MixGrid.Mixes(palette.Length, 3).Where((_, i) => i % 10 == 0))
        {
            var optics = RecipeIndex.Optics(palette, mix);
            foreach (var (strength, layers) in MixGrid.Washes)
            {
                var colour = SpectralColour.ToLab(KubelkaMunk.Over(paper, optics, layers * strength.LoadOfOneLayer));
                best = Math.Min(best, Ciede2000.Difference(inReach, colour) + MixGrid.Price(mix.Length, layers));
            }
        }
        return best;
    }
}
