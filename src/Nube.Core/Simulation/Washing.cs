using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;
using Nube.Core.Drying;

namespace Nube.Core.Simulation;

/// <summary>What happens to a wet sheet over time: it flows, the paper drinks, the air takes water, pigment settles.</summary>
/// <remarks>
/// Drinking and drying of a cell are those of <see cref="DryingCurve"/>: uptake with the square root of time until the
/// sheet is full, a constant rate while there is water enough, and a falling one below a share of what was drunk. So
/// what a plan calls damp is damp here. A rim dries faster than the middle, as vapour leaves it sideways, too (R. D.
/// Deegan and others, "Capillary flow as the cause of ring stains from dried liquid drops", Nature 389 (1997), 827);
/// how much faster is set by eye.
/// </remarks>
public static class Washing
{
    private const float RimDrawsMore = 8; // times as much at a rim with nothing wet beside it
    private const double RimMm = 0.8,
        DrawnAnewSeconds = 4; // a rim moves slowly
    private const double CobbSeconds = 60; // for which ISO 535 lets paper drink for its Cobb60
    private const float LiftsAtRest = 0.002f, // 1/s, of loose pigment under standing film
        LiftsStirred = 0.10f; // and more where it is stirred
    private const float Still = 0.001f; // stirred less than this it is at rest
    private const double RestSeconds = 8; // in which what was stirred comes to rest, to 1/e
    private const float StainsAgainstLift = 0.7f;
    private const double LeastStep = 0.25,
        LongestStep = 2,
        DampStep = 20; // s, with a film and without
    private const double StepsGrow = 1.25;
    private const float SinksOnHills = 0.1f; // of what sinks on level paper, at least
    private const int Run = 8192; // cells that one thread takes at a time

    /// <summary>Goes on for some seconds.</summary>
    /// <param name="sheet">The sheet, which is changed.</param>
    /// <param name="seconds">How long, s.</param>
    /// <param name="evaporation">Water that leaves a wet surface on average, g/(m2 s).</param>
    public static void GoOn(WetSheet sheet, double seconds, double evaporation)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        ArgumentOutOfRangeException.ThrowIfNegative(seconds);
        ArgumentOutOfRangeException.ThrowIfNegative(evaporation);
        var (left, step) = (seconds, LeastStep);
        for (var turn = 0; left > 1e-9; turn++)
        {
            var flows = sheet.Film.AsSpan().IndexOfAnyInRange(WetSheet.LeastFilm, float.MaxValue) >= 0;
            var now = Math.Min(left, flows ? step : DampStep);
            if (flows)
            {
                FilmFlow.Along(sheet, down: turn % 2 == 0, now);
                FilmFlow.Along(sheet, down: turn % 2 != 0, now);
            }
            Dry(sheet, now, evaporation);
            Settle(sheet, now);
            Rest(sheet, now);
            sheet.Seconds += now;
            left -= now;
            step = Math.Min(LongestStep, step * StepsGrow);
        }
    }

    /// <summary>The paper drinks and the air takes its share, cell by cell.</summary>
    private static void Dry(WetSheet sheet, double seconds, double evaporation)
    {
        if (sheet.Seconds >= sheet.DrawnUntil)
            (sheet.Drawn, sheet.DrawnUntil) = (DrawnMore(sheet), sheet.Seconds + DrawnAnewSeconds);
        var drawn = sheet.Drawn;
        var gone = new double[(sheet.Film.Length + Run - 1) / Run];
        Parallel.For(0, gone.Length, run => gone[run] = DryRun(sheet, drawn, run * Run, seconds, evaporation));
        sheet.Evaporated += gone.Sum();
    }

    private static double DryRun(WetSheet sheet, float[] drawn, int from, double seconds, double evaporation)
    {
        var none = Vector256<float>.Zero;
        var holds = Vector256.Create((float)sheet.Paper.Holds);
        var drinks = Vector256.Create((float)(sheet.Paper.Cobb60 * sheet.Paper.Cobb60 / CobbSeconds * seconds));
        var could = Vector256.Create((float)(evaporation * seconds));
        var gone = 0.0;
        var to = Math.Min(from + Run, sheet.Film.Length);
        for (var at = from; at < to; at += Vector256<float>.Count)
        {
            var (film, inside) = (Cells.Load(sheet.Film, at), Cells.Load(sheet.InPaper, at));
            if (film + inside == none)
                continue;
            var soaked = Cells.Load(sheet.Soaked, at);
            var wet = Vector256.GreaterThan(film, none);
            var before = film + inside;
            // With a film above, the pores fill and the film dries.
            var full = Vector256.Min(holds, Vector256.Sqrt(inside * inside + drinks));
            var drunk = Vector256.Min(film, Vector256.Max(none, full - inside));
            var drying = Vector256.Max(none, film - drunk - could * Cells.Load(drawn, at));
            var left = Vector256.GreaterThanOrEqual(drying, Vector256.Create(WetSheet.LeastFilm));
            var after = wet & left & drying;
            var filled = inside + drunk + (Vector256.AndNot(drying, left) & wet);
            // Without one they empty.
            var emptied = Falling(inside, (float)DryingCurve.CriticalShare * soaked, could);
            inside = Vector256.ConditionalSelect(wet, filled, emptied);
            Cells.Store(sheet.Soaked, at, Vector256.ConditionalSelect(wet, inside, soaked));
            Cells.Store(sheet.Film, at, after);
            Cells.Store(sheet.InPaper, at, inside);
            gone += Vector256.Sum(before - after - inside);
        }
        return gone;
    }

    /// <summary>
    /// Water in the pores after so much could have left: straight down to the critical share, then ever slower.
    /// </summary>
    private static Vector256<float> Falling(Vector256<float> inside, Vector256<float> critical, Vector256<float> could)
    {
        var straight = Vector256.Min(Vector256.Max(Vector256<float>.Zero, inside - critical), could);
        var share = (could - straight) / Vector256.Max(critical, Vector256.Create(1e-6f));
        return (inside - straight) * Vector256.Exp(-share);
    }

    /// <summary>How much faster each wet cell dries than the mean of all.</summary>
    private static float[] DrawnMore(WetSheet sheet)
    {
        var wet = new float[sheet.Film.Length];
        for (var at = 0; at < wet.Length; at++)
            wet[at] = sheet.Film[at] > 0 ? 1 : 0;
        var around = Noise.Blurred(wet, sheet.Paper.Grid, RimMm);
        var (sum, count) = (0.0, 0);
        for (var at = 0; at < wet.Length; at++)
        {
            if (wet[at] == 0)
                continue;
            around[at] = 1 + RimDrawsMore * (1 - around[at]);
            (sum, count) = (sum + around[at], count + 1);
        }
        var mean = count == 0 ? 1 : (float)(sum / count);
        for (var at = 0; at < wet.Length; at++)
            around[at] /= mean;
        return around;
    }

    private static void Rest(WetSheet sheet, double seconds)
    {
        var stays = (float)Math.Exp(-seconds / RestSeconds);
        for (var at = 0; at < sheet.Stirred.Length; at++)
            sheet.Stirred[at] = sheet.Stirred[at] < Still ? 0 : sheet.Stirred[at] * stays;
    }

    /// <summary>Pigment sinks onto the paper, some is taken up again, and what has dried stays.</summary>
    private static void Settle(WetSheet sheet, double seconds)
    {
        var runs = (sheet.Film.Length + Run - 1) / Run;
        Parallel.For(0, runs, run =>
        {
            for (var pigment = 0; pigment < sheet.Pigments.Length; pigment++)
                SettleRun(sheet, pigment, run * Run, (float)seconds);
        });
    }

    private static void SettleRun(WetSheet sheet, int pigment, int from, float seconds)
    {
        var (none, one) = (Vector256<float>.Zero, Vector256<float>.One);
        var flow = sheet.Pigments[pigment];
        var settles = Vector256.Create((float)flow.Settling * seconds);
        var grains = Vector256.Create((float)flow.Granulation);
        var lets = (1 - StainsAgainstLift * (float)flow.Staining) * seconds;
        var dry = Vector256.Create((float)(DryingCurve.CoolShare * DryingCurve.CriticalShare));
        float[] afloat = sheet.Afloat[pigment],
            loose = sheet.Loose[pigment],
            bound = sheet.Bound[pigment];
        var to = Math.Min(from + Run, afloat.Length);
        for (var at = from; at < to; at += Vector256<float>.Count)
        {
            var (m, g) = (Cells.Load(afloat, at), Cells.Load(loose, at));
            if (m + g == none)
                continue;
            var film = Cells.Load(sheet.Film, at);
            var wet = Vector256.GreaterThan(film, none);
            // Both ways at once, backward in time: none of it can become less than nothing.
            var valley = Vector256.Max(
                Vector256.Create(SinksOnHills),
                one + grains * Cells.Load(sheet.Paper.Valley.Span, at)
            );
            var down = settles * valley / (film + one);
            var lifts = lets * (Vector256.Create(LiftsAtRest) + LiftsStirred * Cells.Load(sheet.Stirred, at));
            var stays = wet & ((m + lifts * (m + g)) / (one + down + lifts));
            var lies = g + (m - stays);
            Cells.Store(afloat, at, stays);
            var binds =
                Vector256.AndNot(lies, wet)
                & Vector256.LessThanOrEqual(Cells.Load(sheet.InPaper, at), dry * Cells.Load(sheet.Soaked, at));
            if (binds == none)
            {
                Cells.Store(loose, at, lies);
                continue;
            }
            Cells.Store(loose, at, lies - binds);
            Cells.Store(bound, at, Cells.Load(bound, at) + binds);
        }
    }

    /// <summary>Cells side by side, as many as a vector holds; beyond the last there is nothing.</summary>
    private static class Cells
    {
        [MethodImpl(MethodImplOptions.AggressiveInlining)]
        public static Vector256<float> Load(ReadOnlySpan<float> cells, int at) =>
            at + Vector256<float>.Count <= cells.Length ? Vector256.Create(cells[at..]) : LoadLast(cells[at..]);

        [MethodImpl(MethodImplOptions.AggressiveInlining)]
        public static void Store(Span<float> cells, int at, Vector256<float> values)
        {
            if (at + Vector256<float>.Count <= cells.Length)
                values.CopyTo(cells[at..]);
            else
                StoreLast(cells[at..], values);
        }

        [MethodImpl(MethodImplOptions.NoInlining)]
        private static Vector256<float> LoadLast(ReadOnlySpan<float> cells)
        {
            Span<float> last = stackalloc float[Vector256<float>.Count];
            last.Clear();
            cells.CopyTo(last);
            return Vector256.Create<float>(last);
        }

        [MethodImpl(MethodImplOptions.NoInlining)]
        private static void StoreLast(Span<float> cells, Vector256<float> values)
        {
            for (var lane = 0; lane < cells.Length; lane++)
                cells[lane] = values[lane];
        }
    }
}
