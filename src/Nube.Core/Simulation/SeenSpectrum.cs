using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;
using Nube.Core.Colour;
using Nube.Core.Optics;

namespace Nube.Core.Simulation;

/// <summary>A paint as it is looked at, in single precision.</summary>
/// <param name="K">Absorption per unit load, band by band, with zeros to whole vectors.</param>
/// <param name="S">Scattering per unit load.</param>
internal readonly record struct SeenPaint(float[] K, float S)
{
    /// <summary>Of a paint.</summary>
    public static SeenPaint Of(PaintOptics paint) => new(SeenSpectrum.Of(paint.Absorption), (float)paint.Scattering);
}

/// <summary>Reflectance of one spot, band by band, in single precision.</summary>
internal static class SeenSpectrum
{
    /// <summary>Bands with what fills the last vector.</summary>
    public static readonly int Padded = (Spectrum.Bands + Step - 1) / Step * Step;

    private const int Step = 8; // Vector256<float>.Count

    /// <summary>Of a spectrum.</summary>
    public static float[] Of(Spectrum spectrum)
    {
        var padded = new float[Padded];
        for (var band = 0; band < Spectrum.Bands; band++)
            padded[band] = (float)spectrum[band];
        return padded;
    }

    /// <summary>
    /// A layer of several paints together over it: K and S add up with their loads (D. R. Duncan, Proc. Phys. Soc. 52 (1940),
    /// 390).
    /// </summary>
    /// <param name="seen">What is seen, which is changed.</param>
    /// <param name="paints">The paints.</param>
    /// <param name="loads">Load of each, 0 or more; one of them above 0.</param>
    public static void Lay(Span<float> seen, ReadOnlySpan<SeenPaint> paints, ReadOnlySpan<float> loads)
    {
        var scatters = 0f;
        for (var paint = 0; paint < loads.Length; paint++)
            scatters += loads[paint] * paints[paint].S;
        var s = Vector256.Create(scatters);
        // A layer of no absorption at all would divide nothing by nothing.
        var least = Vector256.Create((float)KubelkaMunk.LeastAbsorption * 1e-3f);
        for (var band = 0; band < seen.Length; band += Step)
        {
            var k = least;
            for (var paint = 0; paint < loads.Length; paint++)
                k += loads[paint] * Vector256.LoadUnsafe(ref paints[paint].K[band]);
            var d = KubelkaMunk.Depth(k, s);
            KubelkaMunk
                .Reflectance(k, s, d, KubelkaMunk.Passing(d, 1), Vector256.LoadUnsafe(ref seen[band]))
                .StoreUnsafe(ref seen[band]);
        }
    }

    /// <summary>So much nearer to something else.</summary>
    public static void Nearer(Span<float> seen, ReadOnlySpan<float> to, float share)
    {
        for (var band = 0; band < seen.Length; band += Step)
        {
            var here = Vector256.LoadUnsafe(ref seen[band]);
            (here + share * (Vector256.LoadUnsafe(in to[band]) - here)).StoreUnsafe(ref seen[band]);
        }
    }

    /// <summary>So many times as much light from all of it.</summary>
    public static void Brighter(Span<float> seen, float times)
    {
        for (var band = 0; band < seen.Length; band += Step)
            (times * Vector256.LoadUnsafe(ref seen[band])).StoreUnsafe(ref seen[band]);
    }

    /// <summary>So much nearer to what it looks like under water.</summary>
    public static void Wet(Span<float> seen, float share)
    {
        for (var band = 0; band < seen.Length; band += Step)
        {
            var here = Vector256.LoadUnsafe(ref seen[band]);
            (here + share * (WetLook.Of(here) - here)).StoreUnsafe(ref seen[band]);
        }
    }

    /// <summary>Its light, weighed band by band.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static float Light(ReadOnlySpan<float> seen, ReadOnlySpan<float> weights)
    {
        var sum = Vector256<float>.Zero;
        for (var band = 0; band < seen.Length; band += Step)
            sum += Vector256.LoadUnsafe(in seen[band]) * Vector256.LoadUnsafe(in weights[band]);
        return Vector256.Sum(sum);
    }
}
