namespace Nube.Core.Colour;

/// <summary>Surfaces by a warm lamp, as an eye that is used to it sees them.</summary>
public static class WarmLamp
{
    private static readonly Xyz White = ToXyz(Spectrum.Flat(1));

    /// <summary>CIELAB of a surface by the lamp: its tristimulus values under A, moved to D65.</summary>
    public static Lab ToLab(Spectrum reflectance)
    {
        ArgumentNullException.ThrowIfNull(reflectance);
        return Lab.FromXyz(Adaptation.ToD65(ToXyz(reflectance), White));
    }

    /// <summary>CIE 1931 tristimulus values of a surface under illuminant A, Y = 1 for the perfect white.</summary>
    public static Xyz ToXyz(Spectrum reflectance)
    {
        ArgumentNullException.ThrowIfNull(reflectance);
        double x = 0,
            y = 0,
            z = 0,
            all = 0;
        for (var band = 0; band < Spectrum.Bands; band++)
        {
            var light = Illuminants.A[band];
            var seen = light * reflectance[band];
            x += seen * StandardObserver.X[band];
            y += seen * StandardObserver.Y[band];
            z += seen * StandardObserver.Z[band];
            all += light * StandardObserver.Y[band];
        }
        return new Xyz(x / all, y / all, z / all);
    }
}
