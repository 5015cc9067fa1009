namespace Nube.Core.Simulation;

/// <summary>A part of a grid.</summary>
/// <param name="Left">Its first column.</param>
/// <param name="Top">Its first row.</param>
/// <param name="Width">Columns, 0 or more.</param>
/// <param name="Height">Rows, 0 or more.</param>
public readonly record struct CellBox(int Left, int Top, int Width, int Height)
{
    /// <summary>All of a grid.</summary>
    public static CellBox Of(CellGrid grid) => new(0, 0, grid.Width, grid.Height);

    /// <summary>How many cells.</summary>
    public int Count => Width * Height;

    /// <summary>Nothing is in it.</summary>
    public bool IsEmpty => Width <= 0 || Height <= 0;

    /// <summary>The smallest box around two; an empty one counts for nothing.</summary>
    public CellBox With(CellBox other)
    {
        if (IsEmpty || other.IsEmpty)
            return IsEmpty ? other : this;
        var (left, top) = (Math.Min(Left, other.Left), Math.Min(Top, other.Top));
        return new CellBox(
            left,
            top,
            Math.Max(Left + Width, other.Left + other.Width) - left,
            Math.Max(Top + Height, other.Top + other.Height) - top
        );
    }

    /// <summary>Whether some cell is in both.</summary>
    public bool Meets(CellBox other) =>
        Left < other.Left + other.Width
        && other.Left < Left + Width
        && Top < other.Top + other.Height
        && other.Top < Top + Height;

    /// <summary>The same with so many cells more on each side, as far as a grid goes.</summary>
    public CellBox Wider(int cells, CellGrid grid)
    {
        var (left, top) = (Math.Max(0, Left - cells), Math.Max(0, Top - cells));
        return new CellBox(
            left,
            top,
            Math.Min(grid.Width, Left + Width + cells) - left,
            Math.Min(grid.Height, Top + Height + cells) - top
        );
    }

    /// <summary>The same part of a grid with cells of half the side.</summary>
    public CellBox OnSmallerCells() => new(2 * Left, 2 * Top, 2 * Width, 2 * Height);
}
