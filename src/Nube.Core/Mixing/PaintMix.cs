using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json.Serialization;
using Nube.Core.Optics;

namespace Nube.Core.Mixing;

/// <summary>What is on the brush: colourants in parts, with water.</summary>
/// <param name="Parts">Colourants by their place in the run's palette; none for clean water or a dry tool.</param>
/// <param name="Strength">Colour to water.</param>
public sealed record PaintMix(ImmutableArray<RecipePart> Parts, Strength Strength)
{
    /// <summary>Clean water.</summary>
    public static PaintMix CleanWater { get; } = new([], new Strength(1));

    /// <summary>Nothing: a dry tool, or one that brings what is not of the palette.</summary>
    public static PaintMix None { get; } = new([], new Strength(0));

    /// <summary>Tells mixes apart: equal for equal parts and strength.</summary>
    /// <remarks>Computed when it is asked for, so that a mix made from another by "with" has its own.</remarks>
    [JsonIgnore]
    public string Key =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"{string.Join('+', Parts.Select(part => $"{part.Parts}x{part.Colourant}"))}@{Strength}"
        );

    /// <inheritdoc />
    public bool Equals(PaintMix? other) =>
        other is not null && Strength == other.Strength && Parts.SequenceEqual(other.Parts);

    /// <inheritdoc />
    public override int GetHashCode() => HashCode.Combine(Strength, Parts.Length, Parts.IsEmpty ? default : Parts[0]);
}
