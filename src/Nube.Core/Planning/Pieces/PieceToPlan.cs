using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Nube.Core.Cards;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Stamping;

namespace Nube.Core.Planning.Pieces;

/// <summary>With what a piece is held on what lies under it.</summary>
public enum Joint
{
    /// <summary>Double-sided tape: flat, at once, and dry.</summary>
    Tape,

    /// <summary>Liquid glue: time to slide, but wet.</summary>
    Glue,

    /// <summary>Foam.</summary>
    Foam,
}

/// <summary>A piece of a card, as planning needs it.</summary>
/// <param name="Piece">Its id; <see cref="CardDesign.BaseId"/> for the base.</param>
/// <param name="Name">What its maker calls it.</param>
/// <param name="Paper">Its paper.</param>
/// <param name="Size">Its size.</param>
/// <param name="Work">What is done to it, in its order.</param>
public sealed record PieceToPlan(Guid Piece, string Name, Paper Paper, SizeMm Size, ImmutableArray<PieceWork> Work)
{
    /// <summary>Its surface, mm2.</summary>
    public double SizeMm2 => Size.Width * Size.Height;

    /// <summary>Its paper on each card, where these are not all of one; empty where they are.</summary>
    public ImmutableArray<Paper> OnCards { get; init; } = [];

    /// <summary>The piece with the picture, out of whose sheet it is cut; null where it has a paper of its own.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public Guid? CutFrom { get; init; }

    /// <summary>What it is put onto; null for the base.</summary>
    public Guid? Onto { get; init; }

    /// <summary>With what.</summary>
    public Joint Joint { get; init; }

    /// <summary>What else lies under it, and is in its place before.</summary>
    public ImmutableArray<Guid> Over { get; init; } = [];
}

/// <summary>All that a card is made of, as planning needs it.</summary>
/// <param name="Pieces">The base first, then the others, the lowest first.</param>
/// <param name="Picture">The piece whose areas are coloured; null where no piece has a picture.</param>
/// <param name="Last">What is done to the card when it is put together, in its order.</param>
public sealed record CardToPlan(ImmutableArray<PieceToPlan> Pieces, Guid? Picture, ImmutableArray<PieceWork> Last)
{
    /// <summary>The steps in which its image is stamped; none for one step, as its stroke tells.</summary>
    public ImmutableArray<StampingPart> Stamping { get; init; } = [];

    /// <summary>A design as planning needs it.</summary>
    /// <param name="design">The design.</param>
    /// <param name="paperOf">A paper of the stash, or a usual one for none.</param>
    /// <param name="glue">With what its maker puts cards together.</param>
    /// <param name="embossed">The lines of its image are embossed.</param>
    /// <param name="cards">How many cards.</param>
    public static CardToPlan Of(CardDesign design, Func<Guid?, Paper> paperOf, Glue glue, bool embossed, int cards = 1)
    {
        ArgumentNullException.ThrowIfNull(design);
        ArgumentNullException.ThrowIfNull(paperOf);
        var (sheet, picture) = (design.Base, design.PictureOf);
        ImmutableArray<PieceToPlan> pieces =
        [
            new(
                CardDesign.BaseId,
                "Base",
                paperOf(design.BasePaper),
                new SizeMm(sheet.WidthMm, sheet.HeightMm),
                design.WorkOnBase
            )
            {
                OnCards = OnCards(design.BasePaper, design.OtherBasePapers),
            },
            .. design.Pieces.Select(piece => new PieceToPlan(
                piece.Id,
                piece.Name,
                paperOf(piece.Paper),
                design.SheetOf(piece) ?? piece.Size,
                piece.WorkOn(embossed)
            )
            {
                OnCards = OnCards(piece.Paper, piece.OtherPapers),
                CutFrom = design.SheetOf(piece) is null ? picture?.Id : null,
                Onto = design.Under(piece)?.Id ?? CardDesign.BaseId,
                Joint =
                    piece.RaisedMm > 0 ? Joint.Foam
                    : (piece.Glue ?? glue) == Glue.Liquid ? Joint.Glue
                    : Joint.Tape,
                Over = [.. design.Below(piece).Select(one => one.Id)],
            }),
        ];
        var glued = pieces.Any(piece => piece.Onto is not null && piece.Joint == Joint.Glue);
        return new CardToPlan(pieces, picture?.Id, design.WorkAtTheEnd(glued));

        ImmutableArray<Paper> OnCards(Guid? own, ImmutableArray<PaperOfCards> others) =>
            others.IsDefaultOrEmpty ? [] : [.. PaperOfCards.OnCards(own, others, cards).Select(paperOf)];
    }
}
