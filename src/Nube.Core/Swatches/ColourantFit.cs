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
public sealed record FittedSwatches(
    PaintOptics Optics,
    IReadOnlyDictionary<int, double> Loads,
    double Residual,
    double Spread
);

/// <summary>K and S of a colourant from all its patches at once.</summary>
/// <remarks>
/// Least squares by K. Levenberg, "A method for the solution of certain non-linear problems in least squares",
/// Quarterly of Applied Mathematics 2 (1944), 164-168, and D. W. Marquardt, SIAM Journal 11 (1963), 431-441, over the
/// logarithms of K in 36 bands, of S and of each patch's load, and how a hand's dilution runs. What the patches do not
/// tell is held by what is known beforehand: absorption changes little from band to band, paints scatter little, hands
/// dilute about as they were told. That is a maximum a posteriori estimate, and the inverse of its normal matrix says
/// what stays open.
/// </remarks>
public static class ColourantFit
{
    // Standard deviations of what is known beforehand. This project's own, set on simulated sheets.
    private const double StepOfLogK = 0.5; // ln K from one band to the next
    private const double SpreadOfLogS = 1.0,
        TypicalS = 0.03; // ln S about that of an ordinary transparent paint
    private const double SpreadOfLogLoad = 0.14; // ln X about what was meant
    private const double SpreadOfDilution = 0.06; // exponent about 1

    // Standard deviations of what is read.
    private const double ReadLab = 1.5,
        ReadLabOverBlack = 5.0; // L*, a*, b*: a device that sees otherwise than the eye, and black that is not quite known
    private const double ReadReflectance = 0.015; // a meter, with what the model leaves out: grain, scattering that changes with wavelength

    private const int MostRounds = 60; // of the descent; some twenty are needed
    private const double Settled = 1e-5; // relative fall of the sum of squares
    private const int Draws = 40; // of the fit as it may be, for its spread

    private const int LogS = Spectrum.Bands,
        Dilution = LogS + 1,
        FirstLoad = Dilution + 1;

    /// <summary>Fits a colourant.</summary>
    /// <param name="evidence">Its patches; at least one on white.</param>
    /// <param name="paper">Reflectance of the neutral white under them.</param>
    /// <param name="black">Reflectance of the bar, 0 to 1.</param>
    /// <exception cref="ArgumentException">There is no patch on white.</exception>
    public static FittedSwatches From(IReadOnlyList<SwatchEvidence> evidence, double paper, double black)
    {
        ArgumentNullException.ThrowIfNull(evidence);
        if (evidence.All(patch => patch.OverBlack))
            throw new ArgumentException("A fit needs a patch on white paper.", nameof(evidence));
        var patches = evidence.Select(patch => patch.Patch).Distinct().Order().ToList();
        var problem = new Problem(evidence, patches, paper, black);
        var at = problem.Start();
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
        var optics = Problem.Optics(at);
        return new FittedSwatches(
            optics,
            patches.Index().ToDictionary(patch => patch.Item, patch => Math.Exp(at[FirstLoad + patch.Index])),
            problem.Residual(at),
            problem.Spread(at, normal)
        );
    }

    /// <summary>The residuals of one colourant and their slopes.</summary>
    private sealed class Problem(IReadOnlyList<SwatchEvidence> evidence, List<int> patches, double paper, double black)
    {
        private const double H = 1e-4; // step of the central differences, in logarithms

        private readonly int[] place = [.. evidence.Select(one => FirstLoad + patches.IndexOf(one.Patch))];
        private readonly Strength[] meant =
        [
            .. patches.Select(patch => evidence.First(one => one.Patch == patch).Strength),
        ];
        private readonly int count = FirstLoad + patches.Count;

        /// <summary>
        /// K from a wash, band by band, as if hands were exact: full strength and the palest say little about hue.
        /// </summary>
        public double[] Start()
        {
            var telling = evidence.Where(one => !one.OverBlack).MinBy(one => Math.Abs(one.Strength.WaterParts - 4))!;
            var seen = telling.Reflectance ?? ReflectanceReconstruction.From(Srgb.FromLab(telling.Colour));
            var start = new double[count];
            for (var band = 0; band < Spectrum.Bands; band++)
                start[band] = Math.Log(
                    Math.Min(60, KubelkaMunk.Absorption(seen[band], TypicalS, telling.Strength.LoadOfOneLayer, paper))
                );
            start[LogS] = Math.Log(TypicalS);
            start[Dilution] = 1;
            for (var patch = 0; patch < meant.Length; patch++)
                start[FirstLoad + patch] = Math.Log(meant[patch].LoadOfOneLayer);
            return start;
        }

        public static PaintOptics Optics(double[] at) =>
            new(Spectrum.From(band => Math.Max(KubelkaMunk.LeastAbsorption, Math.Exp(at[band]))), Math.Exp(at[LogS]));

        public double Cost(double[] at)
        {
            var cost = 0.0;
            Span<double> seen = stackalloc double[Spectrum.Bands];
            for (var i = 0; i < evidence.Count; i++)
            {
                for (var band = 0; band < Spectrum.Bands; band++)
                    seen[band] = Seen(at, i, band, 0, 0, 0);
                if (evidence[i].Reflectance is { } measured)
                {
                    for (var band = 0; band < Spectrum.Bands; band++)
                        cost += Square((seen[band] - measured[band]) / ReadReflectance);
                }
                else
                {
                    var (off, sd) = (
                        Lab.FromXyz(InPicture.Of(SpectralColour.ToXyz(seen), evidence[i].Device).Xyz),
                        Sd(evidence[i])
                    );
                    cost +=
                        (
                            Square(off.L - evidence[i].Colour.L)
                            + Square(off.A - evidence[i].Colour.A)
                            + Square(off.B - evidence[i].Colour.B)
                        ) / (sd * sd);
                }
            }
            foreach (var (_, _, value) in Known(at))
                cost += value * value;
            return cost;
        }

        /// <summary>Normal matrix, gradient and sum of squares.</summary>
        public (Matrix<double> Normal, Vector<double> Gradient, double Cost) Linearise(double[] at)
        {
            var normal = new double[count, count];
            var gradient = new double[count];
            var cost = 0.0;
            var row = new double[count];
            double[] seen = new double[Spectrum.Bands],
                byK = new double[Spectrum.Bands],
                byS = new double[Spectrum.Bands],
                byX = new double[Spectrum.Bands];
            for (var i = 0; i < evidence.Count; i++)
            {
                for (var band = 0; band < Spectrum.Bands; band++)
                {
                    seen[band] = Seen(at, i, band, 0, 0, 0);
                    byK[band] = (Seen(at, i, band, H, 0, 0) - Seen(at, i, band, -H, 0, 0)) / (2 * H);
                    byS[band] = (Seen(at, i, band, 0, H, 0) - Seen(at, i, band, 0, -H, 0)) / (2 * H);
                    byX[band] = (Seen(at, i, band, 0, 0, H) - Seen(at, i, band, 0, 0, -H)) / (2 * H);
                }
                if (evidence[i].Reflectance is { } measured)
                {
                    for (var band = 0; band < Spectrum.Bands; band++)
                    {
                        Array.Clear(row);
                        row[band] = byK[band] / ReadReflectance;
                        row[LogS] = byS[band] / ReadReflectance;
                        row[place[i]] = byX[band] / ReadReflectance;
                        Add(row, (seen[band] - measured[band]) / ReadReflectance);
                    }
                    continue;
                }
                var picture = InPicture.Of(SpectralColour.ToXyz(seen), evidence[i].Device);
                var xyz = picture.Xyz;
                var lab = Lab.FromXyz(xyz);
                var sd = Sd(evidence[i]);
                double fx = LabSlope(xyz.X, Xyz.D65White.X),
                    fy = LabSlope(xyz.Y, Xyz.D65White.Y),
                    fz = LabSlope(xyz.Z, Xyz.D65White.Z);
                ReadOnlySpan<double> wx = SpectralColour.WeightsOf(0),
                    wy = SpectralColour.WeightsOf(1),
                    wz = SpectralColour.WeightsOf(2);
                Span<double> off =
                [
                    lab.L - evidence[i].Colour.L,
                    lab.A - evidence[i].Colour.A,
                    lab.B - evidence[i].Colour.B,
                ];
                for (var axis = 0; axis < 3; axis++)
                {
                    Array.Clear(row);
                    for (var band = 0; band < Spectrum.Bands; band++)
                    {
                        var by = picture.Slope(wx[band], wy[band], wz[band]);
                        var slope =
                            axis switch
                            {
                                0 => 116 * fy * by.Y,
                                1 => 500 * (fx * by.X - fy * by.Y),
                                _ => 200 * (fy * by.Y - fz * by.Z),
                            } / sd;
                        row[band] = slope * byK[band];
                        row[LogS] += slope * byS[band];
                        row[place[i]] += slope * byX[band];
                    }
                    Add(row, off[axis] / sd);
                }
            }
            foreach (var (first, second, value) in Known(at))
            {
                // Each is linear in at most three parameters; its slopes follow from what it is.
                Array.Clear(row);
                if (first < Spectrum.Bands)
                    (row[first], row[second]) = (-1 / StepOfLogK, 1 / StepOfLogK);
                else if (first == LogS)
                    row[LogS] = 1 / SpreadOfLogS;
                else if (first == Dilution)
                    row[Dilution] = 1 / SpreadOfDilution;
                else
                    (row[first], row[Dilution]) = (
                        1 / SpreadOfLogLoad,
                        -Math.Log(meant[first - FirstLoad].LoadOfOneLayer) / SpreadOfLogLoad
                    );
                Add(row, value);
            }
            return (DenseMatrix.OfArray(normal), DenseVector.OfArray(gradient), cost);

            void Add(double[] slopes, double value)
            {
                cost += value * value;
                for (var i = 0; i < count; i++)
                {
                    if (slopes[i] == 0)
                        continue;
                    gradient[i] += slopes[i] * value;
                    for (var j = 0; j < count; j++)
                        normal[i, j] += slopes[i] * slopes[j];
                }
            }
        }

        /// <summary>
        /// What is known beforehand, as residuals: between two bands, of S, of the dilution, of each load.
        /// </summary>
        private IEnumerable<(int First, int Second, double Value)> Known(double[] at)
        {
            for (var band = 0; band + 1 < Spectrum.Bands; band++)
                yield return (band, band + 1, (at[band + 1] - at[band]) / StepOfLogK);
            yield return (LogS, LogS, (at[LogS] - Math.Log(TypicalS)) / SpreadOfLogS);
            yield return (Dilution, Dilution, (at[Dilution] - 1) / SpreadOfDilution);
            for (var patch = 0; patch < meant.Length; patch++)
            {
                var load = FirstLoad + patch;
                yield return (
                    load,
                    load,
                    (at[load] - at[Dilution] * Math.Log(meant[patch].LoadOfOneLayer)) / SpreadOfLogLoad
                );
            }
        }

        public double Residual(double[] at) =>
            evidence
                .Index()
                .Where(one => !one.Item.OverBlack)
                .Average(one =>
                    Ciede2000.Difference(
                        one.Item.Colour,
                        Lab.FromXyz(
                            InPicture
                                .Of(
                                    SpectralColour.ToXyz(Spectrum.From(band => Seen(at, one.Index, band, 0, 0, 0))),
                                    one.Item.Device
                                )
                                .Xyz
                        )
                    )
                );

        /// <summary>
        /// 90th percentile of the differences between washes of the fit and of draws from what stays open.
        /// </summary>
        public double Spread(double[] at, Matrix<double> normal)
        {
            // x = L^-T z has the covariance (L L^T)^-1.
            var spread = normal.Cholesky().Factor.Transpose().Inverse();
            var random = new Random(1); // any seed: the same evidence gives the same answer
            var ground = Spectrum.Flat(paper);
            var best = Strength
                .Ladder.Select(wash => SpectralColour.ToLab(KubelkaMunk.Over(ground, Optics(at), wash.LoadOfOneLayer)))
                .ToList();
            var differences = new List<double>();
            for (var draw = 0; draw < Draws; draw++)
            {
                var bell = DenseVector.Create(count, _ => MathNet.Numerics.Distributions.Normal.Sample(random, 0, 1));
                var shift = spread * bell;
                double[] drawn = [.. at.Select((value, i) => value + shift[i])];
                var optics = Optics(drawn);
                differences.AddRange(
                    Strength.Ladder.Select(
                        (wash, i) =>
                            Ciede2000.Difference(
                                best[i],
                                SpectralColour.ToLab(KubelkaMunk.Over(ground, optics, wash.LoadOfOneLayer))
                            )
                    )
                );
            }
            differences.Sort();
            return differences[(int)(0.9 * differences.Count)];
        }

        private double Seen(double[] at, int i, int band, double logK, double logS, double logX) =>
            KubelkaMunk.Reflectance(
                Math.Max(KubelkaMunk.LeastAbsorption, Math.Exp(at[band] + logK)),
                Math.Exp(at[LogS] + logS),
                Math.Exp(at[place[i]] + logX),
                evidence[i].OverBlack ? black : paper
            );

        private static double Sd(SwatchEvidence one) => one.OverBlack ? ReadLabOverBlack : ReadLab;

        /// <summary>Slope of CIELAB's f at a tristimulus value, by that value.</summary>
        private static double LabSlope(double value, double white)
        {
            var t = value / white;
            const double knee = 6.0 / 29;
            return (t > knee * knee * knee ? 1 / (3 * Math.Cbrt(t * t)) : 1 / (3 * knee * knee)) / white;
        }

        private static double Square(double value) => value * value;
    }
}
