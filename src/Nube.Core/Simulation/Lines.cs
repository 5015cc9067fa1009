using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;

namespace Nube.Core.Simulation;

/// <summary>Rows or columns of a grid side by side, as many as a vector holds.</summary>
/// <param name="grid">The cells.</param>
/// <param name="down">Columns; else rows.</param>
/// <param name="first">The first of the lines.</param>
internal readonly struct Lines(CellGrid grid, bool down, int first)
{
    /// <summary>How many go together.</summary>
    public static int Together => Vector256<float>.Count;

    private readonly int step = down ? grid.Width : 1,
        apart = down ? 1 : grid.Width,
        start = first * (down ? 1 : grid.Width),
        count = Math.Min(Together, (down ? grid.Width : grid.Height) - first);

    /// <summary>Cells of a line.</summary>
    public int Cells { get; } = down ? grid.Height : grid.Width;

    /// <summary>A cell of each line; 0 for lines beyond the grid.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public Vector256<float> Load(ReadOnlySpan<float> cells, int along)
    {
        var at = start + along * step;
        if (count < Together)
            return LoadFew(cells, at);
        if (apart == 1)
            return Vector256.Create(cells.Slice(at, Together));
        var last = cells[at + 7 * apart]; // so that the others are known to be there
        return Vector256.Create(
            cells[at],
            cells[at + apart],
            cells[at + 2 * apart],
            cells[at + 3 * apart],
            cells[at + 4 * apart],
            cells[at + 5 * apart],
            cells[at + 6 * apart],
            last
        );
    }

    [MethodImpl(MethodImplOptions.NoInlining)]
    private Vector256<float> LoadFew(ReadOnlySpan<float> cells, int at)
    {
        Span<float> lines = stackalloc float[Together];
        lines.Clear();
        for (var line = 0; line < count; line++)
            lines[line] = cells[at + line * apart];
        return Vector256.Create<float>(lines);
    }

    /// <summary>The first and the last cell along the lines that holds anything in one of them; none: 0 and -1.</summary>
    public (int From, int To) Filled(ReadOnlySpan<float> cells)
    {
        var (from, to) = (Cells, -1);
        if (apart == 1)
        {
            for (var i = 0; i < Cells; i++)
            {
                if (cells.Slice(start + i * step, count).IndexOfAnyExcept(0) < 0)
                    continue;
                (from, to) = (Math.Min(from, i), i);
            }
        }
        else
        {
            for (var line = 0; line < count; line++)
            {
                var row = cells.Slice(start + line * apart, Cells);
                var first = row.IndexOfAnyExcept(0);
                if (first >= 0)
                    (from, to) = (Math.Min(from, first), Math.Max(to, row.LastIndexOfAnyExcept(0)));
            }
        }
        return to < 0 ? (0, -1) : (from, to);
    }

    /// <summary>Writes a cell of each line.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public void Store(Span<float> cells, int along, Vector256<float> values)
    {
        var at = start + along * step;
        if (apart == 1 && count == Together)
            values.CopyTo(cells[at..]);
        else
            StoreApart(cells, at, values);
    }

    private void StoreApart(Span<float> cells, int at, Vector256<float> values)
    {
        Span<float> lines = stackalloc float[Together];
        values.CopyTo(lines);
        for (var line = 0; line < count; line++)
            cells[at + line * apart] = lines[line];
    }
}
