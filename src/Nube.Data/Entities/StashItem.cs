using System.Collections.Immutable;
using Nube.Core.Cards.Cutting;
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

    /// <summary>An adhesive, a solvent or a tool.</summary>
    Supply,
}

/// <summary>Something that a maker owns. One of the four bodies is set, by kind.</summary>
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

    /// <summary>Its body, if it is anything else.</summary>
    public Supply? Supply { get; set; }

    /// <summary>Sheets and off-cuts of it, if it is a paper.</summary>
    public ImmutableArray<SheetOwned> Sheets { get; set; } = [];

    /// <summary>Where it is kept.</summary>
    public string KeptAt { get; set; } = "";

    /// <summary>Anything else that the maker says about it.</summary>
    public string Note { get; set; } = "";

    /// <summary>How much is left, as a share of a new one; null where that is not counted.</summary>
    public double? Left { get; set; }

    /// <summary>The maker would like to use it up.</summary>
    public bool UseUp { get; set; }

    /// <summary>When a run last used it; null for never.</summary>
    public DateTimeOffset? LastUsedAt { get; set; }

    /// <summary>When it was put away; null while it is in use.</summary>
    public DateTimeOffset? ArchivedAt { get; set; }

    /// <summary>When it came in.</summary>
    public DateTimeOffset CreatedAt { get; init; }

    /// <summary>The maker's name for it.</summary>
    public string Name => Colourant?.Name ?? Paper?.Name ?? StampingInk?.Name ?? Supply?.Name ?? "";
}
