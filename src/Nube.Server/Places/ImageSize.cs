using System.Collections.Immutable;
using System.Text.Json;
using Microsoft.AspNetCore.Http.HttpResults;
using Nube.Core.Artwork;
using Nube.Data.Mapping;
using Nube.Devices;
using Nube.Server.Demo;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>Where a panel was found in a photo, as shares of its width and height; the whole photo when none was.</summary>
public sealed record PanelFound(bool Found, ImmutableArray<PicturePoint> Corners);

/// <summary>How large a picture is, and where the panel lies in a photo.</summary>
internal static class ImageSize
{
    private const int EnoughPixels = 900; // of the longer side, to find a panel

    public static void MapImageSize(this IEndpointRouteBuilder image)
    {
        image.MapPost("/panel", FindPanel).RequireRateLimiting(Image.UploadLimit).DisableAntiforgery();
        image.MapGet("/stand-in/{device}", StandIn);
    }

    /// <summary>A length as it is typed; null for none.</summary>
    public static double? Length(string? typed, string what)
    {
        if (string.IsNullOrWhiteSpace(typed)) return null;
        return Lengths.ParseMillimetres(typed)
            ?? throw TroubleException.Unusable($"'{typed}' is not a {what}. Write it like 108 mm or 4 1/4 in.");
    }

    /// <summary>The panel of a photo; null when no four corners were given.</summary>
    public static PanelInPhoto? Panel(string? points, string? width, string? height)
    {
        if (Points(points) is not { Length: 4 } corners) return null;
        if (Length(width, "width") is not { } widthMm || Length(height, "height") is not { } heightMm)
            throw TroubleException.Unusable("Say how wide and how high the panel is; then it can be laid flat.");
        return new PanelInPhoto(corners, widthMm, heightMm);
    }

    /// <summary>The width of a picture on which two points lie this far apart; null when no two points were given.</summary>
    public static double? Measured(string? points, string? apart, byte[] file)
    {
        if (Points(points) is not { Length: 2 } two) return null;
        if (Length(apart, "distance") is not { } distance) throw TroubleException.Unusable("Say how far apart the two points are.");
        var (width, height) = PictureReader.SizeOf(file);
        var across = Math.Sqrt(Math.Pow((two[1].X - two[0].X) * width, 2) + Math.Pow((two[1].Y - two[0].Y) * height, 2));
        return across >= 20 ? distance * width / across : throw TroubleException.Unusable("The two points lie too near each other to measure by. Put them farther apart.");
    }

    private static ImmutableArray<PicturePoint>? Points(string? given)
    {
        if (string.IsNullOrWhiteSpace(given)) return null;
        try
        {
            return JsonSerializer.Deserialize<ImmutableArray<PicturePoint>>(given, Jsonb.Options) is { Length: 2 or 4 } points ? points : throw Unusable();
        }
        catch (JsonException)
        {
            throw Unusable();
        }

        static TroubleException Unusable() => TroubleException.Unusable("The points on the picture were not understood. Set them again.");
    }

    private static async Task<Ok<PanelFound>> FindPanel(Guid id, IFormFile file, RunLoader runs, CancellationToken cancel)
    {
        await runs.Load(id, cancel);
        using var content = new MemoryStream();
        await file.CopyToAsync(content, cancel);
        var found = PhotoPanel.Find(PictureReader.ReadColours(content.ToArray(), EnoughPixels));
        return TypedResults.Ok(new PanelFound(found is not null, found ?? [new(0.02, 0.02), new(0.98, 0.02), new(0.98, 0.98), new(0.02, 0.98)]));
    }

    /// <summary>What the stand-in scanner or phone sees: a stamped panel of the demo's.</summary>
    private static async Task<FileContentHttpResult> StandIn(Guid id, string device, RunLoader runs, CancellationToken cancel)
    {
        await runs.Load(id, cancel);
        var panel = PictureReader.Read(DemoBook.Resource("watering-can.svg"), new PictureSize(null, null));
        return device switch
        {
            "scanner" => TypedResults.File(SimulatedScanner.Scan(panel, ScanConditions.Ordinary), "image/jpeg", "stand-in scan.jpg"),
            "phone" => TypedResults.File(SimulatedPhone.Take(panel, PhoneHeld.Ordinary).Photo, "image/jpeg", "stand-in photo.jpg"),
            _ => throw TroubleException.Gone("The stand-in devices are a scanner and a phone."),
        };
    }
}
