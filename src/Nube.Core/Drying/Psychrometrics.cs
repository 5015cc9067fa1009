namespace Nube.Core.Drying;

/// <summary>Water vapour in air.</summary>
public static class Psychrometrics
{
    /// <summary>Saturation vapour pressure over water, kPa.</summary>
    /// <param name="temperature">deg C, -40 to 50; within 0.4 % there, 3 % high at 100.</param>
    /// <remarks>
    /// O. A. Alduchov, R. E. Eskridge, "Improved Magnus form approximation of saturation vapor pressure",
    /// J. Appl. Meteorol. 35 (1996), 601-609, eq. 21.
    /// </remarks>
    public static double SaturationPressure(double temperature) =>
        0.61094 * Math.Exp(17.625 * temperature / (temperature + 243.04));

    /// <summary>Latent heat of evaporation of water, kJ/kg.</summary>
    /// <param name="temperature">deg C, 0 to 100.</param>
    /// <remarks>Linear fit to the steam tables, as printed in the ASHRAE Handbook, Fundamentals.</remarks>
    public static double LatentHeat(double temperature) => 2501 - 2.361 * temperature;
}
