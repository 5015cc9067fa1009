using Nube.Core.Artwork;
using Nube.Server.Places;
using Nube.Workshop;

namespace Nube.Server.Support;

/// <summary>How large a picture is, as it was typed or pointed at.</summary>
/// <param name="Width">Width of the picture or the panel, or the distance of two points.</param>
/// <param name="Height">Height of the panel, for a photo.</param>
/// <param name="DotsPerInch">Resolution of the scan.</param>
/// <param name="Points">Two points a known distance apart, or the four corners of a panel, as JSON.</param>
public sealed record SizeTyped(string? Width, string? Height, double? DotsPerInch, string? Points);

/// <summary>A picture that was brought in and kept.</summary>
/// <param name="Hash">Content hash of its file.</param>
/// <param name="FileName">The name it had.</param>
/// <param name="Size">Its size, as far as it is known.</param>
/// <param name="Panel">Where the panel lies in a photo; null for a scan or a drawing.</param>
public sealed record BroughtIn(string Hash, string FileName, PictureSize Size, PanelInPhoto? Panel);

/// <summary>Takes pictures in.</summary>
public sealed class PictureDesk(FileStore files, Apprentices apprentices)
{
    private const int LongestName = 200;

    /// <summary>Keeps a picture, cleaned of all that is not picture, and reads what was typed about its size.</summary>
    public async Task<BroughtIn> Receive(IFormFile file, SizeTyped typed, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(file);
        ArgumentNullException.ThrowIfNull(typed);
        var widthMm = ImageSize.Length(typed.Width, "width");
        var picture = await apprentices.Do(new CleanPicture(), await Content(file, cancel), stop: cancel);
        var panel = ImageSize.Panel(typed.Points, typed.Width, typed.Height);
        if (panel is null && ImageSize.Apart(typed.Points, typed.Width) is { } apart)
            widthMm = apart.WidthOf(await apprentices.Do(new MeasurePicture(), picture.File, stop: cancel));
        if (picture.Kind != PictureKind.Svg && widthMm is null && typed.DotsPerInch is null)
            throw TroubleException.Unusable(
                "Say how large the picture is: its width, the dots per inch of the scan, or two points a known distance apart."
            );
        return new BroughtIn(
            await files.Keep(picture.File, picture.MediaType, cancel),
            NameOf(file, "image"),
            new PictureSize(panel?.WidthMm ?? widthMm, typed.DotsPerInch),
            panel
        );
    }

    /// <summary>The whole file.</summary>
    public static async Task<byte[]> Content(IFormFile file, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(file);
        using var content = new MemoryStream((int)file.Length);
        await file.CopyToAsync(content, cancel);
        return content.ToArray();
    }

    /// <summary>The name that a file had, if it is one that can be shown.</summary>
    public static string NameOf(IFormFile file, string otherwise)
    {
        ArgumentNullException.ThrowIfNull(file);
        return Path.GetFileName(file.FileName) is { Length: > 0 and <= LongestName } given && !given.Any(char.IsControl)
            ? given
            : otherwise;
    }
}
