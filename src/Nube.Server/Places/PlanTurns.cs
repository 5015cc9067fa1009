using Microsoft.AspNetCore.Http.HttpResults;
using Nube.Core.Methods;
using Nube.Core.Planning;
using Nube.Data;
using Nube.Server.Support;
using Nube.Workshop;

namespace Nube.Server.Places;

/// <summary>
/// A way in which colours can take turns, and what the run takes with it before a better order is looked for.
/// </summary>
public sealed record TurnsView(Turns Turns, string InWords, string Takes, string? Against, bool IsTaken);

/// <summary>How the colours of a run are to take turns.</summary>
public sealed record TurnsGiven(Turns Turns);

/// <summary>Time against rinsing: what each way would take, so that a maker can choose.</summary>
internal static class PlanTurns
{
    public static void MapPlanTurns(this IEndpointRouteBuilder plan)
    {
        plan.MapGet("/turns", Compare);
        plan.MapPut("/turns", Take);
    }

    /// <summary>Enough to compare ways: some tenths of a second each.</summary>
    private static readonly SearchEffort Look = new(10_000_000, 0.01);

    private static async Task<Ok<IReadOnlyList<TurnsView>>> Compare(
        Guid id,
        RunLoader runs,
        Apprentices apprentices,
        CancellationToken cancel
    )
    {
        var run = await runs.Load(id, cancel);
        var plan = run.Run.Plan?.Plan ?? throw TroubleException.Conflict("Plan the run first.");
        var views = new List<TurnsView>();
        foreach (var turns in Enum.GetValues<Turns>())
        {
            var taken = turns == plan.Options.Turns;
            var withIt = taken
                ? plan
                : await PlanPlace.Planned(run, apprentices, run.Options with { Turns = turns }, null, cancel, Look);
            // The order that is there is one of those that could be taken: none is quickest that comes after it.
            if (turns == Turns.Soonest && plan.FinishSeconds < withIt.FinishSeconds)
                withIt = plan;
            views.Add(
                new TurnsView(
                    turns,
                    Schools.InWords(turns),
                    Words.InAll(withIt),
                    taken ? null : Words.Against(withIt, plan),
                    taken
                )
            );
        }
        return TypedResults.Ok<IReadOnlyList<TurnsView>>(views);
    }

    /// <summary>For this run only; it is to be planned again.</summary>
    private static async Task<NoContent> Take(
        Guid id,
        TurnsGiven given,
        NubeDb db,
        RunLoader runs,
        BenchGate gate,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var run = await runs.Load(id, cancel);
        await gate.Open(run, PlanPlace.Begun, cancel);
        (run.Run.Schools, run.Run.ChangedAt) = (run.Schools with { Turns = given.Turns }, clock.GetUtcNow());
        await db.SaveChangesAsync(cancel);
        return TypedResults.NoContent();
    }
}
