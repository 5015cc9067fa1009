namespace Nube.Core.Cards;

/// <summary>Where a piece is cut out of the sheet that the card's picture is stamped and coloured on.</summary>
/// <remarks>
/// Makers stamp several images beside each other on one sheet, colour them in one go, and cut them apart: so a card has
/// several pictured pieces of one paper.
/// </remarks>
/// <param name="LeftMm">From the left of the picture to the left of the piece, mm.</param>
/// <param name="TopMm">From the top of the picture to the top of the piece, mm.</param>
/// <param name="Sheet">The size of the picture.</param>
public sealed record PictureCut(double LeftMm, double TopMm, SizeMm Sheet)
{
    /// <summary>A piece of this size lies on the sheet as a whole.</summary>
    public bool Holds(SizeMm piece) =>
        LeftMm >= 0
        && TopMm >= 0
        && LeftMm + piece.Width <= Sheet.Width + Nearly
        && TopMm + piece.Height <= Sheet.Height + Nearly;

    /// <summary>A piece in the middle of the sheet.</summary>
    /// <param name="sheet">The size of the picture.</param>
    /// <param name="piece">The size of the piece.</param>
    public static PictureCut InMiddle(SizeMm sheet, SizeMm piece) =>
        new(Math.Max(0, (sheet.Width - piece.Width) / 2), Math.Max(0, (sheet.Height - piece.Height) / 2), sheet);

    private const double Nearly = 0.05; // mm; what rounding to a sixty-fourth of an inch, or a tenth of a millimetre, leaves
}
