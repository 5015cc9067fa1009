using System.Net.ServerSentEvents;
using System.Runtime.CompilerServices;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;
using Nube.Server.Work;

namespace Nube.Server.Places;

/// <summary>Long work as it is seen from outside.</summary>
public sealed record JobView(Guid Id, JobState State, double Progress, string Message);

/// <summary>Long work: how far it is, and stopping it.</summary>
public static class Jobs
{
    /// <summary>Maps the place.</summary>
    public static void MapJobs(this IEndpointRouteBuilder api)
    {
        var jobs = api.MapGroup("/jobs/{id:guid}").WithTags("Jobs");
        jobs.MapGet("/", Look);
        jobs.MapGet("/events", Follow);
        jobs.MapPost("/cancel", Cancel);
    }

    private static async Task<Ok<JobView>> Look(Guid id, NubeDb db, CancellationToken cancel) =>
        TypedResults.Ok(
            View(
                await db.Jobs.AsNoTracking().SingleOrDefaultAsync(job => job.Id == id, cancel)
                    ?? throw TroubleException.Gone("This work is not known any more.")
            )
        );

    private static ServerSentEventsResult<JobView> Follow(
        Guid id,
        JobBoard board,
        IHostApplicationLifetime life,
        CancellationToken cancel
    )
    {
        return TypedResults.ServerSentEvents(Events(cancel));

        async IAsyncEnumerable<SseItem<JobView>> Events([EnumeratorCancellation] CancellationToken stop)
        {
            // A server that stops does not wait for those who follow: they ask again, whoever answers then.
            using var either = CancellationTokenSource.CreateLinkedTokenSource(stop, life.ApplicationStopping);
            await using var jobs = board.Follow(id, either.Token).GetAsyncEnumerator(either.Token);
            while (await Next(jobs, life))
                yield return new SseItem<JobView>(View(jobs.Current));
        }
    }

    private static async Task<bool> Next(IAsyncEnumerator<Job> jobs, IHostApplicationLifetime life)
    {
        try
        {
            return await jobs.MoveNextAsync();
        }
        catch (OperationCanceledException) when (life.ApplicationStopping.IsCancellationRequested)
        {
            return false;
        }
    }

    private static async Task<NoContent> Cancel(Guid id, JobBoard board, CancellationToken cancel)
    {
        if (!await board.Stop(id, cancel))
            throw TroubleException.Gone("This work has ended already.");
        return TypedResults.NoContent();
    }

    private static JobView View(Job job) => new(job.Id, job.State, job.Progress, job.Message);
}
