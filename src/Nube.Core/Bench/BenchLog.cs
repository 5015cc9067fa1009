using System.Collections.Immutable;
using Nube.Core.Drying;
using Nube.Core.Mixing;
using Nube.Core.Planning;

namespace Nube.Core.Bench;

/// <summary>Works out the bench from its log: nothing is remembered but the taps.</summary>
public static class BenchLog
{
    /// <summary>The bench at a moment.</summary>
    /// <param name="plan">The plan that is followed.</param>
    /// <param name="touching">Which areas touch.</param>
    /// <param name="taps">All taps so far, oldest first.</param>
    /// <param name="now">The moment; not before the last tap.</param>
    public static BenchState At(
        Plan plan,
        IEnumerable<(int One, int Other)> touching,
        IEnumerable<Tap> taps,
        DateTimeOffset now
    )
    {
        ArgumentNullException.ThrowIfNull(plan);
        ArgumentNullException.ThrowIfNull(taps);
        var done = new List<(int Step, DateTimeOffset At, bool LeftOut)>();
        var instead = ImmutableDictionary.CreateBuilder<int, PaintMix>();
        var timers = new List<OwnTimer>();
        var (timersSet, air) = (0, 1.0);
        var happened = new List<Tap>(); // to whole cards
        var taken = 0;
        foreach (var tap in taps)
        {
            switch (tap.Kind)
            {
                case TapKind.Done
                or TapKind.OtherMix
                or TapKind.Skip
                    when tap.Step >= 1 && tap.Step <= plan.Steps.Length && !done.Exists(d => d.Step == tap.Step):
                    done.Add((tap.Step, tap.At, tap.Kind == TapKind.Skip));
                    if (tap.Mix is { } other)
                        instead[tap.Step] = other;
                    taken = 0;
                    break;
                case TapKind.Back when done.Count > 0:
                    taken = done[^1].Step;
                    instead.Remove(taken);
                    done.RemoveAt(done.Count - 1);
                    break;
                case TapKind.WetNow when done.FindLastIndex(d => d.Step == tap.Step) is >= 0 and var place:
                    done[place] = (tap.Step, tap.At, done[place].LeftOut);
                    break;
                case TapKind.Take:
                    taken = tap.Step;
                    break;
                case TapKind.Air:
                    air = tap.AirFactor;
                    happened.Add(tap);
                    break;
                case TapKind.Heated
                or TapKind.DryNow
                or TapKind.StillWet
                or TapKind.Spill when tap.Step >= 1 && tap.Step <= plan.Steps.Length:
                    happened.Add(tap);
                    break;
                case TapKind.Timer:
                    timers.Add(new OwnTimer(++timersSet, tap.Text, tap.At.AddSeconds(tap.Seconds)));
                    break;
                case TapKind.TimerOff:
                    timers.RemoveAll(timer => timer.Number == tap.Step);
                    break;
            }
        }

        var laid = WhatLies(plan, done.Where(d => !d.LeftOut).Select(d => (d.Step, d.At)), happened);

        var before = Precedence.Of(plan.Passes);
        var isDone = done.Select(d => d.Step).ToHashSet();
        // After something else was done, the rest has an order of its own.
        var left = plan
            .Rest.Select(number => plan.Steps[number - 1])
            .Union(plan.Steps)
            .Where(step => !isDone.Contains(step.Number))
            .ToList();
        var touch = touching.SelectMany(t => new[] { t, (t.Other, t.One) }).ToLookup(t => t.Item1, t => t.Item2);
        var current = left.Find(step => step.Number == taken && Allowed(step)) ?? left.Find(Allowed);
        var holdup = current is null ? null : HoldupOf(current);
        var meanwhile = holdup is null
            ? null
            : left.Find(step => step != current && Allowed(step) && HoldupOf(step) is null);
        return new BenchState(
            now,
            current?.Number,
            holdup,
            meanwhile?.Number,
            [.. done.Where(d => !d.LeftOut).Select(d => d.Step)],
            [.. done.Where(d => d.LeftOut).Select(d => d.Step)],
            done.Count > 0 ? done[^1].Step : null,
            [.. Enumerable.Range(1, plan.Cards).Select(CardAt)],
            instead.ToImmutable(),
            [.. timers.OrderBy(timer => timer.EndsAt)],
            air
        );

        // What goes under it on the same card comes first.
        bool Allowed(PlannedStep step) =>
            !left.Exists(other => other.Card == step.Card && other != step && before[other.Pass, step.Pass]);

        Holdup? HoldupOf(PlannedStep step)
        {
            Holdup? latest = null;
            var next = plan.PassOf(step);
            var (own, needs) = (next.Areas, next.Sheet.Needs);
            foreach (var area in own.Concat(own.SelectMany(id => touch[id])))
            {
                if (!laid.TryGetValue((step.Card, area), out var wet))
                    continue;
                if (
                    !own.Contains(area)
                    && !(
                        wet.Pass < 0
                            ? RunningTogether.Flows(next)
                            : RunningTogether.WouldRun(plan.Passes[wet.Pass], next)
                    )
                )
                    continue;
                var dryAt =
                    wet.At + (needs == Wetness.BoneDry && own.Contains(area) ? wet.Times.BoneDry : wet.Times.Dry);
                if (dryAt > now && (latest is null || dryAt > latest.ReadyAt))
                    latest = new Holdup(dryAt, area, own.Contains(area));
            }
            return latest;
        }

        CardState CardAt(int card)
        {
            ImmutableArray<AreaWetness> areas =
            [
                .. laid.Where(l => l.Key.Card == card)
                    .OrderBy(l => l.Key.Area)
                    .Select(l => new AreaWetness(
                        l.Key.Area,
                        l.Value.Times.StateAfter(now - l.Value.At),
                        l.Value.At + l.Value.Times.Dry,
                        l.Value.At + l.Value.Times.BoneDry,
                        l.Value.Pass
                    )),
            ];
            ImmutableArray<int> passes =
            [
                .. done.Where(d => !d.LeftOut)
                    .Select(d => plan.Steps[d.Step - 1])
                    .Where(step => step.Card == card)
                    .Select(step => step.Pass),
            ];
            if (areas.IsEmpty)
                return new CardState(card, Wetness.BoneDry, null, null, passes, areas);
            var state = areas.Min(area => area.State);
            DateTimeOffset? next =
                state == Wetness.BoneDry
                    ? null
                    : laid.Where(l => l.Key.Card == card && l.Value.Times.StateAfter(now - l.Value.At) == state)
                        .Max(l => l.Value.At + UntilAfter(l.Value.Times, state));
            var dryAt = areas.Max(area => area.DryAt);
            return new CardState(card, state, next, dryAt > now ? dryAt : null, passes, areas);
        }
    }

    /// <summary>What lies on each area of each card, since when, and how it dries.</summary>
    private static Dictionary<
        (int Card, int Area),
        (DateTimeOffset At, DryingTimes Times, bool OfWater, int Pass)
    > WhatLies(Plan plan, IEnumerable<(int Step, DateTimeOffset At)> done, IReadOnlyList<Tap> happened)
    {
        var laid =
            new Dictionary<(int Card, int Area), (DateTimeOffset At, DryingTimes Times, bool OfWater, int Pass)>();
        var air = 1.0; // how long water takes against the plan
        var all = done.Select(d => (d.Step, d.At, Kind: TapKind.Done, Factor: 1.0))
            .Concat(happened.Select(tap => (tap.Step, tap.At, tap.Kind, tap.AirFactor)));
        foreach (
            var (number, at, kind, factor) in all.OrderBy(what => what.At)
                .ThenBy(what => what.Kind == TapKind.Done ? 0 : 1)
        )
        {
            if (kind == TapKind.Air)
            {
                foreach (var key in laid.Keys.ToList())
                {
                    var (since, times, ofWater, by) = laid[key];
                    if (ofWater)
                        laid[key] = (since, times.Scaled(factor / air, at - since), true, by);
                }
                air = factor;
                continue;
            }
            var step = plan.Steps[number - 1];
            var pass = plan.PassOf(step);
            switch (kind)
            {
                case TapKind.Done:
                    var water = pass.Sheet.Leaves == Leaves.Water;
                    foreach (var area in pass.Areas)
                    {
                        // What is not bone dry below is not when little is laid on it.
                        var (times, below) = (
                            plan.TimesOf(pass).Scaled(water ? air : 1),
                            laid.TryGetValue((step.Card, area), out var was)
                                ? was.At + was.Times.BoneDry - at
                                : TimeSpan.Zero
                        );
                        laid[(step.Card, area)] = (
                            at,
                            below > times.BoneDry ? times with { BoneDry = below } : times,
                            water,
                            pass.Index
                        );
                    }
                    break;
                case TapKind.Spill:
                    var slowest = plan
                        .Drying.Where(d => d.Leaves == Leaves.Water)
                        .Select(d => d.Times)
                        .DefaultIfEmpty()
                        .MaxBy(times => times.BoneDry);
                    foreach (var area in plan.Passes.SelectMany(other => other.Areas).Distinct())
                        laid[(step.Card, area)] = (at, slowest.Scaled(air), true, Spilled);
                    break;
                case TapKind.StillWet:
                    // Whatever should be dry by now dries a little later.
                    foreach (var key in laid.Keys.Where(key => key.Card == step.Card).ToList())
                    {
                        var (since, times, ofWater, by) = laid[key];
                        var later = (at - since) * StillWetFor;
                        if (since + times.Dry <= at && later < times.BoneDry * MostBelieved)
                            laid[key] = (
                                since,
                                new DryingTimes(times.Shining, times.Damp, later, later + (times.BoneDry - times.Dry)),
                                ofWater,
                                by
                            );
                    }
                    break;
                default:
                    // Heat, and a finger that found it dry: nothing on the card is wet any more; heat leaves it bone
                    // dry.
                    foreach (var key in laid.Keys.Where(key => key.Card == step.Card).ToList())
                    {
                        var (since, times, ofWater, by) = laid[key];
                        var elapsed = at - since;
                        var ended = new DryingTimes(
                            Least(times.Shining),
                            Least(times.Damp),
                            Least(times.Dry),
                            kind == TapKind.Heated ? Least(times.BoneDry) : times.BoneDry
                        );
                        laid[key] = (since, ended, ofWater, by);

                        TimeSpan Least(TimeSpan time) => time < elapsed ? time : elapsed;
                    }
                    break;
            }
        }
        return laid;
    }

    private const int Spilled = -1; // in the place of a pass
    private const double StillWetFor = 1.2; // times as long as it lay so far; this project's own
    private const double MostBelieved = 3; // times as long as until bone dry; what lay longer is dry

    private static TimeSpan UntilAfter(DryingTimes times, Wetness state) =>
        state switch
        {
            Wetness.Wet => times.Shining,
            Wetness.Shining => times.Damp,
            Wetness.Damp => times.Dry,
            _ => times.BoneDry,
        };
}
