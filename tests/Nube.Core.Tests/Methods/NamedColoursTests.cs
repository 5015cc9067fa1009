using Nube.Core.Colour;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Planning;
using Nube.Core.Tests.Planning;

namespace Nube.Core.Tests.Methods;

/// <summary>"This pencil, that one for the shadow": a maker names what is used.</summary>
public class NamedColoursTests
{
    private static readonly RunPalette Palette = new(Supplies.OnWatercolourPaper, _ => Supplies.PansOnWatercolourPaper);

    private static NamedLayer Of(string name, int layers = 0, int water = 0) =>
        new([new RecipePart(Place(name), 1)], new Strength(water), layers);

    private static int Place(string name) => Supplies.All.ToList().FindIndex(colourant => colourant.Name == name);

    private static readonly NamedColours ThreePencils = new(
        Of("Leaf green pencil", 3),
        Of("Lemon pencil", 2),
        Of("Dark green pencil", 2)
    );

    [Fact]
    public void Three_pencils_lie_where_they_were_named()
    {
        var chosen = ThreePencils.For(Palette, Schools.Usual, 1, Method.DryPencil);
        Assert.True(chosen.Wish.Exactly);
        var painting = new Painting([chosen], [], [new AreaToPaint(1, 400, new(0.2, 0.35))], 105 * 148, false, false);
        var passes = painting.Passes(Supplies.OnWatercolourPaper, Schools.Usual, []);
        Assert.Equal(
            ["Lemon pencil", "Leaf green pencil", "Dark green pencil"],
            passes.Select(pass => Supplies.All[pass.Mix.Parts[0].Colourant].Name).Distinct()
        );
        // What is predicted is what the plan paints, and nothing is held against it.
        var finished = painting.Finished(Supplies.OnWatercolourPaper, Schools.Usual).Areas[1];
        Assert.Equal(0, Ciede2000.Difference(chosen.Recipe.Predicted, finished.Middle.Colour()), 6);
        Assert.True(finished.Shadow.Colour().L < finished.Middle.Colour().L);
        Assert.True(finished.Light.Colour().L > finished.Middle.Colour().L);
        Assert.Null(painting.Differences(Supplies.OnWatercolourPaper, Schools.Usual)[1].Middle);
    }

    // The mix by hand: 2 parts ochre and 1 of ultramarine with 4 water, one wash on white paper.
    [Fact]
    public void A_mix_of_ones_own_is_what_its_parts_give()
    {
        NamedLayer mix = new([new(Place("Yellow ochre"), 2), new(Place("Ultramarine"), 1)], new Strength(4));
        var chosen = new NamedColours(mix).For(Palette, Schools.Usual, 1, Method.FlatWash);
        var paints = Supplies.OnWatercolourPaper;
        var optics = PaintOptics.Mix([
            (paints.Optics[Place("Yellow ochre")], 2),
            (paints.Optics[Place("Ultramarine")], 1),
        ]);
        var byHand = SpectralColour.ToLab(KubelkaMunk.Over(paints.Reflectance, optics, 1 / 5.0));
        Assert.Equal(0, Ciede2000.Difference(byHand, chosen.Recipe.Predicted), 3);
        Assert.Equal(1, chosen.Recipe.Layers);
    }

    [Fact]
    public void Other_ways_of_working_and_another_order_of_the_palette_leave_what_was_named()
    {
        var chosen = ThreePencils.For(Palette, Schools.Usual, 1, Method.DryPencil);
        var strong = Schools.Usual with { Shadows = ShadowStep.Strong, Pencils = PencilBlend.Burnish };
        Assert.Equal(chosen, Choosing.Anew(Palette, chosen, Schools.Usual, strong));
        var same = NamedColours.Recounted(
            chosen,
            [.. Enumerable.Range(0, Supplies.All.Length)],
            Palette,
            Schools.Usual
        )!;
        Assert.Equal(chosen.Recipe.Predicted, same.Recipe.Predicted);
        // Without the lemon pencil it is not the same any more.
        Assert.Null(
            NamedColours.Recounted(
                chosen,
                [
                    .. Enumerable
                        .Range(0, Supplies.All.Length)
                        .Select(place => place == Place("Lemon pencil") ? -1 : place),
                ],
                Palette,
                Schools.Usual
            )
        );
    }

    [Theory]
    [InlineData(
        Method.FlatWash,
        "Leaf green pencil",
        null,
        "Leaf green pencil is a wax pencil: it is not used for flat wash."
    )]
    [InlineData(Method.FlatWash, "Ultramarine", "Rose", "Flat wash has no colour of its own in the light.")]
    [InlineData(
        Method.DryPencil,
        "Ultramarine",
        null,
        "Ultramarine is a pan or tube of paint: it is not used for pencil in dry layers."
    )]
    public void What_cannot_be_is_said(Method method, string middle, string? light, string sentence)
    {
        var named = new NamedColours(Of(middle), light is null ? null : Of(light));
        Assert.Equal(
            sentence,
            Assert.Throws<NamedColourException>(() => named.For(Palette, Schools.Usual, 1, method)).Message
        );
    }

    [Fact]
    public void Pencils_are_not_mixed_in_parts_and_layers_have_an_end()
    {
        NamedLayer mixed = new([new(Place("Lemon pencil"), 1), new(Place("Orange pencil"), 1)], new Strength(0));
        Assert.Throws<NamedColourException>(() =>
            new NamedColours(mixed).For(Palette, Schools.Usual, 1, Method.DryPencil)
        );
        Assert.Throws<NamedColourException>(() =>
            new NamedColours(Of("Lemon pencil", 13)).For(Palette, Schools.Usual, 1, Method.DryPencil)
        );
    }

    // A second coat of a marker deepens less than the first, a third hardly: common practice, no source.
    [Fact]
    public void Each_coat_of_a_marker_deepens_less_than_the_one_before()
    {
        double L(int coats)
        {
            var chosen = new NamedColours(Of("Fern alcohol marker", coats)).For(
                Palette,
                Schools.Usual,
                1,
                Method.PencilOverMarker
            );
            return chosen.Recipe.Predicted.L;
        }
        Assert.True(L(1) - L(2) > 1);
        Assert.True(L(2) - L(3) < 0.6 * (L(1) - L(2)));
        Assert.True(L(2) - L(3) > 0);
        // What is named without a count is one coat.
        Assert.Equal(L(1), L(0));
    }

    // Chalk and filler make pencils show on dark card: common practice, no source.
    [Theory]
    [InlineData("Lemon pencil", 25)]
    [InlineData("Leaf green pencil", 12)]
    [InlineData("Light grey pencil", 18)]
    public void Five_layers_of_a_pale_pencil_show_on_black_card(string name, double lighter)
    {
        var black = Supplies.On(Supplies.Paper("Black cardstock"));
        var chosen = new NamedColours(Of(name, 5)).For(
            new RunPalette(black, _ => null),
            Schools.Usual,
            1,
            Method.DryPencil
        );
        Assert.True(chosen.Recipe.Predicted.L > SpectralColour.ToLab(black.Reflectance).L + lighter);
    }
}
