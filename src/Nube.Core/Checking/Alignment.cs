using OpenCvSharp;

namespace Nube.Core.Checking;

/// <summary>Bends a card until its stamped lines lie on those that are seen.</summary>
/// <remarks>
/// Least squares between the two pictures, from blurred to sharp, by Gauss and Newton's steps (B. D. Lucas, T. Kanade,
/// "An iterative image registration technique", Proc. IJCAI 1981; in the notation of S. Baker, I. Matthews, Int. J.
/// Comput. Vision 56 (2004), 221-255). Under paint a line is paler or gone: so each small square of the card has a
/// strength of its own, by which its lines are weakened, and counts by how well it agrees. What nothing tells, the
/// stiffness of the paper decides (<see cref="BendStep"/>).
/// </remarks>
internal static class Alignment
{
    private const int MostSteps = 12;
    private const double Enough = 0.03; // of the blur, that the last step moved a knot at most
    private const double ShownBlurMm = 0.3;
    private const double Agrees = 0.5; // correlation of a square's lines with what is seen there. Set on the trial cards

    // Of the paper, as BendStep takes it. Set on the trial cards: stiffer paper is not drawn to lines that lie farther off;
    // softer paper follows the hand that painted an edge.
    private const double StiffnessByLines = 0.02,
        StiffnessWithEdges = 0.2;

    /// <summary>The bend by lines alone.</summary>
    /// <param name="template">The lines, from 0 to 1.</param>
    /// <param name="seen">The lines that are seen, in the same place as far as that is known.</param>
    /// <param name="pixelsPerMm">Scale of both.</param>
    /// <param name="start">The bend to begin with.</param>
    /// <param name="blursMm">How far both are blurred, standard deviation, mm, from the largest on.</param>
    public static Bend ByLines(Mat template, Mat seen, double pixelsPerMm, Bend start, ReadOnlySpan<double> blursMm) =>
        Bent(template, seen, null, pixelsPerMm, start, blursMm);

    /// <summary>The bend by lines, and by edges of paint where lines tell little.</summary>
    /// <param name="template">The lines, from 0 to 1.</param>
    /// <param name="seen">The lines that are seen, in the same place as far as that is known.</param>
    /// <param name="edges">The same with edges of paint.</param>
    /// <param name="pixelsPerMm">Scale of all three.</param>
    /// <param name="start">The bend to begin with.</param>
    /// <param name="blursMm">How far all are blurred, standard deviation, mm, from the largest on.</param>
    public static Bend WithEdges(
        Mat template,
        Mat seen,
        Mat edges,
        double pixelsPerMm,
        Bend start,
        ReadOnlySpan<double> blursMm
    ) => Bent(template, seen, edges, pixelsPerMm, start, blursMm);

    private static Bend Bent(
        Mat template,
        Mat seen,
        Mat? edges,
        double pixelsPerMm,
        Bend start,
        ReadOnlySpan<double> blursMm
    )
    {
        var stiffness = edges is null ? StiffnessByLines : StiffnessWithEdges;
        var bend = start;
        foreach (var blurMm in blursMm)
        {
            using var lines = new BlurredLines(template, seen, pixelsPerMm, blurMm);
            using var beside = edges is null ? null : new BlurredLines(template, edges, pixelsPerMm, blurMm);
            var moved = double.PositiveInfinity;
            for (var step = 0; step < MostSteps && moved >= Enough * blurMm; step++)
                (bend, moved) = BendStep.From(bend, lines, beside, stiffness);
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
