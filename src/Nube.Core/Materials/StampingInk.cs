using Nube.Core.Colour;

namespace Nube.Core.Materials;

/// <summary>The ink in which an outline is stamped.</summary>
/// <param name="Name">The maker's name for it.</param>
/// <param name="Waterproof">Stays put under a wash once dry.</param>
/// <param name="Slow">Stays wet for minutes; smears until dry or heat-set.</param>
/// <param name="Embossable">Stays sticky long enough to take embossing powder.</param>
/// <param name="AlcoholSafe">Stays put under an alcohol marker once dry.</param>
/// <param name="Provenance">Where this is known from.</param>
public sealed record StampingInk(
    string Name,
    bool Waterproof,
    bool Slow,
    bool Embossable = false,
    bool AlcoholSafe = false,
    Provenance Provenance = Provenance.Estimated
)
{
    /// <summary>The colour of its line, or of the powder on it; null for black.</summary>
    public Srgb? Colour { get; init; }

    /// <summary>The colour of a line of which nothing is said.</summary>
    public static Srgb Black { get; } = Srgb.Parse("#1b1b1d");
}
