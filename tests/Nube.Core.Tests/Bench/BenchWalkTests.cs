using Nube.Core.Bench;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Planning;
using Nube.Core.Tests.Planning;

namespace Nube.Core.Tests.Bench;

/// <summary>Makers who tap as they like, seeded: what the bench says must hold for every one of them.</summary>
public class BenchWalkTests
{
    private static readonly DateTimeOffset Start = new(2026, 9, 12, 14, 0, 0, TimeSpan.Zero);
    private static readonly (
        System.Collections.Immutable.ImmutableArray<Pass> Passes,
        (int One, int Other)[] Touching
    ) Row = PlanningTests.Row(6, 2);

    private static readonly Plan Plan = Scheduler.PlanRun(
        Row.Passes,
        Row.Touching,
        3,
        GenericCatalogue.Papers[0],
        Air.OrdinaryRoom,
        Hand.Ordinary
    );

    public static TheoryData<int> Seeds => [.. Enumerable.Range(1, 12)];

    /// <summary>
    /// A maker who waits as the bench says never lays an area beside a wet one, whatever else is tapped.
    /// </summary>
    [Theory]
    [MemberData(nameof(Seeds))]
    public void Who_waits_as_told_never_lays_wet_beside_wet(int seed)
    {
        var random = new Random(seed);
        var (taps, now) = (new List<Tap>(), Start);
        for (var turn = 0; turn < 400; turn++)
        {
            var bench = BenchLog.At(Plan, Row.Touching, taps, now);
            if (bench.Current is not { } current)
                break;
            switch (random.Next(12))
            {
                case 0:
                    taps.Add(new Tap(TapKind.Back, 0, now, ""));
                    break;
                case 1 when bench.Done.Length > 0:
                    taps.Add(new Tap(TapKind.WetNow, bench.Done[^1], now, ""));
                    break;
                case 2:
                    taps.Add(new Tap(TapKind.Note, 0, now, "A drip"));
                    break;
                case 3:
                    taps.Add(new Tap(TapKind.Take, random.Next(-1, Plan.Steps.Length + 3), now, ""));
                    break;
                default:
                    var step = bench.Holdup is null ? current : bench.Meanwhile;
                    if (step is null)
                        now = bench.Holdup!.ReadyAt;
                    else
                    {
                        AssertDryAround(bench, Plan.Steps[step.Value - 1]);
                        taps.Add(new Tap(TapKind.Done, step.Value, now, ""));
                    }
                    break;
            }
            now += TimeSpan.FromSeconds(random.Next(5, 90));
        }
        var end = BenchLog.At(Plan, Row.Touching, taps, now);
        Assert.Null(end.Current);
        Assert.Equal(Enumerable.Range(1, Plan.Steps.Length), end.Done.Order());
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Every_state_comes_in_its_order_and_each_step_counts_once(int seed)
    {
        var random = new Random(seed);
        var (taps, now) = (new List<Tap>(), Start);
        for (var i = 0; i < 80; i++)
        {
            // Taps for steps that are not there, twice, too early: a knuckle hits anything.
            var kind = (TapKind)random.Next(Enum.GetValues<TapKind>().Length);
            taps.Add(new Tap(kind, random.Next(-2, Plan.Steps.Length + 4), now, ""));
            now += TimeSpan.FromSeconds(random.Next(60));
        }
        var before = BenchLog.At(Plan, Row.Touching, taps, now);
        Assert.Equal(before.Done.Distinct().Count(), before.Done.Length);
        Assert.All(before.Done, step => Assert.InRange(step, 1, Plan.Steps.Length));
        if (before.Current is { } current)
            Assert.DoesNotContain(current, before.Done);

        // Without another tap cards only dry.
        for (var minutes = 1; minutes <= 180; minutes += 7)
        {
            var later = BenchLog.At(Plan, Row.Touching, taps, now.AddMinutes(minutes));
            Assert.Equal(before.Done, later.Done);
            Assert.All(before.Cards.Zip(later.Cards), pair => Assert.True(pair.Second.State >= pair.First.State));
            before = later;
        }
    }

    private static void AssertDryAround(BenchState bench, PlannedStep step)
    {
        var own = Plan.PassOf(step).Areas;
        var around = Row
            .Touching.Where(t => own.Contains(t.One) || own.Contains(t.Other))
            .SelectMany(t => new[] { t.One, t.Other })
            .Concat(own);
        var wet = bench.Cards[step.Card - 1].Areas.Where(area => area.State < Wetness.Dry).Select(area => area.Area);
        Assert.Empty(around.Intersect(wet));
    }
}
