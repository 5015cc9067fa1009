using System.Collections.Immutable;
using Nube.Core.Colour;
using Nube.Core.Optics;
using Nube.Core.Swatches;

namespace Nube.Core.Materials;

/// <summary>K and S of a colourant as found from its swatches, with how far to trust them.</summary>
/// <param name="Absorption">K in each of 36 bands, per unit load.</param>
/// <param name="Scattering">S per unit load.</param>
/// <param name="Source">What the swatches were read with.</param>
/// <param name="HowSure">Nine of ten predictions lie within this CIEDE2000.</param>
public sealed record MeasuredOptics(
    ImmutableArray<double> Absorption,
    double Scattering,
    SwatchSource Source,
    double HowSure
)
{
    /// <summary>The same, to compute with.</summary>
    public PaintOptics Optics() => new(Spectrum.Of(Absorption.AsSpan()), Scattering);
}
