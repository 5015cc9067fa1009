using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Planning;

namespace Nube.Core.Tests.Planning;

/// <summary>The plan against every order of the hands, on runs small enough to try them all.</summary>
public class ScheduleOracleTests
{
    private static readonly Paper Paper = GenericCatalogue.Papers[0];

    // Rows of 1 to 5 touching areas in 1 to 3 mixes, 1 or 2 layers, with and without shadow, on 1 to 3 cards, of which
    // every order can be tried.
    private static readonly List<(Plan Plan, double Best)> SmallRuns = Small(Turns.Soonest, 0);

    private static List<(Plan Plan, double Best)> Small(Turns turns, double rinseWorth) =>
        [
            .. (
                from areas in Enumerable.Range(1, 5)
                from mixes in Enumerable.Range(1, 3)
                from layers in Enumerable.Range(1, 2)
                from shadow in Enumerable.Range(0, 2)
                from cards in Enumerable.Range(1, 3)
                let row = PlanningTests.Row(areas, mixes, layers, shadow)
                where mixes <= areas && row.Passes.Length * cards <= 8
                let first = Scheduler.PlanRun(
                    row.Passes,
                    row.Touching,
                    cards,
                    Paper,
                    Air.OrdinaryRoom,
                    Hand.Ordinary,
                    new PlanOptions { Turns = turns }
                )
                let plan = turns == Turns.Soonest
                    ? first
                    : Scheduler.Improve(first, row.Touching, Hand.Ordinary, new SearchEffort(400_000, 0))
                select (plan, BestCost(plan, row.Touching, rinseWorth, turns == Turns.Steady ? 5 : 0))
            ),
        ];

    [Fact]
    public void No_order_beats_the_bound() =>
        Assert.All(SmallRuns, run =>
            Assert.True(
                run.Plan.AtLeastSeconds <= run.Best + 1e-6,
                $"bound {run.Plan.AtLeastSeconds:0}, best {run.Best:0}"
            )
        );

    [Fact]
    public void The_plan_is_near_the_best_order()
    {
        Assert.All(SmallRuns, run =>
            Assert.True(run.Best <= run.Plan.FinishSeconds + 1e-6, "the oracle must find the plan's own order")
        );
        var ratios = SmallRuns.Select(run => run.Plan.FinishSeconds / run.Best).ToList();
        Assert.True(
            ratios.Average() < 1.005 && ratios.Max() < 1.04,
            $"mean {ratios.Average():0.000}, most {ratios.Max():0.000}"
        );
    }

    /// <summary>
    /// A change may be worth some seconds or two minutes of waiting, or any wait at all; back to a lighter colour twice
    /// that. Who wants it steady holds a row that is broken off, or a card out of its turn, for five seconds each.
    /// </summary>
    [Theory]
    [InlineData(Turns.Steady, 20)]
    [InlineData(Turns.FewRinses, 120)]
    [InlineData(Turns.OneByOne, 432_000)]
    public void A_maker_who_would_rather_wait_than_rinse_gets_the_order_for_it(Turns turns, double worth)
    {
        var (rinses, usual) = (0, 0);
        foreach (var (first, best) in Small(turns, worth).Zip(SmallRuns))
        {
            var (plan, soonest) = (first.Plan, best.Plan);
            Assert.Equal(first.Best, plan.Cost(), first.Best * 0.005);
            Assert.True(plan.AtLeastSeconds <= plan.FinishSeconds + 1e-6);
            (rinses, usual) = (rinses + plan.CountChanges(), usual + soonest.CountChanges());
        }
        Assert.True(rinses < 0.8 * usual, $"{rinses} changes instead of {usual}");
    }

    [Fact]
    public void One_colour_after_the_other_goes_over_all_cards_and_is_taken_up_once()
    {
        var row = PlanningTests.Row(6, 3, 2, 0);
        var plan = Scheduler.PlanRun(
            row.Passes,
            row.Touching,
            4,
            Paper,
            Air.OrdinaryRoom,
            Hand.Ordinary,
            new PlanOptions { Turns = Turns.OneByOne }
        );
        var better = Scheduler.Improve(plan, row.Touching, Hand.Ordinary, new SearchEffort(2_000_000, 0));
        foreach (var one in new[] { plan, better })
        {
            Assert.Null(ScheduleChecker.Fault(one, row.Touching, Hand.Ordinary));
            Assert.Equal(2, one.CountChanges());
            double[] lightness =
            [
                .. one
                    .Steps.Where(step => step.Rinse)
                    .Select(step =>
                        one.Passes.Where(pass => pass.Mix == one.PassOf(step).Mix).Max(pass => pass.Lightness)
                    ),
            ];
            Assert.Equal(lightness.OrderDescending(), lightness);
        }
        Assert.True(better.FinishSeconds <= plan.FinishSeconds);
        var soonest = Scheduler.PlanRun(row.Passes, row.Touching, 4, Paper, Air.OrdinaryRoom, Hand.Ordinary);
        Assert.True(soonest.FinishSeconds < plan.FinishSeconds && soonest.CountChanges() > 2);
    }

    /// <summary>
    /// The least cost over all orders in which layers follow each other: the time to the last stroke, and every change
    /// so many seconds more.
    /// </summary>
    private static double BestCost(Plan plan, (int One, int Other)[] touching, double rinseWorth, double breakWorth)
    {
        var best = double.PositiveInfinity;
        var open = Enumerable
            .Range(1, plan.Cards)
            .SelectMany(card => plan.Passes.Select(pass => (card, pass)))
            .ToList();
        Try(open, null, 0, 0, []);
        return best;

        void Try(
            List<(int Card, Pass Pass)> left,
            Pass? last,
            double free,
            double rinsed,
            Dictionary<(int, int), (double Until, PaintMix Mix)> dry
        )
        {
            if (left.Count == 0)
                best = Math.Min(best, free + rinsed);
            if (free + rinsed >= best)
                return;
            foreach (var (card, pass) in left)
            {
                if (
                    left.Exists(l =>
                        l.Card == card && l.Pass.Layer == pass.Layer - 1 && l.Pass.Areas.Any(pass.Areas.Contains)
                    )
                )
                    continue;
                // What touches it and is wet with another mix would run into it.
                var beside = touching
                    .Where(t => pass.Areas.Contains(t.One))
                    .Select(t => t.Other)
                    .Concat(touching.Where(t => pass.Areas.Contains(t.Other)).Select(t => t.One))
                    .Where(area => dry.TryGetValue((card, area), out var wet) && wet.Mix != pass.Mix);
                var start = pass
                    .Areas.Concat(beside)
                    .Select(area => dry.GetValueOrDefault((card, area)).Until)
                    .Append(free + Setup(last, pass))
                    .Max();
                var end =
                    start
                    + pass.Areas.Length * Hand.Ordinary.SecondsPerArea
                    + pass.PaintedMm2 * Hand.Ordinary.SecondsPerMm2;
                var then = new Dictionary<(int, int), (double Until, PaintMix Mix)>(dry);
                foreach (var area in pass.Areas)
                    then[(card, area)] = (end + plan.TimesOf(pass, area).Dry.TotalSeconds, pass.Mix);
                // Back to a lighter mix counts twice.
                double Light(Pass of) => plan.Passes.Where(other => other.Mix == of.Mix).Max(other => other.Lightness);
                var rinse =
                    last?.Mix == pass.Mix
                        ? 0
                        : rinseWorth * (last is not null && Light(pass) > Light(last) + 1 ? 2 : 1);
                var brokenOff = last is not null && last != pass && left.Exists(l => l.Pass == last);
                var outOfTurn = card != plan.Cards - left.Count(l => l.Pass == pass) + 1;
                var breaks = breakWorth * ((brokenOff ? 1 : 0) + (outOfTurn ? 1 : 0));
                Try([.. left.Where(l => l != (card, pass))], pass, end, rinsed + rinse + breaks, then);
            }
        }
    }

    private static double Setup(Pass? last, Pass pass) =>
        last is null ? Hand.Ordinary.NextMixSeconds
        : last.Mix == pass.Mix ? Hand.Ordinary.NextCardSeconds
        : pass.Lightness > last.Lightness + 1 ? Hand.Ordinary.LighterMixSeconds
        : Hand.Ordinary.NextMixSeconds;
}
