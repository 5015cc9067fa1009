using Microsoft.Extensions.Caching.Memory;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Mixing;
using Nube.Core.Optics;

namespace Nube.Server.Support;

/// <summary>A run's colourants on its paper, ready for recipes.</summary>
/// <param name="Colourants">In the order in which recipes count them.</param>
/// <param name="Optics">The same, as K and S.</param>
/// <param name="Paper">Reflectance of the paper.</param>
/// <param name="Index">Every mix and wash on it.</param>
public sealed record PaletteOnPaper(
    IReadOnlyList<Colourant> Colourants, IReadOnlyList<PaintOptics> Optics, Spectrum Paper, RecipeIndex Index);

/// <summary>Computes palettes once and keeps the last few; what is lost is computed again.</summary>
public sealed class Palettes(IMemoryCache cache)
{
    private static readonly TimeSpan KeptFor = TimeSpan.FromHours(1);

    /// <summary>The palette on its paper.</summary>
    public PaletteOnPaper Get(IReadOnlyList<Colourant> colourants, Paper paper)
    {
        ArgumentNullException.ThrowIfNull(colourants);
        ArgumentNullException.ThrowIfNull(paper);
        var key = string.Join('\n', colourants.Select(c => c.ToString()).Append(paper.ToString()));
        return cache.GetOrCreate(key, entry =>
        {
            entry.SlidingExpiration = KeptFor;
            PaintOptics[] optics = [.. colourants.AsParallel().AsOrdered().Select(Optics)];
            var reflectance = paper.Reflectance();
            return new PaletteOnPaper(colourants, optics, reflectance, RecipeIndex.Build(optics, reflectance));
        })!;
    }

    private PaintOptics Optics(Colourant colourant) => cache.GetOrCreate(colourant, entry =>
    {
        entry.SlidingExpiration = KeptFor;
        return colourant.Fit().Optics;
    })!;
}
