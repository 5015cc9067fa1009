using System.Collections.Immutable;
using Nube.Core.Artwork;

namespace Nube.Core.Checking;

/// <summary>A card that was laid flat from a place in a picture, and what was read of it.</summary>
/// <param name="Place">The place.</param>
/// <param name="Flat">The card.</param>
/// <param name="Paper">The light of its bare paper.</param>
/// <param name="Reads">The light of its areas.</param>
internal sealed record CardLaidFlat(CardPlace Place, CardFlat Flat, PaperLight Paper, ImmutableArray<AreaRead> Reads)
{
    /// <summary>Lays a card flat.</summary>
    /// <param name="picture">The scan or photo.</param>
    /// <param name="place">Where the card lies in it.</param>
    /// <param name="card">What is known of it.</param>
    /// <param name="insides">Its areas.</param>
    public static CardLaidFlat Of(
        ColourPicture picture,
        CardPlace place,
        CardToCheck card,
        ImmutableArray<AreaInside> insides
    )
    {
        var flat = CardFlat.Of(picture, place, card.WidthMm, card.HeightMm);
        var paper = CardRead.PaperOf(flat, card.Masks);
        return new CardLaidFlat(place, flat, paper, CardRead.Areas(flat, paper, insides));
    }
}
