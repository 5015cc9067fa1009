using OpenCvSharp;

namespace Nube.Core.Artwork;

/// <summary>Closes breaks in lines that are broader than the break is long: thinned, they show no end there.</summary>
/// <remarks>
/// From each rim of ink a ray goes straight out. Where it soon meets ink that faces it, there is a slot. A slot is a break
/// if it is open at both ends and the ink behind its two faces is about as deep as the faces are long: so is a line that
/// goes on beyond them. Two lines side by side face each other, too, but are thin behind their faces; a notch is open at
/// one end only. This project's own.
/// </remarks>
internal sealed class BroadGaps
{
    // Set on every other one of the trial drawings.
    private const int Around = 4; // pixels in which the direction of a rim is looked for
    private const double Facing = -0.8; // cosine of the two rims' directions: straight towards each other is -1
    private const double DepthByFace = 2, // least depth of the ink behind a face in parts of its length
        DepthOfWallByFace = 0.7; // the same of lines so broad that they are walls: no vein ends before an outline like that
    private const double LeastFaceMm = 0.4; // shorter faces are ends of lines, which have their own rule
    private const double LeastFaceByGap = 0.5; // length of a face in parts of the gap: the same
    private const double LeastLean = 0.15; // of the ink around a rim that must lie on one side: less is a hairline

    private readonly LineArt art;
    private readonly byte[] ink,
        slots;
    private readonly int width,
        height,
        reach;
    private readonly Dictionary<int, Point2d> rims;
    private readonly List<Ray> rays;

    /// <summary>Looks for what may be a break in lines.</summary>
    /// <param name="art">The lines.</param>
    /// <param name="longestMm">Longest break, mm.</param>
    public BroadGaps(LineArt art, double longestMm)
    {
        (this.art, ink) = (art, art.Ink);
        (width, height, reach) = (art.Width, art.Height, (int)Math.Ceiling(longestMm * art.PixelsPerMm));
        rims = Rims(art, reach);
        rays = [.. rims.Select(rim => Across(rim.Key, rim.Value)).OfType<Ray>()];
        slots = rays.Count == 0 ? [] : new byte[ink.Length];
        if (rays.Count == 0)
            return;
        using var drawn = art.Wrap(slots);
        foreach (var ray in rays)
            Cv2.Line(drawn, Pixel(ray.From), Pixel(At(ray.From, ray.Out, ray.Steps + 1)), Scalar.White, 3);
    }

    /// <summary>Draws what closes them into a mask of bridges.</summary>
    /// <param name="bridges">255 where a gap is closed; more is added.</param>
    public void Close(byte[] bridges)
    {
        var raysAt = rays.ToLookup(ray => At(ray.From, ray.Out, ray.Steps - ray.Gap / 2));
        var seen = new HashSet<int>();
        foreach (var ray in rays)
        {
            if (!seen.Add(At(ray.From, ray.Out, ray.Steps)))
                continue;
            // What hangs together is one slot.
            var slot = Flood(At(ray.From, ray.Out, ray.Steps), IsSlot, int.MaxValue);
            seen.UnionWith(slot);
            var across = slot.SelectMany(pixel => raysAt[pixel]).ToList();
            if (across.Count == 0 || !IsBreak(across) || Mouths(slot, bridges) < 2)
                continue;
            foreach (var pixel in slot)
                bridges[pixel] = byte.MaxValue;
        }
    }

    private Point Pixel(int at) => new(at % width, at / width);

    private bool IsSlot(int pixel) => ink[pixel] == 0 && slots[pixel] != 0;

    /// <summary>All that hangs together with a pixel, sides and corners, or as many of it as are enough.</summary>
    private HashSet<int> Flood(int from, Func<int, bool> belongs, int enough)
    {
        var found = new HashSet<int> { from };
        var next = new Queue<int>(found);
        while (found.Count < enough && next.TryDequeue(out var at))
        {
            foreach (var other in Beside(at))
            {
                if (belongs(other) && found.Add(other))
                    next.Enqueue(other);
            }
        }
        return found;
    }

    private IEnumerable<int> Beside(int at)
    {
        var (x, y) = (at % width, at / width);
        for (var ny = Math.Max(0, y - 1); ny <= Math.Min(height - 1, y + 1); ny++)
        {
            for (var nx = Math.Max(0, x - 1); nx <= Math.Min(width - 1, x + 1); nx++)
            {
                if (nx != x || ny != y)
                    yield return ny * width + nx;
            }
        }
    }

    /// <summary>Pieces of paper beside a slot that are not beside each other, each of which opens into what can be an area.</summary>
    private int Mouths(HashSet<int> slot, byte[] bridges)
    {
        bool IsFree(int pixel) => ink[pixel] == 0 && slots[pixel] == 0 && bridges[pixel] == 0;
        var least = (int)(AreaFinder.SliverMm2 * art.PixelsPerMm * art.PixelsPerMm);
        var ring = slot.SelectMany(Beside).Where(IsFree).ToHashSet();
        var mouths = 0;
        while (ring.Count > 0)
        {
            var mouth = Flood(ring.First(), ring.Contains, int.MaxValue);
            ring.ExceptWith(mouth);
            if (Flood(mouth.First(), IsFree, least).Count >= least)
                mouths++;
        }
        return mouths;
    }

    private int At(int from, Point2d direction, int step)
    {
        var (x, y) = (
            from % width + (int)Math.Round(direction.X * step),
            from / width + (int)Math.Round(direction.Y * step)
        );
        return x < 0 || y < 0 || x >= width || y >= height ? from : y * width + x;
    }

    private Ray? Across(int from, Point2d direction)
    {
        var step = 1;
        while (step <= 2 && ink[At(from, direction, step)] != 0)
            step++;
        var first = step;
        while (step <= reach + first && ink[At(from, direction, step)] == 0)
            step++;
        if (step == first || step > reach + first || ink[At(from, direction, step)] == 0)
            return null;
        var hit = At(from, direction, step);
        if (hit == from)
            return null;
        foreach (var rim in (ReadOnlySpan<int>)[hit, hit - 1, hit + 1, hit - width, hit + width])
        {
            if (rims.TryGetValue(rim, out var other) && other.X * direction.X + other.Y * direction.Y < Facing)
                return new Ray(from, direction, step - 1, step - first);
        }
        return null;
    }

    private int Depth(int from, Point2d direction, int most)
    {
        var step = 1;
        while (step < most && At(from, direction, step) is var pixel && pixel != from && ink[pixel] != 0)
            step++;
        return step;
    }

    private bool IsBreak(List<Ray> across)
    {
        // Both faces send rays.
        var face = across.Count / 2.0;
        var gap = Median(across.Select(ray => ray.Gap));
        if (face < LeastFaceMm * art.PixelsPerMm || face < LeastFaceByGap * gap)
            return false;
        var byFace = face > AreaFinder.WidestLineMm * art.PixelsPerMm ? DepthOfWallByFace : DepthByFace;
        var enough = (int)Math.Ceiling(byFace * face);
        var depth = Median(across.Select(ray => Depth(ray.From, new Point2d(-ray.Out.X, -ray.Out.Y), enough)));
        var behind = Median(across.Select(ray => Depth(At(ray.From, ray.Out, ray.Steps + 1), ray.Out, enough)));
        return Math.Min(depth, behind) >= enough;
    }

    private static double Median(IEnumerable<int> values)
    {
        var sorted = values.Order().ToList();
        return sorted[sorted.Count / 2];
    }

    /// <summary>Ink beside narrow paper, and which way is out of it.</summary>
    private static Dictionary<int, Point2d> Rims(LineArt art, int reach)
    {
        var (ink, width, height) = (art.Ink, art.Width, art.Height);
        // Paper that a square as broad as the longest break does not fit into.
        using var inkMask = art.Wrap(ink);
        using Mat narrow = new(),
            beside = new();
        using var square = Cv2.GetStructuringElement(MorphShapes.Rect, new Size(reach + 2, reach + 2));
        using var ring = Cv2.GetStructuringElement(MorphShapes.Rect, new Size(3, 3));
        Cv2.MorphologyEx(inkMask, narrow, MorphTypes.Close, square);
        Cv2.Subtract(narrow, inkMask, narrow);
        Cv2.Dilate(narrow, beside, ring);
        Cv2.BitwiseAnd(beside, inkMask, beside);
        var rims = new Dictionary<int, Point2d>();
        var rim = beside.AsSpan<byte>();
        for (var y = Around; y < height - Around; y++)
        {
            var row = rim.Slice(y * width, width - Around);
            for (var x = Around; x < row.Length && row[x..].IndexOfAnyExcept((byte)0) is >= 0 and var skipped; x++)
            {
                x += skipped;
                if (Out(ink, y * width + x, width) is { } direction)
                    rims[y * width + x] = direction;
            }
        }
        return rims;
    }

    /// <summary>Which way is out of the ink around a pixel; null where it lies on all sides of it, as a hairline's does.</summary>
    private static Point2d? Out(byte[] ink, int at, int width)
    {
        var (sumX, sumY, count) = (0, 0, 0);
        for (var dy = -Around; dy <= Around; dy++)
        {
            var row = ink.AsSpan(at + dy * width - Around, 2 * Around + 1);
            for (var column = 0; column < row.Length; column++)
            {
                if (row[column] == 0)
                    continue;
                (sumX, sumY, count) = (sumX + column - Around, sumY + dy, count + 1);
            }
        }
        var length = Math.Sqrt((double)sumX * sumX + (double)sumY * sumY);
        return length >= LeastLean * Around * count ? new Point2d(-sumX / length, -sumY / length) : null;
    }

    /// <summary>A way across paper from one rim to one that faces it.</summary>
    /// <param name="From">The rim's pixel.</param>
    /// <param name="Out">Its direction.</param>
    /// <param name="Steps">Steps to the last paper.</param>
    /// <param name="Gap">Paper between them, pixels.</param>
    private readonly record struct Ray(int From, Point2d Out, int Steps, int Gap);
}
