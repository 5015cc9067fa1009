using System.Collections.Immutable;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Planning.Pieces;

namespace Nube.Core.Planning;

/// <summary>Puts passes and cards in an order.</summary>
/// <remarks>
/// The order of the hands fixes everything else: a step starts when the hands are free and set up, its own areas are as
/// dry as its stroke needs them, and so is every area that touches them on that card and would run into them; where a
/// heat tool is allowed and saves enough, it ends the wait; pauses and the ends of sittings come in between. A first
/// order is built greedily, always taking the step with the least cost of (time lost, changing the mix, being darker
/// than what is still to do, less what must follow it), under a fixed list of weightings; the plan that ends first
/// wins, or the one with few rinses where the maker wants it so, ties going to the earlier weighting. It is there at
/// once; <see cref="Improve"/> then looks for a better one. Same input, same plan. About weightings x steps^2 x areas
/// of a pass.
/// </remarks>
public static class Scheduler
{
    /// <summary>Most cards of a run.</summary>
    public const int MostCards = 24;

    private const int ManyJobs = 200_000; // jobs x jobs up to which all weightings are tried
    private const double WorthSolving = 0.01; // of the usual effort: below, setting a solver up takes longer than the search
    private const double OneCardEffort = 4; // CP-SAT's deterministic time, about seconds, at the usual effort

    /// <summary>What a choice costs beside the time that it loses.</summary>
    /// <param name="Change">For changing the mix, s.</param>
    /// <param name="Rank">For each place in the order light to dark that is passed over, s.</param>
    /// <param name="Tail">
    /// Reward for each second that must still follow a step, its drying included: above 0 long rows are begun early,
    /// below 0 what dries slowly is kept for the end, when nothing waits for it.
    /// </param>
    private readonly record struct Weighting(double Change, double Rank, double Tail);

    private static readonly ImmutableArray<Weighting> Weightings =
    [
        .. from tail in (double[])[0, 0.05, 0.2, 0.6, -0.1, -1]
        from change in (double[])[0, 15, 45, 120, 600]
        from rank in (double[])[1, 0, 5, 20, 100]
        select new Weighting(change, rank, tail),
    ];

    // Of large runs one weighting in so many is tried: none shares a factor with the lists above, so that all values
    // come up.
    private static readonly int[] OneIn = [1, 7, 11, 13];

    /// <summary>Plans a run.</summary>
    /// <param name="passes">The passes of one card, each after those that must come before it.</param>
    /// <param name="touching">Which areas touch.</param>
    /// <param name="cards">How many cards, 1 to 24.</param>
    /// <param name="paper">The paper.</param>
    /// <param name="air">The air of the room.</param>
    /// <param name="hand">The maker's hand.</param>
    /// <param name="options">What else to reckon with; nothing when it is not given.</param>
    /// <param name="card">The pieces of each card, by their numbers; none where there is but the picture.</param>
    /// <exception cref="ArgumentOutOfRangeException">The number of cards is out of range.</exception>
    /// <exception cref="ImpossibleOrderException">A pinned step cannot stay where it is, or nothing is left to
    /// do.</exception>
    public static Plan PlanRun(
        ImmutableArray<Pass> passes,
        IEnumerable<(int One, int Other)> touching,
        int cards,
        Paper paper,
        Air air,
        Hand hand,
        PlanOptions? options = null,
        ImmutableArray<PlannedPiece> card = default
    )
    {
        var pieces = card.IsDefault ? [] : card;
        ArgumentNullException.ThrowIfNull(touching);
        ArgumentNullException.ThrowIfNull(hand);
        if (cards is < 1 or > MostCards)
            throw new ArgumentOutOfRangeException(nameof(cards), $"A run has 1 to {MostCards} cards.");
        options ??= PlanOptions.None;
        var drying = DryingOfPasses.In(air, passes, paper, options, pieces);
        var problem = new ScheduleProblem(passes, touching, cards, drying, hand, options);
        return PlanOf(
            problem,
            Pinning.Pinned(Greedy(problem, problem.Jobs).Order, passes, options.Pinned),
            passes,
            drying,
            options
        ) with
        {
            Pieces = pieces,
        };
    }

    /// <summary>
    /// The plan in other air: in its order or in one that is built anew, whichever is done first. What is pinned stays.
    /// </summary>
    /// <param name="plan">The plan.</param>
    /// <param name="touching">Which areas touch.</param>
    /// <param name="paper">The paper.</param>
    /// <param name="air">The air.</param>
    /// <param name="hand">The maker's hand.</param>
    public static Plan InAir(Plan plan, IEnumerable<(int One, int Other)> touching, Paper paper, Air air, Hand hand)
    {
        ArgumentNullException.ThrowIfNull(plan);
        var drying = DryingOfPasses.In(air, plan.Passes, paper, plan.Options, plan.Pieces);
        var problem = new ScheduleProblem(plan.Passes, touching, plan.Cards, drying, hand, plan.Options);
        var kept = OrderOf(plan);
        var anew = Pinning.Pinned(Greedy(problem, problem.Jobs).Order, plan.Passes, plan.Options.Pinned);
        var walk = problem.Begin();
        var best = ScheduleProblem.Cost(anew, walk) < ScheduleProblem.Cost(kept, walk) - 1e-9 ? anew : kept;
        return PlanOf(problem, best, plan.Passes, drying, plan.Options) with { Pieces = plan.Pieces };
    }

    /// <summary>Looks for a better order of a plan; never answers a worse one. What is pinned stays.</summary>
    /// <param name="plan">The plan.</param>
    /// <param name="touching">Which areas touch.</param>
    /// <param name="hand">The maker's hand.</param>
    /// <param name="effort">How long to look; the same effort gives the same plan.</param>
    /// <param name="progress">Told how far the search is, and when its best order is done.</param>
    /// <param name="stop">Ends the search; what was found so far is answered.</param>
    public static Plan Improve(
        Plan plan,
        IEnumerable<(int One, int Other)> touching,
        Hand hand,
        SearchEffort effort,
        IProgress<SearchProgress>? progress = null,
        CancellationToken stop = default
    )
    {
        ArgumentNullException.ThrowIfNull(plan);
        var problem = new ScheduleProblem(plan.Passes, touching, plan.Cards, plan.Drying, hand, plan.Options);
        var pinned = plan.Options.Pinned.Select(pin => pin.Step).ToHashSet();
        bool[] stays = [.. plan.Steps.Select(step => pinned.Contains(new StepKey(step.Card, step.Pass)))];
        // One card by itself is solved exactly: a bound for all, and an order that the cards can follow one behind the
        // other.
        var share = Math.Min(1, effort.Steps / (double)SearchEffort.Usual.Steps);
        var card =
            share < WorthSolving ? null : OneCard.Solve(problem, plan.AtLeastSeconds, OneCardEffort * share, stop);
        var atLeast = Math.Max(plan.AtLeastSeconds, card?.AtLeastSeconds ?? 0);
        var first = OrderOf(plan);
        if (card is not null && pinned.Count == 0)
        {
            var walk = problem.Begin();
            first = card.Staggered(problem).Append(first).MinBy(order => ScheduleProblem.Cost(order, walk))!;
        }
        var better = OrderSearch.Better(problem, first, stays, effort, atLeast, progress, stop);
        return PlanOf(problem, better, plan.Passes, plan.Drying, plan.Options, atLeast) with { Pieces = plan.Pieces };
    }

    /// <summary>A plan in an order that the maker gave, with times worked out anew.</summary>
    /// <param name="plan">The plan.</param>
    /// <param name="order">Its steps, each once.</param>
    /// <param name="touching">Which areas touch.</param>
    /// <param name="hand">The maker's hand.</param>
    /// <param name="options">What else to reckon with.</param>
    internal static Plan InOrder(
        Plan plan,
        int[] order,
        IEnumerable<(int One, int Other)> touching,
        Hand hand,
        PlanOptions options
    ) =>
        PlanOf(
            new ScheduleProblem(plan.Passes, touching, plan.Cards, plan.Drying, hand, options),
            order,
            plan.Passes,
            plan.Drying,
            options
        ) with
        {
            Pieces = plan.Pieces,
        };

    /// <summary>The order of a plan, as jobs.</summary>
    internal static int[] OrderOf(Plan plan) =>
        [.. plan.Steps.Select(step => (step.Card - 1) * plan.Passes.Length + step.Pass)];

    private static Plan PlanOf(
        ScheduleProblem problem,
        int[] order,
        ImmutableArray<Pass> passes,
        ImmutableArray<DryingOf> drying,
        PlanOptions options,
        double atLeast = 0
    )
    {
        var steps = problem.Steps(order);
        return new Plan(
            problem.Cards,
            passes,
            steps,
            drying,
            steps.Sum(step => step.SetupSeconds + step.HeatSeconds + step.EndSeconds - step.StartSeconds),
            steps.Max(step => step.EndSeconds),
            steps.Max(step => step.DrySeconds),
            steps.Max(BoneDry),
            Math.Max(atLeast, problem.LowerBound())
        )
        {
            Options = options,
        };

        // A heat tool leaves a card bone dry.
        double BoneDry(PlannedStep step)
        {
            var inTheAir = step.EndSeconds + drying.TimesOf(passes[step.Pass]).BoneDry.TotalSeconds;
            var heated = steps
                .Where(later =>
                    later.Number > step.Number
                    && later.Card == step.Card
                    && later.HeatSeconds > 0
                    && Heating.Reaches(passes[later.Pass], passes[step.Pass])
                )
                .Select(later => later.StartSeconds - later.SetupSeconds);
            return heated.Append(inTheAir).Min();
        }
    }

    /// <summary>The best of the orders that are built greedily, and when it is done.</summary>
    /// <param name="problem">What is fixed.</param>
    /// <param name="jobs">What is to be ordered; all jobs, or those of some cards.</param>
    internal static (int[] Order, double Finish) Greedy(ScheduleProblem problem, int[] jobs)
    {
        // A first order is to be there at once: of large runs fewer are built.
        var wanted = (long)jobs.Length * jobs.Length / ManyJobs;
        var every = OneIn.FirstOrDefault(one => one >= wanted, OneIn[^1]);
        var best = Weightings
            .Where((_, place) => place % every == 0)
            .ToList()
            .AsParallel()
            .AsOrdered()
            .Select(weighting => Greedy(problem, jobs, weighting))
            .AsEnumerable() // of equals the first, whichever was done first
            .Aggregate((a, b) => b.Cost < a.Cost - 1e-9 ? b : a);
        return (best.Order, best.Finish);
    }

    /// <summary>One order, built greedily.</summary>
    private static (int[] Order, double Finish, double Cost) Greedy(
        ScheduleProblem problem,
        int[] jobs,
        Weighting weighting
    )
    {
        var walk = problem.Begin();
        var open = jobs.ToList();
        var left = new bool[problem.Cards * problem.Passes];
        foreach (var job in jobs)
            left[job] = true;
        var order = new int[open.Count];
        for (var step = 0; step < order.Length; step++)
        {
            var (cost, choice) = (double.PositiveInfinity, -1);
            var lightest = open.Min(job => job % problem.Passes);
            for (var i = 0; i < open.Count; i++)
            {
                var (card, pass) = (open[i] / problem.Passes, open[i] % problem.Passes);
                var beside =
                    (walk.Last >= 0 && problem.Changes(walk.Last, pass) ? weighting.Change : 0)
                    + walk.CostBeside(open[i])
                    + weighting.Rank * (pass - lightest)
                    - weighting.Tail * problem.Tails[pass];
                // Nothing begins before its setup: most need no closer look.
                if (problem.Setup(walk.Last, pass) + beside >= cost)
                    continue;
                if (Array.Exists(problem.Before[pass], other => left[card * problem.Passes + other]))
                    continue;
                var now = walk.Due(open[i]).Start - walk.Free + beside;
                if (now < cost)
                    (cost, choice) = (now, i);
            }
            order[step] = open[choice];
            left[open[choice]] = false;
            open.RemoveAt(choice);
            walk.Do(order[step]);
        }
        return (order, walk.Free, walk.Cost);
    }
}
