using System.Collections.Immutable;
using Nube.Core.Artwork;
using SkiaSharp;

namespace Nube.Devices;

/// <summary>How a phone is held over a stamped panel that lies on a desk.</summary>
/// <param name="TurnDegrees">How far the panel is turned, clockwise.</param>
/// <param name="Keystone">How much narrower its far edge looks, 0 to 0.4.</param>
/// <param name="LightFallOff">How much darker the far corner of the photo is, 0 to 1.</param>
/// <param name="Noise">Standard deviation, of 255.</param>
/// <param name="Seed">Start of the random numbers.</param>
public sealed record PhoneHeld(double TurnDegrees, double Keystone, double LightFallOff, double Noise, int Seed)
{
    /// <summary>Held a little askew, at a table by a window.</summary>
    public static PhoneHeld Ordinary { get; } = new(4, 0.14, 0.3, 4, 20260902);
}

/// <summary>Stands in for a phone: takes a photo of a stamped panel on a wooden desk.</summary>
/// <remarks>Seeded: the same panel, hold and seed give the same file, byte by byte.</remarks>
public static class SimulatedPhone
{
    private const int Width = 2000,
        Height = 1500; // pixels
    private const double Fills = 0.72; // of the photo's height by the panel's
    private const int Quality = 85;

    /// <summary>
    /// A JPEG photo, and where the panel's corners are in it, as shares, clockwise from its top left.
    /// </summary>
    public static (byte[] Photo, ImmutableArray<PicturePoint> Corners) Take(GreyPicture panel, PhoneHeld held)
    {
        ArgumentNullException.ThrowIfNull(panel);
        ArgumentNullException.ThrowIfNull(held);
        var corners = Corners(panel, held);
        using var photo = new SKBitmap(
            new SKImageInfo(Width, Height, SKColorType.Rgba8888, SKAlphaType.Opaque, SKColorSpace.CreateSrgb())
        );
        using (var canvas = new SKCanvas(photo))
        {
            canvas.Clear(new SKColor(122, 92, 64)); // the desk
            using var grey = new SKBitmap(
                new SKImageInfo(panel.Width, panel.Height, SKColorType.Gray8, SKAlphaType.Opaque)
            );
            var pixels = grey.GetPixelSpan();
            for (var row = 0; row < panel.Height; row++)
                panel.Pixels.AsSpan(row * panel.Width, panel.Width).CopyTo(pixels[(row * grey.RowBytes)..]);
            using var image = SKImage.FromBitmap(grey);
            var toPhoto = ToPhoto(panel, corners);
            canvas.Concat(in toPhoto);
            canvas.DrawImage(image, 0, 0, new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear));
        }
        Light(photo, held);
        using var encoded = photo.Encode(SKEncodedImageFormat.Jpeg, Quality);
        return (
            encoded.ToArray(),
            [.. corners.Select(corner => new PicturePoint(corner.X / Width, corner.Y / Height))]
        );
    }

    private static SKPoint[] Corners(GreyPicture panel, PhoneHeld held)
    {
        var scale = Fills * Height / Math.Max(panel.HeightMm, panel.WidthMm * 0.9);
        var (sin, cos) = Math.SinCos(held.TurnDegrees * Math.PI / 180);
        (double X, double Y)[] own = [(-1, -1), (1, -1), (1, 1), (-1, 1)];
        return
        [
            .. own.Select(corner =>
            {
                var x = corner.X * panel.WidthMm / 2 * scale * (1 - held.Keystone * (1 - corner.Y) / 2);
                var y = corner.Y * panel.HeightMm / 2 * scale;
                return new SKPoint((float)(Width / 2.0 + x * cos - y * sin), (float)(Height / 2.0 + x * sin + y * cos));
            }),
        ];
    }

    /// <summary>The homography that puts the panel's pixels on four corners of the photo.</summary>
    private static SKMatrix ToPhoto(GreyPicture panel, SKPoint[] to)
    {
        // P. S. Heckbert, "Fundamentals of texture mapping and image warping" (1989), section 2.2.3: from the unit
        // square.
        double dx1 = to[1].X - to[2].X,
            dx2 = to[3].X - to[2].X,
            sx = to[0].X - to[1].X + to[2].X - to[3].X;
        double dy1 = to[1].Y - to[2].Y,
            dy2 = to[3].Y - to[2].Y,
            sy = to[0].Y - to[1].Y + to[2].Y - to[3].Y;
        var over = dx1 * dy2 - dx2 * dy1;
        double g = (sx * dy2 - dx2 * sy) / over,
            h = (dx1 * sy - sx * dy1) / over;
        var square = new SKMatrix(
            (float)(to[1].X - to[0].X + g * to[1].X),
            (float)(to[3].X - to[0].X + h * to[3].X),
            to[0].X,
            (float)(to[1].Y - to[0].Y + g * to[1].Y),
            (float)(to[3].Y - to[0].Y + h * to[3].Y),
            to[0].Y,
            (float)g,
            (float)h,
            1
        );
        return square.PreConcat(SKMatrix.CreateScale(1f / panel.Width, 1f / panel.Height));
    }

    /// <summary>Light that falls off, a warm cast, and noise.</summary>
    private static void Light(SKBitmap photo, PhoneHeld held)
    {
        var random = new Random(held.Seed);
        var pixels = photo.GetPixelSpan();
        double[] cast = [0.94, 0.92, 0.86];
        for (var y = 0; y < Height; y++)
        {
            for (var x = 0; x < Width; x++)
            {
                var light = 1 - held.LightFallOff * (0.6 * x / Width + 0.4 * y / Height);
                var noise = (random.NextDouble() + random.NextDouble() + random.NextDouble() - 1.5) * 2 * held.Noise;
                for (var channel = 0; channel < 3; channel++)
                {
                    var at = y * photo.RowBytes + 4 * x + channel;
                    pixels[at] = (byte)
                        Math.Clamp(Math.Round((pixels[at] * 0.85 + 22) * cast[channel] * light + noise), 0, 255);
                }
            }
        }
    }
}
