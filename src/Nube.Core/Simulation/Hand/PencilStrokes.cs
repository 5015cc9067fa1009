using MathNet.Numerics.Distributions;
using Nube.Core.Light;
using Nube.Core.Optics;

namespace Nube.Core.Simulation.Hand;

/// <summary>Pencil drawn over a tooth: which spots are touched, and how often.</summary>
/// <remarks>
/// How many spots are touched so often is <see cref="PencilOnTooth"/>'s binomial; which they are the tooth and the strokes
/// decide: hills first, and along strokes that follow the form (common practice, no source; by how much each is set by
/// eye). So the mean of an area is what a recipe promises, and its grain is the paper's.
/// </remarks>
public static class PencilStrokes
{
    private const float OfTooth = 0.8f,
        OfStrokes = 0.6f; // shares of the two in the height that a pencil meets
    private const double StrokeMm = 3; // length of what is seen of a stroke
    private const double SlopeCounts = 0.35; // slope of the form above which strokes follow it, mm/mm
    private const int Steps = 16; // in which the density of a field is told apart

    /// <summary>Layers drawn over an area.</summary>
    /// <param name="area">The area.</param>
    /// <param name="form">Its form; null for strokes in one direction.</param>
    /// <param name="paper">The paper, on cells of half the sheet's side.</param>
    /// <param name="field">How densely each cell of the mask is drawn over, 1 for as much as the pencil gives.</param>
    /// <param name="pencil">The pencil.</param>
    /// <param name="layers">How many layers.</param>
    /// <param name="pressure">How hard.</param>
    /// <param name="leaves">What each touch leaves, against what such a pressure does.</param>
    /// <param name="texture">The tooth.</param>
    /// <param name="covers">How much of the place the strokes go over, above 0 to 1: they lie apart where it is less.</param>
    /// <param name="before">How many pencils were drawn there before.</param>
    /// <param name="seed">Another one, other strokes.</param>
    public static PencilLayer Drawn(
        AreaToGoOver area,
        AreaForm? form,
        PaperField paper,
        float[] field,
        PaintOptics pencil,
        int layers,
        Pressure pressure,
        double leaves,
        PaperTexture texture,
        double covers,
        int before,
        int seed
    )
    {
        ArgumentNullException.ThrowIfNull(area);
        ArgumentNullException.ThrowIfNull(paper);
        ArgumentNullException.ThrowIfNull(field);
        ArgumentNullException.ThrowIfNull(pencil);
        var box = area.Box.OnSmallerCells();
        var taken = Math.Min(layers, PencilOnTooth.MostLayers(texture, pressure));
        var (touch, load) = (PencilOnTooth.Touch(texture, pressure), leaves * PencilOnTooth.LoadOf(pressure));
        var strokes = Grain(area, form, box, paper.Grid.CellMm, seed);
        // Strokes are noise of mean 0 and variance 1: those above a height cover a share of the place.
        var from = covers >= 1 ? double.NegativeInfinity : Normal.InvCDF(0, 1, 1 - covers);
        var heights = new float[box.Count];
        var density = new float[box.Count];
        for (var at = 0; at < heights.Length; at++)
        {
            var (x, y) = (at % box.Width, at / box.Width);
            heights[at] = OfStrokes * strokes[at] - OfTooth * Valley(box.Left + x, box.Top + y);
            density[at] = strokes[at] < from ? 0 : Math.Max(0, field[OnMask(area, paper.Grid.CellMm, x, y)]);
        }
        var ranks = Ranks(heights, density);
        var touches = new byte[box.Count];
        var even = new float[box.Count];
        var tables = Enumerable.Range(0, Steps + 1).Select(step => Table(taken, touch * step / Steps)).ToArray();
        for (var at = 0; at < touches.Length; at++)
        {
            if (density[at] <= 0)
                continue;
            var step = (int)Math.Round(Math.Min(1, density[at]) * Steps);
            touches[at] = (byte)Array.FindIndex(tables[step], upTo => ranks[at] <= upTo);
            even[at] = (float)(taken * touch * load) * density[at];
        }
        return new PencilLayer(area.Box, touches, pencil, load, even);

        float Valley(int x, int y)
        {
            // What is filled takes less of the next: it finds other spots, with a grain like the first one's.
            var (column, row) = (
                (x + before * ElsewhereCells) % paper.Grid.Width,
                (y + before * ElsewhereCells) % paper.Grid.Height
            );
            return paper.Valley.Span[row * paper.Grid.Width + column];
        }
    }

    private const int ElsewhereCells = 61; // several grains

    /// <summary>The cell of the mask in which a cell of half the sheet's side lies.</summary>
    internal static int OnMask(AreaToGoOver area, double cellMm, int x, int y)
    {
        var perMask = AreaMask.CellMm / cellMm; // 2, or 1 where the sheet's cells are twice as large
        var (column, row) = ((int)(x / perMask), (int)(y / perMask));
        return Math.Min(row, area.MaskBox.Height - 1) * area.MaskBox.Width + Math.Min(column, area.MaskBox.Width - 1);
    }

    /// <summary>For 0, 1, 2 ... touches the share of spots that have so many or fewer.</summary>
    private static double[] Table(int layers, double touch) =>
        [
            .. Enumerable.Range(0, layers).Select(k => Binomial.CDF(Math.Min(1, touch), layers, k)),
            double.PositiveInfinity,
        ];

    /// <summary>Where a height stands among those that are drawn over, 0 to 1: the lowest is touched least.</summary>
    private static float[] Ranks(float[] heights, float[] density)
    {
        var places = Enumerable.Range(0, heights.Length).Where(at => density[at] > 0).ToArray();
        Array.Sort(Array.ConvertAll(places, at => heights[at]), places);
        var ranks = new float[heights.Length];
        for (var rank = 0; rank < places.Length; rank++)
            ranks[places[rank]] = (rank + 0.5f) / places.Length;
        return ranks;
    }

    /// <summary>
    /// White noise drawn out along strokes, mean 0 and variance 1 (B. Cabral, L. C. Leedom, "Imaging vector fields using line
    /// integral convolution", SIGGRAPH 1993).
    /// </summary>
    private static float[] Grain(AreaToGoOver area, AreaForm? form, CellBox box, double cellMm, int seed)
    {
        var directions = Directions(area, form, seed);
        var half = (int)(StrokeMm / cellMm / 2);
        var white = new float[box.Count];
        for (var at = 0; at < white.Length; at++)
            white[at] = Noise.White(box.Left + at % box.Width, box.Top + at / box.Width, seed);
        var grain = new float[box.Count];
        Parallel.For(0, box.Height, y =>
        {
            for (var x = 0; x < box.Width; x++)
            {
                var (sum, count) = (white[y * box.Width + x], 1);
                for (var way = -1; way <= 1; way += 2)
                {
                    double px = x + 0.5,
                        py = y + 0.5;
                    for (var step = 0; step < half; step++)
                    {
                        var (dx, dy) = directions[OnMask(area, cellMm, (int)px, (int)py)];
                        (px, py) = (px + way * dx, py + way * dy);
                        if (px < 0 || py < 0 || px >= box.Width || py >= box.Height)
                            break;
                        sum += white[(int)py * box.Width + (int)px];
                        count++;
                    }
                }
                grain[y * box.Width + x] = sum / MathF.Sqrt(count);
            }
        });
        return grain;
    }

    /// <summary>Along the level lines of the form, or where it is flat as the hand lies.</summary>
    private static (float Dx, float Dy)[] Directions(AreaToGoOver area, AreaForm? form, int seed)
    {
        const double handDegrees = -50; // from the lower left to the upper right; a right hand's, common practice
        const double wandersDegrees = 8; // from area to area
        var (sin, cos) = Math.SinCos((handDegrees + wandersDegrees * Noise.White(area.Id, 1, seed)) * Math.PI / 180);
        var ways = new (float, float)[area.MaskBox.Count];
        for (var at = 0; at < ways.Length; at++)
        {
            var (dx, dy) = (cos, sin);
            if (form is not null)
            {
                var (x, y) = (
                    area.MaskBox.Left + at % area.MaskBox.Width - form.Left,
                    area.MaskBox.Top + at / area.MaskBox.Width - form.Top
                );
                if (x > 0 && y > 0 && x < form.Width - 1 && y < form.Height - 1)
                {
                    double Height(int column, int row) => 2 * Math.Sqrt(form.Film[row * form.Width + column]);
                    var gx = (Height(x + 1, y) - Height(x - 1, y)) / (2 * AreaMask.CellMm);
                    var gy = (Height(x, y + 1) - Height(x, y - 1)) / (2 * AreaMask.CellMm);
                    var slope = Math.Sqrt(gx * gx + gy * gy);
                    if (slope > 0)
                    {
                        var (tx, ty) = (-gy / slope, gx / slope);
                        if (tx * cos + ty * sin < 0)
                            (tx, ty) = (-tx, -ty);
                        var follows = Math.Min(1, slope / SlopeCounts) * 0.7;
                        (dx, dy) = (cos + follows * (tx - cos), sin + follows * (ty - sin));
                        var length = Math.Sqrt(dx * dx + dy * dy);
                        (dx, dy) = length > 0 ? (dx / length, dy / length) : (cos, sin);
                    }
                }
            }
            ways[at] = ((float)dx, (float)dy);
        }
        return ways;
    }
}
