using System.Collections.Immutable;
using Nube.Core.Drying;

namespace Nube.Core.Planning;

/// <summary>
/// What is fixed while an order is looked for: passes, cards, drying, hands; areas are renumbered from 0. A job is one pass
/// on one card: <c>card * passes + pass</c>, both from 0.
/// </summary>
internal sealed class ScheduleProblem
{
    private readonly ImmutableArray<Pass> passes;
    private readonly Hand hand;
    private readonly DryingTimes[] times; // of a pass
    private readonly double[] paint; // seconds of a pass
    private readonly double[] dries; // seconds until a pass is dry
    private readonly double[,] setup; // seconds between a pass, or none (0), and the next
    private readonly int[][] own; // areas of a pass
    private readonly int[][] near; // areas of a pass, and those that touch them
    private readonly int[] ids; // of the areas
    private readonly bool[,] touch; // which areas touch

    public ScheduleProblem(
        ImmutableArray<Pass> passes, IEnumerable<(int One, int Other)> touching, int cards, ImmutableArray<DryingOf> drying, Hand hand)
    {
        if (passes.IsEmpty) throw new ArgumentException("Give at least one area a colour.", nameof(passes));
        (this.passes, Cards, this.hand) = (passes, cards, hand);
        ids = [.. passes.SelectMany(pass => pass.Areas).Distinct().Order()];
        var index = ids.Index().ToDictionary(i => i.Item, i => i.Index);
        own = [.. passes.Select(pass => pass.Areas.Select(id => index[id]).ToArray())];
        touch = new bool[ids.Length, ids.Length];
        foreach (var (one, other) in touching)
        {
            if (index.TryGetValue(one, out var a) && index.TryGetValue(other, out var b)) touch[a, b] = touch[b, a] = true;
        }
        near = [.. own.Select(areas => areas.Concat(Touched(areas)).ToArray())];
        Before =
        [
            .. passes.Select(pass => passes
                .Where(other => other.Layer == pass.Layer - 1 && other.Areas.Any(pass.Areas.Contains))
                .Select(other => other.Index).ToArray()),
        ];
        Precedes = new bool[passes.Length, passes.Length];
        foreach (var (pass, before) in Before.Index())
        {
            foreach (var other in before) Precedes[other, pass] = true;
        }
        times = [.. passes.Select(pass => drying.First(d => d.Water == pass.Water).Times)];
        dries = [.. times.Select(time => time.Dry.TotalSeconds)];
        paint = [.. passes.Select(pass => pass.Areas.Length * hand.SecondsPerArea + pass.PaintedMm2 * hand.SecondsPerMm2)];
        setup = new double[passes.Length + 1, passes.Length];
        for (var last = -1; last < passes.Length; last++)
        {
            for (var pass = 0; pass < passes.Length; pass++) setup[last + 1, pass] = SetupOf(last, pass);
        }
        Tails = [.. Enumerable.Range(0, passes.Length).Select(Tail)];
    }

    /// <summary>How many cards.</summary>
    public int Cards { get; }

    /// <summary>How many passes.</summary>
    public int Passes => passes.Length;

    /// <summary>How many jobs.</summary>
    public int Jobs => Cards * Passes;

    /// <summary>How many areas.</summary>
    public int Areas => ids.Length;

    /// <summary>Passes that must be done on a card before each.</summary>
    public int[][] Before { get; }

    /// <summary>Whether one pass must be done before another on the same card, with none between.</summary>
    public bool[,] Precedes { get; }

    /// <summary>Seconds that must follow a pass on its areas and on those beside them.</summary>
    public double[] Tails { get; }

    /// <summary>Seconds to make ready for a pass after another, or after none (-1).</summary>
    public double Setup(int last, int pass) => setup[last + 1, pass];

    /// <summary>The mix changes between two passes.</summary>
    public bool Changes(int last, int pass) => last < 0 || passes[last].Mix != passes[pass].Mix;

    /// <summary>When the last stroke of an order is done, s.</summary>
    /// <param name="order">All jobs, each after those that must come before it.</param>
    /// <param name="dry">Room for when each area of each card is dry; its content is overwritten.</param>
    public double Finish(int[] order, double[] dry)
    {
        Array.Clear(dry);
        var (free, last) = (0.0, -1);
        foreach (var job in order)
        {
            var (card, pass) = (job / paint.Length, job % paint.Length);
            var at = card * ids.Length;
            var start = free + setup[last + 1, pass];
            foreach (var area in near[pass]) start = Math.Max(start, dry[at + area]);
            free = start + paint[pass];
            var until = free + dries[pass];
            foreach (var area in own[pass]) dry[at + area] = until;
            last = pass;
        }
        return free;
    }

    /// <summary>When what must be dry for a job is dry, and which area is the last; -1 for none.</summary>
    public (double Time, int Area) Ready(double[] dry, int card, int pass)
    {
        var (time, last) = (0.0, -1);
        foreach (var area in near[pass])
        {
            if (dry[card * ids.Length + area] > time) (time, last) = (dry[card * ids.Length + area], area);
        }
        return (time, last);
    }

    /// <summary>Notes that a job ended.</summary>
    public void Lay(double[] dry, int card, int pass, double end)
    {
        foreach (var area in own[pass]) dry[card * ids.Length + area] = end + dries[pass];
    }

    /// <summary>Seconds of painting of a pass.</summary>
    public double Paint(int pass) => paint[pass];

    /// <summary>An order as steps with their times.</summary>
    public ImmutableArray<PlannedStep> Steps(int[] order)
    {
        var dry = new double[Cards * ids.Length];
        var steps = ImmutableArray.CreateBuilder<PlannedStep>(order.Length);
        var (free, last) = (0.0, -1);
        foreach (var job in order)
        {
            var (card, pass) = (job / Passes, job % Passes);
            var (preparation, ready, time) = (Setup(last, pass), Ready(dry, card, pass), times[pass]);
            var begin = Math.Max(free + preparation, ready.Time);
            var end = begin + paint[pass];
            Lay(dry, card, pass, end);
            var idle = begin - free - preparation;
            steps.Add(new PlannedStep(
                steps.Count + 1, pass, card + 1, preparation, Changes(last, pass),
                idle > 1e-9 ? new Wait(idle, ids[ready.Area], own[pass].Contains(ready.Area)) : null,
                begin, end, end + time.Shining.TotalSeconds, end + time.Damp.TotalSeconds, end + time.Dry.TotalSeconds));
            (free, last) = (end, pass);
        }
        return steps.MoveToImmutable();
    }

    /// <summary>
    /// A time before which no order can be done, s: the hands' work with the fewest changes of mix; or on one card the
    /// heaviest set of areas that all touch each other, of which only one can be wet at a time.
    /// </summary>
    public double LowerBound()
    {
        var mixes = passes.Select(pass => pass.Mix).Distinct().Count();
        var cheapest = Math.Min(hand.NextMixSeconds, hand.LighterMixSeconds);
        var hands = Cards * paint.Sum() + mixes * cheapest + (Jobs - mixes) * Math.Min(hand.NextCardSeconds, cheapest);
        return Math.Max(hands, cheapest + Cliques().Max(InARow));

        // The drying of the one that comes last is not waited for.
        double InARow(int[] areas)
        {
            var one = Enumerable.Range(0, Passes).Where(pass => own[pass].Any(areas.Contains)).ToList();
            return one.Sum(pass => paint[pass] + dries[pass]) - one.Max(pass => dries[pass]);
        }
    }

    /// <summary>Sets of one to four areas that all touch each other; on paper there are hardly larger ones.</summary>
    private IEnumerable<int[]> Cliques()
    {
        for (var a = 0; a < ids.Length; a++)
        {
            yield return [a];
            for (var b = a + 1; b < ids.Length; b++)
            {
                if (!touch[a, b]) continue;
                yield return [a, b];
                for (var c = b + 1; c < ids.Length; c++)
                {
                    if (!touch[a, c] || !touch[b, c]) continue;
                    yield return [a, b, c];
                    for (var d = c + 1; d < ids.Length; d++)
                    {
                        if (touch[a, d] && touch[b, d] && touch[c, d]) yield return [a, b, c, d];
                    }
                }
            }
        }
    }

    private IEnumerable<int> Touched(int[] areas) =>
        Enumerable.Range(0, ids.Length).Where(area => !areas.Contains(area) && areas.Any(mine => touch[mine, area]));

    /// <summary>
    /// What is still to come on the areas of a pass after it, and on the busiest area that touches them, which cannot be
    /// painted while these are wet.
    /// </summary>
    private double Tail(int pass)
    {
        double Left(int area, int after) => Enumerable.Range(0, passes.Length)
            .Where(p => passes[p].Layer > after && own[p].Contains(area)).Sum(p => paint[p] + dries[p]);
        return dries[pass] + own[pass].Max(area => Left(area, passes[pass].Layer)) + Touched(own[pass]).Select(area => Left(area, 0)).DefaultIfEmpty(0).Max();
    }

    private double SetupOf(int last, int pass)
    {
        if (last < 0) return hand.NextMixSeconds;
        if (passes[last].Mix == passes[pass].Mix) return hand.NextCardSeconds;
        return passes[pass].Lightness > passes[last].Lightness + 1 ? hand.LighterMixSeconds : hand.NextMixSeconds;
    }
}
