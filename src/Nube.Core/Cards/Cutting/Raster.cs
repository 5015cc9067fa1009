namespace Nube.Core.Cards.Cutting;

/// <summary>
/// Lengths in whole units of 1/80 mm: in these a tenth of a millimetre, 8, and a sixteenth of an inch, 127, are whole, so
/// that nothing that fits is lost to rounding.
/// </summary>
internal static class Raster
{
    private const double Units = 80; // in a millimetre
    private const double Nearly = 1e-6; // mm; what arithmetic leaves

    /// <summary>So long at most.</summary>
    public static int Down(double mm) => (int)Math.Floor((mm + Nearly) * Units);

    /// <summary>So long at least.</summary>
    public static int Up(double mm) => (int)Math.Ceiling((mm - Nearly) * Units);

    /// <summary>In mm.</summary>
    public static double Millimetres(int units) => units / Units;
}
