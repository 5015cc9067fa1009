using Nube.Core.Colour;
using Nube.Data.Entities;
using SkiaSharp;
using static Nube.Server.Printing.Typefaces;

namespace Nube.Server.Printing;

/// <summary>Kept colours as a page of swatches.</summary>
public static class PalettePage
{
    private const int Across = 4;
    private const float CellWidth = 130,
        CellHeight = 112,
        Margin = 36,
        Head = 44; // points
    private const float Width = 2 * Margin + Across * CellWidth;
    private const float PerPoint = 2; // pixels of the PNG

    /// <summary>As PNG, all on one picture.</summary>
    public static byte[] Png(IReadOnlyList<KeptColour> colours, Srgb paper)
    {
        ArgumentNullException.ThrowIfNull(colours);
        var height = HeightOf(colours.Count);
        using var picture = new SKBitmap(
            new SKImageInfo(
                (int)(Width * PerPoint),
                (int)(height * PerPoint),
                SKColorType.Rgba8888,
                SKAlphaType.Opaque,
                SKColorSpace.CreateSrgb()
            )
        );
        using (var canvas = new SKCanvas(picture))
        {
            canvas.Clear(SKColors.White);
            canvas.Scale(PerPoint);
            Draw(canvas, colours, paper);
        }
        using var encoded = picture.Encode(SKEncodedImageFormat.Png, 100);
        return encoded.ToArray();
    }

    /// <summary>As PDF, on pages of seven rows.</summary>
    public static byte[] Pdf(IReadOnlyList<KeptColour> colours, Srgb paper)
    {
        ArgumentNullException.ThrowIfNull(colours);
        using var file = new MemoryStream();
        using (
            var document = SKDocument.CreatePdf(
                file,
                new SKDocumentPdfMetadata { Title = "Swatches", Creator = "Nube" }
            )
        )
        {
            foreach (var page in colours.Chunk(7 * Across))
            {
                Draw(document.BeginPage(Width, HeightOf(page.Length)), page, paper);
                document.EndPage();
            }
            document.Close();
        }
        return file.ToArray();
    }

    private static float HeightOf(int colours) =>
        Head + 2 * Margin + (float)Math.Ceiling(colours / (double)Across) * CellHeight;

    private static void Draw(SKCanvas canvas, IReadOnlyList<KeptColour> colours, Srgb paper)
    {
        using var ink = new SKPaint { Color = SKColors.Black, IsAntialias = true };
        using var heading = Font(Character, 22);
        using var name = Font(Strong, 9);
        using var small = Font(Reading, 8);
        canvas.DrawText("Swatches", Margin, Margin + 18, SKTextAlign.Left, heading, ink);
        foreach (var (index, colour) in colours.Index())
        {
            var (x, y) = (Margin + index % Across * CellWidth, Head + Margin + index / Across * CellHeight);
            using var card = new SKPaint { Color = SKColor.Parse(paper.ToString()) };
            using var paint = new SKPaint { Color = SKColor.Parse(colour.Colour.ToString()), IsAntialias = true };
            canvas.DrawRect(x, y, CellWidth - 14, 68, card);
            canvas.DrawRoundRect(x + 8, y + 8, CellWidth - 30, 52, 6, 10, paint);
            canvas.DrawText(Cut(colour.Name, name, CellWidth - 14), x, y + 80, SKTextAlign.Left, name, ink);
            canvas.DrawText(colour.Colour.ToString(), x, y + 91, SKTextAlign.Left, small, ink);
        }
    }
}
