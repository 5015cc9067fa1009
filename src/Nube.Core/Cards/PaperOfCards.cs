using System.Collections.Immutable;

namespace Nube.Core.Cards;

/// <summary>Another paper of a piece, for some of the cards of a run.</summary>
/// <param name="Paper">The paper in the stash; null until chosen.</param>
/// <param name="Cards">For how many cards, 1 or more.</param>
public readonly record struct PaperOfCards(Guid? Paper, int Cards)
{
    /// <summary>The paper of a piece on each card: its own first, then the others, each on as many as it is for.</summary>
    /// <param name="own">The piece's own paper.</param>
    /// <param name="others">Its other papers, in their order.</param>
    /// <param name="cards">How many cards.</param>
    public static ImmutableArray<Guid?> OnCards(Guid? own, ImmutableArray<PaperOfCards> others, int cards)
    {
        var after = others.IsDefault ? [] : others.SelectMany(one => Enumerable.Repeat(one.Paper, one.Cards)).ToList();
        return [.. Enumerable.Repeat(own, Math.Max(0, cards - after.Count)).Concat(after).Take(cards)];
    }
}
