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
    // csharpier-ignore - a table is read by its columns
    /// <summary>Water colours by pigment; the first twelve make a balanced box.</summary>
    public static ImmutableArray<Colourant> WaterColours { get; } =
    [
        Water("Lemon yellow", "PY175", "#f4e02a", "#f8f0a0", 0.04, false),
        Water("Golden yellow", "PY65", "#f4b61e", "#fae09a", 0.05, false),
        Water("Yellow ochre", "PY42", "#b8812f", "#e6cfa2", 0.10, false),
        Water("Scarlet", "PR254", "#b82a20", "#e9927f", 0.05, false),
        Water("Rose", "PV19", "#b62453", "#eaa6be", 0.02, false),
        Water("Red earth", "PR101", "#96452b", "#dba88f", 0.12, true),
        Water("Umber", "PBr7", "#573a29", "#bda897", 0.05, true),
        Water("Violet", "PV23", "#392463", "#a99bc7", 0.02, false),
        Water("Ultramarine", "PB29", "#253a94", "#a3b0e0", 0.03, true),
        Water("Phthalo blue", "PB15", "#0f3f7e", "#84bbde", 0.015, false),
        Water("Phthalo green", "PG7", "#034e29", "#98cab7", 0.015, false),
        Water("Indigo blue", "PB60", "#232e4c", "#99a4bb", 0.02, false),
        Water("Greenish yellow", "PY3", "#f0e43a", "#f7f3aa", 0.03, false),
        Water("Clear yellow", "PY97", "#f6d92e", "#faeda0", 0.03, false),
        Water("Bright yellow", "PY154", "#f7d127", "#fbe99c", 0.04, false),
        Water("Warm yellow", "PY153", "#f2b330", "#f9dd9f", 0.03, false),
        Water("Deep yellow", "PY110", "#eda018", "#f8d190", 0.04, false),
        Water("Orange yellow", "PY83", "#e59a17", "#f6cd86", 0.03, false),
        Water("Nickel yellow", "PY150", "#c99a1b", "#f0dc85", 0.015, false),
        Water("Cadmium yellow", "PY35", "#f7c61b", "#fbe58f", 0.12, false),
        Water("Cadmium yellow, pale", "PY37", "#f8d83a", "#fbee9d", 0.12, false),
        Water("Bismuth yellow", "PY184", "#f3e22f", "#f8f1a0", 0.11, false),
        Water("Titanate yellow", "PY53", "#eddc7c", "#f6efc4", 0.14, false),
        Water("Raw earth yellow", "PY43", "#b1823c", "#e3cda4", 0.08, true),
        Water("Orange", "PO73", "#d8491d", "#f4ab8b", 0.04, false),
        Water("Bright orange", "PO62", "#e7691a", "#f8bb8b", 0.05, false),
        Water("Cadmium orange", "PO20", "#ea7a1c", "#f8c08a", 0.13, false),
        Water("Brownish orange", "PO48", "#a5532a", "#e3b08d", 0.02, false),
        Water("Cadmium red", "PR108", "#bf2a22", "#ea9887", 0.14, false),
        Water("Warm red", "PR188", "#cc3a23", "#f0a18b", 0.05, false),
        Water("Naphthol red", "PR170", "#b3242f", "#e9949a", 0.03, false),
        Water("Middle red", "PR255", "#c63026", "#ef9c8d", 0.05, false),
        Water("Crimson", "PR177", "#8e1c33", "#dc93a0", 0.02, false),
        Water("Madder red", "PR264", "#8c1a27", "#dd8f93", 0.02, false),
        Water("Magenta", "PR122", "#a92a72", "#e7a9cb", 0.02, false),
        Water("Maroon", "PR179", "#732127", "#cf948f", 0.02, false),
        Water("Pale rose earth", "PR233", "#b9776f", "#e5c4bd", 0.10, true),
        Water("Red violet", "PV55", "#64275f", "#c79cc1", 0.02, false),
        Water("Manganese violet", "PV16", "#5f3a70", "#c1a9c9", 0.05, true),
        Water("Cobalt violet", "PV14", "#8a4d8b", "#d6b8d6", 0.06, true),
        Water("Blue violet", "PV15", "#4b3f8a", "#b4aed8", 0.05, true),
        Water("Cobalt blue", "PB28", "#2c54a4", "#a6bbe2", 0.06, true),
        Water("Phthalo blue, green shade", "PB15:3", "#0b4a83", "#7ec0de", 0.015, false),
        Water("Prussian blue", "PB27", "#15304f", "#8fb0c6", 0.015, false),
        Water("Cerulean blue", "PB36", "#2b7a9a", "#a2cddb", 0.09, true),
        Water("Light cerulean", "PB35", "#3a83b5", "#a9cfe4", 0.10, true),
        Water("Turquoise", "PB16", "#0c6f80", "#8ccad2", 0.015, false),
        Water("Cobalt turquoise", "PG50", "#2b8f8a", "#a4d8d2", 0.11, true),
        Water("Phthalo green, yellow shade", "PG36", "#0d5a25", "#a0d0a4", 0.015, false),
        Water("Oxide green", "PG17", "#54733c", "#bdcba8", 0.16, false),
        Water("Viridian", "PG18", "#1f6a56", "#a4cfc0", 0.03, true),
        Water("Green earth", "PG23", "#7c8766", "#cdd2bd", 0.05, true),
        Water("Gold green", "PY129", "#7f7a1e", "#d3cd88", 0.02, false),
        Water("Deep brown", "PBr41", "#6b3a24", "#cfaa90", 0.02, false),
        Water("Soot black", "PBk6", "#2b2a2b", "#a5a3a3", 0.04, false),
        Water("Bone black", "PBk9", "#302c29", "#aaa49d", 0.04, true),
        Water("Iron black", "PBk11", "#35322f", "#b3afa9", 0.07, true),
    ];

    /// <summary>Twelve pans that make a balanced box.</summary>
    public static ImmutableArray<Colourant> Pans { get; } = WaterColours[..12];

    /// <summary>Six papers and cards that most makers have.</summary>
    public static ImmutableArray<Paper> UsualPapers { get; } = GenericSupplies.Papers[..6];

    /// <summary>Papers and cards; the first six are the usual ones.</summary>
    public static ImmutableArray<Paper> Papers => GenericSupplies.Papers;

    /// <summary>Three stamping inks that most makers have.</summary>
    public static ImmutableArray<StampingInk> UsualStampingInks { get; } = GenericSupplies.StampingInks[..3];

    /// <summary>Stamping inks by what they do; the first three are the usual ones.</summary>
    public static ImmutableArray<StampingInk> StampingInks => GenericSupplies.StampingInks;

    /// <summary>Wax pencils by hue.</summary>
    public static ImmutableArray<Colourant> Pencils { get; } =
        ByHue("pencil", Medium.WaxPencil, GenericHues.Pencils, 0.08);

    /// <summary>Pads of water-reactive ink by hue.</summary>
    public static ImmutableArray<Colourant> Inks { get; } = ByHue("ink pad", Medium.InkPad, GenericHues.Inks, 0.02);

    /// <summary>Oil pencils by hue.</summary>
    public static ImmutableArray<Colourant> OilPencils { get; } =
        ByHue("oil pencil", Medium.OilPencil, GenericHues.Pencils, 0.08);

    /// <summary>Watercolour pencils by hue.</summary>
    public static ImmutableArray<Colourant> WatercolourPencils { get; } =
        ByHue("watercolour pencil", Medium.WatercolourPencil, GenericHues.Pencils, 0.05);

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

    /// <summary>What is white: paint, pencil, pen.</summary>
    public static ImmutableArray<Colourant> Whites { get; } =
    [
        new(
            "Opaque white",
            "PW6",
            Srgb.Parse("#fafaf8"),
            Srgb.Parse("#fbfbfa"),
            1,
            false,
            Provenance.Estimated,
            Medium: Medium.OpaqueWhite
        ),
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
