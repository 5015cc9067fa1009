using Nube.Core.Acts;
using Nube.Core.Artwork;
using Nube.Core.Light;

namespace Nube.Core.Tests.Light;

/// <summary>Where gradients begin and end, against plain geometry.</summary>
public class GradientPlaceTests
{
    private static readonly Area Square = new(1, 100, new PointMm(15, 25), "M10 20L20 20L20 30L10 30Z");
    private static readonly Area Frame = new(1, 300, new PointMm(10, 10), "M0 0L20 0L20 20L0 20ZM5 5L15 5L15 15L5 15Z");

    [Theory]
    [InlineData(0, 10, 25, 20, 25, 10)]
    [InlineData(90, 15, 20, 15, 30, 10)]
    [InlineData(180, 20, 25, 10, 25, 10)]
    [InlineData(45, 10, 20, 20, 30, 14.142)]
    public void Across_it_goes_from_corner_to_corner(
        double degrees,
        double x1,
        double y1,
        double x2,
        double y2,
        double reach
    )
    {
        var place = GradientPlace.Of(new Gradient(GradientWay.Across, degrees), Square);
        Assert.Equal((x1, y1), (Math.Round(place.From.X, 6), Math.Round(place.From.Y, 6)));
        Assert.Equal((x2, y2), (Math.Round(place.To.X, 6), Math.Round(place.To.Y, 6)));
        Assert.Equal(reach, place.ReachMm, 3);
    }

    [Fact]
    public void From_a_point_it_reaches_the_furthest_corner()
    {
        var gradient = new Gradient(GradientWay.FromPoint) { Points = [new(10, 20)] };
        Assert.Equal(Math.Sqrt(200), GradientPlace.Of(gradient, Square).ReachMm, 6);
    }

    // The middle of a square of 10 mm is 5 from its sides. In a frame of 5 mm a point x from two sides is (5 - x) times the
    // root of 2 from the hole's corner: alike at 2.93. Its outer corner is 5 times that root away.
    [Fact]
    public void From_outlines_it_reaches_the_middle()
    {
        var edge = new Gradient(GradientWay.FromEdge);
        Assert.InRange(GradientPlace.Of(edge, Square).ReachMm, 4.8, 5);
        Assert.InRange(GradientPlace.Of(edge, Frame).ReachMm, 2.93 * 0.93, 2.93);
        var round = GradientPlace.Of(new Gradient(GradientWay.RoundShapes), Frame);
        Assert.Equal("M5 5L15 5L15 15L5 15Z", round.Outline);
        Assert.InRange(round.ReachMm, 5 * Math.Sqrt(2) * 0.93, 5 * Math.Sqrt(2));
        Assert.True(GradientPlace.HasShapes(Frame));
        Assert.False(GradientPlace.HasShapes(Square));
    }

    [Fact]
    public void A_drop_spreads_no_further_than_the_area_has_room()
    {
        var drop = new Gradient(GradientWay.DropIns) { Points = [new(15, 25)] };
        Assert.InRange(GradientPlace.Of(drop, Square).ReachMm, 4.8, 5);
        Assert.Equal(Gradient.DropMm, GradientPlace.Of(drop, Large).ReachMm);
    }

    private static readonly Area Large = new(1, 1600, new PointMm(20, 20), "M0 0L40 0L40 40L0 40Z");
}
