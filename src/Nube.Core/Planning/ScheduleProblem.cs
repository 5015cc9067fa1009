using System.Collections.Immutable;
using Nube.Core.Drying;
using Nube.Core.Methods;

namespace Nube.Core.Planning;

/// <summary>An area that is still wet when work goes on.</summary>
/// <param name="Card">The card, from 1.</param>
/// <param name="Area">The area.</param>
/// <param name="DrySeconds">When it is dry, s from the start.</param>
/// <param name="BoneDrySeconds">When it is bone dry.</param>
internal readonly record struct StillWet(int Card, int Area, double DrySeconds, double BoneDrySeconds);

/// <summary>
/// What is fixed while an order is looked for: passes, cards, drying, hands; areas are renumbered from 0. A job is one pass
/// on one card: <c>card * passes + pass</c>, both from 0.
/// </summary>
internal sealed class ScheduleProblem
{
    private readonly ImmutableArray<Pass> passes;
    private readonly PlanOptions options;
    private readonly DryingTimes[] times; // of a pass
    private readonly double[] paint; // seconds of a pass
    private readonly double[] dries, bone; // seconds until what a pass leaves is dry, bone dry
    private readonly bool[] needsBone; // of a pass: its own areas must be bone dry
    private readonly bool[] noHeat; // of a pass: afterwards the card stays away from heat
    private readonly double[,] setup; // seconds between a pass, or none (0), and the next
    private readonly bool[,] changes; // whether the tool or what is on it changes between them
    private readonly int[][] own; // areas of a pass
    private readonly int[][] near; // areas of a pass, and those that touch them
    private readonly int[] ids; // of the areas
    private readonly bool[,] touch; // which areas touch
    private readonly double[] dryAtStart, boneDryAtStart; // of each area of each card, where work goes on from wet ones

    public ScheduleProblem(
        ImmutableArray<Pass> passes, IEnumerable<(int One, int Other)> touching, int cards, ImmutableArray<DryingOf> drying, Hand hand, PlanOptions options,
        IEnumerable<StillWet>? wet = null)
    {
        if (passes.IsEmpty) throw new ArgumentException("Give at least one area a colour.", nameof(passes));
        (this.passes, Cards, this.options) = (passes, cards, options);
        ids = [.. passes.SelectMany(pass => pass.Areas).Distinct().Order()];
        var index = ids.Index().ToDictionary(i => i.Item, i => i.Index);
        own = [.. passes.Select(pass => pass.Areas.Select(id => index[id]).ToArray())];
        touch = new bool[ids.Length, ids.Length];
        foreach (var (one, other) in touching)
        {
            if (index.TryGetValue(one, out var a) && index.TryGetValue(other, out var b)) touch[a, b] = touch[b, a] = true;
        }
        near = [.. own.Select(areas => areas.Concat(Touched(areas)).ToArray())];
        Precedes = Precedence.Of(passes);
        Before = [.. passes.Select(pass => Enumerable.Range(0, passes.Length).Where(other => Precedes[other, pass.Index]).ToArray())];
        var skipped = options.Skipped.ToHashSet();
        Jobs =
        [
            .. Enumerable.Range(0, cards * passes.Length)
                .Where(job => !skipped.Contains(new StepKey(job / passes.Length + 1, job % passes.Length))),
        ];
        if (Jobs.Length == 0) throw new ImpossibleOrderException("Every step is left out: nothing is left to plan.");
        times = [.. passes.Select(pass => drying.TimesOf(pass))];
        dries = [.. times.Select(time => time.Dry.TotalSeconds)];
        bone = [.. times.Select(time => time.BoneDry.TotalSeconds)];
        needsBone = [.. passes.Select(pass => pass.Sheet.Needs == Wetness.BoneDry)];
        noHeat = [.. passes.Select(Heating.Forbids)];
        paint = [.. passes.Select(hand.PaintSeconds)];
        setup = new double[passes.Length + 1, passes.Length];
        changes = new bool[passes.Length + 1, passes.Length];
        for (var last = -1; last < passes.Length; last++)
        {
            for (var pass = 0; pass < passes.Length; pass++)
            {
                setup[last + 1, pass] = hand.SetupSeconds(last < 0 ? null : passes[last], passes[pass]);
                changes[last + 1, pass] = last < 0 || !Hand.SameOnTool(passes[last], passes[pass]);
            }
        }
        Tails = [.. Enumerable.Range(0, passes.Length).Select(Tail)];
        (dryAtStart, boneDryAtStart) = (new double[cards * ids.Length], new double[cards * ids.Length]);
        foreach (var area in wet ?? [])
        {
            if (!index.TryGetValue(area.Area, out var place)) continue;
            dryAtStart[(area.Card - 1) * ids.Length + place] = area.DrySeconds;
            boneDryAtStart[(area.Card - 1) * ids.Length + place] = area.BoneDrySeconds;
        }
    }

    /// <summary>How many cards.</summary>
    public int Cards { get; }

    /// <summary>How many passes.</summary>
    public int Passes => passes.Length;

    /// <summary>How many areas.</summary>
    public int Areas => ids.Length;

    /// <summary>All jobs but those that are left out.</summary>
    public int[] Jobs { get; }

    /// <summary>Passes that must be done on a card before each.</summary>
    public int[][] Before { get; }

    /// <summary>Whether one pass must be done before another on the same card.</summary>
    public bool[,] Precedes { get; }

    /// <summary>Seconds that must follow a pass on its areas and on those beside them.</summary>
    public double[] Tails { get; }

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

    /// <summary>Two passes cannot be wet on one card together: they share an area, or areas of theirs touch.</summary>
    public bool Conflict(int one, int other) => own[one].Any(near[other].Contains);

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
            if (Before[job % Passes].Any(earlier => there.Contains(card + earlier) && !done.Contains(card + earlier))) return false;
            done.Add(job);
        }
        return true;
    }

    /// <summary>A walk through an order, from the start of the run.</summary>
    public Walk Begin() => new(this);

    /// <summary>When the last stroke of an order is done, s.</summary>
    /// <param name="order">All jobs, each after those that must come before it.</param>
    /// <param name="walk">Where to walk; begun anew.</param>
    public static double Finish(int[] order, Walk walk)
    {
        walk.Restart();
        foreach (var job in order) walk.Do(job);
        return walk.Free;
    }

    /// <summary>When the last stroke of an order is done, s; infinite as soon as it cannot be done by a limit.</summary>
    /// <param name="order">All jobs, each after those that must come before it.</param>
    /// <param name="walk">Where to walk; begun anew.</param>
    /// <param name="from">The place from which <paramref name="left"/> holds.</param>
    /// <param name="left">Seconds that what comes from a place on takes at least.</param>
    /// <param name="limit">The limit, s.</param>
    public static double Finish(int[] order, Walk walk, int from, double[] left, double limit)
    {
        walk.Restart();
        for (var place = 0; place < order.Length; place++)
        {
            if (place >= from && walk.Free + left[place] > limit) return double.PositiveInfinity;
            walk.Do(order[place]);
        }
        return walk.Free;
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
            steps.Add(new PlannedStep(
                steps.Count + 1, pass, card + 1, setup[last + 1, pass], Changes(last, pass),
                due.Wait > 1e-9 ? new Wait(due.Wait, ids[due.Area], own[pass].Contains(due.Area)) : null,
                due.Start, end, end + time.Shining.TotalSeconds, end + time.Damp.TotalSeconds, end + time.Dry.TotalSeconds)
            {
                HeatSeconds = due.Heat,
                RestSeconds = due.Rest,
                Sitting = due.Sitting,
            });
        }
        return steps.MoveToImmutable();
    }

    /// <summary>
    /// A time before which no order can be done, s: the hands' work with the fewest changes; or on one card, dried in the
    /// air, the heaviest set of areas that all touch each other, of which only one can be wet at a time.
    /// </summary>
    public double LowerBound()
    {
        var within = Enumerable.Range(0, Passes).Min(pass => Enumerable.Range(-1, Passes + 1).Min(last => setup[last + 1, pass]));
        var hands = Hands(Jobs);
        if (options.Heat) return hands;
        return Math.Max(hands, Math.Max(AndThenDry(), within + Enumerable.Range(0, Cards).Max(OnOneCard)));

        // Each way in which a tool is loaded is entered once at least, and not from itself.
        double Hands(IReadOnlyCollection<int> jobs)
        {
            var classes = jobs.Select(job => job % Passes).Distinct()
                .GroupBy(pass => Enumerable.Range(0, Passes).First(other => other == pass || !Changes(other, pass))).ToList();
            var work = jobs.GroupBy(job => job % Passes).ToDictionary(group => group.Key, group => group.Count() * (paint[group.Key] + within));
            var entries = classes.Sum(group =>
            {
                var entry = group.Min(pass => Enumerable.Range(-1, Passes + 1).Where(last => last < 0 || Changes(last, pass)).Min(last => setup[last + 1, pass]));
                return entry + Again(group, entry - within, group.Sum(pass => work[pass]));
            });
            return jobs.Sum(job => paint[job % Passes]) + entries + (jobs.Count - classes.Count) * within;
        }

        // Layers of one mix on the same area: while the first dries, the hands either stay with this mix, whose work may not last
        // so long, or come back to it later.
        double Again(IEnumerable<int> group, double entry, double work)
        {
            var inClass = group.Order().ToList();
            return Enumerable.Range(0, ids.Length).Max(area =>
            {
                var row = inClass.Where(pass => own[pass].Contains(area)).ToList();
                var gaps = row.Take(Math.Max(0, row.Count - 1)).Select(pass => dries[pass]).Order().ToList();
                return Enumerable.Range(0, gaps.Count + 1).Min(again => again * entry + Math.Max(0, gaps.Take(gaps.Count - again).Sum() - work));
            });
        }

        // Whatever is painted last, on some card, must dry before what ends every card.
        double AndThenDry()
        {
            var ends = Enumerable.Range(0, Passes).Where(pass => passes[pass].WholeCard && Enumerable.Range(0, Passes).All(other => other == pass || Precedes[other, pass] || Precedes[pass, other])
                && Enumerable.Range(0, Cards).All(card => Jobs.Contains(card * Passes + pass))).ToHashSet();
            var last = ends.Where(pass => !Enumerable.Range(0, Passes).Any(other => Precedes[pass, other] && !ends.Contains(other))).ToList();
            var rest = Jobs.Where(job => !last.Contains(job % Passes)).ToList();
            if (last.Count == 0 || rest.Count == 0) return 0;
            var first = last.MinBy(pass => pass);
            return Hands(rest) + rest.Min(job => needsBone[first] ? bone[job % Passes] : dries[job % Passes]) + last.Sum(pass => paint[pass]);
        }

        double OnOneCard(int card)
        {
            var there = Jobs.Where(job => job / Passes == card).Select(job => job % Passes).ToList();
            return there.Count == 0 ? 0 : Cliques().Max(areas => InARow(there, areas));
        }

        // The drying of the one that comes last is not waited for.
        double InARow(List<int> there, int[] areas)
        {
            var one = there.Where(pass => own[pass].Any(areas.Contains)).ToList();
            return one.Count == 0 ? 0 : one.Sum(pass => paint[pass] + dries[pass]) - one.Max(pass => dries[pass]);
        }
    }

    /// <summary>Sets of one to four areas that all touch each other; on paper there are hardly larger ones.</summary>
    public IEnumerable<int[]> Cliques()
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

    /// <summary>When a job can be done, and what comes before it.</summary>
    /// <param name="Start">When painting starts, s.</param>
    /// <param name="Wait">How long it waits for paint to dry, s.</param>
    /// <param name="Area">What it waits for.</param>
    /// <param name="Heat">How long the heat tool is used before, s.</param>
    /// <param name="Rest">How long the maker rests before, s.</param>
    /// <param name="Sitting">In which sitting, from 1.</param>
    internal readonly record struct DueAt(double Start, double Wait, int Area, double Heat, double Rest, int Sitting);

    /// <summary>The bench while an order is walked through: who is wet until when, and what the hands did last.</summary>
    internal sealed class Walk(ScheduleProblem problem)
    {
        private readonly double[] dry = [.. problem.dryAtStart];
        private readonly double[] boneDry = [.. problem.boneDryAtStart];
        private readonly bool[] keepsFromHeat = new bool[problem.Cards];
        private readonly Sitting? sitting = problem.options.Sitting;
        private double sittingStart, rested; // when this sitting began, and when the maker last rested

        /// <summary>When the hands are free, s.</summary>
        public double Free { get; private set; }

        /// <summary>The pass that was done last; -1 for none.</summary>
        public int Last { get; private set; } = -1;

        private int SittingNumber { get; set; } = 1;

        /// <summary>Back to the start of the run.</summary>
        public void Restart()
        {
            problem.dryAtStart.CopyTo(dry, 0);
            problem.boneDryAtStart.CopyTo(boneDry, 0);
            Array.Clear(keepsFromHeat);
            (Free, Last, sittingStart, rested, SittingNumber) = (0, -1, 0, 0, 1);
        }

        /// <summary>When a job could be done next.</summary>
        public DueAt Due(int job)
        {
            var (card, pass) = (job / problem.paint.Length, job % problem.paint.Length);
            var at = card * problem.ids.Length;
            var (ready, area) = (0.0, -1);
            foreach (var other in problem.near[pass])
            {
                if (dry[at + other] > ready) (ready, area) = (dry[at + other], other);
            }
            if (problem.needsBone[pass])
            {
                foreach (var mine in problem.own[pass])
                {
                    if (boneDry[at + mine] > ready) (ready, area) = (boneDry[at + mine], mine);
                }
            }
            var setup = problem.setup[Last + 1, pass];
            var (start, heat) = (Free + setup, 0.0);
            var wait = Math.Max(0, ready - start);
            if (problem.options.Heat && !keepsFromHeat[card] && wait > Heating.Seconds + Heating.WorthSeconds)
            {
                (heat, wait) = (Heating.Seconds, 0);
                start += heat;
            }
            start += wait;
            if (sitting is null) return new DueAt(start, wait, area, heat, 0, 1);
            return Rested(new DueAt(start, wait, area, heat, 0, SittingNumber), setup, problem.paint[pass], ready);
        }

        /// <summary>Does a job as soon as it can be done.</summary>
        public void Do(int job)
        {
            var (card, pass) = (job / problem.paint.Length, job % problem.paint.Length);
            var at = card * problem.ids.Length;
            var due = Due(job);
            if (due.Heat > 0)
            {
                var heated = due.Start - problem.setup[Last + 1, pass];
                for (var area = at; area < at + problem.ids.Length; area++)
                    (dry[area], boneDry[area]) = (Math.Min(dry[area], heated), Math.Min(boneDry[area], heated));
            }
            if (due.Sitting > SittingNumber)
            {
                sittingStart += (due.Sitting - SittingNumber) * sitting!.NextAfterHours * 3600;
                SittingNumber = due.Sitting;
            }
            if (due.Rest > 0 || due.Wait >= sitting?.PauseMinutes * 60) rested = due.Start;
            (Free, Last) = (due.Start + problem.paint[pass], pass);
            foreach (var mine in problem.own[pass])
            {
                // Little water on an area that is dry but not bone dry leaves the rest of the earlier water in it.
                dry[at + mine] = Math.Max(dry[at + mine], Free + problem.dries[pass]);
                boneDry[at + mine] = Math.Max(boneDry[at + mine], Free + problem.bone[pass]);
            }
            keepsFromHeat[card] |= problem.noHeat[pass];
        }

        /// <summary>Moved behind a pause, or to the next sitting.</summary>
        private DueAt Rested(DueAt due, double setup, double paint, double ready)
        {
            var begun = Free > sittingStart;
            var pause = sitting!.PauseMinutes * 60;
            if (begun && due.Wait < pause && due.Start + paint - rested > sitting.PauseEveryMinutes * 60 && Free > rested)
            {
                var start = Math.Max(Free + pause + setup + due.Heat, due.Start);
                due = due with { Start = start, Wait = 0, Rest = start - Free - setup - due.Heat };
            }
            if (begun && due.Start + paint > sittingStart + sitting.Minutes * 60)
            {
                var (next, number) = (sittingStart, SittingNumber);
                do
                {
                    next += sitting.NextAfterHours * 3600;
                    number++;
                }
                while (ready > next + sitting.Minutes * 60);
                var start = Math.Max(next + setup, ready);
                return due with { Start = start, Wait = start - next - setup, Heat = 0, Rest = next - Free, Sitting = number };
            }
            return due;
        }
    }
}
