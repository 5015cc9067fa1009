using System.Text;
using Nube.Core.Artwork;

namespace Nube.Core.Tests.Artwork;

/// <summary>Pictures that are odd but can be read, and such that fall into too much or too little.</summary>
public class OddPicturesTests
{
    private static byte[] Shipped(string name) =>
        File.ReadAllBytes(Path.Combine(Drawings.Root, "tests", "Nube.Core.Tests", "Artwork", "Files", name));

    /// <summary>
    /// Two rooms of 100 x 200 pixels at 100 dots per inch, within a wall of 5 pixels; in print colours, or as the first
    /// of two moving pictures.
    /// </summary>
    [Theory]
    [InlineData("cmyk.jpg")]
    [InlineData("two.webp")]
    [InlineData("two.png")]
    public void A_picture_in_print_colours_or_the_first_of_moving_ones_is_read(string file)
    {
        var cleaned = PictureFile.Cleaned(Shipped(file));
        var map = AreaFinder.FindAreas(LineExtraction.From(PictureReader.Read(cleaned, new PictureSize(null, 100))));
        Assert.Equal(2, map.Areas.Length);
        Assert.All(map.Areas, area =>
            Assert.InRange(area.SizeMm2, 100 * 197 * 0.254 * 0.254 * 0.96, 100 * 197 * 0.254 * 0.254 * 1.04)
        );
    }

    [Fact]
    public void A_kind_of_moving_picture_that_is_not_read_is_refused_with_what_is() =>
        Assert.Contains(
            "SVG, PNG, JPEG, WebP or TIFF",
            Assert.Throws<PictureTroubleException>(() => PictureFile.Cleaned(Shipped("two.gif"))).Message,
            StringComparison.Ordinal
        );

    [Fact]
    public void One_area_as_large_as_the_panel_is_an_area()
    {
        // A frame 1 mm from the edge of a letter sheet.
        var map = Drawings.Find(Drawings.Svg(216, 279, Drawings.Polygon((1, 1), (215, 1), (215, 278), (1, 278))));
        Assert.InRange(Assert.Single(map.Areas).SizeMm2, 214 * 277 * 0.99, 214 * 277 * 1.01);
    }

    [Fact]
    public void Only_lines_have_no_areas_and_are_said_to()
    {
        var strokes = string.Concat(
            Enumerable.Range(0, 40).Select(i => FormattableString.Invariant($"""<path d="M{5 + i} 5L{8 + i} 45"/>"""))
        );
        Assert.Contains(
            "No enclosed area",
            Assert.Throws<PictureTroubleException>(() => Drawings.Find(Drawings.Svg(60, 50, strokes))).Message,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void Of_thousands_of_tiny_areas_the_small_ones_join_their_neighbours_until_they_can_be_coloured()
    {
        // 80 x 64 cells of 2.5 mm: 5,120.
        var map = Drawings.Find(Mesh(80, 64, 2.5));
        Assert.InRange(map.Areas.Length, LabelRaster.MostAreas / 2, LabelRaster.MostAreas);
        Assert.True(map.SmallestMm2 > AreaFinder.SliverMm2, $"{map.SmallestMm2}");
        // Nothing of the picture is lost: together they are as large as the mesh.
        Assert.InRange(map.Areas.Sum(area => area.SizeMm2), 200 * 160 * 0.99, 200 * 160 * 1.01);
    }

    [Fact]
    public void A_larger_smallest_area_joins_more()
    {
        // Rooms of 8 x 8 mm, each with a closet of 3 x 3 mm in a corner.
        var body = new StringBuilder(Drawings.Polygon((5, 5), (37, 5), (37, 13), (5, 13)));
        for (var room = 0; room < 4; room++)
            body.Append(FormattableString.Invariant($"""<path d="M{13 + 8 * room} 5v8M{5 + 8 * room} 8h3v-3"/>"""));
        var art = LineExtraction.From(
            PictureReader.Read(Drawings.Svg(42, 18, body.ToString(), 0.3), new PictureSize(null, null))
        );
        Assert.Equal(8, AreaFinder.FindAreas(art).Areas.Length);
        var coarse = AreaFinder.FindAreas(art, smallestMm2: 12);
        Assert.Equal(4, coarse.Areas.Length);
        Assert.Equal(12, coarse.SmallestMm2);
        Assert.All(coarse.Areas, area => Assert.InRange(area.SizeMm2, 62, 66));
    }

    private static byte[] Mesh(int columns, int rows, double cell)
    {
        var body = new StringBuilder();
        for (var column = 0; column <= columns; column++)
            body.Append(FormattableString.Invariant($"""<path d="M{5 + column * cell} 5v{rows * cell}"/>"""));
        for (var row = 0; row <= rows; row++)
            body.Append(FormattableString.Invariant($"""<path d="M5 {5 + row * cell}h{columns * cell}"/>"""));
        return Drawings.Svg(10 + columns * cell, 10 + rows * cell, body.ToString(), 0.2);
    }
}
