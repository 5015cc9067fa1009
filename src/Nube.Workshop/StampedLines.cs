using Nube.Core.Colour;
using SkiaSharp;

namespace Nube.Workshop;

/// <summary>The stamped lines over a picture of a card.</summary>
internal static class StampedLines
{
    /// <summary>Draws them in their colour over all of it.</summary>
    public static void Draw(SKBitmap picture, SKBitmap lines, Srgb line)
    {
        using var canvas = new SKCanvas(picture);
        using var pen = new SKPaint
        {
            ColorFilter = SKColorFilter.CreateBlendMode(
                new SKColor(Byte(line.R), Byte(line.G), Byte(line.B)),
                SKBlendMode.SrcIn
            ),
        };
        using var image = SKImage.FromBitmap(lines);
        canvas.DrawImage(
            image,
            new SKRect(0, 0, picture.Width, picture.Height),
            new SKSamplingOptions(SKCubicResampler.Mitchell),
            pen
        );

        static byte Byte(double code) => (byte)Math.Round(255 * Math.Clamp(code, 0, 1));
    }
}
