using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Planning;

namespace Nube.Core.Tests.Planning;

/// <summary>The plan against every order of the hands, on runs small enough to try them all.</summary>
public class ScheduleOracleTests
{
    private static readonly Paper Paper = GenericCatalogue.Papers[0];

    public static TheoryData<int, int, int, int, int> SmallRuns => new()
    {
        // areas in a row, mixes, layers, shadow layers, cards
        { 3, 1, 1, 0, 2 },
        { 3, 2, 1, 1, 1 },
        { 4, 2, 1, 0, 2 },
        { 3, 3, 1, 0, 2 },
        { 2, 2, 2, 1, 1 },
        { 5, 3, 1, 0, 2 },
        { 1, 1, 3, 0, 2 },
    };

    [Theory]
    [MemberData(nameof(SmallRuns))]
    public void No_order_beats_the_bound_and_the_plan_is_near_the_best(int areas, int mixes, int layers, int shadow, int cards)
    {
        var (passes, touching) = PlanningTests.Row(areas, mixes, layers, shadow);
        var plan = Scheduler.PlanRun(passes, touching, cards, Paper, Air.OrdinaryRoom, Hand.Ordinary);
        Assert.True(plan.Steps.Length <= 8, $"{plan.Steps.Length} steps are too many to try every order");

        var best = BestFinish(plan, touching);
        Assert.True(plan.AtLeastSeconds <= best + 1e-6, $"bound {plan.AtLeastSeconds:0}, best {best:0}");
        Assert.True(best <= plan.FinishSeconds + 1e-6, "the oracle must find the plan's own order");
        Assert.True(plan.FinishSeconds <= 1.05 * best, $"plan {plan.FinishSeconds:0}, best {best:0}");
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
                foreach (var area in pass.Areas) then[(card, area)] = end + plan.TimesOf(pass.Water).Dry.TotalSeconds;
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
