using Nube.Core.Cards;

namespace Nube.Core.Tests.Cards;

/// <summary>Frames with an opening, against sums by hand.</summary>
public class FrameTests
{
    private static readonly CardFormat A6 = CardFormat.All.First(format => format.Name == "A6");
    private static readonly CardDesign Card = new(A6, Opening.Side, null, null, []);

    private static DesignPiece Piece(PieceKind kind, string name, double width, double height) =>
        new(Guid.NewGuid(), kind, name, width, height, 0, 0, null, 0, 0);

    private static readonly DesignPiece Frame = Piece(PieceKind.Frame, "Frame", 95, 138) with
    {
        Window = new SizeMm(75, 118),
    };

    [Fact]
    public void A_frame_weighs_what_is_left_of_its_sheet()
    {
        // A6 folded from 210 x 148 mm, and a frame of 95 x 138 less 75 x 118 mm: (31080 + 13110 - 8850) mm2 at 200 g/m2.
        Assert.Equal((31080 + 13110 - 8850) * 200 / 1e6, Card.With(Frame, Centred.Both).Grams(_ => 200), 9);
    }

    [Fact]
    public void The_paper_of_a_card_costs_what_its_part_of_the_sheets_does()
    {
        // A sheet of A4, 210 x 297 mm, for 0.50: A6 folded from 210 x 148 mm takes 148 / 297 of it. The frame's paper has no price.
        var price = Card.With(Frame with { Paper = Guid.NewGuid() }, Centred.Both)
            .PaperPrice(paper => paper is null ? 0.50 / (210 * 297) : null);
        Assert.Equal(0.50 * 148 / 297, price!.Value, 9);
        Assert.Equal(
            "The paper of a card costs 0.25 by the prices of its sheets, without waste; not all of them have one.",
            DesignWords.Price(price, unknown: true)
        );
        Assert.Null(Card.PaperPrice(_ => null));
    }

    [Fact]
    public void What_lies_in_the_opening_is_as_thick_as_without_the_frame()
    {
        var die = Piece(PieceKind.Shape, "Pear", 30, 40);
        var inside = Card.With(Frame, Centred.Both).With(die, Centred.Both);
        // Twice the base, and either the frame or the pear on it.
        Assert.Equal(3 * 0.3, inside.ThicknessMm(_ => 0.3), 9);
        Assert.Null(inside.Under(inside.Pieces[1]));
        // Set over a side of the frame, it lies on that too.
        var across = Card.With(Frame, Centred.Both).With(die, Centred.Down);
        Assert.Equal(4 * 0.3, across.ThicknessMm(_ => 0.3), 9);
    }

    [Fact]
    public void A_patch_is_sized_to_the_opening_and_what_glue_needs()
    {
        var design = Card.With(Piece(PieceKind.Ground, "Rainbow", 60, 130), Centred.Both).With(Frame, Centred.Both);
        Assert.Contains(DesignWords.Remarks(design), remark =>
            remark.Contains("edge is seen", StringComparison.Ordinal)
        );
        var fitted = design with { Pieces = [CardDesign.Behind(design.Pieces[0], design.Pieces[1]), design.Pieces[1]] };
        Assert.Equal(new SizeMm(87, 130), fitted.Pieces[0].Size);
        Assert.Equal((9, 9), (fitted.Pieces[0].LeftMm, fitted.Pieces[0].TopMm));
        Assert.Empty(DesignWords.Remarks(fitted));
        // Its frame comes onto it, not beside it.
        Assert.Equal(["Rainbow"], fitted.Below(fitted.Pieces[1]).Select(piece => piece.Name));
    }

    [Fact]
    public void A_patch_that_is_hardly_larger_than_the_opening_is_said_to_have_no_hold()
    {
        var design = Card.With(Piece(PieceKind.Ground, "Rainbow", 79, 122), Centred.Both).With(Frame, Centred.Both);
        Assert.Contains(
            "Rainbow reaches only 2 mm under Frame: give it 3 mm to be held by.",
            DesignWords.Remarks(design)
        );
    }

    [Fact]
    public void A_patch_never_reaches_beyond_its_frame()
    {
        var narrow = Frame with { Window = new SizeMm(91, 118) };
        Assert.Equal(95, CardDesign.Behind(Piece(PieceKind.Ground, "Rainbow", 20, 20), narrow).WidthMm);
    }
}
