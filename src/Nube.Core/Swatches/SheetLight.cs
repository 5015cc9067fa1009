using Nube.Core.Artwork;
using Nube.Core.Colour;

namespace Nube.Core.Swatches;

/// <summary>Light of a rectangle of the sheet, as the picture has it.</summary>
/// <param name="Box">The rectangle.</param>
/// <param name="Light">Mean of each sensor, 0 to 1, linear.</param>
/// <param name="Spread">Standard deviation of the points' own light, as a share of the mean, after the slope across
/// ninths is taken off.</param>
/// <param name="Unevenness">Difference between the darkest and the lightest ninth, as a share of the mean.</param>
internal sealed record LightRead(SheetRectangle Box, RelativeLight Light, double Spread, double Unevenness);

/// <summary>Reads the light of rectangles of a sheet, in linear light.</summary>
internal sealed class SheetLight(ColourPicture picture, SheetPlace place, double step)
{
    private static readonly double[] Linear = [.. Enumerable.Range(0, 256).Select(value => Srgb.Decode(value / 255.0))];

    /// <summary>Mean and spread over a rectangle.</summary>
    /// <exception cref="PictureTroubleException">It is not wholly in the picture.</exception>
    public LightRead Of(SheetRectangle box)
    {
        var (across, down) = (Math.Max(3, (int)(box.Width / step)), Math.Max(3, (int)(box.Height / step)));
        double r = 0,
            g = 0,
            b = 0;
        Span<double> sums = stackalloc double[9],
            squares = stackalloc double[9],
            counts = stackalloc double[9];
        for (var row = 0; row < down; row++)
        {
            for (var column = 0; column < across; column++)
            {
                var at = place.At(box.X + box.Width * (column + 0.5) / across, box.Y + box.Height * (row + 0.5) / down);
                var (x, y) = ((int)Math.Round(at.X), (int)Math.Round(at.Y));
                if (x < 0 || y < 0 || x >= picture.Width || y >= picture.Height)
                    throw new PictureTroubleException(
                        "A part of the sheet is outside the picture. Take it again with the whole sheet in it."
                    );
                var pixel = 4 * (y * picture.Width + x);
                double red = Linear[picture.Rgba[pixel]],
                    green = Linear[picture.Rgba[pixel + 1]],
                    blue = Linear[picture.Rgba[pixel + 2]];
                r += red;
                g += green;
                b += blue;
                var ninth = row * 3 / down * 3 + column * 3 / across;
                var grey = (red + green + blue) / 3;
                sums[ninth] += grey;
                squares[ninth] += grey * grey;
                counts[ninth]++;
            }
        }
        double n = across * down,
            mean = (r + g + b) / (3 * n);
        double within = 0,
            least = double.PositiveInfinity,
            most = 0;
        for (var ninth = 0; ninth < 9; ninth++)
        {
            var own = sums[ninth] / counts[ninth];
            within += squares[ninth] - counts[ninth] * own * own;
            least = Math.Min(least, own);
            most = Math.Max(most, own);
        }
        mean = Math.Max(mean, 1e-6);
        return new LightRead(
            box,
            new RelativeLight(r / n, g / n, b / n),
            Math.Sqrt(Math.Max(0, within) / n) / mean,
            (most - least) / mean
        );
    }
}
