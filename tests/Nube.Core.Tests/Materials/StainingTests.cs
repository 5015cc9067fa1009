using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Tests.Methods;

namespace Nube.Core.Tests.Materials;

/// <summary>Which pigments come off again: common practice, no source.</summary>
public class StainingTests
{
    private static readonly Paper Watercolour = Supplies.Paper("Cold pressed watercolour 300");
    private static readonly Paper Card = Supplies.Paper("White cardstock 110 lb");

    private static Colourant Pigment(string index) =>
        Colourant.Picked(index, index, Medium.Pan, Srgb.Parse("#3050a0"), null);

    [Theory]
    [InlineData("PB15:3", "stains")]
    [InlineData("PG7", "stains")]
    [InlineData("PV23", "stains")]
    [InlineData("PR122", "stains")]
    [InlineData("PB60", "lifts in part")]
    [InlineData("PY150", "lifts in part")]
    [InlineData("PB29", "lifts well")]
    [InlineData("PB28", "lifts well")]
    [InlineData("PBr7", "lifts well")]
    [InlineData("PY42", "lifts well")]
    public void Fine_organic_pigments_stain_and_coarse_mineral_ones_lift(string index, string words) =>
        Assert.Equal(words, Pigment(index).LiftsInWords());

    [Fact]
    public void A_mix_lifts_as_its_parts_do_and_card_lets_go_of_less_than_watercolour_paper()
    {
        var (phthalo, ultramarine) = (Pigment("PB15:3"), Pigment("PB29"));
        double On(Paper paper, params (Colourant, int)[] mix) => Staining.Lifted(mix, paper);
        Assert.Equal(0.25, On(Watercolour, (phthalo, 1)), 9);
        Assert.Equal(0.75, On(Watercolour, (ultramarine, 3)), 9);
        Assert.Equal((0.25 + 3 * 0.75) / 4, On(Watercolour, (phthalo, 1), (ultramarine, 3)), 9);
        Assert.InRange(On(Card, (ultramarine, 1)), 0.4, 0.7);
        // A dye's pad is made to stay; of what is not known half comes off.
        Assert.Equal(0.2, On(Watercolour, (Pigment("") with { Medium = Medium.InkPad }, 1)), 9);
        Assert.Equal(0.5, On(Watercolour, (Pigment("PX999"), 1)), 9);
    }

    [Fact]
    public void A_light_lifted_from_ultramarine_is_paler_than_one_from_phthalo_blue()
    {
        var paints = Supplies.OnWatercolourPaper;
        Assert.True(Lightened("PB29") > 1.5 * Lightened("PB15"), $"{Lightened("PB29")}, {Lightened("PB15")}");

        // By how much L* rises in the light, of a wash of middling depth.
        double Lightened(string index)
        {
            var place = paints
                .Colourants.Index()
                .First(c => c.Item.ColourIndex.StartsWith(index, StringComparison.Ordinal))
                .Index;
            var recipe = new Recipe([new RecipePart(place, 1)], new Strength(2), 1, default, 0, 0)
            {
                Shadow = Companion.NotNeeded,
            };
            var passes = MethodTable.Passes(
                Method.Lift,
                new AreaTask(1, 300, new(0.2, 0.3), recipe),
                paints,
                Schools.Usual
            );
            var look = Laying.Lay(Surface.Bare(paints), passes.SelectMany(pass => pass.Acts), paints);
            // In shares of what there was to gain, as the two washes are not of one depth.
            var bare = Surface.Bare(paints).Middle.Colour().L;
            return (look.Light.Colour().L - look.Middle.Colour().L) / (bare - look.Middle.Colour().L);
        }
    }
}
