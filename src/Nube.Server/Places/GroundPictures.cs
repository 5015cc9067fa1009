using Microsoft.AspNetCore.Http.HttpResults;
using Nube.Core.Cards;
using Nube.Core.Planning.Pieces;
using Nube.Core.Simulation;
using Nube.Server.Support;
using Nube.Workshop;

namespace Nube.Server.Places;

/// <summary>Pictures of the grounds on pieces, as they will look.</summary>
internal static class GroundPictures
{
    private const double CellMm = 0.5; // fine enough for what is behind a picture; a quarter of the time of the finest

    /// <summary>Maps them.</summary>
    public static void MapGrounds(this IEndpointRouteBuilder design) =>
        design.MapGet("/pieces/{piece:guid}/ground/{print:int}", Look).ExcludeFromDescription();

    /// <summary>
    /// Where the pictures of the ground on a piece are, one for each print from one inking; none where it is bare.
    /// </summary>
    public static IReadOnlyList<string> UrlsOf(RunWithSupplies run, CardDesign design, DesignPiece piece)
    {
        if (run.Palette.Count == 0 || !PieceAlone.HasGround(piece.WorkOn()))
            return [];
        return
        [
            .. Enumerable
                .Range(1, PieceAlone.Prints(piece.WorkOn()))
                .Select(print =>
                {
                    // The key is there so that a browser asks again when the ground is another one.
                    var key = CardLooksKept.KeyOf(Play(run, design, piece, print))[..12];
                    return $"/api/runs/{run.Run.Id}/design/pieces/{piece.Id}/ground/{print}?of={key}";
                }),
        ];
    }

    private static async Task<RedirectHttpResult> Look(
        Guid id,
        Guid piece,
        int print,
        RunLoader runs,
        CardLooksKept looks,
        Apprentices apprentices,
        CancellationToken cancel
    )
    {
        var run = await runs.Load(id, cancel);
        var design = DesignPlace.Of(run);
        if (
            run.Palette.Count == 0
            || design.Pieces.FirstOrDefault(one => one.Id == piece) is not { } there
            || !PieceAlone.HasGround(there.WorkOn())
            || print < 1
            || print > PieceAlone.Prints(there.WorkOn())
        )
            throw TroubleException.Gone("There is no ground on this piece any more.");
        var play = Play(run, design, there, print);
        var url = await looks.Only(run, CardLooksKept.KeyOf(play), Paint, cancel);
        return TypedResults.Redirect(url);

        async Task<byte[]> Paint() => (await apprentices.Do(play, ReadOnlyMemory<byte>.Empty, stop: cancel)).Webp;
    }

    private static PlayPiece Play(RunWithSupplies run, CardDesign design, DesignPiece piece, int print) =>
        new(
            CardToPlan
                .Of(design, run.PaperOf, run.Schools.Glue, embossed: false)
                .Pieces.First(one => one.Piece == piece.Id) with
            {
                Onto = null,
                Over = [],
            },
            [.. run.Palette.Select(item => item.Colourant!)],
            run.LayingHand,
            run.Ink?.Slow ?? true,
            print,
            CardLooksKept.SeedOf(piece.Id),
            CellMm
        );
}
