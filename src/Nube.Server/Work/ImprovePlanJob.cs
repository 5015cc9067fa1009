using Microsoft.EntityFrameworkCore;
using Nube.Core.Planning;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;

namespace Nube.Server.Work;

/// <summary>Looks for a better order of a run's plan while its first one is there to be looked at.</summary>
public sealed class ImprovePlanJob(NubeDb db, MakerAtWork maker, RunLoader runs, JobBoard board, SearchEffort effort)
{
    private static readonly TimeSpan BetweenReports = TimeSpan.FromMilliseconds(150);

    /// <summary>What the job is told.</summary>
    /// <param name="Maker">For whom.</param>
    /// <param name="Job">Where to report.</param>
    /// <param name="Run">The run.</param>
    public sealed record Order(Guid Maker, Guid Job, Guid Run);

    /// <summary>Does the work. What is found is kept beside the plan; told to stop, the best so far is.</summary>
    public Task Work(Order order, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(order);
        maker.MakerId = order.Maker;
        return board.Do(
            order.Job, "Stopped. The plan is as it was.", "Something went wrong here while looking for a better order. The plan is as it was.",
            (_, stop) => Improve(order, stop), cancel);
    }

    private async Task<string> Improve(Order order, CancellationToken cancel)
    {
        var run = await runs.Load(order.Run, cancel);
        var made = run.Run.Plan ?? throw TroubleException.Gone("The plan is not there any more.");
        var (plan, edition, touching, hand) = (made.Plan, made.Edition, run.Touching.ToList(), run.Hand);
        using var enough = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        var latest = new SearchProgress(0, plan.FinishSeconds);
        var search = Task.Run(
            () => Scheduler.Improve(plan, touching, hand, effort, new Latest(progress => Volatile.Write(ref latest, progress)), enough.Token),
            CancellationToken.None);
        while (await Task.WhenAny(search, Task.Delay(BetweenReports, cancel)) != search)
        {
            var now = Volatile.Read(ref latest);
            var goesOn = await board.Report(
                order.Job, now.Share, $"Looking for a better order: at least {Words.Duration(plan.AtLeastSeconds)}, now {Words.Duration(now.FinishSeconds)}", cancel);
            if (!goesOn || !await Stands(order.Run, edition, cancel)) await enough.CancelAsync();
        }
        var better = await search;
        var found = better.Cost() < plan.Cost() - 1;

        // The plan changes only when the maker takes the better one: the bench may be open already.
        if (!await Stands(order.Run, edition, cancel)) return "The run was planned again meanwhile.";
        db.ChangeTracker.Clear();
        await db.FoundOrders.Where(old => old.RunId == order.Run).ExecuteDeleteAsync(cancel);
        db.FoundOrders.Add(new FoundOrder { RunId = order.Run, Edition = edition, MakerId = order.Maker, Better = found ? better : null, AtLeastSeconds = better.AtLeastSeconds });
        await db.SaveChangesAsync(cancel);
        return found ? $"A better order was found: {Words.InAll(better)} instead of {Words.InAll(plan)}." : $"No better order was found: {Words.InAll(plan)}.";
    }

    /// <summary>Whether the plan that is looked at is still the run's.</summary>
    private Task<bool> Stands(Guid run, Guid edition, CancellationToken cancel) =>
        db.Runs.AnyAsync(one => one.Id == run && one.Plan!.Edition == edition, cancel);

    private sealed class Latest(Action<SearchProgress> keep) : IProgress<SearchProgress>
    {
        public void Report(SearchProgress value) => keep(value);
    }
}
