namespace Nube.Core.Acts;

/// <summary>Which part of an area a pass covers.</summary>
public enum Zone
{
    /// <summary>All of it.</summary>
    Whole,

    /// <summary>The part away from the light.</summary>
    Shadow,

    /// <summary>All but the part in the light.</summary>
    ButLight,

    /// <summary>The part in the light.</summary>
    Light,

    /// <summary>The deepest of the shadow.</summary>
    Deepest,

    /// <summary>Just inside the lines, pulled inwards.</summary>
    Edge,

    /// <summary>One side, fading out to the other.</summary>
    Graded,

    /// <summary>Just outside the edge of something white, and in its shadow.</summary>
    Beside,

    /// <summary>Eyes, noses, veins: what the image lost.</summary>
    Details,

    /// <summary>What a press has raised.</summary>
    Raised,

    /// <summary>All but the light and the shadow.</summary>
    Middle,

    /// <summary>All but the shadow.</summary>
    ButShadow,
}

/// <summary>How much of what a pass lays comes onto light, middle and shadow, 1 for as much as is laid.</summary>
/// <param name="Light">Onto the part in the light.</param>
/// <param name="Middle">Onto what is neither in light nor in shadow.</param>
/// <param name="Shadow">Onto the part away from the light.</param>
public readonly record struct Spread(double Light, double Middle, double Shadow)
{
    /// <summary>Evenly.</summary>
    public static Spread Even { get; } = new(1, 1, 1);

    /// <summary>How a zone is reached.</summary>
    /// <remarks>
    /// Whole parts are as they say; how far a pull, a graded wash or a detail thins out over a third of an area is from
    /// memory.
    /// </remarks>
    public static Spread Over(Zone zone) =>
        zone switch
        {
            Zone.Whole or Zone.Raised => Even,
            Zone.Shadow or Zone.Beside => new(0, 0, 1),
            Zone.ButLight => new(0, 1, 1),
            Zone.Light => new(1, 0, 0),
            Zone.Middle => new(0, 1, 0),
            Zone.ButShadow => new(1, 1, 0),
            Zone.Deepest => new(0, 0, 0.5),
            Zone.Edge => new(0.4, 1, 1.6),
            Zone.Graded => new(0.15, 1, 1.85),
            Zone.Details => new(0, 0, 0),
            _ => throw new ArgumentOutOfRangeException(nameof(zone)),
        };
}

/// <summary>How an area is divided by the light, as shares of its surface.</summary>
/// <param name="Light">In the light, 0 to 1.</param>
/// <param name="Shadow">In shadow, 0 to 1.</param>
/// <param name="White">Kept white, 0 to the light's own: no act goes there.</param>
public readonly record struct ZoneShares(double Light, double Shadow, double White = 0)
{
    /// <summary>Share of the surface that is gone over in a zone.</summary>
    public double Of(Zone zone) =>
        zone switch
        {
            Zone.Shadow => Shadow,
            Zone.ButLight => 1 - Light,
            Zone.Light => Light - White,
            Zone.Middle => 1 - Light - Shadow,
            Zone.ButShadow => 1 - Shadow - White,
            Zone.Deepest => Shadow / 2,
            Zone.Beside => Shadow / 2 + OutsideEdge,
            Zone.Details => Detail,
            Zone.Raised => Raised,
            _ => 1 - White,
        };

    /// <summary>Whether a pass over a zone comes to what is kept white, and has to go around it.</summary>
    public bool GoesAroundWhite(Zone zone) =>
        White > 0 && zone is Zone.Whole or Zone.Light or Zone.ButShadow or Zone.Edge or Zone.Graded;

    // From memory: a rim outside a white thing, details, and what a press raises, as shares of the area.
    private const double OutsideEdge = 0.15,
        Detail = 0.05,
        Raised = 0.4;
}
