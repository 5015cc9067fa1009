using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Planning;
using Nube.Core.Tests.Methods;

namespace Nube.Core.Tests.Acts;

/// <summary>What is known of a hand goes into colours, and into what is chosen for a wish.</summary>
public sealed class LayingHandTests
{
    private static readonly string[] Wishes =
    [
        "#e8c84a",
        "#d9773c",
        "#c23b3b",
        "#8fae4c",
        "#4d7a45",
        "#5b86b5",
        "#8b5a3c",
        "#c9a1b8",
        "#6b5b8f",
        "#d8b98a",
        "#a9c7d8",
        "#7a8a3a",
        "#e0b83c",
        "#b5482e",
        "#3f6f8f",
        "#9c8a5a",
        "#d98a8a",
        "#5f8f7a",
    ];

    private static Paints By(HandErrs errs) =>
        Supplies.OnWatercolourPaper with
        {
            Hand = LayingHand.Ordinary with { Paint = errs, Pencil = errs },
        };

    private static List<Recipe> Chosen(HandErrs errs) =>
        [.. Wishes.Select(wish => Supplies.Best(Method.FlatWash, wish, By(errs), Supplies.PansOnWatercolourPaper))];

    private static double OffByHand(Recipe recipe, HandErrs errs) =>
        MethodRecipes.OffByHand(recipe, Method.FlatWash, By(errs), Schools.Usual);

    // By hand: a load of e^0.3 times the planned one, laid by Kubelka and Munk.
    [Fact]
    public void What_a_hand_makes_of_a_wash_is_what_that_much_more_of_it_looks_like()
    {
        var paints = Supplies.OnWatercolourPaper;
        var wash = new Recipe([new RecipePart(0, 1)], new Strength(4), 1, default, 0, 0)
        {
            Shadow = Companion.NotNeeded,
        };
        Lab On(double load) => SpectralColour.ToLab(KubelkaMunk.Over(paints.Reflectance, paints.Optics[0], load));

        var off = OffByHand(wash, new HandErrs(Spread: 0.3, Unevenness: 0, Mixing: 9));

        Assert.Equal(Ciede2000.Difference(On(0.2), On(0.2 * Math.Exp(0.3))), off, 1e-6);
    }

    [Fact]
    public void A_hand_that_mixes_badly_gets_fewer_mixes()
    {
        int Mixed(double mixing) =>
            Chosen(HandErrs.Ordinary with { Mixing = mixing }).Count(recipe => recipe.Parts.Length > 1);

        Assert.True(Mixed(8) < Mixed(1), $"{Mixed(8)} of {Wishes.Length} against {Mixed(1)}");
    }

    [Fact]
    public void An_uneven_hand_gets_washes_that_change_less_with_the_load()
    {
        var uneven = HandErrs.Ordinary with { Spread = 0.5 };

        var (own, ordinary) = (Chosen(uneven), Chosen(HandErrs.Ordinary));

        double All(IEnumerable<Recipe> recipes) => recipes.Sum(recipe => Missed(recipe));
        double Missed(Recipe recipe) =>
            Math.Sqrt(Math.Pow(recipe.Difference, 2) + Math.Pow(OffByHand(recipe, uneven), 2));
        Assert.True(All(own) < All(ordinary), $"{All(own)} against {All(ordinary)}");
    }

    [Fact]
    public void Streaks_of_several_layers_even_each_other_out()
    {
        var streaky = new HandErrs(Spread: 0.1, Unevenness: 0.3, Mixing: 1);

        Assert.Equal(Math.Sqrt(0.01 + 0.09), streaky.OfLoad(1), 1e-9);
        Assert.Equal(Math.Sqrt(0.01 + 0.03), streaky.OfLoad(3), 1e-9);
    }

    [Fact]
    public void A_pencil_that_is_pressed_harder_needs_fewer_layers_for_the_same_colour()
    {
        const int layers = 6;
        var pencil = Place("Leaf green pencil");
        var paints = Supplies.OnWatercolourPaper;
        var wish = Laying
            .Middle(Surface.Bare(paints), [Act.Draw(Paints.Plain(pencil), Zone.Whole, layers)], paints)
            .Colour();

        Assert.Equal(layers, Layers(1));
        Assert.InRange(Layers(1.5), 2, layers - 1);

        int Layers(double touch) =>
            MethodRecipes
                .OfMix(
                    [new RecipePart(pencil, 1)],
                    Method.DryPencil,
                    wish,
                    ShadowDepth.None,
                    paints with
                    {
                        Hand = LayingHand.Ordinary with { Touch = touch },
                    },
                    Schools.Usual
                )[0]
                .Layers;
    }

    [Fact]
    public void A_touch_that_leaves_more_is_a_stronger_colour_and_the_same_as_an_act_that_says_so()
    {
        var pencil = Paints.Plain(Place("Leaf green pencil"));
        Lab Drawn(double touch, double leaves) =>
            Laying
                .Middle(
                    Surface.Bare(Supplies.OnWatercolourPaper),
                    [Act.Draw(pencil, Zone.Whole, 3) with { Leaves = leaves }],
                    Supplies.OnWatercolourPaper with
                    {
                        Hand = LayingHand.Ordinary with { Touch = touch },
                    }
                )
                .Colour();

        Assert.Equal(Drawn(1, 1.4), Drawn(1.4, 1));
        Assert.True(Drawn(1.4, 1).L < Drawn(1, 1).L);
    }

    [Fact]
    public void How_far_a_hand_is_off_is_said_only_where_it_is_known_to_be_another()
    {
        var recipe = Supplies.Best(Method.FlatWash, Wishes[0]);
        double? Said(HandErrs errs) => MethodRecipes.OffByKnownHand(recipe, Method.FlatWash, By(errs), Schools.Usual);

        Assert.Null(Said(HandErrs.Ordinary));
        Assert.NotNull(Said(HandErrs.Ordinary with { Spread = 0.15 }));
    }

    private static int Place(string name) => Supplies.All.Index().Single(one => one.Item.Name == name).Index;
}
