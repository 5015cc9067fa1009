using Nube.Core.Checking;

namespace Nube.Core.Tests.Checking;

/// <summary>How a hand that seems strong is shared between hand, device and chance.</summary>
public sealed class HandOrDeviceTests
{
    [Theory]
    [InlineData(0.7)]
    [InlineData(1.4)]
    public void The_device_has_a_part_of_it_that_grows_with_the_areas_and_is_never_the_most(double hand)
    {
        double ShareOf(int areas) => Math.Log(HandOrDevice.ByDevice(hand, areas)) / Math.Log(hand);

        Assert.True(ShareOf(2) < ShareOf(10) && ShareOf(10) < ShareOf(40));
        // Without chance it is the ratio of the variances of 0.07 and 0.1.
        Assert.Equal(0.0049 / 0.0149, ShareOf(1_000_000), 4);
        Assert.Equal(1, HandOrDevice.ByDevice(1, 10));
        Assert.Throws<ArgumentOutOfRangeException>(() => HandOrDevice.ByDevice(hand, 0));
    }

    [Fact]
    public void How_sure_it_is_follows_from_the_same_variances()
    {
        // The variance of a part, given the sum: that of the part times the share of all else.
        Assert.Equal(0.07 * Math.Sqrt(0.01 / 0.0149), HandOrDevice.Sure(1_000_000), 4);
        Assert.True(HandOrDevice.Sure(2) > HandOrDevice.Sure(40));
    }
}
