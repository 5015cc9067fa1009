using System.Collections.Immutable;
using Nube.Core.Colour;
using Nube.Core.Optics;

namespace Nube.Core.Mixing;

/// <summary>What becomes of a colour on a toned or coloured card.</summary>
public enum CardEffect
{
    /// <summary>It looks as it does on white, or nearly.</summary>
    Shows,

    /// <summary>It is the card's own colour, deeper: it shades the card itself.</summary>
    ShadesTheCard,

    /// <summary>It turns into another colour: it needs opaque white under it.</summary>
    NeedsWhite,

    /// <summary>It is too near the card's own colour to be seen.</summary>
    Disappears,
}

/// <summary>A colour on a card.</summary>
/// <param name="Effect">What becomes of it.</param>
/// <param name="OnCard">Laid straight on the card.</param>
/// <param name="OnWhiteBase">Laid over a coat of opaque white, dry.</param>
/// <param name="OnWhitePaper">For comparison, on white paper.</param>
public sealed record OnCardColour(CardEffect Effect, Lab OnCard, Lab OnWhiteBase, Lab OnWhitePaper);

/// <summary>Colours on toned and coloured card.</summary>
/// <remarks>
/// Only opaque colours show on kraft; colours near the card's own disappear; darker ink of the same family shades it
/// (common practice, no source). The bounds are this project's own.
/// </remarks>
public static class OnCard
{
    private const double Unseen = 6; // CIEDE2000 from the card
    private const double AnotherColour = 12; // CIEDE2000 from the same on white
    private const double SameHue = 35,
        LeastChroma = 8; // degrees; chroma below which a card has no hue
    private const double WhitePaper = 0.92; // reflectance; see SwatchFit

    /// <summary>A mix in one wash on a card.</summary>
    /// <param name="mix">The mix.</param>
    /// <param name="load">Its load.</param>
    /// <param name="card">Reflectance of the bare card.</param>
    /// <param name="white">Opaque white, as a base.</param>
    public static OnCardColour Look(PaintOptics mix, double load, Spectrum card, PaintOptics white)
    {
        var whitePaper = Spectrum.Flat(WhitePaper);
        Lab On(Spectrum ground) => SpectralColour.ToLab(KubelkaMunk.Over(ground, mix, load));
        var (onCard, onWhite, bare) = (On(card), On(whitePaper), SpectralColour.ToLab(card));
        var effect =
            Ciede2000.Difference(onCard, bare) < Unseen ? CardEffect.Disappears
            : Ciede2000.Difference(onCard, onWhite) < AnotherColour ? CardEffect.Shows
            : bare.Chroma >= LeastChroma
            && Math.Abs(Math.IEEERemainder(onCard.Hue - bare.Hue, 360)) <= SameHue
            && onCard.L < bare.L
                ? CardEffect.ShadesTheCard
            : CardEffect.NeedsWhite;
        return new OnCardColour(effect, onCard, On(KubelkaMunk.Over(card, white, 1)), onWhite);
    }
}
