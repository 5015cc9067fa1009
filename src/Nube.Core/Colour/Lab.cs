namespace Nube.Core.Colour;

/// <summary>CIE 1976 L*a*b* against the D65 white.</summary>
/// <param name="L">Lightness, 0 (black) to 100 (white).</param>
/// <param name="A">Red (+) to green (-).</param>
/// <param name="B">Yellow (+) to blue (-).</param>
/// <remarks>CIE 15:2018 "Colorimetry", 8.2.1 CIE 1976 (L*a*b*) colour space.</remarks>
public readonly record struct Lab(double L, double A, double B)
{
    private const double Delta = 6.0 / 29.0;

    /// <summary>Chroma: distance from grey.</summary>
    public double Chroma => Math.Sqrt(A * A + B * B);

    /// <summary>Hue angle, degrees, 0 to 360; 0 for greys.</summary>
    public double Hue
    {
        get
        {
            if (A == 0 && B == 0)
                return 0;
            var degrees = Math.Atan2(B, A) * 180 / Math.PI;
            return degrees < 0 ? degrees + 360 : degrees;
        }
    }

    /// <summary>The square of the distance to another colour: of the colour difference of 1976 (CIE 15:2018, 8.2.1).</summary>
    public double SquaredDistance(Lab other)
    {
        var (l, a, b) = (L - other.L, A - other.A, B - other.B);
        return l * l + a * a + b * b;
    }

    /// <summary>L*a*b* of tristimulus values under D65.</summary>
    public static Lab FromXyz(Xyz xyz)
    {
        var white = Xyz.D65White;
        var fx = Compress(xyz.X / white.X);
        var fy = Compress(xyz.Y / white.Y);
        var fz = Compress(xyz.Z / white.Z);
        return new Lab(116 * fy - 16, 500 * (fx - fy), 200 * (fy - fz));
    }

    /// <summary>Tristimulus values under D65.</summary>
    public Xyz ToXyz() => ToXyz(Xyz.D65White);

    /// <summary>Tristimulus values where this is white.</summary>
    public Xyz ToXyz(Xyz white)
    {
        var fy = (L + 16) / 116;
        return new Xyz(white.X * Expand(fy + A / 500), white.Y * Expand(fy), white.Z * Expand(fy - B / 200));
    }

    /// <summary>A colour from lightness, chroma and hue angle in degrees.</summary>
    public static Lab FromLch(double lightness, double chroma, double hue) =>
        new(lightness, chroma * Math.Cos(hue * Math.PI / 180), chroma * Math.Sin(hue * Math.PI / 180));

    private static double Compress(double t) =>
        t > Delta * Delta * Delta ? Math.Cbrt(t) : t / (3 * Delta * Delta) + 4.0 / 29.0;

    private static double Expand(double f) => f > Delta ? f * f * f : 3 * Delta * Delta * (f - 4.0 / 29.0);
}
