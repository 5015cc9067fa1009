using System.Collections.Immutable;
using Nube.Core.Drying;
using Nube.Core.Materials;

namespace Nube.Core.Planning;

/// <summary>Puts passes and cards in an order.</summary>
/// <remarks>
/// The order of the hands fixes everything else: a step starts when the hands are free and set up, its own areas are
/// dry, and every area that touches them on that card is dry. A first order is built greedily, always taking the step with
/// the least cost of (time lost, changing the mix, being darker than what is still to do, less what must follow it),
/// under a fixed list of weightings; the plan that ends first wins, ties going to the earlier weighting. It is there at
/// once; <see cref="Improve"/> then looks for a better one. Same input, same plan.
/// About weightings x steps^2 x areas of a pass.
/// </remarks>
public static class Scheduler
{
    /// <summary>Most cards of a run.</summary>
    public const int MostCards = 24;

    /// <summary>What a choice costs beside the time that it loses.</summary>
    /// <param name="Change">For changing the mix, s.</param>
    /// <param name="Rank">For each place in the order light to dark that is passed over, s.</param>
    /// <param name="Tail">
    /// Reward for each second that must still follow a step, its drying included: above 0 long rows are begun early, below
    /// 0 what dries slowly is kept for the end, when nothing waits for it.
    /// </param>
    private readonly record struct Weighting(double Change, double Rank, double Tail);

    private static readonly ImmutableArray<Weighting> Weightings =
    [
        .. from tail in (double[])[0, 0.05, 0.2, 0.6, -0.1, -1]
           from change in (double[])[0, 15, 45, 120, 600]
           from rank in (double[])[1, 0, 5, 20, 100]
           select new Weighting(change, rank, tail),
    ];

    /// <summary>Plans a run.</summary>
    /// <param name="passes">The passes of one card, light to dark.</param>
    /// <param name="touching">Which areas touch.</param>
    /// <param name="cards">How many cards, 1 to 24.</param>
    /// <param name="paper">The paper.</param>
    /// <param name="air">The air of the room.</param>
    /// <param name="hand">The maker's hand.</param>
    /// <exception cref="ArgumentOutOfRangeException">The number of cards is out of range.</exception>
    public static Plan PlanRun(
        ImmutableArray<Pass> passes,
        IEnumerable<(int One, int Other)> touching,
        int cards,
        Paper paper,
        Air air,
        Hand hand)
    {
        ArgumentNullException.ThrowIfNull(touching);
        ArgumentNullException.ThrowIfNull(hand);
        if (cards is < 1 or > MostCards)
            throw new ArgumentOutOfRangeException(nameof(cards), $"A run has 1 to {MostCards} cards.");
        ImmutableArray<DryingOf> drying =
        [
            .. passes.Select(pass => pass.Water).Distinct().Order()
                .Select(water => new DryingOf(water, new DryingCurve(water.GramsPerSquareMetre(), paper, air).Times())),
        ];
        var problem = new ScheduleProblem(passes, touching, cards, drying, hand);
        var best = Weightings.AsParallel().AsOrdered()
            .Select(weighting => Greedy(problem, weighting))
            .Aggregate((a, b) => b.Finish < a.Finish - 1e-9 ? b : a);
        return PlanOf(problem, best.Order, passes, drying);
    }

    /// <summary>Looks for a better order of a plan; never answers a worse one.</summary>
    /// <param name="plan">The plan.</param>
    /// <param name="touching">Which areas touch.</param>
    /// <param name="hand">The maker's hand.</param>
    /// <param name="effort">How long to look; the same effort gives the same plan.</param>
    /// <param name="progress">Told how far the search is, and when its best order is done.</param>
    /// <param name="stop">Ends the search; what was found so far is answered.</param>
    public static Plan Improve(
        Plan plan, IEnumerable<(int One, int Other)> touching, Hand hand, SearchEffort effort, IProgress<SearchProgress>? progress = null,
        CancellationToken stop = default)
    {
        ArgumentNullException.ThrowIfNull(plan);
        var problem = new ScheduleProblem(plan.Passes, touching, plan.Cards, plan.Drying, hand);
        int[] order = [.. plan.Steps.Select(step => (step.Card - 1) * plan.Passes.Length + step.Pass)];
        var better = OrderSearch.Better(problem, order, effort, plan.AtLeastSeconds, progress, stop);
        return PlanOf(problem, better, plan.Passes, plan.Drying);
    }

    private static Plan PlanOf(ScheduleProblem problem, int[] order, ImmutableArray<Pass> passes, ImmutableArray<DryingOf> drying)
    {
        var steps = problem.Steps(order);
        return new Plan(
            problem.Cards,
            passes,
            steps,
            drying,
            steps.Sum(step => step.SetupSeconds + step.EndSeconds - step.StartSeconds),
            steps.Max(step => step.EndSeconds),
            steps.Max(step => step.DrySeconds),
            steps.Max(step => step.EndSeconds + drying.First(d => d.Water == passes[step.Pass].Water).Times.BoneDry.TotalSeconds),
            problem.LowerBound());
    }

    /// <summary>One order, built greedily.</summary>
    private static (int[] Order, double Finish) Greedy(ScheduleProblem problem, Weighting weighting)
    {
        var dry = new double[problem.Cards * problem.Areas];
        var done = new bool[problem.Jobs];
        var open = Enumerable.Range(0, problem.Jobs).ToList();
        var order = new int[problem.Jobs];
        var (free, last) = (0.0, -1);
        for (var step = 0; step < order.Length; step++)
        {
            var (cost, choice) = (double.PositiveInfinity, -1);
            var lightest = open.Min(job => job % problem.Passes);
            for (var i = 0; i < open.Count; i++)
            {
                var (card, pass) = (open[i] / problem.Passes, open[i] % problem.Passes);
                if (!problem.Before[pass].All(other => done[card * problem.Passes + other])) continue;
                var start = Math.Max(free + problem.Setup(last, pass), problem.Ready(dry, card, pass).Time);
                var now = start - free + (last >= 0 && problem.Changes(last, pass) ? weighting.Change : 0)
                    + weighting.Rank * (pass - lightest) - weighting.Tail * problem.Tails[pass];
                if (now < cost) (cost, choice) = (now, i);
            }
            var job = open[choice];
            open.RemoveAt(choice);
            done[job] = true;
            order[step] = job;
            var chosen = job % problem.Passes;
            free = Math.Max(free + problem.Setup(last, chosen), problem.Ready(dry, job / problem.Passes, chosen).Time) + problem.Paint(chosen);
            problem.Lay(dry, job / problem.Passes, chosen, free);
            last = chosen;
        }
        return (order, free);
    }
}
