using System.Collections.Immutable;
using Nube.Core.Artwork;

namespace Nube.Workshop;

/// <summary>Finds lines that stop short of another line in lines that were found before.</summary>
/// <param name="WidthMm">Width of their picture, mm.</param>
/// <param name="GapMm">Up to which length gaps are bridged, mm.</param>
/// <param name="SmallestMm2">Smallest area, mm2.</param>
/// <param name="Closings">Strokes of the maker's that close gaps.</param>
public sealed record FindShortLines(double WidthMm, double GapMm, double SmallestMm2, ImmutableArray<CloseGap> Closings)
    : WorkshopTask<ShortLinesFound>
{
    /// <inheritdoc />
    public override WorkLimits Limits => WorkLimits.Long;

    private protected override ShortLinesFound Work(byte[] file, Action<WorkProgress> say, CancellationToken stop) =>
        new(ShortLines.In(LinePicture.Read(file, WidthMm), GapRule.UpTo(GapMm), Closings, SmallestMm2, stop));
}

/// <summary>Lines that stop short of another line.</summary>
/// <param name="Alike">Those that are alike, together.</param>
public sealed record ShortLinesFound(ImmutableArray<ShortLines> Alike);
