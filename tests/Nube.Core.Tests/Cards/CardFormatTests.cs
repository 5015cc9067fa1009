using Nube.Core.Cards;

namespace Nube.Core.Tests.Cards;

public class CardFormatTests
{
    // ISO 216:2007, table of the A series, mm.
    [Theory]
    [InlineData("A5", 148, 210)]
    [InlineData("A6", 105, 148)]
    public void A_sizes_meet_ISO_216(string name, double width, double height)
    {
        var format = CardFormat.All.Single(f => f.Name == name);
        Assert.Equal((width, height), (format.WidthMm, format.HeightMm));
    }

    // Common practice, no source: A2 is 4 1/4 x 5 1/2 in; 1/8 in border leaves 4 x 5 1/4, 1/4 in leaves 3 3/4 x 5.
    [Theory]
    [InlineData(0.125, 4, 5.25)]
    [InlineData(0.25, 3.75, 5)]
    public void An_even_border_is_subtracted_twice(double border, double width, double height)
    {
        var panel = CardFormat.All.Single(f => f.Name.StartsWith("A2", StringComparison.Ordinal)).Panel(border * 25.4);
        Assert.Equal(width * 25.4, panel.WidthMm, 9);
        Assert.Equal(height * 25.4, panel.HeightMm, 9);
    }

    [Fact]
    public void Widths_are_said_as_they_are_measured()
    {
        var said = CardFormat
            .All.Take(5)
            .Select(format => (format.Width, format.Panel(format.UsualBorderMm).Width))
            .ToList();
        Assert.Equal(
            [("4 1/4 in", "4 in"), ("105 mm", "99 mm"), ("148 mm", "142 mm"), ("99 mm", "93 mm"), ("5 in", "4 3/4 in")],
            said
        );
        Assert.All(CardFormat.All, format =>
            Assert.Equal(format.WidthMm, Nube.Core.Artwork.Lengths.ParseMillimetres(format.Width)!.Value, 9)
        );
    }

    [Fact]
    public void A_border_that_leaves_nothing_is_refused() =>
        Assert.Throws<ArgumentOutOfRangeException>(() => CardFormat.All[0].Panel(60));
}
