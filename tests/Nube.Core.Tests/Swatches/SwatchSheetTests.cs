using Nube.Core.Swatches;

namespace Nube.Core.Tests.Swatches;

public class SwatchSheetTests
{
    // A4: ISO 216. Letter: ANSI/ASME Y14.1, size A.
    [Theory]
    [InlineData(SheetSize.A4, 210, 297)]
    [InlineData(SheetSize.Letter, 215.9, 279.4)]
    public void Everything_fits_on_the_sheet_and_nothing_overlaps(SheetSize size, double width, double height)
    {
        var sheet = new SwatchSheet(size, 0, SwatchSheet.MostRows);
        Assert.Equal((width, height), (sheet.Width, sheet.Height));
        SheetRectangle[] solid =
        [
            .. sheet.Marks().Select(mark => mark.Box),
            .. sheet.Patches().Where(patch => !patch.OverBlack).Select(patch => patch.Box),
            .. Enumerable.Range(0, sheet.Rows).Select(sheet.Bar),
            .. Enumerable.Range(0, sheet.Rows).Select(sheet.Label),
        ];
        Assert.All(solid, box =>
            Assert.True(
                box.X >= 10 && box.Y >= 10 && box.Right <= width - 9.99 && box.Bottom <= height - 10,
                box.ToString()
            )
        );
        for (var i = 0; i < solid.Length; i++)
        {
            for (var j = i + 1; j < solid.Length; j++)
                Assert.False(Overlap(solid[i], solid[j]), $"{solid[i]} and {solid[j]}");
        }
    }

    [Fact]
    public void Gaps_lie_on_bare_paper()
    {
        var sheet = new SwatchSheet(SheetSize.A4, 0, SwatchSheet.MostRows);
        SheetRectangle[] covered =
        [
            .. sheet.Patches().Select(patch => patch.Box),
            .. Enumerable.Range(0, sheet.Rows).Select(sheet.Bar),
            .. Enumerable.Range(0, sheet.Rows).Select(sheet.Label),
        ];
        for (var row = 0; row < sheet.Rows; row++)
        {
            for (var column = 0; column < 5; column++)
            {
                var (beside, below) = (sheet.Gap(row, column), sheet.Below(row, column));
                Assert.All(covered, box => Assert.False(Overlap(box, beside) || Overlap(box, below)));
            }
            var bare = sheet.BareBar(row);
            Assert.False(Overlap(bare, sheet.Patches().Single(patch => patch.Row == row && patch.OverBlack).Box));
            Assert.True(bare.Right < sheet.Bar(row).Right);
        }
    }

    [Fact]
    public void Every_series_has_marks_of_its_own() =>
        Assert.Equal(
            SwatchSheet.SeriesCount * SwatchSheet.MarkCount,
            Enumerable
                .Range(0, SwatchSheet.SeriesCount)
                .SelectMany(series => new SwatchSheet(SheetSize.A4, series, 1).Marks())
                .Select(mark => mark.Id)
                .Distinct()
                .Count()
        );

    private static bool Overlap(SheetRectangle a, SheetRectangle b) =>
        a.X < b.Right && b.X < a.Right && a.Y < b.Bottom && b.Y < a.Bottom;
}
