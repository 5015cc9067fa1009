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

    private static ServerSentEventsResult<JobView> Follow(Guid id, JobBoard board, CancellationToken cancel)
    {
        return TypedResults.ServerSentEvents(Events(cancel));

        async IAsyncEnumerable<SseItem<JobView>> Events([EnumeratorCancellation] CancellationToken stop)
        {
            await foreach (var job in board.Follow(id, stop))
                yield return new SseItem<JobView>(View(job));
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
