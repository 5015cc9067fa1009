using Nube.Core.Artwork;

namespace Nube.Core.Checking;

/// <summary>Where a card's picture lies in a scan or photo: how it is seen, and how its paper bends.</summary>
/// <remarks>
/// A point of the card's picture is moved by the bend first, and then goes through the homography.
/// </remarks>
/// <param name="Flat">How a flat card is seen that lies there.</param>
/// <param name="Bend">How far points lie from where a flat card would have them.</param>
public sealed record CardPlace(Homography Flat, Bend Bend)
{
    /// <summary>The pixel of a point of the card's picture, in mm from its top left.</summary>
    public PicturePoint At(double x, double y)
    {
        var (bendX, bendY) = Bend.At(x, y);
        return Flat.At(x + bendX, y + bendY);
    }

    /// <summary>Pixels on a mm around a point.</summary>
    public double PixelsPerMm(double x, double y)
    {
        const double step = 1; // mm
        var (here, across, down) = (At(x, y), At(x + step, y), At(x, y + step));
        return Math.Sqrt(Math.Abs((across.X - here.X) * (down.Y - here.Y) - (across.Y - here.Y) * (down.X - here.X)))
            / step;
    }
}
