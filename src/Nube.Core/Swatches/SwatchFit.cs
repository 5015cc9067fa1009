using Nube.Core.Colour;
using Nube.Core.Optics;

namespace Nube.Core.Swatches;

/// <summary>A colourant's optics as found from its swatches, with how well they explain them.</summary>
/// <param name="Optics">K and S.</param>
/// <param name="WashLoad">Load that the wash swatch turned out to have.</param>
/// <param name="Residual">CIEDE2000 between the full-strength swatch and its prediction.</param>
public sealed record FittedColourant(PaintOptics Optics, double WashLoad, double Residual);

/// <summary>K and S of a colourant from two swatches of known colour.</summary>
/// <remarks>
/// A full-strength patch of a deep colour is nearly black and says little about hue; a wash says much. So K is taken
/// from the wash, band by band, and the load of the wash is the one with which the full strength comes out nearest.
/// Both reflectances are reconstructed from sRGB, so the result is an estimate; a sheet of five patches or a meter
/// gives better.
/// </remarks>
public static class SwatchFit
{
    /// <summary>Reflectance of the paper on which swatches are taken to stand: a neutral white. From memory.</summary>
    public const double NeutralPaper = 0.92;

    private const double LeastWashLoad = 0.04,
        MostWashLoad = 0.7; // loads between which the second swatch can lie; this project's own

    /// <summary>What a wash of a colourant probably looks like of which only the full strength is known.</summary>
    /// <remarks>
    /// K by the full strength alone. Of a nearly black paint that says little about its hue: the wash of a second
    /// swatch says much more.
    /// </remarks>
    public static Srgb WashOf(Srgb fullStrength, double scattering)
    {
        var full = ReflectanceReconstruction.From(fullStrength);
        var paint = new PaintOptics(
            Spectrum.From(band => KubelkaMunk.Absorption(full[band], scattering, 1, NeutralPaper)),
            scattering
        );
        return Srgb.FromLab(
            SpectralColour.ToLab(KubelkaMunk.Over(Spectrum.Flat(NeutralPaper), paint, new Strength(4).LoadOfOneLayer))
        );
    }

    /// <summary>Finds K for a colourant.</summary>
    /// <param name="fullStrength">Colour of one full-strength wash on white paper.</param>
    /// <param name="wash">Colour of the same, well watered, on white paper.</param>
    /// <param name="scattering">S, above 0: about 0.02 transparent, 0.1 and more opaque.</param>
    public static FittedColourant From(Srgb fullStrength, Srgb wash, double scattering)
    {
        ArgumentOutOfRangeException.ThrowIfNegativeOrZero(scattering);
        var ground = Spectrum.Flat(NeutralPaper);
        var washed = ReflectanceReconstruction.From(wash);
        var full = fullStrength.ToLab();

        PaintOptics At(double washLoad) =>
            new(
                Spectrum.From(band => KubelkaMunk.Absorption(washed[band], scattering, washLoad, NeutralPaper)),
                scattering
            );
        double Miss(double washLoad) =>
            Ciede2000.Difference(full, SpectralColour.ToLab(KubelkaMunk.Over(ground, At(washLoad), 1)));

        // The miss has one valley in the load: golden section on its logarithm.
        var golden = (Math.Sqrt(5) - 1) / 2;
        double low = Math.Log(LeastWashLoad),
            high = Math.Log(MostWashLoad);
        double left = high - golden * (high - low),
            right = low + golden * (high - low);
        double missLeft = Miss(Math.Exp(left)),
            missRight = Miss(Math.Exp(right));
        for (var step = 0; step < 20; step++)
        {
            if (missLeft < missRight)
            {
                (high, right, missRight) = (right, left, missLeft);
                left = high - golden * (high - low);
                missLeft = Miss(Math.Exp(left));
            }
            else
            {
                (low, left, missLeft) = (left, right, missRight);
                right = low + golden * (high - low);
                missRight = Miss(Math.Exp(right));
            }
        }
        var load = Math.Exp((low + high) / 2);
        return new FittedColourant(At(load), load, Miss(load));
    }
}
