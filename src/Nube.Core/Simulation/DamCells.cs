using Nube.Core.Artwork;

namespace Nube.Core.Simulation;

/// <summary>Which cells are under a line that holds water back.</summary>
public static class DamCells
{
    /// <summary>
    /// The cells under embossed lines, row by row; empty where none is. Areas meet in the middle of a line: there the dam
    /// is one cell wide.
    /// </summary>
    /// <param name="labels">The areas of the picture.</param>
    /// <param name="dams">Which lines are embossed.</param>
    /// <param name="grid">The cells.</param>
    public static ReadOnlyMemory<bool> Of(LabelRaster labels, Dams dams, CellGrid grid)
    {
        ArgumentNullException.ThrowIfNull(labels);
        ArgumentNullException.ThrowIfNull(dams);
        if (dams.Lines == DamLines.None)
            return ReadOnlyMemory<bool>.Empty;
        var under = new bool[grid.Count];
        for (var y = 0; y < grid.Height; y++)
        {
            for (var x = 0; x < grid.Width; x++)
                under[y * grid.Width + x] = Parts(x, y, x + 1, y) || Parts(x, y, x, y + 1);
        }
        return under;

        bool Parts(int x, int y, int otherX, int otherY)
        {
            var (one, other) = (At(x, y), At(otherX, otherY));
            return one != other && dams.Between(one, other);
        }

        int At(int x, int y)
        {
            var column = (int)((x + 0.5) * grid.CellMm * labels.PixelsPerMm);
            var row = (int)((y + 0.5) * grid.CellMm * labels.PixelsPerMm);
            return column < labels.Width && row < labels.Height
                ? labels.Labels[row * labels.Width + column]
                : LabelRaster.Background;
        }
    }
}
