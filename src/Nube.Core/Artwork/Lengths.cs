using System.Globalization;
using System.Text.RegularExpressions;

namespace Nube.Core.Artwork;

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

    /// <summary>"4 1/4 in", to the nearest sixteenth.</summary>
    public static string InInches(double millimetres)
    {
        var sixteenths = (long)Math.Round(millimetres / MillimetresPerInch * 16);
        var (whole, top, bottom) = (sixteenths / 16, sixteenths % 16, 16L);
        while (top > 0 && top % 2 == 0)
            (top, bottom) = (top / 2, bottom / 2);
        return (whole, top) switch
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
