using Nube.Core.Materials;
using Nube.Core.Optics;
using Nube.Core.Swatches;

namespace Nube.Core.Tests.Swatches;

/// <summary>Print, paint, read, fit, predict.</summary>
public class SwatchLoopTests(ITestOutputHelper output)
{
    // Limits: CIEDE2000 of half and of 95 of 100 predictions, this project's targets.
    [Theory]
    [InlineData(SwatchSource.Meter, 16, 1.1, 3.4)]
    [InlineData(SwatchSource.Scan, 8, 2.6, 7.0)]
    [InlineData(SwatchSource.Photo, 8, 2.9, 7.0)]
    [InlineData(SwatchSource.ScanAndPhoto, 6, 2.4, 6.2)]
    [InlineData(SwatchSource.PhotoWithChart, 16, 2.1, 5.8)]
    [InlineData(SwatchSource.ScanAndPhotoWithChart, 16, 2.1, 5.8)]
    public void Predictions_come_true_within_the_targets_and_within_what_was_said(
        SwatchSource source,
        int sheets,
        double half,
        double most
    )
    {
        var outcomes = LoopTrial.Of(source, sheets, seed: 60_000);
        var differences = outcomes.ConvertAll(outcome => outcome.Difference);
        differences.Sort();
        var (median, high) = (differences[differences.Count / 2], differences[(int)(0.95 * differences.Count)]);
        var held = Held(outcomes);
        output.WriteLine($"{source}: {median:0.00} / {high:0.00}, the bound held {held:0.0 %} of {outcomes.Count}");
        Assert.InRange(median, 0.2, half);
        Assert.InRange(high, median, most);
        // "Nine of ten", learned over devices most of which are worse than these ordinary ones.
        Assert.InRange(held, 0.87, source == SwatchSource.Meter ? 0.94 : 1);
    }

    [Theory]
    [InlineData(SwatchSource.Scan)]
    [InlineData(SwatchSource.Photo)]
    [InlineData(SwatchSource.ScanAndPhoto)]
    public void On_devices_that_were_kept_out_nine_of_ten_lie_within_what_was_said(SwatchSource source)
    {
        var devices = LoopTrial.OfDevices(source, Enumerable.Range(1000, KeptOut));
        List<Outcome> all = [.. devices.SelectMany(device => device)];
        var (steep, gentle) = (all.FindAll(one => one.Steepness >= 0.6), all.FindAll(one => one.Steepness < 0.2));
        output.WriteLine(
            $"{source}: {Held(all):0.0 %}, steep {Held(steep):0.0 %} of {steep.Count}, gentle {Held(gentle):0.0 %} of {gentle.Count}, "
                + $"worst device {devices.Min(Held):0 %}"
        );
        Assert.InRange(Held(all), 0.87, 0.94);
        // Edges are not what it fails at: paints with steep ones have wider bounds until a meter has read them.
        Assert.InRange(Held(steep), 0.84, 0.97);
    }

    private const int KeptOut = 30; // devices

    private static double Held(List<Outcome> outcomes) =>
        outcomes.Count(outcome => outcome.Held) / (double)outcomes.Count;

    [Fact]
    public void A_steep_edge_widens_what_is_said_until_a_meter_has_read_it()
    {
        var paint = GenericCatalogue.Pans.Single(pan => pan.ColourIndex == "PR254").Optics();
        var earth = GenericCatalogue.Pans.Single(pan => pan.ColourIndex == "PBr7").Optics();
        FittedSwatches Like(PaintOptics optics) => new(optics, new Dictionary<int, double>(), 0.5, 2, default);
        Assert.True(HowSure.Steepness(paint) > 0.6 && HowSure.Steepness(earth) < HowSure.Steepness(paint));
        Assert.True(HowSure.Bound(Like(paint), SwatchSource.Scan) > HowSure.Bound(Like(earth), SwatchSource.Scan));
        Assert.Equal(HowSure.Bound(Like(earth), SwatchSource.Meter), HowSure.Bound(Like(paint), SwatchSource.Meter));
    }

    [Fact]
    public void Who_knows_the_kind_of_a_pigment_reads_its_sheet_no_worse_and_stays_honest()
    {
        var paints = GenericCatalogue.WaterColours.Where((_, place) => place % 4 == 1).Take(12).ToList();
        var without = LoopTrial.OfKnown(paints, 3, seed: 200_000, kinds: false);
        var with = LoopTrial.OfKnown(paints, 3, seed: 200_000, kinds: true);
        output.WriteLine($"smooth {Mean(without):0.00}, held {Held(without):0.0 %}");
        output.WriteLine($"by kind {Mean(with):0.00}, held {Held(with):0.0 %}");
        Assert.True(Mean(with) < Mean(without));
        Assert.InRange(Held(with), 0.8, 1);

        static double Mean(List<Outcome> outcomes) => outcomes.Average(outcome => outcome.Difference);
    }

    [Fact]
    public void A_chart_in_the_shot_puts_a_phone_right_that_flatters()
    {
        var without = Sorted(LoopTrial.Of(SwatchSource.Photo, 3, seed: 60_000, vividness: 1.15));
        var with = Sorted(LoopTrial.Of(SwatchSource.PhotoWithChart, 3, seed: 60_000, vividness: 1.15));
        output.WriteLine(
            $"without {without[without.Count / 2]:0.00} / {without[(int)(0.95 * without.Count)]:0.00}, with {with[with.Count / 2]:0.00} / {with[(int)(0.95 * with.Count)]:0.00}"
        );
        Assert.InRange(with[with.Count / 2], 0.2, 2.1);
        Assert.True(without[without.Count / 2] > 1.4 * with[with.Count / 2]);

        static List<double> Sorted(List<Outcome> outcomes) =>
            [.. outcomes.Select(outcome => outcome.Difference).Order()];
    }
}
