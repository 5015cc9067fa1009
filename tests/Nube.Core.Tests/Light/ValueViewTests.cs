using Nube.Core.Artwork;
using Nube.Core.Light;

namespace Nube.Core.Tests.Light;

public class ValueViewTests
{
    [Fact]
    public void Touching_areas_of_one_lightness_are_named_the_most_alike_first()
    {
        AreaValue[] values = [new(1, 60, null), new(2, 62, 40), new(3, 90, null), new(4, 89, null), new(5, 20, null)];
        Neighbours[] touching = [new(1, 2, 5), new(3, 4, 9), new(1, 5, 3), new(2, 5, 3), new(4, 9, 2)];
        Assert.Equal([new TooAlike(3, 4, 1, false), new TooAlike(2, 1, 2, true)], ValueView.Alike(values, touching));
    }

    [Fact]
    public void Areas_that_do_not_touch_may_be_alike() =>
        Assert.Empty(ValueView.Alike([new(1, 50, null), new(2, 50, null)], []));
}
