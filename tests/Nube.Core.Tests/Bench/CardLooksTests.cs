using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Bench;
using Nube.Core.Colour;
using Nube.Core.Drying;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Planning;
using Nube.Core.Tests.Methods;

namespace Nube.Core.Tests.Bench;

/// <summary>What a card looks like when something else was laid on it than planned.</summary>
public class CardLooksTests
{
    private static readonly DateTimeOffset Start = new(2026, 9, 12, 14, 0, 0, TimeSpan.Zero);
    private static readonly Paints Paints = Supplies.OnWatercolourPaper;

    private static Plan Made(
        Method method,
        int cards = 1,
        string colour = "#5c9140",
        params ImmutableArray<ChosenCard> work
    )
    {
        ImmutableArray<ChosenColour> colours = work.IsDefaultOrEmpty
            ?
            [
                new ChosenColour(
                    new Wish(1, Srgb.Parse(colour), ShadowDepth.Soft, method),
                    Supplies.Best(method, colour)
                ),
            ]
            : [];
        var painting = new Painting(
            colours,
            work.IsDefault ? [] : work,
            [new AreaToPaint(1, 400, new ZoneShares(0.2, 0.35))],
            5000,
            false,
            false
        );
        return Scheduler.PlanRun(
            painting.Passes(Paints, Schools.Usual, []),
            [],
            cards,
            Paints.Paper,
            Air.OrdinaryRoom,
            Hand.Ordinary
        );
    }

    private static BenchState Done(Plan plan, Func<PlannedStep, PaintMix?> instead)
    {
        var taps = plan.Steps.Select(step =>
            instead(step) is { } mix
                ? new Tap(TapKind.OtherMix, step.Number, Start.AddHours(step.Number), "") { Mix = mix }
                : new Tap(TapKind.Done, step.Number, Start.AddHours(step.Number), "")
        );
        return BenchLog.At(plan, [], taps, Start.AddDays(30));
    }

    private static AreaLook LookOf(Plan plan, BenchState bench, int card, int area = 1) =>
        CardLooks.Of(plan, bench, Paints)[card - 1].Looks().Single(look => look.Area == area);

    private static double Apart(Srgb one, Srgb other) => Ciede2000.Difference(one.ToLab(), other.ToLab());

    [Theory]
    [InlineData(Method.FlatWash)]
    [InlineData(Method.GradedWash)]
    [InlineData(Method.WetInWet)]
    [InlineData(Method.SpongeBlend)]
    [InlineData(Method.Lift)]
    [InlineData(Method.BrushPenPair)]
    [InlineData(Method.DryPencil)]
    [InlineData(Method.SolventPencil)]
    public void Taking_the_planned_mix_by_another_name_changes_nothing(Method method)
    {
        var plan = Made(method, colour: method == Method.SpongeBlend ? "#e8701f" : "#5c9140");
        var asPlanned = LookOf(plan, Done(plan, _ => null), 1);
        Assert.Equal(
            asPlanned,
            LookOf(plan, Done(plan, step => plan.PassOf(step).Mix is { Parts.IsEmpty: false } mix ? mix : null), 1)
        );
        Assert.Equal(new CardFold(Paints).After(plan.Passes).Looks().Single(look => look.Area == 1), asPlanned);
    }

    [Fact]
    public void Another_mix_on_bare_paper_looks_as_that_mix_does_and_what_follows_lies_on_it()
    {
        var plan = Made(Method.FlatWash, cards: 2);
        var blue = Supplies.Best(Method.FlatWash, "#2f5fa8");
        var other = new PaintMix(blue.Parts, blue.Strength);
        var first = plan.Steps.First(step => step.Card == 2).Number;
        var bench = Done(plan, step => step.Number == first ? other : null);
        var planned = LookOf(plan, bench, 1);
        var really = LookOf(plan, bench, 2);
        // Card 1 was worked as planned.
        Assert.Equal(LookOf(plan, Done(plan, _ => null), 1), planned);
        Assert.True(Apart(planned.Colours.Middle, really.Colours.Middle) > 6);
        var only = LookOf(plan, bench with { Done = [first] }, 2);
        var expected = SpectralColour.ToLab(
            KubelkaMunk.Over(Paints.Reflectance, Paints.OpticsOf(other), other.Strength.LoadOfOneLayer)
        );
        Assert.Equal(0, Ciede2000.Difference(expected, only.Colours.Middle.ToLab()), 0.6); // rounding to 8 bits
        // The shadow that follows is darker than what it lies on: a second layer always is.
        Assert.True(really.Colours.Shadow.ToLab().L < only.Colours.Shadow.ToLab().L);

        var told = Assert.Single(CardLooks.Otherwise(plan, bench, Paints));
        Assert.Equal((first, other, 1), (told.Step, told.Mix, told.Area));
        Assert.Equal("it is clearly another colour", Words.Seen(told.Difference!.Value));
        Assert.Empty(CardLooks.Otherwise(plan, Done(plan, _ => null), Paints));
    }

    [Fact]
    public void Drops_of_another_colour_are_told_by_their_own_colours()
    {
        var plan = Made(
            Method.FlatWash,
            work: [new ChosenCard(new CardWish(Method.Splatter, []), [Supplies.Best(Method.Splatter, "#5c9140")])]
        );
        var blue = Supplies.Best(Method.FlatWash, "#2f5fa8");
        var told = Assert.Single(
            CardLooks.Otherwise(plan, Done(plan, _ => new PaintMix(blue.Parts, blue.Strength)), Paints)
        );
        Assert.Null(told.Difference);
        var expected = SpectralColour.ToLab(
            KubelkaMunk.Over(Paints.Reflectance, Paints.OpticsOf(told.Mix), told.Mix.Strength.LoadOfOneLayer)
        );
        Assert.Equal(0, Ciede2000.Difference(expected, told.Really.Middle.ToLab()), 0.6); // rounding to 8 bits
        Assert.True(Apart(told.Planned.Middle, told.Really.Middle) > 6);
    }

    [Fact]
    public void Each_print_from_one_inking_is_paler_and_a_fresh_inking_begins_anew()
    {
        var work = new ChosenCard(
            new CardWish(Method.RainbowStamp, [], Times: 3),
            [Supplies.Best(Method.RainbowStamp, "#c93a6a")]
        );
        var plan = Made(Method.FlatWash, cards: 4, work: [work]);
        var bench = Done(plan, _ => null);
        var inOrder = plan
            .Steps.Select(step => LookOf(plan, bench, step.Card, Pass.Panel).Colours.Middle.ToLab().L)
            .ToList();
        Assert.True(
            inOrder[0] < inOrder[1] - 1 && inOrder[1] < inOrder[2] - 1,
            string.Join(' ', inOrder.Select(l => $"{l:0.0}"))
        );
        Assert.Equal(inOrder[0], inOrder[3], 9);
    }

    [Fact]
    public void What_was_taken_instead_counts_as_used_and_is_taken_back_with_its_step()
    {
        var plan = Made(Method.FlatWash);
        var other = new PaintMix([new RecipePart(0, 1)], new Strength(2));
        var tap = new Tap(TapKind.OtherMix, 1, Start, "") { Mix = other };
        var bench = BenchLog.At(plan, [], [tap], Start.AddMinutes(1));
        Assert.Equal([1], bench.Done);
        Assert.Equal(0, Assert.Single(Amounts.Used(bench.PassesDone(plan))).Colourant);
        Assert.Equal(other, bench.PassesDone(plan).Single().Mix);
        var back = BenchLog.At(plan, [], [tap, new Tap(TapKind.Back, 0, Start.AddSeconds(5), "")], Start.AddMinutes(1));
        Assert.Empty(back.Instead);
        Assert.Empty(back.Done);
        // Done again, it is done as planned.
        var again = BenchLog.At(
            plan,
            [],
            [tap, new Tap(TapKind.Back, 0, Start.AddSeconds(5), ""), new Tap(TapKind.Done, 1, Start.AddSeconds(9), "")],
            Start.AddMinutes(1)
        );
        Assert.Equal(plan.PassOf(plan.Steps[0]).Mix, again.PassesDone(plan).Single().Mix);
    }

    [Fact]
    public void Several_timers_run_at_once_the_next_to_end_first_until_they_are_taken_away()
    {
        var plan = Made(Method.FlatWash);
        Tap Timer(string text, double minutes, double at) =>
            new(TapKind.Timer, 0, Start.AddMinutes(at), text) { Seconds = minutes * 60 };
        var bench = BenchLog.At(
            plan,
            [],
            [
                Timer("the glue", 30, 0),
                Timer("the mist", 0.5, 1),
                Timer("tea", 4, 2),
                new Tap(TapKind.TimerOff, 2, Start.AddMinutes(3), ""),
            ],
            Start.AddMinutes(3)
        );
        Assert.Equal(["tea", "the glue"], bench.Timers.Select(timer => timer.Text));
        Assert.Equal([Start.AddMinutes(6), Start.AddMinutes(30)], bench.Timers.Select(timer => timer.EndsAt));
        Assert.Equal([3, 1], bench.Timers.Select(timer => timer.Number));
    }
}
