using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Light;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Planning;

namespace Nube.Core.Tests.Methods;

/// <summary>Paint mixed with opaque white.</summary>
public class BodyColourTests
{
    private static readonly Paints Kraft = Supplies.On(Supplies.Paper("Kraft card"));
    private static readonly WaterMixes Body = WaterMixes.OfBodyColour(Kraft)!;
    private static readonly int White = Kraft.White(pencil: false)!.Value;

    // The paints of a run on kraft: pans and opaque white.
    private static RunPalette PansAndWhite(Paper paper, bool white = true)
    {
        Colourant[] owned = white
            ? [.. GenericCatalogue.Pans, GenericCatalogue.OpaqueWhite]
            : [.. GenericCatalogue.Pans];
        var paints = new Paints(owned, [.. owned.Select(one => one.Optics())], paper, paper.Reflectance());
        var (washes, body) = (Supplies.MixesOn(paints), WaterMixes.OfBodyColour(paints));
        return new RunPalette(paints, method => method == Method.BodyColour ? body : washes);
    }

    [Theory]
    [InlineData("#bcd3e6")] // pale blue
    [InlineData("#f2df6d")] // yellow
    [InlineData("#e8b9c4")] // pink
    public void It_shows_on_kraft_what_a_wash_does_not(string colour)
    {
        var body = Supplies.Best(Method.BodyColour, colour, Kraft, Body, ShadowDepth.None);
        var washed = Supplies.Best(Method.FlatWash, colour, Kraft, Supplies.MixesOn(Kraft), ShadowDepth.None);
        Assert.True(body.Difference < washed.Difference / 3, $"{body.Difference:0.0} against {washed.Difference:0.0}");
        Assert.Contains(body.Parts, part => part.Colourant == White);
        // One pass, no base before it.
        var pass = Assert.Single(
            MethodTable.Passes(Method.BodyColour, new AreaTask(1, 400, default, body), Kraft, Schools.Usual).Take(1)
        );
        Assert.Equal(Stroke.Wash, pass.Stroke);
    }

    [Fact]
    public void What_it_promises_is_Kubelka_and_Munk_of_the_parts()
    {
        var recipe = Supplies.Best(Method.BodyColour, "#bcd3e6", Kraft, Body, ShadowDepth.None);
        var total = (double)recipe.Parts.Sum(part => part.Parts);
        // K and S of a mix are the means of its parts' (D. R. Duncan, Proc. Phys. Soc. 52 (1940), 390), and its layer
        // over a ground has R = (1 - Rg (a - b coth bSX)) / (a - Rg + b coth bSX) (P. Kubelka, JOSA 38 (1948), 448).
        var scattering = recipe.Parts.Sum(part => part.Parts * Kraft.Optics[part.Colourant].Scattering) / total;
        var reflectance = Spectrum.From(band =>
        {
            var absorption =
                recipe.Parts.Sum(part => part.Parts * Kraft.Optics[part.Colourant].Absorption[band]) / total;
            var a = 1 + absorption / scattering;
            var b = Math.Sqrt(a * a - 1);
            var coth = 1 / Math.Tanh(b * scattering * recipe.Load);
            return (1 - Kraft.Reflectance[band] * (a - b * coth)) / (a - Kraft.Reflectance[band] + b * coth);
        });
        Assert.InRange(Ciede2000.Difference(SpectralColour.ToLab(reflectance), recipe.Predicted), 0, 0.01);
    }

    [Fact]
    public void Where_white_is_owned_it_is_the_usual_way_on_kraft_for_what_it_brings_nearer()
    {
        var kraft = PansAndWhite(Supplies.Paper("Kraft card"));
        var method = Choosing.UsualFor(kraft, Schools.Usual, Srgb.Parse("#bcd3e6"));
        Assert.Equal(Method.BodyColour, method);
        var chosen = Choosing.Best(kraft, Schools.Usual, new Wish(1, Srgb.Parse("#bcd3e6"), ShadowDepth.Soft, method))!;
        Assert.InRange(chosen.Recipe.Difference, 0, 5);
        // On white paper the paper is the white; and without white there is no body colour.
        Assert.Equal(
            Method.FlatWash,
            Choosing.UsualFor(PansAndWhite(GenericCatalogue.Papers[0]), Schools.Usual, Srgb.Parse("#bcd3e6"))
        );
        Assert.False(PansAndWhite(Supplies.Paper("Kraft card"), white: false).CanUse(Method.BodyColour));
        Assert.Contains("opaque white", MethodTable.Missing(Method.BodyColour, [Medium.Pan]), StringComparison.Ordinal);
    }

    [Fact]
    public void A_maker_names_a_mix_with_white_and_sees_it_as_it_is()
    {
        var kraft = PansAndWhite(Supplies.Paper("Kraft card"));
        var (white, blue) = (12, GenericCatalogue.Pans.ToList().FindIndex(pan => pan.ColourIndex == "PB29"));
        var named = new NamedColours(
            new NamedLayer([new RecipePart(white, 3), new RecipePart(blue, 1)], new Strength(0), 1),
            null,
            null
        );
        Assert.Equal(Method.BodyColour, named.UsualMethod(kraft, Schools.Usual));
        var chosen = named.For(kraft, Schools.Usual, 1, Method.BodyColour);
        Assert.Equal(4, chosen.Recipe.Parts.Sum(part => part.Parts));
        var (paleBlue, card) = (chosen.Recipe.Predicted, SpectralColour.ToLab(kraft.Paints.Reflectance));
        Assert.True(paleBlue.B < -10 && paleBlue.L > 45, paleBlue.ToString());
        Assert.True(card.B > 10);
    }
}
