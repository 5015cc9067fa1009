using System.Text.RegularExpressions;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Optics;
using Nube.Core.Swatches;

namespace Nube.Core.Tests.Materials;

public partial class GenericCatalogueTests
{
    // Colour Index Generic Names: a letter P for pigment, its hue (Y, O, R, V, B, G, Br, Bk, W), a number.
    [GeneratedRegex("^P(Y|O|R|V|B|G|Br|Bk|W)[0-9]{1,3}(:[0-9])?$")]
    private static partial Regex GenericName();

    [GeneratedRegex("^[A-Za-z]+")]
    private static partial Regex HueLetters();

    [Fact]
    public void Water_colours_go_by_Colour_Index_names_each_once()
    {
        var all = GenericCatalogue.WaterColours;
        Assert.True(all.Length >= 50);
        Assert.All(all, colour => Assert.Matches(GenericName(), colour.ColourIndex));
        Assert.Equal(all.Length, all.Select(colour => colour.ColourIndex).Distinct().Count());
        Assert.Equal(all.Length, all.Select(colour => colour.Name).Distinct().Count());
        Assert.Equal(12, GenericCatalogue.Pans.Length);
    }

    // The letters of a Colour Index name are its hue: yellow, orange, red, violet, blue, green.
    [Fact]
    public void Washes_have_the_hue_that_their_name_says() => Assert.All(GenericCatalogue.WaterColours, colour =>
        {
            var hue = colour.Wash.ToLab().Hue;
            var (from, to) = HueLetters().Match(colour.ColourIndex).Value switch
            {
                "PY" => (60, 115),
                "PO" => (35, 75),
                "PR" => (-20, 65),
                "PV" => (280, 380),
                "PB" => (190, 310),
                "PG" => (95, 215),
                _ => (0, 360), // browns and blacks
            };
            Assert.True(
                (hue >= from && hue <= to)
                    || (hue - 360 >= from && hue - 360 <= to)
                    || (hue + 360 >= from && hue + 360 <= to),
                $"{colour.Name} {colour.ColourIndex}: {hue:0}"
            );
        });

    [Fact]
    public void Water_makes_every_colour_paler_from_step_to_step_and_its_swatches_are_explained()
    {
        var paper = Spectrum.Flat(SwatchFit.NeutralPaper);
        Assert.All(GenericCatalogue.WaterColours, colour =>
        {
            var fitted = colour.FromSwatches();
            var lightness = Strength
                .Ladder.Select(s => SpectralColour.ToLab(KubelkaMunk.Over(paper, fitted.Optics, s.LoadOfOneLayer)).L)
                .ToList();
            Assert.Equal(lightness.Order(), lightness);
            Assert.True(fitted.Residual < 6, $"{colour.Name}: {fitted.Residual:0.0}");
        });
    }

    [Fact]
    public void What_nobody_measured_is_marked_as_estimated()
    {
        Assert.All(GenericCatalogue.WaterColours, colour => Assert.Equal(Provenance.Estimated, colour.Provenance));
        Assert.All(GenericCatalogue.Papers, paper => Assert.Equal(Provenance.Estimated, paper.Provenance));
    }

    // 110 lb cover is 298 g/m2: pounds of 500 sheets of 20 x 26 in, by their definition 2.7048 g/m2 a pound.
    [Fact]
    public void Pounds_of_cover_are_grams_by_their_definition()
    {
        const double poundGrams = 453.59237,
            sheetMetres2 = 20 * 26 * 0.0254 * 0.0254;
        var cardstock = GenericCatalogue.Papers.Single(paper =>
            paper.Name.Contains("110 lb", StringComparison.Ordinal)
        );
        Assert.Equal(110 * poundGrams / (500 * sheetMetres2), cardstock.GramsPerSquareMetre, 1.0);
    }

    [Fact]
    public void Papers_drink_and_bear_water_within_reason()
    {
        Assert.All(GenericCatalogue.Papers, paper =>
        {
            Assert.InRange(paper.GramsPerSquareMetre, 150, 400);
            Assert.InRange(paper.Cobb60, 5, 60);
            Assert.InRange(paper.BuckleWater, 15, 150);
        });
        // Heavy watercolour paper bears the most.
        Assert.Equal(GenericCatalogue.Papers[0], GenericCatalogue.Papers.MaxBy(paper => paper.BuckleWater));
    }

    [Fact]
    public void There_is_enough_to_start_from_and_every_name_stands_once()
    {
        Assert.Equal((24, 24), (GenericCatalogue.Pencils.Length, GenericCatalogue.Inks.Length));
        Assert.True(GenericCatalogue.Papers.Length >= 14);
        Assert.True(GenericCatalogue.StampingInks.Length >= 8);
        var names = GenericCatalogue
            .Colourants.Select(c => c.Name)
            .Concat(GenericCatalogue.Papers.Select(p => p.Name))
            .Concat(GenericCatalogue.StampingInks.Select(i => i.Name))
            .ToList();
        Assert.Equal(names.Count, names.Distinct(StringComparer.OrdinalIgnoreCase).Count());
        Assert.All(GenericCatalogue.StampingInks, ink => Assert.Equal(Provenance.Estimated, ink.Provenance));
        Assert.Equal(GenericCatalogue.UsualPapers, GenericCatalogue.Papers[..6]);
    }

    [Fact]
    public void Pencils_and_inks_are_lighter_laid_lightly_and_explained_by_their_two_colours() =>
        Assert.All(GenericCatalogue.Pencils.Concat(GenericCatalogue.Inks), colour =>
        {
            Assert.True(colour.Wash.ToLab().L > colour.FullStrength.ToLab().L + 5, colour.Name);
            var residual = colour.FromSwatches().Residual;
            Assert.True(residual < 7, $"{colour.Name}: {residual:0.0}");
        });

    [Fact]
    public void Every_medium_is_laid_dry_or_mixed_with_water_or_neither_but_not_both() =>
        Assert.All(Enum.GetValues<Medium>(), medium =>
        {
            Assert.False(medium.IsPencil() && medium.MixesWithWater());
            Assert.Equal(medium.MixesWithWater(), medium.Holds() is > 0);
        });

    // Common practice, no source: a slow ink stays sticky, which is what embossing needs.
    [Fact]
    public void Inks_that_take_powder_are_slow() =>
        Assert.All(GenericCatalogue.StampingInks.Where(ink => ink.Embossable), ink => Assert.True(ink.Slow));
}
