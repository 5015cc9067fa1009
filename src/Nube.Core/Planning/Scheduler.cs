using System.Collections.Immutable;
using Nube.Core.Drying;
using Nube.Core.Materials;

namespace Nube.Core.Planning;

/// <summary>Puts passes and cards in an order.</summary>
/// <remarks>
/// The order of the hands fixes everything else: a step starts when the hands are free and set up, its own areas are
/// dry, and every area that touches them on that card is dry. The order is built greedily, always taking the step with
/// the least cost of (time lost, changing the mix, being darker than what is still to do, less what must follow it),
/// under a fixed list of weightings; the plan that ends first wins, ties going to the earlier weighting. Same input,
/// same plan.
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
        var problem = new Problem(passes, touching, cards, drying, hand);
        var best = Weightings.AsParallel().AsOrdered()
            .Select(problem.Build)
            .Aggregate((a, b) => Finish(b) < Finish(a) - 1e-9 ? b : a);
        var steps = best.ToImmutableArray();
        return new Plan(
            cards,
            passes,
            steps,
            drying,
            steps.Sum(step => step.SetupSeconds + step.EndSeconds - step.StartSeconds),
            Finish(best),
            steps.Max(step => step.DrySeconds),
            steps.Max(step => step.EndSeconds + drying.First(d => d.Water == passes[step.Pass].Water).Times.BoneDry.TotalSeconds),
            problem.LowerBound());
    }

    private static double Finish(IEnumerable<PlannedStep> steps) => steps.Max(step => step.EndSeconds);

    /// <summary>The fixed part of the search, with areas renumbered from 0.</summary>
    private sealed class Problem
    {
        private readonly ImmutableArray<Pass> passes;
        private readonly int cards;
        private readonly Hand hand;
        private readonly int[][] areas; // of a pass
        private readonly int[][] touched; // areas that touch those of a pass
        private readonly int[][] before; // passes that must come first on the same card
        private readonly DryingTimes[] times; // of a pass
        private readonly double[] paint; // seconds of a pass
        private readonly double[] tails; // seconds that must follow a pass on its areas and on those beside them
        private readonly int[] ids; // of the areas

        public Problem(
            ImmutableArray<Pass> passes, IEnumerable<(int One, int Other)> touching, int cards, ImmutableArray<DryingOf> drying, Hand hand)
        {
            if (passes.IsEmpty) throw new ArgumentException("Give at least one area a colour.", nameof(passes));
            (this.passes, this.cards, this.hand) = (passes, cards, hand);
            ids = [.. passes.SelectMany(pass => pass.Areas).Distinct().Order()];
            var index = ids.Index().ToDictionary(i => i.Item, i => i.Index);
            areas = [.. passes.Select(pass => pass.Areas.Select(id => index[id]).ToArray())];
            var neighbours = touching.Where(t => index.ContainsKey(t.One) && index.ContainsKey(t.Other))
                .SelectMany(t => new[] { (index[t.One], index[t.Other]), (index[t.Other], index[t.One]) })
                .ToLookup(t => t.Item1, t => t.Item2);
            touched = [.. areas.Select(own => own.SelectMany(area => neighbours[area]).Distinct().Except(own).Order().ToArray())];
            before =
            [
                .. passes.Select(pass => passes
                    .Where(other => other.Layer == pass.Layer - 1 && other.Areas.Any(pass.Areas.Contains))
                    .Select(other => other.Index).ToArray()),
            ];
            times = [.. passes.Select(pass => drying.First(d => d.Water == pass.Water).Times)];
            paint = [.. passes.Select(pass => pass.Areas.Length * hand.SecondsPerArea + pass.PaintedMm2 * hand.SecondsPerMm2)];
            tails = [.. Enumerable.Range(0, passes.Length).Select(Tail)];
        }

        /// <summary>
        /// What is still to come on the areas of a pass after it, and on the busiest area that touches them, which
        /// cannot be painted while these are wet.
        /// </summary>
        private double Tail(int pass)
        {
            double Left(int area, int after) => Enumerable.Range(0, passes.Length)
                .Where(p => passes[p].Layer > after && areas[p].Contains(area))
                .Sum(p => paint[p] + times[p].Dry.TotalSeconds);
            return times[pass].Dry.TotalSeconds
                + areas[pass].Max(area => Left(area, passes[pass].Layer))
                + touched[pass].Select(area => Left(area, 0)).DefaultIfEmpty(0).Max();
        }

        /// <summary>One plan, built greedily.</summary>
        public List<PlannedStep> Build(Weighting weighting)
        {
            var dry = new double[cards, ids.Length];
            var done = new bool[cards, passes.Length];
            var open = new List<(int Card, int Pass)>();
            for (var card = 0; card < cards; card++)
            {
                for (var pass = 0; pass < passes.Length; pass++) open.Add((card, pass));
            }
            var steps = new List<PlannedStep>(open.Count);
            var (free, last) = (0.0, -1);
            while (open.Count > 0)
            {
                var (cost, choice) = (double.PositiveInfinity, -1);
                var lightest = open.Min(o => o.Pass);
                for (var i = 0; i < open.Count; i++)
                {
                    var (card, pass) = open[i];
                    if (!before[pass].All(other => done[card, other])) continue;
                    var setup = Setup(last, pass);
                    var start = Math.Max(free + setup, Ready(dry, card, pass).Time);
                    var changes = last >= 0 && passes[last].Mix != passes[pass].Mix;
                    var now = start - free + (changes ? weighting.Change : 0) + weighting.Rank * (pass - lightest) - weighting.Tail * tails[pass];
                    if (now < cost) (cost, choice) = (now, i);
                }
                var (chosenCard, chosen) = open[choice];
                open.RemoveAt(choice);
                done[chosenCard, chosen] = true;
                var preparation = Setup(last, chosen);
                var ready = Ready(dry, chosenCard, chosen);
                var begin = Math.Max(free + preparation, ready.Time);
                var end = begin + paint[chosen];
                var time = times[chosen];
                foreach (var area in areas[chosen]) dry[chosenCard, area] = end + time.Dry.TotalSeconds;
                var idle = begin - free - preparation;
                steps.Add(new PlannedStep(
                    steps.Count + 1,
                    chosen,
                    chosenCard + 1,
                    preparation,
                    last < 0 || passes[last].Mix != passes[chosen].Mix,
                    idle > 1e-9 ? new Wait(idle, ids[ready.Area], areas[chosen].Contains(ready.Area)) : null,
                    begin,
                    end,
                    end + time.Shining.TotalSeconds,
                    end + time.Damp.TotalSeconds,
                    end + time.Dry.TotalSeconds));
                (free, last) = (end, chosen);
            }
            return steps;
        }

        /// <summary>
        /// A time before which no order can be done: the hands' work with the fewest changes of mix, or the longest
        /// row of layers on one area with their drying.
        /// </summary>
        public double LowerBound()
        {
            var mixes = passes.Select(pass => pass.Mix).Distinct().Count();
            var steps = passes.Length * cards;
            var cheapest = Math.Min(hand.NextMixSeconds, hand.LighterMixSeconds);
            var hands = cards * paint.Sum() + mixes * cheapest + (steps - mixes) * Math.Min(hand.NextCardSeconds, cheapest);
            var chain = Enumerable.Range(0, ids.Length).Max(area =>
            {
                var own = Enumerable.Range(0, passes.Length).Where(pass => areas[pass].Contains(area)).ToList();
                var lastPass = own.MaxBy(pass => passes[pass].Layer);
                return cheapest + own.Sum(pass => paint[pass] + (pass == lastPass ? 0 : times[pass].Dry.TotalSeconds));
            });
            return Math.Max(hands, chain);
        }

        private double Setup(int last, int pass)
        {
            if (last < 0) return hand.NextMixSeconds;
            if (passes[last].Mix == passes[pass].Mix) return hand.NextCardSeconds;
            return passes[pass].Lightness > passes[last].Lightness + 1 ? hand.LighterMixSeconds : hand.NextMixSeconds;
        }

        /// <summary>When everything that must be dry is dry, and which area is the last.</summary>
        private (double Time, int Area) Ready(double[,] dry, int card, int pass)
        {
            var (time, last) = (0.0, -1);
            foreach (var area in areas[pass])
            {
                if (dry[card, area] > time) (time, last) = (dry[card, area], area);
            }
            foreach (var area in touched[pass])
            {
                if (dry[card, area] > time) (time, last) = (dry[card, area], area);
            }
            return (time, last);
        }
    }
}
