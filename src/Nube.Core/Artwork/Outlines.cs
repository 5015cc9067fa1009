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
    /// <param name="path">A path of moves, lines and closings, as <see cref="Path"/> writes it; empty for none.</param>
    public static double LengthMm(string path)
    {
        var length = 0.0;
        foreach (var outline in path.Split('Z', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries))
        {
            var points = outline
                .Split('M', 'L')
                .Skip(1)
                .Select(point => point.Split(' ', StringSplitOptions.RemoveEmptyEntries))
                .Select(xy =>
                    (
                        X: double.Parse(xy[0], CultureInfo.InvariantCulture),
                        Y: double.Parse(xy[1], CultureInfo.InvariantCulture)
                    )
                )
                .ToList();
            for (var i = 0; i < points.Count; i++)
            {
                var next = points[(i + 1) % points.Count];
                length += Math.Sqrt(Math.Pow(next.X - points[i].X, 2) + Math.Pow(next.Y - points[i].Y, 2));
            }
        }
        return length;
    }

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
                path.Append(i == 0 ? 'M' : 'L')
                    .Append(CultureInfo.InvariantCulture, $"{(left + simple[i].X - 0.5) / pixelsPerMm:0.##} ")
                    .Append(CultureInfo.InvariantCulture, $"{(top + simple[i].Y - 0.5) / pixelsPerMm:0.##}");
            }
            path.Append('Z');
        }
        return path.ToString();
    }
}
