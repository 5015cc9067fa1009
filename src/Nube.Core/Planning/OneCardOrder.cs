using System.Collections.Immutable;
using Nube.Core.Drying;

namespace Nube.Core.Planning;

/// <summary>
/// A good order of the single passes of one card by itself, in which some are made to go together as long as the card
/// is done in time.
/// </summary>
internal sealed class OneCardOrder
{
    private readonly ImmutableArray<Pass> singles;
    private readonly Hand hand;
    private readonly PassNeighbours areas;
    private readonly DryingSeconds[][] dries; // of each area of a single pass
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
        var drying = DryingOfPasses.In(pace.Air, singles, pace.Paper, pace.Options, []);
        var options = PlanOptions.None with { DryingFactor = pace.Options.DryingFactor };
        var problem = new ScheduleProblem(singles, touching, 1, drying, hand, options);
        order =
        [
            .. OrderSearch.Quick(problem, problem.Jobs, CancellationToken.None).Select(pass => SetOf([singles[pass]])),
        ];
        areas = new PassNeighbours(singles, touching);
        dries =
        [
            .. singles.Select(pass => pass.Areas.Select(area => drying.TimesOf(pass, area).InSeconds()).ToArray()),
        ];
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
        var (card, done, free, last) = (new WetCard(areas.Ids.Length), new bool[singles.Length], 0.0, (Pass?)null);
        foreach (var set in sets)
        {
            var start = free + hand.SetupSeconds(last, set.Passes[0]);
            foreach (var pass in set.Passes)
            {
                if (pass.After.Any(before => !done[before]))
                    return double.PositiveInfinity;
                start = Math.Max(start, areas.Ready(card, pass.Index).At);
            }
            (free, last) = (start + set.PaintSeconds, set.Passes[0]);
            foreach (var pass in set.Passes)
            {
                done[pass.Index] = true;
                foreach (var (place, area) in areas.Own(pass.Index).Index())
                    card.Lay(area, pass.Index, free, dries[pass.Index][place], 0, ofWater: true);
            }
        }
        return free;
    }
}
