using Nube.Core.Artwork;
using Nube.Core.Drying;
using Nube.Core.Materials;

namespace Nube.Core.Tests.Drying;

public class DryingTests
{
    private static readonly Paper ColdPressed = GenericCatalogue.Papers[0];

    // Saturation pressure of water in kPa from the steam tables (IAPWS-IF97, as printed in thermodynamics handbooks).
    [Theory]
    [InlineData(0.01, 0.6117)]
    [InlineData(10, 1.2282)]
    [InlineData(20, 2.3393)]
    [InlineData(25, 3.1699)]
    [InlineData(30, 4.2470)]
    [InlineData(40, 7.3849)]
    public void Saturation_pressure_meets_the_steam_tables(double temperature, double kilopascals) =>
        Assert.InRange(Psychrometrics.SaturationPressure(temperature), kilopascals * 0.996, kilopascals * 1.004);

    // Wet-bulb temperatures at 101.3 kPa as read from psychrometric tables and charts (ASHRAE, Fundamentals).
    [Theory]
    [InlineData(20, 0.50, 13.8)]
    [InlineData(25, 0.50, 17.9)]
    [InlineData(30, 0.30, 18.0)]
    [InlineData(20, 0.80, 17.7)]
    public void Without_radiation_and_board_the_surface_is_at_the_wet_bulb(double air, double humidity, double wetBulb)
    {
        var surface = Evaporation.From(new Air(air, humidity, 0.1), 0, 0, 0).SurfaceTemperature;
        Assert.InRange(surface, wetBulb - 0.3, wetBulb + 0.3);
    }

    // Worked by hand from the formulas named in docs/science.md.
    [Theory]
    [InlineData(20, 0.5, 0, 89)]
    [InlineData(25, 0.3, 0.1, 165)]
    [InlineData(15, 0.8, 0, 28)]
    public void Evaporation_is_as_worked_by_hand(
        double temperature,
        double humidity,
        double speed,
        double gramsPerHour
    ) =>
        Assert.InRange(
            3600 * Evaporation.From(new Air(temperature, humidity, speed)).Rate,
            gramsPerHour * 0.95,
            gramsPerHour * 1.05
        );

    [Fact]
    public void A_wash_passes_through_its_states_in_order()
    {
        var times = new DryingCurve(40, ColdPressed, Air.OrdinaryRoom).Times();
        Assert.True(TimeSpan.Zero < times.Shining && times.Shining < times.Damp);
        Assert.True(times.Damp < times.Dry && times.Dry < times.BoneDry);
        Assert.Equal(Wetness.Wet, times.StateAfter(TimeSpan.Zero));
        Assert.Equal(Wetness.Shining, times.StateAfter(times.Shining));
        Assert.Equal(Wetness.Damp, times.StateAfter(times.Damp));
        Assert.Equal(Wetness.Dry, times.StateAfter(times.Dry));
        Assert.Equal(Wetness.BoneDry, times.StateAfter(times.BoneDry));
    }

    [Fact]
    public void Thirty_grams_take_some_twenty_minutes_in_an_ordinary_room() =>
        Assert.InRange(new DryingCurve(30, ColdPressed, Air.OrdinaryRoom).Times().Dry.TotalMinutes, 17, 25);

    // Sh = 8 / pi on the diameter of a disc: h = 4 D / (pi a), against 0.089 kW/(m2 kPa) of the pool formula, which is
    // 0.089 / 2460 kg/(s m2 kPa) x 135.2 kPa m3/kg = 4.9 mm/s. By hand, at the surface's own temperature (without the
    // room's and the board's warmth both give the wet bulb, so that rates are as the coefficients): a = 20 mm 1.3
    // times, 5.64 mm (1 cm2) 2.15, 2 mm 4.3.
    [Theory]
    [InlineData(20, 1.33)]
    [InlineData(5.64, 2.15)]
    [InlineData(2, 4.25)]
    public void A_small_patch_loses_water_sideways_too(double radius, double times)
    {
        double Rate(double patch) => Evaporation.From(Air.OrdinaryRoom, patch, 0, 0).Rate;
        Assert.InRange(Rate(radius) / Rate(0), times * 0.98, times * 1.02);
    }

    // Common practice, no source: about ten minutes for a wash, a few for small areas, half an hour for a whole ground.
    [Fact]
    public void An_ordinary_wash_on_a_square_centimetre_is_ready_in_some_ten_minutes()
    {
        DryingTimes Times(BrushWater water, double surface) =>
            Leaves.Water.Times(water, ColdPressed, Air.OrdinaryRoom, 1, WetPatch.Radius(surface));
        Assert.InRange(Times(BrushWater.Wash, 100).Dry.TotalMinutes, 8, 12);
        Assert.InRange(Times(BrushWater.Damp, 20).Dry.TotalMinutes, 2, 5);
        Assert.InRange(Times(BrushWater.Wash, 10_000).Dry.TotalMinutes, 17, 30);
        Assert.InRange(Times(BrushWater.Juicy, 2000).Damp.TotalMinutes, 7, 12);
    }

    // Worked by hand: Cobb60 of 20 g/m2 is s(60 s) = 20; after 4 times as long twice as much is drunk. 40 g/m2 in air
    // that takes nearly nothing: the film is gone when 20 sqrt(t / 60) = 40, at 240 s; 10 g/m2 of film are left when
    // 30 are drunk, at 135 s.
    [Fact]
    public void Paper_drinks_with_the_square_root_of_time()
    {
        var still = new Air(20, 0.999, 0);
        var times = new DryingCurve(40, ColdPressed, still).Times();
        Assert.InRange(times.Damp.TotalSeconds, 238, 240);
        Assert.InRange(times.Shining.TotalSeconds, 134, 135);
        // What the sheet cannot hold stays on it.
        var thin = ColdPressed with { GramsPerSquareMetre = 20 };
        Assert.True(thin.HoldsWater < 25);
        Assert.True(new DryingCurve(40, thin, still).Times().Damp > TimeSpan.FromHours(1));
    }

    [Fact]
    public void What_lies_side_by_side_dries_as_one_patch()
    {
        WetPatch[] three = [WetPatch.Alone(1, 3), WetPatch.Alone(2, 4), WetPatch.Alone(3, 2)];
        var joined = WetPatch.Joined(three, (one, other) => one + other == 3).OrderBy(patch => patch.Area).ToList();
        // 3, 4, 5: the squares of radii add up; sizes are told apart by preferred numbers: 5 is one, the next above 2 is 2.24.
        Assert.Equal([5, 5, 2.2], joined.Select(patch => Math.Round(patch.RadiusMm, 1)));
        Assert.Equal([3, 4, 2], joined.Select(patch => patch.OwnMm));
    }

    // A strip of 2 x 100 mm dries as a disc of 2 mm across would, not as one of its surface.
    [Fact]
    public void A_long_shape_dries_as_a_narrow_one()
    {
        Assert.Equal(2 * 200.0 / 204, WetPatch.Radius(200, 204), 6);
        Assert.Equal(Math.Sqrt(200 / Math.PI), WetPatch.Radius(200), 6);
        Assert.Equal(5.64, WetPatch.Radius(100, 10), 2);
        // A square of 10 mm with a hole of 4 mm: rims of 40 and 16 mm.
        var square = new Area(1, 84, default, "M0 0L10 0L10 10L0 10ZM3 3L7 3L7 7L3 7Z");
        Assert.Equal(56, square.PerimeterMm, 6);
        Assert.Equal(3, WetPatch.Radius(square.SizeMm2, square.PerimeterMm), 6);
    }

    [Fact]
    public void A_heat_tool_makes_it_seconds() =>
        Assert.InRange(new DryingCurve(30, ColdPressed, new Air(110, 0.01, 4)).Times().Dry.TotalSeconds, 3, 60);

    [Fact]
    public void More_water_damper_air_and_a_slower_hand_take_longer()
    {
        TimeSpan Dry(double water, Air air, double factor = 1) =>
            new DryingCurve(water, ColdPressed, air, factor).Times().Dry;
        var usual = Dry(30, Air.OrdinaryRoom);
        Assert.True(Dry(40, Air.OrdinaryRoom) > usual);
        Assert.True(Dry(30, new Air(20, 0.7, 0)) > usual);
        Assert.True(Dry(30, new Air(20, 0.5, 0.5)) < usual);
        Assert.Equal(2 * usual.TotalSeconds, Dry(30, Air.OrdinaryRoom, 2).TotalSeconds, usual.TotalSeconds * 0.1);
    }

    [Fact]
    public void Water_never_comes_back_and_the_film_is_part_of_it()
    {
        var curve = new DryingCurve(80, ColdPressed, Air.OrdinaryRoom);
        var before = curve.WaterAt(0);
        Assert.Equal(80, before);
        for (var seconds = 1.0; seconds < 10_000; seconds += 7)
        {
            var now = curve.WaterAt(seconds);
            Assert.InRange(now, 0, before);
            Assert.InRange(curve.FilmAt(seconds), 0, now + 1e-9);
            before = now;
        }
    }

    [Fact]
    public void A_dry_brush_leaves_no_flowing_film()
    {
        var times = new DryingCurve(BrushWater.DryBrush.GramsPerSquareMetre(), ColdPressed, Air.OrdinaryRoom).Times();
        Assert.Equal(TimeSpan.Zero, times.Shining);
        Assert.True(times.Dry > TimeSpan.Zero);
    }

    [Theory]
    [InlineData(-5, 0.5, 0)]
    [InlineData(20, 1.0, 0)]
    [InlineData(20, 0.5, -1)]
    [InlineData(double.NaN, 0.5, 0)]
    public void Air_that_cannot_be_is_refused(double temperature, double humidity, double speed) =>
        Assert.Throws<ArgumentOutOfRangeException>(() => Evaporation.From(new Air(temperature, humidity, speed)));
}
