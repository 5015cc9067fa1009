using System.Collections.Immutable;
using Nube.Core.Colour;
using Nube.Core.Optics;

namespace Nube.Core.Materials;

/// <summary>Generic materials to start a stash from.</summary>
/// <remarks>
/// Colours, scattering and paper figures are estimates from memory and common practice, each marked so; a maker's own
/// swatches replace them. Pigments go by their Colour Index names.
/// </remarks>
public static class GenericCatalogue
{
    // csharpier-ignore - a table is read by its columns
    /// <summary>Water colours by pigment; the first twelve make a balanced box.</summary>
    public static ImmutableArray<Colourant> WaterColours { get; } =
    [
        Water("Lemon yellow", "PY175", "#ffdf00", "#faf274", 0.04, false),
        Water("Golden yellow", "PY65", "#ffb300", "#ffe07d", 0.05, false),
        Water("Yellow ochre", "PY42", "#bf8133", "#eed3a9", 0.20, false),
        Water("Scarlet", "PR254", "#a8000c", "#e38d81", 0.05, false),
        Water("Rose", "PV19", "#c80064", "#fb93c1", 0.02, false),
        Water("Red earth", "PR101", "#9e4837", "#e7ab93", 0.30, true),
        Water("Umber", "PBr7", "#583829", "#c9b5a8", 0.05, true),
        Water("Violet", "PV23", "#312165", "#aea5d0", 0.02, false),
        Water("Ultramarine", "PB29", "#0019b9", "#7ba3ed", 0.03, true),
        Water("Phthalo blue", "PB15", "#00559c", "#3dbae4", 0.015, false),
        Water("Phthalo green", "PG7", "#00512c", "#3dc3ac", 0.015, false),
        Water("Indigo blue", "PB60", "#0e2c4e", "#9bafc5", 0.02, false),
        Water("Greenish yellow", "PY3", "#ffe500", "#f9f478", 0.03, false),
        Water("Clear yellow", "PY97", "#ffd800", "#feee74", 0.03, false),
        Water("Bright yellow", "PY154", "#ffcf00", "#ffeb78", 0.04, false),
        Water("Warm yellow", "PY153", "#ffa300", "#ffdf90", 0.03, false),
        Water("Deep yellow", "PY110", "#ff9600", "#ffd88d", 0.04, false),
        Water("Orange yellow", "PY83", "#ff8c00", "#ffd790", 0.03, false),
        Water("Nickel yellow", "PY150", "#b47c00", "#edd338", 0.015, false),
        Water("Cadmium yellow", "PY35", "#ffc700", "#ffe463", 0.40, false),
        Water("Cadmium yellow, pale", "PY37", "#ffdb00", "#fdef96", 0.40, false),
        Water("Bismuth yellow", "PY184", "#ffe000", "#faf26c", 0.30, false),
        Water("Titanate yellow", "PY53", "#e9db78", "#f3f1ce", 0.40, false),
        Water("Raw earth yellow", "PY43", "#b7813d", "#ebd5b5", 0.15, true),
        Water("Orange", "PO73", "#db2f01", "#f9b39c", 0.04, false),
        Water("Bright orange", "PO62", "#f15900", "#ffc4a0", 0.05, false),
        Water("Cadmium orange", "PO20", "#ff7f27", "#ffc187", 0.40, false),
        Water("Brownish orange", "PO48", "#b2542e", "#e9c8b5", 0.02, false),
        Water("Cadmium red", "PR108", "#cc2b34", "#f18b7c", 0.40, false),
        Water("Warm red", "PR188", "#d02e1f", "#f3b6a7", 0.05, false),
        Water("Naphthol red", "PR170", "#aa001e", "#e2a1a5", 0.03, false),
        Water("Middle red", "PR255", "#b80012", "#e99c93", 0.05, false),
        Water("Crimson", "PR177", "#8b002b", "#e38dab", 0.02, false),
        Water("Madder red", "PR264", "#8b001e", "#d6a2a6", 0.02, false),
        Water("Magenta", "PR122", "#98003c", "#e057b5", 0.02, false),
        Water("Maroon", "PR179", "#7a1e26", "#d2aeac", 0.02, false),
        Water("Pale rose earth", "PR233", "#ba756f", "#ebd0cd", 0.20, true),
        Water("Red violet", "PV55", "#810073", "#d8a0d0", 0.02, false),
        Water("Manganese violet", "PV16", "#643771", "#ccb7d1", 0.05, true),
        Water("Cobalt violet", "PV14", "#914e93", "#ddc5dd", 0.06, true),
        Water("Blue violet", "PV15", "#564294", "#c3bfde", 0.05, true),
        Water("Cobalt blue", "PB28", "#1156ac", "#abc0e7", 0.06, true),
        Water("Phthalo blue, green shade", "PB15:3", "#0064a3", "#3cc3e6", 0.015, false),
        Water("Prussian blue", "PB27", "#002e52", "#81b1c8", 0.015, false),
        Water("Cerulean blue", "PB36", "#007ba0", "#82cee2", 0.18, true),
        Water("Light cerulean", "PB35", "#0086be", "#7dd1eb", 0.20, true),
        Water("Turquoise", "PB16", "#007287", "#54d1dc", 0.015, false),
        Water("Cobalt turquoise", "PG50", "#008d88", "#9bd7d6", 0.25, true),
        Water("Phthalo green, yellow shade", "PG36", "#00571b", "#80caa2", 0.015, false),
        Water("Oxide green", "PG17", "#597949", "#b9cfa5", 0.40, false),
        Water("Viridian", "PG18", "#006853", "#9eccc3", 0.03, true),
        Water("Green earth", "PG23", "#778764", "#d4dacd", 0.05, true),
        Water("Gold green", "PY129", "#7c6f00", "#d7d394", 0.02, false),
        Water("Deep brown", "PBr41", "#6f3621", "#d4b8a9", 0.02, false),
        Water("Soot black", "PBk6", "#2a2a2a", "#abaaaa", 0.04, false),
        Water("Bone black", "PBk9", "#2f2b27", "#afaca8", 0.04, true),
        Water("Iron black", "PBk11", "#35322f", "#b0ada9", 0.07, true),
    ];

    /// <summary>Twelve pans that make a balanced box.</summary>
    public static ImmutableArray<Colourant> Pans { get; } = WaterColours[..12];

    /// <summary>Six papers and cards that most makers have.</summary>
    public static ImmutableArray<Paper> UsualPapers { get; } = GenericSupplies.Papers[..6];

    /// <summary>Papers and cards; the first six are the usual ones.</summary>
    public static ImmutableArray<Paper> Papers => GenericSupplies.Papers;

    /// <summary>The paper of the catalogue that is most alike by weight and texture.</summary>
    public static Paper MostAlike(double gramsPerSquareMetre, PaperTexture texture) =>
        Papers.MinBy(paper =>
            (paper.Texture == texture ? 0 : 1) + Math.Abs(Math.Log(paper.GramsPerSquareMetre / gramsPerSquareMetre))
        )!;

    /// <summary>Three stamping inks that most makers have.</summary>
    public static ImmutableArray<StampingInk> UsualStampingInks { get; } = GenericSupplies.StampingInks[..3];

    /// <summary>Stamping inks by what they do; the first three are the usual ones.</summary>
    public static ImmutableArray<StampingInk> StampingInks => GenericSupplies.StampingInks;

    /// <summary>
    /// Scattering of pencils: chalk and white filler make them show on toned card. From memory.
    /// </summary>
    private const double PencilScattering = 0.3;

    /// <summary>Wax pencils by hue.</summary>
    public static ImmutableArray<Colourant> Pencils { get; } =
        ByHue("pencil", Medium.WaxPencil, GenericHues.Pencils, PencilScattering);

    /// <summary>Pads of water-reactive ink by hue.</summary>
    public static ImmutableArray<Colourant> Inks { get; } = ByHue("ink pad", Medium.InkPad, GenericHues.Inks, 0.02);

    /// <summary>Oil pencils by hue.</summary>
    public static ImmutableArray<Colourant> OilPencils { get; } =
        ByHue("oil pencil", Medium.OilPencil, GenericHues.Pencils, PencilScattering);

    /// <summary>Watercolour pencils by hue.</summary>
    public static ImmutableArray<Colourant> WatercolourPencils { get; } =
        ByHue("watercolour pencil", Medium.WatercolourPencil, GenericHues.Pencils, PencilScattering);

    /// <summary>Brush pens by hue, light and dark.</summary>
    public static ImmutableArray<Colourant> BrushPens { get; } =
        ByHue("brush pen", Medium.BrushPen, GenericHues.Inks, 0.02);

    /// <summary>Water-based brush markers by hue.</summary>
    public static ImmutableArray<Colourant> BrushMarkers { get; } =
        ByHue("brush marker", Medium.BrushMarker, GenericHues.Inks, 0.02);

    /// <summary>Alcohol markers by hue.</summary>
    public static ImmutableArray<Colourant> AlcoholMarkers { get; } =
        ByHue("alcohol marker", Medium.AlcoholMarker, GenericHues.Inks, 0.02);

    /// <summary>Blending inks by hue.</summary>
    public static ImmutableArray<Colourant> BlendingInks { get; } =
        ByHue("blending ink", Medium.BlendingInk, GenericHues.Inks, 0.02);

    /// <summary>Opaque white: S about 1, from memory.</summary>
    public static Colourant OpaqueWhite { get; } =
        new(
            "Opaque white",
            "PW6",
            Srgb.Parse("#fafaf8"),
            Srgb.Parse("#fbfbfa"),
            1,
            false,
            Provenance.Estimated,
            Medium: Medium.OpaqueWhite
        );

    /// <summary>What is white: paint, pencil, pen.</summary>
    public static ImmutableArray<Colourant> Whites { get; } =
    [
        OpaqueWhite,
        new(
            "White pencil",
            "PW6",
            Srgb.Parse("#f8f8f6"),
            Srgb.Parse("#fbfbfa"),
            1,
            false,
            Provenance.Estimated,
            Medium: Medium.WaxPencil
        ),
        new(
            "White gel pen",
            "PW6",
            Srgb.Parse("#fafaf8"),
            Srgb.Parse("#fbfbfa"),
            1,
            false,
            Provenance.Estimated,
            Medium: Medium.GelPen
        ),
    ];

    /// <summary>Everything that colours.</summary>
    public static ImmutableArray<Colourant> Colourants { get; } =
    [
        .. WaterColours,
        .. Inks,
        .. Pencils,
        .. OilPencils,
        .. WatercolourPencils,
        .. BrushMarkers,
        .. BrushPens,
        .. AlcoholMarkers,
        .. BlendingInks,
        .. Whites,
    ];

    private static ImmutableArray<Colourant> ByHue(
        string what,
        Medium medium,
        ImmutableArray<(string Hue, string Full, string Light)> hues,
        double scattering
    ) =>
        [
            .. hues.Select(hue => new Colourant(
                $"{hue.Hue} {what}",
                "",
                Srgb.Parse(hue.Full),
                Srgb.Parse(hue.Light),
                scattering,
                false,
                Provenance.Estimated,
                Medium: medium
            )),
        ];

    private static Colourant Water(
        string name,
        string colourIndex,
        string full,
        string wash,
        double scattering,
        bool granulates
    ) => new(name, colourIndex, Srgb.Parse(full), Srgb.Parse(wash), scattering, granulates, Provenance.Estimated);
}
