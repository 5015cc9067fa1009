using System.Globalization;
using Nube.Core.Planning;
using Nube.Data.Entities;
using Nube.Server.Places;
using SkiaSharp;
using static Nube.Server.Printing.Typefaces;

namespace Nube.Server.Printing;

/// <summary>A4 pages that are filled from the top.</summary>
internal sealed class PrintedSheet : IDisposable
{
    // Points: 72 to the inch. A4 by ISO 216 is 210 x 297 mm.
    private const float PointsPerMm = 72 / 25.4f;
    private const float Width = 210 * PointsPerMm,
        Height = 297 * PointsPerMm,
        Margin = 15 * PointsPerMm,
        NameWidth = 40 * PointsPerMm;

    private readonly SKDocument document;
    private SKCanvas? canvas;
    private float y;
    private int page;

    public PrintedSheet(Stream file, string title) =>
        document = SKDocument.CreatePdf(file, new SKDocumentPdfMetadata { Title = title, Creator = "Nube" });

    public void Heading(string text) => Paragraph(text, Character, 24, 6, SKColors.Black);

    public void Subheading(string text)
    {
        Room(40);
        y += 8;
        Paragraph(text, Character, 16, 4, SKColors.Black);
    }

    public void Text(string text) => Paragraph(text, Reading, 10, 3, SKColors.Black);

    public void Caution(string text)
    {
        var from = y;
        Paragraph(text, Reading, 9.5f, 4, SKColors.Black, indent: 10);
        if (y <= from)
            return; // it went to the next page
        using var warm = Fill(new SKColor(0xa8, 0x48, 0x0f));
        canvas!.DrawRect(Margin, from + 2, 2.5f, y - from - 5, warm);
    }

    public void Wait(string text) => Paragraph(text, Strong, 9.5f, 4, SKColors.Black, indent: 20);

    /// <summary>The outlines with the number of every area.</summary>
    public void Picture(PieceImage image)
    {
        const float widest = 90 * PointsPerMm;
        var scale = Math.Min(widest / (float)image.WidthMm, 80 * PointsPerMm / (float)image.HeightMm);
        Room((float)image.HeightMm * scale + 10);
        y += 6;
        using var line = new SKPaint
        {
            Style = SKPaintStyle.Stroke,
            StrokeWidth = 0.6f / scale,
            Color = SKColors.Black,
            IsAntialias = true,
        };
        using var font = Font(Reading, 6.5f / scale);
        using var ink = Fill(SKColors.Black);
        canvas!.Save();
        canvas.Translate(Margin, y);
        canvas.Scale(scale);
        foreach (var area in image.Areas)
        {
            using var path = SKPath.ParseSvgPathData(area.Outline);
            if (path is not null)
                canvas.DrawPath(path, line);
            canvas.DrawText(
                area.Id.ToString(CultureInfo.InvariantCulture),
                (float)area.Centre.X,
                (float)area.Centre.Y + 2.2f / scale,
                SKTextAlign.Center,
                font,
                ink
            );
        }
        canvas.Restore();
        var listed = y;
        y += 4;
        var beside = listed + (float)image.HeightMm * scale;
        var names = new Queue<string>(
            image
                .Areas.Where(area => image.Names.ContainsKey(area.Id))
                .Select(area => $"{area.Id}  {image.NameOf(area.Id)}")
        );
        using var small = Font(Reading, 8);
        for (var x = Margin + widest + 12; x < Width - Margin - NameWidth && names.Count > 0; x += NameWidth)
        {
            for (y = listed + 4; y + 10.5f <= beside && names.TryDequeue(out var name); y += 10.5f)
                canvas.DrawText(Cut(name, small, NameWidth - 6), x, y + 8, SKTextAlign.Left, small, ink);
        }
        y = beside + 6;
        // What has no room beside the picture stands below it.
        if (names.Count > 0)
            Paragraph(string.Join(",  ", names), Reading, 8, 4, SKColors.Black);
    }

    /// <summary>The pip formula with a remark.</summary>
    public void Mix(MixView mix, string remark)
    {
        Room(30);
        var x = Pips(mix, Margin, y + 8);
        using var font = Font(Reading, 9.5f);
        using var ink = Fill(SKColors.Black);
        canvas!.DrawText(remark, x + 8, y + 11, SKTextAlign.Left, font, ink);
        y += 27;
    }

    /// <summary>A pass over some cards, with a box to tick for each card.</summary>
    public void Step(string numbers, string title, string how, IReadOnlyList<MixView> mixes, IReadOnlyList<int> cards)
    {
        const float indent = 50,
            boxWidth = 20,
            perRow = 12;
        Room(70); // so that a step does not begin on the last line of a page
        using var strong = Font(Strong, 10);
        using var tiny = Font(Reading, 7.5f);
        using var ink = Fill(SKColors.Black);
        canvas!.DrawText(numbers, Margin, y + 10, SKTextAlign.Left, strong, ink);
        Paragraph(title, Strong, 10, 0, SKColors.Black, indent);
        Paragraph(how, Reading, 9, 2, SKColors.Black, indent);
        foreach (var mix in mixes)
        {
            Room(14);
            Pips(mix, Margin + indent, y + 6, withNames: false);
            y += 14;
        }
        using var box = new SKPaint
        {
            Style = SKPaintStyle.Stroke,
            StrokeWidth = 0.8f,
            Color = SKColors.Black,
            IsAntialias = true,
        };
        foreach (var (row, some) in cards.Chunk((int)perRow).Index())
        {
            Room(14);
            if (row == 0)
                canvas!.DrawText(cards.Count == 1 ? "Card" : "Cards", Margin, y + 8, SKTextAlign.Left, tiny, ink);
            foreach (var (place, card) in some.Index())
            {
                var x = Margin + indent + place * (boxWidth + 12);
                canvas!.DrawRect(x, y, 9, 9, box);
                canvas.DrawText($"{card}", x + 12, y + 8, SKTextAlign.Left, tiny, ink);
            }
            y += 14;
        }
        y += 4;
    }

    public void Dispose()
    {
        EndPage();
        document.Close();
        document.Dispose();
    }

    /// <summary>Discs for parts of colour, drops for parts of water; answers where they end.</summary>
    private float Pips(MixView mix, float x, float middle, bool withNames = true)
    {
        using var font = Font(Reading, 7.5f);
        using var ink = Fill(SKColors.Black);
        using var rim = new SKPaint
        {
            Style = SKPaintStyle.Stroke,
            StrokeWidth = 0.7f,
            Color = SKColors.Black,
            IsAntialias = true,
        };
        foreach (var part in mix.Parts)
        {
            var from = x;
            using var paint = Fill(SKColor.Parse(part.Colour.ToString()));
            // More than eight are written, not drawn.
            for (var pip = part.Parts > 8 ? part.Parts - 1 : 0; pip < part.Parts; pip++, x += 11)
            {
                canvas!.DrawCircle(x + 4.5f, middle, 4.5f, paint);
                canvas.DrawCircle(x + 4.5f, middle, 4.5f, rim);
            }
            var label = $"{part.Parts} {part.Name}";
            if (withNames)
            {
                canvas!.DrawText(label, from, middle + 13, SKTextAlign.Left, font, ink);
                x = Math.Max(x, from + font.MeasureText(label));
            }
            else
            {
                canvas!.DrawText(label, x + 2, middle + 3, SKTextAlign.Left, font, ink);
                x += 4 + font.MeasureText(label);
            }
            x += 8;
        }
        var water = x;
        for (var drop = 0; drop < Math.Min(mix.Water, 8); drop++, x += 9)
        {
            using var path = SKPath.ParseSvgPathData("M0-5C2-2 3.4-.4 3.4 1.6A3.4 3.4 0 0 1-3.4 1.6C-3.4-.4-2-2 0-5Z");
            canvas!.Save();
            canvas.Translate(x + 3.5f, middle);
            canvas.DrawPath(path, rim);
            canvas.Restore();
        }
        var words = Words.Water(mix.Water);
        if (withNames && mix.Water > 0)
            canvas!.DrawText(words, water, middle + 13, SKTextAlign.Left, font, ink);
        else
        {
            canvas!.DrawText(words, x + 2, middle + 3, SKTextAlign.Left, font, ink);
            x += 2;
        }
        return Math.Max(x, water + font.MeasureText(words));
    }

    private void Paragraph(string text, SKTypeface face, float size, float after, SKColor colour, float indent = 0)
    {
        using var font = Font(face, size);
        using var ink = Fill(colour);
        foreach (var line in Lines(text, font, Width - 2 * Margin - indent))
        {
            Room(size * 1.3f);
            canvas!.DrawText(line, Margin + indent, y + size, SKTextAlign.Left, font, ink);
            y += size * 1.3f;
        }
        y += after;
    }

    private static IEnumerable<string> Lines(string text, SKFont font, float width)
    {
        var line = "";
        foreach (var word in text.Split(' '))
        {
            var longer = line.Length == 0 ? word : $"{line} {word}";
            if (line.Length > 0 && font.MeasureText(longer) > width)
            {
                yield return line;
                line = word;
            }
            else
                line = longer;
        }
        if (line.Length > 0)
            yield return line;
    }

    private void Room(float needed)
    {
        if (canvas is not null && y + needed <= Height - Margin)
            return;
        EndPage();
        canvas = document.BeginPage(Width, Height);
        page++;
        y = Margin;
    }

    private void EndPage()
    {
        if (canvas is null)
            return;
        using var font = Font(Reading, 8);
        using var ink = Fill(SKColors.Black);
        canvas.DrawText($"Page {page}", Width - Margin, Height - Margin / 2, SKTextAlign.Right, font, ink);
        document.EndPage();
        canvas = null;
    }

    private static SKPaint Fill(SKColor colour) => new() { Color = colour, IsAntialias = true };
}
