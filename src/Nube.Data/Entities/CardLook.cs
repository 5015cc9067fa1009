using Nube.Core.Simulation;

namespace Nube.Data.Entities;

/// <summary>How a card of a plan looks, pass by pass. It can be computed again, so it may be thrown away.</summary>
public sealed class CardLook : IOwned
{
    /// <inheritdoc />
    public Guid MakerId { get; init; }

    /// <summary>Tells apart all that its looks depend on: SHA-256, hexadecimal.</summary>
    public required string Key { get; init; }

    /// <summary>The run that it was first wanted for.</summary>
    public Guid RunId { get; init; }

    /// <summary>The edition of its plan for which it was last wanted.</summary>
    public Guid Edition { get; set; }

    /// <summary>All its looks are there, on fine cells.</summary>
    public bool Whole { get; set; }

    /// <summary>The job that makes them; null when none does.</summary>
    public Guid? JobId { get; set; }

    /// <summary>When it was last wanted.</summary>
    public DateTimeOffset WantedAt { get; set; }

    /// <summary>Its looks.</summary>
    public ICollection<LookStill> Stills { get; init; } = [];
}

/// <summary>One look at a card.</summary>
public sealed class LookStill : IOwned
{
    /// <inheritdoc />
    public Guid MakerId { get; init; }

    /// <summary>Of which card's looks it is one.</summary>
    public required string Key { get; init; }

    /// <summary>Its place among them, from 0.</summary>
    public int Number { get; init; }

    /// <summary>It is a first look, on coarse cells.</summary>
    public bool Coarse { get; init; }

    /// <summary>Index of the pass that was done last.</summary>
    public int Pass { get; init; }

    /// <summary>How long after it.</summary>
    public Moment Moment { get; init; }

    /// <summary>When, from the start of the run, s.</summary>
    public double Seconds { get; init; }

    /// <summary>The picture, WebP.</summary>
    public required byte[] Content { get; init; }
}
