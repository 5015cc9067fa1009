using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Optics;
using Nube.Core.Swatches;
using Nube.Devices.Swatches;

namespace Nube.Core.Tests.Swatches;

/// <summary>The stand-ins are what they say: seeded, unlike the eye, limited.</summary>
public class StandInTests
{
    private static readonly Spectrum Paper = GenericCatalogue.Papers[0].Reflectance();

    private static double Off(Spectrum one, Spectrum other) =>
        Ciede2000.Difference(SpectralColour.ToLab(one), SpectralColour.ToLab(other));

    [Fact]
    public void A_layer_that_lies_evenly_is_that_of_Kubelka_and_Munk()
    {
        var paint = TruePaint.Invented(3) with { Granulation = 0, Scattering = Spectrum.Flat(0.03) };
        var same = KubelkaMunk.Over(Paper, new PaintOptics(paint.Absorption, 0.03), 0.4);
        Assert.All(Enumerable.Range(0, Spectrum.Bands), band =>
            Assert.Equal(same[band], paint.Over(Paper, 0.4)[band], 1e-12)
        );
    }

    // A grainy layer of the same mean load lets more light through in its valleys (R is convex in the load).
    [Fact]
    public void Grain_keeps_the_load_and_looks_lighter()
    {
        var even = TruePaint.Invented(7) with { Granulation = 0 };
        var grainy = even with { Granulation = 0.4 };
        Assert.Equal(1, grainy.Grains(Paper, 0.5).Sum(grain => grain.Share), 1e-12);
        Assert.True(SpectralColour.ToLab(grainy.Over(Paper, 0.5)).L > SpectralColour.ToLab(even.Over(Paper, 0.5)).L);
        Assert.InRange(Off(grainy.Over(Paper, 0.5), even.Over(Paper, 0.5)), 0.2, 6);
    }

    [Fact]
    public void The_paint_behind_an_item_is_near_what_is_known_of_it_but_not_the_same()
    {
        var differences = GenericCatalogue
            .Pans.Select(
                (pan, place) =>
                    Off(TruePaint.Behind(pan, place).Over(Paper, 0.3), KubelkaMunk.Over(Paper, pan.Optics(), 0.3))
            )
            .Order()
            .ToList();
        Assert.InRange(differences[differences.Count / 2], 1, 12);
        Assert.True(differences[0] > 0.1);
        Assert.Equal(
            TruePaint.Behind(GenericCatalogue.Pans[0], 5).Absorption.ToImmutableArray(),
            TruePaint.Behind(GenericCatalogue.Pans[0], 5).Absorption.ToImmutableArray()
        );
    }

    [Fact]
    public void Sensors_keep_white_and_err_on_colours_that_are_not_smooth()
    {
        foreach (var sensors in new[] { Sensors.Scanner, Sensors.Phone })
        {
            Assert.All(sensors.Linear(Spectrum.Flat(0.6)), light => Assert.Equal(0.6, light, 1e-9));
            var errors = Enumerable
                .Range(0, 30)
                .Select(seed =>
                {
                    var seen = TruePaint.Invented(seed).Over(Paper, 0.15);
                    var light = sensors.Linear(seen);
                    return Ciede2000.Difference(
                        SpectralColour.ToLab(seen),
                        Lab.FromXyz(Srgb.XyzOfLight(light[0], light[1], light[2]))
                    );
                })
                .Order()
                .ToList();
            Assert.InRange(errors[15], 0.3, 4); // a device that saw as the eye does would make the loop's test too easy
        }
    }

    [Fact]
    public void A_hand_errs_by_about_an_eighth_and_forgets_what_it_is_told_to()
    {
        var sheet = new SwatchSheet(SheetSize.A4, 0, 12);
        var paints = Enumerable.Range(0, 12).Select(TruePaint.Invented).ToList();
        var errors = PaintedSheet
            .By(sheet, paints, Paper, Slips.None, 4)
            .Patches.Select(patch => Math.Log(patch.Load / patch.Patch.Strength.LoadOfOneLayer))
            .ToList();
        Assert.Equal(0, errors.Average(), 0.05);
        Assert.Equal(0.12, Math.Sqrt(errors.Average(error => error * error)), 0.03);
        var slips = PaintedSheet.By(sheet, paints, Paper, new Slips([(3, 2)], [5], [], []), 4).Patches;
        Assert.Equal(0, slips.Single(patch => (patch.Patch.Row, patch.Patch.Column) == (3, 2)).Load);
        Assert.True(
            slips.Single(patch => (patch.Patch.Row, patch.Patch.Column) == (5, 2)).Load
                > slips.Single(patch => (patch.Patch.Row, patch.Patch.Column) == (5, 1)).Load
        );
    }

    [Fact]
    public void A_meter_is_near_the_truth_repeats_its_ends_and_reads_no_two_spots_alike()
    {
        var surface = TruePaint.Invented(11).Over(Paper, 0.3);
        var meter = new SimulatedColourMeter(5);
        var (one, two) = (meter.Read(surface), meter.Read(surface));
        Assert.InRange(Off(one, surface), 0.01, 1.2);
        Assert.InRange(Off(one, two), 0.01, 1.2);
        Assert.Equal(one[2], one[0]);
        Assert.Equal(one[32], one[35]);
        Assert.Equal(one.ToImmutableArray(), new SimulatedColourMeter(5).Read(surface).ToImmutableArray());
    }

    [Fact]
    public void Stray_light_is_taken_off_so_that_printed_black_is_black_again()
    {
        var glare = 0.05;
        RelativeLight Seen(double light) =>
            new(light * (1 - glare) + glare, light * (1 - glare) + glare, light * (1 - glare) + glare);
        var stray = StrayLight.From([Seen(SheetEvidence.PrintedBlack), Seen(SheetEvidence.PrintedBlack), Seen(0.9)]); // the middle one counts
        Assert.Equal(SheetEvidence.PrintedBlack, stray.TakenOff(Seen(SheetEvidence.PrintedBlack)).Mean, 1e-9);
        Assert.Equal(0.4, stray.TakenOff(Seen(0.4)).Mean, 1e-9);
        Assert.Equal(1, stray.TakenOff(Seen(1)).Mean, 1e-9);
        Assert.Equal(
            0.2,
            StrayLight.From([new RelativeLight(0.01, 0.01, 0.01)]).TakenOff(new RelativeLight(0.2, 0.2, 0.2)).R,
            1e-12
        );
    }
}
