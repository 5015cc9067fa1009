using Nube.Core.Colour;
using Nube.Core.Swatches;

namespace Nube.Core.Tests.Mixing;

/// <summary>What every painter knows of these pigments. Common practice, no source.</summary>
public class PaintFactsTests
{
    [Fact]
    public void Swatches_are_explained_by_what_is_fitted_to_them()
    {
        foreach (var pan in BoxOfTwelve.Pans)
        {
            var residual = pan.FromSwatches().Residual;
            Assert.True(residual < 6, $"{pan.ColourIndex}: {residual:0.0}");
        }
    }

    [Fact]
    public void Cool_yellow_with_phthalo_blue_is_green()
    {
        var green = BoxOfTwelve.Dry(0.5, ("PY175", 2), ("PB15", 1));
        Assert.InRange(green.Hue, 120, 185);
        Assert.True(green.Chroma > 25, $"chroma {green.Chroma:0}");
    }

    [Fact]
    public void Warm_yellow_with_ultramarine_is_only_olive()
    {
        var olive = BoxOfTwelve.Dry(0.5, ("PY65", 2), ("PB29", 1));
        var green = BoxOfTwelve.Dry(0.5, ("PY175", 2), ("PB15", 1));
        Assert.True(olive.Chroma < green.Chroma, $"{olive} against {green}");
        Assert.True(olive.Hue < green.Hue, $"{olive.Hue:0} against {green.Hue:0}");
    }

    [Fact]
    public void Yellow_with_a_little_red_is_orange() =>
        Assert.InRange(BoxOfTwelve.Dry(0.5, ("PY65", 4), ("PR254", 1)).Hue, 40, 75);

    [Fact]
    public void Red_with_green_is_brown()
    {
        var brown = BoxOfTwelve.Dry(0.5, ("PR254", 3), ("PG7", 1));
        Assert.InRange(brown.Hue, 10, 80);
        Assert.InRange(brown.Chroma, 4, 35);
        Assert.InRange(brown.L, 15, 60);
    }

    [Fact]
    public void A_watered_indigo_is_a_pale_grey_blue()
    {
        // Pale hues are judged against the paper, as the eye does on a sheet.
        var pale = BoxOfTwelve.Dry(1.0 / 17, ("PB60", 1));
        var paper = SpectralColour.ToLab(BoxOfTwelve.Paper);
        var tint = new Lab(pale.L, pale.A - paper.A, pale.B - paper.B);
        Assert.InRange(pale.L, 75, 95);
        Assert.InRange(tint.Chroma, 2, 15);
        Assert.InRange(tint.Hue, 230, 290);
    }

    [Fact]
    public void A_second_layer_is_always_darker()
    {
        foreach (var pan in BoxOfTwelve.Pans)
        {
            foreach (var load in new[] { 0.06, 0.2, 0.5, 1 })
            {
                var once = BoxOfTwelve.Dry(load, (pan.ColourIndex, 1));
                var twice = BoxOfTwelve.Dry(2 * load, (pan.ColourIndex, 1));
                Assert.True(twice.L < once.L, $"{pan.ColourIndex} at {load}");
            }
        }
    }

    [Fact]
    public void Reds_deepened_with_umber_keep_more_chroma_than_with_indigo()
    {
        // Brown over red against a bluish near-black over red, at equal lightness.
        var red = BoxOfTwelve.Dry(0.5, ("PR254", 1));
        Lab Deepened(string with)
        {
            for (var parts = 0.02; parts < 4; parts *= 1.05)
            {
                var colour = BoxOfTwelve.Dry(0.5 * (1 + parts), ("PR254", 1), (with, parts));
                if (colour.L <= red.L - 10)
                    return colour;
            }
            throw new InvalidOperationException("never that deep");
        }
        Assert.True(Deepened("PBr7").Chroma > Deepened("PB60").Chroma);
    }
}
