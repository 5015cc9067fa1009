using System.Globalization;
using System.Security;
using System.Text;
using Nube.Server.Places;
using SkiaSharp;
using static Nube.Server.Printing.Typefaces;

namespace Nube.Server.Printing;

/// <summary>Cut sheets to print and to cut by machine, true to size.</summary>
internal static class CutSheetPrint
{
    private const float PointsPerMm = 72 / 25.4f;
    private const float CutMm = 0.2f; // width of the line to cut along

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
        var svg = new StringBuilder();
        svg.Append(
            CultureInfo.InvariantCulture,
            $"""<svg xmlns="http://www.w3.org/2000/svg" width="{sheet.WidthMm:0.###}mm" height="{sheet.HeightMm:0.###}mm" viewBox="0 0 {sheet.WidthMm:0.###} {sheet.HeightMm:0.###}">"""
        );
        svg.Append(CultureInfo.InvariantCulture, $"<title>{SecurityElement.Escape(sheet.Title)}</title>");
        svg.Append(
            CultureInfo.InvariantCulture,
            $"""<g id="cut" fill="none" stroke="#000000" stroke-width="{CutMm}">"""
        );
        foreach (var place in parts)
            svg.Append(
                CultureInfo.InvariantCulture,
                $"""<rect x="{place.LeftMm:0.###}" y="{place.TopMm:0.###}" width="{place.WidthMm:0.###}" height="{place.HeightMm:0.###}"/>"""
            );
        svg.Append(
            """</g><g id="names" fill="#000000" font-family="sans-serif" font-size="3.4" text-anchor="middle">"""
        );
        foreach (var place in parts)
            svg.Append(
                CultureInfo.InvariantCulture,
                $"""<text x="{place.LeftMm + place.WidthMm / 2:0.##}" y="{place.TopMm + place.HeightMm / 2:0.##}">{SecurityElement.Escape(place.Name)}</text>"""
            );
        svg.Append("</g></svg>");
        return Encoding.UTF8.GetBytes(svg.ToString());
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
