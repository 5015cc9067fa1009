using System.Collections.Immutable;
using Nube.Core.Cards;
using Nube.Core.Materials;

namespace Nube.Core.Tests.Cards;

/// <summary>Folds, borders, envelopes and thickness, against sizes that makers work out by hand.</summary>
public class CardArithmeticTests
{
    private const double Inch = 25.4;

    private static CardFormat Format(string name) =>
        CardFormat.All.Single(format => format.Name.StartsWith(name, StringComparison.Ordinal));

    /// <summary>
    /// Common practice, no source: a trade A2 card is folded from 4 1/4 x 11 in scored at 5 1/2 (tent) or from 8 1/2 x
    /// 5 1/2 in scored at 4 1/4 (side).
    /// </summary>
    [Fact]
    public void Bases_are_scored_where_makers_score_them()
    {
        Sheet(CardBase.Of(Format("A2"), Opening.Tent), 4.25, 11, 5.5);
        Sheet(CardBase.Of(Format("A2"), Opening.Side), 8.5, 5.5, 4.25);
        Sheet(CardBase.Of(Format("A2"), Opening.Gate), 8.5, 5.5, 2.125, 6.375);
        Sheet(CardBase.Of(Format("A2"), Opening.Flat), 4.25, 5.5);
        Assert.False(CardBase.Of(Format("A2"), Opening.Tent).FoldsRunDown);
        Assert.True(CardBase.Of(Format("A2"), Opening.Side).FoldsRunDown);
    }

    /// <summary>
    /// Common practice, no source: an uneven gate from 11 in is scored at 2 in from the left and at 3 1/2 in from the
    /// right; 2 + 3 1/2 covers a back of 5 1/2.
    /// </summary>
    [Fact]
    public void Uneven_flaps_of_a_gate_cover_the_back_together()
    {
        var card = new CardFormat("Own", 5.5 * Inch, 4.25 * Inch, true);
        Sheet(CardBase.Of(card, Opening.Gate, 2 * Inch), 11, 4.25, 2, 7.5);
        Assert.Throws<ArgumentOutOfRangeException>(() => CardBase.Of(card, Opening.Gate, 5.5 * Inch));
        Assert.Throws<ArgumentOutOfRangeException>(() => CardBase.Of(card, Opening.Gate, 0));
    }

    private static void Sheet(CardBase sheet, double width, double height, params double[] scores)
    {
        Assert.Equal(width * Inch, sheet.WidthMm, 6);
        Assert.Equal(height * Inch, sheet.HeightMm, 6);
        Assert.Equal(
            scores.Select(score => Math.Round(score * Inch, 6)),
            sheet.ScoresMm.Select(mm => Math.Round(mm, 6))
        );
    }

    /// <summary>ISO 269: an A6 card goes into C6, A5 into C5, a third of A4 into DL. Trade sizes: common practice.</summary>
    [Theory]
    [InlineData("A6", "C6")]
    [InlineData("A5", "C5")]
    [InlineData("DL", "DL")]
    [InlineData("A2", "A2 (trade)")]
    [InlineData("A1", "A1 (trade)")]
    [InlineData("A6 (trade)", "A6 (trade)")]
    [InlineData("A7", "A7 (trade)")]
    [InlineData("Square 5 x", "Square 5 1/4 in")]
    [InlineData("Square 148", "Square 155 mm")]
    public void A_flat_card_goes_into_the_envelope_of_its_name(string format, string envelope)
    {
        var card = CardFormat.All.First(one =>
            one.Name == format
            || one.Name.StartsWith(
                format + (format.Contains(' ', StringComparison.Ordinal) ? "" : " "),
                StringComparison.Ordinal
            )
        );
        Assert.Equal(envelope, Envelope.For(card, 0.7)?.Name);
    }

    [Fact]
    public void A_thick_card_needs_a_larger_envelope()
    {
        Assert.Equal("C6", Envelope.For(Format("A2"), 3)?.Name);
        Assert.Null(Envelope.For(new CardFormat("Large", 300, 300, false), 1));
    }

    [Fact]
    public void A_die_that_is_not_in_proportion_gets_even_borders_by_trimming()
    {
        SizeMm die = new(80, 110),
            mat = new(100, 120);
        Assert.Equal(new Border(10, 5), Border.Around(die, mat));
        Assert.False(Border.Around(die, mat).IsEven);
        var trimmed = Border.Trimmed(die, mat);
        Assert.Equal(new SizeMm(90, 120), trimmed);
        Assert.True(Border.Around(die, trimmed).IsEven);
        Assert.Equal(new SizeMm(86, 116), Border.Even(die, 3));
        Assert.Throws<ArgumentException>(() => Border.Trimmed(mat, die));
    }

    /// <summary>
    /// A card is as thick as where most of it lies on each other: a base of two leaves, a mat, a panel, and a tag on foam
    /// that lies on all of them.
    /// </summary>
    [Fact]
    public void A_card_is_as_thick_as_its_thickest_place()
    {
        ImmutableArray<StackedLayer> layers =
        [
            new(0, 0, new(105, 148), 0.6),
            new(5, 5, new(95, 138), 0.3),
            new(10, 10, new(40, 40), 0.5),
            new(60, 100, new(40, 40), 0.3, RaisedMm: 2),
        ];
        Assert.Equal(0.6 + 0.3 + 0.3 + 2, CardThickness.Most(layers), 9);
        Assert.Equal(0.6 + 0.3 + 0.5, CardThickness.Most(layers[..3]), 9);
        Assert.Equal(0, CardThickness.Most([]));
    }

    /// <summary>
    /// ISO 534: thickness is grammage times volume by weight. 300 g/m2 cold pressed paper has some 0.53 mm, 270 g/m2
    /// bristol 0.31 mm (from memory).
    /// </summary>
    [Theory]
    [InlineData("Cold pressed", 0.53)]
    [InlineData("Smooth bristol", 0.31)]
    public void Papers_are_as_thick_as_a_caliper_says(string name, double mm)
    {
        var paper = GenericCatalogue.Papers.First(one => one.Name.StartsWith(name, StringComparison.Ordinal));
        Assert.Equal(mm, paper.ThicknessMm, 0.02);
    }
}
