using Nube.Core.Artwork;

namespace Nube.Core.Light;

/// <summary>Which lines between two areas are walls, as between the rooms of a house, or edges of tiles.</summary>
/// <remarks>
/// Where a wall ends on another, the two form a T, and yet nothing lies behind anything. What tells a wall from an edge
/// that goes on behind something: it is straight, and at both of its ends it meets a straight line at right angles.
/// All figures are this project's own, tried on rooms, bricks and a horizon (DepthTests).
/// </remarks>
internal static class Walls
{
    private const double RightLeast = 0.19,
        RightMost = 0.31; // of the disc, on each side of a line that comes at right angles: a quarter, and 20 degrees more or less
    private const double WiderMm = 3; // radius of a second, wider disc, which tells a bend in the line that it ends on
    private const double StraightMm = 25; // radius of the bend from which on that line counts as straight
    private const double BendMost = 0.04, // how far a wall bends out from between its ends, in parts of its length
        BendLeastMm = 0.5; // what lines drawn by hand do
    private const double ShortestMm = 2 * DepthGuess.DiscMm; // below that its two ends are one joint
    private const int MostParts = 40; // walls that end on one wall, on both of its sides; more is no house

    /// <summary>Whether the border between two areas that ends at a point is a wall.</summary>
    /// <param name="labels">The areas.</param>
    /// <param name="x">The point.</param>
    /// <param name="y">The point.</param>
    /// <param name="one">An area, or what is outside.</param>
    /// <param name="other">The other.</param>
    public static bool IsWall(LabelRaster labels, int x, int y, ushort one, ushort other)
    {
        ArgumentNullException.ThrowIfNull(labels);
        if (!EndsAtRightAngles(labels, x, y, one, other))
            return false;
        var (first, from) = ((X: x, Y: y), (X: x, Y: y));
        for (var part = 0; part < MostParts; part++)
        {
            var border = Border(labels, from.X, from.Y, one, other);
            if (border.Count == 0)
                return false;
            var end = border.MaxBy(point => Squared(point.X - from.X, point.Y - from.Y));
            if (!IsStraight(labels, [.. border, from], first, end))
                return false;
            if (EndsAtRightAngles(labels, end.X, end.Y, one, other))
                return true;
            // Where another wall ends on this one, it goes on with the next room beside it.
            if (NextRoom(labels, end.X, end.Y, one, other) is { } beyond)
                other = beyond;
            else if (NextRoom(labels, end.X, end.Y, other, one) is { } across)
                one = across;
            else
                return false;
            from = end;
        }
        return false;
    }

    private static bool IsStraight(
        LabelRaster labels,
        List<(int X, int Y)> points,
        (int X, int Y) first,
        (int X, int Y) end
    )
    {
        var (acrossX, downY) = ((double)end.X - first.X, (double)end.Y - first.Y);
        var length = Math.Sqrt(Squared(acrossX, downY));
        var bend = Math.Max(BendMost * length, BendLeastMm * labels.PixelsPerMm);
        return length >= ShortestMm * labels.PixelsPerMm
            && points.TrueForAll(point =>
                Math.Abs((point.X - first.X) * downY - (point.Y - first.Y) * acrossX) <= bend * length
            );
    }

    /// <summary>The room that follows on one side of a wall, where another wall ends on it there; null where none does.</summary>
    private static ushort? NextRoom(LabelRaster labels, int x, int y, ushort along, ushort until)
    {
        var near = DepthGuess.Shares(labels, x, y, DepthGuess.DiscMm);
        return near.Count == 3 && near[0].Label == along && near[1..].TrueForAll(Right) && near[1..].Exists(Until)
            ? near[1..].Find(share => share.Label != until).Label
            : null;

        static bool Right((ushort Label, double Share) share) => share.Share is >= RightLeast and <= RightMost;
        bool Until((ushort Label, double Share) share) => share.Label == until;
    }

    private static bool EndsAtRightAngles(LabelRaster labels, int x, int y, ushort one, ushort other)
    {
        var near = DepthGuess.Shares(labels, x, y, DepthGuess.DiscMm);
        if (near.Count(share => share.Label == one || share.Label == other) < 2)
            return false;
        if (
            near.Exists(share =>
                (share.Label == one || share.Label == other) && share.Share is < RightLeast or > RightMost
            )
        )
            return false;
        return Math.Abs(Bend(Beyond(near), Beyond(DepthGuess.Shares(labels, x, y, WiderMm)))) <= 1 / StraightMm;

        double Beyond(List<(ushort Label, double Share)> shares) =>
            shares.Where(share => share.Label != one && share.Label != other).Sum(share => share.Share);
    }

    /// <summary>How much a line bends, 1/mm, by how much of two discs around a point near it lies beyond it.</summary>
    /// <remarks>
    /// A line at a distance d that bends with a radius R leaves 1/2 - 2 d / (pi r) - r / (3 pi R) of a small disc of
    /// radius r beyond it, by plain geometry; from two discs follow d and R.
    /// </remarks>
    private static double Bend(double beyond, double beyondWider)
    {
        const double r = DepthGuess.DiscMm;
        return 3 * Math.PI * ((0.5 - beyondWider) * WiderMm - (0.5 - beyond) * r) / (WiderMm * WiderMm - r * r);
    }

    /// <summary>The corners of pixels between two areas, from one that lies near a joint.</summary>
    private static List<(int X, int Y)> Border(LabelRaster labels, int x, int y, ushort one, ushort other)
    {
        var near = (int)(DepthGuess.DiscMm * labels.PixelsPerMm);
        var start = Around(x, y, near).Where(point => Between(labels, point.X, point.Y, one, other)).ToList();
        var border = new List<(int X, int Y)>();
        if (start.Count == 0)
            return border;
        var first = start.MinBy(point => Squared(point.X - x, point.Y - y));
        var seen = new HashSet<(int, int)> { first };
        var open = new Stack<(int X, int Y)>([first]);
        while (open.TryPop(out var at))
        {
            border.Add(at);
            foreach (var next in Around(at.X, at.Y, 1).Where(next => Between(labels, next.X, next.Y, one, other)))
            {
                if (seen.Add(next))
                    open.Push(next);
            }
        }
        return border;
    }

    private static IEnumerable<(int X, int Y)> Around(int x, int y, int reach)
    {
        for (var dy = -reach; dy <= reach; dy++)
        {
            for (var dx = -reach; dx <= reach; dx++)
                yield return (x + dx, y + dy);
        }
    }

    /// <summary>Whether of the four pixels at a corner some are of the one and some of the other.</summary>
    private static bool Between(LabelRaster labels, int x, int y, ushort one, ushort other)
    {
        if (x < 0 || y < 0 || x >= labels.Width - 1 || y >= labels.Height - 1)
            return false;
        var (width, all) = (labels.Width, labels.Labels);
        var at = y * width + x;
        ReadOnlySpan<ushort> four = [all[at], all[at + 1], all[at + width], all[at + width + 1]];
        return four.Contains(one) && four.Contains(other);
    }

    private static double Squared(double x, double y) => x * x + y * y;
}
