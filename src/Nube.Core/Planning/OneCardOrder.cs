using System.Collections.Immutable;

namespace Nube.Core.Planning;

/// <summary>
/// A good order of the single passes of one card by itself, in which some are made to go together as long as the card
/// is done in time.
/// </summary>
internal sealed class OneCardOrder
{
    private readonly ImmutableArray<Pass> singles;
    private readonly Hand hand;
    private readonly double[] dries; // of a single pass, s
    private readonly int[][] own,
        near; // areas of a single pass, and those that touch them; from 0
    private readonly int areas;
    private List<Set> order;

    /// <summary>What goes together, and how long it takes, s.</summary>
    private sealed record Set(Pass[] Passes, double PaintSeconds);

    /// <summary>Looks for a good order in which every pass goes alone.</summary>
    /// <param name="singles">Passes of one area each, or of the whole card, each after those that must come before
    /// it.</param>
    /// <param name="touching">Which areas touch.</param>
    /// <param name="pace">The hand, the paper and the air.</param>
    public OneCardOrder(ImmutableArray<Pass> singles, IReadOnlyCollection<(int One, int Other)> touching, Pace pace)
    {
        (this.singles, hand) = (singles, pace.Hand);
        var drying = Scheduler.DryingIn(pace.Air, singles, pace.Paper, pace.Options);
        var options = PlanOptions.None with { DryingFactor = pace.Options.DryingFactor };
        var problem = new ScheduleProblem(singles, touching, 1, drying, hand, options);
        order =
        [
            .. OrderSearch.Quick(problem, problem.Jobs, CancellationToken.None).Select(pass => SetOf([singles[pass]])),
        ];
        dries = [.. singles.Select(pass => drying.TimesOf(pass).Dry.TotalSeconds)];
        var ids = singles.SelectMany(pass => pass.Areas).Distinct().Index().ToDictionary(i => i.Item, i => i.Index);
        areas = ids.Count;
        own = [.. singles.Select(pass => pass.Areas.Select(id => ids[id]).ToArray())];
        var beside = touching
            .SelectMany(t => new[] { t, (One: t.Other, Other: t.One) })
            .Where(t => ids.ContainsKey(t.One) && ids.ContainsKey(t.Other))
            .ToLookup(t => ids[t.One], t => ids[t.Other]);
        near = [.. own.Select(mine => mine.Concat(mine.SelectMany(area => beside[area])).Distinct().ToArray())];
        Seconds = Finish(order);
    }

    /// <summary>When the last stroke is done, s.</summary>
    public double Seconds { get; private set; }

    /// <summary>What goes together.</summary>
    public List<List<Pass>> Sets => [.. order.Select(set => set.Passes.ToList())];

    /// <summary>
    /// Makes a pass go with another and what goes with that, where the one or the others are now; false when the card
    /// is not done in time then.
    /// </summary>
    /// <param name="pass">A pass that goes alone.</param>
    /// <param name="home">A pass like it, in another area that touches none of the others.</param>
    /// <param name="limit">When the card is to be done, s.</param>
    public bool Join(Pass pass, Pass home, double limit)
    {
        var (alone, with) = (
            order.FindIndex(set => set.Passes.Contains(pass)),
            order.FindIndex(set => set.Passes.Contains(home))
        );
        var joined = SetOf([.. order[with].Passes, pass]);
        var tried = new[] { alone, with }
            .Select(at =>
            {
                var changed = order
                    .Select((set, place) => place == at ? joined : set)
                    .Where((_, place) => place == at || (place != alone && place != with))
                    .ToList();
                return (Order: changed, Finish: Finish(changed));
            })
            .MinBy(one => one.Finish);
        if (tried.Finish > limit)
            return false;
        (order, Seconds) = (tried.Order, tried.Finish);
        return true;
    }

    private Set SetOf(Pass[] passes) => new(passes, hand.PaintSeconds(PassBuilder.Together(passes)));

    /// <summary>
    /// When the last stroke of an order is done, s; infinite when something comes before what must come before it.
    /// </summary>
    private double Finish(List<Set> sets)
    {
        var (dry, wetBy, done, free, last) = (
            new double[areas],
            new Pass?[areas],
            new bool[singles.Length],
            0.0,
            (Pass?)null
        );
        foreach (var set in sets)
        {
            var start = free + hand.SetupSeconds(last, set.Passes[0]);
            foreach (var pass in set.Passes)
            {
                foreach (var before in pass.After)
                {
                    if (!done[before])
                        return double.PositiveInfinity;
                }
                foreach (var area in near[pass.Index])
                {
                    if (
                        own[pass.Index].Contains(area)
                        || (wetBy[area] is { } wet && RunningTogether.WouldRun(wet, pass))
                    )
                        start = Math.Max(start, dry[area]);
                }
            }
            (free, last) = (start + set.PaintSeconds, set.Passes[0]);
            foreach (var pass in set.Passes)
            {
                done[pass.Index] = true;
                foreach (var area in own[pass.Index])
                    (dry[area], wetBy[area]) = (free + dries[pass.Index], pass);
            }
        }
        return free;
    }
}
