using System.Text.Json;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Optics;

namespace Nube.Core.Tests.Reference;

/// <summary>
/// Mixing against a general-purpose spectral mixing library from npm, spectral.js 3, run by Node; tables against a
/// Debian-packaged colour library, python3-colormath.
/// </summary>
public class SpectralMixingTests
{
    private sealed record Part(double[] R, double Luminance, int Parts);

    private sealed record Mixed(double[] R, double[] Xyz);

    private sealed record Mixture(Part[] Parts, Mixed Mixed);

    private static async Task<List<Mixture>> Mixtures() =>
        [
            .. (await Script.Node("spectral.mjs")).Select(line =>
                JsonSerializer.Deserialize<Mixture>(line, JsonSerializerOptions.Web)!
            ),
        ];

    // What it computes is our mixture in its limit: layers thick enough to hide the ground, S alike in all paints, so
    // that K is (1 - R)^2 / 2R of each, and parts weighted by the square of the parts times the luminance.
    [Fact]
    public async Task Thick_layers_of_equal_scattering_mix_as_its_do()
    {
        foreach (var mixture in await Mixtures())
        {
            var weights = mixture.Parts.Select(part => part.Parts * part.Parts * part.Luminance).ToList();
            for (var band = 0; band < 38; band++)
            {
                var k =
                    mixture
                        .Parts.Zip(weights)
                        .Sum(part => part.Second * Math.Pow(1 - part.First.R[band], 2) / (2 * part.First.R[band]))
                    / weights.Sum();
                Assert.Equal(mixture.Mixed.R[band], KubelkaMunk.InfiniteReflectance(k, 1), 9);
                // The same by a very thick layer over any ground.
                if (k > 0.01)
                    Assert.Equal(mixture.Mixed.R[band], KubelkaMunk.Reflectance(k, 1, 2_000, 0.5), 6);
            }
        }
    }

    // Its 38 bands go on to 750 nm, where the eye sees next to nothing.
    [Fact]
    public async Task Reflectances_have_the_colours_that_it_gives_them() => Assert.All(await Mixtures(), mixture =>
        {
            var xyz = SpectralColour.ToXyz(Spectrum.Of(mixture.Mixed.R.AsSpan(0, Spectrum.Bands)));
            Assert.Equal(mixture.Mixed.Xyz[0], xyz.X, 0.001);
            Assert.Equal(mixture.Mixed.Xyz[1], xyz.Y, 0.001);
            Assert.Equal(mixture.Mixed.Xyz[2], xyz.Z, 0.001);
        });

    // Where the models differ: it mixes colours as they are, always opaque, and lets light ones weigh more. Washes are
    // transparent and lie on paper: thinned to nothing they become the paper, and a part is a part.
    [Fact]
    public void Unlike_its_opaque_mixes_a_wash_thins_to_the_paper()
    {
        var blue = GenericCatalogue.Pans.Single(pan => pan.ColourIndex == "PB15").Optics();
        var paper = Spectrum.Flat(0.92);
        var thin = KubelkaMunk.Over(paper, blue, 1e-6);
        Assert.All(Enumerable.Range(0, Spectrum.Bands), band => Assert.Equal(0.92, thin[band], 1e-4));
        Assert.True(KubelkaMunk.InfiniteReflectance(blue.Absorption[7], blue.Scattering) < 0.92);
    }

    // python3-colormath has the tables of CIE 15 by 10 nm.
    [Fact]
    public async Task Tables_of_light_and_observer_are_those_of_a_packaged_library()
    {
        var tables = (await Script.Lines("/usr/bin/python3", "colormath_tables.py"))
            .Select(line => JsonSerializer.Deserialize<double[]>(line)!)
            .ToList();
        Spectrum[] ours =
        [
            Illuminants.D65,
            Illuminants.D50,
            StandardObserver.X,
            StandardObserver.Y,
            StandardObserver.Z,
        ];
        double[] printed = [0.08, 0.08, 1e-6, 1e-6, 1e-6]; // its lights are of an older print, with two digits, 0.1 % apart at most
        foreach (var (table, (own, within)) in tables.Zip(ours.Zip(printed)))
            Assert.All(Enumerable.Range(0, Spectrum.Bands), band => Assert.Equal(table[band], own[band], within));
    }
}
