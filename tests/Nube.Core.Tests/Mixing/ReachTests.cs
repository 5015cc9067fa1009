using Nube.Core.Mixing;
using Nube.Core.Optics;

namespace Nube.Core.Tests.Mixing;

public class ReachTests
{
    private static readonly Reach All = Reach.Of(BoxOfTwelve.Index);

    private static Reach Of(params int[] pans) =>
        Reach.Of(RecipeIndex.Build([.. pans.Select(pan => BoxOfTwelve.Palette[pan])], BoxOfTwelve.Paper));

    [Fact]
    public void A_set_reaches_all_of_itself_and_leaves_no_gap()
    {
        Assert.Equal(1, All.ShareOf(All), 1e-12);
        Assert.Empty(All.GapsAgainst(All));
    }

    [Fact]
    public void A_part_reaches_less_and_never_what_the_whole_does_not()
    {
        var warm = Of(0, 1, 3); // two yellows and a scarlet
        Assert.InRange(warm.ShareOf(All), 0.05, 0.75);
        Assert.Equal(1, All.ShareOf(warm), 0.02); // the whole holds the part, to the grain of the sectors
        Assert.All(warm.Slices.Zip(All.Slices), pair =>
            Assert.All(pair.First.Chroma.Zip(pair.Second.Chroma), chroma =>
                Assert.True(chroma.First <= chroma.Second + 1.0)
            )
        );
    }

    [Fact]
    public void Gaps_have_the_names_of_what_is_missing()
    {
        var names = Of(0, 1, 2, 3).GapsAgainst(All).Select(gap => gap.Name).ToList();
        Assert.Contains(names, name =>
            name.EndsWith("blues", StringComparison.Ordinal) || name.EndsWith("blue-greens", StringComparison.Ordinal)
        );
        // Yellows and a scarlet make oranges themselves; only the palest are cleaner with a rose.
        Assert.DoesNotContain(names, name =>
            name.EndsWith("oranges", StringComparison.Ordinal) && name != "light oranges"
        );
        Assert.All(Of(0, 1, 2, 3).GapsAgainst(All), gap => Assert.True(gap.ToHue > gap.FromHue && gap.Missing >= 15));
    }

    [Fact]
    public void A_single_grey_leaves_everything_open()
    {
        var nothing = new Reach([
            .. All.Slices.Select(slice => slice with { Chroma = [.. slice.Chroma.Select(_ => 0.0)] }),
        ]);
        Assert.Equal(0, nothing.ShareOf(All), 1e-12);
        Assert.NotEmpty(nothing.GapsAgainst(All));
    }
}
