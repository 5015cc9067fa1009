using System.Collections.Immutable;
using Nube.Core.Artwork;
using Nube.Core.Swatches;

namespace Nube.Workshop;

/// <summary>Reads a painted swatch sheet in a picture of it.</summary>
/// <param name="Sheet">What is printed on it.</param>
/// <param name="Chart">A colour chart that lies in the same shot; null without one.</param>
/// <param name="ChartCorners">Where the chart lies, as shares of the picture's width.</param>
public sealed record ReadSheet(
    SwatchSheet Sheet,
    ColourChart? Chart = null,
    ImmutableArray<PicturePoint>? ChartCorners = null
) : WorkshopTask<SheetRead>
{
    private protected override SheetRead Work(byte[] file, Action<WorkProgress> say, CancellationToken stop)
    {
        var picture = PictureReader.ReadColours(file, SheetReader.EnoughPixels);
        return new SheetRead(
            picture.Width,
            picture.Height,
            SheetReader.Read(picture, Sheet),
            Chart is null || ChartCorners is not { } corners
                ? null
                : SheetReader.ReadChart(
                    picture,
                    Sheet,
                    Chart,
                    [.. corners.Select(corner => new PicturePoint(corner.X * picture.Width, corner.Y * picture.Width))]
                )
        );
    }
}

/// <summary>What was read of a sheet, and of a chart beside it.</summary>
public sealed record SheetRead(int Width, int Height, SheetReading Reading, ChartReading? Chart);

/// <summary>Reads a colour chart beside a sheet, between the corners that the maker points at.</summary>
/// <param name="Sheet">The sheet.</param>
/// <param name="Chart">The chart.</param>
/// <param name="Corners">Its corners, pixels.</param>
public sealed record ReadChart(SwatchSheet Sheet, ColourChart Chart, ImmutableArray<PicturePoint> Corners)
    : WorkshopTask<ChartReading>
{
    private protected override ChartReading Work(byte[] file, Action<WorkProgress> say, CancellationToken stop) =>
        SheetReader.ReadChart(PictureReader.ReadColours(file, SheetReader.EnoughPixels), Sheet, Chart, Corners);
}
