using Nube.Core.Materials;

namespace Nube.Core.Drying;

/// <summary>When a painted area reaches each state, counted from when it was laid.</summary>
/// <param name="Shining">No longer flows.</param>
/// <param name="Damp">The film is gone.</param>
/// <param name="Dry">Safe for the next wash.</param>
/// <param name="BoneDry">Safe for eraser, masks, powder, cutting.</param>
public readonly record struct DryingTimes(TimeSpan Shining, TimeSpan Damp, TimeSpan Dry, TimeSpan BoneDry)
{
    /// <summary>The state after some time.</summary>
    public Wetness StateAfter(TimeSpan elapsed) =>
        elapsed < Shining ? Wetness.Wet
        : elapsed < Damp ? Wetness.Shining
        : elapsed < Dry ? Wetness.Damp
        : elapsed < BoneDry ? Wetness.Dry
        : Wetness.BoneDry;

    /// <summary>Longer or shorter by a factor from some time on; what was reached by then stays.</summary>
    /// <param name="factor">On the time that is left, above 0.</param>
    /// <param name="from">When the air changes.</param>
    public DryingTimes Scaled(double factor, TimeSpan from = default)
    {
        return new DryingTimes(Left(Shining), Left(Damp), Left(Dry), Left(BoneDry));

        TimeSpan Left(TimeSpan time) => time <= from ? time : from + (time - from) * factor;
    }
}

/// <summary>The water of one wash over time: a film above the paper, and what the paper has drunk.</summary>
/// <remarks>
/// Two drying periods, as in the drying of any porous sheet (constant rate while the surface is wet, then falling rate;
/// T. K. Sherwood, "The drying of solids", Ind. Eng. Chem. 21 (1929), 12-16, 976-980). While there is a film the paper
/// drinks towards its capacity, s(t) = C (1 - exp(-t / tau)); C follows from Cobb60, which is s(60 s) by definition
/// (ISO 535). Below 0.15 C the rate falls in proportion to the water left. Thresholds and tau are from memory and wait
/// for bench times.
/// </remarks>
public sealed class DryingCurve
{
    /// <summary>Time constant of a paper's thirst, s. From memory.</summary>
    public const double UptakeSeconds = 40;

    /// <summary>Share of the capacity below which the drying rate falls. From memory.</summary>
    public const double CriticalShare = 0.15;

    /// <summary>Film above which water flows, g/m2 (10 um). From memory.</summary>
    public const double FlowingFilm = 10;

    /// <summary>Water at which the next wash is safe, g/m2: 0.3 % of a 300 g/m2 sheet. From memory.</summary>
    public const double DryWater = 1;

    /// <summary>Water at which eraser, powder and blade are safe, g/m2. From memory.</summary>
    public const double BoneDryWater = 0.2;

    private readonly double laid,
        rate,
        capacity,
        filmGone,
        fallingFrom,
        waterAtFall;

    /// <summary>The curve of a wash.</summary>
    /// <param name="waterLaid">Water laid, g/m2, 0 or more.</param>
    /// <param name="paper">The paper.</param>
    /// <param name="air">The air.</param>
    /// <param name="makersFactor">The maker's own factor on all times, above 0; 1 until learned.</param>
    public DryingCurve(double waterLaid, Paper paper, Air air, double makersFactor = 1)
    {
        ArgumentNullException.ThrowIfNull(paper);
        ArgumentOutOfRangeException.ThrowIfNegative(waterLaid);
        ArgumentOutOfRangeException.ThrowIfNegativeOrZero(makersFactor);
        laid = waterLaid;
        rate = Evaporation.From(air).Rate / makersFactor;
        capacity = paper.Cobb60 / (1 - Math.Exp(-60 / UptakeSeconds));
        filmGone = TimeOfFilm(0);
        var critical = CriticalShare * capacity;
        fallingFrom = Math.Max(filmGone, (laid - critical) / rate);
        waterAtFall = Math.Max(0, laid - rate * fallingFrom);
    }

    /// <summary>Water left on and in the paper after some seconds, g/m2.</summary>
    public double WaterAt(double seconds) =>
        seconds <= fallingFrom
            ? laid - rate * seconds
            : waterAtFall * Math.Exp(-rate / (CriticalShare * capacity) * (seconds - fallingFrom));

    /// <summary>Water of the film after some seconds, g/m2; 0 when it is gone.</summary>
    public double FilmAt(double seconds) =>
        Math.Max(0, laid - rate * seconds - capacity * (1 - Math.Exp(-seconds / UptakeSeconds)));

    /// <summary>When each state is reached.</summary>
    public DryingTimes Times()
    {
        var damp = filmGone;
        var dry = Math.Max(damp, TimeOfWater(DryWater));
        return new DryingTimes(
            TimeSpan.FromSeconds(TimeOfFilm(FlowingFilm)),
            TimeSpan.FromSeconds(damp),
            TimeSpan.FromSeconds(dry),
            TimeSpan.FromSeconds(Math.Max(dry, TimeOfWater(BoneDryWater)))
        );
    }

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
            var left = laid - rate * middle - capacity * (1 - Math.Exp(-middle / UptakeSeconds));
            if (left > film)
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
        return fallingFrom + Math.Log(waterAtFall / water) * CriticalShare * capacity / rate;
    }
}
