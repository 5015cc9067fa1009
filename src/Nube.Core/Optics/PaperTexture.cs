namespace Nube.Core.Optics;

/// <summary>How rough a paper's surface is.</summary>
public enum PaperTexture
{
    /// <summary>Plate smooth, as bristol: crisp stamping, little water.</summary>
    Smooth,

    /// <summary>A slight tooth, as mixed-media paper.</summary>
    Vellum,

    /// <summary>Cold pressed: takes much water; a stamp needs two to four impressions.</summary>
    ColdPressed,
}
