using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Methods;
using Nube.Core.Mixing;

namespace Nube.Core.Simulation.Hand;

/// <summary>Colour that lies where it is laid: foam tips, blending brushes, markers, prints, a brush over raised parts.</summary>
/// <remarks>
/// Foam leaves soft clouds, a marker bands where its strokes overlap, a print is mottled and skips the valleys, a dry brush
/// catches the hills (common practice, no source; by how much is set by eye). The mean of an area stays what was laid.
/// </remarks>
/// <param name="paints">The run's colourants on its paper.</param>
/// <param name="pigmentOf">The sheet's pigment of a colourant.</param>
/// <param name="paper">The paper, on the cells of the sheet.</param>
/// <param name="seed">Another one, another hand.</param>
public sealed class DryStrokes(Paints paints, IReadOnlyDictionary<int, int> pigmentOf, PaperField paper, int seed)
{
    private const float Clouds = 0.09f,
        Mottles = 0.14f,
        SkipsValleys = 0.22f,
        CatchesHills = 0.7f; // standard deviations, of what is laid
    private const double CloudMm = 3.4,
        MottleMm = 0.9;
    private const float BandMm = 5, // from stroke to stroke of a marker
        OverlapMm = 0.7f,
        BandWandersMm = 0.35f, // standard deviation
        OverlapMore = 0.12f; // of what is laid, where two strokes overlap
    private const double BandsDegrees = 62; // of a marker's strokes

    private readonly Dictionary<double, float[]> noises = [];

    /// <summary>Whether a stroke's colour stays where it is laid.</summary>
    public static bool Are(Stroke stroke) =>
        stroke
            is Stroke.Sponge
                or Stroke.Blend
                or Stroke.BlendThrough
                or Stroke.Marker
                or Stroke.PrintBands
                or Stroke.PrintPattern
                or Stroke.Skim
                or Stroke.Burnish;

    /// <summary>What an act lays on an area.</summary>
    /// <param name="stroke">What the hand does.</param>
    /// <param name="act">The act, of colour that is laid.</param>
    /// <param name="area">The area.</param>
    /// <param name="places">Where on the way of a gradient a point is, mm.</param>
    public PaintLayer Laid(
        Stroke stroke,
        Act act,
        AreaToGoOver area,
        Func<Gradient, Func<double, double, double>> places
    )
    {
        ArgumentNullException.ThrowIfNull(act);
        ArgumentNullException.ThrowIfNull(area);
        ArgumentNullException.ThrowIfNull(places);
        var texture = Texture(stroke, area.Box);
        var loads = new SortedDictionary<int, float[]>();
        for (var mix = 0; mix < act.Mixes.Length; mix++)
        {
            var of = act.Mixes[mix];
            var field = Field(act, mix, area, places);
            if (act.Through is { } openings)
                Through(openings, field, area.Box);
            Roughen(field, texture);
            var load = paints.LoadOf(of) * act.Times * act.Share / of.Parts.Sum(part => part.Parts);
            foreach (var part in of.Parts)
            {
                var pigment = pigmentOf[part.Colourant];
                if (!loads.TryGetValue(pigment, out var there))
                    loads[pigment] = there = new float[field.Length];
                for (var at = 0; at < field.Length; at++)
                    there[at] += (float)(load * part.Parts) * field[at];
            }
        }
        return new PaintLayer(area.Box, [.. loads.Select(one => new PigmentLoads(one.Key, one.Value))]);
    }

    private static float[] Field(
        Act act,
        int mix,
        AreaToGoOver area,
        Func<Gradient, Func<double, double, double>> places
    )
    {
        if (act.Along is { } hues)
        {
            var placeAt = places(hues.Gradient);
            return area.Colour((x, y) => hues.SharesAt(placeAt(x, y), act.Mixes.Length)[mix]);
        }
        var field = area.Colour(act.Zone);
        var count = act.Mixes.Length;
        if (count > 1)
        {
            // Side by side, each over the seam of the one before.
            for (var at = 0; at < field.Length; at++)
            {
                var place = (at % area.Box.Width + 0.5f) / area.Box.Width;
                field[at] *= MathF.Max(0, 1 - MathF.Abs(place * (count - 1) - mix));
            }
        }
        return field;
    }

    /// <summary>What goes through openings lies in them only.</summary>
    private void Through(Openings openings, float[] field, CellBox box)
    {
        var cellMm = paper.Grid.CellMm;
        ReadOnlySpan<double> within = [0.25, 0.75]; // each cell is looked at in its four quarters
        for (var at = 0; at < field.Length; at++)
        {
            var (x, y) = (box.Left + at % box.Width, box.Top + at / box.Width);
            var open = 0.0;
            foreach (var right in within)
            {
                foreach (var down in within)
                    open += openings.At((x + right) * cellMm, (y + down) * cellMm);
            }
            field[at] *= (float)(open / (within.Length * within.Length));
        }
    }

    private float[] Texture(Stroke stroke, CellBox box)
    {
        var texture = new float[box.Count];
        var (sin, cos) = Math.SinCos(BandsDegrees * Math.PI / 180);
        for (var at = 0; at < texture.Length; at++)
        {
            var (x, y) = (box.Left + at % box.Width, box.Top + at / box.Width);
            var cell = y * paper.Grid.Width + x;
            texture[at] = stroke switch
            {
                Stroke.Sponge or Stroke.Blend or Stroke.BlendThrough => 1 + Clouds * Noises(CloudMm)[cell],
                Stroke.Marker => Band(
                    (float)((x * cos + y * sin) * paper.Grid.CellMm) + BandWandersMm * Noises(BandMm)[cell]
                ),
                Stroke.PrintBands or Stroke.PrintPattern => MathF.Max(
                    0,
                    1 + Mottles * Noises(MottleMm)[cell] - SkipsValleys * paper.Valley.Span[cell]
                ),
                Stroke.Skim => MathF.Max(0, 1 - CatchesHills * paper.Valley.Span[cell]),
                _ => 1,
            };
        }
        return texture;
    }

    private static float Band(float alongMm) =>
        alongMm - BandMm * MathF.Floor(alongMm / BandMm) < OverlapMm ? 1 + OverlapMore : 1;

    private float[] Noises(double grainMm) =>
        noises.TryGetValue(grainMm, out var known) ? known : noises[grainMm] = Noise.OfGrain(paper.Grid, grainMm, seed);

    /// <summary>With the texture, and as much on the whole as without it.</summary>
    private static void Roughen(float[] field, float[] texture)
    {
        var (before, after) = (0.0, 0.0);
        for (var at = 0; at < field.Length; at++)
        {
            before += field[at];
            field[at] *= texture[at];
            after += field[at];
        }
        for (var at = 0; after > 0 && at < field.Length; at++)
            field[at] *= (float)(before / after);
    }
}
