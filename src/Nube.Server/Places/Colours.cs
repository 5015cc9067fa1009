using System.Collections.Immutable;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Acts;
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

/// <summary>A colourant in a recipe, with its pips; one that is laid as it comes from its pen, pencil or pad knows no water.</summary>
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
    IReadOnlyList<CompanionView> Companions);

/// <summary>What an area should become, and how.</summary>
public sealed record AreaColourView(
    int Area, Srgb Wish, ShadowDepth Shadow, Method Method, AreaFill Predicted, ZoneDifferences Differences, Likeness Likeness, RecipeView Recipe, IReadOnlyList<RecipeView> Others);

/// <summary>Something in the stash that can be chosen.</summary>
public sealed record SupplyView(Guid Id, string Name, string ColourIndex, Srgb Colour, Srgb Wash, Medium? Medium = null);

/// <summary>A method that can be chosen, and what is missing for it among the run's colours.</summary>
public sealed record MethodView(Method Method, string Name, bool WholeCard, Phase Phase, bool TakesColour, string What, string When, string? Missing);

/// <summary>Something done to the whole card.</summary>
public sealed record CardWorkView(Method Method, string Name, int Times, RelineWith RelineWith, IReadOnlyList<RecipeView> Recipes, IReadOnlyList<Srgb> Colours);

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
    IReadOnlyList<MethodView> Methods,
    IReadOnlyList<CardWorkView> CardWork,
    IReadOnlyList<AreaColourView> Areas);

/// <summary>Paper, ink and colours to work with.</summary>
public sealed record Supplies(Guid? Paper, Guid? StampingInk, ImmutableArray<Guid> Palette);

/// <summary>A wish for several areas at once; without a method the one that suits what the colour comes from.</summary>
public sealed record WishFor(ImmutableArray<int> Areas, Srgb Colour, ShadowDepth Shadow, Method? Method = null);

/// <summary>Another method for areas that have a colour.</summary>
public sealed record MethodFor(ImmutableArray<int> Areas, Method Method);

/// <summary>What is done to the whole card, in the order in which it is done.</summary>
public sealed record CardWorkGiven(ImmutableArray<CardWish> Work);

/// <summary>Areas that stay white.</summary>
public sealed record LeaveWhite(ImmutableArray<int> Areas);

/// <summary>Another of the recipes offered, for several areas: 0 is the best.</summary>
public sealed record RecipeChoice(ImmutableArray<int> Areas, int Place);

/// <summary>The second stage: supplies, wishes, recipes.</summary>
public static class Colours
{
    /// <summary>Recipes offered for a wish.</summary>
    private const int Offered = 5;

    /// <summary>Most things that are done to a whole card.</summary>
    private const int MostCardWork = 8;

    /// <summary>Maps the place.</summary>
    public static void MapColours(this IEndpointRouteBuilder api)
    {
        var colours = api.MapGroup("/runs/{id:guid}/colours").WithTags("Colours");
        colours.MapGet("/", Look);
        colours.MapPut("/supplies", Choose);
        colours.MapPut("/wishes", Wish);
        colours.MapPost("/wishes/leave-white", Leave);
        colours.MapPut("/methods", ChooseMethod);
        colours.MapPut("/card", ChooseCardWork);
        colours.MapPut("/recipes", Pick);
    }

    private static async Task<Ok<ColoursView>> Look(Guid id, NubeDb db, RunLoader runs, Palettes palettes, CancellationToken cancel) =>
        TypedResults.Ok(await View(await runs.Load(id, cancel), db, palettes, cancel));

    private static async Task<Ok<ColoursView>> Choose(
        Guid id, Supplies given, NubeDb db, RunLoader runs, BenchGate gate, Palettes palettes, TimeProvider clock, CancellationToken cancel)
    {
        var there = await runs.Load(id, cancel);
        await gate.Open(there, OnTheBench, cancel);
        var run = there.Run;
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
        // Where nothing suits a wish, all stays as it was.
        await using var whole = await db.Database.BeginTransactionAsync(cancel);
        await db.SaveChangesAsync(cancel);
        var loaded = await runs.Load(id, cancel);
        if (Palette(loaded, palettes) is { } onPaper)
        {
            // Where a method's colour is not there any more, the area gets the usual one of what is.
            run.Colours = [.. run.Colours.Select(c => Chosen(loaded, onPaper, c.Wish with { Method = Possible(loaded, onPaper, c.Wish) }))];
            run.CardWork = [.. run.CardWork.Where(work => MethodTable.Missing(work.Wish.Method, Owned(loaded)) is null).Select(work => Chosen(onPaper, work.Wish))];
            await db.SaveChangesAsync(cancel);
        }
        await whole.CommitAsync(cancel);
        return TypedResults.Ok(await View(loaded, db, palettes, cancel));
    }

    private static Task<Ok<ColoursView>> Wish(
        Guid id, WishFor given, NubeDb db, RunLoader runs, BenchGate gate, Palettes palettes, TimeProvider clock, CancellationToken cancel) =>
        Change(id, db, runs, gate, palettes, clock, run =>
        {
            var palette = Needed(run, palettes);
            var areas = Known(run, given.Areas);
            var method = given.Method ?? UsualFor(run, palette, given.Colour);
            RefuseMissing(run, method, wholeCard: false);
            var chosen = Chosen(run, palette, new Wish(0, given.Colour, given.Shadow, method));
            // The middle of a recipe that was picked for the same colour and method stays when only the shadow changes.
            run.Run.Colours =
            [
                .. run.Run.Colours.Where(c => !areas.Contains(c.Wish.Area)),
                .. areas.Select(area => new ChosenColour(
                    chosen.Wish with { Area = area },
                    run.Run.Colours.FirstOrDefault(c => c.Wish.Area == area && c.Wish.Colour == given.Colour && c.Wish.Method == method) is { } before
                        ? MethodRecipes.WithShadow(before.Recipe, method, given.Colour.ToLab(), given.Shadow, palette.Paints, run.Schools)
                        : chosen.Recipe)),
            ];
        }, cancel);

    private static Task<Ok<ColoursView>> Leave(
        Guid id, LeaveWhite given, NubeDb db, RunLoader runs, BenchGate gate, Palettes palettes, TimeProvider clock, CancellationToken cancel) =>
        Change(id, db, runs, gate, palettes, clock, run =>
        {
            var areas = Known(run, given.Areas);
            run.Run.Colours = [.. run.Run.Colours.Where(c => !areas.Contains(c.Wish.Area))];
        }, cancel);

    private static Task<Ok<ColoursView>> ChooseMethod(
        Guid id, MethodFor given, NubeDb db, RunLoader runs, BenchGate gate, Palettes palettes, TimeProvider clock, CancellationToken cancel) =>
        Change(id, db, runs, gate, palettes, clock, run =>
        {
            var palette = Needed(run, palettes);
            var areas = Known(run, given.Areas);
            RefuseMissing(run, given.Method, wholeCard: false);
            run.Run.Colours =
            [
                .. run.Run.Colours.Select(c => areas.Contains(c.Wish.Area) && c.Wish.Method != given.Method
                    ? Chosen(run, palette, c.Wish with { Method = given.Method })
                    : c),
            ];
        }, cancel);

    private static Task<Ok<ColoursView>> ChooseCardWork(
        Guid id, CardWorkGiven given, NubeDb db, RunLoader runs, BenchGate gate, Palettes palettes, TimeProvider clock, CancellationToken cancel) =>
        Change(id, db, runs, gate, palettes, clock, run =>
        {
            var palette = Needed(run, palettes);
            var work = given.Work.IsDefault ? [] : given.Work;
            if (work.Length > MostCardWork) throw TroubleException.Unusable($"At most {MostCardWork} things are done to a whole card.");
            foreach (var wish in work)
            {
                RefuseMissing(run, wish.Method, wholeCard: true);
                if (wish.Times is < 1 or > CardWish.MostTimes) throw TroubleException.Unusable($"Dips and prints go from 1 to {CardWish.MostTimes}.");
                var colours = wish.Colours.IsDefault ? 0 : wish.Colours.Length;
                if (colours > CardWish.MostColours) throw TroubleException.Unusable($"A background has at most {CardWish.MostColours} colours.");
                if (colours == 0 && MethodTable.NeedsColour(wish.Method)) throw TroubleException.Unusable($"{MethodTable.Of(wish.Method).Name} needs at least one colour.");
            }
            run.Run.CardWork = [.. work.Select(wish => Chosen(palette, wish))];
        }, cancel);

    private static Task<Ok<ColoursView>> Pick(
        Guid id, RecipeChoice given, NubeDb db, RunLoader runs, BenchGate gate, Palettes palettes, TimeProvider clock, CancellationToken cancel) =>
        Change(id, db, runs, gate, palettes, clock, run =>
        {
            var palette = Needed(run, palettes);
            var areas = Known(run, given.Areas);
            run.Run.Colours =
            [
                .. run.Run.Colours.Select(colour =>
                {
                    if (!areas.Contains(colour.Wish.Area)) return colour;
                    var offered = palette.Nearest(colour.Wish.Method, colour.Wish.Colour.ToLab(), colour.Wish.Shadow, run.Schools, Offered);
                    if (given.Place < 0 || given.Place >= offered.Length) throw TroubleException.Unusable("This recipe was not offered.");
                    return colour with { Recipe = offered[given.Place] };
                }),
            ];
        }, cancel);

    /// <summary>Changes a run that is not on the bench, and answers its colours.</summary>
    private static async Task<Ok<ColoursView>> Change(
        Guid id, NubeDb db, RunLoader runs, BenchGate gate, Palettes palettes, TimeProvider clock, Action<RunWithSupplies> change, CancellationToken cancel)
    {
        var run = await runs.Load(id, cancel);
        await gate.Open(run, OnTheBench, cancel);
        change(run);
        run.Run.ChangedAt = clock.GetUtcNow();
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(await View(run, db, palettes, cancel));
    }

    /// <summary>The run's palette on its paper, or a sentence that it is missing.</summary>
    internal static RunPalette Needed(RunWithSupplies run, Palettes palettes) =>
        Palette(run, palettes) ?? throw NothingToColourWith();

    /// <summary>What is said when paper or colours are missing.</summary>
    internal static TroubleException NothingToColourWith() => TroubleException.Conflict("Choose a paper and at least one colour first.");

    /// <summary>The run's palette on its paper; null when either is missing.</summary>
    internal static RunPalette? Palette(RunWithSupplies run, Palettes palettes) =>
        run.Paper is null || run.Palette.Count == 0 ? null : palettes.ForRun([.. run.Palette.Select(p => p.Colourant!)], run.Paper);

    /// <summary>A wish with its best recipe.</summary>
    internal static ChosenColour Chosen(RunWithSupplies run, RunPalette palette, Wish wish) =>
        palette.Nearest(wish.Method, wish.Colour.ToLab(), wish.Shadow, run.Schools, Offered) is [var best, ..]
            ? new ChosenColour(wish, best)
            : throw TroubleException.Conflict(MethodTable.Missing(wish.Method, Owned(run)) ?? $"None of these colours can be used for {MethodTable.Of(wish.Method).Name.ToLowerInvariant()}. Add one that can.");

    /// <summary>Something done to the whole card with its best recipes.</summary>
    internal static ChosenCard Chosen(RunPalette palette, CardWish wish)
    {
        var colours = wish.Colours.IsDefault ? [] : wish.Colours;
        return new ChosenCard(
            wish with { Colours = colours },
            [.. colours.Select(colour => palette.NearestForCard(wish.Method, colour.ToLab(), wish.Times)).OfType<Recipe>()]);
    }

    /// <summary>The method for a colour where none is said: by what comes nearest to it.</summary>
    internal static Method UsualFor(RunWithSupplies run, RunPalette palette, Srgb colour)
    {
        var toned = Thing.Of(run.Paper!).Traits.HasFlag(Traits.DarkPaper);
        var owned = Owned(run);
        return owned.Select(medium => MethodTable.Usual(medium, toned, run.Schools)).Distinct()
            .Where(method => MethodTable.Missing(method, owned) is null)
            .Select(method => (Method: method, Best: palette.Nearest(method, colour.ToLab(), ShadowDepth.Soft, run.Schools, Offered)))
            .Where(found => found.Best.Length > 0)
            // Paint where there is any, as far as it comes about as near.
            .OrderBy(found => found.Best[0].Rank + (found.Method is Method.FlatWash or Method.WhiteBase ? 0 : OtherMedium))
            .Select(found => found.Method).FirstOrDefault();
    }

    /// <summary>How much nearer another medium must come than paint to be taken by itself, CIEDE2000. This project's own.</summary>
    private const double OtherMedium = 5;

    private static Method Possible(RunWithSupplies run, RunPalette palette, Wish wish) =>
        MethodTable.Missing(wish.Method, Owned(run)) is null ? wish.Method : UsualFor(run, palette, wish.Colour);

    private static HashSet<Medium> Owned(RunWithSupplies run) => [.. run.Palette.Select(item => item.Colourant!.Medium)];

    private static void RefuseMissing(RunWithSupplies run, Method method, bool wholeCard)
    {
        var sheet = MethodTable.Of(method);
        if (sheet.WholeCard != wholeCard || !MethodTable.IsChosen(method))
            throw TroubleException.Unusable(wholeCard ? $"{sheet.Name} is for single areas." : $"{sheet.Name} is for whole cards.");
        if (MethodTable.Missing(method, Owned(run)) is { } missing) throw TroubleException.Unusable(missing);
    }

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
            [.. Ladder.Of(mix, paper, loads).Select(step => Srgb.FromLab(step.Predicted))],
            [.. CompanionsOf(items, recipe)]);
    }

    private static IEnumerable<CompanionView> CompanionsOf(IReadOnlyList<StashItem> items, Recipe recipe)
    {
        (CompanionRole Role, Companion? With)[] companions = [(CompanionRole.Light, recipe.Light), (CompanionRole.Shadow, recipe.Shadow), (CompanionRole.Over, recipe.Over)];
        return from one in companions
               where one.With is { Layers: > 0 }
               select new CompanionView(one.Role, PartsOf(items, one.With.Parts), one.With.Strength.WaterParts, one.With.Layers);
    }

    /// <summary>The pips of a mix.</summary>
    internal static IReadOnlyList<PartView> PartsOf(IReadOnlyList<StashItem> items, IEnumerable<RecipePart> parts) =>
    [
        .. parts.Select(part =>
        {
            var item = items[part.Colourant];
            return new PartView(item.Id, item.Name, item.Colourant!.ColourIndex, item.Colourant.FullStrength, part.Parts, !item.Colourant.Medium.MixesWithWater());
        }),
    ];

    private const string OnTheBench = "This run is on the bench already; its colours stay as planned. Take its steps back, or begin a new run to change them.";

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
            [.. stash.Where(item => item.Colourant is not null).Select(i => new SupplyView(
                i.Id, i.Name, i.Colourant!.ColourIndex, i.Colourant.FullStrength, i.Colourant.Wash, i.Colourant.Medium))],
            run.Run.PaperId,
            run.Run.StampingInkId,
            run.Run.Palette,
            run.Paper?.Colour ?? Srgb.Parse("#fbfaf7"),
            run.Remarks(),
            [.. MethodTable.All.Where(sheet => MethodTable.IsChosen(sheet.Method)).Select(sheet => new MethodView(
                sheet.Method, sheet.Name, sheet.WholeCard, sheet.Phase, MethodTable.TakesColour(sheet.Method), sheet.What, sheet.When, MethodTable.Missing(sheet.Method, Owned(run))))],
            palette is null ? [] : [.. run.Run.CardWork.Select(work => new CardWorkView(
                work.Wish.Method, MethodTable.Of(work.Wish.Method).Name, work.Wish.Times, work.Wish.RelineWith,
                [.. work.Recipes.Select(recipe => RecipeOf(run.Palette, palette.Paints.Optics, palette.Paints.Reflectance, recipe))], work.Wish.Colours))],
            palette is null ? [] : Areas(run, palette));
    }

    private static IReadOnlyList<AreaColourView> Areas(RunWithSupplies run, RunPalette palette)
    {
        // Areas with the same wish share the search.
        var offered = run.Colours.Select(c => (c.Wish.Method, c.Wish.Colour, c.Wish.Shadow)).Distinct()
            .ToDictionary(wish => wish, wish => palette.Nearest(wish.Method, wish.Colour.ToLab(), wish.Shadow, run.Schools, Offered));
        var finished = run.Painting.Finished(palette.Paints, run.Schools).Looks().ToDictionary(look => look.Area);
        var differences = run.Painting.Differences(palette.Paints, run.Schools);
        return
        [
            .. run.Colours.OrderBy(c => c.Wish.Area).Where(colour => finished.ContainsKey(colour.Wish.Area)).Select(colour =>
            {
                var ground = MethodRecipes.GroundOf(colour.Wish.Method, palette.Paints);
                return new AreaColourView(
                    colour.Wish.Area,
                    colour.Wish.Colour,
                    colour.Wish.Shadow,
                    colour.Wish.Method,
                    AreaFill.Of(finished[colour.Wish.Area]),
                    differences[colour.Wish.Area],
                    Likenesses.Of(differences[colour.Wish.Area].Middle ?? differences[colour.Wish.Area].Shadow ?? 0),
                    RecipeOf(run.Palette, palette.Paints.Optics, ground, colour.Recipe),
                    [.. offered[(colour.Wish.Method, colour.Wish.Colour, colour.Wish.Shadow)].Select(recipe => RecipeOf(run.Palette, palette.Paints.Optics, ground, recipe))]);
            }),
        ];
    }
}
