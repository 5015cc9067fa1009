using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;
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

    /// <summary>Reads cells of each line; 0 for lines beyond the grid.</summary>
    /// <param name="cells">All cells of the grid.</param>
    /// <param name="from">The first along the lines.</param>
    /// <param name="into">Where they come, one after the other, with a line in each lane.</param>
    public void Gather(ReadOnlySpan<float> cells, int from, Span<Vector256<float>> into)
    {
        if (count < Together)
        {
            for (var i = 0; i < into.Length; i++)
                into[i] = LoadFew(cells, start + (from + i) * step);
            return;
        }
        if (apart == 1)
        {
            var these = cells.Slice(start + from * step, (into.Length - 1) * step + Together);
            ref var first = ref MemoryMarshal.GetReference(these);
            for (var i = 0; i < into.Length; i++)
                into[i] = Vector256.LoadUnsafe(ref first, (nuint)(i * step));
            return;
        }
        var at = 0;
        for (; at + Together <= into.Length; at += Together)
        {
            var square = into.Slice(at, Together);
            for (var line = 0; line < Together; line++)
                square[line] = Vector256.Create(cells.Slice(start + line * apart + from + at, Together));
            Transposing.InPlace(square);
        }
        for (; at < into.Length; at++)
            into[at] = LoadFew(cells, start + from + at);
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

    /// <summary>Writes cells of each line; the other way of <see cref="Gather"/>.</summary>
    public void Scatter(ReadOnlySpan<Vector256<float>> values, int from, Span<float> cells)
    {
        if (count < Together)
        {
            for (var i = 0; i < values.Length; i++)
                StoreFew(cells, start + (from + i) * step, values[i]);
            return;
        }
        if (apart == 1)
        {
            var these = cells.Slice(start + from * step, (values.Length - 1) * step + Together);
            ref var first = ref MemoryMarshal.GetReference(these);
            for (var i = 0; i < values.Length; i++)
                values[i].StoreUnsafe(ref first, (nuint)(i * step));
            return;
        }
        Span<Vector256<float>> square = stackalloc Vector256<float>[Together];
        var at = 0;
        for (; at + Together <= values.Length; at += Together)
        {
            values.Slice(at, Together).CopyTo(square);
            Transposing.InPlace(square);
            for (var line = 0; line < Together; line++)
                square[line].CopyTo(cells[(start + line * apart + from + at)..]);
        }
        for (; at < values.Length; at++)
            StoreFew(cells, start + from + at, values[at]);
    }

    [MethodImpl(MethodImplOptions.NoInlining)]
    private void StoreFew(Span<float> cells, int at, Vector256<float> values)
    {
        for (var line = 0; line < count; line++)
            cells[at + line * apart] = values[line];
    }
}
