using System.Collections.Immutable;

namespace Nube.Core.Cards.Cutting;

/// <summary>A part as it may lie on a sheet; sizes with what the blade takes beside it.</summary>
/// <param name="Part">Its place among the parts.</param>
/// <param name="Turned">It lies turned by a quarter.</param>
/// <param name="Width">Width as it lies.</param>
/// <param name="Height">Height as it lies.</param>
internal readonly record struct LyingPart(int Part, bool Turned, int Width, int Height);

/// <summary>A way to cut up a rectangle.</summary>
/// <param name="Tree">The way.</param>
/// <param name="Counts">How many of each part come out of it.</param>
internal sealed record Pattern(Cut Tree, ImmutableArray<int> Counts)
{
    /// <summary>Its cuts.</summary>
    public int Cuts { get; } = Tree.CountCuts();
}

/// <summary>A rectangle and what becomes of it, in units with the blade's.</summary>
internal sealed record Cut(
    int Width,
    int Height,
    LyingPart? Part = null,
    Cut? First = null,
    Cut? Second = null,
    bool Down = false
)
{
    /// <summary>How often it is cut.</summary>
    public int CountCuts() => First is null ? 0 : 1 + First.CountCuts() + Second!.CountCuts();
}

/// <summary>The most valuable way to cut up a sheet, from edge to edge each time.</summary>
/// <remarks>
/// P. C. Gilmore, R. E. Gomory, "Multistage cutting stock problems of two and more dimensions", Operations Research 13
/// (1965), 94-120: the best of a rectangle is its best single part, or the best of what a cut leaves on both sides of it;
/// cuts need only be tried where widths or heights of parts add up to.
/// </remarks>
internal sealed class GuillotinePatterns
{
    private const int NoPart = -1;
    private readonly ImmutableArray<LyingPart> parts;
    private readonly int width,
        height;
    private readonly int[] xs,
        ys,
        atX,
        atY;
    private double[] worth = [];
    private int[] chosen = []; // a part; or below NoPart a cut

    /// <summary>Of a sheet.</summary>
    /// <param name="width">Its width, with what the blade takes.</param>
    /// <param name="height">Its height, with what the blade takes.</param>
    /// <param name="parts">The parts as they may lie.</param>
    public GuillotinePatterns(int width, int height, ImmutableArray<LyingPart> parts)
    {
        this.parts = [.. parts.Where(part => part.Width <= width && part.Height <= height)];
        (this.width, this.height) = (width, height);
        (xs, atX) = Sums(width, this.parts.Select(part => part.Width));
        (ys, atY) = Sums(height, this.parts.Select(part => part.Height));
    }

    /// <summary>Places at which it is tried to cut: what the work grows with.</summary>
    public int Places => Math.Max(xs.Length, ys.Length);

    /// <summary>The most valuable pattern, and what it is worth.</summary>
    /// <param name="each">What one of each part is worth, 0 or more.</param>
    public (double Worth, Pattern Pattern) Best(ReadOnlySpan<double> each)
    {
        // Only now: of patterns that are too many to be tried nothing but their number is asked.
        if (worth.Length == 0)
            (worth, chosen) = (new double[xs.Length * ys.Length], new int[xs.Length * ys.Length]);
        for (var x = 0; x < xs.Length; x++)
        {
            for (var y = 0; y < ys.Length; y++)
                Choose(x, y, each);
        }
        var counts = new int[each.Length];
        var tree = Grown(width, height, counts);
        return (worth[^1], new Pattern(tree, [.. counts]));
    }

    private void Choose(int x, int y, ReadOnlySpan<double> each)
    {
        var (best, way) = (0.0, NoPart);
        for (var part = 0; part < parts.Length; part++)
        {
            if (parts[part].Width <= xs[x] && parts[part].Height <= ys[y] && each[parts[part].Part] > best)
                (best, way) = (each[parts[part].Part], part);
        }
        // A cut and its mirror image come to the same; of cuts that are worth as much, the one nearest to the middle.
        var single = best;
        for (var cut = 1; cut < x && 2 * xs[cut] <= xs[x]; cut++)
        {
            var both = worth[cut * ys.Length + y] + worth[atX[xs[x] - xs[cut]] * ys.Length + y];
            if (both > single && both >= best)
                (best, way) = (both, NoPart - 2 * cut);
        }
        for (var cut = 1; cut < y && 2 * ys[cut] <= ys[y]; cut++)
        {
            var both = worth[x * ys.Length + cut] + worth[x * ys.Length + atY[ys[y] - ys[cut]]];
            if (both > single && both >= best)
                (best, way) = (both, NoPart - 2 * cut - 1);
        }
        (worth[x * ys.Length + y], chosen[x * ys.Length + y]) = (best, way);
    }

    private Cut Grown(int wide, int high, int[] counts)
    {
        var way = chosen[atX[wide] * ys.Length + atY[high]];
        if (way == NoPart)
            return new Cut(wide, high);
        if (way >= 0)
        {
            counts[parts[way].Part]++;
            return Trimmed(parts[way], wide, high);
        }
        var at = (NoPart - way) / 2;
        return (NoPart - way) % 2 == 0
            ? new Cut(wide, high, null, Grown(xs[at], high, counts), Grown(wide - xs[at], high, counts), Down: true)
            : new Cut(wide, high, null, Grown(wide, ys[at], counts), Grown(wide, high - ys[at], counts));
    }

    /// <summary>A part cut out of a rectangle.</summary>
    public static Cut Trimmed(LyingPart part, int wide, int high)
    {
        if (part.Width < wide)
        {
            var rest = new Cut(wide - part.Width, high);
            return new Cut(wide, high, null, Trimmed(part, part.Width, high), rest, Down: true);
        }
        return part.Height < high
            ? new Cut(wide, high, null, new Cut(wide, part.Height, part), new Cut(wide, high - part.Height))
            : new Cut(wide, high, part);
    }

    /// <summary>All sums of lengths up to a longest one, and for each length the place of the longest sum within it.</summary>
    private static (int[] Sums, int[] Within) Sums(int longest, IEnumerable<int> lengths)
    {
        var reached = new bool[longest + 1];
        reached[0] = true;
        foreach (var length in lengths.Distinct())
        {
            for (var at = length; at <= longest; at++)
                reached[at] |= reached[at - length];
        }
        var sums = new List<int>();
        var within = new int[longest + 1];
        for (var at = 0; at <= longest; at++)
        {
            if (reached[at])
                sums.Add(at);
            within[at] = sums.Count - 1;
        }
        return ([.. sums], within);
    }
}
