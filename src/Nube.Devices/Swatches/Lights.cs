using Nube.Core.Colour;

namespace Nube.Devices.Swatches;

/// <summary>Lights under which sheets are taken. Their shapes are from memory of such lamps; which one, is chance.</summary>
internal static class Lights
{
    /// <summary>The lamp of a scanner: even, a white diode, three diodes, or a fluorescent tube.</summary>
    public static Spectrum OfScanner(Random random) =>
        random.Next(4) switch
        {
            0 => Spectrum.Flat(1),
            1 => WhiteDiode(random),
            2 => Lines(
                [(465 + random.Next(-6, 7), 11), (528 + random.Next(-8, 9), 15), (628 + random.Next(-6, 7), 9)],
                0.02
            ),
            _ => Tube,
        };

    /// <summary>What a phone sees by: daylight early or late, a warm lamp, a white diode, or a fluorescent tube.</summary>
    public static Spectrum OfRoom(Random random) =>
        random.Next(5) switch
        {
            0 => Illuminants.D50,
            1 => Illuminants.D65,
            2 => Illuminants.A,
            3 => WhiteDiode(random),
            _ => Tube,
        };

    /// <summary>A blue diode with a phosphor that makes a broad yellow of a part of it.</summary>
    private static Spectrum WhiteDiode(Random random)
    {
        var (blue, phosphor) = (445 + 15 * random.NextDouble(), 0.5 + random.NextDouble());
        return Spectrum.From(band => 0.01 + Bell(band, blue, 10) + phosphor * Bell(band, 560, 52));
    }

    /// <summary>Three narrow phosphors over a low continuum.</summary>
    private static Spectrum Tube { get; } = Lines([(436, 5), (545, 6), (611, 6)], 0.12);

    private static Spectrum Lines((double Middle, double Width)[] lines, double continuum) =>
        Spectrum.From(band => continuum + lines.Sum(line => Bell(band, line.Middle, line.Width)));

    private static double Bell(int band, double middle, double width) =>
        Math.Exp(-Math.Pow((Spectrum.Wavelength(band) - middle) / width, 2) / 2);
}
