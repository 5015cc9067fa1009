using System.Text.Json;
using Nube.Core.Artwork;
using Nube.Data.Mapping;
using Nube.Server.Places;

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
/// <param name="WidthMm">Width, mm, if that is known.</param>
/// <param name="DotsPerInch">Resolution, if that is known.</param>
/// <param name="Panel">Where the panel lies in a photo, as JSON; null for a scan or a drawing.</param>
public sealed record BroughtIn(string Hash, string FileName, double? WidthMm, double? DotsPerInch, string? Panel);

/// <summary>Takes pictures in.</summary>
public static class BringingIn
{
    private const int LongestName = 200;

    /// <summary>Keeps a picture, cleaned of all that is not picture, and reads what was typed about its size.</summary>
    public static async Task<BroughtIn> Receive(this FileStore files, IFormFile file, SizeTyped typed, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(files);
        ArgumentNullException.ThrowIfNull(file);
        ArgumentNullException.ThrowIfNull(typed);
        var widthMm = ImageSize.Length(typed.Width, "width");
        using var content = new MemoryStream();
        await file.CopyToAsync(content, cancel);
        var bytes = PictureFile.Cleaned(content.ToArray());
        var kind = PictureReader.Sniff(bytes);
        var panel = ImageSize.Panel(typed.Points, typed.Width, typed.Height);
        if (panel is null) widthMm = ImageSize.Measured(typed.Points, typed.Width, bytes) ?? widthMm;
        if (kind != PictureKind.Svg && widthMm is null && typed.DotsPerInch is null)
            throw TroubleException.Unusable("Say how large the picture is: its width, the dots per inch of the scan, or two points a known distance apart.");
        var name = Path.GetFileName(file.FileName) is { Length: > 0 and <= LongestName } given ? given : "image";
        return new BroughtIn(
            await files.Keep(bytes, MediaTypeOf(kind), cancel), name, panel?.WidthMm ?? widthMm, typed.DotsPerInch,
            panel is null ? null : JsonSerializer.Serialize(panel, Jsonb.Options));
    }

    private static string MediaTypeOf(PictureKind kind) => kind switch
    {
        PictureKind.Svg => "image/svg+xml",
        PictureKind.Png => "image/png",
        _ => "image/jpeg",
    };
}
