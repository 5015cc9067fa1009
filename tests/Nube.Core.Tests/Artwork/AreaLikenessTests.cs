using Nube.Core.Artwork;

namespace Nube.Core.Tests.Artwork;

public class AreaLikenessTests
{
    // Ellipses of one shape, moved, turned and a little larger; a square, and an ellipse three times as long.
    private static readonly AreaMap Map = Drawings.Find(
        Drawings.Svg(
            100,
            60,
            string.Concat(
                """<ellipse cx="15" cy="15" rx="9" ry="5"/>""",
                """<ellipse cx="40" cy="15" rx="9" ry="5" transform="rotate(50 40 15)"/>""",
                """<ellipse cx="65" cy="15" rx="10.5" ry="6" transform="rotate(120 65 15)"/>""",
                Drawings.Polygon((80, 8), (92, 8), (92, 20), (80, 20)),
                """<ellipse cx="40" cy="45" rx="22" ry="2.4"/>"""
            )
        )
    );

    private static int At(double x, double y) =>
        Map.Labels.Labels[(int)(y * Map.Labels.PixelsPerMm) * Map.Labels.Width + (int)(x * Map.Labels.PixelsPerMm)];

    [Fact]
    public void The_same_shape_is_found_wherever_and_however_it_lies()
    {
        int[] leaves = [At(15, 15), At(40, 15), At(65, 15)];
        Assert.Equal(leaves.Order(), AreaLikeness.Alike(Map.Labels, leaves[1]));
        Assert.Equal([At(86, 14)], AreaLikeness.Alike(Map.Labels, At(86, 14)));
        Assert.Equal([At(40, 45)], AreaLikeness.Alike(Map.Labels, At(40, 45)));
    }

    [Fact]
    public void An_area_that_is_not_there_is_said() =>
        Assert.Throws<AreaEditException>(() => AreaLikeness.Alike(Map.Labels, 99));
}
