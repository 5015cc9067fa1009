using System.Collections.Immutable;
using Nube.Core.Artwork;

namespace Nube.Core.Stamping;

/// <summary>A sheet to print masks on.</summary>
/// <param name="Name">What it is called.</param>
/// <param name="WidthMm">Width, mm.</param>
/// <param name="HeightMm">Height, mm.</param>
public sealed record SheetOfPaper(string Name, double WidthMm, double HeightMm)
{
    /// <summary>210 x 297 mm (ISO 216).</summary>
    public static SheetOfPaper A4 { get; } = new("A4", 210, 297);

    /// <summary>8 1/2 x 11 in (ANSI/ASME Y14.1, size A).</summary>
    public static SheetOfPaper Letter { get; } =
        new("Letter", 8.5 * Lengths.MillimetresPerInch, 11 * Lengths.MillimetresPerInch);

    /// <summary>297 x 420 mm (ISO 216).</summary>
    public static SheetOfPaper A3 { get; } = new("A3", 297, 420);

    /// <summary>All of them.</summary>
    public static ImmutableArray<SheetOfPaper> All { get; } = [A4, Letter, A3];
}

/// <summary>A mask on its sheet.</summary>
/// <param name="Placed">Whose it is: a placed stamp.</param>
/// <param name="Name">What is written in it.</param>
/// <param name="Cut">Where it is cut, mm of the sheet.</param>
public sealed record Mask(Guid Placed, string Name, Silhouette Cut);

/// <summary>Masks laid out on sheets, true to size.</summary>
/// <param name="Paper">The sheet.</param>
/// <param name="Pages">The masks of each sheet.</param>
/// <param name="TooLarge">Masks that are larger than the sheet: their names.</param>
public sealed record MaskSheet(
    SheetOfPaper Paper,
    ImmutableArray<ImmutableArray<Mask>> Pages,
    ImmutableArray<string> TooLarge
)
{
    /// <summary>
    /// How far inside the line a mask is cut, so that no white rim is left around it, mm. Common practice, no source.
    /// </summary>
    public const double WithinLineMm = 0.2;

    /// <summary>Margin that home printers leave white, mm.</summary>
    public const double MarginMm = 10;

    /// <summary>Room at the head for a title and the rule by which the print's size is checked, mm.</summary>
    public const double HeadMm = 20;

    private const double GapMm = 5; // to cut between

    /// <summary>Lays the masks that a scene needs on sheets.</summary>
    /// <remarks>Rows of masks, the highest first; masks lie as their stamps do, so that the picture helps to tell them
    /// apart.</remarks>
    /// <param name="scene">The scene.</param>
    /// <param name="stamps">Its stamps by key.</param>
    /// <param name="masked">What needs a mask.</param>
    /// <param name="paper">The sheet.</param>
    public static MaskSheet Of(
        Scene scene,
        IReadOnlyDictionary<Guid, Stamp> stamps,
        IReadOnlyCollection<Guid> masked,
        SheetOfPaper paper
    )
    {
        ArgumentNullException.ThrowIfNull(scene);
        ArgumentNullException.ThrowIfNull(stamps);
        ArgumentNullException.ThrowIfNull(masked);
        ArgumentNullException.ThrowIfNull(paper);
        var (roomX, roomY) = (paper.WidthMm - 2 * MarginMm, paper.HeightMm - 2 * MarginMm - HeadMm);
        var masks = scene
            .FrontFirst.Where(placed => masked.Contains(placed.Id))
            .Select(placed =>
            {
                var shape = stamps[placed.Stamp]
                    .Covers(placed with { At = placed.At with { Middle = default } })
                    .Within(WithinLineMm);
                return new Mask(placed.Id, scene.NameOf(placed, stamps), shape);
            })
            .ToList();
        ImmutableArray<string> tooLarge = [.. masks.Where(mask => !Fits(mask)).Select(mask => mask.Name)];

        var pages = new List<List<Mask>>();
        var (x, y, rowHeight) = (0.0, 0.0, 0.0);
        foreach (
            var mask in masks
                .Where(Fits)
                .OrderByDescending(mask => Size(mask).Height)
                .ThenBy(mask => mask.Name, StringComparer.Ordinal)
        )
        {
            var (width, height) = Size(mask);
            if (pages.Count > 0 && x + width > roomX)
                (x, y, rowHeight) = (0, y + rowHeight + GapMm, 0);
            if (pages.Count == 0 || y + height > roomY)
            {
                pages.Add([]);
                (x, y, rowHeight) = (0, 0, 0);
            }
            var (left, top, _, _) = mask.Cut.Bounds();
            var at = new Placement(new PointMm(MarginMm + x - left, MarginMm + HeadMm + y - top), 0, false);
            pages[^1].Add(mask with { Cut = mask.Cut.At(at) });
            (x, rowHeight) = (x + width + GapMm, Math.Max(rowHeight, height));
        }
        return new MaskSheet(paper, [.. pages.Select(page => page.ToImmutableArray())], tooLarge);

        bool Fits(Mask mask) => Size(mask) is var (width, height) && width <= roomX && height <= roomY;

        static (double Width, double Height) Size(Mask mask)
        {
            var (left, top, right, bottom) = mask.Cut.Bounds();
            return (right - left, bottom - top);
        }
    }
}
