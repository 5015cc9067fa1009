namespace Nube.Core.Artwork;

/// <summary>A picture in colour, as it is measured.</summary>
/// <param name="Width">Pixels across, 1 or more.</param>
/// <param name="Height">Pixels down, 1 or more.</param>
/// <param name="Rgba">sRGB, four bytes a pixel (red, green, blue, cover), row by row from the top left; not to be
/// changed.</param>
public sealed record ColourPicture(int Width, int Height, byte[] Rgba);

/// <summary>
/// A point of a picture from its top left corner, in pixels, or in shares of its width and height where that is said.
/// </summary>
public readonly record struct PicturePoint(double X, double Y);
