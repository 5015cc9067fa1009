using System.Collections.Immutable;
using Nube.Core.Colour;
using Nube.Core.Mixing;
using Nube.Core.Optics;

namespace Nube.Core.Planning;

/// <summary>The dry colours of an area, as its layers are laid one on the other.</summary>
public static class Colouring
{
    /// <summary>The colour after each layer of a recipe and then of its shadow.</summary>
    /// <param name="palette">The run's colourants.</param>
    /// <param name="paper">Reflectance of the paper.</param>
    /// <param name="recipe">The recipe.</param>
    /// <param name="shadowLayers">Layers on the shadow side, 0 to 2.</param>
    public static ImmutableArray<Lab> AfterEachLayer(
        IReadOnlyList<PaintOptics> palette, Spectrum paper, Recipe recipe, int shadowLayers)
    {
        ArgumentNullException.ThrowIfNull(recipe);
        var mix = RecipeIndex.Optics(palette, recipe.Parts);
        return
        [
            .. Enumerable.Range(1, recipe.Layers + shadowLayers).Select(layers =>
                SpectralColour.ToLab(KubelkaMunk.Over(paper, mix, layers * recipe.Strength.LoadOfOneLayer))),
        ];
    }
}
