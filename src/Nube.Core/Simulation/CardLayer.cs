using Nube.Core.Colour;
using Nube.Core.Optics;

namespace Nube.Core.Simulation;

/// <summary>Something that lies on a card over what came before it.</summary>
/// <param name="Box">Where, on the cells of the sheet.</param>
public abstract record CardLayer(CellBox Box);

/// <summary>Layers of one pencil on the tooth.</summary>
/// <param name="Box">Where, on the cells of the sheet.</param>
/// <param name="Touches">How often each spot was touched, row by row on cells of half the side.</param>
/// <param name="Pencil">The pencil.</param>
/// <param name="LoadOfTouch">Load that each touch leaves.</param>
/// <param name="Even">Load of the same pencil spread out, on the same cells.</param>
public sealed record PencilLayer(CellBox Box, byte[] Touches, PaintOptics Pencil, double LoadOfTouch, float[] Even)
    : CardLayer(Box)
{
    /// <summary>How far it is spread, 0 for dry grain to 1 for an even layer, on the same cells; empty for not at all.</summary>
    public float[] Spread { get; init; } = [];
}

/// <summary>What lies there comes nearer to something: to the card where it is lifted, to the middle where it is blended.</summary>
/// <param name="Box">Where, on the cells of the sheet.</param>
/// <param name="Share">How much nearer on each cell of half the side, 0 to 1.</param>
/// <param name="To">What it comes nearer to.</param>
public sealed record TowardsLayer(CellBox Box, float[] Share, Spectrum To) : CardLayer(Box);
