using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Nube.Core.Cards.Cutting;
using Nube.Core.Methods;

namespace Nube.Core.Cards;

/// <summary>What a card of a run is made of.</summary>
/// <param name="Format">The card, closed.</param>
/// <param name="Opening">How it opens.</param>
/// <param name="LeftFlapMm">Width of a gate's left flap, mm; null for half of the card, and where there is none.</param>
/// <param name="BasePaper">The paper of the base in the stash; null until chosen.</param>
/// <param name="Pieces">What lies on its front and inside it, the lowest first.</param>
public sealed record CardDesign(
    CardFormat Format,
    Opening Opening,
    double? LeftFlapMm,
    Guid? BasePaper,
    ImmutableArray<DesignPiece> Pieces
)
{
    /// <summary>Most pieces of a card.</summary>
    public const int MostPieces = 24;

    /// <summary>
    /// What a card is before anything is said: a folded card that an image has room on with the usual border, with the
    /// image in its middle.
    /// </summary>
    /// <param name="image">The image; null where there is none yet.</param>
    /// <param name="paper">Its paper.</param>
    /// <param name="id">Id of the image's piece.</param>
    public static CardDesign Usual(SizeMm? image, Guid? paper, Guid id)
    {
        var format = image is { } size
            ? CardFormat
                .All.SelectMany(one => (CardFormat[])[one, one.Turned()])
                .Where(one => HasRoom(one, size))
                .MinBy(one => one.WidthMm * one.HeightMm)
                ?? Around(size)
            : CardFormat.All[0];
        var design = new CardDesign(
            format,
            format.WidthMm > format.HeightMm ? Opening.Tent : Opening.Side,
            null,
            null,
            []
        );
        return image is { } there
            ? design.With(
                new DesignPiece(id, PieceKind.Image, "Image", there.Width, there.Height, 0, 0, paper, 0, 1),
                Centred.Both
            )
            : design;
    }

    private static bool HasRoom(CardFormat format, SizeMm image) =>
        image.Width + 2 * format.UsualBorderMm <= format.WidthMm
        && image.Height + 2 * format.UsualBorderMm <= format.HeightMm;

    private static CardFormat Around(SizeMm image)
    {
        var own = new CardFormat("Own size", image.Width, image.Height, false);
        return own with
        {
            WidthMm = own.WidthMm + 2 * own.UsualBorderMm,
            HeightMm = own.HeightMm + 2 * own.UsualBorderMm,
        };
    }

    /// <summary>The sheet that it is folded from.</summary>
    [JsonIgnore]
    public CardBase Base => CardBase.Of(Format, Opening, LeftFlapMm);

    /// <summary>The size that a piece of a kind has before its maker says one; by eye.</summary>
    public SizeMm UsualSize(PieceKind kind)
    {
        var (width, height) = (Format.WidthMm, Format.HeightMm);
        var panel = Format.Panel(Format.UsualBorderMm);
        return kind switch
        {
            PieceKind.Greeting => new SizeMm(Math.Round(0.6 * width), Math.Round(0.1 * height)),
            PieceKind.Shape => new SizeMm(Math.Round(0.3 * width), Math.Round(0.3 * width)),
            PieceKind.Strip => new SizeMm(width, Math.Round(0.1 * height)),
            _ => new SizeMm(panel.WidthMm, panel.HeightMm),
        };
    }

    /// <summary>The base's papers on the last of a run's cards, where these are not of its own; empty where all are.</summary>
    [AddedLater(partWise: true)]
    public ImmutableArray<PaperOfCards> OtherBasePapers { get; init; } = [];

    /// <summary>What the blade that cuts its pieces takes, mm: 0 for a trimmer, which takes nothing.</summary>
    [AddedLater(partWise: true)]
    public double BladeMm { get; init; }

    /// <summary>What is done to the base, in its order; null for what is usual.</summary>
    public ImmutableArray<PieceWork>? BaseWork { get; init; }

    /// <summary>What is done to the card when it is put together, in its order; null for what is usual.</summary>
    public ImmutableArray<PieceWork>? LastWork { get; init; }

    /// <summary>What is done to the base, in its order.</summary>
    [JsonIgnore]
    public ImmutableArray<PieceWork> WorkOnBase =>
        BaseWork
        ?? (
            Opening == Opening.Flat
                ? [.. PieceWork.Usual(null).Where(work => work.Wish.Method != Method.ScoreAndFold)]
                : PieceWork.Usual(null)
        );

    /// <summary>What is done to the card when it is put together, in its order.</summary>
    /// <param name="glued">Something is held by liquid glue.</param>
    public ImmutableArray<PieceWork> WorkAtTheEnd(bool glued) =>
        LastWork
        ?? (
            glued
                ? [PieceWork.Plain(Method.Weighting), PieceWork.Plain(Method.IntoEnvelope)]
                : [PieceWork.Plain(Method.IntoEnvelope)]
        );

    /// <summary>The piece whose picture is coloured: the first image; null where there is none.</summary>
    [JsonIgnore]
    public DesignPiece? PictureOf => Pieces.FirstOrDefault(piece => piece.Kind == PieceKind.Image);

    /// <summary>The same with its picture on another paper, and with it all that is cut out of that sheet.</summary>
    /// <param name="paper">The paper in the stash.</param>
    public CardDesign PictureOn(Guid paper)
    {
        var picture = PictureOf?.Id;
        return this with
        {
            Pieces =
            [
                .. Pieces.Select(piece =>
                    piece.Id == picture || piece.FromPicture is not null ? piece with { Paper = paper } : piece
                ),
            ],
        };
    }

    /// <summary>
    /// The same for fewer cards: of the other papers of pieces, those are left out, the last first, that there are no cards
    /// for any more beside one of a piece's own.
    /// </summary>
    /// <param name="cards">How many cards, 1 or more.</param>
    public CardDesign ForCards(int cards)
    {
        return this with
        {
            OtherBasePapers = Fewer(OtherBasePapers),
            Pieces = [.. Pieces.Select(piece => piece with { OtherPapers = Fewer(piece.OtherPapers) })],
        };

        ImmutableArray<PaperOfCards> Fewer(ImmutableArray<PaperOfCards> others)
        {
            var left = cards - 1;
            var kept = ImmutableArray.CreateBuilder<PaperOfCards>();
            foreach (var other in others)
            {
                var on = Math.Min(other.Cards, left);
                left -= on;
                if (on > 0)
                    kept.Add(other with { Cards = on });
            }
            return kept.ToImmutable();
        }
    }

    /// <summary>The sheet that a piece is made from; null for one that is cut out of the sheet with the picture.</summary>
    public SizeMm? SheetOf(DesignPiece piece)
    {
        ArgumentNullException.ThrowIfNull(piece);
        return piece.FromPicture is not { } cut ? piece.Size
            : piece.Id == PictureOf?.Id ? cut.Sheet
            : null;
    }

    /// <summary>The same with a picture of this size; what is cut out of it stays where it was on it.</summary>
    public CardDesign WithPicture(SizeMm picture) =>
        Pieces.Any(piece => piece.FromPicture is { } cut && cut.Sheet != picture)
            ? this with
            {
                Pieces =
                [
                    .. Pieces.Select(piece =>
                        piece.FromPicture is { } cut ? piece with { FromPicture = cut with { Sheet = picture } } : piece
                    ),
                ],
            }
            : this;

    /// <summary>All papers that are chosen for it, each once.</summary>
    [JsonIgnore]
    public IEnumerable<Guid> Papers =>
        Pieces
            .Select(piece => piece.Paper)
            .Append(BasePaper)
            .Concat(Pieces.SelectMany(piece => piece.OtherPapers).Concat(OtherBasePapers).Select(one => one.Paper))
            .OfType<Guid>()
            .Distinct();

    /// <summary>What a piece lies on in part, or as a whole, beside the card itself.</summary>
    public IEnumerable<DesignPiece> Below(DesignPiece piece)
    {
        ArgumentNullException.ThrowIfNull(piece);
        return Pieces.TakeWhile(one => one.Id != piece.Id).Where(piece.Meets);
    }

    /// <summary>How often the base lies on itself when the card is closed.</summary>
    private int Leaves => Opening == Opening.Flat ? 1 : 2;

    /// <summary>With one piece more, on top of the others.</summary>
    /// <param name="piece">The piece.</param>
    /// <param name="centred">In which directions it is moved to the card's middle.</param>
    public CardDesign With(DesignPiece piece, Centred centred)
    {
        ArgumentNullException.ThrowIfNull(piece);
        return this with { Pieces = Pieces.Add(InMiddle(piece, centred)) };
    }

    /// <summary>A piece moved to the middle of the card.</summary>
    public DesignPiece InMiddle(DesignPiece piece, Centred centred)
    {
        ArgumentNullException.ThrowIfNull(piece);
        return piece with
        {
            LeftMm = centred.HasFlag(Centred.Across) ? (Format.WidthMm - piece.WidthMm) / 2 : piece.LeftMm,
            TopMm = centred.HasFlag(Centred.Down) ? (Format.HeightMm - piece.HeightMm) / 2 : piece.TopMm,
        };
    }

    /// <summary>The piece right under another, which lies on it as a whole; null for the card itself.</summary>
    public DesignPiece? Under(DesignPiece piece)
    {
        ArgumentNullException.ThrowIfNull(piece);
        return Pieces.TakeWhile(one => one.Id != piece.Id).LastOrDefault(one => one.Carries(piece));
    }

    /// <summary>The opening that a frame has before its maker says one; by eye.</summary>
    public static SizeMm UsualWindow(SizeMm frame)
    {
        var side = 0.12 * Math.Min(frame.Width, frame.Height);
        return new SizeMm(Math.Round(frame.Width - 2 * side), Math.Round(frame.Height - 2 * side));
    }

    /// <summary>How far what lies behind a window reaches beyond it on each side, mm. Common practice, no source.</summary>
    public const double BehindWindowMm = 6;

    /// <summary>A piece as large as it must be behind the window of a frame, and in its place there.</summary>
    /// <param name="piece">The piece.</param>
    /// <param name="frame">The frame; it has a window.</param>
    public static DesignPiece Behind(DesignPiece piece, DesignPiece frame)
    {
        ArgumentNullException.ThrowIfNull(piece);
        ArgumentNullException.ThrowIfNull(frame);
        if (frame.Window is not { } window)
            throw new ArgumentException("It has no window.", nameof(frame));
        // Never beyond the frame itself.
        var (width, height) = (
            Math.Min(window.Width + 2 * BehindWindowMm, frame.WidthMm),
            Math.Min(window.Height + 2 * BehindWindowMm, frame.HeightMm)
        );
        return piece with
        {
            WidthMm = width,
            HeightMm = height,
            LeftMm = frame.LeftMm + (frame.WidthMm - width) / 2,
            TopMm = frame.TopMm + (frame.HeightMm - height) / 2,
        };
    }

    /// <summary>The borders that the piece under it, or the card, leaves around a piece that lies in its middle.</summary>
    public Border BorderOf(DesignPiece piece)
    {
        ArgumentNullException.ThrowIfNull(piece);
        return Border.Around(piece.Size, Under(piece)?.Size ?? new SizeMm(Format.WidthMm, Format.HeightMm));
    }

    /// <summary>Parts that the base and the pieces are cut as, by paper.</summary>
    /// <param name="cards">How many cards.</param>
    /// <remarks>The base is folded along its grain; for other pieces that is all the same.</remarks>
    public ILookup<Guid?, PartToCut> Parts(int cards)
    {
        var sheet = Base;
        var grain =
            sheet.ScoresMm.IsEmpty ? Grain.Any
            : sheet.FoldsRunDown ? Grain.AlongHeight
            : Grain.AlongWidth;
        return Of(BasePaper, OtherBasePapers, 0, new PartToCut(BaseId, sheet.WidthMm, sheet.HeightMm, 1, grain))
            .Concat(
                Pieces.SelectMany(piece =>
                    SheetOf(piece) is { } whole
                        ? Of(
                            piece.Paper,
                            piece.OtherPapers,
                            piece.Spare,
                            new PartToCut(piece.Id, whole.Width, whole.Height, 1)
                        )
                        : []
                )
            )
            .ToLookup(one => one.Paper, one => one.Part);

        // Spare ones are of the piece's own paper.
        IEnumerable<(Guid? Paper, PartToCut Part)> Of(
            Guid? own,
            ImmutableArray<PaperOfCards> others,
            int spare,
            PartToCut part
        ) =>
            PaperOfCards
                .OnCards(own, others, cards)
                .Concat(Enumerable.Repeat(own, spare))
                .CountBy(paper => paper ?? Guid.Empty)
                .Select(of => (of.Key == Guid.Empty ? (Guid?)null : of.Key, part with { Count = of.Value }));
    }

    /// <summary>What the paper of a card costs, by surface and without waste; null where no price is known.</summary>
    /// <param name="priceOf">Price of a paper, for 1 mm2; null where it is not known.</param>
    public double? PaperPrice(Func<Guid?, double?> priceOf)
    {
        ArgumentNullException.ThrowIfNull(priceOf);
        var sheet = Base;
        double?[] prices =
        [
            sheet.WidthMm * sheet.HeightMm * priceOf(BasePaper),
            .. Pieces
                .Select(piece => (piece.Paper, Sheet: SheetOf(piece)))
                .Where(one => one.Sheet is not null)
                .Select(one => one.Sheet!.Value.Width * one.Sheet.Value.Height * priceOf(one.Paper)),
        ];
        return prices.All(price => price is null) ? null : prices.Sum();
    }

    /// <summary>What the base is called among parts.</summary>
    public static Guid BaseId => Guid.Empty;

    /// <summary>The weight of the card by the grammage of its papers (ISO 536), without foam and glue, g.</summary>
    /// <param name="grammageOf">Grammage of a paper of the stash, g/m2; of none, null, a usual one.</param>
    public double Grams(Func<Guid?, double> grammageOf)
    {
        ArgumentNullException.ThrowIfNull(grammageOf);
        const double mm2PerSquareMetre = 1e6;
        var sheet = Base;
        return (
                sheet.WidthMm * sheet.HeightMm * grammageOf(BasePaper)
                + Pieces.Sum(piece => piece.PaperMm2 * grammageOf(piece.Paper))
            ) / mm2PerSquareMetre;
    }

    /// <summary>The thickness of the closed card where it is thickest, mm.</summary>
    /// <param name="thicknessOf">Thickness of a paper of the stash, mm; of none, null, a usual one.</param>
    public double ThicknessMm(Func<Guid?, double> thicknessOf)
    {
        ArgumentNullException.ThrowIfNull(thicknessOf);
        return CardThickness.Most([
            new StackedLayer(0, 0, new SizeMm(Format.WidthMm, Format.HeightMm), Leaves * thicknessOf(BasePaper)),
            .. Pieces.SelectMany(piece =>
                piece.Sides.Select(side => new StackedLayer(
                    piece.LeftMm + side.Left,
                    piece.TopMm + side.Top,
                    side.Size,
                    thicknessOf(piece.Paper),
                    piece.RaisedMm
                ))
            ),
        ]);
    }
}

/// <summary>In which directions something lies in the middle.</summary>
[Flags]
public enum Centred
{
    /// <summary>In none.</summary>
    No = 0,

    /// <summary>As far from the left as from the right.</summary>
    Across = 1,

    /// <summary>As far from the top as from the bottom.</summary>
    Down = 2,

    /// <summary>In both.</summary>
    Both = Across | Down,
}
