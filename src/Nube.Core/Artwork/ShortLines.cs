using System.Collections.Immutable;
using System.Text.Json.Serialization;

namespace Nube.Core.Artwork;

/// <summary>Lines that stop about as far short of another line, as the veins of a leaf do before its outline.</summary>
/// <remarks>
/// Such gaps are the artist's own as often as they are lost ink: whether they are closed, the maker says for all that are
/// alike at once.
/// </remarks>
/// <param name="Strokes">From the end of each line to the line ahead of it, mm.</param>
/// <param name="LeastMm">The shortest of them, mm.</param>
/// <param name="MostMm">The longest, mm.</param>
/// <param name="AreasMore">How many areas more there are when they are bridged.</param>
public sealed record ShortLines(
    ImmutableArray<ImmutableArray<PointMm>> Strokes,
    double LeastMm,
    double MostMm,
    int AreasMore
)
{
    /// <summary>"12 lines end 0.8 to 1.1 mm short of another line, as leaf veins do. Bridged, there are 12 areas more."</summary>
    [JsonIgnore]
    public string InWords
    {
        get
        {
            var lines = Strokes.Length == 1 ? "1 line ends" : $"{Strokes.Length} lines end";
            var least = Math.Round(LeastMm, 1);
            var most = Math.Round(MostMm, 1);
            var far = least.Equals(most) ? Said(least) : FormattableString.Invariant($"{least:0.0} to {Said(most)}");
            var areas = AreasMore == 1 ? "is 1 area" : $"are {AreasMore} areas";
            return $"{lines} {far} short of another line, as leaf veins do. Bridged, there {areas} more.";

            static string Said(double mm) => FormattableString.Invariant($"{mm:0.0} mm");
        }
    }

    private const double FurthestMm = 4; // beyond, a line does not point at another any more; this project's own
    private const double Alike = 1.5; // longest by shortest of gaps that are alike; this project's own
    private const int MostGroups = 4; // for each the areas are counted anew

    /// <summary>All in a picture, by how far they stop short; those that part no area are left out.</summary>
    /// <param name="art">The lines.</param>
    /// <param name="gaps">Which breaks are closed already.</param>
    /// <param name="closings">Strokes of the maker's that close gaps already.</param>
    /// <param name="smallestMm2">Smallest area, mm2.</param>
    /// <param name="cancel">Stops the work.</param>
    public static ImmutableArray<ShortLines> In(
        LineArt art,
        GapRule gaps,
        IReadOnlyCollection<CloseGap> closings,
        double smallestMm2 = AreaFinder.SliverMm2,
        CancellationToken cancel = default
    )
    {
        ArgumentNullException.ThrowIfNull(art);
        ArgumentNullException.ThrowIfNull(closings);
        var (bridges, ends) = GapBridging.ShortOf(art, gaps, closings, FurthestMm);
        var now = Areas(bridges);
        return
        [
            .. Groups(ends)
                .OrderByDescending(group => group.Count)
                .Take(MostGroups)
                .Select(group => new ShortLines(
                    [.. group.Select(end => end.Stroke)],
                    group[0].GapMm,
                    group[^1].GapMm,
                    Areas(With(group)) - now
                ))
                .Where(group => group.AreasMore > 0)
                .OrderBy(group => group.LeastMm),
        ];

        int Areas(byte[] closed) => AreaFinder.Enclosed(art, closed, smallestMm2, cancel: cancel).Areas.Length;

        byte[] With(List<(ImmutableArray<PointMm> Stroke, double GapMm)> group)
        {
            var closed = (byte[])bridges.Clone();
            GapBridging.Draw(
                art,
                closed,
                new CloseGap(group[0].Stroke) { Also = [.. group[1..].Select(end => end.Stroke)] }
            );
            return closed;
        }
    }

    private static IEnumerable<List<(ImmutableArray<PointMm> Stroke, double GapMm)>> Groups(
        IEnumerable<(ImmutableArray<PointMm> Stroke, double GapMm)> all
    )
    {
        List<(ImmutableArray<PointMm> Stroke, double GapMm)> group = [];
        foreach (var one in all.OrderBy(one => one.GapMm))
        {
            if (group.Count > 0 && one.GapMm > Alike * group[0].GapMm)
            {
                yield return group;
                group = [];
            }
            group.Add(one);
        }
        if (group.Count > 0)
            yield return group;
    }
}
