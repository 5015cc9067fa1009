using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Optics;
using Nube.Core.Swatches;

namespace Nube.Core.Tests.Materials;

/// <summary>What every painter knows of pigments. Common practice, no source, where none is named.</summary>
public class PigmentTests
{
    private static Colourant Paint(string colourIndex) =>
        GenericCatalogue.WaterColours.Single(paint => paint.ColourIndex == colourIndex);

    private static Lab Dry(double load, params (string ColourIndex, double Parts)[] parts) =>
        SpectralColour.ToLab(
            KubelkaMunk.Over(
                Spectrum.Flat(SwatchFit.NeutralPaper),
                PaintOptics.Mix([.. parts.Select(part => (Paint(part.ColourIndex).Optics(), part.Parts))]),
                load
            )
        );

    [Fact]
    public void Every_paint_of_the_catalogue_explains_both_of_its_swatches() =>
        Assert.All(GenericCatalogue.WaterColours, paint =>
            Assert.True(paint.FromSwatches().Residual < 1, $"{paint.Name}: {paint.FromSwatches().Residual:0.00}")
        );

    [Fact]
    public void Every_pigment_of_the_catalogue_has_a_kind() =>
        Assert.All(GenericCatalogue.WaterColours, paint =>
            Assert.NotEqual(AbsorptionShape.Unknown, Pigments.ShapeOf(paint.ColourIndex))
        );

    [Theory]
    [InlineData(0.3)]
    [InlineData(0.6)]
    [InlineData(1.0)]
    public void Golden_yellow_with_ultramarine_is_a_dull_green(double load)
    {
        var (dull, clean) = (Dry(load, ("PY65", 1), ("PB29", 1)), Dry(load, ("PY175", 1), ("PB15", 1)));
        Assert.InRange(dull.Hue, 105, 140);
        Assert.InRange(clean.Hue, 130, 185);
        Assert.True(dull.Chroma < clean.Chroma / 2, $"dull {dull.Chroma:0}, clean {clean.Chroma:0}");
    }

    [Theory]
    [InlineData("PY65", "PR254", "PB29")]
    [InlineData("PY175", "PV19", "PB15")]
    public void Three_primaries_are_a_brown_or_a_grey(string yellow, string red, string blue)
    {
        var all = Dry(1, (yellow, 1), (red, 1), (blue, 1));
        Assert.InRange(all.Chroma, 0, 32);
        Assert.InRange(all.L, 5, 40);
        Assert.InRange(all.Hue, 5, 80);
    }

    [Fact]
    public void Scarlet_stays_red_when_it_is_layered()
    {
        var thrice = Dry(3, ("PR254", 1));
        Assert.InRange(thrice.Hue, 20, 45);
        Assert.True(thrice.Chroma > 50, $"chroma {thrice.Chroma:0}");
    }

    [Fact]
    public void Cadmium_red_gains_hardly_any_darkness_when_it_is_layered_and_a_clear_red_does()
    {
        var opaque = Dry(1, ("PR108", 1)).L - Dry(3, ("PR108", 1)).L;
        var clear = Dry(1, ("PR177", 1)).L - Dry(3, ("PR177", 1)).L;
        Assert.InRange(opaque, 0, 5);
        Assert.True(clear > 2.5 * opaque, $"opaque {opaque:0.0}, clear {clear:0.0}");
    }

    [Fact]
    public void Cadmiums_earths_and_titanium_scatter_far_more_than_phthalos()
    {
        var phthalo = Paint("PB15").Optics().Scattering;
        foreach (var opaque in new[] { "PY35", "PR108", "PR101", "PY53" })
            Assert.True(Paint(opaque).Optics().Scattering > 8 * phthalo, opaque);
    }

    // The band of the trisulphur radical anion near 600 nm makes ultramarine blue: R. J. H. Clark, D. G. Cobbold,
    // Inorganic Chemistry 17 (1978), 3169-3174; from memory.
    [Fact]
    public void Ultramarine_absorbs_most_near_600_nm()
    {
        var absorption = Paint("PB29").Optics().Absorption;
        var peak = Enumerable.Range(0, Spectrum.Bands).MaxBy(band => absorption[band]);
        Assert.InRange(Spectrum.Wavelength(peak), 580, 620);
    }

    [Fact]
    public void A_golden_yellow_leaves_green_light_to_its_mixes_and_an_unknown_of_the_same_colours_does_not()
    {
        var known = Paint("PY65");
        var unknown = known with { ColourIndex = "" };
        double Fall(Colourant paint)
        {
            var absorption = paint.Optics().Absorption;
            return absorption[(500 - 380) / 10] / absorption[(540 - 380) / 10];
        }
        Assert.True(Fall(known) > 5, $"{Fall(known):0.0}");
        Assert.True(Fall(known) > 1.3 * Fall(unknown), $"{Fall(known):0.0} and {Fall(unknown):0.0}");
    }

    [Fact]
    public void Names_are_read_with_blanks_and_small_letters_and_a_mixture_of_pigments_has_no_kind()
    {
        Assert.Equal(Pigments.ShapeOf("PB29"), Pigments.ShapeOf(" pb29 "));
        Assert.Equal(AbsorptionShape.Unknown, Pigments.ShapeOf("PB29, PR254"));
        Assert.Equal(AbsorptionShape.Unknown, Pigments.ShapeOf(""));
    }
}
