using System.Globalization;
using System.Text.RegularExpressions;

namespace Nube.Core.Artwork;

/// <summary>In what lengths are said.</summary>
public enum LengthUnit
{
    /// <summary>As each card was made: a format in inches in inches, others in millimetres.</summary>
    AsMade,

    /// <summary>In millimetres.</summary>
    Millimetres,

    /// <summary>In inches and fractions of them.</summary>
    Inches,
}

/// <summary>Lengths as makers write them.</summary>
public static partial class Lengths
{
    /// <summary>Millimetres in an inch, exact by the international yard and pound agreement of 1959.</summary>
    public const double MillimetresPerInch = 25.4;

    /// <summary>Longest length as it is written, letters.</summary>
    public const int LongestText = 40;

    /// <summary>Millimetres of "108 mm", "10.8 cm", "4 1/4 in", "4.25 in", "1/2 in" or 4 1/4".</summary>
    /// <returns>The length in mm, above 0, or null when the text is none.</returns>
    public static double? ParseMillimetres(string? text)
    {
        if (text is null || text.Length > LongestText)
            return null;
        var match = LengthPattern().Match(text.Trim());
        if (!match.Success)
            return null;
        var whole = match.Groups["whole"].Value;
        var value = whole.Length == 0 ? 0 : double.Parse(whole.Replace(',', '.'), CultureInfo.InvariantCulture);
        if (match.Groups["top"].Success)
        {
            var bottom = double.Parse(match.Groups["bottom"].Value, CultureInfo.InvariantCulture);
            if (bottom == 0)
                return null;
            value += double.Parse(match.Groups["top"].Value, CultureInfo.InvariantCulture) / bottom;
        }
        value *= match.Groups["unit"].Value switch
        {
            "mm" => 1,
            "cm" => 10,
            _ => MillimetresPerInch,
        };
        return value > 0 && double.IsFinite(value) ? value : null;
    }

    /// <summary>"4 1/4 in" or "108.5 mm": to the nearest sixteenth, or tenth of a millimetre.</summary>
    public static string Said(double millimetres, bool inInches) =>
        inInches ? InInches(millimetres) : FormattableString.Invariant($"{millimetres:0.#} mm");

    /// <summary>"4 1/4 x 5 1/2 in", "105 x 148 mm".</summary>
    public static string Size(double widthMm, double heightMm, bool inInches) =>
        $"{Said(widthMm, inInches)[..^3]} x {Said(heightMm, inInches)}";

    /// <summary>
    /// A length so that it can be written back: in inches where it is so many sixteenths of one, else to the thousandth of an
    /// inch; in millimetres to the hundredth.
    /// </summary>
    /// <param name="millimetres">The length, mm; below 0 too.</param>
    /// <param name="unit">In what; as made, in inches where it is so many sixteenths of one and no whole millimetres.</param>
    public static string Exactly(double millimetres, LengthUnit unit)
    {
        const double nearly = 0.001; // mm
        if (millimetres < 0)
            return $"-{Exactly(-millimetres, unit)}";
        var inches = InInches(millimetres);
        var isSixteenths = Math.Abs((ParseMillimetres(inches) ?? 0) - millimetres) < nearly;
        var isWhole = Math.Abs(millimetres - Math.Round(millimetres)) <= nearly;
        return unit switch
        {
            LengthUnit.Inches => isSixteenths
                ? inches
                : FormattableString.Invariant($"{millimetres / MillimetresPerInch:0.###} in"),
            LengthUnit.AsMade when isSixteenths && !isWhole => inches,
            _ => FormattableString.Invariant($"{millimetres:0.##} mm"),
        };
    }

    /// <summary>"4 1/4 in", to the nearest sixteenth.</summary>
    public static string InInches(double millimetres)
    {
        var sixteenths = (long)Math.Round(millimetres / MillimetresPerInch * 16);
        var (whole, top, bottom) = (sixteenths / 16, sixteenths % 16, 16L);
        while (top > 0 && top % 2 == 0)
            (top, bottom) = (top / 2, bottom / 2);
        return millimetres < 0
            ? $"-{InInches(-millimetres)}"
            : (whole, top) switch
            {
                (_, 0) => $"{whole} in",
                (0, _) => $"{top}/{bottom} in",
                _ => $"{whole} {top}/{bottom} in",
            };
    }

    // A whole number, a fraction, or both with a blank between; without backtracking it takes as long as the text is.
    [GeneratedRegex(
        """^((?<whole>\d+([.,]\d+)?)|((?<whole>\d+)\s+)?(?<top>\d+)\s*/\s*(?<bottom>\d+))\s*(?<unit>mm|cm|inches|inch|in|")$""",
        RegexOptions.NonBacktracking | RegexOptions.ExplicitCapture
    )]
    private static partial Regex LengthPattern();
}
