using Nube.Core.Artwork;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Optics;
using Nube.Core.Stamping;
using SkiaSharp;
using Xunit;

namespace Nube.Core.Tests.Artwork;

/// <summary>Prints in colour, drawn here and scanned by a simple scanner of the test's own.</summary>
public sealed class ColouredPrintTests
{
    private const int Dots = 12; // pixels per mm: 305 dots per inch
    private static readonly SKColor PaleRose = new(240, 196, 204),
        Leaf = new(150, 190, 130),
        DeepLeaf = new(96, 140, 84),
        Sky = new(176, 210, 226);

    /// <summary>A flower of five petals, two leaves in two layers, a cloud with a hole, on a panel of 80 x 70 mm.</summary>
    private static void Draw(SKCanvas canvas)
    {
        canvas.Scale(Dots);
        using var paint = new SKPaint { IsAntialias = true };
        void Blob(SKColor colour, float x, float y, float rx, float ry)
        {
            paint.Color = colour;
            canvas.DrawOval(x, y, rx, ry, paint);
        }
        for (var petal = 0; petal < 5; petal++)
        {
            var turn = petal * 2 * Math.PI / 5;
            Blob(PaleRose, 24 + (float)(9.5 * Math.Sin(turn)), 26 - (float)(9.5 * Math.Cos(turn)), 5, 5);
        }
        Blob(Leaf, 55, 48, 14, 7);
        Blob(DeepLeaf, 55, 48, 7, 3);
        Blob(Leaf, 22, 56, 9, 5);
        Blob(Sky, 60, 18, 13, 10);
        Blob(SKColors.White, 60, 18, 5, 4);
    }

    private static readonly (double X, double Y, SKColor? Print)[] Wanted =
    [
        (24, 16.5, PaleRose),
        (33, 23, PaleRose),
        (46, 48, Leaf),
        (55, 48, DeepLeaf),
        (22, 56, Leaf),
        (50, 18, Sky),
        (60, 18, null),
    ];

    private static readonly double[] Light = [.. Enumerable.Range(0, 256).Select(code => Srgb.Decode(code / 255.0))];

    /// <summary>A scan: paper of a colour, light that falls off, grain, JPEG.</summary>
    private static byte[] Scan(SKColor paper, double fallOff, double grain, int quality = 88)
    {
        using var bitmap = new SKBitmap(
            new SKImageInfo(80 * Dots, 70 * Dots, SKColorType.Rgba8888, SKAlphaType.Opaque)
        );
        using (var canvas = new SKCanvas(bitmap))
        {
            canvas.Clear(SKColors.White);
            Draw(canvas);
        }
        var random = new Random(7);
        var pixels = bitmap.Pixels;
        for (var at = 0; at < pixels.Length; at++)
        {
            var (x, y) = (at % bitmap.Width, at / bitmap.Width);
            var light = 1 - fallOff * (x + y) / (bitmap.Width + bitmap.Height);
            byte Seen(byte of, byte on)
            {
                // The ink takes its share of what the paper sends back; sensors see light, files hold codes.
                var sent = Light[of] * Light[on] * light;
                var noise = grain * (random.NextDouble() + random.NextDouble() + random.NextDouble() - 1.5) * 2;
                return (byte)Math.Clamp(255 * Srgb.Encode(sent) + noise, 0, 255);
            }
            pixels[at] = new SKColor(
                Seen(pixels[at].Red, paper.Red),
                Seen(pixels[at].Green, paper.Green),
                Seen(pixels[at].Blue, paper.Blue)
            );
        }
        bitmap.Pixels = pixels;
        using var file = bitmap.Encode(SKEncodedImageFormat.Jpeg, quality);
        return file.ToArray();
    }

    private static SizedPicture Read(byte[] file) =>
        PictureReader.ReadColours(file, new PictureSize(80, null), ColouredPrint.PixelsPerMm);

    private static Lab LabOf(SKColor colour) =>
        new Srgb(colour.Red / 255.0, colour.Green / 255.0, colour.Blue / 255.0).ToLab();

    public static TheoryData<string, byte, byte, byte, double, double> Papers =>
        new()
        {
            { "white, even", 250, 250, 248, 0, 1 },
            { "cream, light that falls off", 248, 242, 226, 0.2, 4 },
            { "kraft", 190, 156, 118, 0.12, 5 },
            { "grey, dim", 186, 188, 190, 0.25, 4 },
        };

    [Theory]
    [MemberData(nameof(Papers))]
    public void Parts_of_a_print_are_found_with_what_is_printed_on_them(
        string name,
        byte red,
        byte green,
        byte blue,
        double fallOff,
        double grain
    )
    {
        var picture = Read(Scan(new SKColor(red, green, blue), fallOff, grain));
        var map = ColouredPrint.Parts(picture);
        var printed = ColouredPrint.ColoursOf(picture, map.Labels, lines: null);
        // Five petals, two leaves, the vein of one, the cloud and its hole.
        Assert.True(map.Areas.Length == 10, $"{name}: {map.Areas.Length} areas");
        foreach (var (x, y, print) in Wanted)
        {
            var label = map.Labels.Labels[
                (int)(y * map.Labels.PixelsPerMm) * map.Labels.Width + (int)(x * map.Labels.PixelsPerMm)
            ];
            Assert.Contains(map.Areas, area => area.Id == label);
            if (print is { } wanted)
                Assert.InRange(Ciede2000.Difference(LabOf(wanted), printed[label].ToLab()), 0, 2.5);
            else
                Assert.DoesNotContain((int)label, printed.Keys);
        }
    }

    [Fact]
    public void Areas_of_a_print_have_the_sizes_that_were_printed()
    {
        var map = ColouredPrint.Parts(Read(Scan(new SKColor(250, 250, 248), 0.1, 3)));
        double Size(double x, double y)
        {
            var label = map.Labels.Labels[
                (int)(y * map.Labels.PixelsPerMm) * map.Labels.Width + (int)(x * map.Labels.PixelsPerMm)
            ];
            return map.Areas.Single(area => area.Id == label).SizeMm2;
        }
        Assert.InRange(Size(24, 16.5), 0.93 * Math.PI * 25, 1.07 * Math.PI * 25);
        Assert.InRange(Size(22, 56), 0.93 * Math.PI * 45, 1.07 * Math.PI * 45);
        Assert.InRange(Size(46, 48), 0.93 * Math.PI * (98 - 21), 1.07 * Math.PI * (98 - 21));
    }

    [Fact]
    public void Bare_paper_is_no_print_and_says_so()
    {
        using var bitmap = new SKBitmap(400, 400);
        bitmap.Erase(new SKColor(240, 238, 230));
        using var file = bitmap.Encode(SKEncodedImageFormat.Png, 100);
        var picture = PictureReader.ReadColours(file.ToArray(), new PictureSize(50, null), ColouredPrint.PixelsPerMm);
        var trouble = Assert.Throws<PictureTroubleException>(() => ColouredPrint.Parts(picture));
        Assert.StartsWith("No print stands out", trouble.Message, StringComparison.Ordinal);
    }

    /// <summary>A strip of a pixel or two is answered in words, too.</summary>
    [Theory]
    [InlineData(400, 1)]
    [InlineData(40, 2)]
    public void A_picture_that_is_hardly_one_is_refused_in_words(int width, int height)
    {
        using var bitmap = new SKBitmap(width, height);
        bitmap.Erase(new SKColor(240, 238, 230));
        using var file = bitmap.Encode(SKEncodedImageFormat.Png, 100);
        var picture = PictureReader.ReadColours(file.ToArray(), new PictureSize(50, null), ColouredPrint.PixelsPerMm);
        Assert.Throws<PictureTroubleException>(() => ColouredPrint.Parts(picture));
    }

    /// <summary>An A3 sheet has four times as many pixels as can be looked at in time: it is read coarser.</summary>
    [Fact]
    public void A_large_print_is_read_on_fewer_pixels()
    {
        var svg =
            """
            <svg xmlns="http://www.w3.org/2000/svg" width="420mm" height="297mm" viewBox="0 0 420 297">
            <circle cx="120" cy="150" r="60" fill="#e8b4c0"/></svg>
            """u8.ToArray();
        var picture = PictureReader.ReadColours(svg, new PictureSize(null, null), ColouredPrint.PixelsPerMm);
        Assert.InRange(picture.Picture.Width * picture.Picture.Height, 3_900_000, 4_100_000);
        Assert.Equal(420, picture.WidthMm, 0.2);
        var area = Assert.Single(ColouredPrint.Parts(picture).Areas);
        Assert.InRange(area.SizeMm2, 0.98 * Math.PI * 3600, 1.02 * Math.PI * 3600);
    }

    [Fact]
    public void A_drawing_in_colour_is_a_print_too()
    {
        var svg =
            """
            <svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="40mm" viewBox="0 0 60 40">
            <circle cx="15" cy="20" r="9" fill="#e8b4c0"/><rect x="32" y="8" width="20" height="24" fill="#b8d0a0"/></svg>
            """u8.ToArray();
        var picture = PictureReader.ReadColours(svg, new PictureSize(null, null), ColouredPrint.PixelsPerMm);
        var map = ColouredPrint.Parts(picture);
        Assert.Equal(2, map.Areas.Length);
        var printed = ColouredPrint.ColoursOf(picture, map.Labels, lines: null);
        Assert.Equal(
            ["#b8d0a0", "#e8b4c0"],
            printed.Values.Select(colour => colour.ToString()).Order(StringComparer.Ordinal)
        );
    }

    [Fact]
    public void What_is_joined_has_the_mean_of_its_prints_and_what_is_cut_keeps_its_own()
    {
        var picture = Read(Scan(new SKColor(250, 250, 248), 0, 2));
        var map = ColouredPrint.Parts(picture);
        var print = new PrintOnPaper(
            PictureShows.Print,
            ColouredPrint.ColoursOf(picture, map.Labels, lines: null),
            PrintOnPaper.None.Areas
        );
        int At(AreaMap of, double x, double y) =>
            of.Labels.Labels[(int)(y * of.Labels.PixelsPerMm) * of.Labels.Width + (int)(x * of.Labels.PixelsPerMm)];
        var (leaf, vein) = (At(map, 46, 48), At(map, 55, 48));
        var joined = AreaEdits.Apply(map, [new JoinAreas([leaf, vein])]);
        var both = print.After(map.Labels, joined.Labels).Areas[At(joined, 55, 48)].ToXyz().Y;
        Assert.InRange(both, print.Found[vein].ToXyz().Y, print.Found[leaf].ToXyz().Y);

        var cut = AreaEdits.Apply(map, [new SplitArea(At(map, 22, 56), [new(22, 45), new(22, 66)])]);
        var after = print.After(map.Labels, cut.Labels).Areas;
        Assert.Equal(after[At(cut, 16, 56)].ToString(), after[At(cut, 28, 56)].ToString());
        Assert.Equal(print.Found.Count + 1, after.Count);
    }

    [Fact]
    public void How_strong_a_print_is_can_be_read_back()
    {
        var inks = GenericCatalogue
            .Colourants.Where(colourant => colourant.Medium == Medium.BlendingInk)
            .Select(colourant => colourant.Optics())
            .ToList();
        var white = ReflectanceReconstruction.From(new Srgb(1, 1, 1));
        foreach (var generation in new[] { 1, 2, 3 })
        {
            for (var ink = 0; ink < inks.Count; ink++)
            {
                var print = Srgb.FromLab(Generations.Colour(inks[ink], white, generation));
                var read = PrintStrength.Nearest(print, [inks[ink]]);
                Assert.NotNull(read);
                Assert.InRange(read.Load / Generations.RelativeLoad(generation), 0.93, 1.07);
                Assert.InRange(PrintStrength.LightTaken(print), 0.001, 1);
            }
        }
        Assert.Null(PrintStrength.Nearest(new Srgb(0, 0, 0), [inks[0]]));
    }
}
