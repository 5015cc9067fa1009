using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Planning;
using Nube.Core.Tests.Methods;

namespace Nube.Core.Tests.Planning;

/// <summary>Runs of any shape, with every method, heat, sittings, steps left out and pinned.</summary>
public class AnyRunTests
{
    private static readonly string[] Colours =
    [
        "#f2df6d",
        "#d2692f",
        "#c8323a",
        "#5c9140",
        "#2f5fa8",
        "#8a5a3c",
        "#e9e6df",
    ];
    private static readonly ImmutableArray<Method> ForAreas =
    [
        .. MethodTable.All.Where(sheet => !sheet.WholeCard).Select(sheet => sheet.Method),
    ];
    private static readonly ImmutableArray<Method> ForCards =
    [
        .. MethodTable
            .All.Where(sheet => sheet.WholeCard && MethodTable.IsChosen(sheet.Method))
            .Select(sheet => sheet.Method),
    ];
    private static readonly Lazy<Dictionary<(Method, string), Core.Mixing.Recipe>> Best = new(() =>
        (
            from method in ForAreas.Concat(ForCards.Where(MethodTable.NeedsColour))
            from colour in Colours
            select (method, colour)
        ).ToDictionary(key => key, key => Supplies.Best(key.method, key.colour))
    );

    private static RunPalette Palette { get; } = new(Supplies.OnWatercolourPaper, Supplies.MixesFor);

    private static readonly ImmutableArray<NamedColours> Gradients =
    [
        GradientTests.Into(new Gradient(GradientWay.Across, 90), "Lemon yellow", "Scarlet", "Violet"),
        GradientTests.Into(new Gradient(GradientWay.FromEdge), "Lemon pencil", "Leaf green pencil") with
        {
            Shadow = GradientTests.Layer("Dark green pencil"),
        },
        GradientTests.Into(new Gradient(GradientWay.Across), "Apricot blending ink", "Rust blending ink"),
        GradientTests.Into(new Gradient(GradientWay.Across), "Tangerine alcohol marker", "Fern alcohol marker"),
    ];

    internal sealed record Any(
        Painting Painting,
        Schools Schools,
        (int One, int Other)[] Touching,
        int Cards,
        Air Air,
        PlanOptions Options
    )
    {
        public Paints Paints => Supplies.OnWatercolourPaper;

        public IEnumerable<(int One, int Other)> Together => Schools.RunTogether(Touching);

        /// <summary>With areas that go together where that costs no time, or all that can.</summary>
        public ImmutableArray<Pass> Passes =>
            Painting.Passes(
                Paints,
                Schools,
                Together,
                Divided ? new Pace(Cards, Hand.Ordinary, Paints.Paper, Air, Options) : null
            );

        private bool Divided => Painting.Areas.Count % 2 == 0;

        public Plan Plan() => Scheduler.PlanRun(Passes, Together, Cards, Paints.Paper, Air, Hand.Ordinary, Options);

        public static Any Of(int seed)
        {
            var random = new Random(seed);
            T One<T>(IReadOnlyList<T> of) => of[random.Next(of.Count)];
            var count = 1 + random.Next(5);
            var touching = (
                from a in Enumerable.Range(1, count)
                from b in Enumerable.Range(a + 1, count - a)
                where random.NextDouble() < 2.0 / count
                select (a, b)
            ).ToArray();
            var colours = Enumerable
                .Range(1, count)
                .Select(area =>
                {
                    var (method, colour) = (One(ForAreas), One(Colours));
                    if (method == Method.Gradient)
                        return One(Gradients).For(Palette, Schools.Usual, area, method);
                    return new ChosenColour(
                        new Wish(area, Core.Colour.Srgb.Parse(colour), (ShadowDepth)random.Next(3), method),
                        Best.Value[(method, colour)]
                    );
                })
                .ToList();
            var work = Enumerable
                .Range(0, random.Next(3))
                .Select(_ =>
                {
                    var method = One(ForCards);
                    var recipes = MethodTable.NeedsColour(method)
                        ? Enumerable
                            .Range(0, 1 + random.Next(3))
                            .Select(_ => Best.Value[(method, One(Colours))])
                            .ToImmutableArray()
                        : [];
                    return new ChosenCard(
                        new CardWish(method, [], 1 + random.Next(3), (RelineWith)random.Next(3)),
                        recipes
                    );
                })
                .ToList();
            var areas = Enumerable
                .Range(1, count)
                .Select(area => new AreaToPaint(
                    area,
                    20 + random.Next(900),
                    new ZoneShares(0.2, random.Next(2) * 0.35),
                    random.Next(4) == 0 && area > 1 ? 1 : null
                ))
                .ToList();
            var schools = new Schools(
                Tones: (ToneOrder)random.Next(2),
                Pens: (PenBlend)random.Next(3),
                Pencils: (PencilBlend)random.Next(3),
                Whites: (WhiteShade)random.Next(2),
                Reds: (RedShade)random.Next(2),
                Edges: random.Next(5) == 0 ? Edges.Loose : Edges.Controlled
            );
            var options = new PlanOptions
            {
                Heat = random.Next(2) == 0,
                Sitting =
                    random.Next(3) == 0
                        ? new Sitting(
                            30 + random.Next(90),
                            10 + random.Next(30),
                            2 + random.Next(6),
                            12 + random.Next(24)
                        )
                        : null,
                DryingFactor = 0.6 + random.NextDouble(),
                Turns = (Turns)random.Next(3),
            };
            int Home(int area) => areas[area - 1].DetailOf ?? area;
            return new Any(
                new Painting(colours, work, areas, 4000, random.Next(2) == 0, random.Next(3) == 0),
                schools,
                // A detail is part of what is around it; and here none touches another of the same.
                [.. touching.Where(pair => Home(pair.a) != Home(pair.b))],
                1 + random.Next(3),
                new Air(15 + random.Next(15), 0.3 + 0.5 * random.NextDouble(), 0.3 * random.NextDouble()),
                options
            );
        }
    }

    [Fact]
    public void Hundreds_of_runs_with_every_method_heat_and_sittings_break_no_rule_of_the_bench()
    {
        var (heated, rested, whole) = (0, 0, 0);
        for (var seed = 0; seed < 700; seed++)
        {
            var any = Any.Of(seed);
            var plan = any.Plan();
            var fault = ScheduleChecker.Fault(plan, [.. any.Together], Hand.Ordinary);
            Assert.True(fault is null, $"seed {seed}: {fault}");
            var better = Scheduler.Improve(
                plan,
                any.Together,
                Hand.Ordinary,
                new SearchEffort(seed % 8 == 0 ? 1_000_000 : 20_000, 0)
            );
            fault = ScheduleChecker.Fault(better, [.. any.Together], Hand.Ordinary);
            Assert.True(fault is null, $"searched, seed {seed}: {fault}");
            Assert.True(better.Cost() <= plan.Cost() + 1e-6, $"seed {seed} became worse");
            heated += plan.Steps.Count(step => step.HeatSeconds > 0);
            rested += plan.Steps.Count(step => step.RestSeconds > 0);
            whole += plan.Passes.Count(pass => pass.WholeCard);
        }
        // The trial is no trial if it never comes to that.
        Assert.True(
            heated > 170 && rested > 70 && whole > 170,
            $"{heated} heated, {rested} rested, {whole} on whole cards"
        );
    }

    [Fact]
    public void Steps_left_out_and_pinned_stay_so_through_the_search()
    {
        var (moved, refused) = (0, 0);
        for (var seed = 0; seed < 300; seed++)
        {
            var any = Any.Of(seed);
            var random = new Random(seed);
            var plan = any.Plan();
            if (plan.Steps.Length > 2)
            {
                var left = plan.Steps[random.Next(plan.Steps.Length)];
                plan = Scheduler.PlanRun(
                    plan.Passes,
                    any.Together,
                    any.Cards,
                    any.Paints.Paper,
                    any.Air,
                    Hand.Ordinary,
                    plan.Options with
                    {
                        Skipped = [new StepKey(left.Card, left.Pass)],
                    }
                );
            }
            for (var i = 0; i < 3; i++)
            {
                try
                {
                    plan = Pinning.Move(
                        plan,
                        1 + random.Next(plan.Steps.Length),
                        1 + random.Next(plan.Steps.Length),
                        any.Together,
                        Hand.Ordinary
                    );
                    moved++;
                }
                catch (ImpossibleOrderException impossible)
                {
                    Assert.Contains("must come before", impossible.Message, StringComparison.Ordinal);
                    refused++;
                }
            }
            var better = Scheduler.Improve(plan, any.Together, Hand.Ordinary, new SearchEffort(20_000, 0));
            Assert.Equal(plan.Options, better.Options);
            foreach (var one in new[] { plan, better })
            {
                var fault = ScheduleChecker.Fault(one, [.. any.Together], Hand.Ordinary);
                Assert.True(fault is null, $"seed {seed}: {fault}");
            }
        }
        Assert.True(moved > 300 && refused > 50, $"{moved} moved, {refused} refused");
    }

    [Fact]
    public void A_heat_tool_saves_time()
    {
        var saved = 0.0;
        for (var seed = 0; seed < 100; seed++)
        {
            var any = Any.Of(seed) with { Options = PlanOptions.None };
            var heated = any with { Options = new PlanOptions { Heat = true } };
            var (slow, fast) = (any.Plan(), heated.Plan());
            Assert.True(fast.AtLeastSeconds <= slow.AtLeastSeconds + 1e-6);
            saved += slow.FinishSeconds - fast.FinishSeconds;
        }
        Assert.True(saved > 100 * 60, $"{saved / 60:0} min saved in all");
    }
}
