using System.Collections.Immutable;

namespace Nube.Core.Simulation;

/// <summary>How much of a pigment.</summary>
/// <param name="Pigment">Its place among the pigments of the sheet.</param>
/// <param name="Load">Load where the field is 1, 0 or more.</param>
public readonly record struct PigmentLoad(int Pigment, double Load);

/// <summary>What a brush leaves at once: water, and colour in it.</summary>
/// <param name="Box">The cells that it comes to.</param>
/// <param name="Water">Water on each of them, g/m2, row by row, 0 or more.</param>
/// <param name="Colour">How much of the colour comes onto each, 1 for as much as is laid; as many as there are cells.</param>
/// <param name="Stir">How much the brush stirs, 0 for water that falls onto it to 1 for scrubbing.</param>
/// <param name="Loads">The pigments.</param>
public sealed record Brushful(
    CellBox Box,
    ReadOnlyMemory<float> Water,
    ReadOnlyMemory<float> Colour,
    double Stir,
    ImmutableArray<PigmentLoad> Loads
)
{
    /// <summary>How much faster a patch of this size dries than a large sheet, 1 or more.</summary>
    public double Quicker { get; init; } = 1;
}
