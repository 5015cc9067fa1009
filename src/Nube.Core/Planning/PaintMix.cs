using System.Collections.Immutable;
using System.Globalization;
using Nube.Core.Mixing;
using Nube.Core.Optics;

namespace Nube.Core.Planning;

/// <summary>What is on the brush: colourants in parts, with water.</summary>
/// <param name="Parts">Colourants by their place in the run's palette.</param>
/// <param name="Strength">Colour to water.</param>
public sealed record PaintMix(ImmutableArray<RecipePart> Parts, Strength Strength)
{
    /// <summary>Tells mixes apart: equal for equal parts and strength.</summary>
    public string Key { get; } = string.Create(
        CultureInfo.InvariantCulture,
        $"{string.Join('+', Parts.Select(part => $"{part.Parts}x{part.Colourant}"))}@{Strength}");

    /// <inheritdoc />
    public bool Equals(PaintMix? other) => other is not null && Key == other.Key;

    /// <inheritdoc />
    public override int GetHashCode() => Key.GetHashCode(StringComparison.Ordinal);
}
