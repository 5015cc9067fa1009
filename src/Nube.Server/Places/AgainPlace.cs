using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>A run that was begun from another, with what of its supplies is put away by now.</summary>
public sealed record MadeAgain(Guid Id, IReadOnlyList<string> PutAway);

/// <summary>Making a run once more.</summary>
public static class AgainPlace
{
    private const string Suffix = ", again";

    /// <summary>Maps the place.</summary>
    public static void MapAgain(this IEndpointRouteBuilder api) =>
        api.MapPost("/runs/{id:guid}/again", Again).WithTags("Record");

    /// <summary>
    /// Begins a run with the same image, wishes and supplies. Of what is put away by now nothing is used: its recipes are
    /// found anew from the rest, on the first paper that is there.
    /// </summary>
    private static async Task<Created<MadeAgain>> Again(
        Guid id,
        NubeDb db,
        RunLoader runs,
        Palettes palettes,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var there = await runs.Load(id, cancel);
        var (made, piece) = (there.Run, there.InHand);
        var now = clock.GetUtcNow();
        var used = made
            .Palette.Cast<Guid?>()
            .Append(piece.PaperId)
            .Append(piece.StampingInkId)
            .OfType<Guid>()
            .ToHashSet();
        var gone = await db
            .Stash.Where(item => used.Contains(item.Id) && item.ArchivedAt != null)
            .OrderBy(item => item.Id)
            .ToDictionaryAsync(item => item.Id, item => item.Name, cancel);
        var name = made.Name.EndsWith(Suffix, StringComparison.Ordinal) ? made.Name : Line.NameWith(made.Name, Suffix);
        var again = made.Again(name, now);
        // Where nothing of what is left can do it, no half a run stays behind.
        await using var whole = await db.Database.BeginTransactionAsync(cancel);
        db.Runs.Add(again);
        await db.SaveChangesAsync(cancel);
        if (gone.Count > 0)
        {
            var supplies = new Supplies(
                await Still(piece.PaperId, StashKind.Paper),
                await Still(piece.StampingInkId, StashKind.StampingInk),
                [.. made.Palette.Where(item => !gone.ContainsKey(item))]
            );
            await Colours.Supply(again.Pieces.First().Id, supplies, db, runs, palettes, now, cancel);
        }
        await whole.CommitAsync(cancel);
        return TypedResults.Created($"/api/runs/{again.Id}", new MadeAgain(again.Id, [.. gone.Values]));

        async Task<Guid?> Still(Guid? item, StashKind kind) =>
            item is { } key && gone.ContainsKey(key)
                ? (
                    await db
                        .Stash.Where(other => other.Kind == kind && other.ArchivedAt == null)
                        .OrderBy(other => other.Id)
                        .FirstOrDefaultAsync(cancel)
                )?.Id
                : item;
    }
}
