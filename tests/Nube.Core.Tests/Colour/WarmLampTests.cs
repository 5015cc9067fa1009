using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Methods;
using Nube.Core.Optics;
using Nube.Core.Planning;
using Nube.Core.Tests.Methods;

namespace Nube.Core.Tests.Colour;

/// <summary>The same card by a warm lamp.</summary>
public class WarmLampTests
{
    // CIE 15:2018, table of standard illuminant A at 10 nm, from memory.
    [Theory]
    [InlineData(380, 9.80)]
    [InlineData(450, 33.09)]
    [InlineData(560, 100.00)]
    [InlineData(650, 165.03)]
    [InlineData(720, 210.36)]
    public void The_lamp_has_the_power_of_the_standard(int wavelength, double power) =>
        Assert.Equal(power, Illuminants.A[(wavelength - Spectrum.FirstWavelength) / Spectrum.Step], tolerance: 0.02);

    // White point of illuminant A for the 2-degree observer: X 109.85, Y 100, Z 35.58 (ASTM E308, from memory). Bands are
    // 10 nm wide and end at 730 nm.
    [Fact]
    public void White_by_the_lamp_has_its_published_values()
    {
        var white = WarmLamp.ToXyz(Spectrum.Flat(1));
        Assert.Equal(1.0985, white.X, 2);
        Assert.Equal(1, white.Y, 9);
        Assert.Equal(0.3558, white.Z, 2);
    }

    // Bradford from A to D65 as it is published for these white points (from memory): 0.8447 -0.1179 0.3948, and so on. A
    // unit of X alone moves to its first column.
    [Fact]
    public void What_is_seen_by_the_lamp_moves_to_daylight_as_published()
    {
        var white = new Xyz(1.0985, 1, 0.3558);
        var moved = Adaptation.ToD65(new Xyz(1, 0, 0), white);
        Assert.Equal(0.8447, moved.X, 2);
        Assert.Equal(-0.1366, moved.Y, 2);
        Assert.Equal(0.0798, moved.Z, 2);
        var back = Adaptation.ToD65(white, white);
        Assert.Equal(Xyz.D65White.X, back.X, 5);
        Assert.Equal(Xyz.D65White.Z, back.Z, 5);
    }

    [Fact]
    public void Greys_stay_greys_and_reds_grow_lighter()
    {
        foreach (var grey in (double[])[0.05, 0.2, 0.6, 0.9])
            Assert.True(WarmLamp.ToLab(Spectrum.Flat(grey)).Chroma < 0.1);
        var red = Supplies.OnWatercolourPaper.FullColour(Place("Scarlet"));
        var wash = KubelkaMunk.Over(
            Supplies.OnWatercolourPaper.Reflectance,
            Supplies.OnWatercolourPaper.Optics[Place("Scarlet")],
            1
        );
        Assert.True(WarmLamp.ToLab(wash).L > red.L);
    }

    // Two greys made to match by daylight: the one even, the other of three narrow bands.
    [Fact]
    public void What_matches_by_daylight_and_parts_by_the_lamp_is_told()
    {
        var paints = Supplies.OnWatercolourPaper;
        var smooth = Spectrum.Flat(0.3);
        var banded = Banded(SpectralColour.ToXyz(smooth));
        Assert.True(Ciede2000.Difference(SpectralColour.ToLab(smooth), SpectralColour.ToLab(banded)) < 0.1);
        var bare = Surface.Bare(paints);
        Surface Of(Spectrum look) =>
            new(
                ZoneSurface.Bare(look, paints.Paper.Texture),
                ZoneSurface.Bare(look, paints.Paper.Texture),
                ZoneSurface.Bare(look, paints.Paper.Texture),
                bare.Paper
            );
        var card = new CardSurface(
            CardSurface.Bare.Areas.Add(1, Of(smooth)).Add(2, Of(banded)).Add(3, Of(Spectrum.Flat(0.301)))
        );
        var parted = Metamers.In(card);
        Assert.Contains(parted, pair => pair is { One: 1, Other: 2, ByLamp: > 3 });
        Assert.DoesNotContain(parted, pair => pair is { One: 1, Other: 3 });
    }

    private static int Place(string name) => Supplies.All.ToList().FindIndex(colourant => colourant.Name == name);

    /// <summary>Three bands of reflectance with these tristimulus values: a linear system, solved by Cramer's rule.</summary>
    private static Spectrum Banded(Xyz wanted)
    {
        Spectrum Band(int from, int to) =>
            Spectrum.From(band => Spectrum.Wavelength(band) is var w && w >= from && w < to ? 1 : 0);
        Spectrum[] bands = [Band(420, 480), Band(520, 560), Band(590, 640)];
        var xyz = bands.Select(SpectralColour.ToXyz).ToArray();
        double[] Row(Func<Xyz, double> of) => [of(xyz[0]), of(xyz[1]), of(xyz[2])];
        double[][] m = [Row(v => v.X), Row(v => v.Y), Row(v => v.Z)];
        double[] right = [wanted.X, wanted.Y, wanted.Z];
        static double Det(double[][] a) =>
            a[0][0] * (a[1][1] * a[2][2] - a[1][2] * a[2][1])
            - a[0][1] * (a[1][0] * a[2][2] - a[1][2] * a[2][0])
            + a[0][2] * (a[1][0] * a[2][1] - a[1][1] * a[2][0]);
        double Share(int column) =>
            Det([.. m.Select((row, r) => row.Select((v, c) => c == column ? right[r] : v).ToArray())]) / Det(m);
        double[] shares = [Share(0), Share(1), Share(2)];
        return Spectrum.From(band => bands.Select((one, place) => one[band] * shares[place]).Sum());
    }
}
