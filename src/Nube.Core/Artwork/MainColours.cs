using System.Collections.Immutable;
using Nube.Core.Colour;
using OpenCvSharp;

namespace Nube.Core.Artwork;

/// <summary>The colours that a picture is made of: a palette to colour with.</summary>
/// <remarks>
/// k-means in CIELAB (S. P. Lloyd, "Least squares quantization in PCM", IEEE Trans. Inf. Theory 28 (1982), 129-137), which
/// starts from the fullest of small cubes that lie apart; so the same picture gives the same colours. Paper and black
/// lines are left out: nobody wishes for them.
/// </remarks>
public static class MainColours
{
    /// <summary>Most colours: as many as there are number keys.</summary>
    public const int Most = 9;

    // This project's own.
    private const int Samples = 40_000; // pixels looked at
    private const double Cube = 10; // side of a cube in CIELAB
    private const double Apart = 14; // distance of starting points, CIELAB
    private const double Alike = 5; // CIEDE2000 below which two are one colour
    private const double LeastShare = 0.003; // of the picture: less is a speck
    private const double PaperFrom = 86,
        LineUpTo = 22,
        Grey = 14; // L* and chroma of paper and of black lines
    private const int Rounds = 12;

    /// <summary>The colours of a picture, those that catch the eye first.</summary>
    /// <param name="picture">The picture.</param>
    public static ImmutableArray<Srgb> Of(ColourPicture picture)
    {
        ArgumentNullException.ThrowIfNull(picture);
        var pixels = Sampled(picture);
        var starts = Starts(pixels);
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
            .Where(colour => colour.Share >= LeastShare)
            .OrderByDescending(colour => colour.Share)
            .ToList();
        var kept = new List<(Lab Lab, double Share)>();
        foreach (var colour in found)
        {
            if (kept.TrueForAll(other => Ciede2000.Difference(other.Lab, colour.Lab) >= Alike))
                kept.Add(colour);
        }
        // Small bright things count as much as large dull ones.
        return
        [
            .. kept.OrderByDescending(colour => Math.Sqrt(colour.Share) * (Grey + colour.Lab.Chroma))
                .Take(Most)
                .Select(colour => Srgb.FromLab(colour.Lab)),
        ];
    }

    /// <summary>Pixels at even distances, without paper, lines and what is clear.</summary>
    private static List<Lab> Sampled(ColourPicture picture)
    {
        var step = Math.Max(1, (int)Math.Sqrt((double)picture.Width * picture.Height / Samples));
        var pixels = new List<Lab>();
        for (var y = 0; y < picture.Height; y += step)
        {
            for (var x = 0; x < picture.Width; x += step)
            {
                var at = 4 * (y * picture.Width + x);
                if (picture.Rgba[at + 3] < 128)
                    continue;
                var lab = new Srgb(
                    picture.Rgba[at] / 255.0,
                    picture.Rgba[at + 1] / 255.0,
                    picture.Rgba[at + 2] / 255.0
                ).ToLab();
                if (lab.Chroma >= Grey || lab is { L: > LineUpTo and < PaperFrom })
                    pixels.Add(lab);
            }
        }
        return pixels;
    }

    private static List<Lab> Starts(List<Lab> pixels)
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
            if (starts.Count == 2 * Most)
                break;
        }
        return starts;
    }

    private static int Nearest(List<Lab> starts, Lab lab)
    {
        var best = 0;
        for (var place = 1; place < starts.Count; place++)
        {
            if (Distance(starts[place], lab) < Distance(starts[best], lab))
                best = place;
        }
        return best;
    }

    private static double Distance(Lab one, Lab other) =>
        Math.Sqrt(Math.Pow(one.L - other.L, 2) + Math.Pow(one.A - other.A, 2) + Math.Pow(one.B - other.B, 2));
}
