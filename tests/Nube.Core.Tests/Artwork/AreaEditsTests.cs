using Nube.Core.Artwork;

namespace Nube.Core.Tests.Artwork;

public class AreaEditsTests
{
    private static readonly AreaMap Grid = Drawings.Find(Drawings.Grid(3, 1, 12));

    [Fact]
    public void Joined_areas_are_one_with_the_smallest_id()
    {
        var map = AreaEdits.Apply(Grid, [new JoinAreas([2, 3])]);
        Assert.Equal([1, 2], map.Areas.Select(a => a.Id));
        Assert.Equal(Grid.Areas[1].SizeMm2 + Grid.Areas[2].SizeMm2, map.Areas[1].SizeMm2, 6);
        Assert.Single(map.Touching);
    }

    [Fact]
    public void A_stroke_across_splits_an_area_and_the_pieces_touch()
    {
        var map = AreaEdits.Apply(Grid, [new SplitArea(1, [new(0, 9), new(20, 9)])]);
        Assert.Equal([1, 2, 3, 4], map.Areas.Select(a => a.Id));
        Assert.Equal(Grid.Areas[0].SizeMm2, map.Areas[0].SizeMm2 + map.Areas[3].SizeMm2, 6);
        Assert.True(map.Areas[0].SizeMm2 > map.Areas[3].SizeMm2, "the largest piece keeps the id");
        Assert.Contains(map.Touching, pair => (pair.One, pair.Other) == (1, 4));
    }

    [Fact]
    public void Corrections_are_applied_in_their_order_and_ids_are_not_given_twice()
    {
        var map = AreaEdits.Apply(Grid, [new JoinAreas([2, 3]), new SplitArea(2, [new(29, 0), new(29, 30)])]);
        Assert.Equal([1, 2, 4], map.Areas.Select(a => a.Id));
        Assert.Equal(Grid.Areas[2].SizeMm2, map.Areas[2].SizeMm2, Grid.Areas[2].SizeMm2 * 0.05);
    }

    [Fact]
    public void Without_corrections_nothing_changes() => Assert.Same(Grid, AreaEdits.Apply(Grid, []));

    [Fact]
    public void Corrections_that_cannot_be_made_are_refused_in_words_and_leave_the_map_as_it_was()
    {
        var before = (ushort[])Grid.Labels.Labels.Clone();
        string Refused(AreaEdit edit) => Assert.Throws<AreaEditException>(() => AreaEdits.Apply(Grid, [edit])).Message;
        Assert.Contains("two areas", Refused(new JoinAreas([1])), StringComparison.Ordinal);
        Assert.Contains("Area 9 is not there", Refused(new JoinAreas([1, 9])), StringComparison.Ordinal);
        Assert.Contains("does not divide", Refused(new SplitArea(1, [new(8, 8), new(9, 9)])), StringComparison.Ordinal);
        Assert.Contains("across the area", Refused(new SplitArea(1, [new(8, 8)])), StringComparison.Ordinal);
        Assert.Equal(before, Grid.Labels.Labels);
    }
}
