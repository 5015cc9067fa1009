using System.Collections.Immutable;
using Nube.Core.Artwork;
using Nube.Core.Stamping;
using Nube.Core.Tests.Artwork;
using static Nube.Core.Tests.Stamping.Scenes;

namespace Nube.Core.Tests.Stamping;

public class ScenePictureTests
{
    private const double LineMm = 0.5;
    private readonly Scenes scenes = new();

    [Fact]
    public void A_silhouette_reaches_to_the_outside_of_the_line()
    {
        var stamp = scenes.Stamp("Disc", 60, 50, Drawings.Circle(30, 25, 18));
        // pi r^2 up to the outside of a line of 0.5 mm.
        Assert.Equal(
            Math.PI * Math.Pow(18 + LineMm / 2, 2),
            stamp.Silhouette.SizeMm2(),
            Math.PI * 18.25 * 18.25 * 0.01
        );
        var (left, top, right, bottom) = stamp.Silhouette.Bounds();
        Assert.All([-left, -top, right, bottom], reach => Assert.Equal(18.25, reach, 0.1));
    }

    [Fact]
    public void A_rim_less_is_a_smaller_disc()
    {
        var stamp = scenes.Stamp("Disc", 60, 50, Drawings.Circle(30, 25, 18));
        Assert.Equal(Math.PI * 17.25 * 17.25, stamp.Silhouette.Within(1).SizeMm2(), Math.PI * 17.25 * 17.25 * 0.01);
        Assert.Empty(stamp.Silhouette.Within(40).Rings);
    }

    [Fact]
    public void A_point_comes_back_from_the_panel() =>
        Assert.All([0, 30, 217.5, -80], degrees => Assert.All([true, false], mirrored =>
            {
                var placement = new Placement(new PointMm(31, 12), degrees, mirrored);
                var there = placement.OnStamp(placement.OnPanel(new PointMm(7, -3)));
                Assert.Equal((7.0, -3.0), (Math.Round(there.X, 9), Math.Round(there.Y, 9)));
            }));

    [Fact]
    public void What_lies_behind_is_an_area_where_it_is_seen()
    {
        var square = scenes.Square("Pot", 20);
        // Squares of 20 mm, the second 8 mm lower and to the right: 12 x 12 of it are hidden.
        var map = scenes.Find(Panel(60, 60, Put(square, 25, 25), Put(square, 33, 33)));
        var (front, behind) = (At(map.Labels, 20, 20), At(map.Labels, 40, 40));
        Assert.Equal(2, map.Areas.Length);
        Assert.InRange(map.Areas.Single(area => area.Id == front).SizeMm2, 400 * 0.98, 400 * 1.02);
        // Up to the middle of the line between them, half of which is the front one's.
        Assert.InRange(map.Areas.Single(area => area.Id == behind).SizeMm2, 256 * 0.97, 256 * 1.03);
        Assert.Equal(
            (Math.Min(front, behind), Math.Max(front, behind)),
            Assert.Single(map.Touching) is var pair ? (pair.One, pair.Other) : default
        );
    }

    /// <summary>A wreath in front of a pot: through its open middle the pot is seen, and without it the wreath is a plate.</summary>
    [Theory]
    [InlineData(0, false)]
    [InlineData(0, true)]
    [InlineData(115, true)]
    public void Through_the_open_middle_of_a_wreath_what_is_behind_is_seen(double degrees, bool open)
    {
        // The wreath's middle lies off the stamp's, so that turning it moves it.
        var wreath = scenes.Stamp("Wreath", 60, 50, Drawings.Circle(30, 25, 22) + Drawings.Circle(34, 25, 12));
        var pot = scenes.Square("Pot", 8);
        var middle = Assert.Single(wreath.Silhouette.Enclosed.Skip(1));
        Assert.Equal(Math.PI * 11.75 * 11.75, middle.Shape.SizeMm2(), 5.0);
        var put = Put(wreath, 40, 40, degrees) with { Open = open ? [middle.Id] : [] };
        var hole = put.At.OnPanel(new PointMm(4, 0));
        var behind = Put(pot, hole.X, hole.Y);
        var scene = Panel(80, 80, put, behind);
        Assert.Null(scene.Trouble(scenes.Stamps));
        var map = scenes.Find(scene);
        var seen = SceneAreas
            .Owners(scene, scenes.Stamps, map.Labels)
            .SingleOrDefault(owner => owner.Placed?.Id == behind.Id);
        Assert.Equal(open, seen.Area > 0);
        if (open)
            Assert.InRange(map.Areas.Single(area => area.Id == seen.Area).SizeMm2, 64 * 0.97, 64 * 1.03);
        // It covers the ring alone, and its mask has the opening too.
        var ring = Math.PI * (22.25 * 22.25 - (open ? 11.75 * 11.75 : 0));
        Assert.Equal(ring, scene.Silhouettes(scenes.Stamps)[put.Id].SizeMm2(), ring * 0.01);
        Assert.Equal(
            "Wreath has no such part to see through.",
            Panel(80, 80, put with { Open = [3] }).Trouble(scenes.Stamps)
        );
    }

    [Fact]
    public void A_turned_and_mirrored_print_lies_where_its_silhouette_does()
    {
        var hook = scenes.Hook("Hook");
        var put = Put(hook, 30, 30, 70, mirrored: true);
        var scene = Panel(60, 60, put);
        var map = scenes.Find(scene);
        Assert.Equal(hook.Silhouette.SizeMm2() * 0.93, Assert.Single(map.Areas).SizeMm2, 12.0);
        var inside = put.At.OnPanel(new PointMm(-10, 5));
        Assert.NotEqual(0, At(map.Labels, inside.X, inside.Y));
        var outside = put.At.OnPanel(new PointMm(5, 5));
        Assert.Equal(0, At(map.Labels, outside.X, outside.Y));
    }

    [Fact]
    public void Off_the_edge_the_part_on_the_panel_is_an_area()
    {
        var map = scenes.Find(Panel(60, 60, Put(scenes.Square("Pot", 20), 56, 30)));
        Assert.InRange(Assert.Single(map.Areas).SizeMm2, 14 * 20 * 0.97, 14 * 20 * 1.03);
    }

    [Fact]
    public void A_painted_ground_is_what_is_left_of_the_panel()
    {
        var map = scenes.Find(
            Panel(60, 50, Put(scenes.Square("Cloud", 20), 30, 25, placedAs: PlacedAs.Traced)) with
            {
                PaintsGround = true,
            }
        );
        Assert.Equal(2, map.Areas.Length);
        Assert.InRange(
            map.Areas.Single(area => area.Id == At(map.Labels, 5, 5)).SizeMm2,
            (60 * 50 - 400) * 0.97,
            (60 * 50 - 400) * 1.03
        );
    }

    [Fact]
    public void Areas_keep_their_numbers_when_their_stamp_is_moved_turned_or_uncovered()
    {
        var (square, grid) = (
            scenes.Square("Pot", 20),
            scenes.Stamp("Crate", 40, 30, """<path d="M5 5h30v20h-30z M15 5v20 M25 5v20"/>""")
        );
        var (pot, crate) = (Put(square, 20, 25), Put(grid, 48, 25));
        var was = Panel(90, 60, pot, crate);
        var found = scenes.Find(was).Labels;
        var now = Panel(
            90,
            60,
            pot with
            {
                At = new Placement(new PointMm(70, 30), 45, false),
            },
            crate with
            {
                At = new Placement(new PointMm(35, 30), 180, false),
            }
        );
        var move = new SceneMove(was, now, scenes.Stamps);
        var kept = AreaIds.Keep(scenes.Find(now).Labels, move.Carry(found), 40);
        foreach (
            var (placed, point) in new[]
            {
                (0, new PointMm(0, 0)),
                (1, new PointMm(-10, 0)),
                (1, new PointMm(0, 0)),
                (1, new PointMm(10, 0)),
            }
        )
        {
            var (before, after) = (was.FrontFirst[placed].At.OnPanel(point), now.FrontFirst[placed].At.OnPanel(point));
            Assert.NotEqual(0, At(found, before.X, before.Y));
            Assert.Equal(At(found, before.X, before.Y), At(kept, after.X, after.Y));
        }

        // A cut through the crate's first cell goes where the cell went.
        var cut = new SplitArea(At(found, 38, 25), [new(30, 25), new(45, 25)]);
        var moved = Assert.IsType<SplitArea>(Assert.Single(move.Carry([cut])));
        Assert.Equal(
            [(53.0, 30.0), (38.0, 30.0)],
            moved.Stroke.Select(point => (Math.Round(point.X, 6), Math.Round(point.Y, 6)))
        );
    }

    [Fact]
    public void A_stamp_that_is_taken_away_leaves_the_others_numbers()
    {
        var square = scenes.Square("Pot", 20);
        var (one, two) = (Put(square, 20, 25), Put(square, 60, 25));
        var was = Panel(90, 60, one, two);
        var found = scenes.Find(was).Labels;
        var now = was with { FrontFirst = [two] };
        var kept = AreaIds.Keep(scenes.Find(now).Labels, new SceneMove(was, now, scenes.Stamps).Carry(found), 2);
        Assert.Equal(At(found, 60, 25), At(kept, 60, 25));
        Assert.Equal(0, At(kept, 20, 25));
    }

    [Theory]
    [InlineData(101.6, 133.35)]
    [InlineData(204, 142)]
    [InlineData(297, 420)]
    [InlineData(420, 420)]
    [InlineData(33.3, 419.9)]
    public void Its_print_as_a_file_is_read_pixel_for_pixel(double width, double height)
    {
        var scene = Panel(width, height, Put(scenes.Square("Pot", 20), 15, 20));
        var picture = ScenePicture.Compose(scene, scenes.Pictures);
        using var bitmap = new SkiaSharp.SKBitmap(
            new SkiaSharp.SKImageInfo(picture.Width, picture.Height, SkiaSharp.SKColorType.Gray8)
        );
        using var png = bitmap.Encode(SkiaSharp.SKEncodedImageFormat.Png, 100);
        var read = PictureReader.Read(png.ToArray(), new PictureSize(width, null));
        Assert.Equal((picture.Width, picture.Height, picture.PixelsPerMm), (read.Width, read.Height, read.PixelsPerMm));
        Assert.Equal(picture.Width * picture.Height, ScenePicture.Owners(scene, scenes.Stamps).Length);
    }
}
