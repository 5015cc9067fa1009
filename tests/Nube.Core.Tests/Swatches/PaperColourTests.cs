using Nube.Core.Artwork;
using Nube.Core.Colour;
using Nube.Core.Swatches;
using Nube.Devices.Swatches;

namespace Nube.Core.Tests.Swatches;

/// <summary>The colour of a bare paper, by a photo with white beside it or by a meter.</summary>
public class PaperColourTests
{
    private static readonly PicturePoint OnPaper = new(0.25, 0.5),
        OnWhite = new(0.75, 0.5);

    /// <summary>A photo: paper left, white right, under a light with this cast.</summary>
    private static ColourPicture Photo(
        Srgb paper,
        double[] cast,
        double white = SwatchFit.NeutralPaper,
        bool lined = false
    )
    {
        const int width = 200,
            height = 100;
        double[] linear = [Srgb.Decode(paper.R), Srgb.Decode(paper.G), Srgb.Decode(paper.B)];
        var random = new Random(3);
        var pixels = new byte[4 * width * height];
        for (var at = 0; at < width * height; at++)
        {
            var (x, y) = (at % width, at / width);
            for (var channel = 0; channel < 3; channel++)
            {
                var light = (x < width / 2 ? linear[channel] : white) * cast[channel];
                if (lined && y % 4 < 2)
                    light *= 0.1;
                var noise = random.NextDouble() * 4 - 2; // of 255
                pixels[4 * at + channel] = (byte)Math.Clamp(Math.Round(255 * Srgb.Encode(light) + noise), 0, 255);
            }
        }
        return new ColourPicture(width, height, pixels);
    }

    [Theory]
    [InlineData("#c4a27a", 0.95, 0.95, 0.95)] // kraft by day
    [InlineData("#c4a27a", 0.95, 0.78, 0.5)] // by a warm lamp
    [InlineData("#22304f", 0.5, 0.55, 0.6)] // navy in the shade
    [InlineData("#f7f4ec", 0.9, 0.88, 0.85)] // cream beside white
    public void A_cast_and_the_exposure_are_taken_off(string colour, double r, double g, double b)
    {
        var paper = Srgb.Parse(colour);
        var found = PaperColour.InPhoto(Photo(paper, [r, g, b]), OnPaper, OnWhite);
        Assert.InRange(Ciede2000.Difference(paper.ToLab(), found.ToLab()), 0, 0.8);
    }

    [Fact]
    public void Places_that_tell_nothing_are_refused_in_words()
    {
        var kraft = Srgb.Parse("#c4a27a");
        double[] day = [0.95, 0.95, 0.95];
        Assert.Contains("lighter than what is marked as white", Refused(Photo(kraft, day), OnWhite, OnPaper));
        Assert.Contains("burnt out", Refused(Photo(kraft, [1.3, 1.3, 1.3]), OnPaper, OnWhite));
        Assert.Contains("too dark", Refused(Photo(kraft, [0.05, 0.05, 0.05]), OnPaper, OnWhite));
        Assert.Contains("not even", Refused(Photo(kraft, day, lined: true), OnPaper, OnWhite));
        Assert.Contains("not even", Refused(Photo(kraft, day), new PicturePoint(0.5, 0.5), OnWhite));

        static string Refused(ColourPicture photo, PicturePoint paper, PicturePoint white) =>
            Assert.Throws<PictureTroubleException>(() => PaperColour.InPhoto(photo, paper, white)).Message;
    }

    [Fact]
    public void A_meter_tells_it_as_it_is()
    {
        var kraft = ReflectanceReconstruction.From(Srgb.Parse("#c4a27a"));
        var meter = new SimulatedColourMeter(5);
        var text = CgatsText.Write(
            [.. Enumerable.Range(1, 3).Select(spot => new MeterReading($"spot{spot}", meter.Read(kraft)))],
            "2026-09-01"
        );
        Assert.InRange(Ciede2000.Difference(SpectralColour.ToLab(kraft), PaperColour.Measured(text).ToLab()), 0, 0.8);
        Assert.Throws<PictureTroubleException>(() => PaperColour.Measured("a shopping list"));
    }
}
