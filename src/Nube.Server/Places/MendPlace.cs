using System.Collections.Immutable;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Bench;
using Nube.Core.Checking;
using Nube.Core.Colour;
using Nube.Core.Methods;
using Nube.Core.Planning;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>One step of a correction.</summary>
/// <param name="Title">What is done.</param>
/// <param name="How">How.</param>
/// <param name="Mix">What is on the brush; null for clean water and for what takes no colour.</param>
public sealed record CorrectionStepView(string Title, string How, MixView? Mix);

/// <summary>What to do about a finding, and what comes of it.</summary>
/// <param name="Kind">What kind of thing.</param>
/// <param name="Title">What, in a few words.</param>
/// <param name="Outcome">What comes of it, or why it is left.</param>
/// <param name="Steps">What is done, in its order, once on each card.</param>
/// <param name="Now">The colour that lies there; null where it is not about that.</param>
/// <param name="Then">The colour that comes of it.</param>
/// <param name="Asked">The colour that was to be.</param>
/// <param name="Seconds">How long it takes on a card beside drying, s.</param>
/// <param name="Cautions">What to take care of.</param>
public sealed record CorrectionView(
    CorrectionKind Kind,
    string Title,
    string Outcome,
    IReadOnlyList<CorrectionStepView> Steps,
    Srgb? Now,
    Srgb? Then,
    Srgb? Asked,
    double Seconds,
    IReadOnlyList<Remark> Cautions
);

/// <summary>What puts a finding right, and on which cards.</summary>
/// <param name="Corrections">For each area that it is about.</param>
/// <param name="Cards">Cards on which the same was found when they were last looked at.</param>
/// <param name="InPlan">Steps of the plan that mend it on this card and are not done yet.</param>
/// <param name="Refused">Why nothing can be done about it any more, in words; null where it can.</param>
public sealed record MendingView(
    IReadOnlyList<CorrectionView> Corrections,
    IReadOnlyList<int> Cards,
    IReadOnlyList<int> InPlan,
    string? Refused
);

/// <summary>What a finding is about, and the cards that are to be mended.</summary>
public sealed record MendingTaken(FindingKind Kind, int Area, int? Other, IReadOnlyList<int> Cards);

/// <summary>From findings to steps at the bench.</summary>
public static class MendPlace
{
    private const int MostTries = 5;

    /// <summary>Maps the place under the checks of a run.</summary>
    public static void MapMending(this IEndpointRouteBuilder checks)
    {
        checks.MapGet("/{check:guid}/cards/{card:int}/mending", Look);
        checks.MapPost("/{check:guid}/cards/{card:int}/mending", Take);
    }

    private static async Task<Ok<MendingView>> Look(
        Guid id,
        Guid check,
        int card,
        string kind,
        int area,
        int? other,
        NubeDb db,
        RunLoader runs,
        Palettes palettes,
        TimeProvider clock,
        CancellationToken cancel
    ) =>
        TypedResults.Ok(
            View(
                await Found(
                    id,
                    check,
                    card,
                    new FindingKey(KindOf(kind), area, other),
                    db,
                    runs,
                    palettes,
                    clock.GetUtcNow(),
                    cancel
                )
            )
        );

    /// <summary>A kind as it stands in an address, where its first letter is small.</summary>
    private static FindingKind KindOf(string given) =>
        Enum.TryParse(given, ignoreCase: true, out FindingKind kind) && Enum.IsDefined(kind)
            ? kind
            : throw TroubleException.Unusable("There is no such kind of finding.");

    private static async Task<Ok<MendingView>> Take(
        Guid id,
        Guid check,
        int card,
        MendingTaken given,
        NubeDb db,
        RunLoader runs,
        Palettes palettes,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        for (var tries = 1; ; tries++)
        {
            db.ChangeTracker.Clear();
            var now = clock.GetUtcNow();
            var key = new FindingKey(given.Kind, given.Area, given.Other);
            var found = await Found(id, check, card, key, db, runs, palettes, now, cancel);
            if (found.Refused is { } refused)
                throw TroubleException.Conflict(refused);
            var passes = found.Corrections.SelectMany(one => MendingPasses.Of(one, key, found.Card)).ToList();
            if (passes.Count == 0)
                throw TroubleException.Conflict("Nothing is to be done about it: leave it.");
            int[] cards = [.. given.Cards.Distinct().Where(one => StepsOpen(found, one).Count == 0).Order()];
            if (given.Cards.Except(found.Cards).Any())
                throw TroubleException.Unusable("This was not found on all of these cards.");
            if (cards.Length == 0)
                throw TroubleException.Conflict("It is in the plan already.");
            var run = found.Run;
            try
            {
                var plan = Adding.Mending(
                    found.Plan,
                    passes,
                    cards,
                    [.. found.Bench.Done, .. found.Bench.LeftOut],
                    run.Hand,
                    found.Palette.Paints.Paper,
                    run.Run.Plan!.Air
                );
                run.Run.Plan.Plan = Replanning.FromNow(
                    plan,
                    run.Touching,
                    run.Hand,
                    BenchLog.At(plan, run.Touching, await runs.Taps(id, cancel), now)
                );
                run.Run.ChangedAt = now;
                var taken = found with { Plan = run.Run.Plan.Plan };
                // Who takes it to the bench wants to do it now.
                if (StepsOpen(taken, card) is [var first, ..])
                    db.Taps.Add(
                        new BenchTap
                        {
                            Id = Guid.CreateVersion7(),
                            RunId = id,
                            MakerId = run.Run.MakerId,
                            Tap = new Tap(TapKind.Take, first, now, ""),
                        }
                    );
                await db.SaveChangesAsync(cancel);
                return TypedResults.Ok(View(taken));
            }
            catch (ImpossibleOrderException impossible)
            {
                throw TroubleException.Conflict(impossible.Message);
            }
            catch (DbUpdateConcurrencyException) when (tries < MostTries)
            {
                // Another device tapped at the same moment: both count.
            }
        }
    }

    /// <summary>A finding with what puts it right.</summary>
    private sealed record ToMend(
        RunWithSupplies Run,
        RunPalette Palette,
        Plan Plan,
        BenchState Bench,
        int Number,
        Finding Finding,
        CardToMend Card,
        ImmutableArray<Correction> Corrections,
        ImmutableArray<int> Cards,
        string? Refused
    );

    private static async Task<ToMend> Found(
        Guid id,
        Guid check,
        int number,
        FindingKey key,
        NubeDb db,
        RunLoader runs,
        Palettes palettes,
        DateTimeOffset now,
        CancellationToken cancel
    )
    {
        var run = await runs.Load(id, cancel);
        var plan = CheckPlace.PlanOf(run);
        var palette = Colours.Needed(run.AsPlanned, palettes);
        var bench = BenchLog.At(plan, run.Touching, await runs.Taps(id, cancel), now);
        var earlier = await EarlierChecks.Of(db, run, cancel);
        var seen = earlier.Of(number).FirstOrDefault(one => one.Check.Id == check)
            ?? throw TroubleException.Gone(
                "This picture tells of another plan than the one that is followed now. Take a new one."
            );
        var finding = seen.Card.Findings.FirstOrDefault(one => one.Key == key)
            ?? throw TroubleException.Gone("This was not found on that card.");
        var card = new CardToMend(
            seen.Card.Areas,
            seen.Card.Hand,
            [.. run.Painting.Areas],
            earlier.WorkOn(plan, bench, number, palette.Paints, seen.Card.StepsDone)
        );
        return new ToMend(
            run,
            palette,
            plan,
            bench,
            number,
            finding,
            card,
            Mending.Of(finding, card),
            [
                .. Enumerable
                    .Range(1, plan.Cards)
                    .Where(one =>
                        earlier.Of(one).FirstOrDefault()?.Card.Findings.Any(there => there.Key == key) == true
                    ),
            ],
            run.Run.FinishedAt is not null ? "This run is in the book already."
                : earlier.Of(number).First() != seen
                    ? "There is a later picture of this card: go by what was found on that one."
                : run.Run.MeantSo.Contains(key) ? "You said that this is meant to be so."
                : null
        );
    }

    private static List<int> StepsOpen(ToMend found, int card) =>
        [
            .. found
                .Plan.Steps.Where(step =>
                    step.Card == card
                    && found.Plan.PassOf(step).Mends == found.Finding.Key
                    && !found.Bench.Done.Contains(step.Number)
                    && !found.Bench.LeftOut.Contains(step.Number)
                )
                .Select(step => step.Number),
        ];

    private static MendingView View(ToMend found) =>
        new(
            [.. found.Corrections.Select(one => View(found, one))],
            found.Cards,
            StepsOpen(found, found.Number),
            found.Refused
        );

    private static CorrectionView View(ToMend found, Correction one)
    {
        var run = found.Run.AsPlanned;
        var passes = MendingPasses.Of(one, found.Finding.Key, found.Card);
        var area = found.Card.Areas.FirstOrDefault(there => there.Area == one.Area);
        var aboutColour = area is not null && one.After is not null;
        return new CorrectionView(
            one.Kind,
            MendingWords.Title(one.Kind),
            MendingWords.Outcome(one, found.Finding.Kind),
            [
                .. passes.Select(pass => new CorrectionStepView(
                    StepWords.Title(pass, run.NameOf),
                    StepWords.How(pass, run.Schools),
                    pass.Mix.Parts.IsEmpty ? null : PlanViews.MixOf(run, found.Palette, pass.Mix)
                )),
            ],
            aboutColour ? Srgb.FromLab(area!.Colour) : null,
            aboutColour ? Srgb.FromLab(one.After!.Value) : null,
            aboutColour ? Srgb.FromLab(area!.Expected) : null,
            passes.Sum(run.Hand.PaintSeconds),
            [.. passes.SelectMany(pass => PlanRemarks.AtStep(pass, heated: false)).Distinct()]
        );
    }
}
