using System.Globalization;
using Nube.Core.Artwork;
using Nube.Core.Light;

namespace Nube.Core.Tests.Light;

/// <summary>Shadow, middle and light of an area.</summary>
public class ZoningTests
{
    private static LabelRaster Disc(double radius) =>
        AreaFormTests.Raster(2 * radius + 4, 2 * radius + 4, (x, y) =>
            Math.Pow(x - radius - 2, 2) + Math.Pow(y - radius - 2, 2) < radius * radius
        );

    private static AreaZones Zones(LabelRaster raster, ZoneRule? rule = null, double degrees = 225) =>
        Assert.Single(Zoning.Of(AreaForm.Of(raster), new LightAngle(degrees), _ => rule ?? ZoneRule.Usual));

    /// <summary>Signed sum over the outline's triangles: the area by the shoelace formula, and its centre.</summary>
    internal static (double Mm2, double X, double Y) Measure(string path)
    {
        double twice = 0,
            x = 0,
            y = 0;
        foreach (var ring in path.Split('Z', StringSplitOptions.RemoveEmptyEntries))
        {
            var points = ring.Split(['M', 'L'], StringSplitOptions.RemoveEmptyEntries)
                .Select(point =>
                    point.Split(' ').Select(value => double.Parse(value, CultureInfo.InvariantCulture)).ToArray()
                )
                .ToList();
            for (var i = 0; i < points.Count; i++)
            {
                var (a, b) = (points[i], points[(i + 1) % points.Count]);
                var cross = a[0] * b[1] - b[0] * a[1];
                (twice, x, y) = (twice + cross, x + (a[0] + b[0]) * cross / 3, y + (a[1] + b[1]) * cross / 3);
            }
        }
        return (Math.Abs(twice) / 2, x / twice, y / twice);
    }

    [Theory]
    [InlineData(225, -1, -1)]
    [InlineData(0, 1, 0)]
    [InlineData(90, 0, 1)]
    [InlineData(180, -1, 0)]
    public void Light_lies_towards_the_light_and_shadow_away_from_it(double degrees, int right, int down)
    {
        var zones = Zones(Disc(10), degrees: degrees);
        var (light, shadow) = (Measure(zones.Light), Measure(zones.Shadow));
        Assert.True((light.X - 12) * right + (light.Y - 12) * down > 2);
        Assert.True((shadow.X - 12) * right + (shadow.Y - 12) * down < -2);
        if (right == 0)
            Assert.Equal(12, light.X, 0.3);
        if (down == 0)
            Assert.Equal(12, light.Y, 0.3);
    }

    [Theory]
    [InlineData(0.35, 0.20, 0)]
    [InlineData(0.5, 0.1, 0.05)]
    [InlineData(0, 0.4, 0.4)]
    public void Zones_have_the_shares_that_were_asked_for(double shadow, double light, double white)
    {
        var zones = Zones(
            Disc(12),
            ZoneRule.Usual with
            {
                ShadowShare = shadow,
                LightShare = light,
                WhiteShare = white,
            }
        );
        var all = Math.PI * 144;
        double Share(string path) => path.Length == 0 ? 0 : Measure(path).Mm2 / all;
        // Outlines run through the middle of the rim's cells: some 0.12 mm of zone are outside of them.
        Assert.InRange(Share(zones.Shadow), shadow * 0.93 - 0.01, shadow * 1.03 + 0.01);
        Assert.InRange(Share(zones.Light), light * 0.90 - 0.01, light * 1.03 + 0.01);
        Assert.InRange(Share(zones.White), white * 0.85 - 0.01, white * 1.03 + 0.01);
        Assert.Equal(shadow, zones.ShadowShare, 0.02);
    }

    [Fact]
    public void Along_a_long_thin_area_the_shadow_keeps_to_one_side_all_the_way()
    {
        var zones = Zones(AreaFormTests.Raster(84, 10, (x, y) => x > 2 && x < 82 && y > 2 && y < 8), degrees: 270);
        var shadow = Measure(zones.Shadow);
        Assert.True(shadow.Y > 6);
        Assert.Equal(42, shadow.X, 1.0);
    }

    [Fact]
    public void On_a_ring_each_side_has_its_own_light()
    {
        // Lit from the right: the right half's outer side and the left half's inner side face the light.
        var ring = AreaFormTests.Raster(44, 44, (x, y) =>
            Math.Sqrt(Math.Pow(x - 22, 2) + Math.Pow(y - 22, 2)) is > 12 and < 20
        );
        var zones = Zones(ring, degrees: 0);
        Assert.True(Covers(zones.Light, 22 + 18.5, 22));
        Assert.True(Covers(zones.Light, 22 - 13.2, 22));
        Assert.True(Covers(zones.Shadow, 22 + 13.2, 22));
        Assert.True(Covers(zones.Shadow, 22 - 18.5, 22));
    }

    [Fact]
    public void Petals_are_deep_where_they_start_and_line_and_pull_along_the_outline()
    {
        var petal = AreaFormTests.Raster(34, 14, (x, y) => Math.Pow((x - 17) / 14, 2) + Math.Pow((y - 7) / 5, 2) < 1);
        var centreOut = Zones(petal, ZoneRule.Usual with { Style = ZoneStyle.CentreOut, From = new PointMm(0, 7) });
        Assert.True(Measure(centreOut.Shadow).X < 12 && Measure(centreOut.Light).X > 24);
        var edge = Zones(petal, ZoneRule.Usual with { Style = ZoneStyle.EdgeDark });
        Assert.True(Covers(edge.Light, 17, 7));
        Assert.True(Covers(edge.Shadow, 17, 2.7) && Covers(edge.Shadow, 17, 11.3) && !Covers(edge.Shadow, 17, 7));
    }

    [Fact]
    public void A_small_area_has_one_tone()
    {
        var zones = Zones(Disc(2));
        Assert.Equal(("", "", "", 0), (zones.Shadow, zones.Light, zones.White, zones.ShadowShare));
    }

    [Fact]
    public void The_same_form_gives_the_same_zones_and_a_full_turn_changes_nothing()
    {
        var raster = Disc(9);
        Assert.Equal(Zones(raster), Zones(raster));
        Assert.Equal(Zones(raster, degrees: 40), Zones(raster, degrees: 400));
    }

    /// <summary>Is a point inside, by the even-odd rule?</summary>
    private static bool Covers(string path, double x, double y)
    {
        var inside = false;
        foreach (var ring in path.Split('Z', StringSplitOptions.RemoveEmptyEntries))
        {
            var points = ring.Split(['M', 'L'], StringSplitOptions.RemoveEmptyEntries)
                .Select(point =>
                    point.Split(' ').Select(value => double.Parse(value, CultureInfo.InvariantCulture)).ToArray()
                )
                .ToList();
            for (var i = 0; i < points.Count; i++)
            {
                var (a, b) = (points[i], points[(i + 1) % points.Count]);
                if (a[1] > y != b[1] > y && x < (b[0] - a[0]) * (y - a[1]) / (b[1] - a[1]) + a[0])
                    inside = !inside;
            }
        }
        return inside;
    }
}
