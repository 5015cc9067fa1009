using Nube.Core.Bench;
using Nube.Core.Drying;
using Nube.Core.Planning;
using static Nube.Core.Tests.Bench.SomethingElseTests;

namespace Nube.Core.Tests.Bench;

/// <summary>A finger feels what a step waits for, before its time.</summary>
public class FeltDryTests
{
    [Fact]
    public void A_finger_may_find_dry_what_a_step_waits_for_and_later_washes_are_reckoned_as_quick()
    {
        var (plan, taps, waits) = UntilItWaits();
        var (laid, dry) = LaidAndDry(plan, taps, waits.Holdup!.Area);
        BenchState At(double lay, params (TapKind Kind, double Lay)[] felt) =>
            BenchLog.At(
                plan,
                Touching,
                [.. taps, .. felt.Select(one => new Tap(one.Kind, waits.Current!.Value, laid + one.Lay * dry, ""))],
                laid + lay * dry
            );

        // Few rooms are quicker by more than a quarter; a finger that finds it wet comes back a fifth later.
        Assert.Equal(0.75, (waits.Holdup.FeelFrom!.Value - laid) / dry, 3);
        var wet = At(0.81, (TapKind.StillWet, 0.8));
        Assert.Equal(waits.Holdup.ReadyAt, wet.Holdup!.ReadyAt);
        Assert.Equal(0.96, (wet.Holdup.FeelFrom!.Value - laid) / dry, 3);

        // What is waited for is dry, and everything else is held to dry as quickly, by a tenth at once.
        var found = At(0.971, (TapKind.StillWet, 0.8), (TapKind.DryHere, 0.97));
        Assert.Null(found.Holdup);
        Assert.Equal(0.97, found.Felt, 6);
        Assert.Equal(1 / 1.1, At(0.81, (TapKind.DryHere, 0.8)).Felt, 6);
        Assert.Equal("Water takes 0.97 times as long here as was reckoned: your finger found it so.", Said(found));
        // What is wet after its time likely takes a tenth longer; what is unfelt still waits a third longer, to be sure.
        var slow = At(1.06, (TapKind.StillWet, 1.05));
        Assert.Equal(1.05 * 1.1, slow.Felt, 3);
        Assert.Equal(1.05 * 4 / 3, (slow.Holdup!.ReadyAt - laid) / dry, 3);

        static string Said(BenchState bench) => Words.DriesAsFelt(bench.Felt);
    }

    [Fact]
    public void Nothing_is_held_to_dry_sooner_than_what_a_finger_found_wet()
    {
        var room = new RoomFelt();
        room.Laid((1, 1), 0, 100);
        room.Laid((1, 2), 0, 100);
        room.FoundWet((1, 1), 95);
        Assert.Equal(1.045, room.Factor, 6);
        room.FoundDry((1, 2), 80);
        room.FoundDry((1, 2), 80);
        Assert.Equal(0.95, room.Factor, 6);
    }

    [Fact]
    public void Each_finger_halves_what_is_not_known_of_the_room()
    {
        var room = new RoomFelt();
        room.Laid((1, 1), 0, 1000);
        double Next() => room.FeelFrom((1, 1), 1000 * room.AtMost)!.Value;
        Assert.Equal((4 / 3.0, 750), (room.AtMost, Next()));
        room.FoundWet((1, 1), 850);
        Assert.Equal(1020, Next(), 6); // a fifth later, as long as nothing was dry
        room.FoundDry((1, 1), 950);
        Assert.Equal(0.95, room.AtMost, 6);
        Assert.Equal(900, Next(), 6); // half way between wet and dry
        room.FoundWet((1, 1), 900);
        Assert.Null(room.FeelFrom((1, 1), 1000 * room.AtMost)); // 25 s are not worth a finger
    }

    [Fact]
    public void Until_something_was_felt_a_step_waits_longer_than_is_reckoned_and_what_shines_dulls_as_reckoned()
    {
        var (plan, taps, waits) = UntilItWaits();
        var (laid, dry) = LaidAndDry(plan, taps, waits.Holdup!.Area);
        Assert.Equal(4 / 3.0, (waits.Holdup.ReadyAt - laid) / dry, 3);
        var card = plan.Steps[waits.Current!.Value - 1].Card;
        var area = waits.Cards[card - 1].Areas.Single(one => one.Area == waits.Holdup.Area);
        var times = plan.TimesOf(plan.Passes[area.Pass], area.Area);
        Assert.Equal(times.Damp.TotalSeconds, (area.DullAt - laid).TotalSeconds, 1);
        var found = new Tap(TapKind.DryHere, waits.Current.Value, laid + 1.1 * dry, "");
        Assert.Equal(1.1, BenchLog.At(plan, Touching, [.. taps, found], found.At).Felt, 3);
    }

    [Fact]
    public void A_finger_that_finds_dry_here_says_nothing_of_what_the_step_does_not_wait_for()
    {
        var (plan, taps, waits) = UntilItWaits();
        var elsewhere = waits.Cards.SelectMany(card => card.Areas.Select(area => (card.Card, area.Area, area.DryAt)));
        var after = BenchLog.At(
            plan,
            Touching,
            [.. taps, new Tap(TapKind.DryHere, waits.Current!.Value, waits.Holdup!.ReadyAt.AddSeconds(-5), "")],
            waits.Holdup.ReadyAt
        );
        Assert.Null(after.Holdup);
        var others = elsewhere.Where(one => one.DryAt > waits.Holdup.ReadyAt.AddSeconds(30)).ToList();
        Assert.NotEmpty(others);
        Assert.All(others, one =>
            Assert.True(
                after.Cards[one.Card - 1].Areas.Single(area => area.Area == one.Area).DryAt > waits.Holdup.ReadyAt
            )
        );
    }

    [Fact]
    public void What_was_heated_or_spilled_on_tells_nothing_of_the_room()
    {
        var (plan, taps, waits) = UntilItWaits();
        var laid = taps.Last(tap => plan.PassOf(plan.Steps[tap.Step - 1]).Areas.Contains(waits.Holdup!.Area)).Step;
        var spill = new Tap(TapKind.Spill, laid, waits.At, "");
        var dryAgain = BenchLog.At(plan, Touching, [.. taps, spill], waits.At).Holdup!.ReadyAt;
        var wetLong = new Tap(TapKind.StillWet, laid, dryAgain.AddSeconds(60), "");
        Assert.Equal(1, BenchLog.At(plan, Touching, [.. taps, spill, wetLong], wetLong.At).Felt);
        var heated = new Tap(TapKind.Heated, waits.Current!.Value, waits.Holdup!.ReadyAt.AddSeconds(-30), "");
        var wetSoon = new Tap(TapKind.StillWet, waits.Current.Value, waits.Holdup.ReadyAt.AddSeconds(60), "");
        Assert.Equal(1, BenchLog.At(plan, Touching, [.. taps, heated, wetSoon], wetSoon.At).Felt);
    }

    [Fact]
    public void What_a_finger_found_dry_before_its_time_teaches_how_soon_things_dry()
    {
        var (plan, taps, waits) = UntilItWaits();
        var (laid, dry) = LaidAndDry(plan, taps, waits.Holdup!.Area);
        var found = new Tap(TapKind.DryHere, waits.Current!.Value, laid + 0.8 * dry, "");
        var learned = Assert.Single(Learning.From(plan, Touching, [.. taps, found], Paper.Name).Drying);
        Assert.Equal(Math.Log(0.8), learned.SumOfLogs, 2);
    }

    [Fact]
    public void What_nobody_found_dry_before_its_time_teaches_that_it_took_as_long_as_was_reckoned()
    {
        var (plan, taps, waits) = UntilItWaits();
        var (laid, dry) = LaidAndDry(plan, taps, waits.Holdup!.Area);
        var wet = new Tap(TapKind.StillWet, waits.Current!.Value, laid + 0.9 * dry, "");
        var goesOn = new Tap(TapKind.Done, waits.Current.Value, laid + 1.2 * dry, "");
        var learned = Assert.Single(Learning.From(plan, Touching, [.. taps, wet, goesOn], Paper.Name).Drying);
        Assert.Equal((0, 1), (learned.SumOfLogs, learned.Times));
    }

    /// <summary>A maker goes on until a step has to wait for what is drying.</summary>
    private static (Plan Plan, List<Tap> Taps, BenchState Waits) UntilItWaits()
    {
        var plan = Made();
        var (taps, seconds) = (new List<Tap>(), 0.0);
        while (BenchAfter(plan, seconds, [.. taps]) is { Current: { } current } bench)
        {
            if (bench.Holdup is not null)
                return (plan, taps, bench);
            taps.Add(At(TapKind.Done, current, seconds += 40));
        }
        throw new InvalidOperationException("No step has to wait.");
    }

    /// <summary>When an area of the card in hand was laid, and how long it should take until dry.</summary>
    private static (DateTimeOffset Laid, TimeSpan Dry) LaidAndDry(Plan plan, List<Tap> taps, int area)
    {
        var card = plan.Steps[BenchAfter(plan, 1e4, [.. taps]).Current!.Value - 1].Card;
        var tap = taps.Last(one =>
            plan.Steps[one.Step - 1].Card == card && plan.PassOf(plan.Steps[one.Step - 1]).Areas.Contains(area)
        );
        return (tap.At, plan.TimesOf(plan.PassOf(plan.Steps[tap.Step - 1]), area).Dry);
    }
}
