using System.Collections.Immutable;
using Nube.Core.Drying;
using Nube.Core.Mixing;
using Nube.Core.Planning;

namespace Nube.Core.Bench;

/// <summary>A timer of the maker's own.</summary>
/// <param name="Number">By which it is known, from 1 in the order in which timers were set.</param>
/// <param name="Text">What it is for.</param>
/// <param name="EndsAt">When it ends.</param>
public sealed record OwnTimer(int Number, string Text, DateTimeOffset EndsAt);

/// <summary>How wet an area is.</summary>
/// <param name="Area">Its id.</param>
/// <param name="State">Its state now.</param>
/// <param name="DullAt">When it shines no more.</param>
/// <param name="DryAt">When it is dry.</param>
/// <param name="BoneDryAt">When it is bone dry.</param>
/// <param name="Pass">Index of the pass that wetted it; -1 for water that was spilled.</param>
public sealed record AreaWetness(
    int Area,
    Wetness State,
    DateTimeOffset DullAt,
    DateTimeOffset DryAt,
    DateTimeOffset BoneDryAt,
    int Pass
);

/// <summary>A piece of a card on the drying line.</summary>
/// <param name="Surface">Its number in the plan.</param>
/// <param name="Begun">Something was done to it.</param>
/// <param name="InPlace">It was put onto what lies under it.</param>
/// <param name="State">State of its wettest area.</param>
/// <param name="NextStateAt">When that reaches its next state; null when it is bone dry.</param>
/// <param name="DryAt">When all of it is dry; null when it is.</param>
public sealed record PieceState(
    int Surface,
    bool Begun,
    bool InPlace,
    Wetness State,
    DateTimeOffset? NextStateAt,
    DateTimeOffset? DryAt
);

/// <summary>A card on the drying line.</summary>
/// <param name="Card">Its number, from 1.</param>
/// <param name="State">State of its wettest area; bone dry when nothing was painted yet.</param>
/// <param name="NextStateAt">When the wettest area reaches its next state; null when it is bone dry.</param>
/// <param name="DryAt">When all of it is dry; null when it is.</param>
/// <param name="PassesDone">Passes done on it.</param>
/// <param name="Areas">Areas painted so far.</param>
public sealed record CardState(
    int Card,
    Wetness State,
    DateTimeOffset? NextStateAt,
    DateTimeOffset? DryAt,
    ImmutableArray<int> PassesDone,
    ImmutableArray<AreaWetness> Areas
)
{
    /// <summary>Its pieces, in the order of the plan; none where the plan has none.</summary>
    public ImmutableArray<PieceState> Pieces { get; init; } = [];
}

/// <summary>What a step has to wait for.</summary>
/// <param name="ReadyAt">When it can start.</param>
/// <param name="Area">The area that is the last to dry.</param>
/// <param name="OnItself">True when that area is the step's own; false when it touches one of them.</param>
public sealed record Holdup(DateTimeOffset ReadyAt, int Area, bool OnItself)
{
    /// <summary>From when on it is worth to feel whether it is dry already; null where that is not worth it.</summary>
    public DateTimeOffset? FeelFrom { get; init; }
}

/// <summary>The bench at some moment.</summary>
/// <param name="At">The moment.</param>
/// <param name="Current">Number of the step in hand; null when all is done.</param>
/// <param name="Holdup">What the step in hand waits for; null when it can start.</param>
/// <param name="Meanwhile">Number of a later step that can be done now, when the step in hand cannot.</param>
/// <param name="Done">Numbers of the steps that are done, in the order in which they were.</param>
/// <param name="LeftOut">Numbers of the steps that were left out.</param>
/// <param name="Last">Number of the step that was done or left out last, which can be taken back; null when there is
/// none.</param>
/// <param name="Cards">All cards.</param>
/// <param name="Instead">What was taken instead of the planned mix, by number of the step.</param>
/// <param name="Timers">The maker's own timers, until they are taken away.</param>
/// <param name="AirFactor">How long water takes to dry now, against the air that the plan reckons with, and as fingers
/// found it.</param>
public sealed record BenchState(
    DateTimeOffset At,
    int? Current,
    Holdup? Holdup,
    int? Meanwhile,
    ImmutableArray<int> Done,
    ImmutableArray<int> LeftOut,
    int? Last,
    ImmutableArray<CardState> Cards,
    ImmutableDictionary<int, PaintMix> Instead,
    ImmutableArray<OwnTimer> Timers,
    double AirFactor
)
{
    /// <summary>How long water takes in this room, as fingers found it, against what is reckoned; part of the factor of the
    /// air.</summary>
    public double Felt { get; init; } = 1;

    /// <summary>Prints from one inking that were taken, by the number of the step whose card they are on.</summary>
    public ImmutableDictionary<int, PrintTaken> Prints { get; init; } = ImmutableDictionary<int, PrintTaken>.Empty;

    /// <summary>Passes that have left areas of a step wetter than it needs them.</summary>
    /// <param name="plan">The plan.</param>
    /// <param name="step">The step.</param>
    public IReadOnlySet<int> TooWetFor(Plan plan, PlannedStep step)
    {
        ArgumentNullException.ThrowIfNull(plan);
        ArgumentNullException.ThrowIfNull(step);
        var pass = plan.PassOf(step);
        return Cards[step.Card - 1]
            .Areas.Where(area => pass.Areas.Contains(area.Area) && area.State < pass.Sheet.Needs)
            .Select(area => area.Pass)
            .ToHashSet();
    }

    /// <summary>The passes that were done, in their order, with what was on the brush in truth.</summary>
    public IEnumerable<Pass> PassesDone(Plan plan) => PassesDone(plan, _ => true);

    /// <summary>The same of one card.</summary>
    public IEnumerable<Pass> PassesDone(Plan plan, int card) => PassesDone(plan, step => step.Card == card);

    private IEnumerable<Pass> PassesDone(Plan plan, Func<PlannedStep, bool> which)
    {
        ArgumentNullException.ThrowIfNull(plan);
        return Done.Where(number => which(plan.Steps[number - 1]))
            .Select(number =>
                plan.PassOf(plan.Steps[number - 1]) is var pass && Instead.TryGetValue(number, out var mix)
                    ? pass with
                    {
                        Mix = mix,
                        Acts = [.. pass.Acts.Select(act => act.With(mix, pass.Mix))],
                    }
                    : pass
            );
    }
}
