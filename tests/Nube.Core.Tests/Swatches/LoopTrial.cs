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
/// <param name="Steepness">Of the steepest edge of what was predicted.</param>
internal readonly record struct Outcome(double Difference, double Bound, double Steepness)
{
    /// <summary>It came out within what was said.</summary>
    public bool Held => Difference <= Bound;
}

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
    /// Outcomes of some sheets of twelve paints, seen by the ordinary scanner and phone.
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
                        scanner => Ordinary(scanner, 1),
                        [.. paints.Select((paint, row) => TruePaint.Behind(paint, seed + 12 * sheet + row))],
                        [.. paints.Select(paint => kinds ? paint.Shape : AbsorptionShape.Unknown)]
                    )
                ),
        ];

    /// <summary>
    /// Outcomes of a sheet for each of many devices, each taken with another scanner or phone: half of them of invented
    /// paints, half of paints near those of the catalogue whose kinds the fit is told.
    /// </summary>
    /// <param name="source">With what.</param>
    /// <param name="devices">Seeds of devices. HowSure was learned on 0 to 79; give others.</param>
    public static List<List<Outcome>> OfDevices(SwatchSource source, IEnumerable<int> devices) =>
        [.. devices.AsParallel().AsOrdered().Select(device => OfDevice(source, device))];

    private static List<Outcome> OfDevice(SwatchSource source, int device)
    {
        var seed = 1_000_000 + 100 * device;
        Func<bool, SheetConditions> taken = scanner =>
            SheetConditions.Invented(scanner, 2 * device + (scanner ? 1 : 0));
        if (device % 2 == 0)
            return OfSheet(source, seed, taken, Invented(seed), Unknown);
        var all = GenericCatalogue.WaterColours;
        var paints = Enumerable
            .Range(0, SwatchSheet.MostRows)
            .Select(row => all[(7 * row + device) % all.Length])
            .ToList();
        return OfSheet(
            source,
            seed,
            taken,
            [.. paints.Select((paint, row) => TruePaint.Behind(paint, seed + row))],
            [.. paints.Select(paint => paint.Shape)]
        );
    }

    private static SheetConditions Ordinary(bool scanner, double vividness) =>
        scanner ? SheetConditions.Scan : SheetConditions.Photo with { Vividness = vividness };

    private static List<TruePaint> Invented(int seed) =>
        [.. Enumerable.Range(0, SwatchSheet.MostRows).Select(row => TruePaint.Invented(seed + row))];

    private static List<AbsorptionShape> Unknown { get; } =
    [.. Enumerable.Repeat(AbsorptionShape.Unknown, SwatchSheet.MostRows)];

    private static List<Outcome> OfSheet(SwatchSource source, int seed, double vividness) =>
        OfSheet(source, seed, scanner => Ordinary(scanner, vividness), Invented(seed), Unknown);

    private static List<Outcome> OfSheet(
        SwatchSource source,
        int seed,
        Func<bool, SheetConditions> taken,
        List<TruePaint> paints,
        List<AbsorptionShape> shapes
    )
    {
        var sheet = new SwatchSheet(SheetSize.A4, 0, SwatchSheet.MostRows);
        var painted = PaintedSheet.By(sheet, paints, Paper, Slips.None, seed);
        var pictures = new List<SeenSheet>();
        if (source is SwatchSource.Scan or SwatchSource.ScanAndPhoto or SwatchSource.ScanAndPhotoWithChart)
            pictures.Add(See(SwatchSource.Scan, taken(true), seed));
        if (source is SwatchSource.Photo or SwatchSource.ScanAndPhoto)
            pictures.Add(See(SwatchSource.Photo, taken(false), seed + 1));
        if (source is SwatchSource.PhotoWithChart or SwatchSource.ScanAndPhotoWithChart)
            pictures.Add(See(SwatchSource.Photo, taken(false) with { Chart = true }, seed + 1));
        IReadOnlyList<MeterReading> meter =
            source == SwatchSource.Meter ? SimulatedColourMeter.ReadSheet(new SimulatedColourMeter(seed), painted) : [];
        var fitted = SheetFit.Of(sheet, pictures, meter, new HashSet<(int, int)>(), shapes);
        if (fitted.FirstOrDefault(row => row.Source != source) is { } unlike)
            throw new InvalidOperationException($"This was to be read with {source}, not with {unlike.Source}.");

        var outcomes = new List<Outcome>();
        for (var row = 0; row < sheet.Rows; row++)
        {
            var (paint, fit) = (paints[row], fitted[row].Fitted!);
            var bound = (HowSure.Bound(fit, source), HowSure.Steepness(fit.Optics));
            foreach (var load in new[] { 0.7, 1.0 / 3, 1.0 / 17 })
                Compare(paint.Over(Paper, load), KubelkaMunk.Over(Paper, fit.Optics, load), bound);
            Compare(paint.Over(Kraft, 0.8), KubelkaMunk.Over(Kraft, fit.Optics, 0.8), bound);
            var (other, otherFit) = (paints[(row + 5) % 12], fitted[(row + 5) % 12].Fitted!);
            var both = (
                Math.Max(bound.Item1, HowSure.Bound(otherFit, source)),
                Math.Max(bound.Item2, HowSure.Steepness(otherFit.Optics))
            );
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

        void Compare(Spectrum truth, Spectrum predicted, (double Bound, double Steepness) said) =>
            outcomes.Add(
                new Outcome(
                    Ciede2000.Difference(SpectralColour.ToLab(truth), SpectralColour.ToLab(predicted)),
                    said.Bound,
                    said.Steepness
                )
            );
    }
}
