using System.Collections.Concurrent;
using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Mixing;

namespace Nube.Core.Methods;

/// <summary>A run's colourants of every medium on its paper, ready for recipes by any method.</summary>
/// <param name="Paints">The colourants.</param>
/// <param name="Mixes">Mixes of its water colours on a method's ground; null when it has none.</param>
public sealed record RunPalette(Paints Paints, Func<Method, WaterMixes?> Mixes)
{
    private const int MostMixesRemembered = 5000; // wishes by mixes: some tens of each
    private const int MostRemembered = 500; // wishes; a run of sixteen areas has some tens while its maker tries things

    private readonly ConcurrentDictionary<(Method, Lab, ShadowDepth, Schools, int), ImmutableArray<Recipe>> found =
        new();

    private readonly ConcurrentDictionary<(PaintMix, int, Method, Lab, ShadowDepth, Schools), Recipe?> more = new();

    private readonly ConcurrentDictionary<
        (PaintMix, Method, Lab, ShadowDepth, Schools),
        ImmutableArray<Recipe>
    > ofMixes = new();

    /// <summary>
    /// The best recipes for a wish, best first. The same is asked for with every look at a run, so what was found is
    /// remembered.
    /// </summary>
    public ImmutableArray<Recipe> Nearest(Method method, Lab wish, ShadowDepth depth, Schools schools, int count)
    {
        if (found.Count > MostRemembered)
            found.Clear();
        return found.GetOrAdd((method, wish, depth, schools, count), _ =>
            MethodRecipes.Nearest(method, wish, depth, Paints, Mixes(method), schools, count)
        );
    }

    /// <summary>
    /// The best recipe for a colour of something that is done to the whole card; null when nothing can be used for it.
    /// </summary>
    public Recipe? NearestForCard(Method method, Lab wish, int times) =>
        MethodRecipes.NearestForCard(method, wish, times, Paints, Mixes(method), 1) is [var best] ? best : null;

    /// <summary>A recipe with its shadow for a wish and ways of working; its middle stays.</summary>
    public Recipe WithShadow(Recipe recipe, Planning.Wish wish, Schools schools)
    {
        ArgumentNullException.ThrowIfNull(wish);
        return MethodRecipes.WithShadow(recipe, wish.Method, wish.Colour.ToLab(), wish.Shadow, Paints, schools);
    }

    /// <summary>
    /// The same colours in one wash more; null where the method lays none. Remembered, as the rows of a run ask for it
    /// with every look.
    /// </summary>
    public Recipe? OneWashMore(Recipe recipe, Planning.Wish wish, Schools schools)
    {
        ArgumentNullException.ThrowIfNull(recipe);
        ArgumentNullException.ThrowIfNull(wish);
        if (more.Count > MostRemembered)
            more.Clear();
        var (mix, colour) = (new PaintMix(recipe.Parts, recipe.Strength), wish.Colour.ToLab());
        return more.GetOrAdd((mix, recipe.Layers, wish.Method, colour, wish.Shadow, schools), _ =>
            MethodRecipes.OneWashMore(recipe, wish.Method, colour, wish.Shadow, Paints, schools)
        );
    }

    /// <summary>The best recipes for a wish from one mix or pencil; none where the method cannot lay it.</summary>
    public ImmutableArray<Recipe> OfMix(ImmutableArray<RecipePart> mix, Planning.Wish wish, Schools schools)
    {
        ArgumentNullException.ThrowIfNull(wish);
        if (ofMixes.Count > MostMixesRemembered)
            ofMixes.Clear();
        var (unthinned, colour) = (new PaintMix(mix, new Optics.Strength(0)), wish.Colour.ToLab());
        return ofMixes.GetOrAdd((unthinned, wish.Method, colour, wish.Shadow, schools), _ =>
            MethodRecipes.OfMix(mix, wish.Method, colour, wish.Shadow, Paints, schools)
        );
    }

    /// <summary>Something that the method colours with is there.</summary>
    public bool CanUse(Method method) => MethodTable.Missing(method, Owned) is null;

    /// <summary>The media that are there.</summary>
    public HashSet<Medium> Owned => [.. Paints.Colourants.Select(colourant => colourant.Medium)];
}
