namespace Nube.Core.Light;

/// <summary>A soap film under even pressure over a plan of cells: u_xx + u_yy = -1 inside, u = 0 outside.</summary>
/// <remarks>
/// Full multigrid: the film over cells of twice the side, found in the same way, is the start for the finer ones; there
/// errors of a few cells are smoothed by red-black relaxation, and what is left is settled on the larger cells
/// (A. Brandt, "Multi-level adaptive solutions to boundary-value problems", Mathematics of Computation 31 (1977),
/// 333-390). The number of cycles is fixed, so that the result is the same everywhere.
/// </remarks>
internal static class SoapFilm
{
    private const float Damping = 0.8f; // of what larger cells settle: their edge lies up to half a cell farther out

    private const int Cycles = 3, // on each size of cells: what is left is far below what square cells make of an edge
        Smoothings = 2, // before and after larger cells
        LeastSide = 6, // cells; over fewer there are no larger ones
        LastSmoothings = 24; // over those; they settle at once

    /// <summary>A plan in cells of one size.</summary>
    private sealed record Level(bool[] Body, int Width, int Height, float CellMm2);

    /// <summary>The film; mm2.</summary>
    /// <param name="body">Which cells are inside; none of the rim is.</param>
    /// <param name="width">Cells across.</param>
    /// <param name="height">Cells down.</param>
    /// <param name="cellMm">Side of a cell, mm.</param>
    public static float[] Over(bool[] body, int width, int height, double cellMm)
    {
        List<Level> levels = [new(body, width, height, (float)(cellMm * cellMm))];
        while (Math.Min(levels[^1].Width, levels[^1].Height) > LeastSide)
            levels.Add(Larger(levels[^1]));
        var film = new float[levels[^1].Body.Length];
        for (var at = levels.Count - 1; at >= 0; at--)
        {
            if (at < levels.Count - 1)
            {
                var start = new float[levels[at].Body.Length];
                AddLarger(levels[at], start, levels[at + 1], film, 1);
                film = start;
            }
            var pressure = new float[film.Length];
            Array.Fill(pressure, 1);
            for (var cycle = 0; cycle < Cycles; cycle++)
                Settle(levels, at, film, pressure);
        }
        return film;
    }

    /// <summary>One cycle: a film comes nearer to what holds a pressure.</summary>
    private static void Settle(List<Level> levels, int at, float[] film, float[] pressure)
    {
        var level = levels[at];
        if (at == levels.Count - 1)
        {
            Smooth(level, film, pressure, LastSmoothings);
            return;
        }
        Smooth(level, film, pressure, Smoothings);
        var larger = levels[at + 1];
        var left = Unheld(level, film, pressure, larger);
        var more = new float[larger.Body.Length];
        Settle(levels, at + 1, more, left);
        AddLarger(level, film, larger, more, Damping);
        Smooth(level, film, pressure, Smoothings);
    }

    /// <summary>Every cell takes the mean of its neighbours and its own pressure; by turns, as on a chessboard.</summary>
    private static void Smooth(Level level, float[] film, float[] pressure, int times)
    {
        var (body, width) = (level.Body, level.Width);
        for (var half = 0; half < 2 * times; half++)
        {
            for (var y = 1; y < level.Height - 1; y++)
            {
                var end = (y + 1) * width - 1;
                for (var at = y * width + 1 + (y + half) % 2; at < end; at += 2)
                {
                    if (body[at])
                        film[at] = 0.25f * (Around(film, at, width) + level.CellMm2 * pressure[at]);
                }
            }
        }
    }

    /// <summary>The pressure that a film does not hold yet, on cells of twice the side.</summary>
    private static float[] Unheld(Level level, float[] film, float[] pressure, Level larger)
    {
        var left = new float[larger.Body.Length];
        for (var y = 1; y < level.Height - 1; y++)
        {
            for (var x = 1; x < level.Width - 1; x++)
            {
                var at = y * level.Width + x;
                if (level.Body[at])
                    left[(y + 1) / 2 * larger.Width + (x + 1) / 2] +=
                        0.25f * (pressure[at] - (4 * film[at] - Around(film, at, level.Width)) / level.CellMm2);
            }
        }
        return left;
    }

    private static float Around(float[] film, int at, int width) =>
        film[at - 1] + film[at + 1] + film[at - width] + film[at + width];

    /// <summary>The plan in cells of twice the side: those of which most is inside, so that it is no larger than the plan itself.</summary>
    private static Level Larger(Level level)
    {
        // A large cell holds cells 2n - 1 and 2n, so that the first and the last column and row of large cells are empty
        // too.
        var (columns, rows) = (level.Width / 2 + 2, level.Height / 2 + 2);
        var count = new byte[columns * rows];
        for (var at = 0; at < level.Body.Length; at++)
        {
            if (level.Body[at])
                count[(at / level.Width + 1) / 2 * columns + (at % level.Width + 1) / 2]++;
        }
        return new Level([.. count.Select(cells => cells >= 3)], columns, rows, 4 * level.CellMm2);
    }

    /// <summary>Adds a film over large cells to one over cells of half their side, bilinear between their middles.</summary>
    private static void AddLarger(Level level, float[] film, Level larger, float[] more, float share)
    {
        for (var y = 1; y < level.Height - 1; y++)
        {
            var (row, beside) = ((y + 1) / 2 * larger.Width, y % 2 == 0 ? larger.Width : -larger.Width);
            for (var x = 1; x < level.Width - 1; x++)
            {
                var at = y * level.Width + x;
                if (!level.Body[at])
                    continue;
                var (large, next) = (row + (x + 1) / 2, x % 2 == 0 ? 1 : -1);
                film[at] +=
                    share
                    * (
                        0.5625f * more[large]
                        + 0.1875f * (more[large + next] + more[large + beside])
                        + 0.0625f * more[large + beside + next]
                    );
            }
        }
    }
}
