using System.Collections.Immutable;
using Nube.Core.Methods;

namespace Nube.Core.Planning;

/// <summary>How dear changes of colour or tool are to a maker beside the time that they take.</summary>
internal sealed class Rinses
{
    private const double Lighter = 2; // back to a lighter colour counts twice: the brush must be cleaner. This project's own

    private readonly double worth; // seconds of waiting for one change
    private readonly ImmutableArray<Pass> passes;

    /// <summary>For the passes of a card.</summary>
    /// <param name="turns">How the colours take turns.</param>
    /// <param name="passes">The passes.</param>
    public Rinses(Turns turns, ImmutableArray<Pass> passes)
    {
        // Nothing, about a rinse more, two minutes, or more than any wait: five days. This project's own.
        worth = turns switch
        {
            Turns.Soonest => 0,
            Turns.Steady => 20,
            Turns.FewRinses => 120,
            _ => 432_000,
        };
        this.passes = passes;
    }

    /// <summary>What a change costs beside its time, s.</summary>
    /// <param name="last">The pass before; -1 at the start.</param>
    /// <param name="next">The pass after.</param>
    public double Cost(int last, int next) =>
        worth == 0 ? 0 : worth * (last >= 0 && Hand.IsLighter(passes[next], passes[last]) ? Lighter : 1);
}
