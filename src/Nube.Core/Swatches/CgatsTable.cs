using System.Globalization;
using System.Text.RegularExpressions;
using Nube.Core.Artwork;

namespace Nube.Core.Swatches;

/// <summary>The table of a CGATS text file: named fields, and rows of values.</summary>
/// <param name="Keywords">The lines before the table, as they stand.</param>
/// <param name="Fields">Names of the fields.</param>
/// <param name="Rows">The rows, at least one.</param>
internal sealed partial record CgatsTable(
    IReadOnlyList<string> Keywords,
    IReadOnlyList<string> Fields,
    IReadOnlyList<CgatsRow> Rows
)
{
    private const int MostLines = 10_000; // of a file: more than any chart has

    /// <summary>Reads the table.</summary>
    /// <exception cref="PictureTroubleException">The text is no such file.</exception>
    public static CgatsTable Read(string text)
    {
        ArgumentNullException.ThrowIfNull(text);
        var lines = text.ReplaceLineEndings("\n").Split('\n').Select(line => line.Trim()).ToList();
        if (lines.Count > MostLines)
            throw Unusable("it has too many lines");
        var fields = Between(lines, "BEGIN_DATA_FORMAT", "END_DATA_FORMAT").SelectMany(Words).ToList();
        var name = fields.FindIndex(field => field is "SAMPLE_NAME" or "SAMPLE_ID" or "SampleName" or "SampleID");
        if (name < 0)
            throw Unusable("it has no SAMPLE_ID");
        var rows = Between(lines, "BEGIN_DATA", "END_DATA").Select(line => (Line: line, Values: Words(line))).ToList();
        if (rows.Count == 0)
            throw Unusable("its table is empty");
        return new CgatsTable(
            [.. lines.TakeWhile(line => line != "BEGIN_DATA_FORMAT")],
            fields,
            [
                .. rows.Select(row =>
                    row.Values.Count == fields.Count
                        ? new CgatsRow(row.Values[name], row.Values, row.Line)
                        : throw Unusable(
                            $"the line \"{Shortened(row.Line)}\" has {row.Values.Count} values where {fields.Count} are named"
                        )
                ),
            ]
        );
    }

    /// <summary>Why a file cannot be used.</summary>
    public static PictureTroubleException Unusable(string why) =>
        new($"This is not a CGATS text file that can be used: {why}.");

    /// <summary>A text that is short enough to be said.</summary>
    public static string Shortened(string text) => text.Length <= 40 ? text : text[..40] + "...";

    private static IEnumerable<string> Between(List<string> lines, string begin, string end)
    {
        var (from, to) = (lines.IndexOf(begin), lines.IndexOf(end));
        if (from < 0 || to < from)
            throw Unusable($"{begin} and {end} were not found in it");
        return lines.GetRange(from + 1, to - from - 1).Where(line => line.Length > 0 && line[0] != '#');
    }

    private static List<string> Words(string line) => [.. Word().Matches(line).Select(word => word.Value.Trim('"'))];

    [GeneratedRegex("\"[^\"]*\"|[^\\s\"]+")]
    private static partial Regex Word();
}

/// <summary>A row of the table.</summary>
/// <param name="Sample">Name of the sample.</param>
/// <param name="Values">Values as they stand.</param>
/// <param name="Line">The whole line.</param>
internal sealed record CgatsRow(string Sample, IReadOnlyList<string> Values, string Line)
{
    /// <summary>A value as a number.</summary>
    /// <exception cref="PictureTroubleException">It is none.</exception>
    public double Number(int field) =>
        double.TryParse(Values[field], NumberStyles.Float, CultureInfo.InvariantCulture, out var value)
        && double.IsFinite(value)
            ? value
            : throw CgatsTable.Unusable(
                $"\"{CgatsTable.Shortened(Values[field])}\" in the line \"{CgatsTable.Shortened(Line)}\" is not a number"
            );
}
