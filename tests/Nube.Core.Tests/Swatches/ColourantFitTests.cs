using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Optics;
using Nube.Core.Swatches;

namespace Nube.Core.Tests.Swatches;

public class ColourantFitTests
{
    private static readonly PaintOptics Blue = GenericCatalogue
        .WaterColours.Single(colour => colour.ColourIndex == "PB29")
        .Optics();

    private static List<SwatchEvidence> Exact(PaintOptics paint, bool spectral)
    {
        var washes = SwatchSheet.Washes;
        return
        [
            .. Enumerable
                .Range(0, washes.Length)
                .Select(column =>
                {
                    var black = column == washes.Length - 1;
                    var seen = KubelkaMunk.Over(
                        Spectrum.Flat(black ? 0.03 : SheetEvidence.NeutralPaper),
                        paint,
                        washes[column].LoadOfOneLayer
                    );
                    return new SwatchEvidence(
                        column,
                        washes[column],
                        black,
                        SpectralColour.ToLab(seen),
                        spectral ? seen : null
                    );
                }),
        ];
    }

    private static FittedSwatches FromPatches(IReadOnlyList<SwatchEvidence> evidence, double paper, double black) =>
        ColourantFit.From(evidence, paper, black, Beforehand.OfSheet(AbsorptionShape.Unknown));

    private static double Off(PaintOptics found, PaintOptics true_, double load, double ground) =>
        Ciede2000.Difference(
            SpectralColour.ToLab(KubelkaMunk.Over(Spectrum.Flat(ground), found, load)),
            SpectralColour.ToLab(KubelkaMunk.Over(Spectrum.Flat(ground), true_, load))
        );

    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public void A_paint_that_the_model_describes_is_found_again(bool spectral)
    {
        var fitted = FromPatches(Exact(Blue, spectral), SheetEvidence.NeutralPaper, 0.03);
        foreach (var load in new[] { 1.0, 0.5, 1.0 / 3, 0.1 })
            Assert.InRange(Off(fitted.Optics, Blue, load, SheetEvidence.NeutralPaper), 0, 1);
        Assert.InRange(Off(fitted.Optics, Blue, 1, 0.4), 0, 1.5);
        Assert.InRange(fitted.Residual, 0, 0.6);
        Assert.All(fitted.Loads, load =>
            Assert.InRange(load.Value / SwatchSheet.Washes[load.Key].LoadOfOneLayer, 0.85, 1.18)
        );
    }

    [Fact]
    public void An_opaque_paint_is_told_from_a_transparent_one_by_the_black_bar()
    {
        var opaque = GenericCatalogue.WaterColours.Single(colour => colour.ColourIndex == "PY35").Optics();
        var clear = GenericCatalogue.WaterColours.Single(colour => colour.ColourIndex == "PY150").Optics();
        Assert.True(
            FromPatches(Exact(opaque, true), 0.92, 0.03).Optics.Scattering
                > 3 * FromPatches(Exact(clear, true), 0.92, 0.03).Optics.Scattering
        );
    }

    [Fact]
    public void Strong_paint_that_sRGB_cuts_off_is_not_taken_for_a_pale_one()
    {
        // A yellow whose blue light is nil in the picture.
        var yellow = new PaintOptics(
            Spectrum.From(band => 0.02 + 5 / (1 + Math.Exp((Spectrum.Wavelength(band) - 510) / 12.0))),
            0.03
        );
        var evidence = Exact(yellow, spectral: false)
            .ConvertAll(one => one with { Colour = Srgb.FromLab(one.Colour).ToLab() });
        Assert.Equal(0, Srgb.FromLab(evidence[0].Colour).B, 1e-9);
        var fitted = FromPatches(evidence, SheetEvidence.NeutralPaper, 0.03);
        var truth = SpectralColour.ToLab(KubelkaMunk.Over(Spectrum.Flat(SheetEvidence.NeutralPaper), yellow, 1));
        var cutOff = Ciede2000.Difference(truth, evidence[0].Colour);
        Assert.True(Off(fitted.Optics, yellow, 1, SheetEvidence.NeutralPaper) < 0.75 * cutOff);
        // And it goes beyond what sRGB holds, on the side of the truth.
        var found = SpectralColour.ToLab(KubelkaMunk.Over(Spectrum.Flat(SheetEvidence.NeutralPaper), fitted.Optics, 1));
        Assert.InRange(found.Chroma, evidence[0].Colour.Chroma + 3, truth.Chroma + 3);
    }

    [Fact]
    public void Fewer_patches_leave_more_open()
    {
        var all = Exact(Blue, spectral: false);
        double Spread(params int[] columns) =>
            FromPatches([.. all.Where(one => columns.Contains(one.Patch))], 0.92, 0.03).Spread;
        Assert.True(Spread(2) > Spread(0, 2));
        Assert.True(Spread(0, 2) > Spread(0, 1, 2, 3, 4));
        Assert.Throws<ArgumentException>(() => FromPatches([.. all.Where(one => one.OverBlack)], 0.92, 0.03));
    }

    [Fact]
    public void A_measured_colourant_is_computed_with_as_measured()
    {
        var item = GenericCatalogue.WaterColours[0];
        var measured = item.MeasuredAs(
            FromPatches(Exact(Blue, true), 0.92, 0.03),
            SwatchSource.Meter,
            granulates: true
        );
        Assert.Equal((Provenance.Measured, item.Name, true), (measured.Provenance, measured.Name, measured.Granulates));
        Assert.InRange(Off(measured.Optics(), Blue, 0.5, 0.92), 0, 1);
        Assert.InRange(measured.Measured!.HowSure, 0.2, 5);
        Assert.True(measured.FullStrength.ToLab().L < measured.Wash.ToLab().L);
    }

    // Common practice, no source: of one swatch the wash can only be guessed; it has the hue and is paler.
    [Fact]
    public void One_swatch_is_enough_to_begin_with()
    {
        var scarlet = Srgb.Parse("#c8301f");
        var wash = SwatchFit.WashOf(scarlet, 0.03).ToLab();
        Assert.True(wash.L > scarlet.ToLab().L + 15);
        Assert.InRange(wash.Hue, scarlet.ToLab().Hue - 25, scarlet.ToLab().Hue + 25);
    }
}
