using Nube.Core.Materials;
using Nube.Core.Optics;

namespace Nube.Core.Simulation;

/// <summary>The surface of a sheet, cell by cell.</summary>
/// <remarks>
/// Hills and valleys are noise of the paper's own grain with two coarser ones in it, flat on top and narrow below. How
/// well water flows varies slowly from place to place. Sizes are from memory, and set by eye.
/// </remarks>
/// <param name="Grid">The cells.</param>
/// <param name="Relief">Height, um of the film that it lifts, around 0.</param>
/// <param name="Valley">How deep a valley each cell is, around 0; hills below it.</param>
/// <param name="Resistance">How badly water flows there, 1 on average.</param>
/// <param name="Cobb60">Water taken up in 60 s, g/m2 (ISO 535).</param>
/// <param name="Holds">Water that its pores hold, g/m2.</param>
/// <param name="Seeps">How fast water seeps sideways in it: the square of the way of its front by time, mm2/s.</param>
public sealed record PaperField(
    CellGrid Grid,
    ReadOnlyMemory<float> Relief,
    ReadOnlyMemory<float> Valley,
    ReadOnlyMemory<float> Resistance,
    double Cobb60,
    double Holds,
    double Seeps
)
{
    private const double ReliefUm = 0.35; // of cold pressed paper, as far as a film feels it
    private const double Uneven = 0.25; // standard deviation of the logarithm of the resistance
    private const float FlatTops = 0.22f;
    private const double Coarser = 1.55,
        Coarsest = 2.4; // times the grain
    private const float OfCoarser = 0.55f,
        OfCoarsest = 0.45f;

    /// <summary>A sheet of a paper.</summary>
    /// <param name="paper">The paper.</param>
    /// <param name="grid">The cells.</param>
    /// <param name="seed">Another one, another sheet.</param>
    public static PaperField Of(Paper paper, CellGrid grid, int seed)
    {
        ArgumentNullException.ThrowIfNull(paper);
        var (grain, height) = paper.Texture switch
        {
            PaperTexture.ColdPressed => (1.0, 1.0),
            PaperTexture.Vellum => (0.7, 0.5),
            _ => (0.5, 0.3),
        };
        var own = Noise.OfGrain(grid, grain, seed);
        var coarser = Noise.OfGrain(grid, Coarser * grain, seed + 1);
        var coarsest = Noise.OfGrain(grid, Coarsest * grain, seed + 2);
        float[] slow1 = Noise.OfGrain(grid, 6, seed + 3),
            slow2 = Noise.OfGrain(grid, 3.2, seed + 4),
            slow3 = Noise.OfGrain(grid, 1.9, seed + 5);
        float[] relief = new float[grid.Count],
            valley = new float[grid.Count],
            resistance = new float[grid.Count];
        var size = 1 / MathF.Sqrt(1 + OfCoarser * OfCoarser + OfCoarsest * OfCoarsest);
        for (var at = 0; at < grid.Count; at++)
        {
            var hill = size * (own[at] + OfCoarser * coarser[at] + OfCoarsest * coarsest[at]);
            hill -= FlatTops * (hill * hill - 1);
            relief[at] = (float)(ReliefUm * height) * hill;
            valley[at] = -hill;
            var slow = (slow1[at] + slow2[at] + slow3[at]) / MathF.Sqrt(3);
            resistance[at] = (float)Math.Exp(Uneven * slow - Uneven * Uneven / 2);
        }
        return new PaperField(grid, relief, valley, resistance, paper.Cobb60, paper.HoldsWater, paper.Seeps);
    }

    /// <summary>The same sheet on cells of twice the side.</summary>
    public PaperField OnLargerCells()
    {
        var grid = new CellGrid(Grid.Width / 2, Grid.Height / 2, 2 * Grid.CellMm);
        return this with
        {
            Grid = grid,
            Relief = Halved(Relief.Span),
            Valley = Halved(Valley.Span),
            Resistance = Halved(Resistance.Span),
        };

        float[] Halved(ReadOnlySpan<float> fine)
        {
            var mean = new float[grid.Count];
            for (var at = 0; at < mean.Length; at++)
            {
                var first = at / grid.Width * 2 * Grid.Width + at % grid.Width * 2;
                mean[at] =
                    (fine[first] + fine[first + 1] + fine[first + Grid.Width] + fine[first + Grid.Width + 1]) / 4;
            }
            return mean;
        }
    }

    /// <summary>A sheet without hills, alike all over: what closed forms are compared with.</summary>
    public static PaperField Even(CellGrid grid, double cobb60, double holds)
    {
        var ones = new float[grid.Count];
        Array.Fill(ones, 1);
        return new PaperField(grid, new float[grid.Count], new float[grid.Count], ones, cobb60, holds, 0);
    }
}
