using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Drying;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Planning;

namespace Nube.Core.Simulation.Hand;

/// <summary>A brushful, and when in the course of an area the brush lays it down.</summary>
/// <param name="Share">Share of the time that the hand takes over the area, 0 to 1.</param>
/// <param name="Brushful">What is laid.</param>
public readonly record struct BrushMoment(double Share, Brushful Brushful);

/// <summary>What a brush does over an area in a pass: brushful after brushful, its wet edge moving along.</summary>
/// <remarks>
/// A wash goes from top left to bottom right; what fades goes from dark to light, with water all over; colour is dropped
/// into water that is there already (common practice, no source; amounts are set by eye).
/// </remarks>
/// <param name="paints">The run's colourants on its paper.</param>
/// <param name="pigmentOf">The sheet's pigment of a colourant.</param>
public sealed class WetStrokes(Paints paints, IReadOnlyDictionary<int, int> pigmentOf)
{
    private const double StrokeMm = 7; // that the wet edge goes on with each brushful
    private const int MostBrushfuls = 8;
    private const double DropGrams = 8, // g/m2 at most, water that comes along with colour dropped into water
        WettedShare = 0.4; // of the time over an area goes into wetting it, before colour is dropped in
    private const double Stirs = 0.15; // how much a soft brush stirs what is dry

    /// <summary>The brushfuls of a pass over an area, in their order.</summary>
    /// <param name="pass">The pass.</param>
    /// <param name="acts">What it does there.</param>
    /// <param name="area">The area.</param>
    /// <param name="places">Where on the way of a gradient a point is, mm; null where none is laid.</param>
    public IEnumerable<BrushMoment> Of(
        Pass pass,
        IReadOnlyList<Act> acts,
        AreaToGoOver area,
        Func<Gradient, Func<double, double, double>>? places = null
    )
    {
        ArgumentNullException.ThrowIfNull(pass);
        ArgumentNullException.ThrowIfNull(acts);
        ArgumentNullException.ThrowIfNull(area);
        var planned = pass.Water.GramsPerSquareMetre();
        var laid = acts.Where(act => act.Kind == ActKind.Lay).ToList();
        var cover = area.Cover();
        var wetted = laid.Count == 0 || pass.Stroke == Stroke.DropIn;
        // In all no more water than the plan reckons with: what comes later brings its part of it.
        var later = laid.Count > 1 || (wetted && laid.Count > 0) ? Math.Min(DropGrams, planned / 2) : 0;
        var water = planned - later;
        if (wetted)
        {
            var where =
                laid.Count == 0 && acts is [{ Kind: ActKind.Lift, Zone: not Zone.Whole } lift, ..]
                    ? area.Wet(lift.Zone)
                    : cover;
            var until = laid.Count == 0 ? 1 : WettedShare;
            foreach (var (share, brushful) in Along(area, Across(area), where, water, new float[where.Length], []))
                yield return new BrushMoment(share * until, brushful);
        }
        for (var at = 0; at < laid.Count; at++)
        {
            var act = laid[at];
            var (from, to) = (wetted ? WettedShare : at / (double)laid.Count, wetted ? 1 : (at + 1.0) / laid.Count);
            var grams = wetted || at > 0 ? later / (wetted ? laid.Count : laid.Count - 1) : water;
            foreach (var (share, brushful) in OfAct(act, area, grams, places))
                yield return new BrushMoment(from + share * (to - from), brushful);
        }
    }

    private IEnumerable<BrushMoment> OfAct(
        Act act,
        AreaToGoOver area,
        double grams,
        Func<Gradient, Func<double, double, double>>? places
    )
    {
        if (act.Along is { } hues && places is not null)
        {
            var placeAt = places(hues.Gradient);
            for (var hue = 0; hue < act.Mixes.Length; hue++)
            {
                var of = hue;
                var colour = area.Colour((x, y) => hues.SharesAt(placeAt(x, y), act.Mixes.Length)[of]);
                var wet = Array.ConvertAll(colour, share => MathF.Min(1, share));
                foreach (var (share, brushful) in Along(area, Across(area), wet, grams, colour, LoadsOf(act, hue)))
                    yield return new BrushMoment((hue + share) / act.Mixes.Length, brushful);
            }
            yield break;
        }
        for (var mix = 0; mix < act.Mixes.Length; mix++)
        {
            // Several lie side by side, in bands that run into each other.
            var (of, count) = (mix, act.Mixes.Length);
            var across = Across(area);
            var colour = area.Colour(act.Zone);
            var wet = area.Wet(act.Zone);
            if (count > 1)
            {
                var band = Array.ConvertAll(across, place => Hat(place * (count - 1) - of));
                (colour, wet) = (Times(colour, band), Times(wet, band));
            }
            var way = act.Zone is Zone.Graded or Zone.Edge ? FromDark(area) : across;
            foreach (var (share, brushful) in Along(area, way, wet, grams, colour, LoadsOf(act, mix)))
                yield return new BrushMoment((mix + share) / count, brushful);
        }
    }

    /// <summary>Each colourant of a mix takes its part of the mix's load.</summary>
    private ImmutableArray<PigmentLoad> LoadsOf(Act act, int mix)
    {
        var of = act.Mixes[mix];
        var load = paints.LoadOf(of) * act.Times * act.Share;
        var all = of.Parts.Sum(part => part.Parts);
        return [.. of.Parts.Select(part => new PigmentLoad(pigmentOf[part.Colourant], load * part.Parts / all))];
    }

    /// <summary>Brushful after brushful along a way through the area; together they are the whole.</summary>
    private static IEnumerable<BrushMoment> Along(
        AreaToGoOver area,
        float[] way,
        float[] wet,
        double grams,
        float[] colour,
        ImmutableArray<PigmentLoad> loads
    )
    {
        var count = Math.Clamp((int)Math.Round(Math.Sqrt(area.SizeMm2) / StrokeMm), 1, MostBrushfuls);
        for (var one = 0; one < count; one++)
        {
            float[] water = new float[wet.Length],
                laid = new float[wet.Length];
            for (var at = 0; at < wet.Length; at++)
            {
                var here = count == 1 ? 1 : Hat(way[at] * (count - 1) - one);
                water[at] = (float)grams * wet[at] * here;
                laid[at] = colour[at] * here;
            }
            yield return new BrushMoment((one + 0.5) / count, new Brushful(area.Box, water, laid, Stirs, loads));
        }
    }

    private static float Hat(float x) => MathF.Max(0, 1 - MathF.Abs(x));

    private static float[] Times(float[] one, float[] other)
    {
        var both = new float[one.Length];
        for (var at = 0; at < both.Length; at++)
            both[at] = one[at] * other[at];
        return both;
    }

    /// <summary>From top left to bottom right of the area's box, 0 to 1.</summary>
    private static float[] Across(AreaToGoOver area)
    {
        var way = new float[area.Box.Count];
        for (var at = 0; at < way.Length; at++)
        {
            var (x, y) = (at % area.Box.Width + 0.5f, at / area.Box.Width + 0.5f);
            way[at] = (x + y) / (area.Box.Width + area.Box.Height);
        }
        return way;
    }

    /// <summary>From the dark of the area to its light, 0 to 1.</summary>
    private static float[] FromDark(AreaToGoOver area) => Array.ConvertAll(area.Darkness(), dark => 1 - dark);
}
