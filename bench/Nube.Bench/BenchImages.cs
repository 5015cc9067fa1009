using SkiaSharp;

namespace Nube.Bench;

/// <summary>Pictures to bring in.</summary>
internal static class BenchImages
{
    /// <summary>Three rooms, 50 mm wide.</summary>
    public static byte[] ThreeRooms { get; } =
        System.Text.Encoding.UTF8.GetBytes(
            """<svg xmlns="http://www.w3.org/2000/svg" width="50mm" height="50mm" viewBox="0 0 50 50"><path d="M5 5H45V45H5ZM5 25H45M25 5V25" fill="none" stroke="#000" stroke-width="0.5"/></svg>"""
        );

    /// <summary>A scan of 33 megapixels, a letter sheet at 600 dots per inch, full of circles.</summary>
    public static byte[] LetterSheet()
    {
        const int width = 5100,
            height = 6600,
            step = 150;
        using var bitmap = new SKBitmap(width, height, SKColorType.Gray8, SKAlphaType.Opaque);
        using var canvas = new SKCanvas(bitmap);
        canvas.Clear(SKColors.White);
        using var pen = new SKPaint
        {
            Style = SKPaintStyle.Stroke,
            StrokeWidth = 10,
            Color = SKColors.Black,
        };
        for (var y = step; y < height - step; y += step)
        {
            for (var x = step; x < width - step; x += step)
                canvas.DrawCircle(x, y, step * 0.4f, pen);
        }
        using var data = bitmap.Encode(SKEncodedImageFormat.Jpeg, 85);
        return data.ToArray();
    }

    /// <summary>A drawing that ships with the application.</summary>
    public static byte[] Shipped(string name)
    {
        var root = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(root.FullName, "Nube.slnx")))
            root = root.Parent!;
        return File.ReadAllBytes(Path.Combine(root.FullName, "src", "Nube.Server", "Demo", "Images", name));
    }
}
