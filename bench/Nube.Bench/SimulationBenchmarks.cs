using BenchmarkDotNet.Attributes;
using Nube.Core.Materials;
using Nube.Core.Simulation;

namespace Nube.Bench;

/// <summary>
/// A step of an A2 panel that is wet all over, four pigments on cells of 0.25 mm, against a plain copy of the same
/// arrays in the same run. Target: at least 50 % of its bandwidth, 35 % at least.
/// </summary>
public class SimulationBenchmarks
{
    private const double WidthMm = 108,
        HeightMm = 140,
        CellMm = 0.25;
    private const int Arrays = 18; // film, water in the paper and at most, relief, valleys, resistance; three of each pigment

    private readonly CellGrid grid = new((int)(WidthMm / CellMm), (int)(HeightMm / CellMm), CellMm);
    private float[][] from = [],
        to = [];
    private PaperField paper = null!;
    private WetSheet sheet = null!;

    [GlobalSetup]
    public void SetUp()
    {
        from = [.. Enumerable.Range(0, Arrays).Select(_ => new float[grid.Count])];
        to = [.. Enumerable.Range(0, Arrays).Select(_ => new float[grid.Count])];
        paper = PaperField.Of(GenericCatalogue.Papers[0], grid, 1);
        sheet = new WetSheet(
            paper,
            [.. GenericCatalogue.Pans.Where((_, place) => place % 3 == 0).Take(4).Select(PigmentFlow.Of)]
        );
        float[] all = [.. Enumerable.Repeat(1f, grid.Count)];
        sheet.Lay(all, 2 * paper.Holds + 40, 0, 0.01, 0.01, 0.01, 0.01);
        Washing.GoOn(sheet, 600, 0); // the paper has drunk
    }

    /// <summary>In air that takes nothing, so that it stays wet.</summary>
    [Benchmark]
    public double Step()
    {
        Washing.GoOn(sheet, 1, 0);
        return sheet.Seconds;
    }

    [Benchmark]
    public PaperField Paper() => PaperField.Of(GenericCatalogue.Papers[0], grid, 2);

    [Benchmark(Baseline = true)]
    public void Copy() => Parallel.For(0, Arrays, one => Array.Copy(from[one], to[one], grid.Count));
}
