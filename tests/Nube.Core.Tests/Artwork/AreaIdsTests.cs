using Nube.Core.Artwork;

namespace Nube.Core.Tests.Artwork;

public class AreaIdsTests
{
    private static LabelRaster Row(params ushort[] labels) => new(labels.Length, 1, 1, labels);

    [Fact]
    public void What_still_is_an_area_keeps_its_number_and_what_is_new_gets_a_new_one() =>
        Assert.Equal(
            new ushort[] { 0, 7, 7, 7, 12, 12, 3, 3, LabelRaster.Line },
            AreaIds.Keep(Row(0, 1, 1, 1, 2, 2, 3, 3, LabelRaster.Line), Row(0, 7, 7, 7, 7, 7, 3, 3, 0), 11).Labels
        );

    [Fact]
    public void Of_two_that_ran_together_the_larger_number_of_pixels_decides() =>
        Assert.Equal(new ushort[] { 2, 2, 2, 2, 2 }, AreaIds.Keep(Row(1, 1, 1, 1, 1), Row(1, 1, 2, 2, 2), 2).Labels);

    [Fact]
    public void Rasters_of_two_sizes_are_not_compared() =>
        Assert.Throws<ArgumentException>(() => AreaIds.Keep(Row(1), Row(1, 1), 1));
}
