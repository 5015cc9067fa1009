using Nube.Core.Bench;
using Nube.Core.Drying;
using Nube.Core.Methods;
using Nube.Core.Planning;
using static Nube.Core.Tests.Planning.Trials;

namespace Nube.Core.Tests.Bench;

/// <summary>A plan is added to while it is worked.</summary>
public class AddingTests
{
    private static readonly DateTimeOffset Start = new(2026, 10, 3, 18, 0, 0, TimeSpan.Zero);

    private static readonly Trial Made = Run(
        Method.FlatWash,
        ["#5c9140", "#c93a3a", "#f2b62f"],
        2,
        touching: [(1, 2), (2, 3)],
        work: [Work(Method.Highlights, []), Work(Method.DieCut, [])]
    );

    private static readonly Plan Plan = Made.Plan();

    private static BenchState At(Plan plan, IEnumerable<int> done, double minutes) =>
        BenchLog.At(
            plan,
            Made.Together,
            done.Select((step, place) => new Tap(TapKind.Done, step, Start.AddMinutes(30 * place), "")),
            Start.AddMinutes(minutes)
        );

    [Fact]
    public void A_layer_more_comes_after_what_is_done_on_its_areas_and_before_what_is_to_come()
    {
        var like = Plan.Steps.First(step => Plan.PassOf(step).Areas.Contains(1));
        int[] done = [.. Plan.Steps.Where(step => step.Number <= like.Number).Select(step => step.Number)];
        var added = Adding.LayerLike(Plan, like.Number, [like.Card], done, Hand.Ordinary);
        Assert.Equal(Plan.Steps.Length + 1, added.Steps.Length);
        // Numbers stay, and mean the same.
        Assert.All(Plan.Steps, step =>
        {
            var now = added.Steps[step.Number - 1];
            Assert.Equal((step.Card, step.StartSeconds), (now.Card, now.StartSeconds));
            var (was, isNow) = (Plan.PassOf(step), added.PassOf(now));
            Assert.Equal((was.Mix, was.Stroke, was.Zone), (isNow.Mix, isNow.Stroke, isNow.Zone));
            Assert.Equal(was.Areas, isNow.Areas);
        });
        Assert.All(added.Passes, pass => Assert.All(pass.After, earlier => Assert.True(earlier < pass.Index)));
        var one = added.Steps[^1];
        Assert.Equal((like.Card, Plan.PassOf(like).Mix), (one.Card, added.PassOf(one).Mix));

        // The rest is planned around it, and all of it is done in an order that keeps the cutting for the end.
        var minutes = 30.0 * done.Length;
        var replanned = Replanning.FromNow(added, Made.Together, Hand.Ordinary, At(added, done, minutes));
        var order = new List<int>(done);
        while (At(replanned, order, 30 * order.Count + 600).Current is { } current)
            order.Add(current);
        Assert.Equal(Enumerable.Range(1, added.Steps.Length), order.Order());
        var cut = order.FindIndex(number =>
            added.PassOf(added.Steps[number - 1]).Stroke == Stroke.CutOut && added.Steps[number - 1].Card == like.Card
        );
        Assert.InRange(order.IndexOf(one.Number), done.Length, cut - 1);
        // It is one layer darker there, and nowhere else.
        var (before, after) = (
            CardLooks.Of(Plan, At(Plan, order.Where(number => number != one.Number), 10_000), Made.Paints),
            CardLooks.Of(replanned, At(replanned, order, 10_000), Made.Paints)
        );
        foreach (var card in Enumerable.Range(1, 2))
        {
            double Lightness(IReadOnlyList<CardSurface> looks, int area) =>
                looks[card - 1].Areas[area].Colours().Middle.ToLab().L;
            foreach (var area in new[] { 1, 2, 3 })
            {
                var deeper = card == like.Card && Plan.PassOf(like).Areas.Contains(area);
                Assert.True(
                    deeper == Lightness(after, area) < Lightness(before, area) - 0.5,
                    $"card {card}, area {area}"
                );
            }
        }
    }

    [Fact]
    public void It_waits_until_what_lies_there_is_dry()
    {
        var like = Plan.Steps[0];
        var added = Adding.LayerLike(Plan, 1, [like.Card], [1], Hand.Ordinary);
        BenchState Now(double minutes) =>
            BenchLog.At(
                added,
                Made.Together,
                [
                    new Tap(TapKind.Done, 1, Start, ""),
                    new Tap(TapKind.Take, added.Steps.Length, Start.AddMinutes(minutes), ""),
                ],
                Start.AddMinutes(minutes)
            );
        Assert.Equal(added.Steps.Length, Now(1).Current);
        Assert.True(Now(1).Holdup is { OnItself: true });
        Assert.Null(Now(60).Holdup);
    }

    [Fact]
    public void What_lays_no_colour_in_areas_or_on_no_card_is_refused()
    {
        string Reason(int step, params int[] cards) =>
            Assert
                .Throws<ImpossibleOrderException>(() => Adding.LayerLike(Plan, step, cards, [], Hand.Ordinary))
                .Message;
        var cut = Plan.Steps.First(step => Plan.PassOf(step).Stroke == Stroke.CutOut);
        Assert.Contains("lays colour", Reason(cut.Number, 1), StringComparison.Ordinal);
        Assert.Contains("which cards", Reason(1), StringComparison.Ordinal);
        Assert.Contains("which cards", Reason(1, 3), StringComparison.Ordinal);
    }

    [Fact]
    public void A_step_of_ones_own_comes_next_on_its_card_and_the_rest_is_planned_around_it()
    {
        int[] done = [1, 2, 3];
        var card = Plan.Steps[2].Card;
        var added = Adding.OwnStep(Plan, "Stick the label on", 240, [card], done, Hand.Ordinary);
        var own = added.Steps[^1];
        Assert.Equal("Stick the label on", StepWords.Title(added.PassOf(own), area => $"Area {area}"));
        Assert.Equal(card, own.Card);
        Assert.Equal(240, Hand.Ordinary.PaintSeconds(added.PassOf(own)) - Hand.Ordinary.SecondsPerArea, 6);
        // Numbers stay, and mean the same.
        Assert.All(Plan.Steps, step =>
            Assert.Equal(
                (step.Card, Plan.PassOf(step).Mix, Plan.PassOf(step).Stroke),
                (
                    added.Steps[step.Number - 1].Card,
                    added.PassOf(added.Steps[step.Number - 1]).Mix,
                    added.PassOf(added.Steps[step.Number - 1]).Stroke
                )
            )
        );
        var replanned = Replanning.FromNow(added, Made.Together, Hand.Ordinary, At(added, done, 100));
        var order = new List<int>(done);
        while (At(replanned, order, 30 * order.Count + 600).Current is { } current)
            order.Add(current);
        Assert.Equal(Enumerable.Range(1, added.Steps.Length), order.Order());
        // On its card nothing comes between what was done and it; the other card goes on meanwhile.
        Assert.Equal(own.Number, order.Skip(done.Length).First(number => added.Steps[number - 1].Card == card));
        Assert.Throws<ImpossibleOrderException>(() => Adding.OwnStep(Plan, "Nowhere", 60, [], done, Hand.Ordinary));
    }

    [Fact]
    public void Pencil_is_laid_once_more_until_the_tooth_is_full()
    {
        var run = Run(Method.DryPencil, ["#c9d8b0"], 1, shadow: Core.Methods.ShadowDepth.None);
        var plan = run.Plan();
        var done = new List<int>(plan.Steps.Select(step => step.Number));
        var layers = 0;
        while (true)
        {
            var card = CardLooks.Of(plan, BenchAt(plan, done), run.Paints)[0];
            var last = plan.PassOf(plan.Steps[done[^1] - 1]);
            if (Adding.NoRoomFor(last, card, run.Paints) is { } full)
            {
                Assert.StartsWith("The tooth of the paper is full", full, StringComparison.Ordinal);
                break;
            }
            plan = Adding.LayerLike(plan, done[^1], [1], done, Hand.Ordinary);
            done.Add(plan.Steps.Length);
            Assert.True(++layers < 40, "a tooth is full at some time");
        }
        Assert.True(layers > 0, "a recipe leaves some room");
        var surface = CardLooks.Of(plan, BenchAt(plan, done), run.Paints)[0].Areas[1];
        Assert.Equal(0, surface.Middle.LayersLeft(plan.PassOf(plan.Steps[done[^1] - 1]).Pressure));

        BenchState BenchAt(Plan of, List<int> steps) =>
            BenchLog.At(
                of,
                run.Together,
                steps.Select((step, place) => new Tap(TapKind.Done, step, Start.AddMinutes(30 * place), "")),
                Start.AddDays(1)
            );
    }
}
