using System.Collections.Immutable;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>A set of colours that can be said to be owned. Owned: how many of it are in the stash.</summary>
public sealed record SetView(Medium Medium, int Size, int Owned, IReadOnlyList<Srgb> Colours);

/// <summary>All sets. First: no run was begun yet, so that what is said takes the place of what was stocked.</summary>
public sealed record SetsView(bool First, IReadOnlyList<SetView> Sets);

/// <summary>A set by its kind and size.</summary>
public sealed record SetChosen(Medium Medium, int Size);

/// <summary>
/// What a maker paints with. Before the first run, what the stash was stocked with and is not among these goes out again.
/// </summary>
public sealed record SetsGiven(ImmutableArray<SetChosen> Sets);

/// <summary>What I have: whole sets in one step.</summary>
public static class StarterSetsPlace
{
    /// <summary>Maps the place.</summary>
    public static void MapStarterSets(this IEndpointRouteBuilder api)
    {
        var sets = api.MapGroup("/stash/sets").WithTags("Stash");
        sets.MapGet("/", List);
        sets.MapPost("/", Take);
    }

    private static async Task<Ok<SetsView>> List(NubeDb db, CancellationToken cancel)
    {
        var owned = (await Owned(db).Select(item => item.Colourant).ToListAsync(cancel))
            .Select(colourant => colourant!.Name)
            .ToHashSet(StringComparer.OrdinalIgnoreCase);
        return TypedResults.Ok(
            new SetsView(
                !await db.Runs.AnyAsync(cancel),
                [
                    .. StarterSets.All.Select(set => new SetView(
                        set.Medium,
                        set.Size,
                        set.Colourants.Count(colourant => owned.Contains(colourant.Name)),
                        [.. set.Colourants.Select(colourant => colourant.FullStrength)]
                    )),
                ]
            )
        );
    }

    private static async Task<Ok<List<StashItemView>>> Take(
        SetsGiven given,
        NubeDb db,
        MakerAtWork maker,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var sets = (given.Sets.IsDefault ? [] : given.Sets)
            .Select(chosen =>
                StarterSets.Find(chosen.Medium, chosen.Size)
                ?? throw TroubleException.Unusable($"There is no set of {chosen.Size} of this kind.")
            )
            .ToList();
        if (sets.Count == 0)
            throw TroubleException.Unusable("Choose at least one set.");
        var now = clock.GetUtcNow();
        var owned = await Owned(db).OrderBy(item => item.Id).ToListAsync(cancel);
        var wanted = sets.SelectMany(set => set.Colourants).DistinctBy(colourant => colourant.Name).ToList();
        if (!await db.Runs.AnyAsync(cancel))
        {
            // Only what came with the account and was never touched; what the maker added stays.
            var named = wanted.Select(colourant => colourant.Name).ToHashSet(StringComparer.OrdinalIgnoreCase);
            var untouched = owned.FindAll(item =>
                !named.Contains(item.Name)
                && item is { LastUsedAt: null, UseUp: false, Note: "", KeptAt: "", Left: 1 }
                && GenericCatalogue.Pans.Contains(item.Colourant!)
            );
            db.Stash.RemoveRange(untouched);
        }
        var names = owned.Select(item => item.Name).ToHashSet(StringComparer.OrdinalIgnoreCase);
        var added = wanted
            .Where(colourant => !names.Contains(colourant.Name))
            .Select(
                (colourant, place) =>
                    new StashItem
                    {
                        Id = Guid.CreateVersion7(now.AddMilliseconds(place)),
                        MakerId = maker.MakerId,
                        Kind = StashKind.Colourant,
                        Colourant = colourant,
                        Left = colourant.Medium.Holds() is null ? null : 1,
                        CreatedAt = now,
                    }
            )
            .ToList();
        db.Stash.AddRange(added);
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(added.ConvertAll(StashItemView.Of));
    }

    private static IQueryable<StashItem> Owned(NubeDb db) =>
        db.Stash.Where(item => item.Kind == StashKind.Colourant && item.ArchivedAt == null);
}
