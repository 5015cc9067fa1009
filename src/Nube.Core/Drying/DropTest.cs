using Nube.Core.Materials;

namespace Nube.Core.Drying;

/// <summary>How much a paper drinks, read with a watch.</summary>
/// <remarks>
/// A drop of clean water is spread to a disc with a loaded brush, and timed until its shine is gone. That time is what
/// <see cref="DryingCurve"/> says of a wash of that size; the Cobb60 with which it says so is what the paper has. So a
/// plan's waits on it are those that the maker has seen.
/// </remarks>
public static class DropTest
{
    /// <summary>Radius of the disc to which the drop is spread, mm: about as large as a coin.</summary>
    public const double RadiusMm = 10;

    /// <summary>Least and most that is told apart, g/m2: sized parchment to blotting paper.</summary>
    public const double Least = 2,
        Most = 250;

    /// <summary>Water that the paper takes up in 60 s, g/m2 (ISO 535).</summary>
    /// <param name="seconds">Until the shine is gone, s, above 0.</param>
    /// <param name="paper">The paper; what it drinks is looked for, so its own does not count.</param>
    /// <param name="air">The air of the room.</param>
    /// <returns>
    /// Between the least and the most; the nearer of the two where the water went faster or stood longer than with them.
    /// </returns>
    public static double Cobb60(double seconds, Paper paper, Air air)
    {
        ArgumentNullException.ThrowIfNull(paper);
        ArgumentOutOfRangeException.ThrowIfNegativeOrZero(seconds);
        // The more it drinks the sooner the shine is gone: halving is safe, and 40 times are exact to 1e-10.
        var (low, high) = (Least, Most);
        for (var halving = 0; halving < 40; halving++)
        {
            var middle = (low + high) / 2;
            if (Shines(paper with { Cobb60 = middle }, air) > seconds)
                low = middle;
            else
                high = middle;
        }
        return (low + high) / 2;
    }

    /// <summary>How long the disc shines on a paper, s.</summary>
    public static double Shines(Paper paper, Air air) =>
        new DryingCurve(BrushWater.Wash.GramsPerSquareMetre(), paper, air, patchMm: RadiusMm).Times().Damp.TotalSeconds;
}
