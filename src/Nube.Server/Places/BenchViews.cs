using Nube.Core.Acts;
using Nube.Core.Bench;
using Nube.Core.Colour;
using Nube.Core.Drying;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Planning;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>
/// A step as it stands on the bench, with what has to be clean first and what belongs to this card alone.
/// </summary>
public sealed record BenchStepView(
    int Number,
    int Card,
    string First,
    string? ThisCard,
    bool Heat,
    PassView Pass,
    GoalView? Goal
);

/// <summary>What the area of a step that is largest in it looks like after it, while it is wet and when it is dry.</summary>
public sealed record GoalView(int Area, Srgb Wet, Srgb Dry);

/// <summary>Why the step in hand cannot start yet, and from when on to feel whether it can; null where no finger helps.</summary>
public sealed record HoldupView(DateTimeOffset ReadyAt, DateTimeOffset? FeelFrom, string Reason);

/// <summary>A step that was done with another mix, in words, with what was planned and what it looks like.</summary>
public sealed record OtherwiseView(int Step, int Card, string Sentence, Srgb Planned, Srgb Really);

/// <summary>What a maker can have taken instead: a mix of this run, or one of its colours with some water.</summary>
public sealed record TakeableView(
    IReadOnlyList<MixView> Mixes,
    IReadOnlyList<PartView> Colours,
    IReadOnlyList<int> Waters
);

/// <summary>Bench mode.</summary>
public sealed record BenchView(
    DateTimeOffset ServerNow,
    int StepsDone,
    int StepCount,
    string? Stale,
    BenchStepView? Current,
    HoldupView? Holdup,
    BenchStepView? Meanwhile,
    BenchStepView? Next,
    BenchStepView? LastDone,
    IReadOnlyList<string> WhileWaiting,
    string HeatCaution,
    IReadOnlyList<string> Notes,
    TakeableView Takeable,
    IReadOnlyList<OtherwiseView> Otherwise,
    IReadOnlyList<OwnTimer> Timers,
    IReadOnlyList<Remark> Remarks,
    IReadOnlyList<CardView> Line
);

/// <summary>The bench as it is read.</summary>
internal static class BenchViews
{
    /// <summary>The whole bench.</summary>
    public static BenchView View(RunWithSupplies run, Palettes palettes, List<Tap> taps, DateTimeOffset now)
    {
        var plan = run.Run.Plan?.Plan ?? throw TroubleException.Conflict("Plan the run first.");
        var planned = run.AsPlanned;
        var palette = Colours.Needed(planned, palettes);
        var bench = BenchLog.At(plan, run.Touching, taps, now);
        var lay = now - taps.Where(tap => tap.IsDone).Select(tap => tap.At).DefaultIfEmpty(now).Max();
        var looks = new PlanLooks(plan, palette.Paints);
        int[] over = [.. bench.Done, .. bench.LeftOut];
        var last = bench.Last is { } lastNumber ? plan.Steps[lastNumber - 1] : null;
        return new BenchView(
            now,
            over.Length,
            plan.Steps.Length,
            over.Length == 0 && run.IsStale ? Words.Stale(run.ChangedSincePlanned) : null,
            Step(bench.Current),
            bench.Holdup is { } holdup
                ? new HoldupView(
                    holdup.ReadyAt,
                    holdup.FeelFrom,
                    string.Join(
                            ' ',
                            Words.WaitReason(
                                holdup.Area,
                                holdup.OnItself,
                                plan.PassOf(plan.Steps[bench.Current!.Value - 1]).Sheet.Needs,
                                run.NameOf
                            ),
                            Words.DriesAsFelt(bench.Felt)
                        )
                        .TrimEnd()
                )
                : null,
            Step(bench.Meanwhile),
            Step(
                plan.Rest.Concat(plan.Steps.Select(step => step.Number))
                    .Cast<int?>()
                    .FirstOrDefault(number => !over.Contains(number!.Value) && number != bench.Current)
            ),
            Step(last?.Number),
            Idle.InWords(
                Idle.Placed(plan, Idle.Usual(plan))
                    .Where(placed => placed.BeforeStep is { } before && before == bench.Current)
                    .Select(placed => placed.Task)
            ),
            string.Join(' ', HeatSpoils().Select(remark => remark.Text).Prepend(Cautions.HeatTool.Text)),
            Notes(taps),
            new TakeableView(
                [
                    .. plan
                        .Passes.SelectMany(pass => pass.Mixes)
                        .Where(mix => !mix.Parts.IsEmpty)
                        .Distinct()
                        .Select(mix => PlanViews.MixOf(planned, palette, mix)),
                ],
                ColourViews.PartsOf(
                    planned.Palette,
                    Enumerable.Range(0, planned.Palette.Count).Select(place => new RecipePart(place, 1))
                ),
                [.. Strength.Ladder.Select(strength => strength.WaterParts)]
            ),
            Otherwise(planned, palette, plan, bench),
            bench.Timers,
            run.Remarks(),
            Looks.Cards(run, bench, palettes, [])
        );

        // Said with the first card, when the maker decides; and whenever it is too wet for the step.
        IEnumerable<Remark> Spoilt(PlannedStep step) =>
            run.Setting is not { } setting
            || (
                bench.TooWetFor(plan, step).Count == 0
                && bench.Done.Any(number => plan.Steps[number - 1].Pass == step.Pass)
            )
                ? []
                : run.WithSilenced(
                        PlanRemarks.SpoiltBy(
                            plan,
                            step,
                            bench.Done.Select(number => plan.Steps[number - 1]),
                            [.. planned.Palette.Select(item => item.Colourant!)],
                            setting,
                            bench.TooWetFor(plan, step)
                        )
                    )
                    .Where(remark => remark.Silenced is null);

        // What a heat tool would do to the card in hand, or to the last one when all is done.
        IEnumerable<Remark> HeatSpoils()
        {
            var inHand = plan.Steps[(bench.Current ?? bench.Last ?? 1) - 1];
            var card = inHand.Card;
            return run.Setting is not { } setting
                ? []
                : PlanRemarks.SpoiltByHeat(
                    plan,
                    bench
                        .Done.Select(number => plan.Steps[number - 1])
                        .Where(step => step.Card == card && Heating.Reaches(plan.PassOf(inHand), plan.PassOf(step))),
                    [.. planned.Palette.Select(item => item.Colourant!)],
                    setting,
                    bench
                        .Cards[card - 1]
                        .Areas.Where(area => area.State < Wetness.Dry)
                        .Select(area => area.Pass)
                        .ToHashSet()
                );
        }

        BenchStepView? Step(int? number)
        {
            if (number is not { } place)
                return null;
            var step = plan.Steps[place - 1];
            var pass = plan.PassOf(step);
            // What is on the brush depends on what was done last in truth, not in the plan.
            var done = bench.PassesDone(plan).Reverse().ToList();
            var heat = place == bench.Current && step.HeatSeconds > 0 && bench.Holdup is not null;
            var view = PlanViews.PassOf(planned, palette, plan, pass, looks);
            return new BenchStepView(
                place,
                step.Card,
                StepWords.First(done, pass, lay.TotalSeconds),
                StepWords.Generation(pass, done.Count(other => other.Index == pass.Index)),
                heat,
                view with
                {
                    Cautions = [.. PlanRemarks.ToSay(pass, heat, done.FirstOrDefault()), .. Spoilt(step)],
                },
                GoalOf(pass, looks.After(pass))
            );
        }
    }

    /// <summary>Of a wash over areas of one colour: of what shines, a maker would otherwise think it too dark.</summary>
    private static GoalView? GoalOf(Pass pass, CardSurface after)
    {
        var area = pass.Areas.Where(after.Areas.ContainsKey).OrderByDescending(pass.PatchOf).FirstOrDefault();
        if (
            pass.WholeCard
            || pass.Leaves != Leaves.Water
            || !pass.Colours.Any()
            || !after.Areas.TryGetValue(area, out var surface)
            || !surface.Along.IsEmpty
        )
            return null;
        Srgb Seen(Func<Spectrum, Lab> seen) =>
            pass.Zone is Zone.Shadow or Zone.Beside ? surface.Colours(seen).Shadow : surface.Colours(seen).Middle;
        return new GoalView(area, Seen(dry => SpectralColour.ToLab(WetLook.Of(dry))), Seen(SpectralColour.ToLab));
    }

    /// <summary>The notes of a run.</summary>
    public static List<string> Notes(IEnumerable<Tap> taps) =>
        [.. taps.Where(tap => tap.Kind == TapKind.Note).Select(tap => tap.Text)];

    /// <summary>What was done with another mix.</summary>
    public static IReadOnlyList<OtherwiseView> Otherwise(
        RunWithSupplies run,
        RunPalette palette,
        Plan plan,
        BenchState bench
    ) =>
        [
            .. CardLooks
                .Otherwise(plan, bench, palette.Paints)
                .Select(one =>
                {
                    var (step, pass) = (plan.Steps[one.Step - 1], plan.PassOf(plan.Steps[one.Step - 1]));
                    var taken = Words.Mix(
                        one.Mix.Parts.Select(part => (part.Parts, run.Palette[part.Colourant].Name)),
                        one.Mix.Strength.WaterParts
                    );
                    var state = bench.Cards[step.Card - 1].Areas.FirstOrDefault(area => area.Area == one.Area)?.State
                        ?? Wetness.BoneDry;
                    var seen = one.Difference is { } difference ? $"; {Words.Seen(difference)}" : "";
                    var wayBack =
                        one.Difference is null or < Words.HardlySeen || run.Run.FinishedAt is not null
                            ? ""
                            : $" {Words.WayBack(pass, state)}";
                    Srgb Shown(ZoneColours colours) =>
                        pass.Zone switch
                        {
                            Zone.Light => colours.Light,
                            Zone.Shadow or Zone.Beside or Zone.Deepest => colours.Shadow,
                            _ => colours.Middle,
                        };
                    return new OtherwiseView(
                        one.Step,
                        step.Card,
                        $"Card {step.Card}, {StepWords.Title(pass, run.NameOf)}: {taken} instead{seen}.{wayBack}",
                        Shown(one.Planned),
                        Shown(one.Really)
                    );
                }),
        ];
}
