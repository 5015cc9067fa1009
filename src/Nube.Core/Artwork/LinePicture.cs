using SkiaSharp;

namespace Nube.Core.Artwork;

/// <summary>Lines as a picture that paint can be shown under: black on clear paper, as a PNG.</summary>
public static class LinePicture
{
    private const int HalfInk = 127; // of 255

    /// <summary>The picture of lines.</summary>
    public static byte[] Png(LineArt art)
    {
        ArgumentNullException.ThrowIfNull(art);
        using var bitmap = new SKBitmap(
            new SKImageInfo(art.Width, art.Height, SKColorType.Rgba8888, SKAlphaType.Unpremul)
        );
        var pixels = bitmap.GetPixelSpan();
        for (var y = 0; y < art.Height; y++)
        {
            for (var x = 0; x < art.Width; x++)
                pixels[y * bitmap.RowBytes + 4 * x + 3] = Shown(art, x, y);
        }
        using var png = bitmap.Encode(SKEncodedImageFormat.Png, 100);
        return png.ToArray();
    }

    /// <summary>The lines of such a picture.</summary>
    /// <param name="png">What <see cref="Png"/> made.</param>
    /// <param name="widthMm">How wide it is on paper, mm.</param>
    public static LineArt Read(byte[] png, double widthMm)
    {
        using var codec = SKCodec.Create(new SKMemoryStream(png));
        using var bitmap = SKBitmap.Decode(
            codec,
            codec.Info.WithColorType(SKColorType.Rgba8888).WithAlphaType(SKAlphaType.Unpremul)
        );
        var (darkness, ink) = (new byte[bitmap.Width * bitmap.Height], new byte[bitmap.Width * bitmap.Height]);
        var pixels = bitmap.GetPixelSpan();
        for (var y = 0; y < bitmap.Height; y++)
        {
            for (var x = 0; x < bitmap.Width; x++)
            {
                var alpha = pixels[y * bitmap.RowBytes + 4 * x + 3];
                (darkness[y * bitmap.Width + x], ink[y * bitmap.Width + x]) = (
                    alpha,
                    alpha > HalfInk ? byte.MaxValue : byte.MinValue
                );
            }
        }
        return new LineArt(bitmap.Width, bitmap.Height, bitmap.Width / widthMm, darkness, ink);
    }

    /// <summary>Darkness where there is a line or its soft rim; the grain of the paper is left out.</summary>
    private static byte Shown(LineArt art, int x, int y)
    {
        var at = y * art.Width + x;
        if (art.Darkness[at] == 0)
            return 0;
        for (var dy = -1; dy <= 1; dy++)
        {
            for (var dx = -1; dx <= 1; dx++)
            {
                if (
                    x + dx >= 0
                    && x + dx < art.Width
                    && y + dy >= 0
                    && y + dy < art.Height
                    && art.Ink[at + dy * art.Width + dx] != 0
                )
                    return art.Darkness[at];
            }
        }
        return 0;
    }
}
