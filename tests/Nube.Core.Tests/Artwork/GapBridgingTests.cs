using Nube.Core.Artwork;

namespace Nube.Core.Tests.Artwork;

/// <summary>Which breaks in a line are closed, on drawings with one break each.</summary>
public class GapBridgingTests
{
    private static int Areas(string body, GapRule? gaps = null)
    {
        try
        {
            return Drawings.Find(Drawings.Svg(50, 50, body), gaps).Areas.Length;
        }
        catch (PictureTroubleException)
        {
            return 0;
        }
    }

    private static string Frame => Drawings.Polygon((5, 5), (45, 5), (45, 45), (5, 45));

    [Theory]
    [InlineData(0.5, 2)]
    [InlineData(2.5, 1)]
    public void A_line_that_ends_short_of_another_runs_on_to_it_if_it_is_near(double gapMm, int areas) =>
        // The lines are 0.5 mm wide, so the gap is a quarter less on either side.
        Assert.Equal(areas, Areas(Frame + FormattableString.Invariant($"""<path d="M5 25H{45 - 0.25 - gapMm}"/>""")));

    [Fact]
    public void Ends_that_do_not_point_at_each_other_stay_apart()
    {
        // Two strokes side by side, ends level, 0.6 mm between them: the way round them stays open.
        Assert.Equal(1, Areas(Frame + """<path d="M20 5V25M21.1 45V25"/>"""));
        // The same strokes end to end, with the same gap, do.
        Assert.Equal(2, Areas(Frame + """<path d="M20 5V24.4M20 45V25"/>"""));
    }

    [Fact]
    public void The_nearest_ends_are_joined_first()
    {
        // One line broken twice: each break is closed by its own ends.
        Assert.Equal(2, Areas(Frame + """<path d="M5 25H20M21 25H30M31 25H45"/>"""));
        Assert.Equal(1, Areas(Frame + """<path d="M5 25H20M21 25H30M31 25H45"/>""", GapRule.None));
    }

    [Fact]
    public void A_longer_gap_is_closed_when_it_is_asked_for()
    {
        const string broken = """<path d="M5 25H20M22.4 25H45"/>""";
        Assert.Equal(1, Areas(Frame + broken));
        Assert.Equal(2, Areas(Frame + broken, new GapRule(2.5, 0.6, 0.6)));
    }

    [Fact]
    public void A_hair_that_sticks_out_of_a_line_makes_no_new_area() =>
        Assert.Equal(1, Areas(Frame + """<path d="M25 5V5.8M25 45V10"/>"""));
}
