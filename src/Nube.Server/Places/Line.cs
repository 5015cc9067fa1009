using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Bench;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Planning;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>Stages of a run, in the order of the work.</summary>
public enum Stage
{
    /// <summary>What a card is made of, and how that is cut.</summary>
    Design,

    /// <summary>The picture and its areas.</summary>
    Image,

    /// <summary>Paper, ink, colours and recipes.</summary>
    Colours,

    /// <summary>Passes and their order.</summary>
    Plan,

    /// <summary>Doing it.</summary>
    Bench,

    /// <summary>Done: the record.</summary>
    Finish,
}

/// <summary>A stage with a sentence on what is decided and what is missing.</summary>
public sealed record StageView(Stage Stage, string Sentence, bool Open);

/// <summary>A piece of a run: its paper, its image, and whether that is composed of stamps.</summary>
public sealed record PieceView(Guid Id, Srgb PaperColour, ImageView? Image, bool HasScene)
{
    /// <summary>Bare paper where none is chosen yet.</summary>
    private static readonly Srgb UnchosenPaper = Srgb.Parse("#fbfaf7");

    /// <summary>The piece in hand.</summary>
    internal static PieceView Of(RunWithSupplies run) =>
        new(
            run.InHand.Id,
            run.Paper?.Colour ?? UnchosenPaper,
            ImageView.Of(run.InHand.Image, run.Ink, run.InInches),
            run.HasScene
        );
}

/// <summary>A run as a whole.</summary>
public sealed record RunView(
    Guid Id,
    string Name,
    int Cards,
    Stage Now,
    string Next,
    DateTimeOffset ServerNow,
    DateTimeOffset? FinishedAt,
    IReadOnlyList<StageView> Stages,
    IReadOnlyList<PieceView> Pieces,
    IReadOnlyList<CardView> Line
);

/// <summary>A new run.</summary>
public sealed record NewRun(string Name, int Cards);

/// <summary>The drying line: every run in work.</summary>
public static class Line
{
    internal const int LongestName = 80;

    /// <summary>Maps the place.</summary>
    public static void MapLine(this IEndpointRouteBuilder api)
    {
        var runs = api.MapGroup("/runs").WithTags("Line");
        runs.MapGet("/", List);
        runs.MapPost("/", Begin);
        runs.MapGet("/{id:guid}", Look);
        runs.MapPut("/{id:guid}", Change);
        runs.MapDelete("/{id:guid}", Delete);
    }

    private static async Task<Ok<List<RunView>>> List(
        NubeDb db,
        RunLoader runs,
        Palettes palettes,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var ids = await db
            .Runs.Where(run => run.FinishedAt == null)
            .OrderByDescending(run => run.ChangedAt)
            .Select(run => run.Id)
            .ToListAsync(cancel);
        var views = new List<RunView>();
        foreach (var id in ids)
            views.Add(await View(await runs.Load(id, cancel), runs, palettes, clock, cancel));
        return TypedResults.Ok(views);
    }

    private static async Task<Created<RunView>> Begin(
        NewRun given,
        NubeDb db,
        RunLoader runs,
        Palettes palettes,
        MakerAtWork maker,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        Check(given);
        var now = clock.GetUtcNow();
        var run = new Run
        {
            MakerId = maker.MakerId,
            Name = given.Name.Trim(),
            Cards = given.Cards,
            CreatedAt = now,
            ChangedAt = now,
        };
        var last = await db
            .Runs.Include(other => other.Pieces)
            .OrderByDescending(other => other.CreatedAt)
            .FirstOrDefaultAsync(cancel);
        var stash = await db.Stash.Where(item => item.ArchivedAt == null).OrderBy(item => item.Id).ToListAsync(cancel);
        StartingSupplies.Of(stash, last).GiveTo(run);
        db.Runs.Add(run);
        await db.SaveChangesAsync(cancel);
        return TypedResults.Created(
            $"/api/runs/{run.Id}",
            await View(await runs.Load(run.Id, cancel), runs, palettes, clock, cancel)
        );
    }

    private static async Task<Ok<RunView>> Look(
        Guid id,
        RunLoader runs,
        Palettes palettes,
        TimeProvider clock,
        CancellationToken cancel
    ) => TypedResults.Ok(await View(await runs.Load(id, cancel), runs, palettes, clock, cancel));

    private static async Task<NoContent> Change(
        Guid id,
        NewRun given,
        NubeDb db,
        RunLoader runs,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        Check(given);
        var run = (await runs.Load(id, cancel)).Run;
        (run.Name, run.Cards, run.ChangedAt) = (given.Name.Trim(), given.Cards, clock.GetUtcNow());
        await db.SaveChangesAsync(cancel);
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> Delete(Guid id, NubeDb db, CancellationToken cancel)
    {
        if (await db.Runs.Where(run => run.Id == id).ExecuteDeleteAsync(cancel) == 0)
            throw RunLoader.NotThere();
        return TypedResults.NoContent();
    }

    /// <summary>A run's name with what tells it from another one, within what a name may have.</summary>
    internal static string NameWith(string name, string told)
    {
        var end = told.Length < LongestName ? told : told[..(LongestName - 1)];
        return name.Length + end.Length <= LongestName ? name + end : name[..(LongestName - end.Length)] + end;
    }

    private static void Check(NewRun given)
    {
        if (string.IsNullOrWhiteSpace(given.Name))
            throw TroubleException.Unusable("Give the run a name.");
        if (given.Name.Trim().Length > LongestName)
            throw TroubleException.Unusable($"A run's name has at most {LongestName} letters.");
        if (given.Cards is < 1 or > Scheduler.MostCards)
            throw TroubleException.Unusable($"A run has 1 to {Scheduler.MostCards} cards.");
    }

    /// <summary>The run as it stands now.</summary>
    internal static async Task<RunView> View(
        RunWithSupplies run,
        RunLoader runs,
        Palettes palettes,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var now = clock.GetUtcNow();
        var taps = run.Run.Plan is null ? [] : await runs.Taps(run.Run.Id, cancel);
        var bench = run.Run.Plan is { } plan ? BenchLog.At(plan.Plan, run.Touching, taps, now) : null;
        var stages = Stages(run, bench);
        var current = Current(run, bench);
        return new RunView(
            run.Run.Id,
            run.Run.Name,
            run.Run.Cards,
            current,
            stages.First(stage => stage.Stage == current).Sentence,
            now,
            run.Run.FinishedAt,
            stages,
            [PieceView.Of(run)],
            Looks.Cards(run, bench, palettes, await runs.Stills(run.Run, cancel))
        );
    }

    private static Stage Current(RunWithSupplies run, BenchState? bench)
    {
        if (run.Run.FinishedAt is not null || (bench is { Current: null } && run.Run.Plan is not null))
            return Stage.Finish;
        if (run.NeedsPicture && run.InHand.Image is null)
            return Stage.Image;
        if (!run.HasWork)
            return Stage.Colours;
        if (bench is null)
            return Stage.Plan;
        return Stage.Bench;
    }

    /// <summary>How areas stay that get no colour.</summary>
    private static string Stay(PieceImage image) => image.Print.Areas.IsEmpty ? "white" : "as they are";

    private static List<StageView> Stages(RunWithSupplies run, BenchState? bench)
    {
        var image = run.InHand.Image;
        var coloured = run.Colours.Count;
        return
        [
            new(
                Stage.Design,
                run.Run.Design is { } design
                    ? $"{design.Format.Name}, {Count(design.Pieces.Length, "piece")} on it."
                    : "Say what the card is made of, if it is more than the image.",
                true
            ),
            new(
                Stage.Image,
                !run.NeedsPicture ? "No piece has a picture."
                    : image is null ? "Bring in the stamped image to find its areas."
                    : $"{Count(image.Areas.Length, "area")} found in {image.FileName}.",
                true
            ),
            new(
                Stage.Colours,
                !run.NeedsPicture ? "No piece has a picture; say here what you colour with."
                    : image is null ? "Colours come after the image."
                    : coloured == 0 && run.HasWork ? "The card is worked as a whole; its areas stay as they are."
                    : coloured == 0 ? $"Say what colour the {Count(image.Areas.Length, "area")} should become."
                    : coloured == image.Areas.Length ? "Every area has a colour."
                    : $"{coloured} of {Count(image.Areas.Length, "area")} have a colour; the others stay {Stay(image)}.",
                image is not null || !run.NeedsPicture
            ),
            new(
                Stage.Plan,
                !run.HasWork ? "The plan comes after the colours."
                    : run.Run.Plan is null ? $"Plan the order for {Count(run.Run.Cards, "card")}."
                    : run.IsStale ? Words.Stale(run.ChangedSincePlanned)
                    : $"Hands {Words.Duration(run.Run.Plan.Plan.HandsSeconds)}, done after {Words.Duration(run.Run.Plan.Plan.FinishSeconds)}.",
                run.HasWork
            ),
            new(
                Stage.Bench,
                bench is null ? "The bench comes after the plan."
                    : bench.Current is null ? "Every step is done."
                    : $"{bench.Done.Length} of {Count(run.Run.Plan!.Plan.Steps.Length, "step")} done.",
                bench is not null
            ),
            new(
                Stage.Finish,
                run.Run.FinishedAt is not null ? "In the book."
                    : bench is { Current: null } ? "Painted. Put it into the book when it is dry."
                    : "The record is written when every step is done.",
                bench is not null
            ),
        ];
    }

    private static string Count(int number, string thing) => number == 1 ? $"1 {thing}" : $"{number} {thing}s";
}
