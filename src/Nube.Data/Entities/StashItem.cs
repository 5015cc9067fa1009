using Nube.Core.Materials;

namespace Nube.Data.Entities;

/// <summary>A row that belongs to a maker.</summary>
public interface IOwned
{
    /// <summary>The maker.</summary>
    Guid MakerId { get; }
}

/// <summary>Kinds of things in a stash.</summary>
public enum StashKind
{
    /// <summary>A water colour.</summary>
    Colourant,

    /// <summary>A paper or card.</summary>
    Paper,

    /// <summary>A stamping ink.</summary>
    StampingInk,
}

/// <summary>Something that a maker owns. One of the three bodies is set, by kind.</summary>
public sealed class StashItem : IOwned
{
    /// <summary>Key.</summary>
    public Guid Id { get; init; } = Guid.CreateVersion7();

    /// <inheritdoc />
    public Guid MakerId { get; init; }

    /// <summary>Kind.</summary>
    public StashKind Kind { get; init; }

    /// <summary>Its body, if it is a colourant.</summary>
    public Colourant? Colourant { get; set; }

    /// <summary>Its body, if it is a paper.</summary>
    public Paper? Paper { get; set; }

    /// <summary>Its body, if it is an ink.</summary>
    public StampingInk? StampingInk { get; set; }

    /// <summary>Where it is kept, or anything else.</summary>
    public string Note { get; set; } = "";

    /// <summary>When it was put away; null while it is in use.</summary>
    public DateTimeOffset? ArchivedAt { get; set; }

    /// <summary>When it came in.</summary>
    public DateTimeOffset CreatedAt { get; init; }

    /// <summary>The maker's name for it.</summary>
    public string Name => Colourant?.Name ?? Paper?.Name ?? StampingInk?.Name ?? "";
}
