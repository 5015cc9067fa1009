using System.Collections.Immutable;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Optics;

namespace Nube.Core.Planning;

/// <summary>Which method and which recipe a wish gets from what a run has.</summary>
public static class Choosing
{
    /// <summary>Recipes offered for a wish.</summary>
    public const int Offered = 5;

    /// <summary>Most things that are done to a whole card.</summary>
    public const int MostCardWork = 8;

    /// <summary>
    /// How much nearer another medium must come than paint to be taken by itself, CIEDE2000. This project's own.
    /// </summary>
    private const double OtherMedium = 5;

    /// <summary>A wish with its best recipe; null where its method can use none of the colours.</summary>
    public static ChosenColour? Best(RunPalette palette, Schools schools, Wish wish) =>
        Recipes(palette, schools, wish) is [var best, ..] ? new ChosenColour(wish, best) : null;

    /// <summary>The recipes that are offered for a wish, best first.</summary>
    public static ImmutableArray<Recipe> Recipes(RunPalette palette, Schools schools, Wish wish)
    {
        ArgumentNullException.ThrowIfNull(palette);
        ArgumentNullException.ThrowIfNull(wish);
        return palette.Nearest(wish.Method, wish.Colour.ToLab(), wish.Shadow, schools, Offered);
    }

    /// <summary>
    /// What is offered for a wish in a run: first what is mixed already and comes near, then the best recipes.
    /// </summary>
    /// <param name="palette">What the run has.</param>
    /// <param name="schools">The maker's ways.</param>
    /// <param name="wish">The wish.</param>
    /// <param name="mixed">What is mixed for the run.</param>
    public static ImmutableArray<Recipe> Offers(
        RunPalette palette,
        Schools schools,
        Wish wish,
        IReadOnlyCollection<PaintMix> mixed
    )
    {
        var best = Recipes(palette, schools, wish);
        if (best.IsEmpty)
            return best;
        var first = Thrift
            .FromMixed(palette, schools, wish, mixed, int.MaxValue)
            .DistinctBy(recipe => new PaintMix(recipe.Parts, new Strength(0)))
            .Where(recipe => recipe.Rank <= best[0].Rank + FarFromBest)
            .Take(OfferedFromMixed)
            .ToImmutableArray();
        return [.. first, .. best.Where(recipe => !first.Any(recipe.SameMiddle))];
    }

    private const int OfferedFromMixed = 3;

    /// <summary>What comes so much less near than the best is not offered, CIEDE2000. This project's own.</summary>
    private const double FarFromBest = 10;

    /// <summary>Something done to the whole card with its best recipes.</summary>
    public static ChosenCard Best(RunPalette palette, CardWish wish)
    {
        ArgumentNullException.ThrowIfNull(palette);
        ArgumentNullException.ThrowIfNull(wish);
        var colours = wish.Colours.IsDefault ? [] : wish.Colours;
        return new ChosenCard(
            wish with
            {
                Colours = colours,
            },
            [
                .. colours
                    .Select(colour => palette.NearestForCard(wish.Method, colour.ToLab(), wish.Times))
                    .OfType<Recipe>(),
            ]
        );
    }

    /// <summary>
    /// A wish that was changed: the middle of a recipe that was picked for the same colour and method stays when only
    /// the shadow is another; all else gets its best recipe. Null where its method can use none of the colours.
    /// </summary>
    /// <param name="palette">What the run has.</param>
    /// <param name="schools">The maker's ways.</param>
    /// <param name="wish">The wish as it is now.</param>
    /// <param name="before">What stood there before, if anything.</param>
    public static ChosenColour? Changed(RunPalette palette, Schools schools, Wish wish, ChosenColour? before)
    {
        ArgumentNullException.ThrowIfNull(palette);
        ArgumentNullException.ThrowIfNull(wish);
        return before is not null && before.Wish.Colour == wish.Colour && before.Wish.Method == wish.Method
            ? new ChosenColour(wish, palette.WithShadow(before.Recipe, wish, schools))
            : Best(palette, schools, wish);
    }

    /// <summary>
    /// The same wish by other ways of working: what was the best recipe is the best one again, what was picked by hand
    /// keeps its middle.
    /// </summary>
    /// <param name="palette">What the run has.</param>
    /// <param name="chosen">What stands there.</param>
    /// <param name="from">The ways by which it was chosen.</param>
    /// <param name="to">The ways by which it is to be.</param>
    public static ChosenColour Anew(RunPalette palette, ChosenColour chosen, Schools from, Schools to)
    {
        ArgumentNullException.ThrowIfNull(palette);
        ArgumentNullException.ThrowIfNull(chosen);
        if (chosen.Wish.Exactly || !palette.CanUse(chosen.Wish.Method))
            return chosen;
        var wasBest = Recipes(palette, from, chosen.Wish) is [var best, ..] && best.SameMiddle(chosen.Recipe);
        return wasBest
            ? Best(palette, to, chosen.Wish) ?? chosen
            : chosen with
            {
                Recipe = palette.WithShadow(chosen.Recipe, chosen.Wish, to),
            };
    }

    /// <summary>
    /// The same wish on another ground: what was the best recipe is the best one there, what was picked by hand or named
    /// stays.
    /// </summary>
    /// <param name="from">What the run has, on the ground by which it was chosen.</param>
    /// <param name="to">The same on the other ground.</param>
    /// <param name="schools">The maker's ways.</param>
    /// <param name="chosen">What stands there.</param>
    public static ChosenColour OnAnotherGround(RunPalette from, RunPalette to, Schools schools, ChosenColour chosen)
    {
        ArgumentNullException.ThrowIfNull(to);
        ArgumentNullException.ThrowIfNull(chosen);
        var wasBest =
            !chosen.Wish.Exactly
            && to.CanUse(chosen.Wish.Method)
            && Recipes(from, schools, chosen.Wish) is [var best, ..]
            && best.SameMiddle(chosen.Recipe);
        return wasBest ? Best(to, schools, chosen.Wish) ?? chosen : chosen;
    }

    /// <summary>
    /// The method for a colour where none is said: accents on what is printed already, as far as there are pencils; else by
    /// what comes nearest to it.
    /// </summary>
    /// <param name="palette">What the run has.</param>
    /// <param name="schools">The maker's ways.</param>
    /// <param name="colour">The colour wanted, dry.</param>
    /// <param name="printed">The area is printed in colour.</param>
    public static Method UsualFor(RunPalette palette, Schools schools, Srgb colour, bool printed = false)
    {
        ArgumentNullException.ThrowIfNull(palette);
        if (printed && palette.CanUse(Method.PencilAccents))
            return Method.PencilAccents;
        var toned = Thing.Of(palette.Paints.Paper).Traits.HasFlag(Traits.DarkPaper);
        return palette
            .Owned.Select(medium => MethodTable.Usual(medium, toned, schools))
            .Concat(toned ? [Method.BodyColour] : [])
            .Distinct()
            .Where(palette.CanUse)
            .Select(method =>
                (Method: method, Best: Recipes(palette, schools, new Wish(0, colour, ShadowDepth.Soft, method)))
            )
            .Where(found => found.Best.Length > 0)
            // Paint where there is any, as far as it comes about as near.
            .OrderBy(found =>
                found.Best[0].Rank
                + (found.Method is Method.FlatWash or Method.WhiteBase or Method.BodyColour ? 0 : OtherMedium)
            )
            .Select(found => found.Method)
            .FirstOrDefault();
    }

    /// <summary>The method of a wish, or the usual one where the run has nothing for it any more.</summary>
    public static Method Possible(RunPalette palette, Schools schools, Wish wish)
    {
        ArgumentNullException.ThrowIfNull(palette);
        ArgumentNullException.ThrowIfNull(wish);
        return palette.CanUse(wish.Method) && MethodTable.IsChosen(wish.Method)
            ? wish.Method
            : UsualFor(palette, schools, wish.Colour);
    }
}
