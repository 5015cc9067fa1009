using System.Collections.Immutable;
using Nube.Core.Artwork;
using OpenCvSharp;

namespace Nube.Core.Checking;

/// <summary>Shifts by which stamped lines come to lie on themselves, as those of stripes and tiles do.</summary>
/// <remarks>Their autocorrelation has a peak there (normalised correlation with themselves, moved).</remarks>
internal static class LinesShifted
{
    // Set on the trial cards.
    private const double LeastMm = 2, // nearer is the same line
        MostMm = 12; // as far as lines are looked for beside a place

    private const int Most = 6; // of the shifts, those that are most alike: each costs a look

    /// <summary>The shifts, from mm of the card's picture to mm of the same picture.</summary>
    public static ImmutableArray<Homography> Of(LineArt lines)
    {
        using var soft = LinesSoft.Of(lines);
        const int reach = (int)(MostMm * LinesSoft.PixelsPerMm);
        using var framed = new Mat();
        Cv2.CopyMakeBorder(soft, framed, reach, reach, reach, reach, BorderTypes.Constant, Scalar.Black);
        using var alike = new Mat();
        Cv2.MatchTemplate(framed, soft, alike, TemplateMatchModes.CCoeffNormed);
        using var highest = new Mat();
        var around = (int)(LeastMm * LinesSoft.PixelsPerMm) | 1;
        using var near = Cv2.GetStructuringElement(MorphShapes.Rect, new Size(around, around));
        Cv2.Dilate(alike, highest, near);
        var peaks =
            from down in Enumerable.Range(-reach, 2 * reach + 1)
            from across in Enumerable.Range(-reach, 2 * reach + 1)
            let correlation = alike.At<float>(down + reach, across + reach)
            where correlation >= LinesSoft.Alike && correlation >= highest.At<float>(down + reach, across + reach)
            let shift = (X: across / LinesSoft.PixelsPerMm, Y: down / LinesSoft.PixelsPerMm)
            where Math.Sqrt(shift.X * shift.X + shift.Y * shift.Y) >= LeastMm
            orderby correlation descending
            select new Homography([1, 0, shift.X, 0, 1, shift.Y, 0, 0, 1]);
        return [.. peaks.Take(Most)];
    }
}
