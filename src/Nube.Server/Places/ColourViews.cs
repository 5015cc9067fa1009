using System.Collections.Immutable;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Grounds;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Planning;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>
/// A colourant in a recipe, with its pips; one that is laid as it comes from its pen, pencil or pad knows no water.
/// </summary>
public sealed record PartView(Guid Id, string Name, string ColourIndex, Srgb Colour, int Parts, bool AsItComes);

/// <summary>What goes with a recipe's own colour: in the light, in the shadow, or over it.</summary>
public sealed record CompanionView(CompanionRole Role, IReadOnlyList<PartView> Parts, int Water, int Layers);

/// <summary>What a companion is for.</summary>
public enum CompanionRole
{
    /// <summary>It lies in the light, under the rest.</summary>
    Light,

    /// <summary>It deepens the shadow.</summary>
    Shadow,

    /// <summary>It goes over the recipe's own colour.</summary>
    Over,

    /// <summary>The recipe's own colour passes into it.</summary>
    Into,
}

/// <summary>A recipe as it is read: pips, drops, layers, and what comes of it.</summary>
public sealed record RecipeView(
    IReadOnlyList<PartView> Parts,
    int Water,
    int Layers,
    Srgb Predicted,
    double Difference,
    Likeness Likeness,
    IReadOnlyList<Srgb> Ladder,
    IReadOnlyList<CompanionView> Companions
)
{
    /// <summary>How far it comes out off by the maker's hand, CIEDE2000, in two of three cases; null where that is not said.</summary>
    public double? ByHand { get; init; }
}

/// <summary>
/// A recipe that is offered, and for how many other areas all of it is mixed already; 0 where something is new.
/// </summary>
public sealed record OfferView(RecipeView Recipe, int MixedFor);

/// <summary>What an area should become, and how.</summary>
public sealed record AreaColourView(
    int Area,
    Srgb Wish,
    ShadowDepth Shadow,
    Method Method,
    AreaFill Predicted,
    bool Exactly,
    ZoneDifferences Differences,
    Likeness Likeness,
    RecipeView Recipe,
    string? OneWashMore,
    IReadOnlyList<OfferView> Others,
    GradientView? Gradient,
    Srgb? Wet
);

/// <summary>How colours pass into each other in an area, and what to know of it.</summary>
public sealed record GradientView(Gradient Gradient, string InWords, IReadOnlyList<Remark> Remarks);

/// <summary>Something in the stash that can be chosen.</summary>
public sealed record SupplyView(Guid Id, string Name, string ColourIndex, Srgb Colour, Srgb Wash, Medium? Medium = null)
{
    /// <summary>It is put on a palette, thinned with water and mixed.</summary>
    public bool Mixes => Medium?.MixesInParts() == true;
}

/// <summary>
/// A method that can be chosen, and what is missing for it among the run's colours. UsualPlace: where its hues or drops
/// lie before anything is said; null where it has no place.
/// </summary>
public sealed record MethodView(
    Method Method,
    string Name,
    bool WholeCard,
    Phase Phase,
    bool TakesColour,
    string What,
    string When,
    string? Missing,
    bool OfPieces,
    GroundPlace? UsualPlace
)
{
    /// <summary>The view of a method, for who owns such media.</summary>
    internal static MethodView Of(MethodSheet sheet, IReadOnlyCollection<Medium> owned) =>
        new(
            sheet.Method,
            sheet.Name,
            sheet.WholeCard,
            sheet.Phase,
            MethodTable.TakesColour(sheet.Method),
            sheet.What,
            sheet.When,
            MethodTable.Missing(sheet.Method, owned),
            sheet.OfPieces,
            GroundPlace.Has(sheet.Method) ? GroundPlace.Usual(sheet.Method) : null
        );
}

/// <summary>Something done to the whole card.</summary>
public sealed record CardWorkView(
    Method Method,
    string Name,
    int Times,
    RelineWith RelineWith,
    IReadOnlyList<RecipeView> Recipes,
    IReadOnlyList<Srgb> Colours,
    GroundPlace? Place
);

/// <summary>The second stage.</summary>
public sealed record ColoursView(
    IReadOnlyList<SupplyView> Papers,
    IReadOnlyList<SupplyView> StampingInks,
    IReadOnlyList<SupplyView> Colourants,
    Guid? Paper,
    Guid? StampingInk,
    IReadOnlyList<Guid> Palette,
    IReadOnlyList<Guid>? LastPalette,
    Srgb PaperColour,
    IReadOnlyList<Remark> Remarks,
    IReadOnlyList<MethodView> Methods,
    IReadOnlyList<CardWorkView> CardWork,
    IReadOnlyList<AreaColourView> Areas,
    MixCount Count
);

/// <summary>The second stage as it is read.</summary>
internal static class ColourViews
{
    /// <summary>A recipe as it is read.</summary>
    public static RecipeView RecipeOf(
        IReadOnlyList<StashItem> items,
        IReadOnlyList<PaintOptics> optics,
        Spectrum paper,
        Dilution dilution,
        Recipe recipe
    )
    {
        var mix = RecipeIndex.Optics(optics, recipe.Parts);
        double[] loads = [.. Strength.Ladder.Reverse().Select(dilution.LoadOf)];
        return new RecipeView(
            PartsOf(items, recipe.Parts),
            recipe.Strength.WaterParts,
            recipe.Layers,
            Srgb.FromLab(recipe.Predicted),
            recipe.Difference,
            recipe.Likeness,
            [.. Ladder.Of(mix, paper, loads).Select(step => Srgb.FromLab(step.Predicted))],
            [.. CompanionsOf(items, recipe)]
        );
    }

    private static IEnumerable<CompanionView> CompanionsOf(IReadOnlyList<StashItem> items, Recipe recipe)
    {
        (CompanionRole Role, Companion? With)[] companions =
        [
            .. (recipe.Gradient?.Hues ?? []).Select(hue => (CompanionRole.Into, (Companion?)hue)),
            (CompanionRole.Light, recipe.Light),
            (CompanionRole.Shadow, recipe.Shadow),
            (CompanionRole.Over, recipe.Over),
        ];
        return from one in companions
            where one.With is { Layers: > 0 }
            select new CompanionView(
                one.Role,
                PartsOf(items, one.With.Parts),
                one.With.Strength.WaterParts,
                one.With.Layers
            );
    }

    /// <summary>The pips of a mix.</summary>
    public static IReadOnlyList<PartView> PartsOf(IReadOnlyList<StashItem> items, IEnumerable<RecipePart> parts) =>
        [
            .. parts.Select(part =>
            {
                var item = items[part.Colourant];
                return new PartView(
                    item.Id,
                    item.Name,
                    item.Colourant!.ColourIndex,
                    item.Colourant.FullStrength,
                    part.Parts,
                    !item.Colourant.Medium.MixesWithWater()
                );
            }),
        ];

    /// <summary>The whole stage.</summary>
    public static async Task<ColoursView> View(
        RunWithSupplies run,
        NubeDb db,
        Palettes palettes,
        CancellationToken cancel
    )
    {
        // What was put away is offered no more, unless this run uses it.
        var used = run.Run.Palette.Cast<Guid?>().Append(run.InHand.PaperId).Append(run.InHand.StampingInkId).ToList();
        var stash = await db
            .Stash.AsNoTracking()
            .Where(item => item.ArchivedAt == null || used.Contains(item.Id))
            .OrderBy(item => item.Id)
            .ToListAsync(cancel);
        var palette = Colours.Palette(run, palettes);
        var last = await db
            .Runs.Where(other => other.CreatedAt < run.Run.CreatedAt)
            .OrderByDescending(other => other.CreatedAt)
            .Select(other => (ImmutableArray<Guid>?)other.Palette)
            .FirstOrDefaultAsync(cancel);
        return new ColoursView(
            [
                .. stash
                    .Where(item => item.Paper is not null)
                    .Select(i => new SupplyView(i.Id, i.Name, "", i.Paper!.Colour, i.Paper.Colour)),
            ],
            [
                .. stash
                    .Where(item => item.StampingInk is not null)
                    .Select(i => new SupplyView(i.Id, i.Name, "", default, default)),
            ],
            [
                .. stash
                    .Where(item => item.Colourant is not null)
                    .Select(i => new SupplyView(
                        i.Id,
                        i.Name,
                        i.Colourant!.ColourIndex,
                        i.Colourant.FullStrength,
                        i.Colourant.Wash,
                        i.Colourant.Medium
                    )),
            ],
            run.InHand.PaperId,
            run.InHand.StampingInkId,
            run.Run.Palette,
            last is { IsEmpty: false } before ? [.. before.Where(id => stash.Exists(item => item.Id == id))] : null,
            run.Paper?.Colour ?? Srgb.Parse("#fbfaf7"),
            run.Remarks(),
            [
                .. MethodTable
                    .All.Where(sheet => MethodTable.IsChosen(sheet.Method))
                    .Select(sheet => MethodView.Of(sheet, Colours.Owned(run))),
            ],
            palette is null
                ? []
                :
                [
                    .. run.InHand.CardWork.Select(work => new CardWorkView(
                        work.Wish.Method,
                        MethodTable.Of(work.Wish.Method).Name,
                        work.Wish.Times,
                        work.Wish.RelineWith,
                        [
                            .. work.Recipes.Select(recipe =>
                                RecipeOf(
                                    run.Palette,
                                    palette.Paints.Optics,
                                    palette.Paints.Reflectance,
                                    run.Dilution,
                                    recipe
                                )
                            ),
                        ],
                        work.Wish.Colours,
                        GroundPlace.Has(work.Wish.Method)
                            ? work.Wish.Place ?? GroundPlace.Usual(work.Wish.Method)
                            : null
                    )),
                ],
            palette is null ? [] : Areas(run, palette, palettes),
            MixCount.Of(run.Colours)
        );
    }

    /// <summary>What a washed area looks like while water shines on it; null for what is laid dry.</summary>
    private static Srgb? WetOf(ChosenColour colour, Paints paints, CardSurface card) =>
        colour.Recipe.Parts.All(part => paints.Colourants[part.Colourant].Medium.MixesInParts())
            ? card.Areas[colour.Wish.Area].Colours(dry => SpectralColour.ToLab(WetLook.Of(dry))).Middle
            : null;

    private static IReadOnlyList<AreaColourView> Areas(RunWithSupplies run, RunPalette palette, Palettes palettes)
    {
        var unders = Colours.Unders(run, palettes);
        // Areas with the same wish share the search: a palette remembers what was found.
        var mixed = run.Mixed;
        ImmutableArray<Recipe> Offered(Wish wish) => Choosing.Offers(unders(wish.Area), run.Schools, wish, mixed);
        // By whom each mix is used, so that an offer says that it is mixed already.
        var mixedFor = run
            .Colours.SelectMany(colour => Thrift.MixesOf(colour.Recipe).Select(mix => (mix, colour.Wish.Area)))
            .ToLookup(use => use.mix, use => use.Area);
        var painting = run.Painting;
        var card = painting.Finished(palette.Paints, run.Schools);
        var finished = card.Looks().ToDictionary(look => look.Area);
        var differences = painting.Differences(palette.Paints, run.Schools);
        var sizes = painting.Areas.ToDictionary(area => area.Area);
        return
        [
            .. run
                .Colours.OrderBy(c => c.Wish.Area)
                .Where(colour => finished.ContainsKey(colour.Wish.Area))
                .Select(colour =>
                {
                    var under = unders(colour.Wish.Area);
                    var ground = MethodRecipes.GroundOf(colour.Wish.Method, under.Paints);
                    return new AreaColourView(
                        colour.Wish.Area,
                        colour.Wish.Colour,
                        colour.Wish.Shadow,
                        colour.Wish.Method,
                        AreaFill.Of(finished[colour.Wish.Area], run.InHand.Image),
                        colour.Wish.Exactly,
                        differences[colour.Wish.Area],
                        Likenesses.Of(
                            differences[colour.Wish.Area].Middle ?? differences[colour.Wish.Area].Shadow ?? 0
                        ),
                        RecipeOf(run.Palette, palette.Paints.Optics, ground, run.Dilution, colour.Recipe),
                        colour.Wish.Exactly
                            ? null
                            : WashMore
                                .Of(
                                    colour,
                                    sizes[colour.Wish.Area],
                                    under,
                                    run.Schools,
                                    run.Room,
                                    run.Options.DryingFactor
                                )
                                ?.Sentence,
                        colour.Wish.Exactly
                            ? []
                            :
                            [
                                .. Offered(colour.Wish)
                                    .Select(recipe => new OfferView(
                                        RecipeOf(run.Palette, palette.Paints.Optics, ground, run.Dilution, recipe) with
                                        {
                                            ByHand = MethodRecipes.OffByKnownHand(
                                                recipe,
                                                colour.Wish.Method,
                                                under.Paints,
                                                run.Schools
                                            ),
                                        },
                                        Thrift
                                            .MixesOf(recipe)
                                            .Select(mix => mixedFor[mix].Count(area => area != colour.Wish.Area))
                                            .DefaultIfEmpty(0)
                                            .Min()
                                    )),
                            ],
                        colour.Recipe.Gradient is { } into
                            ? new GradientView(
                                into.Gradient,
                                into.Gradient.InWords,
                                GradientCheck.Of(
                                    colour,
                                    sizes[colour.Wish.Area],
                                    under,
                                    run.Schools,
                                    run.Room,
                                    run.Hand,
                                    run.Options,
                                    run.NameOf(colour.Wish.Area)
                                )
                            )
                            : null,
                        WetOf(colour, palette.Paints, card)
                    );
                }),
        ];
    }
}
