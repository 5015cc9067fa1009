using System.Runtime.Intrinsics;

namespace Nube.Core.Simulation;

/// <summary>Moves the film along rows or columns, and with it what floats in it.</summary>
/// <remarks>
/// <para>
/// A thin film flows from high to low: df/dt = div(D (grad f + f grad z / f)), D = D0 (f / 40) / h, with f in g/m2, the
/// paper's relief z in the same unit and its resistance h. One direction after the other, each in a backward Euler step:
/// along a line a face lets pass Q = a f - b f' with a, b of the film before, so the film after solves a system with
/// three diagonals whose inverse has no negative entries. No step is too long for it, nothing is cut off, and what
/// leaves a cell comes into the next. Pigment goes with the same water, from the side that it comes from, and spreads a
/// little by itself. After C. J. Curtis and others, "Computer-generated watercolor" (SIGGRAPH 1997), whose explicit
/// steps have no clock; the thin film is A. Oron, S. H. Davis, S. G. Bankoff, Rev. Mod. Phys. 69 (1997), 931, without
/// surface tension. The constants are set by eye.
/// </para>
/// <para>
/// Where one side is dry, water passes only when the film is high enough: a wet edge stays where the brush left it, and
/// goes on over damp paper.
/// </para>
/// </remarks>
internal static class FilmFlow
{
    private const float MobilityAt40 = 0.5f, // mm2/s in a film of 40 g/m2
        UsualFilm = 40;
    private const float Wet = 0.05f; // g/m2; less is no film
    private const float PinsDamp = 3,
        PinsDry = 400,
        DampAt = 1.25f; // g/m2 of film that pass onto a damp or a dry cell; how soon damp counts as wet
    private const float SpreadAtRest = 0.0004f; // mm2/s, of pigment in standing film

    /// <summary>A step in one direction.</summary>
    /// <param name="sheet">The sheet, which is changed.</param>
    /// <param name="down">Along columns; else along rows.</param>
    /// <param name="seconds">Length of the step, s.</param>
    public static void Along(WetSheet sheet, bool down, double seconds)
    {
        var grid = sheet.Paper.Grid;
        var (lines, cells) = down ? (grid.Width, grid.Height) : (grid.Height, grid.Width);
        var rate = (float)(seconds / grid.CellMm2);
        Parallel.For(
            0,
            (lines + Lines.Together - 1) / Lines.Together,
            () => new Scratch(cells),
            (block, _, scratch) =>
            {
                Move(sheet, new Lines(grid, down, block * Lines.Together), rate, scratch);
                return scratch;
            },
            _ => { }
        );
    }

    private static void Move(WetSheet sheet, Lines lines, float rate, Scratch scratch)
    {
        var (film, cells) = (scratch.Film, lines.Cells);
        var any = Vector256<float>.Zero;
        for (var i = 0; i < cells; i++)
        {
            film[i] = lines.Load(sheet.Film, i);
            any += film[i];
        }
        if (Vector256.Sum(any) <= 0)
            return;
        Open(sheet, lines, rate, scratch);
        Solve(film, scratch.From, scratch.Onto, scratch, cells);
        Transfer(film, scratch.Passed, scratch, cells);
        for (var i = 0; i < cells; i++)
            lines.Store(sheet.Film, i, film[i]);
        var water = scratch.Passed;
        var least = Vector256.Create(Wet * 1e-3f);
        for (var i = 0; i < cells; i++)
            scratch.Dilutes[i] = Vector256<float>.One / Vector256.Max(film[i], least);
        for (var pigment = 0; pigment < sheet.Pigments.Length; pigment++)
        {
            var afloat = scratch.Pigment;
            for (var i = 0; i < cells; i++)
                afloat[i] = lines.Load(sheet.Afloat[pigment], i);
            var mobility = (float)sheet.Pigments[pigment].Mobility;
            for (var i = 0; i + 1 < cells; i++)
            {
                var passes = mobility * water[i];
                scratch.From[i] =
                    (Vector256.Max(passes, Vector256<float>.Zero) + scratch.Spreads[i]) * scratch.Dilutes[i];
                scratch.Onto[i] =
                    (Vector256.Max(-passes, Vector256<float>.Zero) + scratch.Spreads[i]) * scratch.Dilutes[i + 1];
            }
            Solve(afloat, scratch.From, scratch.Onto, scratch, cells);
            Transfer(afloat, scratch.PigmentPassed, scratch, cells);
            for (var i = 0; i < cells; i++)
                lines.Store(sheet.Afloat[pigment], i, afloat[i]);
        }
    }

    /// <summary>What each face lets pass, for the film before the step.</summary>
    private static void Open(WetSheet sheet, Lines lines, float rate, Scratch scratch)
    {
        var film = scratch.Film;
        var damp = (float)(DampAt / sheet.Paper.Holds);
        var none = Vector256<float>.Zero;
        for (var i = 0; i < lines.Cells; i++)
        {
            scratch.Relief[i] = lines.Load(sheet.Paper.Relief.Span, i);
            scratch.Resists[i] = lines.Load(sheet.Paper.Resistance.Span, i);
            // How high a film must stand beside a cell to come onto it; wet ones take any.
            var dry = Vector256.Max(none, Vector256<float>.One - damp * lines.Load(sheet.InPaper, i));
            var pins = scratch.Resists[i] * (PinsDry * dry + Vector256.Create(PinsDamp));
            scratch.Pins[i] = Vector256.ConditionalSelect(
                Vector256.GreaterThan(film[i], Vector256.Create(Wet)),
                none,
                pins
            );
            scratch.Dams[i] = lines.Load(sheet.Dams, i);
        }
        for (var i = 0; i + 1 < lines.Cells; i++)
        {
            var opens = Vector256.GreaterThanOrEqual(
                Vector256.Max(film[i], film[i + 1]),
                Vector256.Max(scratch.Pins[i], scratch.Pins[i + 1])
            );
            var closed = scratch.Dams[i] + scratch.Dams[i + 1];
            opens &= Vector256.Equals(closed, none);
            var flows =
                Vector256.Create(rate * 2 * MobilityAt40 / UsualFilm) / (scratch.Resists[i] + scratch.Resists[i + 1]);
            var mean = (film[i] + film[i + 1]) / 2;
            var falls = scratch.Relief[i] - scratch.Relief[i + 1];
            scratch.From[i] = opens.AsSingle() & (flows * (mean + Vector256.Max(falls, none)));
            scratch.Onto[i] = opens.AsSingle() & (flows * (mean + Vector256.Max(-falls, none)));
            scratch.Spreads[i] = opens.AsSingle() & (rate * SpreadAtRest * mean);
        }
    }

    /// <summary>
    /// Solves (1 + a + b') x - a' x' - b x'' = x before: what is there after the step, by the algorithm for three diagonals
    /// (L. H. Thomas, 1949).
    /// </summary>
    private static void Solve(
        Vector256<float>[] there,
        Vector256<float>[] from,
        Vector256<float>[] onto,
        Scratch scratch,
        int cells
    )
    {
        Vector256<float>[] above = scratch.Above,
            solved = scratch.Solved;
        var (came, before) = (Vector256<float>.Zero, Vector256<float>.Zero);
        for (var i = 0; i < cells; i++)
        {
            var leaves = i + 1 < cells ? from[i] : Vector256<float>.Zero;
            var back = i > 0 ? onto[i - 1] : Vector256<float>.Zero;
            var enters = i > 0 ? from[i - 1] : Vector256<float>.Zero;
            var pivot = Vector256<float>.One / (Vector256<float>.One + leaves + back - enters * came);
            came = i + 1 < cells ? onto[i] * pivot : Vector256<float>.Zero;
            before = (there[i] + enters * before) * pivot;
            (above[i], solved[i]) = (came, before);
        }
        for (var i = cells - 2; i >= 0; i--)
            solved[i] += above[i] * solved[i + 1];
    }

    /// <summary>What passes each face leaves one cell and enters the next: nothing is lost to rounding.</summary>
    private static void Transfer(Vector256<float>[] there, Vector256<float>[] passed, Scratch scratch, int cells)
    {
        for (var i = 0; i + 1 < cells; i++)
        {
            passed[i] = scratch.From[i] * scratch.Solved[i] - scratch.Onto[i] * scratch.Solved[i + 1];
            there[i] -= passed[i];
            there[i + 1] += passed[i];
        }
    }

    /// <summary>Room to work in, for as many lines as go together.</summary>
    private sealed class Scratch(int cells)
    {
        public readonly Vector256<float>[] Film = new Vector256<float>[cells],
            Pigment = new Vector256<float>[cells],
            Relief = new Vector256<float>[cells],
            Resists = new Vector256<float>[cells],
            Pins = new Vector256<float>[cells],
            Dams = new Vector256<float>[cells],
            From = new Vector256<float>[cells],
            Onto = new Vector256<float>[cells],
            Spreads = new Vector256<float>[cells],
            Passed = new Vector256<float>[cells],
            PigmentPassed = new Vector256<float>[cells],
            Dilutes = new Vector256<float>[cells],
            Above = new Vector256<float>[cells],
            Solved = new Vector256<float>[cells];
    }
}
