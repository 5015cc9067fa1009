using System.Collections.Immutable;
using System.Numerics;
using Nube.Core.Colour;
using Nube.Core.Optics;

namespace Nube.Core.Mixing;

/// <summary>Dry colours of mixes in all washes of the grid, many at a time, in single precision.</summary>
/// <remarks>
/// The formula is that of <see cref="KubelkaMunk"/>, with as many bands at a time as the processor holds. Against double
/// precision a colour is off by less than <see cref="Tolerance"/>; whoever needs more computes that mix again.
/// </remarks>
internal sealed class WashColours
{
    /// <summary>Greatest error of a colour, in L*, a* or b*.</summary>
    public const double Tolerance = 0.001;

    private static readonly int Padded = (Spectrum.Bands + Vector<float>.Count - 1) / Vector<float>.Count * Vector<float>.Count;
    private static readonly float[] WeightX = Pad(SpectralColour.WeightsOf(0), 0);
    private static readonly float[] WeightY = Pad(SpectralColour.WeightsOf(1), 0);
    private static readonly float[] WeightZ = Pad(SpectralColour.WeightsOf(2), 0);
    private static readonly float[] Loads =
        [.. MixGrid.Washes.Select(wash => (float)(wash.Layers * wash.Strength.LoadOfOneLayer))];

    private readonly float[][] absorption;
    private readonly float[] scattering;
    private readonly float[] ground;

    /// <summary>Mixes of this palette on this paper.</summary>
    public WashColours(IReadOnlyList<PaintOptics> palette, Spectrum paper)
    {
        absorption = [.. palette.Select(paint => Pad(paint.Absorption.Values, 1))];
        scattering = [.. palette.Select(paint => (float)paint.Scattering)];
        ground = Pad(paper.Values, 1);
    }

    /// <summary>The colours of a mix, wash by wash.</summary>
    /// <param name="mix">The mix.</param>
    /// <param name="colours">L, a and b for each wash of the grid, one after the other.</param>
    public void Compute(in PackedMix mix, Span<float> colours)
    {
        Span<float> k = stackalloc float[Padded], d = stackalloc float[Padded];
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
        for (var wash = 0; wash < Loads.Length; wash++)
        {
            var (x, y, z) = (Vector<float>.Zero, Vector<float>.Zero, Vector<float>.Zero);
            for (var band = 0; band < Padded; band += Vector<float>.Count)
            {
                var deep = new Vector<float>(d[band..]);
                var e = Vector.Exp(-2 * Loads[wash] * deep);
                var u = Vector<float>.One - e;
                var v = deep * (Vector<float>.One + e);
                var a = (new Vector<float>(k[band..]) + new Vector<float>(s)) * u;
                var below = new Vector<float>(ground, band);
                var r = (s * u - below * (a - v)) / (a + v - below * s * u);
                x += r * new Vector<float>(WeightX, band);
                y += r * new Vector<float>(WeightY, band);
                z += r * new Vector<float>(WeightZ, band);
            }
            var lab = Lab.FromXyz(new Xyz(Vector.Sum(x), Vector.Sum(y), Vector.Sum(z)));
            (colours[3 * wash], colours[3 * wash + 1], colours[3 * wash + 2]) = ((float)lab.L, (float)lab.A, (float)lab.B);
        }
    }

    /// <summary>What stands in the bands beyond the spectrum: weights of 0, and 1 to keep the formula finite.</summary>
    private static float[] Pad(ReadOnlySpan<double> values, float rest)
    {
        var padded = new float[Padded];
        Array.Fill(padded, rest);
        for (var band = 0; band < values.Length; band++) padded[band] = (float)values[band];
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
        for (var i = 0; i < parts.Length; i++) bits |= ((ulong)parts[i].Colourant << 8 | (uint)parts[i].Parts) << (16 * i);
    }

    /// <summary>How many colourants.</summary>
    public int Count => (int)(bits >> 48);

    /// <summary>Parts of all colourants.</summary>
    public int TotalParts => (int)((bits & 0xff) + (bits >> 16 & 0xff) + (bits >> 32 & 0xff));

    /// <summary>A colourant's place in the palette.</summary>
    public int ColourantAt(int place) => (int)(bits >> (16 * place + 8) & 0xff);

    /// <summary>A colourant's parts.</summary>
    public int PartsAt(int place) => (int)(bits >> (16 * place) & 0xff);

    /// <summary>The mix again.</summary>
    public ImmutableArray<RecipePart> Parts
    {
        get
        {
            var parts = ImmutableArray.CreateBuilder<RecipePart>(Count);
            for (var i = 0; i < Count; i++) parts.Add(new RecipePart(ColourantAt(i), PartsAt(i)));
            return parts.MoveToImmutable();
        }
    }
}
