using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using OpenCvSharp;

namespace Nube.Core.Artwork;

/// <summary>Masks as outlines.</summary>
internal static class Outlines
{
    /// <summary>How far an outline may leave the pixels' edge, pixels.</summary>
    private const double Tolerance = 0.7;

    /// <summary>How long the outlines of such a path are, mm.</summary>
    /// <param name="path">
    /// A path of moves, lines and closings, as <see cref="Path(Mat, int, int, double)"/> writes it; empty for none.
    /// </param>
    public static double LengthMm(string path)
    {
        return Points(path)
            .Sum(outline =>
                outline
                    .Zip(outline.RemoveAt(0).Add(outline[0]))
                    .Sum(side =>
                        Math.Sqrt(Math.Pow(side.Second.X - side.First.X, 2) + Math.Pow(side.Second.Y - side.First.Y, 2))
                    )
            );
    }

    /// <summary>The points of each outline of such a path, mm.</summary>
    public static ImmutableArray<ImmutableArray<PointMm>> Points(string path) =>
        [
            .. path.Split('Z', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
                .Select(outline =>
                    outline
                        .Split('M', 'L')
                        .Skip(1)
                        .Select(point => point.Split(' ', StringSplitOptions.RemoveEmptyEntries))
                        .Select(xy => new PointMm(
                            double.Parse(xy[0], CultureInfo.InvariantCulture),
                            double.Parse(xy[1], CultureInfo.InvariantCulture)
                        ))
                        .ToImmutableArray()
                ),
        ];

    /// <summary>Such a path of outlines.</summary>
    public static string Path(ImmutableArray<ImmutableArray<PointMm>> outlines)
    {
        var path = new StringBuilder();
        foreach (var outline in outlines)
        {
            foreach (var (place, point) in outline.Index())
                Append(path, place == 0, point);
            path.Append('Z');
        }
        return path.ToString();
    }

    private static void Append(StringBuilder path, bool first, PointMm point) =>
        path.Append(first ? 'M' : 'L').Append(CultureInfo.InvariantCulture, $"{point.X:0.##} {point.Y:0.##}");

    /// <summary>The outlines of a mask as an SVG path in mm, even-odd; holes are outlines too.</summary>
    /// <param name="mask">Not 0 where it is; an empty pixel on each side.</param>
    /// <param name="left">Pixels from the picture's left edge to the mask's, without the empty one.</param>
    /// <param name="top">The same from the upper edge.</param>
    /// <param name="pixelsPerMm">Scale of the mask.</param>
    public static string Path(Mat mask, int left, int top, double pixelsPerMm)
    {
        Cv2.FindContours(mask, out var contours, out _, RetrievalModes.CComp, ContourApproximationModes.ApproxNone);
        var path = new StringBuilder();
        foreach (var contour in contours)
        {
            var simple = Cv2.ApproxPolyDP(contour, Tolerance, true);
            if (simple.Length < 3)
                continue;
            for (var i = 0; i < simple.Length; i++)
            {
                // Contours run through pixel centres; the mask has one pixel of room.
                Append(
                    path,
                    i == 0,
                    new PointMm((left + simple[i].X - 0.5) / pixelsPerMm, (top + simple[i].Y - 0.5) / pixelsPerMm)
                );
            }
            path.Append('Z');
        }
        return path.ToString();
    }
}
