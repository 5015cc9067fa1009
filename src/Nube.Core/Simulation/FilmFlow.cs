using System.Runtime.Intrinsics;
using Nube.Core.Drying;

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
    private const float PinsDamp = 3,
        PinsDry = 400,
        DampAt = 1.25f; // g/m2 of film that pass onto a damp or a dry cell; how soon damp counts as wet
    private const float SpreadAtRest = 0.0004f; // mm2/s, of pigment in standing film

    private const float FrontStirs = 0.6f; // of what scrubbing stirs
    private const int BlocksTogether = 4; // that share what is fetched from memory

    /// <summary>A step in one direction.</summary>
    /// <param name="sheet">The sheet, which is changed.</param>
    /// <param name="down">Along columns; else along rows.</param>
    /// <param name="seconds">Length of the step, s.</param>
    public static void Along(WetSheet sheet, bool down, double seconds)
    {
        var grid = sheet.Paper.Grid;
        var (lines, cells) = down ? (grid.Width, grid.Height) : (grid.Height, grid.Width);
        var rate = (float)(seconds / grid.CellMm2);
        var together = BlocksTogether * Lines.Together;
        Parallel.For(
            0,
            (lines + together - 1) / together,
            () => new Scratch(cells),
            (group, _, scratch) =>
            {
                var to = Math.Min(lines, (group + 1) * together);
                for (var first = group * together; first < to; first += Lines.Together)
                    Move(sheet, new Lines(grid, down, first), rate, scratch);
                return scratch;
            },
            _ => { }
        );
    }

    private static void Move(WetSheet sheet, Lines lines, float rate, Scratch scratch)
    {
        var (from, to) = lines.Filled(sheet.Film);
        if (from > to)
            return;
        // What is beside the film may come under it.
        (from, to) = (Math.Max(0, from - 1), Math.Min(lines.Cells - 1, to + 1));
        MoveWater(sheet, lines, rate, from, to, scratch);
        for (var pigment = 0; pigment < sheet.Pigments.Length; pigment++)
        {
            if (sheet.InUse[pigment])
                MovePigment(sheet.Afloat[pigment], lines, (float)sheet.Pigments[pigment].Mobility, from, to, scratch);
        }
    }

    /// <summary>
    /// Each face lets pass Q = a f - b f'. Down the line the diagonals are eliminated (L. H. Thomas, 1949); on the way
    /// back what passes each face leaves one cell and enters the next, so that nothing is lost to rounding.
    /// </summary>
    private static void MoveWater(WetSheet sheet, Lines lines, float rate, int from, int to, Scratch scratch)
    {
        var none = Vector256<float>.Zero;
        var one = Vector256<float>.One;
        var damp = Vector256.Create(DampAt / (float)DryingCurve.CriticalShare);
        var bone = Vector256.Create(1e-3f); // g/m2; paper that never drank is dry
        var flows = Vector256.Create(rate * 2 * MobilityAt40 / UsualFilm);
        var spreads = Vector256.Create(rate * SpreadAtRest);
        Span<Vector256<float>> water = scratch.There,
            leaves = scratch.Leaves,
            returns = scratch.Returns,
            above = scratch.Above,
            solved = scratch.Solved,
            passes = scratch.Passes,
            spread = scratch.Spread,
            dilutes = scratch.Dilutes;
        var film = lines.Load(sheet.Film, from);
        var here = Ground(from, film);
        Vector256<float> came = none,
            before = none,
            a = none,
            b = none;
        for (var i = from; i <= to; i++)
        {
            water[i] = film;
            var (enters, back) = (a, b);
            (a, b, spread[i]) = (none, none, none);
            var nextFilm = film;
            if (i < to)
            {
                nextFilm = lines.Load(sheet.Film, i + 1);
                var next = Ground(i + 1, nextFilm);
                var opens = Vector256.GreaterThanOrEqual(
                    Vector256.Max(film, nextFilm),
                    Vector256.Max(here.Pins, next.Pins)
                );
                var conducts = opens & (flows / (here.Resists + next.Resists));
                var mean = (film + nextFilm) * 0.5f;
                var falls = here.Relief - next.Relief;
                a = conducts * (mean + Vector256.Max(falls, none));
                b = conducts * (mean + Vector256.Max(-falls, none));
                spread[i] = opens & (spreads * mean);
                here = next;
            }
            (leaves[i], returns[i]) = (a, b);
            var pivot = one / (one + a + back - enters * came);
            came = b * pivot;
            before = (film + enters * before) * pivot;
            (above[i], solved[i]) = (came, before);
            film = nextFilm;
        }
        var least = Vector256.Create(WetSheet.LeastFilm * 1e-3f);
        var (later, beyond) = (none, none);
        for (var i = to; i >= from; i--)
        {
            later = solved[i] + above[i] * later;
            solved[i] = later;
            if (i < to)
            {
                var passed = leaves[i] * later - returns[i] * solved[i + 1];
                passes[i] = passed;
                Keep(i + 1, water[i + 1] + passed - beyond);
                beyond = passed;
            }
        }
        Keep(from, water[from] - beyond);

        void Keep(int i, Vector256<float> after)
        {
            scratch.Dilutes[i] = one / Vector256.Max(after, least);
            // A front that comes onto damp paper takes along what lies there.
            var comes =
                Vector256.LessThanOrEqual(scratch.There[i], Vector256.Create(WetSheet.LeastFilm))
                & Vector256.GreaterThan(after, Vector256.Create(WetSheet.LeastFilm));
            if (comes != none)
                lines.Store(
                    sheet.Stirred,
                    i,
                    Vector256.Max(lines.Load(sheet.Stirred, i), comes & Vector256.Create(FrontStirs))
                );
            lines.Store(sheet.Film, i, after);
        }

        // How high a film must stand beside a cell to come onto it; wet ones take any, dams none.
        (Vector256<float> Relief, Vector256<float> Resists, Vector256<float> Pins) Ground(int i, Vector256<float> lies)
        {
            var resists = lines.Load(sheet.Paper.Resistance.Span, i);
            var soaked = Vector256.Max(bone, lines.Load(sheet.Soaked, i));
            var dry = Vector256.Max(none, one - damp * lines.Load(sheet.InPaper, i) / soaked);
            var pins = Vector256.ConditionalSelect(
                Vector256.GreaterThan(lies, Vector256.Create(WetSheet.LeastFilm)),
                none,
                resists * (PinsDry * dry + Vector256.Create(PinsDamp))
            );
            return (lines.Load(sheet.Paper.Relief.Span, i), resists, pins + lines.Load(sheet.Dams, i));
        }
    }

    /// <summary>Pigment goes with the water, from the side that it comes from, and spreads a little by itself.</summary>
    private static void MovePigment(float[] afloat, Lines lines, float mobility, int from, int to, Scratch scratch)
    {
        var none = Vector256<float>.Zero;
        var one = Vector256<float>.One;
        Span<Vector256<float>> there = scratch.There,
            leaves = scratch.Leaves,
            returns = scratch.Returns,
            above = scratch.Above,
            solved = scratch.Solved,
            passes = scratch.Passes,
            spread = scratch.Spread,
            dilutes = scratch.Dilutes;
        Vector256<float> came = none,
            before = none,
            a = none,
            b = none;
        for (var i = from; i <= to; i++)
        {
            var lies = lines.Load(afloat, i);
            there[i] = lies;
            var (enters, back) = (a, b);
            (a, b) = (none, none);
            if (i < to)
            {
                var goes = mobility * passes[i];
                a = (Vector256.Max(goes, none) + spread[i]) * dilutes[i];
                b = (Vector256.Max(-goes, none) + spread[i]) * dilutes[i + 1];
            }
            (leaves[i], returns[i]) = (a, b);
            var pivot = one / (one + a + back - enters * came);
            came = b * pivot;
            before = (lies + enters * before) * pivot;
            (above[i], solved[i]) = (came, before);
        }
        var (later, beyond) = (none, none);
        for (var i = to; i >= from; i--)
        {
            var next = later;
            later = solved[i] + above[i] * later;
            if (i < to)
            {
                var passed = leaves[i] * later - returns[i] * next;
                lines.Store(afloat, i + 1, there[i + 1] + passed - beyond);
                beyond = passed;
            }
        }
        lines.Store(afloat, from, there[from] - beyond);
    }

    /// <summary>Room to work in, for as many lines as go together.</summary>
    private sealed class Scratch(int cells)
    {
        public readonly Vector256<float>[] There = new Vector256<float>[cells],
            Leaves = new Vector256<float>[cells],
            Returns = new Vector256<float>[cells],
            Above = new Vector256<float>[cells],
            Solved = new Vector256<float>[cells],
            Passes = new Vector256<float>[cells],
            Spread = new Vector256<float>[cells],
            Dilutes = new Vector256<float>[cells];
    }
}
