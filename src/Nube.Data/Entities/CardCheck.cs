using System.Collections.Immutable;
using Nube.Core.Checking;

namespace Nube.Data.Entities;

/// <summary>A picture of coloured cards of a run, and what was found on them.</summary>
public sealed class CardCheck : IOwned
{
    /// <summary>Key.</summary>
    public Guid Id { get; init; } = Guid.CreateVersion7();

    /// <inheritdoc />
    public Guid MakerId { get; init; }

    /// <summary>The run.</summary>
    public Guid RunId { get; init; }

    /// <summary>When it was brought in.</summary>
    public DateTimeOffset TakenAt { get; init; }

    /// <summary>Content hash of the picture.</summary>
    public required string FileHash { get; init; }

    /// <summary>The name it had.</summary>
    public required string FileName { get; init; }

    /// <summary>The colour chart that lay beside the cards; null without one.</summary>
    public string? ChartName { get; init; }

    /// <summary>The cards in it.</summary>
    public ImmutableArray<CheckedCard> Cards { get; set; } = [];

    /// <summary>Which writing it is, so that two at the same moment do not undo each other.</summary>
    public uint Version { get; set; }
}

/// <summary>A card on a picture.</summary>
/// <param name="Card">Its number.</param>
/// <param name="Hash">Content hash of the card, laid flat.</param>
/// <param name="StepsDone">How many steps had been done on it.</param>
/// <param name="LinesShown">How much of its lines was seen, 0 to 1.</param>
/// <param name="Hand">How much of each load seemed to lie on most areas, against what was to.</param>
/// <param name="Areas">What its areas came out as.</param>
/// <param name="Findings">What was otherwise than it was to be, most worth mending first.</param>
public sealed record CheckedCard(
    int Card,
    string Hash,
    int StepsDone,
    double LinesShown,
    double Hand,
    ImmutableArray<AreaColour> Areas,
    ImmutableArray<Finding> Findings
)
{
    /// <summary>What its maker answered to what no picture shows.</summary>
    public ImmutableArray<CardAnswer> Answers { get; init; } = [];
}

/// <summary>An answer.</summary>
/// <param name="Kind">What was asked about.</param>
/// <param name="IsSo">It is so.</param>
public sealed record CardAnswer(FindingKind Kind, bool IsSo);
