using OpenCvSharp;

namespace Nube.Core.Artwork;

/// <summary>Finds lines of a pixel or two that are too faint for the low threshold: they are ridges all the same.</summary>
/// <remarks>
/// A ridge is darker than both sides a little way off, in one of four directions (after R. M. Haralick, "Ridges and
/// valleys on digital images", Computer Vision, Graphics, and Image Processing 22 (1983), 28-38, on the pixels instead of
/// a fitted surface). Grain is dark at a point, but seldom along one.
/// </remarks>
internal static class Hairlines
{
    // Set on every other one of the trial drawings.
    private const double FaintestShare = 0.65, // of the low threshold
        StandsOutBy = 0.3; // of the low threshold, above both sides
    private const int Aside = 3; // pixels from the ridge to its sides

    /// <summary>Adds ridges to what is dark enough.</summary>
    /// <param name="darkness">0 paper to 255 full ink.</param>
    /// <param name="faint">255 where it is above the low threshold; ridges are added.</param>
    /// <param name="low">The low threshold.</param>
    public static void Add(Mat darkness, Mat faint, int low)
    {
        using Mat candidates = new(),
            ridges = new(darkness.Size(), MatType.CV_8UC1, Scalar.Black);
        Cv2.Threshold(darkness, candidates, FaintestShare * low, 255, ThresholdTypes.Binary);
        using var padded = new Mat();
        Cv2.CopyMakeBorder(darkness, padded, Aside, Aside, Aside, Aside, BorderTypes.Replicate);
        using Mat above = new(),
            aboveOther = new();
        foreach (var (dx, dy) in new[] { (1, 0), (0, 1), (1, 1), (1, -1) })
        {
            using var one = Shifted(dx, dy);
            using var other = Shifted(-dx, -dy);
            // Above both: taking the darker of them first would be several times as slow.
            Cv2.Subtract(darkness, one, above);
            Cv2.Threshold(above, above, StandsOutBy * low, 255, ThresholdTypes.Binary);
            Cv2.Subtract(darkness, other, aboveOther);
            Cv2.Threshold(aboveOther, aboveOther, StandsOutBy * low, 255, ThresholdTypes.Binary);
            Cv2.BitwiseAnd(above, aboveOther, above);
            Cv2.BitwiseOr(ridges, above, ridges);
        }
        Cv2.BitwiseAnd(ridges, candidates, ridges);
        Cv2.BitwiseOr(faint, ridges, faint);

        Mat Shifted(int dx, int dy) =>
            new(padded, new Rect(Aside + dx * Aside, Aside + dy * Aside, darkness.Width, darkness.Height));
    }
}
