using Nube.Core.Artwork;

namespace Nube.Core.Tests.Artwork;

/// <summary>Lines that stop short of another, as the veins of a leaf do: what a maker may want bridged all alike.</summary>
public class ShortLinesTests
{
    /// <summary>
    /// A leaf of 60 x 36 mm as a rectangle, its midrib from edge to edge; veins from the midrib that stop short of the
    /// upper edge, and a stalk that stops short of nothing.
    /// </summary>
    private static LineArt Leaf(double shortMm, int veins, string more = "") =>
        LineExtraction.From(
            PictureReader.Read(
                Drawings.Svg(
                    90,
                    50,
                    FormattableString.Invariant($"""<path d="M10 7H70V43H10ZM10 25H70M70 25H84{more}"/>""")
                        + string.Concat(
                            Enumerable
                                .Range(1, veins)
                                .Select(vein =>
                                    FormattableString.Invariant(
                                        $"""<path d="M{10 + vein * 60.0 / (veins + 1)} 25V{7.25 + shortMm}"/>"""
                                    )
                                )
                        )
                ),
                new PictureSize(null, null)
            )
        );

    [Theory]
    [InlineData(0.9)]
    [InlineData(1.6)]
    [InlineData(3)]
    public void Veins_that_stop_short_of_the_outline_are_bridged_all_alike(double shortMm)
    {
        var leaf = Leaf(shortMm, 4);
        // Too far for the usual rule: each half of the leaf is one area.
        Assert.Equal(2, AreaFinder.FindAreas(leaf).Areas.Length);
        var alike = Assert.Single(ShortLines.In(leaf, GapRule.Strict, []));
        Assert.Equal((4, 4), (alike.Strokes.Length, alike.AreasMore));
        Assert.InRange(alike.LeastMm, shortMm - 0.2, shortMm + 0.2);
        Assert.InRange(alike.MostMm, alike.LeastMm, shortMm + 0.2);
        var bridged = new CloseGap(alike.Strokes[0]) { Also = alike.Strokes[1..] };
        Assert.Equal(6, AreaFinder.FindAreas(leaf, closings: [bridged]).Areas.Length);
        // Then nothing stops short any more.
        Assert.Empty(ShortLines.In(leaf, GapRule.Strict, [bridged]));
    }

    [Fact]
    public void Gaps_of_other_lengths_are_offered_by_themselves_and_what_parts_nothing_is_not()
    {
        // Two veins in the lower half stop 3 mm short; a dash in the upper half points at an edge and parts nothing.
        var leaf = Leaf(1.6, 3, "M30 25V39.5M50 25V39.5M11 12H16");
        var alike = ShortLines.In(leaf, GapRule.Strict, []);
        Assert.Equal([3, 2], alike.Select(one => one.Strokes.Length));
        Assert.Equal([3, 2], alike.Select(one => one.AreasMore));
        Assert.StartsWith("3 lines end ", alike[0].InWords, StringComparison.Ordinal);
        Assert.EndsWith("Bridged, there are 3 areas more.", alike[0].InWords, StringComparison.Ordinal);
    }

    [Fact]
    public void Of_a_closed_drawing_nothing_is_offered() =>
        Assert.Empty(
            ShortLines.In(
                LineExtraction.From(PictureReader.Read(Drawings.Grid(4, 3, 12), new PictureSize(null, null))),
                GapRule.Strict,
                []
            )
        );
}
