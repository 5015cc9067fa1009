using System.Collections.Immutable;
using Nube.Core.Colour;
using Nube.Core.Mixing;
using Nube.Core.Optics;

namespace Nube.Core.Tests.Mixing;

public class ShadowAndLightTests
{
    private static readonly RecipeIndex Index = RecipeIndex.Build(BoxOfTwelve.Palette, BoxOfTwelve.Paper);

    private static int Place(string pigment) =>
        BoxOfTwelve.Pans.Index().First(pan => pan.Item.ColourIndex == pigment).Index;

    private static Lab Dry(ImmutableArray<RecipePart> parts, Strength strength) =>
        SpectralColour.ToLab(
            KubelkaMunk.Over(BoxOfTwelve.Paper, RecipeIndex.Optics(BoxOfTwelve.Palette, parts), strength.LoadOfOneLayer)
        );

    private static ImmutableArray<Tone> Shadows(ImmutableArray<RecipePart> parts, int water) =>
        ShadowAndLight.Shadows(
            Index,
            BoxOfTwelve.Palette,
            [Place("PBr7"), Place("PR101")],
            BoxOfTwelve.Paper,
            parts,
            new Strength(water)
        );

    [Theory]
    [InlineData("PY175", 1)]
    [InlineData("PG7", 4)]
    [InlineData("PB29", 4)]
    [InlineData("PV19", 2)]
    public void Every_shadow_is_deeper_and_every_light_lighter_than_the_colour(string pigment, int water)
    {
        ImmutableArray<RecipePart> parts = [new(Place(pigment), 1)];
        var colour = Dry(parts, new Strength(water));
        var shadows = Shadows(parts, water);
        Assert.Contains(shadows, tone => tone.Way == ToneWay.AnotherLayer);
        Assert.All(shadows, tone => Assert.True(tone.Predicted.L < colour.L));
        var lights = ShadowAndLight.Lights(Index, BoxOfTwelve.Palette, BoxOfTwelve.Paper, parts, new Strength(water));
        Assert.Contains(lights, tone => tone.Way == ToneWay.MoreWater);
        Assert.All(lights, tone => Assert.True(tone.Predicted.L > colour.L));
    }

    // Common practice, no source: reds go dull with black; deepen them with brown.
    [Fact]
    public void Reds_are_deepened_with_brown_first_and_others_are_not()
    {
        Assert.Equal(ToneWay.BrownGlaze, Shadows([new(Place("PR254"), 1)], 2)[0].Way);
        Assert.NotEqual(ToneWay.BrownGlaze, Shadows([new(Place("PG7"), 1)], 4)[0].Way);
    }

    [Fact]
    public void Shadows_lie_about_a_step_below_the_colour_and_keep_its_hue()
    {
        ImmutableArray<RecipePart> parts = [new(Place("PG7"), 1)];
        var colour = Dry(parts, new Strength(8));
        var best = Shadows(parts, 8)[0].Predicted;
        Assert.InRange(colour.L - best.L, ShadowAndLight.Step - 6, ShadowAndLight.Step + 6);
        Assert.InRange(Math.Abs(Math.IEEERemainder(best.Hue - colour.Hue, 360)), 0, 20);
    }

    [Fact]
    public void The_thinnest_wash_is_not_told_to_take_more_water()
    {
        ImmutableArray<RecipePart> parts = [new(Place("PB60"), 1)];
        var lights = ShadowAndLight.Lights(Index, BoxOfTwelve.Palette, BoxOfTwelve.Paper, parts, new Strength(16));
        Assert.DoesNotContain(lights, tone => tone.Way == ToneWay.MoreWater);
    }

    [Theory]
    [InlineData(355, 40, true)]
    [InlineData(30, 40, true)]
    [InlineData(90, 40, false)]
    [InlineData(30, 8, false)]
    public void Red_is_a_matter_of_hue_and_chroma(double hue, double chroma, bool red) =>
        Assert.Equal(red, ShadowAndLight.IsRed(Lab.FromLch(50, chroma, hue)));
}
