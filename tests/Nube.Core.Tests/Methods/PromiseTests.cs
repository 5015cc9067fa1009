using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Planning;

namespace Nube.Core.Tests.Methods;

/// <summary>
/// What a recipe's row promises is what the plan paints: for every method, with every medium that it can use, on any
/// paper.
/// </summary>
public class PromiseTests
{
    private const double Kept = 0.2; // CIEDE2000

    private static readonly string[] Wishes =
    [
        "#d8492f",
        "#f2c531",
        "#5c9140",
        "#2f5fa8",
        "#7a4b8c",
        "#8a5a3c",
        "#f3c7cf",
        "#9a9a98",
        "#26324f",
    ];
    private static readonly string[] PapersTried = ["Cold pressed watercolour 300", "Smooth bristol 270", "Kraft card"];

    /// <summary>The sets that a method is tried with: one for each thing that it takes its colour from.</summary>
    private static IEnumerable<(string Name, ImmutableArray<Colourant> Colourants)> Sets(Method method)
    {
        var media = MethodTable.Of(method).Media;
        if (media.IsEmpty)
            media = [Medium.Pan, Medium.WaxPencil];
        ImmutableArray<Colourant> with = MethodTable.Of(method).With.IsEmpty
            ? []
            : [.. GenericCatalogue.Whites, .. GenericCatalogue.OilPencils];
        (Medium Medium, ImmutableArray<Colourant> Colourants)[] sets =
        [
            (Medium.Pan, GenericCatalogue.Pans),
            (Medium.InkPad, GenericCatalogue.Inks),
            (Medium.BrushMarker, GenericCatalogue.BrushMarkers),
            (Medium.WaxPencil, [.. GenericCatalogue.Pencils, .. GenericCatalogue.Whites]),
            (Medium.OilPencil, GenericCatalogue.OilPencils),
            (Medium.WatercolourPencil, GenericCatalogue.WatercolourPencils),
            (Medium.BrushPen, GenericCatalogue.BrushPens),
            (Medium.AlcoholMarker, GenericCatalogue.AlcoholMarkers),
            (Medium.BlendingInk, GenericCatalogue.BlendingInks),
        ];
        return sets.Where(set => media.Contains(set.Medium))
            .Select(set =>
                ($"{set.Medium}", (ImmutableArray<Colourant>)[.. set.Colourants, .. with.Except(set.Colourants)])
            );
    }

    private static readonly System.Collections.Concurrent.ConcurrentDictionary<Colourant, PaintOptics> Known = new();

    private static Paints On(ImmutableArray<Colourant> colourants, Paper paper) =>
        new(
            colourants,
            [
                .. colourants
                    .AsParallel()
                    .AsOrdered()
                    .Select(colourant => Known.GetOrAdd(colourant, one => one.Optics())),
            ],
            paper,
            paper.Reflectance()
        );

    private static WaterMixes? MixesOf(Method method, Paints paints)
    {
        ImmutableArray<int> wet =
        [
            .. Enumerable
                .Range(0, paints.Colourants.Count)
                .Where(place => paints.Colourants[place].Medium.MixesWithWater()),
        ];
        return wet.IsEmpty
            ? null
            : new WaterMixes(
                RecipeIndex.Build(
                    [.. wet.Select(place => paints.Optics[place])],
                    MethodRecipes.GroundOf(method, paints)
                ),
                wet
            );
    }

    /// <summary>A wish, its recipe, what the row says, and what the plan leaves on the card.</summary>
    private static (Recipe Recipe, ZoneDifferences Claimed, ZoneDifferences Planned)? Planned(
        Method method,
        Paints paints,
        WaterMixes? mixes,
        string colour,
        ShadowDepth depth
    )
    {
        var wish = new Wish(1, Srgb.Parse(colour), depth, method);
        if (
            MethodRecipes.Nearest(method, wish.Colour.ToLab(), depth, paints, mixes, Schools.Usual, 1)
            is not [var recipe]
        )
            return null;
        var painting = new Painting(
            [new ChosenColour(wish, recipe)],
            [],
            [new AreaToPaint(1, 300, new ZoneShares(0.2, 0.35))],
            5000,
            false,
            false
        );
        var plan = Scheduler.PlanRun(
            painting.Passes(paints, Schools.Usual, []),
            [],
            1,
            paints.Paper,
            Air.OrdinaryRoom,
            Hand.Ordinary
        );
        var after = new CardFold(paints).After(plan.Steps.Select(plan.PassOf)).Areas[1];
        var wishes = ZoneWishes.Of(method, wish.Colour.ToLab(), depth, SpectralColour.ToLab(paints.Reflectance));
        return (recipe, painting.Differences(paints, Schools.Usual)[1], wishes.From(after));
    }

    public static TheoryData<Method> ForAreas =>
        [
            .. MethodTable
                .All.Where(sheet => !sheet.WholeCard && MethodTable.IsChosen(sheet.Method))
                .Select(sheet => sheet.Method),
        ];

    [Theory]
    [MemberData(nameof(ForAreas))]
    public void What_a_row_promises_the_plan_paints(Method method)
    {
        // Every set on every paper, with wishes and depths in turns.
        var turn = 0;
        foreach (var (name, colourants) in Sets(method))
        {
            foreach (var paper in PapersTried)
            {
                var paints = On(colourants, Supplies.Paper(paper));
                var mixes = MixesOf(method, paints);
                foreach (var depth in Enum.GetValues<ShadowDepth>())
                {
                    var colour = Wishes[turn++ % Wishes.Length];
                    var (recipe, claimed, planned) = Planned(method, paints, mixes, colour, depth)
                        ?? throw new InvalidOperationException($"{method}, {name}: nothing for {colour}");
                    Near(claimed.Light, planned.Light);
                    Near(claimed.Middle, planned.Middle);
                    Near(claimed.Shadow, planned.Shadow);
                    Near(
                        recipe.Difference,
                        planned.Middle is null || method == Method.ShadedWhite ? planned.Shadow : planned.Middle
                    );

                    void Near(double? said, double? done) =>
                        Assert.True(
                            said is null == done is null && Math.Abs((said ?? 0) - (done ?? 0)) <= Kept,
                            $"{method}, {name} on {paper}, {colour} {depth}: said {said:0.00}, planned {done:0.00}"
                        );
                }
            }
        }
    }

    // What a colour is mixed from over a lighter one lies in every area, not only in those that the light divides.
    [Theory]
    [InlineData(Method.DryPencil)]
    [InlineData(Method.SolventPencil)]
    [InlineData(Method.SpongeBlend)]
    [InlineData(Method.PencilOverMarker)]
    [InlineData(Method.BrushPenPair)]
    public void An_area_that_is_too_small_for_light_and_shadow_gets_the_same_middle(Method method)
    {
        var paints = On(Sets(method).First().Colourants, Supplies.Paper(PapersTried[0]));
        foreach (var colour in Wishes)
        {
            var wanted = Srgb.Parse(colour);
            var recipe = MethodRecipes.Nearest(
                method,
                wanted.ToLab(),
                ShadowDepth.Soft,
                paints,
                null,
                Schools.Usual,
                1
            )[0];
            ChosenColour Of(int area) => new(new Wish(area, wanted, ShadowDepth.Soft, method), recipe);
            AreaToPaint[] areas = [new(1, 300, new ZoneShares(0.2, 0.35)), new(2, 12, default)];
            var painting = new Painting([Of(1), Of(2)], [], areas, 5000, false, false);
            var after = new CardFold(paints).After(painting.Passes(paints, Schools.Usual, []));
            var difference = Ciede2000.Difference(after.Areas[1].Middle.Colour(), after.Areas[2].Middle.Colour());
            Assert.True(difference <= Kept, $"{colour}: {difference:0.0} apart");
        }
    }

    /// <summary>
    /// Passes go over several areas at once only where they do the same in each: what the plan makes of an area is what its
    /// own recipe says.
    /// </summary>
    [Theory]
    [MemberData(nameof(ForAreas))]
    public void Areas_that_go_together_come_out_as_each_was_promised(Method method)
    {
        var paints = Supplies.OnWatercolourPaper;
        string[] colours = ["#a9c87c", "#d98a5c", "#6d8fa8", "#e3cf6e"];
        var painting = new Painting(
            [
                .. colours.Select(
                    (colour, place) =>
                        new ChosenColour(
                            new Wish(place + 1, Srgb.Parse(colour), ShadowDepth.Soft, method),
                            Supplies.Best(method, colour)
                        )
                ),
            ],
            [],
            [.. colours.Select((_, place) => new AreaToPaint(place + 1, 300, new ZoneShares(0.2, 0.35)))],
            5000,
            false,
            false
        );
        var planned = new CardFold(paints).After(painting.Passes(paints, Schools.Usual, []));
        var promised = painting.Finished(paints, Schools.Usual);
        Assert.Equal(promised.Areas.Keys, planned.Areas.Keys);
        Assert.All(promised.Areas, area => Assert.Equal(area.Value.Colours(), planned.Areas[area.Key].Colours()));
    }

    private const double AsTheyAre = 5;

    // Mean CIEDE2000 to the wish over twenty colours with a soft shadow, on cold pressed paper with the catalogue's own
    // sets: targets of this project. Dry pencil does not reach its 4: grain on rough paper keeps dark colours from it.
    [Theory]
    [InlineData(Method.FlatWash, 2.5)]
    [InlineData(Method.DryPencil, 4.3)]
    [InlineData(Method.BurnishedPencil, 4)]
    [InlineData(Method.SolventPencil, 4)]
    [InlineData(Method.PencilWetted, 4)]
    [InlineData(Method.SpongeBlend, 5)]
    [InlineData(Method.PencilOverMarker, 5)]
    public void On_the_whole_wishes_are_met_as_near_as_a_set_allows(Method method, double most)
    {
        foreach (var (name, colourants) in Sets(method))
        {
            var paints = On(colourants, Supplies.Paper(PapersTried[0]));
            var mixes = MixesOf(method, paints);
            var mean = Many.Average(colour =>
                Planned(method, paints, mixes, colour, ShadowDepth.Soft)!.Value.Planned.Middle!.Value
            );
            // Pads and markers are taken as they are: 24 inks, thinned, and no mixes of them.
            Assert.True(mean <= (name is "InkPad" or "BrushMarker" ? AsTheyAre : most), $"{name}: {mean:0.0}");
        }
    }

    [Theory]
    [InlineData(1)]
    [InlineData(3)]
    [InlineData(5)]
    public void Dips_come_out_as_their_row_says_however_many(int dips)
    {
        var paints = On(GenericCatalogue.Inks, Supplies.Paper(PapersTried[0]));
        var mixes = MixesOf(Method.DipAndDry, paints);
        var differences = Many.Select(colour =>
        {
            var wish = Srgb.Parse(colour).ToLab();
            var recipe = MethodRecipes.NearestForCard(Method.DipAndDry, wish, dips, paints, mixes, 1)[0];
            var painting = new Painting(
                [],
                [new ChosenCard(new CardWish(Method.DipAndDry, [Srgb.Parse(colour)], dips), [recipe])],
                [],
                5000,
                false,
                false
            );
            var plan = Scheduler.PlanRun(
                painting.Passes(paints, Schools.Usual, []),
                [],
                1,
                paints.Paper,
                Air.OrdinaryRoom,
                Hand.Ordinary
            );
            Assert.Equal(dips, plan.Steps.Length);
            var planned = Ciede2000.Difference(
                wish,
                new CardFold(paints).After(plan.Steps.Select(plan.PassOf)).Areas[Pass.Panel].Middle.Colour()
            );
            Assert.Equal(recipe.Difference, planned, Kept);
            return planned;
        });
        Assert.True(differences.Average() <= 4, $"{differences.Average():0.0}");
    }

    private static readonly string[] Many =
    [
        "#d8492f",
        "#f2c531",
        "#5c9140",
        "#2f5fa8",
        "#7a4b8c",
        "#8a5a3c",
        "#f3c7cf",
        "#9a9a98",
        "#26324f",
        "#e8903a",
        "#b8326a",
        "#87b5d9",
        "#3d6b4a",
        "#c9a36a",
        "#dfe8b0",
        "#c4b5dc",
        "#54352a",
        "#f6e3c2",
        "#a83232",
        "#2e8a8f",
    ];
}
