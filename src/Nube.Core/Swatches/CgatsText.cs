using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;
using Nube.Core.Artwork;
using Nube.Core.Colour;

namespace Nube.Core.Swatches;

/// <summary>A reflectance that a meter read.</summary>
/// <param name="Sample">What was read, such as "3C" for the third row's third box, or "PAPER".</param>
/// <param name="Reflectance">36 values, 380 to 730 nm, 0 to 1.</param>
public sealed record MeterReading(string Sample, Spectrum Reflectance);

/// <summary>Meter readings as a text file that measuring programs exchange.</summary>
/// <remarks>
/// CGATS.17, "Exchange format for colour and process control data using XML or ASCII text", and ISO 28178:2009, the
/// ASCII part: keywords, a data format of field names, and a table. From memory of the format: fields are named
/// differently from program to program, so every name with "nm" or "SPECTRAL" and a wavelength in it is taken; shares
/// or per cent.
/// </remarks>
public static partial class CgatsText
{
    private const double MostReflectance = 1.5; // above, the table is in per cent
    private const double AboveWhite = 1.2; // no surface without a glow sends back more

    /// <summary>Writes readings.</summary>
    /// <param name="readings">What was read.</param>
    /// <param name="created">When, ISO 8601.</param>
    public static string Write(IReadOnlyList<MeterReading> readings, string created)
    {
        ArgumentNullException.ThrowIfNull(readings);
        var text = new StringBuilder();
        text.Append("CGATS.17\n");
        text.Append("ORIGINATOR\t\"Nube\"\n");
        text.Append(CultureInfo.InvariantCulture, $"CREATED\t\"{created}\"\n");
        text.Append("MEASUREMENT_GEOMETRY\t\"0/45\"\n");
        text.Append(
            CultureInfo.InvariantCulture,
            $"NUMBER_OF_FIELDS\t{Spectrum.Bands + 1}\nBEGIN_DATA_FORMAT\nSAMPLE_ID"
        );
        for (var band = 0; band < Spectrum.Bands; band++)
            text.Append(CultureInfo.InvariantCulture, $"\tSPECTRAL_NM{Spectrum.Wavelength(band)}");
        text.Append(CultureInfo.InvariantCulture, $"\nEND_DATA_FORMAT\nNUMBER_OF_SETS\t{readings.Count}\nBEGIN_DATA\n");
        foreach (var reading in readings)
        {
            text.Append(reading.Sample);
            foreach (var value in reading.Reflectance.Values)
                text.Append(CultureInfo.InvariantCulture, $"\t{value:0.00000}");
            text.Append('\n');
        }
        return text.Append("END_DATA\n").ToString();
    }

    /// <summary>
    /// Reads readings; wavelengths between or beyond those in the file are filled in from the nearest.
    /// </summary>
    /// <exception cref="PictureTroubleException">The text is no such file, or holds no spectra that can be
    /// used.</exception>
    public static ImmutableArray<MeterReading> Read(string text)
    {
        ArgumentNullException.ThrowIfNull(text);
        var read = CgatsTable.Read(text);
        var bands = SpectralFields(read);
        if (bands.Count < 10 || bands[0].Nm > 420 || bands[^1].Nm < 680)
            throw Unusable("it has no spectra from 420 to 680 nm; colours alone are not enough");
        return Spectra(read, bands);
    }

    /// <summary>Fields that hold a wavelength each, from short to long.</summary>
    internal static List<(int Index, double Nm)> SpectralFields(CgatsTable table) =>
        [
            .. table
                .Fields.Index()
                .Select(field => (field.Index, Match: Wavelength().Match(field.Item)))
                .Where(field => field.Match.Success)
                .Select(field =>
                    (field.Index, Nm: double.Parse(field.Match.Groups[1].Value, CultureInfo.InvariantCulture))
                )
                .OrderBy(field => field.Nm),
        ];

    /// <summary>Spectra of a table; per cent is told from shares by its size.</summary>
    internal static ImmutableArray<MeterReading> Spectra(CgatsTable read, IReadOnlyList<(int Index, double Nm)> bands)
    {
        var table = read
            .Rows.Select(row => (row.Sample, Values: bands.Select(band => row.Number(band.Index)).ToArray()))
            .ToList();
        var scale = table.Max(row => row.Values.Max()) > MostReflectance ? 0.01 : 1;
        if (table.Max(row => row.Values.Max()) * scale > AboveWhite || table.Min(row => row.Values.Min()) < -0.05)
            throw Unusable("its values are not reflectances");
        return
        [
            .. table.Select(row => new MeterReading(
                row.Sample,
                Spectrum.From(band =>
                    Math.Max(0, scale * At(bands.Select(b => b.Nm).ToArray(), row.Values, Spectrum.Wavelength(band)))
                )
            )),
        ];
    }

    /// <summary>Straight lines between the wavelengths, level beyond them.</summary>
    private static double At(double[] wavelengths, double[] values, double nm)
    {
        var next = Array.FindIndex(wavelengths, w => w >= nm);
        if (next < 0)
            return values[^1];
        if (next == 0)
            return values[0];
        var share = (nm - wavelengths[next - 1]) / (wavelengths[next] - wavelengths[next - 1]);
        return values[next - 1] * (1 - share) + values[next] * share;
    }

    private static PictureTroubleException Unusable(string why) => CgatsTable.Unusable(why);

    [GeneratedRegex("^(?:SPECTRAL|SPEC|nm|R)[_ ]?(?:NM)?[_ ]?([0-9]{3})(?:\\.0+)?$", RegexOptions.IgnoreCase)]
    private static partial Regex Wavelength();
}
