using System.Collections.Immutable;
using Nube.Core.Bench;
using Nube.Core.Cards;
using Nube.Core.Checking;
using Nube.Core.Drying;
using Nube.Core.Methods;
using Nube.Core.Planning;

namespace Nube.Data.Entities;

/// <summary>One design made as one or more cards.</summary>
public sealed class Run : IOwned
{
    /// <summary>Key.</summary>
    public Guid Id { get; init; } = Guid.CreateVersion7();

    /// <inheritdoc />
    public Guid MakerId { get; init; }

    /// <summary>The maker's name for it.</summary>
    public required string Name { get; set; }

    /// <summary>How many cards.</summary>
    public int Cards { get; set; }

    /// <summary>Colourants to mix from, in the order in which recipes count them.</summary>
    public ImmutableArray<Guid> Palette { get; set; } = [];

    /// <summary>Where this run goes another way than its maker usually does; null where it does not.</summary>
    public Schools? Schools { get; set; }

    /// <summary>Rules that the maker silenced for this run, each with the reason.</summary>
    public ImmutableDictionary<string, string> Silenced { get; set; } = ImmutableDictionary<string, string>.Empty;

    /// <summary>What is found on its cards and was meant to be so.</summary>
    public ImmutableArray<FindingKey> MeantSo { get; set; } = [];

    /// <summary>What its cards are made of; null until the maker says so.</summary>
    public CardDesign? Design { get; set; }

    /// <summary>When it was begun.</summary>
    public DateTimeOffset CreatedAt { get; init; }

    /// <summary>When anything about it last changed.</summary>
    public DateTimeOffset ChangedAt { get; set; }

    /// <summary>When it went into the book; null while in work.</summary>
    public DateTimeOffset? FinishedAt { get; set; }

    /// <summary>The pieces that each card is made of; one so far.</summary>
    public ICollection<RunPiece> Pieces { get; init; } = [];

    /// <summary>Its plan; null until made.</summary>
    public RunPlan? Plan { get; set; }

    /// <summary>PostgreSQL's row version.</summary>
    public uint Version { get; set; }

    /// <summary>The same to be made once more: pieces and supplies, and nothing that was planned or done.</summary>
    /// <param name="name">What it is called.</param>
    /// <param name="now">When it is begun.</param>
    public Run Again(string name, DateTimeOffset now)
    {
        var again = new Run
        {
            MakerId = MakerId,
            Name = name,
            Cards = Cards,
            Palette = Palette,
            Schools = Schools,
            Silenced = Silenced,
            Design = Design,
            CreatedAt = now,
            ChangedAt = now,
        };
        foreach (var piece in Pieces)
            again.Pieces.Add(piece.For(again));
        return again;
    }
}

/// <summary>The plan of a run.</summary>
public sealed class RunPlan : IOwned
{
    /// <summary>The run; also the key.</summary>
    public Guid RunId { get; init; }

    /// <inheritdoc />
    public Guid MakerId { get; init; }

    /// <summary>The plan.</summary>
    public required Plan Plan { get; set; }

    /// <summary>What was found in the background, for this plan or for one that stood here before.</summary>
    public ICollection<FoundOrder> Found { get; } = [];

    /// <summary>
    /// Another for every plan that stands here, so that what was found for one is not taken for another.
    /// </summary>
    public Guid Edition { get; private set; } = Guid.CreateVersion7();

    /// <summary>
    /// A better order of the same passes that was found since, until it is taken or the run is planned again.
    /// </summary>
    public Plan? Better => FoundForThis?.Better;

    /// <summary>The least time for all cards by any order that is proven so far, s.</summary>
    public double AtLeastSeconds => Math.Max(Plan.AtLeastSeconds, FoundForThis?.AtLeastSeconds ?? 0);

    /// <summary>The colourants that it was made from, in the order in which its passes count them.</summary>
    public ImmutableArray<Guid> Palette { get; set; } = [];

    /// <summary>The air that it reckons with.</summary>
    public Air Air { get; set; }

    /// <summary>What it was made from, part by part: equal while the run has not changed since.</summary>
    public required string Basis { get; set; }

    /// <summary>When it was made.</summary>
    public DateTimeOffset MadeAt { get; set; }

    /// <summary>PostgreSQL's row version.</summary>
    public uint Version { get; set; }

    private FoundOrder? FoundForThis => Found.FirstOrDefault(found => found.Edition == Edition);

    /// <summary>Puts another plan in place of this one.</summary>
    public void Replace(Plan plan, Air air, DateTimeOffset now) =>
        (Plan, Air, MadeAt, Edition) = (plan, air, now, Guid.CreateVersion7());
}

/// <summary>
/// What a search in the background found for a plan. It has a row of its own, so that a maker who changes the plan at
/// that moment is not told that somebody else did.
/// </summary>
public sealed class FoundOrder : IOwned
{
    /// <summary>The run.</summary>
    public Guid RunId { get; init; }

    /// <summary>The plan that was looked at; see <see cref="RunPlan.Edition"/>.</summary>
    public Guid Edition { get; init; }

    /// <inheritdoc />
    public Guid MakerId { get; init; }

    /// <summary>A better order of the same passes; null when none was found.</summary>
    public Plan? Better { get; init; }

    /// <summary>The least time by any order that was proven, s.</summary>
    public double AtLeastSeconds { get; init; }
}

/// <summary>One tap at the bench, never changed.</summary>
public sealed class BenchTap : IOwned
{
    /// <summary>Given by the device that tapped, so that a tap sent twice counts once.</summary>
    public Guid Id { get; init; }

    /// <summary>The run.</summary>
    public Guid RunId { get; init; }

    /// <inheritdoc />
    public Guid MakerId { get; init; }

    /// <summary>Order in which taps arrived.</summary>
    public long Arrival { get; init; }

    /// <summary>What it says.</summary>
    public required Tap Tap { get; init; }
}
