using System.Collections.Immutable;
using System.Text.Json;
using Microsoft.AspNetCore.Http.HttpResults;
using Nube.Core;
using Nube.Core.Artwork;
using Nube.Devices;
using Nube.Server.Demo;
using Nube.Server.Support;
using Nube.Workshop;

namespace Nube.Server.Places;

/// <summary>
/// Where a panel was found in a photo, as shares of its width and height; the whole photo when none was.
/// </summary>
public sealed record PanelFound(bool Found, ImmutableArray<PicturePoint> Corners);

/// <summary>Two points on a picture, as shares of its width and height, a known distance apart, mm.</summary>
internal sealed record PointsApart(PicturePoint One, PicturePoint Other, double Mm)
{
    private const double FewestPixels = 20; // between them: nearer, a pixel more or less matters

    /// <summary>The width of a picture on which they lie, mm.</summary>
    public double WidthOf(PixelSize picture)
    {
        var across = Math.Sqrt(
            Math.Pow((Other.X - One.X) * picture.Width, 2) + Math.Pow((Other.Y - One.Y) * picture.Height, 2)
        );
        return across >= FewestPixels
            ? Mm * picture.Width / across
            : throw TroubleException.Unusable(
                "The two points lie too near each other to measure by. Put them farther apart."
            );
    }
}

/// <summary>How large a picture is, and where the panel lies in a photo.</summary>
internal static class ImageSize
{
    public static void MapImageSize(this IEndpointRouteBuilder image)
    {
        image.MapPost("/panel", FindPanel).RequireRateLimiting(Image.UploadLimit).DisableAntiforgery();
        image.MapGet("/stand-in/{device}", StandIn);
    }

    /// <summary>A length as it is typed; null for none.</summary>
    public static double? Length(string? typed, string what)
    {
        if (string.IsNullOrWhiteSpace(typed))
            return null;
        return Lengths.ParseMillimetres(typed)
            ?? throw TroubleException.Unusable($"'{typed}' is not a {what}. Write it like 108 mm or 4 1/4 in.");
    }

    /// <summary>The panel of a photo; null when no four corners were given.</summary>
    public static PanelInPhoto? Panel(string? points, string? width, string? height)
    {
        if (Points(points) is not { Length: 4 } corners)
            return null;
        if (Length(width, "width") is not { } widthMm || Length(height, "height") is not { } heightMm)
            throw TroubleException.Unusable("Say how wide and how high the panel is; then it can be laid flat.");
        return new PanelInPhoto(corners, widthMm, heightMm);
    }

    /// <summary>Two points on a picture and how far apart they are; null when no two points were given.</summary>
    public static PointsApart? Apart(string? points, string? apart)
    {
        if (Points(points) is not { Length: 2 } two)
            return null;
        return Length(apart, "distance") is { } distance
            ? new PointsApart(two[0], two[1], distance)
            : throw TroubleException.Unusable("Say how far apart the two points are.");
    }

    private static ImmutableArray<PicturePoint>? Points(string? given)
    {
        if (string.IsNullOrWhiteSpace(given))
            return null;
        try
        {
            return
                JsonSerializer.Deserialize<ImmutableArray<PicturePoint>>(given, RecordJson.Options)
                    is { Length: 2 or 4 } points
                ? points
                : throw Unusable();
        }
        catch (JsonException)
        {
            throw Unusable();
        }

        static TroubleException Unusable() =>
            TroubleException.Unusable("The points on the picture were not understood. Set them again.");
    }

    private static async Task<Ok<PanelFound>> FindPanel(
        Guid id,
        IFormFile file,
        RunLoader runs,
        Apprentices apprentices,
        CancellationToken cancel
    )
    {
        await runs.Piece(id, cancel);
        var found = (
            await apprentices.Do(new FindPanel(), await PictureDesk.Content(file, cancel), stop: cancel)
        ).Corners;
        return TypedResults.Ok(
            new PanelFound(found is not null, found ?? [new(0, 0), new(1, 0), new(1, 1), new(0, 1)])
        );
    }

    /// <summary>What the stand-in scanner or phone sees: a stamped panel of the demo's.</summary>
    private static async Task<FileContentHttpResult> StandIn(
        Guid id,
        string device,
        RunLoader runs,
        CancellationToken cancel
    )
    {
        await runs.Piece(id, cancel);
        var panel = PictureReader.Read(DemoBook.Resource("watering-can.svg"), new PictureSize(null, null));
        return device switch
        {
            "scanner" => TypedResults.File(
                SimulatedScanner.Scan(panel, ScanConditions.Ordinary),
                "image/jpeg",
                "stand-in scan.jpg"
            ),
            "phone" => TypedResults.File(
                SimulatedPhone.Take(panel, PhoneHeld.Ordinary).Photo,
                "image/jpeg",
                "stand-in photo.jpg"
            ),
            _ => throw TroubleException.Gone("The stand-in devices are a scanner and a phone."),
        };
    }
}
