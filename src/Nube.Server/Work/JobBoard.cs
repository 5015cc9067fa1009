using System.Runtime.CompilerServices;
using Microsoft.EntityFrameworkCore;
using Npgsql;
using Nube.Core.Artwork;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;

namespace Nube.Server.Work;

/// <summary>Where long work says how far it is, in whichever process it runs, and where it is told to stop.</summary>
public sealed class JobBoard(NubeDb db, IConfiguration configuration, TimeProvider clock, ILogger<JobBoard> log)
{
    private const string Channel = "nube_jobs";

    /// <summary>Longest wait for a notification before looking again anyway: one may be lost with its connection.</summary>
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(3);

    /// <summary>Writes a new job down, with all else that was changed; answers its key.</summary>
    /// <param name="maker">For whom.</param>
    /// <param name="run">The run that it works for.</param>
    /// <param name="cancel">Stops the writing.</param>
    public async Task<Guid> Begin(Guid maker, Guid run, CancellationToken cancel)
    {
        var job = new Job { MakerId = maker, RunId = run, Message = "Waiting", CreatedAt = clock.GetUtcNow() };
        db.Jobs.Add(job);
        await db.SaveChangesAsync(cancel);
        return job.Id;
    }

    /// <summary>Does a job's work and writes how it ended, whatever happens.</summary>
    /// <param name="job">The job.</param>
    /// <param name="stopped">What to say when the maker stopped it.</param>
    /// <param name="broken">What to say when something here is at fault.</param>
    /// <param name="work">The work: given a way to say how far it is, which ends it when the maker asked to stop; answers its last word.</param>
    /// <param name="cancel">The server is stopping: the queue gives the job to another.</param>
    public async Task Do(Guid job, string stopped, string broken, Func<Func<double, string, Task>, CancellationToken, Task<string>> work, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(work);
        using var stop = CancellationTokenSource.CreateLinkedTokenSource(cancel);
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

        async Task Say(double progress, string message)
        {
            if (!await Report(job, progress, message, cancel)) await stop.CancelAsync();
            stop.Token.ThrowIfCancellationRequested();
        }
    }

    /// <summary>Writes progress; answers false when the maker asked the job to stop.</summary>
    public async Task<bool> Report(Guid job, double progress, string message, CancellationToken cancel)
    {
        await db.Jobs.IgnoreQueryFilters().Where(j => j.Id == job).ExecuteUpdateAsync(
            set => set.SetProperty(j => j.Progress, progress).SetProperty(j => j.Message, message), cancel);
        await Notify(job, cancel);
        return !await db.Jobs.IgnoreQueryFilters().AnyAsync(j => j.Id == job && j.CancelAsked, cancel);
    }

    /// <summary>Writes the end of a job.</summary>
    public async Task End(Guid job, JobState state, string message, CancellationToken cancel)
    {
        await db.Jobs.IgnoreQueryFilters().Where(j => j.Id == job).ExecuteUpdateAsync(
            set => set.SetProperty(j => j.State, state).SetProperty(j => j.Message, message)
                .SetProperty(j => j.Progress, j => state == JobState.Done ? 1 : j.Progress),
            cancel);
        await Notify(job, cancel);
    }

    /// <summary>The job now, and again after each change until it ends.</summary>
    public async IAsyncEnumerable<Job> Follow(Guid job, [EnumeratorCancellation] CancellationToken cancel)
    {
        await using var listening = new NpgsqlConnection(configuration.GetConnectionString("Nube"));
        await listening.OpenAsync(cancel);
        await using (var listen = new NpgsqlCommand($"listen {Channel}", listening))
            await listen.ExecuteNonQueryAsync(cancel);
        var mine = true;
        listening.Notification += (_, told) => mine |= told.Payload == job.ToString();
        Job? last = null;
        while (true)
        {
            if (mine)
            {
                var now = await db.Jobs.AsNoTracking().SingleOrDefaultAsync(j => j.Id == job, cancel);
                if (now is null) yield break;
                if (last is null || (now.State, now.Progress, now.Message) != (last.State, last.Progress, last.Message))
                    yield return last = now;
                if (now.State != JobState.Working) yield break;
                mine = false;
            }
            if (!await listening.WaitAsync(Patience, cancel)) mine = true;
        }
    }

    private Task<int> Notify(Guid job, CancellationToken cancel) =>
        db.Database.ExecuteSqlAsync($"select pg_notify({Channel}, {job.ToString()})", cancel);
}
