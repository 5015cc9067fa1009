using Nube.Core.Planning;

namespace Nube.Core.Tests.Planning;

/// <summary>Checks a plan against every rule of the bench, from the plan alone: it shares nothing with what made it.</summary>
internal static class ScheduleChecker
{
    private const double Hair = 1e-6; // seconds

    /// <summary>The first rule that a plan breaks, in words; null when it breaks none.</summary>
    public static string? Fault(Plan plan, IReadOnlyCollection<(int One, int Other)> touching, Hand hand)
    {
        if (plan.Steps.Length != plan.Cards * plan.Passes.Length) return "steps are missing";
        if (plan.Steps.Select(step => (step.Card, step.Pass)).Distinct().Count() != plan.Steps.Length) return "a step is there twice";
        bool Touch(int a, int b) => touching.Contains((a, b)) || touching.Contains((b, a));

        PlannedStep? before = null;
        foreach (var step in plan.Steps)
        {
            var pass = plan.Passes[step.Pass];
            // Hands: one thing at a time, with what it takes to make ready.
            var free = before?.EndSeconds ?? 0;
            var last = before is null ? null : plan.Passes[before.Pass];
            var ready = last is null ? hand.NextMixSeconds
                : last.Mix == pass.Mix ? hand.NextCardSeconds
                : pass.Lightness > last.Lightness + 1 ? hand.LighterMixSeconds : hand.NextMixSeconds;
            if (step.StartSeconds < free + ready - Hair) return $"step {step.Number} starts before the hands are ready";
            var paint = pass.Areas.Length * hand.SecondsPerArea + pass.PaintedMm2 * hand.SecondsPerMm2;
            if (Math.Abs(step.EndSeconds - step.StartSeconds - paint) > Hair) return $"step {step.Number} takes another time than painting";
            var dry = plan.Drying.Single(d => d.Water == pass.Water).Times.Dry.TotalSeconds;
            if (Math.Abs(step.DrySeconds - step.EndSeconds - dry) > Hair) return $"step {step.Number} dries in another time";

            foreach (var earlier in plan.Steps.Where(other => other.Card == step.Card && other.Number < step.Number))
            {
                var its = plan.Passes[earlier.Pass];
                foreach (var (a, b) in from a in pass.Areas from b in its.Areas select (a, b))
                {
                    if (a == b && its.Layer >= pass.Layer) return $"layer {pass.Layer} of area {a} comes after layer {its.Layer}";
                    if ((a == b || Touch(a, b)) && step.StartSeconds < earlier.DrySeconds - Hair)
                        return $"area {a} is painted on card {step.Card} while {b} is wet";
                }
            }
            before = step;
        }
        if (plan.Passes.Any(pass => pass.Areas.Any(a => pass.Areas.Any(b => Touch(a, b))))) return "touching areas are painted in one pass";
        if (Math.Abs(plan.FinishSeconds - plan.Steps.Max(step => step.EndSeconds)) > Hair) return "the finish is another";
        return plan.AtLeastSeconds > plan.FinishSeconds + Hair ? "it is done before it can be" : null;
    }
}
