using Nube.Core.Artwork;
using Nube.Core.Drying;
using Nube.Core.Methods;
using Nube.Core.Planning.Pieces;

namespace Nube.Core.Planning;

/// <summary>Drying a card with a heat tool.</summary>
/// <remarks>
/// It turns a wait into seconds at the cost of warping, so it is taken only where it saves enough. A card with wax,
/// oil, solvent, alcohol, spray, foam, molten powder or something thick on it is kept from heat for good: wax, foam and
/// powder melt, thick white, paste and gloss bubble, solvent, alcohol and sprays burn.
/// </remarks>
public static class Heating
{
    /// <summary>To take the tool up and lay it down, s; the hands are busy. From memory.</summary>
    public const double TakeSeconds = 15;

    /// <summary>The stream of air where it meets the paper: hot and dry. From memory.</summary>
    public static Air Stream { get; } = new(90, 0.02, 5);

    /// <summary>Surface that it dries at a time, mm2: a round spot of 4 cm. From memory.</summary>
    public const double SpotMm2 = 1250;

    private const double SquareMetresPerMm2 = 1e-6;

    private static readonly double gramsInASecond = Evaporation.From(Stream).Rate * SpotMm2 * SquareMetresPerMm2;

    /// <summary>What it must save beyond that to be worth the warping, s. This project's own.</summary>
    public const double WorthSeconds = 60;

    private const Traits Forbidden =
        Traits.Wax
        | Traits.Solvent
        | Traits.Alcohol
        | Traits.PencilStroke
        | Traits.Foam
        | Traits.Paste
        | Traits.SlowShine
        | Traits.Spray
        | Traits.Powder;

    /// <summary>To dry a card, s; the hands are busy.</summary>
    /// <param name="grams">The water that is left on it, g.</param>
    public static double Seconds(double grams) => TakeSeconds + grams / gramsInASecond;

    /// <summary>Water that a pass lays on each of its areas, g.</summary>
    public static double GramsOnEach(Pass pass)
    {
        ArgumentNullException.ThrowIfNull(pass);
        return pass.Leaves == Leaves.Water
            ? pass.Water.GramsPerSquareMetre() * pass.PaintedMm2 * SquareMetresPerMm2 / pass.Areas.Length
            : 0;
    }

    /// <summary>
    /// A card with such a line may be dried with a heat tool: an embossed line melts again, and loses its shine.
    /// </summary>
    public static bool Bears(DamLines lines) => lines == DamLines.None;

    /// <summary>Before one pass, a heat tool reaches what another left: both are work on one piece.</summary>
    public static bool Reaches(Pass before, Pass other)
    {
        ArgumentNullException.ThrowIfNull(before);
        ArgumentNullException.ThrowIfNull(other);
        return before.Areas.Select(PieceAreas.SurfaceOf).Intersect(other.Areas.Select(PieceAreas.SurfaceOf)).Any();
    }

    /// <summary>After this pass the card stays away from heat.</summary>
    public static bool Forbids(Pass pass)
    {
        ArgumentNullException.ThrowIfNull(pass);
        // Tape, glue and foam bear no heat: what is put together is not heated any more.
        return pass.Method == Method.Assembling
            || (pass.Sheet.Brings & Forbidden) != 0
            || pass.Leaves is Leaves.Solvent or Leaves.Alcohol or Leaves.ThickWhite or Leaves.Gel;
    }
}
