using Nube.Core.Mixing;

namespace Nube.Core.Methods;

/// <summary>Ways to keep the light of an area paler than its middle, by its method.</summary>
internal static class RecipeLights
{
    /// <summary>What is worth trying for a recipe; at least the recipe itself.</summary>
    public static IEnumerable<Recipe> Of(RecipeTrial trial, Recipe recipe)
    {
        // With a light of its own, or none wished, all stays as it is.
        if (trial.Depth == ShadowDepth.None || trial.Wishes.Light is null || recipe.Light is not null)
            return [recipe];
        return trial.Method switch
        {
            Method.DryPencil
            or Method.BurnishedPencil
            or Method.SolventPencil
            or Method.PencilWetted
            or Method.SpongeBlend => Fewer(
                recipe.Layers,
                new Companion(recipe.Parts, recipe.Strength, recipe.Layers) { Pressure = recipe.Pressure },
                recipe
            ),
            Method.PencilOverMarker when recipe.Over is { Layers: > 0 } over => Fewer(over.Layers, over, recipe)
                .Append(recipe with { Light = over with { Layers = 0 } }),
            _ => [recipe],
        };
    }

    /// <summary>The light gets the first layers only.</summary>
    private static IEnumerable<Recipe> Fewer(int layers, Companion own, Recipe recipe) =>
        Enumerable
            .Range(1, Math.Max(0, layers - 1))
            .Select(few => recipe with { Light = own with { Layers = few } })
            .Append(recipe);
}
