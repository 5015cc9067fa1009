using System.Collections.Immutable;
using Nube.Core.Artwork;
using OpenCvSharp;

namespace Nube.Core.Light;

/// <summary>An area as a rounded body: its plan on a grid of cells, and the surface that bulges from it.</summary>
/// <remarks>
/// The surface is that of a soap film under even pressure: the Poisson equation u_xx + u_yy = -1 with u = 0 at the
/// area's edge; 2 sqrt(u) is then a height that meets the paper upright, on a disc exactly a half ball. A plain
/// distance to the edge would crease along the middle of an area. See <see cref="SoapFilm"/>.
/// </remarks>
/// <param name="Id">The area.</param>
/// <param name="Left">Cells from the picture's left edge to the grid's.</param>
/// <param name="Top">Cells from the picture's upper edge to the grid's.</param>
/// <param name="Width">Cells across, with an empty one on each side.</param>
/// <param name="Height">Cells down, with an empty one on each side.</param>
/// <param name="Inside">Whether a cell's middle is in the area; not to be changed.</param>
/// <param name="Film">u in mm2; not to be changed.</param>
/// <param name="Cells">How many cells are inside.</param>
/// <param name="Tucked">How near each cell is to what lies in front of the area: 1 beside it, 0 away from it; null when
/// nothing does.</param>
public sealed record AreaForm(
    int Id,
    int Left,
    int Top,
    int Width,
    int Height,
    bool[] Inside,
    float[] Film,
    int Cells,
    float[]? Tucked = null
)
{
    /// <summary>
    /// How far the shadow of what is in front reaches, mm: there it has fallen to 1/e. This project's own.
    /// </summary>
    public const double TuckedMm = 2;

    /// <summary>Side of a cell, mm.</summary>
    public const double CellMm = 0.25;

    /// <summary>
    /// A hole that is smaller than this share of an area is a detail on it, and its surface goes on below.
    /// </summary>
    private const double DetailShare = 0.15;

    /// <summary>The forms of all areas of a raster, by id.</summary>
    /// <param name="raster">The areas.</param>
    /// <param name="inFront">Which of them lie in front of which.</param>
    public static ImmutableArray<AreaForm> Of(LabelRaster raster, IEnumerable<InFront>? inFront = null)
    {
        ArgumentNullException.ThrowIfNull(raster);
        var fronts = (inFront ?? []).ToLookup(pair => (ushort)pair.Behind, pair => (ushort)pair.Front);
        var step = CellMm * raster.PixelsPerMm;
        var (columns, rows) = (Math.Max(1, (int)(raster.Width / step)), Math.Max(1, (int)(raster.Height / step)));
        var cells = new ushort[columns * rows];
        for (var row = 0; row < rows; row++)
        {
            var from = Math.Min(raster.Height - 1, (int)((row + 0.5) * step)) * raster.Width;
            for (var column = 0; column < columns; column++)
                cells[row * columns + column] = raster.Labels[
                    from + Math.Min(raster.Width - 1, (int)((column + 0.5) * step))
                ];
        }
        var boxes = new Dictionary<ushort, (int Left, int Top, int Right, int Bottom)>();
        for (var at = 0; at < cells.Length; at++)
        {
            var label = cells[at];
            if (label is LabelRaster.Background or LabelRaster.Line)
                continue;
            var (x, y) = (at % columns, at / columns);
            boxes[label] = boxes.TryGetValue(label, out var box)
                ? (Math.Min(box.Left, x), box.Top, Math.Max(box.Right, x), y)
                : (x, y, x, y);
        }
        return
        [
            .. boxes
                .OrderBy(box => box.Key)
                .AsParallel()
                .AsOrdered()
                .Select(box =>
                    Of(box.Key, box.Value.Left, box.Value.Top, box.Value.Right, box.Value.Bottom, cells, columns)
                )
                .Select(form =>
                    fronts[(ushort)form.Id].Any()
                        ? form with
                        {
                            Tucked = Nearness(form, [.. fronts[(ushort)form.Id]], cells, columns, rows),
                        }
                        : form
                ),
        ];
    }

    private static AreaForm Of(ushort label, int left, int top, int right, int bottom, ushort[] cells, int columns)
    {
        var (width, height) = (right - left + 3, bottom - top + 3);
        var inside = new bool[width * height];
        var count = 0;
        for (var y = top; y <= bottom; y++)
        {
            for (var x = left; x <= right; x++)
            {
                if (cells[y * columns + x] != label)
                    continue;
                inside[(y - top + 1) * width + x - left + 1] = true;
                count++;
            }
        }
        var body = WithoutDetails(inside, width, height, count);
        return new AreaForm(
            label,
            left - 1,
            top - 1,
            width,
            height,
            inside,
            SoapFilm.Over(body, width, height, CellMm),
            count
        );
    }

    /// <summary>exp(-d / <see cref="TuckedMm"/>) with d the distance to the areas in front.</summary>
    private static float[] Nearness(AreaForm form, HashSet<ushort> fronts, ushort[] cells, int columns, int rows)
    {
        const int reach = (int)(4 * TuckedMm / CellMm); // farther away it is below 2 %
        var (width, height) = (form.Width + 2 * reach, form.Height + 2 * reach);
        using var away = new Mat(height, width, MatType.CV_8UC1, Scalar.White);
        var pixels = away.AsSpan<byte>();
        for (var y = 0; y < height; y++)
        {
            for (var x = 0; x < width; x++)
            {
                var (column, row) = (form.Left - reach + x, form.Top - reach + y);
                if (
                    column >= 0
                    && row >= 0
                    && column < columns
                    && row < rows
                    && fronts.Contains(cells[row * columns + column])
                )
                    pixels[y * width + x] = 0;
            }
        }
        using var distance = new Mat();
        Cv2.DistanceTransform(away, distance, DistanceTypes.L2, DistanceTransformMasks.Mask5);
        var near = new float[form.Inside.Length];
        for (var y = 0; y < form.Height; y++)
        {
            for (var x = 0; x < form.Width; x++)
                near[y * form.Width + x] = (float)
                    Math.Exp(-distance.At<float>(y + reach, x + reach) * CellMm / TuckedMm);
        }
        return near;
    }

    /// <summary>The plan with its small holes filled.</summary>
    private static bool[] WithoutDetails(bool[] inside, int width, int height, int count)
    {
        var hole = new int[inside.Length]; // 0 not seen, else the number of the empty piece
        var size = new List<int> { 0 };
        var outside = new HashSet<int>();
        var queue = new Stack<int>();
        for (var start = 0; start < inside.Length; start++)
        {
            if (inside[start] || hole[start] != 0)
                continue;
            var number = size.Count;
            var pieces = 0;
            queue.Push(start);
            hole[start] = number;
            while (queue.TryPop(out var at))
            {
                pieces++;
                var (x, y) = (at % width, at / width);
                if (x == 0 || y == 0 || x == width - 1 || y == height - 1)
                    outside.Add(number);
                if (x > 0)
                    Visit(at - 1);
                if (x < width - 1)
                    Visit(at + 1);
                if (y > 0)
                    Visit(at - width);
                if (y < height - 1)
                    Visit(at + width);
            }
            size.Add(pieces);

            void Visit(int other)
            {
                if (inside[other] || hole[other] != 0)
                    return;
                hole[other] = number;
                queue.Push(other);
            }
        }
        if (size.Count == 2)
            return inside;
        return
        [
            .. inside.Select(
                (own, at) =>
                    own || (hole[at] != 0 && !outside.Contains(hole[at]) && size[hole[at]] < DetailShare * count)
            ),
        ];
    }
}
