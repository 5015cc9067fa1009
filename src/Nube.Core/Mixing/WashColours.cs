using System.Collections.Immutable;
using System.Runtime.Intrinsics;
using Nube.Core.Colour;
using Nube.Core.Optics;

namespace Nube.Core.Mixing;

/// <summary>Dry colours of mixes in all washes of the grid, many at a time, in single precision.</summary>
/// <remarks>
/// The formula is that of <see cref="KubelkaMunk"/>, with as many bands at a time as the processor holds. Against
/// double precision a colour is off by less than <see cref="Tolerance"/>; whoever needs more computes that mix again.
/// </remarks>
internal sealed class WashColours
{
    /// <summary>Greatest error of a colour, in L*, a* or b*.</summary>
    public const double Tolerance = 0.001;

    private static readonly int Lanes = Vector256<float>.Count;
    private static readonly int Chunks = (Spectrum.Bands + Lanes - 1) / Lanes;
    private static readonly int WashChunks = (MixGrid.Washes.Length + Lanes - 1) / Lanes;
    private static readonly Vector256<float>[] WeightX = InChunks(SpectralColour.WeightsOf(0), 0);
    private static readonly Vector256<float>[] WeightY = InChunks(SpectralColour.WeightsOf(1), 0);
    private static readonly Vector256<float>[] WeightZ = InChunks(SpectralColour.WeightsOf(2), 0);

    private readonly float[] loads;
    private readonly (int One, int Other)[] sums;
    private readonly Vector256<float>[][] absorption;
    private readonly float[] scattering;
    private readonly Vector256<float>[] ground;

    /// <summary>Mixes of this palette on this paper.</summary>
    public WashColours(IReadOnlyList<PaintOptics> palette, Spectrum paper, Dilution dilution)
    {
        loads = [.. MixGrid.Washes.Select(wash => (float)(wash.Layers * dilution.LoadOf(wash.Strength)))];
        sums = SumsOf(loads);
        absorption = [.. palette.Select(paint => InChunks(paint.Absorption.Values, 1))];
        scattering = [.. palette.Select(paint => (float)paint.Scattering)];
        ground = InChunks(paper.Values, 1);
    }

    /// <summary>
    /// For each wash, two washes before it whose loads add up to its own, so that its exp(-2 d X) is the product of
    /// theirs; (-1, -1) where there are none. Of 15 exponentials four remain for a hand that dilutes as it is told, six
    /// for another.
    /// </summary>
    private static (int One, int Other)[] SumsOf(float[] loads) =>
        [
            .. loads
                .Index()
                .Select(load =>
                    (
                        from one in Enumerable.Range(0, load.Index)
                        from other in Enumerable.Range(one, load.Index - one)
                        where Math.Abs(loads[one] + loads[other] - load.Item) < 1e-6
                        select (one, other)
                    ).FirstOrDefault((-1, -1))
                ),
        ];

    /// <summary>The colours of a mix, wash by wash.</summary>
    /// <remarks>
    /// In p = exp(-2 d X) the formula is (A + B p) / (C + D p), and A to D are the same for all washes of a mix. c - d
    /// is written as S^2 / (c + d), as the two are nearly alike where S is small.
    /// </remarks>
    /// <param name="mix">The mix.</param>
    /// <param name="colours">L, a and b for each wash of the grid, one after the other.</param>
    public void Compute(in PackedMix mix, Span<float> colours)
    {
        Span<Vector256<float>> x = stackalloc Vector256<float>[loads.Length],
            y = stackalloc Vector256<float>[loads.Length],
            z = stackalloc Vector256<float>[loads.Length],
            passing = stackalloc Vector256<float>[loads.Length];
        x.Clear();
        y.Clear();
        z.Clear();
        var parts = 1f / mix.TotalParts;
        var scatters = 0f;
        for (var i = 0; i < mix.Count; i++)
            scatters += mix.PartsAt(i) * parts * scattering[mix.ColourantAt(i)];
        var s = Vector256.Create(scatters);
        for (var chunk = 0; chunk < Chunks; chunk++)
        {
            var k = Vector256<float>.Zero;
            for (var i = 0; i < mix.Count; i++)
                k += mix.PartsAt(i) * parts * absorption[mix.ColourantAt(i)][chunk];
            var deep = Vector256.Sqrt(k * (k + s + s));
            var plus = k + s + deep;
            var minus = s * s / plus;
            var below = ground[chunk];
            var (a, b) = (s - below * minus, below * plus - s);
            var (c, d) = (plus - below * s, below * s - minus);
            var (weightX, weightY, weightZ) = (WeightX[chunk], WeightY[chunk], WeightZ[chunk]);
            for (var wash = 0; wash < passing.Length; wash++)
            {
                var (one, other) = sums[wash];
                var p = one < 0 ? Exp(-2 * loads[wash] * deep) : passing[one] * passing[other];
                passing[wash] = p;
                var reflects = Vector256.FusedMultiplyAdd(b, p, a) / Vector256.FusedMultiplyAdd(d, p, c);
                x[wash] = Vector256.FusedMultiplyAdd(reflects, weightX, x[wash]);
                y[wash] = Vector256.FusedMultiplyAdd(reflects, weightY, y[wash]);
                z[wash] = Vector256.FusedMultiplyAdd(reflects, weightZ, z[wash]);
            }
        }
        for (var chunk = 0; chunk < WashChunks; chunk++)
        {
            var first = chunk * Lanes;
            var (fx, fy, fz) = (
                F(SumsFrom(x, first) / (float)Xyz.D65White.X),
                F(SumsFrom(y, first)),
                F(SumsFrom(z, first) / (float)Xyz.D65White.Z)
            );
            for (var lane = 0; lane < Lanes && first + lane < loads.Length; lane++)
            {
                var at = 3 * (first + lane);
                (colours[at], colours[at + 1], colours[at + 2]) = (
                    116 * fy[lane] - 16,
                    500 * (fx[lane] - fy[lane]),
                    200 * (fy[lane] - fz[lane])
                );
            }
        }
    }

    /// <summary>The sum of each of so many vectors, one in each lane.</summary>
    private static Vector256<float> SumsFrom(ReadOnlySpan<Vector256<float>> of, int first)
    {
        Span<float> sums = stackalloc float[Lanes];
        sums.Fill(1);
        for (var lane = 0; lane < sums.Length && first + lane < of.Length; lane++)
            sums[lane] = Vector256.Sum(of[first + lane]);
        return Vector256.Create<float>(sums);
    }

    /// <summary>CIELAB's f (CIE 15:2018): the cube root, below (6/29)^3 its straight line.</summary>
    private static Vector256<float> F(Vector256<float> t)
    {
        const float knee = 6f / 29;
        return Vector256.ConditionalSelect(
            Vector256.GreaterThan(t, Vector256.Create(knee * knee * knee)),
            CubeRoot(t),
            t * (1 / (3 * knee * knee)) + Vector256.Create(4f / 29)
        );
    }

    /// <summary>
    /// exp(x) for x from -87 to 0, where single precision holds it; nearly 0 below. The library's widens to double.
    /// </summary>
    /// <remarks>
    /// x = n ln 2 + r, and a polynomial in r (S. L. Moshier, Cephes mathematical library, expf): within 2e-7 of itself.
    /// </remarks>
    internal static Vector256<float> Exp(Vector256<float> x)
    {
        const float halvings = 1.44269504f,
            ln2High = 0.693359375f,
            ln2Low = -2.12194440e-4f;
        x = Vector256.Max(x, Vector256.Create(-87f));
        var n = Vector256.Floor(x * halvings + Vector256.Create(0.5f));
        var r = x - n * ln2High - n * ln2Low;
        var p = Vector256.Create(1.9875691500e-4f);
        p = Vector256.FusedMultiplyAdd(p, r, Vector256.Create(1.3981999507e-3f));
        p = Vector256.FusedMultiplyAdd(p, r, Vector256.Create(8.3334519073e-3f));
        p = Vector256.FusedMultiplyAdd(p, r, Vector256.Create(4.1665795894e-2f));
        p = Vector256.FusedMultiplyAdd(p, r, Vector256.Create(1.6666665459e-1f));
        p = Vector256.FusedMultiplyAdd(p, r, Vector256.Create(5.0000001201e-1f));
        p = Vector256.FusedMultiplyAdd(p, r * r, r + Vector256<float>.One);
        var power = (Vector256.ConvertToInt32(n) + Vector256.Create(127)) << 23;
        return p * power.AsSingle();
    }

    /// <summary>The cube root of numbers above 0.</summary>
    /// <remarks>
    /// A third of the exponent to begin with, within 4 %, and two steps of Halley's, each of which cubes the error
    /// (W. Kahan, "Computing a Real Cube Root", 1991).
    /// </remarks>
    internal static Vector256<float> CubeRoot(Vector256<float> t)
    {
        const int start = 709_921_077; // as bits: two thirds of the exponent of 1, less the mean error
        var bits = Vector256.ConvertToInt32(Vector256.ConvertToSingle(t.AsInt32()) * (1f / 3));
        var root = (bits + Vector256.Create(start)).AsSingle();
        for (var step = 0; step < 2; step++)
        {
            var cube = root * root * root;
            root *= (cube + t + t) / (cube + cube + t);
        }
        return root;
    }

    /// <summary>
    /// As many bands at a time as a vector holds. What stands in the bands beyond the spectrum: weights of 0, and 1 to
    /// keep the formula finite.
    /// </summary>
    private static Vector256<float>[] InChunks(ReadOnlySpan<double> values, float rest)
    {
        var padded = new float[Chunks * Lanes];
        Array.Fill(padded, rest);
        for (var band = 0; band < values.Length; band++)
            padded[band] = (float)values[band];
        return [.. Enumerable.Range(0, Chunks).Select(chunk => Vector256.Create(padded, chunk * Lanes))];
    }
}

/// <summary>A mix in eight bytes: up to three colourants with their parts.</summary>
internal readonly record struct PackedMix
{
    private readonly ulong bits;

    /// <summary>Packs a mix of the grid.</summary>
    public PackedMix(ImmutableArray<RecipePart> parts)
    {
        bits = (ulong)parts.Length << 48;
        for (var i = 0; i < parts.Length; i++)
            bits |= ((ulong)parts[i].Colourant << 8 | (uint)parts[i].Parts) << (16 * i);
    }

    /// <summary>How many colourants.</summary>
    public int Count => (int)(bits >> 48);

    /// <summary>Parts of all colourants.</summary>
    public int TotalParts => (int)((bits & 0xff) + (bits >> 16 & 0xff) + (bits >> 32 & 0xff));

    /// <summary>A colourant's place in the palette.</summary>
    public int ColourantAt(int place) => (int)(bits >> (16 * place + 8) & 0xff);

    /// <summary>A colourant's parts.</summary>
    public int PartsAt(int place) => (int)(bits >> (16 * place) & 0xff);

    /// <summary>A bit for each of its colourants, by place in the palette.</summary>
    public ulong Colourants
    {
        get
        {
            var set = 0UL;
            for (var i = 0; i < Count; i++)
                set |= 1UL << ColourantAt(i);
            return set;
        }
    }

    /// <summary>The mix again.</summary>
    public ImmutableArray<RecipePart> Parts
    {
        get
        {
            var parts = ImmutableArray.CreateBuilder<RecipePart>(Count);
            for (var i = 0; i < Count; i++)
                parts.Add(new RecipePart(ColourantAt(i), PartsAt(i)));
            return parts.MoveToImmutable();
        }
    }
}
