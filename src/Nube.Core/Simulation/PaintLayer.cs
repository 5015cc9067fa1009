using System.Collections.Immutable;

namespace Nube.Core.Simulation;

/// <summary>A pigment on each cell of a box, as load, row by row.</summary>
/// <param name="Pigment">Its place among the pigments of the sheet.</param>
/// <param name="Load">Load on each cell.</param>
public sealed record PigmentLoads(int Pigment, float[] Load);

/// <summary>Colour that has dried on together: what comes later lies on it.</summary>
/// <param name="Box">Where.</param>
/// <param name="Pigments">What it is of. A brush that stirs takes some of it away again.</param>
public sealed record PaintLayer(CellBox Box, ImmutableArray<PigmentLoads> Pigments) : CardLayer(Box);
