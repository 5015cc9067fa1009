using System.Collections.Immutable;
using Nube.Core.Artwork;
using Nube.Core.Cards;
using Nube.Data.Entities;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>Reads what a maker says of a card, or says what is wrong with it.</summary>
/// <param name="given">What the maker says.</param>
/// <param name="before">What stood there: a length that is said as it was shown is the same to the last digit.</param>
/// <param name="papers">Papers of the stash.</param>
/// <param name="cards">How many cards.</param>
/// <param name="unit">In what lengths were shown.</param>
/// <param name="picture">The size of the run's picture; null where there is none.</param>
internal sealed class DesignReading(
    DesignGiven given,
    CardDesign before,
    List<StashItem> papers,
    int cards,
    LengthUnit unit,
    SizeMm? picture
)
{
    private const double MostFoamMm = 20,
        BroadestBladeMm = 5,
        FurthestMm = 600; // from the card's corner: what goes on a table
    private const int MostSpare = 24;

    /// <summary>The design, without the work on its pieces.</summary>
    public CardDesign Read()
    {
        if (given.Pieces.IsDefault || given.Pieces.Length > CardDesign.MostPieces)
            throw TroubleException.Unusable($"A card has up to {CardDesign.MostPieces} pieces on it here.");
        var format = Format();
        var flap = string.IsNullOrWhiteSpace(given.LeftFlap)
            ? (double?)null
            : Length(given.LeftFlap, "the left flap", before.LeftFlapMm);
        if (given.Opening == Opening.Gate && flap >= format.WidthMm)
            throw TroubleException.Unusable("The left flap is narrower than the card: both flaps together cover it.");
        var design = new CardDesign(
            format,
            given.Opening,
            given.Opening == Opening.Gate ? flap : null,
            Known(given.BasePaper),
            []
        )
        {
            OtherBasePapers = Others(given.OtherBasePapers),
            BladeMm = given.BladeMm is >= 0 and <= BroadestBladeMm
                ? given.BladeMm
                : throw TroubleException.Unusable($"A blade takes 0 to {BroadestBladeMm} mm."),
        };
        design = given.Pieces.Aggregate(design, (so, one) =>
        {
            var (piece, placed) = Piece(one, so);
            return so.With(piece, placed);
        });
        design = design with
        {
            Pieces = [.. design.Pieces.Zip(given.Pieces, (piece, one) => Fitted(piece, one, design))],
        };
        return design with
        {
            Pieces = [.. design.Pieces.Zip(given.Pieces, (piece, one) => CutOut(piece, one, design))],
        };
    }

    /// <summary>A piece that is cut out of the sheet with the picture: it is of that sheet's paper.</summary>
    private DesignPiece CutOut(DesignPiece piece, DesignPieceGiven one, CardDesign design)
    {
        if (!one.CutOut)
            return piece;
        if (picture is not { } sheet || design.PictureOf is not { } image)
            throw TroubleException.Unusable(
                $"{piece.Name} is cut out of the picture: the card needs an image, and the image a picture, first."
            );
        if (piece.Kind is PieceKind.Mat or PieceKind.Frame)
            throw TroubleException.Unusable("Mats and frames have papers of their own.");
        var was = Was(one)?.FromPicture;
        var middle = PictureCut.InMiddle(sheet, piece.Size);
        return piece with
        {
            // A second image is not stamped by itself any more.
            Kind = piece.Kind == PieceKind.Image && piece.Id != image.Id ? PieceKind.Shape : piece.Kind,
            Paper = image.Paper,
            OtherPapers = [],
            Spare = piece.Id == image.Id ? piece.Spare : 0,
            FromPicture = new PictureCut(
                one.FromLeft is null ? was?.LeftMm ?? middle.LeftMm : Place(one.FromLeft, was?.LeftMm),
                one.FromTop is null ? was?.TopMm ?? middle.TopMm : Place(one.FromTop, was?.TopMm),
                sheet
            ),
        };
    }

    private CardFormat Format()
    {
        if (CardFormat.All.FirstOrDefault(one => one.Name == given.Format) is { } known)
            return given.Turned ? known.Turned() : known;
        var own = new CardFormat(
            "Own size",
            Length(given.Width, "the card's width", before.Format.WidthMm),
            Length(given.Height, "the card's height", before.Format.HeightMm),
            given.Width?.Contains("in", StringComparison.Ordinal) == true
        );
        return own.WidthMm.Equals(before.Format.WidthMm) && own.HeightMm.Equals(before.Format.HeightMm)
            ? own with
            {
                InInches = before.Format.InInches,
            }
            : own;
    }

    /// <summary>A piece, and in which directions it is moved to the middle.</summary>
    private (DesignPiece Piece, Centred Placed) Piece(DesignPieceGiven one, CardDesign design)
    {
        if (string.IsNullOrWhiteSpace(one.Name) || one.Name.Length > Line.LongestName)
            throw TroubleException.Unusable($"Give each piece a name of up to {Line.LongestName} letters.");
        if (!(one.RaisedMm is >= 0 and <= MostFoamMm))
            throw TroubleException.Unusable($"Foam is 0 to {MostFoamMm} mm high.");
        if (one.Spare is < 0 or > MostSpare)
            throw TroubleException.Unusable($"There are 0 to {MostSpare} spare ones.");
        var (size, left, top) = Lies(one, design);
        var piece = new DesignPiece(
            one.Id ?? Guid.CreateVersion7(),
            one.Kind,
            one.Name.Trim(),
            size.Width,
            size.Height,
            left ?? 0,
            top ?? 0,
            Known(one.Paper),
            one.RaisedMm,
            one.Spare
        )
        {
            OtherPapers = Others(one.OtherPapers),
            Inside = one.Inside,
        };
        if (Math.Abs(piece.LeftMm) > FurthestMm || Math.Abs(piece.TopMm) > FurthestMm)
            throw TroubleException.Unusable("A piece lies on the card, or partly beyond it.");
        return (
            piece with
            {
                Window = WindowOf(one, piece),
            },
            (left is null ? Centred.Across : Centred.No) | (top is null ? Centred.Down : Centred.No)
        );
    }

    /// <summary>Size and place of a piece; null where it is to lie in the middle.</summary>
    private (SizeMm Size, double? Left, double? Top) Lies(DesignPieceGiven one, CardDesign design)
    {
        if (one.Around is { } around)
        {
            var inner = given.Pieces.FirstOrDefault(other => other.Id == around)
                ?? throw TroubleException.Unusable("The piece that this one goes around is not there.");
            var border = design.Format.UsualBorderMm;
            return (Border.Even(SizeOf(inner, design), border), inner.LeftMm - border, inner.TopMm - border);
        }
        var was = Was(one);
        return (
            SizeOf(one, design),
            one.Left is null ? one.LeftMm : Place(one.Left, was?.LeftMm),
            one.Top is null ? one.TopMm : Place(one.Top, was?.TopMm)
        );
    }

    private SizeMm SizeOf(DesignPieceGiven one, CardDesign design)
    {
        var (usual, was) = (design.UsualSize(one.Kind), Was(one));
        return new SizeMm(
            one.Width is null ? usual.Width : Length(one.Width, "a piece's width", was?.WidthMm),
            one.Height is null ? usual.Height : Length(one.Height, "a piece's height", was?.HeightMm)
        );
    }

    private SizeMm? WindowOf(DesignPieceGiven one, DesignPiece piece)
    {
        if (piece.Kind != PieceKind.Frame)
            return null;
        if (one.WindowWidth is null && one.WindowHeight is null)
            return one.Id is null ? CardDesign.UsualWindow(piece.Size) : null;
        var was = Was(one)?.Window;
        var window = new SizeMm(
            Length(one.WindowWidth, "the opening's width", was?.Width),
            Length(one.WindowHeight, "the opening's height", was?.Height)
        );
        return window.Width < piece.WidthMm && window.Height < piece.HeightMm
            ? window
            : throw TroubleException.Unusable($"The opening of {piece.Name} is smaller than {piece.Name} itself.");
    }

    private static DesignPiece Fitted(DesignPiece piece, DesignPieceGiven one, CardDesign design) =>
        one.Behind is not { } frame ? piece
        : design.Pieces.FirstOrDefault(other => other.Id == frame) is { Window: not null } there
            ? CardDesign.Behind(piece, there)
        : throw TroubleException.Unusable("The frame that it is to lie behind has no opening.");

    private DesignPiece? Was(DesignPieceGiven one) => before.Pieces.FirstOrDefault(piece => piece.Id == one.Id);

    private Guid? Known(Guid? paper) =>
        paper is null || papers.Exists(one => one.Id == paper)
            ? paper
            : throw TroubleException.Gone("This paper is not in the stash any more.");

    private ImmutableArray<PaperOfCards> Others(IReadOnlyList<PaperOfCards>? others)
    {
        if (others is null or [])
            return [];
        if (others.Any(one => one.Cards < 1) || others.Sum(one => (long)one.Cards) >= cards)
            throw TroubleException.Unusable(
                $"Other papers are for 1 card or more each, and for fewer than all {cards} together."
            );
        return [.. others.Select(one => one with { Paper = Known(one.Paper) })];
    }

    /// <summary>A length as it was said.</summary>
    private double Length(string? text, string what, double? was) => DesignPlace.Length(text, what, was, unit);

    /// <summary>A distance from the card's left or top, also beyond it, as it was said.</summary>
    private double Place(string text, double? was)
    {
        var said = text.Trim();
        if (was is { } shown && said == Lengths.Exactly(shown, unit))
            return shown;
        var beyond = said.StartsWith('-');
        var nothing = said.TrimStart('-').Split(' ')[0] is "0";
        return nothing ? 0
            : beyond ? -DesignPlace.Length(said[1..], "where a piece lies")
            : DesignPlace.Length(said, "where a piece lies");
    }
}
