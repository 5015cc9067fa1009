using System.Collections.Immutable;
using Nube.Core.Swatches;

namespace Nube.Data.Entities;

/// <summary>A swatch sheet of a maker's: printed, painted, and read from pictures or by a meter.</summary>
public sealed class Sheet : IOwned
{
    /// <summary>Key.</summary>
    public Guid Id { get; init; } = Guid.CreateVersion7();

    /// <inheritdoc />
    public Guid MakerId { get; init; }

    /// <summary>Its number among the maker's sheets, from 1; printed on it.</summary>
    public int Number { get; init; }

    /// <summary>Sheet that it is printed on.</summary>
    public SheetSize Size { get; init; }

    /// <summary>The colourant of each row, from the top.</summary>
    public ImmutableArray<Guid> Rows { get; init; } = [];

    /// <summary>Pictures of it, painted.</summary>
    public ImmutableArray<SheetPicture> Pictures { get; set; } = [];

    /// <summary>What a meter read on it.</summary>
    public ImmutableArray<MeteredBox> Metered { get; set; } = [];

    /// <summary>Boxes that the maker leaves out.</summary>
    public ImmutableArray<LeftOutBox> LeftOut { get; set; } = [];

    /// <summary>When it was made.</summary>
    public DateTimeOffset CreatedAt { get; init; }

    /// <summary>When the stash took its colours over; null until then.</summary>
    public DateTimeOffset? UsedAt { get; set; }

    /// <summary>PostgreSQL's row version.</summary>
    public uint Version { get; set; }

    /// <summary>Where everything on it is.</summary>
    public SwatchSheet Layout => new(Size, (Number - 1) % SwatchSheet.SeriesCount, Rows.Length);
}

/// <summary>A picture of a sheet with what was read in it.</summary>
/// <param name="Hash">Content hash of the file.</param>
/// <param name="FileName">The name it had.</param>
/// <param name="Source">Scan or photo.</param>
/// <param name="Width">Pixels across, upright.</param>
/// <param name="Height">Pixels down.</param>
/// <param name="Reading">What was read.</param>
/// <param name="Chart">What was read of a colour chart in it; null without one.</param>
public sealed record SheetPicture(
    string Hash,
    string FileName,
    SwatchSource Source,
    int Width,
    int Height,
    SheetReading Reading,
    ChartReading? Chart = null
);

/// <summary>A meter reading as it is kept.</summary>
/// <param name="Sample">What was read.</param>
/// <param name="Values">36 reflectances.</param>
public sealed record MeteredBox(string Sample, ImmutableArray<double> Values);

/// <summary>A box that is left out.</summary>
public sealed record LeftOutBox(int Row, int Column);
