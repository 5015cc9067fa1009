using System.Collections.Immutable;
using Nube.Core.Drying;
using Nube.Core.Methods;

namespace Nube.Core.Planning;

/// <summary>An area that is still wet when work goes on.</summary>
/// <param name="Card">The card, from 1.</param>
/// <param name="Area">The area.</param>
/// <param name="DrySeconds">When it is dry, s from the start.</param>
/// <param name="BoneDrySeconds">When it is bone dry.</param>
/// <param name="Pass">Index of the pass that wetted it; negative for water that was spilled.</param>
internal readonly record struct StillWet(int Card, int Area, double DrySeconds, double BoneDrySeconds, int Pass);

/// <summary>
/// What is fixed while an order is looked for: passes, cards, drying, hands; areas are renumbered from 0. A job is one
/// pass on one card: <c>card * passes + pass</c>, both from 0.
/// </summary>
internal sealed partial class ScheduleProblem
{
    private readonly ImmutableArray<Pass> passes;
    private readonly PlanOptions options;
    private readonly DryingTimes[] times; // of a pass
    private readonly double[] paint; // seconds of a pass
    private readonly double[] dries,
        bone; // seconds until what a pass leaves is dry, bone dry
    private readonly bool[] needsBone; // of a pass: its own areas must be bone dry
    private readonly bool[] noHeat; // of a pass: afterwards the card stays away from heat
    private readonly double[,] setup; // seconds between a pass, or none (0), and the next
    private readonly bool[,] changes; // whether the tool or what is on it changes between them
    private readonly int[][] own; // areas of a pass
    private readonly int[][] near; // areas of a pass, and those that touch them
    private readonly int[] ids; // of the areas
    private readonly bool[,] touch; // which areas touch
    private readonly bool[,] runs; // of a pass that is wet, or spilled water (0), into another beside it
    private readonly double[,] rinseCost; // of a change between them, beside its time
    private readonly int[] wetAtStart; // the pass that wetted each area of each card; -1 for spilled water
    private readonly double[] dryAtStart,
        boneDryAtStart; // of each area of each card, where work goes on from wet ones

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
        ids = [.. passes.SelectMany(pass => pass.Areas).Distinct().Order()];
        var index = ids.Index().ToDictionary(i => i.Item, i => i.Index);
        own = [.. passes.Select(pass => pass.Areas.Select(id => index[id]).ToArray())];
        touch = new bool[ids.Length, ids.Length];
        foreach (var (one, other) in touching)
        {
            if (index.TryGetValue(one, out var a) && index.TryGetValue(other, out var b))
                touch[a, b] = touch[b, a] = true;
        }
        near = [.. own.Select(areas => areas.Concat(Touched(areas)).ToArray())];
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
        dries = [.. times.Select(time => time.Dry.TotalSeconds)];
        bone = [.. times.Select(time => time.BoneDry.TotalSeconds)];
        needsBone = [.. passes.Select(pass => pass.Sheet.Needs == Wetness.BoneDry)];
        noHeat = [.. passes.Select(Heating.Forbids)];
        paint = [.. passes.Select(hand.PaintSeconds)];
        setup = new double[passes.Length + 1, passes.Length];
        changes = new bool[passes.Length + 1, passes.Length];
        rinseCost = new double[passes.Length + 1, passes.Length];
        var rinses = new Rinses(options.Turns, passes);
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
        runs = new bool[passes.Length + 1, passes.Length];
        for (var there = -1; there < passes.Length; there++)
        {
            for (var next = 0; next < passes.Length; next++)
                runs[there + 1, next] =
                    there < 0
                        ? RunningTogether.Flows(passes[next])
                        : RunningTogether.WouldRun(passes[there], passes[next]);
        }
        Tails = [.. Enumerable.Range(0, passes.Length).Select(Tail)];
        (dryAtStart, boneDryAtStart, wetAtStart) = (
            new double[cards * ids.Length],
            new double[cards * ids.Length],
            new int[cards * ids.Length]
        );
        foreach (var area in wet ?? [])
        {
            if (!index.TryGetValue(area.Area, out var place))
                continue;
            dryAtStart[(area.Card - 1) * ids.Length + place] = area.DrySeconds;
            boneDryAtStart[(area.Card - 1) * ids.Length + place] = area.BoneDrySeconds;
            wetAtStart[(area.Card - 1) * ids.Length + place] = area.Pass;
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

    /// <summary>To make ready for a pass after another, s.</summary>
    public double Setup(int last, int pass) => setup[last + 1, pass];

    /// <summary>The tool, or what is on it, changes between two passes.</summary>
    public bool Changes(int last, int pass) => changes[last + 1, pass];

    /// <summary>Seconds that a pass takes, and until its areas are dry and bone dry.</summary>
    public (double Paint, double Dries, double BoneDry) Times(int pass) => (paint[pass], dries[pass], bone[pass]);

    /// <summary>A pass needs its own areas bone dry.</summary>
    public bool NeedsBoneDry(int pass) => needsBone[pass];

    /// <summary>What it takes at least to make ready for a pass, whatever was done before, s.</summary>
    public double LeastSetup(int pass) => Enumerable.Range(-1, Passes + 1).Min(last => setup[last + 1, pass]);

    /// <summary>Two passes have an area in common.</summary>
    public bool ShareAnArea(int one, int other) => own[one].Any(own[other].Contains);

    /// <summary>
    /// Two passes cannot be wet on one card together: they share an area, or would run into each other where areas of
    /// theirs touch.
    /// </summary>
    public bool Conflict(int one, int other) =>
        ShareAnArea(one, other) || (runs[one + 1, other] && own[one].Any(near[other].Contains));

    /// <summary>
    /// Passes on areas that all touch each other, of which only one can be wet on a card at a time; the longest first.
    /// </summary>
    /// <param name="there">Passes to choose from.</param>
    /// <param name="areas">The areas, counted from 0.</param>
    public List<int> OneAtATime(IEnumerable<int> there, int[] areas)
    {
        var chosen = new List<int>();
        foreach (
            var pass in there
                .Where(pass => own[pass].Any(areas.Contains))
                .OrderByDescending(pass => paint[pass] + dries[pass])
                .ThenBy(pass => pass)
        )
        {
            if (chosen.TrueForAll(other => Conflict(pass, other)))
                chosen.Add(pass);
        }
        return chosen;
    }

    /// <summary>A heat tool ends waits, so that drying bounds nothing.</summary>
    public bool Heats => options.Heat;

    /// <summary>A pass goes over an area, counted from 0.</summary>
    public bool Paints(int pass, int area) => own[pass].Contains(area);

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
    /// What an order costs, s: when its last stroke is done, and its rinses as dear as the maker holds them.
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
                Dried(steps, card + 1, due.Start - setup[last + 1, pass]);
            steps.Add(
                new PlannedStep(
                    steps.Count + 1,
                    pass,
                    card + 1,
                    setup[last + 1, pass],
                    Changes(last, pass),
                    due.Wait > 1e-9 ? new Wait(due.Wait, ids[due.Area], own[pass].Contains(due.Area)) : null,
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

    /// <summary>Whatever was wet on a card is dry from then on.</summary>
    private static void Dried(ImmutableArray<PlannedStep>.Builder steps, int card, double at)
    {
        for (var i = 0; i < steps.Count; i++)
        {
            if (steps[i].Card != card)
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

    private IEnumerable<int> Touched(int[] areas) =>
        Enumerable.Range(0, ids.Length).Where(area => !areas.Contains(area) && areas.Any(mine => touch[mine, area]));

    /// <summary>
    /// What is still to come on the areas of a pass after it, and on the busiest area that touches them, which cannot
    /// be painted while these are wet.
    /// </summary>
    private double Tail(int pass)
    {
        double Left(int area, int after) =>
            Enumerable
                .Range(0, passes.Length)
                .Where(p => passes[p].Layer > after && own[p].Contains(area))
                .Sum(p => paint[p] + dries[p]);
        return dries[pass]
            + own[pass].Max(area => Left(area, passes[pass].Layer))
            + Touched(own[pass]).Select(area => Left(area, 0)).DefaultIfEmpty(0).Max();
    }
}
