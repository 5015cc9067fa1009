using System.Text.Json.Serialization;
using Nube.Core.Colour;
using Nube.Core.Optics;
using Nube.Core.Swatches;

namespace Nube.Core.Materials;

/// <summary>A colourant as it lies in the stash: paint, ink, pencil or marker.</summary>
/// <param name="Name">The maker's name for it.</param>
/// <param name="ColourIndex">Colour Index name of its pigment, such as PB29; empty when unknown.</param>
/// <param name="FullStrength">Colour of one full-strength wash on white paper.</param>
/// <param name="Wash">Colour of the same with about four parts of water.</param>
/// <param name="Scattering">S per unit load: about 0.02 transparent, 0.1 and more opaque.</param>
/// <param name="Granulates">Its pigment settles into the paper's texture and looks grainy.</param>
/// <param name="Provenance">Where the two colours come from.</param>
/// <param name="Measured">What was found from the maker's own swatches; null while there are none.</param>
/// <param name="Medium">What kind of colourant it is.</param>
public sealed record Colourant(
    string Name,
    string ColourIndex,
    Srgb FullStrength,
    Srgb Wash,
    double Scattering,
    bool Granulates,
    Provenance Provenance,
    MeasuredOptics? Measured = null,
    Medium Medium = Medium.Pan
)
{
    /// <summary>Scattering of a colourant of which nothing is known: fairly transparent. From memory.</summary>
    private const double UnknownScattering = 0.03;

    /// <summary>A colourant that is known by one or two colours, picked by eye.</summary>
    /// <param name="name">The maker's name for it.</param>
    /// <param name="colourIndex">Colour Index name of its pigment; empty when unknown.</param>
    /// <param name="medium">What kind it is.</param>
    /// <param name="fullStrength">Colour of one full-strength wash, or of a full layer, on white paper.</param>
    /// <param name="wash">Colour with about four parts of water; null where it is not known.</param>
    public static Colourant Picked(string name, string colourIndex, Medium medium, Srgb fullStrength, Srgb? wash) =>
        new(
            name,
            colourIndex,
            fullStrength,
            wash ?? SwatchFit.WashOf(fullStrength, UnknownScattering),
            UnknownScattering,
            false,
            Provenance.Estimated,
            Medium: medium
        );

    /// <summary>Its name, with its pigment where that is known: "Ultramarine (PB29)".</summary>
    [JsonIgnore]
    public string NameWithPigment => ColourIndex.Length > 0 ? $"{Name} ({ColourIndex})" : Name;

    /// <summary>
    /// Its pigment is a brown: a PBr, or red iron oxide; of one whose pigment is not known, its colour is: a dark
    /// orange. The bounds of L*, C* and hue are this project's own.
    /// </summary>
    [JsonIgnore]
    public bool IsBrown =>
        ColourIndex.StartsWith("PBr", StringComparison.OrdinalIgnoreCase)
        || ColourIndex == "PR101"
        || (ColourIndex.Length == 0 && FullStrength.ToLab() is { L: < 55, Chroma: > 10 and < 45, Hue: > 30 and < 75 });

    /// <summary>Its pigment is a black.</summary>
    [JsonIgnore]
    public bool IsBlack => ColourIndex.StartsWith("PBk", StringComparison.OrdinalIgnoreCase);

    /// <summary>How its absorption runs along the spectrum, by the kind of its pigment.</summary>
    [JsonIgnore]
    public AbsorptionShape Shape => Pigments.ShapeOf(ColourIndex);

    /// <summary>K and S: as measured, else computed from the two colours, which takes about 20 ms.</summary>
    public PaintOptics Optics() => Measured?.Optics() ?? FromSwatches().Optics;

    /// <summary>What its two colours say of K and S, whatever was measured.</summary>
    public FittedColourant FromSwatches() => SwatchFit.From(FullStrength, Wash, Scattering, Shape);

    /// <summary>The same colourant with what its swatches told.</summary>
    /// <param name="fitted">What was fitted to them.</param>
    /// <param name="source">What they were read with.</param>
    /// <param name="granulates">They look grainy.</param>
    public Colourant MeasuredAs(FittedSwatches fitted, SwatchSource source, bool granulates)
    {
        ArgumentNullException.ThrowIfNull(fitted);
        var paper = Spectrum.Flat(SwatchFit.NeutralPaper);
        Srgb Wash(double load) => Srgb.FromLab(SpectralColour.ToLab(KubelkaMunk.Over(paper, fitted.Optics, load)));
        return this with
        {
            FullStrength = Wash(1),
            Wash = Wash(new Strength(4).LoadOfOneLayer),
            Scattering = fitted.Optics.Scattering,
            Granulates = granulates,
            Provenance = Provenance.Measured,
            Measured = new MeasuredOptics(
                fitted.Optics.Absorption.ToImmutableArray(),
                fitted.Optics.Scattering,
                source,
                HowSure.Bound(fitted, source)
            ),
        };
    }
}
