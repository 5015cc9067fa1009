using Nube.Core.Colour;

namespace Nube.Core.Tests.Colour;

public class LabBoxTests
{
    [Theory]
    [InlineData(2)]
    [InlineData(8)]
    [InlineData(30)]
    public void No_colour_of_the_box_is_nearer_than_its_least_difference(double side)
    {
        var random = new Random(11);
        var tightness = new List<double>();
        for (var i = 0; i < 5_000; i++)
        {
            var wish = Any();
            var low = Any();
            // Half of the boxes lie near the wish and half among blues, where the formula turns hues.
            if (i % 2 == 0)
                low = new Lab(
                    wish.L + 10 * random.NextDouble() - 5,
                    wish.A + 40 * random.NextDouble() - 20,
                    wish.B + 40 * random.NextDouble() - 20
                );
            if (i % 4 < 2)
                (wish, low) = (Turned(wish), Turned(low));
            var box = new LabBox(low, new Lab(low.L + side / 2, low.A + side, low.B + side));
            var (least, bound) = (box.LeastDifference(wish), box.BoundFor(wish));
            for (var k = 0; k < 12; k++)
            {
                var inside = new Lab(low.L + side / 2 * Edge(), low.A + side * Edge(), low.B + side * Edge());
                var difference = Ciede2000.Difference(wish, inside);
                var quick = Math.Sqrt(bound.LeastSquared(inside));
                Assert.True(
                    quick <= difference + 1e-9,
                    $"{wish} to {inside}: {difference:0.000}, quick bound {quick:0.000}"
                );
                Assert.True(least <= difference + 1e-9, $"{wish} to {inside}: {difference:0.000}, bound {least:0.000}");
                if (difference <= 1)
                    continue;
                tightness.Add(quick / difference);
            }
        }
        // A bound that says nothing would hold too.
        Assert.True(tightness.Average() > 0.7, $"{tightness.Average():0.00}");

        Lab Any() => new(100 * random.NextDouble(), 200 * random.NextDouble() - 100, 200 * random.NextDouble() - 100);
        Lab Turned(Lab lab) => Lab.FromLch(lab.L, lab.Chroma, 235 + 80 * random.NextDouble());
        double Edge() => Math.Clamp(1.4 * random.NextDouble() - 0.2, 0, 1);
    }

    [Fact]
    public void A_colour_in_the_box_may_be_nought_away() =>
        Assert.Equal(0, new LabBox(new Lab(40, 10, -20), new Lab(44, 18, -12)).LeastDifference(new Lab(42, 12, -15)));
}
