using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Artwork;
using Nube.Core.Light;

namespace Nube.Core.Tests.Light;

/// <summary>Areas cell by cell: outlines and fields are views of one mask.</summary>
public class AreaMaskTests
{
    private static readonly ZoneRule WithWhite = ZoneRule.Usual with { WhiteShare = 0.08 };

    private static LabelRaster Pebble { get; } =
        AreaFormTests.Raster(34, 26, (x, y) =>
            Math.Pow((x - 17) / 14, 2) + Math.Pow((y - 13 - Math.Sin(x / 4)) / 9, 2) < 1
        );

    private static AreaMask Mask(ZoneRule rule, LabelRaster? raster = null) =>
        Assert.Single(Zoning.Masks(AreaForm.Of(raster ?? Pebble), LightAngle.UpLeft, _ => rule));

    public static TheoryData<Zone> Zones => [.. Enum.GetValues<Zone>()];

    [Fact]
    public void The_parts_of_a_mask_have_the_shares_that_were_asked_for()
    {
        var mask = Mask(WithWhite);
        Assert.Equal(0.35, mask.ShareOf(CellPart.Shadow), 0.02);
        Assert.Equal(0.20, mask.ShareOf(CellPart.Light, CellPart.White), 0.02);
        Assert.Equal(0.08, mask.ShareOf(CellPart.White), 0.02);
        var zones = Assert.Single(Zoning.Of(AreaForm.Of(Pebble), LightAngle.UpLeft, _ => WithWhite));
        Assert.Equal(mask.ShareOf(CellPart.White), zones.WhiteShare);
        // The outline encloses the cells.
        var cells = mask.Parts.Count(part => part == CellPart.Shadow);
        var cellMm2 = AreaMask.CellMm * AreaMask.CellMm;
        Assert.Equal(cells * cellMm2, ZoningTests.Measure(zones.Shadow).Mm2, 0.08 * cells * cellMm2);
    }

    // What is laid on three zones and what is laid on cells is the same on the whole: one spread, two views.
    [Theory]
    [MemberData(nameof(Zones))]
    public void A_field_lays_on_each_part_what_its_spread_says(Zone zone)
    {
        var (mask, spread) = (Mask(WithWhite), Spread.Over(zone));
        var field = mask.Field(zone);
        Assert.Equal(spread.Light, Mean(CellPart.Light), 0.12);
        Assert.Equal(spread.Middle, Mean(CellPart.Middle), 0.12);
        Assert.Equal(spread.Shadow, Mean(CellPart.Shadow), 0.12);
        Assert.All(field.Zip(mask.Parts), cell =>
            Assert.True(cell.First >= 0 && (cell.First == 0 || cell.Second is not (CellPart.Outside or CellPart.White)))
        );

        double Mean(CellPart part) =>
            field.Zip(mask.Parts).Where(cell => cell.Second == part).Average(cell => cell.First);
    }

    [Theory]
    [InlineData(Zone.Graded)]
    [InlineData(Zone.Edge)]
    public void What_fades_has_no_step_between_the_parts(Zone zone)
    {
        var mask = Mask(ZoneRule.Usual);
        var field = mask.Field(zone);
        for (var y = 1; y < mask.Height - 1; y++)
        {
            for (var x = 1; x < mask.Width - 2; x++)
            {
                var (here, next) = (y * mask.Width + x, y * mask.Width + x + 1);
                if (mask.Parts[here] != CellPart.Outside && mask.Parts[next] != CellPart.Outside)
                    Assert.InRange(Math.Abs(field[here] - field[next]), 0, 0.25);
            }
        }
    }

    [Fact]
    public void The_same_image_gives_the_same_bits()
    {
        var once = Zoning.Masks(AreaForm.Of(Pebble), new LightAngle(140), _ => WithWhite);
        var again = Zoning.Masks(AreaForm.Of(Pebble), new LightAngle(140), _ => WithWhite);
        Assert.Equal(once.AsEnumerable(), again);
        Assert.Equal(once[0].Field(Zone.Graded).AsEnumerable(), again[0].Field(Zone.Graded));
        Assert.NotEqual(once[0], Mask(WithWhite));
    }

    [Fact]
    public void A_small_area_is_one_part_and_takes_all_evenly()
    {
        var small = Mask(WithWhite, AreaFormTests.Raster(6, 6, (x, y) => x is > 2 and < 5 && y is > 2 and < 5));
        Assert.Equal(1, small.ShareOf(CellPart.Middle));
        Assert.Equal("", small.Outline(CellPart.Shadow));
        Assert.All(small.Field(Zone.Graded).Zip(small.Parts), cell =>
            Assert.Equal(cell.Second == CellPart.Middle ? 1 : 0, cell.First, 0.001f)
        );
    }
}
