using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Optics;
using Nube.Core.Planning;

namespace Nube.Core.Tests.Colour;

public class HueWordsTests
{
    // The primaries and secondaries of sRGB have names that everyone gives them.
    [Theory]
    [InlineData("#ff0000", "reds")]
    [InlineData("#ff8000", "oranges")]
    [InlineData("#ffff00", "yellows")]
    [InlineData("#00ff00", "greens")]
    [InlineData("#00ffff", "blue-greens")]
    [InlineData("#8000ff", "violets")]
    [InlineData("#ff00ff", "magentas")]
    public void Hues_have_the_names_that_everyone_gives_them(string colour, string name) =>
        Assert.Equal(name, HueWords.Plural(Srgb.Parse(colour).ToLab().Hue));

    [Fact]
    public void Every_hue_and_every_lightness_has_a_word()
    {
        for (var hue = 0; hue < 360; hue++)
            Assert.NotEqual("", HueWords.Plural(hue));
        Assert.Equal(["deep", "middle", "light"], new[] { 20.0, 50, 80 }.Select(HueWords.Depth));
    }

    // Common practice, no source: cadmiums and oxides cover, phthalos and quinacridones are transparent.
    [Theory]
    [InlineData("PY35", "covers")]
    [InlineData("PG17", "covers")]
    [InlineData("PB15", "transparent")]
    [InlineData("PV19", "transparent")]
    public void How_well_a_paint_covers_is_said(string pigment, string word) =>
        Assert.StartsWith(
            word,
            Words.Covers(GenericCatalogue.WaterColours.Single(colour => colour.ColourIndex == pigment).Optics()),
            StringComparison.Ordinal
        );

    [Fact]
    public void A_paint_that_does_not_scatter_covers_nothing() =>
        Assert.Equal("transparent", Words.Covers(new PaintOptics(Spectrum.Flat(1), 1e-6)));
}
