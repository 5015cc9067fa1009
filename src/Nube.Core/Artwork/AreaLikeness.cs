using OpenCvSharp;

namespace Nube.Core.Artwork;

/// <summary>Finds areas that look like another: all the leaves, all the petals.</summary>
/// <remarks>
/// By size, and by how long a shape is for its breadth, how well it fills the ellipse of its moments, and how lopsided
/// it is: all from the first three moment invariants of M.-K. Hu, "Visual pattern recognition by moment invariants",
/// IRE Transactions on Information Theory 8 (1962), 179-187, which do not change when a shape is moved, turned or
/// scaled.
/// </remarks>
public static class AreaLikeness
{
    // This project's own, set on its drawings: petals of one flower are alike, a petal and a leaf are not.
    private const double MostSizeRatio = 1.8; // surface
    private const double MostDifference = 0.2; // root mean square of the three
    private const double LopsidedWeight = 5; // a third-order moment is small beside the others

    /// <summary>The areas that are like one, itself included, in the order of their numbers.</summary>
    /// <param name="raster">The areas.</param>
    /// <param name="area">The one.</param>
    /// <exception cref="AreaEditException">There is no such area.</exception>
    public static IReadOnlyList<int> Alike(LabelRaster raster, int area)
    {
        ArgumentNullException.ThrowIfNull(raster);
        var sizes = AreaMeasuring.SizesInPixels(raster.Labels);
        if (area is <= 0 or >= LabelRaster.Line || !sizes.TryGetValue((ushort)area, out var size))
            throw new AreaEditException($"Area {area} is not there.");
        var near = sizes
            .Where(other =>
                other.Key is not LabelRaster.Background and not LabelRaster.Line
                && Math.Max(other.Value, size) <= MostSizeRatio * Math.Min(other.Value, size)
            )
            .Select(other => other.Key)
            .ToHashSet();
        var shapes = Shapes(raster, near);
        var mine = shapes[(ushort)area];
        return
        [
            .. shapes
                .Where(shape => Difference(mine, shape.Value) <= MostDifference)
                .Select(shape => (int)shape.Key)
                .Order(),
        ];
    }

    private static double Difference(double[] one, double[] other) =>
        Math.Sqrt(one.Zip(other).Average(pair => Math.Pow(pair.First - pair.Second, 2)));

    private static Dictionary<ushort, double[]> Shapes(LabelRaster raster, HashSet<ushort> wanted)
    {
        var shapes = new Dictionary<ushort, double[]>();
        foreach (var label in wanted)
        {
            using var mask = new Mat(raster.Height, raster.Width, MatType.CV_8UC1, Scalar.Black);
            var pixels = mask.AsSpan<byte>();
            for (var at = 0; at < pixels.Length; at++)
            {
                if (raster.Labels[at] == label)
                    pixels[at] = 255;
            }
            var hu = Cv2.Moments(mask, binaryImage: true).HuMoments();
            // The moments along and across the shape, for its surface: of an ellipse a/b and b/a, over 4 pi.
            double along = (hu[0] + Math.Sqrt(hu[1])) / 2,
                across = Math.Max((hu[0] - Math.Sqrt(hu[1])) / 2, 1e-6);
            shapes[label] =
            [
                Math.Log(along / across) / 2,
                Math.Log(4 * Math.PI * Math.Sqrt(along * across)),
                LopsidedWeight * Math.Sqrt(hu[2]),
            ];
        }
        return shapes;
    }
}
