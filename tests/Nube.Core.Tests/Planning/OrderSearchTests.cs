using System.Collections.Immutable;
using Google.OrTools.Sat;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Planning;

namespace Nube.Core.Tests.Planning;

public class OrderSearchTests
{
    private static readonly SearchEffort Short = new(2_000_000, 0);

    /// <summary>
    /// A run of any shape: areas, neighbours, mixes, layers, shadows, paper, weather and hand by chance.
    /// </summary>
    private static (Plan Plan, (int One, int Other)[] Touching, Hand Hand) Any(int seed, int mostAreas, int mostCards)
    {
        var random = new Random(seed);
        var count = 1 + random.Next(mostAreas);
        var mixes = 1 + random.Next(count);
        var touching = (
            from a in Enumerable.Range(1, count)
            from b in Enumerable.Range(a + 1, count - a)
            where random.NextDouble() < 2.5 / count
            select (a, b)
        ).ToArray();
        var drawn = Enumerable
            .Range(1, count)
            .Select(i =>
            {
                var (layers, shadow) = (1 + random.Next(3), random.Next(3));
                return (
                    Area: i,
                    Size: 20 + random.Next(600),
                    Colourant: random.Next(mixes),
                    Strength: new Strength(random.Next(5)),
                    Layers: layers,
                    Shadow: shadow,
                    Lightness: Enumerable
                        .Range(1, layers + shadow)
                        .Select(layer => 95.0 - 8 * layer - random.Next(6))
                        .ToArray()
                );
            })
            .ToList();
        var paper = GenericCatalogue.Papers[random.Next(GenericCatalogue.Papers.Length)];
        var areas = drawn
            .Select(d =>
                FlatAreas.Area(
                    d.Area,
                    d.Size,
                    d.Colourant,
                    d.Strength,
                    d.Layers,
                    d.Shadow,
                    layer => d.Lightness[layer - 1],
                    paper,
                    0.3
                )
            )
            .ToList();
        var air = new Air(15 + random.Next(15), 0.3 + 0.5 * random.NextDouble(), 0.3 * random.NextDouble());
        var hand = new Hand(
            2 + random.Next(8),
            0.01 + 0.05 * random.NextDouble(),
            1 + random.Next(8),
            10 + random.Next(30),
            30 + random.Next(30)
        );
        return (
            Scheduler.PlanRun(
                PassBuilder.Passes(areas, touching),
                touching,
                1 + random.Next(mostCards),
                paper,
                air,
                hand
            ),
            touching,
            hand
        );
    }

    [Fact]
    public void Hundreds_of_plans_break_no_rule_of_the_bench()
    {
        for (var seed = 0; seed < 800; seed++)
        {
            var (plan, touching, hand) = Any(seed, 6, 3);
            Assert.True(
                ScheduleChecker.Fault(plan, touching, hand) is null,
                $"greedy, seed {seed}: {ScheduleChecker.Fault(plan, touching, hand)}"
            );
            // Now and then long enough for one card to be solved exactly.
            var better = Scheduler.Improve(
                plan,
                touching,
                hand,
                new SearchEffort(seed % 8 == 0 ? 1_000_000 : 60_000, 0)
            );
            Assert.True(
                ScheduleChecker.Fault(better, touching, hand) is null,
                $"searched, seed {seed}: {ScheduleChecker.Fault(better, touching, hand)}"
            );
            Assert.True(better.FinishSeconds <= plan.FinishSeconds + 1e-6, $"seed {seed} became worse");
        }
    }

    [Fact]
    public void The_checker_sees_what_is_wrong()
    {
        var (plan, touching, hand) = Any(4, 9, 4);
        string? With(Func<PlannedStep, PlannedStep> change) =>
            ScheduleChecker.Fault(plan with { Steps = plan.Steps.SetItem(1, change(plan.Steps[1])) }, touching, hand);
        Assert.Contains(
            "hands",
            With(step => step with { StartSeconds = 0, EndSeconds = step.EndSeconds - step.StartSeconds }),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "takes another time",
            With(step => step with { EndSeconds = step.EndSeconds + 1 }),
            StringComparison.Ordinal
        );
        Assert.Contains("twice", With(_ => plan.Steps[0]), StringComparison.Ordinal);
        Assert.Contains(
            "missing",
            ScheduleChecker.Fault(plan with { Cards = plan.Cards + 1 }, touching, hand),
            StringComparison.Ordinal
        );
        // Nothing dries: the same order without its waits paints on wet areas.
        var hasty = plan with { Steps = [.. Hasty(plan, hand)] };
        Assert.Contains(
            "wet",
            ScheduleChecker.Fault(
                hasty with
                {
                    FinishSeconds = hasty.Steps.Max(step => step.EndSeconds),
                },
                touching,
                hand
            ),
            StringComparison.Ordinal
        );

        static IEnumerable<PlannedStep> Hasty(Plan plan, Hand hand)
        {
            var free = 0.0;
            foreach (var step in plan.Steps)
            {
                var (start, took, dries) = (
                    free + Math.Max(step.SetupSeconds, hand.NextCardSeconds),
                    step.EndSeconds - step.StartSeconds,
                    step.DrySeconds - step.EndSeconds
                );
                free = start + took;
                yield return step with
                {
                    StartSeconds = start,
                    EndSeconds = free,
                    DrySeconds = free + dries,
                };
            }
        }
    }

    [Fact]
    public void The_same_effort_gives_the_same_plan_and_more_is_never_worse_than_the_first()
    {
        var (plan, touching, hand) = Any(77, 14, 6);
        var (one, same) = (
            Scheduler.Improve(plan, touching, hand, Short),
            Scheduler.Improve(plan, touching, hand, Short)
        );
        Assert.Equal(one.Steps, same.Steps);
        Assert.True(one.FinishSeconds < plan.FinishSeconds, "this run can be done better than greedily");
    }

    [Fact]
    public void A_search_tells_how_far_it_is_and_keeps_its_best_when_it_is_stopped()
    {
        var (plan, touching, hand) = Any(77, 14, 6);
        using var stop = new CancellationTokenSource();
        var told = new List<SearchProgress>();
        var better = Scheduler.Improve(
            plan,
            touching,
            hand,
            Short,
            new Direct(progress =>
            {
                told.Add(progress);
                if (told.Count == 3)
                    stop.Cancel();
            }),
            stop.Token
        );
        Assert.InRange(told.Count, 3, 4);
        Assert.Equal(
            told.Select(progress => progress.FinishSeconds).OrderDescending(),
            told.Select(progress => progress.FinishSeconds)
        );
        Assert.Equal(told[^1].FinishSeconds, better.FinishSeconds, 6);
        Assert.Null(ScheduleChecker.Fault(better, touching, hand));
    }

    private sealed class Direct(Action<SearchProgress> act) : IProgress<SearchProgress>
    {
        public void Report(SearchProgress value) => act(value);
    }

    // Google OR-Tools' CP-SAT, an exact solver: the optimum is proven, so the bound lies below it and the search finds
    // it.
    [Fact]
    public void Tiny_runs_are_planned_as_well_as_is_proven_to_be_possible()
    {
        var (proven, reached, checkedRuns) = (0.0, 0.0, 0);
        for (var seed = 0; checkedRuns < 12; seed++)
        {
            var (plan, touching, hand) = Any(1000 + seed, 5, 2);
            if (plan.Steps.Length is < 5 or > 11)
                continue;
            checkedRuns++;
            var best = Proven(plan, touching, hand);
            var better = Scheduler.Improve(plan, touching, hand, Short);
            Assert.True(
                better.AtLeastSeconds <= best + 0.5,
                $"seed {seed}: the bound {better.AtLeastSeconds:0.0} lies above the optimum {best:0.0}"
            );
            Assert.True(
                better.FinishSeconds >= best - 0.5,
                $"seed {seed}: {better.FinishSeconds:0.0} is better than the proven {best:0.0}"
            );
            (proven, reached) = (proven + best, reached + better.FinishSeconds);
            Assert.True(
                better.FinishSeconds <= best * 1.005 + 0.5,
                $"seed {seed}: {better.FinishSeconds:0.0} of {best:0.0}"
            );
        }
        Assert.InRange(reached / proven, 0.999, 1.002);
    }

    /// <summary>The proven earliest finish, in whole tenths of a second.</summary>
    private static double Proven(Plan plan, (int One, int Other)[] touching, Hand hand)
    {
        const double tenths = 10;
        long Whole(double seconds) => (long)Math.Round(seconds * tenths);
        var model = new CpModel();
        var jobs = plan.Steps.Select(step => (step.Card, Pass: plan.Passes[step.Pass])).ToList();
        var horizon = Whole(plan.FinishSeconds) + 100;
        long Paint(Pass pass) => Whole(pass.Areas.Length * hand.SecondsPerArea + pass.PaintedMm2 * hand.SecondsPerMm2);
        // The longest that any area takes which the other shares or touches.
        long Dry(Pass pass, Pass other) =>
            Whole(
                pass.Areas.Where(x =>
                        other.Areas.Any(y => x == y || touching.Contains((x, y)) || touching.Contains((y, x)))
                    )
                    .Max(x => plan.TimesOf(pass, x).Dry.TotalSeconds)
            );
        var start = jobs.Select((_, i) => model.NewIntVar(0, horizon, $"start {i}")).ToArray();
        var finish = model.NewIntVar(0, horizon, "finish");
        var circuit = model.AddCircuit();
        for (var i = 0; i < jobs.Count; i++)
        {
            model.Add(finish >= start[i] + Paint(jobs[i].Pass));
            var first = model.NewBoolVar($"first {i}");
            circuit.AddArc(jobs.Count, i, first);
            model.Add(start[i] >= Whole(hand.NextMixSeconds)).OnlyEnforceIf(first);
            circuit.AddArc(i, jobs.Count, model.NewBoolVar($"last {i}"));
            for (var j = 0; j < jobs.Count; j++)
            {
                if (i == j)
                    continue;
                var (a, b) = (jobs[i].Pass, jobs[j].Pass);
                var follows = model.NewBoolVar($"{i} then {j}");
                circuit.AddArc(i, j, follows);
                var setup =
                    a.Mix == b.Mix ? hand.NextCardSeconds
                    : b.Lightness > a.Lightness + 1 ? hand.LighterMixSeconds
                    : hand.NextMixSeconds;
                model.Add(start[j] >= start[i] + Paint(a) + Whole(setup)).OnlyEnforceIf(follows);
                if (j < i || jobs[i].Card != jobs[j].Card)
                    continue;
                var same = a.Areas.Intersect(b.Areas).Any();
                if (
                    !same
                    && (
                        a.Mix == b.Mix
                        || !a.Areas.Any(x => b.Areas.Any(y => touching.Contains((x, y)) || touching.Contains((y, x))))
                    )
                )
                    continue;
                var before = model.NewBoolVar($"{i} before {j}");
                model.Add(start[j] >= start[i] + Paint(a) + Dry(a, b)).OnlyEnforceIf(before);
                model.Add(start[i] >= start[j] + Paint(b) + Dry(b, a)).OnlyEnforceIf(before.Not());
                if (same)
                    model.Add((LinearExpr)before == (a.Layer < b.Layer ? 1 : 0));
            }
        }
        model.Minimize(finish);
        var solver = new CpSolver { StringParameters = "num_workers:1,random_seed:1,max_deterministic_time:60" };
        Assert.Equal(CpSolverStatus.Optimal, solver.Solve(model));
        return solver.ObjectiveValue / tenths;
    }
}
