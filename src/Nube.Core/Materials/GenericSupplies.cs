using System.Collections.Immutable;
using Nube.Core.Colour;
using Nube.Core.Optics;

namespace Nube.Core.Materials;

/// <summary>Generic papers and stamping inks; figures from memory and common practice, marked as estimates.</summary>
internal static class GenericSupplies
{
    // csharpier-ignore - a table is read by its columns
    public static ImmutableArray<Paper> Papers { get; } =
    [
        Sheet("Cold pressed watercolour 300", "#f7f4ec", PaperTexture.ColdPressed, 300, 20, 100, PaperTexture.Vellum),
        Sheet("Watercolour card, smooth side", "#f8f6f0", PaperTexture.Vellum, 300, 16, 80, PaperTexture.ColdPressed),
        Sheet("Smooth bristol 270", "#fafaf8", PaperTexture.Smooth, 270, 25, 25),
        Sheet("Mixed media 250", "#f6f3ea", PaperTexture.Vellum, 250, 28, 35),
        Sheet("White cardstock 110 lb", "#fbfbfa", PaperTexture.Smooth, 298, 35, 18),
        Sheet("Kraft card", "#c4a27a", PaperTexture.Vellum, 280, 40, 18),
        Sheet("Hot pressed watercolour 300", "#f8f6ef", PaperTexture.Smooth, 300, 18, 90),
        Sheet("Cold pressed watercolour 185", "#f6f3ea", PaperTexture.ColdPressed, 185, 22, 25),
        Sheet("Vellum bristol 270", "#faf9f5", PaperTexture.Vellum, 270, 28, 28),
        Sheet("White cardstock 80 lb", "#fbfbfa", PaperTexture.Smooth, 217, 38, 15),
        Sheet("Ivory cardstock", "#f3ead2", PaperTexture.Smooth, 250, 38, 15),
        Sheet("Black cardstock", "#2a2a2c", PaperTexture.Smooth, 270, 45, 15),
        Sheet("Sage card", "#a9b79a", PaperTexture.Vellum, 250, 42, 15),
        Sheet("Dusk blue card", "#8296b0", PaperTexture.Vellum, 250, 42, 15),
    ];

    // csharpier-ignore - a table is read by its columns
    public static ImmutableArray<StampingInk> StampingInks { get; } =
    [
        new("Fast waterproof black", Waterproof: true, Slow: false, AlcoholSafe: false),
        new("Slow pigment black", Waterproof: true, Slow: true, Embossable: true),
        new("Water-soluble grey, for no-line", Waterproof: false, Slow: false) { Colour = Srgb.Parse("#c6c6c4") },
        new("Alcohol-safe black", Waterproof: true, Slow: false, AlcoholSafe: true),
        new("Sticky clear, for embossing", Waterproof: true, Slow: true, Embossable: true),
        new("Slow pigment white", Waterproof: true, Slow: true, Embossable: true) { Colour = Srgb.Parse("#f6f5f1") },
        new("Water-soluble sand, for no-line", Waterproof: false, Slow: false) { Colour = Srgb.Parse("#d8c8aa") },
        new("Fast waterproof brown", Waterproof: true, Slow: false, AlcoholSafe: true) { Colour = Srgb.Parse("#5a3b28") },
    ];

    private static Paper Sheet(
        string name,
        string colour,
        PaperTexture texture,
        double grams,
        double cobb60,
        double buckles,
        PaperTexture? back = null
    ) => new(name, Srgb.Parse(colour), texture, grams, cobb60, buckles, Provenance.Estimated, back);
}
