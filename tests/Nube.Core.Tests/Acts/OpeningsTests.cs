using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Optics;
using Nube.Core.Tests.Methods;

namespace Nube.Core.Tests.Acts;

/// <summary>Patterns against the geometry of lattices, and what lies through them against layers worked out by hand.</summary>
public class OpeningsTests
{
    // Circles on a triangular lattice cover pi r2 / (sqrt 3 / 2 p2), squares on a square one s2 / p2 (plane geometry).
    [Theory]
    [InlineData(OpeningFigure.Dots, 8, 0.4, 0)]
    [InlineData(OpeningFigure.Dots, 5, 0.75, 0.4)]
    [InlineData(OpeningFigure.Stripes, 6, 0.3, 0.4)]
    [InlineData(OpeningFigure.Diamonds, 7, 0.5, 0)]
    [InlineData(OpeningFigure.Diamonds, 12, 0.25, 2)]
    public void So_much_of_the_surface_is_open(OpeningFigure figure, double pitch, double open, double edge)
    {
        var openings = new Openings(figure, pitch, open) { EdgeMm = edge };
        const int count = 2000;
        var sum = 0.0;
        for (var at = 0; at < count * 50; at++)
        {
            // Points of a lattice that is out of step with the pattern.
            var (x, y) = (at % count * 0.1037, at / count * 0.7411 + at % count * 0.0613);
            sum += openings.At(x, y);
        }
        Assert.InRange(sum / (count * 50), open - 0.01, open + 0.01);
    }

    [Fact]
    public void Dots_lie_in_rows_each_half_a_step_beside_the_last()
    {
        var dots = new Openings(OpeningFigure.Dots, 10, 0.3);
        var row = 10 * Math.Sqrt(3) / 2;
        Assert.Equal(1, dots.At(0, 0));
        Assert.Equal(1, dots.At(20, 0));
        Assert.Equal(0, dots.At(5, 0));
        Assert.Equal(1, dots.At(5, row));
        Assert.Equal(0, dots.At(0, row));
        Assert.Equal(1, dots.At(-30, 2 * row));
        // The radius from the share of the surface.
        var radius = Math.Sqrt(0.3 * 10 * row / Math.PI);
        Assert.Equal(1, dots.At(radius - 0.01, 0));
        Assert.Equal(0, dots.At(radius + 0.01, 0));
    }

    // Counted on a fine grid: where something lies, but not all.
    [Theory]
    [InlineData(OpeningFigure.Dots, 8, 0.4, 0.5)]
    [InlineData(OpeningFigure.Stripes, 20, 0.5, 2)]
    [InlineData(OpeningFigure.Diamonds, 9, 0.3, 0.8)]
    public void So_much_of_the_surface_is_edge(OpeningFigure figure, double pitch, double open, double edge)
    {
        var openings = new Openings(figure, pitch, open) { EdgeMm = edge };
        const int side = 1200;
        var partly = Enumerable
            .Range(0, side * side)
            .Count(at => openings.At(at % side * 0.0831, at / side * 0.0831) is > 0 and < 1);
        Assert.InRange(partly / (double)(side * side), 0.96 * openings.EdgeShare, 1.04 * openings.EdgeShare);
    }

    [Theory]
    [InlineData(1, 0.4, "2 to 40 mm")]
    [InlineData(60, 0.4, "2 to 40 mm")]
    [InlineData(double.NaN, 0.4, "2 to 40 mm")]
    [InlineData(8, 0.9, "10 to 75 %")]
    [InlineData(8, double.NaN, "10 to 75 %")]
    public void What_no_stencil_can_be_is_refused_in_words(double pitch, double open, string says) =>
        Assert.Contains(says, new Openings(OpeningFigure.Dots, pitch, open).Trouble(), StringComparison.Ordinal);

    private static readonly Openings Half = new(OpeningFigure.Stripes, 10, 0.5);
    private static readonly Paints Paints = Supplies.OnWatercolourPaper;
    private static readonly ImmutableArray<int> Inks = Paints.Of([Medium.BlendingInk]);

    private static Act Ink(int colourant, Openings? through = null) =>
        Act.Lay(Paints.Plain(Inks[colourant]), Zone.Whole) with
        {
            Through = through,
        };

    private static Spectrum Over(Spectrum ground, Act ink) =>
        KubelkaMunk.Over(ground, Paints.OpticsOf(ink.Mixes[0]), Paints.LoadOf(ink.Mixes[0]));

    private static void Same(Spectrum wanted, Spectrum found) =>
        Assert.InRange(Ciede2000.Difference(SpectralColour.ToLab(wanted), SpectralColour.ToLab(found)), 0, 0.01);

    private static Spectrum Mean(Spectrum one, Spectrum other) => Spectrum.From(band => (one[band] + other[band]) / 2);

    [Fact]
    public void Two_inks_through_one_stencil_lie_over_each_other_in_its_openings_only()
    {
        var (first, second) = (Ink(0, Half), Ink(1, Half));
        var look = Laying.Lay(Surface.Bare(Paints), [first, second], Paints);
        var paper = Paints.Reflectance;
        Same(Mean(Over(Over(paper, first), second), paper), look.Middle.Reflectance());
        Same(paper, look.Through!.Between.Middle.Reflectance());
    }

    [Fact]
    public void A_wash_over_a_pattern_lies_in_it_and_between()
    {
        var (pattern, wash) = (Ink(0, Half), Ink(1));
        var look = Laying.Lay(Surface.Bare(Paints), [pattern, wash], Paints);
        var paper = Paints.Reflectance;
        Same(Mean(Over(Over(paper, pattern), wash), Over(paper, wash)), look.Middle.Reflectance());
    }

    [Fact]
    public void Another_pattern_lies_on_the_mean_of_the_first()
    {
        var (first, second) = (Ink(0, Half), Ink(1, Half with { PitchMm = 4 }));
        var look = Laying.Lay(Surface.Bare(Paints), [first, second], Paints);
        var ground = Mean(Over(Paints.Reflectance, first), Paints.Reflectance);
        Same(Mean(Over(ground, second), ground), look.Middle.Reflectance());
    }

    [Fact]
    public void Hues_along_a_way_keep_their_places_in_the_openings()
    {
        var gradient = new Gradient(GradientWay.Across, 90);
        var hues = Ink(0, Half) with { Along = new HuesAlong(gradient, 0, 2) };
        var look = Laying.Lay(Surface.Bare(Paints), hues, Paints);
        Assert.Equal(Surface.StepsAlong, look.Along.Length);
        Same(Mean(Over(Paints.Reflectance, hues), Paints.Reflectance), look.Along[0].Middle.Reflectance());
        Same(Paints.Reflectance, look.Along[^1].Middle.Reflectance());
    }
}
