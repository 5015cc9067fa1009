using System.Collections.Immutable;
using OpenCvSharp;

namespace Nube.Core.Artwork;

/// <summary>How readily breaks in a line are closed.</summary>
/// <param name="LongestMm">Longest gap between two line ends that is closed, mm, edge to edge; 0 closes none.</param>
/// <param name="LeastCosine">How well both ends must point at each other: 1 exactly, 0 at a right angle.</param>
/// <param name="LongestToLineMm">Longest gap between a line end and the side of another line, mm.</param>
public sealed record GapRule(double LongestMm, double LeastCosine, double LongestToLineMm)
{
    /// <summary>For clean prints: closes only what clearly belongs together.</summary>
    public static GapRule Strict { get; } = new(1.1, 0.6, 0.6);

    /// <summary>For prints with gaps: ends may point up to 50 degrees past each other.</summary>
    public static GapRule Gappy { get; } = new(1.1, 0.64, 1.1);

    /// <summary>
    /// Longest gap that can be asked for, mm: beyond, more is joined that should not be than is closed.
    /// </summary>
    public const double MostMm = 2.5;

    /// <summary>
    /// The rule for gaps up to this length: strict to what a clean print needs, beyond it more willing step by step, until
    /// ends run on to lines as far as to each other.
    /// </summary>
    /// <param name="longestMm">0 to <see cref="MostMm"/>; 0 closes none.</param>
    public static GapRule UpTo(double longestMm)
    {
        if (longestMm <= 0)
            return None;
        if (longestMm <= Strict.LongestMm)
            return Strict with { LongestMm = longestMm, LongestToLineMm = Math.Min(longestMm, Strict.LongestToLineMm) };
        var beyond = (longestMm - Strict.LongestMm) / (MostMm - Strict.LongestMm);
        return new GapRule(
            longestMm,
            Strict.LeastCosine + beyond * (Gappy.LeastCosine - Strict.LeastCosine),
            Strict.LongestToLineMm + beyond * (MostMm - Strict.LongestToLineMm)
        );
    }

    /// <summary>Closes nothing.</summary>
    public static GapRule None { get; } = new(0, 1, 0);
}

/// <summary>Closes small breaks where the stamp did not print.</summary>
/// <remarks>
/// Works on the skeleton of the lines: every end has a direction, taken over its last millimetre. Two ends that point
/// at each other are joined, nearest pairs first; an end left over runs on to the nearest line ahead of it. Breaks in
/// lines that are broader than they are long have no ends: see <see cref="BroadGaps"/>. What stops farther short of
/// another line may be meant so: see <see cref="ShortLines"/>.
/// </remarks>
internal static class GapBridging
{
    private const double DirectionMm = 1,
        LeastBranchMm = 0.4; // of the end that tells its direction; shorter branches are spurs of thinning. Set on the trial drawings
    private const double ConeCosine = 0.8; // of the angle to what lies ahead: 37 degrees to either side. Set on the trial drawings
    private const double NearMm = 0.6,
        NearCosine = 0.2; // ends so near belong together even round a corner

    private sealed record LineEnd(Point2d At, Point2d Direction, double HalfWidth);

    /// <summary>A mask of the bridges: 255 where a gap was closed.</summary>
    public static byte[] Bridges(LineArt art, GapRule rule) =>
        rule.LongestMm <= 0 ? new byte[art.Ink.Length] : Bridges(art, rule, out _);

    private static byte[] Bridges(LineArt art, GapRule rule, out List<LineEnd> ends)
    {
        // Thinning takes about as long as all that does not need its lines.
        byte[] skeleton = [];
        using var halfWidths = new Mat();
        BroadGaps? broad = null;
        Parallel.Invoke(
            () => skeleton = Skeleton.Of(art.Ink, art.Width, art.Height),
            () =>
            {
                HalfWidths(art, halfWidths);
                broad = rule.LongestMm > 0 ? new BroadGaps(art, rule.LongestMm) : null;
            }
        );
        ends = Ends(art, skeleton, halfWidths);
        var bridges = new byte[art.Ink.Length];
        if (broad is null)
            return bridges;
        using var drawn = art.Wrap(bridges);
        var joined = new bool[ends.Count];
        var pairs = new List<(double Gap, int One, int Other)>();
        var reach = rule.LongestMm * art.PixelsPerMm;
        foreach (var (one, other) in NearPairs(ends, reach))
        {
            var (a, b) = (ends[one], ends[other]);
            var between = b.At - a.At;
            var length = Math.Sqrt(between.X * between.X + between.Y * between.Y);
            var gap = length - a.HalfWidth - b.HalfWidth;
            if (length == 0 || gap > reach)
                continue;
            var least = gap < NearMm * art.PixelsPerMm ? NearCosine : rule.LeastCosine;
            if (Dot(a.Direction, between) / length < least)
                continue;
            if (-Dot(b.Direction, between) / length < least)
                continue;
            pairs.Add((gap, one, other));
        }
        pairs.Sort();
        foreach (var (_, one, other) in pairs)
        {
            if (joined[one] || joined[other])
                continue;
            joined[one] = joined[other] = true;
            Draw(drawn, ends[one].At, ends[other].At);
        }
        for (var end = 0; end < ends.Count; end++)
        {
            if (!joined[end] && InkAhead(art, ends[end], rule.LongestToLineMm * art.PixelsPerMm) is { } hit)
                Draw(drawn, ends[end].At, hit);
        }
        broad.Close(bridges);
        return bridges;
    }

    /// <summary>
    /// The bridges, and from the ends of lines that stop short of another line all the same to that line, mm, with how long
    /// the gap is.
    /// </summary>
    /// <param name="art">The lines.</param>
    /// <param name="rule">Which breaks are closed already.</param>
    /// <param name="closings">Strokes of the maker's that close gaps already.</param>
    /// <param name="furthestMm">How far ahead of an end is looked, mm.</param>
    public static (byte[] Bridges, List<(ImmutableArray<PointMm> Stroke, double GapMm)> Short) ShortOf(
        LineArt art,
        GapRule rule,
        IEnumerable<CloseGap> closings,
        double furthestMm
    )
    {
        var bridges = Bridges(art, rule, out var ends);
        foreach (var closing in closings)
            Draw(art, bridges, closing);
        var found = new List<(ImmutableArray<PointMm>, double)>();
        foreach (var end in ends)
        {
            if (bridges[(int)end.At.Y * art.Width + (int)end.At.X] != 0)
                continue; // closed already
            if (InkAhead(art, end, furthestMm * art.PixelsPerMm) is not { } hit)
                continue;
            var (from, to) = (InMm(end.At), InMm(hit));
            var way = Math.Sqrt((to.X - from.X) * (to.X - from.X) + (to.Y - from.Y) * (to.Y - from.Y));
            found.Add(([from, to], Math.Max(0, way - end.HalfWidth / art.PixelsPerMm)));
        }
        return (bridges, found);

        PointMm InMm(Point2d at) => new(at.X / art.PixelsPerMm, at.Y / art.PixelsPerMm);
    }

    /// <summary>Draws strokes of the maker's into a mask of bridges.</summary>
    public static void Draw(LineArt art, byte[] bridges, CloseGap closing)
    {
        using var drawn = art.Wrap(bridges);
        foreach (var stroke in closing.Also.Prepend(closing.Stroke))
        {
            for (var i = 0; i + 1 < stroke.Length; i++)
                Draw(drawn, Pixel(stroke[i]), Pixel(stroke[i + 1]));
        }

        Point2d Pixel(PointMm at) =>
            new(Math.Clamp(at.X * art.PixelsPerMm, -1e6, 1e6), Math.Clamp(at.Y * art.PixelsPerMm, -1e6, 1e6));
    }

    private static double Dot(Point2d a, Point2d b) => a.X * b.X + a.Y * b.Y;

    /// <summary>Three pixels thick, so that no 4-connected path slips through.</summary>
    private static void Draw(Mat mask, Point2d from, Point2d to) =>
        Cv2.Line(
            mask,
            new Point((int)Math.Round(from.X), (int)Math.Round(from.Y)),
            new Point((int)Math.Round(to.X), (int)Math.Round(to.Y)),
            Scalar.White,
            3
        );

    /// <summary>Pairs of ends that may be close enough, by a grid of cells.</summary>
    private static IEnumerable<(int One, int Other)> NearPairs(List<LineEnd> ends, double reach)
    {
        if (ends.Count == 0)
            yield break;
        var cell = reach + 4 * ends.Max(end => end.HalfWidth) + 1;
        var cells = new Dictionary<(int, int), List<int>>();
        for (var i = 0; i < ends.Count; i++)
        {
            var key = ((int)(ends[i].At.X / cell), (int)(ends[i].At.Y / cell));
            for (var dy = -1; dy <= 1; dy++)
            {
                for (var dx = -1; dx <= 1; dx++)
                {
                    if (!cells.TryGetValue((key.Item1 + dx, key.Item2 + dy), out var others))
                        continue;
                    foreach (var other in others)
                        yield return (other, i);
                }
            }
            if (!cells.TryGetValue(key, out var own))
                cells[key] = own = [];
            own.Add(i);
        }
    }

    /// <summary>Distance from each pixel to the nearest paper, pixels.</summary>
    private static void HalfWidths(LineArt art, Mat halfWidths)
    {
        using var ink = art.Wrap(art.Ink);
        Cv2.DistanceTransform(ink, halfWidths, DistanceTypes.L2, DistanceTransformMasks.Mask5);
        // Where nothing is paper the distance to it is without end; no line is wider than the picture.
        Cv2.Threshold(halfWidths, halfWidths, Math.Min(art.Width, art.Height), 0, ThresholdTypes.Trunc);
    }

    /// <summary>The ends of all lines that are long enough to have a direction and are no spurs.</summary>
    private static List<LineEnd> Ends(LineArt art, byte[] skeleton, Mat halfWidths)
    {
        var lines = new ThinLines(skeleton, art.Width, halfWidths);
        lines.DropSpurs();
        var steps = (int)Math.Round(DirectionMm * art.PixelsPerMm);
        var least = LeastBranchMm * art.PixelsPerMm;
        var ends = new List<LineEnd>();
        foreach (var at in lines.Ends())
        {
            var (walked, back) = lines.WalkBack(at, steps);
            if (walked < least)
                continue;
            var (end, from) = (lines.At(at), lines.At(back));
            var direction = end - from;
            var length = Math.Sqrt(Dot(direction, direction));
            if (length < 1)
                continue;
            ends.Add(new LineEnd(end, new Point2d(direction.X / length, direction.Y / length), lines.HalfWidthAt(at)));
        }
        return ends;
    }

    private static bool IsPaperBetween(LineArt art, int x, int y, int dx, int dy)
    {
        var steps = Math.Max(Math.Abs(dx), Math.Abs(dy));
        for (var step = 1; step < steps; step++)
        {
            var at =
                (int)Math.Round(y + dy * (double)step / steps) * art.Width
                + (int)Math.Round(x + dx * (double)step / steps);
            if (art.Ink[at] == 0)
                return true;
        }
        return false;
    }

    /// <summary>The nearest ink within a cone ahead of an end.</summary>
    private static Point2d? InkAhead(LineArt art, LineEnd end, double reach)
    {
        var start = end.HalfWidth + 1.5;
        var furthest = start + reach;
        var span = (int)Math.Ceiling(furthest);
        var (nearest, hit) = (double.PositiveInfinity, (Point2d?)null);
        var (endX, endY) = ((int)end.At.X, (int)end.At.Y);
        for (var y = Math.Max(0, endY - span); y <= Math.Min(art.Height - 1, endY + span); y++)
        {
            for (var x = Math.Max(0, endX - span); x <= Math.Min(art.Width - 1, endX + span); x++)
            {
                if (art.Ink[y * art.Width + x] == 0)
                    continue;
                var (dx, dy) = (x - endX, y - endY);
                var length = Math.Sqrt(dx * dx + dy * dy);
                if (length <= start || length > furthest || length >= nearest)
                    continue;
                if ((end.Direction.X * dx + end.Direction.Y * dy) / length < ConeCosine)
                    continue;
                // The corner of its own square end is no other line: there is paper before one.
                if (!IsPaperBetween(art, endX, endY, dx, dy))
                    continue;
                (nearest, hit) = (length, new Point2d(x, y));
            }
        }
        return hit;
    }
}
