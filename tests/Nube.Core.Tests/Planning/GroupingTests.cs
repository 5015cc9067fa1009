using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Optics;
using Nube.Core.Planning;

namespace Nube.Core.Tests.Planning;

/// <summary>Areas of one mix go together unless a card would wait for it longer than the hands are busy.</summary>
public class GroupingTests
{
    private static readonly Paper Paper = GenericCatalogue.Papers[0];

    /// <summary>A band of areas in few mixes, each touching the next and some the one after.</summary>
    private static (ImmutableArray<Pass> Together, ImmutableArray<Pass> Grouped, (int, int)[] Touching) Band(
        int areas,
        int mixes,
        int layers,
        int cards,
        PlanOptions? options = null
    )
    {
        (int, int)[] touching =
        [
            .. Enumerable.Range(1, areas - 1).Select(i => (i, i + 1)),
            .. Enumerable.Range(1, areas / 3).Select(i => (2 * i, Math.Min(areas, 2 * i + 3))),
        ];
        var coloured = Enumerable
            .Range(1, areas)
            .Select(i =>
                FlatAreas.Area(
                    i,
                    60 + 97 * (i % 5),
                    i % mixes,
                    new Strength(4),
                    layers,
                    1,
                    layer => 92.0 - 3 * (i % mixes) - 9 * layer,
                    Paper
                )
            )
            .ToList();
        return (
            PassBuilder.Passes(coloured, touching),
            PassBuilder.Passes(
                coloured,
                touching,
                pace: new Pace(cards, Hand.Ordinary, Paper, Air.OrdinaryRoom, options ?? PlanOptions.None)
            ),
            touching
        );
    }

    private static Plan Searched(ImmutableArray<Pass> passes, (int, int)[] touching, int cards) =>
        Scheduler.Improve(
            Scheduler.PlanRun(passes, touching, cards, Paper, Air.OrdinaryRoom, Hand.Ordinary),
            touching,
            Hand.Ordinary,
            SearchEffort.Usual with
            {
                Steps = 10_000_000,
            }
        );

    [Theory]
    [InlineData(12, 5, 2, 3, 0.9)]
    [InlineData(12, 3, 2, 6, 0.95)]
    [InlineData(17, 5, 2, 2, 0.9)]
    public void Where_hands_wait_for_paint_areas_go_apart_and_all_is_done_sooner(
        int areas,
        int mixes,
        int layers,
        int cards,
        double share
    )
    {
        var (together, grouped, touching) = Band(areas, mixes, layers, cards);
        Assert.True(grouped.Length > together.Length);
        var (before, after) = (Searched(together, touching, cards), Searched(grouped, touching, cards));
        Assert.Null(ScheduleChecker.Fault(after, touching, Hand.Ordinary));
        Assert.True(
            after.FinishSeconds < share * before.FinishSeconds,
            $"{after.FinishSeconds / 60:0} min instead of {before.FinishSeconds / 60:0}"
        );
    }

    [Theory]
    [InlineData(20, 6, 2, 4)]
    [InlineData(30, 8, 1, 1)]
    [InlineData(8, 2, 2, 5)]
    [InlineData(25, 5, 1, 8)]
    public void Elsewhere_nothing_takes_longer_for_it(int areas, int mixes, int layers, int cards)
    {
        var (together, grouped, touching) = Band(areas, mixes, layers, cards);
        var (before, after) = (Searched(together, touching, cards), Searched(grouped, touching, cards));
        Assert.True(
            after.FinishSeconds < 1.02 * before.FinishSeconds,
            $"{after.FinishSeconds / 60:0} min instead of {before.FinishSeconds / 60:0}, {grouped.Length} passes instead of {together.Length}"
        );
    }

    [Fact]
    public void Where_hands_are_busy_anyway_or_nothing_dries_or_the_maker_would_rather_wait_all_goes_together()
    {
        Same(Band(40, 12, 1, 24));
        Same(Band(12, 5, 2, 3, new PlanOptions { Heat = true }));
        Same(Band(12, 5, 2, 3, new PlanOptions { Turns = Turns.OneByOne }));
        Same(Band(12, 5, 2, 3, new PlanOptions { Turns = Turns.FewRinses }));

        static void Same((ImmutableArray<Pass> Together, ImmutableArray<Pass> Grouped, (int, int)[]) band) =>
            Assert.Equal(band.Together.Select(pass => pass.Areas), band.Grouped.Select(pass => pass.Areas));
    }

    [Fact]
    public void Every_layer_of_every_area_is_done_once_and_the_same_way_each_time()
    {
        var (together, grouped, touching) = Band(16, 4, 2, 2);
        (int, Zone, int)[] Done(ImmutableArray<Pass> passes) =>
            [.. passes.SelectMany(pass => pass.Areas.Select(area => (area, pass.Zone, pass.Layer))).Order()];
        Assert.Equal(Done(together), Done(grouped));
        Assert.Equal(together.Sum(pass => pass.PaintedMm2), grouped.Sum(pass => pass.PaintedMm2), 6);
        Assert.All(grouped, pass =>
            Assert.DoesNotContain(touching, t => pass.Areas.Contains(t.Item1) && pass.Areas.Contains(t.Item2))
        );
        Assert.Contains(grouped, pass => pass.Areas.Length > 1); // what costs no time stays together
        Assert.Equal(grouped.Select(pass => pass.Areas), Band(16, 4, 2, 2).Grouped.Select(pass => pass.Areas));
    }
}
