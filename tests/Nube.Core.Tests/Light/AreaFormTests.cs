using Nube.Core.Artwork;
using Nube.Core.Light;

namespace Nube.Core.Tests.Light;

/// <summary>The film over an area against closed forms.</summary>
public class AreaFormTests
{
    /// <summary>A raster at 12 pixels a mm with one area where the function says so.</summary>
    internal static LabelRaster Raster(
        double widthMm,
        double heightMm,
        Func<double, double, bool> inside,
        int pixelsPerMm = 12
    )
    {
        var (width, height) = ((int)(widthMm * pixelsPerMm), (int)(heightMm * pixelsPerMm));
        var labels = new ushort[width * height];
        for (var at = 0; at < labels.Length; at++)
        {
            if (inside((at % width + 0.5) / pixelsPerMm, (at / width + 0.5) / pixelsPerMm))
                labels[at] = 1;
        }
        return new LabelRaster(width, height, pixelsPerMm, labels);
    }

    private const double Half = AreaForm.CellMm / 2;

    private static double FilmAt(AreaForm form, double xMm, double yMm) =>
        form.Film[((int)(yMm / AreaForm.CellMm) - form.Top) * form.Width + (int)(xMm / AreaForm.CellMm) - form.Left];

    /// <summary>The middle of the cell that a point lies in.</summary>
    private static double Middle(double mm) => Math.Floor(mm / AreaForm.CellMm) * AreaForm.CellMm + Half;

    // On a disc of radius R: u = (R^2 - r^2) / 4 (any textbook on the Poisson equation, such as L. C. Evans, "Partial
    // Differential Equations", 2nd ed., 2010, section 2.2).
    [Theory]
    [InlineData(4)]
    [InlineData(12)]
    [InlineData(30)]
    public void On_a_disc_it_is_a_paraboloid(double radius)
    {
        var side = 2 * radius + 4;
        var form = Assert.Single(
            AreaForm.Of(
                Raster(side, side, (x, y) => Math.Pow(x - side / 2, 2) + Math.Pow(y - side / 2, 2) < radius * radius)
            )
        );
        // The film ends in the middle of the first cell outside, half a cell beyond the edge.
        var rim = radius + Half;
        foreach (var r in new[] { 0, 0.3 * radius, 0.6 * radius })
        {
            var (x, y) = (Middle(side / 2 + r) - side / 2, Half);
            Assert.Equal((rim * rim - x * x - y * y) / 4, FilmAt(form, side / 2 + r, side / 2), 0.02 * rim * rim / 4);
        }
    }

    // On a rectangle of a by b, from 0: u = (a x - x^2) / 2 - (4 a^2 / pi^3) sum over odd n of sin(n pi x / a) cosh(n
    // pi (y - b/2) / a) / (n^3 cosh(n pi b / (2 a))): S. Timoshenko, J. N. Goodier, "Theory of Elasticity" (2nd ed.,
    // 1951), section 94, torsion of a bar.
    [Theory]
    [InlineData(20, 10)]
    [InlineData(8, 60)]
    [InlineData(60, 60)]
    // Sizes at which larger cells do not end where the smaller ones do.
    [InlineData(25.25, 25.25)]
    [InlineData(50.5, 50.75)]
    [InlineData(90, 22.5)]
    [InlineData(15.75, 31.25)]
    public void On_a_rectangle_it_is_the_series(double a, double b)
    {
        var form = Assert.Single(AreaForm.Of(Raster(a + 4, b + 4, (x, y) => x > 2 && x < a + 2 && y > 2 && y < b + 2)));
        (a, b) = (a + 2 * Half, b + 2 * Half);
        double Closed(double x, double y) =>
            (a * x - x * x) / 2
            - 4
                * a
                * a
                / Math.Pow(Math.PI, 3)
                * Enumerable
                    .Range(0, 30)
                    .Sum(k =>
                    {
                        var n = 2 * k + 1;
                        // cosh over cosh, without overflow
                        var (up, down) = (n * Math.PI * Math.Abs(y - b / 2) / a, n * Math.PI * b / (2 * a));
                        return Math.Sin(n * Math.PI * x / a)
                            / Math.Pow(n, 3)
                            * Math.Exp(up - down)
                            * (1 + Math.Exp(-2 * up))
                            / (1 + Math.Exp(-2 * down));
                    });
        var middle = Closed(a / 2, b / 2);
        foreach (var (x, y) in new[] { (0.5, 0.5), (0.25, 0.5), (0.5, 0.2), (0.2, 0.8) })
        {
            var (px, py) = (Middle(2 + a * x) - 2 + Half, Middle(2 + b * y) - 2 + Half);
            Assert.Equal(Closed(px, py), FilmAt(form, 2 + a * x, 2 + b * y), 0.01 * middle);
        }
    }

    [Fact]
    public void A_detail_on_an_area_makes_no_dent_and_a_large_hole_does()
    {
        bool Disc(double x, double y, double radius) => Math.Pow(x - 20, 2) + Math.Pow(y - 20, 2) < radius * radius;
        double Beside(double hole) =>
            FilmAt(
                AreaForm.Of(Raster(40, 40, (x, y) => Disc(x, y, 15) && !Disc(x, y, hole))).Single(),
                20 + hole + 0.6,
                20
            );
        Assert.InRange(Beside(2), 45, 57); // (15^2 - 2.6^2) / 4 = 54.6
        Assert.InRange(Beside(9), 0, 5);
    }
}
