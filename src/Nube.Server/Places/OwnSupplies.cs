using System.Text;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Artwork;
using Nube.Core.Colour;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Optics;
using Nube.Core.Swatches;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;
using Nube.Workshop;

namespace Nube.Server.Places;

/// <summary>
/// A paper of one's own. Drop seconds: how long a drop of clean water, spread to a coin, shines on it; null where that was
/// not timed.
/// </summary>
public sealed record NewPaper(
    string Name,
    Srgb Colour,
    double GramsPerSquareMetre,
    PaperTexture Texture,
    double? DropSeconds
);

/// <summary>A stamping ink of one's own; without a colour its line is black.</summary>
public sealed record NewStampingInk(
    string Name,
    bool Waterproof,
    bool Slow,
    bool Embossable,
    bool AlcoholSafe,
    Srgb? Colour
);

/// <summary>Papers and stamping inks of one's own.</summary>
public static class OwnSupplies
{
    private const double LeastGrams = 40,
        MostGrams = 1000; // g/m2: tissue to board

    private const double LongestDrop = 3600; // s: by then the water is gone into the air

    /// <summary>Maps the place.</summary>
    public static void MapOwnSupplies(this IEndpointRouteBuilder api)
    {
        var own = api.MapGroup("/stash").WithTags("Stash");
        own.MapPost("/papers", AddPaper);
        own.MapPost("/papers/colour-in-photo", InPhoto).RequireRateLimiting(Image.UploadLimit).DisableAntiforgery();
        own.MapPost("/papers/colour-measured", Measured).RequireRateLimiting(Image.UploadLimit).DisableAntiforgery();
        own.MapPost("/stamping-inks", AddInk);
    }

    private static async Task<Created<StashItemView>> AddPaper(
        NewPaper given,
        NubeDb db,
        MakerAtWork maker,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var name = await StashPlace.NewName(given.Name, db, cancel);
        if (!(given.GramsPerSquareMetre is >= LeastGrams and <= MostGrams))
            throw TroubleException.Unusable(
                $"A paper has {LeastGrams} to {MostGrams} g/m2. It stands on the pack; 110 lb cover is about 300."
            );
        if (given.DropSeconds is not null && !(given.DropSeconds is > 0 and <= LongestDrop))
            throw TroubleException.Unusable("Time the drop in seconds, up to an hour.");
        var alike = GenericCatalogue.MostAlike(given.GramsPerSquareMetre, given.Texture);
        var paper = new Paper(
            name,
            given.Colour,
            given.Texture,
            given.GramsPerSquareMetre,
            alike.Cobb60,
            alike.BuckleWater,
            Provenance.Estimated
        );
        if (given.DropSeconds is { } seconds)
        {
            var room = (await db.Users.SingleAsync(one => one.Id == maker.MakerId, cancel)).Room;
            paper = paper with
            {
                Cobb60 = Math.Round(DropTest.Cobb60(seconds, paper, room), 1),
                Provenance = Provenance.Measured,
            };
        }
        return await Keep(
            new StashItem
            {
                MakerId = maker.MakerId,
                Kind = StashKind.Paper,
                Paper = paper,
                CreatedAt = clock.GetUtcNow(),
            },
            db,
            cancel
        );
    }

    /// <summary>A paper's colour by a photo with a white sheet beside it; places as shares. The photo is not
    /// kept.</summary>
    private static async Task<Ok<Srgb>> InPhoto(
        IFormFile file,
        double paperX,
        double paperY,
        double whiteX,
        double whiteY,
        Apprentices apprentices,
        CancellationToken cancel
    )
    {
        if (new[] { paperX, paperY, whiteX, whiteY }.Any(share => !(share is >= 0 and <= 1)))
            throw TroubleException.Unusable("Mark the paper and the white sheet inside the photo.");
        var look = new FindPaper(new PicturePoint(paperX, paperY), new PicturePoint(whiteX, whiteY));
        var found = await apprentices.Do(look, await PictureDesk.Content(file, cancel), stop: cancel);
        return TypedResults.Ok(found.Colour);
    }

    /// <summary>A paper's colour by what a meter read on it: CGATS.17 or ISO 28178 text with spectra.</summary>
    private static async Task<Ok<Srgb>> Measured(IFormFile file, CancellationToken cancel)
    {
        if (file.Length > SheetReadings.MostText)
            throw TroubleException.Unusable("This file is too large for meter readings.");
        return TypedResults.Ok(PaperColour.Measured(Encoding.UTF8.GetString(await PictureDesk.Content(file, cancel))));
    }

    private static async Task<Created<StashItemView>> AddInk(
        NewStampingInk given,
        NubeDb db,
        MakerAtWork maker,
        TimeProvider clock,
        CancellationToken cancel
    ) =>
        await Keep(
            new StashItem
            {
                MakerId = maker.MakerId,
                Kind = StashKind.StampingInk,
                StampingInk = new StampingInk(
                    await StashPlace.NewName(given.Name, db, cancel),
                    given.Waterproof,
                    given.Slow,
                    given.Embossable,
                    given.AlcoholSafe,
                    Provenance.Estimated
                )
                {
                    Colour = given.Colour,
                },
                CreatedAt = clock.GetUtcNow(),
            },
            db,
            cancel
        );

    private static async Task<Created<StashItemView>> Keep(StashItem item, NubeDb db, CancellationToken cancel)
    {
        db.Stash.Add(item);
        await db.SaveChangesAsync(cancel);
        return TypedResults.Created($"/api/stash/{item.Id}", StashItemView.Of(item));
    }
}
