using System.Collections.Immutable;
using Hangfire;
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

namespace Nube.Server.Places;

/// <summary>What is on the brush.</summary>
public sealed record MixView(string Key, IReadOnlyList<PartView> Parts, int Water, Srgb Colour);

/// <summary>A pass in words, and how a card looks after it.</summary>
public sealed record PassView(
    int Index, string Title, string Where, string Brush, MixView Mix, IReadOnlyList<int> Areas, Zone Zone, BrushWater Water,
    double PaintSeconds, IReadOnlyList<AreaFill> LookAfter);

/// <summary>A step on the time chart.</summary>
public sealed record StepView(
    int Number, int Pass, int Card, bool Rinse, double WaitSeconds, string? WaitReason,
    double StartSeconds, double EndSeconds, double ShiningSeconds, double DampSeconds, double DrySeconds);

/// <summary>How much of a mix to prepare.</summary>
public sealed record MixAmountView(MixView Mix, double Millilitres, int Drops);

/// <summary>The third stage.</summary>
public sealed record PlanView(
    string Sentence,
    bool Stale,
    int Cards,
    double AtLeastSeconds,
    double FinishSeconds,
    double DrySeconds,
    double BoneDrySeconds,
    double? BetterFinishSeconds,
    Air Air,
    IReadOnlyList<PassView> Passes,
    IReadOnlyList<StepView> Steps,
    IReadOnlyList<MixAmountView> ToMix,
    IReadOnlyList<Remark> Remarks);

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
        plan.MapGet("/sheet.pdf", Sheet);
        api.MapPut("/runs/{id:guid}/clashes/{rule}", Silence).WithTags("Plan");
    }

    private static async Task<Ok<PlanView>> Look(Guid id, RunLoader runs, Palettes palettes, CancellationToken cancel) =>
        TypedResults.Ok(View(await runs.Load(id, cancel), palettes));

    private static async Task<Ok<PlanMade>> PlanTheRun(
        Guid id, RunLoader runs, Palettes palettes, JobBoard board, MakerAtWork maker, IBackgroundJobClient queue, TimeProvider clock, CancellationToken cancel)
    {
        var run = await runs.Load(id, cancel);
        await MayChange(id, runs, cancel);
        Make(run, palettes, clock.GetUtcNow());
        run.Run.ChangedAt = clock.GetUtcNow();
        var job = await board.Begin(maker.MakerId, id, cancel);
        var order = new ImprovePlanJob.Order(maker.MakerId, job, id, SearchEffort.Usual.Steps);
        queue.Enqueue<ImprovePlanJob>(work => work.Work(order, CancellationToken.None));
        return TypedResults.Ok(new PlanMade(View(run, palettes), job));
    }

    /// <summary>Takes the better order that was found.</summary>
    private static async Task<Ok<PlanView>> TakeBetter(
        Guid id, NubeDb db, RunLoader runs, Palettes palettes, TimeProvider clock, CancellationToken cancel)
    {
        var run = await runs.Load(id, cancel);
        await MayChange(id, runs, cancel);
        if (run.Run.Plan is not { Better: { } better } made) throw TroubleException.Conflict("No better order was found so far.");
        (made.Plan, made.Better, made.MadeAt, run.Run.ChangedAt) = (better, null, clock.GetUtcNow(), clock.GetUtcNow());
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(View(run, palettes));
    }

    private static async Task<Ok<IReadOnlyList<Remark>>> Silence(
        Guid id, string rule, SilenceGiven given, NubeDb db, RunLoader runs, TimeProvider clock, CancellationToken cancel)
    {
        var run = await runs.Load(id, cancel);
        if (ClashRules.All.FirstOrDefault(known => known.Key == rule) is not { } known) throw TroubleException.Gone("This rule is not known.");
        if (!known.MaySilence) throw TroubleException.Unusable("A caution that can keep someone from harm is never silenced.");
        if (given.Reason is null)
        {
            run.Run.Silenced = run.Run.Silenced.Remove(rule);
        }
        else
        {
            var reason = given.Reason.Trim();
            if (reason.Length is 0 or > LongestReason) throw TroubleException.Unusable($"Say in 1 to {LongestReason} letters why it does not matter here.");
            run.Run.Silenced = run.Run.Silenced.SetItem(rule, reason);
        }
        run.Run.ChangedAt = clock.GetUtcNow();
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok<IReadOnlyList<Remark>>(run.Remarks());
    }

    private static async Task MayChange(Guid id, RunLoader runs, CancellationToken cancel)
    {
        if ((await runs.Taps(id, cancel)).Any(tap => tap.Kind == TapKind.Done))
            throw TroubleException.Conflict("Steps of this plan are done already, so it stays as it is. Take them back on the bench first, or go on.");
    }

    private static async Task<FileContentHttpResult> Sheet(Guid id, RunLoader runs, Palettes palettes, CancellationToken cancel)
    {
        var run = await runs.Load(id, cancel);
        var pdf = BenchSheet.Print(run.Run.Name, run.Image, View(run, palettes), run.Paper!.Name);
        return TypedResults.File(pdf, "application/pdf", $"{FileName(run.Run.Name)}.pdf");
    }

    /// <summary>Makes the plan of a run and puts it in its place.</summary>
    internal static void Make(RunWithSupplies run, Palettes palettes, DateTimeOffset now)
    {
        var palette = Colours.Palette(run, palettes) ?? throw TroubleException.Conflict("Choose a paper and at least one colour first.");
        if (run.Colours.Count == 0) throw TroubleException.Conflict("Give at least one area a colour first.");
        var size = run.Image.Areas.ToDictionary(area => area.Id, area => area.SizeMm2);
        var shadow = run.Image.Zones.ToDictionary(zone => zone.Id, zone => zone.ShadowShare);
        var areas = run.Colours.Select(c =>
        {
            // An area that is too small to be divided has one tone.
            var share = shadow.GetValueOrDefault(c.Wish.Area);
            var layers = share > 0 ? c.Wish.ShadowLayers : 0;
            return new ColouredArea(
                c.Wish.Area,
                size[c.Wish.Area],
                c.Recipe,
                layers,
                [.. Colouring.AfterEachLayer(palette.Optics, palette.Paper, c.Recipe, layers).Select(lab => lab.L)],
                share);
        }).ToList();
        var passes = PassBuilder.Passes(areas, run.Touching, run.Paper!);
        var plan = Scheduler.PlanRun(passes, run.Touching, run.Run.Cards, run.Paper!, run.Room, Hand.Ordinary);
        if (run.Run.Plan is { } old)
            (old.Plan, old.Better, old.Air, old.Basis, old.MadeAt) = (plan, null, run.Room, run.Basis(), now);
        else
            run.Run.Plan = new RunPlan { RunId = run.Run.Id, MakerId = run.Run.MakerId, Plan = plan, Air = run.Room, Basis = run.Basis(), MadeAt = now };
    }

    /// <summary>A pass in words.</summary>
    internal static PassView PassOf(RunWithSupplies run, PaletteOnPaper palette, Plan plan, Pass pass)
    {
        var step = plan.Steps.First(s => s.Pass == pass.Index);
        var before = plan.Steps.Where(s => s.Card == step.Card && s.Number <= step.Number).Select(s => s.Pass);
        return new PassView(
            pass.Index,
            Words.Title(pass, run.Image.NameOf),
            Words.Where(pass),
            Words.Brush(pass.Water),
            MixOf(run, palette, pass.Mix),
            pass.Areas,
            pass.Zone,
            pass.Water,
            step.EndSeconds - step.StartSeconds,
            Looks.Fills(run, palette, plan, before));
    }

    private static PlanView View(RunWithSupplies run, Palettes palettes)
    {
        var made = run.Run.Plan ?? throw TroubleException.Gone("This run has no plan yet.");
        var palette = Colours.Palette(run, palettes) ?? throw TroubleException.Conflict("Choose a paper and at least one colour first.");
        var plan = made.Plan;
        return new PlanView(
            $"Hands {Words.Duration(plan.HandsSeconds)}, at least {Words.Duration(plan.AtLeastSeconds)} in all; this plan {Words.Duration(plan.FinishSeconds)}.",
            made.Basis != run.Basis(),
            plan.Cards,
            plan.AtLeastSeconds,
            plan.FinishSeconds,
            plan.DrySeconds,
            plan.BoneDrySeconds,
            made.Better?.FinishSeconds,
            made.Air,
            [.. plan.Passes.Select(pass => PassOf(run, palette, plan, pass))],
            [.. plan.Steps.Select(step => StepOf(run, step))],
            [.. Amounts.ToMix(plan).Select(amount => new MixAmountView(MixOf(run, palette, amount.Mix), amount.Millilitres, amount.Drops))],
            run.Remarks());
    }

    private static StepView StepOf(RunWithSupplies run, PlannedStep step) => new(
        step.Number, step.Pass, step.Card, step.Rinse, step.Wait?.Seconds ?? 0,
        step.Wait is { } wait ? Words.WaitReason(wait.Area, wait.OnItself, run.Image.NameOf) : null,
        step.StartSeconds, step.EndSeconds, step.ShiningSeconds, step.DampSeconds, step.DrySeconds);

    private static MixView MixOf(RunWithSupplies run, PaletteOnPaper palette, PaintMix mix)
    {
        var optics = Core.Mixing.RecipeIndex.Optics(palette.Optics, mix.Parts);
        var look = SpectralColour.ToLab(Core.Optics.KubelkaMunk.Over(palette.Paper, optics, mix.Strength.LoadOfOneLayer));
        return new MixView(mix.Key, Colours.PartsOf(run.Palette, mix.Parts), mix.Strength.WaterParts, Srgb.FromLab(look));
    }

    private static string FileName(string name) =>
        string.Concat(name.Select(letter => char.IsAsciiLetterOrDigit(letter) ? letter : '-')).Trim('-') is { Length: > 0 } safe ? safe : "bench-sheet";
}
