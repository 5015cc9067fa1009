using System.Runtime.Intrinsics;
using Nube.Core.Colour;
using Nube.Core.Mixing;
using Nube.Core.Optics;

namespace Nube.Core.Tests.Mixing;

public class RecipeTests
{
    private static readonly RecipeIndex Index = RecipeIndex.Build(BoxOfTwelve.Palette, BoxOfTwelve.Paper);

    [Fact]
    public void The_grid_has_every_proportion_once()
    {
        // Proportions a:b with a + b <= 8, coprime: sum of Euler's phi over 2..8 is 21; 12 singles, 66 pairs.
        Assert.Equal(12 + 66 * 21, MixGrid.Mixes(12).Count());
        // With threes as well: 56 ways to share up to 8 parts among three, but 2:2:2 and 2:2:4 in its three turns.
        Assert.Equal(12 + 66 * 21 + 220 * 52, MixGrid.Mixes(12, 3).Count());
        Assert.Equal(
            MixGrid.Mixes(9, 3).Count(),
            MixGrid.Mixes(9, 3).Select(mix => string.Join('+', mix)).Distinct().Count()
        );
        Assert.DoesNotContain(MixGrid.Mixes(3), mix => mix.Length == 2 && mix[0].Parts == 2 && mix[1].Parts == 2);
    }

    [Fact]
    public void Washes_hold_each_load_once_with_the_fewest_layers()
    {
        var loads = MixGrid.Washes.Select(w => Math.Round(w.Layers * w.Strength.LoadOfOneLayer, 9)).ToList();
        Assert.Equal(loads.Distinct().Count(), loads.Count);
        Assert.Equal(loads.Order(), loads);
        Assert.Contains((new Strength(0), 1), MixGrid.Washes);
        Assert.DoesNotContain((new Strength(1), 2), MixGrid.Washes); // same load as 1:0 once
    }

    [Theory]
    [InlineData(12, 2, 12)]
    [InlineData(7, 3, 10)]
    public void The_index_answers_as_trying_everything_does(int colourants, int most, int wishes)
    {
        PaintOptics[] palette = [.. BoxOfTwelve.Palette.Skip(12 - colourants)];
        var index = RecipeIndex.Build(palette, BoxOfTwelve.Paper, most);
        var random = new Random(2026);
        for (var i = 0; i < wishes; i++)
        {
            var wish = new Srgb(random.NextDouble(), random.NextDouble(), random.NextDouble()).ToLab();
            var tried = TryEverything(palette, most, wish, 5);
            var found = index.Nearest(wish);
            Assert.Equal(5, found.Length);
            for (var place = 0; place < 5; place++)
            {
                Assert.Equal(tried[place].Parts, found[place].Parts);
                Assert.Equal(
                    (tried[place].Strength, tried[place].Layers),
                    (found[place].Strength, found[place].Layers)
                );
                Assert.Equal(tried[place].Rank, found[place].Rank, 9);
            }
        }
    }

    [Fact]
    public void Only_wanted_mixes_are_found_and_none_of_them_is_missed()
    {
        var random = new Random(77);
        for (var i = 0; i < 10; i++)
        {
            var wish = new Srgb(random.NextDouble(), random.NextDouble(), random.NextDouble()).ToLab();
            var all = TryEverything([.. BoxOfTwelve.Palette], 2, wish, int.MaxValue);
            var withUmber = all.Where(recipe => recipe.Parts.Any(part => part.Colourant is 6 or 2)).Take(4);
            Assert.Equal(
                withUmber.Select(r => r.Parts),
                Index.Nearest(wish, 4, new MixFilter([6, 2], 0)).Select(r => r.Parts)
            );
            var alone = all.Where(recipe => recipe.Parts.Length == 1).Take(4);
            Assert.Equal(alone.Select(r => r.Parts), Index.Nearest(wish, 4, new MixFilter([], 1)).Select(r => r.Parts));
        }
        Assert.Equal(12, Index.Nearest(new Lab(50, 0, 0), 50, new MixFilter([], 1)).Length);
    }

    [Theory]
    [InlineData(1)]
    [InlineData(0.9)]
    [InlineData(1.13)]
    public void Colours_in_single_precision_are_within_their_tolerance(double dilution)
    {
        var engine = new WashColours(BoxOfTwelve.Palette, BoxOfTwelve.Paper, new Dilution(dilution));
        Span<float> colours = stackalloc float[3 * MixGrid.Washes.Length];
        foreach (var parts in MixGrid.Mixes(12, 3).Where((_, i) => i % 37 == 0))
        {
            var mix = new PackedMix(parts);
            Assert.Equal(parts, mix.Parts);
            engine.Compute(mix, colours);
            for (var wash = 0; wash < MixGrid.Washes.Length; wash++)
            {
                var (strength, layers) = MixGrid.Washes[wash];
                var load = layers * Math.Pow(1.0 / (1 + strength.WaterParts), dilution);
                var exact = SpectralColour.ToLab(
                    KubelkaMunk.Over(BoxOfTwelve.Paper, RecipeIndex.Optics(BoxOfTwelve.Palette, parts), load)
                );
                Assert.Equal(exact.L, colours[3 * wash], WashColours.Tolerance);
                Assert.Equal(exact.A, colours[3 * wash + 1], WashColours.Tolerance);
                Assert.Equal(exact.B, colours[3 * wash + 2], WashColours.Tolerance);
            }
        }
    }

    [Fact]
    public void Exponentials_and_cube_roots_of_single_precision_are_those_of_double()
    {
        for (var x = 0.0f; x > -86; x -= 0.037f)
            Assert.Equal(1, WashColours.Exp(Vector256.Create(x))[0] / Math.Exp(x), 3e-7);
        Assert.InRange(WashColours.Exp(Vector256.Create(-500f))[0], 0, 1e-30);
        for (var t = 1e-4f; t < 1.3f; t += 0.0011f)
            Assert.Equal(1, WashColours.CubeRoot(Vector256.Create(t))[0] / Math.Cbrt(t), 4e-7);
    }

    [Fact]
    public void A_colour_that_a_pan_gives_by_itself_is_found_with_that_pan_alone()
    {
        var recipe = Index.Nearest(BoxOfTwelve.Dry(0.2, ("PB29", 1)))[0];
        Assert.Equal(
            BoxOfTwelve.Pans.Index().First(p => p.Item.ColourIndex == "PB29").Index,
            Assert.Single(recipe.Parts).Colourant
        );
        Assert.Equal((new Strength(4), 1), (recipe.Strength, recipe.Layers));
        Assert.Equal(Likeness.Twin, recipe.Likeness);
    }

    [Fact]
    public void A_colour_out_of_reach_gives_the_nearest_and_says_how_far()
    {
        var recipe = Index.Nearest(Srgb.Parse("#00ffff").ToLab())[0];
        Assert.Equal(Likeness.Another, recipe.Likeness);
        Assert.True(recipe.Difference > 6);
    }

    [Theory]
    [InlineData(0)]
    [InlineData(49)]
    public void A_palette_of_impossible_size_is_refused(int size) =>
        Assert.Throws<ArgumentException>(() =>
            RecipeIndex.Build([.. Enumerable.Repeat(BoxOfTwelve.Palette[0], size)], BoxOfTwelve.Paper)
        );

    /// <summary>The slow twin: every mix, every strength, one to three layers laid one on the other.</summary>
    private static List<Recipe> TryEverything(PaintOptics[] palette, int most, Lab wish, int count)
    {
        var all = new List<Recipe>();
        foreach (var mix in MixGrid.Mixes(palette.Length, most))
        {
            var optics = RecipeIndex.Optics(palette, mix);
            Recipe? best = null;
            foreach (var strength in Strength.Ladder)
            {
                var sheet = BoxOfTwelve.Paper;
                for (var layers = 1; layers <= MixGrid.MostLayers; layers++)
                {
                    sheet = KubelkaMunk.Over(sheet, optics, strength.LoadOfOneLayer);
                    var colour = SpectralColour.ToLab(sheet);
                    var difference = Ciede2000.Difference(wish, colour);
                    var rank = difference + MixGrid.Price(mix.Length, layers);
                    if (best is null || rank < best.Rank - 1e-9)
                        best = new Recipe(mix, strength, layers, colour, difference, rank);
                }
            }
            all.Add(best!);
        }
        return [.. all.OrderBy(recipe => recipe.Rank).Take(count)];
    }
}
