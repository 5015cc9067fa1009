using Nube.Core.Optics;

namespace Nube.Core.Swatches;

/// <summary>What is known of a colourant before its patches are looked at, and how well they are read.</summary>
/// <remarks>
/// Standard deviations are this project's own: those of a sheet were set on simulated sheets, those of picked colours
/// so that both colours are explained to what an eye tells apart.
/// </remarks>
/// <param name="Shape">How absorption runs with its kind of pigment.</param>
/// <param name="StepOfLogK">of ln K about the shape, from one band to the next.</param>
/// <param name="Scattering">S that it probably has.</param>
/// <param name="SpreadOfLogS">of ln S about that.</param>
/// <param name="SpreadOfLogFull">of ln X of a full strength about 0.</param>
/// <param name="SpreadOfLogLoad">of ln X of a wash about what was meant.</param>
/// <param name="ReadLab">of L*, a*, b* as they are read or picked.</param>
/// <param name="CutBelow">A paint outside sRGB looks as one on its border; where a colour has more light of a primary than
/// this, it was not cut there. Noise makes that useless for a picture.</param>
public sealed record Beforehand(
    AbsorptionShape Shape,
    double StepOfLogK,
    double Scattering,
    double SpreadOfLogS,
    double SpreadOfLogFull,
    double SpreadOfLogLoad,
    double ReadLab,
    double CutBelow
)
{
    /// <summary>Of a hand's dilution about 1: an exponent on what was meant.</summary>
    internal const double SpreadOfDilution = 0.06;

    /// <summary>Of L*, a*, b* over black, which is not quite known.</summary>
    internal const double ReadLabOverBlack = 5.0;

    /// <summary>
    /// Of a reflectance that a meter reads, with what the model leaves out: grain, scattering that changes with wavelength.
    /// </summary>
    internal const double ReadReflectance = 0.015;

    private const double LoosestReadLab = 3,
        Sharper = 3; // times, from one descent to the next

    /// <summary>Readings by way of which this one is fitted, the loosest first; none where it is loose itself.</summary>
    internal IEnumerable<double> LooserFirst
    {
        get
        {
            for (var loose = LoosestReadLab; loose > Sharper * ReadLab / 2; loose /= Sharper)
                yield return loose;
        }
    }

    private const double OrdinaryS = 0.03; // of a transparent paint

    private const double Smooth = 0.5, // of ln K from band to band, where no kind is known
        OfItsKind = 0.12; // about the shape of its kind

    /// <summary>The same without a kind.</summary>
    internal Beforehand OfAnyKind() => this with { Shape = AbsorptionShape.Unknown, StepOfLogK = Smooth };

    /// <summary>Of a painted sheet: hands err in strength, and a device sees otherwise than the eye.</summary>
    public static Beforehand OfSheet(AbsorptionShape shape)
    {
        ArgumentNullException.ThrowIfNull(shape);
        return new(shape, shape.IsKnown ? OfItsKind : Smooth, OrdinaryS, 1.0, 0.14, 0.14, 1.5, 1);
    }

    /// <summary>Of two picked colours: the full strength is what it is, the wash is watered by feel.</summary>
    public static Beforehand OfPicked(AbsorptionShape shape, double scattering)
    {
        ArgumentNullException.ThrowIfNull(shape);
        return new(shape, shape.IsKnown ? OfItsKind : Smooth, scattering, 0.3, 0.01, 0.5, 0.8, 0.01);
    }
}
