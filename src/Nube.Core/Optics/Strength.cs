using System.Collections.Immutable;

namespace Nube.Core.Optics;

/// <summary>How much colour against water: one part colour to this many parts water.</summary>
/// <param name="WaterParts">Parts of water, 0 or more.</param>
public readonly record struct Strength(int WaterParts)
{
    /// <summary>The steps that a hand can mix by eye, strongest first: 1:0, 1:1, 1:2, 1:4, 1:8, 1:16.</summary>
    /// <remarks>Common practice, no source: each step about doubles the water.</remarks>
    public static ImmutableArray<Strength> Ladder { get; } = [new(0), new(1), new(2), new(4), new(8), new(16)];

    /// <summary>Load that one layer leaves: X = p / (p + w) for p parts colour and w parts water.</summary>
    public double LoadOfOneLayer => 1.0 / (1 + WaterParts);

    /// <summary>"1:4".</summary>
    public override string ToString() => $"1:{WaterParts}";
}
