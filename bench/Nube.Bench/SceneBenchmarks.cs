using BenchmarkDotNet.Attributes;
using Nube.Core.Artwork;
using Nube.Core.Stamping;

namespace Nube.Bench;

/// <summary>What every change of a scene computes, on a panel filled with a branch of many outlines.</summary>
[MemoryDiagnoser]
public class SceneBenchmarks
{
    private readonly Dictionary<Guid, Stamp> stamps = [];
    private Scene scene = null!;

    [GlobalSetup]
    public void Fill()
    {
        var art = LineExtraction.From(
            PictureReader.Read(BenchImages.Shipped("pear-branch.svg"), new PictureSize(24, null))
        );
        var stamp = new Stamp(Guid.NewGuid(), "Pear branch", Silhouette.Of(art, GapRule.Gappy), false);
        stamps[stamp.Id] = stamp;
        scene = new Scene(297, 210, false, []);
        scene = scene with { FrontFirst = Nube.Core.Stamping.Fill.Over(scene, stamp, new FillWish(1, 2, 7)).Prints };
    }

    [Benchmark]
    public SceneWork Order() => SceneOrder.Of(scene, stamps);

    [Benchmark]
    public int Symmetry() => Nube.Core.Stamping.Fill.Symmetry(stamps.Values.First().Silhouette);
}
