using System.Text.Json.Serialization;
using Nube.Core.Colour;
using Nube.Core.Optics;

namespace Nube.Core.Materials;

/// <summary>A water colour as it lies in the stash.</summary>
/// <param name="Name">The maker's name for it.</param>
/// <param name="ColourIndex">Colour Index name of its pigment, such as PB29; empty when unknown.</param>
/// <param name="FullStrength">Colour of one full-strength wash on white paper.</param>
/// <param name="Wash">Colour of the same with about four parts of water.</param>
/// <param name="Scattering">S per unit load: about 0.02 transparent, 0.1 and more opaque.</param>
/// <param name="Granulates">Its pigment settles into the paper's texture and looks grainy.</param>
/// <param name="Provenance">Where the two colours come from.</param>
public sealed record Colourant(
    string Name,
    string ColourIndex,
    Srgb FullStrength,
    Srgb Wash,
    double Scattering,
    bool Granulates,
    Provenance Provenance)
{
    /// <summary>Its pigment is a brown: a PBr, or red iron oxide.</summary>
    [JsonIgnore]
    public bool IsBrown => ColourIndex.StartsWith("PBr", StringComparison.OrdinalIgnoreCase) || ColourIndex == "PR101";

    /// <summary>Its pigment is a black.</summary>
    [JsonIgnore]
    public bool IsBlack => ColourIndex.StartsWith("PBk", StringComparison.OrdinalIgnoreCase);

    /// <summary>K and S, computed from the two swatches; takes about 20 ms.</summary>
    public FittedColourant Fit() => SwatchFit.From(FullStrength, Wash, Scattering);
}
