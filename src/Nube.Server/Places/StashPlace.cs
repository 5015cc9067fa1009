using System.Collections.Immutable;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Swatches;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>What the maker owns.</summary>
public static class StashPlace
{
    /// <summary>Items offered for "which was that?".</summary>
    private const int MostLikely = 6;

    /// <summary>Maps the place.</summary>
    public static void MapStash(this IEndpointRouteBuilder api)
    {
        var stash = api.MapGroup("/stash").WithTags("Stash");
        stash.MapGet("/", List);
        stash.MapGet("/like", Like);
        stash.MapGet("/{id:guid}/siblings", FindSiblings);
        stash.MapGet("/catalogue", Catalogue);
        stash.MapPost("/catalogue", Take);
        stash.MapPost("/supplies", AddSupply);
        stash.MapPut("/{id:guid}", Tell);
        stash.MapPost("/colourants", Add);
        stash.MapPost("/colourants/list/read", ReadList);
        stash.MapPost("/colourants/list", AddList);
        stash.MapPut("/{id:guid}/archived", Archive);
        stash.MapDelete("/{id:guid}/archived", BringBack);
    }

    private static async Task<Ok<List<StashItemView>>> List(NubeDb db, CancellationToken cancel)
    {
        var items = await db.Stash.AsNoTracking().OrderBy(item => item.Id).ToListAsync(cancel);
        return TypedResults.Ok(items.ConvertAll(StashItemView.Of));
    }

    /// <summary>Which of the maker's colourants could have given a colour, in one wash on white.</summary>
    private static async Task<Ok<List<LikelyItem>>> Like(
        Srgb colour,
        NubeDb db,
        Palettes palettes,
        CancellationToken cancel
    )
    {
        var owned = await db
            .Stash.AsNoTracking()
            .Where(item => item.Kind == StashKind.Colourant && item.ArchivedAt == null)
            .ToListAsync(cancel);
        var wanted = colour.ToLab();
        var white = Spectrum.Flat(SwatchFit.NeutralPaper);
        var near = owned
            .AsParallel()
            .Select(item =>
            {
                var optics = palettes.Optics(item.Colourant!);
                return Strength
                    .Ladder.Select(wash =>
                        (
                            Item: item,
                            Wash: wash,
                            Lab: SpectralColour.ToLab(KubelkaMunk.Over(white, optics, wash.LoadOfOneLayer))
                        )
                    )
                    .Select(laid =>
                        (laid.Item, laid.Wash, laid.Lab, Difference: Ciede2000.Difference(wanted, laid.Lab))
                    )
                    .MinBy(laid => laid.Difference);
            })
            .AsEnumerable()
            .OrderBy(laid => laid.Difference)
            .ThenBy(laid => laid.Item.Name, StringComparer.Ordinal)
            .Take(MostLikely)
            .ToList();
        return TypedResults.Ok(
            near.ConvertAll(laid => new LikelyItem(
                laid.Item.Id,
                laid.Item.Name,
                laid.Item.Colourant!.ColourIndex,
                Srgb.FromLab(laid.Lab),
                laid.Wash.ToString(),
                laid.Difference,
                Likenesses.Of(laid.Difference)
            ))
        );
    }

    private static async Task<Ok<SiblingsView>> FindSiblings(Guid id, NubeDb db, CancellationToken cancel)
    {
        var item = await Find(id, db, cancel);
        if (item.Colourant is null)
            throw TroubleException.Unusable("Only colours have a light and a shadow.");
        var others = (
            await db
                .Stash.AsNoTracking()
                .Where(other => other.Kind == StashKind.Colourant && other.ArchivedAt == null && other.Id != id)
                .OrderBy(other => other.Id)
                .ToListAsync(cancel)
        ).FindAll(other => other.Colourant!.Medium == item.Colourant.Medium);
        var found = Siblings.Of(
            item.Colourant.FullStrength.ToLab(),
            others.ConvertAll(other => other.Colourant!.FullStrength.ToLab())
        );
        return TypedResults.Ok(
            new SiblingsView(
                found.Light is { } light ? StashItemView.Of(others[light]) : null,
                found.Dark is { } dark ? StashItemView.Of(others[dark]) : null
            )
        );
    }

    private static async Task<Ok<List<CatalogueEntry>>> Catalogue(NubeDb db, CancellationToken cancel)
    {
        var stash = await db.Stash.AsNoTracking().Where(item => item.ArchivedAt == null).ToListAsync(cancel);
        var owned = stash.Select(item => item.Name).ToHashSet(StringComparer.OrdinalIgnoreCase);
        return TypedResults.Ok(
            new List<CatalogueEntry>([
                .. GenericCatalogue.Colourants.Select(c => new CatalogueEntry(
                    StashKind.Colourant,
                    c.Name,
                    owned.Contains(c.Name),
                    ColourantView.Of(c),
                    null,
                    null
                )),
                .. GenericCatalogue.Papers.Select(p => new CatalogueEntry(
                    StashKind.Paper,
                    p.Name,
                    owned.Contains(p.Name),
                    null,
                    p,
                    null
                )),
                .. GenericCatalogue.StampingInks.Select(i => new CatalogueEntry(
                    StashKind.StampingInk,
                    i.Name,
                    owned.Contains(i.Name),
                    null,
                    null,
                    i
                )),
            ])
        );
    }

    private static async Task<Ok<List<StashItemView>>> Take(
        FromCatalogue given,
        NubeDb db,
        MakerAtWork maker,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var names = given.Names.IsDefault ? [] : given.Names.Distinct(StringComparer.OrdinalIgnoreCase).ToList();
        var owned = await db.Stash.Where(item => item.ArchivedAt == null).ToListAsync(cancel);
        var now = clock.GetUtcNow();
        var added = names
            .Except(owned.Select(item => item.Name), StringComparer.OrdinalIgnoreCase)
            .Select(
                (name, index) =>
                {
                    bool Named(string other) => string.Equals(other, name, StringComparison.OrdinalIgnoreCase);
                    var colourant = GenericCatalogue.Colourants.FirstOrDefault(c => Named(c.Name));
                    var paper = GenericCatalogue.Papers.FirstOrDefault(p => Named(p.Name));
                    var ink = GenericCatalogue.StampingInks.FirstOrDefault(i => Named(i.Name));
                    return new StashItem
                    {
                        Id = Guid.CreateVersion7(now.AddMilliseconds(index)),
                        MakerId = maker.MakerId,
                        Kind =
                            colourant is not null ? StashKind.Colourant
                            : paper is not null ? StashKind.Paper
                            : ink is not null ? StashKind.StampingInk
                            : throw TroubleException.Unusable($"The catalogue does not have {name}."),
                        Colourant = colourant,
                        Paper = paper,
                        StampingInk = ink,
                        Left = colourant?.Medium.Holds() is null ? null : 1,
                        CreatedAt = now,
                    };
                }
            )
            .ToList();
        db.Stash.AddRange(added);
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(added.ConvertAll(StashItemView.Of));
    }

    private static async Task<Created<StashItemView>> AddSupply(
        NewSupply given,
        NubeDb db,
        MakerAtWork maker,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var added = new StashItem
        {
            MakerId = maker.MakerId,
            Kind = StashKind.Supply,
            Supply = new Supply(Name(given.Name), given.Kind, given.Wet),
            CreatedAt = clock.GetUtcNow(),
        };
        db.Stash.Add(added);
        await db.SaveChangesAsync(cancel);
        return TypedResults.Created($"/api/stash/{added.Id}", StashItemView.Of(added));
    }

    private static async Task<Ok<StashItemView>> Tell(Guid id, ItemFacts given, NubeDb db, CancellationToken cancel)
    {
        var item = await Find(id, db, cancel);
        var name = Name(given.Name);
        if (given.Left is < 0 or > 1)
            throw TroubleException.Unusable("What is left goes from nothing to a full one.");
        if (given.KeptAt.Length > 200 || given.Note.Length > 1000)
            throw TroubleException.Unusable("A place has at most 200 letters, a note 1,000.");
        if (name != item.Name)
            await RefuseOwned(name, db, cancel);
        (item.Colourant, item.Paper, item.StampingInk, item.Supply) = (
            item.Colourant is null ? null : item.Colourant with { Name = name },
            item.Paper is null ? null : item.Paper with { Name = name },
            item.StampingInk is null ? null : item.StampingInk with { Name = name },
            item.Supply is null ? null : item.Supply with { Name = name }
        );
        (item.KeptAt, item.Note, item.Left, item.UseUp) = (
            given.KeptAt.Trim(),
            given.Note.Trim(),
            given.Left,
            given.UseUp
        );
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(StashItemView.Of(item));
    }

    private static async Task<Created<StashItemView>> Add(
        NewColourant given,
        NubeDb db,
        MakerAtWork maker,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var name = await NewName(given.Name, db, cancel);
        if (given.Wash is { } light && given.FullStrength.ToLab().L >= light.ToLab().L)
            throw TroubleException.Unusable("The wash must be lighter than the full strength: water makes it paler.");
        var added = new StashItem
        {
            MakerId = maker.MakerId,
            Kind = StashKind.Colourant,
            Colourant = Colourant.Picked(name, given.ColourIndex.Trim(), given.Medium, given.FullStrength, given.Wash),
            Note = given.Note?.Trim() ?? "",
            Left = given.Medium.Holds() is null ? null : 1,
            CreatedAt = clock.GetUtcNow(),
        };
        db.Stash.Add(added);
        await db.SaveChangesAsync(cancel);
        return TypedResults.Created($"/api/stash/{added.Id}", StashItemView.Of(added));
    }

    private static string Name(string given) =>
        given.Trim() is { Length: > 0 and <= 80 } name
            ? name
            : throw TroubleException.Unusable("Give it a name of at most 80 letters.");

    /// <summary>A name that nothing in the stash has yet.</summary>
    internal static async Task<string> NewName(string given, NubeDb db, CancellationToken cancel)
    {
        var name = Name(given);
        await RefuseOwned(name, db, cancel);
        return name;
    }

    private static async Task RefuseOwned(string name, NubeDb db, CancellationToken cancel)
    {
        var owned = await db.Stash.AsNoTracking().Where(item => item.ArchivedAt == null).ToListAsync(cancel);
        if (owned.Exists(item => string.Equals(item.Name, name, StringComparison.OrdinalIgnoreCase)))
            throw TroubleException.Conflict($"There is a {name} in your stash already. Give this one another name.");
    }

    private static async Task<StashItem> Find(Guid id, NubeDb db, CancellationToken cancel) =>
        await db.Stash.SingleOrDefaultAsync(i => i.Id == id, cancel)
        ?? throw TroubleException.Gone("This is not in your stash any more.");

    private static async Task<Ok<ImmutableArray<PastedLine>>> ReadList(
        ColourList given,
        NubeDb db,
        CancellationToken cancel
    ) => TypedResults.Ok(await Pasted(given, db, cancel));

    private static async Task<Ok<ImmutableArray<PastedLine>>> AddList(
        ColourList given,
        NubeDb db,
        MakerAtWork maker,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var lines = await Pasted(given, db, cancel);
        // Keys hold their moment to the millisecond: one apart, the stash keeps the list's order.
        var now = clock.GetUtcNow();
        db.Stash.AddRange(
            lines
                .Where(line => line.Colourant is not null)
                .Select(
                    (line, index) =>
                        new StashItem
                        {
                            Id = Guid.CreateVersion7(now.AddMilliseconds(index)),
                            MakerId = maker.MakerId,
                            Kind = StashKind.Colourant,
                            Colourant = line.Colourant,
                            Left = line.Colourant!.Medium.Holds() is null ? null : 1,
                            CreatedAt = now,
                        }
                )
        );
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(lines);
    }

    private static async Task<ImmutableArray<PastedLine>> Pasted(ColourList given, NubeDb db, CancellationToken cancel)
    {
        var owned = await db
            .Stash.AsNoTracking()
            .Where(item => item.Kind == StashKind.Colourant && item.ArchivedAt == null)
            .ToListAsync(cancel);
        return PastedColours.Read(given.Text, owned.Select(item => item.Name));
    }

    private static Task<NoContent> Archive(Guid id, NubeDb db, TimeProvider clock, CancellationToken cancel) =>
        SetArchived(id, clock.GetUtcNow(), db, cancel);

    private static Task<NoContent> BringBack(Guid id, NubeDb db, CancellationToken cancel) =>
        SetArchived(id, null, db, cancel);

    private static async Task<NoContent> SetArchived(Guid id, DateTimeOffset? at, NubeDb db, CancellationToken cancel)
    {
        var item = await Find(id, db, cancel);
        item.ArchivedAt = at;
        await db.SaveChangesAsync(cancel);
        return TypedResults.NoContent();
    }
}
