using Nube.Core.Colour;
using Nube.Core.Optics;

namespace Nube.Core.Swatches;

/// <summary>A colourant's optics as found from its two swatches, with how well they explain them.</summary>
/// <param name="Optics">K and S.</param>
/// <param name="WashLoad">Load that the wash swatch turned out to have.</param>
/// <param name="Residual">The larger of the CIEDE2000 between the swatches and their predictions.</param>
public sealed record FittedColourant(PaintOptics Optics, double WashLoad, double Residual);

/// <summary>K and S of a colourant from two swatches of known colour.</summary>
/// <remarks>
/// The fit of all patches (<see cref="ColourantFit"/>), of two that were picked by eye. Six numbers leave much open; the
/// kind of pigment says most of it, so the result is an estimate. A sheet of five patches or a meter gives better.
/// </remarks>
public static class SwatchFit
{
    /// <summary>Reflectance of the paper on which swatches are taken to stand: a neutral white. From memory.</summary>
    public const double NeutralPaper = 0.92;

    /// <summary>How much water the second swatch has, by feel.</summary>
    private static readonly Strength WashStrength = new(4);

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
            SpectralColour.ToLab(KubelkaMunk.Over(Spectrum.Flat(NeutralPaper), paint, WashStrength.LoadOfOneLayer))
        );
    }

    /// <summary>Finds K and S of a colourant.</summary>
    /// <param name="fullStrength">Colour of one full-strength wash on white paper.</param>
    /// <param name="wash">Colour of the same, well watered, on white paper.</param>
    /// <param name="scattering">S that it probably has, above 0: about 0.02 transparent, 0.1 and more opaque.</param>
    /// <param name="shape">How absorption runs with its kind of pigment.</param>
    public static FittedColourant From(Srgb fullStrength, Srgb wash, double scattering, AbsorptionShape shape)
    {
        ArgumentOutOfRangeException.ThrowIfNegativeOrZero(scattering);
        var known = Beforehand.OfPicked(shape, scattering);
        var (full, thin) = (fullStrength.ToLab(), wash.ToLab());
        var fitted = ColourantFit.From(
            [
                new SwatchEvidence(0, new Strength(0), OverBlack: false, full, Reflectance: null),
                new SwatchEvidence(1, WashStrength, OverBlack: false, thin, Reflectance: null),
            ],
            NeutralPaper,
            black: 0,
            known
        );
        // A swatch that sRGB holds no stronger may be one of a stronger paint.
        double Miss(double load, Lab seen)
        {
            var xyz = SpectralColour.ToXyz(KubelkaMunk.Over(Spectrum.Flat(NeutralPaper), fitted.Optics, load));
            return Ciede2000.Difference(seen, Lab.FromXyz(InPicture.Of(xyz, default, seen, known.CutBelow).Xyz));
        }
        return new FittedColourant(
            fitted.Optics,
            fitted.Loads[1],
            Math.Max(Miss(1, full), Miss(fitted.Loads[1], thin))
        );
    }
}
