using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json;
using Microsoft.Extensions.Caching.Memory;
using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Optics;

namespace Nube.Server.Support;

/// <summary>A run's colourants on its paper, ready for recipes.</summary>
/// <param name="Colourants">In the order in which recipes count them.</param>
/// <param name="Optics">The same, as K and S.</param>
/// <param name="Paper">Reflectance of the paper.</param>
/// <param name="Index">Every mix and wash on it.</param>
public sealed record PaletteOnPaper(
    IReadOnlyList<Colourant> Colourants,
    IReadOnlyList<PaintOptics> Optics,
    Spectrum Paper,
    RecipeIndex Index
);

/// <summary>Computes palettes once and keeps the last few; what is lost is computed again.</summary>
public sealed class Palettes(IMemoryCache cache)
{
    private static readonly TimeSpan KeptFor = TimeSpan.FromHours(1);

    /// <summary>All colours that are kept at a time, bytes; the least used go first.</summary>
    public const long MostBytes = 400_000_000;

    private const int BytesPerColourant = 400;

    private readonly ConcurrentDictionary<string, Lazy<object>> making = new();

    private static readonly JsonSerializerOptions KeyFormat = new() { IncludeFields = true };

    /// <summary>
    /// The palette on its paper as a hand dilutes it, with mixes of at most so many colourants.
    /// </summary>
    public PaletteOnPaper Get(
        IReadOnlyList<Colourant> colourants,
        Paper paper,
        Dilution dilution,
        int mostColourants = 2
    )
    {
        ArgumentNullException.ThrowIfNull(colourants);
        ArgumentNullException.ThrowIfNull(paper);
        var key = JsonSerializer.Serialize((colourants, paper, dilution.Exponent, mostColourants), KeyFormat);
        return Once<PaletteOnPaper>(
            key,
            made => made.Index.Bytes,
            () =>
            {
                var optics = OpticsOf(colourants);
                var reflectance = paper.Reflectance();
                return new PaletteOnPaper(
                    colourants,
                    optics,
                    reflectance,
                    RecipeIndex.Build(optics, reflectance, mostColourants, dilution)
                );
            }
        );
    }

    /// <summary>What each of these would add to a palette on its paper.</summary>
    public Additions AdditionsTo(PaletteOnPaper palette, IReadOnlyList<Colourant> candidates)
    {
        ArgumentNullException.ThrowIfNull(palette);
        ArgumentNullException.ThrowIfNull(candidates);
        var key =
            $"additions {JsonSerializer.Serialize((palette.Colourants, candidates, palette.Paper.Values.ToArray()), KeyFormat)} "
            + palette.Index.Dilution.Exponent.ToString(CultureInfo.InvariantCulture);
        return Once<Additions>(
            key,
            made => made.Bytes,
            () => Additions.To(palette.Optics, OpticsOf(candidates), palette.Paper, palette.Index.Dilution)
        );
    }

    /// <summary>A run's colourants on its paper, as a hand lays them.</summary>
    public RunPalette ForRun(IReadOnlyList<Colourant> colourants, Paper paper, LayingHand hand)
    {
        ArgumentNullException.ThrowIfNull(colourants);
        ArgumentNullException.ThrowIfNull(paper);
        // Kept as a whole: a bench asks for it with every tap, and 48 look-ups on many threads at once would hold them
        // all up.
        return Once<RunPalette>(
            $"run {JsonSerializer.Serialize((colourants, paper, hand), KeyFormat)}",
            _ => (colourants.Count + 1) * BytesPerColourant,
            () => Made(colourants, paper, hand)
        );
    }

    /// <summary>
    /// Computes something once, also when many ask for it at the same moment: after a restart they all do.
    /// </summary>
    private T Once<T>(string key, Func<T, long> bytes, Func<T> make)
        where T : class
    {
        if (cache.TryGetValue(key, out T? there))
            return there!;
        var one = making.GetOrAdd(key, _ => new Lazy<object>(make));
        try
        {
            var made = (T)one.Value;
            return cache.Set(
                key,
                made,
                new MemoryCacheEntryOptions { SlidingExpiration = KeptFor, Size = bytes(made) }
            );
        }
        finally
        {
            making.TryRemove(key, out _);
        }
    }

    /// <summary>
    /// K and S of colourants. The asking thread works too, so that this goes on when all others are busy.
    /// </summary>
    private PaintOptics[] OpticsOf(IReadOnlyList<Colourant> colourants)
    {
        var optics = new PaintOptics[colourants.Count];
        Parallel.For(0, optics.Length, place => optics[place] = Optics(colourants[place]));
        return optics;
    }

    private RunPalette Made(IReadOnlyList<Colourant> colourants, Paper paper, LayingHand hand)
    {
        var optics = OpticsOf(colourants);
        var reflectance = paper.Reflectance();
        ImmutableArray<int> wet =
        [
            .. Enumerable.Range(0, colourants.Count).Where(place => colourants[place].Medium.MixesWithWater()),
        ];
        Colourant[] mixed = [.. wet.Select(place => colourants[place])];
        var paints = new Paints(colourants, optics, paper, reflectance) { Hand = hand };
        return new RunPalette(paints, MixesFor);

        WaterMixes? MixesFor(Method method)
        {
            if (mixed.Length == 0)
                return null;
            if (MethodTable.Of(method).IsBody)
                return paints.White(pencil: false) is null
                    ? null
                    : Once<WaterMixes>(
                        $"body {JsonSerializer.Serialize((colourants, paper, hand.Dilution.Exponent), KeyFormat)}",
                        made => made.Index.Bytes,
                        () => WaterMixes.OfBodyColour(paints)!
                    );
            var ground = MethodRecipes.GroundOf(method, paints);
            var on = ReferenceEquals(ground, reflectance)
                ? paper
                : paper with
                {
                    Colour = Srgb.FromLab(SpectralColour.ToLab(ground)),
                };
            return new WaterMixes(Get(mixed, on, hand.Dilution).Index, wet);
        }
    }

    /// <summary>K and S of a colourant.</summary>
    public PaintOptics Optics(Colourant colourant)
    {
        ArgumentNullException.ThrowIfNull(colourant);
        return cache.GetOrCreate(JsonSerializer.Serialize(colourant), entry =>
        {
            entry.SlidingExpiration = KeptFor;
            entry.Size = BytesPerColourant;
            return colourant.Optics();
        })!;
    }
}
