namespace Nube.Core.Colour;

/// <summary>Words for where a colour lies.</summary>
/// <remarks>Bounds on the CIELAB hue circle are this project's own.</remarks>
public static class HueWords
{
    /// <summary>"reds", "yellow-greens".</summary>
    /// <param name="hue">CIELAB hue, degrees, 0 to 360.</param>
    public static string Plural(double hue) =>
        hue switch
        {
            < 15 => "rose reds",
            < 50 => "reds",
            < 75 => "oranges",
            < 105 => "yellows",
            < 135 => "yellow-greens",
            < 175 => "greens",
            < 225 => "blue-greens",
            < 285 => "blues",
            < 325 => "violets",
            < 350 => "magentas",
            _ => "rose reds",
        };

    /// <summary>"deep", "middle", "light".</summary>
    /// <param name="lightness">L*, 0 to 100.</param>
    public static string Depth(double lightness) =>
        lightness switch
        {
            < 40 => "deep",
            < 65 => "middle",
            _ => "light",
        };
}
