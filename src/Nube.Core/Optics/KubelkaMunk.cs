using System.Runtime.Intrinsics;
using Nube.Core.Colour;

namespace Nube.Core.Optics;

/// <summary>The look of a layer of paint on a ground.</summary>
/// <remarks>
/// P. Kubelka, F. Munk, "Ein Beitrag zur Optik der Farbanstriche", Zeitschrift fuer technische Physik 12 (1931),
/// 593-601, in a form without hyperbolic functions that neither overflows for thick layers nor divides by zero for
/// none. Layers of one mix add their loads exactly; other layers stack by taking the result as the next ground.
/// </remarks>
public static class KubelkaMunk
{
    /// <summary>Least absorption per unit load; keeps the formula finite where a paint does not absorb.</summary>
    public const double LeastAbsorption = 1e-3;

    /// <summary>Most absorption per unit load that is told apart from black; used when inverting a swatch.</summary>
    public const double MostAbsorption = 1e3;

    /// <summary>Reflectance of one band.</summary>
    /// <param name="absorption">K per unit load, at least <see cref="LeastAbsorption"/>.</param>
    /// <param name="scattering">S per unit load, 0 or more.</param>
    /// <param name="load">X, 0 or more; 1 is a full strength wash.</param>
    /// <param name="ground">Reflectance under the layer, 0 to 1.</param>
    public static double Reflectance(double absorption, double scattering, double load, double ground)
    {
        var (k, s) = (Vector256.Create(absorption), Vector256.Create(scattering));
        var d = Depth(k, s);
        return Reflectance(k, s, d, Passing(d, load), Vector256.Create(ground)).ToScalar();
    }

    /// <summary>d = sqrt(K (K + 2S)) of as many bands as a vector holds.</summary>
    internal static Vector256<T> Depth<T>(Vector256<T> absorption, Vector256<T> scattering) =>
        Vector256.Sqrt(absorption * (absorption + scattering + scattering));

    /// <summary>E = exp(-2 d X), what a load lets pass.</summary>
    internal static Vector256<double> Passing(Vector256<double> d, double load) => Vector256.Exp(-2 * load * d);

    /// <summary>The same in single precision, which is enough for what is only looked at.</summary>
    internal static Vector256<float> Passing(Vector256<float> d, float load) => Vector256.Exp(-2 * load * d);

    /// <summary>The reflectance with d and E already at hand.</summary>
    internal static Vector256<T> Reflectance<T>(
        Vector256<T> absorption,
        Vector256<T> scattering,
        Vector256<T> d,
        Vector256<T> e,
        Vector256<T> ground
    )
    {
        var u = Vector256<T>.One - e;
        var v = d * (Vector256<T>.One + e);
        var a = (absorption + scattering) * u;
        return (scattering * u - ground * (a - v)) / (a + v - ground * scattering * u);
    }

    /// <summary>Reflectance of a layer thick enough to hide its ground.</summary>
    /// <remarks>Kubelka and Munk 1931: R = 1 + K/S - sqrt((K/S)^2 + 2 K/S).</remarks>
    public static double InfiniteReflectance(double absorption, double scattering)
    {
        var ratio = absorption / scattering;
        return 1 + ratio - Math.Sqrt(ratio * ratio + 2 * ratio);
    }

    /// <summary>Reflectance of a ground with one layer of a paint on it.</summary>
    /// <param name="paint">The paint or mix.</param>
    /// <param name="load">X, 0 or more.</param>
    /// <param name="ground">Reflectance of what is below.</param>
    public static Spectrum Over(Spectrum ground, PaintOptics paint, double load)
    {
        ArgumentNullException.ThrowIfNull(paint);
        ArgumentNullException.ThrowIfNull(ground);
        ArgumentOutOfRangeException.ThrowIfNegative(load);
        var s = Vector256.Create(paint.Scattering);
        Span<double> look = stackalloc double[Spectrum.Bands];
        for (var band = 0; band < Spectrum.Bands; band += Vector256<double>.Count)
        {
            var k = Vector256.Create(paint.Absorption.Values[band..]);
            var d = Depth(k, s);
            Reflectance(k, s, d, Passing(d, load), Vector256.Create(ground.Values[band..])).CopyTo(look[band..]);
        }
        return Spectrum.Of(look);
    }

    /// <summary>
    /// The absorption with which a layer of this load looks like this; the inverse of
    /// <see cref="Reflectance(double, double, double, double)"/>.
    /// </summary>
    /// <returns>K, between the least and the most absorption; the nearer of the two where none fits.</returns>
    public static double Absorption(double reflectance, double scattering, double load, double ground)
    {
        // Reflectance falls as K rises, so bisection on ln K is safe; 50 halvings leave a relative error of 1e-14.
        double low = Math.Log(LeastAbsorption),
            high = Math.Log(MostAbsorption);
        for (var halving = 0; halving < 50; halving++)
        {
            var middle = (low + high) / 2;
            if (Reflectance(Math.Exp(middle), scattering, load, ground) > reflectance)
                low = middle;
            else
                high = middle;
        }
        return Math.Exp((low + high) / 2);
    }
}
