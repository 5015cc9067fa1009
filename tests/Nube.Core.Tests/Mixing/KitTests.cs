using Nube.Core.Colour;
using Nube.Core.Mixing;
using Nube.Core.Optics;

namespace Nube.Core.Tests.Mixing;

public class KitTests
{
    private static readonly List<Lab> Wishes = [.. Kit.AllOver(BoxOfTwelve.Index, 40)];

    [Fact]
    public void A_kit_is_as_good_as_the_best_of_all_kits()
    {
        var eight = BoxOfTwelve.Palette.Take(8).ToList();
        var best = double.PositiveInfinity;
        for (var a = 0; a < 8; a++)
        {
            for (var b = a + 1; b < 8; b++)
            {
                for (var c = b + 1; c < 8; c++)
                    best = Math.Min(
                        best,
                        Kit.MeanDifference(eight, BoxOfTwelve.Paper, Wishes, [a, b, c], Dilution.AsTold)
                    );
            }
        }
        var kit = Kit.Best(eight, BoxOfTwelve.Paper, Wishes, 3, Dilution.AsTold);
        Assert.Equal(3, kit.Select(step => step.Colourant).Distinct().Count());
        Assert.Equal(best, kit[^1].MeanDifference, 0.02 * best);
    }

    [Fact]
    public void Each_colourant_adds_something_and_all_of_them_are_the_whole_box()
    {
        var kit = Kit.Best(BoxOfTwelve.Palette, BoxOfTwelve.Paper, Wishes, 20, Dilution.AsTold);
        Assert.Equal(Enumerable.Range(0, 12), kit.Select(step => step.Colourant).Order());
        Assert.All(kit.Zip(kit.Skip(1)), pair =>
            Assert.True(pair.Second.MeanDifference <= pair.First.MeanDifference + 1e-6)
        );
        Assert.InRange(kit[^1].MeanDifference, 0, 6);
        Assert.True(kit[0].MeanDifference > 3 * kit[^1].MeanDifference);
    }

    // Common practice, no source: with yellow, red or rose, and blue a painter gets furthest.
    [Fact]
    public void Three_of_twelve_are_a_yellow_a_red_and_a_blue_or_their_neighbours()
    {
        var hues = Kit.Best(BoxOfTwelve.Palette, BoxOfTwelve.Paper, Wishes, 3, Dilution.AsTold)
            .Select(step => Core.Materials.GenericCatalogue.Pans[step.Colourant].Wash.ToLab().Hue)
            .Order()
            .ToList();
        Assert.All(hues.Zip(hues.Skip(1)), pair => Assert.True(pair.Second - pair.First > 50, string.Join(' ', hues)));
    }

    [Fact]
    public void Wishes_for_general_use_lie_apart_and_are_the_same_every_time()
    {
        Assert.Equal(40, Wishes.Count);
        Assert.Equal(Wishes, Kit.AllOver(BoxOfTwelve.Index, 40));
        Assert.True(Wishes.Max(wish => wish.L) - Wishes.Min(wish => wish.L) > 50);
    }
}
