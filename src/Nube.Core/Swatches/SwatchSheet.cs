using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Nube.Core.Optics;

namespace Nube.Core.Swatches;

/// <summary>Sizes of sheet that a swatch sheet is printed on.</summary>
public enum SheetSize
{
    /// <summary>210 x 297 mm (ISO 216).</summary>
    A4,

    /// <summary>8 1/2 x 11 in, 215.9 x 279.4 mm (ANSI/ASME Y14.1, size A).</summary>
    Letter,
}

/// <summary>A rectangle on a sheet, mm from its top left corner.</summary>
/// <param name="X">Left.</param>
/// <param name="Y">Top.</param>
/// <param name="Width">Across, above 0.</param>
/// <param name="Height">Down, above 0.</param>
public readonly record struct SheetRectangle(double X, double Y, double Width, double Height)
{
    /// <summary>Right.</summary>
    [JsonIgnore]
    public double Right => X + Width;

    /// <summary>Bottom.</summary>
    [JsonIgnore]
    public double Bottom => Y + Height;

    /// <summary>The middle of it, of which each side is this share of the whole.</summary>
    public SheetRectangle Inner(double share) =>
        new(X + Width * (1 - share) / 2, Y + Height * (1 - share) / 2, Width * share, Height * share);
}

/// <summary>A patch to be painted.</summary>
/// <param name="Row">Its row, from 0 at the top.</param>
/// <param name="Column">Its column, from 0 at the left.</param>
/// <param name="Strength">How much water.</param>
/// <param name="OverBlack">It is painted over a printed black bar, which shows how much the paint hides.</param>
/// <param name="Box">The box to fill.</param>
public sealed record Patch(int Row, int Column, Strength Strength, bool OverBlack, SheetRectangle Box);

/// <summary>A square mark by which the sheet is found in a picture.</summary>
/// <param name="Id">Its number in the dictionary.</param>
/// <param name="Box">Its square.</param>
public sealed record SheetMark(int Id, SheetRectangle Box);

/// <summary>The sheet that a maker paints so that colourants become numbers: where everything on it is.</summary>
/// <remarks>
/// A row for each colourant: four washes from full strength to 1:8, and full strength once more over a black bar. White
/// paper is left between all boxes, from which the evenness of the light is read. Marks stand along both sides, so that
/// a blot or a thumb on some of them does no harm. Nothing is printed in colour: no two printers agree on one.
/// </remarks>
/// <param name="Size">Sheet.</param>
/// <param name="Series">Which of the series of marks it carries, 0 to 5; told from other sheets by it.</param>
/// <param name="Rows">How many rows are in use, 1 to 12.</param>
public sealed record SwatchSheet(SheetSize Size, int Series, int Rows)
{
    /// <summary>Most rows on a sheet.</summary>
    public const int MostRows = 12;

    /// <summary>How many series of marks there are.</summary>
    public const int SeriesCount = 6;

    /// <summary>Marks on a sheet.</summary>
    public const int MarkCount = 8;

    /// <summary>Side of a mark, mm.</summary>
    public const double MarkSide = 11;

    private const double BoxWidth = 16,
        BoxHeight = 13,
        ColumnStep = 21,
        RowStep = 19; // mm
    private const double SideMargin = 10,
        EndMargin = 13; // mm, outside what printers cannot reach (common practice, no source)
    private const double BarBeyond = 6; // mm of bar that stay bare

    /// <summary>The washes of a row, by column; the last is painted over black.</summary>
    public static ImmutableArray<Strength> Washes { get; } = [new(0), new(1), new(4), new(8), new(0)];

    /// <summary>Width of the sheet, mm.</summary>
    [JsonIgnore]
    public double Width => Size == SheetSize.A4 ? 210 : 215.9;

    /// <summary>Height of the sheet, mm.</summary>
    [JsonIgnore]
    public double Height => Size == SheetSize.A4 ? 297 : 279.4;

    private double Left => Width / 2 - 35;

    private double Top => (Height - (MostRows - 1) * RowStep - BoxHeight) / 2 + 4;

    /// <summary>
    /// Where the name of a row is written: to the left of its boxes, clear of the paper that is read there.
    /// </summary>
    public SheetRectangle Label(int row) => new(Left - 47, Top + RowStep * row, 41, BoxHeight);

    /// <summary>All boxes to paint, row by row.</summary>
    public ImmutableArray<Patch> Patches() =>
        [
            .. Enumerable
                .Range(0, Rows)
                .SelectMany(row =>
                    Enumerable
                        .Range(0, Washes.Length)
                        .Select(column => new Patch(
                            row,
                            column,
                            Washes[column],
                            column == Washes.Length - 1,
                            Box(row, column)
                        ))
                ),
        ];

    /// <summary>The black bar of a row; it goes on beyond the box that is painted over it.</summary>
    public SheetRectangle Bar(int row)
    {
        var box = Box(row, Washes.Length - 1);
        return box with { Width = box.Width + BarBeyond };
    }

    /// <summary>The part of a bar that stays bare, from which the printed black is read.</summary>
    public SheetRectangle BareBar(int row)
    {
        var bar = Bar(row);
        return new SheetRectangle(bar.Right - BarBeyond + 1.5, bar.Y + 2, BarBeyond - 2.5, bar.Height - 4);
    }

    /// <summary>Strips of white paper between the boxes of a row, left of each column.</summary>
    public SheetRectangle Gap(int row, int column)
    {
        var box = Box(row, column);
        var between = ColumnStep - BoxWidth;
        return new SheetRectangle(box.X - between * 0.7, box.Y + 2, between * 0.4, box.Height - 4);
    }

    /// <summary>White paper below a box.</summary>
    public SheetRectangle Below(int row, int column)
    {
        var box = Box(row, column);
        var between = RowStep - BoxHeight;
        return new SheetRectangle(box.X + 2, box.Bottom + between * 0.3, box.Width - 4, between * 0.4);
    }

    /// <summary>The marks: four down the left side, then four down the right.</summary>
    public ImmutableArray<SheetMark> Marks() =>
        [
            .. Enumerable
                .Range(0, MarkCount)
                .Select(place =>
                {
                    var x = place < 4 ? SideMargin : Width - SideMargin - MarkSide;
                    var y = EndMargin + place % 4 * (Height - 2 * EndMargin - MarkSide) / 3;
                    return new SheetMark(Series * MarkCount + place, new SheetRectangle(x, y, MarkSide, MarkSide));
                }),
        ];

    /// <summary>Everything that is printed solid black: the squares of the marks, and the bars.</summary>
    public ImmutableArray<SheetRectangle> Black() =>
        [.. Marks().SelectMany(mark => MarkSquares.Of(mark)), .. Enumerable.Range(0, Rows).Select(Bar)];

    private SheetRectangle Box(int row, int column) =>
        new(Left + ColumnStep * column, Top + RowStep * row, BoxWidth, BoxHeight);
}
