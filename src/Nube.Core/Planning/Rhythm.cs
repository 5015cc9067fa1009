using Nube.Core.Methods;

namespace Nube.Core.Planning;

/// <summary>
/// What breaks a maker's rhythm: a row of one pass over the cards that is left before its last card, and a card that is
/// taken out of its turn.
/// </summary>
/// <remarks>
/// Makers work like an assembly line: the same on every card, the cards in their order. An order that does so can be
/// kept in the head. Common practice, no source; what a break is worth is this project's own.
/// </remarks>
internal sealed class Rhythm
{
    private const double SteadySeconds = 5; // of waiting for a break, where the maker wants it steady

    private readonly double worth;
    private readonly int[][] cards; // on which each pass is done, in their order
    private readonly int[] done; // how many of these are

    /// <summary>For a run.</summary>
    /// <param name="turns">How the colours take turns.</param>
    /// <param name="passes">How many passes.</param>
    /// <param name="steps">All that is to be done: card and pass, from 0.</param>
    public Rhythm(Turns turns, int passes, IEnumerable<(int Card, int Pass)> steps)
    {
        worth = turns == Turns.Steady ? SteadySeconds : 0;
        cards = new int[passes][];
        done = new int[passes];
        if (worth == 0)
            return;
        var byPass = steps.ToLookup(step => step.Pass, step => step.Card);
        for (var pass = 0; pass < passes; pass++)
            cards[pass] = [.. byPass[pass].Order()];
    }

    /// <summary>Back to the start.</summary>
    public void Restart() => Array.Clear(done);

    /// <summary>What it breaks to go over a card next, s.</summary>
    /// <param name="last">The pass that was done last; -1 for none.</param>
    /// <param name="pass">The pass.</param>
    /// <param name="card">The card, from 0.</param>
    public double Cost(int last, int pass, int card)
    {
        if (worth == 0)
            return 0;
        var outOfTurn = cards[pass][Math.Min(done[pass], cards[pass].Length - 1)] != card;
        var left = last >= 0 && last != pass && done[last] < cards[last].Length;
        return worth * ((outOfTurn ? 1 : 0) + (left ? 1 : 0));
    }

    /// <summary>A pass was done on a card.</summary>
    public void Do(int pass) => done[pass]++;
}
