namespace Nube.Core.Simulation;

/// <summary>Square cells of a piece of paper.</summary>
/// <param name="Width">Cells across.</param>
/// <param name="Height">Cells down.</param>
/// <param name="CellMm">Side of a cell, mm, above 0.</param>
public readonly record struct CellGrid(int Width, int Height, double CellMm)
{
    /// <summary>How many cells.</summary>
    public int Count => Width * Height;

    /// <summary>Surface of a cell, mm2.</summary>
    public double CellMm2 => CellMm * CellMm;

    /// <summary>Cells of half the side on the same paper.</summary>
    public CellGrid OnSmallerCells() => new(2 * Width, 2 * Height, CellMm / 2);
}
