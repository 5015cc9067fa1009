using System.Collections.Immutable;
using Nube.Core.Colour;
using OpenCvSharp;

namespace Nube.Core.Artwork;

/// <summary>Reads a print in colour: which parts it has, and what is printed on each.</summary>
/// <remarks>
/// Everything is seen against the bare paper around it (<see cref="PaperLight"/>), so neither light nor kraft counts as
/// print. What differs from paper is parted by its colours (<see cref="ColourGroups"/>); each part that hangs together is
/// an area. Rims, where print fades into paper within a fraction of a millimetre, belong to what they are the rim of.
/// </remarks>
public static class ColouredPrint
{
    /// <summary>Scale at which prints are read: finer, there is only their grain.</summary>
    public const double PixelsPerMm = 8;

    // This project's own, set on the prints of the tests.
    private const double SmoothMm = 0.15; // blur against grain, standard deviation
    private const double LeastDifference = 3.5; // CIE 1976 difference from paper, from which something is printed
    private const double AboveNoise = 3.5; // standard deviations of the paper
    private const double MostPrinted = 0.95; // of the picture: beyond there is no paper left to see
    private const double LeastGroup = 0.01; // of what is printed: less is a rim or a speck
    private const double NarrowMm = 0.8; // narrower than this all over: a rim
    private const double SpeckMm2 = 0.05;
    private const double InnerMm = 0.3; // from the edge of a part, where its colour is measured
    private const double LeastSeen = 3; // CIEDE2000 from paper: less is bare
    private const int MostColours = 9;
    private const int Samples = 40_000;

    /// <summary>The parts of a print, as areas.</summary>
    /// <param name="picture">The picture.</param>
    /// <param name="smallestMm2">Smallest area; smaller ones join a neighbour, mm2.</param>
    /// <exception cref="PictureTroubleException">Nothing is printed, or no bare paper is to be seen.</exception>
    public static AreaMap Parts(SizedPicture picture, double smallestMm2 = AreaFinder.SliverMm2)
    {
        ArgumentNullException.ThrowIfNull(picture);
        var (width, height) = (picture.Picture.Width, picture.Picture.Height);
        var seen = OnWhite(picture, SmoothMm);
        var groups = Groups(seen, picture.IsDrawn);
        var nearest = Smoothed(seen, groups, picture.PixelsPerMm, width, height);
        var labels = Labels(nearest, groups.Count, picture.PixelsPerMm, width, height);
        var map = AreaFinder.Measured(labels, width, height, picture.PixelsPerMm, smallestMm2);
        return map.Areas.IsEmpty ? throw NothingPrinted() : map;
    }

    /// <summary>
    /// What is printed on each area, as it would look on white paper; areas that are bare have none.
    /// </summary>
    /// <param name="picture">The picture.</param>
    /// <param name="areas">Its areas, at any scale.</param>
    /// <param name="lines">Its lines, which are no print; null where it has none.</param>
    public static ImmutableDictionary<int, Srgb> ColoursOf(SizedPicture picture, LabelRaster areas, LineArt? lines)
    {
        ArgumentNullException.ThrowIfNull(picture);
        ArgumentNullException.ThrowIfNull(areas);
        var light = LightOn(picture);
        var sums = new Dictionary<ushort, LightSum>();
        var (edge, step) = (InnerMm, 1 / picture.PixelsPerMm);
        for (var y = 0; y < picture.Picture.Height; y++)
        {
            for (var x = 0; x < picture.Picture.Width; x++)
            {
                var (mmX, mmY) = ((x + 0.5) * step, (y + 0.5) * step);
                var area = At(mmX, mmY);
                if (area is LabelRaster.Background or LabelRaster.Line)
                    continue;
                var (r, g, b) = light.OnWhite(x, y, picture.Picture.LightAt(x, y));
                var sum = sums.GetValueOrDefault(area) ?? (sums[area] = new LightSum());
                var inner =
                    At(mmX - edge, mmY) == area
                    && At(mmX + edge, mmY) == area
                    && At(mmX, mmY - edge) == area
                    && At(mmX, mmY + edge) == area
                    && !IsLine(mmX - edge, mmY)
                    && !IsLine(mmX + edge, mmY)
                    && !IsLine(mmX, mmY - edge)
                    && !IsLine(mmX, mmY + edge);
                if (!IsLine(mmX, mmY))
                    sum.Add(r, g, b, inner);
            }
        }
        return sums.Where(one => one.Value.Any)
            .Select(one => (Area: (int)one.Key, Colour: one.Value.Mean()))
            .Where(one => IsSeen(one.Colour))
            .ToImmutableDictionary(one => one.Area, one => one.Colour);

        ushort At(double mmX, double mmY)
        {
            var (column, row) = ((int)(mmX * areas.PixelsPerMm), (int)(mmY * areas.PixelsPerMm));
            return mmX < 0 || mmY < 0 || column >= areas.Width || row >= areas.Height
                ? LabelRaster.Background
                : areas.Labels[row * areas.Width + column];
        }

        bool IsLine(double mmX, double mmY)
        {
            if (lines is null)
                return false;
            var (column, row) = ((int)(mmX * lines.PixelsPerMm), (int)(mmY * lines.PixelsPerMm));
            return mmX >= 0
                && mmY >= 0
                && column < lines.Width
                && row < lines.Height
                && lines.Ink[row * lines.Width + column] != 0;
        }
    }

    /// <summary>A print that can be told from bare paper.</summary>
    internal static bool IsSeen(Srgb print) => Ciede2000.Difference(print.ToLab(), White) >= LeastSeen;

    private static readonly Lab White = new(100, 0, 0);

    private static PictureTroubleException NothingPrinted() =>
        new(
            "No print stands out from the paper in this picture. Scan it darker, or say that it shows lines, if it does."
        );

    private static PaperLight LightOn(SizedPicture picture) =>
        picture.IsDrawn ? PaperLight.OfDrawing(picture.Picture) : PaperLight.Of(picture.Picture, picture.PixelsPerMm);

    /// <summary>Each pixel as it would look on white paper in even light, a little smoothed.</summary>
    private static Lab[] OnWhite(SizedPicture sized, double smoothMm)
    {
        var (picture, light) = (sized.Picture, LightOn(sized));
        var linear = new float[3 * picture.Width * picture.Height];
        Parallel.For(0, picture.Height, y =>
        {
            for (var x = 0; x < picture.Width; x++)
            {
                var at = 3 * (y * picture.Width + x);
                var (r, g, b) = light.OnWhite(x, y, picture.LightAt(x, y));
                (linear[at], linear[at + 1], linear[at + 2]) = ((float)r, (float)g, (float)b);
            }
        });
        using var pixels = Mat.FromPixelData(picture.Height, picture.Width, MatType.CV_32FC3, linear);
        if (!sized.IsDrawn)
        {
            var sigma = smoothMm * sized.PixelsPerMm;
            Cv2.GaussianBlur(pixels, pixels, default, sigma, sigma, BorderTypes.Replicate);
        }
        var seen = new Lab[picture.Width * picture.Height];
        Parallel.For(0, picture.Height, y =>
        {
            for (var x = 0; x < picture.Width; x++)
            {
                var at = y * picture.Width + x;
                seen[at] = Lab.FromXyz(Srgb.XyzOfLight(linear[3 * at], linear[3 * at + 1], linear[3 * at + 2]));
            }
        });
        return seen;
    }

    /// <summary>Paper first, then the colours of the print.</summary>
    private static List<Lab> Groups(Lab[] seen, bool drawn)
    {
        var differences = Array.ConvertAll(seen, lab => FromWhite(lab));
        var least = drawn ? LeastDifference : Math.Max(LeastDifference, AboveNoise * Noise(differences));
        var printed = differences.Count(difference => difference > least);
        if (printed == 0)
            throw NothingPrinted();
        if (printed > MostPrinted * seen.Length)
            throw new PictureTroubleException(
                "Nearly all of this picture is printed, so it is not seen how its bare paper looks. Leave some paper around the print."
            );
        var step = Math.Max(1, printed / Samples);
        var sampled = seen.Where((_, at) => differences[at] > least).Where((_, at) => at % step == 0).ToList();
        return
        [
            White,
            .. ColourGroups
                .Of(sampled, 2 * MostColours)
                .Where(group => group.Share >= LeastGroup)
                .Take(MostColours)
                .Select(group => group.Lab),
        ];
    }

    /// <summary>
    /// Standard deviation of bare paper in each coordinate: half of what is nearest to white is below the median of a chi
    /// distribution of three degrees, 1.538.
    /// </summary>
    private static double Noise(double[] differences)
    {
        const double medianOfChi3 = 1.538,
            paperUpTo = 4; // CIE 1976: what PaperLight took for paper in the end
        var paper = differences.Where(difference => difference < paperUpTo).Order().ToList();
        return paper.Count == 0 ? 0 : paper[paper.Count / 2] / medianOfChi3;
    }

    private static double FromWhite(Lab lab) => Math.Sqrt(Math.Pow(lab.L - 100, 2) + lab.A * lab.A + lab.B * lab.B);

    /// <summary>The group to which most of what is around each pixel belongs.</summary>
    private static byte[] Smoothed(Lab[] seen, List<Lab> groups, double pixelsPerMm, int width, int height)
    {
        var nearest = new byte[seen.Length];
        Parallel.For(0, height, y =>
        {
            for (var at = y * width; at < (y + 1) * width; at++)
                nearest[at] = (byte)ColourGroups.Nearest(groups, seen[at]);
        });
        var best = new byte[seen.Length];
        var share = new byte[seen.Length];
        var sigma = SmoothMm * pixelsPerMm;
        for (var group = 0; group < groups.Count; group++)
        {
            var of = (byte)group;
            var mine = Array.ConvertAll(nearest, one => one == of ? byte.MaxValue : byte.MinValue);
            using var mask = Mat.FromPixelData(height, width, MatType.CV_8UC1, mine);
            Cv2.GaussianBlur(mask, mask, default, sigma, sigma, BorderTypes.Replicate);
            for (var at = 0; at < mine.Length; at++)
            {
                if (mine[at] > share[at])
                    (best[at], share[at]) = (of, mine[at]);
            }
        }
        return best;
    }

    /// <summary>
    /// Numbers what hangs together and is of one group; paper that reaches the border is background, rims and specks are
    /// lines, which what is beside them grows into.
    /// </summary>
    private static ushort[] Labels(byte[] groups, int count, double pixelsPerMm, int width, int height)
    {
        var labels = new ushort[groups.Length];
        Array.Fill(labels, LabelRaster.Line);
        ushort areas = 0;
        for (var group = 0; group < count; group++)
        {
            var of = (byte)group;
            var mine = Array.ConvertAll(groups, one => one == of ? byte.MaxValue : byte.MinValue);
            using var mask = Mat.FromPixelData(height, width, MatType.CV_8UC1, mine);
            using Mat labelled = new(),
                depth = new();
            var parts = Cv2.ConnectedComponents(mask, labelled, PixelConnectivity.Connectivity4, MatType.CV_32S);
            Cv2.DistanceTransform(mask, depth, DistanceTypes.L2, DistanceTransformMasks.Mask3);
            var part = labelled.AsSpan<int>();
            var deep = depth.AsSpan<float>();
            var (size, deepest, border) = (new int[parts], new float[parts], new int[parts]);
            for (var at = 0; at < part.Length; at++)
            {
                var here = part[at];
                size[here]++;
                deepest[here] = Math.Max(deepest[here], deep[at]);
                var (x, y) = (at % width, at / width);
                if (x == 0 || y == 0 || x == width - 1 || y == height - 1)
                    border[here]++;
            }
            var named = new ushort[parts];
            named[0] = LabelRaster.Line;
            for (var one = 1; one < parts; one++)
            {
                var small = size[one] < SpeckMm2 * pixelsPerMm * pixelsPerMm;
                var narrow = 2 * deepest[one] < NarrowMm * pixelsPerMm;
                named[one] =
                    group == 0 && border[one] > AreaFinder.BorderMm * pixelsPerMm ? LabelRaster.Background
                    : small || narrow || areas == LabelRaster.Line - 1 ? LabelRaster.Line
                    : ++areas;
            }
            for (var at = 0; at < part.Length; at++)
            {
                if (part[at] != 0)
                    labels[at] = named[part[at]];
            }
        }
        return labels;
    }
}
