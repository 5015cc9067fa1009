using System.Collections.Immutable;
using Nube.Core.Artwork;

namespace Nube.Core.Cards;

/// <summary>A size in which paper is sold.</summary>
/// <param name="Name">What makers call it.</param>
/// <param name="WidthMm">Width, mm.</param>
/// <param name="HeightMm">Height, mm.</param>
public sealed record SheetSize(string Name, double WidthMm, double HeightMm)
{
    /// <summary>The usual ones: A4 and A3 by ISO 216, a letter and a square sheet of the North American trade.</summary>
    public static ImmutableArray<SheetSize> All { get; } =
    [
        new("8 1/2 x 11 in", 8.5 * Lengths.MillimetresPerInch, 11 * Lengths.MillimetresPerInch),
        new("12 x 12 in", 12 * Lengths.MillimetresPerInch, 12 * Lengths.MillimetresPerInch),
        new("A4", 210, 297),
        new("A3", 297, 420),
    ];
}
