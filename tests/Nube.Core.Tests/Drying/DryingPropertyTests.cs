using Nube.Core.Drying;
using Nube.Core.Materials;

namespace Nube.Core.Tests.Drying;

/// <summary>What holds for every paper, air and amount of water; seeded random ones.</summary>
public class DryingPropertyTests
{
    private static IEnumerable<(Paper Paper, Air Air, double Water)> Any()
    {
        var random = new Random(4);
        for (var i = 0; i < 200; i++)
        {
            yield return (
                GenericCatalogue.Papers[random.Next(GenericCatalogue.Papers.Length)],
                new Air(5 + 30 * random.NextDouble(), 0.1 + 0.8 * random.NextDouble(), 0.5 * random.NextDouble()),
                1 + 150 * random.NextDouble()
            );
        }
    }

    [Fact]
    public void States_follow_each_other_and_agree_with_the_water_left() => Assert.All(Any(), any =>
        {
            var curve = new DryingCurve(any.Water, any.Paper, any.Air);
            var times = curve.Times();
            Assert.True(times.Shining <= times.Damp && times.Damp <= times.Dry && times.Dry <= times.BoneDry);
            Assert.True(curve.FilmAt(times.Damp.TotalSeconds) < 1e-6, "the film is gone when it is damp");
            // Cool no more: a quarter of the first rate at most.
            double Rate(double at) => curve.WaterAt(at) - curve.WaterAt(at + 1);
            Assert.True(Rate(times.Dry.TotalSeconds) <= DryingCurve.CoolShare * Rate(0) * 1.001 + 1e-9);
            Assert.True(curve.WaterAt(times.BoneDry.TotalSeconds) <= DryingCurve.BoneDryWater + 1e-6);
            Assert.Equal(any.Water, curve.WaterAt(0), 9);
        });

    [Fact]
    public void Less_water_drier_air_and_wind_never_take_longer() => Assert.All(Any(), any =>
        {
            TimeSpan Dry(double water, Air air) => new DryingCurve(water, any.Paper, air).Times().Dry;
            var dry = Dry(any.Water, any.Air);
            Assert.True(Dry(any.Water * 0.7, any.Air) <= dry);
            Assert.True(Dry(any.Water, any.Air with { RelativeHumidity = any.Air.RelativeHumidity * 0.7 }) <= dry);
            Assert.True(Dry(any.Water, any.Air with { Speed = any.Air.Speed + 0.4 }) <= dry);
            Assert.True(Dry(any.Water, any.Air with { Temperature = any.Air.Temperature + 4 }) <= dry);
            var (large, small) = (
                new DryingCurve(any.Water, any.Paper, any.Air, 1, 30).Times().Dry,
                new DryingCurve(any.Water, any.Paper, any.Air, 1, 3).Times().Dry
            );
            Assert.True(small < large && large < dry);
        });

    [Fact]
    public void Water_and_film_only_fall_and_the_film_is_no_more_than_the_water() => Assert.All(Any().Take(40), any =>
        {
            var curve = new DryingCurve(any.Water, any.Paper, any.Air);
            var (water, film) = (double.PositiveInfinity, double.PositiveInfinity);
            for (var seconds = 0; seconds < 7200; seconds += 60)
            {
                Assert.True(curve.WaterAt(seconds) <= water && curve.FilmAt(seconds) <= film);
                (water, film) = (curve.WaterAt(seconds), curve.FilmAt(seconds));
                Assert.InRange(film, 0, water + 1e-9);
            }
        });
}
