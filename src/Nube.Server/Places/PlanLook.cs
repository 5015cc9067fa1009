using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Planning;
using Nube.Core.Simulation;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;
using Nube.Server.Work;
using Nube.Workshop;

namespace Nube.Server.Places;

/// <summary>A look at the first card: after which pass, how long after it, and where its picture is.</summary>
public sealed record StillView(
    int Number,
    int Pass,
    Moment Moment,
    double Seconds,
    string InWords,
    bool Coarse,
    string Url
);

/// <summary>How the first card of a plan looks, pass by pass, as far as it is painted.</summary>
/// <param name="Whole">All looks are there, as fine as they become.</param>
/// <param name="Job">The job that paints it; null when none does.</param>
/// <param name="Stills">What is there, in the order of time.</param>
public sealed record PlanLookView(bool Whole, Guid? Job, IReadOnlyList<StillView> Stills);

/// <summary>A film of the plan: its first card, painted before it is painted.</summary>
public static class PlanLook
{
    private const string Forever = "private, max-age=31536000, immutable"; // a picture has its content's key in its address

    /// <summary>Maps it.</summary>
    public static void MapPlanLook(this IEndpointRouteBuilder api)
    {
        var look = api.MapGroup("/runs/{id:guid}/plan/look").WithTags("Plan");
        look.MapGet("/", See);
        look.MapPost("/", Paint);
        api.MapGet("/looks/{key}/{number:int}/{fineness}", Picture).WithTags("Plan");
    }

    private static async Task<Ok<PlanLookView>> See(
        Guid id,
        RunLoader runs,
        CardLooksKept looks,
        NubeDb db,
        CancellationToken cancel
    )
    {
        var run = await runs.Load(id, cancel);
        return TypedResults.Ok(await View(run, ToPlay(run).Key, looks, db, cancel));
    }

    /// <summary>Has it painted, where it is not yet and nobody is at it.</summary>
    private static async Task<Ok<PlanLookView>> Paint(
        Guid id,
        RunLoader runs,
        CardLooksKept looks,
        JobBoard board,
        NubeDb db,
        CancellationToken cancel
    )
    {
        var run = await runs.Load(id, cancel);
        var (play, key) = ToPlay(run);
        var look = await looks.Want(run, key, run.Run.Plan!.Edition, cancel);
        await StopOthers(id, look.JobId, db, board, cancel);
        if (!look.Whole && !await AtWork(db, look.JobId, cancel))
        {
            look.JobId = await PlayCardJob.Begin(run, play, key, looks, board, cancel);
            await db.SaveChangesAsync(cancel);
        }
        return TypedResults.Ok(await View(run, key, looks, db, cancel));
    }

    /// <summary>Nobody wants to see any more how the run was to look before it was changed.</summary>
    private static async Task StopOthers(Guid run, Guid? but, NubeDb db, JobBoard board, CancellationToken cancel)
    {
        var others = await db
            .Jobs.Where(job => job.RunId == run && job.State == JobState.Working && job.Id != but)
            .Where(job => job.Kind == JobKind.FirstLook || job.Kind == JobKind.FineLook)
            .Select(job => job.Id)
            .ToListAsync(cancel);
        foreach (var other in others)
            await board.Stop(other, cancel);
    }

    private static async Task<Results<FileContentHttpResult, NotFound>> Picture(
        string key,
        int number,
        string fineness,
        NubeDb db,
        HttpContext http,
        CancellationToken cancel
    )
    {
        // A page that still shows first looks may ask for one when the fine one has just taken its place.
        var fineOnly = fineness != "coarse";
        var content = await db
            .LookStills.Where(still => still.Key == key && still.Number == number && !(still.Coarse && fineOnly))
            .OrderByDescending(still => still.Coarse)
            .Select(still => still.Content)
            .FirstOrDefaultAsync(cancel);
        if (content is null)
            return TypedResults.NotFound();
        http.Response.Headers.CacheControl = Forever;
        return TypedResults.File(content, "image/webp");
    }

    private static (PlayCard Play, string Key) ToPlay(RunWithSupplies run) =>
        CardLooksKept.ToPlay(run) is { } play && run.InHand.Image is { } image
            ? (play, CardLooksKept.KeyOf(play, image))
            : throw TroubleException.Gone("This run has no plan yet.");

    private static Task<bool> AtWork(NubeDb db, Guid? job, CancellationToken cancel) =>
        db.Jobs.AnyAsync(one => one.Id == job && one.State == JobState.Working, cancel);

    private static async Task<PlanLookView> View(
        RunWithSupplies run,
        string key,
        CardLooksKept looks,
        NubeDb db,
        CancellationToken cancel
    )
    {
        var look = await looks.Find(key, cancel);
        var plan = run.Run.Plan!.Plan;
        var first = PassInTime.OfCard(plan, 1).Select(go => go.StartSeconds).DefaultIfEmpty().Min();
        return new PlanLookView(
            look?.Whole ?? false,
            await AtWork(db, look?.JobId, cancel) ? look!.JobId : null,
            [
                .. (await looks.Stills(key, cancel)).Select(still => new StillView(
                    still.Number,
                    still.Pass,
                    still.Moment,
                    still.Seconds - first,
                    InWords(still, plan, run),
                    still.Coarse,
                    CardLooksKept.UrlOf(key, still)
                )),
            ]
        );
    }

    private static string InWords(StillKept still, Plan plan, RunWithSupplies run)
    {
        var title = StepWords.Title(plan.Passes[still.Pass], run.NameOf);
        return still.Moment switch
        {
            Moment.Done => $"{title}: just done",
            Moment.Drying => $"{title}: drying",
            _ => $"{title}: dry",
        };
    }
}
