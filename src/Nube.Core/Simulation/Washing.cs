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
    private const double RimMm = 0.8;
    private const float Wet = 0.05f; // g/m2; less is no film
    private const double CobbSeconds = 60; // for which ISO 535 lets paper drink for its Cobb60
    private const float LiftsAtRest = 0.002f; // 1/s, of loose pigment under standing film
    private const float StainsAgainstLift = 0.7f;
    private const double LeastStep = 0.25,
        LongestStep = 2,
        DampStep = 20; // s, with a film and without
    private const double StepsGrow = 1.25;

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
            var flows = sheet.Film.AsSpan().IndexOfAnyInRange(Wet, float.MaxValue) >= 0;
            var now = Math.Min(left, flows ? step : DampStep);
            if (flows)
            {
                FilmFlow.Along(sheet, down: turn % 2 == 0, now);
                FilmFlow.Along(sheet, down: turn % 2 != 0, now);
            }
            Dry(sheet, now, evaporation);
            Settle(sheet, (float)now);
            sheet.Seconds += now;
            left -= now;
            step = Math.Min(LongestStep, step * StepsGrow);
        }
    }

    /// <summary>The paper drinks and the air takes its share, cell by cell.</summary>
    private static void Dry(WetSheet sheet, double seconds, double evaporation)
    {
        var drawn = DrawnMore(sheet);
        var (holds, drinks) = (
            (float)sheet.Paper.Holds,
            (float)(sheet.Paper.Cobb60 * sheet.Paper.Cobb60 / CobbSeconds)
        );
        var rate = (float)evaporation;
        var time = (float)seconds;
        var gone = 0.0;
        for (var at = 0; at < sheet.Film.Length; at++)
        {
            var (film, inside) = (sheet.Film[at], sheet.InPaper[at]);
            var before = film + inside;
            if (before <= 0)
                continue;
            if (film > 0)
            {
                var full = MathF.Min(holds, MathF.Sqrt(inside * inside + drinks * time));
                var drunk = MathF.Min(film, MathF.Max(0, full - inside));
                (film, inside) = (film - drunk, inside + drunk);
                sheet.Soaked[at] = inside;
                var taken = MathF.Min(film, rate * drawn[at] * time);
                film -= taken;
                if (film < Wet)
                    (film, inside) = (0, inside + film);
                sheet.Film[at] = film;
            }
            else
            {
                inside = Falling(inside, (float)DryingCurve.CriticalShare * sheet.Soaked[at], rate * time);
            }
            sheet.InPaper[at] = inside;
            gone += before - film - inside;
        }
        sheet.Evaporated += gone;
    }

    /// <summary>Water in the pores after so much could have left: straight down to the critical share, then ever slower.</summary>
    private static float Falling(float inside, float critical, float could)
    {
        var straight = MathF.Min(MathF.Max(0, inside - critical), could);
        var (rest, more) = (inside - straight, could - straight);
        return critical <= 0 ? MathF.Max(0, rest - more) : rest * MathF.Exp(-more / critical);
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

    /// <summary>Pigment sinks onto the paper, some is taken up again, and what has dried stays.</summary>
    private static void Settle(WetSheet sheet, float seconds)
    {
        var valley = sheet.Paper.Valley;
        var dry = (float)(DryingCurve.CoolShare * DryingCurve.CriticalShare);
        Parallel.For(0, sheet.Pigments.Length, pigment =>
        {
            var flow = sheet.Pigments[pigment];
            var (afloat, loose, bound) = (sheet.Afloat[pigment], sheet.Loose[pigment], sheet.Bound[pigment]);
            var (settles, grains) = ((float)flow.Settling * seconds, (float)flow.Granulation);
            var lifts = LiftsAtRest * (1 - StainsAgainstLift * (float)flow.Staining) * seconds;
            var deep = valley.Span;
            for (var at = 0; at < afloat.Length; at++)
            {
                if (afloat[at] == 0 && loose[at] == 0)
                    continue;
                var film = sheet.Film[at];
                if (film > 0)
                {
                    var down = settles * MathF.Max(0.1f, 1 + grains * deep[at]) / (film + 1);
                    // Both ways at once, backward in time: none of it can become less than nothing.
                    var (m, g) = (afloat[at], loose[at]);
                    var stays = (m + lifts * (m + g)) / (1 + down + lifts);
                    (afloat[at], loose[at]) = (stays, g + (m - stays));
                    continue;
                }
                loose[at] += afloat[at];
                afloat[at] = 0;
                if (sheet.InPaper[at] <= dry * sheet.Soaked[at])
                    (bound[at], loose[at]) = (bound[at] + loose[at], 0);
            }
        });
    }
}
