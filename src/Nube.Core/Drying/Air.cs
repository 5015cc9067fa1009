using System.Text.Json.Serialization;

namespace Nube.Core.Drying;

/// <summary>The air over the bench.</summary>
/// <param name="Temperature">Air temperature, deg C, 0 to 120 (a heat tool's stream included).</param>
/// <param name="RelativeHumidity">Share of saturation, 0 to 1.</param>
/// <param name="Speed">Air speed over the paper, m/s, 0 or more; a still room has 0 to 0.1.</param>
public readonly record struct Air(double Temperature, double RelativeHumidity, double Speed)
{
    /// <summary>A heated room on an ordinary day: 20 deg C, 50 %, still.</summary>
    public static Air OrdinaryRoom { get; } = new(20, 0.5, 0);

    /// <summary>Vapour pressure of the air, kPa.</summary>
    [JsonIgnore]
    public double VapourPressure => RelativeHumidity * Psychrometrics.SaturationPressure(Temperature);
}
