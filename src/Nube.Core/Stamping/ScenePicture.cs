using System.Collections.Immutable;
using System.Runtime.InteropServices;
using Nube.Core.Artwork;
using OpenCvSharp;
using SkiaSharp;

namespace Nube.Core.Stamping;

/// <summary>A stamp with its lines.</summary>
/// <param name="Stamp">The stamp.</param>
/// <param name="Lines">Its lines.</param>
public sealed record StampPicture(Stamp Stamp, LineArt Lines);

/// <summary>What a scene looks like when it is stamped, and whose each part of it is.</summary>
public static class ScenePicture
{
    private const float RimMm = 0.25f; // line where the panel's edge cuts an image: its areas end there
    private const float GuideMm = 0.35f; // a pencil line, or a stencil's edge

    /// <summary>The print of a whole scene, from the back to the front, each print hiding what lies under it.</summary>
    /// <param name="scene">The scene.</param>
    /// <param name="stamps">Its stamps by key.</param>
    public static GreyPicture Compose(Scene scene, IReadOnlyDictionary<Guid, StampPicture> stamps)
    {
        ArgumentNullException.ThrowIfNull(scene);
        ArgumentNullException.ThrowIfNull(stamps);
        var (width, height) = Pixels(scene);
        using var bitmap = new SKBitmap(new SKImageInfo(width, height, SKColorType.Gray8, SKAlphaType.Opaque));
        using (var canvas = new SKCanvas(bitmap))
        {
            canvas.Clear(SKColors.White);
            canvas.Scale((float)PixelsPerMm(scene));
            using var paper = new SKPaint { Color = SKColors.White, IsAntialias = true };
            using var guide = new SKPaint
            {
                Color = SKColors.Black,
                IsAntialias = true,
                Style = SKPaintStyle.Stroke,
                StrokeWidth = GuideMm,
            };
            using var rim = new SKPaint
            {
                Color = SKColors.Black,
                Style = SKPaintStyle.Stroke,
                StrokeWidth = RimMm,
            };
            var inks = new Dictionary<Guid, SKImage>();
            foreach (var placed in scene.FrontFirst.Reverse())
            {
                var picture = stamps[placed.Stamp];
                using var outline = Outline(picture.Stamp, placed);
                canvas.DrawPath(outline, paper);
                if (placed.As != PlacedAs.Stamped)
                {
                    canvas.DrawPath(outline, guide);
                    continue;
                }
                if (!inks.TryGetValue(picture.Stamp.Id, out var ink))
                    inks[picture.Stamp.Id] = ink = Ink(picture.Lines);
                Draw(canvas, picture.Lines, ink, placed.At);
            }
            foreach (var ink in inks.Values)
                ink.Dispose();
            var edge = new SKRect(
                RimMm / 2,
                RimMm / 2,
                (float)scene.WidthMm - RimMm / 2,
                (float)scene.HeightMm - RimMm / 2
            );
            if (scene.PaintsGround)
                canvas.DrawRect(edge, rim);
            foreach (var placed in scene.FrontFirst)
            {
                using var outline = Outline(stamps[placed.Stamp].Stamp, placed);
                canvas.Save();
                canvas.ClipPath(outline);
                canvas.DrawRect(edge, rim);
                canvas.Restore();
            }
        }
        var pixels = new byte[width * height];
        for (var y = 0; y < height; y++)
            bitmap.GetPixelSpan().Slice(y * bitmap.RowBytes, width).CopyTo(pixels.AsSpan(y * width));
        return new GreyPicture(width, height, PixelsPerMm(scene), pixels, IsDrawn: true);
    }

    /// <summary>
    /// Which placed stamp is seen at each pixel of a raster of the panel: its place in the scene, from 1; 0 for the
    /// ground.
    /// </summary>
    public static ushort[] Owners(Scene scene, IReadOnlyDictionary<Guid, Stamp> stamps)
    {
        ArgumentNullException.ThrowIfNull(scene);
        ArgumentNullException.ThrowIfNull(stamps);
        var (width, height) = Pixels(scene);
        var scale = PixelsPerMm(scene);
        using var owners = new Mat(height, width, MatType.CV_16UC1, Scalar.Black);
        for (var i = scene.FrontFirst.Length - 1; i >= 0; i--)
        {
            var placed = scene.FrontFirst[i];
            var rings = stamps[placed.Stamp]
                .Covers(placed)
                .Rings.Select(ring =>
                    ring.Select(point => new Point(Math.Round(point.X * scale), Math.Round(point.Y * scale))).ToArray()
                );
            Cv2.FillPoly(owners, rings, new Scalar(i + 1));
        }
        owners.GetArray(out ushort[] seen);
        return seen;
    }

    /// <summary>
    /// Pixels of a scene's picture: as many as pictures are worked at, so that nothing is resampled when it is read.
    /// </summary>
    public static (int Width, int Height) Pixels(Scene scene)
    {
        ArgumentNullException.ThrowIfNull(scene);
        var most = Math.Min(
            PictureReader.WorkPixelsPerMm,
            Math.Sqrt(PictureReader.MostWorkPixels / (scene.WidthMm * scene.HeightMm))
        );
        var width = (int)(scene.WidthMm * most);
        return (width, (int)(scene.HeightMm * width / scene.WidthMm));
    }

    /// <summary>Scale of a scene's picture.</summary>
    public static double PixelsPerMm(Scene scene) => Pixels(scene).Width / scene.WidthMm;

    private static SKPath Outline(Stamp stamp, PlacedStamp placed)
    {
        var outline = SKPath.ParseSvgPathData(stamp.Covers(placed).Path());
        outline.FillType = SKPathFillType.EvenOdd;
        return outline;
    }

    private static SKImage Ink(LineArt lines)
    {
        using var bitmap = new SKBitmap(
            new SKImageInfo(lines.Width, lines.Height, SKColorType.Alpha8, SKAlphaType.Premul)
        );
        for (var y = 0; y < lines.Height; y++)
            Marshal.Copy(lines.Darkness, y * lines.Width, bitmap.GetPixels() + y * bitmap.RowBytes, lines.Width);
        return SKImage.FromBitmap(bitmap);
    }

    private static void Draw(SKCanvas canvas, LineArt lines, SKImage ink, Placement at)
    {
        using var black = new SKPaint { Color = SKColors.Black };
        var (width, height) = ((float)(lines.Width / lines.PixelsPerMm), (float)(lines.Height / lines.PixelsPerMm));
        canvas.Save();
        canvas.Translate((float)at.Middle.X, (float)at.Middle.Y);
        canvas.RotateDegrees((float)at.Degrees);
        if (at.Mirrored)
            canvas.Scale(-1, 1);
        canvas.DrawImage(
            ink,
            new SKRect(-width / 2, -height / 2, width / 2, height / 2),
            new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear),
            black
        );
        canvas.Restore();
    }
}
