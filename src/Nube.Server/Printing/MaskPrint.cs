using System.Globalization;
using Nube.Core.Stamping;
using SkiaSharp;
using static Nube.Server.Printing.CutterSvg;
using static Nube.Server.Printing.Typefaces;

namespace Nube.Server.Printing;

/// <summary>Masks to print and cut, true to size.</summary>
public static class MaskPrint
{
    /// <summary>Length of the rule by which a print's size is checked, mm.</summary>
    public const double RuleMm = 100;

    private const float PointsPerMm = 72 / 25.4f;
    private const string Advice = "Print at 100 %. This rule is 100 mm long: measure it before you cut.";

    /// <summary>All sheets as a PDF file.</summary>
    /// <param name="sheet">The masks.</param>
    /// <param name="run">The run's name, printed on each.</param>
    public static byte[] Pdf(MaskSheet sheet, string run)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        using var file = new MemoryStream();
        using (
            var document = SKDocument.CreatePdf(
                file,
                new SKDocumentPdfMetadata { Title = $"Masks, {run}", Creator = "Nube" }
            )
        )
        {
            foreach (var (index, masks) in sheet.Pages.Index())
            {
                var canvas = document.BeginPage(
                    (float)sheet.Paper.WidthMm * PointsPerMm,
                    (float)sheet.Paper.HeightMm * PointsPerMm
                );
                canvas.Scale(PointsPerMm); // from here on everything is in mm
                Head(canvas, sheet, run, index);
                foreach (var mask in masks)
                    Draw(canvas, mask);
                document.EndPage();
            }
            document.Close();
        }
        return file.ToArray();
    }

    /// <summary>
    /// One sheet as an SVG file in mm, for a cutting machine: outlines only, and the names in a group of their own.
    /// </summary>
    /// <param name="sheet">The masks.</param>
    /// <param name="page">Which sheet, from 1.</param>
    public static byte[] Svg(MaskSheet sheet, int page)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        var masks = sheet.Pages[page - 1];
        return CutterSvg.Of(
            sheet.Paper.WidthMm,
            sheet.Paper.HeightMm,
            $"Masks, sheet {page} of {sheet.Pages.Length}",
            masks.Select(mask => $"<path d=\"{mask.Cut.Path()}\"/>"),
            masks.Select(mask => new NameAt(mask.Cut.Inside().X, mask.Cut.Inside().Y, mask.Name))
        );
    }

    private static void Head(SKCanvas canvas, MaskSheet sheet, string run, int index)
    {
        using var ink = new SKPaint { Color = SKColors.Black, StrokeWidth = CutMm };
        using var heading = Font(Character, 6);
        using var small = Font(Reading, 2.9f);
        const float left = (float)MaskSheet.MarginMm,
            top = (float)MaskSheet.MarginMm;
        var of =
            sheet.Pages.Length > 1
                ? string.Create(CultureInfo.InvariantCulture, $", sheet {index + 1} of {sheet.Pages.Length}")
                : "";
        canvas.DrawText(
            Cut($"Masks, {run}{of}", heading, (float)(sheet.Paper.WidthMm - 2 * MaskSheet.MarginMm)),
            left,
            top + 5,
            SKTextAlign.Left,
            heading,
            ink
        );
        canvas.DrawText(Advice, left, top + 10, SKTextAlign.Left, small, ink);
        var y = top + 14;
        canvas.DrawLine(left, y, left + (float)RuleMm, y, ink);
        for (var tick = 0; tick <= 10; tick++)
            canvas.DrawLine(
                left + tick * (float)RuleMm / 10,
                y - (tick % 5 == 0 ? 2 : 1),
                left + tick * (float)RuleMm / 10,
                y,
                ink
            );
    }

    private static void Draw(SKCanvas canvas, Mask mask)
    {
        using var cut = new SKPaint
        {
            Color = SKColors.Black,
            StrokeWidth = CutMm,
            Style = SKPaintStyle.Stroke,
            IsAntialias = true,
        };
        using var ink = new SKPaint { Color = SKColors.Black };
        using var name = Font(Strong, 3.4f);
        using var outline = SKPath.ParseSvgPathData(mask.Cut.Path());
        canvas.DrawPath(outline, cut);
        var ((left, _, right, _), at) = (mask.Cut.Bounds(), mask.Cut.Inside());
        canvas.DrawText(
            Cut(mask.Name, name, (float)(right - left) * 0.8f),
            (float)at.X,
            (float)at.Y,
            SKTextAlign.Center,
            name,
            ink
        );
    }
}
