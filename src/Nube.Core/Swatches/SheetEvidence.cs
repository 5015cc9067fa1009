using System.Collections.Immutable;
using Nube.Core.Optics;

namespace Nube.Core.Swatches;

/// <summary>What is odd about a row of a sheet.</summary>
public enum OddityKind
{
    /// <summary>A box was left empty.</summary>
    NotPainted,

    /// <summary>A weaker wash is deeper than a stronger one beside it.</summary>
    Swapped,

    /// <summary>A box dried in patches.</summary>
    Uneven,

    /// <summary>The paint settles into the paper's texture.</summary>
    Granulates,

    /// <summary>The black of the bar ran.</summary>
    BarBled,
}

/// <summary>Something odd in a row, and what was done about it.</summary>
/// <param name="Row">The row, from 0.</param>
/// <param name="Kind">What.</param>
/// <param name="Columns">The boxes concerned, from 0.</param>
/// <param name="Sentence">The same in words.</param>
public sealed record Oddity(int Row, OddityKind Kind, ImmutableArray<int> Columns, string Sentence);

/// <summary>A row of a sheet made ready for the fit.</summary>
/// <param name="Row">The row, from 0.</param>
/// <param name="Evidence">What is used of it.</param>
/// <param name="Oddities">What is odd about it.</param>
public sealed record RowEvidence(int Row, ImmutableArray<SwatchEvidence> Evidence, ImmutableArray<Oddity> Oddities)
{
    /// <summary>The paint was seen to granulate.</summary>
    public bool Granulates => Oddities.Any(oddity => oddity.Kind == OddityKind.Granulates);
}

/// <summary>From what was read on a sheet to what each colourant is fitted to.</summary>
public static class SheetEvidence
{
    /// <summary>
    /// Reflectance of the neutral white on which patches are taken to stand; read colours are relative to their paper.
    /// </summary>
    public const double NeutralPaper = SwatchFit.NeutralPaper;

    /// <summary>
    /// What solid printed black sends back, against white paper. From memory: densities of 1.3 to 1.6.
    /// </summary>
    public const double PrintedBlack = 0.035;

    // Thresholds are this project's own, set on simulated sheets.
    private const double Empty = 0.02; // ln of the paper's light against the patch's, in the sensor that differs most
    private const double Inverted = 1.08; // how much deeper a weaker wash must be to be called swapped
    private const double UnevenFrom = 0.30; // darkest against lightest ninth
    private const double GrainFrom = 0.05; // standard deviation as a share of the mean, above that of bare paper

    /// <summary>The rows of a sheet, with what the maker says about single boxes.</summary>
    /// <param name="reading">What was read.</param>
    /// <param name="device">How the device sees, where a chart told.</param>
    /// <param name="leftOut">Boxes that the maker leaves out, as row and column.</param>
    public static ImmutableArray<RowEvidence> Of(
        SheetReading reading,
        DeviceLight device,
        IReadOnlySet<(int Row, int Column)> leftOut
    )
    {
        ArgumentNullException.ThrowIfNull(reading);
        ArgumentNullException.ThrowIfNull(leftOut);
        return
        [
            .. reading
                .Patches.GroupBy(patch => patch.Patch.Row)
                .Select(row => OfRow(row.Key, [.. row], reading.BarBleeds.Contains(row.Key), device, leftOut)),
        ];
    }

    private static RowEvidence OfRow(
        int row,
        ImmutableArray<PatchReading> patches,
        bool bled,
        DeviceLight device,
        IReadOnlySet<(int Row, int Column)> leftOut
    )
    {
        var oddities = ImmutableArray.CreateBuilder<Oddity>();
        var used = patches.Where(patch => !leftOut.Contains((row, patch.Patch.Column))).ToList();

        var empty = used.Where(patch => !patch.Patch.OverBlack && Depths(patch).Max() < Empty).ToList();
        if (empty.Count > 0)
        {
            oddities.Add(
                new Oddity(
                    row,
                    OddityKind.NotPainted,
                    Columns(empty),
                    $"{Names(empty)} {(empty.Count == 1 ? "is" : "are")} not painted; the others are used."
                )
            );
            used = [.. used.Except(empty)];
        }
        if (bled && used.Exists(patch => patch.Patch.OverBlack))
        {
            oddities.Add(
                new Oddity(
                    row,
                    OddityKind.BarBled,
                    [SwatchSheet.Washes.Length - 1],
                    "The black bar ran under the water, so the box over it is not used: how well this paint covers is a guess. Print the sheet with an ink that does not run."
                )
            );
            used = [.. used.Where(patch => !patch.Patch.OverBlack)];
        }

        // Washes are sorted by what they look like; a hand's own error does not turn two of them round.
        var washes = used.Where(patch => !patch.Patch.OverBlack).ToList();
        var strengths = washes.ToDictionary(patch => patch.Patch.Column, patch => patch.Patch.Strength);
        for (var i = 0; i + 1 < washes.Count; i++)
        {
            if (Depths(washes[i + 1]).Sum() < Inverted * Depths(washes[i]).Sum())
                continue;
            var (first, second) = (washes[i].Patch, washes[i + 1].Patch);
            (strengths[first.Column], strengths[second.Column]) = (strengths[second.Column], strengths[first.Column]);
            oddities.Add(
                new Oddity(
                    row,
                    OddityKind.Swapped,
                    [first.Column, second.Column],
                    $"{first.Strength} and {second.Strength} look swapped; they are read the other way round."
                )
            );
        }

        var uneven = used.Where(patch =>
                !patch.Patch.OverBlack && patch.Unevenness > UnevenFrom && patch.Grain < GrainFrom
            )
            .ToList();
        if (uneven.Count > 0)
        {
            oddities.Add(
                new Oddity(
                    row,
                    OddityKind.Uneven,
                    Columns(uneven),
                    $"{Names(uneven)} dried unevenly; the mean is used. A flat wash on taped paper reads better."
                )
            );
        }
        if (washes.Count(patch => patch.Grain > GrainFrom) >= 2)
            oddities.Add(
                new Oddity(
                    row,
                    OddityKind.Granulates,
                    [],
                    "This paint granulates: it will look grainy, and a little different from wash to wash."
                )
            );

        return new RowEvidence(
            row,
            [
                .. used.Select(patch => new SwatchEvidence(
                    patch.Patch.Column,
                    strengths.TryGetValue(patch.Patch.Column, out var strength) ? strength : patch.Patch.Strength,
                    patch.Patch.OverBlack,
                    patch.Light.OnPaper(NeutralPaper),
                    null,
                    device
                )),
            ],
            oddities.ToImmutable()
        );
    }

    /// <summary>How much darker than paper each sensor sees a patch, as a logarithm.</summary>
    private static double[] Depths(PatchReading patch) =>
        [.. new[] { patch.Light.R, patch.Light.G, patch.Light.B }.Select(light => -Math.Log(Math.Max(light, 1e-3)))];

    private static ImmutableArray<int> Columns(IEnumerable<PatchReading> patches) =>
        [.. patches.Select(patch => patch.Patch.Column)];

    private static string Names(IReadOnlyList<PatchReading> patches) =>
        string.Join(" and ", patches.Select(patch => patch.Patch.Strength.ToString()));
}
