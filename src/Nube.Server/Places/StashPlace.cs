using System.Collections.Immutable;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>Something in the stash.</summary>
public sealed record StashItemView(
    Guid Id, StashKind Kind, string Name, string Note, bool Archived, Colourant? Colourant, Paper? Paper, StampingInk? StampingInk);

/// <summary>A new water colour, known by two colours that were picked by eye.</summary>
public sealed record NewColourant(string Name, string ColourIndex, Srgb FullStrength, Srgb Wash, string? Note);

/// <summary>A list of water colours, one a line.</summary>
public sealed record ColourList(string Text);

/// <summary>What the maker owns.</summary>
public static class StashPlace
{
    /// <summary>Scattering of a colourant of which nothing is known: fairly transparent. From memory.</summary>
    private const double UnknownScattering = 0.03;

    /// <summary>Maps the place.</summary>
    public static void MapStash(this IEndpointRouteBuilder api)
    {
        var stash = api.MapGroup("/stash").WithTags("Stash");
        stash.MapGet("/", List);
        stash.MapPost("/colourants", Add);
        stash.MapPost("/colourants/list/read", ReadList);
        stash.MapPost("/colourants/list", AddList);
        stash.MapPut("/{id:guid}/archived", Archive);
        stash.MapDelete("/{id:guid}/archived", BringBack);
    }

    private static async Task<Ok<List<StashItemView>>> List(NubeDb db, CancellationToken cancel)
    {
        var items = await db.Stash.AsNoTracking().OrderBy(item => item.Id).ToListAsync(cancel);
        return TypedResults.Ok(items.Select(View).ToList());
    }

    private static async Task<Created<StashItemView>> Add(
        NewColourant given, NubeDb db, MakerAtWork maker, TimeProvider clock, CancellationToken cancel)
    {
        var name = given.Name.Trim();
        if (name.Length is 0 or > 80) throw TroubleException.Unusable("Give the colour a name of at most 80 letters.");
        if (given.FullStrength.ToLab().L >= given.Wash.ToLab().L)
            throw TroubleException.Unusable("The wash must be lighter than the full strength: water makes it paler.");
        var owned = await db.Stash.Where(item => item.Kind == StashKind.Colourant && item.ArchivedAt == null).ToListAsync(cancel);
        if (owned.Exists(item => string.Equals(item.Name, name, StringComparison.OrdinalIgnoreCase)))
            throw TroubleException.Conflict($"There is a {name} in your stash already. Give this one another name.");
        var added = new StashItem
        {
            MakerId = maker.MakerId,
            Kind = StashKind.Colourant,
            Colourant = new Colourant(
                name, given.ColourIndex.Trim(), given.FullStrength, given.Wash, UnknownScattering, false, Provenance.Estimated),
            Note = given.Note?.Trim() ?? "",
            CreatedAt = clock.GetUtcNow(),
        };
        db.Stash.Add(added);
        await db.SaveChangesAsync(cancel);
        return TypedResults.Created($"/api/stash/{added.Id}", View(added));
    }

    private static async Task<Ok<ImmutableArray<PastedLine>>> ReadList(ColourList given, NubeDb db, CancellationToken cancel) =>
        TypedResults.Ok(await Pasted(given, db, cancel));

    private static async Task<Ok<ImmutableArray<PastedLine>>> AddList(
        ColourList given, NubeDb db, MakerAtWork maker, TimeProvider clock, CancellationToken cancel)
    {
        var lines = await Pasted(given, db, cancel);
        // Keys hold their moment to the millisecond: one apart, the stash keeps the list's order.
        var now = clock.GetUtcNow();
        db.Stash.AddRange(lines.Where(line => line.Colourant is not null).Select((line, index) => new StashItem
        {
            Id = Guid.CreateVersion7(now.AddMilliseconds(index)),
            MakerId = maker.MakerId,
            Kind = StashKind.Colourant,
            Colourant = line.Colourant,
            CreatedAt = now,
        }));
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(lines);
    }

    private static async Task<ImmutableArray<PastedLine>> Pasted(ColourList given, NubeDb db, CancellationToken cancel)
    {
        var owned = await db.Stash.AsNoTracking().Where(item => item.Kind == StashKind.Colourant && item.ArchivedAt == null).ToListAsync(cancel);
        return PastedColours.Read(given.Text, owned.Select(item => item.Name));
    }

    private static Task<NoContent> Archive(Guid id, NubeDb db, TimeProvider clock, CancellationToken cancel) =>
        SetArchived(id, clock.GetUtcNow(), db, cancel);

    private static Task<NoContent> BringBack(Guid id, NubeDb db, CancellationToken cancel) => SetArchived(id, null, db, cancel);

    private static async Task<NoContent> SetArchived(Guid id, DateTimeOffset? at, NubeDb db, CancellationToken cancel)
    {
        var item = await db.Stash.SingleOrDefaultAsync(i => i.Id == id, cancel)
            ?? throw TroubleException.Gone("This is not in your stash any more.");
        item.ArchivedAt = at;
        await db.SaveChangesAsync(cancel);
        return TypedResults.NoContent();
    }

    private static StashItemView View(StashItem item) => new(
        item.Id, item.Kind, item.Name, item.Note, item.ArchivedAt is not null, item.Colourant, item.Paper, item.StampingInk);
}
