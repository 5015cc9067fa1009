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

    // While there is a film; without one the formulas of drying hold for any step. From steps of 0.1 to 1 s the pictures of a card
    // of six washes differ by 0.3 of 255 in the mean, and by 3 in one of a hundred pixels.
    private const double LeastStep = 1,
        LongestStep = 6; // s
    private const double StepsGrow = 1.5;
    private const float LeastInPaper = 0.01f; // g/m2; less than this is dry
    private const float SinksOnHills = 0.1f; // of what sinks on level paper, at least

    /// <summary>Goes on for some seconds.</summary>
    /// <param name="sheet">The sheet, which is changed.</param>
    /// <param name="seconds">How long, s.</param>
    /// <param name="evaporation">Water that leaves a wet surface on average, g/(m2 s).</param>
    public static void GoOn(WetSheet sheet, double seconds, double evaporation)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        ArgumentOutOfRangeException.ThrowIfNegative(seconds);
        ArgumentOutOfRangeException.ThrowIfNegative(evaporation);
        var (left, step, damp) = (seconds, LeastStep, Seeping.FirstStep);
        for (var turn = 0; left > 1e-9; turn++)
        {
            var flows = HasFilm(sheet);
            var now = Math.Min(left, flows ? step : damp);
            if (flows)
            {
                FilmFlow.Along(sheet, down: turn % 2 == 0, now);
                FilmFlow.Along(sheet, down: turn % 2 != 0, now);
                WakeUnder(sheet, sheet.Film);
            }
            else
            {
                damp *= StepsGrow;
            }
            Seep(sheet, now, flows);
            DryAndSettle(sheet, now, evaporation);
            sheet.Seconds += now;
            left -= now;
            step = Math.Min(LongestStep, step * StepsGrow);
        }
    }

    private static Span<float> RunOf(float[] cells, int run) =>
        cells.AsSpan(run * WetSheet.Run, Math.Min(WetSheet.Run, cells.Length - run * WetSheet.Run));

    private static bool HasFilm(WetSheet sheet)
    {
        for (var run = 0; run < sheet.Awake.Length; run++)
        {
            if (sheet.Awake[run] && Cells.Any(RunOf(sheet.Film, run)))
                return true;
        }
        return false;
    }

    /// <summary>Under a film now and then: it is slow.</summary>
    private static void Seep(WetSheet sheet, double seconds, bool flows)
    {
        sheet.Unseeped += seconds;
        if (sheet.Paper.Seeps <= 0 || (flows && sheet.Unseeped < Seeping.StepUnderFilm(sheet.Paper)))
            return;
        Seeping.GoOn(sheet, sheet.Unseeped);
        sheet.Unseeped = 0;
        WakeUnder(sheet, sheet.InPaper);
    }

    /// <summary>Cells that a film has come to, or water in the paper.</summary>
    private static void WakeUnder(WetSheet sheet, float[] water)
    {
        for (var run = 0; run < sheet.Awake.Length; run++)
            sheet.Awake[run] |= Cells.Any(RunOf(water, run));
    }

    /// <summary>Cell by cell the paper drinks, the air takes its share, pigment sinks, and what was stirred rests.</summary>
    private static void DryAndSettle(WetSheet sheet, double seconds, double evaporation)
    {
        if (sheet.Seconds >= sheet.DrawnUntil)
            (sheet.Drawn, sheet.DrawnUntil) = (DrawnMore(sheet), sheet.Seconds + DrawnAnewSeconds);
        var gone = new double[sheet.Awake.Length];
        Parallel.For(0, sheet.Awake.Length, run =>
        {
            if (!sheet.Awake[run])
                return;
            gone[run] = DryRun(sheet, run * WetSheet.Run, seconds, evaporation);
            sheet.Awake[run] = Settle(sheet, run, (float)seconds);
            Rest(RunOf(sheet.Stirred, run), seconds);
        });
        sheet.Evaporated += gone.Sum();
        if (!sheet.Awake.Contains(true))
            Array.Clear(sheet.InUse);
    }

    [MethodImpl(MethodImplOptions.NoInlining)] // all that is called inside is inlined only where it is by itself
    private static double DryRun(WetSheet sheet, int from, double seconds, double evaporation)
    {
        var none = Vector256<float>.Zero;
        var holds = Vector256.Create((float)sheet.Paper.Holds);
        var drinks = Vector256.Create((float)(sheet.Paper.Cobb60 * sheet.Paper.Cobb60 / CobbSeconds * seconds));
        var could = Vector256.Create((float)(evaporation * seconds));
        var gone = 0.0;
        var to = Math.Min(from + WetSheet.Run, sheet.Film.Length);
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
            var leaves = could * Cells.Load(sheet.Quicker, at);
            var drying = Vector256.Max(none, film - drunk - leaves * Cells.Load(sheet.Drawn, at));
            var left = Vector256.GreaterThanOrEqual(drying, Vector256.Create(WetSheet.LeastFilm));
            var after = wet & left & drying;
            var filled = inside + drunk + (Vector256.AndNot(drying, left) & wet);
            // Without one they empty.
            var emptied = Falling(inside, (float)DryingCurve.CriticalShare * soaked, leaves);
            emptied &= Vector256.GreaterThan(emptied, Vector256.Create(LeastInPaper));
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

    /// <summary>How much faster each wet cell dries than the mean of its area.</summary>
    private static float[] DrawnMore(WetSheet sheet)
    {
        var grid = sheet.Paper.Grid;
        var film = sheet.Film.AsSpan();
        var drawn = Cells.New(grid.Count);
        var (first, last) = (Cells.First(film), Cells.Last(film));
        if (first < 0)
            return drawn;
        // Only rows with a film, and as many beside them as the blur reaches to.
        var reach = (int)Math.Ceiling(4 * RimMm / grid.CellMm);
        var (top, bottom) = (
            Math.Max(0, first / grid.Width - reach),
            Math.Min(grid.Height, last / grid.Width + reach + 1)
        );
        var wet = new float[(bottom - top) * grid.Width];
        for (var at = 0; at < wet.Length; at++)
            wet[at] = film[top * grid.Width + at] > 0 ? 1 : 0;
        var around = Noise.Blurred(wet, grid with { Height = bottom - top }, RimMm);
        var areas = sheet.Areas.AsSpan(top * grid.Width, wet.Length);
        var (sums, counts) = (new double[sheet.LastArea + 1], new int[sheet.LastArea + 1]);
        for (var at = 0; at < wet.Length; at++)
        {
            if (wet[at] == 0)
                continue;
            around[at] = 1 + RimDrawsMore * (1 - around[at]);
            sums[areas[at]] += around[at];
            counts[areas[at]]++;
        }
        for (var at = 0; at < wet.Length; at++)
        {
            if (wet[at] > 0)
                drawn[top * grid.Width + at] = (float)(around[at] * counts[areas[at]] / sums[areas[at]]);
        }
        return drawn;
    }

    private static void Rest(Span<float> stirred, double seconds)
    {
        if (!Cells.Any(stirred))
            return;
        var stays = (float)Math.Exp(-seconds / RestSeconds);
        foreach (ref var cell in stirred)
            cell = cell < Still ? 0 : cell * stays;
    }

    /// <summary>
    /// Pigment sinks onto the paper, some is taken up again, and what has dried stays. Answers whether anything is wet or
    /// loose yet; where nothing is, cells go to sleep.
    /// </summary>
    private static bool Settle(WetSheet sheet, int run, float seconds)
    {
        var loose = false;
        for (var pigment = 0; pigment < sheet.Pigments.Length; pigment++)
            loose |= sheet.InUse[pigment] && SettleRun(sheet, pigment, run * WetSheet.Run, seconds);
        return loose || Cells.Any(RunOf(sheet.Film, run)) || Cells.Any(RunOf(sheet.InPaper, run));
    }

    /// <summary>Whether anything is left that has not dried on.</summary>
    [MethodImpl(MethodImplOptions.NoInlining)]
    private static bool SettleRun(WetSheet sheet, int pigment, int from, float seconds)
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
        var to = Math.Min(from + WetSheet.Run, afloat.Length);
        var loosely = none;
        for (var at = from; at < to; at += Vector256<float>.Count)
        {
            var (m, g) = (Cells.Load(afloat, at), Cells.Load(loose, at));
            if (m + g == none)
                continue;
            var film = Cells.Load(sheet.Film, at);
            var wet = Vector256.GreaterThan(film, none);
            // Both ways at once, backward in time: none of it can become less than nothing.
            var valley = Vector256.Max(Vector256.Create(SinksOnHills), one + grains * Cells.Load(sheet.Valley, at));
            var down = settles * valley / (film + one);
            var lifts = lets * (Vector256.Create(LiftsAtRest) + LiftsStirred * Cells.Load(sheet.Stirred, at));
            var stays = wet & ((m + lifts * (m + g)) / (one + down + lifts));
            var lies = g + (m - stays);
            Cells.Store(afloat, at, stays);
            var binds =
                Vector256.AndNot(lies, wet)
                & Vector256.LessThanOrEqual(Cells.Load(sheet.InPaper, at), dry * Cells.Load(sheet.Soaked, at));
            lies -= binds;
            loosely = Vector256.Max(loosely, Vector256.Abs(stays + lies));
            Cells.Store(loose, at, lies);
            if (binds != none)
                Cells.Store(bound, at, Cells.Load(bound, at) + binds);
        }
        return loosely != none;
    }
}
