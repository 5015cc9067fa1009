using System.Collections.Immutable;
using Nube.Core.Colour;

namespace Nube.Core.Artwork;

/// <summary>A picture in colour, as it is measured.</summary>
/// <param name="Width">Pixels across, 1 or more.</param>
/// <param name="Height">Pixels down, 1 or more.</param>
/// <param name="Rgba">sRGB, four bytes a pixel (red, green, blue, cover), row by row from the top left; not to be
/// changed.</param>
public sealed record ColourPicture(int Width, int Height, byte[] Rgba)
{
    private static readonly double[] Light = [.. Enumerable.Range(0, 256).Select(code => Srgb.Decode(code / 255.0))];

    /// <summary>Linear red, green and blue of a pixel, 0 to 1, whatever its cover.</summary>
    public (double R, double G, double B) LightAt(int x, int y)
    {
        var at = 4 * (y * Width + x);
        return (Light[Rgba[at]], Light[Rgba[at + 1]], Light[Rgba[at + 2]]);
    }
}

/// <summary>A picture in colour of a known size.</summary>
/// <param name="Picture">The picture, fully covered: clear paper is white.</param>
/// <param name="PixelsPerMm">Scale.</param>
/// <param name="IsDrawn">Drawn by a program: no noise, no uneven light.</param>
public sealed record SizedPicture(ColourPicture Picture, double PixelsPerMm, bool IsDrawn)
{
    /// <summary>What the maker should know about how it was read, in sentences.</summary>
    public ImmutableArray<string> Remarks { get; init; } = [];

    /// <summary>Width, mm.</summary>
    public double WidthMm => Picture.Width / PixelsPerMm;

    /// <summary>Height, mm.</summary>
    public double HeightMm => Picture.Height / PixelsPerMm;
}

/// <summary>
/// A point of a picture from its top left corner, in pixels, or in shares of its width and height where that is said.
/// </summary>
public readonly record struct PicturePoint(double X, double Y);
