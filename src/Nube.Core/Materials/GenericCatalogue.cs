using System.Collections.Immutable;
using Nube.Core.Colour;

namespace Nube.Core.Materials;

/// <summary>Generic materials to start a stash from.</summary>
/// <remarks>
/// Colours, scattering and paper figures are estimates from memory and common practice, each marked so; a maker's own
/// swatches replace them. Pigments go by their Colour Index names.
/// </remarks>
public static class GenericCatalogue
{
    /// <summary>Twelve pans that make a balanced box.</summary>
    public static ImmutableArray<Colourant> Pans { get; } =
    [
        Pan("Lemon yellow", "PY175", "#f4e02a", "#f8f0a0", 0.04, false),
        Pan("Golden yellow", "PY65", "#f4b61e", "#fae09a", 0.05, false),
        Pan("Yellow ochre", "PY42", "#b8812f", "#e6cfa2", 0.10, false),
        Pan("Scarlet", "PR254", "#b82a20", "#e9927f", 0.05, false),
        Pan("Rose", "PV19", "#b62453", "#eaa6be", 0.02, false),
        Pan("Red earth", "PR101", "#96452b", "#dba88f", 0.12, true),
        Pan("Umber", "PBr7", "#573a29", "#bda897", 0.05, true),
        Pan("Violet", "PV23", "#392463", "#a99bc7", 0.02, false),
        Pan("Ultramarine", "PB29", "#253a94", "#a3b0e0", 0.03, true),
        Pan("Phthalo blue", "PB15", "#0f3f7e", "#84bbde", 0.015, false),
        Pan("Phthalo green", "PG7", "#034e29", "#98cab7", 0.015, false),
        Pan("Indigo blue", "PB60", "#232e4c", "#99a4bb", 0.02, false),
    ];

    /// <summary>Papers and cards.</summary>
    public static ImmutableArray<Paper> Papers { get; } =
    [
        new("Cold pressed watercolour 300", Srgb.Parse("#f7f4ec"), PaperTexture.ColdPressed, 300, 20, 100,
            Provenance.Estimated),
        new("Watercolour card, smooth side", Srgb.Parse("#f8f6f0"), PaperTexture.Vellum, 300, 16, 80,
            Provenance.Estimated),
        new("Smooth bristol 270", Srgb.Parse("#fafaf8"), PaperTexture.Smooth, 270, 25, 35, Provenance.Estimated),
        new("Mixed media 250", Srgb.Parse("#f6f3ea"), PaperTexture.Vellum, 250, 28, 50, Provenance.Estimated),
        new("White cardstock 110 lb", Srgb.Parse("#fbfbfa"), PaperTexture.Smooth, 298, 35, 25, Provenance.Estimated),
        new("Kraft card", Srgb.Parse("#c4a27a"), PaperTexture.Vellum, 280, 40, 25, Provenance.Estimated),
    ];

    /// <summary>Stamping inks by what they do.</summary>
    public static ImmutableArray<StampingInk> StampingInks { get; } =
    [
        new("Fast waterproof black", Waterproof: true, Slow: false),
        new("Slow pigment black", Waterproof: true, Slow: true),
        new("Water-soluble grey, for no-line", Waterproof: false, Slow: false),
    ];

    private static Colourant Pan(
        string name, string colourIndex, string full, string wash, double scattering, bool granulates) =>
        new(name, colourIndex, Srgb.Parse(full), Srgb.Parse(wash), scattering, granulates, Provenance.Estimated);
}
