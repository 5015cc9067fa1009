using System.Collections.Immutable;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>A colour wanted on a paper, from these colourants of the stash or, when none are named, from all.</summary>
public sealed record MixWish(Guid Paper, ImmutableArray<Guid> Colourants, Srgb Colour, int MostColourants);

/// <summary>Something that is not in the stash and would come nearer.</summary>
public sealed record AdditionView(string Name, string ColourIndex, RecipeView Recipe);

/// <summary>The best recipes for a wish.</summary>
public sealed record MixFound(Srgb Paper, IReadOnlyList<RecipeView> Recipes, AdditionView? Addition);

/// <summary>A colourant with its parts.</summary>
public sealed record TriedPart(Guid Colourant, int Parts);

/// <summary>A mix put together by hand.</summary>
public sealed record MixTry(Guid Paper, ImmutableArray<TriedPart> Parts, int Water);

/// <summary>A colour with what it belongs to: "1:4", "2 layers", a paper.</summary>
public sealed record NamedColour(string Name, Srgb Paper, Srgb Colour);

/// <summary>A deeper or lighter version of a mix.</summary>
public sealed record ToneView(ToneWay Way, IReadOnlyList<PartView> Parts, int Water, int Layers, Srgb Predicted);

/// <summary>What a mix looks like, dry, and what its shadow and light are.</summary>
public sealed record MixTried(
    IReadOnlyList<NamedColour> Strengths,
    IReadOnlyList<NamedColour> Layers,
    IReadOnlyList<NamedColour> Papers,
    IReadOnlyList<ToneView> Shadows,
    IReadOnlyList<ToneView> Lights);

/// <summary>Finding and trying mixes of what is owned.</summary>
public static class MixPlace
{
    private const int Offered = 8;

    /// <summary>Largest palette for mixes of three; more make too many for a quick answer.</summary>
    private const int MostForThrees = 24;

    private const int MostForPairs = 48;

    /// <summary>Difference from which an addition to the stash is looked for: beyond "close".</summary>
    private const double WorthAdding = 3;

    /// <summary>Maps the place.</summary>
    public static void MapMix(this IEndpointRouteBuilder api)
    {
        var mix = api.MapGroup("/mix").WithTags("Mix");
        mix.MapPost("/find", Find);
        mix.MapPost("/try", Try);
    }

    private static async Task<Ok<MixFound>> Find(MixWish given, NubeDb db, Palettes palettes, CancellationToken cancel)
    {
        if (given.MostColourants is < 1 or > MixGrid.MostColourants)
            throw TroubleException.Unusable($"A mix has 1 to {MixGrid.MostColourants} colours.");
        var paper = await PaperOf(given.Paper, db, cancel);
        var named = given.Colourants.IsDefault ? [] : given.Colourants.ToHashSet();
        var stash = (await db.Stash.AsNoTracking().Where(item => item.Kind == StashKind.Colourant).OrderBy(item => item.Id).ToListAsync(cancel))
            .FindAll(item => item.Colourant!.Medium.MixesWithWater());
        var items = stash.Where(item => named.Count == 0 ? item.ArchivedAt is null : named.Contains(item.Id)).ToList();
        if (items.Count < named.Count) throw TroubleException.Unusable("Some of these are not in your stash any more. Choose again.");
        if (items.Count == 0) throw TroubleException.Conflict("Your stash has no water colours to mix from. Add one first.");
        var most = given.MostColourants == 3 ? MostForThrees : MostForPairs;
        if (items.Count > most)
            throw TroubleException.Unusable($"Choose at most {most} colours for mixes of {given.MostColourants}; these are {items.Count}.");

        var palette = palettes.Get([.. items.Select(item => item.Colourant!)], paper, given.MostColourants);
        var wish = given.Colour.ToLab();
        var found = palette.Index.Nearest(wish, Offered);
        return TypedResults.Ok(new MixFound(
            paper.Colour,
            [.. found.Select(recipe => Colours.RecipeOf(items, palette.Optics, palette.Paper, recipe))],
            found[0].Difference > WorthAdding ? Addition(stash, items, palette, palettes, wish, found[0].Rank) : null));
    }

    private static AdditionView? Addition(
        List<StashItem> stash, List<StashItem> items, PaletteOnPaper palette, Palettes palettes, Lab wish, double rankNow)
    {
        // What is owned but left out, or put away, is no addition.
        var owned = stash.Select(item => item.Colourant!.ColourIndex).ToHashSet();
        Colourant[] candidates = [.. GenericCatalogue.WaterColours.Where(colour => !owned.Contains(colour.ColourIndex))];
        var best = Additions.Best([.. candidates.Select(palettes.Optics)], palette.Optics, palette.Paper, wish);
        if (best is null || best.Recipe.Rank >= rankNow) return null;
        var added = candidates[best.Candidate];
        return new AdditionView(added.Name, added.ColourIndex, Colours.RecipeOf(
            [new StashItem { Kind = StashKind.Colourant, Colourant = added }, .. items],
            [palettes.Optics(added), .. palette.Optics],
            palette.Paper,
            best.Recipe));
    }

    private static async Task<Ok<MixTried>> Try(MixTry given, NubeDb db, Palettes palettes, CancellationToken cancel)
    {
        var parts = given.Parts.IsDefault ? [] : given.Parts;
        if (parts.Length is < 1 or > MixGrid.MostColourants || parts.Select(part => part.Colourant).Distinct().Count() < parts.Length)
            throw TroubleException.Unusable($"Put together 1 to {MixGrid.MostColourants} different colours.");
        if (parts.Any(part => part.Parts is < 1 or > MixGrid.MostParts))
            throw TroubleException.Unusable($"Each colour has 1 to {MixGrid.MostParts} whole parts.");
        if (given.Water is < 0 or > 64) throw TroubleException.Unusable("Water goes from none to 64 parts.");
        var wanted = parts.Select(part => part.Colourant).ToList();
        var owned = (await db.Stash.AsNoTracking().Where(item => item.Kind == StashKind.Colourant && (item.ArchivedAt == null || wanted.Contains(item.Id)))
            .OrderBy(item => item.Id).ToListAsync(cancel)).FindAll(item => item.Colourant!.Medium.MixesWithWater());
        if (owned.Count(item => wanted.Contains(item.Id)) < parts.Length)
            throw TroubleException.Unusable("Some of these are not in your stash any more. Choose again.");
        var paper = await PaperOf(given.Paper, db, cancel);
        var papers = await db.Stash.AsNoTracking().Where(item => item.Kind == StashKind.Paper && item.ArchivedAt == null)
            .OrderBy(item => item.Id).ToListAsync(cancel);

        // Blacks deepen nothing; what is tried is looked for first, so that it is there in the largest stash.
        List<StashItem> items =
        [
            .. owned.Where(item => wanted.Contains(item.Id) || !item.Colourant!.IsBlack)
                .OrderBy(item => wanted.Contains(item.Id) ? 0 : 1).Take(MostForPairs),
        ];
        var palette = palettes.Get([.. items.Select(item => item.Colourant!)], paper);
        ImmutableArray<RecipePart> mixed = [.. parts.Select(part => new RecipePart(items.FindIndex(item => item.Id == part.Colourant), part.Parts))];
        var mix = RecipeIndex.Optics(palette.Optics, mixed);
        var strength = new Strength(given.Water);
        int[] browns = [.. items.Index().Where(item => item.Item.Colourant!.IsBrown).Select(item => item.Index)];
        return TypedResults.Ok(new MixTried(
            [.. Strength.Ladder.Reverse().Select(step => On(step.ToString(), paper.Colour, palette.Paper, step.LoadOfOneLayer))],
            [.. Enumerable.Range(1, MixGrid.MostLayers).Select(layers => On(
                layers == 1 ? "1 layer" : $"{layers} layers", paper.Colour, palette.Paper, layers * strength.LoadOfOneLayer))],
            [.. papers.Select(other => On(other.Name, other.Paper!.Colour, other.Paper.Reflectance(), strength.LoadOfOneLayer))],
            [.. ShadowAndLight.Shadows(palette.Index, palette.Optics, browns, palette.Paper, mixed, strength).Select(View)],
            [.. ShadowAndLight.Lights(palette.Index, palette.Optics, palette.Paper, mixed, strength).Select(View)]));

        ToneView View(Tone tone) => new(
            tone.Way, Colours.PartsOf(items, tone.Parts), tone.Strength.WaterParts, tone.Layers, Srgb.FromLab(tone.Predicted));

        NamedColour On(string name, Srgb bare, Spectrum below, double x) =>
            new(name, bare, Srgb.FromLab(SpectralColour.ToLab(KubelkaMunk.Over(below, mix, x))));
    }

    private static async Task<Paper> PaperOf(Guid id, NubeDb db, CancellationToken cancel) =>
        (await db.Stash.AsNoTracking().SingleOrDefaultAsync(item => item.Id == id && item.Kind == StashKind.Paper, cancel))?.Paper
        ?? throw TroubleException.Unusable("This paper is not in your stash any more. Choose another.");
}
