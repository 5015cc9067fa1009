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

/// <summary>What was kept back and is in the plan now.</summary>
/// <param name="Areas">How many areas get what is missing.</param>
/// <param name="Steps">The steps of this card that add it.</param>
public sealed record MissingTaken(int Areas, IReadOnlyList<int> Steps);

/// <summary>From findings to steps at the bench.</summary>
public static class MendPlace
{
    private const int MostTries = 5;

    /// <summary>Maps the place under the checks of a run.</summary>
    public static void MapMending(this IEndpointRouteBuilder checks)
    {
        checks.MapGet("/{check:guid}/cards/{card:int}/mending", Look);
        checks.MapPost("/{check:guid}/cards/{card:int}/mending", Take);
        checks.MapPost("/{check:guid}/cards/{card:int}/mending/missing", TakeMissing);
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
                (await Seen(id, check, card, db, runs, palettes, clock.GetUtcNow(), cancel)).ToMend(
                    new FindingKey(KindOf(kind), area, other)
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
        var taken = await PutIntoPlan(One, id, check, card, db, runs, palettes, clock, cancel);
        return TypedResults.Ok(View(taken[0]));

        List<ToMend> One(CardSeen seen)
        {
            var found = seen.ToMend(new FindingKey(given.Kind, given.Area, given.Other));
            if (found.Refused is { } refused)
                throw TroubleException.Conflict(refused);
            if (found.Passes.IsEmpty)
                throw TroubleException.Conflict("Nothing is to be done about it: leave it.");
            if (given.Cards.Except(found.Cards).Any())
                throw TroubleException.Unusable("This was not found on all of these cards.");
            var open = found with
            {
                Cards = [.. given.Cards.Distinct().Where(one => StepsOpen(found, one).Count == 0).Order()],
            };
            return open.Cards.IsEmpty ? throw TroubleException.Conflict("It is in the plan already.") : [open];
        }
    }

    /// <summary>All that was kept back on purpose and can be added, on every card on which it was found.</summary>
    private static async Task<Ok<MissingTaken>> TakeMissing(
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
        var taken = await PutIntoPlan(Missing, id, check, card, db, runs, palettes, clock, cancel);
        return TypedResults.Ok(
            new MissingTaken(taken.Count, [.. taken.SelectMany(one => StepsOpen(one, card)).Order()])
        );

        static List<ToMend> Missing(CardSeen seen)
        {
            var found = seen
                .Seen.Card.Findings.Where(one => one.KeptBack)
                .Select(one => seen.ToMend(one.Key))
                .Where(one => one.Refused is null && !one.Passes.IsEmpty)
                .ToList();
            if (found.Count == 0)
                throw TroubleException.Conflict("Nothing is missing that can be added.");
            List<ToMend> open =
            [
                .. found
                    .Select(one => one with { Cards = [.. one.Cards.Where(there => StepsOpen(one, there).Count == 0)] })
                    .Where(one => !one.Cards.IsEmpty),
            ];
            return open.Count == 0 ? throw TroubleException.Conflict("All of it is in the plan already.") : open;
        }
    }

    /// <summary>Puts what mends some findings into the plan, and takes the first of it up.</summary>
    private static async Task<List<ToMend>> PutIntoPlan(
        Func<CardSeen, List<ToMend>> which,
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
        for (var tries = 1; ; tries++)
        {
            db.ChangeTracker.Clear();
            var now = clock.GetUtcNow();
            var seen = await Seen(id, check, card, db, runs, palettes, now, cancel);
            var (run, found) = (seen.Run, which(seen));
            try
            {
                var plan = found.Aggregate(seen.Plan, (before, one) =>
                    Adding.Mending(
                        before,
                        one.Passes,
                        one.Cards,
                        [.. seen.Bench.Done, .. seen.Bench.LeftOut],
                        run.Hand,
                        seen.Palette.Paints.Paper,
                        run.Run.Plan!.Air
                    )
                );
                run.Run.Plan!.Plan = Replanning.FromNow(
                    plan,
                    run.Touching,
                    run.Hand,
                    BenchLog.At(plan, run.Touching, await runs.Taps(id, cancel), now)
                );
                run.Run.ChangedAt = now;
                List<ToMend> taken =
                [
                    .. found.Select(one => one with { Seen = seen with { Plan = run.Run.Plan.Plan } }),
                ];
                // Who takes it to the bench wants to do it now.
                var open = taken.SelectMany(one => StepsOpen(one, card)).ToHashSet();
                if (run.Run.Plan.Plan.Rest.FirstOrDefault(open.Contains) is var first and > 0)
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
                return taken;
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

    /// <summary>A card on one of its pictures, with all that mends what was found there.</summary>
    private sealed record CardSeen(
        RunWithSupplies Run,
        RunPalette Palette,
        Plan Plan,
        BenchState Bench,
        int Number,
        SeenCard Seen,
        EarlierChecks Earlier,
        CardToMend Card
    )
    {
        /// <summary>One of its findings, with what puts it right.</summary>
        public ToMend ToMend(FindingKey key)
        {
            var finding = Seen.Card.Findings.FirstOrDefault(one => one.Key == key)
                ?? throw TroubleException.Gone("This was not found on that card.");
            return new ToMend(
                this,
                finding,
                Mending.Of(finding, Card),
                [
                    .. Enumerable
                        .Range(1, Plan.Cards)
                        .Where(one =>
                            Earlier.Of(one).FirstOrDefault()?.Card.Findings.Any(there => there.Key == key) == true
                        ),
                ],
                Run.Run.FinishedAt is not null ? "This run is in the book already."
                    : Earlier.Of(Number).First() != Seen
                        ? "There is a later picture of this card: go by what was found on that one."
                    : Run.Run.MeantSo.Contains(key) ? "You said that this is meant to be so."
                    : null
            );
        }
    }

    /// <summary>A finding with what puts it right.</summary>
    private sealed record ToMend(
        CardSeen Seen,
        Finding Finding,
        ImmutableArray<Correction> Corrections,
        ImmutableArray<int> Cards,
        string? Refused
    )
    {
        /// <summary>What is done, in its order.</summary>
        public ImmutableArray<Pass> Passes =>
            [.. Corrections.SelectMany(one => MendingPasses.Of(one, Finding.Key, Seen.Card))];
    }

    private static async Task<CardSeen> Seen(
        Guid id,
        Guid check,
        int number,
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
        return new CardSeen(
            run,
            palette,
            plan,
            bench,
            number,
            seen,
            earlier,
            new CardToMend(
                seen.Card.Areas,
                seen.Card.Hand,
                [.. run.Painting.Areas],
                earlier.WorkOn(plan, bench, number, palette.Paints, seen.Card.StepsDone)
            )
        );
    }

    private static List<int> StepsOpen(ToMend found, int card) =>
        [
            .. found
                .Seen.Plan.Steps.Where(step =>
                    step.Card == card
                    && found.Seen.Plan.PassOf(step).Mends == found.Finding.Key
                    && !found.Seen.Bench.Done.Contains(step.Number)
                    && !found.Seen.Bench.LeftOut.Contains(step.Number)
                )
                .Select(step => step.Number),
        ];

    private static MendingView View(ToMend found) =>
        new(
            [.. found.Corrections.Select(one => View(found, one))],
            found.Cards,
            StepsOpen(found, found.Seen.Number),
            found.Refused
        );

    private static CorrectionView View(ToMend found, Correction one)
    {
        var run = found.Seen.Run.AsPlanned;
        var passes = MendingPasses.Of(one, found.Finding.Key, found.Seen.Card);
        var area = found.Seen.Card.Areas.FirstOrDefault(there => there.Area == one.Area);
        var aboutColour = area is not null && one.After is not null;
        return new CorrectionView(
            one.Kind,
            MendingWords.Title(one.Kind),
            MendingWords.Outcome(one, found.Finding.Kind),
            [
                .. passes.Select(pass => new CorrectionStepView(
                    StepWords.Title(pass, run.NameOf),
                    StepWords.How(pass, run.Schools),
                    pass.Mix.Parts.IsEmpty ? null : PlanViews.MixOf(run, found.Seen.Palette, pass.Mix)
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
