using System.Collections.Immutable;
using Nube.Core.Artwork;

namespace Nube.Core.Checking;

/// <summary>Where a card's picture lies in a scan or photo: how it is seen, and how its paper bends.</summary>
/// <remarks>
/// A point of the card's picture is moved by the bend first, and then goes through a homography (R. Hartley, A.
/// Zisserman, "Multiple View Geometry in Computer Vision" (2nd ed., 2004), section 2.3).
/// </remarks>
/// <param name="Homography">From mm on the card to pixels: nine values, row by row, the last is 1.</param>
/// <param name="Bend">How far points lie from where a flat card would have them.</param>
public sealed record CardPlace(ImmutableArray<double> Homography, Bend Bend)
{
    /// <summary>The pixel of a point of the card's picture, in mm from its top left.</summary>
    public PicturePoint At(double x, double y)
    {
        var (bendX, bendY) = Bend.At(x, y);
        return Flat(x + bendX, y + bendY);
    }

    /// <summary>The pixel that a point would have on a flat card.</summary>
    private PicturePoint Flat(double x, double y)
    {
        var h = Homography;
        var w = h[6] * x + h[7] * y + h[8];
        return new PicturePoint((h[0] * x + h[1] * y + h[2]) / w, (h[3] * x + h[4] * y + h[5]) / w);
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
