using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Planning;

namespace Nube.Core.Tests.Planning;

public class PlanChangesTests
{
    private static readonly Paper Paper = GenericCatalogue.Papers[0];

    private static readonly (int One, int Other)[] Touching = [(1, 2)];

    // One mix on a large and a small area: two brushes, so two passes.
    private static Plan Made() =>
        Scheduler.PlanRun(
            PassBuilder.Passes(
                [
                    FlatAreas.Area(1, 400, 0, new Strength(4), 2, 0, layer => 80 - layer, Paper),
                    FlatAreas.Area(2, 30, 0, new Strength(4), 1, 0, _ => 79, Paper),
                ],
                []
            ),
            [],
            2,
            Paper,
            Air.OrdinaryRoom,
            Hand.Ordinary
        );

    [Fact]
    public void Two_passes_of_one_mix_become_one_with_the_wetter_brush()
    {
        var plan = Made();
        int Of(int area, int layer) =>
            plan.Passes.Single(pass => pass.Areas.Contains(area) && pass.Layer == layer).Index;
        var merging = Merging.Merge(plan.Passes, Of(1, 1), Of(2, 1), []);
        var merged = merging.Passes;
        var one = merged.Single(pass => pass.Areas.Length == 2);
        Assert.Equal((BrushWater.Wash, 430), (one.Water, one.PaintedMm2));
        Assert.Equal(plan.Passes.Length - 1, merged.Length);
        Assert.Equal([one.Index], merged.Single(pass => pass.Layer == 2).After);
        var again = Scheduler.PlanRun(merged, [], 2, Paper, Air.OrdinaryRoom, Hand.Ordinary);
        Assert.Null(ScheduleChecker.Fault(again, [], Hand.Ordinary));
        // What was pinned and left out elsewhere stays so; a card keeps the merged step unless both were left out.
        var second = plan.Steps.Last(step => plan.PassOf(step).Layer == 2);
        var wished = Scheduler.PlanRun(
            plan.Passes,
            [],
            2,
            Paper,
            Air.OrdinaryRoom,
            Hand.Ordinary,
            new PlanOptions
            {
                Pinned = [new Pin(new StepKey(second.Card, second.Pass), plan.Steps.Length - 1)],
                Skipped = [new StepKey(1, Of(1, 1))],
            }
        );
        var kept = merging.Options(wished);
        Assert.Equal(
            new Pin(new StepKey(second.Card, merging.Now[second.Pass]), plan.Steps.Length - 2),
            Assert.Single(kept.Pinned)
        );
        Assert.Empty(kept.Skipped);
        Assert.Equal(
            [new StepKey(1, one.Index)],
            merging
                .Options(
                    wished with
                    {
                        Options = wished.Options with
                        {
                            Skipped = [new StepKey(1, Of(1, 1)), new StepKey(1, Of(2, 1))],
                        },
                    }
                )
                .Skipped
        );
        Assert.Contains(
            "same area",
            Reason(() => Merging.Merge(plan.Passes, Of(1, 1), Of(1, 2), [])),
            StringComparison.Ordinal
        );
        // One even wash may touch itself; what has a shading of its own may not.
        Assert.Contains(Merging.Merge(plan.Passes, Of(1, 1), Of(2, 1), Touching).Passes, pass =>
            pass.Areas.Length == 2
        );
        ImmutableArray<Pass> pulled = [.. plan.Passes.Select(pass => pass with { Stroke = Stroke.Pull })];
        Assert.Contains(
            "touch",
            Reason(() => Merging.Merge(pulled, Of(1, 1), Of(2, 1), Touching)),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "different passes",
            Reason(() => Merging.Merge(plan.Passes, 0, 0, [])),
            StringComparison.Ordinal
        );

        static string Reason(Action act) => Assert.Throws<ImpossibleOrderException>(act).Message;
    }

    [Fact]
    public void Idle_tasks_go_into_waits_that_have_room_and_no_step_starts_later()
    {
        var plan = Made();
        Assert.Contains(plan.Steps, step => step.Wait is { Seconds: > 300 });
        var placed = Idle.Placed(plan, [.. Idle.Usual(plan), new IdleTask("knit a sock", 1e6)]);
        Assert.Null(placed[^1].BeforeStep);
        foreach (var wait in placed.Where(task => task.BeforeStep is not null).GroupBy(task => task.BeforeStep))
            Assert.True(wait.Sum(task => task.Task.Seconds) <= plan.Steps[wait.Key!.Value - 1].Wait!.Seconds);
        Assert.Contains(placed, task => task.BeforeStep is not null);
        Assert.Equal(
            [
                "swatch the palette on a scrap of the same paper",
                "stamp the greeting for cards 1 to 3",
                "cut and score the base for cards 1 to 3",
            ],
            Idle.InWords(Idle.Usual(plan with { Cards = 3 }))
        );
        Assert.Equal(
            ["sew for cards 1, 2 and 5", "knit for card 4"],
            Idle.InWords([new("sew", 1, 5), new("sew", 1, 1), new("knit", 1, 4), new("sew", 1, 2)])
        );
    }

    [Fact]
    public void A_night_comes_between_sittings_and_slow_ink_dries_over_it()
    {
        var recipe = new Recipe([new RecipePart(0, 1)], new Strength(0), 1, default, 0, 0);
        var paints = Nube.Core.Tests.Methods.Supplies.OnWatercolourPaper;
        var painting = new Painting(
            [new ChosenColour(new Wish(1, Core.Colour.Srgb.Parse("#5c9140"), ShadowDepth.None), recipe)],
            [
                new ChosenCard(new CardWish(Method.Relining, [], RelineWith: RelineWith.Stamp), []),
                new ChosenCard(new CardWish(Method.Splatter, []), [recipe]),
            ],
            [new AreaToPaint(1, 400, default)],
            5000,
            false,
            false
        );
        var plan = Scheduler.PlanRun(
            painting.Passes(paints, Schools.Usual, []),
            [],
            1,
            Paper,
            Air.OrdinaryRoom,
            Hand.Ordinary,
            new PlanOptions { Sitting = new Sitting(60) }
        );
        Assert.Equal([1, 1, 2], plan.Steps.Select(step => step.Sitting));
        Assert.True(plan.Steps[2].StartSeconds >= 24 * 3600 && plan.Steps[2].RestSeconds > 20 * 3600);
        Assert.Null(ScheduleChecker.Fault(plan, [], Hand.Ordinary));
        var remarks = PlanRemarks.Of(
            plan,
            paints.Colourants,
            new Setting(Paper, GenericCatalogue.StampingInks[0], Core.Artwork.DamLines.None),
            Hand.Ordinary,
            _ => "Leaf"
        );
        Assert.Contains(remarks, remark => remark.Text.Contains("2 sittings", StringComparison.Ordinal));
        Assert.Contains(remarks, remark => remark.Text.Contains("overnight", StringComparison.Ordinal));
    }

    [Fact]
    public void An_area_too_large_to_be_worked_while_it_shines_is_spoken_of()
    {
        var mix = new PaintMix([new RecipePart(0, 1)], new Strength(4));
        var pass = new Pass(0, mix, [1], Zone.Graded, 1, BrushWater.Damp, 70, 20_000)
        {
            Method = Method.GradedWash,
            Stroke = Stroke.GradedWash,
        };
        var plan = Scheduler.PlanRun([pass], [], 1, Paper, Air.OrdinaryRoom, Hand.Ordinary);
        var colourants = Nube.Core.Tests.Methods.Supplies.All;
        IEnumerable<string> Said(Plan of) =>
            PlanRemarks
                .Of(
                    of,
                    colourants,
                    new Setting(Paper, GenericCatalogue.StampingInks[0], Core.Artwork.DamLines.None),
                    Hand.Ordinary,
                    _ => "Sky"
                )
                .Where(remark => remark.Severity == Severity.Warn)
                .Select(remark => remark.Text);
        Assert.Contains(Said(plan), text => text.StartsWith("Sky: the hand takes", StringComparison.Ordinal));
        Assert.DoesNotContain(
            Said(Scheduler.PlanRun([pass with { PaintedMm2 = 100 }], [], 1, Paper, Air.OrdinaryRoom, Hand.Ordinary)),
            text => text.StartsWith("Sky", StringComparison.Ordinal)
        );
    }
}
