using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Mixing;
using Nube.Core.Optics;

namespace Nube.Core.Tests.Mixing;

/// <summary>The generic box of twelve pans on white watercolour paper.</summary>
internal static class BoxOfTwelve
{
    public static IReadOnlyList<Colourant> Pans { get; } = GenericCatalogue.Pans;

    public static IReadOnlyList<PaintOptics> Palette { get; } = [.. Pans.Select(pan => pan.Optics())];

    public static Spectrum Paper { get; } = GenericCatalogue.Papers[0].Reflectance();

    public static RecipeIndex Index { get; } = RecipeIndex.Build(Palette, Paper);

    public static PaintOptics Of(string colourIndex) =>
        Palette[Pans.Index().First(pan => pan.Item.ColourIndex == colourIndex).Index];

    /// <summary>The dry colour of parts of pans in one layer of this load.</summary>
    public static Lab Dry(double load, params (string ColourIndex, double Parts)[] parts) =>
        SpectralColour.ToLab(
            KubelkaMunk.Over(
                Paper,
                PaintOptics.Mix([.. parts.Select(part => (Of(part.ColourIndex), part.Parts))]),
                load
            )
        );
}
