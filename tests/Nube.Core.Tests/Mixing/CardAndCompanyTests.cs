using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Mixing;
using Nube.Core.Optics;

namespace Nube.Core.Tests.Mixing;

/// <summary>
/// Toned card, colours beside each other, white things. Facts of the trade: common practice, no source.
/// </summary>
public class CardAndCompanyTests
{
    private static readonly Spectrum Kraft = GenericCatalogue
        .Papers.Single(paper => paper.Name == "Kraft card")
        .Reflectance();
    private static readonly Spectrum White = BoxOfTwelve.Paper;

    private static PaintOptics Pan(string pigment) =>
        GenericCatalogue.WaterColours.Single(colour => colour.ColourIndex == pigment).Optics();

    private static readonly PaintOptics OpaqueWhite = GenericCatalogue.OpaqueWhite.Optics();

    [Fact]
    public void A_colour_near_krafts_own_vanishes_on_kraft()
    {
        var ochre = OnCard.Look(Pan("PY42"), new Strength(16).LoadOfOneLayer, Kraft, OpaqueWhite);
        Assert.Equal(CardEffect.Disappears, ochre.Effect);
        Assert.NotEqual(CardEffect.Disappears, OnCard.Look(Pan("PBr7"), 1, Kraft, OpaqueWhite).Effect);
    }

    [Fact]
    public void A_brown_shades_kraft_and_a_pale_blue_needs_white_under_it()
    {
        Assert.Equal(CardEffect.ShadesTheCard, OnCard.Look(Pan("PBr7"), 0.5, Kraft, OpaqueWhite).Effect);
        Assert.Equal(CardEffect.NeedsWhite, OnCard.Look(Pan("PB15"), 0.2, Kraft, OpaqueWhite).Effect);
    }

    [Fact]
    public void A_white_base_brings_colours_on_kraft_nearer_to_white_paper() => Assert.All(GenericCatalogue.Pans, pan =>
        {
            var look = OnCard.Look(pan.Optics(), 0.33, Kraft, OpaqueWhite);
            Assert.True(
                Ciede2000.Difference(look.OnWhiteBase, look.OnWhitePaper)
                    < Ciede2000.Difference(look.OnCard, look.OnWhitePaper),
                pan.Name
            );
        });

    [Fact]
    public void On_white_paper_nothing_needs_white() =>
        Assert.All(GenericCatalogue.Pans, pan =>
            Assert.Equal(CardEffect.Shows, OnCard.Look(pan.Optics(), 0.5, White, OpaqueWhite).Effect)
        );

    [Fact]
    public void One_colour_that_shouts_is_told_and_water_brings_it_into_line()
    {
        LaidWash[] set =
        [
            .. new[] { "PY42", "PB29", "PG7", "PBr7" }.Select(p => new LaidWash(
                Pan(p),
                new Strength(8),
                1,
                Dilution.AsTold
            )),
            new(Pan("PR254"), new Strength(0), 1, Dilution.AsTold),
        ];
        var loud = Assert.Single(Together.Loud(set, White));
        Assert.Equal((4, true), (loud.Place, loud.TooStrong));
        Assert.NotNull(loud.Water);
        var thinned = set.ToList();
        thinned[4] = thinned[4] with { Strength = loud.Water.Value };
        Assert.Empty(Together.Loud(thinned, White));
    }

    [Fact]
    public void Washes_that_are_alike_do_not_stand_out_and_two_are_no_set()
    {
        Assert.Empty(
            Together.Loud(
                [
                    .. new[] { "PY42", "PB29", "PG7", "PBr7" }.Select(p => new LaidWash(
                        Pan(p),
                        new Strength(8),
                        1,
                        Dilution.AsTold
                    )),
                ],
                White
            )
        );
        Assert.Empty(
            Together.Loud(
                [
                    new(Pan("PR254"), new Strength(0), 1, Dilution.AsTold),
                    new(Pan("PB29"), new Strength(16), 1, Dilution.AsTold),
                ],
                White
            )
        );
    }

    [Fact]
    public void Orange_over_blue_is_mud_and_neighbouring_hues_are_not()
    {
        var (orange, blue, red, violet) = (
            new LaidWash(Pan("PO73"), new Strength(2), 1, Dilution.AsTold),
            new LaidWash(Pan("PB29"), new Strength(1), 1, Dilution.AsTold),
            new LaidWash(Pan("PV19"), new Strength(2), 1, Dilution.AsTold),
            new LaidWash(Pan("PV23"), new Strength(2), 1, Dilution.AsTold)
        );
        var mud = Assert.Single(Together.Mud([orange, blue], White));
        // Duller than either of the two.
        Assert.All(new[] { orange, blue }, wash =>
            Assert.True(mud.Overlap.Chroma < SpectralColour.ToLab(KubelkaMunk.Over(White, wash.Mix, wash.Load)).Chroma)
        );
        Assert.Empty(Together.Mud([red, violet], White));
        Assert.Empty(Together.Mud([violet, blue], White));
    }

    [Fact]
    public void White_things_are_shaded_with_pale_blues_and_violets_first()
    {
        var tints = WhiteObjects.Tints(BoxOfTwelve.Palette, White, Dilution.AsTold);
        Assert.Equal(12, tints.Length);
        var paper = SpectralColour.ToLab(White).L;
        Assert.All(tints, tint => Assert.InRange(paper - tint.Predicted.L, 0.3, 20));
        var cool = tints
            .Where(tint => tint.Cool)
            .Select(tint => GenericCatalogue.Pans[tint.Colourant].ColourIndex)
            .ToList();
        Assert.Contains("PB29", cool);
        Assert.Contains("PV23", cool);
        Assert.DoesNotContain("PY42", cool);
        Assert.Equal(cool, tints[..cool.Count].Select(tint => GenericCatalogue.Pans[tint.Colourant].ColourIndex));
    }
}
