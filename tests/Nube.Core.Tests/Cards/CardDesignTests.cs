using System.Collections.Immutable;
using Nube.Core.Artwork;
using Nube.Core.Cards;
using Nube.Core.Cards.Cutting;
using Nube.Core.Methods;
using Nube.Core.Planning;

namespace Nube.Core.Tests.Cards;

/// <summary>What follows from what a card is made of.</summary>
public class CardDesignTests
{
    private const double Inch = 25.4;
    private static readonly Guid Kraft = Guid.NewGuid(),
        Sage = Guid.NewGuid(),
        White = Guid.NewGuid();

    private static DesignPiece Piece(string name, PieceKind kind, double width, double height, Guid? paper) =>
        new(Guid.NewGuid(), kind, name, width, height, 0, 0, paper, 0, 0);

    /// <summary>A trade A2 card by the book: a mat of 4 x 5 1/4 in, a panel of 3 3/4 x 5 in on it.</summary>
    private static CardDesign A2 =>
        new CardDesign(CardFormat.All[0], Opening.Tent, null, Kraft, [])
            .With(Piece("Mat", PieceKind.Mat, 4 * Inch, 5.25 * Inch, Sage), Centred.Both)
            .With(Piece("Panel", PieceKind.Image, 3.75 * Inch, 5 * Inch, White) with { Spare = 1 }, Centred.Both);

    [Fact]
    public void It_says_folds_borders_and_what_goes_beyond()
    {
        var design = A2;
        Assert.Equal(
            "Base: 4 1/4 x 11 in, scored across at 5 1/2 in from the top, its grain running across too.",
            DesignWords.Base(design)
        );
        Assert.Equal("1/8 in of the card all round.", DesignWords.Border(design, design.Pieces[0]));
        Assert.Equal("1/8 in of Mat all round.", DesignWords.Border(design, design.Pieces[1]));
        Assert.Empty(DesignWords.Remarks(design));
        var moved = design with { Pieces = [design.Pieces[0] with { LeftMm = -6.35 }, design.Pieces[1]] };
        Assert.Null(DesignWords.Border(moved, moved.Pieces[0]));
        Assert.Equal(["Mat reaches 1/4 in beyond the card: trim it, or move it."], DesignWords.Remarks(moved));
        var uneven = design with { Pieces = [design.Pieces[0] with { HeightMm = 5 * Inch, TopMm = 0.25 * Inch }] };
        Assert.Equal(
            "1/8 in of the card at the sides, 1/4 in above and below; even when the card is trimmed to 4 1/4 x 5 1/4 in.",
            DesignWords.Border(uneven, uneven.Pieces[0])
        );
    }

    [Theory]
    [InlineData(6, "3 2")]
    [InlineData(5, "3 1")]
    [InlineData(4, "3")]
    [InlineData(2, "1")]
    [InlineData(1, "")]
    public void For_fewer_cards_the_last_of_the_other_papers_go_first(int cards, string left)
    {
        ImmutableArray<PaperOfCards> others = [new(Sage, 3), new(White, 2)];
        var design = A2 with { OtherBasePapers = others };
        design = design with { Pieces = [design.Pieces[0] with { OtherPapers = others }, design.Pieces[1]] };
        var fewer = design.ForCards(cards);
        Assert.Equal(left, string.Join(' ', fewer.OtherBasePapers.Select(one => one.Cards)));
        Assert.Equal(fewer.OtherBasePapers, fewer.Pieces[0].OtherPapers);
        Assert.Contains(Kraft, PaperOfCards.OnCards(Kraft, fewer.OtherBasePapers, cards));
    }

    [Fact]
    public void What_is_cut_out_of_the_picture_goes_onto_another_paper_with_it()
    {
        var part = Piece("Apple", PieceKind.Shape, 30, 30, White) with
        {
            FromPicture = PictureCut.InMiddle(new SizeMm(95, 127), new SizeMm(30, 30)),
        };
        var design = A2.With(part, Centred.Both).PictureOn(Kraft);
        Assert.Equal([Sage, Kraft, Kraft], design.Pieces.Select(piece => piece.Paper));
    }

    [Fact]
    public void Its_weight_is_that_of_its_papers()
    {
        // By hand: a base of 4 1/4 x 11 in and a panel of 4 x 5 in, of 300 and 200 g/m2: 9.05 g and 2.58 g (ISO 536).
        var design = new CardDesign(CardFormat.All[0], Opening.Tent, null, Kraft, []).With(
            Piece("Panel", PieceKind.Image, 4 * Inch, 5 * Inch, White),
            Centred.Both
        );
        Assert.Equal(9.05 + 2.58, design.Grams(paper => paper == Kraft ? 300 : 200), 0.01);
        Assert.StartsWith("About 12 g", DesignWords.Weight(11.6), StringComparison.Ordinal);
    }

    [Fact]
    public void What_stands_up_under_a_frame_is_said_unless_the_frame_stands_as_high()
    {
        var raised = Piece("Pears", PieceKind.Image, 60, 80, White) with { RaisedMm = 2 };
        CardDesign With(DesignPiece under, double foam) =>
            new CardDesign(CardFormat.All[0], Opening.Tent, null, Kraft, [])
                .With(under, Centred.Both)
                .With(Piece("Frame", PieceKind.Frame, 90, 110, White) with { RaisedMm = foam }, Centred.Both);
        Assert.Contains(
            "Pears stands up under Frame: set the frame on foam as high, or leave Pears flat.",
            DesignWords.Remarks(With(raised, 0))
        );
        Assert.Empty(DesignWords.Remarks(With(raised, 2)));
        // What is built up on it counts as foam does.
        var pasted = raised with
        {
            RaisedMm = 0,
            Work = [new PieceWork(Guid.NewGuid(), new CardWish(Method.StencilPaste, []), [])],
        };
        Assert.Single(DesignWords.Remarks(With(pasted, 0)));
        Assert.Empty(DesignWords.Remarks(With(pasted, 1)));
    }

    [Fact]
    public void What_hangs_over_foam_and_what_closes_a_gate_is_said()
    {
        var raised = A2;
        raised = raised with { Pieces = [raised.Pieces[0], raised.Pieces[1] with { RaisedMm = 2 }] };
        var strip = raised.With(Piece("Strip", PieceKind.Strip, 4.25 * Inch, 0.5 * Inch, White), Centred.Both);
        Assert.Equal(
            ["Strip hangs over the edge of Panel, which stands on foam: it bends there."],
            DesignWords.Remarks(strip)
        );
        Assert.Contains(
            "both flaps of a gate",
            DesignWords.Remarks(A2 with { Opening = Opening.Gate })[0],
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void Parts_are_counted_by_paper_with_spares_and_the_base_along_its_grain()
    {
        var parts = A2.Parts(6);
        var sheet = Assert.Single(parts[Kraft]);
        Assert.Equal((CardDesign.BaseId, 6, Grain.AlongWidth), (sheet.Id, sheet.Count, sheet.Grain));
        Assert.Equal(11 * Inch, sheet.HeightMm, 6);
        Assert.Equal(6, Assert.Single(parts[Sage]).Count);
        Assert.Equal(7, Assert.Single(parts[White]).Count);
    }

    [Fact]
    public void What_cannot_be_cut_out_of_one_picture_is_said()
    {
        SizeMm sheet = new(120, 90);
        CardDesign With(PictureCut? basket, PictureCut apple) =>
            new CardDesign(CardFormat.All[0], Opening.Tent, null, Kraft, [])
                .With(Piece("Basket", PieceKind.Image, 70, 80, White) with { FromPicture = basket }, Centred.Both)
                .With(Piece("Apple", PieceKind.Shape, 30, 30, White) with { FromPicture = apple }, Centred.Both);
        var left = new PictureCut(5, 5, sheet);
        Assert.Empty(DesignWords.Remarks(With(left, new PictureCut(82, 30, sheet))));
        Assert.Equal(
            ["Apple reaches beyond the picture that it is cut out of: move it there, or make it smaller."],
            DesignWords.Remarks(With(left, new PictureCut(95, 30, sheet)))
        );
        Assert.Equal(
            ["Basket and Apple lie on each other in the picture: only one of them can be cut out whole."],
            DesignWords.Remarks(With(left, new PictureCut(60, 30, sheet)))
        );
        Assert.Equal(
            ["Apple is cut out of Basket: say which part of the picture Basket itself is."],
            DesignWords.Remarks(With(null, new PictureCut(82, 30, sheet)))
        );
        // By hand: its paper is that of the sheet, 120 x 90 mm, and not of both pieces.
        Assert.Equal(
            120 * 90 * 0.5,
            With(left, new PictureCut(82, 30, sheet)).PaperPrice(paper => paper == White ? 0.5 : null)
        );
        // Another picture, and they stay where they were on it.
        var larger = With(left, new PictureCut(95, 30, sheet)).WithPicture(new SizeMm(140, 90));
        Assert.Empty(DesignWords.Remarks(larger));
    }

    /// <summary>Two leaves, a mat, a panel on foam, each of 0.3 mm.</summary>
    [Fact]
    public void Its_thickness_counts_both_leaves_and_foam()
    {
        var design = A2;
        design = design with { Pieces = [design.Pieces[0], design.Pieces[1] with { RaisedMm = 2 }] };
        Assert.Equal(4 * 0.3 + 2, design.ThicknessMm(_ => 0.3), 9);
        Assert.Equal(3 * 0.3 + 2, (design with { Opening = Opening.Flat }).ThicknessMm(_ => 0.3), 9);
        Assert.Contains("your postal service says", DesignWords.Thickness(3.2), StringComparison.Ordinal);
        Assert.Equal("Envelope: A2 (trade), 4 3/8 x 5 3/4 in.", DesignWords.Envelope(design.Format, 0.9));
    }

    [Theory]
    [InlineData(104, 112, "Square 5 x 5 in", Opening.Side)]
    [InlineData(140, 98, "A6", Opening.Tent)]
    [InlineData(95, 130, "A2 (trade), 4 1/4 x 5 1/2 in", Opening.Side)]
    [InlineData(300, 400, "Own size", Opening.Side)]
    public void Without_a_word_an_image_lies_on_the_smallest_card_with_room_for_it(
        double width,
        double height,
        string format,
        Opening opening
    )
    {
        var design = CardDesign.Usual(new SizeMm(width, height), White, Guid.NewGuid());
        Assert.Equal((format, opening), (design.Format.Name, design.Opening));
        var border = design.BorderOf(Assert.Single(design.Pieces));
        Assert.True(border.AcrossMm >= 3 && border.DownMm >= 3);
        Assert.Equal(border.AcrossMm, design.Pieces[0].LeftMm, 9);
    }

    [Theory]
    [InlineData(107.95, "4 1/4 in")]
    [InlineData(148, "148 mm")]
    [InlineData(254, "254 mm")]
    [InlineData(104.273, "104.27 mm")]
    public void Lengths_are_said_so_that_they_can_be_read_again(double mm, string said)
    {
        Assert.Equal(said, Lengths.Exactly(mm, LengthUnit.AsMade));
        Assert.Equal(mm, Nube.Core.Artwork.Lengths.ParseMillimetres(said)!.Value, 2);
    }
}
