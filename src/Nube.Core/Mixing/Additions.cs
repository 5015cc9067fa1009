using Nube.Core.Colour;
using Nube.Core.Optics;

namespace Nube.Core.Mixing;

/// <summary>What one more colourant would do for a wish.</summary>
/// <param name="Candidate">Its place among the candidates.</param>
/// <param name="Recipe">The best recipe with it, alone or with one of the palette; part 0 is the candidate, others
/// follow the palette's order from 1.</param>
public sealed record Addition(int Candidate, Recipe Recipe);

/// <summary>Which single addition to a palette comes nearest to a wish that it cannot reach.</summary>
/// <remarks>
/// For each candidate the mixes of it alone and with one colourant of the palette, about 250 for 12 colourants, as a
/// <see cref="RecipeIndex"/>: they do not depend on the wish, so they are computed once for a palette and a paper.
/// </remarks>
public sealed class Additions
{
    private readonly RecipeIndex[] withCandidate;

    private Additions(RecipeIndex[] withCandidate) => this.withCandidate = withCandidate;

    /// <summary>Memory that they take, bytes.</summary>
    public long Bytes => withCandidate.Sum(index => index.Bytes);

    /// <summary>Computes the mixes of every candidate.</summary>
    /// <param name="candidates">What could be added.</param>
    /// <param name="palette">What is there; at most 47.</param>
    /// <param name="paper">Reflectance of the bare paper.</param>
    /// <param name="dilution">How the hand dilutes.</param>
    public static Additions To(
        IReadOnlyList<PaintOptics> palette,
        IReadOnlyList<PaintOptics> candidates,
        Spectrum paper,
        Dilution dilution
    )
    {
        ArgumentNullException.ThrowIfNull(candidates);
        ArgumentNullException.ThrowIfNull(palette);
        ArgumentNullException.ThrowIfNull(paper);
        return new Additions([
            .. candidates.Select(candidate => RecipeIndex.BuildWithFirst([candidate, .. palette], paper, dilution)),
        ]);
    }

    /// <summary>
    /// The best addition, by the rank of the best recipe that it makes possible; null without candidates.
    /// </summary>
    /// <param name="wish">The colour wanted, dry.</param>
    public Addition? Best(Lab wish) =>
        withCandidate
            .Select((index, candidate) => new Addition(candidate, index.Nearest(wish, 1)[0]))
            .Aggregate((Addition?)null, (best, next) =>
                best is null || next.Recipe.Rank < best.Recipe.Rank ? next : best
            );
}
