using Microsoft.AspNetCore.Http.HttpResults;
using Nube.Core.Planning;
using Nube.Server.Support;
using Nube.Workshop;

namespace Nube.Server.Places;

/// <summary>The area that is looked at.</summary>
public sealed record CloseUpOf(int Area);

/// <summary>How an area will look, dry.</summary>
/// <param name="Url">Where the picture is: the card with nothing else on it.</param>
public sealed record CloseUpView(string Url);

/// <summary>A close look at what an area becomes, before there is a plan.</summary>
public static class AreaCloseUp
{
    /// <summary>Maps it.</summary>
    public static void MapAreaCloseUp(this IEndpointRouteBuilder colours) => colours.MapPost("/close-up", Look);

    private static async Task<Ok<CloseUpView>> Look(
        Guid id,
        CloseUpOf given,
        RunLoader runs,
        FileStore files,
        CardLooksKept looks,
        Apprentices apprentices,
        CancellationToken cancel
    )
    {
        var run = await runs.Piece(id, cancel);
        var painting = Only(run.Painting, given.Area);
        if (
            painting.Colours.All(colour => colour.Wish.Area != given.Area)
            || CardLooksKept.Bare(run) is not { } bare
            || run.InHand.Image is not { } image
        )
            throw TroubleException.Gone("This area has no colour any more.");
        var play = new PlayArea(
            new PlanCards(
                painting,
                bare.Colourants,
                run.Schools,
                [],
                new Pace(1, run.Hand, bare.Paper, bare.Air, PlanOptions.None),
                Before: null,
                Hand: run.LayingHand
            )
            {
                Printed = run.Printed,
            },
            bare
        );
        var url = await looks.Only(run, CardLooksKept.KeyOf(play, image), Paint, cancel);
        return TypedResults.Ok(new CloseUpView(url));

        async Task<byte[]> Paint() =>
            (await apprentices.Do(play, (await files.Get(image.LabelsHash, cancel)).Content, stop: cancel)).Webp;
    }

    /// <summary>What becomes of an area alone; of a detail with what it lies on.</summary>
    private static Painting Only(Painting all, int area)
    {
        var host = all.Areas.FirstOrDefault(one => one.Area == area)?.DetailOf;
        return all with
        {
            Colours = [.. all.Colours.Where(colour => colour.Wish.Area == area || colour.Wish.Area == host)],
            Cards = [],
            Embossed = false,
            Traced = false,
        };
    }
}
