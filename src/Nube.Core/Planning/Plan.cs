using System.Collections.Immutable;
using Nube.Core.Drying;
using Nube.Core.Planning.Pieces;

namespace Nube.Core.Planning;

/// <summary>Why a step cannot start at once.</summary>
/// <param name="Seconds">How long, s.</param>
/// <param name="Area">The area that is still wet.</param>
/// <param name="OnItself">True when the area itself must dry; false when it touches one of the step's.</param>
public sealed record Wait(double Seconds, int Area, bool OnItself);

/// <summary>One pass on one card.</summary>
/// <param name="Number">Its place in the order, from 1.</param>
/// <param name="Pass">Index of the pass.</param>
/// <param name="Card">The card, from 1.</param>
/// <param name="SetupSeconds">Rinsing and loading, or taking the next card, s; before the start.</param>
/// <param name="Rinse">The mix or the tool changes.</param>
/// <param name="Wait">What it waits for beyond the setup, if anything.</param>
/// <param name="StartSeconds">When painting starts, from the start of the run, s.</param>
/// <param name="EndSeconds">When it ends, s.</param>
/// <param name="ShiningSeconds">When its areas stop flowing, s.</param>
/// <param name="DampSeconds">When their film is gone, s.</param>
/// <param name="DrySeconds">When they are dry, s.</param>
public sealed record PlannedStep(
    int Number,
    int Pass,
    int Card,
    double SetupSeconds,
    bool Rinse,
    Wait? Wait,
    double StartSeconds,
    double EndSeconds,
    double ShiningSeconds,
    double DampSeconds,
    double DrySeconds
)
{
    /// <summary>
    /// Before it, the card is dried with the heat tool, which takes the hands so long, s; 0 when it is not.
    /// </summary>
    public double HeatSeconds { get; init; }

    /// <summary>Before it, the maker rests so long, s; a night's rest included.</summary>
    public double RestSeconds { get; init; }

    /// <summary>The sitting that it falls into, from 1.</summary>
    public int Sitting { get; init; } = 1;
}

/// <summary>Who does what when, for all cards of a run.</summary>
/// <param name="Cards">How many cards.</param>
/// <param name="Passes">Each after those that must come before it.</param>
/// <param name="Steps">In the order in which they are done.</param>
/// <param name="Drying">Drying times used.</param>
/// <param name="HandsSeconds">Time that hands are busy, s.</param>
/// <param name="FinishSeconds">When the last stroke is done, s.</param>
/// <param name="DrySeconds">When everything is dry, s.</param>
/// <param name="BoneDrySeconds">When everything can be cut and erased, s.</param>
/// <param name="AtLeastSeconds">No order can finish the last stroke before, s.</param>
public sealed record Plan(
    int Cards,
    ImmutableArray<Pass> Passes,
    ImmutableArray<PlannedStep> Steps,
    ImmutableArray<DryingOf> Drying,
    double HandsSeconds,
    double FinishSeconds,
    double DrySeconds,
    double BoneDrySeconds,
    double AtLeastSeconds
)
{
    /// <summary>What it reckons with beside passes, paper, air and hand.</summary>
    public PlanOptions Options { get; init; } = PlanOptions.None;

    /// <summary>The pieces of each card, by their numbers; none where nobody said what they are.</summary>
    public ImmutableArray<PlannedPiece> Pieces { get; init; } = [];

    /// <summary>
    /// Numbers of steps in the order in which they go on since something else was done at the bench; empty while the
    /// plan is followed.
    /// </summary>
    public ImmutableArray<int> Rest { get; init; } = [];

    /// <summary>How often the colour or the tool changes, after the first.</summary>
    public int CountChanges() => Steps.Count(step => step.Rinse && step.Number > 1);

    /// <summary>
    /// What the order costs, s: the time to its last stroke, and changes of colour or tool and breaks of the rhythm as dear
    /// as the maker holds them. The search makes it small.
    /// </summary>
    public double Cost()
    {
        var rinses = new Rinses(Options.Turns, Passes);
        var rhythm = new Rhythm(Options.Turns, Passes.Length, Steps.Select(step => (step.Card - 1, step.Pass)));
        var (cost, last) = (FinishSeconds, -1);
        foreach (var step in Steps)
        {
            if (step.Rinse)
                cost += rinses.Cost(last, step.Pass);
            cost += rhythm.Cost(last, step.Pass, step.Card - 1);
            rhythm.Do(step.Pass);
            last = step.Pass;
        }
        return cost;
    }

    /// <summary>The pass of a step.</summary>
    public Pass PassOf(PlannedStep step)
    {
        ArgumentNullException.ThrowIfNull(step);
        return Passes[step.Pass];
    }

    /// <summary>Drying times of what a pass leaves, where it takes longest.</summary>
    public DryingTimes TimesOf(Pass pass)
    {
        ArgumentNullException.ThrowIfNull(pass);
        return Drying.TimesOf(pass);
    }

    /// <summary>Drying times of what a pass leaves on one of its areas.</summary>
    public DryingTimes TimesOf(Pass pass, int area)
    {
        ArgumentNullException.ThrowIfNull(pass);
        return Drying.TimesOf(pass, area);
    }
}
