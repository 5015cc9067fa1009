using Nube.Core.Drying;
using Nube.Core.Materials;

namespace Nube.Core.Methods;

/// <summary>How wet the brush is.</summary>
public static class HowWet
{
    /// <summary>Surfaces below this are painted with a wiped brush, mm2. This project's own.</summary>
    public const double SmallMm2 = 40;

    /// <summary>
    /// Surfaces above this are painted with a bead of water, mm2: an ordinary wash shines about as long as a hand needs
    /// for so much. This project's own.
    /// </summary>
    public const double LargeMm2 = 1500;

    /// <summary>Surfaces below this get no bead of water to drop colour into, mm2. This project's own.</summary>
    public const double TooSmallForABeadMm2 = 250;

    /// <summary>For a wash: by the surface that is wetted, and less on papers that buckle.</summary>
    /// <param name="surfaceMm2">The part of the area that it goes over, mm2.</param>
    /// <param name="paper">The paper.</param>
    public static BrushWater ForWash(double surfaceMm2, Paper paper) =>
        surfaceMm2 < SmallMm2 ? BrushWater.Damp
        : surfaceMm2 <= LargeMm2 ? AtMost(BrushWater.Wash, paper)
        : AtMost(BrushWater.Juicy, paper);

    /// <summary>For an area that must shine while colour is dropped into it.</summary>
    /// <param name="surfaceMm2">The part of the area that is wetted, mm2.</param>
    /// <param name="paper">The paper.</param>
    public static BrushWater ToDropInto(double surfaceMm2, Paper paper) =>
        AtMost(surfaceMm2 < TooSmallForABeadMm2 ? BrushWater.Wash : BrushWater.Juicy, paper);

    /// <summary>As wet as is wanted, or as the paper bears without buckling; never less than a wiped brush.</summary>
    public static BrushWater AtMost(BrushWater wanted, Paper paper)
    {
        ArgumentNullException.ThrowIfNull(paper);
        var water = wanted;
        while (water > BrushWater.Damp && water.GramsPerSquareMetre() > paper.BuckleWater)
            water--;
        return water;
    }
}
