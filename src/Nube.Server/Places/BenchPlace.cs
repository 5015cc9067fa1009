using System.Collections.Immutable;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Npgsql;
using Nube.Core.Bench;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Planning;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>A tap as a device sends it; its id makes it count once.</summary>
/// <param name="Id">Given by the device.</param>
/// <param name="Kind">What it says.</param>
/// <param name="Step">Number of the step, or of the timer that is taken away; 0 for none.</param>
/// <param name="At">When, by the device's clock.</param>
/// <param name="Text">The note, or what a timer is for.</param>
/// <param name="Mix">What was taken instead of the planned mix.</param>
/// <param name="Minutes">How long a timer runs.</param>
/// <param name="Print">Which print from one inking went onto the card of the step.</param>
public sealed record NewTap(
    Guid Id,
    TapKind Kind,
    int Step,
    DateTimeOffset? At,
    string? Text,
    MixGiven? Mix = null,
    double? Minutes = null,
    int? Print = null
);

/// <summary>How many parts of a colour of the stash.</summary>
public sealed record PartGiven(Guid Id, int Parts);

/// <summary>A mix that was taken: colours of the run in parts, and parts of water to one of colour.</summary>
public sealed record MixGiven(IReadOnlyList<PartGiven> Parts, int Water);

/// <summary>The fourth stage: doing it.</summary>
public static class BenchPlace
{
    private const int LongestNote = 500;
    private const int MostWater = 64; // parts to one of colour; hardly tinted
    private const double LongestTimer = 48 * 60; // minutes

    /// <summary>
    /// A device's clock may be off, and a tap may wait for a connection; more than this is not believed.
    /// </summary>
    private static readonly TimeSpan LongestDelay = TimeSpan.FromHours(12);

    /// <summary>Maps the place.</summary>
    public static void MapBench(this IEndpointRouteBuilder api)
    {
        var bench = api.MapGroup("/runs/{id:guid}").WithTags("Bench");
        bench.MapGet("/bench", Look);
        bench.MapPost("/bench/taps", Take);
    }

    private static async Task<Ok<BenchView>> Look(
        Guid id,
        RunLoader runs,
        Palettes palettes,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var run = await runs.Load(id, cancel);
        return TypedResults.Ok(BenchViews.View(run, palettes, await runs.Taps(id, cancel), clock.GetUtcNow()));
    }

    private static async Task<Ok<BenchView>> Take(
        Guid id,
        NewTap given,
        NubeDb db,
        RunLoader runs,
        Palettes palettes,
        MakerAtWork maker,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var run = await runs.Load(id, cancel);
        var plan = run.Run.Plan?.Plan ?? throw TroubleException.Conflict("Plan the run first.");
        if (run.Run.FinishedAt is not null)
            throw TroubleException.Conflict("This run is in the book already.");
        Check(given, plan);
        if (given.Kind is not (TapKind.Note or TapKind.Timer or TapKind.TimerOff) && run.IsStale)
            RefuseStale(run, await runs.Taps(id, cancel));
        var now = clock.GetUtcNow();
        var at =
            given.At is { } claimed && claimed <= now && now - claimed < LongestDelay ? claimed.ToUniversalTime() : now;
        if (!await db.Taps.AnyAsync(tap => tap.Id == given.Id, cancel))
        {
            // The tap and what it does to the plan are kept together, or neither is.
            await using var whole = ChangesTheRest(given.Kind) ? await db.Database.BeginTransactionAsync(cancel) : null;
            var isNew = true;
            if (given.Kind is TapKind.OneMore or TapKind.OwnStep)
                Added(run, palettes, await runs.Taps(id, cancel), given, now);
            db.Taps.Add(
                new BenchTap
                {
                    Id = given.Id,
                    RunId = id,
                    MakerId = maker.MakerId,
                    Tap = new Tap(given.Kind, given.Step, at, given.Text?.Trim() ?? "")
                    {
                        Mix = given.Kind == TapKind.OtherMix ? Taken(given.Mix, run) : null,
                        Print = given.Kind == TapKind.WhichPrint ? given.Print ?? 0 : 0,
                        Seconds = given is { Kind: TapKind.Timer, Minutes: { } minutes } ? minutes * 60 : 0,
                    },
                }
            );
            try
            {
                await db.SaveChangesAsync(cancel);
            }
            catch (DbUpdateException twice)
                when (twice.InnerException is PostgresException { SqlState: PostgresErrorCodes.UniqueViolation })
            {
                // The same tap came by two ways at once; it is there.
                db.ChangeTracker.Clear();
                isNew = false;
            }
            // Devices tap at the same time: neither may be refused because the other was a moment earlier.
            await db
                .Runs.Where(there => there.Id == id)
                .ExecuteUpdateAsync(there => there.SetProperty(r => r.ChangedAt, now), cancel);
            if (isNew && ChangesTheRest(given.Kind))
                run = await Replan(id, given, db, runs, palettes, now, cancel);
            if (whole is not null)
                await whole.CommitAsync(cancel);
        }
        return TypedResults.Ok(BenchViews.View(run, palettes, await runs.Taps(id, cancel), now));
    }

    /// <summary>A plan that is no more what the run is like is not begun; one that is begun is gone on with.</summary>
    private static void RefuseStale(RunWithSupplies run, List<Tap> taps)
    {
        var bench = BenchLog.At(
            run.Run.Plan!.Plan,
            run.Touching,
            taps,
            taps.Select(tap => tap.At).Append(run.Run.Plan.MadeAt).Max()
        );
        if (bench.Done.Length + bench.LeftOut.Length == 0)
            throw TroubleException.Conflict(Words.Stale(run.ChangedSincePlanned));
    }

    /// <summary>Refuses a tap that cannot be meant.</summary>
    private static void Check(NewTap given, Plan plan)
    {
        if (given.Kind == TapKind.Air)
            throw TroubleException.Unusable("Set the air of the room where the room is set.");
        var ofStep = given.Kind is not (TapKind.Note or TapKind.Back or TapKind.Timer or TapKind.TimerOff);
        if (ofStep && (given.Step < 1 || given.Step > plan.Steps.Length))
            throw TroubleException.Unusable($"There is no step {given.Step} in this plan.");
        if (
            given.Kind == TapKind.WhichPrint
            && (
                plan.PassOf(plan.Steps[given.Step - 1]).Generations is var prints
                && (prints < 2 || given.Print is null || given.Print < 1 || given.Print > prints)
            )
        )
            throw TroubleException.Unusable("There is no such print from this inking.");
        if (given.Kind == TapKind.Note && string.IsNullOrWhiteSpace(given.Text))
            throw TroubleException.Unusable("The note is empty.");
        if (given.Text?.Length > LongestNote)
            throw TroubleException.Unusable($"A note has at most {LongestNote} letters.");
        if (
            given.Kind == TapKind.OwnStep
            && (string.IsNullOrWhiteSpace(given.Text) || given.Minutes is not (> 0 and <= LongestTimer))
        )
            throw TroubleException.Unusable(
                $"Say what the step is called and how many minutes it takes, up to {LongestTimer / 60} hours."
            );
        if (given.Kind == TapKind.Timer && given.Minutes is not (> 0 and <= LongestTimer))
            throw TroubleException.Unusable($"A timer runs up to {LongestTimer / 60} hours.");
    }

    /// <summary>The mix that was taken instead, by places of the run's palette.</summary>
    private static PaintMix Taken(MixGiven? given, RunWithSupplies run)
    {
        ImmutableArray<RecipePart> parts =
        [
            .. (given?.Parts ?? []).Select(part => new RecipePart(
                run.PlanPalette.Index().FirstOrDefault(item => item.Item.Id == part.Id, (-1, null!)).Index,
                part.Parts
            )),
        ];
        if (
            given is null
            || parts.Length is 0 or > MixGrid.MostColourants
            || given.Water is < 0 or > MostWater
            || parts.DistinctBy(part => part.Colourant).Count() < parts.Length
            || parts.Any(part => part.Colourant < 0 || part.Parts is < 1 or > MixGrid.MostPartsOfOne)
        )
            throw TroubleException.Unusable(
                "Say which of the run's colours you took, in how many parts, and with how much water."
            );
        return new PaintMix(parts, new Strength(given.Water));
    }

    /// <summary>The order of what is left, from what happened instead of what was planned.</summary>
    private static async Task<RunWithSupplies> Replan(
        Guid id,
        NewTap given,
        NubeDb db,
        RunLoader runs,
        Palettes palettes,
        DateTimeOffset now,
        CancellationToken cancel
    )
    {
        for (var tries = 1; ; tries++)
        {
            db.ChangeTracker.Clear();
            var run = await runs.Load(id, cancel);
            var taps = await runs.Taps(id, cancel);
            var plan = given.Kind is TapKind.OneMore or TapKind.OwnStep
                ? Added(run, palettes, taps, given, now)
                : run.Run.Plan!.Plan;
            run.Run.Plan!.Plan = Replanning.FromNow(
                plan,
                run.Touching,
                run.Hand,
                BenchLog.At(plan, run.Touching, taps, now)
            );
            try
            {
                await db.SaveChangesAsync(cancel);
                return run;
            }
            catch (DbUpdateConcurrencyException) when (tries < MostTries)
            {
                // Another device did something else at the same moment: both count.
            }
        }
    }

    /// <summary>The plan with a layer more, or with a step of the maker's own, or a sentence why it cannot be.</summary>
    private static Plan Added(RunWithSupplies run, Palettes palettes, List<Tap> taps, NewTap given, DateTimeOffset now)
    {
        var plan = run.Run.Plan!.Plan;
        var bench = BenchLog.At(plan, run.Touching, taps, now);
        var like = plan.Steps[given.Step - 1];
        int[] done = [.. bench.Done, .. bench.LeftOut];
        try
        {
            if (given.Kind == TapKind.OwnStep)
                return Adding.OwnStep(plan, given.Text!.Trim(), given.Minutes!.Value * 60, [like.Card], done, run.Hand);
            if (!bench.Done.Contains(given.Step))
                throw TroubleException.Conflict("Only a step that is done can be done once more.");
            if (
                Colours.Palette(run.AsPlanned, palettes) is { Paints: var paints }
                && Adding.NoRoomFor(plan.PassOf(like), CardLooks.Of(plan, bench, paints)[like.Card - 1], paints)
                    is { } full
            )
                throw TroubleException.Conflict(full);
            return Adding.LayerLike(plan, given.Step, [like.Card], done, run.Hand);
        }
        catch (ImpossibleOrderException impossible)
        {
            throw TroubleException.Conflict(impossible.Message);
        }
    }

    private const int MostTries = 5;

    private static bool ChangesTheRest(TapKind kind) =>
        kind
            is TapKind.Skip
                or TapKind.Heated
                or TapKind.DryNow
                or TapKind.DryHere
                or TapKind.StillWet
                or TapKind.Spill
                or TapKind.OneMore
                or TapKind.OwnStep;
}
