using System.Collections.Immutable;
using BenchmarkDotNet.Attributes;
using Nube.Core.Artwork;
using Nube.Core.Light;

namespace Nube.Bench;

/// <summary>
/// Forms and zones of the 45 areas of a drawing of 104 x 112 mm. Targets: zones with their forms under 40 ms, and under
/// 15 ms when only the light turns.
/// </summary>
[MemoryDiagnoser]
public class LightBenchmarks
{
    private LabelRaster raster = null!;
    private ImmutableArray<AreaForm> forms;
    private double degrees;

    [GlobalSetup]
    public void SetUp()
    {
        raster = AreaFinder
            .FindAreas(
                LineExtraction.From(
                    PictureReader.Read(BenchImages.Shipped("watering-can.svg"), new PictureSize(null, null))
                )
            )
            .Labels;
        forms = AreaForm.Of(raster);
    }

    [Benchmark(Baseline = true)]
    public int LightTurns() => Zoning.Of(forms, new LightAngle(degrees += 7), _ => ZoneRule.Usual).Length;

    [Benchmark]
    public int Forms() => AreaForm.Of(raster).Length;

    [Benchmark]
    public int FormsAndZones() => Zoning.Of(AreaForm.Of(raster), LightAngle.UpLeft, _ => ZoneRule.Usual).Length;
}
