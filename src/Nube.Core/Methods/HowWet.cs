using Nube.Core.Acts;
using Nube.Core.Drying;
using Nube.Core.Materials;

namespace Nube.Core.Methods;

/// <summary>How wet the brush is.</summary>
public static class HowWet
{
    /// <summary>Areas below this are painted with a wiped brush, mm2. This project's own.</summary>
    public const double SmallAreaMm2 = 250;

    /// <summary>For a wash: less for small areas, shadows and papers that buckle.</summary>
    public static BrushWater ForWash(double sizeMm2, Zone zone, Paper paper) =>
        sizeMm2 < SmallAreaMm2 || zone != Zone.Whole ? BrushWater.Damp : AtMost(BrushWater.Wash, paper);

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
