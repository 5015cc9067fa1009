using System.Runtime.Intrinsics;
using Nube.Core.Colour;

namespace Nube.Core.Optics;

/// <summary>How dried paint looks while water lies on it: darker and deeper.</summary>
/// <remarks>
/// Light that the paint throws back is partly thrown back again by the water's surface, and meets the paint a second
/// time. J. Lekner, M. C. Dorf, "Why some things are darker when wet", Applied Optics 27 (1988), 1278-1280, after
/// A. Angstrom (1925): R' = (1 - e) (1 - i) R / (1 - i R), where e is what a film of water throws back of diffuse light
/// from outside (Fresnel, over all directions) and i = 1 - (1 - e) / n^2 what it throws back from inside.
/// </remarks>
public static class WetLook
{
    /// <summary>Refractive index of water.</summary>
    public const double Water = 1.333;

    /// <summary>What a film of water throws back of diffuse light from outside.</summary>
    public static double FromOutside { get; } = DiffuseFresnel(Water);

    /// <summary>What it throws back of diffuse light from inside.</summary>
    public static double FromInside { get; } = 1 - (1 - FromOutside) / (Water * Water);

    /// <summary>The reflectance of a surface under a film of water.</summary>
    /// <param name="dry">Its reflectance, dry.</param>
    public static Spectrum Of(Spectrum dry)
    {
        ArgumentNullException.ThrowIfNull(dry);
        return Spectrum.From(band => (1 - FromOutside) * (1 - FromInside) * dry[band] / (1 - FromInside * dry[band]));
    }

    /// <summary>The same for bands in single precision.</summary>
    /// <param name="dry">Their reflectance, dry, 0 to 1.</param>
    internal static Vector256<float> Of(Vector256<float> dry)
    {
        float outside = (float)FromOutside,
            inside = (float)FromInside;
        return (1 - outside) * (1 - inside) * dry / (Vector256<float>.One - inside * dry);
    }

    /// <summary>Fresnel's reflectance over all directions: the integral of R(t) sin 2t from 0 to 90 degrees.</summary>
    private static double DiffuseFresnel(double index)
    {
        const int steps = 2000;
        var sum = 0.0;
        for (var step = 0; step < steps; step++)
        {
            var angle = (step + 0.5) / steps * Math.PI / 2;
            var cos = Math.Cos(angle);
            var inside = Math.Sqrt(1 - Math.Pow(Math.Sin(angle) / index, 2));
            var across = Math.Pow((cos - index * inside) / (cos + index * inside), 2);
            var along = Math.Pow((index * cos - inside) / (index * cos + inside), 2);
            sum += (across + along) / 2 * Math.Sin(2 * angle);
        }
        return sum * Math.PI / 2 / steps;
    }
}
