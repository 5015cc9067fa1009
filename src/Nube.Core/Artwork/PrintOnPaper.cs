using System.Collections.Immutable;
using Nube.Core.Colour;

namespace Nube.Core.Artwork;

/// <summary>What is on the paper that is brought in.</summary>
public enum PictureShows
{
    /// <summary>Lines that enclose areas.</summary>
    Lines,

    /// <summary>Lines, and areas within them that are printed in colour already.</summary>
    ColouredLines,

    /// <summary>A print in one or more colours without lines: a solid stamp, a painted look.</summary>
    Print,
}

/// <summary>What is printed in colour on the areas of a picture before anything is painted.</summary>
/// <param name="Shows">What is on the paper.</param>
/// <param name="Found">The colour of each area as it was found, as it looks on white paper; bare ones have none.</param>
/// <param name="Areas">The same after the maker's corrections.</param>
public sealed record PrintOnPaper(
    PictureShows Shows,
    ImmutableDictionary<int, Srgb> Found,
    ImmutableDictionary<int, Srgb> Areas
)
{
    /// <summary>Nothing: lines on bare paper.</summary>
    public static PrintOnPaper None { get; } =
        new(PictureShows.Lines, ImmutableDictionary<int, Srgb>.Empty, ImmutableDictionary<int, Srgb>.Empty);

    private const double Alike = 3; // CIEDE2000: what is nearer counts as one colour of a print. This project's own

    /// <summary>Its colours, each with the areas that have it, those on most areas first.</summary>
    public ImmutableArray<(Srgb Colour, ImmutableArray<int> Areas)> ByColour()
    {
        var groups = new List<(Srgb Colour, List<int> Areas)>();
        foreach (var (area, colour) in Areas.OrderBy(print => print.Key))
        {
            var like = groups.FindIndex(group => Ciede2000.Difference(group.Colour.ToLab(), colour.ToLab()) < Alike);
            if (like < 0)
                groups.Add((colour, [area]));
            else
                groups[like].Areas.Add(area);
        }
        return
        [
            .. groups
                .OrderByDescending(group => group.Areas.Count)
                .ThenBy(group => group.Areas[0])
                .Select(group => (group.Colour, group.Areas.ToImmutableArray())),
        ];
    }

    /// <summary>
    /// The same after areas were joined and cut: what several were is mixed by their sizes, and each part of one is as it was.
    /// </summary>
    /// <param name="found">The areas as they were found.</param>
    /// <param name="corrected">The areas after the maker's corrections, of the same size.</param>
    public PrintOnPaper After(LabelRaster found, LabelRaster corrected) =>
        this with
        {
            Areas = Carried(found, corrected),
        };

    /// <summary>The same where areas have other numbers.</summary>
    public PrintOnPaper Renumbered(LabelRaster before, LabelRaster after) =>
        this with
        {
            Found = Carried(before, after),
        };

    private ImmutableDictionary<int, Srgb> Carried(LabelRaster from, LabelRaster to)
    {
        ArgumentNullException.ThrowIfNull(from);
        ArgumentNullException.ThrowIfNull(to);
        if (Found.IsEmpty)
            return Found;
        var white = new Srgb(1, 1, 1);
        var sums = new Dictionary<int, LightSum>();
        for (var at = 0; at < from.Labels.Length; at++)
        {
            var (was, now) = (from.Labels[at], to.Labels[at]);
            if (now is LabelRaster.Background or LabelRaster.Line)
                continue;
            var colour = Found.GetValueOrDefault(was, white);
            var sum = sums.GetValueOrDefault(now) ?? (sums[now] = new LightSum());
            sum.Add(Srgb.Decode(colour.R), Srgb.Decode(colour.G), Srgb.Decode(colour.B), inner: true);
        }
        return sums.Select(one => (one.Key, Colour: one.Value.Mean()))
            .Where(one => ColouredPrint.IsSeen(one.Colour))
            .ToImmutableDictionary(one => one.Key, one => one.Colour);
    }
}
