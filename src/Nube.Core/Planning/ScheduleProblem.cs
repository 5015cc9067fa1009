using System.Collections.Immutable;
using Nube.Core.Drying;
using Nube.Core.Methods;

namespace Nube.Core.Planning;

/// <summary>An area that is still wet when work goes on.</summary>
/// <param name="Card">The card, from 1.</param>
/// <param name="Area">The area.</param>
/// <param name="DampSeconds">When it shines no more, s from the start.</param>
/// <param name="DrySeconds">When it is dry.</param>
/// <param name="BoneDrySeconds">When it is bone dry.</param>
/// <param name="Pass">Index of the pass that wetted it; negative for water that was spilled.</param>
internal readonly record struct StillWet(
    int Card,
    int Area,
    double DampSeconds,
    double DrySeconds,
    double BoneDrySeconds,
    int Pass
);

/// <summary>
/// What is fixed while an order is looked for: passes, cards, drying, hands; areas are renumbered from 0. A job is one
/// pass on one card: <c>card * passes + pass</c>, both from 0.
/// </summary>
internal sealed partial class ScheduleProblem
{
    private readonly ImmutableArray<Pass> passes;
    private readonly PlanOptions options;
    private readonly PassNeighbours areas;
    private readonly DryingTimes[] times; // of a pass, where it dries last
    private readonly DryingSeconds[][] dries; // of each area of a pass
    private readonly double[,] gap; // seconds from the end of a pass until another may start on the same card
    private readonly double[] grams; // of water that a pass lays on each of its areas
    private readonly double[] paint; // seconds of a pass
    private readonly bool[] noHeat; // of a pass: afterwards the card stays away from heat
    private readonly double[,] setup; // seconds between a pass, or none (0), and the next
    private readonly bool[,] changes; // whether the tool or what is on it changes between them
    private readonly double[,] rinseCost; // of a change between them, beside its time
    private readonly Turns guide; // whose prices an order is looked for with
    private readonly double price; // what these count for in the end, as a share
    private readonly WetCard[] atStart; // where work goes on from wet cards

    public ScheduleProblem(
        ImmutableArray<Pass> passes,
        IEnumerable<(int One, int Other)> touching,
        int cards,
        ImmutableArray<DryingOf> drying,
        Hand hand,
        PlanOptions options,
        IEnumerable<StillWet>? wet = null
    )
    {
        if (passes.IsEmpty)
            throw new ArgumentException("Give at least one area a colour.", nameof(passes));
        (this.passes, Cards, this.options) = (passes, cards, options);
        areas = new PassNeighbours(passes, touching);
        Precedes = Precedence.Of(passes);
        Before =
        [
            .. passes.Select(pass =>
                Enumerable.Range(0, passes.Length).Where(other => Precedes[other, pass.Index]).ToArray()
            ),
        ];
        var skipped = options.Skipped.ToHashSet();
        Jobs =
        [
            .. Enumerable
                .Range(0, cards * passes.Length)
                .Where(job => !skipped.Contains(new StepKey(job / passes.Length + 1, job % passes.Length))),
        ];
        if (Jobs.Length == 0)
            throw new ImpossibleOrderException("Every step is left out: nothing is left to plan.");
        times = [.. passes.Select(pass => drying.TimesOf(pass))];
        dries = [.. passes.Select(pass => pass.Areas.Select(area => drying.TimesOf(pass, area).InSeconds()).ToArray())];
        gap = new double[passes.Length, passes.Length];
        for (var first = 0; first < passes.Length; first++)
        {
            for (var then = 0; then < passes.Length; then++)
                gap[first, then] = areas.Gap(first, then, dries[first]);
        }
        grams = [.. passes.Select(Heating.GramsOnEach)];
        noHeat = [.. passes.Select(Heating.Forbids)];
        paint = [.. passes.Select(hand.PaintSeconds)];
        setup = new double[passes.Length + 1, passes.Length];
        changes = new bool[passes.Length + 1, passes.Length];
        rinseCost = new double[passes.Length + 1, passes.Length];
        // Who wants it soonest is led there by steady orders: few changes leave the hands more time.
        guide = options.Turns == Turns.Soonest ? Turns.Steady : options.Turns;
        price = options.Turns == Turns.Soonest ? 0 : 1;
        var rinses = new Rinses(guide, passes);
        for (var last = -1; last < passes.Length; last++)
        {
            for (var pass = 0; pass < passes.Length; pass++)
            {
                setup[last + 1, pass] = hand.SetupSeconds(last < 0 ? null : passes[last], passes[pass]);
                changes[last + 1, pass] = last < 0 || !Hand.SameOnTool(passes[last], passes[pass]);
                if (changes[last + 1, pass])
                    rinseCost[last + 1, pass] = rinses.Cost(last, pass);
            }
        }
        Tails = [.. Enumerable.Range(0, passes.Length).Select(Tail)];
        atStart = [.. Enumerable.Range(0, cards).Select(_ => new WetCard(areas.Ids.Length))];
        foreach (var area in wet ?? [])
        {
            if (areas.IndexOf.TryGetValue(area.Area, out var place))
                atStart[area.Card - 1].Was(place, area.Pass, area.DampSeconds, area.DrySeconds, area.BoneDrySeconds);
        }
    }

    /// <summary>How many cards.</summary>
    public int Cards { get; }

    /// <summary>How many passes.</summary>
    public int Passes => passes.Length;

    /// <summary>All jobs but those that are left out.</summary>
    public int[] Jobs { get; }

    /// <summary>Passes that must be done on a card before each.</summary>
    public int[][] Before { get; }

    /// <summary>Whether one pass must be done before another on the same card.</summary>
    public bool[,] Precedes { get; }

    /// <summary>Seconds that must follow a pass on its areas and on those beside them.</summary>
    public double[] Tails { get; }

    /// <summary>What making ready for a pass costs beside its time, s.</summary>
    public double RinseCost(int last, int pass) => rinseCost[last + 1, pass];

    private Rhythm RhythmOfRun() => new(guide, Passes, Jobs.Select(job => (job / Passes, job % Passes)));

    /// <summary>To make ready for a pass after another, s.</summary>
    public double Setup(int last, int pass) => setup[last + 1, pass];

    /// <summary>The tool, or what is on it, changes between two passes.</summary>
    public bool Changes(int last, int pass) => changes[last + 1, pass];

    /// <summary>Seconds that a pass takes.</summary>
    public double Paint(int pass) => paint[pass];

    /// <summary>Seconds until all that a pass leaves is bone dry.</summary>
    public double BoneDry(int pass) => times[pass].BoneDry.TotalSeconds;

    /// <summary>Seconds from the end of a pass until another may start on the same card because of it.</summary>
    public double Gap(int first, int then) => gap[first, then];

    /// <summary>What it takes at least to make ready for a pass, whatever was done before, s.</summary>
    public double LeastSetup(int pass) => Enumerable.Range(-1, Passes + 1).Min(last => setup[last + 1, pass]);

    /// <summary>
    /// Two passes cannot be wet on one card together: they share an area, or would run into each other where areas of
    /// theirs touch.
    /// </summary>
    public bool Conflict(int one, int other) =>
        areas.Share(one, other)
        || (areas.Runs(one, other) && areas.Touched(areas.Own(one)).Any(areas.Own(other).Contains));

    /// <summary>
    /// Passes on areas that all touch each other, of which only one can be wet on a card at a time; the longest first.
    /// </summary>
    /// <param name="there">Passes to choose from.</param>
    /// <param name="clique">The areas, counted from 0.</param>
    public List<int> OneAtATime(IEnumerable<int> there, int[] clique)
    {
        var chosen = new List<int>();
        foreach (
            var pass in there
                .Where(pass => areas.Own(pass).Any(clique.Contains))
                .OrderByDescending(pass => paint[pass] + times[pass].Dry.TotalSeconds)
                .ThenBy(pass => pass)
        )
        {
            if (chosen.TrueForAll(other => Conflict(pass, other)))
                chosen.Add(pass);
        }
        return chosen;
    }

    /// <summary>The least that must lie between a pass and whichever of some comes next on the same card, s.</summary>
    public double LeastGap(int pass, IReadOnlyCollection<int> others) =>
        others.Where(other => other != pass).Select(other => gap[pass, other]).DefaultIfEmpty(0).Min();

    /// <summary>A heat tool ends waits, so that drying bounds nothing.</summary>
    public bool Heats => options.Heat;

    /// <summary>A pass goes over an area, counted from 0.</summary>
    public bool Paints(int pass, int area) => areas.Own(pass).Contains(area);

    /// <summary>Everything in an order comes after what must come before it.</summary>
    public bool IsPossible(int[] order)
    {
        var done = new HashSet<int>();
        var there = order.ToHashSet();
        foreach (var job in order)
        {
            var card = job - job % Passes;
            if (Before[job % Passes].Any(earlier => there.Contains(card + earlier) && !done.Contains(card + earlier)))
                return false;
            done.Add(job);
        }
        return true;
    }

    /// <summary>A walk through an order, from the start of the run.</summary>
    public Walk Begin() => new(this);

    /// <summary>
    /// What an order costs, s: when its last stroke is done, and its changes and breaks as dear as the maker holds them.
    /// </summary>
    /// <param name="order">All jobs, each after those that must come before it.</param>
    /// <param name="walk">Where to walk; begun anew.</param>
    public static double Cost(int[] order, Walk walk)
    {
        walk.Restart();
        foreach (var job in order)
            walk.Do(job);
        return walk.Cost;
    }

    /// <summary>What an order costs, s; infinite as soon as it cannot be kept within a limit.</summary>
    /// <param name="order">All jobs, each after those that must come before it.</param>
    /// <param name="walk">Where to walk; begun anew.</param>
    /// <param name="from">The place from which <paramref name="left"/> holds.</param>
    /// <param name="left">Seconds that what comes from a place on takes at least.</param>
    /// <param name="limit">The limit, s.</param>
    public static double Cost(int[] order, Walk walk, int from, double[] left, double limit)
    {
        walk.Restart();
        for (var place = 0; place < order.Length; place++)
        {
            if (place >= from && walk.Cost + left[place] > limit)
                return double.PositiveInfinity;
            walk.Do(order[place]);
        }
        return walk.Cost;
    }

    /// <summary>An order as steps with their times.</summary>
    public ImmutableArray<PlannedStep> Steps(int[] order)
    {
        var walk = Begin();
        var steps = ImmutableArray.CreateBuilder<PlannedStep>(order.Length);
        foreach (var job in order)
        {
            var (card, pass) = (job / Passes, job % Passes);
            var last = walk.Last;
            var due = walk.Due(job);
            walk.Do(job);
            var (time, end) = (times[pass], walk.Free);
            if (due.Heat > 0)
                Dried(steps, card + 1, pass, due.Start - setup[last + 1, pass]);
            steps.Add(
                new PlannedStep(
                    steps.Count + 1,
                    pass,
                    card + 1,
                    setup[last + 1, pass],
                    Changes(last, pass),
                    due.Wait > 1e-9
                        ? new Wait(due.Wait, areas.Ids[due.Area], areas.Own(pass).Contains(due.Area))
                        : null,
                    due.Start,
                    end,
                    end + time.Shining.TotalSeconds,
                    end + time.Damp.TotalSeconds,
                    end + time.Dry.TotalSeconds
                )
                {
                    HeatSeconds = due.Heat,
                    RestSeconds = due.Rest,
                    Sitting = due.Sitting,
                }
            );
        }
        return steps.MoveToImmutable();
    }

    /// <summary>Whatever was wet on the pieces in hand in a pass is dry from then on.</summary>
    private void Dried(ImmutableArray<PlannedStep>.Builder steps, int card, int pass, double at)
    {
        for (var i = 0; i < steps.Count; i++)
        {
            if (steps[i].Card != card || !Heating.Reaches(passes[pass], passes[steps[i].Pass]))
                continue;
            var (shining, damp, dry) = (steps[i].ShiningSeconds, steps[i].DampSeconds, steps[i].DrySeconds);
            steps[i] = steps[i] with
            {
                ShiningSeconds = Math.Min(shining, at),
                DampSeconds = Math.Min(damp, at),
                DrySeconds = Math.Min(dry, at),
            };
        }
    }

    /// <summary>
    /// What is still to come on the areas of a pass after it, and on the busiest area that touches them, which cannot
    /// be painted while these are wet.
    /// </summary>
    private double Tail(int pass)
    {
        double Left(int area, int after) =>
            Enumerable
                .Range(0, passes.Length)
                .Where(p => passes[p].Layer > after && areas.Own(p).Contains(area))
                .Sum(p => paint[p] + Dries(p, area));
        return times[pass].Dry.TotalSeconds
            + areas.Own(pass).Max(area => Left(area, passes[pass].Layer))
            + areas.Touched(areas.Own(pass)).Select(area => Left(area, 0)).DefaultIfEmpty(0).Max();
    }

    /// <summary>Seconds until an area of a pass is dry.</summary>
    private double Dries(int pass, int area) => dries[pass][Array.IndexOf(areas.Own(pass), area)].Dry;
}
