using System.Collections.Immutable;
using Microsoft.AspNetCore.Http.HttpResults;
using Nube.Core.Bench;
using Nube.Core.Colour;
using Nube.Core.Drying;
using Nube.Core.Methods;
using Nube.Core.Planning;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Printing;
using Nube.Server.Support;
using Nube.Server.Work;
using Nube.Workshop;

namespace Nube.Server.Places;

/// <summary>Why a rule is silenced for a run; none to let it speak again.</summary>
public sealed record SilenceGiven(string? Reason);

/// <summary>A plan that was just made, and the job that looks for a better order of it.</summary>
public sealed record PlanMade(PlanView Plan, Guid Job);

/// <summary>The third stage: passes, order, waits.</summary>
public static class PlanPlace
{
    private const int LongestReason = 200;

    /// <summary>Maps the place.</summary>
    public static void MapPlan(this IEndpointRouteBuilder api)
    {
        var plan = api.MapGroup("/runs/{id:guid}/plan").WithTags("Plan");
        plan.MapGet("/", Look);
        plan.MapPost("/", PlanTheRun);
        plan.MapPost("/better", TakeBetter);
        plan.MapPlanChanges();
        plan.MapPlanTurns();
        plan.MapPlanFiles();
        plan.MapPlanWhatIf();
        plan.MapPlanLookFiles();
        api.MapPlanLook();
        api.MapPut("/runs/{id:guid}/clashes/{rule}", Silence).WithTags("Plan");
    }

    private static async Task<Ok<PlanView>> Look(
        Guid id,
        RunLoader runs,
        Palettes palettes,
        CancellationToken cancel
    ) => TypedResults.Ok(PlanViews.View(await runs.Load(id, cancel), palettes));

    private static async Task<Ok<PlanMade>> PlanTheRun(
        Guid id,
        RunLoader runs,
        BenchGate gate,
        Palettes palettes,
        Apprentices apprentices,
        JobBoard board,
        MakerAtWork maker,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var run = await runs.Load(id, cancel);
        await gate.Open(run, Begun, cancel);
        await Make(run, apprentices, clock.GetUtcNow(), cancel);
        run.Run.ChangedAt = clock.GetUtcNow();
        var job = await board.Begin(
            maker.MakerId,
            id,
            JobKind.ImprovePlan,
            new ImprovePlanJob.Order(run.Run.Plan!.Edition),
            cancel
        );
        return TypedResults.Ok(new PlanMade(PlanViews.View(run, palettes), job));
    }

    /// <summary>Takes the better order that was found.</summary>
    private static async Task<Ok<PlanView>> TakeBetter(
        Guid id,
        NubeDb db,
        RunLoader runs,
        BenchGate gate,
        Palettes palettes,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var run = await runs.Load(id, cancel);
        await gate.Open(run, Begun, cancel);
        if (run.Run.Plan is not { Better: { } better } made)
            throw TroubleException.Conflict("No better order was found so far.");
        var now = clock.GetUtcNow();
        made.Replace(better, made.Air, now);
        run.Run.ChangedAt = now;
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(PlanViews.View(run, palettes));
    }

    private static async Task<Ok<IReadOnlyList<Remark>>> Silence(
        Guid id,
        string rule,
        SilenceGiven given,
        NubeDb db,
        RunLoader runs,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var run = await runs.Load(id, cancel);
        if (ClashRules.All.FirstOrDefault(known => known.Key == rule) is not { } known)
            throw TroubleException.Gone("This rule is not known.");
        if (!known.MaySilence)
            throw TroubleException.Unusable("A caution that can keep someone from harm is never silenced.");
        if (given.Reason is null)
        {
            run.Run.Silenced = run.Run.Silenced.Remove(rule);
        }
        else
        {
            var reason = given.Reason.Trim();
            if (reason.Length is 0 or > LongestReason)
                throw TroubleException.Unusable($"Say in 1 to {LongestReason} letters why it does not matter here.");
            run.Run.Silenced = run.Run.Silenced.SetItem(rule, reason);
        }
        run.Run.ChangedAt = clock.GetUtcNow();
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(run.Run.Plan is { } made ? PlanViews.Remarks(run, made.Plan) : run.Remarks());
    }

    internal const string Begun =
        "Steps of this plan are done already, so it stays as it is. Take them back on the bench first, or go on.";

    /// <summary>Makes the plan of a run and puts it in its place.</summary>
    internal static async Task Make(
        RunWithSupplies run,
        Apprentices apprentices,
        DateTimeOffset now,
        CancellationToken cancel
    )
    {
        var plan = await Planned(run, apprentices, run.Options, run.Run.Plan?.Plan, cancel);
        if (run.Run.Plan is { } old)
        {
            old.Replace(plan, run.Room, now);
            (old.Basis, old.Palette) = (RunBasis.Of(run), run.Run.Palette);
        }
        else
        {
            run.Run.Plan = new RunPlan
            {
                RunId = run.Run.Id,
                MakerId = run.Run.MakerId,
                Plan = plan,
                Air = run.Room,
                Basis = RunBasis.Of(run),
                Palette = run.Run.Palette,
                MadeAt = now,
            };
        }
    }

    /// <summary>A plan of the run as it stands, or a sentence on what is missing.</summary>
    internal static async Task<Plan> Planned(
        RunWithSupplies run,
        Apprentices apprentices,
        PlanOptions options,
        Plan? before,
        CancellationToken cancel,
        SearchEffort? search = null
    )
    {
        // Pieces can be planned without a picture, and without a colour.
        if (run.NeedsPicture && (run.Paper is null || run.Palette.Count == 0))
            throw Colours.NothingToColourWith();
        if (!run.HasWork)
            throw TroubleException.Conflict("Give at least one area a colour first.");
        return await apprentices.Do(
            new PlanCards(
                run.Painting,
                [.. run.Palette.Select(item => item.Colourant!)],
                run.Schools,
                [.. run.Touching.Select(pair => new TouchingPair(pair.One, pair.Other))],
                new Pace(run.Run.Cards, run.Hand, run.PaperOf(null), run.Room, options),
                before,
                search,
                run.LayingHand,
                run.Card
            )
            {
                Printed = run.Printed,
            },
            stop: cancel
        );
    }
}
