namespace Nube.Core.Drying;

/// <summary>The five states of a painted area.</summary>
public enum Wetness
{
    /// <summary>Water flows; colour dropped in spreads.</summary>
    Wet,

    /// <summary>A film is left and shines; it still evens itself out.</summary>
    Shining,

    /// <summary>No film, cool to the touch; touched now it makes a hard-edged bloom.</summary>
    Damp,

    /// <summary>Safe for the next wash.</summary>
    Dry,

    /// <summary>Safe for eraser, masks, powder and cutting.</summary>
    BoneDry,
}

/// <summary>How much water a brush leaves.</summary>
public enum BrushWater
{
    /// <summary>Nearly dry brush, for detail.</summary>
    DryBrush,

    /// <summary>Loaded and wiped: for small areas.</summary>
    Damp,

    /// <summary>Ordinary wash.</summary>
    Wash,

    /// <summary>A bead of water runs along.</summary>
    Juicy,

    /// <summary>As much as stays on the paper.</summary>
    Flood,
}

/// <summary>The amounts behind the words.</summary>
public static class WaterLaid
{
    /// <summary>
    /// Water laid, g/m2. From memory; an ordinary wash so that 1 cm2 of it on cold pressed paper is ready for the next
    /// in 8 to 12 minutes in an ordinary room (common practice, no source).
    /// </summary>
    public static double GramsPerSquareMetre(this BrushWater water) =>
        water switch
        {
            BrushWater.DryBrush => 5,
            BrushWater.Damp => 15,
            BrushWater.Wash => 28,
            BrushWater.Juicy => 80,
            BrushWater.Flood => 150,
            _ => throw new ArgumentOutOfRangeException(nameof(water)),
        };
}
