using System.Collections.Immutable;
using Nube.Core.Artwork;

namespace Nube.Workshop;

/// <summary>Takes all out of a picture file that is not the picture.</summary>
public sealed record CleanPicture : WorkshopTask<CleanedPicture>
{
    private protected override CleanedPicture Work(byte[] file, Action<WorkProgress> say, CancellationToken stop)
    {
        var clean = PictureFile.Cleaned(file);
        return new CleanedPicture(clean, PictureReader.Sniff(clean));
    }
}

/// <summary>A picture file that can be kept.</summary>
public sealed record CleanedPicture(byte[] File, PictureKind Kind)
{
    /// <summary>Its media type.</summary>
    public string MediaType => Kind switch
    {
        PictureKind.Svg => "image/svg+xml",
        PictureKind.Png => "image/png",
        _ => "image/jpeg",
    };
}

/// <summary>Looks how many pixels a picture has.</summary>
public sealed record MeasurePicture : WorkshopTask<PixelSize>
{
    private protected override PixelSize Work(byte[] file, Action<WorkProgress> say, CancellationToken stop)
    {
        var (width, height) = PictureReader.SizeOf(file);
        return new PixelSize(width, height);
    }
}

/// <summary>Pixels across and down, upright.</summary>
public sealed record PixelSize(int Width, int Height);

/// <summary>Looks for a panel in a photo.</summary>
public sealed record FindPanel : WorkshopTask<PanelCorners>
{
    private const int EnoughPixels = 900; // of the longer side

    private protected override PanelCorners Work(byte[] file, Action<WorkProgress> say, CancellationToken stop) =>
        new(PhotoPanel.Find(PictureReader.ReadColours(file, EnoughPixels)));
}

/// <summary>The corners of a panel as shares of the photo; null when none was found.</summary>
public sealed record PanelCorners(ImmutableArray<PicturePoint>? Corners);

/// <summary>Finds the lines of a picture and the areas that they enclose.</summary>
/// <param name="Size">The size that the maker gave.</param>
/// <param name="Panel">Where the panel lies in a photo; null for a scan or a drawing.</param>
/// <param name="GapMm">Longest gap that is bridged, mm.</param>
/// <param name="Closings">Strokes of the maker's that close gaps.</param>
/// <param name="SmallestMm2">Smallest area, mm2.</param>
public sealed record FindAreas(PictureSize Size, PanelInPhoto? Panel, double GapMm, ImmutableArray<CloseGap> Closings, double SmallestMm2)
    : WorkshopTask<AreasFound>
{
    /// <inheritdoc />
    public override WorkLimits Limits => WorkLimits.Long;

    /// <inheritdoc />
    public override bool InBackground => true;

    private protected override AreasFound Work(byte[] file, Action<WorkProgress> say, CancellationToken stop)
    {
        var picture = Pictures.InGreys(file, Panel, Size);
        say(new(0.3, "Finding the lines"));
        var art = LineExtraction.From(picture);
        say(new(0.5, "Finding the areas"));
        var map = AreaFinder.FindAreas(art, GapRule.UpTo(GapMm), Closings, SmallestMm2, cancel: stop);
        say(new(0.9, "Keeping what was found"));
        return new AreasFound(picture.WidthMm, picture.HeightMm, LinePicture.Png(art), LabelFile.Write(map.Labels), map.SmallestMm2, picture.Remarks);
    }
}

/// <summary>The lines and areas of a picture.</summary>
/// <param name="WidthMm">Width, mm.</param>
/// <param name="HeightMm">Height, mm.</param>
/// <param name="LinePng">Its lines; see <see cref="LinePicture"/>.</param>
/// <param name="Labels">Its areas; see <see cref="LabelFile"/>.</param>
/// <param name="SmallestMm2">Area below which areas joined a neighbour, mm2.</param>
/// <param name="Remarks">What the maker should know about how it was read.</param>
public sealed record AreasFound(
    double WidthMm, double HeightMm, byte[] LinePng, byte[] Labels, double SmallestMm2, ImmutableArray<string> Remarks);

internal static class Pictures
{
    /// <summary>A picture in greys, laid flat when it is a photo of a panel.</summary>
    public static GreyPicture InGreys(byte[] file, PanelInPhoto? panel, PictureSize size) =>
        panel is null ? PictureReader.Read(file, size) : PhotoPanel.Flatten(PictureReader.ReadColours(file), panel);
}
