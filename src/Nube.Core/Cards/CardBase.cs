using System.Collections.Immutable;

namespace Nube.Core.Cards;

/// <summary>How a card opens.</summary>
public enum Opening
{
    /// <summary>Not at all: it has no fold.</summary>
    Flat,

    /// <summary>Upwards: its fold is at the top.</summary>
    Tent,

    /// <summary>Like a book: its fold is at the left.</summary>
    Side,

    /// <summary>Like a gate: two flaps meet over the front.</summary>
    Gate,
}

/// <summary>The sheet that a card is folded from.</summary>
/// <param name="WidthMm">Width of the sheet, unfolded, mm.</param>
/// <param name="HeightMm">Height of the sheet, unfolded, mm.</param>
/// <param name="ScoresMm">
/// Where it is scored: from its top where folds run across, from its left where they run down, mm.
/// </param>
/// <param name="FoldsRunDown">Folds run down the sheet; across it otherwise. So should its grain.</param>
public sealed record CardBase(double WidthMm, double HeightMm, ImmutableArray<double> ScoresMm, bool FoldsRunDown)
{
    /// <summary>The sheet for a card of a format.</summary>
    /// <param name="format">The card, closed.</param>
    /// <param name="opening">How it opens.</param>
    /// <param name="leftFlapMm">Width of a gate's left flap, above 0 and below the card's; null for half of the card.</param>
    /// <exception cref="ArgumentOutOfRangeException">The flap does not leave another one.</exception>
    /// <remarks>
    /// Two flaps of a gate cover the back together, even or not (common practice, no source). A fold along the grain does
    /// not crack.
    /// </remarks>
    public static CardBase Of(CardFormat format, Opening opening, double? leftFlapMm = null)
    {
        ArgumentNullException.ThrowIfNull(format);
        var (width, height) = (format.WidthMm, format.HeightMm);
        var flap = leftFlapMm ?? width / 2;
        if (!(flap > 0 && flap < width))
            throw new ArgumentOutOfRangeException(nameof(leftFlapMm), "Both flaps together are as wide as the card.");
        return opening switch
        {
            Opening.Tent => new(width, 2 * height, [height], FoldsRunDown: false),
            Opening.Side => new(2 * width, height, [width], FoldsRunDown: true),
            Opening.Gate => new(2 * width, height, [flap, flap + width], FoldsRunDown: true),
            _ => new(width, height, [], FoldsRunDown: true),
        };
    }
}
