using Nube.Core.Colour;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Optics;

namespace Nube.Core.Tests.Materials;

/// <summary>Sets that a maker owns, and papers that were tried with a drop of water.</summary>
public class StarterSetsTests
{
    [Fact]
    public void A_larger_set_has_the_smaller_one_in_it_and_is_of_its_kind()
    {
        foreach (var kind in StarterSets.All.GroupBy(set => set.Medium))
        {
            var (small, large) = (kind.First(), kind.Last());
            Assert.True(small.Size < large.Size);
            Assert.Subset(large.Colourants.ToHashSet(), small.Colourants.ToHashSet());
            Assert.All(large.Colourants, colourant => Assert.Equal(kind.Key, colourant.Medium));
            Assert.All([small, large], set => Assert.Equal(set.Size, set.Colourants.Distinct().Count()));
        }
        Assert.Null(StarterSets.Find(Medium.GelPen, 12));
    }

    // A box of twelve that holds two greens alike and no blue would be no use.
    [Fact]
    public void Twelve_of_a_kind_reach_round_the_hues()
    {
        foreach (var set in StarterSets.All.Where(set => set.Size == 12))
        {
            var hues = set
                .Colourants.Select(colourant => colourant.FullStrength.ToLab())
                .Where(colour => colour.Chroma > 20)
                .Select(colour => colour.Hue)
                .ToList();
            Assert.Contains(hues, hue => hue is < 50 or > 345); // a red
            Assert.Contains(hues, hue => hue is > 85 and < 110); // a yellow
            Assert.Contains(hues, hue => hue is > 140 and < 180); // a green
            Assert.Contains(hues, hue => hue is > 245 and < 310); // a blue
        }
    }

    // Where a drop was timed, the plan's own wash of that size shines for as long. What a paper drinks is told again from
    // how long it shines; water that stands for an hour is not drunk at all.
    [Theory]
    [InlineData(8)]
    [InlineData(20)]
    [InlineData(38)]
    [InlineData(90)]
    public void A_drop_that_is_timed_tells_what_the_paper_drinks(double cobb60)
    {
        var paper = GenericCatalogue.Papers[0] with { Cobb60 = cobb60 };
        var air = new Air(23, 0.4, 0);
        var seconds = DropTest.Shines(paper, air);
        Assert.Equal(cobb60, DropTest.Cobb60(seconds, paper with { Cobb60 = 1 }, air), 3);
        Assert.Equal(DropTest.Least, DropTest.Cobb60(3600, paper, air), 3);
        Assert.Equal(DropTest.Most, DropTest.Cobb60(0.01, paper, air), 3);
    }

    // Cobb60 by its definition (ISO 535): after 60 s the paper has taken up so many g/m2. A film of that and what goes
    // into the air in a minute is gone after a minute.
    [Fact]
    public void A_film_of_the_cobb_value_is_gone_in_a_minute()
    {
        var paper = GenericCatalogue.Papers[0] with { Cobb60 = 30 };
        var film = 30 + Evaporation.From(Air.OrdinaryRoom, DropTest.RadiusMm).Rate * 60;
        var gone = new DryingCurve(film, paper, Air.OrdinaryRoom, patchMm: DropTest.RadiusMm).Times().Damp;
        Assert.Equal(60, gone.TotalSeconds, 1);
    }

    [Fact]
    public void A_paper_of_ones_own_is_told_by_the_catalogues_most_alike()
    {
        Assert.Equal("Smooth bristol 270", GenericCatalogue.MostAlike(272, PaperTexture.Smooth).Name);
        Assert.Equal("Cold pressed watercolour 185", GenericCatalogue.MostAlike(200, PaperTexture.ColdPressed).Name);
    }
}
