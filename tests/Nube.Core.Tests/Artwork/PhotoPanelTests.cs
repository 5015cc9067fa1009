using Nube.Core.Artwork;
using Nube.Devices;

namespace Nube.Core.Tests.Artwork;

/// <summary>A panel in a photo: its corners found, and laid flat.</summary>
public class PhotoPanelTests
{
    private static readonly GreyPicture Panel = PictureReader.Read(
        File.ReadAllBytes(Drawings.Shipped.First()),
        new PictureSize(null, null)
    );

    [Theory]
    [InlineData(0, 0, 0.1)]
    [InlineData(4, 0.14, 0.3)]
    [InlineData(-12, 0.2, 0.45)]
    public void Its_corners_are_found_on_a_desk(double turn, double keystone, double fallOff)
    {
        var (photo, corners) = SimulatedPhone.Take(
            Panel,
            PhoneHeld.Ordinary with
            {
                TurnDegrees = turn,
                Keystone = keystone,
                LightFallOff = fallOff,
            }
        );
        var found = PhotoPanel.Find(PictureReader.ReadColours(photo));
        Assert.NotNull(found);
        // By known corners: within half a per cent of the photo's width.
        Assert.All(corners.Zip(found.Value), pair =>
        {
            Assert.Equal(pair.First.X, pair.Second.X, 0.005);
            Assert.Equal(pair.First.Y, pair.Second.Y, 0.007);
        });
    }

    [Fact]
    public void Laid_flat_it_gives_the_areas_of_the_drawing()
    {
        var truth = AreaFinder.FindAreas(LineExtraction.From(Panel));
        var (photo, corners) = SimulatedPhone.Take(Panel, PhoneHeld.Ordinary);
        var flat = PhotoPanel.Flatten(
            PictureReader.ReadColours(photo),
            new PanelInPhoto(corners, Panel.WidthMm, Panel.HeightMm)
        );
        Assert.Equal(Panel.WidthMm, flat.WidthMm, 0.2);
        Assert.Equal(Panel.HeightMm, flat.HeightMm, 0.2);
        var found = AreaFinder.FindAreas(LineExtraction.From(flat));
        Assert.Equal(truth.Areas.Length, found.Areas.Length);
        // Each area lies where it lies in the drawing, and is as large, within 6 %: a photo's line is softer than a
        // drawing's.
        Assert.All(truth.Areas.Where(area => area.SizeMm2 > 20), area =>
            Assert.Contains(found.Areas, other =>
                Math.Abs(other.SizeMm2 - area.SizeMm2) < 0.06 * area.SizeMm2
                && Math.Abs(other.Centre.X - area.Centre.X) < 2
                && Math.Abs(other.Centre.Y - area.Centre.Y) < 2
            )
        );
    }

    /// <summary>
    /// Eighteen photos of a desk without a panel, each with a straight-edged shadow: what the shadow leaves has four corners,
    /// but on the photo's rim.
    /// </summary>
    [Fact]
    public void A_shadow_that_reaches_the_rim_is_no_panel()
    {
        var random = new Random(18);
        var found = 0;
        for (var photo = 0; photo < 18; photo++)
        {
            const int width = 480,
                height = 360;
            var (sin, cos) = Math.SinCos(random.NextDouble() * 2 * Math.PI);
            var (offset, deep) = (120 * (random.NextDouble() - 0.5), 0.35 + 0.3 * random.NextDouble());
            var pixels = new byte[4 * width * height];
            for (var at = 0; at < width * height; at++)
            {
                var inShadow = (at % width - width / 2) * cos + (at / width - height / 2) * sin > offset;
                var light = (inShadow ? deep : 1) * (0.97 + 0.06 * random.NextDouble());
                (pixels[4 * at], pixels[4 * at + 1]) = ((byte)(170 * light), (byte)(140 * light));
                (pixels[4 * at + 2], pixels[4 * at + 3]) = ((byte)(105 * light), byte.MaxValue);
            }
            if (PhotoPanel.Find(new ColourPicture(width, height, pixels)) is not null)
                found++;
        }
        Assert.Equal(0, found);
    }

    [Fact]
    public void Nothing_four_sided_is_no_panel()
    {
        var plain = new ColourPicture(
            400,
            300,
            [.. Enumerable.Range(0, 400 * 300).SelectMany(i => new byte[] { 120, 110, (byte)(90 + i % 3), 255 })]
        );
        Assert.Null(PhotoPanel.Find(plain));
    }

    [Fact]
    public void Corners_and_sizes_that_cannot_be_are_said()
    {
        var photo = new ColourPicture(400, 300, new byte[400 * 300 * 4]);
        string Said(PanelInPhoto panel) =>
            Assert.Throws<PictureTroubleException>(() => PhotoPanel.Flatten(photo, panel)).Message;
        Assert.Contains("four corners", Said(new PanelInPhoto([new(0, 0)], 100, 100)), StringComparison.Ordinal);
        Assert.Contains(
            "go round",
            Said(new PanelInPhoto([new(0, 0), new(1, 1), new(1, 0), new(0, 1)], 100, 100)),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "go round",
            Said(new PanelInPhoto([new(0, 0), new(double.NaN, 0), new(1, 1), new(0, 1)], 100, 100)),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "width and height",
            Said(new PanelInPhoto([new(0, 0), new(1, 0), new(1, 1), new(0, 1)], 100, 0)),
            StringComparison.Ordinal
        );
    }
}
