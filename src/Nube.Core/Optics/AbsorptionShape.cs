using System.Collections.Immutable;
using Nube.Core.Colour;

namespace Nube.Core.Optics;

/// <summary>
/// How the absorption of a kind of pigment runs along the spectrum, whatever its height: ln K as a function of the
/// wavelength with a few unknowns.
/// </summary>
/// <remarks>
/// Two colours leave a spectrum open, and the smoothest one that explains them is wrong where absorption falls steeply:
/// it lets a golden yellow swallow the green that it leaves to a mix with blue. Unknowns are in units of what they are
/// commonly off by: 0 is the ordinary pigment of its kind, 1 one standard deviation beside it.
/// </remarks>
public abstract record AbsorptionShape
{
    /// <summary>How many unknowns.</summary>
    public abstract int Unknowns { get; }

    /// <summary>A kind of pigment is known.</summary>
    public virtual bool IsKnown => true;

    /// <summary>ln K at a wavelength, but for a constant.</summary>
    /// <param name="wavelength">nm.</param>
    /// <param name="off">How far each unknown is off the ordinary.</param>
    public abstract double LogAt(double wavelength, ReadOnlySpan<double> off);

    /// <summary>Nothing is known: absorption changes little from band to band.</summary>
    public static AbsorptionShape Unknown { get; } = new SmoothAbsorption();
}

/// <summary>Absorption that changes little from band to band.</summary>
public sealed record SmoothAbsorption : AbsorptionShape
{
    /// <inheritdoc/>
    public override int Unknowns => 0;

    /// <inheritdoc/>
    public override bool IsKnown => false;

    /// <inheritdoc/>
    public override double LogAt(double wavelength, ReadOnlySpan<double> off) => 0;
}

/// <summary>
/// An edge, as yellows, oranges, reds and earths have it: all light shorter than a wavelength is absorbed, hardly any
/// that is longer; between them K follows a sigmoid down to a tail.
/// </summary>
/// <param name="Edge">Where half of it is gone, nm.</param>
/// <param name="Width">From a half to about a quarter, nm.</param>
/// <param name="Tail">What is left beyond the edge, as a share.</param>
public sealed record AbsorptionEdge(double Edge, double Width, double Tail) : AbsorptionShape
{
    // What pigments of a kind are commonly off by. This project's own.
    private const double EdgeOff = 15, // nm
        WidthOff = 0.35, // its logarithm
        TailOff = 0.8; // its logarithm

    /// <inheritdoc/>
    public override int Unknowns => 3;

    /// <inheritdoc/>
    public override double LogAt(double wavelength, ReadOnlySpan<double> off)
    {
        var (edge, width) = (Edge + EdgeOff * off[0], Width * Math.Exp(WidthOff * off[1]));
        var tail = Math.Min(0.9, Tail * Math.Exp(TailOff * off[2]));
        return Math.Log(tail + (1 - tail) / (1 + Math.Exp((wavelength - edge) / width)));
    }
}

/// <summary>One band of absorption, a bell over the wavenumber.</summary>
/// <param name="Peak">Where it is highest, nm.</param>
/// <param name="Width">Its standard deviation, 1/cm.</param>
/// <param name="Height">Against the others.</param>
public readonly record struct AbsorptionBand(double Peak, double Width, double Height = 1);

/// <summary>Bands, as phthalocyanines, ultramarine, quinacridones, dioxazine and coloured metal oxides have them.</summary>
/// <param name="Bands">One to three bells over the wavenumber.</param>
/// <param name="Floor">What is absorbed everywhere, as a share of the highest band.</param>
public sealed record AbsorptionBands(ImmutableArray<AbsorptionBand> Bands, double Floor) : AbsorptionShape
{
    // What pigments of a kind are commonly off by. This project's own.
    private const double ShiftOff = 350, // 1/cm
        WidthOff = 0.2, // its logarithm
        FloorOff = 0.8, // its logarithm
        TiltOff = 0.5; // ln of the height of the last band against the first

    /// <inheritdoc/>
    public override int Unknowns => Bands.Length > 1 ? 4 : 3;

    /// <inheritdoc/>
    public override double LogAt(double wavelength, ReadOnlySpan<double> off)
    {
        const double wavenumbers = 1e7; // nm in a cm
        var (at, wider) = (wavenumbers / wavelength - ShiftOff * off[0], Math.Exp(WidthOff * off[1]));
        var sum = Floor * Math.Exp(FloorOff * off[2]);
        for (var i = 0; i < Bands.Length; i++)
        {
            var away = (at - wavenumbers / Bands[i].Peak) / (Bands[i].Width * wider);
            var height = i == 0 ? 1 : Math.Exp(TiltOff * off[3] * i / (Bands.Length - 1));
            sum += Bands[i].Height * height * Math.Exp(-away * away / 2);
        }
        return Math.Log(sum);
    }
}

/// <summary>Absorption that rises or falls evenly along the whole spectrum, as blacks, greys and whites have it.</summary>
public sealed record EvenAbsorption : AbsorptionShape
{
    private const double SlopeOff = 0.5, // ln K over the whole spectrum; this project's own
        Middle = 555; // nm

    /// <inheritdoc/>
    public override int Unknowns => 1;

    /// <inheritdoc/>
    public override double LogAt(double wavelength, ReadOnlySpan<double> off) =>
        -SlopeOff * off[0] * (wavelength - Middle) / ((Spectrum.Bands - 1) * Spectrum.Step);
}
