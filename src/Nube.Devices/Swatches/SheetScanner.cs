using System.Collections.Immutable;
using Nube.Core.Artwork;
using Nube.Core.Colour;
using Nube.Core.Swatches;
using OpenCvSharp;
using SkiaSharp;

namespace Nube.Devices.Swatches;

/// <summary>How a painted sheet is taken.</summary>
/// <param name="Sensors">With what.</param>
/// <param name="PixelsPerMm">Resolution.</param>
/// <param name="TurnDegrees">How far the sheet lies askew, clockwise.</param>
/// <param name="Keystone">How much narrower the far edge is than the near one, 0 to 0.3; 0 for a scanner.</param>
/// <param name="LightFallOff">How much darker the corner farthest from the light is, 0 to 1.</param>
/// <param name="Glare">Stray light, as a share of white.</param>
/// <param name="Cast">What white comes out as, red, green and blue.</param>
/// <param name="Noise">Standard deviation, of 255.</param>
/// <param name="JpegQuality">1 to 100.</param>
public sealed record SheetConditions(
    Sensors Sensors,
    double PixelsPerMm,
    double TurnDegrees,
    double Keystone,
    double LightFallOff,
    double Glare,
    (double R, double G, double B) Cast,
    double Noise,
    int JpegQuality
)
{
    /// <summary>The stand-in's colour chart lies to the right of the sheet.</summary>
    public bool Chart { get; init; }

    /// <summary>How much the device's maker exaggerates chroma, as phones do to please; 1 for not at all.</summary>
    public double Vividness { get; init; } = 1;

    /// <summary>
    /// The device's tone curve: the exponent of what it writes against what sRGB has; 1 when its maker kept to it.
    /// </summary>
    public double Tone { get; init; } = 1;

    /// <summary>A device that nobody built, in the hands of somebody: the same for the same seed.</summary>
    /// <remarks>How far devices and hands differ is invented.</remarks>
    /// <param name="scanner">A scanner; else a phone.</param>
    /// <param name="seed">Which.</param>
    public static SheetConditions Invented(bool scanner, int seed)
    {
        var random = new Random(seed);
        double Between(double low, double high) => low + (high - low) * random.NextDouble();
        var sensors = Sensors.Invented(scanner, random);
        var (turn, quality) = (Between(-2.5, 2.5), random.Next(80, 96));
        var cast = (Between(0.86, 0.98), Between(0.86, 0.98), Between(0.80, 0.98));
        return scanner
            ? new SheetConditions(
                sensors,
                Scan.PixelsPerMm,
                turn,
                0,
                Between(0, 0.1),
                Between(0, 0.02),
                cast,
                Between(0.8, 3),
                quality
            )
            {
                Vividness = Between(0.98, 1.06),
                Tone = Between(0.95, 1.05),
            }
            : new SheetConditions(
                sensors,
                Photo.PixelsPerMm,
                turn,
                Between(0, 0.1),
                Between(0.05, 0.35),
                Between(0, 0.03),
                cast,
                Between(1.5, 5),
                quality
            )
            {
                Vividness = Between(0.98, 1.15),
                Tone = Between(0.92, 1.08),
            };
    }

    /// <summary>An ordinary scan at 300 dots per inch.</summary>
    public static SheetConditions Scan { get; } =
        new(Sensors.Scanner, 300 / Lengths.MillimetresPerInch, 0.8, 0, 0.06, 0.008, (0.985, 0.98, 0.96), 1.8, 90);

    /// <summary>A photo by a window, held a little askew.</summary>
    public static SheetConditions Photo { get; } =
        new(Sensors.Phone, 10, -2.5, 0.06, 0.30, 0.015, (0.90, 0.88, 0.80), 3.5, 88);
}

/// <summary>Stands in for the scanner or the phone: takes a picture of a painted swatch sheet.</summary>
/// <remarks>Seeded: the same sheet, conditions and seed give the same file, byte by byte.</remarks>
public static class SheetScanner
{
    private static readonly int FirstPatch = FirstChart + StandInChart.Reflectances.Length;

    private const double RasterPerMm = 8; // resolution of the map of what lies where
    private const double EdgeWobble = 0.7; // mm by which a brush strays from the box
    private const double GrainSize = 0.45; // mm
    private const byte PaperCode = 0,
        BlackCode = 1,
        StainCode = 2,
        DeskCode = 3,
        FirstChart = 4;

    /// <summary>A JPEG file of the sheet.</summary>
    public static byte[] Take(PaintedSheet painted, SheetConditions conditions, int seed)
    {
        ArgumentNullException.ThrowIfNull(painted);
        ArgumentNullException.ThrowIfNull(conditions);
        var random = new Random(seed);
        var sheet = painted.Sheet;
        var (raster, width, height) = Raster(painted, conditions.Chart, random);
        var colours = Colours(painted, conditions);
        var grain = GrainField(random);
        using var toSheet = ToSheet(sheet, conditions, out var size);
        double[] h = [.. Enumerable.Range(0, 9).Select(i => toSheet.At<double>(i / 3, i % 3))];
        var scan = new SKBitmap(
            new SKImageInfo(
                size.Width,
                size.Height,
                SKColorType.Rgba8888,
                SKAlphaType.Opaque,
                SKColorSpace.CreateSrgb()
            )
        );
        using (scan)
        {
            var pixels = scan.GetPixelSpan();
            var exposure = new Exposure(conditions);
            for (var y = 0; y < size.Height; y++)
            {
                for (var x = 0; x < size.Width; x++)
                {
                    var w = h[6] * x + h[7] * y + h[8];
                    var (mmX, mmY) = ((h[0] * x + h[1] * y + h[2]) / w, (h[3] * x + h[4] * y + h[5]) / w);
                    var (column, row) = ((int)(mmX * RasterPerMm), (int)(mmY * RasterPerMm));
                    var inside = column >= 0 && row >= 0 && column < width && row < height;
                    var code = inside ? raster[row * width + column] : DeskCode;
                    var colour = colours[code][code >= FirstPatch ? Grain(grain, mmX, mmY) : 0];
                    var falls = exposure.FallsOff(x / (double)size.Width, y / (double)size.Height);
                    var noise = exposure.Noise(random);
                    var at = y * scan.RowBytes + 4 * x;
                    for (var sensor = 0; sensor < 3; sensor++)
                        pixels[at + sensor] = exposure.Code(colour[sensor], falls, noise);
                    pixels[at + 3] = 255;
                }
            }
            using var encoded = scan.Encode(SKEncodedImageFormat.Jpeg, conditions.JpegQuality);
            return encoded.ToArray();
        }
    }

    /// <summary>Where the chart's outer corners lie in a picture that was taken, clockwise from its top left.</summary>
    /// <param name="sheet">The sheet.</param>
    /// <param name="conditions">How it was taken.</param>
    /// <param name="pictureWidth">Pixels across the picture as it is read, which may be smaller than it was
    /// taken.</param>
    public static ImmutableArray<PicturePoint> ChartCorners(
        SwatchSheet sheet,
        SheetConditions conditions,
        int pictureWidth
    )
    {
        ArgumentNullException.ThrowIfNull(sheet);
        ArgumentNullException.ThrowIfNull(conditions);
        var boxes = StandInChart.Boxes(sheet);
        var (first, last) = (boxes[0], boxes[^1]);
        using var toSheet = ToSheet(sheet, conditions, out var size);
        var scale = pictureWidth / (double)size.Width;
        using var toPicture = toSheet.Inv().ToMat();
        Point2d[] corners =
        [
            new(first.X, first.Y),
            new(last.Right, first.Y),
            new(last.Right, last.Bottom),
            new(first.X, last.Bottom),
        ];
        return
        [
            .. Cv2.PerspectiveTransform(corners, toPicture)
                .Select(point => new PicturePoint(point.X * scale, point.Y * scale)),
        ];
    }

    /// <summary>What lies where on the sheet: paper, print, stain, or a patch.</summary>
    private static (byte[] Raster, int Width, int Height) Raster(PaintedSheet painted, bool chart, Random random)
    {
        var (width, height) = (
            (int)((painted.Sheet.Width + (chart ? StandInChart.Room : 0)) * RasterPerMm),
            (int)(painted.Sheet.Height * RasterPerMm)
        );
        var raster = new byte[width * height];
        Array.Fill(raster, DeskCode);
        Fill(new SheetRectangle(0, 0, painted.Sheet.Width, painted.Sheet.Height), PaperCode, 0);
        void Fill(SheetRectangle box, byte code, double wobble)
        {
            var (left, right) = (Edge(box.Height, wobble), Edge(box.Height, wobble));
            var (top, bottom) = (Edge(box.Width, wobble), Edge(box.Width, wobble));
            for (var y = (int)((box.Y - wobble) * RasterPerMm); y <= (box.Bottom + wobble) * RasterPerMm; y++)
            {
                for (var x = (int)((box.X - wobble) * RasterPerMm); x <= (box.Right + wobble) * RasterPerMm; x++)
                {
                    var (mmX, mmY) = ((x + 0.5) / RasterPerMm, (y + 0.5) / RasterPerMm);
                    if (
                        mmX >= box.X + left(mmY - box.Y)
                        && mmX < box.Right + right(mmY - box.Y)
                        && mmY >= box.Y + top(mmX - box.X)
                        && mmY < box.Bottom + bottom(mmX - box.X)
                    )
                        raster[Math.Clamp(y, 0, height - 1) * width + Math.Clamp(x, 0, width - 1)] = code;
                }
            }
        }
        Func<double, double> Edge(double length, double wobble)
        {
            var (a, b, phase) = (random.NextDouble() * 0.5, random.NextDouble() * 0.5, random.NextDouble() * 6);
            return along =>
                wobble
                * (a * Math.Sin(2 * Math.PI * along / length + phase) + b * Math.Sin(5 * along / length + 2 * phase));
        }
        foreach (var row in painted.Slips.Bleeding)
        {
            var bar = painted.Sheet.Bar(row);
            Fill(new SheetRectangle(bar.X - 4.5, bar.Y - 2.5, bar.Width + 7, bar.Height + 5), StainCode, EdgeWobble);
        }
        foreach (var box in painted.Sheet.Black())
            Fill(box, BlackCode, 0);
        foreach (var (index, patch) in painted.Patches.Index())
        {
            if (patch.Load > 0)
                Fill(patch.Patch.Box, (byte)(FirstPatch + index), EdgeWobble);
        }
        if (chart)
        {
            foreach (var (index, box) in StandInChart.Boxes(painted.Sheet).Index())
                Fill(box, (byte)(FirstChart + index), 0);
        }
        foreach (var place in painted.Slips.Blotted)
        {
            var box = painted.Sheet.Marks()[place].Box;
            Fill(new SheetRectangle(box.X + 3, box.Y + 2, 6, 7), (byte)FirstPatch, 1);
        }
        return (raster, width, height);
    }

    /// <summary>The sensors' colours of everything, by code; patches by how much paint lies at a point.</summary>
    private static double[][][] Colours(PaintedSheet painted, SheetConditions conditions)
    {
        double[] Seen(Spectrum reflectance) => Exposure.Seen(conditions, reflectance);
        return
        [
            [Seen(painted.Paper)],
            [Seen(painted.Black)],
            [Seen(Spectrum.From(band => painted.Paper[band] * 0.82))],
            [Seen(Spectrum.From(band => painted.Paper[band] * 0.55))],
            .. StandInChart.Reflectances.Select(reflectance => new[] { Seen(reflectance) }),
            .. painted.Patches.Select(patch =>
                patch.Paint.Grains(patch.Ground, patch.Load).Select(grain => Seen(grain.Reflectance)).ToArray()
            ),
        ];
    }

    private const int GrainSide = 256;

    /// <summary>A field of which grain step lies where, spread as the steps are.</summary>
    private static byte[] GrainField(Random random)
    {
        using var field = new Mat(GrainSide, GrainSide, MatType.CV_64F);
        for (var i = 0; i < GrainSide * GrainSide; i++)
            field.Set(i / GrainSide, i % GrainSide, MathNet.Numerics.Distributions.Normal.Sample(random, 0, 1));
        Cv2.GaussianBlur(field, field, new Size(0, 0), 1.2);
        Cv2.MeanStdDev(field, out var mean, out var deviation);
        return
        [
            .. Enumerable
                .Range(0, GrainSide * GrainSide)
                .Select(i =>
                    (byte)
                        Math.Clamp(
                            Math.Round(
                                ((field.At<double>(i / GrainSide, i % GrainSide) - mean.Val0) / deviation.Val0 + 2)
                                    * (TruePaint.GrainSteps - 1)
                                    / 4
                            ),
                            0,
                            TruePaint.GrainSteps - 1
                        )
                ),
        ];
    }

    private static int Grain(byte[] field, double x, double y)
    {
        // A point of the field is about a third of a grain.
        var (column, row) = ((int)(x / GrainSize * 3) & GrainSide - 1, (int)(y / GrainSize * 3) & GrainSide - 1);
        return field[row * GrainSide + column];
    }

    /// <summary>From the picture's pixels to the sheet's mm.</summary>
    private static Mat ToSheet(SwatchSheet sheet, SheetConditions conditions, out Size size)
    {
        const double margin = 6; // mm around the sheet
        var angle = conditions.TurnDegrees * Math.PI / 180;
        var width = sheet.Width + (conditions.Chart ? StandInChart.Room : 0);
        Point2d[] corners = [new(0, 0), new(width, 0), new(width, sheet.Height), new(0, sheet.Height)];
        Point2d[] turned =
        [
            .. corners.Select(corner =>
            {
                var (x, y) = (corner.X - width / 2, corner.Y - sheet.Height / 2);
                x *= 1 - conditions.Keystone * (0.5 - corner.Y / sheet.Height);
                return new Point2d(
                    x * Math.Cos(angle) - y * Math.Sin(angle),
                    x * Math.Sin(angle) + y * Math.Cos(angle)
                );
            }),
        ];
        double left = turned.Min(p => p.X) - margin,
            top = turned.Min(p => p.Y) - margin;
        var scale = conditions.PixelsPerMm;
        size = new Size(
            (int)((turned.Max(p => p.X) + margin - left) * scale),
            (int)((turned.Max(p => p.Y) + margin - top) * scale)
        );
        return Cv2.GetPerspectiveTransform(
            turned.Select(p => new Point2f((float)((p.X - left) * scale), (float)((p.Y - top) * scale))),
            corners.Select(p => new Point2f((float)p.X, (float)p.Y))
        );
    }
}
