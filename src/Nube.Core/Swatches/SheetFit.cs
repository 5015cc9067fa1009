using System.Collections.Immutable;
using Nube.Core.Optics;

namespace Nube.Core.Swatches;

/// <summary>A row of a sheet, fitted.</summary>
/// <param name="Row">The row, from 0.</param>
/// <param name="Fitted">K and S, or null when nothing in the row can be used.</param>
/// <param name="Source">What the row was read with.</param>
/// <param name="Evidence">What was used.</param>
/// <param name="Oddities">What is odd, each once.</param>
/// <param name="Granulates">The paint was seen to granulate.</param>
public sealed record FittedRow(
    int Row,
    FittedSwatches? Fitted,
    SwatchSource Source,
    ImmutableArray<SwatchEvidence> Evidence,
    ImmutableArray<Oddity> Oddities,
    bool Granulates
);

/// <summary>A picture of a sheet as it was read.</summary>
/// <param name="Source">Scan or photo.</param>
/// <param name="Reading">What was read.</param>
/// <param name="Chart">What was read of a chart in the same shot; null without one.</param>
public sealed record SeenSheet(SwatchSource Source, SheetReading Reading, ChartReading? Chart);

/// <summary>From everything that was read of a sheet to K and S of each of its colourants.</summary>
public static class SheetFit
{
    /// <summary>
    /// Fits all rows; a meter's readings count alone where there are some, else scans and photos together.
    /// </summary>
    /// <param name="sheet">The sheet.</param>
    /// <param name="pictures">What was read in pictures of it, with what each was taken with: scan or photo.</param>
    /// <param name="meter">What a meter read: boxes named by row and column, and the paper.</param>
    /// <param name="leftOut">Boxes that the maker leaves out.</param>
    /// <param name="shapes">How absorption runs with the pigment of each row.</param>
    public static ImmutableArray<FittedRow> Of(
        SwatchSheet sheet,
        IReadOnlyList<SeenSheet> pictures,
        IReadOnlyList<MeterReading> meter,
        IReadOnlySet<(int Row, int Column)> leftOut,
        IReadOnlyList<AbsorptionShape> shapes
    )
    {
        ArgumentNullException.ThrowIfNull(sheet);
        ArgumentNullException.ThrowIfNull(pictures);
        ArgumentNullException.ThrowIfNull(meter);
        ArgumentNullException.ThrowIfNull(shapes);
        var rows = pictures
            .Select(picture =>
                SheetEvidence.Of(
                    picture.Reading,
                    picture.Chart is null ? default : ChartCorrection.From(picture.Chart).Device,
                    leftOut
                )
            )
            .ToList();
        var seenWith = With(pictures);
        var black =
            pictures.Count == 0 ? SheetEvidence.PrintedBlack : pictures.Average(picture => picture.Reading.Black);
        return
        [
            .. Enumerable
                .Range(0, sheet.Rows)
                .AsParallel()
                .AsOrdered()
                .Select(row =>
                {
                    var metered = MeterEvidence.Of(sheet, row, meter, leftOut);
                    ImmutableArray<SwatchEvidence> evidence = metered.Evidence.IsEmpty
                        ? [.. rows.SelectMany(read => read[row].Evidence)]
                        : metered.Evidence;
                    return new FittedRow(
                        row,
                        evidence.All(one => one.OverBlack)
                            ? null
                            : ColourantFit.From(
                                evidence,
                                SheetEvidence.NeutralPaper,
                                (metered.Evidence.IsEmpty ? black : metered.Black) * SheetEvidence.NeutralPaper,
                                Beforehand.OfSheet(shapes[row])
                            ),
                        metered.Evidence.IsEmpty ? seenWith : SwatchSource.Meter,
                        evidence,
                        [
                            .. rows.SelectMany(read => read[row].Oddities)
                                .DistinctBy(oddity => (oddity.Kind, oddity.Sentence)),
                        ],
                        rows.Exists(read => read[row].Granulates)
                    );
                }),
        ];
    }

    /// <summary>How the hand diluted on a sheet: what its rows say, together.</summary>
    public static DilutionSeen DilutionOn(IReadOnlyList<FittedRow> rows)
    {
        ArgumentNullException.ThrowIfNull(rows);
        var seen = rows.Select(row => row.Fitted).OfType<FittedSwatches>().Select(row => row.Dilution).ToList();
        return new DilutionSeen(seen.Sum(row => row.Weighted), seen.Sum(row => row.Precision));
    }

    /// <summary>
    /// What the pictures count as. A chart beside a scan helps no more than its lamp, so only one in a photo counts.
    /// </summary>
    private static SwatchSource With(IReadOnlyList<SeenSheet> pictures)
    {
        var scanned = pictures.Any(picture => picture.Source == SwatchSource.Scan);
        var photos = pictures.Where(picture => picture.Source == SwatchSource.Photo).ToList();
        if (photos.Count == 0)
            return SwatchSource.Scan;
        return photos.TrueForAll(photo => photo.Chart is not null)
            ? scanned
                ? SwatchSource.ScanAndPhotoWithChart
                : SwatchSource.PhotoWithChart
            : scanned
                ? SwatchSource.ScanAndPhoto
                : SwatchSource.Photo;
    }
}
