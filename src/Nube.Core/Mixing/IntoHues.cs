using System.Collections.Immutable;
using Nube.Core.Acts;

namespace Nube.Core.Mixing;

/// <summary>Into what hues the colour of a recipe passes in its area.</summary>
/// <param name="Gradient">How.</param>
/// <param name="Hues">The hues after the recipe's own, in their order, 1 to 3.</param>
public sealed record IntoHues(Gradient Gradient, ImmutableArray<Companion> Hues)
{
    /// <inheritdoc />
    public bool Equals(IntoHues? other) =>
        other is not null && Gradient == other.Gradient && Hues.SequenceEqual(other.Hues);

    /// <inheritdoc />
    public override int GetHashCode() => HashCode.Combine(Gradient, Hues.Length);
}
