using Nube.Core.Materials;

namespace Nube.Core.Drying;

/// <summary>What a pass leaves that must dry.</summary>
public enum Leaves
{
    /// <summary>Water, as much as the brush laid.</summary>
    Water,

    /// <summary>Nothing.</summary>
    Nothing,

    /// <summary>Odourless solvent.</summary>
    Solvent,

    /// <summary>Alcohol ink.</summary>
    Alcohol,

    /// <summary>Slow ink, which dries by sinking in: pigment in oil.</summary>
    SlowInk,

    /// <summary>Ink that water moves: it is laid thinly and sinks in at once.</summary>
    QuickInk,

    /// <summary>Gel pen, and glitter laid thinly with a pen.</summary>
    Gel,

    /// <summary>Opaque white, gel.</summary>
    ThickWhite,

    /// <summary>Sprayed resist.</summary>
    Resist,

    /// <summary>Stencil paste.</summary>
    Paste,

    /// <summary>Glossy medium, glitter.</summary>
    Gloss,

    /// <summary>A thin line of slow ink: it lies less thick than a ground of it.</summary>
    SlowLine,

    /// <summary>Liquid glue: it shines as long as what lies on it can be slid.</summary>
    Glue,
}

/// <summary>How long what was left takes to dry.</summary>
/// <remarks>
/// Water follows <see cref="DryingCurve"/>. The others do not depend on the air enough to be told: solvent some
/// minutes, alcohol at once, ink that water moves and gel within minutes, slow ink and gloss overnight, thick white
/// under an hour, resist under half an hour, paste in two hours, a line of slow ink and a thin line of glue in half an hour;
/// all from memory.
/// </remarks>
public static class LeftToDry
{
    /// <summary>When each state is reached.</summary>
    /// <param name="leaves">What was left.</param>
    /// <param name="water">How wet the brush was, where it is water.</param>
    /// <param name="paper">The paper.</param>
    /// <param name="air">The air of the room.</param>
    /// <param name="makersFactor">The maker's own factor on all times, above 0; 1 until learned.</param>
    /// <param name="patchMm">Radius of the wet patch as a disc, mm, where it is water; 0 for a large sheet.</param>
    public static DryingTimes Times(
        this Leaves leaves,
        BrushWater water,
        Paper paper,
        Air air,
        double makersFactor = 1,
        double patchMm = 0
    ) =>
        leaves switch
        {
            Leaves.Water => new DryingCurve(water.GramsPerSquareMetre(), paper, air, makersFactor, patchMm).Times(),
            Leaves.Nothing => default,
            Leaves.Solvent => Minutes(1, 3, 8, 20),
            Leaves.Alcohol => Minutes(0.1, 0.2, 0.5, 2),
            Leaves.SlowInk => Minutes(5, 20, 120, 480),
            Leaves.QuickInk => Minutes(0.2, 1, 3, 8),
            Leaves.Gel => Minutes(0.5, 2, 6, 20),
            Leaves.ThickWhite => Minutes(2, 5, 15, 60),
            Leaves.Resist => Minutes(2, 5, 10, 20),
            Leaves.Paste => Minutes(5, 15, 45, 120),
            Leaves.Gloss => Minutes(10, 30, 120, 480),
            Leaves.SlowLine => Minutes(1, 8, 20, 30),
            Leaves.Glue => Minutes(1, 5, 15, 30),
            _ => throw new ArgumentOutOfRangeException(nameof(leaves)),
        };

    private static DryingTimes Minutes(double shining, double damp, double dry, double boneDry) =>
        new(
            TimeSpan.FromMinutes(shining),
            TimeSpan.FromMinutes(damp),
            TimeSpan.FromMinutes(dry),
            TimeSpan.FromMinutes(boneDry)
        );
}
