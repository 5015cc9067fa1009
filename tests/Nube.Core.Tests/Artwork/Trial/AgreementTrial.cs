using System.Collections.Concurrent;
using Nube.Core.Artwork;
using Nube.Devices;
using OpenCvSharp;

namespace Nube.Core.Tests.Artwork.Trial;

/// <summary>How well the areas of a spoiled picture agree with those of the clean drawing.</summary>
/// <param name="Areas">Areas of the clean drawings.</param>
/// <param name="Matched">Of them, those found again with an intersection over union above 0.8.</param>
/// <param name="Leaked">Of them, those of which most became background.</param>
/// <param name="AdjacencyF1">Harmonic mean of precision and recall of the neighbours among the matched areas.</param>
internal sealed record Agreement(int Areas, int Matched, int Leaked, double AdjacencyF1)
{
    public double Share => Matched / (double)Areas;

    public override string ToString() =>
        $"{Share:0.0 %} of {Areas}, leaked {Leaked / (double)Areas:0.0 %}, adjacency F1 {AdjacencyF1:0.0 %}";
}

/// <summary>The trial: drawings are stamped, spoiled by the stand-in scanner, and their areas looked for.</summary>
internal static class AgreementTrial
{
    private const double LineWithOneGapMm = 60;

    /// <summary>
    /// The drawings that constants were set on, or those that are held back: eight and eight by turns, so that each has all
    /// kinds.
    /// </summary>
    /// <param name="name">The way in which they are spoiled, which says what is drawn.</param>
    /// <param name="heldBack">Those that nothing was set on.</param>
    public static IEnumerable<int> Drawings(string name, bool heldBack)
    {
        var (first, count) =
            name.StartsWith("hairlines", StringComparison.Ordinal) ? (TrialDrawings.Hairlines, 16)
            : name.StartsWith("walls", StringComparison.Ordinal) ? (TrialDrawings.Walls, 16)
            : (0, 32);
        return Enumerable.Range(0, count).Where(at => at / 8 % 2 == (heldBack ? 1 : 0)).Select(at => first + at);
    }

    /// <summary>The ways in which drawings are spoiled.</summary>
    public static IReadOnlyList<string> Cases { get; } =
    [
        "clean",
        "scan",
        "kraft",
        "photo",
        "contrast 15 %",
        "contrast 7.5 %",
        "gaps 0.5 mm",
        "gaps 1 mm",
        "gaps 1 mm, set for them",
        "hairlines",
        "hairlines, kraft",
        "hairlines, contrast 15 %",
        "hairlines, contrast 15 %, grain",
        "walls",
        "walls, gaps 0.5 mm",
        "walls, gaps 1 mm",
    ];

    private static readonly ScanConditions Scan = ScanConditions.Ordinary,
        Soft = Scan with { BlurMm = 0.07 }; // as soft as the photo's lens

    internal static (ScanConditions? Conditions, double GapMm, GapRule Rule) Case(string name) =>
        name switch
        {
            "clean" => (null, 0, GapRule.Strict),
            "scan" => (Scan, 0, GapRule.Strict),
            "kraft" => (Scan with { Kraft = true }, 0, GapRule.Strict),
            "photo" => (
                Scan with
                {
                    LightFallOff = 0.35,
                    Grain = 7,
                    JpegQuality = 75,
                    DotsPerInch = 220,
                    BlurMm = 0.07,
                    TurnDegrees = -4,
                },
                0,
                GapRule.Strict
            ),
            "contrast 15 %" => (Scan with { Contrast = 0.15, Grain = 2.5 }, 0, GapRule.Strict),
            "contrast 7.5 %" => (Scan with { Contrast = 0.075, Grain = 2 }, 0, GapRule.Strict),
            "gaps 0.5 mm" or "walls, gaps 0.5 mm" => (Scan, 0.5, GapRule.Strict),
            "gaps 1 mm" or "walls, gaps 1 mm" => (Scan, 1.0, GapRule.Strict),
            "gaps 1 mm, set for them" => (Scan, 1.0, GapRule.UpTo(1.5)),
            "hairlines" => (Soft, 0, GapRule.Strict),
            "hairlines, kraft" => (Soft with { Kraft = true }, 0, GapRule.Strict),
            "hairlines, contrast 15 %" => (Soft with { Contrast = 0.15, Grain = 2.5 }, 0, GapRule.Strict),
            "hairlines, contrast 15 %, grain" => (Soft with { Contrast = 0.15, Grain = 3.5 }, 0, GapRule.Strict),
            "walls" => (Scan, 0, GapRule.Strict),
            _ => throw new ArgumentOutOfRangeException(nameof(name)),
        };

    /// <summary>Agreement over drawings spoiled in one of the ways.</summary>
    public static Agreement Of(string name, bool heldBack)
    {
        var (conditions, gap, rule) = Case(name);
        return Of(Drawings(name, heldBack), conditions, gap, rule);
    }

    /// <summary>The clean drawings with their areas: the same for every way of spoiling them.</summary>
    private static readonly ConcurrentDictionary<int, (GreyPicture Sheet, AreaMap Areas)> Clean = new();

    private static (GreyPicture Sheet, AreaMap Areas) Drawn(int number)
    {
        var sheet = PictureReader.Read(TrialDrawings.Svg(number), new PictureSize(null, null));
        return (sheet, AreaFinder.FindAreas(LineExtraction.From(sheet), GapRule.None));
    }

    /// <summary>Agreement over many drawings.</summary>
    /// <param name="drawings">Their numbers.</param>
    /// <param name="conditions">What the scan suffers; null for the drawing itself.</param>
    /// <param name="gapMm">Breaks in the lines, one for every 60 mm; 0 for none.</param>
    /// <param name="rule">Which breaks are closed.</param>
    public static Agreement Of(IEnumerable<int> drawings, ScanConditions? conditions, double gapMm, GapRule rule)
    {
        var all = drawings.AsParallel().AsOrdered().Select(number => OfOne(number, conditions, gapMm, rule)).ToList();
        var (common, mine, theirs) = (all.Sum(one => one.Common), all.Sum(one => one.Found), all.Sum(one => one.True));
        return new Agreement(
            all.Sum(one => one.Areas),
            all.Sum(one => one.Matched),
            all.Sum(one => one.Leaked),
            mine + theirs == 0 ? 1 : 2.0 * common / (mine + theirs)
        );
    }

    internal static (int Areas, int Matched, int Leaked, int Common, int Found, int True) OfOne(
        int number,
        ScanConditions? conditions,
        double gapMm,
        GapRule rule
    )
    {
        var (sheet, truth) = Clean.GetOrAdd(number, Drawn);
        var stamped = gapMm > 0 ? WithGaps(sheet, gapMm, number) : sheet;
        AreaMap found;
        try
        {
            var picture = conditions is null
                ? stamped
                : PictureReader.Read(
                    SimulatedScanner.Scan(stamped, conditions with { Seed = conditions.Seed + number }),
                    new PictureSize(null, conditions.DotsPerInch)
                );
            found = AreaFinder.FindAreas(LineExtraction.From(picture), rule);
        }
        catch (PictureTroubleException)
        {
            return (truth.Areas.Length, 0, truth.Areas.Length, 0, 0, truth.Touching.Length);
        }
        return Compare(truth, found, conditions?.TurnDegrees ?? 0);
    }

    private static (int Areas, int Matched, int Leaked, int Common, int Found, int True) Compare(
        AreaMap truth,
        AreaMap found,
        double turnDegrees
    )
    {
        var (from, to) = (truth.Labels, found.Labels);
        var (sin, cos) = Math.SinCos(turnDegrees * Math.PI / 180);
        double centreX = to.Width / 2.0,
            centreY = to.Height / 2.0,
            scale = to.PixelsPerMm / from.PixelsPerMm;
        double marginX = (to.Width - from.Width * scale) / 2,
            marginY = (to.Height - from.Height * scale) / 2;
        var overlap = new Dictionary<(ushort True, ushort Found), int>();
        for (var y = 0; y < from.Height; y++)
        {
            for (var x = 0; x < from.Width; x++)
            {
                double dx = x * scale + marginX - centreX,
                    dy = y * scale + marginY - centreY;
                var (sx, sy) = (
                    (int)Math.Round(centreX + dx * cos - dy * sin),
                    (int)Math.Round(centreY + dx * sin + dy * cos)
                );
                if (sx < 0 || sy < 0 || sx >= to.Width || sy >= to.Height)
                    continue;
                var key = (from.Labels[y * from.Width + x], to.Labels[sy * to.Width + sx]);
                overlap[key] = overlap.GetValueOrDefault(key) + 1;
            }
        }
        // Line itself belongs to nobody: it is left out on both sides.
        var trueSize = overlap
            .Where(o => o.Key.Found != LabelRaster.Line)
            .GroupBy(o => o.Key.True)
            .ToDictionary(g => g.Key, g => g.Sum(o => o.Value));
        var foundSize = overlap
            .Where(o => o.Key.True != LabelRaster.Line)
            .GroupBy(o => o.Key.Found)
            .ToDictionary(g => g.Key, g => g.Sum(o => o.Value));
        var partner = new Dictionary<int, int>();
        var leaked = 0;
        foreach (var area in truth.Areas)
        {
            var shares = overlap.Where(o => o.Key.True == area.Id).ToList();
            if (shares.Count == 0)
                continue;
            if (
                shares.Where(o => o.Key.Found == LabelRaster.Background).Sum(o => o.Value)
                > trueSize.GetValueOrDefault((ushort)area.Id) / 2
            )
                leaked++;
            var best = shares
                .Where(o => o.Key.Found is not LabelRaster.Background and not LabelRaster.Line)
                .OrderByDescending(o => o.Value)
                .FirstOrDefault();
            if (
                best.Value > 0
                && best.Value > 0.8 * (trueSize[(ushort)area.Id] + foundSize[best.Key.Found] - best.Value)
            )
                partner[area.Id] = best.Key.Found;
        }
        var back = partner.ToDictionary(pair => pair.Value, pair => pair.Key);
        var trueTouching = truth
            .Touching.Where(pair => partner.ContainsKey(pair.One) && partner.ContainsKey(pair.Other))
            .Select(pair => (pair.One, pair.Other))
            .ToHashSet();
        var foundTouching = found
            .Touching.Where(pair => back.ContainsKey(pair.One) && back.ContainsKey(pair.Other))
            .Select(pair => (One: back[pair.One], Other: back[pair.Other]))
            .Select(pair => (Math.Min(pair.One, pair.Other), Math.Max(pair.One, pair.Other)))
            .ToHashSet();
        return (
            truth.Areas.Length,
            partner.Count,
            leaked,
            trueTouching.Count(foundTouching.Contains),
            foundTouching.Count,
            trueTouching.Count
        );
    }

    /// <summary>
    /// The sheet with places where the stamp did not print: straight across the line, so wide from edge to edge.
    /// </summary>
    private static GreyPicture WithGaps(GreyPicture sheet, double gapMm, int seed)
    {
        var random = new Random(seed);
        var pixels = (byte[])sheet.Pixels.Clone();
        var art = LineExtraction.From(sheet);
        var stride = art.Width + 2;
        var skeleton = Skeleton.Of(art.Ink, art.Width, art.Height);
        var line = Enumerable.Range(0, skeleton.Length).Where(at => skeleton[at] != 0).ToList();
        using var ink = art.Wrap(art.Ink);
        using var distance = new Mat();
        Cv2.DistanceTransform(ink, distance, DistanceTypes.L2, DistanceTransformMasks.Mask5);
        distance.GetArray(out float[] depth);
        var (around, half) = ((int)(0.8 * sheet.PixelsPerMm), gapMm / 2 * sheet.PixelsPerMm);
        for (var gap = (int)(line.Count / (LineWithOneGapMm * sheet.PixelsPerMm)); gap > 0; gap--)
        {
            var at = line[random.Next(line.Count)];
            var (x, y) = (at % stride - 1, at / stride - 1);
            if (x < around || y < around || x >= sheet.Width - around || y >= sheet.Height - around)
                continue;
            var across = depth[y * art.Width + x] + 1.5;
            // The direction of the line: principal axis of the skeleton nearby.
            double xx = 0,
                xy = 0,
                yy = 0;
            for (var dy = -around; dy <= around; dy++)
            {
                for (var dx = -around; dx <= around; dx++)
                {
                    if (skeleton[(y + dy + 1) * stride + x + dx + 1] == 0)
                        continue;
                    (xx, xy, yy) = (xx + dx * dx, xy + dx * dy, yy + dy * dy);
                }
            }
            var (sin, cos) = Math.SinCos(0.5 * Math.Atan2(2 * xy, xx - yy));
            var reach = Math.Max(around, (int)Math.Ceiling(across + half));
            for (var dy = Math.Max(-reach, -y); dy <= Math.Min(reach, sheet.Height - 1 - y); dy++)
            {
                for (var dx = Math.Max(-reach, -x); dx <= Math.Min(reach, sheet.Width - 1 - x); dx++)
                {
                    if (Math.Abs(dx * cos + dy * sin) < half && Math.Abs(dy * cos - dx * sin) < across)
                        pixels[(y + dy) * sheet.Width + x + dx] = 255;
                }
            }
        }
        return sheet with { Pixels = pixels };
    }
}
