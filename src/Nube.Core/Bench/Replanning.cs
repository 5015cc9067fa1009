using System.Collections.Immutable;
using Nube.Core.Drying;
using Nube.Core.Planning;

namespace Nube.Core.Bench;

/// <summary>Arranges what is left when something else was done than planned.</summary>
public static class Replanning
{
    /// <summary>
    /// The plan with the best order of its remaining steps from how wet everything is now; steps keep their numbers.
    /// </summary>
    /// <param name="plan">The plan.</param>
    /// <param name="touching">Which areas touch.</param>
    /// <param name="hand">The maker's hand.</param>
    /// <param name="bench">The bench as it stands.</param>
    public static Plan FromNow(Plan plan, IEnumerable<(int One, int Other)> touching, Hand hand, BenchState bench)
    {
        ArgumentNullException.ThrowIfNull(plan);
        ArgumentNullException.ThrowIfNull(bench);
        var gone = bench.Done.Concat(bench.LeftOut).Select(number => plan.Steps[number - 1]).ToList();
        if (gone.Count == plan.Steps.Length)
            return plan with { Rest = [] };
        var options = plan.Options with
        {
            // Pauses begin anew, and pins were places in an order that is no more.
            Pinned = [],
            Skipped = [.. plan.Options.Skipped, .. gone.Select(step => new StepKey(step.Card, step.Pass))],
        };
        double Seconds(DateTimeOffset at) => Math.Max(0, (at - bench.At).TotalSeconds);
        var wet = bench.Cards.SelectMany(
            card => card.Areas,
            (card, area) =>
                new StillWet(
                    card.Card,
                    area.Area,
                    Seconds(area.DullAt),
                    Seconds(area.DryAt),
                    Seconds(area.BoneDryAt),
                    area.Pass
                )
        );
        // The rest dries in the air that there is now.
        ImmutableArray<DryingOf> drying =
        [
            .. plan.Drying.Select(of =>
                of.Leaves == Leaves.Water ? of with { Times = of.Times.Scaled(bench.AirFactor) } : of
            ),
        ];
        var problem = new ScheduleProblem(plan.Passes, touching, plan.Cards, drying, hand, options, wet);
        var numbers = plan.Steps.ToDictionary(
            step => (step.Card - 1) * plan.Passes.Length + step.Pass,
            step => step.Number
        );
        return plan with { Rest = [.. Scheduler.Greedy(problem, problem.Jobs).Order.Select(job => numbers[job])] };
    }
}
