using System.Collections.Immutable;
using Nube.Core.Drying;
using Nube.Core.Mixing;
using Nube.Core.Planning;
using Nube.Core.Planning.Pieces;

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
        var prints = new PrintsTaken(plan);
        var timers = new List<OwnTimer>();
        var (timersSet, air) = (0, 1.0);
        var happened = new List<Tap>(); // to the pieces in hand
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
                    if (tap.Kind != TapKind.Skip)
                        prints.Done(tap.Step);
                    taken = 0;
                    break;
                case TapKind.WhichPrint:
                    prints.Choose(tap.Step, tap.Print);
                    break;
                case TapKind.Back when done.Count > 0:
                    taken = done[^1].Step;
                    instead.Remove(taken);
                    prints.Back(taken);
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
                or TapKind.DryHere
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

        var areas = new PassNeighbours(plan.Passes, touching);
        var clock = done.Select(d => d.At).Concat(happened.Select(tap => tap.At)).DefaultIfEmpty(now).Min();
        var (cards, room) = WetCards(
            plan,
            areas,
            clock,
            done.Where(d => !d.LeftOut).Select(d => (d.Step, d.At)),
            happened
        );
        var time = (now - clock).TotalSeconds;
        var before = Precedence.Of(plan.Passes);
        var isDone = done.Select(d => d.Step).ToHashSet();
        // After something else was done, the rest has an order of its own.
        var left = plan
            .Rest.Select(number => plan.Steps[number - 1])
            .Union(plan.Steps)
            .Where(step => !isDone.Contains(step.Number))
            .ToList();
        var current = left.Find(step => step.Number == taken && Allowed(step)) ?? left.Find(Allowed);
        var holdup = current is null ? null : HoldupOf(current);
        var meanwhile = holdup is null
            ? null
            : left.Find(step => step != current && Allowed(step) && HoldupOf(step) is null && !IsInTheWay(step));
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
            air * room.Factor
        )
        {
            Felt = room.Factor,
            Prints = prints.ByStep,
        };

        // What goes under it on the same card comes first.
        bool Allowed(PlannedStep step) =>
            !left.Exists(other => other.Card == step.Card && other != step && before[other.Pass, step.Pass]);

        // What it wets would hold up a step of its card that comes before it.
        bool IsInTheWay(PlannedStep step)
        {
            var pass = plan.PassOf(step);
            DryingSeconds[] dries = [.. pass.Areas.Select(area => plan.TimesOf(pass, area).InSeconds())];
            return left.TakeWhile(earlier => earlier != step)
                .Any(earlier => earlier.Card == step.Card && areas.Gap(step.Pass, earlier.Pass, dries) > 0);
        }

        Holdup? HoldupOf(PlannedStep step)
        {
            var (ready, area) = areas.Ready(cards[step.Card - 1], step.Pass);
            return area < 0 || ready <= time
                ? null
                : new Holdup(At(ready), areas.Ids[area], plan.PassOf(step).Areas.Contains(areas.Ids[area]))
                {
                    FeelFrom = FeelFrom(step, area, ready) is { } from ? At(from) : null,
                };
        }

        // No finger tells what is bone dry.
        double? FeelFrom(PlannedStep step, int area, double ready) =>
            ready <= cards[step.Card - 1].DryAt(area).Dry ? room.FeelFrom((step.Card, area), ready) : null;

        CardState CardAt(int number)
        {
            var card = cards[number - 1];
            ImmutableArray<AreaWetness> wet =
            [
                .. areas
                    .Ids.Index()
                    .Where(area => card.By(area.Index) is not null)
                    .Select(area =>
                    {
                        var (dull, dry, boneDry) = card.DryAt(area.Index);
                        return new AreaWetness(
                            area.Item,
                            card.StateAt(area.Index, time),
                            At(dull),
                            At(dry),
                            At(boneDry),
                            card.By(area.Index)!.Value
                        );
                    }),
            ];
            ImmutableArray<int> passes =
            [
                .. done.Where(d => !d.LeftOut)
                    .Select(d => plan.Steps[d.Step - 1])
                    .Where(step => step.Card == number)
                    .Select(step => step.Pass),
            ];
            var (state, next, dryAt) = Wettest(card, wet);
            return new CardState(number, state, next, dryAt, passes, wet)
            {
                Pieces =
                [
                    .. plan.Pieces.Select(piece =>
                    {
                        var (its, itsNext, itsDry) = Wettest(
                            card,
                            wet.Where(area => PieceAreas.SurfaceOf(area.Area) == piece.Surface)
                        );
                        var done = passes
                            .Select(pass => plan.Passes[pass])
                            .Where(pass => (pass.Piece ?? PieceAreas.Picture) == piece.Surface)
                            .ToList();
                        return new PieceState(
                            piece.Surface,
                            done.Count > 0,
                            done.Exists(pass => pass.Onto is not null),
                            its,
                            itsNext,
                            itsDry
                        );
                    }),
                ],
            };
        }

        // The state of the wettest of some areas, when that becomes another, and when all are dry.
        (Wetness State, DateTimeOffset? Next, DateTimeOffset? DryAt) Wettest(
            WetCard card,
            IEnumerable<AreaWetness> some
        )
        {
            var wet = some.ToList();
            if (wet.Count == 0)
                return (Wetness.BoneDry, null, null);
            var state = wet.Min(area => area.State);
            var next = wet.Where(area => area.State == state).Max(area => card.Until(areas.IndexOf[area.Area], time));
            var dryAt = wet.Max(area => area.DryAt);
            return (state, next is { } until ? At(until) : null, dryAt > now ? dryAt : null);
        }

        DateTimeOffset At(double seconds) => clock.AddSeconds(seconds);
    }

    /// <summary>How wet each card is, from what was done and what happened; the clock began at the first.</summary>
    private static (WetCard[] Cards, RoomFelt Room) WetCards(
        Plan plan,
        PassNeighbours areas,
        DateTimeOffset clock,
        IEnumerable<(int Step, DateTimeOffset At)> done,
        IReadOnlyList<Tap> happened
    )
    {
        WetCard[] cards = [.. Enumerable.Range(0, plan.Cards).Select(_ => new WetCard(areas.Ids.Length))];
        var air = 1.0; // how long water takes against the plan
        var room = new RoomFelt();
        var all = done.Select(d => (d.Step, d.At, Kind: TapKind.Done, Factor: 1.0))
            .Concat(happened.Select(tap => (tap.Step, tap.At, tap.Kind, tap.AirFactor)));
        foreach (
            var (number, tapped, kind, factor) in all.OrderBy(what => what.At)
                .ThenBy(what => what.Kind == TapKind.Done ? 0 : 1)
        )
        {
            var at = (tapped - clock).TotalSeconds;
            if (kind == TapKind.Air)
            {
                Slower(factor / air, at);
                air = factor;
                continue;
            }
            var step = plan.Steps[number - 1];
            var card = cards[step.Card - 1];
            switch (kind)
            {
                case TapKind.Done:
                    var pass = plan.PassOf(step);
                    var water = pass.Leaves == Leaves.Water;
                    foreach (var area in pass.Areas)
                    {
                        var dries = plan.TimesOf(pass, area).InSeconds().Scaled(water ? air : 1);
                        if (water)
                            room.Laid((step.Card, areas.IndexOf[area]), at, dries.Dry);
                        card.Lay(
                            areas.IndexOf[area],
                            pass.Index,
                            at,
                            water ? room.Dries(dries) : dries,
                            Heating.GramsOnEach(pass),
                            water
                        );
                    }
                    break;
                case TapKind.Spill:
                    Forget(step);
                    card.Spill(areas.InHand(step.Pass), at, Slowest(plan).Scaled(air * room.Factor));
                    break;
                case TapKind.StillWet when areas.HoldingUp(card, step.Pass, at) is [var last, ..]:
                    Felt(() => room.FoundWet((step.Card, last), at), at);
                    break;
                case TapKind.DryHere when areas.HoldingUp(card, step.Pass, at) is [var last, ..] waited:
                    Felt(() => room.FoundDry((step.Card, last), at), at);
                    card.FoundDry(waited, at);
                    break;
                case TapKind.DryHere:
                    break;
                case TapKind.StillWet:
                    // It is felt where the next stroke goes, when anything lies there.
                    var there = card.Felt(areas.Near(step.Pass), at) is null
                        ? areas.InHand(step.Pass)
                        : areas.Near(step.Pass);
                    if (card.Felt(there, at) is { } felt)
                        Felt(() => room.FoundWet((step.Card, felt), at), at);
                    card.FoundWet(there, at);
                    break;
                case TapKind.Heated:
                    Forget(step);
                    card.Heat(areas.InHand(step.Pass), at);
                    break;
                default:
                    card.FoundDry(areas.InHand(step.Pass), at);
                    break;
            }
        }
        return (cards, room);

        void Forget(PlannedStep step)
        {
            foreach (var area in areas.InHand(step.Pass))
                room.Forget((step.Card, area));
        }

        void Felt(Action feel, double at)
        {
            var (likely, atMost) = (room.Factor, room.AtMost);
            feel();
            foreach (var one in cards)
                one.InRoom(at, room.Factor / likely, room.AtMost / atMost);
        }

        void Slower(double by, double at)
        {
            foreach (var one in cards)
                one.InAir(at, by);
        }
    }

    /// <summary>How spilled water dries: as what takes longest of all water in the plan.</summary>
    private static DryingSeconds Slowest(Plan plan) =>
        plan
            .Drying.Where(of => of.Leaves == Leaves.Water)
            .Select(of => of.Times)
            .DefaultIfEmpty()
            .MaxBy(times => times.BoneDry)
            .InSeconds();
}
