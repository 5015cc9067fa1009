using System.Collections.Immutable;
using Microsoft.AspNetCore.Http.HttpResults;
using Nube.Core.Colour;
using Nube.Server.Support;
using Nube.Workshop;

namespace Nube.Server.Places;

/// <summary>The colours of a finished card's photo, or of any picture, to colour with. The picture is not kept.</summary>
public static class PictureColours
{
    /// <summary>Maps the place.</summary>
    public static void MapPictureColours(this IEndpointRouteBuilder api) =>
        api.MapPost("/colours-of-picture", Read)
            .RequireRateLimiting(Image.UploadLimit)
            .DisableAntiforgery()
            .WithTags("Colours");

    private static async Task<Ok<ImmutableArray<Srgb>>> Read(
        IFormFile file,
        Apprentices apprentices,
        CancellationToken cancel
    )
    {
        var found = await apprentices.Do(new FindColours(), await PictureDesk.Content(file, cancel), stop: cancel);
        return found.Colours.IsEmpty
            ? throw TroubleException.Unusable("There is nothing in this picture but paper and lines.")
            : TypedResults.Ok(found.Colours);
    }
}
