using Nube.Core.Materials;

namespace Nube.Core.Drying;

/// <summary>The water of one wash over time: a film above the paper, and what the paper has drunk.</summary>
/// <remarks>
/// <para>
/// Drinking: while there is a film the paper takes up s(t) = Cobb60 sqrt(t / 60 s), up to what the sheet holds. Uptake
/// into a porous sheet goes with the square root of time (E. W. Washburn, "The dynamics of capillary flow", Phys. Rev.
/// 17 (1921), 273-283), and Cobb60 is s(60 s) by definition (ISO 535).
/// </para>
/// <para>
/// Drying: two periods, as of any porous sheet (constant rate while the surface is wet, then falling rate; T. K.
/// Sherwood, "The drying of solids", Ind. Eng. Chem. 21 (1929), 12-16, 976-980). The rate falls in proportion to the
/// water left once that is below a share of what was drunk. A wet surface is cooler than the air in proportion to the
/// rate, by some 4 K at first: it feels cool no more when the rate is a quarter.
/// </para>
/// </remarks>
public sealed class DryingCurve
{
    /// <summary>Share of what the paper drank below which the drying rate falls. From memory.</summary>
    public const double CriticalShare = 0.3;

    /// <summary>Film above which water flows, g/m2 (10 um). From memory.</summary>
    public const double FlowingFilm = 10;

    /// <summary>
    /// Share of the first drying rate at which the surface no longer feels cool, and the next wash is safe: a hand
    /// hardly feels 1 K. From memory.
    /// </summary>
    public const double CoolShare = 0.25;

    /// <summary>Water at which eraser, powder and blade are safe, g/m2. From memory.</summary>
    public const double BoneDryWater = 0.2;

    private const double CobbSeconds = 60; // for which ISO 535 lets paper drink for its Cobb60

    private readonly double laid,
        rate,
        cobb60,
        holds,
        filmGone,
        fallingFrom,
        waterAtFall;

    /// <summary>The curve of a wash.</summary>
    /// <param name="waterLaid">Water laid, g/m2, 0 or more.</param>
    /// <param name="paper">The paper.</param>
    /// <param name="air">The air.</param>
    /// <param name="makersFactor">The maker's own factor on all times, above 0; 1 until learned.</param>
    /// <param name="patchMm">Radius of the wet patch as a disc, mm; 0 for a large sheet.</param>
    public DryingCurve(double waterLaid, Paper paper, Air air, double makersFactor = 1, double patchMm = 0)
    {
        ArgumentNullException.ThrowIfNull(paper);
        ArgumentOutOfRangeException.ThrowIfNegative(waterLaid);
        ArgumentOutOfRangeException.ThrowIfNegativeOrZero(makersFactor);
        (laid, cobb60, holds) = (waterLaid, paper.Cobb60, paper.HoldsWater);
        rate = Evaporation.From(air, patchMm).Rate / makersFactor;
        filmGone = TimeOfFilm(0);
        var critical = CriticalShare * Math.Max(0, laid - rate * filmGone);
        fallingFrom = Math.Max(filmGone, (laid - critical) / rate);
        waterAtFall = Math.Max(0, laid - rate * fallingFrom);
    }

    /// <summary>Water left on and in the paper after some seconds, g/m2.</summary>
    public double WaterAt(double seconds) =>
        seconds <= fallingFrom ? laid - rate * seconds
        : waterAtFall <= 0 ? 0
        : waterAtFall * Math.Exp(-rate / waterAtFall * (seconds - fallingFrom));

    /// <summary>Water of the film after some seconds, g/m2; 0 when it is gone.</summary>
    public double FilmAt(double seconds) => Math.Max(0, laid - rate * seconds - Drunk(seconds));

    /// <summary>When each state is reached.</summary>
    public DryingTimes Times()
    {
        var dry = Math.Max(filmGone, TimeOfWater(CoolShare * waterAtFall));
        return new DryingTimes(
            TimeSpan.FromSeconds(TimeOfFilm(FlowingFilm)),
            TimeSpan.FromSeconds(filmGone),
            TimeSpan.FromSeconds(dry),
            TimeSpan.FromSeconds(Math.Max(dry, TimeOfWater(BoneDryWater)))
        );
    }

    private double Drunk(double seconds) => Math.Min(holds, cobb60 * Math.Sqrt(seconds / CobbSeconds));

    /// <summary>When the film has fallen to this, s.</summary>
    private double TimeOfFilm(double film)
    {
        if (laid <= film)
            return 0;
        double low = 0,
            high = (laid - film) / rate;
        for (var halving = 0; halving < 50; halving++)
        {
            var middle = (low + high) / 2;
            if (laid - rate * middle - Drunk(middle) > film)
                low = middle;
            else
                high = middle;
        }
        return high;
    }

    /// <summary>When the water has fallen to this, s.</summary>
    private double TimeOfWater(double water)
    {
        if (laid <= water)
            return 0;
        if (waterAtFall <= water)
            return (laid - water) / rate;
        return fallingFrom + Math.Log(waterAtFall / water) * waterAtFall / rate;
    }
}
