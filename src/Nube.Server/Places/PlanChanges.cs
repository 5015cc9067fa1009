using Microsoft.AspNetCore.Http.HttpResults;
using Nube.Core.Planning;
using Nube.Data;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>A place in the order for a step; from 1.</summary>
public sealed record MoveTo(int Place);

/// <summary>Whether a step is left out, on one card or with no card on all.</summary>
public sealed record LeaveOut(int? Card, bool Skipped);

/// <summary>Two passes to be made one.</summary>
public sealed record MergePasses(int One, int Other);

/// <summary>What a maker changes about a plan; the rest is arranged around it.</summary>
internal static class PlanChanges
{
    public static void MapPlanChanges(this IEndpointRouteBuilder plan)
    {
        plan.MapPut("/steps/{number:int}/place", Move);
        plan.MapDelete("/steps/{number:int}/place", Unpin);
        plan.MapPut("/passes/{pass:int}/skipped", Skip);
        plan.MapPost("/passes/merge", Merge);
    }

    private static Task<Ok<PlanView>> Move(
        Guid id,
        int number,
        MoveTo given,
        NubeDb db,
        RunLoader runs,
        BenchGate gate,
        Palettes palettes,
        TimeProvider clock,
        CancellationToken cancel
    ) =>
        Change(
            id,
            db,
            runs,
            gate,
            palettes,
            clock,
            (run, plan) => Pinning.Move(plan, Known(plan, number), given.Place, run.Touching, run.Hand),
            cancel
        );

    private static Task<Ok<PlanView>> Unpin(
        Guid id,
        int number,
        NubeDb db,
        RunLoader runs,
        BenchGate gate,
        Palettes palettes,
        TimeProvider clock,
        CancellationToken cancel
    ) =>
        Change(
            id,
            db,
            runs,
            gate,
            palettes,
            clock,
            (run, plan) =>
            {
                var step = plan.Steps[Known(plan, number) - 1];
                return Again(run, plan, Pinning.Unpinned(plan.Options, new StepKey(step.Card, step.Pass)));
            },
            cancel
        );

    private static Task<Ok<PlanView>> Skip(
        Guid id,
        int pass,
        LeaveOut given,
        NubeDb db,
        RunLoader runs,
        BenchGate gate,
        Palettes palettes,
        TimeProvider clock,
        CancellationToken cancel
    ) =>
        Change(
            id,
            db,
            runs,
            gate,
            palettes,
            clock,
            (run, plan) =>
            {
                if (pass < 0 || pass >= plan.Passes.Length)
                    throw TroubleException.Unusable("This pass is not in the plan.");
                if (given.Card is { } one && (one < 1 || one > plan.Cards))
                    throw TroubleException.Unusable($"The run has cards 1 to {plan.Cards}.");
                var steps = Enumerable
                    .Range(1, plan.Cards)
                    .Where(card => given.Card is null || card == given.Card)
                    .Select(card => new StepKey(card, pass))
                    .ToHashSet();
                var others = plan.Options.Skipped.Where(step => !steps.Contains(step));
                return Again(
                    run,
                    plan,
                    plan.Options with
                    {
                        Skipped = [.. given.Skipped ? others.Concat(steps) : others],
                    }
                );
            },
            cancel
        );

    private static Task<Ok<PlanView>> Merge(
        Guid id,
        MergePasses given,
        NubeDb db,
        RunLoader runs,
        BenchGate gate,
        Palettes palettes,
        TimeProvider clock,
        CancellationToken cancel
    ) =>
        Change(
            id,
            db,
            runs,
            gate,
            palettes,
            clock,
            (run, plan) =>
            {
                if (Math.Min(given.One, given.Other) < 0 || Math.Max(given.One, given.Other) >= plan.Passes.Length)
                    throw TroubleException.Unusable("These passes are not in the plan.");
                var merged = Merging.Merge(plan.Passes, given.One, given.Other, run.Touching);
                var options = merged.Options(plan);
                try
                {
                    return Again(run, plan with { Passes = merged.Passes }, options);
                }
                catch (ImpossibleOrderException) when (!options.Pinned.IsEmpty)
                {
                    // The merged step has to be where a pinned one is: the wish of now goes before that of then.
                    return Again(run, plan with { Passes = merged.Passes }, options with { Pinned = [] });
                }
            },
            cancel
        );

    private static Plan Again(RunWithSupplies run, Plan plan, PlanOptions options) =>
        Scheduler.PlanRun(
            plan.Passes,
            run.Touching,
            plan.Cards,
            run.PaperOf(null),
            run.Room,
            run.Hand,
            options,
            plan.Pieces
        );

    private static int Known(Plan plan, int number) =>
        number >= 1 && number <= plan.Steps.Length
            ? number
            : throw TroubleException.Unusable($"There is no step {number} in this plan.");

    private static async Task<Ok<PlanView>> Change(
        Guid id,
        NubeDb db,
        RunLoader runs,
        BenchGate gate,
        Palettes palettes,
        TimeProvider clock,
        Func<RunWithSupplies, Plan, Plan> change,
        CancellationToken cancel
    )
    {
        var run = await runs.Load(id, cancel);
        await gate.Open(run, PlanPlace.Begun, cancel);
        if (run.Run.Plan is not { } made)
            throw TroubleException.Conflict("Plan the run first.");
        if (run.IsStale)
            throw TroubleException.Conflict(Words.Stale(run.ChangedSincePlanned));
        try
        {
            var now = clock.GetUtcNow();
            made.Replace(change(run, made.Plan), made.Air, now);
            run.Run.ChangedAt = now;
        }
        catch (ImpossibleOrderException impossible)
        {
            throw TroubleException.Conflict($"{impossible.Message} The plan is as it was.");
        }
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(PlanViews.View(run, palettes));
    }
}
