using System.Collections.Immutable;
using Nube.Core.Colour;
using SkiaSharp;

namespace Nube.Workshop;

/// <summary>The stamped lines over a picture of a card.</summary>
/// <param name="Png">The lines, PNG: what is covered by them.</param>
/// <param name="Colour">Their colour.</param>
/// <param name="Raised">Outlines along which they stand up under melted powder, SVG paths in mm; null for all of them.</param>
/// <param name="WidthMm">Width of the picture, mm.</param>
public sealed record StampedLines(byte[] Png, Srgb Colour, ImmutableArray<string>? Raised, double WidthMm)
{
    private const float RoundMm = 0.1f, // how soft the shoulders of melted powder are
        ShoulderMm = 0.1f, // how far the light reaches down each
        Gloss = 1.6f, // all by eye, and the same as on the pages
        BesideOutlineMm = 1.2f; // how far from an outline its line reaches

    /// <summary>Draws them over all of a picture.</summary>
    public void Draw(SKBitmap picture)
    {
        using var lines = SKBitmap.Decode(Png);
        using var canvas = new SKCanvas(picture);
        using var image = SKImage.FromBitmap(lines);
        using var pen = new SKPaint { ColorFilter = InColour() };
        DrawAll(canvas, image, picture, pen);
        if (Raised is { IsEmpty: true })
            return;
        var perMm = (float)(picture.Width / WidthMm);
        using var gloss = new SKBitmap(picture.Width, picture.Height, SKColorType.Bgra8888, SKAlphaType.Premul);
        using (var onGloss = new SKCanvas(gloss))
        {
            using var white = SKColorFilter.CreateBlendMode(SKColors.White, SKBlendMode.SrcIn);
            using var shoulder = FacingLight(perMm);
            using var shine = new SKPaint { ImageFilter = SKImageFilter.CreateColorFilter(white, shoulder) };
            DrawAll(onGloss, image, picture, shine);
            using var within = new SKPaint { BlendMode = SKBlendMode.DstIn };
            DrawAll(onGloss, image, picture, within);
            if (Raised is { } outlines)
                KeepAlong(onGloss, outlines, perMm, gloss);
        }
        canvas.DrawBitmap(gloss, 0, 0, SKSamplingOptions.Default);
    }

    /// <summary>The shoulders of the lines towards the upper left, where the light comes from.</summary>
    private static SKImageFilter FacingLight(float perMm)
    {
        var (round, way) = (RoundMm * perMm, ShoulderMm * perMm);
        using var soft = SKImageFilter.CreateBlur(round, round);
        using var towards = SKImageFilter.CreateOffset(-way, -way, soft);
        using var away = SKImageFilter.CreateOffset(way, way, soft);
        return SKImageFilter.CreateArithmetic(0, -Gloss, Gloss, 0, enforcePMColor: true, away, towards);
    }

    private SKColorFilter InColour() =>
        SKColorFilter.CreateBlendMode(new SKColor(Byte(Colour.R), Byte(Colour.G), Byte(Colour.B)), SKBlendMode.SrcIn);

    private static byte Byte(double code) => (byte)Math.Round(255 * Math.Clamp(code, 0, 1));

    private static void DrawAll(SKCanvas canvas, SKImage image, SKBitmap picture, SKPaint paint) =>
        canvas.DrawImage(
            image,
            new SKRect(0, 0, picture.Width, picture.Height),
            new SKSamplingOptions(SKCubicResampler.Mitchell),
            paint
        );

    private static void KeepAlong(SKCanvas canvas, ImmutableArray<string> outlines, float perMm, SKBitmap size)
    {
        using var along = new SKBitmap(size.Width, size.Height, SKColorType.Bgra8888, SKAlphaType.Premul);
        using (var pen = new SKCanvas(along))
        {
            pen.Scale(perMm);
            using var stroke = new SKPaint { Style = SKPaintStyle.Stroke, StrokeWidth = 2 * BesideOutlineMm };
            foreach (var outline in outlines)
            {
                using var path = SKPath.ParseSvgPathData(outline);
                pen.DrawPath(path, stroke);
            }
        }
        using var keep = new SKPaint { BlendMode = SKBlendMode.DstIn };
        canvas.DrawBitmap(along, 0, 0, SKSamplingOptions.Default, keep);
    }
}
