using Nube.Server.Places;
using SkiaSharp;
using static Nube.Server.Printing.CutterSvg;
using static Nube.Server.Printing.Typefaces;

namespace Nube.Server.Printing;

/// <summary>Cut sheets to print and to cut by machine, true to size.</summary>
internal static class CutSheetPrint
{
    private const float PointsPerMm = 72 / 25.4f;

    /// <summary>All sheets of a paper as a PDF file, each page as large as its sheet.</summary>
    /// <param name="paper">How the paper is cut.</param>
    /// <param name="run">The run's name, printed on what is left of each.</param>
    public static byte[] Pdf(PaperCutsView paper, string run)
    {
        using var file = new MemoryStream();
        using (
            var document = SKDocument.CreatePdf(
                file,
                new SKDocumentPdfMetadata { Title = $"Cut sheets, {run}", Creator = "Nube" }
            )
        )
        {
            foreach (var sheet in paper.Sheets)
            {
                var canvas = document.BeginPage(
                    (float)sheet.WidthMm * PointsPerMm,
                    (float)sheet.HeightMm * PointsPerMm
                );
                canvas.Scale(PointsPerMm); // from here on everything is in mm
                foreach (var place in sheet.Parts)
                    Draw(canvas, place, $"{paper.Name}: {sheet.Title}");
                document.EndPage();
            }
            document.Close();
        }
        return file.ToArray();
    }

    /// <summary>One sheet as an SVG file in mm, for a cutting machine: parts only, and their names in a group of their
    /// own.</summary>
    /// <param name="sheet">How the sheet is cut.</param>
    public static byte[] Svg(SheetCutView sheet)
    {
        var parts = sheet.Parts.Where(place => place.Name is not null).ToList();
        return CutterSvg.Of(
            sheet.WidthMm,
            sheet.HeightMm,
            sheet.Title,
            parts.Select(place =>
                $"<rect x=\"{Mm(place.LeftMm)}\" y=\"{Mm(place.TopMm)}\""
                + $" width=\"{Mm(place.WidthMm)}\" height=\"{Mm(place.HeightMm)}\"/>"
            ),
            parts.Select(place => new NameAt(
                place.LeftMm + place.WidthMm / 2,
                place.TopMm + place.HeightMm / 2,
                place.Name!
            ))
        );
    }

    private static void Draw(SKCanvas canvas, CutPlaceView place, string sheet)
    {
        using var cut = new SKPaint
        {
            Color = SKColors.Black,
            StrokeWidth = CutMm,
            Style = SKPaintStyle.Stroke,
        };
        using var ink = new SKPaint { Color = place.Name is null ? SKColors.Gray : SKColors.Black };
        using var name = Font(place.Name is null ? Reading : Strong, 3.4f);
        var rect = SKRect.Create((float)place.LeftMm, (float)place.TopMm, (float)place.WidthMm, (float)place.HeightMm);
        canvas.DrawRect(rect, cut);
        var room = rect.Width - 4;
        if (room > 8 && rect.Height > 5)
            canvas.DrawText(
                Cut(place.Name ?? $"Left over. {sheet}", name, room),
                rect.MidX,
                rect.MidY,
                SKTextAlign.Center,
                name,
                ink
            );
    }
}
