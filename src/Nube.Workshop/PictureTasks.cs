using System.Collections.Immutable;
using Nube.Core.Artwork;
using Nube.Core.Colour;
using Nube.Core.Swatches;

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
    public string MediaType =>
        Kind switch
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

/// <summary>Looks for the colours that a picture is made of.</summary>
public sealed record FindColours : WorkshopTask<ColoursFound>
{
    private const int EnoughPixels = 600; // of the longer side

    private protected override ColoursFound Work(byte[] file, Action<WorkProgress> say, CancellationToken stop) =>
        new(MainColours.Of(PictureReader.ReadColours(file, EnoughPixels)));
}

/// <summary>Colours, those that catch the eye first; none where there is nothing but paper and lines.</summary>
public sealed record ColoursFound(ImmutableArray<Srgb> Colours);

/// <summary>Looks for the colour of a paper beside a white sheet.</summary>
/// <param name="Paper">A place on the paper.</param>
/// <param name="White">A place on the white sheet.</param>
public sealed record FindPaper(PicturePoint Paper, PicturePoint White) : WorkshopTask<PaperFound>
{
    private const int EnoughPixels = 1200; // of the longer side

    private protected override PaperFound Work(byte[] file, Action<WorkProgress> say, CancellationToken stop) =>
        new(PaperColour.InPhoto(PictureReader.ReadColours(file, EnoughPixels), Paper, White));
}

/// <summary>The paper's colour.</summary>
public sealed record PaperFound(Srgb Colour);

internal static class Pictures
{
    /// <summary>A picture in colour at the scale of prints, laid flat when it is a photo of a panel.</summary>
    public static SizedPicture InColours(byte[] file, PanelInPhoto? panel, PictureSize size) =>
        panel is null
            ? PictureReader.ReadColours(file, size, ColouredPrint.PixelsPerMm)
            : PhotoPanel.FlattenInColour(PictureReader.ReadColours(file), panel, ColouredPrint.PixelsPerMm);

    /// <summary>A picture in greys, laid flat when it is a photo of a panel.</summary>
    public static GreyPicture InGreys(byte[] file, PanelInPhoto? panel, PictureSize size) =>
        panel is null ? PictureReader.Read(file, size) : PhotoPanel.Flatten(PictureReader.ReadColours(file), panel);
}
