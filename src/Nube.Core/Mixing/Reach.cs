using System.Collections.Immutable;
using Nube.Core.Colour;

namespace Nube.Core.Mixing;

/// <summary>What a palette reaches at about one lightness.</summary>
/// <param name="Lightness">Middle of the slice, L*.</param>
/// <param name="Chroma">Most chroma in each of 36 sectors of hue, from 0 degrees; 0 where nothing is reached.</param>
public sealed record ReachSlice(double Lightness, ImmutableArray<double> Chroma);

/// <summary>Colours that one set reaches and another does not.</summary>
/// <param name="Lightness">Middle of the slice, L*.</param>
/// <param name="FromHue">Where it begins, degrees.</param>
/// <param name="ToHue">Where it ends, degrees; may lie beyond 360.</param>
/// <param name="Missing">Chroma missing where most is missing.</param>
public sealed record ReachGap(double Lightness, double FromHue, double ToHue, double Missing)
{
    /// <summary>"deep violets".</summary>
    public string Name => $"{HueWords.Depth(Lightness)} {HueWords.Plural((FromHue + ToHue) / 2 % 360)}";
}

/// <summary>Everything that a palette can make on a paper, by lightness, hue and chroma.</summary>
/// <param name="Slices">From dark to light.</param>
public sealed record Reach(ImmutableArray<ReachSlice> Slices)
{
    /// <summary>Sectors of hue.</summary>
    public const int Sectors = 36;

    private const double SectorWidth = 360.0 / Sectors;
    private const double SliceHeight = 15; // L*: seen at arm's length
    private const int SliceCount = 5; // up to L* 97.5
    private const double Darkest = 30; // middle of the first slice
    private const double GapFrom = 15; // chroma that is worth a name

    /// <summary>The reach of an index.</summary>
    public static Reach Of(RecipeIndex index)
    {
        ArgumentNullException.ThrowIfNull(index);
        var most = new double[SliceCount, Sectors];
        foreach (var colour in index.Colours())
        {
            var slice = (int)Math.Floor((colour.L - Darkest) / SliceHeight + 0.5);
            if (slice is < 0 or >= SliceCount)
                continue;
            var sector = (int)(colour.Hue / SectorWidth) % Sectors;
            most[slice, sector] = Math.Max(most[slice, sector], colour.Chroma);
        }
        return new Reach([
            .. Enumerable
                .Range(0, SliceCount)
                .Select(slice => new ReachSlice(
                    Darkest + SliceHeight * slice,
                    [.. Enumerable.Range(0, Sectors).Select(sector => most[slice, sector])]
                )),
        ]);
    }

    /// <summary>Share of another's reach that this one covers, by area in the planes of equal lightness.</summary>
    public double ShareOf(Reach other)
    {
        ArgumentNullException.ThrowIfNull(other);
        double mine = 0,
            all = 0;
        foreach (var (own, theirs) in Slices.Zip(other.Slices))
        {
            for (var sector = 0; sector < Sectors; sector++)
            {
                var reached = Math.Min(own.Chroma[sector], theirs.Chroma[sector]);
                mine += reached * reached;
                all += theirs.Chroma[sector] * theirs.Chroma[sector];
            }
        }
        return all == 0 ? 1 : mine / all;
    }

    /// <summary>What another reaches and this one does not, the largest first.</summary>
    public ImmutableArray<ReachGap> GapsAgainst(Reach other)
    {
        ArgumentNullException.ThrowIfNull(other);
        return
        [
            .. Slices
                .Zip(other.Slices)
                .SelectMany(pair => Runs(pair.First, pair.Second))
                .OrderByDescending(gap => gap.Missing * (gap.ToHue - gap.FromHue)),
        ];
    }

    /// <summary>Neighbouring sectors in which much is missing, as one gap; the circle of hues has no end.</summary>
    private static IEnumerable<ReachGap> Runs(ReachSlice own, ReachSlice theirs)
    {
        double Missing(int sector) => theirs.Chroma[sector % Sectors] - own.Chroma[sector % Sectors];
        var whole = Enumerable.Range(0, Sectors).FirstOrDefault(sector => Missing(sector) < GapFrom, -1);
        if (whole < 0)
        {
            yield return new ReachGap(own.Lightness, 0, 360, Enumerable.Range(0, Sectors).Max(Missing));
            yield break;
        }
        for (var sector = whole; sector < whole + Sectors; sector++)
        {
            if (Missing(sector) < GapFrom)
                continue;
            var from = sector;
            while (Missing(sector + 1) >= GapFrom)
                sector++;
            yield return new ReachGap(
                own.Lightness,
                from * SectorWidth,
                (sector + 1) * SectorWidth,
                Enumerable.Range(from, sector - from + 1).Max(Missing)
            );
        }
    }
}
