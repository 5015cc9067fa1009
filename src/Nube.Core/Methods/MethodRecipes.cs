using System.Collections.Immutable;
using Nube.Core.Acts;
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
    /// <summary>
    /// Every mix of one or two of the run's water colours with its opaque white, and the white alone; null without white.
    /// </summary>
    public static WaterMixes? OfBodyColour(Paints paints)
    {
        ArgumentNullException.ThrowIfNull(paints);
        if (paints.White(pencil: false) is not { } white)
            return null;
        ImmutableArray<int> places = [white, .. paints.Of(Builders.Deepening.WaterMedia)];
        var index = RecipeIndex.BuildBodyColour(
            [.. places.Select(place => paints.Optics[place])],
            paints.Reflectance,
            paints.Dilution
        );
        return new WaterMixes(index, places);
    }

    /// <summary>The best mixes for a wish, counted as the run counts its colourants.</summary>
    /// <param name="wish">The colour wanted, dry.</param>
    /// <param name="count">How many, 1 or more.</param>
    /// <param name="paints">The run's colourants.</param>
    /// <param name="schools">The maker's ways: how dear a second colour is, and whether inks are mixed.</param>
    public ImmutableArray<Recipe> Nearest(Lab wish, int count, Paints paints, Schools schools) =>
        Nearest(wish, count, paints, schools, AnyNumber);

    /// <summary>The same of one colour each, as it comes.</summary>
    internal ImmutableArray<Recipe> NearestUnmixed(Lab wish, int count, Paints paints, Schools schools) =>
        Nearest(wish, count, paints, schools, 1);

    private const int AnyNumber = 0;

    private ImmutableArray<Recipe> Nearest(Lab wish, int count, Paints paints, Schools schools, int colours)
    {
        ArgumentNullException.ThrowIfNull(paints);
        ArgumentNullException.ThrowIfNull(schools);
        IEnumerable<int> alone =
            schools.Inks == InkMixing.OnTheMat
                ? []
                : Enumerable
                    .Range(0, Places.Length)
                    .Where(place => paints.Colourants[Places[place]].Medium.IsTakenAsItIs());
        return
        [
            .. Index
                .Nearest(wish, count, new MixFilter([], colours, [.. alone]), schools.Mixes)
                .Select(recipe =>
                    recipe with
                    {
                        Parts = [.. recipe.Parts.Select(part => part with { Colourant = Places[part.Colourant] })],
                    }
                ),
        ];
    }
}

/// <summary>Recipes for a wish, by the way that a method goes.</summary>
/// <remarks>
/// What a recipe promises is what the acts of its method leave (<see cref="Laying"/>), in the light, the middle and the
/// shadow: the search tries recipes through the method's own acts. Of paints every mix is looked at for the middle; the
/// best of them are tried with every way to deepen the shadow. Pens, pencils, markers and blending inks are taken as
/// they are, pencils and inks two over each other where that is worth it.
/// </remarks>
public static class MethodRecipes
{
    /// <summary>What a method's colour lies on: for a white base the white, else the bare card.</summary>
    public static Spectrum GroundOf(Method method, Paints paints)
    {
        ArgumentNullException.ThrowIfNull(paints);
        return method == Method.WhiteBase && Builders.Whites.BaseOf(paints) is { } white
            ? Laying.Lay(Surface.Bare(paints), white.Acts, paints).Middle.Reflectance()
            : paints.Reflectance;
    }

    /// <summary>The best recipes for a wish, best first; none when nothing that the method can use is owned.</summary>
    /// <param name="method">How the area is coloured; a method for areas.</param>
    /// <param name="wish">The colour wanted, dry.</param>
    /// <param name="depth">Its shadow.</param>
    /// <param name="paints">The run's colourants.</param>
    /// <param name="mixes">Mixes of its water colours on the method's ground; null when it has none.</param>
    /// <param name="schools">The maker's ways.</param>
    /// <param name="count">How many, 1 or more.</param>
    public static ImmutableArray<Recipe> Nearest(
        Method method,
        Lab wish,
        ShadowDepth depth,
        Paints paints,
        WaterMixes? mixes,
        Schools schools,
        int count
    )
    {
        var trial = new RecipeTrial(method, wish, depth, paints, schools);
        return
        [
            .. RecipeMiddles
                .Of(trial, mixes)
                .AsParallel()
                .AsOrdered()
                .Select(trial.Completed)
                .AsEnumerable()
                .OrderBy(recipe => recipe.Rank)
                .Take(count),
        ];
    }

    /// <summary>
    /// The best recipes for a wish whose own colour is one given mix or pencil: with what is best in light and shadow,
    /// and of itself alone; none where the method cannot lay it.
    /// </summary>
    /// <param name="mix">The mix, or one colourant.</param>
    /// <param name="method">How the area is coloured; a method for areas.</param>
    /// <param name="wish">The colour wanted, dry.</param>
    /// <param name="depth">Its shadow.</param>
    /// <param name="paints">The run's colourants.</param>
    /// <param name="schools">The maker's ways.</param>
    public static ImmutableArray<Recipe> OfMix(
        ImmutableArray<RecipePart> mix,
        Method method,
        Lab wish,
        ShadowDepth depth,
        Paints paints,
        Schools schools
    )
    {
        var trial = new RecipeTrial(method, wish, depth, paints, schools);
        var near = RecipeMiddles
            .Of(trial, mix)
            .Select(trial.JudgedInTheMiddle)
            .OrderBy(recipe => recipe.Rank)
            .Take(WaysOfAMix)
            .ToList();
        Recipe?[] best =
        [
            near.Select(trial.Completed).MinBy(recipe => recipe.Rank),
            near.Select(trial.CompletedOfItself).OfType<Recipe>().MinBy(recipe => recipe.Rank),
        ];
        return [.. best.OfType<Recipe>().Distinct()];
    }

    private const int WaysOfAMix = 2; // that are looked at with their shadows; this project's own

    /// <summary>A recipe with the shadow for another depth; its middle stays.</summary>
    /// <param name="recipe">The recipe.</param>
    /// <param name="method">How the area is coloured; a method for areas.</param>
    /// <param name="wish">The colour wanted, dry.</param>
    /// <param name="depth">Its shadow.</param>
    /// <param name="paints">The run's colourants.</param>
    /// <param name="schools">The maker's ways.</param>
    public static Recipe WithShadow(
        Recipe recipe,
        Method method,
        Lab wish,
        ShadowDepth depth,
        Paints paints,
        Schools schools
    ) => new RecipeTrial(method, wish, depth, paints, schools).Completed(recipe);

    /// <summary>
    /// How far a recipe comes out off by the hand that lays it, CIEDE2000, in two of three cases; null where the hand is not
    /// known to be another than ordinary ones, of which only a guess is to be had.
    /// </summary>
    /// <param name="recipe">The recipe.</param>
    /// <param name="method">How the area is coloured; a method for areas.</param>
    /// <param name="paints">The run's colourants, and the hand.</param>
    /// <param name="schools">The maker's ways.</param>
    public static double? OffByKnownHand(Recipe recipe, Method method, Paints paints, Schools schools)
    {
        ArgumentNullException.ThrowIfNull(recipe);
        ArgumentNullException.ThrowIfNull(paints);
        return paints.Hand.IsKnownWith(paints.Colourants[recipe.Parts[0].Colourant].Medium)
            ? OffByHand(recipe, method, paints, schools)
            : null;
    }

    /// <summary>The same, with a guess for ordinary hands.</summary>
    /// <param name="recipe">The recipe.</param>
    /// <param name="method">How the area is coloured; a method for areas.</param>
    /// <param name="paints">The run's colourants, and the hand.</param>
    /// <param name="schools">The maker's ways.</param>
    public static double OffByHand(Recipe recipe, Method method, Paints paints, Schools schools)
    {
        ArgumentNullException.ThrowIfNull(recipe);
        return new RecipeTrial(method, recipe.Predicted, ShadowDepth.None, paints, schools).OffByHand(recipe);
    }

    /// <summary>A recipe that was named, with the colour that comes of it.</summary>
    /// <param name="recipe">What is laid in the middle, the light and the shadow.</param>
    /// <param name="method">How the area is coloured; a method for areas.</param>
    /// <param name="paints">The run's colourants.</param>
    /// <param name="schools">The maker's ways.</param>
    public static Recipe Named(Recipe recipe, Method method, Paints paints, Schools schools)
    {
        ArgumentNullException.ThrowIfNull(recipe);
        var look = new RecipeTrial(method, default, ShadowDepth.None, paints, schools).LookOf(recipe);
        var shown = method is Method.ShadedWhite or Method.PencilAccents ? look.Shadow : look.Middle;
        return recipe with { Predicted = shown.Colour(), Difference = 0, Rank = 0 };
    }

    /// <summary>
    /// The same colours in one wash more, in the strength that comes nearest then; null where the method lays none, or
    /// where one more is hardly to be controlled.
    /// </summary>
    /// <param name="recipe">The recipe.</param>
    /// <param name="method">How the area is coloured; a method for areas.</param>
    /// <param name="wish">The colour wanted, dry.</param>
    /// <param name="depth">Its shadow.</param>
    /// <param name="paints">The run's colourants.</param>
    /// <param name="schools">The maker's ways.</param>
    public static Recipe? OneWashMore(
        Recipe recipe,
        Method method,
        Lab wish,
        ShadowDepth depth,
        Paints paints,
        Schools schools
    )
    {
        ArgumentNullException.ThrowIfNull(recipe);
        ArgumentNullException.ThrowIfNull(paints);
        if (
            recipe.Layers >= MixGrid.MostLayers
            || !recipe.Parts.All(part => paints.Colourants[part.Colourant].Medium.MixesWithWater())
        )
            return null;
        var trial = new RecipeTrial(method, wish, depth, paints, schools);
        return Strength
            .Ladder.Select(strength =>
                trial.Completed(recipe with { Strength = strength, Layers = recipe.Layers + 1, Shadow = null })
            )
            .MinBy(more => more.Rank);
    }

    /// <summary>The best recipes for a colour of something that is done to the whole card, best first.</summary>
    /// <param name="method">How; a method for whole cards.</param>
    /// <param name="wish">The colour wanted, dry.</param>
    /// <param name="times">Dips or prints, 1 or more.</param>
    /// <param name="paints">The run's colourants.</param>
    /// <param name="mixes">Mixes of its water colours; null when it has none.</param>
    /// <param name="count">How many, 1 or more.</param>
    public static ImmutableArray<Recipe> NearestForCard(
        Method method,
        Lab wish,
        int times,
        Paints paints,
        WaterMixes? mixes,
        int count
    )
    {
        ArgumentNullException.ThrowIfNull(paints);
        var bare = Surface.Bare(paints);
        return
        [
            .. RecipeMiddles
                .ForCards(method, wish, paints, mixes)
                .Select(recipe =>
                {
                    var acts = MethodTable
                        .Passes(new CardTask(method, [recipe], times, 1), paints)
                        .SelectMany(pass => pass.Acts);
                    var colour = Laying.Middle(bare, acts, paints).Colour();
                    var difference = Ciede2000.Difference(wish, colour);
                    return recipe with
                    {
                        Predicted = colour,
                        Difference = difference,
                        Rank = difference + MixGrid.Price(recipe.Parts.Length, 1),
                    };
                })
                .OrderBy(recipe => recipe.Rank)
                .Take(count),
        ];
    }
}
