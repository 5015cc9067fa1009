using System.Diagnostics;
using SkiaSharp;

namespace Nube.Server.Tests;

/// <summary>Files to print, as a printer would render them.</summary>
internal static class PrintedPages
{
    /// <summary>The first page of a PDF file in greys.</summary>
    /// <param name="file">The file.</param>
    /// <param name="dotsPerInch">How finely.</param>
    public static SKBitmap Rendered(byte[] file, int dotsPerInch = 300)
    {
        var (pdf, png) = (Path.GetTempFileName(), Path.GetTempFileName());
        try
        {
            File.WriteAllBytes(pdf, file);
            using (
                var render = Process.Start(
                    "pdftoppm",
                    ["-r", $"{dotsPerInch}", "-gray", "-png", "-singlefile", pdf, png]
                )
            )
                render.WaitForExit();
            return SKBitmap.Decode(png + ".png");
        }
        finally
        {
            foreach (var temporary in new[] { pdf, png, png + ".png" })
                File.Delete(temporary);
        }
    }
}
