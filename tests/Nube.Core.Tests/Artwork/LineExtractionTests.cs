using Nube.Core.Artwork;
using Nube.Devices;

namespace Nube.Core.Tests.Artwork;

/// <summary>Lines out of pictures that are not clean. The light, noise and specks are made by seeded code.</summary>
public class LineExtractionTests
{
    private const double PixelsPerMm = 300 / 25.4;

    /// <summary>A photo-like picture of a ring of so many greys, with its own light and noise.</summary>
    private static GreyPicture Ring(
        double paper = 235,
        double ink = 40,
        double lightFallOff = 0,
        double noise = 0,
        int specks = 0
    )
    {
        const int size = 480;
        var random = new Random(7);
        var pixels = new byte[size * size];
        for (var y = 0; y < size; y++)
        {
            for (var x = 0; x < size; x++)
            {
                var radius = Math.Sqrt((x - 240) * (x - 240) + (y - 240) * (y - 240));
                var cover = Math.Clamp(4 - Math.Abs(radius - 170), 0, 1);
                var light = 1 - lightFallOff * (x + y) / (2.0 * size);
                var grain = noise * (random.NextDouble() + random.NextDouble() + random.NextDouble() - 1.5) * 2;
                pixels[y * size + x] = (byte)Math.Clamp((paper + (ink - paper) * cover) * light + grain, 0, 255);
            }
        }
        for (var speck = 0; speck < specks; speck++)
            pixels[random.Next(pixels.Length)] = 30;
        return new GreyPicture(size, size, PixelsPerMm, pixels, IsDrawn: false);
    }

    private static double RingAreaMm2 => Math.PI * 170 * 170 / (PixelsPerMm * PixelsPerMm);

    [Theory]
    [InlineData(0, 0, 0)]
    [InlineData(0.45, 0, 0)]
    [InlineData(0, 6, 0)]
    [InlineData(0.3, 5, 60)]
    public void A_ring_is_one_area_under_any_light_grain_and_dust(double lightFallOff, double noise, int specks)
    {
        var area = Assert.Single(
            AreaFinder.FindAreas(LineExtraction.From(Ring(235, 40, lightFallOff, noise, specks))).Areas
        );
        Assert.InRange(area.SizeMm2, RingAreaMm2 * 0.98, RingAreaMm2 * 1.02);
    }

    [Fact]
    public void A_pale_line_is_a_line_still() =>
        Assert.Single(AreaFinder.FindAreas(LineExtraction.From(Ring(ink: 200, noise: 1.5))).Areas);

    [Fact]
    public void Dust_is_no_line()
    {
        var art = LineExtraction.From(Ring(specks: 200));
        var centre = 0;
        for (var y = 140; y < 340; y++)
        {
            for (var x = 140; x < 340; x++)
                centre += art.Ink[y * art.Width + x];
        }
        Assert.Equal(0, centre);
    }

    [Fact]
    public void Paper_without_a_line_is_said_to_have_none() =>
        Assert.Contains(
            "No lines stand out",
            Assert.Throws<PictureTroubleException>(() => LineExtraction.From(Ring(ink: 235, noise: 2))).Message,
            StringComparison.Ordinal
        );

    [Fact]
    public void The_scanner_stand_in_gives_the_same_file_for_the_same_sheet_and_another_for_another_seed()
    {
        var sheet = PictureReader.Read(Drawings.Grid(2, 2, 9), new PictureSize(null, null));
        var conditions = ScanConditions.Ordinary;
        var scan = SimulatedScanner.Scan(sheet, conditions);
        Assert.Equal(scan, SimulatedScanner.Scan(sheet, conditions));
        Assert.NotEqual(scan, SimulatedScanner.Scan(sheet, conditions with { Seed = 1 }));

        // 28 mm with a margin of 4 mm on each side, at 300 dots per inch.
        var read = PictureReader.Read(scan, new PictureSize(null, 300));
        Assert.Equal(36, read.WidthMm, 0.1);
        Assert.False(read.IsDrawn);
    }
}
