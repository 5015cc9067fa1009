using Nube.Core.Artwork;
using Nube.Devices;
using OpenCvSharp;
using OpenCvSharp.XImgProc;

namespace Nube.Core.Tests.Artwork;

public class AreaFinderTests
{
    [Fact]
    public void The_size_of_a_circle_is_pi_r_squared()
    {
        var area = Assert.Single(Drawings.Find(Drawings.Svg(60, 60, Drawings.Circle(30, 30, 20))).Areas);
        Assert.InRange(area.SizeMm2, Math.PI * 400 * 0.98, Math.PI * 400 * 1.02);
        Assert.InRange(area.Centre.X, 29, 31);
        Assert.InRange(area.Centre.Y, 29, 31);
    }

    [Fact]
    public void The_size_of_a_polygon_is_as_by_the_shoelace_formula()
    {
        (double X, double Y)[] corners = [(10, 12), (62, 8), (55, 30), (70, 52), (33, 41), (12, 55)];
        var expected = 0.0;
        for (var i = 0; i < corners.Length; i++)
        {
            var (a, b) = (corners[i], corners[(i + 1) % corners.Length]);
            expected += (a.X * b.Y - b.X * a.Y) / 2; // the shoelace formula (Gauss)
        }
        var area = Assert.Single(Drawings.Find(Drawings.Svg(80, 64, Drawings.Polygon(corners))).Areas);
        Assert.InRange(area.SizeMm2, Math.Abs(expected) * 0.98, Math.Abs(expected) * 1.02);
    }

    [Fact]
    public void Cells_of_a_grid_touch_the_cells_beside_them_and_no_others()
    {
        const int columns = 5,
            rows = 4;
        var map = Drawings.Find(Drawings.Grid(columns, rows, 9));
        Assert.Equal(columns * rows, map.Areas.Length);
        Assert.All(map.Areas, area => Assert.InRange(area.SizeMm2, 81 * 0.98, 81 * 1.02));

        var cell = map.Areas.ToDictionary(a => a.Id, a => ((int)((a.Centre.X - 5) / 9), (int)((a.Centre.Y - 5) / 9)));
        var expected = (columns - 1) * rows + columns * (rows - 1);
        Assert.Equal(expected, map.Touching.Length);
        Assert.All(map.Touching, pair =>
        {
            var ((x1, y1), (x2, y2)) = (cell[pair.One], cell[pair.Other]);
            Assert.Equal(1, Math.Abs(x1 - x2) + Math.Abs(y1 - y2));
            // Shared up to the middle of the lines, of which 0.5 mm are taken at each crossing.
            Assert.InRange(pair.SharedMm, 9 * Math.PI / 4 * 0.9, 9 * 1.1);
        });
    }

    [Fact]
    public void A_sliver_joins_the_neighbour_with_the_longest_line()
    {
        // A 1 mm square inside a large one.
        var body =
            Drawings.Polygon((5, 5), (45, 5), (45, 45), (5, 45))
            + Drawings.Polygon((20, 20), (21, 20), (21, 21), (20, 21));
        var area = Assert.Single(Drawings.Find(Drawings.Svg(50, 50, body, 0.2)).Areas);
        Assert.InRange(area.SizeMm2, 1600 * 0.98, 1600 * 1.02);
    }

    [Fact]
    public void A_picture_without_an_enclosed_area_is_said_to_have_none()
    {
        var open = Drawings.Svg(60, 60, """<path d="M5 30H55"/>""");
        Assert.Contains(
            "No enclosed area",
            Assert.Throws<PictureTroubleException>(() => Drawings.Find(open)).Message,
            StringComparison.Ordinal
        );
        var blank = Drawings.Svg(60, 60, "");
        Assert.Contains(
            "No lines",
            Assert.Throws<PictureTroubleException>(() => Drawings.Find(blank)).Message,
            StringComparison.Ordinal
        );
    }

    [Theory]
    [InlineData(0.4)]
    [InlineData(0.8)]
    public void A_small_gap_is_bridged(double gapMm)
    {
        var arc = 20 * Math.Sin(gapMm / 40);
        var file = Drawings.Svg(
            60,
            60,
            FormattableString.Invariant(
                $"""<path d="M{30 + arc} {30 - 20 * Math.Cos(gapMm / 40)}A20 20 0 1 1 {30 - arc} {30 - 20 * Math.Cos(gapMm / 40)}"/>"""
            )
        );
        Assert.Single(Drawings.Find(file).Areas);
        Assert.Throws<PictureTroubleException>(() => Drawings.Find(file, GapRule.None));
    }

    [Fact]
    public void Work_can_be_stopped()
    {
        using var stop = new CancellationTokenSource();
        stop.Cancel();
        var art = LineExtraction.From(PictureReader.Read(Drawings.Grid(3, 3, 9), new PictureSize(null, null)));
        Assert.Throws<OperationCanceledException>(() => AreaFinder.FindAreas(art, cancel: stop.Token));
    }

    public static TheoryData<string> Shipped => [.. Drawings.Shipped.Select(file => Path.GetFileName(file)!)];

    [Theory]
    [MemberData(nameof(Shipped))]
    public void A_scan_gives_the_areas_of_the_drawing(string name)
    {
        var sheet = PictureReader.Read(
            File.ReadAllBytes(Drawings.Shipped.First(file => Path.GetFileName(file) == name)),
            new PictureSize(null, null)
        );
        var truth = AreaFinder.FindAreas(LineExtraction.From(sheet));
        Assert.InRange(truth.Areas.Length, 10, 45);
        var conditions = ScanConditions.Ordinary;
        var scan = FindInScan(SimulatedScanner.Scan(sheet, conditions), conditions.DotsPerInch);

        var matched = truth.Areas.Count(area => BestOverlap(truth, scan, area.Id, conditions.TurnDegrees) > 0.8);
        Assert.True(matched >= 0.96 * truth.Areas.Length, $"{matched} of {truth.Areas.Length} areas");
    }

    [Fact]
    public void Thinning_gives_the_skeleton_of_the_reference_library()
    {
        var art = LineExtraction.From(
            PictureReader.Read(File.ReadAllBytes(Drawings.Shipped.First()), new PictureSize(60, null))
        );
        using var ink = art.Wrap(art.Ink);
        using var reference = new Mat();
        CvXImgProc.Thinning(ink, reference, ThinningTypes.ZHANGSUEN);
        reference.GetArray(out byte[] expected);

        var skeleton = Skeleton.Of(art.Ink, art.Width, art.Height);
        var different = 0;
        for (var y = 0; y < art.Height; y++)
        {
            for (var x = 0; x < art.Width; x++)
            {
                if (skeleton[(y + 1) * (art.Width + 2) + x + 1] != 0 != (expected[y * art.Width + x] != 0))
                    different++;
            }
        }
        Assert.Equal(0, different);
    }

    private static AreaMap FindInScan(byte[] jpeg, double dotsPerInch) =>
        AreaFinder.FindAreas(LineExtraction.From(PictureReader.Read(jpeg, new PictureSize(null, dotsPerInch))));

    /// <summary>Intersection over union of an area and the area of the scan that covers most of it.</summary>
    private static double BestOverlap(AreaMap truth, AreaMap scan, int id, double turnDegrees)
    {
        var (from, to) = (truth.Labels, scan.Labels);
        var (sin, cos) = Math.SinCos(turnDegrees * Math.PI / 180);
        double centreX = to.Width / 2.0,
            centreY = to.Height / 2.0,
            scale = to.PixelsPerMm / from.PixelsPerMm;
        double marginX = (to.Width - from.Width * scale) / 2,
            marginY = (to.Height - from.Height * scale) / 2;
        var seen = new Dictionary<ushort, int>();
        var size = 0;
        for (var y = 0; y < from.Height; y++)
        {
            for (var x = 0; x < from.Width; x++)
            {
                if (from.Labels[y * from.Width + x] != id)
                    continue;
                size++;
                double dx = x * scale + marginX - centreX,
                    dy = y * scale + marginY - centreY;
                var (sx, sy) = (
                    (int)Math.Round(centreX + dx * cos - dy * sin),
                    (int)Math.Round(centreY + dx * sin + dy * cos)
                );
                var label = to.Labels[sy * to.Width + sx];
                seen[label] = seen.GetValueOrDefault(label) + 1;
            }
        }
        var best = seen.Where(s => s.Key is not LabelRaster.Background and not LabelRaster.Line)
            .OrderByDescending(s => s.Value)
            .FirstOrDefault();
        if (best.Value == 0)
            return 0;
        var other = to.Labels.Count(label => label == best.Key) / (scale * scale);
        return best.Value / (size + other - best.Value);
    }
}
