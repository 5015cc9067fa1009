using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Drying;
using Nube.Core.Grounds;
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

    /// <summary>What is done to the card when its pieces are put together.</summary>
    Together,
}

/// <summary>An area that is to be coloured.</summary>
/// <param name="Area">Its id.</param>
/// <param name="SizeMm2">Its surface, mm2.</param>
/// <param name="Shares">How the light divides it.</param>
/// <param name="Recipe">What is laid in its light, its middle and its shadow.</param>
public sealed record AreaTask(int Area, double SizeMm2, ZoneShares Shares, Recipe Recipe)
{
    /// <summary>What is on the brush for its middle.</summary>
    public PaintMix Mix => new(Recipe.Parts, Recipe.Strength);

    /// <summary>
    /// What lies under the rest, and alone in its light; null where there is nothing of the sort. Another colour is part
    /// of the middle and lies in every area; the first layers of the recipe's own go apart only where there is a light.
    /// </summary>
    public Companion? Light =>
        Recipe.Light is { } light && (Shares.Light > 0 || (light.Mix != Mix && light.Mix != Recipe.Over?.Mix))
            ? light
            : null;

    /// <summary>What deepens its shadow; null where it has none, or where nothing is to.</summary>
    public Companion? Shadow => Shares.Shadow > 0 && Recipe.Shadow is { Layers: > 0 } shadow ? shadow : null;
}

/// <summary>One go over one area.</summary>
/// <param name="Stroke">What the hand does.</param>
/// <param name="Mix">What is on the tool.</param>
/// <param name="Zone">Where.</param>
/// <param name="Water">How wet the brush is, where the stroke leaves water.</param>
/// <param name="Acts">What that does to the colour that is there; none where it lays none.</param>
public sealed record AreaPass(Stroke Stroke, PaintMix Mix, Zone Zone, BrushWater Water, ImmutableArray<Act> Acts)
{
    /// <summary>What else is laid in the same go, while it is wet.</summary>
    public ImmutableArray<PaintMix> Also { get; init; } = [];

    /// <summary>When in the course of the card.</summary>
    public Phase Phase { get; init; } = Phase.Colour;

    /// <summary>What must dry afterwards, where the colour decides that; else the stroke's own.</summary>
    public Leaves? Left { get; init; }

    /// <summary>Where on its piece the hues of a ground, or drops, lie; null for even all over.</summary>
    public GroundOnPiece? Ground { get; init; }
}
