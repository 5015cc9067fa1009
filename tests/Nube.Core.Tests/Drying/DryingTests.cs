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
        var surface = Evaporation.From(new Air(air, humidity, 0.1), 0, 0).SurfaceTemperature;
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
