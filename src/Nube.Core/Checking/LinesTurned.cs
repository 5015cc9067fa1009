using System.Collections.Immutable;
using Nube.Core.Artwork;
using OpenCvSharp;

namespace Nube.Core.Checking;

/// <summary>Turns by which stamped lines come to lie on themselves, as those of rosettes and wreaths do.</summary>
/// <remarks>
/// Such a turn leaves the middle of the lines where it is. Around that, the lines are laid out by angle and distance, so that
/// a turn is a shift, and held against themselves (normalised correlation).
/// </remarks>
internal static class LinesTurned
{
    private const int Angles = 360,
        UpsideDown = 180;

    /// <summary>
    /// The turns, from mm of the card's picture to mm of the same picture. Upside down is always one: stripes that are not
    /// drawn evenly agree little with themselves, but a little bending makes up for that.
    /// </summary>
    public static ImmutableArray<Homography> Of(LineArt lines)
    {
        using var soft = LinesSoft.Of(lines);
        var ink = Cv2.Moments(soft);
        if (ink.M00 <= 0)
            return [];
        var middle = new Point2f((float)(ink.M10 / ink.M00), (float)(ink.M01 / ink.M00));
        var alike = Correlation(soft, middle);
        var (x, y) = (InMm(middle.X), InMm(middle.Y));
        return
        [
            .. Enumerable
                .Range(1, Angles - 1)
                .Where(turn => turn == UpsideDown || alike[turn] >= LinesSoft.Alike && IsPeak(turn))
                .Select(turn => About(x, y, 2 * Math.PI * turn / Angles)),
        ];

        bool IsPeak(int turn) => alike[turn] > alike[turn - 1] && alike[turn] >= alike[(turn + 1) % Angles];
    }

    private static double InMm(double pixel) => (pixel + 0.5) / LinesSoft.PixelsPerMm - LinesSeen.MarginMm;

    /// <summary>How much the lines agree with themselves at each angle.</summary>
    private static ImmutableArray<double> Correlation(Mat soft, Point2f middle)
    {
        var reach = Math.Sqrt(Math.Pow(soft.Width, 2) + Math.Pow(soft.Height, 2)) / 2;
        using var round = new Mat();
        Cv2.WarpPolar(
            soft,
            round,
            new Size((int)reach, Angles),
            middle,
            reach,
            InterpolationFlags.Linear | InterpolationFlags.WarpFillOutliers,
            WarpPolarMode.Linear
        );
        // A column stands for a ring, and rings grow with their distance.
        using var rings = Mat.FromPixelData(
            1,
            round.Width,
            MatType.CV_32FC1,
            Enumerable.Range(0, round.Width).Select(column => (float)Math.Sqrt(column + 0.5)).ToArray()
        );
        using var weights = rings.Repeat(Angles, 1);
        using var weighted = round.Mul(weights).ToMat();
        using var twice = weighted.Repeat(2, 1);
        using var alike = new Mat();
        Cv2.MatchTemplate(twice, weighted, alike, TemplateMatchModes.CCoeffNormed);
        return [.. Enumerable.Range(0, Angles).Select(turn => (double)alike.At<float>(turn))];
    }

    private static Homography About(double x, double y, double angle)
    {
        var (cos, sin) = (Math.Cos(angle), Math.Sin(angle));
        return new([cos, -sin, x - cos * x + sin * y, sin, cos, y - sin * x - cos * y, 0, 0, 1]);
    }
}
