using System.Collections.Immutable;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Swatches;
using Nube.Data.Entities;

namespace Nube.Server.Places;

/// <summary>
/// A colourant as a list shows it. Mixes: it is thinned with water. Pencil: it is laid dry. Hue: its place by hue. Lifts: how
/// far a damp brush takes it off again, in words. How sure: nine of ten predictions lie within this CIEDE2000; null when picked by eye.
/// </summary>
public sealed record ColourantView(
    Medium Medium,
    bool Mixes,
    bool Pencil,
    string ColourIndex,
    Srgb FullStrength,
    Srgb Wash,
    double Hue,
    bool Granulates,
    string Lifts,
    Provenance Provenance,
    SwatchSource Source,
    double? HowSure
)
{
    /// <summary>Chroma below which a wash has no hue to speak of. This project's own.</summary>
    private const double Greyish = 8;

    /// <summary>The view of a colourant.</summary>
    public static ColourantView Of(Colourant colourant)
    {
        ArgumentNullException.ThrowIfNull(colourant);
        var wash = colourant.Wash.ToLab();
        return new ColourantView(
            colourant.Medium,
            colourant.Medium.MixesWithWater(),
            colourant.Medium.IsPencil(),
            colourant.ColourIndex,
            colourant.FullStrength,
            colourant.Wash,
            // Round the hues from red; greys after them, from dark to light.
            wash.Chroma < Greyish
                ? 360 + wash.L
                : wash.Hue,
            colourant.Granulates,
            colourant.Medium.MixesWithWater() ? colourant.LiftsInWords() : "",
            colourant.Provenance,
            colourant.Measured?.Source ?? SwatchSource.Eye,
            colourant.Measured?.HowSure
        );
    }
}

/// <summary>Something in the stash. Left: share of a new one; null where that is not counted.</summary>
public sealed record StashItemView(
    Guid Id,
    StashKind Kind,
    string Name,
    string KeptAt,
    string Note,
    double? Left,
    bool RunningLow,
    bool UseUp,
    DateTimeOffset? LastUsedAt,
    bool Archived,
    ColourantView? Colourant,
    Paper? Paper,
    StampingInk? StampingInk,
    Supply? Supply
)
{
    /// <summary>Share of a new one below which it runs low: a quarter. This project's own.</summary>
    public const double Low = 0.25;

    /// <summary>The view of an item.</summary>
    public static StashItemView Of(StashItem item)
    {
        ArgumentNullException.ThrowIfNull(item);
        return new StashItemView(
            item.Id,
            item.Kind,
            item.Name,
            item.KeptAt,
            item.Note,
            item.Left,
            item.Left < Low,
            item.UseUp,
            item.LastUsedAt,
            item.ArchivedAt is not null,
            item.Colourant is null ? null : ColourantView.Of(item.Colourant),
            item.Paper,
            item.StampingInk,
            item.Supply
        );
    }
}

/// <summary>A new colourant, known by one or two colours that were picked by eye.</summary>
public sealed record NewColourant(
    string Name,
    string ColourIndex,
    Medium Medium,
    Srgb FullStrength,
    Srgb? Wash,
    string? Note
);

/// <summary>What the maker says about an item.</summary>
public sealed record ItemFacts(string Name, string KeptAt, string Note, double? Left, bool UseUp);

/// <summary>A new adhesive, solvent or tool.</summary>
public sealed record NewSupply(string Name, SupplyKind Kind, bool Wet);

/// <summary>Something of the catalogue.</summary>
public sealed record CatalogueEntry(
    StashKind Kind,
    string Name,
    bool Owned,
    ColourantView? Colourant,
    Paper? Paper,
    StampingInk? StampingInk
);

/// <summary>
/// Colours of the same kind and hue in the stash: one for light, one for shadow; null where there is none.
/// </summary>
public sealed record SiblingsView(StashItemView? Light, StashItemView? Dark);

/// <summary>Names of the catalogue to put into the stash.</summary>
public sealed record FromCatalogue(ImmutableArray<string> Names);

/// <summary>An item that could have given a colour, and how it was laid.</summary>
public sealed record LikelyItem(
    Guid Id,
    string Name,
    string ColourIndex,
    Srgb Predicted,
    string Strength,
    double Difference,
    Likeness Likeness
);

/// <summary>A list of water colours, one a line.</summary>
public sealed record ColourList(string Text);
