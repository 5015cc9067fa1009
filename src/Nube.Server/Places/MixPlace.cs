using System.Collections.Immutable;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>What comes first among recipes.</summary>
public enum RecipeOrder
{
    /// <summary>The nearest.</summary>
    Closest,

    /// <summary>Fewer colours first, the nearest of each number.</summary>
    FewerColours,

    /// <summary>Those with something that is to be used up.</summary>
    UsesUp,

    /// <summary>Those that are likely to come nearest by the maker's hand.</summary>
    Surest,
}

/// <summary>A colour wanted on a paper, from these colourants of the stash or, when none are named, from all.</summary>
public sealed record MixWish(
    Guid Paper,
    Srgb Colour,
    int MostColourants,
    ImmutableArray<Guid>? Colourants = null,
    RecipeOrder Order = RecipeOrder.Closest
);

/// <summary>Something that is not in the stash and would come nearer.</summary>
public sealed record AdditionView(string Name, string ColourIndex, RecipeView Recipe);

/// <summary>The best recipes for a wish. The note says when not all of the stash was mixed from.</summary>
public sealed record MixFound(Srgb Paper, IReadOnlyList<RecipeView> Recipes, AdditionView? Addition, string? Note);

/// <summary>Finding mixes of what is owned.</summary>
public static class MixPlace
{
    private const int Offered = 8;
    private const int LookedAt = 80; // of which the surest are offered; this project's own

    /// <summary>Largest palette that is mixed from.</summary>
    internal const int MostColours = 48;

    /// <summary>Difference from which an addition to the stash is looked for: beyond "close".</summary>
    private const double WorthAdding = 3;

    /// <summary>Maps the place.</summary>
    public static void MapMix(this IEndpointRouteBuilder api)
    {
        var mix = api.MapGroup("/mix").WithTags("Mix");
        mix.MapPost("/find", Find);
        mix.MapMixTries();
        mix.MapMixSets();
        mix.MapKeptColours();
    }

    private static async Task<Ok<MixFound>> Find(MixWish given, NubeDb db, Palettes palettes, CancellationToken cancel)
    {
        if (given.MostColourants is < 1 or > MixGrid.MostColourants)
            throw TroubleException.Unusable($"A mix has 1 to {MixGrid.MostColourants} colours.");
        var paper = await PaperOf(given.Paper, db, cancel);
        var (stash, items) = await Chosen(given.Colourants ?? [], db, cancel);
        var hand = await db.LayingHand(cancel);
        var palette = palettes.Get(
            [.. items.Select(item => item.Colourant!)],
            paper,
            hand.Dilution,
            given.MostColourants
        );
        var paints = new Paints(palette.Colourants, palette.Optics, paper, palette.Paper) { Hand = hand };
        double ByHand(Recipe recipe) => MethodRecipes.OffByHand(recipe, Method.FlatWash, paints, Schools.Usual);
        var wish = given.Colour.ToLab();
        var found = palette.Index.Nearest(wish, Offered);
        return TypedResults.Ok(
            new MixFound(
                paper.Colour,
                [
                    .. InOrder(given, items, palette.Index, ByHand)
                        .Select(recipe =>
                            ColourViews.RecipeOf(items, palette.Optics, palette.Paper, hand.Dilution, recipe) with
                            {
                                ByHand = MethodRecipes.OffByKnownHand(recipe, Method.FlatWash, paints, Schools.Usual),
                            }
                        ),
                ],
                found.All(recipe => recipe.Difference > WorthAdding)
                    ? Addition(stash, items, palette, palettes, wish, found[0].Rank)
                    : null,
                NoteOf(given.Colourants ?? [], stash.Count(item => item.ArchivedAt is null), items.Count)
            )
        );
    }

    private static IEnumerable<Recipe> InOrder(
        MixWish given,
        List<StashItem> items,
        RecipeIndex index,
        Func<Recipe, double> byHand
    )
    {
        var wish = given.Colour.ToLab();
        switch (given.Order)
        {
            case RecipeOrder.FewerColours:
                return Enumerable
                    .Range(1, given.MostColourants)
                    .SelectMany(count => index.Nearest(wish, Offered / given.MostColourants, new MixFilter([], count)));
            case RecipeOrder.UsesUp:
                int[] toUseUp = [.. items.Index().Where(item => item.Item.UseUp).Select(item => item.Index)];
                return toUseUp.Length > 0
                    ? index.Nearest(wish, Offered, new MixFilter(toUseUp, 0))
                    : throw TroubleException.Conflict(
                        "Nothing in your stash is marked to be used up. Mark it at the item."
                    );
            case RecipeOrder.Surest:
                return index
                    .Nearest(wish, LookedAt, wanted: null, Closeness.AsClose)
                    .OrderBy(recipe => Math.Pow(recipe.Difference, 2) + Math.Pow(byHand(recipe), 2))
                    .Take(Offered);
            default:
                // Whatever it takes: the nearest comes first.
                return index
                    .Nearest(wish, Offered, wanted: null, Closeness.AsClose)
                    .OrderBy(recipe => recipe.Difference);
        }
    }

    private static AdditionView? Addition(
        List<StashItem> stash,
        List<StashItem> items,
        PaletteOnPaper palette,
        Palettes palettes,
        Lab wish,
        double rankNow
    )
    {
        // What is owned but left out, or put away, is no addition.
        var owned = stash.Select(item => item.Colourant!.ColourIndex).ToHashSet();
        Colourant[] candidates =
        [
            .. GenericCatalogue.WaterColours.Where(colour => !owned.Contains(colour.ColourIndex)),
        ];
        var best = palettes.AdditionsTo(palette, candidates).Best(wish);
        if (best is null || best.Recipe.Rank >= rankNow)
            return null;
        var added = candidates[best.Candidate];
        return new AdditionView(
            added.Name,
            added.ColourIndex,
            ColourViews.RecipeOf(
                [new StashItem { Kind = StashKind.Colourant, Colourant = added }, .. items],
                [palettes.Optics(added), .. palette.Optics],
                palette.Paper,
                palette.Index.Dilution,
                best.Recipe
            )
        );
    }

    /// <summary>
    /// All colourants that mix with water, and those of them that are mixed from: the named ones, or all in use.
    /// </summary>
    internal static async Task<(List<StashItem> Stash, List<StashItem> Items)> Chosen(
        ImmutableArray<Guid> colourants,
        NubeDb db,
        CancellationToken cancel
    )
    {
        var named = colourants.IsDefault ? [] : colourants.ToHashSet();
        var stash = (
            await db
                .Stash.AsNoTracking()
                .Where(item => item.Kind == StashKind.Colourant)
                .OrderBy(item => item.Id)
                .ToListAsync(cancel)
        ).FindAll(item => item.Colourant!.Medium.MixesWithWater());
        var items = stash.FindAll(item => named.Count == 0 ? item.ArchivedAt is null : named.Contains(item.Id));
        if (items.Count < named.Count)
            throw TroubleException.Unusable("Some of these are not in your stash any more. Choose again.");
        if (items.Count == 0)
            throw TroubleException.Conflict("Your stash has no water colours to mix from. Add one first.");
        if (items.Count <= MostColours)
            return (stash, items);
        if (named.Count > 0)
            throw TroubleException.Unusable(
                $"Choose at most {MostColours} colours to mix from; these are {items.Count}."
            );
        // Of a large stash, what is likely to be on the table.
        var likely = items
            .OrderByDescending(item => item.LastUsedAt)
            .ThenByDescending(item => item.Colourant!.Measured is not null)
            .Take(MostColours)
            .ToHashSet();
        return (stash, items.FindAll(likely.Contains));
    }

    private static string? NoteOf(ImmutableArray<Guid> named, int inUse, int mixedFrom) =>
        named.IsDefaultOrEmpty && mixedFrom < inUse
            ? $"Mixed from {mixedFrom} of your {inUse} colours: those used last, then those that are measured. Choose others on the left."
            : null;

    /// <summary>A paper of the stash.</summary>
    internal static async Task<Paper> PaperOf(Guid id, NubeDb db, CancellationToken cancel) =>
        (
            await db
                .Stash.AsNoTracking()
                .SingleOrDefaultAsync(item => item.Id == id && item.Kind == StashKind.Paper, cancel)
        )?.Paper
        ?? throw TroubleException.Unusable("This paper is not in your stash any more. Choose another.");
}
