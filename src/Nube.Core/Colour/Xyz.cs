namespace Nube.Core.Colour;

/// <summary>CIE 1931 tristimulus values under D65, Y = 1 for the perfect white.</summary>
/// <param name="X">X, 0 to about 0.95.</param>
/// <param name="Y">Luminance factor, 0 to 1.</param>
/// <param name="Z">Z, 0 to about 1.09.</param>
public readonly record struct Xyz(double X, double Y, double Z)
{
    /// <summary>The white of sRGB: D65 by its chromaticity x = 0.3127, y = 0.3290 (IEC 61966-2-1).</summary>
    public static Xyz D65White { get; } = new(0.3127 / 0.3290, 1, (1 - 0.3127 - 0.3290) / 0.3290);
}

/// <summary>From a reflectance to what the eye gets of it.</summary>
public static class SpectralColour
{
    /// <summary>Weights of the bands for X, Y and Z: D65 times the observer.</summary>
    /// <remarks>
    /// Each row is rescaled so that a reflectance of 1 in all bands is exactly the white of sRGB; the rows as
    /// printed differ from it by less than 0.1 % because of the 10 nm step and the ends cut off.
    /// </remarks>
    private static readonly double[][] Weights =
    [
        Row(StandardObserver.X, Xyz.D65White.X),
        Row(StandardObserver.Y, Xyz.D65White.Y),
        Row(StandardObserver.Z, Xyz.D65White.Z),
    ];

    /// <summary>The weights of the bands for X, then Y, then Z; each sums to the white.</summary>
    public static ReadOnlySpan<double> WeightsOf(int component) => Weights[component];

    /// <summary>Tristimulus values of a surface under D65.</summary>
    /// <param name="reflectance">36 reflectances, 0 to 1.</param>
    public static Xyz ToXyz(ReadOnlySpan<double> reflectance)
    {
        double[] wx = Weights[0],
            wy = Weights[1],
            wz = Weights[2];
        double x = 0,
            y = 0,
            z = 0;
        for (var band = 0; band < Spectrum.Bands; band++)
        {
            var r = reflectance[band];
            x += wx[band] * r;
            y += wy[band] * r;
            z += wz[band] * r;
        }
        return new Xyz(x, y, z);
    }

    /// <summary>Tristimulus values of a surface under D65.</summary>
    public static Xyz ToXyz(Spectrum reflectance)
    {
        ArgumentNullException.ThrowIfNull(reflectance);
        return ToXyz(reflectance.Values);
    }

    /// <summary>CIELAB of a surface under D65.</summary>
    public static Lab ToLab(Spectrum reflectance) => Lab.FromXyz(ToXyz(reflectance));

    private static double[] Row(Spectrum observer, double white)
    {
        var row = new double[Spectrum.Bands];
        for (var band = 0; band < row.Length; band++)
            row[band] = Illuminants.D65[band] * observer[band];
        var sum = row.Sum();
        for (var band = 0; band < row.Length; band++)
            row[band] *= white / sum;
        return row;
    }
}
