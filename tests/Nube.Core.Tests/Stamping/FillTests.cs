using Nube.Core.Artwork;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Stamping;
using Nube.Core.Tests.Artwork;
using static Nube.Core.Tests.Stamping.Scenes;

namespace Nube.Core.Tests.Stamping;

public class FillTests
{
    private readonly Scenes scenes = new();
    private static readonly Scene A6 = Panel(105, 148);

    /// <summary>Pairs of prints that are neighbours: nearer than one and a half steps.</summary>
    private static IEnumerable<(PlacedStamp One, PlacedStamp Other)> Neighbours(FillLaid fill) =>
        from one in fill.Prints
        from other in fill.Prints
        where one.Id.CompareTo(other.Id) < 0 && Apart(one.At.Middle, other.At.Middle) < 1.5 * fill.PitchMm
        select (one, other);

    private static double Apart(PointMm a, PointMm b) =>
        Math.Sqrt((a.X - b.X) * (a.X - b.X) + (a.Y - b.Y) * (a.Y - b.Y));

    [Fact]
    public void No_two_neighbours_stand_alike_or_overlap_and_the_panel_is_filled_past_its_edges()
    {
        var hook = scenes.Hook("Hook");
        for (var seed = 1; seed <= 12; seed++)
        {
            var fill = Fill.Over(A6, hook, new FillWish(2, 1, seed));
            Assert.All(Neighbours(fill), pair =>
            {
                // Two of fifteen turns.
                Assert.True(
                    Fill.Apart(pair.One.At.Degrees, pair.Other.At.Degrees, 1) >= 48 - 1e-9,
                    $"{pair.One.At.Degrees} beside {pair.Other.At.Degrees}"
                );
                Assert.Equal(0, hook.Silhouette.At(pair.One.At).Shared(hook.Silhouette.At(pair.Other.At)));
            });
            // In a lattice of triangles no point is farther from a corner than its side / sqrt 3.
            // Prints of which almost nothing would be seen are left out, so the last half step may belong to none.
            var edge = fill.PitchMm / 2;
            for (var x = edge; x <= A6.WidthMm - edge; x += 5)
            {
                for (var y = edge; y <= A6.HeightMm - edge; y += 5)
                    Assert.InRange(
                        fill.Prints.Min(print => Apart(print.At.Middle, new PointMm(x, y))),
                        0,
                        fill.PitchMm / Math.Sqrt(3) + 0.01
                    );
            }
            Assert.Equal(fill.Prints.Length, fill.Whole + fill.Cut);
            Assert.All(["left", "upper", "right", "lower"], edge =>
                Assert.Contains(
                    edge,
                    SceneOrder.Of(A6 with { FrontFirst = fill.Prints }, scenes.Stamps).Steps.Single().Text,
                    StringComparison.Ordinal
                )
            );
        }
    }

    [Theory]
    [InlineData(0)]
    [InlineData(3)]
    [InlineData(12)]
    public void The_nearest_prints_are_the_wished_distance_apart(double gap)
    {
        var square = scenes.Square("Tile", 12);
        var fill = Fill.Over(A6, square, new FillWish(gap, 1, 3));
        var nearest = Neighbours(fill)
            .Min(pair =>
                square.Silhouette.At(pair.One.At).Hull(0).Distance(square.Silhouette.At(pair.Other.At).Hull(0))
            );
        // A square tile is its own hull; the hull is simplified by 0.3 mm and the pitch found to 0.1 mm.
        Assert.InRange(nearest, Math.Max(0, gap - 0.6), gap + 2);
    }

    [Fact]
    public void The_same_wish_gives_the_same_fill_and_another_seed_another()
    {
        var hook = scenes.Hook("Hook");
        var (one, same, other) = (
            Fill.Over(A6, hook, new(2, 3, 5)),
            Fill.Over(A6, hook, new(2, 3, 5)),
            Fill.Over(A6, hook, new(2, 3, 6))
        );
        Assert.Equal(one.Prints, same.Prints);
        Assert.NotEqual(one.Prints.Select(print => print.At), other.Prints.Select(print => print.At));
    }

    [Theory]
    [InlineData(3)]
    [InlineData(4)]
    public void Neighbours_come_from_different_prints_of_an_inking(int generations)
    {
        var fill = Fill.Over(A6, scenes.Hook("Hook"), new FillWish(2, generations, 8));
        Assert.All(Neighbours(fill), pair => Assert.NotEqual(pair.One.Generation, pair.Other.Generation));
        var inkings = Fill.Inkings(fill.Prints);
        Assert.Equal(
            fill.Prints.Select(print => (Guid?)print.Id),
            inkings.SelectMany(inking => inking).Where(print => print is not null)
        );
        // A print is never darker than one before it from the same inking, and a missing one is made on scrap.
        var generation = fill.Prints.ToDictionary(print => print.Id, print => print.Generation);
        Assert.All(inkings, inking =>
            Assert.All(inking.Index(), print =>
                Assert.True(print.Item is not { } id || generation[id] == print.Index + 1)
            )
        );
        Assert.True(inkings.Length < fill.Prints.Length * 0.6);
    }

    [Fact]
    public void A_missing_generation_is_printed_on_scrap()
    {
        var hook = scenes.Hook("Hook");
        PlacedStamp[] prints =
        [
            .. new[] { 1, 2, 1, 3, 2 }.Select(generation => Put(hook, 0, 0) with { Generation = generation }),
        ];
        Assert.Equal(
            [
                [prints[0].Id, prints[1].Id],
                [prints[2].Id, null, prints[3].Id],
                [null, (Guid?)prints[4].Id],
            ],
            Fill.Inkings(prints).Select(inking => inking.ToArray())
        );
    }

    [Fact]
    public void A_disc_looks_alike_however_it_is_turned_and_a_square_in_quarters()
    {
        Assert.Equal(8, Fill.Symmetry(scenes.Stamp("Disc", 40, 40, Drawings.Circle(20, 20, 12)).Silhouette));
        Assert.Equal(4, Fill.Symmetry(scenes.Square("Tile", 12).Silhouette));
        Assert.Equal(1, Fill.Symmetry(scenes.Hook("Hook").Silhouette));
        Assert.True(
            Fill.Over(A6, scenes.Stamp("Disc", 40, 40, Drawings.Circle(20, 20, 12)), new(1, 1, 1)).LooksAlikeTurned
        );
        // Turned by a quarter, a square stands as before.
        Assert.Equal(0, Fill.Apart(10, 100, 4), 9);
        Assert.Equal(90, Fill.Apart(10, 100, 1), 9);
    }

    [Fact]
    public void A_wish_that_cannot_be_is_refused_with_a_sentence()
    {
        var dot = scenes.Stamp("Seed", 12, 12, Drawings.Circle(6, 6, 1), lineMm: 0.4);
        var seed = scenes.Stamp("Seed", 12, 12, Drawings.Circle(6, 6, 3), lineMm: 0.4);
        Assert.Contains(
            "prints of Seed",
            Assert.Throws<ArgumentException>(() => Fill.Over(A6, seed, new(0, 1, 1))).Message,
            StringComparison.Ordinal
        );
        Assert.Contains(
            "too small",
            Assert.Throws<ArgumentException>(() => Fill.Over(Panel(400, 400), dot, new(0, 1, 1))).Message,
            StringComparison.Ordinal
        );
        Assert.Throws<ArgumentException>(() => Fill.Over(A6, scenes.Hook("Hook"), new(-1, 1, 1)));
        Assert.Throws<ArgumentException>(() => Fill.Over(A6, scenes.Hook("Hook"), new(1, 5, 1)));
    }

    /// <summary>Worked by hand: half the ink each time.</summary>
    [Theory]
    [InlineData(1, 1)]
    [InlineData(2, 0.5)]
    [InlineData(3, 0.25)]
    [InlineData(4, 0.125)]
    public void Each_print_takes_the_same_share_of_what_is_left(int generation, double load) =>
        Assert.Equal(load, Generations.RelativeLoad(generation), 12);

    [Fact]
    public void Later_prints_are_paler()
    {
        var ink = GenericCatalogue.Colourants.First(colourant => colourant.ColourIndex == "PB29").Optics();
        var paper = Spectrum.Flat(0.9);
        var lightness = Enumerable
            .Range(1, 4)
            .Select(generation => Generations.Colour(ink, paper, generation).L)
            .ToList();
        Assert.Equal(lightness.Order(), lightness);
        Assert.True(lightness[3] - lightness[0] > 15);
        Assert.Throws<ArgumentOutOfRangeException>(() => Generations.RelativeLoad(0));
        Assert.Throws<ArgumentOutOfRangeException>(() => Generations.RelativeLoad(2, 1));
    }
}
