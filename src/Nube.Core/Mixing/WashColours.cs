using System.Collections.Immutable;
using System.Numerics;
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

    private static readonly int Padded =
        (Spectrum.Bands + Vector<float>.Count - 1) / Vector<float>.Count * Vector<float>.Count;
    private static readonly float[] WeightX = Pad(SpectralColour.WeightsOf(0), 0);
    private static readonly float[] WeightY = Pad(SpectralColour.WeightsOf(1), 0);
    private static readonly float[] WeightZ = Pad(SpectralColour.WeightsOf(2), 0);
    private static readonly int PaddedWashes =
        (MixGrid.Washes.Length + Vector<float>.Count - 1) / Vector<float>.Count * Vector<float>.Count;

    private readonly float[] loads;
    private readonly (int One, int Other)[] sums;
    private readonly float[][] absorption;
    private readonly float[] scattering;
    private readonly float[] ground;

    /// <summary>Mixes of this palette on this paper.</summary>
    public WashColours(IReadOnlyList<PaintOptics> palette, Spectrum paper, Dilution dilution)
    {
        loads = [.. MixGrid.Washes.Select(wash => (float)(wash.Layers * dilution.LoadOf(wash.Strength)))];
        sums = SumsOf(loads);
        absorption = [.. palette.Select(paint => Pad(paint.Absorption.Values, 1))];
        scattering = [.. palette.Select(paint => (float)paint.Scattering)];
        ground = Pad(paper.Values, 1);
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
    /// <param name="mix">The mix.</param>
    /// <param name="colours">L, a and b for each wash of the grid, one after the other.</param>
    public void Compute(in PackedMix mix, Span<float> colours)
    {
        Span<float> k = stackalloc float[Padded],
            d = stackalloc float[Padded];
        k.Clear();
        var total = (float)mix.TotalParts;
        var s = 0f;
        for (var i = 0; i < mix.Count; i++)
        {
            var share = mix.PartsAt(i) / total;
            s += share * scattering[mix.ColourantAt(i)];
            ReadOnlySpan<float> own = absorption[mix.ColourantAt(i)];
            for (var band = 0; band < Padded; band += Vector<float>.Count)
                (new Vector<float>(k[band..]) + share * new Vector<float>(own[band..])).CopyTo(k[band..]);
        }
        for (var band = 0; band < Padded; band += Vector<float>.Count)
        {
            var absorbs = new Vector<float>(k[band..]);
            Vector.SquareRoot(absorbs * (absorbs + new Vector<float>(2 * s))).CopyTo(d[band..]);
        }
        Span<float> e = stackalloc float[loads.Length * Padded];
        Span<float> x = stackalloc float[PaddedWashes],
            y = stackalloc float[PaddedWashes],
            z = stackalloc float[PaddedWashes];
        x.Fill(1);
        y.Fill(1);
        z.Fill(1);
        for (var wash = 0; wash < loads.Length; wash++)
        {
            var (one, other) = sums[wash];
            var (sumX, sumY, sumZ) = (Vector<float>.Zero, Vector<float>.Zero, Vector<float>.Zero);
            for (var band = 0; band < Padded; band += Vector<float>.Count)
            {
                var deep = new Vector<float>(d[band..]);
                var passes =
                    one < 0
                        ? Vector.Exp(-2 * loads[wash] * deep)
                        : new Vector<float>(e[(one * Padded + band)..])
                            * new Vector<float>(e[(other * Padded + band)..]);
                passes.CopyTo(e[(wash * Padded + band)..]);
                var u = Vector<float>.One - passes;
                var v = deep * (Vector<float>.One + passes);
                var a = (new Vector<float>(k[band..]) + new Vector<float>(s)) * u;
                var below = new Vector<float>(ground, band);
                var r = (s * u - below * (a - v)) / (a + v - below * s * u);
                sumX += r * new Vector<float>(WeightX, band);
                sumY += r * new Vector<float>(WeightY, band);
                sumZ += r * new Vector<float>(WeightZ, band);
            }
            (x[wash], y[wash], z[wash]) = (Vector.Sum(sumX), Vector.Sum(sumY), Vector.Sum(sumZ));
        }
        for (var wash = 0; wash < PaddedWashes; wash += Vector<float>.Count)
        {
            var (fx, fy, fz) = (
                F(new Vector<float>(x[wash..]) / (float)Xyz.D65White.X),
                F(new Vector<float>(y[wash..])),
                F(new Vector<float>(z[wash..]) / (float)Xyz.D65White.Z)
            );
            for (var i = 0; i < Vector<float>.Count && wash + i < loads.Length; i++)
            {
                var at = 3 * (wash + i);
                (colours[at], colours[at + 1], colours[at + 2]) = (
                    116 * fy[i] - 16,
                    500 * (fx[i] - fy[i]),
                    200 * (fy[i] - fz[i])
                );
            }
        }
    }

    /// <summary>CIELAB's f (CIE 15:2018): the cube root, below (6/29)^3 its straight line.</summary>
    private static Vector<float> F(Vector<float> t)
    {
        const float knee = 6f / 29;
        var root = Vector.Exp(Vector.Log(Vector.Max(t, new Vector<float>(1e-6f))) * (1f / 3));
        return Vector.ConditionalSelect(
            Vector.GreaterThan(t, new Vector<float>(knee * knee * knee)),
            root,
            t * (1 / (3 * knee * knee)) + new Vector<float>(4f / 29)
        );
    }

    /// <summary>What stands in the bands beyond the spectrum: weights of 0, and 1 to keep the formula finite.</summary>
    private static float[] Pad(ReadOnlySpan<double> values, float rest)
    {
        var padded = new float[Padded];
        Array.Fill(padded, rest);
        for (var band = 0; band < values.Length; band++)
            padded[band] = (float)values[band];
        return padded;
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
