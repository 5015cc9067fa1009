using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Npgsql;
using Nube.Core.Bench;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Planning;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>A step as it stands on the bench, with what has to be clean first and what belongs to this card alone.</summary>
public sealed record BenchStepView(int Number, int Card, bool Rinse, string? CleanFirst, string? ThisCard, bool Heat, PassView Pass);

/// <summary>Why the step in hand cannot start yet.</summary>
public sealed record HoldupView(DateTimeOffset ReadyAt, string Reason);

/// <summary>Bench mode.</summary>
public sealed record BenchView(
    DateTimeOffset ServerNow,
    int StepsDone,
    int StepCount,
    BenchStepView? Current,
    HoldupView? Holdup,
    BenchStepView? Meanwhile,
    BenchStepView? Next,
    BenchStepView? LastDone,
    IReadOnlyList<string> WhileWaiting,
    string HeatCaution,
    IReadOnlyList<string> Notes,
    IReadOnlyList<Remark> Remarks,
    IReadOnlyList<CardView> Line);

/// <summary>A tap as a device sends it; its id makes it count once.</summary>
public sealed record NewTap(Guid Id, TapKind Kind, int Step, DateTimeOffset? At, string? Text);

/// <summary>What a finished run has used.</summary>
public sealed record UsedView(string Name, string ColourIndex, Core.Colour.Srgb Colour, double Millilitres, string InDrops);

/// <summary>The record of a run.</summary>
public sealed record RecordView(
    string Name,
    int Cards,
    DateTimeOffset? FinishedAt,
    DateTimeOffset? FirstTapAt,
    DateTimeOffset? LastTapAt,
    int StepsDone,
    int StepCount,
    DateTimeOffset? BoneDryAt,
    string Paper,
    string StampingInk,
    IReadOnlyList<UsedView> Used,
    IReadOnlyList<string> Notes,
    IReadOnlyList<string> Colours,
    IReadOnlyList<AreaFill> Look);

/// <summary>The fourth and fifth stage: doing it, and the record.</summary>
public static class BenchPlace
{
    private const int LongestNote = 500;

    /// <summary>A device's clock may be off, and a tap may wait for a connection; more than this is not believed.</summary>
    private static readonly TimeSpan LongestDelay = TimeSpan.FromHours(12);

    /// <summary>Maps the place.</summary>
    public static void MapBench(this IEndpointRouteBuilder api)
    {
        var bench = api.MapGroup("/runs/{id:guid}").WithTags("Bench");
        bench.MapGet("/bench", Look);
        bench.MapPost("/bench/taps", Take);
        bench.MapPost("/finish", Finish);
        bench.MapGet("/record", Record);
    }

    private static async Task<Ok<BenchView>> Look(Guid id, RunLoader runs, Palettes palettes, TimeProvider clock, CancellationToken cancel)
    {
        var run = await runs.Load(id, cancel);
        return TypedResults.Ok(View(run, palettes, await runs.Taps(id, cancel), clock.GetUtcNow()));
    }

    private static async Task<Ok<BenchView>> Take(
        Guid id, NewTap given, NubeDb db, RunLoader runs, Palettes palettes, MakerAtWork maker, TimeProvider clock, CancellationToken cancel)
    {
        var run = await runs.Load(id, cancel);
        var plan = run.Run.Plan?.Plan ?? throw TroubleException.Conflict("Plan the run first.");
        if (run.Run.FinishedAt is not null) throw TroubleException.Conflict("This run is in the book already.");
        if (given.Kind is not TapKind.Note and not TapKind.Back && (given.Step < 1 || given.Step > plan.Steps.Length))
            throw TroubleException.Unusable($"There is no step {given.Step} in this plan.");
        if (given.Kind == TapKind.Note && string.IsNullOrWhiteSpace(given.Text)) throw TroubleException.Unusable("The note is empty.");
        if (given.Text?.Length > LongestNote) throw TroubleException.Unusable($"A note has at most {LongestNote} letters.");
        var now = clock.GetUtcNow();
        var at = given.At is { } claimed && claimed <= now && now - claimed < LongestDelay ? claimed.ToUniversalTime() : now;
        if (!await db.Taps.AnyAsync(tap => tap.Id == given.Id, cancel))
        {
            db.Taps.Add(new BenchTap
            {
                Id = given.Id,
                RunId = id,
                MakerId = maker.MakerId,
                Tap = new Tap(given.Kind, given.Step, at, given.Text?.Trim() ?? ""),
            });
            try
            {
                await db.SaveChangesAsync(cancel);
            }
            catch (DbUpdateException twice) when (twice.InnerException is PostgresException { SqlState: PostgresErrorCodes.UniqueViolation })
            {
                // The same tap came by two ways at once; it is there.
                db.ChangeTracker.Clear();
            }
            // Devices tap at the same time: neither may be refused because the other was a moment earlier.
            await db.Runs.Where(there => there.Id == id).ExecuteUpdateAsync(there => there.SetProperty(r => r.ChangedAt, now), cancel);
            if (ChangesTheRest(given.Kind)) run = await Replan(id, db, runs, now, cancel);
        }
        return TypedResults.Ok(View(run, palettes, await runs.Taps(id, cancel), now));
    }

    /// <summary>The order of what is left, from what happened instead of what was planned.</summary>
    private static async Task<RunWithSupplies> Replan(Guid id, NubeDb db, RunLoader runs, DateTimeOffset now, CancellationToken cancel)
    {
        for (var tries = 1; ; tries++)
        {
            db.ChangeTracker.Clear();
            var run = await runs.Load(id, cancel);
            var plan = run.Run.Plan!.Plan;
            run.Run.Plan.Plan = Replanning.FromNow(plan, run.Touching, run.Hand, BenchLog.At(plan, run.Touching, await runs.Taps(id, cancel), now));
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

    private const int MostTries = 5;

    private static bool ChangesTheRest(TapKind kind) => kind is TapKind.Skip or TapKind.Heated or TapKind.DryNow or TapKind.StillWet or TapKind.Spill;

    private static async Task<NoContent> Finish(Guid id, NubeDb db, RunLoader runs, MakerAtWork maker, TimeProvider clock, CancellationToken cancel)
    {
        var run = await runs.Load(id, cancel);
        var plan = run.Run.Plan?.Plan ?? throw TroubleException.Conflict("Plan the run first.");
        var taps = await runs.Taps(id, cancel);
        var bench = BenchLog.At(plan, run.Touching, taps, clock.GetUtcNow());
        if (bench.Current is not null)
            throw TroubleException.Conflict($"{plan.Steps.Length - bench.Done.Length - bench.LeftOut.Length} steps are still to do on the bench.");
        if (run.Run.FinishedAt is null)
        {
            run.Run.FinishedAt = clock.GetUtcNow();
            TakeFromStash(run, plan, bench.Done, run.Run.FinishedAt.Value);
            var owner = await db.Users.SingleAsync(user => user.Id == maker.MakerId, cancel);
            owner.Learned = owner.Learned.With(Learning.From(plan, [.. run.Touching], taps, run.Paper?.Name ?? ""));
        }
        run.Run.ChangedAt = clock.GetUtcNow();
        await db.SaveChangesAsync(cancel);
        return TypedResults.NoContent();
    }

    /// <summary>What the run used is no longer left; estimates, which the maker can correct in the stash.</summary>
    internal static void TakeFromStash(RunWithSupplies run, Plan plan, IEnumerable<int> stepsDone, DateTimeOffset at)
    {
        foreach (var used in Amounts.Used(plan, stepsDone))
        {
            var item = run.Palette[used.Colourant];
            item.LastUsedAt = at;
            if (item.Left is { } left && item.Colourant!.Medium.Holds() is { } holds)
                item.Left = Math.Max(0, left - used.Millilitres * Amounts.Allowance / holds);
        }
    }

    private static async Task<Ok<RecordView>> Record(Guid id, RunLoader runs, Palettes palettes, TimeProvider clock, CancellationToken cancel)
    {
        var run = await runs.Load(id, cancel);
        var taps = await runs.Taps(id, cancel);
        var plan = run.Run.Plan?.Plan ?? throw TroubleException.Gone("This run has no record yet.");
        var bench = BenchLog.At(plan, run.Touching, taps, clock.GetUtcNow());
        var palette = Colours.Palette(run, palettes);
        var strokes = taps.Where(tap => tap.Kind is TapKind.Done).ToList();
        return TypedResults.Ok(new RecordView(
            run.Run.Name,
            run.Run.Cards,
            run.Run.FinishedAt,
            strokes.Count == 0 ? null : strokes[0].At,
            strokes.Count == 0 ? null : strokes[^1].At,
            bench.Done.Length,
            plan.Steps.Length,
            bench.Cards.Max(card => card.Areas.Length == 0 ? null : (DateTimeOffset?)card.Areas.Max(area => area.DryAt)),
            run.Paper?.Name ?? "",
            run.Ink?.Name ?? "",
            [.. Amounts.Used(plan, bench.Done).Select(used => new UsedView(
                run.Palette[used.Colourant].Name, run.Palette[used.Colourant].Colourant!.ColourIndex,
                run.Palette[used.Colourant].Colourant!.FullStrength, used.Millilitres, Amounts.InDrops(used.Millilitres)))],
            Notes(taps),
            [.. run.Colours.OrderBy(c => c.Wish.Area).Select(c => InWords(run, c))],
            Looks.Finished(run, palette)));
    }

    private static string InWords(RunWithSupplies run, ChosenColour colour)
    {
        var parts = string.Join(" and ", colour.Recipe.Parts.Select(part =>
            $"{part.Parts} {run.Palette[part.Colourant].Name} ({run.Palette[part.Colourant].Colourant!.ColourIndex})"));
        var layers = colour.Recipe.Layers == 1 ? "one layer" : $"{colour.Recipe.Layers} layers";
        var shadow = colour.Wish.Shadow switch
        {
            ShadowDepth.None => "",
            ShadowDepth.Soft => ", one more in the shadow",
            _ => ", two more in the shadow",
        };
        return $"{run.Image.NameOf(colour.Wish.Area)}: {parts}, {Words.Water(colour.Recipe.Strength.WaterParts)}, {layers}{shadow}";
    }

    private static BenchView View(RunWithSupplies run, Palettes palettes, List<Tap> taps, DateTimeOffset now)
    {
        var plan = run.Run.Plan?.Plan ?? throw TroubleException.Conflict("Plan the run first.");
        var palette = Colours.Needed(run, palettes);
        var bench = BenchLog.At(plan, run.Touching, taps, now);
        int[] over = [.. bench.Done, .. bench.LeftOut];
        var last = bench.Last is { } lastNumber ? plan.Steps[lastNumber - 1] : null;
        return new BenchView(
            now,
            over.Length,
            plan.Steps.Length,
            Step(bench.Current),
            bench.Holdup is { } holdup
                ? new HoldupView(holdup.ReadyAt, Words.WaitReason(holdup.Area, holdup.OnItself, plan.PassOf(plan.Steps[bench.Current!.Value - 1]).Sheet.Needs, run.NameOf))
                : null,
            Step(bench.Meanwhile),
            Step(plan.Rest.Concat(plan.Steps.Select(step => step.Number)).Cast<int?>().FirstOrDefault(number => !over.Contains(number!.Value) && number != bench.Current)),
            Step(last?.Number),
            [.. Idle.Placed(plan, Idle.Usual(plan.Cards)).Where(placed => placed.BeforeStep is { } before && before == bench.Current).Select(placed => placed.Task.Name)],
            Cautions.HeatTool.Text,
            Notes(taps),
            run.Remarks(),
            Looks.Cards(run, bench));

        BenchStepView? Step(int? number)
        {
            if (number is not { } place) return null;
            var step = plan.Steps[place - 1];
            var pass = plan.PassOf(step);
            // What is on the brush depends on what was done last in truth, not in the plan.
            var before = bench.Done.IsEmpty ? null : plan.PassOf(plan.Steps[bench.Done[^1] - 1]);
            var heat = place == bench.Current && step.HeatSeconds > 0 && bench.Holdup is not null;
            var view = PlanViews.PassOf(run, palette, plan, pass);
            return new BenchStepView(
                place, step.Card, before is null || !Hand.SameOnTool(before, pass), StepWords.CleanFirst(bench.Done.Reverse().Select(done => plan.PassOf(plan.Steps[done - 1])), pass), StepWords.Generation(pass, bench.Done.Count(number => plan.Steps[number - 1].Pass == step.Pass)), heat,
                view with { Cautions = PlanRemarks.AtStep(pass, heat) });
        }
    }

    private static List<string> Notes(IEnumerable<Tap> taps) =>
        [.. taps.Where(tap => tap.Kind == TapKind.Note).Select(tap => tap.Text)];
}
