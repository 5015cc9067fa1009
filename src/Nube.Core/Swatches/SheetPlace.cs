using System.Collections.Immutable;
using Nube.Core.Artwork;
using OpenCvSharp;

namespace Nube.Core.Swatches;

/// <summary>Where a sheet lies in a picture: a homography from its millimetres to the picture's pixels.</summary>
/// <remarks>R. Hartley, A. Zisserman, "Multiple View Geometry in Computer Vision" (2nd ed., 2004), section 4; OpenCV's
/// robust estimate.</remarks>
internal sealed class SheetPlace
{
    private const double Agreement = 3; // pixels within which a corner agrees with the others

    private readonly Homography toPicture,
        toSheet;

    private SheetPlace(Homography toPicture) => (this.toPicture, toSheet) = (toPicture, toPicture.Inverse());

    /// <summary>The place that most corners agree on.</summary>
    /// <exception cref="PictureTroubleException">They agree on none.</exception>
    public static SheetPlace From(IReadOnlyList<(Point2d Sheet, Point2f Picture)> corners)
    {
        using var found = Cv2.FindHomography(
            corners.Select(corner => corner.Sheet),
            corners.Select(corner => new Point2d(corner.Picture.X, corner.Picture.Y)),
            HomographyMethods.Ransac,
            Agreement
        );
        if (found.Empty())
            throw new PictureTroubleException(
                "The sheet's marks do not lie as they were printed. Flatten the sheet and take the picture again."
            );
        return new SheetPlace(Homography.Of(found));
    }

    /// <summary>The pixel of a point of the sheet.</summary>
    public PicturePoint At(double x, double y) => toPicture.At(x, y);

    /// <summary>The corners of a box, clockwise from the top left.</summary>
    public ImmutableArray<PicturePoint> Corners(SheetRectangle box) =>
        [At(box.X, box.Y), At(box.Right, box.Y), At(box.Right, box.Bottom), At(box.X, box.Bottom)];

    /// <summary>The point of the sheet's plane, in its mm, that a pixel shows.</summary>
    public PicturePoint OnSheet(PicturePoint pixel) => toSheet.At(pixel.X, pixel.Y);

    /// <summary>Direction of the sheet's upper edge, degrees clockwise from the picture's.</summary>
    public double TurnDegrees
    {
        get
        {
            var (left, right) = (At(20, 100), At(190, 100));
            return Math.Atan2(right.Y - left.Y, right.X - left.X) * 180 / Math.PI;
        }
    }

    /// <summary>Scale in the middle of the sheet.</summary>
    public double PixelsPerMm(SwatchSheet sheet)
    {
        var (left, right) = (At(sheet.Width / 2 - 5, sheet.Height / 2), At(sheet.Width / 2 + 5, sheet.Height / 2));
        return Math.Sqrt(Math.Pow(right.X - left.X, 2) + Math.Pow(right.Y - left.Y, 2)) / 10;
    }
}
