using Nube.Core.Colour;
using Nube.Core.Optics;

namespace Nube.Core.Mixing;

/// <summary>What one more colourant would do for a wish.</summary>
/// <param name="Candidate">Its place among the candidates.</param>
/// <param name="Recipe">The best recipe with it, alone or with one of the palette; part 0 is the candidate, others follow the palette's order from 1.</param>
public sealed record Addition(int Candidate, Recipe Recipe);

/// <summary>Which single addition to a palette comes nearest to a wish that it cannot reach.</summary>
public static class Additions
{
    /// <summary>The best addition, by the rank of the best recipe that it makes possible; null without candidates.</summary>
    /// <param name="candidates">What could be added.</param>
    /// <param name="palette">What is there; at most 47.</param>
    /// <param name="paper">Reflectance of the bare paper.</param>
    /// <param name="wish">The colour wanted, dry.</param>
    /// <remarks>Mixes of the candidate alone and with one colourant of the palette; about 250 for 12 colourants.</remarks>
    public static Addition? Best(
        IReadOnlyList<PaintOptics> candidates, IReadOnlyList<PaintOptics> palette, Spectrum paper, Lab wish)
    {
        ArgumentNullException.ThrowIfNull(candidates);
        ArgumentNullException.ThrowIfNull(palette);
        ArgumentNullException.ThrowIfNull(paper);
        return Enumerable.Range(0, candidates.Count).AsParallel().AsOrdered()
            .Select(candidate => new Addition(candidate, BestWith(candidates[candidate], palette, paper, wish)))
            .Aggregate((Addition?)null, (best, next) => best is null || next.Recipe.Rank < best.Recipe.Rank ? next : best);
    }

    private static Recipe BestWith(PaintOptics candidate, IReadOnlyList<PaintOptics> palette, Spectrum paper, Lab wish)
    {
        PaintOptics[] all = [candidate, .. palette];
        return MixGrid.Mixes(all.Length).Where(mix => mix[0].Colourant == 0)
            .Select(mix => RecipeIndex.BestWash(mix, RecipeIndex.Optics(all, mix), paper, wish))
            .MinBy(recipe => recipe.Rank)!;
    }
}
