using Nube.Core.Artwork;
using Nube.Core.Stamping;

namespace Nube.Workshop;

/// <summary>Reads the print of a stamp.</summary>
/// <param name="Size">The size that the maker gave.</param>
/// <param name="Panel">Where the panel lies in a photo; null for a scan or a drawing.</param>
public sealed record ReadStamp(PictureSize Size, PanelInPhoto? Panel) : WorkshopTask<StampRead>
{
    /// <inheritdoc />
    public override WorkLimits Limits => WorkLimits.Long;

    /// <inheritdoc />
    public override WorkUrgency Urgency => WorkUrgency.Soon;

    private protected override StampRead Work(byte[] file, Action<WorkProgress> say, CancellationToken stop)
    {
        var picture = Pictures.InGreys(file, Panel, Size);
        say(new(0.4, "Finding the lines"));
        var art = LineExtraction.From(picture);
        say(new(0.7, "Finding what it covers"));
        return StampRead.Of(art, LinePicture.Png(art), []);
    }
}

/// <summary>A stamp as its print was read.</summary>
/// <param name="LinePng">Its lines; see <see cref="LinePicture"/>.</param>
/// <param name="WidthMm">Width of that picture, mm.</param>
/// <param name="HeightMm">Height of that picture, mm.</param>
/// <param name="Silhouette">What it covers.</param>
public sealed record StampRead(byte[] LinePng, double WidthMm, double HeightMm, Silhouette Silhouette)
{
    /// <summary>The stamp of lines that are there already.</summary>
    /// <exception cref="PictureTroubleException">It covers nothing.</exception>
    public static StampRead Of(LineArt art, byte[] linePng, IEnumerable<CloseGap> closings)
    {
        ArgumentNullException.ThrowIfNull(art);
        var silhouette = Silhouette.Of(art, GapRule.Gappy, closings);
        if (silhouette.Rings.IsEmpty)
            throw new PictureTroubleException(
                "There is nothing in this picture that a stamp could print: only specks."
            );
        return new StampRead(linePng, art.Width / art.PixelsPerMm, art.Height / art.PixelsPerMm, silhouette);
    }
}
