using Nube.Core.Acts;

namespace Nube.Core.Planning;

/// <summary>What a card looks like after each pass of a plan, in the order in which it gets them.</summary>
/// <param name="plan">The plan.</param>
/// <param name="paints">The colourants that its mixes are of, on its paper.</param>
public sealed class PlanLooks(Plan plan, Paints paints)
{
    private readonly CardFold fold = new(paints, plan.Pieces);
    private readonly Dictionary<(int Card, int Pass), CardSurface> after = [];

    /// <summary>
    /// The first card on which a pass is done, after it; a bare one where it is left out on every card.
    /// </summary>
    public CardSurface After(Pass pass)
    {
        ArgumentNullException.ThrowIfNull(pass);
        if (plan.Steps.FirstOrDefault(step => step.Pass == pass.Index) is not { } first)
            return CardSurface.Bare;
        if (after.TryGetValue((first.Card, pass.Index), out var known))
            return known;
        var there = CardSurface.Bare;
        foreach (var step in plan.Steps.Where(step => step.Card == first.Card))
            after[(first.Card, step.Pass)] = there = fold.After(there, plan.PassOf(step));
        return after[(first.Card, pass.Index)];
    }
}
