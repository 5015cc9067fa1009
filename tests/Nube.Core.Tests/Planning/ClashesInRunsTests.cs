using Nube.Core.Acts;
using Nube.Core.Artwork;
using Nube.Core.Bench;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Planning;
using Nube.Core.Tests.Methods;
using static Nube.Core.Tests.Planning.Trials;

namespace Nube.Core.Tests.Planning;

/// <summary>Every rule of what clashes, from a run that a maker could make. Common practice, no source.</summary>
public class ClashesInRunsTests
{
    private static readonly StampingInk Soluble = GenericCatalogue.StampingInks.First(ink => !ink.Waterproof),
        Slow = GenericCatalogue.StampingInks.First(ink => ink.Slow);

    private const string Red = "#c93a3a",
        Green = "#5c9140",
        Sienna = "#a0582f";

    /// <summary>What a plan is told of, by rule.</summary>
    private static readonly (string Rule, Func<Trial> Run, StampingInk? Ink)[] Plans =
    [
        ("line-bleeds", () => Run(Method.FlatWash, [Green], 1), Soluble),
        ("line-bleeds-mist", () => With(Work(Method.MistAndBlot, [])), Soluble),
        ("slow-line-smears", () => Run(Method.FlatWash, [Green], 1), Slow),
        ("slow-line-smears-pencil", () => Run(Method.DryPencil, [Green], 1), Slow),
        ("slow-line-smears-blending", () => Run(Method.SpongeBlend, [Green], 1), Slow),
        ("slow-line-under-mask", () => Run(Method.FlatWash, [Green], 1, masked: true), Slow),
        ("line-lost-in-alcohol", () => Run(Method.PencilOverMarker, [Green], 1), null),
        ("solvent-lifts-line", () => Run(Method.SolventPencil, [Green], 1), null),
        ("embossed-sheds", () => Run(Method.FlatWash, [Green], 1, dams: DamLines.All), null),
        ("embossed-sheds-blending", () => Run(Method.SpongeBlend, [Green], 1, dams: DamLines.All), null),
        ("embossed-pencil", () => Run(Method.DryPencil, [Green], 1, dams: DamLines.All), null),
        (
            "embossed-heat",
            () => Run(Method.FlatWash, [Green], 1, dams: DamLines.All, work: [Work(Method.EmbossedWords, [])]),
            null
        ),
        (
            "embossed-press",
            () => Run(Method.FlatWash, [Green], 1, dams: DamLines.All, work: [Work(Method.PressedPattern, [])]),
            null
        ),
        ("graphite-trapped", () => Run(Method.FlatWash, [Green], 1, traced: true), null),
        ("graphite-smears", () => Run(Method.SpongeBlend, [Green], 1, traced: true), null),
        ("buckles", () => Run(Method.FlatWash, [Green], 1, paints: On("White cardstock 110 lb")), null),
        ("thin-floods", () => Loose(On("Cold pressed watercolour 185")), null),
        ("textured-print", () => With(Work(Method.EmbossedWords, [])), null),
        ("textured-die", () => With(Work(Method.DieCut, [])), null),
        ("dark-swallows", () => Run(Method.FlatWash, [Green], 1, paints: On("Dusk blue card")), null),
        ("smooth-no-tooth", () => Run(Method.DryPencil, [Green], 1, paints: On("Smooth bristol 270")), null),
        ("smooth-puddles", () => Loose(On("Hot pressed watercolour 300")), null),
        ("wakes-under-wash", () => With(Work(Method.BlendedPanel, [Red])), null),
        ("wakes-under-mist", () => With(Work(Method.BlendedPanel, [Red]), Work(Method.MistAndBlot, [])), null),
        ("wakes-under-splatter", () => With(Work(Method.BlendedPanel, [Red]), Work(Method.Splatter, [])), null),
        ("white-over-wakes", () => With(Work(Method.BlendedPanel, [Red]), Work(Method.Splatter, [])), null),
        ("pen-on-wax", () => Run(Method.DryPencil, [Sienna], 1, work: [Work(Method.Highlights, [])]), null),
        ("resist-sheds", () => With(Work(Method.ResistSpray, [])), null),
        (
            "heat-warps",
            () =>
                Run(
                    Method.FlatWash,
                    [Green, Red],
                    1,
                    touching: [(1, 2)],
                    paints: On("Cold pressed watercolour 185"),
                    options: new PlanOptions { Heat = true }
                ),
            null
        ),
        (
            "glue-wakes",
            () => Run(Method.SpongeBlend, [Green], 1, schools: Schools.Usual with { Glue = Glue.Liquid }),
            null
        ),
        (
            "glue-buckles-thin",
            () =>
                Run(
                    Method.FlatWash,
                    [Green],
                    1,
                    paints: On("Cold pressed watercolour 185"),
                    schools: Schools.Usual with
                    {
                        Glue = Glue.Liquid,
                    }
                ),
            null
        ),
        (
            "glue-on-soluble-line",
            () => Run(Method.DryPencil, [Green], 1, schools: Schools.Usual with { Glue = Glue.Liquid }),
            Soluble
        ),
        ("press-dries-crack", () => With(Work(Method.StencilPaste, []), Work(Method.DieCut, [])), null),
    ];

    /// <summary>What the bench tells a maker who goes on too soon: what comes when all before it was just done.</summary>
    private static readonly (string Rule, Stroke Next, Func<Trial> Run)[] TooSoon =
    [
        ("wet-pencil", Stroke.Draw, () => Run(Method.OilDetail, [Green], 1)),
        ("wet-splatter", Stroke.Splatter, () => With(Work(Method.Splatter, []))),
        ("powder-on-wash", Stroke.Emboss, () => With(Work(Method.EmbossedWords, []))),
        ("powder-on-damp", Stroke.Emboss, () =>
            Run(Method.DryPencil, [Green], 1, work: [Work(Method.BlendedPanel, [Red]), Work(Method.EmbossedWords, [])])
        ),
        ("shine-smears", Stroke.CutOut, () => With(Work(Method.Shine, []), Work(Method.DieCut, []))),
        ("tape-lifts-wet", Stroke.CutOut, () => With(Work(Method.DieCut, []))),
        ("marked-plate", Stroke.CutOut, () => With(Work(Method.DieCut, []))),
        ("erase-wet", Stroke.Erase, () => Run(Method.NegativePainting, [Green], 1)),
        ("paste-on-wet", Stroke.SpreadPaste, () => With(Work(Method.StencilPaste, []))),
    ];

    /// <summary>What the bench says of the heat tool when all of a run was just done.</summary>
    private static readonly (string Rule, Func<Trial> Run)[] Heated =
    [
        ("heat-on-wax", () => Run(Method.DryPencil, [Sienna], 1)),
        ("heat-on-foam", () => With(Work(Method.OnFoam, []))),
        ("heat-on-solvent", () => Run(Method.SolventPencil, [Green], 1)),
        ("heat-on-alcohol", () => Run(Method.PencilOverMarker, [Green], 1)),
        ("spray-near-heat", () => With(Work(Method.ResistSpray, []))),
    ];

    /// <summary>What the order of a plan keeps from happening at all.</summary>
    private static readonly string[] NeverDone =
    [
        "wax-resists",
        "wax-clogs",
        "oil-clogs",
        "wax-builds-up",
        "solvent-lifts-marker",
    ];

    [Fact]
    public void Every_rule_is_said_of_a_plan_at_the_bench_or_is_kept_from_happening() =>
        Assert.Equal(
            ClashRules.All.Select(rule => rule.Key).Order(),
            Plans
                .Select(one => one.Rule)
                .Concat(TooSoon.Select(one => one.Rule))
                .Concat(Heated.Select(one => one.Rule))
                .Concat(NeverDone)
                .Order()
        );

    [Fact]
    public void A_plan_is_told_of_what_it_does() => Assert.All(Plans, one =>
        {
            var run = one.Run();
            var plan = run.Plan();
            Assert.Contains(
                one.Rule,
                PlanRemarks
                    .ClashesOf(plan, run.Paints.Colourants, run.SettingWith(one.Ink))
                    .Select(clash => clash.Rule.Key)
            );
        });

    [Fact]
    public void The_bench_says_what_comes_of_going_on_too_soon_and_no_more_when_it_is_dry() =>
        Assert.All(TooSoon, one =>
        {
            var run = one.Run();
            var plan = run.Plan();
            var step = plan.Steps.Last(step => plan.PassOf(step).Stroke == one.Next);
            Assert.Contains(one.Rule, Said(run, plan, step, TimeSpan.Zero));
            Assert.DoesNotContain(one.Rule, Said(run, plan, step, TimeSpan.FromDays(2)));
        });

    [Fact]
    public void The_bench_says_what_a_heat_tool_would_spoil() => Assert.All(Heated, one =>
        {
            var run = one.Run();
            var plan = run.Plan();
            var bench = JustDone(run, plan, plan.Steps.Length, TimeSpan.Zero);
            var remarks = PlanRemarks.SpoiltByHeat(
                plan,
                plan.Steps,
                run.Paints.Colourants,
                run.SettingWith(null),
                bench.Cards[0].Areas.Where(area => area.State < Wetness.Dry).Select(area => area.Pass).ToHashSet()
            );
            var rule = ClashRules.All.Single(rule => rule.Key == one.Rule);
            Assert.Contains(remarks, remark => remark.Text.EndsWith(rule.Instead, StringComparison.Ordinal));
        });

    private static Paints On(string paper) => Supplies.On(Supplies.Paper(paper));

    private static Trial With(params ChosenCard[] work) => Run(Method.FlatWash, [Green], 1, work: [.. work]);

    private static Trial Loose(Paints paints) =>
        Run(Method.FlatWash, [Green], 1, paints: paints, work: [Work(Method.LooseBackground, [Red])]);

    /// <summary>The bench some time after the first steps were done, all at once.</summary>
    private static BenchState JustDone(Trial run, Plan plan, int steps, TimeSpan later)
    {
        var at = new DateTimeOffset(2026, 10, 3, 18, 0, 0, TimeSpan.Zero);
        return BenchLog.At(
            plan,
            run.Together,
            plan.Steps.Take(steps).Select(step => new Tap(TapKind.Done, step.Number, at, "")),
            at + later
        );
    }

    private static IEnumerable<string?> Said(Trial run, Plan plan, PlannedStep step, TimeSpan later)
    {
        var bench = JustDone(run, plan, step.Number - 1, later);
        return PlanRemarks
            .SpoiltBy(
                plan,
                step,
                plan.Steps.Take(step.Number - 1),
                run.Paints.Colourants,
                run.SettingWith(null),
                bench.TooWetFor(plan, step)
            )
            .Select(remark => remark.Rule);
    }
}
