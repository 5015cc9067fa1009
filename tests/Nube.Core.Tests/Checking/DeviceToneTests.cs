using Nube.Core.Checking;

namespace Nube.Core.Tests.Checking;

public sealed class DeviceToneTests
{
    private static readonly double[] Greys = [0.90, 0.59, 0.36, 0.19, 0.09, 0.04]; // reflectance, as on common grey scales

    [Theory]
    [InlineData(0.92, 0.02)]
    [InlineData(1, 0)]
    [InlineData(1.08, 0.01)]
    public void Greys_tell_how_light_is_bent_whatever_light_falls_on_them(double power, double stray)
    {
        const double brighter = 0.8; // of the light that falls on the card

        var tone = DeviceTone.Of([
            .. Greys.Select(grey => (Math.Pow(brighter * grey, power) * (1 - stray) + stray, grey)),
        ]);

        Assert.Equal(power, tone.Power, 0.011);
        Assert.Equal(stray, tone.Stray, 0.006);
    }

    [Fact]
    public void Too_few_greys_tell_nothing()
    {
        Assert.Equal(DeviceTone.None, DeviceTone.Of([(0.8, 0.9), (0.1, 0.2)]));
    }
}
