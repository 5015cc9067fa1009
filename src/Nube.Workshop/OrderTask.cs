using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Optics;
using Nube.Core.Planning;
using Nube.Core.Planning.Pieces;

namespace Nube.Workshop;

/// <summary>Looks for a better order of a plan's steps.</summary>
/// <param name="Plan">The plan.</param>
/// <param name="Touching">Which areas run together when both are wet.</param>
/// <param name="Hand">The maker's hand.</param>
/// <param name="Effort">How long to look.</param>
public sealed record ImproveOrder(Plan Plan, ImmutableArray<TouchingPair> Touching, Hand Hand, SearchEffort Effort)
    : WorkshopTask<Plan>
{
    /// <inheritdoc />
    public override WorkLimits Limits => WorkLimits.Long;

    /// <inheritdoc />
    public override WorkUrgency Urgency => WorkUrgency.Whenever;

    /// <inheritdoc />
    public override bool EndsWithBestSoFar => true;

    private protected override Plan Work(byte[] file, Action<WorkProgress> say, CancellationToken stop) =>
        Scheduler.Improve(
            Plan,
            Touching.Select(pair => (pair.One, pair.Other)),
            Hand,
            Effort,
            new Told(now => say(new(now.Share, Words.Duration(now.FinishSeconds)))),
            stop
        );

    private sealed class Told(Action<SearchProgress> tell) : IProgress<SearchProgress>
    {
        public void Report(SearchProgress value) => tell(value);
    }
}

/// <summary>Plans a run.</summary>
/// <param name="Painting">All that is to be painted on each card.</param>
/// <param name="Colourants">The run's colourants, in the order in which recipes count them.</param>
/// <param name="Schools">The maker's ways.</param>
/// <param name="Touching">Which areas run together when both are wet.</param>
/// <param name="Pace">Cards, hand, paper, air, and what else to reckon with.</param>
/// <param name="Before">The plan that stood there: what was pinned or left out stays so as long as the passes are the
/// same; null for none.</param>
/// <param name="Search">How long to look for a better order; null for not at all.</param>
/// <param name="Hand">The hand that colours them; null for an ordinary one.</param>
/// <param name="Card">The pieces of each card; null where nobody said what they are.</param>
public sealed record PlanCards(
    Painting Painting,
    ImmutableArray<Colourant> Colourants,
    Schools Schools,
    ImmutableArray<TouchingPair> Touching,
    Pace Pace,
    Plan? Before,
    SearchEffort? Search = null,
    LayingHand? Hand = null,
    CardToPlan? Card = null
) : WorkshopTask<Plan>
{
    /// <summary>What is printed on areas before, on white paper.</summary>
    public ImmutableDictionary<int, Srgb> Printed { get; init; } = ImmutableDictionary<int, Srgb>.Empty;

    /// <inheritdoc />
    public override WorkUrgency Urgency => WorkUrgency.Soon;

    private protected override Plan Work(byte[] file, Action<WorkProgress> say, CancellationToken stop) => Made(stop);

    /// <summary>The plan.</summary>
    internal Plan Made(CancellationToken stop)
    {
        var paper = Pace.Paper;
        var paints = new Paints(
            Colourants,
            [.. Colourants.Select(colourant => colourant.Optics())],
            paper,
            paper.Reflectance()
        )
        {
            Hand = Hand ?? LayingHand.Ordinary,
            Printed = Printed,
        };
        var touching = Touching.Select(pair => (pair.One, pair.Other)).ToList();
        var picture = Painting.IsEmpty ? [] : Painting.Passes(paints, Schools, touching, Pace);
        var (passes, pieces) = Card is null ? (picture, []) : PiecePasses.Of(Card, picture, Painting, paints);
        Plan With(PlanOptions options)
        {
            var plan = Scheduler.PlanRun(passes, touching, Pace.Cards, paper, Pace.Air, Pace.Hand, options, pieces);
            return Search is null ? plan : Scheduler.Improve(plan, touching, Pace.Hand, Search, stop: stop);
        }

        if (Before is null || !SamePasses(Before.Passes, passes))
            return With(Pace.Options);
        try
        {
            return With(Pace.Options with { Skipped = Before.Options.Skipped, Pinned = Before.Options.Pinned });
        }
        catch (ImpossibleOrderException)
        {
            // Pins of a former number of cards may not hold any more.
            return With(Pace.Options);
        }
    }

    private static bool SamePasses(ImmutableArray<Pass> one, ImmutableArray<Pass> other) =>
        one.Length == other.Length
        && one.Zip(other)
            .All(both =>
                both.First.Mix == both.Second.Mix
                && both.First.Stroke == both.Second.Stroke
                && both.First.Zone == both.Second.Zone
                && both.First.Layer == both.Second.Layer
                && both.First.Areas.SequenceEqual(both.Second.Areas)
            );
}

/// <summary>Two areas that touch.</summary>
public sealed record TouchingPair(int One, int Other);
