using Nube.Core.Drying;
using Nube.Core.Methods;

namespace Nube.Core.Planning;

/// <summary>Drying a card with a heat tool.</summary>
/// <remarks>
/// It turns a wait into seconds at the cost of warping, so it is taken only where it saves enough. A card with wax,
/// oil, solvent, alcohol, spray, foam or something thick on it is kept from heat for good: wax and foam melt, thick
/// white, paste and gloss bubble, solvent, alcohol and sprays burn.
/// </remarks>
public static class Heating
{
    /// <summary>To dry all that is wet on a card, s; the hands are busy. From memory.</summary>
    public const double Seconds = 40;

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
        | Traits.Spray;

    /// <summary>After this pass the card stays away from heat.</summary>
    public static bool Forbids(Pass pass)
    {
        ArgumentNullException.ThrowIfNull(pass);
        return (pass.Sheet.Brings & Forbidden) != 0
            || pass.Sheet.Leaves is Leaves.Solvent or Leaves.Alcohol or Leaves.ThickWhite;
    }
}
