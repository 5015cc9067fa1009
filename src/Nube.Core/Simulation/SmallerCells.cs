namespace Nube.Core.Simulation;

/// <summary>From cells to cells of half the side, smoothly.</summary>
internal static class SmallerCells
{
    // Of a quadratic B-spline (I. J. Schoenberg, Quart. Appl. Math. 4 (1946), 45), a quarter of a cell from a cell's
    // middle: of the nearer neighbour, of the cell, of the farther neighbour. None is below 0, so no load comes to be.
    private const float Nearer = 0.28125f,
        Own = 0.6875f,
        Farther = 0.03125f;

    /// <summary>Values of a box on cells of half the side; beyond the box there is nothing.</summary>
    /// <param name="cells">Row by row.</param>
    /// <param name="box">Their box.</param>
    public static float[] Of(ReadOnlyMemory<float> cells, CellBox box)
    {
        var (width, height) = (box.Width, box.Height);
        var wide = new float[2 * width * height];
        Parallel.For(0, height, y =>
        {
            var row = cells.Span.Slice(y * width, width);
            if (!Cells.Any(row))
                return;
            for (var x = 0; x < width; x++)
            {
                var (before, after) = (x > 0 ? row[x - 1] : 0, x < width - 1 ? row[x + 1] : 0);
                wide[2 * (y * width + x)] = Nearer * before + Own * row[x] + Farther * after;
                wide[2 * (y * width + x) + 1] = Farther * before + Own * row[x] + Nearer * after;
            }
        });
        var all = new float[4 * width * height];
        Parallel.For(0, height, y =>
        {
            var (first, last) = (Math.Max(0, y - 1), Math.Min(height - 1, y + 1));
            if (!Cells.Any(wide.AsSpan(first * 2 * width, (last - first + 1) * 2 * width)))
                return;
            for (var x = 0; x < 2 * width; x++)
            {
                var own = wide[y * 2 * width + x];
                var before = y > 0 ? wide[(y - 1) * 2 * width + x] : 0;
                var after = y < height - 1 ? wide[(y + 1) * 2 * width + x] : 0;
                all[2 * y * 2 * width + x] = Nearer * before + Own * own + Farther * after;
                all[(2 * y + 1) * 2 * width + x] = Farther * before + Own * own + Nearer * after;
            }
        });
        return all;
    }
}
