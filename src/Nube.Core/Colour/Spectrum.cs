using System.Collections.Immutable;

namespace Nube.Core.Colour;

/// <summary>
/// One value for each of 36 bands, 380 to 730 nm by 10 nm: a reflectance, an absorption, or the power of a light.
/// </summary>
/// <remarks>Immutable. The unit is the owner's: reflectance is a share of the light, 0 to 1.</remarks>
public sealed class Spectrum
{
    /// <summary>Number of bands.</summary>
    public const int Bands = 36;

    /// <summary>Wavelength of the first band, nm.</summary>
    public const int FirstWavelength = 380;

    /// <summary>Distance between bands, nm.</summary>
    public const int Step = 10;

    private readonly double[] values;

    private Spectrum(double[] values) => this.values = values;

    /// <summary>The values, from 380 nm upwards.</summary>
    public ReadOnlySpan<double> Values => values;

    /// <summary>The value of a band, 0 to 35.</summary>
    public double this[int band] => values[band];

    /// <summary>A spectrum from 36 values, 380 nm first.</summary>
    /// <exception cref="ArgumentException">There are not exactly 36 values, or one is not finite.</exception>
    public static Spectrum Of(params ReadOnlySpan<double> values)
    {
        if (values.Length != Bands)
            throw new ArgumentException($"A spectrum has {Bands} bands, not {values.Length}.", nameof(values));
        foreach (var value in values)
        {
            if (!double.IsFinite(value))
                throw new ArgumentException("A spectrum holds finite numbers only.", nameof(values));
        }
        return new Spectrum(values.ToArray());
    }

    /// <summary>A spectrum computed band by band; the function is given the band, 0 to 35.</summary>
    public static Spectrum From(Func<int, double> valueOfBand)
    {
        ArgumentNullException.ThrowIfNull(valueOfBand);
        var values = new double[Bands];
        for (var band = 0; band < Bands; band++)
            values[band] = valueOfBand(band);
        return Of(values);
    }

    /// <summary>The same value in every band.</summary>
    public static Spectrum Flat(double value) => From(_ => value);

    /// <summary>Wavelength of a band, nm.</summary>
    public static int Wavelength(int band) => FirstWavelength + Step * band;

    /// <summary>The values as a list, for JSON and files.</summary>
    public ImmutableArray<double> ToImmutableArray() => [.. values];
}
