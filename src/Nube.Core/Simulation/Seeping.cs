using System.Runtime.Intrinsics;

namespace Nube.Core.Simulation;

/// <summary>Water seeps sideways in the paper, from where a wash was laid into what is dry beside it.</summary>
/// <remarks>
/// <para>
/// ds/dt = div(D s / C grad s), with s the water in the pores and C what they hold: paper that is full draws hard, paper
/// that is nearly dry hardly. Beside standing water, where s = C, the front of this equation lies at 1.6161 sqrt(D t)
/// (P. Ya. Polubarinova-Kochina, "Theory of ground water movement", 1962, for ground water, whose equation is the same),
/// so with the square root of time, as E. W. Washburn found (Phys. Rev. 17 (1921), 273-283); D follows from his figure.
/// </para>
/// <para>Lines that hold water back hold back this, too. In sized paper it goes less than a millimetre.</para>
/// </remarks>
internal static class Seeping
{
    /// <summary>How long its first step is when there is no film any more, s.</summary>
    public const double FirstStep = 15;

    private const double Front = 1.6161; // of sqrt(D t)
    private const double LongestUnderFilm = 15; // s

    /// <summary>For how long a film feeds its paper before that seeps on, s: no longer than a front takes for a cell.</summary>
    public static double StepUnderFilm(PaperField paper) =>
        Math.Min(LongestUnderFilm, paper.Grid.CellMm2 / paper.Seeps);

    /// <summary>A step along rows and columns.</summary>
    /// <param name="sheet">The sheet, which is changed.</param>
    /// <param name="seconds">Length of the step, s.</param>
    public static void GoOn(WetSheet sheet, double seconds)
    {
        ArgumentOutOfRangeException.ThrowIfNegative(seconds);
        var fullest = sheet.InPaper.Max() / sheet.Paper.Holds;
        // Each step brings a front on by a cell at most.
        var steps = (int)Math.Ceiling(seconds * sheet.Paper.Seeps * fullest / sheet.Paper.Grid.CellMm2);
        for (var step = 0; step < steps; step++)
        {
            Along(sheet, down: step % 2 == 0, seconds / steps);
            Along(sheet, down: step % 2 != 0, seconds / steps);
        }
    }

    private static void Along(WetSheet sheet, bool down, double seconds)
    {
        var grid = sheet.Paper.Grid;
        var (lines, cells) = down ? (grid.Width, grid.Height) : (grid.Height, grid.Width);
        var diffusivity = sheet.Paper.Seeps / (Front * Front); // mm2/s where the paper is full
        var rate = (float)(diffusivity / sheet.Paper.Holds * seconds / grid.CellMm2);
        Parallel.For(
            0,
            (lines + Lines.Together - 1) / Lines.Together,
            () => new Scratch(cells),
            (group, _, scratch) =>
            {
                Seep(sheet, new Lines(grid, down, group * Lines.Together), rate, scratch);
                return scratch;
            },
            _ => { }
        );
    }

    private static void Seep(WetSheet sheet, Lines lines, float rate, Scratch scratch)
    {
        var there = scratch.There.AsSpan();
        lines.Gather(sheet.InPaper, 0, there);
        if (there.IndexOfAnyExcept(Vector256<float>.Zero) < 0)
            return;
        var dams = scratch.Dams.AsSpan();
        if (sheet.HasDams)
            lines.Gather(sheet.Dams, 0, dams);
        var none = Vector256<float>.Zero;
        var half = Vector256.Create(rate / 2);
        for (var at = 0; at < there.Length - 1; at++)
        {
            var open = Vector256.Equals(dams[at] + dams[at + 1], none);
            scratch.Conducts[at] = open & (half * (there[at] + there[at + 1]));
        }
        scratch.Conducts[^1] = none;
        Faces.Pass(there, scratch.Conducts, scratch.Conducts, scratch.Above, scratch.Solved, scratch.Passes);
        lines.Scatter(there, 0, sheet.InPaper);
    }

    /// <summary>Room to work in.</summary>
    private sealed class Scratch(int cells)
    {
        public readonly Vector256<float>[] There = new Vector256<float>[cells],
            Dams = new Vector256<float>[cells],
            Conducts = new Vector256<float>[cells],
            Above = new Vector256<float>[cells],
            Solved = new Vector256<float>[cells],
            Passes = new Vector256<float>[cells];
    }
}
