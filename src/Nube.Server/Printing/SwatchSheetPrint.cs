using System.Globalization;
using Nube.Core.Swatches;
using SkiaSharp;
using static Nube.Server.Printing.Typefaces;

namespace Nube.Server.Printing;

/// <summary>A swatch sheet to print, true to size.</summary>
public static class SwatchSheetPrint
{
    private const float PointsPerMm = 72 / 25.4f;

    /// <summary>The sheet as a PDF file of one page.</summary>
    /// <param name="sheet">Where everything is.</param>
    /// <param name="number">Its number, printed on it.</param>
    /// <param name="names">What each row is painted with.</param>
    public static byte[] Print(SwatchSheet sheet, int number, IReadOnlyList<string> names)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        ArgumentNullException.ThrowIfNull(names);
        using var file = new MemoryStream();
        using (
            var document = SKDocument.CreatePdf(
                file,
                new SKDocumentPdfMetadata { Title = $"Swatch sheet {number}", Creator = "Nube" }
            )
        )
        {
            var canvas = document.BeginPage((float)sheet.Width * PointsPerMm, (float)sheet.Height * PointsPerMm);
            canvas.Scale(PointsPerMm); // from here on everything is in mm
            using var ink = new SKPaint { Color = SKColors.Black };
            foreach (var box in sheet.Black())
                canvas.DrawRect(Of(box), ink);
            Head(canvas, sheet, number, ink);
            Boxes(canvas, sheet, names, ink);
            document.EndPage();
            document.Close();
        }
        return file.ToArray();
    }

    private static void Head(SKCanvas canvas, SwatchSheet sheet, int number, SKPaint ink)
    {
        using var heading = Font(Character, 6);
        using var small = Font(Reading, 2.9f);
        const float left = 27;
        canvas.DrawText(
            string.Create(CultureInfo.InvariantCulture, $"Swatch sheet {number}"),
            left,
            16,
            SKTextAlign.Left,
            heading,
            ink
        );
        canvas.DrawText(
            "Print at 100 %, on the paper you colour on or one like it. Fill each box with one even wash, from the left:",
            left,
            21,
            SKTextAlign.Left,
            small,
            ink
        );
        canvas.DrawText(
            "one part colour with the water above it. Let it dry flat, then scan or photograph the whole sheet.",
            left,
            24.8f,
            SKTextAlign.Left,
            small,
            ink
        );
    }

    private static void Boxes(SKCanvas canvas, SwatchSheet sheet, IReadOnlyList<string> names, SKPaint ink)
    {
        using var name = Font(Strong, 3.4f);
        using var small = Font(Reading, 2.7f);
        // Corners only: a frame all round would be read as paint.
        using var corner = new SKPaint
        {
            Color = new SKColor(0x80, 0x80, 0x80),
            StrokeWidth = 0.2f,
            Style = SKPaintStyle.Stroke,
        };
        foreach (var patch in sheet.Patches())
        {
            var (box, tick) = (Of(patch.Box), 1.6f);
            if (!patch.OverBlack)
            {
                foreach (
                    var (x, y, dx, dy) in new[]
                    {
                        (box.Left, box.Top, 1, 1),
                        (box.Right, box.Top, -1, 1),
                        (box.Left, box.Bottom, 1, -1),
                        (box.Right, box.Bottom, -1, -1),
                    }
                )
                {
                    canvas.DrawLine(x, y, x + dx * tick, y, corner);
                    canvas.DrawLine(x, y, x, y + dy * tick, corner);
                }
            }
            if (patch.Row == 0)
                canvas.DrawText(
                    patch.OverBlack ? "1:0, on black" : patch.Strength.ToString(),
                    box.MidX,
                    box.Top - 1.6f,
                    SKTextAlign.Center,
                    small,
                    ink
                );
            if (patch.Column == 0)
            {
                var label = Of(sheet.Label(patch.Row));
                var number = (patch.Row + 1).ToString(CultureInfo.InvariantCulture);
                canvas.DrawText(
                    Cut($"{number}  {names[patch.Row]}", name, label.Width),
                    label.Right,
                    label.MidY + 1.2f,
                    SKTextAlign.Right,
                    name,
                    ink
                );
            }
        }
    }

    private static SKRect Of(SheetRectangle box) =>
        new((float)box.X, (float)box.Y, (float)box.Right, (float)box.Bottom);
}
