using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Methods.Builders;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Planning;

namespace Nube.Core.Tests.Methods;

/// <summary>What a maker prefers decides what a wish gets.</summary>
public class ChoosingTests
{
    private static readonly RunPalette Palette = new(Supplies.OnWatercolourPaper, _ => Supplies.PansOnWatercolourPaper);

    private static readonly Schools Few = Schools.Usual with { Mixes = Closeness.FewColours };
    private static readonly Schools Close = Schools.Usual with { Mixes = Closeness.AsClose };

    private static IEnumerable<Wish> Wishes =>
        "#d8a24a #7f9a4a #c46a5a #6a7fa8 #8a6f9a #b9c98a #e0b8a8 #5a6a4a #e3a68e #c4b1a2 #a9a2cc #97a9c0"
            .Split(' ')
            .Select(colour => new Wish(1, Srgb.Parse(colour), ShadowDepth.Soft));

    [Fact]
    public void Few_colours_are_mixed_less_and_near_ones_come_nearer()
    {
        var (few, usual, close) = (Chosen(Few), Chosen(Schools.Usual), Chosen(Close));
        Assert.True(Colours(few) < Colours(close), $"{Colours(few)} colours, {Colours(close)}");
        Assert.True(Colours(few) <= Colours(usual) && Colours(usual) <= Colours(close));
        Assert.True(Off(close) < Off(few), $"{Off(close):0.00} off, {Off(few):0.00}");

        static List<Recipe> Chosen(Schools schools) =>
            [.. Wishes.Select(wish => Choosing.Best(Palette, schools, wish)!.Recipe)];
        static int Colours(List<Recipe> recipes) => recipes.Sum(recipe => recipe.Parts.Length);
        static double Off(List<Recipe> recipes) => recipes.Average(recipe => recipe.Difference);
    }

    [Theory]
    [InlineData(ShadowStep.Gentle, 7)]
    [InlineData(ShadowStep.Usual, 10)]
    [InlineData(ShadowStep.Strong, 14)]
    public void Shadows_fall_as_deep_as_the_maker_likes_them(ShadowStep step, double darker)
    {
        var schools = Schools.Usual with { Shadows = step };
        var wish = Wishes.First();
        var wanted = ZoneWishes.Of(wish.Method, wish.Colour.ToLab(), wish.Shadow, Paper(), schools.Shadows);
        Assert.Equal(darker, wanted.Middle!.Value.L - wanted.Shadow!.Value.L, 6);
        var recipe = Choosing.Best(Palette, schools, wish)!.Recipe;
        var look = Supplies
            .Looks(
                MethodTable.Passes(
                    wish.Method,
                    new AreaTask(1, 200, new(0.2, 0.3), recipe),
                    Supplies.OnWatercolourPaper,
                    schools
                )
            )[^1]
            .Shadow.Colour();
        Assert.InRange(wanted.Shadow.Value.L - look.L, -3, 3);
        Assert.InRange(Ciede2000.Difference(wanted.Shadow.Value, look), 0, 6);

        static Lab Paper() => SpectralColour.ToLab(Supplies.OnWatercolourPaper.Reflectance);
    }

    [Fact]
    public void Pads_and_markers_are_taken_as_they_are_unless_their_maker_mixes_ink_on_a_mat()
    {
        var colourants = new[] { "Rose ink pad", "Violet ink pad", "Royal blue ink pad", "Lemon brush marker" }
            .Select(name => Supplies.All.Single(colourant => colourant.Name == name))
            .ToList();
        var paper = Supplies.OnWatercolourPaper.Paper;
        PaintOptics[] optics = [.. colourants.Select(colourant => colourant.Optics())];
        var paints = new Paints(colourants, optics, paper, paper.Reflectance());
        var mixes = new WaterMixes(RecipeIndex.Build(optics, paints.Reflectance), [0, 1, 2, 3]);
        var pads = new RunPalette(paints, _ => mixes);
        List<Wish> wishes =
        [
            .. new[] { "#9a6aa8", "#7a86c0", "#b86a9a", "#8aa070" }.Select(colour => new Wish(
                1,
                Srgb.Parse(colour),
                ShadowDepth.None
            )),
        ];
        Assert.All(wishes, wish => Assert.Single(Choosing.Best(pads, Close, wish)!.Recipe.Parts));
        var onTheMat = Close with { Inks = InkMixing.OnTheMat };
        Assert.Contains(wishes, wish => Choosing.Best(pads, onTheMat, wish)!.Recipe.Parts.Length > 1);
    }

    /// <summary>The same wish gets the same pencils, whenever and wherever it is asked.</summary>
    [Fact]
    public void Of_pencils_that_do_as_well_the_first_is_taken()
    {
        var pencils = Supplies.All.Where(colourant => Pencils.All.Contains(colourant.Medium)).ToList();
        List<Colourant> twice = [.. pencils, .. pencils];
        var paper = Supplies.OnWatercolourPaper.Paper;
        var paints = new Paints(twice, [.. twice.Select(colourant => colourant.Optics())], paper, paper.Reflectance());
        var palette = new RunPalette(paints, _ => null);
        var recipes = Wishes
            .Select(wish => Choosing.Best(palette, Schools.Usual, wish with { Method = Method.DryPencil })!.Recipe)
            .ToList();
        Assert.All(recipes, recipe =>
            Assert.All(recipe.Companions.SelectMany(with => with.Parts).Concat(recipe.Parts), part =>
                Assert.InRange(part.Colourant, 0, pencils.Count - 1)
            )
        );
        Assert.Contains(recipes, recipe => recipe.Light is { } light && !light.Parts.SequenceEqual(recipe.Parts));
    }

    [Fact]
    public void By_other_ways_the_best_stays_the_best_and_what_was_picked_keeps_its_middle()
    {
        var wish = Wishes.First();
        var strong = Close with { Shadows = ShadowStep.Strong };
        var best = Choosing.Best(Palette, Schools.Usual, wish)!;
        var anew = Choosing.Anew(Palette, best, Schools.Usual, strong);
        Assert.True(anew.Recipe.SameMiddle(Choosing.Best(Palette, strong, wish)!.Recipe));
        var picked = best with { Recipe = Choosing.Recipes(Palette, Schools.Usual, wish)[3] };
        var kept = Choosing.Anew(Palette, picked, Schools.Usual, strong);
        Assert.True(kept.Recipe.SameMiddle(picked.Recipe));
        Assert.False(kept.Recipe.SameMiddle(anew.Recipe));
    }

    [Fact]
    public void A_wash_more_says_what_it_brings_and_what_it_costs()
    {
        // A thin green, picked by hand where a deep one is wished: a second wash brings much.
        var wish = new Wish(1, Srgb.Parse("#3f6a2c"), ShadowDepth.None);
        var best = Choosing.Best(Palette, Schools.Usual, wish)!;
        var thin = best with { Recipe = best.Recipe with { Strength = new(4), Layers = 1 } };
        var area = new AreaToPaint(1, 400, new(0, 0));
        var air = new Air(20, 0.5, 0.05);
        var more = WashMore.Of(thin, area, Palette, Schools.Usual, air, 1)!;
        Assert.Equal(2, more.Recipe.Layers);
        Assert.True(more.Then < more.Now - 5, more.Sentence);
        // As long as one ordinary wash of this surface takes to dry.
        Assert.InRange(more.Longer.TotalMinutes, 6, 25);
        Assert.Contains("longer on every card", more.Sentence, StringComparison.Ordinal);
        // Twice the maker's factor costs twice the time.
        Assert.InRange(WashMore.Of(thin, area, Palette, Schools.Usual, air, 2)!.Longer / more.Longer, 1.95, 2.05);
        Assert.EndsWith(
            "no nearer.",
            WashMore.Of(best, area, Palette, Schools.Usual, air, 1)!.Sentence,
            StringComparison.Ordinal
        );
        // A pencil's layers need not dry.
        var drawn = Choosing.Best(Palette, Schools.Usual, wish with { Method = Method.DryPencil })!;
        Assert.Null(WashMore.Of(drawn, area, Palette, Schools.Usual, air, 1));
    }
}
