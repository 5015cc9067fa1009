using System.Collections.Concurrent;
using System.Runtime.CompilerServices;
using OpenCvSharp;

namespace Nube.Core.Checking;

/// <summary>A point of the stamped lines that tells where they are.</summary>
/// <param name="X">From the left edge of the card's picture, mm.</param>
/// <param name="Y">From its upper edge, mm.</param>
/// <param name="Line">How much of a line it is, 0 to 1.</param>
/// <param name="SlopeX">How much more it is a mm to the right.</param>
/// <param name="SlopeY">How much more it is a mm down.</param>
/// <param name="Square">Number of the small square that it lies in.</param>
internal readonly record struct LinePoint(double X, double Y, double Line, double SlopeX, double SlopeY, int Square);

/// <summary>Stamped lines and those that are seen, equally blurred, and no finer than that shows.</summary>
internal sealed class BlurredLines : IDisposable
{
    private const double SquareMm = 6; // within which lines are equally strong
    private const int MostPoints = 12_000; // more tell the same again
    private const double PointsPerBlur = 2.4; // in one standard deviation of the blur: finer shows no more
    private const double LeastSlope = 0.04; // of the steepest of the template: flatter tells nothing

    private readonly Mat seen;
    private readonly double pixelsPerMm;
    private readonly int squares;

    /// <param name="template">The stamped lines, with the paper around them that <see cref="LinesSeen"/> takes.</param>
    /// <param name="seen">What is seen in the same place, as far as that is known.</param>
    /// <param name="finest">Scale of both, pixels per mm.</param>
    /// <param name="blurMm">Standard deviation of the blur, mm.</param>
    public BlurredLines(Mat template, Mat seen, double finest, double blurMm)
    {
        var times = Math.Min(1, PointsPerBlur / (blurMm * finest));
        using var lines = Blurred(template, times, blurMm * finest);
        this.seen = Blurred(seen, times, blurMm * finest);
        // What is left of a pixel at the rim makes it a little larger or smaller.
        pixelsPerMm = finest * lines.Width / template.Width;
        var (across, down) = (InSquares(lines.Width), InSquares(lines.Height));
        squares = across * down;
        Points = Tell(lines, across);
    }

    /// <summary>The points that tell something.</summary>
    public IReadOnlyList<LinePoint> Points { get; }

    /// <inheritdoc />
    public void Dispose() => seen.Dispose();

    /// <summary>What is seen at each point where a bend puts it.</summary>
    public float[] Seen(Bend bend)
    {
        var values = new float[Points.Count];
        Parallel.ForEach(Partitioner.Create(0, values.Length), some =>
        {
            var pixels = seen.AsSpan<float>();
            for (var i = some.Item1; i < some.Item2; i++)
            {
                var point = Points[i];
                var (moveX, moveY) = bend.At(point.X, point.Y);
                values[i] = Value(
                    pixels,
                    (float)((point.X + moveX + LinesSeen.MarginMm) * pixelsPerMm - 0.5),
                    (float)((point.Y + moveY + LinesSeen.MarginMm) * pixelsPerMm - 0.5)
                );
            }
        });
        return values;
    }

    /// <summary>How the squares agree with what is seen at their points.</summary>
    public SquareAgreement[] Agree(float[] values)
    {
        var agree = new SquareAgreement[squares];
        for (var i = 0; i < values.Length; i++)
            agree[Points[i].Square].Add(Points[i].Line, values[i]);
        return agree;
    }

    private int InSquares(int pixels) => (int)Math.Ceiling(pixels / (SquareMm * pixelsPerMm));

    private static Mat Blurred(Mat from, double times, double sigma)
    {
        using var blurred = new Mat();
        Cv2.GaussianBlur(from, blurred, new Size(0, 0), Math.Max(0.3, sigma), 0, BorderTypes.Replicate);
        var to = new Mat();
        Cv2.Resize(blurred, to, default, times, times, InterpolationFlags.Linear);
        return to;
    }

    private List<LinePoint> Tell(Mat lines, int across)
    {
        using Mat slopesX = new(),
            slopesY = new(),
            slopes = new();
        // Half the difference of the two pixels beside it.
        Cv2.Sobel(lines, slopesX, MatType.CV_32F, 1, 0, 1, 0.5);
        Cv2.Sobel(lines, slopesY, MatType.CV_32F, 0, 1, 1, 0.5);
        Cv2.Magnitude(slopesX, slopesY, slopes);
        Cv2.MinMaxLoc(slopes, out _, out double steepest);
        var line = lines.AsSpan<float>();
        var slopeX = slopesX.AsSpan<float>();
        var slopeY = slopesY.AsSpan<float>();
        var slope = slopes.AsSpan<float>();
        var told = new List<LinePoint>();
        for (var at = 0; at < slope.Length; at++)
        {
            if (slope[at] < LeastSlope * steepest || steepest == 0)
                continue;
            var (x, y) = (at % lines.Width, at / lines.Width);
            told.Add(
                new LinePoint(
                    (x + 0.5) / pixelsPerMm - LinesSeen.MarginMm,
                    (y + 0.5) / pixelsPerMm - LinesSeen.MarginMm,
                    line[at],
                    slopeX[at] * pixelsPerMm,
                    slopeY[at] * pixelsPerMm,
                    (int)(y / (SquareMm * pixelsPerMm)) * across + (int)(x / (SquareMm * pixelsPerMm))
                )
            );
        }
        var every = (told.Count + MostPoints - 1) / MostPoints;
        return every <= 1 ? told : [.. told.Where((_, i) => i % every == 0)];
    }

    /// <summary>Between pixels; the rim goes on beyond the picture.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private float Value(ReadOnlySpan<float> pixels, float x, float y)
    {
        x = Math.Clamp(x, 0, seen.Width - 1.001f);
        y = Math.Clamp(y, 0, seen.Height - 1.001f);
        var (left, top) = ((int)x, (int)y);
        var (a, b) = (x - left, y - top);
        var at = top * seen.Width + left;
        var upper = pixels[at] + a * (pixels[at + 1] - pixels[at]);
        var lower = pixels[at + seen.Width] + a * (pixels[at + seen.Width + 1] - pixels[at + seen.Width]);
        return upper + b * (lower - upper);
    }
}
