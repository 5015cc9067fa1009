using Nube.Core.Colour;
using Nube.Core.Optics;

namespace Nube.Core.Tests.Optics;

public class KubelkaMunkTests
{
    [Theory]
    [InlineData(0.5, 0.1, 0.9)]
    [InlineData(0.002, 1.0, 0.0)]
    [InlineData(5, 0.02, 1.0)]
    public void No_load_leaves_the_ground(double k, double s, double ground) =>
        Assert.Equal(ground, KubelkaMunk.Reflectance(k, s, 0, ground), 12);

    // Kubelka and Munk 1931: R_inf = 1 + K/S - sqrt((K/S)^2 + 2 K/S), whatever lies below.
    [Theory]
    [InlineData(0.5, 0.1)]
    [InlineData(0.02, 1.0)]
    [InlineData(3, 0.3)]
    public void A_thick_layer_hides_its_ground(double k, double s)
    {
        var expected = 1 + k / s - Math.Sqrt(k / s * (k / s) + 2 * k / s);
        Assert.Equal(expected, KubelkaMunk.InfiniteReflectance(k, s), 12);
        Assert.Equal(expected, KubelkaMunk.Reflectance(k, s, 1000, 0), 9);
        Assert.Equal(expected, KubelkaMunk.Reflectance(k, s, 1000, 1), 9);
    }

    // Kubelka 1948, "New contributions to the optics of intensely light-scattering materials", J. Opt. Soc. Am. 38,
    // eq. for a layer on a black ground: R0 = sinh(bSX) / (a sinh(bSX) + b cosh(bSX)), a = (S + K) / S, b = sqrt(a^2 -
    // 1).
    [Theory]
    [InlineData(0.5, 0.1, 0.7)]
    [InlineData(0.05, 0.8, 1.4)]
    public void A_layer_on_black_meets_the_hyperbolic_form(double k, double s, double load)
    {
        var a = (s + k) / s;
        var b = Math.Sqrt(a * a - 1);
        var expected = Math.Sinh(b * s * load) / (a * Math.Sinh(b * s * load) + b * Math.Cosh(b * s * load));
        Assert.Equal(expected, KubelkaMunk.Reflectance(k, s, load, 0), 12);
    }

    [Fact]
    public void A_layer_that_does_not_scatter_dims_by_its_double_path()
    {
        // With S = 0 Kubelka-Munk is the Bouguer-Lambert law, twice through the layer.
        Assert.Equal(0.8 * Math.Exp(-2 * 0.7 * 1.3), KubelkaMunk.Reflectance(0.7, 0, 1.3, 0.8), 12);
    }

    [Fact]
    public void Layers_of_one_mix_add_their_loads()
    {
        var paint = new PaintOptics(Spectrum.From(band => 0.01 + 0.05 * band), 0.05);
        var paper = Spectrum.Flat(0.9);
        var twice = KubelkaMunk.Over(KubelkaMunk.Over(paper, paint, 0.2), paint, 0.5);
        var once = KubelkaMunk.Over(paper, paint, 0.7);
        for (var band = 0; band < Spectrum.Bands; band++)
            Assert.Equal(once[band], twice[band], 12);
    }

    [Fact]
    public void Absorption_undoes_reflectance()
    {
        foreach (var k in new[] { 0.002, 0.05, 0.4, 3, 40 })
        {
            var r = KubelkaMunk.Reflectance(k, 0.04, 0.3, 0.92);
            Assert.Equal(k, KubelkaMunk.Absorption(r, 0.04, 0.3, 0.92), 6);
        }
    }

    [Fact]
    public void A_mix_without_parts_is_refused()
    {
        var paint = new PaintOptics(Spectrum.Flat(0.1), 0.1);
        Assert.Throws<ArgumentException>(() => PaintOptics.Mix([]));
        Assert.Throws<ArgumentException>(() => PaintOptics.Mix([(paint, 0)]));
    }

    [Theory]
    [InlineData(0, 1)]
    [InlineData(1, 0.5)]
    [InlineData(4, 0.2)]
    public void Strength_gives_the_share_of_colour(int water, double load) =>
        Assert.Equal(load, new Strength(water).LoadOfOneLayer, 12);
}
