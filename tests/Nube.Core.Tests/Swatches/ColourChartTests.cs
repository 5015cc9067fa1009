using Nube.Core.Artwork;
using Nube.Core.Colour;
using Nube.Core.Swatches;
using Nube.Devices.Swatches;

namespace Nube.Core.Tests.Swatches;

/// <summary>A chart of known values in the shot: its file, its place, and what it tells of the device.</summary>
public class ColourChartTests
{
    private static readonly SwatchSheet Sheet = new(SheetSize.A4, 1, 3);
    private static readonly SheetConditions Shot = SheetConditions.Photo with
    {
        Chart = true,
        PixelsPerMm = 6,
        Vividness = 1.2,
    };

    private static readonly ColourPicture Picture = PictureReader.ReadColours(
        SheetScanner.Take(
            PaintedSheet.By(
                Sheet,
                [.. Enumerable.Range(0, 3).Select(TruePaint.Invented)],
                Spectrum.Flat(0.9),
                Slips.None,
                5
            ),
            Shot,
            5
        )
    );

    private static List<PicturePoint> Corners => [.. SheetScanner.ChartCorners(Sheet, Shot, Picture.Width)];

    private static ChartReading Read(IEnumerable<PicturePoint> corners, ColourChart? chart = null) =>
        SheetReader.ReadChart(Picture, Sheet, chart ?? StandInChart.Chart, [.. corners]);

    [Fact]
    public void Its_corners_may_be_pointed_at_from_any_of_them_and_either_way_round()
    {
        var straight = ChartCorrection.From(Read(Corners));
        Assert.InRange(straight.Missed, 0.1, 4);
        for (var start = 0; start < 4; start++)
        {
            var turned = Corners.Skip(start).Concat(Corners.Take(start)).ToList();
            foreach (var way in new[] { turned, [.. turned.AsEnumerable().Reverse()] })
            {
                var correction = ChartCorrection.From(Read(way));
                Assert.All(straight.Device.Matrix.Zip(correction.Device.Matrix), pair =>
                    Assert.Equal(pair.First, pair.Second, 1e-6)
                );
            }
        }
    }

    [Fact]
    public void A_square_chart_may_lie_on_its_side()
    {
        // The same picture read as a square of sixteen: whichever corner comes first, the same patches are meant.
        var square = new ColourChart(
            "square",
            4,
            [.. Enumerable.Range(0, 16).Select(i => new Lab(20 + 4 * i, 30 * Math.Sin(i), 30 * Math.Cos(1.3 * i)))]
        );
        RelativeLight Seen(Lab lab) =>
            Srgb.LightOfXyz(lab.ToXyz()) is var light ? new RelativeLight(light.R, light.G, light.B) : default;
        var rows = square.Known.Select(Seen).ToList();
        var onItsSide = Enumerable.Range(0, 16).Select(i => rows[i % 4 * 4 + 3 - i / 4]);
        Assert.InRange(ChartCorrection.From(new ChartReading(square, [], [.. onItsSide])).Missed, 0, 1e-6);
    }

    [Fact]
    public void What_lies_elsewhere_does_not_pass_for_the_chart()
    {
        var beside = Corners.ConvertAll(corner => new PicturePoint(corner.X - 700, corner.Y + 200));
        Assert.True(ChartCorrection.From(Read(beside)).Missed > 9);
        Assert.Contains(
            "go round",
            Assert
                .Throws<PictureTroubleException>(() => Read([Corners[0], Corners[2], Corners[1], Corners[3]]))
                .Message,
            StringComparison.Ordinal
        );
        Assert.Contains(
            "four corners",
            Assert.Throws<PictureTroubleException>(() => Read(Corners.Take(3))).Message,
            StringComparison.Ordinal
        );
        var small = Corners.ConvertAll(corner => new PicturePoint(
            Corners[0].X + (corner.X - Corners[0].X) / 20,
            Corners[0].Y + (corner.Y - Corners[0].Y) / 20
        ));
        Assert.Contains(
            "too small",
            Assert.Throws<PictureTroubleException>(() => Read(small)).Message,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void A_device_that_is_known_exactly_is_found_exactly()
    {
        double[] device = [0.9, 0.08, 0.02, 0.1, 0.8, 0.1, 0.0, 0.15, 0.85]; // rows add up to 1: it keeps white
        var known = StandInChart
            .Chart.Known.Where(lab => Srgb.LightOfXyz(lab.ToXyz()) is { R: > 0.02, G: > 0.02, B: > 0.02 })
            .Take(16)
            .ToList();
        var chart = new ColourChart("exact", 8, [.. known]);
        var light = known.Select(lab => new DeviceLight([.. device]).Of(Srgb.LightOfXyz(lab.ToXyz())));
        var found = ChartCorrection.From(
            new ChartReading(chart, [], [.. light.Select(l => new RelativeLight(l.R, l.G, l.B))])
        );
        Assert.All(device.Zip(found.Device.Matrix), pair => Assert.Equal(pair.First, pair.Second, 1e-9));
        Assert.InRange(found.Missed, 0, 1e-6);
    }

    [Fact]
    public void A_chart_that_is_written_is_read_again()
    {
        var read = ChartText.Read(ChartText.Write(StandInChart.Chart), "mine", null);
        Assert.Equal(("mine", 6, 4), (read.Name, read.Columns, read.Rows));
        Assert.All(StandInChart.Chart.Known.Zip(read.Known), pair =>
            Assert.InRange(Ciede2000.Difference(pair.First, pair.Second), 0, 0.02)
        );
    }

    // The sRGB profile of the International Color Consortium: its red, green and blue under D50 (from memory), and the
    // same under D65 by IEC 61966-2-1. The chart maker's file gives them by 100 and says nothing of the light.
    [Fact]
    public void Values_under_D50_are_moved_to_D65()
    {
        (double X, double Y, double Z)[] d50 =
        [
            (43.607, 22.249, 1.392),
            (38.515, 71.687, 9.708),
            (14.307, 6.061, 71.410),
        ];
        Lab[] d65 = [new Srgb(1, 0, 0).ToLab(), new Srgb(0, 1, 0).ToLab(), new Srgb(0, 0, 1).ToLab()];
        var rows = Enumerable
            .Range(0, 12)
            .Select(i => FormattableString.Invariant($"S{i} {d50[i % 3].X} {d50[i % 3].Y} {d50[i % 3].Z}"));
        var chart = ChartText.Read(Text("SAMPLE_ID XYZ_X XYZ_Y XYZ_Z", rows), "profile", 3);
        Assert.All(chart.Known.Zip(Enumerable.Range(0, 12)), pair =>
            Assert.InRange(Ciede2000.Difference(pair.First, d65[pair.Second % 3]), 0, 0.3)
        );
    }

    [Theory]
    [InlineData("SAMPLE_ID LAB_L LAB_A", "A1 50 0", "neither spectra nor LAB nor XYZ")]
    [InlineData("SAMPLE_ID LAB_L LAB_A LAB_B", "A1 fifty 0 0", "\"fifty\"")]
    [InlineData("SAMPLE_ID LAB_L LAB_A LAB_B", "A1 500 0 0", "not L*a*b*")]
    [InlineData("SAMPLE_ID LAB_L LAB_A LAB_B", "\"\" 50 0 0", "How many patches")]
    public void What_is_no_chart_is_said(string fields, string row, string why) =>
        Assert.Contains(
            why,
            Assert
                .Throws<PictureTroubleException>(() =>
                    ChartText.Read(Text(fields, Enumerable.Repeat(row, 24)), "x", null)
                )
                .Message,
            StringComparison.Ordinal
        );

    [Fact]
    public void Rows_must_come_out_even_and_a_few_patches_are_too_few()
    {
        var rows = Enumerable.Repeat("A1 50 0 0", 24).ToList();
        Assert.Contains(
            "full rows of 7",
            Assert
                .Throws<PictureTroubleException>(() =>
                    ChartText.Read(Text("SAMPLE_ID LAB_L LAB_A LAB_B", rows), "x", 7)
                )
                .Message,
            StringComparison.Ordinal
        );
        Assert.Contains(
            "12 to 400",
            Assert
                .Throws<PictureTroubleException>(() =>
                    ChartText.Read(Text("SAMPLE_ID LAB_L LAB_A LAB_B", rows.Take(4)), "x", 2)
                )
                .Message,
            StringComparison.Ordinal
        );
    }

    private static string Text(string fields, IEnumerable<string> rows) =>
        $"CGATS.17\nBEGIN_DATA_FORMAT\n{fields}\nEND_DATA_FORMAT\nBEGIN_DATA\n{string.Join('\n', rows)}\nEND_DATA\n";
}
