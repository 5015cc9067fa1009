using Nube.Core.Drying;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Planning;

namespace Nube.Core.Tests.Planning;

/// <summary>
/// Checks a plan against every rule of the bench, from the plan alone: it shares nothing with what made it.
/// </summary>
internal static class ScheduleChecker
{
    private const double Hair = 1e-6; // seconds

    /// <summary>The first rule that a plan breaks, in words; null when it breaks none.</summary>
    public static string? Fault(Plan plan, IReadOnlyCollection<(int One, int Other)> touching, Hand hand)
    {
        var options = plan.Options;
        if (plan.Steps.Length != plan.Cards * plan.Passes.Length - options.Skipped.Distinct().Count())
            return "steps are missing";
        if (plan.Steps.Select(step => (step.Card, step.Pass)).Distinct().Count() != plan.Steps.Length)
            return "a step is there twice";
        if (plan.Steps.Any(step => options.Skipped.Contains(new StepKey(step.Card, step.Pass))))
            return "a step is there that is left out";
        if (
            options.Pinned.Any(pin =>
                plan.Steps[pin.Place - 1] is var there && new StepKey(there.Card, there.Pass) != pin.Step
            )
        )
            return "a pinned step is elsewhere";
        bool Touch(int a, int b) => touching.Contains((a, b)) || touching.Contains((b, a));

        PlannedStep? before = null;
        foreach (var step in plan.Steps)
        {
            var pass = plan.Passes[step.Pass];
            // Hands: one thing at a time, with what it takes to make ready.
            var free = before?.EndSeconds ?? 0;
            var ready = Setup(before is null ? null : plan.Passes[before.Pass], pass, hand);
            if (step.StartSeconds < free + ready + step.HeatSeconds - Hair)
                return $"step {step.Number} starts before the hands are ready";
            var paint =
                pass.TakesSeconds
                + (pass.WholeCard ? 1 : pass.Areas.Length) * (hand.SecondsPerArea + Tips(pass))
                + pass.PaintedMm2 * hand.SecondsPerMm2 * pass.Sheet.Effort * Times(pass)
                + pass.Sheet.Seconds * Times(pass);
            if (Math.Abs(step.EndSeconds - step.StartSeconds - paint) > Hair)
                return $"step {step.Number} takes another time than painting";
            var heatedAt = plan.Steps.FirstOrDefault(later =>
                later.Number > step.Number
                && later.Card == step.Card
                && later.HeatSeconds > 0
                && Together(plan.Passes[later.Pass], pass)
            );
            var dries = Math.Min(
                step.EndSeconds + pass.Areas.Max(area => Dry(plan, pass, area).Dry.TotalSeconds),
                heatedAt is null ? double.PositiveInfinity : heatedAt.StartSeconds - heatedAt.SetupSeconds
            );
            if (Math.Abs(step.DrySeconds - dries) > Hair)
                return $"step {step.Number} dries in another time";
            if (step.HeatSeconds > 0 && !options.Heat)
                return $"step {step.Number} is heated without a heat tool";
            if (step.HeatSeconds > 0 && Shines(plan, step, step.StartSeconds - step.SetupSeconds - step.HeatSeconds))
                return $"step {step.Number} heats what still shines";

            foreach (var earlier in plan.Steps.Where(other => other.Card == step.Card && other.Number < step.Number))
            {
                var its = plan.Passes[earlier.Pass];
                if (
                    step.HeatSeconds > 0
                    && Together(its, pass)
                    && (
                        its.Onto is not null
                        || its.Stroke
                            is Stroke.Draw
                                or Stroke.Burnish
                                or Stroke.Dissolve
                                or Stroke.Marker
                                or Stroke.Highlight
                                or Stroke.Emboss
                                or Stroke.SpreadPaste
                    )
                )
                    return $"step {step.Number} heats a card with {its.Stroke} on it";
                if (its.After.Contains(pass.Index))
                    return $"pass {its.Index} comes before pass {pass.Index}";
                // Heat ends a wait on its card before the step that it comes before.
                var heated = plan.Steps.Any(other =>
                    other.Card == step.Card
                    && other.HeatSeconds > 0
                    && other.Number > earlier.Number
                    && other.Number <= step.Number
                    && Together(its, plan.Passes[other.Pass])
                );
                foreach (var (a, b) in from a in pass.Areas from b in its.Areas select (a, b))
                {
                    // Pieces that lie beside each other go onto the same one in any order.
                    var besides = its.Onto is not null && pass.Onto is not null;
                    if (
                        a == b
                        && !besides
                        && its.Phase == pass.Phase
                        && its.WholeCard == pass.WholeCard
                        && its.Layer >= pass.Layer
                    )
                        return $"layer {pass.Layer} of area {a} comes after layer {its.Layer}";
                    if (heated)
                        continue;
                    var drying = Dry(plan, its, b);
                    var (dry, bone) = (
                        earlier.EndSeconds + drying.Dry.TotalSeconds,
                        earlier.EndSeconds + drying.BoneDry.TotalSeconds
                    );
                    if ((a == b || (Touch(a, b) && Runs(its, pass))) && step.StartSeconds < dry - Hair)
                        return $"area {a} is painted on card {step.Card} while {b} is wet";
                    if (a == b && pass.Sheet.Needs == Wetness.BoneDry && step.StartSeconds < bone - Hair)
                        return $"area {a} is not bone dry on card {step.Card} for {pass.Stroke}";
                }
            }
            before = step;
        }
        if (
            plan.Passes.Any(pass =>
                !pass.WholeCard && Runs(pass, pass) && pass.Areas.Any(a => pass.Areas.Any(b => Touch(a, b)))
            )
        )
            return "touching areas are painted in one pass";
        if (Math.Abs(plan.FinishSeconds - plan.Steps.Max(step => step.EndSeconds)) > Hair)
            return "the finish is another";
        if (NotDone(plan) is { } early)
            return early;
        if (options.Sitting is { } sitting && Tired(plan, sitting, hand) is { } tired)
            return tired;
        return plan.AtLeastSeconds > plan.FinishSeconds + Hair ? "it is done before it can be" : null;
    }

    /// <summary>The pieces that are in hand in a pass: the picture has all areas above 0, each other one two numbers below.</summary>
    private static HashSet<int> InHand(Pass pass) =>
        [.. pass.Areas.Select(area => area >= 0 ? 0 : (int)(Math.Ceiling(area / 2.0) * 2))];

    private static bool Together(Pass one, Pass other) => InHand(one).Overlaps(InHand(other));

    /// <summary>
    /// Nothing is put together before both pieces are done and lie in their order, and nothing is done afterwards but to the
    /// whole card.
    /// </summary>
    private static string? NotDone(Plan plan)
    {
        foreach (var on in plan.Steps.Where(step => plan.PassOf(step).Onto is not null))
        {
            var pass = plan.PassOf(on);
            var late = plan.Steps.FirstOrDefault(step =>
                step.Card == on.Card
                && step.Number > on.Number
                && plan.PassOf(step) is { Onto: null, Method: not (Method.Weighting or Method.IntoEnvelope) } its
                && its.Areas.Length == its.Areas.Intersect(pass.Areas).Count()
                && InHand(its).Count == 1
            );
            if (late is not null)
                return $"piece {pass.Piece} is put on {pass.Onto} before {plan.PassOf(late).Method} is done";
        }
        return null;
    }

    /// <summary>Something on a step's card that was not heated since still has a film of water at a time.</summary>
    private static bool Shines(Plan plan, PlannedStep step, double time) =>
        plan.Steps.Any(earlier =>
            earlier.Card == step.Card
            && earlier.Number < step.Number
            && Together(plan.PassOf(earlier), plan.PassOf(step))
            && !plan.Steps.Any(heated =>
                heated.Card == step.Card
                && Together(plan.PassOf(earlier), plan.PassOf(heated))
                && heated.HeatSeconds > 0
                && heated.Number > earlier.Number
                && heated.Number < step.Number
            )
            && plan.PassOf(earlier)
                .Areas.Any(area =>
                    earlier.EndSeconds + Dry(plan, plan.PassOf(earlier), area).Damp.TotalSeconds > time + Hair
                )
        );

    /// <summary>What is wet runs into what is wet, but for one flat colour into itself.</summary>
    private static bool Runs(Pass one, Pass other)
    {
        static bool Wet(Pass pass) => pass.Leaves is Leaves.Water or Leaves.Alcohol;
        static bool Flat(Pass pass) =>
            !pass.Acts.Any(act => act.Along is not null)
            && pass.Stroke
                is Stroke.Wash
                    or Stroke.LeadWash
                    or Stroke.Around
                    or Stroke.Skim
                    or Stroke.WhiteBase
                    or Stroke.Marker;
        return Wet(one) && Wet(other) && !(Flat(one) && Flat(other) && one.Mix.Key == other.Mix.Key);
    }

    /// <summary>In each area one tip after the other is taken up, s.</summary>
    private static double Tips(Pass pass)
    {
        var one =
            pass.Stroke == Stroke.Sponge ? pass.Acts.Length
            // Hues that pass into each other while they are wet.
            : pass.Acts.Length > 0 && pass.Acts[0].Along is not null ? pass.Acts[0].Mixes.Length
            : 1;
        return Math.Max(0, one - 1) * StrokeTable.Tools.Single(tool => tool.Tool == pass.Sheet.Tool).TakeSeconds;
    }

    private static int Times(Pass pass) =>
        pass.Stroke is Stroke.Draw or Stroke.Sponge ? Math.Max(1, pass.Acts.Sum(act => act.Times)) : 1;

    private static string? Tired(Plan plan, Sitting sitting, Hand hand)
    {
        double since = 0; // the first stroke after the last rest
        PlannedStep? before = null;
        foreach (var step in plan.Steps)
        {
            var ready = Setup(before is null ? null : plan.Passes[before.Pass], plan.Passes[step.Pass], hand);
            var begins = (step.Sitting - 1) * sitting.NextAfterHours * 3600;
            var first = before is null || before.Sitting < step.Sitting;
            if (step.StartSeconds - ready < begins - Hair)
                return $"step {step.Number} begins before its sitting";
            if (!first && step.EndSeconds > begins + sitting.Minutes * 60 + Hair)
                return $"step {step.Number} ends after its sitting";
            var idle = step.StartSeconds - ready - step.HeatSeconds - (before?.EndSeconds ?? 0);
            // A single step may take longer than a maker works without a rest; only what follows it may not.
            if (before is not null && (first || idle >= sitting.PauseMinutes * 60 - Hair))
                since = step.StartSeconds;
            else if (before is not null && step.EndSeconds - since > sitting.PauseEveryMinutes * 60 + Hair)
                return $"step {step.Number} comes after too long without a rest";
            before = step;
        }
        return null;
    }

    private static double Setup(Pass? last, Pass pass, Hand hand)
    {
        var tool = StrokeTable.Tools.Single(sheet => sheet.Tool == pass.Sheet.Tool);
        if (last is null || last.Sheet.Tool != pass.Sheet.Tool)
            return tool.Tool == Tool.Brush ? hand.NextMixSeconds : tool.TakeSeconds;
        static IEnumerable<PaintMix> OnTool(Pass one) => one.Also.Prepend(one.Mix).Where(mix => mix.Parts.Length > 0);
        if (OnTool(last).SequenceEqual(OnTool(pass)))
            return hand.NextCardSeconds;
        if (tool.Tool != Tool.Brush)
            return tool.ChangeSeconds;
        static double Lightness(Pass one) => one.MixLightness ?? one.Lightness;
        return Lightness(pass) > Lightness(last) + 1 ? hand.LighterMixSeconds : hand.NextMixSeconds;
    }

    private static DryingTimes Dry(Plan plan, Pass pass, int area) =>
        // Glue is wet between two pieces only; there it has a number of its own.
        pass.Onto
            is not null
        && (area >= 0 || area % 2 == 0)
            ? default
            : DryOf(plan, pass, area);

    private static DryingTimes DryOf(Plan plan, Pass pass, int area) =>
        plan
            .Drying.Single(d =>
                d.Leaves == pass.Leaves
                && (d.Leaves != Leaves.Water || d.Piece == (pass.Piece ?? 0))
                && (
                    d.Leaves != Leaves.Water
                    || (
                        d.Water == pass.Water
                        && d.PatchMm == pass.Patches.Where(patch => patch.Area == area).Sum(patch => patch.RadiusMm)
                    )
                )
            )
            .Times;
}
