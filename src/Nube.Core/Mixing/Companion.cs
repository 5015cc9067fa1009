using System.Collections.Immutable;
using Nube.Core.Optics;

namespace Nube.Core.Mixing;

/// <summary>A colour that goes with the one of a recipe: for the light, for the shadow, or over all of it.</summary>
/// <param name="Parts">Its colourants; none for a colourless tool.</param>
/// <param name="Strength">Colour to water.</param>
/// <param name="Layers">How many layers of it; 0 where none is needed.</param>
public sealed record Companion(ImmutableArray<RecipePart> Parts, Strength Strength, int Layers)
{
    /// <summary>How hard, where it is a pencil.</summary>
    public Pressure Pressure { get; init; }

    /// <summary>Nothing is needed.</summary>
    public static Companion NotNeeded { get; } = new([], new Strength(0), 0);

    /// <summary>A colourant as it comes from its pen, pencil or pad.</summary>
    public static Companion Plain(int colourant, int layers) =>
        new([new RecipePart(colourant, 1)], new Strength(0), layers);

    /// <summary>What is on the brush or pencil.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public PaintMix Mix => new(Parts, Strength);

    /// <inheritdoc />
    public bool Equals(Companion? other) =>
        other is not null && Layers == other.Layers && Pressure == other.Pressure && Mix == other.Mix;

    /// <inheritdoc />
    public override int GetHashCode() => HashCode.Combine(Layers, Mix);
}
