using SkiaSharp;

namespace Nube.Server.Printing;

/// <summary>The faces that print what the pages show.</summary>
internal static class Typefaces
{
    /// <summary>For what is read.</summary>
    public static SKTypeface Reading { get; } = Face("atkinson-hyperlegible-next-latin-400-normal.woff");

    /// <summary>The same, bold.</summary>
    public static SKTypeface Strong { get; } = Face("atkinson-hyperlegible-next-latin-700-normal.woff");

    /// <summary>For headings.</summary>
    public static SKTypeface Character { get; } = Face("alegreya-latin-500-normal.woff");

    /// <summary>Unhinted, so that letters stand as the face was drawn at any size of print.</summary>
    public static SKFont Font(SKTypeface face, float size) =>
        new(face, size)
        {
            Subpixel = true,
            LinearMetrics = true,
            Hinting = SKFontHinting.None,
        };

    /// <summary>The text, cut to a width with an ellipsis where it is longer.</summary>
    public static string Cut(string text, SKFont font, float width)
    {
        if (font.MeasureText(text) <= width)
            return text;
        while (text.Length > 1 && font.MeasureText($"{text}…") > width)
            text = text[..^1];
        return $"{text.TrimEnd()}…";
    }

    private static SKTypeface Face(string file) =>
        SKTypeface.FromStream(
            typeof(Typefaces).Assembly.GetManifestResourceStream(file)
                ?? throw new InvalidOperationException($"The font {file} is missing.")
        );
}
