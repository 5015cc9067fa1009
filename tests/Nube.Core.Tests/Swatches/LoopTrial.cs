using System.Collections.Concurrent;
using Nube.Core.Artwork;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Optics;
using Nube.Core.Swatches;
using Nube.Devices.Swatches;

namespace Nube.Core.Tests.Swatches;

/// <summary>A prediction with what came of it.</summary>
/// <param name="Difference">CIEDE2000 between the prediction and the truth.</param>
/// <param name="Bound">What was said beforehand that nine of ten lie within.</param>
internal readonly record struct Outcome(double Difference, double Bound);

/// <summary>
/// The whole loop on stand-in devices: invented paints that are richer than the fit's model, a hand that errs by 12 %
/// in strength, a device that sees otherwise than the eye; then washes, mixes, glazes and washes on kraft that were not
/// on the sheet are predicted and compared with the truth.
/// </summary>
internal static class LoopTrial
{
    private static readonly Spectrum Paper = ReflectanceReconstruction.From(Srgb.Parse("#f7f4ec"));
    private static readonly Spectrum Kraft = ReflectanceReconstruction.From(Srgb.Parse("#c4a27a"));

    /// <summary>
    /// Sheets as they were seen: painting and taking one costs more than all that is made of it, and many trials share
    /// one.
    /// </summary>
    private static readonly ConcurrentDictionary<(int Seed, SheetConditions Conditions), Lazy<SeenSheet>> Seen = new();

    /// <summary>
    /// Outcomes of some sheets of twelve paints. HowSure was learned on seeds 1000, 20000 and 40000; give others.
    /// </summary>
    public static List<Outcome> Of(SwatchSource source, int sheets, int seed, double vividness = 1) =>
        [
            .. Enumerable
                .Range(0, sheets)
                .AsParallel()
                .AsOrdered()
                .SelectMany(sheet => OfSheet(source, seed + 12 * sheet, vividness)),
        ];

    /// <summary>
    /// Outcomes of scans of sheets of these paints: what lies behind each is near what is known of its pigment, and
    /// differs from sheet to sheet.
    /// </summary>
    /// <param name="paints">Twelve of the catalogue.</param>
    /// <param name="sheets">How many sheets.</param>
    /// <param name="seed">Another one, another world.</param>
    /// <param name="kinds">Whether the fit is told the kinds of pigment.</param>
    public static List<Outcome> OfKnown(IReadOnlyList<Colourant> paints, int sheets, int seed, bool kinds) =>
        [
            .. Enumerable
                .Range(0, sheets)
                .AsParallel()
                .AsOrdered()
                .SelectMany(sheet =>
                    OfSheet(
                        SwatchSource.Scan,
                        seed + 12 * sheet,
                        1,
                        [.. paints.Select((paint, row) => TruePaint.Behind(paint, seed + 12 * sheet + row))],
                        [.. paints.Select(paint => kinds ? paint.Shape : AbsorptionShape.Unknown)]
                    )
                ),
        ];

    private static List<Outcome> OfSheet(SwatchSource source, int seed, double vividness) =>
        OfSheet(
            source,
            seed,
            vividness,
            [.. Enumerable.Range(0, SwatchSheet.MostRows).Select(row => TruePaint.Invented(seed + row))],
            [.. Enumerable.Repeat(AbsorptionShape.Unknown, SwatchSheet.MostRows)]
        );

    private static List<Outcome> OfSheet(
        SwatchSource source,
        int seed,
        double vividness,
        List<TruePaint> paints,
        List<AbsorptionShape> shapes
    )
    {
        var sheet = new SwatchSheet(SheetSize.A4, 0, SwatchSheet.MostRows);
        var painted = PaintedSheet.By(sheet, paints, Paper, Slips.None, seed);
        var pictures = new List<SeenSheet>();
        if (source is SwatchSource.Scan or SwatchSource.ScanAndPhoto or SwatchSource.ScanAndPhotoWithChart)
            pictures.Add(See(SwatchSource.Scan, SheetConditions.Scan, seed));
        if (source is SwatchSource.Photo or SwatchSource.ScanAndPhoto)
            pictures.Add(See(SwatchSource.Photo, SheetConditions.Photo with { Vividness = vividness }, seed + 1));
        if (source is SwatchSource.PhotoWithChart or SwatchSource.ScanAndPhotoWithChart)
            pictures.Add(
                See(SwatchSource.Photo, SheetConditions.Photo with { Chart = true, Vividness = vividness }, seed + 1)
            );
        IReadOnlyList<MeterReading> meter =
            source == SwatchSource.Meter ? SimulatedColourMeter.ReadSheet(new SimulatedColourMeter(seed), painted) : [];
        var fitted = SheetFit.Of(sheet, pictures, meter, new HashSet<(int, int)>(), shapes);
        Assert.All(fitted, row => Assert.Equal(source, row.Source));

        var outcomes = new List<Outcome>();
        for (var row = 0; row < sheet.Rows; row++)
        {
            var (paint, fit) = (paints[row], fitted[row].Fitted!);
            var bound = HowSure.Bound(fit, source);
            foreach (var load in new[] { 0.7, 1.0 / 3, 1.0 / 17 })
                Compare(paint.Over(Paper, load), KubelkaMunk.Over(Paper, fit.Optics, load), bound);
            Compare(paint.Over(Kraft, 0.8), KubelkaMunk.Over(Kraft, fit.Optics, 0.8), bound);
            var (other, otherFit) = (paints[(row + 5) % 12], fitted[(row + 5) % 12].Fitted!);
            var both = Math.Max(bound, HowSure.Bound(otherFit, source));
            foreach (var (parts, load) in new[] { (1, 0.5), (2, 0.25), (1, 1.0) })
            {
                Compare(
                    TruePaint.Mix([(paint, parts), (other, 1)]).Over(Paper, load),
                    KubelkaMunk.Over(Paper, PaintOptics.Mix([(fit.Optics, parts), (otherFit.Optics, 1)]), load),
                    both
                );
            }
            Compare(
                paint.Over(other.Over(Paper, 0.33), 0.25),
                KubelkaMunk.Over(KubelkaMunk.Over(Paper, otherFit.Optics, 0.33), fit.Optics, 0.25),
                both
            );
        }
        return outcomes;

        SeenSheet See(SwatchSource with, SheetConditions conditions, int take) =>
            Seen.GetOrAdd((seed, conditions), _ => new Lazy<SeenSheet>(() => Take(with, conditions, take))).Value;

        SeenSheet Take(SwatchSource with, SheetConditions conditions, int take)
        {
            var picture = PictureReader.ReadColours(
                SheetScanner.Take(painted, conditions, take),
                SheetReader.EnoughPixels
            );
            var chart = conditions.Chart
                ? SheetReader.ReadChart(
                    picture,
                    sheet,
                    StandInChart.Chart,
                    SheetScanner.ChartCorners(sheet, conditions, picture.Width)
                )
                : null;
            return new SeenSheet(with, SheetReader.Read(picture, sheet), chart);
        }

        void Compare(Spectrum truth, Spectrum predicted, double bound) =>
            outcomes.Add(
                new Outcome(Ciede2000.Difference(SpectralColour.ToLab(truth), SpectralColour.ToLab(predicted)), bound)
            );
    }
}
