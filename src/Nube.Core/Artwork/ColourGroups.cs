using System.Collections.Immutable;
using Nube.Core.Colour;
using OpenCvSharp;

namespace Nube.Core.Artwork;

/// <summary>The colours around which others gather.</summary>
/// <remarks>
/// k-means in CIELAB (S. P. Lloyd, "Least squares quantization in PCM", IEEE Trans. Inf. Theory 28 (1982), 129-137), which
/// starts from the fullest of small cubes that lie apart; so the same colours give the same groups.
/// </remarks>
internal static class ColourGroups
{
    // This project's own.
    private const double Cube = 10; // side of a cube in CIELAB
    private const double Apart = 14; // distance of starting points, CIELAB
    private const double Alike = 5; // CIEDE2000 below which two are one colour
    private const int Rounds = 12;

    /// <summary>The middles of groups with their shares of all, the largest first; no two look alike.</summary>
    /// <param name="pixels">The colours.</param>
    /// <param name="most">Most groups, 1 or more.</param>
    public static ImmutableArray<(Lab Lab, double Share)> Of(List<Lab> pixels, int most)
    {
        var starts = Starts(pixels, most);
        if (starts.Count == 0)
            return [];
        var flat = pixels.SelectMany(lab => new[] { (float)lab.L, (float)lab.A, (float)lab.B }).ToArray();
        var nearest = pixels.Select(lab => Nearest(starts, lab)).ToArray();
        using var data = Mat.FromPixelData(pixels.Count, 3, MatType.CV_32FC1, flat);
        using var labels = Mat.FromPixelData(pixels.Count, 1, MatType.CV_32SC1, nearest);
        using var centres = new Mat();
        Cv2.Kmeans(
            data,
            starts.Count,
            labels,
            new TermCriteria(CriteriaTypes.Count | CriteriaTypes.Eps, Rounds, 0.1),
            1,
            KMeansFlags.UseInitialLabels,
            centres
        );
        labels.GetArray(out int[] of);
        var found = Enumerable
            .Range(0, starts.Count)
            .Select(place =>
                (
                    Lab: new Lab(centres.At<float>(place, 0), centres.At<float>(place, 1), centres.At<float>(place, 2)),
                    Share: of.Count(label => label == place) / (double)pixels.Count
                )
            )
            .OrderByDescending(colour => colour.Share);
        var kept = ImmutableArray.CreateBuilder<(Lab Lab, double Share)>();
        foreach (var colour in found)
        {
            if (kept.All(other => Ciede2000.Difference(other.Lab, colour.Lab) >= Alike))
                kept.Add(colour);
        }
        return kept.ToImmutable();
    }

    /// <summary>The place of the colour that lies nearest in CIELAB.</summary>
    public static int Nearest(IReadOnlyList<Lab> colours, Lab lab)
    {
        var best = 0;
        for (var place = 1; place < colours.Count; place++)
        {
            if (Distance(colours[place], lab) < Distance(colours[best], lab))
                best = place;
        }
        return best;
    }

    private static List<Lab> Starts(List<Lab> pixels, int most)
    {
        var starts = new List<Lab>();
        foreach (
            var cube in pixels
                .GroupBy(lab => (Math.Floor(lab.L / Cube), Math.Floor(lab.A / Cube), Math.Floor(lab.B / Cube)))
                .OrderByDescending(cube => cube.Count())
                .ThenBy(cube => cube.Key)
        )
        {
            var middle = new Lab(cube.Average(lab => lab.L), cube.Average(lab => lab.A), cube.Average(lab => lab.B));
            if (starts.TrueForAll(other => Distance(other, middle) >= Apart))
                starts.Add(middle);
            if (starts.Count == most)
                break;
        }
        return starts;
    }

    private static double Distance(Lab one, Lab other) => Math.Sqrt(one.SquaredDistance(other));
}
