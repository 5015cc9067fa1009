using Nube.Core.Colour;

namespace Nube.Devices.Swatches;

/// <summary>From what reaches a device's sensors to what it writes into its picture.</summary>
internal sealed class Exposure(SheetConditions conditions)
{
    private const int Levels = 4096; // of linear light, in which codes are looked up

    private readonly byte[] codes =
    [
        .. Enumerable
            .Range(0, Levels)
            .Select(level => (byte)Math.Round(255 * Math.Pow(Srgb.Encode(level / (Levels - 1.0)), conditions.Tone))),
    ];

    /// <summary>Linear light of a surface as the sensors have it, exposed so that white comes out as the cast says.</summary>
    public static double[] Seen(SheetConditions conditions, Spectrum reflectance)
    {
        var plain = conditions.Sensors.Linear(reflectance);
        var grey = plain.Average();
        var linear = plain.Select(light => grey + (light - grey) * conditions.Vividness).ToArray();
        return [linear[0] * conditions.Cast.R, linear[1] * conditions.Cast.G, linear[2] * conditions.Cast.B];
    }

    /// <summary>How much of the light is left at a place of the picture.</summary>
    /// <param name="across">From the left, as a share of its width.</param>
    /// <param name="down">From the top, as a share of its height.</param>
    public double FallsOff(double across, double down) => 1 - conditions.LightFallOff * (0.7 * across + 0.3 * down);

    /// <summary>What a pixel is off by chance, of 255.</summary>
    public double Noise(Random random) =>
        conditions.Noise * (random.NextDouble() + random.NextDouble() + random.NextDouble() - 1.5) * 2;

    /// <summary>What is written for a light.</summary>
    public byte Code(double light, double falls, double noise)
    {
        var lit = (light * (1 - conditions.Glare) + conditions.Glare) * falls;
        return (byte)Math.Clamp(codes[(int)(Math.Clamp(lit, 0, 1) * (Levels - 1))] + noise, 0, 255);
    }
}
