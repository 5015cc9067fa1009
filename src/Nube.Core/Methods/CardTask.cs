using System.Collections.Immutable;
using Nube.Core.Cards;
using Nube.Core.Grounds;
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

    /// <summary>Size of the piece that it is done to; of an unknown shape, a square.</summary>
    public SizeMm Size { get; init; } = new(Math.Sqrt(PanelMm2), Math.Sqrt(PanelMm2));

    /// <summary>Where its hues, or its drops, lie; null for where they usually do.</summary>
    public GroundPlace? Place { get; init; }

    /// <summary>The ground that its hues are; null where it has no place of its own, being even all over.</summary>
    public GroundOnPiece? Ground
    {
        get
        {
            var place = Place ?? GroundPlace.Usual(Method);
            return GroundPlace.Has(Method) && !place.IsEven(Recipes.Length)
                ? new GroundOnPiece(place, Size, Recipes.Length)
                : null;
        }
    }

    /// <summary>What is on the brush for one of its colours.</summary>
    public PaintMix Mix(int place) => new(Recipes[place].Parts, Recipes[place].Strength);

    /// <summary>All of them but the first.</summary>
    public ImmutableArray<PaintMix> Others => [.. Enumerable.Range(1, Math.Max(0, Recipes.Length - 1)).Select(Mix)];
}
