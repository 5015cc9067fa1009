using System.Collections.Immutable;
using Nube.Core.Methods;

namespace Nube.Core.Planning;

/// <summary>How long a maker sits.</summary>
/// <param name="Minutes">A sitting, minutes; common are 60 and 90.</param>
/// <param name="PauseEveryMinutes">Work after which eyes and hands rest, minutes: half an hour is common practice, no
/// source.</param>
/// <param name="PauseMinutes">How long they rest, minutes.</param>
/// <param name="NextAfterHours">From the start of a sitting to the start of the next, h: a day for evenings.</param>
public sealed record Sitting(
    double Minutes,
    double PauseEveryMinutes = 30,
    double PauseMinutes = 5,
    double NextAfterHours = 24
);

/// <summary>A pass on a card.</summary>
/// <param name="Card">The card, from 1.</param>
/// <param name="Pass">Index of the pass.</param>
public readonly record struct StepKey(int Card, int Pass);

/// <summary>A step that the maker put in its place.</summary>
/// <param name="Step">The step.</param>
/// <param name="Place">Its place in the order, from 1.</param>
public readonly record struct Pin(StepKey Step, int Place);

/// <summary>What a plan is to reckon with beside passes, paper, air and hand.</summary>
public sealed record PlanOptions
{
    /// <summary>Nothing special.</summary>
    public static PlanOptions None { get; } = new();

    /// <summary>A heat tool may be used where a wait is long enough to be worth it.</summary>
    public bool Heat { get; init; }

    /// <summary>How long the maker sits; null for as long as it takes.</summary>
    public Sitting? Sitting { get; init; }

    /// <summary>The maker's own factor on drying times, above 0; 1 until learned.</summary>
    public double DryingFactor { get; init; } = 1;

    /// <summary>How the colours take turns.</summary>
    public Turns Turns { get; init; } = Turns.Soonest;

    /// <summary>Steps that are left out.</summary>
    public ImmutableArray<StepKey> Skipped { get; init; } = [];

    /// <summary>Steps that stay in their place.</summary>
    public ImmutableArray<Pin> Pinned { get; init; } = [];

    /// <inheritdoc />
    public bool Equals(PlanOptions? other) =>
        other is not null
        && Heat == other.Heat
        && Sitting == other.Sitting
        && DryingFactor.Equals(other.DryingFactor)
        && Turns == other.Turns
        && Skipped.SequenceEqual(other.Skipped)
        && Pinned.SequenceEqual(other.Pinned);

    /// <inheritdoc />
    public override int GetHashCode() =>
        HashCode.Combine(Heat, Sitting, DryingFactor, Turns, Skipped.Length, Pinned.Length);
}

/// <summary>A wish about the order that cannot be.</summary>
/// <param name="reason">Why, in a sentence for the maker.</param>
public sealed class ImpossibleOrderException(string reason) : Exception(reason);
