using System.Collections.Immutable;
using OpenCvSharp;

namespace Nube.Core.Artwork;

/// <summary>How a plane is seen in a picture.</summary>
/// <remarks>R. Hartley, A. Zisserman, "Multiple View Geometry in Computer Vision" (2nd ed., 2004), section 2.3.</remarks>
/// <param name="Values">Nine values, row by row, from mm on the plane to pixels.</param>
public readonly record struct Homography(ImmutableArray<double> Values)
{
    /// <summary>Of a matrix of three by three.</summary>
    internal static Homography Of(Mat matrix) =>
        new([.. Enumerable.Range(0, 9).Select(i => matrix.At<double>(i / 3, i % 3))]);

    /// <summary>The pixel of a point of the plane.</summary>
    public PicturePoint At(double x, double y)
    {
        var h = Values;
        var w = h[6] * x + h[7] * y + h[8];
        return new PicturePoint((h[0] * x + h[1] * y + h[2]) / w, (h[3] * x + h[4] * y + h[5]) / w);
    }

    /// <summary>This one of a plane that another has moved before.</summary>
    public Homography After(Homography other)
    {
        using var first = other.Matrix();
        using var second = Matrix();
        using var both = (second * first).ToMat();
        return Of(both);
    }

    /// <summary>As a matrix of three by three, which the caller disposes of.</summary>
    internal Mat Matrix() => Mat.FromPixelData(3, 3, MatType.CV_64F, Values.ToArray());

    /// <summary>The other way: from pixels to mm on the plane.</summary>
    public Homography Inverse()
    {
        using var matrix = Matrix();
        using var inverse = matrix.Inv().ToMat();
        return Of(inverse);
    }
}
