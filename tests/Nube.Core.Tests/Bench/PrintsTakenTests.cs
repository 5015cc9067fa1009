using Nube.Core.Bench;
using Nube.Core.Cards;
using Nube.Core.Methods;
using Nube.Core.Planning;
using Nube.Core.Tests.Methods;
using Nube.Core.Tests.Planning;
using static Nube.Core.Tests.Planning.TrialCards;

namespace Nube.Core.Tests.Bench;

/// <summary>Which of the prints from one inking is on which card: chosen afterwards.</summary>
public class PrintsTakenTests
{
    private static readonly DateTimeOffset Start = new(2026, 9, 12, 10, 0, 0, TimeSpan.Zero);

    private static Plan Banded(int cards) =>
        Run(
                Card()
                    .With(
                        PieceKind.Ground,
                        "Print",
                        92,
                        124,
                        "White cardstock 110 lb",
                        Work(Do(Method.CutToSize), Trials.Work(Method.RainbowStamp, ["#c8323a", "#f2b62f"], 3))
                    ),
                cards
            )
            .Plan();

    private static List<int> PrintSteps(Plan plan) =>
        [.. plan.Steps.Where(step => plan.PassOf(step).Stroke == Stroke.PrintBands).Select(step => step.Number)];

    /// <summary>The bench when the last print is taken, and more was said.</summary>
    private static BenchState Printed(Plan plan, params Tap[] more) =>
        BenchLog.At(
            plan,
            [],
            [
                .. Enumerable
                    .Range(1, PrintSteps(plan)[^1])
                    .Select(step => new Tap(TapKind.Done, step, Start.AddMinutes(step), "")),
                .. more,
            ],
            Start.AddHours(9)
        );

    private static Tap Choose(int step, int print) =>
        new(TapKind.WhichPrint, step, Start.AddHours(8), "") { Print = print };

    private static int[] On(BenchState bench, IEnumerable<int> steps) =>
        [.. steps.Where(bench.Prints.ContainsKey).Select(step => bench.Prints[step].Print)];

    [Fact]
    public void Prints_change_places_and_cards_look_like_the_print_that_is_on_them()
    {
        var plan = Banded(3);
        var steps = PrintSteps(plan);
        Assert.Equal([1, 2, 3], On(Printed(plan), steps));
        var chosen = Printed(plan, Choose(steps[0], 3));
        Assert.Equal([3, 2, 1], On(chosen, steps));
        var surface = plan.Pieces.Single(piece => piece.Name == "Print").Surface;
        var looks = CardLooks.Of(plan, chosen, Supplies.OnWatercolourPaper);
        double[] light =
        [
            .. steps.Select(step => looks[plan.Steps[step - 1].Card - 1].Areas[surface].Middle.Colour().L),
        ];
        Assert.True(light[0] > light[1] + 1 && light[1] > light[2] + 1, string.Join(' ', light));
    }

    [Fact]
    public void A_print_that_is_taken_back_gives_up_what_was_chosen_for_it()
    {
        var plan = Banded(3);
        var steps = PrintSteps(plan);
        var back = Printed(plan, Choose(steps[0], 3), new Tap(TapKind.Back, 0, Start.AddHours(8), ""));
        Assert.Equal([1, 2], On(back, steps));
    }

    [Fact]
    public void A_print_of_another_inking_is_no_choice()
    {
        var plan = Banded(4);
        var steps = PrintSteps(plan);
        Assert.Equal([1, 2, 3, 1], On(Printed(plan), steps));
        Assert.Equal([1, 2, 3, 1], On(Printed(plan, Choose(steps[3], 2)), steps));
    }
}
