using Nube.Core.Artwork;

namespace Nube.Core.Tests.Artwork;

/// <summary>A raised line stops water: common practice, no source.</summary>
public class DamsTests
{
    private static readonly Neighbours[] Touching = [new(1, 2, 5), new(2, 3, 5), new(3, 4, 5)];

    [Fact]
    public void Without_dams_all_that_touch_run_together_and_with_all_lines_raised_none() =>
        Assert.Equal(
            (3, 0),
            (Dams.None.RunTogether(Touching).Count(), new Dams(DamLines.All, []).RunTogether(Touching).Count())
        );

    [Fact]
    public void The_outline_of_a_chosen_area_parts_it_from_all_its_neighbours() =>
        Assert.Equal([new Neighbours(3, 4, 5)], new Dams(DamLines.Chosen, [2]).RunTogether(Touching));
}
