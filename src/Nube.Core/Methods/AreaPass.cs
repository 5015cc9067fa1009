using System.Collections.Immutable;
using Nube.Core.Drying;
using Nube.Core.Mixing;

namespace Nube.Core.Methods;

/// <summary>When in the course of a card something is done.</summary>
public enum Phase
{
    /// <summary>Backgrounds, before anything else.</summary>
    Ground,

    /// <summary>A base under the colour.</summary>
    Base,

    /// <summary>Colour.</summary>
    Colour,

    /// <summary>Details, corrections.</summary>
    Detail,

    /// <summary>Splatter, highlights, lines.</summary>
    Finish,

    /// <summary>Erasing, buffing.</summary>
    Clean,

    /// <summary>Cutting, and what is put on the cut card, in the maker's order.</summary>
    Assembly,
}

/// <summary>An area that is to be coloured.</summary>
/// <param name="Area">Its id.</param>
/// <param name="SizeMm2">Its surface, mm2.</param>
/// <param name="Shares">How the light divides it.</param>
/// <param name="Recipe">Mix, strength and layers of its middle.</param>
/// <param name="ShadowLayers">More layers on the shadow side, 0 to 2.</param>
public sealed record AreaTask(int Area, double SizeMm2, ZoneShares Shares, Recipe Recipe, int ShadowLayers)
{
    /// <summary>What is on the brush for its middle.</summary>
    public PaintMix Mix => new(Recipe.Parts, Recipe.Strength);
}

/// <summary>One go over one area.</summary>
/// <param name="Stroke">What the hand does.</param>
/// <param name="Mix">What it lays.</param>
/// <param name="Zone">Where.</param>
/// <param name="Water">How wet the brush is, where the stroke leaves water.</param>
/// <param name="After">What lies there afterwards, dry.</param>
public sealed record AreaPass(Stroke Stroke, PaintMix Mix, Zone Zone, BrushWater Water, ZoneLook After)
{
    /// <summary>What else is laid in the same go, while it is wet.</summary>
    public ImmutableArray<PaintMix> Also { get; init; } = [];

    /// <summary>When in the course of the card.</summary>
    public Phase Phase { get; init; } = Phase.Colour;

    /// <summary>How much of the mix's own load comes to lie, where water on the paper thins it: above 0 to 1.</summary>
    public double Thinned { get; init; } = 1;
}
