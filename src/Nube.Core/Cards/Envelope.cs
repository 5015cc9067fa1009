using System.Collections.Immutable;
using Nube.Core.Artwork;

namespace Nube.Core.Cards;

/// <summary>An envelope.</summary>
/// <param name="Name">What makers call it.</param>
/// <param name="WidthMm">Its shorter side, mm.</param>
/// <param name="HeightMm">Its longer side, mm.</param>
public sealed record Envelope(string Name, double WidthMm, double HeightMm)
{
    private const double SlackMm = 2; // beyond card and thickness; common practice, no source

    /// <summary>
    /// The usual ones: C7, C6, DL, C5 by ISO 269; those of the North American trade, and the square ones, are common
    /// practice, no source.
    /// </summary>
    public static ImmutableArray<Envelope> All { get; } =
    [
        new("C7", 81, 114),
        InInches("A1 (trade)", 3.625, 5.125),
        InInches("A2 (trade)", 4.375, 5.75),
        new("C6", 114, 162),
        InInches("A6 (trade)", 4.75, 6.5),
        InInches("A7 (trade)", 5.25, 7.25),
        new("DL", 110, 220),
        InInches("Square 5 1/4 in", 5.25, 5.25),
        new("Square 155 mm", 155, 155),
        new("C5", 162, 229),
    ];

    /// <summary>Whether a card goes in, turned as it fits.</summary>
    /// <param name="card">The card, closed.</param>
    /// <param name="thicknessMm">Its thickness where it is thickest, mm: so much less room there is.</param>
    public bool Takes(CardFormat card, double thicknessMm)
    {
        ArgumentNullException.ThrowIfNull(card);
        var needs = SlackMm + thicknessMm;
        return Math.Min(card.WidthMm, card.HeightMm) + needs <= WidthMm
            && Math.Max(card.WidthMm, card.HeightMm) + needs <= HeightMm;
    }

    /// <summary>The smallest that a card goes into; null where none is large enough.</summary>
    /// <param name="card">The card, closed.</param>
    /// <param name="thicknessMm">Its thickness where it is thickest, mm.</param>
    public static Envelope? For(CardFormat card, double thicknessMm) =>
        All.Where(one => one.Takes(card, thicknessMm)).MinBy(one => one.WidthMm * one.HeightMm);

    private static Envelope InInches(string name, double width, double height) =>
        new(name, width * Lengths.MillimetresPerInch, height * Lengths.MillimetresPerInch);
}
