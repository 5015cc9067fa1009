using Nube.Core.Artwork;
using SkiaSharp;

namespace Nube.Devices;

/// <summary>What a scan suffers.</summary>
/// <param name="TurnDegrees">How far the sheet lies askew, degrees.</param>
/// <param name="LightFallOff">How much darker the far corner is, 0 to 1.</param>
/// <param name="Grain">Standard deviation of the paper's grain, of 255.</param>
/// <param name="JpegQuality">1 to 100.</param>
/// <param name="DotsPerInch">Resolution.</param>
/// <param name="Seed">Start of the random numbers.</param>
public sealed record ScanConditions(
    double TurnDegrees,
    double LightFallOff,
    double Grain,
    int JpegQuality,
    int DotsPerInch,
    int Seed
)
{
    /// <summary>
    /// How dark the ink is against the paper: 1 for black on white, 0.1 for ink that nearly vanishes.
    /// </summary>
    public double Contrast { get; init; } = 1;

    /// <summary>The sheet is kraft: brown, with fibres.</summary>
    public bool Kraft { get; init; }

    /// <summary>Blur of the lens, mm, standard deviation.</summary>
    public double BlurMm { get; init; }

    /// <summary>A sheet laid down a little askew on an ordinary scanner.</summary>
    public static ScanConditions Ordinary { get; } = new(1.7, 0.14, 4.5, 88, 300, 20260901);
}

/// <summary>Stands in for a flatbed scanner: scans a stamped sheet that it is given as a clean picture.</summary>
/// <remarks>Seeded: the same sheet and conditions give the same file, byte by byte.</remarks>
public static class SimulatedScanner
{
    private const double MarginMm = 4;

    /// <summary>A scan of a sheet, as a JPEG file.</summary>
    /// <param name="sheet">The stamped sheet, at 300 dots per inch.</param>
    /// <param name="conditions">What the scan suffers.</param>
    public static byte[] Scan(GreyPicture sheet, ScanConditions conditions)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        ArgumentNullException.ThrowIfNull(conditions);
        var scale = conditions.DotsPerInch / Lengths.MillimetresPerInch;
        var width = (int)Math.Round((sheet.WidthMm + 2 * MarginMm) * scale);
        var height = (int)Math.Round((sheet.HeightMm + 2 * MarginMm) * scale);
        var info = new SKImageInfo(width, height, SKColorType.Rgba8888, SKAlphaType.Opaque, SKColorSpace.CreateSrgb());
        using var scan = new SKBitmap(info);
        using (var canvas = new SKCanvas(scan))
        using (var clean = AsBitmap(sheet))
        using (var image = SKImage.FromBitmap(clean))
        {
            canvas.Clear(SKColors.White);
            canvas.RotateDegrees((float)conditions.TurnDegrees, width / 2f, height / 2f);
            canvas.Translate((float)(MarginMm * scale), (float)(MarginMm * scale));
            canvas.Scale((float)(scale / sheet.PixelsPerMm));
            var blur = (float)(conditions.BlurMm * sheet.PixelsPerMm);
            using var lens = blur > 0 ? SKImageFilter.CreateBlur(blur, blur) : null;
            using var paint = new SKPaint { ImageFilter = lens };
            canvas.DrawImage(image, 0, 0, new SKSamplingOptions(SKCubicResampler.Mitchell), paint);
        }
        Spoil(scan, conditions);
        using var encoded = scan.Encode(SKEncodedImageFormat.Jpeg, conditions.JpegQuality);
        return encoded.ToArray();
    }

    private static SKBitmap AsBitmap(GreyPicture sheet)
    {
        var bitmap = new SKBitmap(new SKImageInfo(sheet.Width, sheet.Height, SKColorType.Gray8, SKAlphaType.Opaque));
        var pixels = bitmap.GetPixelSpan();
        for (var row = 0; row < sheet.Height; row++)
            sheet.Pixels.AsSpan(row * sheet.Width, sheet.Width).CopyTo(pixels[(row * bitmap.RowBytes)..]);
        return bitmap;
    }

    /// <summary>Uneven light, a warm paper, ink that is not quite black, and grain.</summary>
    private static void Spoil(SKBitmap scan, ScanConditions conditions)
    {
        var random = new Random(conditions.Seed);
        var pixels = scan.GetPixelSpan();
        double[] paper = conditions.Kraft ? [178, 142, 104] : [246, 243, 234],
            black = [38, 36, 40];
        double[] ink =
        [
            .. paper.Zip(black).Select(pair => pair.First + conditions.Contrast * (pair.Second - pair.First)),
        ];
        var fibres = conditions.Kraft ? Fibres(scan.Width, scan.Height, conditions) : null;
        for (var y = 0; y < scan.Height; y++)
        {
            for (var x = 0; x < scan.Width; x++)
            {
                var at = y * scan.RowBytes + 4 * x;
                var cover = 1 - pixels[at] / 255.0;
                var light = 1 - conditions.LightFallOff * (x / (double)scan.Width + y / (double)scan.Height) / 2;
                // Sum of three even numbers: near enough to a bell, and cheap.
                var grain =
                    (random.NextDouble() + random.NextDouble() + random.NextDouble() - 1.5) * 2 * conditions.Grain;
                for (var channel = 0; channel < 3; channel++)
                {
                    var fibre = fibres is null ? 0 : fibres[y * scan.Width + x] * (1 - cover);
                    var value = (paper[channel] + fibre + (ink[channel] - paper[channel]) * cover) * light + grain;
                    pixels[at + channel] = (byte)Math.Clamp(Math.Round(value), 0, 255);
                }
            }
        }
    }

    /// <summary>Fibres of kraft: short strokes, darker and lighter than the sheet. Invented.</summary>
    private static sbyte[] Fibres(int width, int height, ScanConditions conditions)
    {
        const double perMm2 = 0.6,
            lengthMm = 1.4,
            most = 16;
        var random = new Random(conditions.Seed + 1);
        var scale = conditions.DotsPerInch / Lengths.MillimetresPerInch;
        var fibres = new sbyte[width * height];
        for (var fibre = (int)(perMm2 * width * height / (scale * scale)); fibre > 0; fibre--)
        {
            double x = random.NextDouble() * width,
                y = random.NextDouble() * height,
                angle = random.NextDouble() * Math.PI;
            var tone = (sbyte)((random.NextDouble() * 2 - 1) * most);
            for (var step = 0.0; step < lengthMm * scale; step++)
            {
                var (column, row) = ((int)(x + step * Math.Cos(angle)), (int)(y + step * Math.Sin(angle)));
                if (column >= 0 && column < width && row >= 0 && row < height)
                    fibres[row * width + column] = tone;
            }
        }
        return fibres;
    }
}
