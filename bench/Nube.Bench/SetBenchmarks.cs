using BenchmarkDotNet.Attributes;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Mixing;
using Nube.Core.Optics;

namespace Nube.Bench;

/// <summary>Reach and kits of a large stash. Target: an answer in a second.</summary>
public class SetBenchmarks
{
    private readonly Spectrum paper = GenericCatalogue.Papers[0].Reflectance();
    private PaintOptics[] palette = [];
    private RecipeIndex index = null!;
    private IReadOnlyList<Lab> wishes = [];

    [Params(12, 48)]
    public int Colourants { get; set; }

    [GlobalSetup]
    public void SetUp()
    {
        palette = [.. GenericCatalogue.WaterColours.Take(Colourants).Select(colour => colour.Optics())];
        index = RecipeIndex.Build(palette, paper);
        wishes = Kit.AllOver(index, 120);
    }

    [Benchmark]
    public object FindReach() => Reach.Of(index);

    [Benchmark]
    public object KitOfSix() => Kit.Best(palette, paper, wishes, 6, Dilution.AsTold);
}
