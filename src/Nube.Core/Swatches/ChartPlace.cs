using System.Collections.Immutable;
using Nube.Core.Artwork;
using OpenCvSharp;

namespace Nube.Core.Swatches;

/// <summary>
/// Where the patches of a chart lie, between the four corners that the maker points at; in patches, not mm.
/// </summary>
internal static class ChartPlace
{
    /// <summary>Step of the points that are read, in patches.</summary>
    public const double SampleStep = 0.02;

    // Charts leave gaps of some tenth of a patch: counted from the outer corners, patches then lie a little beside even
    // steps.
    private const double InnerShare = 0.4;

    private const double SmallestSide = 8; // pixels of a patch, below which it is noise

    /// <summary>The place of the patches in the picture.</summary>
    /// <param name="chart">Which chart.</param>
    /// <param name="corners">The outer corners, in the order in which they go round, from any of them.</param>
    /// <exception cref="PictureTroubleException">The corners do not go round a four-sided shape, or lie too
    /// near.</exception>
    public static SheetPlace Patches(ColourChart chart, ImmutableArray<PicturePoint> corners)
    {
        if (corners.IsDefault || corners.Length != 4)
            throw new PictureTroubleException("A chart has four corners.");
        Point2f[] shape = [.. corners.Select(corner => new Point2f((float)corner.X, (float)corner.Y))];
        if (!Cv2.IsContourConvex(shape))
            throw new PictureTroubleException(
                "These four points do not go round the chart. Point at its corners one after the other."
            );
        // The longer way of the chart lies along the longer way of the shape.
        static double Length(Point2f a, Point2f b) => Math.Sqrt((a.X - b.X) * (a.X - b.X) + (a.Y - b.Y) * (a.Y - b.Y));
        var across = Length(shape[0], shape[1]) + Length(shape[2], shape[3]);
        var down = Length(shape[1], shape[2]) + Length(shape[3], shape[0]);
        if (across > down != chart.Columns > chart.Rows)
            shape = [shape[1], shape[2], shape[3], shape[0]];
        var clockwise = Cv2.ContourArea(shape, oriented: true) > 0;
        if (!clockwise)
            shape = [shape[1], shape[0], shape[3], shape[2]];
        if (Math.Sqrt(Cv2.ContourArea(shape) / chart.Known.Length) < SmallestSide)
            throw new PictureTroubleException(
                "The chart is too small in this picture. Go nearer, and point at its outermost corners."
            );
        Point2d[] patches = [new(0, 0), new(chart.Columns, 0), new(chart.Columns, chart.Rows), new(0, chart.Rows)];
        return SheetPlace.From([.. patches.Zip(shape)]);
    }

    /// <summary>What is read of each patch, row by row.</summary>
    public static IEnumerable<SheetRectangle> Boxes(ColourChart chart) =>
        from row in Enumerable.Range(0, chart.Rows)
        from column in Enumerable.Range(0, chart.Columns)
        select new SheetRectangle(column, row, 1, 1).Inner(InnerShare);
}
