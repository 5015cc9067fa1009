using Nube.Core.Artwork;
using Nube.Core.Light;
using Nube.Core.Tests.Artwork;

namespace Nube.Core.Tests.Light;

/// <summary>Which areas lie behind others.</summary>
public class DepthTests
{
    private static int At(LabelRaster labels, double x, double y) =>
        labels.Labels[(int)(y * labels.PixelsPerMm) * labels.Width + (int)(x * labels.PixelsPerMm)];

    [Fact]
    public void A_disc_lies_in_front_of_the_bar_that_ends_on_it()
    {
        // A bar comes out from behind a disc on both sides.
        var map = Drawings.Find(
            Drawings.Svg(80, 60, Drawings.Circle(40, 30, 15) + """<path d="M26.5 24H5V36H26.5M53.5 24H75V36H53.5"/>""")
        );
        var (disc, left, right) = (At(map.Labels, 40, 30), At(map.Labels, 10, 30), At(map.Labels, 70, 30));
        Assert.Equal([new(disc, Math.Min(left, right)), new(disc, Math.Max(left, right))], DepthGuess.Of(map.Labels));
    }

    [Fact]
    public void Three_discs_one_behind_the_other()
    {
        // Circles of 12 mm at 20, 34 and 48 mm, each hiding the next: arcs outside of the ones before, by x = (x1 + x2)
        // / 2 where they cross.
        static string Arc(double x, double before)
        {
            var middle = (x + before) / 2;
            var y = Math.Sqrt(144 - (middle - x) * (middle - x));
            return FormattableString.Invariant($"""<path d="M{middle} {25 - y}A12 12 0 1 1 {middle} {25 + y}"/>""");
        }
        var map = Drawings.Find(Drawings.Svg(70, 50, Drawings.Circle(20, 25, 12) + Arc(34, 20) + Arc(48, 34)));
        var (first, second, third) = (At(map.Labels, 20, 25), At(map.Labels, 38, 25), At(map.Labels, 54, 25));
        Assert.Equal(
            [new InFront(first, second), new InFront(second, third)],
            DepthGuess.Of(map.Labels).OrderBy(pair => pair.Front == second)
        );
    }

    [Fact]
    public void Cells_of_a_grid_and_a_piece_inside_another_say_nothing()
    {
        Assert.Empty(DepthGuess.Of(Drawings.Find(Drawings.Grid(4, 3, 12)).Labels));
        Assert.Empty(
            DepthGuess.Of(
                Drawings.Find(Drawings.Svg(60, 60, Drawings.Circle(30, 30, 25) + Drawings.Circle(30, 30, 8))).Labels
            )
        );
    }

    /// <summary>Rooms of a house, and bricks: their walls end on walls, and nothing lies behind anything.</summary>
    [Theory]
    [InlineData("M5 5H65V55H5ZM30 5V55M30 25H65M48 25V55M5 38H30", 0.5)]
    [InlineData("M5 5H65V55H5ZM30 5V55M30 25H65M48 25V55M5 38H30", 2.4)]
    [InlineData("M5 5H65V50H5ZM5 20H65M5 35H65M25 5V20M45 5V20M15 20V35M35 20V35M55 20V35M25 35V50M45 35V50", 0.6)]
    public void Walls_that_end_on_walls_say_nothing(string path, double broadMm)
    {
        var map = Drawings.Find(
            Drawings.Svg(70, 60, FormattableString.Invariant($"""<path d="{path}" stroke-width="{broadMm}"/>"""))
        );
        Assert.True(map.Areas.Length >= 5);
        Assert.Empty(DepthGuess.Of(map.Labels));
    }

    /// <summary>A hill in front of the far edge of a field, and a tree before both: edges that go on behind something.</summary>
    [Fact]
    public void A_horizon_that_ends_on_something_round_lies_behind_it()
    {
        var map = Drawings.Find(
            Drawings.Svg(90, 60, """<path d="M5 5H85V55H5ZM5 30H36.5M63.5 30H85"/>""" + Drawings.Circle(50, 33, 14))
        );
        var (sky, field, tree) = (At(map.Labels, 10, 10), At(map.Labels, 10, 50), At(map.Labels, 50, 33));
        Assert.Equal([new(tree, Math.Min(sky, field)), new(tree, Math.Max(sky, field))], DepthGuess.Of(map.Labels));
    }

    [Fact]
    public void The_makers_word_goes_before_the_guess_and_can_be_taken_back()
    {
        var depth = new Depth([new InFront(1, 2), new InFront(2, 3)], []);
        Assert.Equal([new InFront(2, 3), new InFront(2, 1)], depth.Say(1, 2, 2).Pairs());
        Assert.True(depth.Say(1, 2, 2).IsSaid(new InFront(2, 1)));
        Assert.Equal([new InFront(2, 3)], depth.Say(2, 1, 0).Pairs());
        Assert.Equal(depth.Guessed, depth.Say(1, 2, 2).Say(1, 2, null).Pairs());
        Assert.False(depth.IsSaid(new InFront(1, 2)));
    }

    [Fact]
    public void What_is_behind_is_darker_and_darkest_beside_what_is_in_front()
    {
        // Two squares of 20 mm side by side, lit from the left: alone, the right one's shadow is on its right.
        var raster = AreaFormTests.Raster(44, 24, (x, y) => y > 2 && y < 22 && x > 22 && x < 42);
        for (var at = 0; at < raster.Labels.Length; at++)
        {
            var (x, y) = (at % raster.Width / raster.PixelsPerMm, at / raster.Width / raster.PixelsPerMm);
            if (y > 2 && y < 22 && x > 2 && x <= 22)
                raster.Labels[at] = 2;
        }
        AreaZones Right(params InFront[] pairs) =>
            Zoning
                .Of(AreaForm.Of(raster, pairs), new LightAngle(180), _ => ZoneRule.Usual)
                .Single(zones => zones.Id == 1);
        var (alone, tucked) = (Right(), Right(new InFront(2, 1)));
        Assert.Equal(alone.ShadowShare + Zoning.BehindShare, tucked.ShadowShare, 0.03);
        // Its left edge, beside the one in front, is light when alone and shadow when tucked behind.
        Assert.True(ZoningTests.Measure(tucked.Shadow).X < ZoningTests.Measure(alone.Shadow).X - 2);
        Assert.True(
            ZoningTests.Measure(tucked.Light).X > ZoningTests.Measure(alone.Light).X + 1,
            $"{ZoningTests.Measure(tucked.Light)} {ZoningTests.Measure(alone.Light)}"
        );
        Assert.Equal(
            Zoning.Of(AreaForm.Of(raster), new LightAngle(180), _ => ZoneRule.Usual)[1],
            Zoning.Of(AreaForm.Of(raster, [new InFront(2, 1)]), new LightAngle(180), _ => ZoneRule.Usual)[1]
        );
    }
}
