using System.Collections.Immutable;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Planning;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>A colourant in a recipe, with its pips.</summary>
public sealed record PartView(Guid Id, string Name, string ColourIndex, Srgb Colour, int Parts);

/// <summary>A recipe as it is read: pips, drops, layers, and what comes of it.</summary>
public sealed record RecipeView(
    IReadOnlyList<PartView> Parts,
    int Water,
    int Layers,
    Srgb Predicted,
    double Difference,
    Likeness Likeness,
    IReadOnlyList<Srgb> Ladder);

/// <summary>What an area should become, and how.</summary>
public sealed record AreaColourView(
    int Area, Srgb Wish, ShadowDepth Shadow, Srgb? ShadowPredicted, RecipeView Recipe, IReadOnlyList<RecipeView> Others);

/// <summary>Something in the stash that can be chosen.</summary>
public sealed record SupplyView(Guid Id, string Name, string ColourIndex, Srgb Colour, Srgb Wash);

/// <summary>The second stage.</summary>
public sealed record ColoursView(
    IReadOnlyList<SupplyView> Papers,
    IReadOnlyList<SupplyView> StampingInks,
    IReadOnlyList<SupplyView> Colourants,
    Guid? Paper,
    Guid? StampingInk,
    IReadOnlyList<Guid> Palette,
    Srgb PaperColour,
    IReadOnlyList<Remark> Remarks,
    IReadOnlyList<AreaColourView> Areas);

/// <summary>Paper, ink and colours to work with.</summary>
public sealed record Supplies(Guid? Paper, Guid? StampingInk, ImmutableArray<Guid> Palette);

/// <summary>A wish for several areas at once.</summary>
public sealed record WishFor(ImmutableArray<int> Areas, Srgb Colour, ShadowDepth Shadow);

/// <summary>Areas that stay white.</summary>
public sealed record LeaveWhite(ImmutableArray<int> Areas);

/// <summary>Another of the recipes offered, for several areas: 0 is the best.</summary>
public sealed record RecipeChoice(ImmutableArray<int> Areas, int Place);

/// <summary>The second stage: supplies, wishes, recipes.</summary>
public static class Colours
{
    /// <summary>Recipes offered for a wish.</summary>
    private const int Offered = 5;

    /// <summary>Maps the place.</summary>
    public static void MapColours(this IEndpointRouteBuilder api)
    {
        var colours = api.MapGroup("/runs/{id:guid}/colours").WithTags("Colours");
        colours.MapGet("/", Look);
        colours.MapPut("/supplies", Choose);
        colours.MapPut("/wishes", Wish);
        colours.MapPost("/wishes/leave-white", Leave);
        colours.MapPut("/recipes", Pick);
    }

    private static async Task<Ok<ColoursView>> Look(Guid id, NubeDb db, RunLoader runs, Palettes palettes, CancellationToken cancel) =>
        TypedResults.Ok(await View(await runs.Load(id, cancel), db, palettes, cancel));

    private static async Task<Ok<ColoursView>> Choose(
        Guid id, Supplies given, NubeDb db, RunLoader runs, Palettes palettes, TimeProvider clock, CancellationToken cancel)
    {
        var run = (await runs.Load(id, cancel)).Run;
        await RefuseOnBench(runs, id, cancel);
        var palette = given.Palette.IsDefault ? [] : given.Palette.Distinct().ToImmutableArray();
        if (palette.Length > 48) throw TroubleException.Unusable("Choose at most 48 colours to mix from.");
        var wanted = palette.Cast<Guid?>().Append(given.Paper).Append(given.StampingInk).OfType<Guid>().ToHashSet();
        var kinds = await db.Stash.Where(item => wanted.Contains(item.Id)).ToDictionaryAsync(item => item.Id, item => item.Kind, cancel);
        if (wanted.Any(item => !kinds.ContainsKey(item)))
            throw TroubleException.Unusable("Some of these are not in your stash any more. Choose again.");
        if ((given.Paper is { } paper && kinds[paper] != StashKind.Paper)
            || (given.StampingInk is { } ink && kinds[ink] != StashKind.StampingInk)
            || palette.Any(colourant => kinds[colourant] != StashKind.Colourant))
            throw TroubleException.Unusable("A paper, an ink and colours were expected in their own places.");
        (run.PaperId, run.StampingInkId, run.Palette, run.ChangedAt) = (given.Paper, given.StampingInk, palette, clock.GetUtcNow());

        // Recipes hold for a palette and a paper: every wish gets its best one anew. Without a palette the wishes wait.
        await db.SaveChangesAsync(cancel);
        var loaded = await runs.Load(id, cancel);
        if (Palette(loaded, palettes) is { } onPaper)
        {
            run.Colours = [.. run.Colours.Select(c => c with { Recipe = onPaper.Index.Nearest(c.Wish.Colour.ToLab(), 1)[0] })];
            await db.SaveChangesAsync(cancel);
        }
        return TypedResults.Ok(await View(loaded, db, palettes, cancel));
    }

    private static async Task<Ok<ColoursView>> Wish(
        Guid id, WishFor given, NubeDb db, RunLoader runs, Palettes palettes, TimeProvider clock, CancellationToken cancel)
    {
        var run = await runs.Load(id, cancel);
        await RefuseOnBench(runs, id, cancel);
        var palette = Palette(run, palettes) ?? throw TroubleException.Conflict("Choose a paper and at least one colour first.");
        var areas = Known(run, given.Areas);
        var recipe = palette.Index.Nearest(given.Colour.ToLab(), 1)[0];
        // A recipe that was picked for the same colour stays when only the shadow changes.
        run.Run.Colours =
        [
            .. run.Run.Colours.Where(c => !areas.Contains(c.Wish.Area)),
            .. areas.Select(area => new ChosenColour(
                new Wish(area, given.Colour, given.Shadow),
                run.Run.Colours.FirstOrDefault(c => c.Wish.Area == area && c.Wish.Colour == given.Colour)?.Recipe ?? recipe)),
        ];
        run.Run.ChangedAt = clock.GetUtcNow();
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(await View(run, db, palettes, cancel));
    }

    private static async Task<Ok<ColoursView>> Leave(
        Guid id, LeaveWhite given, NubeDb db, RunLoader runs, Palettes palettes, TimeProvider clock, CancellationToken cancel)
    {
        var run = await runs.Load(id, cancel);
        await RefuseOnBench(runs, id, cancel);
        var areas = Known(run, given.Areas);
        run.Run.Colours = [.. run.Run.Colours.Where(c => !areas.Contains(c.Wish.Area))];
        run.Run.ChangedAt = clock.GetUtcNow();
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(await View(run, db, palettes, cancel));
    }

    private static async Task<Ok<ColoursView>> Pick(
        Guid id, RecipeChoice given, NubeDb db, RunLoader runs, Palettes palettes, TimeProvider clock, CancellationToken cancel)
    {
        var run = await runs.Load(id, cancel);
        await RefuseOnBench(runs, id, cancel);
        var palette = Palette(run, palettes) ?? throw TroubleException.Conflict("Choose a paper and at least one colour first.");
        var areas = Known(run, given.Areas);
        run.Run.Colours =
        [
            .. run.Run.Colours.Select(colour =>
            {
                if (!areas.Contains(colour.Wish.Area)) return colour;
                var offered = palette.Index.Nearest(colour.Wish.Colour.ToLab(), Offered);
                if (given.Place < 0 || given.Place >= offered.Length) throw TroubleException.Unusable("This recipe was not offered.");
                return colour with { Recipe = offered[given.Place] };
            }),
        ];
        run.Run.ChangedAt = clock.GetUtcNow();
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(await View(run, db, palettes, cancel));
    }

    /// <summary>The run's palette on its paper; null when either is missing.</summary>
    internal static PaletteOnPaper? Palette(RunWithSupplies run, Palettes palettes) =>
        run.Paper is null || run.Palette.Count == 0 ? null : palettes.Get([.. run.Palette.Select(p => p.Colourant!)], run.Paper);

    /// <summary>A recipe as it is read.</summary>
    internal static RecipeView RecipeOf(
        IReadOnlyList<StashItem> items, IReadOnlyList<PaintOptics> optics, Spectrum paper, Recipe recipe)
    {
        var mix = RecipeIndex.Optics(optics, recipe.Parts);
        double[] loads = [.. Strength.Ladder.Reverse().Select(strength => strength.LoadOfOneLayer)];
        return new RecipeView(
            PartsOf(items, recipe.Parts),
            recipe.Strength.WaterParts,
            recipe.Layers,
            Srgb.FromLab(recipe.Predicted),
            recipe.Difference,
            recipe.Likeness,
            [.. Ladder.Of(mix, paper, loads).Select(step => Srgb.FromLab(step.Predicted))]);
    }

    /// <summary>The pips of a mix.</summary>
    internal static IReadOnlyList<PartView> PartsOf(IReadOnlyList<StashItem> items, IEnumerable<RecipePart> parts) =>
    [
        .. parts.Select(part =>
        {
            var item = items[part.Colourant];
            return new PartView(item.Id, item.Name, item.Colourant!.ColourIndex, item.Colourant.FullStrength, part.Parts);
        }),
    ];

    private static async Task RefuseOnBench(RunLoader runs, Guid id, CancellationToken cancel)
    {
        if ((await runs.Taps(id, cancel)).Count > 0)
            throw TroubleException.Conflict("This run is on the bench already; its colours stay as planned. Begin a new run to change them.");
    }

    /// <summary>Areas that are there and can have a colour, or a sentence.</summary>
    private static HashSet<int> Known(RunWithSupplies run, ImmutableArray<int> areas)
    {
        var known = Image.Known(run.Image, areas);
        foreach (var area in known)
        {
            if (run.Image.StaysBare(area))
            {
                var marked = run.Image.Marks[area] == Core.Artwork.AreaMark.NotPart ? "not part of the image" : "to be left white";
                throw TroubleException.Unusable($"{run.Image.NameOf(area)} is marked as {marked}. Take the mark off on the Image stage first.");
            }
        }
        return known;
    }

    private static async Task<ColoursView> View(RunWithSupplies run, NubeDb db, Palettes palettes, CancellationToken cancel)
    {
        // What was put away is offered no more, unless this run uses it.
        var used = run.Run.Palette.Cast<Guid?>().Append(run.Run.PaperId).Append(run.Run.StampingInkId).ToList();
        var stash = await db.Stash.AsNoTracking().Where(item => item.ArchivedAt == null || used.Contains(item.Id))
            .OrderBy(item => item.Id).ToListAsync(cancel);
        var palette = Palette(run, palettes);
        return new ColoursView(
            [.. stash.Where(item => item.Paper is not null).Select(i => new SupplyView(i.Id, i.Name, "", i.Paper!.Colour, i.Paper.Colour))],
            [.. stash.Where(item => item.StampingInk is not null).Select(i => new SupplyView(i.Id, i.Name, "", default, default))],
            [.. stash.Where(item => item.Colourant?.Medium.MixesWithWater() == true).Select(i => new SupplyView(
                i.Id, i.Name, i.Colourant!.ColourIndex, i.Colourant.FullStrength, i.Colourant.Wash))],
            run.Run.PaperId,
            run.Run.StampingInkId,
            run.Run.Palette,
            run.Paper?.Colour ?? Srgb.Parse("#fbfaf7"),
            run.Remarks(),
            palette is null ? [] : Areas(run, palette));
    }

    private static IReadOnlyList<AreaColourView> Areas(RunWithSupplies run, PaletteOnPaper palette)
    {
        // Areas with the same wish share the search.
        var offered = run.Colours.Select(c => c.Wish.Colour).Distinct()
            .ToDictionary(wish => wish, wish => palette.Index.Nearest(wish.ToLab(), Offered));
        return
        [
            .. run.Colours.OrderBy(c => c.Wish.Area).Select(colour =>
            {
                var steps = Colouring.AfterEachLayer(palette.Optics, palette.Paper, colour.Recipe, colour.Wish.ShadowLayers);
                return new AreaColourView(
                    colour.Wish.Area,
                    colour.Wish.Colour,
                    colour.Wish.Shadow,
                    colour.Wish.ShadowLayers == 0 ? null : Srgb.FromLab(steps[^1]),
                    RecipeOf(run.Palette, palette.Optics, palette.Paper, colour.Recipe),
                    [.. offered[colour.Wish.Colour].Select(recipe => RecipeOf(run.Palette, palette.Optics, palette.Paper, recipe))]);
            }),
        ];
    }
}
