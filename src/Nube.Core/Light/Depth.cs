using System.Collections.Immutable;
using Nube.Core.Artwork;

namespace Nube.Core.Light;

/// <summary>One area lies in front of another, which it hides in part.</summary>
/// <param name="Front">The area in front.</param>
/// <param name="Behind">The area behind it.</param>
public readonly record struct InFront(int Front, int Behind);

/// <summary>What a maker says of two touching areas.</summary>
/// <param name="One">The smaller id.</param>
/// <param name="Other">The larger id.</param>
/// <param name="Front">Which of them is in front; null when neither is.</param>
public sealed record DepthSaid(int One, int Other, int? Front);

/// <summary>Which areas lie behind others: as guessed from how their lines meet, and as the maker says.</summary>
/// <param name="Guessed">As guessed.</param>
/// <param name="Said">What the maker says instead, one word for a pair.</param>
public sealed record Depth(ImmutableArray<InFront> Guessed, ImmutableArray<DepthSaid> Said)
{
    /// <summary>Nothing is known.</summary>
    public static Depth Unknown { get; } = new([], []);

    /// <summary>What holds: the maker's word before the guess.</summary>
    public ImmutableArray<InFront> Pairs()
    {
        var said = Said.Select(word => (word.One, word.Other)).ToHashSet();
        return
        [
            .. Guessed.Where(pair =>
                !said.Contains((Math.Min(pair.Front, pair.Behind), Math.Max(pair.Front, pair.Behind)))
            ),
            .. Said.Where(word => word.Front is not null)
                .Select(word => new InFront(word.Front!.Value, word.Front == word.One ? word.Other : word.One)),
        ];
    }

    /// <summary>Whether a pair is the maker's word, not a guess.</summary>
    public bool IsSaid(InFront pair) =>
        Said.Any(word => word.Front == pair.Front && (word.One == pair.Behind || word.Other == pair.Behind));

    /// <summary>The same with another word of the maker's; a word of nothing lets the guess hold again.</summary>
    /// <param name="one">An area.</param>
    /// <param name="other">Another.</param>
    /// <param name="front">Which is in front; 0 for neither; null to go back to the guess.</param>
    public Depth Say(int one, int other, int? front)
    {
        var (low, high) = (Math.Min(one, other), Math.Max(one, other));
        var said = Said.RemoveAll(word => word.One == low && word.Other == high);
        return this with
        {
            Said = front is null ? said : said.Add(new DepthSaid(low, high, front == 0 ? null : front)),
        };
    }
}

/// <summary>Guesses which areas lie behind others from how their lines meet.</summary>
/// <remarks>
/// Where an outline ends on another, the two form a T: the line that goes on straight is the edge of what is in front,
/// and both areas beside the stem lie behind it. This is the oldest cue for what hides what in line drawings (T-joints;
/// A. Guzman, "Decomposition of a visual scene into three-dimensional bodies", 1968, from memory). At each point where
/// three areas meet, the share of a small disc that each takes is measured: the one in front takes half of it. All such
/// points vote; an area is in front of another when it has at least two votes more. A straight line that ends at right
/// angles on straight lines at both of its ends is a wall between rooms, or the edge of a tile: such joints are silent.
/// </remarks>
public static class DepthGuess
{
    /// <summary>Radius of the disc that is looked at, mm.</summary>
    public const double DiscMm = 1.6;

    private const double HalfLeast = 0.42,
        HalfMost = 0.58; // share of the disc that a straight edge leaves
    private const double StemMost = 0.36; // both beside the stem take less: else it is no T but a Y or an arrow
    private const double StemLeast = 0.10; // of the disc, beside the stem; set on the trial drawings
    private const double VotesMore = 0.9; // of at least one clear joint

    /// <summary>Which areas lie in front of which.</summary>
    /// <param name="labels">The areas, grown under their lines.</param>
    public static ImmutableArray<InFront> Of(LabelRaster labels)
    {
        ArgumentNullException.ThrowIfNull(labels);
        var votes = new Dictionary<(int Front, int Behind), double>();
        foreach (var (x, y) in Joints(labels))
        {
            var shares = Shares(labels, x, y, DiscMm);
            var front = shares.FirstOrDefault(share => share.Share is >= HalfLeast and <= HalfMost);
            if (front.Label is LabelRaster.Background or LabelRaster.Line || front.Share == 0)
                continue;
            var others = shares.Where(share => share.Label != front.Label).ToList();
            if (others.Count != 2 || others.Any(other => other.Share is < StemLeast or > StemMost))
                continue;
            if (Walls.IsWall(labels, x, y, others[0].Label, others[1].Label))
                continue;
            foreach (
                var (label, _) in others.Where(other =>
                    other.Label is not LabelRaster.Background and not LabelRaster.Line
                )
            )
                votes[(front.Label, label)] = votes.GetValueOrDefault((front.Label, label)) + 1;
        }
        return
        [
            .. votes
                .Where(vote => vote.Value - votes.GetValueOrDefault((vote.Key.Behind, vote.Key.Front)) >= VotesMore)
                .Select(vote => new InFront(vote.Key.Front, vote.Key.Behind))
                .OrderBy(pair => pair.Front)
                .ThenBy(pair => pair.Behind),
        ];
    }

    /// <summary>Points at which three labels or more meet, one for each place.</summary>
    private static List<(int X, int Y)> Joints(LabelRaster labels)
    {
        var apart = (int)(DiscMm * labels.PixelsPerMm);
        var taken = new HashSet<(int, int)>();
        var joints = new List<(int, int)>();
        var seen = new HashSet<ushort>();
        var (width, all) = (labels.Width, labels.Labels);
        for (var y = 0; y < labels.Height - 1; y++)
        {
            for (var x = 0; x < width - 1; x++)
            {
                var at = y * width + x;
                if (all[at] == all[at + 1] && all[at + width] == all[at + width + 1])
                    continue;
                seen.Clear();
                seen.Add(all[at]);
                seen.Add(all[at + 1]);
                seen.Add(all[at + width]);
                seen.Add(all[at + width + 1]);
                if (seen.Count < 3)
                    continue;
                // Several corners of one joint lie side by side; the first stands for them.
                if (!taken.Add((x / apart, y / apart)))
                    continue;
                joints.Add((x, y));
            }
        }
        return joints;
    }

    /// <summary>Of a disc around a pixel, the share of each label, the largest first.</summary>
    internal static List<(ushort Label, double Share)> Shares(LabelRaster labels, int x, int y, double discMm)
    {
        var radius = discMm * labels.PixelsPerMm;
        var counts = new Dictionary<ushort, int>();
        var total = 0;
        for (var dy = (int)-radius; dy <= radius; dy++)
        {
            for (var dx = (int)-radius; dx <= radius; dx++)
            {
                if (
                    dx * dx + dy * dy > radius * radius
                    || x + dx < 0
                    || y + dy < 0
                    || x + dx >= labels.Width
                    || y + dy >= labels.Height
                )
                    continue;
                var label = labels.Labels[(y + dy) * labels.Width + x + dx];
                counts[label] = counts.GetValueOrDefault(label) + 1;
                total++;
            }
        }
        return
        [
            .. counts
                .Select(count => (count.Key, count.Value / (double)total))
                .OrderByDescending(share => share.Item2)
                .ThenBy(share => share.Key),
        ];
    }
}
