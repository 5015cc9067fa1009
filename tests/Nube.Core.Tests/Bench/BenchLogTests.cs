using Nube.Core.Artwork;
using Nube.Core.Bench;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Planning;
using Nube.Core.Tests.Planning;

namespace Nube.Core.Tests.Bench;

public class BenchLogTests
{
    private static readonly DateTimeOffset Start = new(2026, 9, 12, 14, 0, 0, TimeSpan.Zero);
    private static readonly (System.Collections.Immutable.ImmutableArray<Pass> Passes, (int, int)[] Touching) Row =
        PlanningTests.Row(3, 2);

    private static readonly Plan Plan = Scheduler.PlanRun(
        Row.Passes,
        Row.Touching,
        2,
        GenericCatalogue.Papers[0],
        Air.OrdinaryRoom,
        Hand.Ordinary
    );

    private static Tap Done(int step, double minute) => new(TapKind.Done, step, Start.AddMinutes(minute), "");

    private static BenchState At(double minute, params Tap[] taps) =>
        BenchLog.At(Plan, Row.Touching, taps, Start.AddMinutes(minute));

    private static readonly TimeSpan Tick = TimeSpan.FromMilliseconds(1);

    /// <summary>How long it may take until what a step leaves is dry, while no finger felt anything.</summary>
    private static TimeSpan DryTime(int step) => RoomFelt.Latest * Plan.TimesOf(Plan.PassOf(Plan.Steps[step - 1])).Dry;

    [Fact]
    public void Nothing_done_yet_leaves_every_card_bone_dry_and_the_first_step_in_hand()
    {
        var bench = At(0);
        Assert.Equal(1, bench.Current);
        Assert.Null(bench.Holdup);
        Assert.All(bench.Cards, card => Assert.Equal(Wetness.BoneDry, card.State));
    }

    [Fact]
    public void A_done_step_is_wet_then_dry_and_the_timer_counts_from_the_tap()
    {
        var card = Plan.Steps[0].Card;
        CardState Card(double minute) => At(minute, Done(1, 3)).Cards[card - 1];
        Assert.True(Card(3).State is Wetness.Wet or Wetness.Shining);
        Assert.Equal(Start.AddMinutes(3) + DryTime(1), Card(3).DryAt!.Value, Tick);
        var dry = 3 + DryTime(1).TotalMinutes;
        Assert.Equal(Wetness.Damp, Card(dry - 0.1).State);
        Assert.Equal(Wetness.Dry, Card(dry + 0.1).State);
        Assert.Null(Card(dry + 0.1).DryAt);
        Assert.Equal(Wetness.BoneDry, Card(dry + 300).State);
    }

    [Fact]
    public void A_step_waits_for_the_wet_area_beside_it_and_something_else_is_offered()
    {
        // Everything on the first cards is done at once: what is left waits for what was just laid.
        var first = Plan.Steps.TakeWhile(s => s.Wait is null).ToList();
        var taps = first.Select(s => Done(s.Number, 0)).ToArray();
        var bench = At(0, taps);
        Assert.NotNull(bench.Holdup);
        var step = Plan.Steps[bench.Current!.Value - 1];
        var readyAt = first.Where(s => s.Card == step.Card).Max(s => Start + DryTime(s.Number));
        Assert.True(bench.Holdup.ReadyAt <= readyAt);
        Assert.Null(At((bench.Holdup.ReadyAt - Start).TotalMinutes + 0.01, taps).Holdup);
    }

    [Fact]
    public void Meanwhile_is_a_step_that_can_start_now()
    {
        // Area 1 of the first card is wet and area 2 touches it; the second card is free.
        int FirstWash(int area) =>
            Plan
                .Steps.First(s => s.Card == 1 && Plan.PassOf(s).Layer == 1 && Plan.PassOf(s).Areas.Contains(area))
                .Number;
        Tap[] taps = [Done(FirstWash(1), 0), new Tap(TapKind.Take, FirstWash(2), Start, "")];
        var bench = At(0.1, taps);
        Assert.NotNull(bench.Holdup);
        Assert.NotNull(bench.Meanwhile);
        var took = At(0.2, [.. taps, new Tap(TapKind.Take, bench.Meanwhile.Value, Start.AddMinutes(0.1), "")]);
        Assert.Equal(bench.Meanwhile, took.Current);
        Assert.Null(took.Holdup);
    }

    [Fact]
    public void Back_takes_the_last_step_up_again_with_the_wetness_before_it()
    {
        var bench = At(5, Done(1, 0), Done(2, 2), new Tap(TapKind.Back, 0, Start.AddMinutes(4), ""));
        Assert.Equal([1], bench.Done);
        Assert.Equal(2, bench.Current);
        Assert.Equal(At(5, Done(1, 0)).Cards.Select(c => c.DryAt), bench.Cards.Select(c => c.DryAt));
    }

    [Fact]
    public void Wet_now_starts_the_drying_again()
    {
        var bench = At(7, Done(1, 0), new Tap(TapKind.WetNow, 1, Start.AddMinutes(6), ""));
        Assert.Equal(Start.AddMinutes(6) + DryTime(1), bench.Cards[Plan.Steps[0].Card - 1].DryAt!.Value, Tick);
    }

    [Fact]
    public void A_step_tapped_twice_counts_once_and_an_unknown_step_not_at_all()
    {
        var bench = At(
            5,
            Done(1, 0),
            Done(1, 4),
            Done(999, 4),
            new Tap(TapKind.Back, 0, Start.AddMinutes(5), ""),
            new Tap(TapKind.Back, 0, Start.AddMinutes(5), "")
        );
        Assert.Empty(bench.Done);
    }

    [Fact]
    public void When_all_is_done_there_is_no_step_in_hand()
    {
        var bench = At(600, [.. Plan.Steps.Select(s => Done(s.Number, s.EndSeconds / 60))]);
        Assert.Null(bench.Current);
        Assert.Equal(Plan.Steps.Length, bench.Done.Length);
    }

    // By hand: 500 mm2 of cold pressed paper under an ordinary wash of 40 g/m2 hold 0.02 ml; at 1:4 a fifth of that is
    // colour. On two cards that is 0.008 ml of it.
    [Fact]
    public void Paint_used_is_what_comes_out_by_hand()
    {
        var plan = OneWash(500, 2);
        Assert.Equal(0.0056, Assert.Single(Amounts.Used(plan.Steps.Select(plan.PassOf))).Millilitres, 1e-12);
        Assert.Empty(Amounts.Used([]));
        // Twice what is laid would be 0.056 ml, which nobody can mix: four drops it is.
        var little = Assert.Single(Amounts.ToMix(plan));
        Assert.Equal((0.2, 4), (Math.Round(little.Millilitres, 12), little.Drops));
        // 10,000 mm2 with a bead of water, 80 g/m2, on six cards: 0.8 ml each, 9.6 ml in all.
        var much = Assert.Single(Amounts.ToMix(OneWash(10_000, 6)));
        Assert.Equal((9.6, 192), (Math.Round(much.Millilitres, 12), much.Drops));

        static Plan OneWash(double mm2, int cards) =>
            Scheduler.PlanRun(
                PassBuilder.Passes(
                    [FlatAreas.Area(1, mm2, 0, new Core.Optics.Strength(4), 1, 0, _ => 80, GenericCatalogue.Papers[0])],
                    []
                ),
                [],
                cards,
                GenericCatalogue.Papers[0],
                Air.OrdinaryRoom,
                Hand.Ordinary
            );
    }

    [Fact]
    public void Supplies_that_fight_are_said_and_the_caution_is_always_there()
    {
        var paper = GenericCatalogue.Papers.First(p => p.Name.Contains("bristol", StringComparison.Ordinal));
        Colourant[] pans = [.. GenericCatalogue.Colourants.Where(colourant => colourant.Medium == Medium.Pan).Take(3)];
        var soluble = Cautions.ForSupplies(
            paper,
            new StampingInk("Grey", Waterproof: false, Slow: false),
            DamLines.None,
            pans
        );
        Assert.Contains(soluble, r =>
            r.Severity == Severity.Warn && r.Text.Contains("bleed", StringComparison.Ordinal)
        );
        Assert.Contains(soluble, r => r.Text.Contains("buckles", StringComparison.Ordinal));
        var slow = Cautions.ForSupplies(
            GenericCatalogue.Papers[0],
            new StampingInk("Black", Waterproof: true, Slow: true),
            DamLines.None,
            pans
        );
        Assert.Contains(slow, r =>
            r.Severity == Severity.Caution && r.Text.Contains("heat tool", StringComparison.Ordinal)
        );
        var fine = Cautions.ForSupplies(
            GenericCatalogue.Papers[0],
            new StampingInk("Black", Waterproof: true, Slow: false),
            DamLines.None,
            pans
        );
        Assert.DoesNotContain(fine, r => r.Severity == Severity.Warn);
        // The same rule is told once, however many colours break it.
        Assert.Equal(soluble.Length, soluble.Distinct().Count());
        Assert.All([soluble, slow, fine], remarks => Assert.Contains(Cautions.Pigments, remarks));
    }
}
