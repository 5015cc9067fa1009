using System.Collections.Immutable;
using Microsoft.AspNetCore.Identity;
using Nube.Core.Artwork;
using Nube.Core.Bench;
using Nube.Core.Colour;
using Nube.Core.Drying;
using Nube.Core.Methods;
using Nube.Core.Planning;
using Nube.Core.Swatches;

namespace Nube.Data.Entities;

/// <summary>A person who makes cards: an account.</summary>
public sealed class Maker : IdentityUser<Guid>
{
    /// <summary>An account of the demo book: the one that is copied for visitors, or a visitor's copy.</summary>
    public bool IsDemo { get; set; }

    /// <summary>
    /// When a visitor of the demo book was last here; null for all others, the one that is copied among them.
    /// </summary>
    public DateTimeOffset? VisitedAt { get; set; }

    /// <summary>The air of the maker's room.</summary>
    public Air Room { get; set; } = Air.OrdinaryRoom;

    /// <summary>The maker's ways, where makers disagree.</summary>
    public Schools Schools { get; set; } = Schools.Usual;

    /// <summary>How long the maker sits; null for as long as it takes.</summary>
    public Sitting? Sitting { get; set; }

    /// <summary>In what lengths are said.</summary>
    public LengthUnit Lengths { get; set; }

    /// <summary>What the bench has taught about the maker's hand and room.</summary>
    public Learned Learned { get; set; } = Learned.Nothing;

    /// <summary>Colours that the maker keeps to come back to.</summary>
    public ImmutableArray<KeptColour> Kept { get; set; } = [];

    /// <summary>The colour chart that the maker lays beside swatch sheets; null without one.</summary>
    public ColourChart? Chart { get; set; }
}

/// <summary>A colour with a name.</summary>
public sealed record KeptColour(string Name, Srgb Colour);
