using Nube.Core.Colour;

namespace Nube.Core.Simulation;

/// <summary>From a reflectance to what a screen is told, as sRGB (IEC 61966-2-1) has it.</summary>
internal static class Screen
{
    private const int Levels = 4096; // of linear light, in which codes are looked up

    /// <summary>For red, green, blue: how much of each band's reflectance is in its linear light.</summary>
    public static float[][] Weights { get; } = Bands();

    private static readonly byte[] codes =
    [
        .. Enumerable.Range(0, Levels + 1).Select(level => (byte)Math.Round(255 * Srgb.Encode((double)level / Levels))),
    ];

    /// <summary>The code of a linear light; what is beyond a screen's reach is cut.</summary>
    /// <param name="light">Linear light, 0 to 1.</param>
    public static byte Code(float light) => codes[(int)Math.Clamp(light * Levels, 0, Levels)];

    /// <summary>Light adds up, so what each band brings by itself says all.</summary>
    private static float[][] Bands()
    {
        var weights = Enumerable.Range(0, 3).Select(_ => new float[SeenSpectrum.Padded]).ToArray();
        for (var band = 0; band < Spectrum.Bands; band++)
        {
            var only = new double[Spectrum.Bands];
            only[band] = 1;
            var xyz = SpectralColour.ToXyz(only);
            var m = Srgb.XyzToLinear;
            for (var channel = 0; channel < 3; channel++)
                weights[channel][band] = (float)(
                    m[3 * channel] * xyz.X + m[3 * channel + 1] * xyz.Y + m[3 * channel + 2] * xyz.Z
                );
        }
        return weights;
    }
}
