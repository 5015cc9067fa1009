using Nube.Core.Colour;

namespace Nube.Core.Optics;

/// <summary>What a paint does to light, per unit of load: absorption K and scattering S of Kubelka and Munk.</summary>
/// <param name="Absorption">K in each band, per unit load, at least <see cref="KubelkaMunk.LeastAbsorption"/>.</param>
/// <param name="Scattering">S, the same in every band, per unit load, above 0; about 0.03 for a transparent
/// paint.</param>
public sealed record PaintOptics(Spectrum Absorption, double Scattering)
{
    /// <summary>
    /// The optics of a mixture: K and S are the means of the colourants' own, weighted by their parts.
    /// </summary>
    /// <param name="ingredients">Paints with their parts; every part above 0, at least one paint.</param>
    /// <exception cref="ArgumentException">Nothing is mixed, or a part is not above 0.</exception>
    public static PaintOptics Mix(IReadOnlyList<(PaintOptics Paint, double Parts)> ingredients)
    {
        ArgumentNullException.ThrowIfNull(ingredients);
        if (ingredients.Count == 0)
            throw new ArgumentException("A mix needs a colourant.", nameof(ingredients));
        if (ingredients.Any(i => !(i.Parts > 0)))
            throw new ArgumentException("Every colourant of a mix has parts above 0.", nameof(ingredients));
        var total = ingredients.Sum(i => i.Parts);
        return new PaintOptics(
            Spectrum.From(band => ingredients.Sum(i => i.Parts * i.Paint.Absorption[band]) / total),
            ingredients.Sum(i => i.Parts * i.Paint.Scattering) / total
        );
    }
}
