using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using Nube.Core.Artwork;
using Nube.Core.Colour;

namespace Nube.Core.Swatches;

/// <summary>The known values of a colour chart as a CGATS text file, as chart makers and meters give them.</summary>
/// <remarks>
/// CGATS.17 and ISO 28178. Spectra are taken first, then LAB_L, LAB_A, LAB_B, then XYZ_X, XYZ_Y, XYZ_Z (100 for white).
/// Colours stand under D50 unless a keyword line names D65: ISO 13655,
/// "Spectral measurement and colorimetric computation for graphic arts images". They are moved to D65 by the linear
/// Bradford transform (ICC.1:2022, annex E).
/// </remarks>
public static class ChartText
{
    // ICC.1:2022: the D50 of the profile connection space.
    private static readonly Xyz D50White = new(0.9642, 1, 0.8249);

    /// <summary>Reads a chart.</summary>
    /// <param name="text">The file.</param>
    /// <param name="name">What the maker calls it.</param>
    /// <param name="columns">Patches in a row; null to take it from names such as A1, A2, B1, or from
    /// LGOROWLENGTH.</param>
    /// <exception cref="PictureTroubleException">It holds no chart that can be used.</exception>
    public static ColourChart Read(string text, string name, int? columns)
    {
        ArgumentNullException.ThrowIfNull(name);
        var table = CgatsTable.Read(text);
        var known = Colours(table);
        if (known.Length is < ColourChart.FewestPatches or > ColourChart.MostPatches)
            throw CgatsTable.Unusable(
                $"a chart has {ColourChart.FewestPatches} to {ColourChart.MostPatches} patches, this one {known.Length}"
            );
        var across = columns
            ?? Across(table)
            ?? throw new PictureTroubleException(
                "How many patches are in a row of this chart? Say it, and choose the file again."
            );
        return across > 1 && across < known.Length && known.Length % across == 0
            ? new ColourChart(name, across, known)
            : throw new PictureTroubleException(
                $"{known.Length} patches do not make full rows of {across}. Count the patches in a row again."
            );
    }

    /// <summary>Writes a chart, under D65 and saying so.</summary>
    public static string Write(ColourChart chart)
    {
        ArgumentNullException.ThrowIfNull(chart);
        var text = new StringBuilder();
        text.Append(
            CultureInfo.InvariantCulture,
            $"CGATS.17\nDESCRIPTOR\t\"{chart.Name.Replace('"', '\'')}\"\nILLUMINANT\t\"D65\"\nLGOROWLENGTH\t{chart.Columns}\n"
        );
        text.Append(
            CultureInfo.InvariantCulture,
            $"NUMBER_OF_FIELDS\t4\nBEGIN_DATA_FORMAT\nSAMPLE_ID\tLAB_L\tLAB_A\tLAB_B\nEND_DATA_FORMAT\nNUMBER_OF_SETS\t{chart.Known.Length}\nBEGIN_DATA\n"
        );
        foreach (var (index, lab) in chart.Known.Index())
            text.Append(
                CultureInfo.InvariantCulture,
                $"{(char)('A' + index / chart.Columns % 26)}{index % chart.Columns + 1}\t{lab.L:0.00}\t{lab.A:0.00}\t{lab.B:0.00}\n"
            );
        return text.Append("END_DATA\n").ToString();
    }

    private static ImmutableArray<Lab> Colours(CgatsTable table)
    {
        var bands = CgatsText.SpectralFields(table);
        if (bands.Count >= 10 && bands[0].Nm <= 420 && bands[^1].Nm >= 680)
            return [.. CgatsText.Spectra(table, bands).Select(reading => SpectralColour.ToLab(reading.Reflectance))];
        var underD65 = table.Keywords.Any(line => line.Contains("D65", StringComparison.OrdinalIgnoreCase));
        int[] At(params string[] names) =>
            [
                .. names.Select(name =>
                    table
                        .Fields.Index()
                        .Where(field => string.Equals(field.Item, name, StringComparison.OrdinalIgnoreCase))
                        .Select(field => field.Index)
                        .FirstOrDefault(-1)
                ),
            ];
        if (At("LAB_L", "LAB_A", "LAB_B") is var lab && lab.All(field => field >= 0))
        {
            return
            [
                .. table
                    .Rows.Select(row => new Lab(row.Number(lab[0]), row.Number(lab[1]), row.Number(lab[2])))
                    .Select(colour =>
                        colour is { L: >= 0 and <= 105, A: > -200 and < 200, B: > -200 and < 200 }
                            ? underD65
                                ? colour
                                : Lab.FromXyz(ToD65(colour.ToXyz(D50White)))
                            : throw CgatsTable.Unusable("its values are not L*a*b* of a surface")
                    ),
            ];
        }
        if (At("XYZ_X", "XYZ_Y", "XYZ_Z") is var xyz && xyz.All(field => field >= 0))
        {
            return
            [
                .. table
                    .Rows.Select(row => new Xyz(
                        row.Number(xyz[0]) / 100,
                        row.Number(xyz[1]) / 100,
                        row.Number(xyz[2]) / 100
                    ))
                    .Select(colour =>
                        colour is { X: >= 0 and < 1.3, Y: >= 0 and < 1.3, Z: >= 0 and < 1.6 }
                            ? Lab.FromXyz(underD65 ? colour : ToD65(colour))
                            : throw CgatsTable.Unusable("its values are not XYZ of a surface, 100 for white")
                    ),
            ];
        }
        throw CgatsTable.Unusable("it has neither spectra nor LAB nor XYZ values");
    }

    /// <summary>Tristimulus values under D50 as they would be under D65.</summary>
    internal static Xyz ToD65(Xyz d50) => Adaptation.ToD65(d50, D50White);

    private static int? Across(CgatsTable table)
    {
        var said = table.Keywords.FirstOrDefault(line =>
            line.StartsWith("LGOROWLENGTH", StringComparison.OrdinalIgnoreCase)
        );
        if (
            said is not null
            && int.TryParse(said["LGOROWLENGTH".Length..].Trim(), CultureInfo.InvariantCulture, out var length)
        )
            return length;
        // Names in rows: as many begin with the first one's letter as a row is long.
        var first = table.Rows[0].Sample.FirstOrDefault();
        var run = table.Rows.TakeWhile(row => row.Sample.FirstOrDefault() == first).Count();
        return char.IsLetter(first) && run > 1 && run < table.Rows.Count ? run : null;
    }
}
