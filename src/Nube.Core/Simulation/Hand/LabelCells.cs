using Nube.Core.Light;

namespace Nube.Core.Simulation.Hand;

/// <summary>Whose each cell of a picture is, on cells as large as those of masks.</summary>
/// <param name="grid">The cells.</param>
public sealed class LabelCells(CellGrid grid)
{
    private readonly ushort[] owners = new ushort[grid.Count];

    /// <summary>Of these areas.</summary>
    /// <param name="masks">Their masks.</param>
    /// <param name="grid">Cells of the size of theirs.</param>
    public static LabelCells Of(IEnumerable<AreaMask> masks, CellGrid grid)
    {
        ArgumentNullException.ThrowIfNull(masks);
        var cells = new LabelCells(grid);
        foreach (var mask in masks)
        {
            for (var at = 0; at < mask.Parts.Length; at++)
            {
                var (x, y) = (mask.Left + at % mask.Width, mask.Top + at / mask.Width);
                if (mask.Parts[at] != CellPart.Outside && x >= 0 && y >= 0 && x < grid.Width && y < grid.Height)
                    cells.owners[y * grid.Width + x] = (ushort)mask.Id;
            }
        }
        return cells;
    }

    /// <summary>The areas beside one.</summary>
    public IReadOnlySet<int> Beside(int area)
    {
        var beside = new SortedSet<int>();
        for (var at = 0; at < owners.Length; at++)
        {
            if ((at + 1) % grid.Width != 0)
                Meet(owners[at], owners[at + 1]);
            if (at + grid.Width < owners.Length)
                Meet(owners[at], owners[at + grid.Width]);
        }
        return beside;

        void Meet(int one, int other)
        {
            if (one == area && other != area && other != 0)
                beside.Add(other);
            if (other == area && one != area && one != 0)
                beside.Add(one);
        }
    }

    /// <summary>The area of each cell, 0 for none, on cells of twice the side, or as they are.</summary>
    /// <param name="wanted">The cells wanted.</param>
    public ushort[] On(CellGrid wanted)
    {
        var step = (int)Math.Round(wanted.CellMm / grid.CellMm);
        var on = new ushort[wanted.Count];
        for (var at = 0; at < on.Length; at++)
            on[at] = owners[at / wanted.Width * step * grid.Width + at % wanted.Width * step];
        return on;
    }
}
