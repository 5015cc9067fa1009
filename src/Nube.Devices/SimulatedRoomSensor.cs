using Nube.Core.Drying;

namespace Nube.Devices;

/// <summary>A thermometer and hygrometer by the bench.</summary>
public interface IRoomSensor
{
    /// <summary>The air at a moment; the speed is not measured and 0.</summary>
    Air Read(DateTimeOffset at);
}

/// <summary>
/// Stands in for a room sensor: a day's course of temperature and humidity, with the jitter of a cheap one.
/// </summary>
/// <remarks>
/// The room is warmest in the afternoon; the water in the air stays about the same through the day, so the humidity
/// falls when it warms. The same moment gives the same reading. All figures are invented.
/// </remarks>
/// <param name="seed">Start of the jitter.</param>
public sealed class SimulatedRoomSensor(int seed = 5) : IRoomSensor
{
    private const double MeanDegrees = 19.5,
        SwingDegrees = 2.5,
        WarmestHour = 15;
    private const double VapourKilopascals = 1.1; // of the air: half humid at 19.5 deg C
    private const double JitterDegrees = 0.2,
        JitterHumidity = 0.01;

    /// <inheritdoc />
    public Air Read(DateTimeOffset at)
    {
        var hour = at.TimeOfDay.TotalHours;
        var temperature = MeanDegrees + SwingDegrees * Math.Cos((hour - WarmestHour) / 24 * 2 * Math.PI);
        var humidity = VapourKilopascals / Psychrometrics.SaturationPressure(temperature);
        var jitter = new Random(unchecked(seed * 7919 + (int)(at.ToUnixTimeSeconds() / 10)));
        return new Air(
            Math.Round(temperature + JitterDegrees * (2 * jitter.NextDouble() - 1), 1),
            Math.Round(Math.Clamp(humidity + JitterHumidity * (2 * jitter.NextDouble() - 1), 0.05, 0.95), 2),
            0
        );
    }
}
