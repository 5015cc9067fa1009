using System.Collections.Immutable;

namespace Nube.Core.Swatches;

/// <summary>A row of a sheet, fitted.</summary>
/// <param name="Row">The row, from 0.</param>
/// <param name="Fitted">K and S, or null when nothing in the row can be used.</param>
/// <param name="Source">What the row was read with.</param>
/// <param name="Evidence">What was used.</param>
/// <param name="Oddities">What is odd, each once.</param>
/// <param name="Granulates">The paint was seen to granulate.</param>
public sealed record FittedRow(
    int Row, FittedSwatches? Fitted, SwatchSource Source, ImmutableArray<SwatchEvidence> Evidence, ImmutableArray<Oddity> Oddities, bool Granulates);

/// <summary>From everything that was read of a sheet to K and S of each of its colourants.</summary>
public static class SheetFit
{
    /// <summary>Fits all rows; a meter's readings count alone where there are some, else scans and photos together.</summary>
    /// <param name="sheet">The sheet.</param>
    /// <param name="pictures">What was read in pictures of it, with what each was taken with: scan or photo.</param>
    /// <param name="meter">What a meter read: boxes named by row and column, and the paper.</param>
    /// <param name="leftOut">Boxes that the maker leaves out.</param>
    public static ImmutableArray<FittedRow> Of(
        SwatchSheet sheet,
        IReadOnlyList<(SwatchSource Source, SheetReading Reading)> pictures,
        IReadOnlyList<MeterReading> meter,
        IReadOnlySet<(int Row, int Column)> leftOut)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        ArgumentNullException.ThrowIfNull(pictures);
        ArgumentNullException.ThrowIfNull(meter);
        var rows = pictures.Select(picture => SheetEvidence.Of(picture.Reading, leftOut)).ToList();
        var kinds = pictures.Select(picture => picture.Source).Distinct().ToList();
        var seenWith = kinds.Count > 1 ? SwatchSource.ScanAndPhoto : kinds.FirstOrDefault(SwatchSource.Scan);
        var black = pictures.Count == 0 ? SheetEvidence.PrintedBlack : pictures.Average(picture => picture.Reading.Black);
        return
        [
            .. Enumerable.Range(0, sheet.Rows).AsParallel().AsOrdered().Select(row =>
            {
                var metered = MeterEvidence.Of(sheet, row, meter, leftOut);
                ImmutableArray<SwatchEvidence> evidence = metered.Evidence.IsEmpty ? [.. rows.SelectMany(read => read[row].Evidence)] : metered.Evidence;
                return new FittedRow(
                    row,
                    evidence.All(one => one.OverBlack)
                        ? null
                        : ColourantFit.From(evidence, SheetEvidence.NeutralPaper, (metered.Evidence.IsEmpty ? black : metered.Black) * SheetEvidence.NeutralPaper),
                    metered.Evidence.IsEmpty ? seenWith : SwatchSource.Meter,
                    evidence,
                    [.. rows.SelectMany(read => read[row].Oddities).DistinctBy(oddity => (oddity.Kind, oddity.Sentence))],
                    rows.Exists(read => read[row].Granulates));
            }),
        ];
    }
}
