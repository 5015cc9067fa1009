using Nube.Core.Colour;
using Nube.Core.Optics;
using Nube.Core.Tests.Methods;

namespace Nube.Core.Tests.Optics;

/// <summary>Paint is darker wet than dry.</summary>
public class WetLookTests
{
    // Diffuse light onto water: 6.6 % is thrown back (R. W. Preisendorfer, "Hydrologic Optics" 1976, for a uniform sky:
    // 0.066; from memory). From inside: 1 - (1 - 0.066) / 1.333^2 = 0.474, as Lekner and Dorf have it.
    [Fact]
    public void A_film_of_water_throws_back_as_published()
    {
        Assert.Equal(0.066, WetLook.FromOutside, 3);
        Assert.Equal(0.474, WetLook.FromInside, 2);
    }

    [Fact]
    public void Nothing_is_lost_on_a_white_that_takes_nothing_away()
    {
        // All that goes in comes out again: what the film throws back itself and what comes back through it are all.
        Assert.Equal(1 - WetLook.FromOutside, WetLook.Of(Spectrum.Flat(1))[10], 9);
        Assert.Equal(0, WetLook.Of(Spectrum.Flat(0))[10], 9);
    }

    [Fact]
    public void Every_wash_is_darker_wet_and_middling_ones_change_most()
    {
        var paints = Supplies.OnWatercolourPaper;
        var paper = SpectralColour.ToLab(paints.Reflectance).L - SpectralColour.ToLab(WetLook.Of(paints.Reflectance)).L;
        foreach (var optics in paints.Optics.Take(12))
        {
            var wash = KubelkaMunk.Over(paints.Reflectance, optics, 0.3);
            var (dry, wet) = (SpectralColour.ToLab(wash), SpectralColour.ToLab(WetLook.Of(wash)));
            Assert.InRange(dry.L - wet.L, 3, 20);
            Assert.True(dry.L - wet.L > paper);
        }
    }
}
