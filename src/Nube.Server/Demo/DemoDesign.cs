using Microsoft.EntityFrameworkCore;
using Nube.Core.Artwork;
using Nube.Core.Cards;
using Nube.Core.Cards.Cutting;
using Nube.Core.Colour;
using Nube.Core.Methods;

namespace Nube.Server.Demo;

/// <summary>What the cards of the demo book are made of.</summary>
public sealed partial class DemoBook
{
    private const double Inch = Lengths.MillimetresPerInch;

    private static readonly string[] Sky = ["#8fb4d6", "#c9a9c9", "#e39a8b"];

    /// <summary>
    /// An image on foam, on a mat of sage, on a card of kraft, with words under it on a strip of evening sky; and the sheets
    /// for it.
    /// </summary>
    private async Task MakeUp(Guid id, string words, CancellationToken cancel)
    {
        var kraft = await Paper("Kraft card", new SheetOwned(Guid.CreateVersion7(), 12 * Inch, 12 * Inch, 3));
        var sage = await Paper(
            "Sage card",
            new SheetOwned(Guid.CreateVersion7(), 8.5 * Inch, 11 * Inch, 2, Grain.AlongHeight)
        );
        var run = await runs.Load(id, cancel);
        var (image, paper) = (run.Image, run.InHand.PaperId);
        var card = new CardFormat("A5", 148, 210, false);
        SizeMm picture = new(image.WidthMm, image.HeightMm);
        var mat = Border.Even(picture, 5);
        run.Run.Design = new CardDesign(card, Opening.Side, null, kraft, [])
            .With(Piece(PieceKind.Mat, "Mat", mat, sage, top: 20), Centred.Across)
            .With(Piece(PieceKind.Image, "Image", picture, paper, top: 25) with { RaisedMm = 1.5 }, Centred.Across)
            .With(
                Piece(PieceKind.Strip, "Evening sky", new SizeMm(148, 30), paper, top: 162) with
                {
                    Work = Places.PieceWorks.Read(
                        [
                            new(Method.CutToSize, []),
                            new(Method.TapingDown, []),
                            new(Method.RainbowBands, [.. Sky.Select(Srgb.Parse)]),
                            new(Method.Flattening, []),
                        ],
                        null,
                        run.PaperOf(paper),
                        run,
                        palettes
                    ),
                },
                Centred.Across
            )
            .With(Piece(PieceKind.Greeting, words, new SizeMm(90, 18), paper, top: 168), Centred.Across);
        await db.SaveChangesAsync(cancel);

        async Task<Guid> Paper(string name, params SheetOwned[] sheets)
        {
            var item = (await db.Stash.ToListAsync(cancel)).First(one => one.Paper?.Name == name);
            item.Sheets = [.. sheets];
            return item.Id;
        }

        static DesignPiece Piece(PieceKind kind, string name, SizeMm size, Guid? paper, double top) =>
            new(
                Guid.CreateVersion7(),
                kind,
                name,
                size.Width,
                size.Height,
                0,
                top,
                paper,
                0,
                kind == PieceKind.Image ? 1 : 0
            );
    }
}
