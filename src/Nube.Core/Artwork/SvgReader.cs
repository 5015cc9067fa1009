using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;
using System.Xml;
using System.Xml.Linq;
using SkiaSharp;
using Svg.Skia;

namespace Nube.Core.Artwork;

/// <summary>Reads SVG drawings without letting them reach out of themselves.</summary>
/// <remarks>
/// Entities and document types are refused, elements are counted before they are kept, and scripts, embedded documents,
/// filters and every reference that is not to a part of the drawing itself are left out before anything is drawn. What
/// is left is counted once more as it would be drawn, see <see cref="SvgCost"/>.
/// </remarks>
internal static partial class SvgReader
{
    /// <summary>Most elements of a drawing.</summary>
    public const int MostElements = 100_000;

    /// <summary>Most groups inside one another; drawing goes down them by recursion.</summary>
    public const int MostDepth = 200;

    private static readonly HashSet<string> LeftOut = new(StringComparer.OrdinalIgnoreCase)
    {
        "script",
        "foreignObject",
        "iframe",
        "audio",
        "video",
        "image",
        "animate",
        "set",
        "filter",
    };

    /// <summary>Said of a drawing whose filters were left out.</summary>
    public const string WithoutFilters =
        "Filters such as blur and shadow were left out of the drawing: lines need none.";

    public static bool LooksLikeSvg(ReadOnlySpan<byte> file)
    {
        var start = file[..Math.Min(file.Length, 4096)];
        var text =
            start.StartsWith<byte>([0xff, 0xfe]) || start.StartsWith<byte>([0xfe, 0xff])
                ? Encoding.Unicode.GetString(start)
                : Encoding.UTF8.GetString(start);
        return text.TrimStart('\ufeff', ' ', '\t', '\r', '\n').StartsWith('<')
            && text.Contains("<svg", StringComparison.OrdinalIgnoreCase);
    }

    public static GreyPicture Read(byte[] file, PictureSize size)
    {
        var (sheet, widthMm, remarks) = Drawn(file, size, SKColorType.Gray8, (_, _) => PictureReader.WorkPixelsPerMm);
        using (sheet)
        {
            return new GreyPicture(
                sheet.Width,
                sheet.Height,
                sheet.Width / widthMm,
                PictureReader.Rows(sheet),
                IsDrawn: true
            )
            {
                Remarks = remarks,
            };
        }
    }

    /// <summary>The drawing in colour on white.</summary>
    public static SizedPicture ReadColours(byte[] file, PictureSize size, double pixelsPerMm)
    {
        var (sheet, widthMm, remarks) = Drawn(file, size, SKColorType.Rgba8888, (w, h) =>
            PictureReader.ScaleOfColours(pixelsPerMm, w, h)
        );
        using (sheet)
        {
            return new SizedPicture(
                new ColourPicture(sheet.Width, sheet.Height, sheet.GetPixelSpan().ToArray()),
                sheet.Width / widthMm,
                IsDrawn: true
            )
            {
                Remarks = remarks,
            };
        }
    }

    private static (SKBitmap Sheet, double WidthMm, ImmutableArray<string> Remarks) Drawn(
        byte[] file,
        PictureSize size,
        SKColorType colours,
        Func<double, double, double> scale
    )
    {
        var (text, declaredMm, filtered) = Clean(file);
        using var svg = new SKSvg();
        SKPicture picture;
        try
        {
            picture = svg.FromSvg(text)
                ?? throw new PictureTroubleException("The SVG drawing holds nothing that can be drawn.");
        }
        catch (Exception error) when (error is not PictureTroubleException)
        {
            throw new PictureTroubleException("The SVG drawing is damaged and cannot be drawn.", error);
        }
        var bounds = picture.CullRect;
        if (!(bounds.Width > 0 && bounds.Height > 0 && float.IsFinite(bounds.Width) && float.IsFinite(bounds.Height)))
            throw new PictureTroubleException(
                "The SVG drawing has no size. Give it a width and a height, or a view box."
            );

        var given =
            size.WidthMm is not null || size.DotsPerInch is not null
                ? size
                : new PictureSize(declaredMm, declaredMm is null ? 96 : null); // CSS: 96 px are an inch
        var widthMm = given.WidthOf((int)Math.Max(1, Math.Round(bounds.Width)));
        var heightMm = widthMm * bounds.Height / bounds.Width;
        if (heightMm > PictureSize.WidestMm)
            throw new PictureTroubleException($"The drawing would be {heightMm:0} mm high. Give it a smaller width.");
        var pixelsPerMm = scale(widthMm, heightMm);
        var width = Math.Max(1, (int)Math.Round(widthMm * pixelsPerMm));
        var height = Math.Max(1, (int)Math.Round(heightMm * pixelsPerMm));

        var sheet = new SKBitmap(
            new SKImageInfo(width, height, colours, SKAlphaType.Opaque, SKColorSpace.CreateSrgb())
        );
        using (var canvas = new SKCanvas(sheet))
        {
            canvas.Clear(SKColors.White);
            canvas.Scale(width / bounds.Width, height / bounds.Height);
            canvas.Translate(-bounds.Left, -bounds.Top);
            canvas.DrawPicture(picture);
        }
        return (sheet, widthMm, filtered ? [WithoutFilters] : []);
    }

    /// <summary>
    /// The drawing without what reaches out of it and without filters, its width in mm if it declares one, and whether
    /// there were filters.
    /// </summary>
    private static (string Text, double? WidthMm, bool Filtered) Clean(byte[] file)
    {
        try
        {
            Count(file);
            using var stream = new MemoryStream(file);
            using var reader = XmlReader.Create(stream, Strict());
            var drawing = XDocument.Load(reader).Root!;
            if (drawing.Name.LocalName != "svg")
                throw new PictureTroubleException("This XML file is not an SVG drawing.");
            var filtered = LeaveFiltersOut(drawing);
            drawing.DescendantsAndSelf().Where(e => LeftOut.Contains(e.Name.LocalName)).Remove();
            drawing.DescendantsAndSelf().Attributes().Where(Harmful).Remove();
            drawing.DescendantNodes().OfType<XText>().Where(text => ReachesOut(text.Value)).Remove();
            LeaveRepeatedIdsOut(drawing);
            SvgCost.Check(drawing);
            return (
                drawing.ToString(SaveOptions.DisableFormatting),
                DeclaredWidth(drawing.Attribute("width")?.Value),
                filtered
            );
        }
        catch (XmlException error)
        {
            throw new PictureTroubleException(
                error.Message.Contains("DTD", StringComparison.Ordinal)
                    ? "The SVG drawing declares a document type or entities, which are not opened for safety. Save it as plain SVG."
                    : $"The SVG drawing is damaged at line {error.LineNumber}: it is not well-formed.",
                error
            );
        }
    }

    private static XmlReaderSettings Strict() =>
        new()
        {
            DtdProcessing = DtdProcessing.Prohibit,
            XmlResolver = null,
            IgnoreComments = true,
            IgnoreProcessingInstructions = true,
        };

    /// <summary>Refuses what is too long or too deep before any of it is kept in memory.</summary>
    private static void Count(byte[] file)
    {
        using var stream = new MemoryStream(file);
        using var reader = XmlReader.Create(stream, Strict());
        var elements = 0;
        while (reader.Read())
        {
            if (reader.NodeType != XmlNodeType.Element)
                continue;
            if (++elements > MostElements)
                throw new PictureTroubleException(
                    "The SVG drawing has more than 100,000 elements. Simplify it, or bring it in as a PNG."
                );
            if (reader.Depth > MostDepth)
                throw new PictureTroubleException(
                    "The SVG drawing has more than 200 groups inside one another. Simplify it, or bring it in as a PNG."
                );
        }
    }

    private static bool Harmful(XAttribute attribute) =>
        attribute.Name.LocalName.StartsWith("on", StringComparison.OrdinalIgnoreCase)
        || (attribute.Name.LocalName == "href" ? !attribute.Value.StartsWith('#') : ReachesOut(attribute.Value));

    /// <summary>
    /// An id belongs to the first element that has it. The renderer looks for a free name for each later one, again and
    /// again.
    /// </summary>
    private static void LeaveRepeatedIdsOut(XElement drawing)
    {
        var taken = new HashSet<string>(StringComparer.Ordinal);
        drawing.DescendantsAndSelf().Attributes("id").Where(id => !taken.Add(id.Value)).Remove();
    }

    /// <summary>
    /// Takes filters off what they are put on, or it would not be drawn at all; answers whether there were any.
    /// </summary>
    private static bool LeaveFiltersOut(XElement drawing)
    {
        var any = false;
        foreach (var element in drawing.DescendantsAndSelf())
        {
            if (element.Attribute("filter") is { } filter)
            {
                filter.Remove();
                any = true;
            }
            if (element.Attribute("style") is { } style && FilterProperty().IsMatch(style.Value))
            {
                style.Value = FilterProperty().Replace(style.Value, "");
                any = true;
            }
        }
        foreach (
            var text in drawing
                .DescendantNodes()
                .OfType<XText>()
                .Where(text => text.Parent?.Name.LocalName == "style" && FilterProperty().IsMatch(text.Value))
        )
        {
            text.Value = FilterProperty().Replace(text.Value, "");
            any = true;
        }
        return any;
    }

    [GeneratedRegex("""\bfilter\s*:[^;}]*;?""", RegexOptions.NonBacktracking)]
    private static partial Regex FilterProperty();

    private static bool ReachesOut(string value)
    {
        if (value.Contains("@import", StringComparison.OrdinalIgnoreCase))
            return true;
        for (
            var at = value.IndexOf("url(", StringComparison.OrdinalIgnoreCase);
            at >= 0;
            at = value.IndexOf("url(", at + 4, StringComparison.OrdinalIgnoreCase)
        )
        {
            if (!value.AsSpan(at + 4).TrimStart(" \t\r\n'\"").StartsWith("#"))
                return true;
        }
        return false;
    }

    private static double? DeclaredWidth(string? width)
    {
        if (Lengths.ParseMillimetres(width) is { } millimetres)
            return millimetres;
        var points = width?.Trim();
        if (points is null || !points.EndsWith("pt", StringComparison.Ordinal))
            return null;
        return double.TryParse(points[..^2], NumberStyles.Float, CultureInfo.InvariantCulture, out var value)
            ? value / 72 * Lengths.MillimetresPerInch
            : null;
    }
}
