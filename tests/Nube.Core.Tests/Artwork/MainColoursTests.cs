using Nube.Core.Artwork;
using Nube.Core.Colour;

namespace Nube.Core.Tests.Artwork;

/// <summary>The colours that a picture is made of.</summary>
public class MainColoursTests
{
    private static readonly Srgb Paper = Srgb.Parse("#f7f4ec");

    /// <summary>Squares of colours on paper with black lines between them, and the noise of a camera.</summary>
    private static ColourPicture Painted(int side, int noise, params (Srgb Colour, int Side)[] squares)
    {
        var random = new Random(3);
        var rgba = new byte[4 * side * side];
        for (var y = 0; y < side; y++)
        {
            for (var x = 0; x < side; x++)
            {
                var cell = side / 3;
                var place = y / cell * 3 + x / cell;
                var (inX, inY) = (x % cell, y % cell);
                var colour =
                    place < squares.Length && inX < squares[place].Side && inY < squares[place].Side
                        ? squares[place].Colour
                    : inX < 2 || inY < 2 ? Srgb.Parse("#1b1b1d")
                    : Paper;
                var at = 4 * (y * side + x);
                byte Shaken(double value) =>
                    (byte)Math.Clamp(Math.Round(255 * value) + random.Next(-noise, noise + 1), 0, 255);
                (rgba[at], rgba[at + 1], rgba[at + 2], rgba[at + 3]) = (
                    Shaken(colour.R),
                    Shaken(colour.G),
                    Shaken(colour.B),
                    255
                );
            }
        }
        return new ColourPicture(side, side, rgba);
    }

    [Fact]
    public void Every_colour_of_a_noisy_picture_is_found_without_paper_and_lines()
    {
        var wanted = new[] { "#d2692f", "#5c9140", "#2f5fa8", "#f2df6d", "#8a5a3c" }.Select(Srgb.Parse).ToArray();
        // The last is a small thing.
        var picture = Painted(600, 10, [.. wanted.Select((colour, place) => (colour, place == 4 ? 40 : 150))]);
        var found = MainColours.Of(picture);
        foreach (var colour in wanted)
            Assert.Contains(found, one => Ciede2000.Difference(one.ToLab(), colour.ToLab()) < 3);
        Assert.DoesNotContain(found, one => Ciede2000.Difference(one.ToLab(), Paper.ToLab()) < 5);
        Assert.DoesNotContain(found, one => one.ToLab().L < 20);
        Assert.Equal(found, MainColours.Of(picture));
    }

    [Fact]
    public void Shades_of_one_colour_are_not_all_of_them()
    {
        var shades = Enumerable.Range(0, 9).Select(step => new Lab(40 + step, 40, 30)).Select(Srgb.FromLab);
        Assert.InRange(MainColours.Of(Painted(600, 3, [.. shades.Select(one => (one, 190))])).Length, 1, 3);
    }

    [Fact]
    public void Nothing_is_found_on_bare_paper() => Assert.Empty(MainColours.Of(Painted(300, 4)));
}
