using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>Some cards of a run that are coloured on another paper: which, and how many.</summary>
public sealed record CardsOnPaper(Guid Paper, int Cards);

/// <summary>The run that they are now.</summary>
public sealed record RunApart(Guid Id, string Name, int Cards);

/// <summary>
/// Cards of a run that are coloured on another paper become a run of their own: the same picture, wishes and pieces, with
/// recipes for their paper.
/// </summary>
public static class ApartPlace
{
    private const string OnTheBench =
        "This run is on the bench already; its cards stay together. Take its steps back, or begin a new run for the other paper.";

    /// <summary>Maps the place.</summary>
    public static void MapApart(this IEndpointRouteBuilder api) =>
        api.MapPost("/runs/{id:guid}/apart", Apart).WithTags("Design");

    private static async Task<Created<RunApart>> Apart(
        Guid id,
        CardsOnPaper given,
        NubeDb db,
        RunLoader runs,
        BenchGate gate,
        Palettes palettes,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var there = await runs.Load(id, cancel);
        var (run, piece) = (there.Run, there.InHand);
        if (given.Cards < 1 || given.Cards >= run.Cards)
            throw TroubleException.Unusable(
                $"Of {run.Cards} cards, 1 to {run.Cards - 1} can be coloured on another paper."
            );
        if (given.Paper == piece.PaperId)
            throw TroubleException.Unusable("This is the paper that the run is on. Choose another.");
        var paper = await db.Stash.FirstOrDefaultAsync(
            item => item.Id == given.Paper && item.Kind == StashKind.Paper,
            cancel
        ) ?? throw TroubleException.Gone("This paper is not in the stash any more.");
        await gate.Open(there, OnTheBench, cancel);
        var now = clock.GetUtcNow();
        await using var whole = await db.Database.BeginTransactionAsync(cancel);
        var apart = run.Again(Line.NameWith(run.Name, $", on {paper.Name}"), now);
        apart.Cards = given.Cards;
        apart.Design = apart.Design?.ForCards(apart.Cards).PictureOn(paper.Id);
        (run.Cards, run.ChangedAt) = (run.Cards - given.Cards, now);
        run.Design = run.Design?.ForCards(run.Cards);
        db.Runs.Add(apart);
        await db.SaveChangesAsync(cancel);
        var supplies = new Supplies(paper.Id, piece.StampingInkId, run.Palette);
        await Colours.Supply(apart.Pieces.First().Id, supplies, db, runs, palettes, now, cancel);
        await whole.CommitAsync(cancel);
        return TypedResults.Created($"/api/runs/{apart.Id}", new RunApart(apart.Id, apart.Name, apart.Cards));
    }
}
