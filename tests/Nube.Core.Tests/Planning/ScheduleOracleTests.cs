using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Planning;

namespace Nube.Core.Tests.Planning;

/// <summary>The plan against every order of the hands, on runs small enough to try them all.</summary>
public class ScheduleOracleTests
{
    private static readonly Paper Paper = GenericCatalogue.Papers[0];

    // Rows of 1 to 5 touching areas in 1 to 3 mixes, 1 or 2 layers, with and without shadow, on 1 to 3 cards, of which
    // every order can be tried.
    private static readonly List<(Plan Plan, double Best)> SmallRuns =
    [
        .. (from areas in Enumerable.Range(1, 5)
            from mixes in Enumerable.Range(1, 3)
            from layers in Enumerable.Range(1, 2)
            from shadow in Enumerable.Range(0, 2)
            from cards in Enumerable.Range(1, 3)
            let row = PlanningTests.Row(areas, mixes, layers, shadow)
            where mixes <= areas && row.Passes.Length * cards <= 8
            let plan = Scheduler.PlanRun(row.Passes, row.Touching, cards, Paper, Air.OrdinaryRoom, Hand.Ordinary)
            select (plan, BestFinish(plan, row.Touching))),
    ];

    [Fact]
    public void No_order_beats_the_bound() =>
        Assert.All(SmallRuns, run => Assert.True(run.Plan.AtLeastSeconds <= run.Best + 1e-6, $"bound {run.Plan.AtLeastSeconds:0}, best {run.Best:0}"));

    [Fact]
    public void The_plan_is_near_the_best_order()
    {
        Assert.All(SmallRuns, run => Assert.True(run.Best <= run.Plan.FinishSeconds + 1e-6, "the oracle must find the plan's own order"));
        var ratios = SmallRuns.Select(run => run.Plan.FinishSeconds / run.Best).ToList();
        Assert.True(ratios.Average() < 1.005 && ratios.Max() < 1.03, $"mean {ratios.Average():0.000}, most {ratios.Max():0.000}");
    }

    /// <summary>The earliest finish over all orders in which layers follow each other.</summary>
    private static double BestFinish(Plan plan, (int One, int Other)[] touching)
    {
        var best = double.PositiveInfinity;
        var open = Enumerable.Range(1, plan.Cards).SelectMany(card => plan.Passes.Select(pass => (card, pass))).ToList();
        Try(open, null, 0, []);
        return best;

        void Try(List<(int Card, Pass Pass)> left, Pass? last, double free, Dictionary<(int, int), double> dry)
        {
            if (left.Count == 0) best = Math.Min(best, free);
            if (free >= best) return;
            foreach (var (card, pass) in left)
            {
                if (left.Exists(l => l.Card == card && l.Pass.Layer == pass.Layer - 1 && l.Pass.Areas.Any(pass.Areas.Contains))) continue;
                var wet = pass.Areas.Concat(touching.Where(t => pass.Areas.Contains(t.One)).Select(t => t.Other))
                    .Concat(touching.Where(t => pass.Areas.Contains(t.Other)).Select(t => t.One));
                var start = wet.Select(area => dry.GetValueOrDefault((card, area))).Append(free + Setup(last, pass)).Max();
                var end = start + pass.Areas.Length * Hand.Ordinary.SecondsPerArea + pass.PaintedMm2 * Hand.Ordinary.SecondsPerMm2;
                var then = new Dictionary<(int, int), double>(dry);
                foreach (var area in pass.Areas) then[(card, area)] = end + plan.TimesOf(pass).Dry.TotalSeconds;
                Try([.. left.Where(l => l != (card, pass))], pass, end, then);
            }
        }
    }

    private static double Setup(Pass? last, Pass pass) =>
        last is null ? Hand.Ordinary.NextMixSeconds
        : last.Mix == pass.Mix ? Hand.Ordinary.NextCardSeconds
        : pass.Lightness > last.Lightness + 1 ? Hand.Ordinary.LighterMixSeconds
        : Hand.Ordinary.NextMixSeconds;
}
