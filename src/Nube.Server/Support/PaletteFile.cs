using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using CsvHelper;
using CsvHelper.Configuration;
using Nube.Core.Colour;
using Nube.Data.Entities;

namespace Nube.Server.Support;

/// <summary>Open formats that named colours are read from and written to.</summary>
/// <remarks>
/// CSV (RFC 4180): a column of names and one of colours. JSON: docs/palette.schema.json. Design tokens: the W3C Design
/// Tokens Community Group's format, module Color (2025): groups of tokens with $type "color" and a $value with
/// colorSpace and components; values written as "#rrggbb", as earlier drafts had them, are read too.
/// </remarks>
public static class PaletteFile
{
    /// <summary>Most colours of a file.</summary>
    public const int MostColours = 200;

    private const int MostDepth = 16;

    private static readonly JsonSerializerOptions Written = new() { WriteIndented = true };

    /// <summary>The colours of a file, whichever of the formats it has.</summary>
    /// <exception cref="TroubleException">It has none, or no colours.</exception>
    public static ImmutableArray<KeptColour> Read(string text)
    {
        ArgumentNullException.ThrowIfNull(text);
        var start = text.TrimStart('\ufeff', ' ', '\t', '\r', '\n');
        ImmutableArray<KeptColour> colours = start.StartsWith('{') ? [.. FromJson(start)] : [.. FromCsv(start)];
        if (colours.IsEmpty)
            throw TroubleException.Unusable(
                "No colours were found in this file. It can be CSV with a name and a colour such as #d9a441 on each line, JSON, or design tokens."
            );
        return colours.Length <= MostColours
            ? colours
            : throw TroubleException.Unusable(
                $"This file has {colours.Length} colours; at most {MostColours} are read at a time."
            );
    }

    /// <summary>As CSV.</summary>
    public static string Csv(IEnumerable<KeptColour> colours)
    {
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        using (
            var csv = new CsvWriter(
                text,
                new CsvConfiguration(CultureInfo.InvariantCulture) { InjectionOptions = InjectionOptions.Escape }
            )
        )
        {
            foreach (var heading in new[] { "name", "colour", "lightness", "a", "b" })
                csv.WriteField(heading);
            csv.NextRecord();
            foreach (var colour in colours)
            {
                var lab = colour.Colour.ToLab();
                csv.WriteField(colour.Name);
                csv.WriteField(colour.Colour.ToString());
                foreach (var value in new[] { lab.L, lab.A, lab.B })
                    csv.WriteField(value.ToString("0.0", CultureInfo.InvariantCulture));
                csv.NextRecord();
            }
        }
        return text.ToString();
    }

    /// <summary>As JSON by docs/palette.schema.json.</summary>
    public static string Json(IEnumerable<KeptColour> colours) =>
        new JsonObject
        {
            ["format"] = "nube-palette",
            ["version"] = 1,
            ["colours"] = new JsonArray([
                .. colours.Select(colour => new JsonObject
                {
                    ["name"] = colour.Name,
                    ["colour"] = colour.Colour.ToString(),
                }),
            ]),
        }.ToJsonString(Written);

    /// <summary>As design tokens.</summary>
    public static string Tokens(IEnumerable<KeptColour> colours)
    {
        var group = new JsonObject { ["$type"] = "color" };
        foreach (var colour in colours)
        {
            // A token's name may hold neither braces nor dots, and not begin with a dollar.
            var name = new string([
                .. colour.Name.Select(letter => letter is '{' or '}' or '.' ? '-' : letter),
            ]).TrimStart('$');
            var free = name;
            for (var next = 2; group.ContainsKey(free); next++)
                free = $"{name} {next}";
            group[free] = new JsonObject
            {
                ["$value"] = new JsonObject
                {
                    ["colorSpace"] = "srgb",
                    ["components"] = new JsonArray(
                        Round(colour.Colour.R),
                        Round(colour.Colour.G),
                        Round(colour.Colour.B)
                    ),
                    ["hex"] = colour.Colour.ToString(),
                },
            };
        }
        return new JsonObject { ["palette"] = group }.ToJsonString(Written);

        static JsonNode Round(double component) => JsonValue.Create(Math.Round(component, 4));
    }

    private static IEnumerable<KeptColour> FromCsv(string text)
    {
        var first = text.Split('\n', 2)[0];
        var delimiter =
            first.Contains('\t', StringComparison.Ordinal) ? "\t"
            : first.Contains(';', StringComparison.Ordinal) ? ";"
            : ",";
        using var parser = new CsvParser(
            new StringReader(text),
            new CsvConfiguration(CultureInfo.InvariantCulture)
            {
                Delimiter = delimiter,
                BadDataFound = null,
                TrimOptions = TrimOptions.Trim,
            }
        );
        while (parser.Read())
        {
            var fields = parser.Record ?? [];
            var at = Array.FindIndex(fields, field => Srgb.TryParse(field.ToLowerInvariant(), out _));
            if (at < 0)
                continue; // a heading
            yield return Named(
                fields.Where((field, index) => index != at && field.Length > 0).FirstOrDefault(),
                fields[at]
            );
        }
    }

    private static IEnumerable<KeptColour> FromJson(string text)
    {
        JsonNode? root;
        try
        {
            root = JsonNode.Parse(
                text,
                documentOptions: new JsonDocumentOptions { MaxDepth = 64, AllowDuplicateProperties = false }
            );
        }
        catch (JsonException broken)
        {
            throw TroubleException.Unusable(
                $"This file is broken JSON, at line {broken.LineNumber + 1}. Nothing was taken from it."
            );
        }
        if ((root as JsonObject)?["colours"] is JsonArray own)
        {
            return own.OfType<JsonObject>()
                .Where(entry => TextOf(entry["colour"]) is { } hex && Srgb.TryParse(hex.ToLowerInvariant(), out _))
                .Select(entry => Named(TextOf(entry["name"]), TextOf(entry["colour"])!));
        }
        return root is JsonObject tokens ? Tokens(tokens, "", false, 0) : [];
    }

    /// <summary>
    /// The colours of a group of tokens, with those of the groups in it; a type holds for all below it.
    /// </summary>
    private static IEnumerable<KeptColour> Tokens(JsonObject group, string name, bool areColours, int depth)
    {
        if (depth > MostDepth)
            yield break;
        areColours = TextOf(group["$type"]) is { } type ? type == "color" : areColours;
        if (group["$value"] is { } value)
        {
            if (areColours && ColourOf(value) is { } colour)
                yield return new KeptColour(Shortened(name), colour);
            yield break;
        }
        foreach (var (key, node) in group)
        {
            if (key.StartsWith('$') || node is not JsonObject inner)
                continue;
            foreach (var found in Tokens(inner, key, areColours, depth + 1))
                yield return found;
        }
    }

    private static Srgb? ColourOf(JsonNode value)
    {
        if (TextOf(value) is { } hex)
            return Srgb.TryParse(hex.ToLowerInvariant(), out var colour) ? colour : null;
        if (value is not JsonObject body)
            return null;
        if (
            TextOf(body["colorSpace"]) == "srgb"
            && body["components"] is JsonArray { Count: 3 } parts
            && parts.All(part => part is JsonValue number && number.TryGetValue<double>(out _))
        )
        {
            double At(int index) => Math.Clamp(parts[index]!.GetValue<double>(), 0, 1);
            return new Srgb(At(0), At(1), At(2));
        }
        // Another colour space: what the file offers as a stand-in.
        return TextOf(body["hex"]) is { } standIn && Srgb.TryParse(standIn.ToLowerInvariant(), out var near)
            ? near
            : null;
    }

    private static string? TextOf(JsonNode? node) =>
        node is JsonValue value && value.TryGetValue<string>(out var text) ? text : null;

    private static KeptColour Named(string? name, string hex) =>
        new(Shortened(string.IsNullOrWhiteSpace(name) ? hex : name), Srgb.Parse(hex.ToLowerInvariant()));

    private static string Shortened(string name) => name.Length <= 80 ? name : name[..80];
}
