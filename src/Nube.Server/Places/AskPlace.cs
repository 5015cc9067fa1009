using System.Collections.Immutable;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Bench;
using Nube.Core.Checking;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>What no picture shows, and is asked.</summary>
/// <param name="Kind">What it is about.</param>
/// <param name="Text">The question.</param>
/// <param name="IsSo">What the maker answered; null for nothing yet.</param>
public sealed record QuestionView(FindingKind Kind, string Text, bool? IsSo);

/// <summary>What a maker answers.</summary>
public sealed record AnswerGiven(FindingKind Kind, bool IsSo);

/// <summary>Questions about a card that was looked at.</summary>
public static class AskPlace
{
    private const int MostTries = 5;

    /// <summary>Maps the place under the checks of a run.</summary>
    public static void MapAsking(this IEndpointRouteBuilder checks)
    {
        checks.MapGet("/{check:guid}/cards/{card:int}/questions", Ask);
        checks.MapPut("/{check:guid}/cards/{card:int}/questions", Answer);
    }

    private static async Task<Ok<IReadOnlyList<QuestionView>>> Ask(
        Guid id,
        Guid check,
        int card,
        NubeDb db,
        RunLoader runs,
        Palettes palettes,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var run = await runs.Load(id, cancel);
        var seen = KeptChecks.CardOf(await KeptChecks.Of(db.CardChecks.AsNoTracking(), id, check, cancel), card);
        var plan = CheckPlace.PlanOf(run);
        var bench = BenchLog.At(plan, run.Touching, await runs.Taps(id, cancel), clock.GetUtcNow());
        var earlier = await EarlierChecks.Of(db, run, cancel);
        var done = earlier.WorkOn(plan, bench, card, CheckPlace.PaintsOf(run, palettes), seen.StepsDone);
        return TypedResults.Ok<IReadOnlyList<QuestionView>>([
            .. Questions
                .Of(done)
                .Select(kind => new QuestionView(
                    kind,
                    Questions.Text(kind),
                    seen.Answers.FirstOrDefault(answer => answer.Kind == kind)?.IsSo
                )),
        ]);
    }

    private static async Task<NoContent> Answer(
        Guid id,
        Guid check,
        int card,
        AnswerGiven given,
        NubeDb db,
        CancellationToken cancel
    )
    {
        if (!Questions.All.Contains(given.Kind))
            throw TroubleException.Unusable("This is not asked: the picture shows it.");
        for (var tries = 1; ; tries++)
        {
            try
            {
                await Keep(id, check, card, given, db, cancel);
                return TypedResults.NoContent();
            }
            catch (DbUpdateConcurrencyException) when (tries < MostTries)
            {
                // Another answer came at the same moment: both count.
                db.ChangeTracker.Clear();
            }
        }
    }

    private static async Task Keep(
        Guid id,
        Guid check,
        int card,
        AnswerGiven given,
        NubeDb db,
        CancellationToken cancel
    )
    {
        var kept = await KeptChecks.Of(db.CardChecks, id, check, cancel);
        var before = KeptChecks.CardOf(kept, card);
        var others = before.Findings.RemoveAll(one => one.Kind == given.Kind);
        kept.Cards = kept.Cards.Replace(
            before,
            before with
            {
                Answers =
                [
                    .. before.Answers.Where(answer => answer.Kind != given.Kind),
                    new CardAnswer(given.Kind, given.IsSo),
                ],
                Findings = given.IsSo ? others.Add(Questions.Found(given.Kind)) : others,
            }
        );
        await db.SaveChangesAsync(cancel);
    }
}
