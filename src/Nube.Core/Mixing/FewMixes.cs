using System.Collections.Immutable;
using Google.OrTools.LinearSolver;

namespace Nube.Core.Mixing;

/// <summary>One way to come near a wish.</summary>
/// <param name="Cost">How far it is from the wish, with what it costs in layers; CIEDE2000.</param>
/// <param name="Mixes">The mixes that it needs, by their number; each once.</param>
public readonly record struct MixWay(double Cost, ImmutableArray<int> Mixes);

/// <summary>Ways chosen for all wishes together.</summary>
/// <param name="Ways">For each wish the place of its way among those that it has.</param>
/// <param name="Mixes">The mixes that are mixed for them.</param>
/// <param name="Cost">Summed cost of the ways with the price of the mixes.</param>
/// <param name="AtLeast">No choice costs less than this: proven.</param>
public sealed record MixesChosen(ImmutableArray<int> Ways, ImmutableArray<int> Mixes, double Cost, double AtLeast)
{
    /// <summary>How much less another choice could cost at most; 0 where none can.</summary>
    public double Gap => Math.Max(0, Cost - AtLeast);
}

/// <summary>
/// Chooses ways for several wishes together, where each mix that is mixed has a price, however many wishes share it:
/// the location of facilities without limits on what each can serve, solved as an integer programme.
/// </summary>
public static class FewMixes
{
    private const int MostMilliseconds = 3000; // of one choice; 24 wishes take 20 on a quiet machine

    /// <summary>Chooses.</summary>
    /// <param name="wishes">The ways that each wish has; at least one each.</param>
    /// <param name="counts">How many areas have each wish.</param>
    /// <param name="mixes">How many mixes there are.</param>
    /// <param name="free">Those that are mixed in any case.</param>
    /// <param name="pricePerMix">What each other mix costs, CIEDE2000 summed over areas, 0 or more.</param>
    /// <exception cref="ArgumentException">A wish has no way.</exception>
    public static MixesChosen Choose(
        ImmutableArray<ImmutableArray<MixWay>> wishes,
        ImmutableArray<int> counts,
        int mixes,
        IReadOnlySet<int> free,
        double pricePerMix
    )
    {
        ArgumentNullException.ThrowIfNull(free);
        if (wishes.Any(ways => ways.IsDefaultOrEmpty))
            throw new ArgumentException("Every wish needs a way.", nameof(wishes));
        using var solver = Solver.CreateSolver("SCIP");
        solver.SetTimeLimit(MostMilliseconds);
        var mixed = Enumerable.Range(0, mixes).Select(mix => solver.MakeBoolVar($"mix {mix}")).ToArray();
        var taken = wishes.Select(ways => solver.MakeBoolVarArray(ways.Length, "way")).ToArray();
        var cost = solver.Objective();
        cost.SetMinimization();
        foreach (var (_, variable) in mixed.Index().Where(mix => !free.Contains(mix.Index)))
            cost.SetCoefficient(variable, pricePerMix);
        foreach (var (wish, ways) in wishes.Index())
        {
            var one = solver.MakeConstraint(1, 1);
            foreach (var (place, way) in ways.Index())
            {
                one.SetCoefficient(taken[wish][place], 1);
                cost.SetCoefficient(taken[wish][place], counts[wish] * way.Cost);
            }
            // A wish takes one way, so all its ways that need a mix are held to it together: that bounds better.
            foreach (var mix in ways.SelectMany(way => way.Mixes).Distinct())
            {
                var needs = solver.MakeConstraint(double.NegativeInfinity, 0);
                needs.SetCoefficient(mixed[mix], -1);
                foreach (var (place, _) in ways.Index().Where(way => way.Item.Mixes.Contains(mix)))
                    needs.SetCoefficient(taken[wish][place], 1);
            }
        }
        if (solver.Solve() is not (Solver.ResultStatus.OPTIMAL or Solver.ResultStatus.FEASIBLE))
            throw new InvalidOperationException("No choice was found among ways that are all possible.");
        ImmutableArray<int> chosen = [.. taken.Select(ways => Array.FindIndex(ways, way => way.SolutionValue() > 0.5))];
        int[] used = [.. chosen.Index().SelectMany(way => wishes[way.Index][way.Item].Mixes).Distinct().Order()];
        var total =
            chosen.Index().Sum(way => counts[way.Index] * wishes[way.Index][way.Item].Cost)
            + pricePerMix * used.Count(mix => !free.Contains(mix));
        return new MixesChosen(chosen, [.. used], total, Math.Min(total, cost.BestBound()));
    }
}
