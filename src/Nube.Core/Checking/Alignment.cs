using OpenCvSharp;

namespace Nube.Core.Checking;

/// <summary>Bends a card until its stamped lines lie on those that are seen.</summary>
/// <remarks>
/// Least squares between the two pictures, from blurred to sharp, by Gauss and Newton's steps (B. D. Lucas, T. Kanade,
/// "An iterative image registration technique", Proc. IJCAI 1981; in the notation of S. Baker, I. Matthews, Int. J.
/// Comput. Vision 56 (2004), 221-255). Under paint a line is paler or gone: so each small square of the card has a
/// strength of its own, by which its lines are weakened, and counts by how well it agrees. What no line tells, the
/// stiffness of the paper decides (<see cref="BendStep"/>).
/// </remarks>
internal static class Alignment
{
    private const int MostSteps = 12;
    private const double Enough = 0.03; // of the blur, that the last step moved a knot at most
    private const double ShownBlurMm = 0.3;
    private const double Agrees = 0.5; // correlation of a square's lines with what is seen there. Set on the trial cards

    /// <summary>The bend.</summary>
    /// <param name="template">The lines, from 0 to 1.</param>
    /// <param name="seen">The lines that are seen, in the same place as far as that is known.</param>
    /// <param name="pixelsPerMm">Scale of both.</param>
    /// <param name="start">The bend to begin with.</param>
    /// <param name="blursMm">How far both are blurred, standard deviation, mm, from the largest on.</param>
    public static Bend Find(Mat template, Mat seen, double pixelsPerMm, Bend start, ReadOnlySpan<double> blursMm)
    {
        var bend = start;
        foreach (var blurMm in blursMm)
        {
            using var blurred = new BlurredLines(template, seen, pixelsPerMm, blurMm);
            var moved = double.PositiveInfinity;
            for (var step = 0; step < MostSteps && moved >= Enough * blurMm; step++)
                (bend, moved) = BendStep.From(bend, blurred);
        }
        return bend;
    }

    /// <summary>How much of the lines is seen where they should be, 0 to 1.</summary>
    public static double Shown(Mat template, Mat seen, double pixelsPerMm, Bend bend)
    {
        using var blurred = new BlurredLines(template, seen, pixelsPerMm, ShownBlurMm);
        var squares = blurred.Agree(blurred.Seen(bend));
        var all = squares.Sum(square => square.Count);
        return all == 0
            ? 0
            : squares.Where(square => square.Correlation >= Agrees).Sum(square => square.Count) / (double)all;
    }
}
