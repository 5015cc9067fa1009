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
/// <para>
/// A deep film is never at rest: the brush, warmth and what paint does to its surface churn it. So pigment spreads by
/// itself the more the deeper the film is, with its square, as it does in any thin layer that is sheared (G. I. Taylor,
/// Proc. R. Soc. A 219 (1953), 186), unevenly where the paper leads it: colour that is dropped into a wet wash feathers
/// out, and stays where it is in one that has nearly gone. How much is set by eye.
/// </para>
/// </remarks>
internal static class FilmFlow
{
    private const float MobilityAt40 = 0.5f, // mm2/s in a film of 40 g/m2
        UsualFilm = 40;
    private const float PinsDamp = 3,
        PinsDry = 400,
        DampAt = 1.25f; // g/m2 of film that pass onto a damp or a dry cell; how soon damp counts as wet
    private const float SpreadAtRest = 0.0004f, // mm2/s, of pigment in standing film
        Churns = 0.020f; // mm2/s more in a film of 40 g/m2

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
        var all = scratch.There.AsSpan(0, lines.Cells);
        lines.Gather(sheet.Film, 0, all);
        var (from, to) = Filled(all);
        if (from > to)
            return;
        // What is beside the film may come under it.
        (from, to) = (Math.Max(0, from - 1), Math.Min(lines.Cells - 1, to + 1));
        var length = to - from + 1;
        all.Slice(from, length).CopyTo(scratch.Film);
        MoveWater(sheet, lines, from, length, rate, scratch);
        for (var pigment = 0; pigment < sheet.Pigments.Length; pigment++)
        {
            if (sheet.InUse[pigment])
                MovePigment(
                    sheet.Afloat[pigment],
                    lines,
                    from,
                    length,
                    (float)sheet.Pigments[pigment].Mobility,
                    scratch
                );
        }
    }

    /// <summary>The first and the last cell along the lines that holds anything in one of them; none: 0 and -1.</summary>
    private static (int From, int To) Filled(ReadOnlySpan<Vector256<float>> film)
    {
        var (from, to) = (0, film.Length - 1);
        while (to >= 0 && film[to] == Vector256<float>.Zero)
            to--;
        while (from < to && film[from] == Vector256<float>.Zero)
            from++;
        return (from, to);
    }

    private static void MoveWater(WetSheet sheet, Lines lines, int from, int length, float rate, Scratch scratch)
    {
        var film = scratch.Film.AsSpan(0, length);
        lines.Gather(sheet.Paper.Relief.Span, from, scratch.Relief.AsSpan(0, length));
        lines.Gather(sheet.Paper.Resistance.Span, from, scratch.Resists.AsSpan(0, length));
        Pins(sheet, lines, from, length, scratch);
        WaterFaces(length, rate, scratch);
        film.CopyTo(scratch.There);
        Pass(length, scratch, scratch.Passes);
        lines.Scatter(scratch.There.AsSpan(0, length), from, sheet.Film);
        if (Dilutes(length, scratch))
            StirAtFronts(sheet, lines, from, length, scratch);
    }

    /// <summary>How high a film must stand beside a cell to come onto it: wet ones take any, dams none.</summary>
    private static void Pins(WetSheet sheet, Lines lines, int from, int length, Scratch scratch)
    {
        Span<Vector256<float>> film = scratch.Film.AsSpan(0, length),
            resists = scratch.Resists.AsSpan(0, length),
            pins = scratch.Pins.AsSpan(0, length),
            inside = scratch.There.AsSpan(0, length),
            soaked = scratch.Above.AsSpan(0, length),
            dams = scratch.Solved.AsSpan(0, length);
        lines.Gather(sheet.InPaper, from, inside);
        lines.Gather(sheet.Soaked, from, soaked);
        if (sheet.HasDams)
            lines.Gather(sheet.Dams, from, dams);
        else
            dams.Clear();
        var (none, one) = (Vector256<float>.Zero, Vector256<float>.One);
        var damp = Vector256.Create(DampAt / (float)DryingCurve.CriticalShare);
        var holds = Vector256.Create((float)sheet.Paper.Holds);
        var least = Vector256.Create(WetSheet.LeastFilm);
        for (var i = 0; i < pins.Length; i++)
        {
            // Where no film ever lay, what has seeped in counts by what the paper holds.
            var full = Vector256.ConditionalSelect(Vector256.Equals(soaked[i], none), holds, soaked[i]);
            var dry = Vector256.Max(none, one - damp * inside[i] / full);
            var stops = resists[i] * (PinsDry * dry + Vector256.Create(PinsDamp));
            pins[i] = Vector256.AndNot(stops, Vector256.GreaterThan(film[i], least)) + dams[i];
        }
    }

    /// <summary>Each face lets pass Q = a f - b f' of water, and lets pigment through where it is open.</summary>
    private static void WaterFaces(int length, float rate, Scratch scratch)
    {
        ReadOnlySpan<Vector256<float>> film = scratch.Film.AsSpan(0, length),
            relief = scratch.Relief.AsSpan(0, length),
            resists = scratch.Resists.AsSpan(0, length),
            pins = scratch.Pins.AsSpan(0, length);
        Span<Vector256<float>> leaves = scratch.Leaves.AsSpan(0, length),
            returns = scratch.Returns.AsSpan(0, length),
            spread = scratch.Spread.AsSpan(0, length);
        var none = Vector256<float>.Zero;
        var flows = Vector256.Create(rate * MobilityAt40 / UsualFilm);
        var (rests, churns) = (
            Vector256.Create(rate * SpreadAtRest),
            Vector256.Create(rate * Churns / (UsualFilm * UsualFilm))
        );
        for (var i = 0; i < length - 1; i++)
        {
            var opens = Vector256.GreaterThanOrEqual(
                Vector256.Max(film[i], film[i + 1]),
                Vector256.Max(pins[i], pins[i + 1])
            );
            var eases = Vector256.Create(2f) / (resists[i] + resists[i + 1]);
            var conducts = opens & (flows * eases);
            var mean = (film[i] + film[i + 1]) * 0.5f;
            var feathers = eases * eases * eases * eases;
            var falls = relief[i] - relief[i + 1];
            leaves[i] = conducts * (mean + Vector256.Max(falls, none));
            returns[i] = conducts * (mean + Vector256.Max(-falls, none));
            spread[i] = opens & (mean * (rests + churns * feathers * mean * mean));
        }
        leaves[length - 1] = returns[length - 1] = spread[length - 1] = none;
    }

    private static void Pass(int length, Scratch scratch, Vector256<float>[] through) =>
        Faces.Pass(
            scratch.There.AsSpan(0, length),
            scratch.Leaves.AsSpan(0, length),
            scratch.Returns.AsSpan(0, length),
            scratch.Above.AsSpan(0, length),
            scratch.Solved.AsSpan(0, length),
            through.AsSpan(0, length)
        );

    /// <summary>How much the water after it thins what floats there; answers whether a front came anywhere.</summary>
    private static bool Dilutes(int length, Scratch scratch)
    {
        Span<Vector256<float>> before = scratch.Film.AsSpan(0, length),
            after = scratch.There.AsSpan(0, length),
            dilutes = scratch.Dilutes.AsSpan(0, length);
        var least = Vector256.Create(WetSheet.LeastFilm);
        var thinnest = least * 1e-3f;
        var came = Vector256<float>.Zero;
        for (var i = 0; i < before.Length; i++)
        {
            dilutes[i] = Vector256<float>.One / Vector256.Max(after[i], thinnest);
            // From here on where a front comes.
            before[i] = Vector256.LessThanOrEqual(before[i], least) & Vector256.GreaterThan(after[i], least);
            came |= before[i];
        }
        return came != Vector256<float>.Zero;
    }

    /// <summary>A front that comes onto damp paper takes along what lies there.</summary>
    private static void StirAtFronts(WetSheet sheet, Lines lines, int from, int length, Scratch scratch)
    {
        Span<Vector256<float>> fronts = scratch.Film.AsSpan(0, length),
            stirred = scratch.There.AsSpan(0, length);
        lines.Gather(sheet.Stirred, from, stirred);
        for (var i = 0; i < fronts.Length; i++)
            stirred[i] = Vector256.Max(stirred[i], fronts[i] & Vector256.Create(FrontStirs));
        lines.Scatter(stirred, from, sheet.Stirred);
    }

    /// <summary>Pigment goes with the water, from the side that it comes from, and spreads a little by itself.</summary>
    private static void MovePigment(float[] afloat, Lines lines, int from, int length, float mobility, Scratch scratch)
    {
        var there = scratch.There.AsSpan(0, length);
        lines.Gather(afloat, from, there);
        var any = Vector256<float>.Zero;
        foreach (var cells in there)
            any |= cells;
        if (any == Vector256<float>.Zero)
            return;
        PigmentFaces(length, mobility, scratch);
        Pass(length, scratch, scratch.Pins);
        lines.Scatter(there, from, afloat);
    }

    private static void PigmentFaces(int length, float mobility, Scratch scratch)
    {
        ReadOnlySpan<Vector256<float>> passes = scratch.Passes.AsSpan(0, length),
            spread = scratch.Spread.AsSpan(0, length),
            dilutes = scratch.Dilutes.AsSpan(0, length);
        Span<Vector256<float>> leaves = scratch.Leaves.AsSpan(0, length),
            returns = scratch.Returns.AsSpan(0, length);
        var none = Vector256<float>.Zero;
        for (var i = 0; i < length - 1; i++)
        {
            var goes = mobility * passes[i];
            leaves[i] = (Vector256.Max(goes, none) + mobility * spread[i]) * dilutes[i];
            returns[i] = (Vector256.Max(-goes, none) + mobility * spread[i]) * dilutes[i + 1];
        }
        leaves[length - 1] = returns[length - 1] = none;
    }

    /// <summary>Room to work in, for as many lines as go together.</summary>
    private sealed class Scratch(int cells)
    {
        public readonly Vector256<float>[] Film = new Vector256<float>[cells],
            Relief = new Vector256<float>[cells],
            Resists = new Vector256<float>[cells],
            Pins = new Vector256<float>[cells],
            There = new Vector256<float>[cells],
            Leaves = new Vector256<float>[cells],
            Returns = new Vector256<float>[cells],
            Above = new Vector256<float>[cells],
            Solved = new Vector256<float>[cells],
            Passes = new Vector256<float>[cells],
            Spread = new Vector256<float>[cells],
            Dilutes = new Vector256<float>[cells];
    }
}
