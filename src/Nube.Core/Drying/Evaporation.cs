namespace Nube.Core.Drying;

/// <summary>Evaporation from a wet surface.</summary>
/// <param name="Rate">Water that leaves, g/(m2 s).</param>
/// <param name="SurfaceTemperature">Temperature of the wet surface, deg C; cooler than the air.</param>
public readonly record struct WetSurface(double Rate, double SurfaceTemperature);

/// <summary>How fast a wet sheet loses water while its surface is wet.</summary>
/// <remarks>
/// ASHRAE Handbook, HVAC Applications, "Natatoriums": E = (p_w - p_a)(0.089 + 0.0782 V) / Y, in kg/(m2 s), with p in
/// kPa, V in m/s and Y in kJ/kg. The surface cools until the heat that reaches it equals the heat that the vapour takes
/// away; the convective coefficient follows from the same formula by the Lewis relation. The formula is for large
/// surfaces; a small patch in still air loses vapour sideways, too: h + 4 D / (pi a) for a disc of radius a, the
/// conduction limit of a disc in a plane, Sh = 8 / pi on its diameter (its shape factor is 2 x diameter: F. P.
/// Incropera, D. P. DeWitt, "Fundamentals of Heat and Mass Transfer", table of conduction shape factors).
/// </remarks>
public static class Evaporation
{
    /// <summary>Radiation between paper and room, W/(m2 K): 4 epsilon sigma T^3 at 20 deg C, epsilon 0.97.</summary>
    public const double RadiationCoefficient = 5.7;

    /// <summary>Heat through the board below, W/(m2 K). From memory; learned later from bench times.</summary>
    public const double BoardCoefficient = 5;

    /// <summary>
    /// Psychrometric constant, kPa/K, at sea level: gamma = c_p P / (0.622 Y) (FAO Irrigation and Drainage Paper 56,
    /// eq. 8, with P = 101.3 kPa and Y = 2450 kJ/kg). It is the Lewis relation with Lewis number 1.
    /// </summary>
    public const double PsychrometricConstant = 0.0674;

    /// <summary>Diffusivity of water vapour in air at 20 deg C, m2/s. From memory of the same book's tables.</summary>
    public const double VapourDiffusivity = 2.5e-5;

    /// <summary>Gas constant of water vapour, J/(kg K): 8.314 / 0.018015.</summary>
    public const double VapourGasConstant = 461.5;

    /// <summary>The wet surface in balance with this air.</summary>
    /// <param name="air">The air.</param>
    /// <param name="patchMm">Radius of the wet patch as a disc, mm; 0 for a large sheet.</param>
    /// <param name="radiationCoefficient">W/(m2 K); 0 for a shielded wet bulb.</param>
    /// <param name="boardCoefficient">W/(m2 K); 0 for paper hanging free.</param>
    /// <exception cref="ArgumentOutOfRangeException">The air is outside what the formulas hold for.</exception>
    public static WetSurface From(
        Air air,
        double patchMm = 0,
        double radiationCoefficient = RadiationCoefficient,
        double boardCoefficient = BoardCoefficient
    )
    {
        if (!(air.Temperature is >= 0 and <= 120))
            throw new ArgumentOutOfRangeException(nameof(air), "The air must be between 0 and 120 deg C.");
        if (!(air.RelativeHumidity is >= 0 and < 1))
            throw new ArgumentOutOfRangeException(nameof(air), "The humidity must be from 0 to just under 100 %.");
        if (!(air.Speed is >= 0 and <= 30))
            throw new ArgumentOutOfRangeException(nameof(air), "The air speed must be between 0 and 30 m/s.");
        ArgumentOutOfRangeException.ThrowIfNegative(patchMm);

        // Gain falls and loss rises with the surface temperature: one crossing, found by bisection. The dew point is
        // above -60 deg C for every air allowed here but perfectly dry, for which the loss is still positive there.
        double low = -60,
            high = air.Temperature;
        for (var halving = 0; halving < 60; halving++)
        {
            var surface = (low + high) / 2;
            var (heatLoss, convection) = Loss(air, patchMm, surface);
            var gain = (convection + radiationCoefficient + boardCoefficient) * (air.Temperature - surface);
            if (gain > heatLoss)
                low = surface;
            else
                high = surface;
        }
        var balanced = (low + high) / 2;
        return new WetSurface(Loss(air, patchMm, balanced).Heat / Psychrometrics.LatentHeat(balanced), balanced);
    }

    /// <summary>Heat that the vapour takes, and the convective coefficient, both per m2: W/m2 and W/(m2 K).</summary>
    private static (double Heat, double Convection) Loss(Air air, double patchMm, double surface)
    {
        // 1000 W per kW: E * Y = (p_w - p_a)(0.089 + 0.0782 V) kW/m2, so Y cancels here.
        var transfer = 1000 * (0.089 + 0.0782 * air.Speed) + Sideways(air, patchMm, surface);
        var heat = Math.Max(0, transfer * (Psychrometrics.SaturationPressure(surface) - air.VapourPressure));
        return (heat, transfer * PsychrometricConstant);
    }

    /// <summary>
    /// What a small patch loses beside that, W/(m2 kPa): 4 D / (pi a) m/s by the vapour's density, p / (R T), and its
    /// heat.
    /// </summary>
    private static double Sideways(Air air, double patchMm, double surface)
    {
        if (patchMm <= 0)
            return 0;
        const double metresPerMm = 1e-3,
            pascalsPerKilopascal = 1000,
            joulesPerKilojoule = 1000,
            kelvinAtZero = 273.15;
        var coefficient = 4 * VapourDiffusivity / (Math.PI * patchMm * metresPerMm);
        var density = pascalsPerKilopascal / (VapourGasConstant * (air.Temperature + kelvinAtZero));
        return coefficient * density * Psychrometrics.LatentHeat(surface) * joulesPerKilojoule;
    }
}
