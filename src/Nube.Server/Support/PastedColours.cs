using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;
using CsvHelper;
using CsvHelper.Configuration;
using Nube.Core.Colour;
using Nube.Core.Materials;

namespace Nube.Server.Support;

/// <summary>What a line of a pasted list comes to.</summary>
public enum PastedKind
{
    /// <summary>Can be added.</summary>
    New,

    /// <summary>Is in the stash, or further up in the list, already.</summary>
    Owned,

    /// <summary>The catalogue does not have it.</summary>
    Unknown,
}

/// <summary>A line of a pasted list.</summary>
/// <param name="Line">Its number, from 1.</param>
/// <param name="Kind">What it comes to.</param>
/// <param name="Text">The line as it was pasted.</param>
/// <param name="Sentence">What will be added, or why nothing is.</param>
/// <param name="Colourant">What will be added; null when nothing is.</param>
public sealed record PastedLine(int Line, PastedKind Kind, string Text, string Sentence, Colourant? Colourant);

/// <summary>
/// Reads a list of colours as makers keep it: a name, a pigment, or both on a line; commas, semicolons or tabs.
/// </summary>
/// <remarks>
/// A pigment is looked up in the catalogue by its Colour Index name, and what else stands on the line is the maker's
/// own name for it; without a pigment the name is looked up. With a colour as # and six digits and a kind ("wax pencil",
/// "ink pad") it is the maker's own. Nothing is guessed: what is not found is said.
/// </remarks>
public static partial class PastedColours
{
    /// <summary>Most lines read at a time.</summary>
    public const int MostLines = 2_000;

    /// <summary>Reads a list.</summary>
    /// <param name="text">The list; empty lines are skipped.</param>
    /// <param name="owned">Names in the stash.</param>
    /// <exception cref="TroubleException">The list is too long.</exception>
    public static ImmutableArray<PastedLine> Read(string text, IEnumerable<string> owned)
    {
        ArgumentNullException.ThrowIfNull(text);
        var taken = owned.ToHashSet(StringComparer.OrdinalIgnoreCase);
        var lines = ImmutableArray.CreateBuilder<PastedLine>();
        foreach (var (index, line) in text.ReplaceLineEndings("\n").Split('\n').Index())
        {
            if (string.IsNullOrWhiteSpace(line))
                continue;
            if (lines.Count == MostLines)
                throw TroubleException.Unusable($"Paste at most {MostLines} lines at a time; nothing was added.");
            lines.Add(ReadLine(index + 1, line.Trim(), taken));
        }
        return lines.ToImmutable();
    }

    private static PastedLine ReadLine(int number, string line, HashSet<string> taken)
    {
        var fields = Fields(line);
        var pigment = fields.FirstOrDefault(field => ColourIndexName().IsMatch(field));
        var picked = fields.FirstOrDefault(field => Picked().IsMatch(field));
        var kind = fields.FirstOrDefault(field => field != picked && KindOf(field) is not null);
        var name = fields.FirstOrDefault(field =>
            field != pigment && field != picked && field != kind && field.Length > 0
        );
        if (picked is not null)
            return Own(number, line, taken, name, pigment, picked, KindOf(kind) ?? KindOf(LastWords(name)));
        var known = GenericCatalogue.Colourants.FirstOrDefault(colour =>
            pigment is not null
                ? string.Equals(colour.ColourIndex, pigment, StringComparison.OrdinalIgnoreCase)
                : string.Equals(colour.Name, name, StringComparison.OrdinalIgnoreCase)
        );
        if (known is null)
        {
            return new PastedLine(
                number,
                PastedKind.Unknown,
                line,
                $"The catalogue does not have {pigment ?? name ?? "this"}. Add it by its two colours.",
                null
            );
        }
        return Added(number, line, taken, known with { Name = name ?? known.Name });
    }

    /// <summary>A colour of the maker's own, of a kind, by the colour that was picked.</summary>
    private static PastedLine Own(
        int number,
        string line,
        HashSet<string> taken,
        string? name,
        string? pigment,
        string picked,
        Medium? medium
    )
    {
        if (medium is null || name is null)
            return new PastedLine(
                number,
                PastedKind.Unknown,
                line,
                "Beside its colour it needs a name and what it is: pan, tube, ink pad, wax pencil, brush pen ...",
                null
            );
        return Added(
            number,
            line,
            taken,
            Colourant.Picked(
                name,
                pigment?.ToUpperInvariant() ?? "",
                medium.Value,
                Srgb.Parse(picked.ToLowerInvariant()),
                null
            )
        );
    }

    private static PastedLine Added(int number, string line, HashSet<string> taken, Colourant added)
    {
        if (added.Name.Length > 80)
            return new PastedLine(number, PastedKind.Unknown, line, "A name has at most 80 letters.", null);
        return taken.Add(added.Name)
            ? new PastedLine(
                number,
                PastedKind.New,
                line,
                added.ColourIndex.Length > 0 ? $"{added.Name}, {added.ColourIndex}" : added.Name,
                added
            )
            : new PastedLine(number, PastedKind.Owned, line, $"{added.Name} is in your stash already.", null);
    }

    /// <summary>The fields of a line, by whichever of tab, semicolon and comma stands in it.</summary>
    private static string[] Fields(string line)
    {
        var delimiter =
            line.Contains('\t', StringComparison.Ordinal) ? "\t"
            : line.Contains(';', StringComparison.Ordinal) ? ";"
            : ",";
        // A quote that is never closed is a letter like any other.
        var format = new CsvConfiguration(CultureInfo.InvariantCulture)
        {
            Delimiter = delimiter,
            BadDataFound = null,
            TrimOptions = TrimOptions.Trim,
        };
        using var parser = new CsvParser(new StringReader(line), format);
        return parser.Read() ? parser.Record ?? [] : [];
    }

    /// <summary>What a kind is called: "wax pencil", also in the plural.</summary>
    private static Medium? KindOf(string? word) =>
        word is null
            ? null
            : Enum.GetValues<Medium>()
                .Cast<Medium?>()
                .FirstOrDefault(medium =>
                    string.Equals(
                        Letters(medium!.Value.ToString()),
                        Letters(word).TrimEnd('s'),
                        StringComparison.OrdinalIgnoreCase
                    )
                );

    /// <summary>The last two words of a name, or its last: "Coral wax pencil".</summary>
    private static string? LastWords(string? name)
    {
        var words = (name ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries);
        var two = string.Join(' ', words.TakeLast(2));
        return KindOf(two) is not null ? two : words.LastOrDefault();
    }

    private static string Letters(string text) => string.Concat(text.Where(char.IsLetter));

    [GeneratedRegex("^#[0-9a-f]{6}$", RegexOptions.IgnoreCase)]
    private static partial Regex Picked();

    [GeneratedRegex("^P(Y|O|R|V|B|G|Br|Bk|W)[0-9]{1,3}(:[0-9])?$", RegexOptions.IgnoreCase)]
    private static partial Regex ColourIndexName();
}
