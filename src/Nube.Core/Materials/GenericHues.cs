using System.Collections.Immutable;

namespace Nube.Core.Materials;

/// <summary>
/// Pencils and ink pads by hue. Laid fully: from memory. Of ink with four parts of water: from memory, too. Of pencils with a
/// fifth of the load: as their scattering makes of it.
/// </summary>
internal static class GenericHues
{
    // csharpier-ignore - a table is read by its columns
    public static ImmutableArray<(string Hue, string Full, string Light)> Pencils { get; } =
    [
        ("Lemon", "#f2df3d", "#f4f3b4"),
        ("Warm yellow", "#f0b92e", "#f6e8a7"),
        ("Peach", "#f0b08a", "#f7e4d8"),
        ("Orange", "#e5812b", "#f9d194"),
        ("Scarlet", "#cf3f2b", "#fd9979"),
        ("Crimson", "#a82840", "#f0739b"),
        ("Pink", "#e28aa5", "#f5d7e1"),
        ("Magenta", "#b03a7c", "#ed9fd0"),
        ("Violet", "#5f4590", "#bca9da"),
        ("Indigo", "#34406e", "#7b9bcb"),
        ("Ultramarine", "#31489f", "#7babe2"),
        ("Sky blue", "#6fa9d2", "#cfe2ee"),
        ("Turquoise", "#2d8f9b", "#afd8de"),
        ("Sea green", "#3d8a6c", "#b0d7c8"),
        ("Leaf green", "#5c9140", "#bedba1"),
        ("Olive", "#7d7f35", "#d0d390"),
        ("Dark green", "#2d5a3c", "#7ebc90"),
        ("Sand", "#d2b184", "#efe5d5"),
        ("Ochre", "#b8883a", "#e9d6a1"),
        ("Sienna", "#9a5a34", "#e4ba89"),
        ("Umber", "#5f4331", "#c49d73"),
        ("Light grey", "#b3b3b2", "#e5e5e5"),
        ("Dark grey", "#5d5f63", "#bdbfc2"),
        ("Black", "#2c2c2e", "#5d5d65"),
    ];

    // csharpier-ignore - a table is read by its columns
    public static ImmutableArray<(string Hue, string Full, string Light)> Inks { get; } =
    [
        ("Lemon", "#f6e229", "#faf2a6"),
        ("Sunflower", "#f3b81c", "#fae0a0"),
        ("Apricot", "#f2a35a", "#f9d8b9"),
        ("Tangerine", "#e8701f", "#f6bf94"),
        ("Tomato", "#cc3424", "#ee9d8e"),
        ("Cherry", "#a81c34", "#df8f9b"),
        ("Blush", "#e39a9c", "#f4d1d2"),
        ("Rose", "#c93a6a", "#eda3ba"),
        ("Plum", "#6f2a63", "#c29bbd"),
        ("Lilac", "#a489c4", "#d9cde6"),
        ("Violet", "#4d348c", "#ada0d0"),
        ("Denim", "#34547f", "#9fb2cc"),
        ("Royal blue", "#22419c", "#9aaddf"),
        ("Sky", "#5aa7d8", "#b4d8ee"),
        ("Peacock", "#0f7283", "#8fc6ce"),
        ("Mint", "#7cc4a4", "#c5e5d7"),
        ("Fern", "#4f8a3a", "#b3d1a6"),
        ("Pine", "#1f5a40", "#94bba8"),
        ("Moss", "#6f7226", "#c0c296"),
        ("Honey", "#b97a24", "#e5c794"),
        ("Rust", "#a04a22", "#dca98e"),
        ("Cocoa", "#5b3c29", "#b8a496"),
        ("Fog", "#9aa0a6", "#d0d4d7"),
        ("Charcoal", "#3b3d42", "#a7a9ad"),
    ];
}
