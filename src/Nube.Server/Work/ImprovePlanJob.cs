using Microsoft.EntityFrameworkCore;
using Nube.Core.Planning;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;

namespace Nube.Server.Work;

/// <summary>Looks for a better order of a run's plan while its first one is there to be looked at.</summary>
public sealed class ImprovePlanJob(NubeDb db, MakerAtWork maker, RunLoader runs, JobBoard board)
{
    private static readonly TimeSpan BetweenReports = TimeSpan.FromMilliseconds(150);

    /// <summary>What the job is told.</summary>
    /// <param name="Maker">For whom.</param>
    /// <param name="Job">Where to report.</param>
    /// <param name="Run">The run.</param>
    /// <param name="Steps">How long to look; see <see cref="SearchEffort"/>.</param>
    public sealed record Order(Guid Maker, Guid Job, Guid Run, long Steps);

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
        var (plan, madeAt, touching, hand) = (made.Plan, made.MadeAt, run.Touching.ToList(), run.Hand);
        using var enough = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        var latest = new SearchProgress(0, plan.FinishSeconds);
        var search = Task.Run(
            () => Scheduler.Improve(plan, touching, hand, SearchEffort.Usual with { Steps = order.Steps }, new Latest(progress => Volatile.Write(ref latest, progress)), enough.Token),
            CancellationToken.None);
        while (await Task.WhenAny(search, Task.Delay(BetweenReports, cancel)) != search)
        {
            var now = Volatile.Read(ref latest);
            var goesOn = await board.Report(
                order.Job, now.Share, $"Looking for a better order: at least {Words.Duration(plan.AtLeastSeconds)}, now {Words.Duration(now.FinishSeconds)}", cancel);
            if (!goesOn) await enough.CancelAsync();
        }
        var better = await search;
        var found = better.FinishSeconds < plan.FinishSeconds - 1;

        // The plan changes only when the maker takes the better one: the bench may be open already.
        await db.Entry(made).ReloadAsync(cancel);
        if (made.MadeAt != madeAt) return "The run was planned again meanwhile.";
        // What was proven holds for the order that is there, too.
        (made.Plan, made.Better) = (made.Plan with { AtLeastSeconds = better.AtLeastSeconds }, found ? better : null);
        await db.SaveChangesAsync(cancel);
        if (!found) return $"No better order was found: {Words.Duration(plan.FinishSeconds)}.";
        return $"A better order was found: {Words.Duration(better.FinishSeconds)} instead of {Words.Duration(plan.FinishSeconds)}.";
    }

    private sealed class Latest(Action<SearchProgress> keep) : IProgress<SearchProgress>
    {
        public void Report(SearchProgress value) => keep(value);
    }
}
