namespace Nube.Core.Materials;

/// <summary>Kinds of things beside colourants, papers and stamping inks that a plan must know of.</summary>
public enum SupplyKind
{
    /// <summary>Glue, tape, foam.</summary>
    Adhesive,

    /// <summary>Odourless solvent, blending medium.</summary>
    Solvent,

    /// <summary>Brush, stump, sponge, heat tool, board, spray bottle.</summary>
    Tool,
}

/// <summary>A thing beside colourants, papers and stamping inks.</summary>
/// <param name="Name">The maker's name for it.</param>
/// <param name="Kind">What it is.</param>
/// <param name="Wet">It brings water with it, which wakes water-reactive ink.</param>
public sealed record Supply(string Name, SupplyKind Kind, bool Wet);
