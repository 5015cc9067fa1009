using System.Collections.Immutable;
using Nube.Core.Mixing;

namespace Nube.Core.Methods;

/// <summary>With what an outline is made crisp again.</summary>
public enum RelineWith
{
    /// <summary>A fine pen.</summary>
    Pen,

    /// <summary>A sharp black pencil.</summary>
    Pencil,

    /// <summary>The stamp, in the same position.</summary>
    Stamp,
}

/// <summary>Something that is done to the whole card.</summary>
/// <param name="Method">How; one that is for whole cards.</param>
/// <param name="Recipes">Its colours, in their order across the card.</param>
/// <param name="Times">Dips, or prints from one inking; 1 or more.</param>
/// <param name="PanelMm2">The card's surface, mm2.</param>
/// <param name="RelineWith">With what lines are made crisp again.</param>
public sealed record CardTask(
    Method Method,
    ImmutableArray<Recipe> Recipes,
    int Times,
    double PanelMm2,
    RelineWith RelineWith = RelineWith.Pen
)
{
    /// <summary>The ink of its outline dries slowly.</summary>
    public bool SlowLine { get; init; } = true;

    /// <summary>What is on the brush for one of its colours.</summary>
    public PaintMix Mix(int place) => new(Recipes[place].Parts, Recipes[place].Strength);

    /// <summary>All of them but the first.</summary>
    public ImmutableArray<PaintMix> Others => [.. Enumerable.Range(1, Math.Max(0, Recipes.Length - 1)).Select(Mix)];
}
