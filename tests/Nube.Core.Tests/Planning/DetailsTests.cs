using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Planning;
using Nube.Core.Tests.Methods;

namespace Nube.Core.Tests.Planning;

/// <summary>An apple with an eye and a cheek, coloured without lines.</summary>
public class DetailsTests
{
    private const int Apple = 1,
        Eye = 2,
        Vein = 3;

    private static readonly Paints Paints = Supplies.OnWatercolourPaper;
    private static readonly RunPalette Palette = new(Paints, _ => Supplies.PansOnWatercolourPaper);

    private static readonly ImmutableArray<AreaToPaint> Areas =
    [
        new(Apple, 400, new ZoneShares(0.2, 0.35)),
        new(Eye, 9, default, Apple),
        new(Vein, 14, default, Apple),
    ];

    private static ChosenColour Wished(int area, string colour, ShadowDepth shadow, Method method) =>
        Choosing.Best(Palette, Schools.Usual, new Wish(area, Srgb.Parse(colour), shadow, method))!;

    private static readonly ChosenColour Red = Wished(Apple, "#c46a5a", ShadowDepth.Soft, Method.NoLine),
        Brown = Wished(Eye, "#4a3428", ShadowDepth.None, Method.FlatWash);

    private static Painting Painting(params ChosenColour[] colours) => new(colours, [], Areas, 10_000, false, false);

    private static ImmutableArray<Pass> Passes(Painting painting) => painting.Passes(Paints, Schools.Usual, []);

    [Fact]
    public void A_detail_is_painted_over_with_what_is_around_it_and_coloured_when_that_is_done()
    {
        var passes = Passes(Painting(Red, Brown));
        var own = passes.Where(pass => pass.Mixes.Contains(new PaintMix(Brown.Recipe.Parts, Brown.Recipe.Strength)));
        Assert.NotEmpty(own);
        Assert.All(own, pass => Assert.Equal((Phase.Detail, Eye), (pass.Phase, pass.Areas.Single())));
        Assert.All(passes[..^own.Count()], pass => Assert.Contains(Apple, pass.Areas));
        Assert.Contains(passes, pass => pass.Areas.Order().SequenceEqual([Apple, Eye, Vein]));
        // Nobody has to guess what else vanished: it was said.
        Assert.DoesNotContain(passes, pass => pass.Stroke == Stroke.Redraw);
        Assert.Contains(Passes(new Painting([Red], [], [Areas[0]], 10_000, false, false)), pass =>
            pass.Stroke == Stroke.Redraw
        );
    }

    [Fact]
    public void It_looks_as_its_colour_over_what_is_around_it()
    {
        var look = Painting(Red, Brown).Finished(Paints, Schools.Usual);
        // A vein without a colour of its own vanishes in the apple.
        Assert.Equal(look.Areas[Apple].Middle.Colour(), look.Areas[Vein].Middle.Colour());
        // Kubelka-Munk by hand: the brown's wash on what the apple's washes left.
        var apple = KubelkaMunk.Over(Paints.Reflectance, Optics(Red.Recipe), Red.Recipe.Load);
        var eye = KubelkaMunk.Over(apple, Optics(Brown.Recipe), Brown.Recipe.Load);
        Assert.InRange(Ciede2000.Difference(SpectralColour.ToLab(eye), look.Areas[Eye].Middle.Colour()), 0, 0.2);

        static PaintOptics Optics(Recipe recipe) => RecipeIndex.Optics(Paints.Optics, recipe.Parts);
    }

    [Fact]
    public void Its_recipe_is_found_on_what_it_is_drawn_on()
    {
        // A middling brown: on bare paper a thin wash of it, on the red something else.
        var wish = new Wish(Eye, Srgb.Parse("#8a5a3c"), ShadowDepth.None, Method.FlatWash);
        var under = Painting(Red).Under(Eye, Paints, Schools.Usual).Middle.Reflectance();
        Assert.Equal(Paints.Reflectance, Painting(Red).Under(Apple, Paints, Schools.Usual).Middle.Reflectance());
        var onRed = new Paints(Paints.Colourants, Paints.Optics, Paints.Paper, under);
        var pans = Supplies.PansOnWatercolourPaper;
        var mixes = pans with
        {
            Index = RecipeIndex.Build([.. pans.Places.Select(place => Paints.Optics[place])], under),
        };
        var there = Choosing.Best(new RunPalette(onRed, _ => mixes), Schools.Usual, wish)!;
        Assert.True(Off(there) < Off(Choosing.Best(Palette, Schools.Usual, wish)!));

        static double Off(ChosenColour eye) => Painting(Red, eye).Differences(Paints, Schools.Usual)[Eye].Middle!.Value;
    }
}
