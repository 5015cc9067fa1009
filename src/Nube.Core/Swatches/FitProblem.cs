using MathNet.Numerics.LinearAlgebra;
using MathNet.Numerics.LinearAlgebra.Double;
using Nube.Core.Colour;
using Nube.Core.Optics;

namespace Nube.Core.Swatches;

/// <summary>The residuals of one colourant and their slopes.</summary>
/// <param name="evidence">Its patches.</param>
/// <param name="patches">Their numbers, each once.</param>
/// <param name="paper">Reflectance of the white under them.</param>
/// <param name="black">Reflectance of the bar.</param>
/// <param name="known">What is known beforehand.</param>
internal sealed class FitProblem(
    IReadOnlyList<SwatchEvidence> evidence,
    List<int> patches,
    double paper,
    double black,
    Beforehand known
)
{
    /// <summary>Where the logarithms of the loads begin; before them stand ln K by band, ln S, the dilution.</summary>
    public const int FirstLoad = Dilution + 1;

    private const int LogS = Spectrum.Bands,
        Dilution = LogS + 1;
    private const double SpreadOfLogK = 5; // of ln K about 0: so wide that only a white, which tells nothing of K, feels it
    private const int Draws = 40; // of the fit as it may be, for its spread
    private const double H = 1e-4; // step of the central differences, in logarithms

    private readonly int[] place = [.. evidence.Select(one => FirstLoad + patches.IndexOf(one.Patch))];
    private readonly Strength[] meant =
    [
        .. patches.Select(patch => evidence.First(one => one.Patch == patch).Strength),
    ];
    private readonly int firstUnknown = FirstLoad + patches.Count;
    private readonly int count = FirstLoad + patches.Count + known.Shape.Unknowns;

    /// <summary>
    /// The shape at the height that the most telling wash has; where no shape is known, K from that wash band by band, as
    /// if hands were exact. Full strength and the palest say little about hue.
    /// </summary>
    public double[] Start()
    {
        var telling = evidence.Where(one => !one.OverBlack).MinBy(one => Math.Abs(one.Strength.WaterParts - 4))!;
        var load = telling.Strength.LoadOfOneLayer;
        var start = new double[count];
        if (!known.Shape.IsKnown)
        {
            var seen = telling.Reflectance ?? ReflectanceReconstruction.From(Srgb.FromLab(telling.Colour));
            for (var band = 0; band < Spectrum.Bands; band++)
                start[band] = Math.Log(Math.Min(60, KubelkaMunk.Absorption(seen[band], known.Scattering, load, paper)));
        }
        else
        {
            var shape = ShapeAndSlopes(start).Shape;
            var height = HeightOf(shape, load, telling.Colour);
            for (var band = 0; band < Spectrum.Bands; band++)
                start[band] = shape[band] + height;
        }
        start[LogS] = Math.Log(known.Scattering);
        start[Dilution] = 1;
        for (var patch = 0; patch < meant.Length; patch++)
            start[FirstLoad + patch] = Math.Log(meant[patch].LoadOfOneLayer);
        return start;
    }

    /// <summary>What to add to ln K of a shape so that a wash differs from the paper as much as one does.</summary>
    private double HeightOf(double[] shape, double load, Lab wash)
    {
        var white = SpectralColour.ToLab(Spectrum.Flat(paper));
        double low = -3,
            high = 6; // ln K of the highest band
        for (var halving = 0; halving < 30; halving++)
        {
            var middle = (low + high) / 2;
            var colour = SpectralColour.ToLab(
                Spectrum.From(band =>
                    KubelkaMunk.Reflectance(
                        Math.Max(KubelkaMunk.LeastAbsorption, Math.Exp(shape[band] + middle)),
                        known.Scattering,
                        load,
                        paper
                    )
                )
            );
            if (Away(colour, white) < Away(wash, white))
                low = middle;
            else
                high = middle;
        }
        return (low + high) / 2;

        static double Away(Lab one, Lab other) =>
            Math.Sqrt(Square(one.L - other.L) + Square(one.A - other.A) + Square(one.B - other.B));
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
                    cost += Square((seen[band] - measured[band]) / Beforehand.ReadReflectance);
            }
            else
            {
                var (off, sd) = (
                    Lab.FromXyz(
                        InPicture
                            .Of(SpectralColour.ToXyz(seen), evidence[i].Device, evidence[i].Colour, known.CutBelow)
                            .Xyz
                    ),
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
        foreach (var (value, _) in Known(at))
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
                    row[band] = byK[band] / Beforehand.ReadReflectance;
                    row[LogS] = byS[band] / Beforehand.ReadReflectance;
                    row[place[i]] = byX[band] / Beforehand.ReadReflectance;
                    Add(row, (seen[band] - measured[band]) / Beforehand.ReadReflectance);
                }
                continue;
            }
            var picture = InPicture.Of(
                SpectralColour.ToXyz(seen),
                evidence[i].Device,
                evidence[i].Colour,
                known.CutBelow
            );
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
        foreach (var (value, slopes) in Known(at))
        {
            Array.Clear(row);
            foreach (var (parameter, slope) in slopes)
                row[parameter] = slope;
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

    /// <summary>What is known beforehand, as residuals, each with its slopes by the parameters that it takes.</summary>
    private IEnumerable<(double Value, (int Parameter, double Slope)[] Slopes)> Known(double[] at)
    {
        var sd = known.StepOfLogK;
        var (shape, slopes) = ShapeAndSlopes(at);
        for (var band = 0; band + 1 < Spectrum.Bands; band++)
        {
            var (first, second) = (band, band + 1);
            yield return (
                (at[second] - at[first] - (shape[second] - shape[first])) / sd,
                [
                    (first, -1 / sd),
                    (second, 1 / sd),
                    .. slopes.Select((by, i) => (firstUnknown + i, -(by[second] - by[first]) / sd)),
                ]
            );
        }
        yield return (at[Spectrum.Bands / 2] / SpreadOfLogK, [(Spectrum.Bands / 2, 1 / SpreadOfLogK)]);
        yield return ((at[LogS] - Math.Log(known.Scattering)) / known.SpreadOfLogS, [(LogS, 1 / known.SpreadOfLogS)]);
        yield return ((at[Dilution] - 1) / Beforehand.SpreadOfDilution, [(Dilution, 1 / Beforehand.SpreadOfDilution)]);
        for (var patch = 0; patch < meant.Length; patch++)
        {
            var (load, told) = (FirstLoad + patch, Math.Log(meant[patch].LoadOfOneLayer));
            var spread = meant[patch].WaterParts > 0 ? known.SpreadOfLogLoad : known.SpreadOfLogFull;
            yield return ((at[load] - at[Dilution] * told) / spread, [(load, 1 / spread), (Dilution, -told / spread)]);
        }
        for (var unknown = firstUnknown; unknown < count; unknown++)
            yield return (at[unknown], [(unknown, 1)]);
    }

    /// <summary>ln K of the shape in each band, and its slopes by each of its unknowns.</summary>
    private (double[] Shape, double[][] Slopes) ShapeAndSlopes(double[] at)
    {
        double[] Log(int unknown, double by)
        {
            var off = at[firstUnknown..];
            if (unknown >= 0)
                off[unknown] += by;
            return
            [
                .. Enumerable
                    .Range(0, Spectrum.Bands)
                    .Select(band => known.Shape.LogAt(Spectrum.Wavelength(band), off)),
            ];
        }
        return (
            Log(-1, 0),
            [
                .. Enumerable
                    .Range(0, known.Shape.Unknowns)
                    .Select(i => Log(i, H).Zip(Log(i, -H), (up, down) => (up - down) / (2 * H)).ToArray()),
            ]
        );
    }

    /// <summary>What the patches alone say of the hand's dilution: the posterior without what was known before.</summary>
    public DilutionSeen DilutionSeen(double[] at)
    {
        var posterior = 1 / Linearise(at).Normal.Inverse()[Dilution, Dilution];
        var prior = 1 / Square(Beforehand.SpreadOfDilution);
        return new DilutionSeen(posterior * at[Dilution] - prior, Math.Max(0, posterior - prior));
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
                                one.Item.Device,
                                one.Item.Colour,
                                known.CutBelow
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

    private double Sd(SwatchEvidence one) => one.OverBlack ? Beforehand.ReadLabOverBlack : known.ReadLab;

    /// <summary>Slope of CIELAB's f at a tristimulus value, by that value.</summary>
    private static double LabSlope(double value, double white)
    {
        var t = value / white;
        const double knee = 6.0 / 29;
        return (t > knee * knee * knee ? 1 / (3 * Math.Cbrt(t * t)) : 1 / (3 * knee * knee)) / white;
    }

    private static double Square(double value) => value * value;
}
