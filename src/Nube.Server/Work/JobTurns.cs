using Hangfire;
using Hangfire.Server;
using Microsoft.EntityFrameworkCore;
using Nube.Data;
using Nube.Data.Entities;

namespace Nube.Server.Work;

/// <summary>
/// Whose work comes next. Hangfire brings turns: it wakes workers, in every process, and brings a turn again whose
/// process died. A turn takes what waits, by makers in turn: of one maker's jobs one fewer is at work than there are
/// workers, so that there is always one for others, and whoever was served longest ago comes first.
/// </summary>
public sealed class JobTurns(
    IBackgroundJobClient queue,
    IServiceScopeFactory scopes,
    WorkerCounts workers,
    TimeProvider clock
)
{
    /// <summary>Pictures have workers of their own: nobody waits for them behind searches.</summary>
    public const string Pictures = "pictures";

    /// <summary>Searches for better orders.</summary>
    public const string Searches = "searches";

    /// <summary>First looks at cards have a worker of their own: nobody waits for one behind another's fine ones.</summary>
    public const string FirstLooks = "first-looks";

    /// <summary>Fine looks: long, and nobody's hands wait for them.</summary>
    public const string FineLooks = "fine-looks";

    /// <summary>How often a job is taken: once more when a crash cut it off.</summary>
    public const int MostTries = 2;

    /// <summary>No job takes so long: whoever took it is gone, and its turn with it.</summary>
    private static readonly TimeSpan Lost = TimeSpan.FromMinutes(5);

    private const int PickingLock = 0x4e756265; // of PostgreSQL's advisory locks: one turn picks at a time

    private static readonly JobKind[] OfPictures = [JobKind.FindAreas, JobKind.ReadStamp, JobKind.CheckCards];
    private static readonly JobKind[] OfSearches = [JobKind.ImprovePlan];

    /// <summary>Asks for a turn for a kind of work.</summary>
    public void Ask(JobKind kind)
    {
        _ = kind switch
        {
            JobKind.FindAreas or JobKind.ReadStamp or JobKind.CheckCards => queue.Enqueue<JobTurns>(turn =>
                turn.TakePictures(null!, CancellationToken.None)
            ),
            JobKind.FirstLook => queue.Enqueue<JobTurns>(turn => turn.TakeFirstLooks(null!, CancellationToken.None)),
            JobKind.FineLook => queue.Enqueue<JobTurns>(turn => turn.TakeFineLooks(null!, CancellationToken.None)),
            _ => queue.Enqueue<JobTurns>(turn => turn.TakeSearches(null!, CancellationToken.None)),
        };
    }

    /// <summary>A turn at what has to do with pictures.</summary>
    [Queue(Pictures)]
    public Task TakePictures(PerformContext context, CancellationToken cancel) =>
        Take(OfPictures, workers.Pictures, context, cancel);

    /// <summary>A turn at searches.</summary>
    [Queue(Searches)]
    public Task TakeSearches(PerformContext context, CancellationToken cancel) =>
        Take(OfSearches, workers.Searches, context, cancel);

    /// <summary>A turn at first looks of cards.</summary>
    [Queue(FirstLooks)]
    public Task TakeFirstLooks(PerformContext context, CancellationToken cancel) =>
        Take([JobKind.FirstLook], workers.Looks, context, cancel);

    /// <summary>A turn at fine looks of cards.</summary>
    [Queue(FineLooks)]
    public Task TakeFineLooks(PerformContext context, CancellationToken cancel) =>
        Take([JobKind.FineLook], workers.Looks, context, cancel);

    private async Task Take(JobKind[] kinds, int among, PerformContext context, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(context);
        // It goes on until nothing waits that may begin: what this turn was asked for may have gone to another.
        while (await Next(kinds, Math.Max(1, among - 1), context.BackgroundJob.Id, cancel) is { } job)
        {
            await using var scope = scopes.CreateAsyncScope();
            var services = scope.ServiceProvider;
            if (job.Tries > MostTries)
            {
                await services
                    .GetRequiredService<JobBoard>()
                    .End(
                        job.Id,
                        JobState.Failed,
                        "This was cut off twice, so it is not tried again. What was there before is kept; start it again, or try a simpler picture.",
                        cancel
                    );
                continue;
            }
            try
            {
                await (
                    job.Kind switch
                    {
                        JobKind.FindAreas => services.GetRequiredService<FindAreasJob>().Work(job, cancel),
                        JobKind.FirstLook or JobKind.FineLook => services
                            .GetRequiredService<PlayCardJob>()
                            .Work(job, cancel),
                        JobKind.CheckCards => services.GetRequiredService<CheckCardsJob>().Work(job, cancel),
                        JobKind.ReadStamp => services.GetRequiredService<ReadStampJob>().Work(job, cancel),
                        _ => services.GetRequiredService<ImprovePlanJob>().Work(job, cancel),
                    }
                );
            }
            catch (OperationCanceledException)
            {
                // The server is stopping; that is nobody's fault, and no try.
                await Update(services, job.Id, set =>
                    set.SetProperty(j => j.TakenBy, (string?)null).SetProperty(j => j.Tries, job.Tries - 1)
                );
                throw;
            }
        }
    }

    private static async Task Update(
        IServiceProvider services,
        Guid job,
        Action<Microsoft.EntityFrameworkCore.Query.UpdateSettersBuilder<Job>> set
    ) =>
        await services
            .GetRequiredService<NubeDb>()
            .Jobs.IgnoreQueryFilters()
            .Where(j => j.Id == job && j.State == JobState.Working)
            .ExecuteUpdateAsync(set, CancellationToken.None);

    /// <summary>Takes the job that comes next; null when nothing waits that may begin.</summary>
    private async Task<Job?> Next(JobKind[] kinds, int most, string by, CancellationToken cancel)
    {
        await using var scope = scopes.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<NubeDb>();
        await using var picking = await db.Database.BeginTransactionAsync(cancel);
        await db.Database.ExecuteSqlAsync($"select pg_advisory_xact_lock({PickingLock})", cancel);
        var now = clock.GetUtcNow();
        var all = db.Jobs.IgnoreQueryFilters().Where(job => kinds.Contains(job.Kind));
        var working = all.Where(job => job.State == JobState.Working);
        var atWork = working.Where(job => job.TakenBy != null && job.TakenAt > now - Lost);
        // This turn once more, after its process died; or what waits.
        var next = await working.FirstOrDefaultAsync(job => job.TakenBy == by, cancel)
            ?? await working
                .Where(job => job.TakenBy == null || job.TakenAt <= now - Lost)
                .Where(job => atWork.Count(other => other.MakerId == job.MakerId) < most)
                .OrderBy(job =>
                    all.Where(other => other.MakerId == job.MakerId).Max(other => other.TakenAt)
                    ?? DateTimeOffset.MinValue
                )
                .ThenBy(job => job.CreatedAt)
                .ThenBy(job => job.Id)
                .FirstOrDefaultAsync(cancel);
        if (next is null)
            return null;
        (next.TakenBy, next.TakenAt, next.Tries) = (by, now, next.Tries + 1);
        await db.SaveChangesAsync(cancel);
        await picking.CommitAsync(cancel);
        return next;
    }
}

/// <summary>How many jobs this process does at a time.</summary>
/// <param name="Pictures">That have to do with pictures.</param>
/// <param name="Searches">Searches for better orders.</param>
/// <param name="Looks">Looks of cards: so many first ones, and so many fine ones.</param>
public sealed record WorkerCounts(int Pictures, int Searches, int Looks);
