namespace Nube.Core.Colour;

/// <summary>What an eye that is used to one light sees as it would look by another.</summary>
/// <remarks>The linear Bradford transform (ICC.1:2022, annex E).</remarks>
public static class Adaptation
{
    private static readonly double[] Bradford =
    [
        0.8951,
        0.2664,
        -0.1614,
        -0.7502,
        1.7135,
        0.0367,
        0.0389,
        -0.0685,
        1.0296,
    ];

    private static readonly double[] Back =
    [
        0.9869929,
        -0.1470543,
        0.1599627,
        0.4323053,
        0.5183603,
        0.0492912,
        -0.0085287,
        0.0400428,
        0.9684867,
    ];

    /// <summary>Tristimulus values by a light as they would be by D65.</summary>
    /// <param name="xyz">What is seen by the light.</param>
    /// <param name="white">A perfect white by the light.</param>
    public static Xyz ToD65(Xyz xyz, Xyz white)
    {
        var (from, to, here) = (Times(Bradford, white), Times(Bradford, Xyz.D65White), Times(Bradford, xyz));
        return Times(Back, new Xyz(here.X * to.X / from.X, here.Y * to.Y / from.Y, here.Z * to.Z / from.Z));
    }

    private static Xyz Times(double[] m, Xyz v) =>
        new(
            m[0] * v.X + m[1] * v.Y + m[2] * v.Z,
            m[3] * v.X + m[4] * v.Y + m[5] * v.Z,
            m[6] * v.X + m[7] * v.Y + m[8] * v.Z
        );
}
