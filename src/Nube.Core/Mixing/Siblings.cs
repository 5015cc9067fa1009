using Nube.Core.Colour;

namespace Nube.Core.Mixing;

/// <summary>A lighter and a darker colour of about the same hue, by their places; null where there is none.</summary>
/// <param name="Light">The lighter.</param>
/// <param name="Dark">The darker.</param>
public sealed record LightAndDark(int? Light, int? Dark);

/// <summary>
/// Finds what goes with a pencil for light and shadow, or the other of a brush pen's pair: colours that are blended on
/// the paper, not mixed on a palette.
/// </summary>
public static class Siblings
{
    private const double Step = 18; // L* between light, middle and shadow: seen after blending (this project's own)
    private const double LeastStep = 6; // L*, below which the two look alike
    private const double MostHue = 40; // degrees
    private const double Greyish = 8; // chroma below which hue does not count

    /// <summary>The best lighter and darker siblings among others.</summary>
    /// <param name="colour">The colour in the middle.</param>
    /// <param name="others">What else there is.</param>
    public static LightAndDark Of(Lab colour, IReadOnlyList<Lab> others)
    {
        ArgumentNullException.ThrowIfNull(others);
        return new LightAndDark(Nearest(+1), Nearest(-1));

        int? Nearest(int direction)
        {
            var family = Enumerable
                .Range(0, others.Count)
                .Where(place => direction * (others[place].L - colour.L) >= LeastStep && SameHue(colour, others[place]))
                .ToList();
            return family.Count == 0
                ? null
                : family.MinBy(place =>
                    Ciede2000.Difference(others[place], colour with { L = colour.L + direction * Step })
                );
        }
    }

    private static bool SameHue(Lab one, Lab other) =>
        Math.Min(one.Chroma, other.Chroma) < Greyish
            ? Math.Max(one.Chroma, other.Chroma) < 2 * Greyish
            : Math.Abs(Math.IEEERemainder(one.Hue - other.Hue, 360)) <= MostHue;
}
