using Nube.Core.Acts;
using Nube.Core.Bench;
using Nube.Core.Colour;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Planning;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>What is on the brush.</summary>
public sealed record MixView(string Key, IReadOnlyList<PartView> Parts, int Water, Srgb Colour);

/// <summary>A pass in words, and how a card looks after it.</summary>
public sealed record PassView(
    int Index,
    string Title,
    string Where,
    string How,
    string Method,
    Stroke Stroke,
    Tool Tool,
    MixView Mix,
    IReadOnlyList<MixView> Also,
    IReadOnlyList<int> Areas,
    Zone Zone,
    double PaintSeconds,
    IReadOnlyList<Remark> Cautions,
    IReadOnlyList<string> Notes,
    Srgb? GroundAfter,
    IReadOnlyList<AreaFill> LookAfter,
    Guid? Piece,
    Guid? Onto
);

/// <summary>A step on the time chart.</summary>
public sealed record StepView(
    int Number,
    int Pass,
    int Card,
    bool Rinse,
    string? CleanFirst,
    double WaitSeconds,
    string? WaitReason,
    double HeatSeconds,
    double RestSeconds,
    int Sitting,
    bool Pinned,
    double StartSeconds,
    double EndSeconds,
    double ShiningSeconds,
    double DampSeconds,
    double DrySeconds
);

/// <summary>How much of a mix to prepare.</summary>
public sealed record MixAmountView(MixView Mix, double Millilitres, int Drops);

/// <summary>A step that is left out.</summary>
public sealed record SkippedView(int Card, int Pass, string Title);

/// <summary>What can be done in a wait; with no step, after the last stroke.</summary>
public sealed record MeanwhileView(IReadOnlyList<string> Tasks, double Seconds, int? BeforeStep);

/// <summary>The third stage; passes stand as hands come to them, and steps name them by their index.</summary>
public sealed record PlanView(
    string Sentence,
    string Follows,
    bool Stale,
    string? Changed,
    int Cards,
    double AtLeastSeconds,
    double FinishSeconds,
    double DrySeconds,
    double BoneDrySeconds,
    double? BetterFinishSeconds,
    string? BetterInWords,
    Air Air,
    IReadOnlyList<PassView> Passes,
    IReadOnlyList<StepView> Steps,
    IReadOnlyList<SkippedView> Skipped,
    IReadOnlyList<MixAmountView> ToMix,
    IReadOnlyList<string> ToLayOut,
    IReadOnlyList<MeanwhileView> Meanwhile,
    IReadOnlyList<Remark> Remarks
)
{
    /// <summary>The pass of a step.</summary>
    public PassView PassOf(StepView step) => Passes.First(pass => pass.Index == step.Pass);
}

/// <summary>A plan as it is read.</summary>
internal static class PlanViews
{
    /// <summary>The whole plan.</summary>
    public static PlanView View(RunWithSupplies run, Palettes palettes)
    {
        var made = run.Run.Plan ?? throw TroubleException.Gone("This run has no plan yet.");
        var planned = run.AsPlanned;
        var palette = Colours.Needed(planned, palettes);
        var plan = made.Plan;
        var looks = new PlanLooks(plan, palette.Paints);
        return new PlanView(
            $"Hands {Words.Duration(plan.HandsSeconds)}, at least {Words.Duration(made.AtLeastSeconds)} in all; this plan {Words.InAll(plan)}.",
            run.Schools.InWords(),
            run.IsStale,
            run.IsStale ? Words.Stale(run.ChangedSincePlanned) : null,
            plan.Cards,
            made.AtLeastSeconds,
            plan.FinishSeconds,
            plan.DrySeconds,
            plan.BoneDrySeconds,
            made.Better?.FinishSeconds,
            made.Better is { } better ? $"A better order was found: {Words.InAll(better)}." : null,
            made.Air,
            // As the hands come to them; last what is left out on every card.
            [
                .. plan
                    .Passes.OrderBy(pass =>
                        plan.Steps.FirstOrDefault(step => step.Pass == pass.Index)?.Number ?? int.MaxValue
                    )
                    .Select(pass => PassOf(planned, palette, plan, pass, looks)),
            ],
            [.. plan.Steps.Select(step => StepOf(run, plan, step))],
            [
                .. plan
                    .Options.Skipped.Where(step => step.Pass < plan.Passes.Length)
                    .Select(step => new SkippedView(
                        step.Card,
                        step.Pass,
                        StepWords.Title(plan.Passes[step.Pass], run.NameOf)
                    )),
            ],
            [
                .. Amounts
                    .ToMix(plan)
                    .Select(amount => new MixAmountView(
                        MixOf(planned, palette, amount.Mix),
                        amount.Millilitres,
                        amount.Drops
                    )),
            ],
            run.Setting is { } setting
                ? LayingOut.Of(plan, setting, [.. planned.Palette.Select(item => item.Colourant!)])
                : [],
            [
                .. Idle.Placed(plan, Idle.Usual(plan))
                    .GroupBy(placed => placed.BeforeStep)
                    .Select(wait => new MeanwhileView(
                        Idle.InWords(wait.Select(placed => placed.Task)),
                        wait.Sum(placed => placed.Task.Seconds),
                        wait.Key
                    )),
            ],
            Remarks(run, plan)
        );
    }

    /// <summary>A pass in words.</summary>
    public static PassView PassOf(RunWithSupplies run, RunPalette palette, Plan plan, Pass pass, PlanLooks looks)
    {
        // Of the first card on which it is done; of none where it is left out everywhere.
        var step = plan.Steps.FirstOrDefault(s => s.Pass == pass.Index);
        return new PassView(
            pass.Index,
            StepWords.Title(pass, run.NameOf),
            Where(),
            StepWords.How(pass, run.Schools),
            MethodTable.Of(pass.Method).Name,
            pass.Stroke,
            pass.Sheet.Tool,
            MixOf(run, palette, pass.Mix),
            [.. pass.Also.Select(mix => MixOf(run, palette, mix))],
            [.. pass.Areas.Where(area => area > Pass.Panel)],
            pass.Zone,
            step is null ? 0 : step.EndSeconds - step.StartSeconds,
            PlanRemarks.AtStep(pass, heated: false),
            [.. run.NotesOn(pass.Areas)],
            Looks.Ground(looks.After(pass)),
            Looks.Fills(looks.After(pass), run.InHand.Image),
            IdOf(pass.Piece),
            IdOf(pass.Onto)
        );

        // When a piece is first taken up, its papers are told.
        string Where() =>
            plan.Pieces.FirstOrDefault(piece => piece.Surface == pass.Piece) is { PapersInWords: { } papers }
            && plan.Passes.First(other => other.Piece == pass.Piece).Index == pass.Index
                ? $"{StepWords.Where(pass, run.InInches)}, {papers}"
                : StepWords.Where(pass, run.InInches);

        Guid? IdOf(int? surface) => plan.Pieces.FirstOrDefault(piece => piece.Surface == surface)?.Piece;
    }

    /// <summary>What is on the brush.</summary>
    public static MixView MixOf(RunWithSupplies run, RunPalette palette, PaintMix mix)
    {
        var paper = palette.Paints.Reflectance;
        var look = mix.Parts.IsEmpty
            ? paper
            : KubelkaMunk.Over(paper, palette.Paints.OpticsOf(mix), palette.Paints.LoadOf(mix));
        return new MixView(
            mix.Key,
            ColourViews.PartsOf(run.Palette, mix.Parts),
            mix.Strength.WaterParts,
            Srgb.FromLab(SpectralColour.ToLab(look))
        );
    }

    /// <summary>Is this wise? What clashes in the plan, what is tight, what runs out, and the cautions.</summary>
    public static IReadOnlyList<Remark> Remarks(RunWithSupplies run, Plan plan)
    {
        if (run.Setting is not { } setting)
            return run.Remarks();
        var ofPlan = PlanRemarks.Of(
            plan,
            [.. run.PlanPalette.Select(item => item.Colourant!)],
            setting,
            run.Hand,
            run.NameOf
        );
        return
        [
            .. run.WithSilenced(ofPlan)
                .Concat(RunningLow(run, plan))
                .Concat(run.Remarks())
                .DistinctBy(remark => (remark.Rule, remark.Text))
                .OrderBy(remark => remark.Silenced is not null)
                .ThenByDescending(remark => remark.Severity),
        ];
    }

    /// <summary>What the stash holds too little of.</summary>
    private static IEnumerable<Remark> RunningLow(RunWithSupplies run, Plan plan) =>
        from used in Amounts.Used(plan.Steps.Select(plan.PassOf))
        let item = run.PlanPalette[used.Colourant]
        where
            item.Left is { } left
            && item.Colourant!.Medium.Holds() is { } holds
            && left * holds < used.Millilitres * Amounts.Allowance
        select new Remark(
            Severity.Warn,
            $"{item.Name} may run out: about {used.Millilitres * Amounts.Allowance:0.0} ml are needed, and {item.Left * item.Colourant!.Medium.Holds():0.0} ml are left."
        );

    private static StepView StepOf(RunWithSupplies run, Plan plan, PlannedStep step)
    {
        var before = plan.Steps.Take(step.Number - 1).Reverse().Select(plan.PassOf);
        return new StepView(
            step.Number,
            step.Pass,
            step.Card,
            step.Rinse,
            StepWords.CleanFirst(before, plan.PassOf(step), (step.Wait?.Seconds ?? 0) + step.RestSeconds),
            step.Wait?.Seconds ?? 0,
            step.Wait is { } wait
                ? Words.WaitReason(wait.Area, wait.OnItself, plan.PassOf(step).Sheet.Needs, run.NameOf)
                : null,
            step.HeatSeconds,
            step.RestSeconds,
            step.Sitting,
            plan.Options.Pinned.Any(pin => pin.Step == new StepKey(step.Card, step.Pass)),
            step.StartSeconds,
            step.EndSeconds,
            step.ShiningSeconds,
            step.DampSeconds,
            step.DrySeconds
        );
    }
}
