using System.Collections.Immutable;
using Nube.Core.Planning;

namespace Nube.Workshop;

/// <summary>Looks for a better order of a plan's steps.</summary>
/// <param name="Plan">The plan.</param>
/// <param name="Touching">Which areas run together when both are wet.</param>
/// <param name="Hand">The maker's hand.</param>
/// <param name="Effort">How long to look.</param>
public sealed record ImproveOrder(Plan Plan, ImmutableArray<TouchingPair> Touching, Hand Hand, SearchEffort Effort) : WorkshopTask<Plan>
{
    /// <inheritdoc />
    public override WorkLimits Limits => WorkLimits.Long;

    /// <inheritdoc />
    public override bool InBackground => true;

    /// <inheritdoc />
    public override bool EndsWithBestSoFar => true;

    private protected override Plan Work(byte[] file, Action<WorkProgress> say, CancellationToken stop) => Scheduler.Improve(
        Plan, Touching.Select(pair => (pair.One, pair.Other)), Hand, Effort,
        new Told(now => say(new(now.Share, Words.Duration(now.FinishSeconds)))), stop);

    private sealed class Told(Action<SearchProgress> tell) : IProgress<SearchProgress>
    {
        public void Report(SearchProgress value) => tell(value);
    }
}

/// <summary>Two areas that touch.</summary>
public sealed record TouchingPair(int One, int Other);
