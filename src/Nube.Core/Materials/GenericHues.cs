using System.Collections.Immutable;

namespace Nube.Core.Materials;

/// <summary>Pencils and ink pads by hue: laid fully, and lightly or with four parts of water. From memory.</summary>
internal static class GenericHues
{
    // csharpier-ignore - a table is read by its columns
    public static ImmutableArray<(string Hue, string Full, string Light)> Pencils { get; } =
    [
        ("Lemon", "#f2df3d", "#f8efa3"),
        ("Warm yellow", "#f0b92e", "#f8dd9c"),
        ("Peach", "#f0b08a", "#f8dac7"),
        ("Orange", "#e5812b", "#f3c096"),
        ("Scarlet", "#cf3f2b", "#e9a08f"),
        ("Crimson", "#a82840", "#d996a0"),
        ("Pink", "#e28aa5", "#f2c7d4"),
        ("Magenta", "#b03a7c", "#dca0c1"),
        ("Violet", "#5f4590", "#b1a5cc"),
        ("Indigo", "#34406e", "#9ca3bd"),
        ("Ultramarine", "#31489f", "#9daad3"),
        ("Sky blue", "#6fa9d2", "#b9d6ea"),
        ("Turquoise", "#2d8f9b", "#9ccbd0"),
        ("Sea green", "#3d8a6c", "#a3cab9"),
        ("Leaf green", "#5c9140", "#b2cda2"),
        ("Olive", "#7d7f35", "#c1c29d"),
        ("Dark green", "#2d5a3c", "#9ab4a2"),
        ("Sand", "#d2b184", "#ead9c2"),
        ("Ochre", "#b8883a", "#dec6a0"),
        ("Sienna", "#9a5a34", "#cfb09c"),
        ("Umber", "#5f4331", "#b2a49a"),
        ("Light grey", "#b3b3b2", "#d9d9d8"),
        ("Dark grey", "#5d5f63", "#b1b2b4"),
        ("Black", "#2c2c2e", "#9a9a9b"),
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
