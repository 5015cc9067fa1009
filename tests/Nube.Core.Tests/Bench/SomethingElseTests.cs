using System.Collections.Immutable;
using Nube.Core.Bench;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Planning;
using Nube.Core.Tests.Planning;

namespace Nube.Core.Tests.Bench;

/// <summary>What goes otherwise than planned, and what the bench learns of its maker.</summary>
public class SomethingElseTests
{
    internal static readonly Paper Paper = GenericCatalogue.Papers[0];
    private static readonly DateTimeOffset Start = new(2026, 9, 12, 14, 0, 0, TimeSpan.Zero);
    internal static readonly (int One, int Other)[] Touching = [(1, 2), (2, 3)];

    internal static Plan Made(PlanOptions? options = null, int cards = 2) =>
        Scheduler.PlanRun(
            PassBuilder.Passes(
                [
                    .. Enumerable
                        .Range(1, 3)
                        .Select(i =>
                            FlatAreas.Area(
                                i,
                                300,
                                i % 2,
                                new Strength(4),
                                2,
                                1,
                                layer => 90.0 - 3 * i - 9 * layer,
                                Paper
                            )
                        ),
                ],
                Touching
            ),
            Touching,
            cards,
            Paper,
            Air.OrdinaryRoom,
            Hand.Ordinary,
            options
        );

    internal static Tap At(TapKind kind, int step, double seconds) => new(kind, step, Start.AddSeconds(seconds), "");

    private static DateTimeOffset DryAt(BenchState bench, int area) =>
        bench.Cards[0].Areas.Single(one => one.Area == area).DryAt;

    internal static BenchState BenchAfter(Plan plan, double seconds, params Tap[] taps) =>
        BenchLog.At(plan, Touching, taps, Start.AddSeconds(seconds));

    [Fact]
    public void A_step_left_out_is_over_without_wetting_anything_and_can_be_taken_back()
    {
        var plan = Made();
        var bench = BenchAfter(plan, 60, At(TapKind.Skip, 1, 30));
        Assert.Empty(bench.Done);
        Assert.Equal([1], bench.LeftOut);
        Assert.NotEqual(1, bench.Current);
        Assert.All(bench.Cards, card => Assert.Empty(card.Areas));
        Assert.Empty(Amounts.Used(bench.PassesDone(plan)));
        Assert.Equal(1, BenchAfter(plan, 60, At(TapKind.Skip, 1, 30), At(TapKind.Back, 0, 40)).Current);
    }

    [Fact]
    public void Heat_ends_every_wait_on_its_card_and_a_spill_begins_one_on_every_area()
    {
        var plan = Made();
        var card = plan.Steps[0].Card;
        var wet = BenchAfter(plan, 100, At(TapKind.Done, 1, 60));
        Assert.NotNull(wet.Cards[card - 1].DryAt);
        var heated = BenchAfter(plan, 100, At(TapKind.Done, 1, 60), At(TapKind.Heated, 1, 99));
        Assert.Equal(Wetness.BoneDry, heated.Cards[card - 1].State);
        var spilled = BenchAfter(
            plan,
            101,
            At(TapKind.Done, 1, 60),
            At(TapKind.Heated, 1, 99),
            At(TapKind.Spill, 1, 100)
        );
        Assert.Equal(3, spilled.Cards[card - 1].Areas.Length);
        Assert.All(spilled.Cards[card - 1].Areas, area => Assert.True(area.DryAt > Start.AddSeconds(600)));
        Assert.Empty(spilled.Cards[2 - card].Areas);
    }

    [Fact]
    public void A_finger_that_finds_it_wet_or_dry_is_believed()
    {
        var plan = Made();
        var dry = plan.TimesOf(plan.PassOf(plan.Steps[0])).Dry.TotalSeconds;
        var early = BenchAfter(plan, dry / 2 + 1, At(TapKind.Done, 1, 0), At(TapKind.DryNow, 1, dry / 2));
        Assert.Null(early.Cards[plan.Steps[0].Card - 1].DryAt);
        var after = RoomFelt.Latest * dry + 10;
        var late = BenchAfter(plan, after + 1, At(TapKind.Done, 1, 0), At(TapKind.StillWet, 1, after));
        var until = late.Cards[plan.Steps[0].Card - 1].DryAt!.Value - Start;
        Assert.InRange(until.TotalSeconds, after * 1.19, after * 1.21);
    }

    [Fact]
    public void A_wet_finger_is_held_to_have_felt_what_was_laid_last_and_not_what_should_be_dry_for_long()
    {
        var plan = Made(cards: 1);
        var (first, second) = (plan.PassOf(plan.Steps[0]).Areas, plan.PassOf(plan.Steps[1]).Areas);
        Assert.Empty(first.Intersect(second));
        var dry = plan.TimesOf(plan.PassOf(plan.Steps[0])).Dry.TotalSeconds;
        Tap[] done = [At(TapKind.Done, 1, 0), At(TapKind.Done, 2, 1.5 * dry)];
        var now = 3 * dry; // the second lay longer than until it is sure to be dry
        var (before, after) = (
            BenchAfter(plan, now, done),
            BenchAfter(plan, now, [.. done, At(TapKind.StillWet, 3, now - 1)])
        );
        Assert.All(first, area => Assert.Equal(DryAt(before, area), DryAt(after, area)));
        Assert.All(second, area => Assert.True(DryAt(before, area) < before.At && DryAt(after, area) > after.At));
    }

    [Fact]
    public void After_a_wet_finger_later_washes_are_reckoned_to_dry_as_slowly_and_more_wet_fingers_slow_them_further()
    {
        var plan = Made(cards: 1);
        var dry = plan.TimesOf(plan.PassOf(plan.Steps[0])).Dry.TotalSeconds;
        var second = plan.PassOf(plan.Steps[1]);
        var next = plan.TimesOf(second, second.Areas[0]).Dry.TotalSeconds;
        Tap[] done = [At(TapKind.Done, 1, 0), At(TapKind.Done, 2, 2 * dry)];
        double NextDries(params Tap[] looks)
        {
            var bench = BenchAfter(plan, 2 * dry + 1, [.. done.Take(1), .. looks, done[1]]);
            Assert.Equal(bench.Felt, bench.AirFactor, 9);
            return (DryAt(bench, second.Areas[0]) - Start).TotalSeconds - 2 * dry;
        }

        // Few rooms are slower by more than a third: so long is waited unfelt.
        const double toBeSure = 4 / 3.0;
        Assert.Equal(toBeSure * next, NextDries(), 0.1);
        // What is wet after its time makes that longer, and is told as a tenth more than what was found.
        var wet = At(TapKind.StillWet, 2, 1.05 * dry);
        Assert.Equal(1.05 * toBeSure * next, NextDries(wet), 0.1);
        Assert.Equal(1.05 * 1.1, BenchAfter(plan, 2 * dry, done[0], wet).Felt, 3);
        // By a tenth at once, for it may have been a puddle.
        var later = At(TapKind.StillWet, 2, 1.4 * dry);
        Assert.Equal(1.05 * 1.1 * toBeSure * next, NextDries(wet, later), 0.1);
        Assert.Equal(1.05 * 1.1 * 1.1, BenchAfter(plan, 2 * dry, done[0], wet, later).Felt, 3);
        // What was felt long before its time says nothing.
        Assert.Equal(toBeSure * next, NextDries(At(TapKind.StillWet, 2, 0.5 * dry)), 0.1);
        Assert.Equal("", Words.DriesAsFelt(1));
        Assert.Equal(
            "Water takes 1.21 times as long here as was reckoned: your finger found it so.",
            Words.DriesAsFelt(1.21)
        );
    }

    [Fact]
    public void A_first_layer_that_was_left_out_and_taken_back_comes_before_the_second_again()
    {
        var plan = Made();
        Tap[] skipped = [At(TapKind.Skip, 1, 30)];
        var again = Replanning.FromNow(plan, Touching, Hand.Ordinary, BenchAfter(plan, 31, skipped));
        // Taken back, and then something else is done first: the step is still open and under those that follow it.
        var other = again.Rest.First(number => plan.Steps[number - 1].Card != plan.Steps[0].Card);
        Tap[] taps = [.. skipped, At(TapKind.Back, 0, 32), At(TapKind.Done, other, 60)];
        for (
            var now = 61;
            BenchAfter(again, now, taps).Current is { } current && taps.Length < plan.Steps.Length + 4;
            now += 20_000
        )
        {
            var (card, pass) = (plan.Steps[current - 1].Card, plan.PassOf(plan.Steps[current - 1]));
            var done = taps.Where(tap => tap.Kind == TapKind.Done)
                .Select(tap => plan.Steps[tap.Step - 1])
                .Where(step => step.Card == card)
                .Select(step => step.Pass)
                .ToHashSet();
            Assert.All(pass.After, earlier => Assert.Contains(earlier, done));
            taps = [.. taps, At(TapKind.Done, current, now)];
        }
        Assert.Null(BenchAfter(again, 1e7, taps).Current);
    }

    [Fact]
    public void The_rest_is_arranged_anew_from_how_wet_everything_is()
    {
        var plan = Made(cards: 3);
        var first = plan.Steps[0].Card;
        // Water over the card that comes next: the other cards go on.
        Tap[] taps =
        [
            At(TapKind.Done, 1, 30),
            At(TapKind.Spill, plan.Steps.First(step => step.Card != first).Number, 31),
        ];
        var spilled = plan.Steps.First(step => step.Card != first).Card;
        var again = Replanning.FromNow(plan, Touching, Hand.Ordinary, BenchAfter(plan, 32, taps));
        Assert.Equal(plan.Steps.Length - 1, again.Rest.Length);
        Assert.Equal(again.Rest.Length, again.Rest.Distinct().Count());
        Assert.NotEqual(spilled, plan.Steps[again.Rest[0] - 1].Card);
        Assert.Equal(again.Rest[0], BenchAfter(again, 33, taps).Current);
        // Layers keep their order on every card.
        foreach (var card in Enumerable.Range(1, 3))
        {
            var layers = again
                .Rest.Select(number => plan.Steps[number - 1])
                .Where(step => step.Card == card)
                .Select(plan.PassOf)
                .Where(pass => pass.Areas.Contains(2))
                .Select(pass => pass.Layer)
                .ToList();
            Assert.Equal(layers.Order(), layers);
        }
        Assert.Empty(
            Replanning
                .FromNow(
                    plan,
                    Touching,
                    Hand.Ordinary,
                    BenchAfter(
                        plan,
                        1e6,
                        [.. plan.Steps.Select(step => At(TapKind.Done, step.Number, step.EndSeconds))]
                    )
                )
                .Rest
        );
    }

    [Fact]
    public void When_the_air_changes_what_is_left_of_drying_goes_slower_or_faster_and_what_is_dry_stays_dry()
    {
        var plan = Made();
        var card = plan.Steps[0].Card - 1;
        var dry = plan.TimesOf(plan.PassOf(plan.Steps[0])).Dry.TotalSeconds;
        static Tap Air(double factor, double at) => At(TapKind.Air, 0, at) with { AirFactor = factor };
        double DryAt(double now, params Tap[] taps) =>
            (BenchAfter(plan, now, [At(TapKind.Done, 1, 0), .. taps]).Cards[card].Areas[0].DryAt - Start).TotalSeconds;
        // Half is done, and the other half takes twice as long; when half of that is over comes a fan, and the last
        // quarter takes an eighth.
        dry *= RoomFelt.Latest;
        Assert.Equal(dry / 2 + dry, DryAt(dry / 2 + 1, Air(2, dry / 2)), 3);
        Assert.Equal(dry + dry / 8, DryAt(dry + 1, Air(2, dry / 2), Air(0.5, dry)), 3);
        Assert.Equal(dry, DryAt(dry + 20, Air(2, dry + 10)), 3);
        // What is laid afterwards takes as long as the new air says, and so reckons the new arrangement of the rest.
        var later = plan.Steps.First(step => step.Number > 1 && step.Card - 1 != card);
        var state = BenchAfter(plan, 30, Air(2, 1), At(TapKind.Done, later.Number, 20));
        Assert.Equal(
            20 + 2 * RoomFelt.Latest * plan.TimesOf(plan.PassOf(later)).Dry.TotalSeconds,
            (state.Cards[later.Card - 1].Areas[0].DryAt - Start).TotalSeconds,
            3
        );
        Assert.Equal(2, state.AirFactor);
        Assert.Equal(plan.Steps.Length - 1, Replanning.FromNow(plan, Touching, Hand.Ordinary, state).Rest.Length);
    }

    [Fact]
    public void A_plan_follows_the_air_of_the_room_and_keeps_its_pins()
    {
        var plan = Made(cards: 3);
        var pinned = Pinning.Move(plan, plan.Steps.Length, plan.Steps.Length - 1, Touching, Hand.Ordinary);
        var damp = new Air(14, 0.8, 0);
        var slower = Scheduler.InAir(pinned, Touching, Paper, damp, Hand.Ordinary);
        Assert.Null(ScheduleChecker.Fault(slower, Touching, Hand.Ordinary));
        Assert.Equal(pinned.Options.Pinned, slower.Options.Pinned);
        Assert.All(slower.Options.Pinned, pin =>
            Assert.Equal(pin.Step, new StepKey(slower.Steps[pin.Place - 1].Card, slower.Steps[pin.Place - 1].Pass))
        );
        Assert.True(slower.FinishSeconds > pinned.FinishSeconds);
        // With a fan it is sooner; back in the first air, at least as soon as it was.
        Assert.True(
            Scheduler.InAir(plan, Touching, Paper, new Air(20, 0.5, 1), Hand.Ordinary).FinishSeconds
                < plan.FinishSeconds
        );
        Assert.True(
            Scheduler.InAir(slower, Touching, Paper, Air.OrdinaryRoom, Hand.Ordinary).FinishSeconds
                <= pinned.FinishSeconds + 1e-6
        );
    }

    // A maker whose hand and room are known: what is learned comes to them, and little evidence is drawn towards the
    // ordinary.
    [Theory]
    [InlineData(0.7, 1.3)]
    [InlineData(1.0, 1.0)]
    [InlineData(1.6, 0.75)]
    public void The_bench_learns_a_makers_hand_and_room(double hand, double room)
    {
        var learned = Learned.Nothing;
        var errors = new List<double>();
        for (var run = 0; run < 6; run++)
        {
            var plan = Made(new PlanOptions { DryingFactor = learned.DryingFactor(Paper.Name) }, cards: 3);
            learned = learned.With(Learning.From(plan, Touching, Simulated(plan, hand, room, seed: run), Paper.Name));
            var speed = learned.Hand().Learned.First(one => one.Stroke == Stroke.Wash && one.Water == BrushWater.Wash);
            errors.Add(Math.Abs(Math.Log(speed.Factor / hand)));
        }
        var wash = learned
            .Hand()
            .Learned.First(one => one.Stroke == Stroke.Wash && one.Water == BrushWater.Wash)
            .Factor;
        Assert.InRange(wash / hand, 0.93, 1.07);
        Assert.InRange(learned.DryingFactor(Paper.Name) / room, 0.93, 1.07);
        Assert.True(errors[^1] <= errors[0] + 0.02, "it comes nearer with every run");
        // One observation moves it by a quarter of the way: three ordinary ones are reckoned with.
        var one = new Learned([new StrokeEvidence(Stroke.Wash, BrushWater.Wash, Math.Log(2), 1)], []);
        Assert.Equal(Math.Pow(2, 0.25), one.Hand().Learned[0].Factor, 9);
        Assert.Equal(Learned.Nothing, new Learned([], []));
    }

    [Fact]
    public void A_cup_of_tea_is_not_taken_for_a_slow_hand()
    {
        var plan = Made();
        Tap[] taps = [At(TapKind.Done, 1, 30), At(TapKind.Done, 2, 30 + 7200)];
        Assert.Empty(Learning.From(plan, Touching, taps, Paper.Name).Strokes);
    }

    [Fact]
    public void What_is_still_wet_after_its_time_teaches_until_a_finger_finds_it_dry()
    {
        var plan = Made();
        var dry = plan.TimesOf(plan.PassOf(plan.Steps[0])).Dry.TotalSeconds;
        Tap done = At(TapKind.Done, 1, 0);
        // Wet before its time is nothing new; wet half as long again says that it takes at least that.
        Assert.Empty(Seen(done, At(TapKind.StillWet, 1, dry / 2)));
        Assert.Equal(Math.Log(1.5), Assert.Single(Seen(done, At(TapKind.StillWet, 1, 1.5 * dry))).SumOfLogs, 2);
        // The last look counts, and in the end the dry finger alone.
        Tap[] looks = [done, At(TapKind.StillWet, 1, 1.2 * dry), At(TapKind.StillWet, 1, 1.5 * dry)];
        Assert.Equal(Math.Log(1.5), Assert.Single(Seen(looks)).SumOfLogs, 2);
        var found = Assert.Single(Seen([.. looks, At(TapKind.DryNow, 1, 2 * dry)]));
        Assert.Equal(1, found.Times);
        Assert.Equal(Math.Log(2), found.SumOfLogs, 2);

        ImmutableArray<DryingEvidence> Seen(params Tap[] taps) =>
            Learning.From(plan, Touching, taps, Paper.Name).Drying;
    }

    /// <summary>
    /// The taps of a maker who takes so many times as long as an ordinary hand, in a room where things dry in so many
    /// times the time.
    /// </summary>
    private static List<Tap> Simulated(Plan plan, double hand, double room, int seed)
    {
        var random = new Random(seed);
        double Noise() => Math.Exp(0.1 * (random.NextDouble() + random.NextDouble() + random.NextDouble() - 1.5));
        var taps = new List<Tap>();
        var now = 0.0;
        Pass? last = null;
        var wet = new Dictionary<(int, int), double>();
        foreach (var step in plan.Steps)
        {
            var pass = plan.PassOf(step);
            var near = pass
                .Areas.Concat(Touching.Where(t => pass.Areas.Contains(t.One)).Select(t => t.Other))
                .Concat(Touching.Where(t => pass.Areas.Contains(t.Other)).Select(t => t.One))
                .ToList();
            var dries = near.Select(area => wet.GetValueOrDefault((step.Card, area))).Max();
            if (dries > now)
            {
                // The maker touches until it is dry, and says so.
                now = dries;
                var earlier = plan.Steps.Last(other => other.Number < step.Number && other.Card == step.Card);
                taps.Add(At(TapKind.DryNow, earlier.Number, now));
            }
            now += Noise() * hand * (Hand.Ordinary.PaintSeconds(pass) + Hand.Ordinary.SetupSeconds(last, pass));
            taps.Add(At(TapKind.Done, step.Number, now));
            var formula = plan.TimesOf(pass).Dry.TotalSeconds / plan.Options.DryingFactor;
            foreach (var area in pass.Areas)
                wet[(step.Card, area)] = now + room * formula;
            last = pass;
        }
        return taps;
    }
}
