using System.Collections.Immutable;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Planning;

namespace Nube.Core.Stamping;

/// <summary>
/// Painting around traced shapes, and when their pencil lines are erased. Common practice, no source.
/// </summary>
public static class GuideLines
{
    /// <summary>The steps, in their order.</summary>
    /// <param name="paper">The paper.</param>
    /// <param name="air">The air of the room, by which it dries.</param>
    /// <param name="water">How wet the last wash around the shapes is.</param>
    public static ImmutableArray<StampingStep> Guide(Paper paper, Air air, BrushWater water)
    {
        ArgumentNullException.ThrowIfNull(paper);
        var wait = new DryingCurve(WaterLaid.GramsPerSquareMetre(water), paper, air).Times().BoneDry;
        return
        [
            new("Trace as lightly as you can see it, with a hard, sharp pencil: graphite under paint stays for good."),
            new("Paint the space between the shapes up to the pencil line, and keep the wash a hair away from it."),
            new(
                $"Wait until the panel is bone dry: some {Words.Duration(wait.TotalSeconds)} after the last wash in this room. Cool to the back of the hand is not dry yet."
            ),
            new("Then erase the pencil lines with a soft eraser, and brush the crumbs away; do not blow."),
        ];
    }
}
