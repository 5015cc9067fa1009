using System.Collections.Immutable;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Mixing;
using Nube.Core.Optics;

namespace Nube.Core.Methods;

/// <summary>Every mix of the run's water colours on some ground.</summary>
/// <param name="Index">The mixes.</param>
/// <param name="Places">Where each of its colourants stands among the run's.</param>
public sealed record WaterMixes(RecipeIndex Index, ImmutableArray<int> Places)
{
    /// <summary>The best mixes for a wish, counted as the run counts its colourants.</summary>
    public ImmutableArray<Recipe> Nearest(Lab wish, int count) =>
        [.. Index.Nearest(wish, count).Select(recipe => recipe with { Parts = [.. recipe.Parts.Select(part => part with { Colourant = Places[part.Colourant] })] })];
}

/// <summary>Recipes for a wish, by what a method takes its colour from.</summary>
/// <remarks>
/// Paints are mixed; pens, pencils, markers and blending inks are taken one by one, with the number of layers that comes
/// nearest. A pencil's layer costs a hundredth of what a wash's does, as nothing has to dry (this project's own).
/// </remarks>
public static class MethodRecipes
{
    private const double DryLayerPrice = 0.01;
    private const int MostInkLayers = 5;
    private static readonly Strength Dabbed = new(2); // what a foam tip leaves that was dabbed off: a third of a full layer; from memory

    /// <summary>What a method's colour lies on.</summary>
    public static Spectrum GroundOf(Method method, Spectrum paper) => method == Method.WhiteBase ? Builders.Whites.Base(paper) : paper;

    /// <summary>The best recipes for a wish, best first; none when nothing that the method can use is owned.</summary>
    /// <param name="method">How the area is coloured.</param>
    /// <param name="wish">The colour wanted, dry.</param>
    /// <param name="paints">The run's colourants.</param>
    /// <param name="mixes">Mixes of its water colours on the method's ground; null when it has none.</param>
    /// <param name="count">How many, 1 or more.</param>
    public static ImmutableArray<Recipe> Nearest(Method method, Lab wish, Paints paints, WaterMixes? mixes, int count)
    {
        ArgumentNullException.ThrowIfNull(paints);
        var media = MethodTable.Of(method).Media;
        if (media.IsEmpty) media = [.. Enum.GetValues<Medium>().Where(medium => medium.MixesWithWater() || medium.IsPencil())];
        var ground = GroundOf(method, paints.Reflectance);
        var mixed = mixes is not null && media.Contains(Medium.Pan) ? mixes.Nearest(wish, count) : [];
        var singles = paints.Of(media)
            .Where(place => mixed.IsEmpty || !paints.Colourants[place].Medium.MixesWithWater())
            .Select(place => Best(place, wish, paints, ground, method));
        return [.. mixed.Concat(singles).OrderBy(recipe => recipe.Rank).Take(count)];
    }

    private static Recipe Best(int place, Lab wish, Paints paints, Spectrum ground, Method method)
    {
        var (optics, medium) = (paints.Optics[place], paints.Colourants[place].Medium);
        ImmutableArray<RecipePart> part = [new(place, 1)];
        if (medium.IsPencil() && method is not Method.LeadLifted)
        {
            var texture = paints.Paper.Texture;
            return Of(Enumerable.Range(1, PencilOnTooth.MostLayers(texture, Pressure.Light)), new Strength(0), layers =>
                method is Method.SolventPencil or Method.PencilWetted
                    ? PencilOnTooth.Dissolved(optics, layers, texture, Pressure.Light, ground)
                    : PencilOnTooth.Dry(optics, layers, texture, Pressure.Light, ground));
        }
        return medium switch
        {
            Medium.BlendingInk => Of(Enumerable.Range(2, MostInkLayers - 1), Dabbed, layers => KubelkaMunk.Over(ground, optics, layers * Dabbed.LoadOfOneLayer)),
            Medium.AlcoholMarker or Medium.BrushPen or Medium.GelPen or Medium.Glitter => Of([1], new Strength(0), _ => KubelkaMunk.Over(ground, optics, 1)),
            _ => RecipeIndex.BestWash(part, optics, ground, wish),
        };

        Recipe Of(IEnumerable<int> layers, Strength strength, Func<int, Spectrum> look) => layers.Select(count =>
        {
            var colour = SpectralColour.ToLab(look(count));
            var difference = Ciede2000.Difference(wish, colour);
            return new Recipe(part, strength, count, colour, difference, difference + DryLayerPrice * (count - 1));
        }).MinBy(recipe => recipe.Rank)!;
    }
}
