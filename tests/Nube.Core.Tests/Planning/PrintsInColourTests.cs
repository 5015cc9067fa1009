using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Methods;
using Nube.Core.Optics;
using Nube.Core.Planning;
using Nube.Core.Simulation;
using Nube.Core.Tests.Methods;
using Nube.Core.Tests.Simulation;
using Xunit;

namespace Nube.Core.Tests.Planning;

/// <summary>Pencil accents over pale prints: read, chosen, planned and played.</summary>
public sealed class PrintsInColourTests(ITestOutputHelper output)
{
    private static readonly byte[] Pears =
        """
        <svg xmlns="http://www.w3.org/2000/svg" width="64mm" height="40mm" viewBox="0 0 64 40">
        <ellipse cx="17" cy="20" rx="12" ry="15" fill="#dfe2a6"/><ellipse cx="47" cy="20" rx="12" ry="15" fill="#f0c8a8"/></svg>
        """u8.ToArray();

    private static PlayedDrawing Accented(Schools schools, params string[] colours) =>
        new(Pears, Method.PencilAccents, colours, schools: schools, print: true);

    private static readonly Schools Third = Schools.Usual,
        Nothing = Schools.Usual with { Prints = PrintLeft.Nothing };

    [Fact]
    public void Light_and_middle_stay_the_print_and_the_shadow_comes_towards_the_wish()
    {
        var pears = Accented(Third, "#7f9a4a", "#b8764a");
        foreach (var area in pears.Areas)
        {
            var (look, print) = (pears.Surfaces.Areas[area], SpectralColour.ToLab(pears.Paints.ReflectanceOf(area)));
            Assert.InRange(Ciede2000.Difference(print, look.Light.Colour()), 0, 0.01);
            Assert.InRange(Ciede2000.Difference(print, look.Middle.Colour()), 0, 0.01);
            var wish = Srgb.Parse(area == pears.Areas.First() ? "#7f9a4a" : "#b8764a").ToLab();
            Assert.True(Ciede2000.Difference(wish, look.Shadow.Colour()) < 0.6 * Ciede2000.Difference(wish, print));
        }
    }

    /// <summary>
    /// By hand: with a third left, a third of the light is the print's, the rest that of pencil on the print
    /// (<see cref="PencilOnTooth"/>, on the print as its paper).
    /// </summary>
    [Fact]
    public void As_much_of_the_print_shows_as_the_maker_says()
    {
        var paints = Supplies.OnWatercolourPaper with
        {
            Printed = Supplies.OnWatercolourPaper.Printed.Add(1, Srgb.Parse("#f0c8a8")),
        };
        var pencil = Paints.Plain(paints.Colourants.Index().Single(one => one.Item.Name == "Sienna pencil").Index);
        var print = Surface.Before(paints, 1);
        double Y(double share) =>
            SpectralColour
                .ToXyz(
                    Laying
                        .Lay(print, Act.Draw(pencil, Zone.Shadow, 3) with { Share = share }, paints)
                        .Shadow.Reflectance()
                )
                .Y;
        var drawn = SpectralColour
            .ToXyz(
                PencilOnTooth.Dry(
                    paints.OpticsOf(pencil),
                    3,
                    paints.Paper.Texture,
                    Pressure.Light,
                    paints.ReflectanceOf(1)
                )
            )
            .Y;
        var bare = SpectralColour.ToXyz(paints.ReflectanceOf(1)).Y;
        Assert.Equal(drawn, Y(1), 1e-9);
        Assert.Equal(bare / 3 + drawn * 2 / 3, Y(2 / 3.0), 1e-9);
        Assert.Equal(bare / 2 + drawn / 2, Y(0.5), 1e-9);
    }

    [Fact]
    public void The_less_of_a_print_is_left_the_nearer_a_deep_wish_is()
    {
        double Far(PrintLeft left) =>
            Accented(Schools.Usual with { Prints = left }, "#5a6a34", "#8a4a30") is var pears
                ? pears.Areas.Average(area =>
                    Ciede2000.Difference(
                        Srgb.Parse(area == pears.Areas.First() ? "#5a6a34" : "#8a4a30").ToLab(),
                        pears.Surfaces.Areas[area].Shadow.Colour()
                    )
                )
                : 0;
        var far = new[] { PrintLeft.TwoThirds, PrintLeft.Half, PrintLeft.Third, PrintLeft.Nothing }
            .Select(Far)
            .ToList();
        output.WriteLine(string.Join(", ", far.Select(one => one.ToString("0.0"))));
        Assert.Equal(far.OrderDescending(), far);
        Assert.True(far[0] > far[3] + 3);
    }

    [Fact]
    public void A_second_pencil_crosses_the_first_where_one_does_not_come_near()
    {
        // A dull green brown that no pencil has by itself.
        var pears = Accented(Nothing, "#8f8a52", "#8f8a52");
        var mixes = pears.Plan.Passes.SelectMany(pass => pass.Mixes).Distinct().ToList();
        output.WriteLine(string.Join("; ", pears.Plan.Passes.Select(pass => $"{pass.Stroke} {pass.Zone}")));
        Assert.True(mixes.Count >= 2);
        Assert.All(pears.Plan.Passes, pass => Assert.Equal(Zone.Shadow, pass.Zone));
    }

    /// <summary>What is played is what is promised, over all of each area: within 2 CIEDE2000.</summary>
    [Theory]
    [InlineData(PrintLeft.Third)]
    [InlineData(PrintLeft.TwoThirds)]
    [InlineData(PrintLeft.Nothing)]
    public void The_card_comes_out_as_it_is_promised(PrintLeft left)
    {
        var pears = Accented(Schools.Usual with { Prints = left }, "#7f9a4a", "#b8764a");
        var picture = pears.Finished();
        var bare = new CardPlay(pears.Card).Bare();
        foreach (var area in pears.Areas)
        {
            var print = SpectralColour.ToLab(pears.Paints.ReflectanceOf(area));
            // Prints end where their areas do; the outer quarter of a millimetre runs into the paper.
            Assert.InRange(Ciede2000.Difference(print, pears.Seen(bare, area)), 0, 1.5);
            var apart = Ciede2000.Difference(pears.Promised(area), pears.Seen(picture, area));
            output.WriteLine($"{left}, area {area}: {apart:0.00}");
            Assert.InRange(apart, 0, 2);
            Assert.True(pears.Seen(picture, area).L < pears.Seen(bare, area).L - 0.5);
        }
        // The hand is told, too.
        Assert.All(pears.Plan.Passes, pass => Assert.Contains(
                left switch
                {
                    PrintLeft.Third => "about 33 % of what is under them",
                    PrintLeft.TwoThirds => "about 67 % of what is under them",
                    _ => "light hand",
                },
                StepWords.How(pass, pears.Schools),
                StringComparison.Ordinal
            ));
    }
}
