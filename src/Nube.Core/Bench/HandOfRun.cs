using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Checking;
using Nube.Core.Materials;

namespace Nube.Core.Bench;

/// <summary>What the cards of a run that were looked at tell of their maker's hand, beside how it dilutes.</summary>
/// <param name="Run">The run.</param>
/// <param name="Touch">What a touch of the pencil leaves.</param>
/// <param name="Paint">How far it errs with paint.</param>
/// <param name="Ink">How far with ink.</param>
/// <param name="Pencil">How far with pencils.</param>
public sealed record HandOfRun(Guid Run, TouchSeen Touch, HandErrsSeen Paint, HandErrsSeen Ink, HandErrsSeen Pencil)
{
    private const double SpreadOfTouch = 0.15; // ln load, from hand to hand: this project's own guess

    /// <summary>What cards of a run tell that one device took.</summary>
    public static HandOfRun Of(Guid run, ImmutableArray<HandOnCard> cards) =>
        new(
            run,
            HandSeen.TouchOn(cards),
            HandSeen.ErrsOn(cards, Media.IsPaint),
            HandSeen.ErrsOn(cards, Media.IsTakenAsItIs),
            HandSeen.ErrsOn(cards, Media.IsPencil)
        );

    /// <summary>What is believed of a hand after some runs.</summary>
    /// <param name="runs">What they told.</param>
    /// <param name="ordinary">What is believed without them; how it dilutes stays.</param>
    public static LayingHand After(ImmutableArray<HandOfRun> runs, LayingHand ordinary)
    {
        ArgumentNullException.ThrowIfNull(ordinary);
        if (runs.IsEmpty)
            return ordinary;
        var precision = 1 / (SpreadOfTouch * SpreadOfTouch) + runs.Sum(run => run.Touch.Precision);
        return ordinary with
        {
            // To two digits, as dilution is.
            Touch = Math.Round(Math.Exp(runs.Sum(run => run.Touch.Weighted) / precision), 2),
            Paint = All(run => run.Paint).Errs(ordinary.Paint),
            Ink = All(run => run.Ink).Errs(ordinary.Ink),
            Pencil = All(run => run.Pencil).Errs(ordinary.Pencil),
        };

        HandErrsSeen All(Func<HandOfRun, HandErrsSeen> of) =>
            runs.Select(of).Aggregate(HandErrsSeen.Nothing, (all, one) => all.With(one));
    }
}
