namespace Nube.Core.Colour;

/// <summary>Relative spectral power of the standard lights, 100 at 560 nm.</summary>
/// <remarks>CIE 15:2018 "Colorimetry", tables of standard illuminant D65 and illuminant D50, at 10 nm.</remarks>
public static class Illuminants
{
    /// <summary>Average daylight, 6504 K: the light that screens and Nube's predictions assume.</summary>
    public static Spectrum D65 { get; } =
        Spectrum.Of(
            49.9755,
            54.6482,
            82.7549,
            91.4860,
            93.4318,
            86.6823,
            104.865,
            117.008,
            117.812,
            114.861,
            115.923,
            108.811,
            109.354,
            107.802,
            104.790,
            107.689,
            104.405,
            104.046,
            100.000,
            96.3342,
            95.7880,
            88.6856,
            90.0062,
            89.5991,
            87.6987,
            83.2886,
            83.6992,
            80.0268,
            80.2146,
            82.2778,
            78.2842,
            69.7213,
            71.6091,
            74.3490,
            61.6040,
            69.8856
        );

    /// <summary>Horizon daylight, 5003 K: the light of print comparison (ISO 3664).</summary>
    public static Spectrum D50 { get; } =
        Spectrum.Of(
            24.45,
            29.83,
            49.25,
            56.45,
            59.97,
            57.76,
            74.77,
            87.19,
            90.56,
            91.32,
            95.07,
            91.93,
            95.70,
            96.59,
            97.11,
            102.09,
            100.75,
            102.31,
            100.00,
            97.74,
            98.92,
            93.51,
            97.71,
            99.29,
            99.07,
            95.75,
            98.90,
            95.71,
            98.24,
            103.06,
            99.19,
            87.43,
            91.66,
            92.94,
            76.89,
            86.56
        );

    /// <summary>A filament lamp, 2856 K: the light of an evening table.</summary>
    /// <remarks>
    /// CIE 15:2018, standard illuminant A, by its formula:
    /// S = 100 (560 / w)^5 (exp(1.435e7 / (2848 x 560)) - 1) / (exp(1.435e7 / (2848 w)) - 1), w in nm.
    /// </remarks>
    public static Spectrum A { get; } =
        Spectrum.From(band =>
        {
            const double c = 1.435e7 / 2848;
            double wavelength = Spectrum.Wavelength(band);
            return 100 * Math.Pow(560 / wavelength, 5) * (Math.Exp(c / 560) - 1) / (Math.Exp(c / wavelength) - 1);
        });
}
