using Nube.Core.Stamping;
using Nube.Core.Tests.Artwork;
using static Nube.Core.Tests.Stamping.Scenes;

namespace Nube.Core.Tests.Stamping;

public class MaskSheetTests
{
    private readonly Scenes scenes = new();

    /// <summary>
    /// ISO 216: A0 is one square metre with sides in the ratio of the square root of two; each size halves the one
    /// before, in whole mm.
    /// </summary>
    [Fact]
    public void Sheets_are_of_the_sizes_of_ISO_216()
    {
        var (width, height) = (Math.Round(1000 / Math.Pow(2, 0.25)), Math.Round(1000 * Math.Pow(2, 0.25)));
        for (var size = 0; size < 3; size++)
            (width, height) = (Math.Floor(height / 2), width);
        Assert.Equal((width, height), (SheetOfPaper.A3.WidthMm, SheetOfPaper.A3.HeightMm));
        Assert.Equal((Math.Floor(height / 2), width), (SheetOfPaper.A4.WidthMm, SheetOfPaper.A4.HeightMm));
    }

    private MaskSheet Sheet(SheetOfPaper paper, params (double Side, double Degrees)[] masks)
    {
        var placed = masks
            .Select((mask, i) => Put(scenes.Square($"Pot {i}", mask.Side), 30, 30, mask.Degrees))
            .ToArray();
        return MaskSheet.Of(Panel(200, 200, placed), scenes.Stamps, [.. placed.Select(p => p.Id)], paper);
    }

    [Fact]
    public void Masks_lie_within_the_margins_and_apart_and_keep_their_size()
    {
        var sheet = Sheet(SheetOfPaper.A4, [.. Enumerable.Range(0, 14).Select(i => (20.0 + 5 * i, 0.0))]);
        Assert.True(sheet.Pages.Length > 1);
        Assert.Empty(sheet.TooLarge);
        Assert.Equal(14, sheet.Pages.Sum(page => page.Length));
        Assert.All(sheet.Pages, page => Assert.All(page, mask =>
            {
                var (left, top, right, bottom) = mask.Cut.Bounds();
                Assert.True(left >= MaskSheet.MarginMm - 1e-6 && right <= 210 - MaskSheet.MarginMm + 1e-6);
                Assert.True(
                    top >= MaskSheet.MarginMm + MaskSheet.HeadMm - 1e-6 && bottom <= 297 - MaskSheet.MarginMm + 1e-6
                );
                Assert.All(page.Where(other => other != mask), other => Assert.Equal(0, mask.Cut.Shared(other.Cut)));
                // The side, up to the outside of its line of 0.5 mm, less what is cut inside the line.
                var side =
                    20
                    + 5 * int.Parse(mask.Name[4..], System.Globalization.CultureInfo.InvariantCulture)
                    + 0.5
                    - 2 * MaskSheet.WithinLineMm;
                Assert.Equal(side, right - left, 0.12);
            }));
    }

    [Fact]
    public void A_mask_lies_as_its_stamp_does()
    {
        var mask = Sheet(SheetOfPaper.Letter, (40, 45)).Pages[0][0];
        var (left, _, right, _) = mask.Cut.Bounds();
        Assert.Equal((40.5 - 0.4) * Math.Sqrt(2), right - left, 0.3);
    }

    [Fact]
    public void A_mask_larger_than_the_sheet_is_named()
    {
        Assert.Equal(["Pot 0"], Sheet(SheetOfPaper.A4, (195, 0), (30, 0)).TooLarge);
        Assert.Empty(Sheet(SheetOfPaper.A3, (195, 0), (30, 0)).TooLarge);
    }
}
