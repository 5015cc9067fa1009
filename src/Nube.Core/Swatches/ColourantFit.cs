using MathNet.Numerics.LinearAlgebra;
using MathNet.Numerics.LinearAlgebra.Double;
using Nube.Core.Colour;
using Nube.Core.Optics;

namespace Nube.Core.Swatches;

/// <summary>A colourant's optics as found from its patches.</summary>
/// <param name="Optics">K and S.</param>
/// <param name="Loads">Load that each patch turned out to have, by the number of the patch.</param>
/// <param name="Residual">Mean CIEDE2000 between the patches on white and their prediction.</param>
/// <param name="Spread">
/// What the fit leaves open: 90 of 100 sets of K and S that explain the patches as well predict a wash within this
/// CIEDE2000.
/// </param>
/// <param name="Dilution">How the hand diluted it.</param>
public sealed record FittedSwatches(
    PaintOptics Optics,
    IReadOnlyDictionary<int, double> Loads,
    double Residual,
    double Spread,
    DilutionSeen Dilution
);

/// <summary>K and S of a colourant from all its patches at once.</summary>
/// <remarks>
/// Least squares by K. Levenberg, "A method for the solution of certain non-linear problems in least squares",
/// Quarterly of Applied Mathematics 2 (1944), 164-168, and D. W. Marquardt, SIAM Journal 11 (1963), 431-441, over the
/// logarithms of K in 36 bands, of S and of each patch's load, how a hand's dilution runs, and the unknowns of the
/// shape. What the patches do not tell is held by what is known beforehand (<see cref="Beforehand"/>): how absorption
/// runs with this kind of pigment, how much paints scatter, that hands dilute about as they were told. That is a
/// maximum a posteriori estimate, and the inverse of its normal matrix says what stays open.
/// </remarks>
public static class ColourantFit
{
    private const int MostRounds = 60; // of the descent; some twenty are needed
    private const double Settled = 1e-5; // relative fall of the sum of squares

    /// <summary>Fits a colourant.</summary>
    /// <param name="evidence">Its patches; at least one on white.</param>
    /// <param name="paper">Reflectance of the neutral white under them.</param>
    /// <param name="black">Reflectance of the bar, 0 to 1.</param>
    /// <param name="known">What is known before any patch is looked at.</param>
    /// <exception cref="ArgumentException">There is no patch on white.</exception>
    public static FittedSwatches From(
        IReadOnlyList<SwatchEvidence> evidence,
        double paper,
        double black,
        Beforehand known
    )
    {
        ArgumentNullException.ThrowIfNull(evidence);
        ArgumentNullException.ThrowIfNull(known);
        if (evidence.All(patch => patch.OverBlack))
            throw new ArgumentException("A fit needs a patch on white paper.", nameof(evidence));
        var patches = evidence.Select(patch => patch.Patch).Distinct().Order().ToList();
        var problem = new FitProblem(evidence, patches, paper, black, known);
        // What is read sharply makes a narrow valley: it is found by way of what is read less sharply.
        var at = problem.Start();
        foreach (var loose in known.LooserFirst)
            at = Descend(new FitProblem(evidence, patches, paper, black, known with { ReadLab = loose }), at);
        at = Descend(problem, at);
        var optics = FitProblem.Optics(at);
        // What stays open is counted as if the kind were not known: a table of kinds may be wrong about this paint.
        var open = new FitProblem(evidence, patches, paper, black, known.OfAnyKind());
        var anyKind = at[..(FitProblem.FirstLoad + patches.Count)];
        return new FittedSwatches(
            optics,
            patches
                .Index()
                .ToDictionary(patch => patch.Item, patch => Math.Exp(at[FitProblem.FirstLoad + patch.Index])),
            problem.Residual(at),
            open.Spread(anyKind, open.Linearise(anyKind).Normal),
            problem.DilutionSeen(at)
        );
    }

    /// <summary>Down to the nearest minimum.</summary>
    private static double[] Descend(FitProblem problem, double[] from)
    {
        var at = from;
        var (normal, gradient, cost) = problem.Linearise(at);
        var damping = 1e-2;
        for (var round = 0; round < MostRounds; round++)
        {
            var damped = normal.Clone();
            for (var i = 0; i < at.Length; i++)
                damped[i, i] += damping * (normal[i, i] + 1e-9);
            var step = damped.Cholesky().Solve(gradient);
            var next = (double[])at.Clone();
            for (var i = 0; i < next.Length; i++)
                next[i] -= Math.Clamp(step[i], -1.5, 1.5);
            var nextCost = problem.Cost(next);
            if (nextCost < cost)
            {
                var fall = (cost - nextCost) / cost;
                at = next;
                (normal, gradient, cost) = problem.Linearise(at);
                damping = Math.Max(damping / 5, 1e-9);
                if (fall < Settled)
                    break;
            }
            else
            {
                damping *= 4;
                if (damping > 1e8)
                    break;
            }
        }
        return at;
    }
}
