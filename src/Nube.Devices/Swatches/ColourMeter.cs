using MathNet.Numerics.Distributions;
using Nube.Core.Colour;
using Nube.Core.Swatches;

namespace Nube.Devices.Swatches;

/// <summary>A colour meter: held on a spot, it tells the spot's reflectance.</summary>
public interface IColourMeter
{
    /// <summary>Reads a spot, 380 to 730 nm by 10 nm.</summary>
    /// <param name="surface">What is under the meter.</param>
    Spectrum Read(Spectrum surface);
}

/// <summary>Stands in for a colour meter, with an instrument's limits.</summary>
/// <remarks>
/// It sees 400 to 700 nm and repeats its last band beyond; each band takes in some of its neighbours; reading the same
/// spot twice differs by some thousandths, more in the blue, where its lamp is weak. From memory of hand-held
/// instruments. Seeded: the same readings in the same order are the same.
/// </remarks>
public sealed class SimulatedColourMeter(int seed) : IColourMeter
{
    private const int FirstBand = 2,
        LastBand = 32; // 400 and 700 nm
    private const double NeighbourShare = 0.08;
    private const double Noise = 0.0015,
        NoiseOfBlue = 0.003; // standard deviations
    private const double ScaleError = 0.004; // of the white tile that it was set on

    private readonly Random random = new(seed);

    /// <inheritdoc />
    public Spectrum Read(Spectrum surface)
    {
        ArgumentNullException.ThrowIfNull(surface);
        var scale = 1 + Normal.Sample(random, 0, ScaleError);
        double[] read =
        [
            .. Enumerable
                .Range(FirstBand, LastBand - FirstBand + 1)
                .Select(band =>
                    scale
                        * (
                            (1 - 2 * NeighbourShare) * surface[band]
                            + NeighbourShare * (surface[band - 1] + surface[band + 1])
                        )
                    + Normal.Sample(random, 0, Spectrum.Wavelength(band) < 440 ? NoiseOfBlue : Noise)
                ),
        ];
        return Spectrum.From(band => Math.Max(0, read[Math.Clamp(band, FirstBand, LastBand) - FirstBand]));
    }

    /// <summary>Reads the boxes of a painted sheet, its paper and its bare bar, as a maker would go over it.</summary>
    public static IReadOnlyList<MeterReading> ReadSheet(IColourMeter meter, PaintedSheet painted)
    {
        ArgumentNullException.ThrowIfNull(meter);
        ArgumentNullException.ThrowIfNull(painted);
        return
        [
            new MeterReading(MeterEvidence.Paper, meter.Read(painted.Paper)),
            new MeterReading(MeterEvidence.Black, meter.Read(painted.Black)),
            .. painted.Patches.Select(patch => new MeterReading(
                MeterEvidence.NameOf(patch.Patch.Row, patch.Patch.Column),
                meter.Read(patch.Paint.Over(patch.Ground, patch.Load))
            )),
        ];
    }
}
