using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Planning;

namespace Nube.Core.Tests.Planning;

public class PlanningTests
{
    private static readonly Paper Paper = GenericCatalogue.Papers[0];

    // A row of areas, each touching the next, as petals do.
    internal static (ImmutableArray<Pass> Passes, (int, int)[] Touching) Row(
        int areas,
        int mixes,
        int layers = 1,
        int shadow = 1
    )
    {
        var touching = Enumerable.Range(1, areas - 1).Select(i => (i, i + 1)).ToArray();
        var coloured = Enumerable
            .Range(1, areas)
            .Select(i =>
                FlatAreas.Area(
                    i,
                    60 + 90 * (i % 5),
                    i % mixes,
                    new Strength(4),
                    layers,
                    shadow,
                    layer => 90.0 - 6 * (i % mixes) - 9 * layer,
                    Paper
                )
            )
            .ToList();
        return (PassBuilder.Passes(coloured, touching), touching);
    }

    private static Plan Make((ImmutableArray<Pass> Passes, (int, int)[] Touching) row, int cards = 4) =>
        Scheduler.PlanRun(row.Passes, row.Touching, cards, Paper, Air.OrdinaryRoom, Hand.Ordinary);

    [Fact]
    public void Passes_go_from_light_to_dark_and_hold_no_touching_areas()
    {
        var (passes, touching) = Row(12, 3);
        Assert.Equal(passes.OrderByDescending(p => p.Lightness).Select(p => p.Index), passes.Select(p => p.Index));
        Assert.All(passes, pass =>
            Assert.DoesNotContain(touching, t => pass.Areas.Contains(t.Item1) && pass.Areas.Contains(t.Item2))
        );
        // Every area gets its layer and its shadow, each once.
        Assert.Equal(24, passes.Sum(p => p.Areas.Length));
        Assert.Equal(12, passes.Where(p => p.Zone == Zone.Shadow).Sum(p => p.Areas.Length));
    }

    [Fact]
    public void Touching_areas_of_one_even_wash_are_one_wash_and_go_apart_where_each_has_its_own_shading()
    {
        var touching = Enumerable.Range(1, 3).Select(i => (i, i + 1)).ToArray();
        var areas = Enumerable
            .Range(1, 4)
            .Select(i => FlatAreas.Area(i, 100, 0, new Strength(4), 1, 0, _ => 80, Paper))
            .ToList();
        Assert.Equal([1, 2, 3, 4], Assert.Single(PassBuilder.Passes(areas, touching)).Areas);
        var graded = areas.ConvertAll(area =>
            area with
            {
                Passes = [area.Passes[0] with { Stroke = Stroke.GradedWash }],
            }
        );
        Assert.All(PassBuilder.Passes(graded, touching), pass =>
            Assert.Single(pass.Areas.Select(a => a % 2).Distinct())
        );
    }

    // Common practice, no source: what is dry waits for no neighbour; what is wet waits for another colour only.
    [Fact]
    public void A_neighbour_is_waited_for_only_where_something_could_run()
    {
        Assert.Equal(0, WaitBeside(Stroke.Wash, other: 0));
        Assert.True(WaitBeside(Stroke.Wash, other: 1) > 60);
        Assert.True(WaitBeside(Stroke.Pull, other: 0) > 60, "along a line its own colour is seen");
        Assert.Equal(0, WaitBeside(Stroke.Draw, other: 1));

        // Seconds that area 2 waits for area 1, which was washed with colour 0.
        static double WaitBeside(Stroke stroke, int other)
        {
            var wash = FlatAreas.Area(1, 100, 0, new Strength(4), 1, 0, _ => 90, Paper);
            var beside = FlatAreas.Area(2, 100, other, new Strength(4), 1, 0, _ => 80, Paper);
            beside = beside with { Passes = [beside.Passes[0] with { Stroke = stroke }] };
            var plan = Make((PassBuilder.Passes([wash, beside], [(1, 2)]), [(1, 2)]), cards: 1);
            return plan.Steps.Sum(step => step.Wait?.Seconds ?? 0);
        }
    }

    [Theory]
    [InlineData(12, 3, 6)]
    [InlineData(12, 12, 6)]
    [InlineData(5, 2, 1)]
    [InlineData(30, 4, 2)]
    public void No_two_touching_areas_are_wet_together_and_layers_go_onto_dry_ones(int areas, int mixes, int cards)
    {
        var row = Row(areas, mixes);
        var plan = Make(row, cards);
        Assert.Equal(row.Passes.Length * cards, plan.Steps.Length);
        var touch = row.Touching.SelectMany(t => new[] { t, (t.Item2, t.Item1) }).ToLookup(t => t.Item1, t => t.Item2);
        var dry = new Dictionary<(int, int), double>();
        var layers = new Dictionary<(int, int), int>();
        var hands = 0.0;
        foreach (var step in plan.Steps)
        {
            var pass = plan.PassOf(step);
            Assert.True(step.StartSeconds - step.SetupSeconds >= hands - 1e-6, "hands do one thing at a time");
            foreach (var area in pass.Areas)
            {
                foreach (var near in touch[area].Append(area))
                    Assert.True(
                        dry.GetValueOrDefault((step.Card, near)) <= step.StartSeconds + 1e-6,
                        $"step {step.Number}: area {near} is wet"
                    );
                Assert.Equal(pass.Layer - 1, layers.GetValueOrDefault((step.Card, area)));
            }
            foreach (var area in pass.Areas)
            {
                dry[(step.Card, area)] = step.EndSeconds + plan.TimesOf(pass, area).Dry.TotalSeconds;
                layers[(step.Card, area)] = pass.Layer;
            }
            hands = step.EndSeconds;
        }
        Assert.Equal(hands, plan.FinishSeconds, 6);
        Assert.True(plan.AtLeastSeconds <= plan.FinishSeconds + 1e-6);
        Assert.True(plan.FinishSeconds < plan.DrySeconds && plan.DrySeconds < plan.BoneDrySeconds);
    }

    [Fact]
    public void Every_wait_names_the_area_that_is_still_wet()
    {
        var row = Row(3, 1, layers: 2, shadow: 0);
        var plan = Make(row, 1);
        var waits = plan.Steps.Where(s => s.Wait is not null).ToList();
        Assert.NotEmpty(waits);
        foreach (var step in waits)
        {
            var own = plan.PassOf(step).Areas.Contains(step.Wait!.Area);
            Assert.Equal(own, step.Wait.OnItself);
            Assert.Contains(plan.Steps, s =>
                s.Card == step.Card
                && s.Number < step.Number
                && plan.PassOf(s).Areas.Contains(step.Wait.Area)
                && Math.Abs(s.DrySeconds - step.StartSeconds) < 1e-6
            );
        }
    }

    [Fact]
    public void More_cards_fill_the_waits()
    {
        var row = Row(8, 3);
        var (one, six) = (Make(row, 1), Make(row, 6));
        Assert.True(
            six.FinishSeconds < 4 * one.FinishSeconds,
            $"{six.FinishSeconds:0} against {one.FinishSeconds:0} s"
        );
    }

    [Fact]
    public void The_same_run_gives_the_same_plan() => Assert.Equal(Make(Row(12, 4)).Steps, Make(Row(12, 4)).Steps);

    [Fact]
    public void Two_areas_that_do_not_touch_are_planned_as_by_hand()
    {
        // One mix, two cards, one area each: set up, paint, next card, paint.
        var row = Row(1, 1, shadow: 0);
        var plan = Make(row, 2);
        var hand = Hand.Ordinary;
        var paint = hand.SecondsPerArea + row.Passes[0].PaintedMm2 * hand.SecondsPerMm2;
        Assert.Equal(hand.NextMixSeconds + paint + hand.NextCardSeconds + paint, plan.FinishSeconds, 9);
        Assert.Equal(plan.FinishSeconds, plan.AtLeastSeconds, 9);
        Assert.Equal([true, false], plan.Steps.Select(s => s.Rinse));
    }

    [Theory]
    [InlineData(0)]
    [InlineData(25)]
    public void A_number_of_cards_out_of_range_is_refused(int cards) =>
        Assert.Throws<ArgumentOutOfRangeException>(() => Make(Row(3, 1), cards));

    [Fact]
    public void Water_goes_by_the_surface_and_paper_that_buckles_gets_less()
    {
        var cardstock = GenericCatalogue.Papers.First(p => p.Name.Contains("110 lb", StringComparison.Ordinal));
        Assert.Equal(BrushWater.Damp, HowWet.ForWash(900, cardstock));
        Assert.Equal(BrushWater.Wash, HowWet.ForWash(900, Paper));
        Assert.Equal(BrushWater.Wash, HowWet.ForWash(100, Paper));
        Assert.Equal(BrushWater.Damp, HowWet.ForWash(30, Paper));
        Assert.Equal(BrushWater.Juicy, HowWet.ForWash(5000, Paper));
        Assert.Equal(BrushWater.Wash, HowWet.ToDropInto(172, Paper));
    }

    [Fact]
    public void Steps_read_as_sentences()
    {
        var pass = new Pass(
            0,
            new PaintMix([new(0, 1)], new(4)),
            [1, 2, 3, 4],
            Zone.Whole,
            2,
            BrushWater.Wash,
            80,
            100
        );
        Assert.Equal("Second wash, left pear, right pear and 2 more", StepWords.Title(pass, id => id == 1 ? "Left pear"
                : id == 2 ? "Right pear"
                : "Leaf"));
        Assert.StartsWith(
            "Shadow side of branch",
            StepWords.Title(pass with { Zone = Zone.Shadow, Areas = [1] }, _ => "Branch"),
            StringComparison.Ordinal
        );
        Assert.Equal(
            ["40 s", "12 min", "1 h 05 min"],
            [Words.Duration(39.5), Words.Duration(720), Words.Duration(3900)]
        );
    }

    [Fact]
    public void Mixes_with_equal_parts_and_strength_are_one_mix()
    {
        var one = new PaintMix([new(2, 3), new(5, 1)], new(4));
        Assert.Equal(one, new PaintMix([new(2, 3), new(5, 1)], new(4)));
        Assert.NotEqual(one, new PaintMix([new(2, 3), new(5, 1)], new(8)));
        Assert.NotEqual(one, new PaintMix([new(2, 1), new(5, 3)], new(4)));
    }
}
