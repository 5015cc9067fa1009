using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Colour;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Optics;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;

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
