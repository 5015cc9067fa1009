using System.Runtime.CompilerServices;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Nube.Core;
using Nube.Core.Artwork;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;

namespace Nube.Server.Work;

/// <summary>
/// Where long work is asked for, says how far it is, in whichever process it runs, and is told to stop.
/// </summary>
public sealed class JobBoard(
    NubeDb db,
    IServiceScopeFactory scopes,
    JobNews news,
    JobTurns turns,
    TimeProvider clock,
    ILogger<JobBoard> log
)
{
    /// <summary>
    /// Longest wait for a notification before looking again anyway: one may be lost with its connection.
    /// </summary>
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(5);

    private static readonly TimeSpan BetweenLooksForStop = TimeSpan.FromMilliseconds(300);

    /// <summary>
    /// Writes a new job down, with all else that was changed, and lets it wait for its turn; answers its key.
    /// </summary>
    /// <param name="maker">For whom.</param>
    /// <param name="run">The run that it works for.</param>
    /// <param name="kind">What kind of work.</param>
    /// <param name="order">What is to be done.</param>
    /// <param name="cancel">Stops the writing.</param>
    public async Task<Guid> Begin(Guid maker, Guid run, JobKind kind, object order, CancellationToken cancel)
    {
        var job = await Write(maker, run, kind, order, null, cancel);
        turns.Ask(kind);
        return job.Id;
    }

    /// <summary>Writes down a job that is done here and now, by whoever asks for it.</summary>
    public Task<Job> BeginHere(Guid maker, Guid run, JobKind kind, object order, CancellationToken cancel) =>
        Write(maker, run, kind, order, "here", cancel);

    private async Task<Job> Write(
        Guid maker,
        Guid run,
        JobKind kind,
        object order,
        string? takenBy,
        CancellationToken cancel
    )
    {
        var now = clock.GetUtcNow();
        var job = new Job
        {
            MakerId = maker,
            RunId = run,
            Kind = kind,
            Order = JsonSerializer.Serialize(order, order.GetType(), RecordJson.Options),
            Message = "Waiting",
            CreatedAt = now,
            TakenBy = takenBy,
            TakenAt = takenBy is null ? null : now,
        };
        db.Jobs.Add(job);
        await db.SaveChangesAsync(cancel);
        return job;
    }

    /// <summary>Does a job's work and writes how it ended, whatever happens.</summary>
    /// <param name="job">The job.</param>
    /// <param name="stopped">What to say when the maker stopped it.</param>
    /// <param name="broken">What to say when something here is at fault.</param>
    /// <param name="work">The work: given a way to say how far it is, and a token that ends it when the maker asks to
    /// stop; answers its last word.</param>
    /// <param name="cancel">The server is stopping: the job waits for another turn.</param>
    public async Task Do(
        Guid job,
        string stopped,
        string broken,
        Func<Func<double, string, Task>, CancellationToken, Task<string>> work,
        CancellationToken cancel
    )
    {
        ArgumentNullException.ThrowIfNull(work);
        using var stop = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        using var over = new CancellationTokenSource();
        var watch = WatchForStop(job, stop, over.Token);
        try
        {
            await End(job, JobState.Done, await work(Say, stop.Token), cancel);
        }
        catch (PictureTroubleException trouble)
        {
            await End(job, JobState.Failed, trouble.Message, CancellationToken.None);
        }
        catch (TroubleException trouble)
        {
            await End(job, JobState.Failed, trouble.Message, CancellationToken.None);
        }
        catch (OperationCanceledException) when (!cancel.IsCancellationRequested)
        {
            await End(job, JobState.Cancelled, stopped, CancellationToken.None);
        }
        catch (Exception error) when (error is not OperationCanceledException)
        {
            log.LogError(error, "A job failed");
            await End(job, JobState.Failed, broken, CancellationToken.None);
        }
        finally
        {
            await over.CancelAsync();
            await watch;
        }

        async Task Say(double progress, string message)
        {
            stop.Token.ThrowIfCancellationRequested();
            await Report(job, progress, message, cancel);
        }
    }

    /// <summary>Writes progress.</summary>
    public async Task Report(Guid job, double progress, string message, CancellationToken cancel)
    {
        await db
            .Jobs.IgnoreQueryFilters()
            .Where(j => j.Id == job)
            .ExecuteUpdateAsync(
                set => set.SetProperty(j => j.Progress, progress).SetProperty(j => j.Message, message),
                cancel
            );
        await JobNews.Tell(db, job, cancel);
    }

    /// <summary>Asks a job to stop; answers false when it has ended already.</summary>
    public async Task<bool> Stop(Guid job, CancellationToken cancel)
    {
        // What nobody has taken yet never begins.
        var mine = db.Jobs.Where(j => j.Id == job && j.State == JobState.Working);
        var changed = await mine.Where(j => j.TakenBy == null)
            .ExecuteUpdateAsync(
                set =>
                    set.SetProperty(j => j.State, JobState.Cancelled)
                        .SetProperty(j => j.Message, "Stopped before it began."),
                cancel
            );
        changed += await mine.ExecuteUpdateAsync(set => set.SetProperty(j => j.CancelAsked, true), cancel);
        await JobNews.Tell(db, job, cancel);
        return changed > 0;
    }

    /// <summary>Writes the end of a job.</summary>
    public async Task End(Guid job, JobState state, string message, CancellationToken cancel)
    {
        await db
            .Jobs.IgnoreQueryFilters()
            .Where(j => j.Id == job)
            .ExecuteUpdateAsync(
                set =>
                    set.SetProperty(j => j.State, state)
                        .SetProperty(j => j.Message, message)
                        .SetProperty(j => j.Progress, j => state == JobState.Done ? 1 : j.Progress),
                cancel
            );
        await JobNews.Tell(db, job, cancel);
    }

    /// <summary>The job now, and again after each change until it ends.</summary>
    public async IAsyncEnumerable<Job> Follow(Guid job, [EnumeratorCancellation] CancellationToken cancel)
    {
        using var told = news.Of(job);
        Job? last = null;
        while (true)
        {
            var now = await db.Jobs.AsNoTracking().SingleOrDefaultAsync(j => j.Id == job, cancel);
            if (now is null)
                yield break;
            if (last is null || (now.State, now.Progress, now.Message) != (last.State, last.Progress, last.Message))
                yield return last = now;
            if (now.State != JobState.Working)
                yield break;
            await told.Next(Patience, cancel);
        }
    }

    /// <summary>Looks all the time whether the maker asks the job to stop, also while it says nothing.</summary>
    private async Task WatchForStop(Guid job, CancellationTokenSource stop, CancellationToken over)
    {
        await using var scope = scopes.CreateAsyncScope();
        var look = scope.ServiceProvider.GetRequiredService<NubeDb>();
        try
        {
            while (!await look.Jobs.IgnoreQueryFilters().AnyAsync(j => j.Id == job && j.CancelAsked, over))
                await Task.Delay(BetweenLooksForStop, over);
            await stop.CancelAsync();
        }
        catch (OperationCanceledException)
        {
            // The work is over.
        }
        catch (Exception error) when (error is Npgsql.NpgsqlException or InvalidOperationException)
        {
            log.LogWarning(error, "It cannot be seen whether a job is to stop");
        }
    }
}
