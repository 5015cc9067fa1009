using Nube.Core.Colour;
using Nube.Core.Tests.Published;

namespace Nube.Core.Tests.Colour;

public class ColourTests
{
    [Theory]
    [MemberData(nameof(SharmaWuDalal2005.Pairs), MemberType = typeof(SharmaWuDalal2005))]
    public void Ciede2000_meets_the_published_pairs(Lab one, Lab two, double expected)
    {
        Assert.Equal(expected, Ciede2000.Difference(one, two), 4);
        Assert.Equal(expected, Ciede2000.Difference(two, one), 4);
    }

    // CIE 15:2004 "Colorimetry", table T.3: tristimulus values of D65 and D50 for the 2-degree observer.
    [Theory]
    [InlineData("D65", 95.047, 108.883)]
    [InlineData("D50", 96.422, 82.521)]
    public void White_points_meet_CIE_15(string light, double x, double z)
    {
        var white = StandardObserver.WhiteOf(light == "D65" ? Illuminants.D65 : Illuminants.D50);
        // The table sums at 5 nm over a wider range; 10 nm over 380 to 730 nm stays within 0.15 %.
        Assert.InRange(100 * white.X, x * 0.9985, x * 1.0015);
        Assert.InRange(100 * white.Z, z * 0.9985, z * 1.0015);
    }

    // IEC 61966-2-1:1999, the matrix as printed, four decimals.
    [Theory]
    [InlineData(1, 0, 0, 0.4124, 0.2126, 0.0193)]
    [InlineData(0, 1, 0, 0.3576, 0.7152, 0.1192)]
    [InlineData(0, 0, 1, 0.1805, 0.0722, 0.9505)]
    public void Primaries_meet_the_matrix_of_the_standard(double r, double g, double b, double x, double y, double z)
    {
        var xyz = new Srgb(r, g, b).ToXyz();
        Assert.Equal(x, xyz.X, 4);
        Assert.Equal(y, xyz.Y, 4);
        Assert.Equal(z, xyz.Z, 4);
    }

    [Fact]
    public void A_perfect_reflector_is_the_white_of_sRGB()
    {
        var white = SpectralColour.ToXyz(Spectrum.Flat(1));
        Assert.Equal(Xyz.D65White.X, white.X, 12);
        Assert.Equal(Xyz.D65White.Z, white.Z, 12);
        Assert.Equal("#ffffff", Srgb.FromXyz(white).ToString());
        Assert.Equal(100, Lab.FromXyz(white).L, 9);
    }

    [Fact]
    public void Lab_and_sRGB_come_back_from_a_round_trip()
    {
        var random = new Random(7);
        for (var i = 0; i < 2000; i++)
        {
            var colour = new Srgb(random.NextDouble(), random.NextDouble(), random.NextDouble());
            var back = Srgb.FromLab(colour.ToLab());
            Assert.Equal(colour.R, back.R, 9);
            Assert.Equal(colour.G, back.G, 9);
            Assert.Equal(colour.B, back.B, 9);
        }
    }

    [Theory]
    [InlineData("d9a441")]
    [InlineData("#d9a44")]
    [InlineData("#d9a4zz")]
    [InlineData("")]
    public void A_colour_that_is_none_is_refused_in_words(string text)
    {
        var error = Assert.Throws<FormatException>(() => Srgb.Parse(text));
        Assert.Contains("is not a colour", error.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void Reflectance_has_the_colour_it_was_made_from_and_stays_between_black_and_white()
    {
        const int steps = 8;
        var worst = 0.0;
        for (var r = 0; r <= steps; r++)
        {
            for (var g = 0; g <= steps; g++)
            {
                for (var b = 0; b <= steps; b++)
                {
                    var colour = new Srgb(r / (double)steps, g / (double)steps, b / (double)steps);
                    var reflectance = ReflectanceReconstruction.From(colour);
                    Assert.All(reflectance.ToImmutableArray(), value => Assert.InRange(value, 0, 1));
                    worst = Math.Max(worst, Ciede2000.Difference(colour.ToLab(), SpectralColour.ToLab(reflectance)));
                }
            }
        }
        Assert.InRange(worst, 0, 0.1); // black stands for a reflectance of 1e-4
    }

    [Fact]
    public void Reflectance_of_a_grey_is_flat()
    {
        var grey = ReflectanceReconstruction.From(Srgb.Parse("#777777"));
        var light = Srgb.Decode(0x77 / 255.0);
        Assert.All(grey.ToImmutableArray(), value => Assert.Equal(light, value, 6));
    }
}
