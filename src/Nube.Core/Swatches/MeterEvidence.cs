using System.Collections.Immutable;
using Nube.Core.Colour;

namespace Nube.Core.Swatches;

/// <summary>What a meter read, as evidence: against the paper that it read too.</summary>
public static class MeterEvidence
{
    /// <summary>Name of the reading of bare paper.</summary>
    public const string Paper = "PAPER";

    /// <summary>Name of the reading of the bare bar.</summary>
    public const string Black = "BLACK";

    /// <summary>Name of a box: row from 1, column from A.</summary>
    public static string NameOf(int row, int column) => $"{row + 1}{(char)('A' + column)}";

    /// <summary>A row's readings; empty when there are none on white, or none of the paper.</summary>
    internal static (ImmutableArray<SwatchEvidence> Evidence, double Black) Of(
        SwatchSheet sheet,
        int row,
        IReadOnlyList<MeterReading> readings,
        IReadOnlySet<(int Row, int Column)> leftOut
    )
    {
        var byName = readings
            .GroupBy(reading => reading.Sample, StringComparer.OrdinalIgnoreCase)
            .ToDictionary(group => group.Key, group => group.Last().Reflectance, StringComparer.OrdinalIgnoreCase);
        var patches = sheet
            .Patches()
            .Where(patch =>
                patch.Row == row
                && byName.ContainsKey(NameOf(row, patch.Column))
                && !leftOut.Contains((row, patch.Column))
            )
            .ToList();
        if (!byName.TryGetValue(Paper, out var paper) || patches.TrueForAll(patch => patch.OverBlack))
            return ([], SheetEvidence.PrintedBlack);
        Spectrum Relative(Spectrum read) =>
            Spectrum.From(band => Math.Max(1e-4, read[band] / Math.Max(0.05, paper[band])));
        var black = byName.TryGetValue(Black, out var bar)
            ? Relative(bar).ToImmutableArray().Average()
            : SheetEvidence.PrintedBlack;
        return (
            [
                .. patches.Select(patch =>
                {
                    var relative = Relative(byName[NameOf(row, patch.Column)]);
                    var onNeutral = Spectrum.From(band => relative[band] * SheetEvidence.NeutralPaper);
                    return new SwatchEvidence(
                        patch.Column,
                        patch.Strength,
                        patch.OverBlack,
                        SpectralColour.ToLab(onNeutral),
                        onNeutral
                    );
                }),
            ],
            black
        );
    }
}
