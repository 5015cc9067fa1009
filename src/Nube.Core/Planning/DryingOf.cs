using System.Collections.Immutable;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Planning.Pieces;

namespace Nube.Core.Planning;

/// <summary>How long what a pass leaves takes to dry, with this paper and air.</summary>
/// <param name="Water">How wet the brush is.</param>
/// <param name="Times">When each state is reached.</param>
/// <param name="Leaves">What is left.</param>
/// <param name="PatchMm">Radius of the wet patch as a disc, mm; 0 for a large sheet, and for what is not water.</param>
public sealed record DryingOf(BrushWater Water, DryingTimes Times, Leaves Leaves = Leaves.Water, double PatchMm = 0)
{
    /// <summary>
    /// The piece on whose paper it lies, where it is water, by its number; 0 for the picture's, and for what is not water.
    /// </summary>
    public int Piece { get; init; }
}

/// <summary>Drying times of passes.</summary>
internal static class DryingOfPasses
{
    /// <summary>Drying times of all that passes leave, in an air on a paper.</summary>
    /// <param name="air">The air.</param>
    /// <param name="passes">The passes.</param>
    /// <param name="paper">The paper of the picture.</param>
    /// <param name="options">Whose factor counts.</param>
    /// <param name="pieces">The papers of pieces; none where there is but the picture.</param>
    public static ImmutableArray<DryingOf> In(
        Air air,
        ImmutableArray<Pass> passes,
        Paper paper,
        PlanOptions options,
        ImmutableArray<PlannedPiece> pieces
    ) =>
        [
            .. passes
                .SelectMany(pass => pass.Areas, Left)
                .Distinct()
                .Order()
                .Select(left => new DryingOf(
                    left.Water,
                    left.Leaves.Times(
                        left.Water,
                        pieces.FirstOrDefault(piece => piece.Surface == left.Piece)?.Paper ?? paper,
                        air,
                        options.DryingFactor,
                        left.PatchMm
                    ),
                    left.Leaves,
                    left.PatchMm
                )
                {
                    Piece = left.Piece,
                }),
        ];

    /// <summary>With those of others that are not there yet.</summary>
    public static ImmutableArray<DryingOf> WithTimesOf(
        this ImmutableArray<DryingOf> drying,
        ImmutableArray<DryingOf> others
    ) => [.. drying.Concat(others).DistinctBy(of => (of.Leaves, of.Water, of.PatchMm, of.Piece))];

    /// <summary>Drying times of what a pass leaves on one of its areas.</summary>
    public static DryingTimes TimesOf(this ImmutableArray<DryingOf> drying, Pass pass, int area)
    {
        var left = Left(pass, area);
        return drying
            .First(of =>
                of.Leaves == left.Leaves
                && of.Water == left.Water
                && of.PatchMm.Equals(left.PatchMm)
                && of.Piece == left.Piece
            )
            .Times;
    }

    /// <summary>Drying times of what a pass leaves, where it takes longest.</summary>
    public static DryingTimes TimesOf(this ImmutableArray<DryingOf> drying, Pass pass) =>
        pass.Areas.Select(area => drying.TimesOf(pass, area)).MaxBy(times => times.Dry);

    private static (Leaves Leaves, BrushWater Water, double PatchMm, int Piece) Left(Pass pass, int area) =>
        pass.Leaves == Leaves.Water ? (Leaves.Water, pass.Water, pass.PatchOf(area), pass.Piece ?? PieceAreas.Picture)
        // Between two pieces glue is wet, and neither of them.
        : pass.Onto is not null && !PieceAreas.IsJoint(area) ? (Leaves.Nothing, default, 0, PieceAreas.Picture)
        : (pass.Leaves, default, 0, PieceAreas.Picture);
}
