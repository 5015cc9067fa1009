using System.Collections.Immutable;
using System.Globalization;
using Nube.Core.Artwork;

namespace Nube.Core.Tests.Artwork;

public class NamesByPlaceTests
{
    /// <summary>Three flowers of a disc and five petals round it, two above and one below, on a panel with a rim.</summary>
    private static readonly AreaMap Flowers = Drawings.Find(
        Drawings.Svg(
            120,
            100,
            Drawings.Polygon((3, 3), (117, 3), (117, 97), (3, 97)) + Flower(28, 28) + Flower(86, 32) + Flower(50, 74)
        )
    );

    private static readonly ImmutableArray<ImmutableArray<int>> Found = Figures.Of(Flowers.Areas, Flowers.Touching);

    /// <summary>A disc in a ring that is cut into five: the parts touch each other and the disc.</summary>
    private static string Flower(double x, double y) =>
        Drawings.Circle(x, y, 6)
        + Drawings.Circle(x, y, 18)
        + string.Concat(
            Enumerable
                .Range(0, 5)
                .Select(spoke => spoke * Math.Tau / 5)
                .Select(angle =>
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"""<path d="M{x + 6 * Math.Sin(angle):0.##} {y - 6 * Math.Cos(angle):0.##}L{x + 18 * Math.Sin(angle):0.##} {y - 18 * Math.Cos(angle):0.##}"/>"""
                    )
                )
        );

    private static int At(double x, double y) =>
        Flowers.Labels.Labels[
            (int)(y * Flowers.Labels.PixelsPerMm) * Flowers.Labels.Width + (int)(x * Flowers.Labels.PixelsPerMm)
        ];

    /// <summary>The petal of a flower at an hour of the clock.</summary>
    private static int Petal(double x, double y, double hour) =>
        At(x + 12 * Math.Sin(hour * Math.Tau / 12), y - 12 * Math.Cos(hour * Math.Tau / 12));

    [Fact]
    public void Flowers_are_figures_in_reading_order_and_the_ground_comes_last()
    {
        Assert.Equal([6, 6, 6, 1], Found.Select(figure => figure.Length));
        Assert.Equal([0, 1, 2], new[] { At(28, 28), At(86, 32), At(50, 74) }.Select(FigureOf));
        Assert.Equal(At(60, 50), Found[^1].Single());

        static int FigureOf(int area) => Found.Index().Single(figure => figure.Item.Contains(area)).Index;
    }

    [Fact]
    public void Petals_are_numbered_clockwise_in_each_flower()
    {
        var petals = AreaLikeness.Alike(Flowers.Labels, Petal(28, 28, 1.2)).ToHashSet();
        Assert.Equal(15, petals.Count);
        var names = NamesByPlace.Of(Found, petals, "Petal", "Flower", new Dictionary<int, string>());
        Assert.Equal("Flower 1, petal 1", names[Petal(28, 28, 10.8)]);
        Assert.Equal("Flower 2, petal 2", names[Petal(86, 32, 1.2)]);
        Assert.Equal("Flower 3, petal 5", names[Petal(50, 74, 8.4)]);
        Assert.Equal(15, names.Values.Distinct().Count());
        // Numbered through where they belong to nothing.
        var through = NamesByPlace.Of(Found, petals, "Petal", "", new Dictionary<int, string>());
        Assert.Equal("Petal 1", through[Petal(28, 28, 10.8)]);
        Assert.Equal("Petal 15", through[Petal(50, 74, 8.4)]);
    }

    [Fact]
    public void A_flower_keeps_its_number_when_its_middle_is_named_later()
    {
        // The second flower in the reading order is named first, by its middle alone: it is flower 1 from then on.
        var first = NamesByPlace.Of(
            Found,
            new HashSet<int> { At(86, 32) },
            "Middle",
            "Flower",
            new Dictionary<int, string>()
        );
        Assert.Equal("Flower 1, middle", first[At(86, 32)]);
        var then = NamesByPlace.Of(
            Found,
            new HashSet<int> { Petal(28, 28, 1.2), Petal(86, 32, 1.2), Petal(50, 74, 1.2) },
            "petal",
            "flower",
            first
        );
        Assert.Equal("flower 2, petal", then[Petal(28, 28, 1.2)]);
        Assert.Equal("flower 1, petal", then[Petal(86, 32, 1.2)]);
        Assert.Equal("flower 3, petal", then[Petal(50, 74, 1.2)]);
    }
}
