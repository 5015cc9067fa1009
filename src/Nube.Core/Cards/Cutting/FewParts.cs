using System.Collections.Immutable;
using System.Numerics;

namespace Nube.Core.Cards.Cutting;

/// <summary>All ways to cut a few parts from one sheet, of which none is left out.</summary>
/// <remarks>
/// For each choice of parts: the rectangles that hold them and are neither wider nor higher than another that does, built
/// from those of two smaller choices side by side or one above the other (P. Y. Wang, Operations Research 31 (1983), 573).
/// </remarks>
internal static class FewParts
{
    /// <summary>Most parts: there are three to the power of as many pairs of choices.</summary>
    public const int Most = 9;

    /// <summary>Patterns with as many parts as go together on a sheet.</summary>
    /// <param name="width">Width of the sheet, with what the blade takes.</param>
    /// <param name="height">Height of the sheet, with what the blade takes.</param>
    /// <param name="parts">The parts as they may lie.</param>
    /// <param name="counts">How many there are of each, together <see cref="Most"/> at most.</param>
    public static IEnumerable<Pattern> Patterns(
        int width,
        int height,
        ImmutableArray<LyingPart> parts,
        ImmutableArray<int> counts
    )
    {
        int[] single = [.. counts.SelectMany((count, part) => Enumerable.Repeat(part, count))];
        var all = 1 << single.Length;
        var holds = new List<Cut>[all];
        for (var chosen = 1; chosen < all; chosen++)
        {
            holds[chosen] = [];
            if (BitOperations.IsPow2(chosen))
            {
                var part = single[BitOperations.Log2((uint)chosen)];
                foreach (var lying in parts.Where(one => one.Part == part))
                    Keep(holds[chosen], new Cut(lying.Width, lying.Height, lying));
            }
            for (var some = (chosen - 1) & chosen; 2 * some > chosen; some = (some - 1) & chosen)
            {
                foreach (var one in holds[some])
                {
                    foreach (var other in holds[chosen & ~some])
                    {
                        if (one.Width + other.Width <= width)
                            Keep(holds[chosen], Beside(one, other));
                        if (one.Height + other.Height <= height)
                            Keep(holds[chosen], Above(one, other));
                    }
                }
            }
        }
        for (var chosen = 1; chosen < all; chosen++)
        {
            var more = Enumerable
                .Range(0, single.Length)
                .Any(at => (chosen & 1 << at) == 0 && holds[chosen | 1 << at].Count > 0);
            if (holds[chosen].Count == 0 || more)
                continue;
            var laid = new int[counts.Length];
            for (var at = 0; at < single.Length; at++)
                laid[single[at]] += chosen >> at & 1;
            yield return new Pattern(Within(holds[chosen][0], width, height), [.. laid]);
        }
    }

    private static void Keep(List<Cut> holds, Cut cut)
    {
        if (holds.Exists(one => one.Width <= cut.Width && one.Height <= cut.Height))
            return;
        holds.RemoveAll(one => cut.Width <= one.Width && cut.Height <= one.Height);
        holds.Add(cut);
    }

    private static Cut Beside(Cut one, Cut other)
    {
        var height = Math.Max(one.Height, other.Height);
        var (first, second) = (Within(one, one.Width, height), Within(other, other.Width, height));
        return new Cut(one.Width + other.Width, height, null, first, second, Down: true);
    }

    private static Cut Above(Cut one, Cut other)
    {
        var width = Math.Max(one.Width, other.Width);
        var (first, second) = (Within(one, width, one.Height), Within(other, width, other.Height));
        return new Cut(width, one.Height + other.Height, null, first, second);
    }

    /// <summary>Cut out of a larger rectangle.</summary>
    private static Cut Within(Cut cut, int width, int height)
    {
        if (cut.Width < width)
        {
            var beside = new Cut(width - cut.Width, height);
            return new Cut(width, height, null, Within(cut, cut.Width, height), beside, Down: true);
        }
        return cut.Height < height ? new Cut(width, height, null, cut, new Cut(width, height - cut.Height)) : cut;
    }
}
