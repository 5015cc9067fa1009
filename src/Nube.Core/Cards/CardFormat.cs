using System.Collections.Immutable;
using Nube.Core.Artwork;

namespace Nube.Core.Cards;

/// <summary>A finished card, closed.</summary>
/// <param name="Name">What makers call it.</param>
/// <param name="WidthMm">Width, mm.</param>
/// <param name="HeightMm">Height, mm.</param>
public sealed record CardFormat(string Name, double WidthMm, double HeightMm)
{
    /// <summary>
    /// The usual formats. A sizes by ISO 216; DL is a third of A4 (ISO 269 gives its envelope). A2 here is the North
    /// American trade's name for 4 1/4 x 5 1/2 in, a quarter of a letter sheet, not the ISO sheet.
    /// </summary>
    public static ImmutableArray<CardFormat> All { get; } =
    [
        new("A2 (trade), 4 1/4 x 5 1/2 in", 4.25 * Lengths.MillimetresPerInch, 5.5 * Lengths.MillimetresPerInch),
        new("A6", 105, 148),
        new("A5", 148, 210),
        new("DL", 99, 210),
        new("Square 5 x 5 in", 5 * Lengths.MillimetresPerInch, 5 * Lengths.MillimetresPerInch),
    ];

    /// <summary>The panel that leaves an even border: twice the border is subtracted from both sides.</summary>
    /// <param name="borderMm">Border, mm; 0 or more and less than half of the shorter side.</param>
    /// <exception cref="ArgumentOutOfRangeException">Nothing would be left.</exception>
    public CardFormat Panel(double borderMm)
    {
        if (!(borderMm >= 0 && 2 * borderMm < Math.Min(WidthMm, HeightMm)))
            throw new ArgumentOutOfRangeException(nameof(borderMm), "The border leaves nothing of the card.");
        return new CardFormat($"Panel for {Name}", WidthMm - 2 * borderMm, HeightMm - 2 * borderMm);
    }
}
