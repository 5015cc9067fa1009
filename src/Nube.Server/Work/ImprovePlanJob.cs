using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Nube.Core;
using Nube.Core.Planning;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;
using Nube.Workshop;

namespace Nube.Server.Work;

/// <summary>Looks for a better order of a run's plan while its first one is there to be looked at.</summary>
public sealed class ImprovePlanJob(
    NubeDb db,
    MakerAtWork maker,
    RunLoader runs,
    JobBoard board,
    Apprentices apprentices,
    SearchEffort effort
)
{
    /// <summary>What the job is told.</summary>
    /// <param name="Edition">The plan that is looked at; when another stands there by its turn, there is nothing to
    /// do.</param>
    public sealed record Order(Guid Edition);

    private const string PlannedAgain = "The run was planned again meanwhile.";

    /// <summary>Does the work. What is found is kept beside the plan; told to stop, the best so far is.</summary>
    public Task Work(Job job, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(job);
        maker.MakerId = job.MakerId;
        return board.Do(
            job.Id,
            "Stopped. The plan is as it was.",
            "Something went wrong here while looking for a better order. The plan is as it was.",
            (_, stop) => Improve(job, JsonSerializer.Deserialize<Order>(job.Order, RecordJson.Options)!, stop, cancel),
            cancel
        );
    }

    /// <param name="job">The job.</param>
    /// <param name="order">What it is told.</param>
    /// <param name="stop">The maker has enough, or the server is stopping.</param>
    /// <param name="cancel">The server is stopping.</param>
    private async Task<string> Improve(Job job, Order order, CancellationToken stop, CancellationToken cancel)
    {
        var run = await runs.Load(job.RunId, stop);
        var made = run.Run.Plan ?? throw TroubleException.Gone("The plan is not there any more.");
        var (plan, edition) = (made.Plan, made.Edition);
        if (edition != order.Edition)
            return PlannedAgain;
        using var enough = CancellationTokenSource.CreateLinkedTokenSource(stop);
        var task = new ImproveOrder(
            plan,
            [.. run.Touching.Select(pair => new TouchingPair(pair.One, pair.Other))],
            run.Hand,
            effort
        );
        Plan better;
        try
        {
            better = await apprentices.Do(task, say: Tell, stop: enough.Token);
        }
        catch (OperationCanceledException) when (!stop.IsCancellationRequested)
        {
            return PlannedAgain;
        }
        var found = better.Cost() < plan.Cost() - 1;

        // The plan changes only when the maker takes the better one: the bench may be open already.
        if (!await Stands(job.RunId, edition, cancel))
            return PlannedAgain;
        db.ChangeTracker.Clear();
        await db.FoundOrders.Where(old => old.RunId == job.RunId).ExecuteDeleteAsync(cancel);
        db.FoundOrders.Add(
            new FoundOrder
            {
                RunId = job.RunId,
                Edition = edition,
                MakerId = job.MakerId,
                Better = found ? better : null,
                AtLeastSeconds = better.AtLeastSeconds,
            }
        );
        await db.SaveChangesAsync(cancel);
        return found
            ? $"A better order was found: {Words.InAll(better)} instead of {Words.InAll(plan)}."
            : $"No better order was found: {Words.InAll(plan)}.";

        async Task Tell(WorkProgress now)
        {
            await board.Report(
                job.Id,
                now.Share,
                $"Looking for a better order: at least {Words.Duration(plan.AtLeastSeconds)}, now {now.Doing}",
                cancel
            );
            if (!await Stands(job.RunId, edition, cancel))
                await enough.CancelAsync();
        }
    }

    /// <summary>Whether the plan that is looked at is still the run's.</summary>
    private Task<bool> Stands(Guid run, Guid edition, CancellationToken cancel) =>
        db.Runs.AnyAsync(one => one.Id == run && one.Plan!.Edition == edition, cancel);
}
