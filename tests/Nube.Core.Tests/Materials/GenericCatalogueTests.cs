using System.Text.RegularExpressions;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Optics;

namespace Nube.Core.Tests.Materials;

public partial class GenericCatalogueTests
{
    // Colour Index Generic Names: a letter P for pigment, its hue (Y, O, R, V, B, G, Br, Bk, W), a number.
    [GeneratedRegex("^P(Y|O|R|V|B|G|Br|Bk|W)[0-9]{1,3}$")]
    private static partial Regex GenericName();

    [Fact]
    public void Pans_go_by_Colour_Index_names_each_once()
    {
        Assert.Equal(12, GenericCatalogue.Pans.Length);
        Assert.All(GenericCatalogue.Pans, pan => Assert.Matches(GenericName(), pan.ColourIndex));
        Assert.Equal(12, GenericCatalogue.Pans.Select(pan => pan.ColourIndex).Distinct().Count());
        Assert.Equal(12, GenericCatalogue.Pans.Select(pan => pan.Name).Distinct().Count());
    }

    [Fact]
    public void Water_makes_every_pan_paler_from_step_to_step()
    {
        var paper = Spectrum.Flat(SwatchFit.NeutralPaper);
        Assert.All(GenericCatalogue.Pans, pan =>
        {
            var optics = pan.Fit().Optics;
            var lightness = Strength.Ladder.Select(s => SpectralColour.ToLab(KubelkaMunk.Over(paper, optics, s.LoadOfOneLayer)).L).ToList();
            Assert.Equal(lightness.Order(), lightness);
        });
    }

    [Fact]
    public void What_nobody_measured_is_marked_as_estimated()
    {
        Assert.All(GenericCatalogue.Pans, pan => Assert.Equal(Provenance.Estimated, pan.Provenance));
        Assert.All(GenericCatalogue.Papers, paper => Assert.Equal(Provenance.Estimated, paper.Provenance));
    }

    // 110 lb cover is 298 g/m2: pounds of 500 sheets of 20 x 26 in, by their definition 2.7048 g/m2 a pound.
    [Fact]
    public void Pounds_of_cover_are_grams_by_their_definition()
    {
        const double poundGrams = 453.59237, sheetMetres2 = 20 * 26 * 0.0254 * 0.0254;
        var cardstock = GenericCatalogue.Papers.Single(paper => paper.Name.Contains("110 lb", StringComparison.Ordinal));
        Assert.Equal(110 * poundGrams / (500 * sheetMetres2), cardstock.GramsPerSquareMetre, 1.0);
    }

    [Fact]
    public void Papers_drink_and_bear_water_within_reason()
    {
        Assert.All(GenericCatalogue.Papers, paper =>
        {
            Assert.InRange(paper.GramsPerSquareMetre, 200, 400);
            Assert.InRange(paper.Cobb60, 5, 60);
            Assert.InRange(paper.BuckleWater, 15, 150);
        });
        // Heavy watercolour paper bears the most.
        Assert.Equal(GenericCatalogue.Papers[0], GenericCatalogue.Papers.MaxBy(paper => paper.BuckleWater));
    }
}
