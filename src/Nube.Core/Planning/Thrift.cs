using System.Collections.Immutable;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Optics;

namespace Nube.Core.Planning;

/// <summary>How many mixes some colours take, and how near they come.</summary>
/// <param name="Mixes">Mixes, pencils, pens and pads that are taken up; one that is thinned or layered is one.</param>
/// <param name="MeanDifference">CIEDE2000 to the wish, in the mean over all areas that have one; 0 without any.</param>
public readonly record struct MixCount(int Mixes, double MeanDifference)
{
    /// <summary>Of colours as they were chosen.</summary>
    public static MixCount Of(IReadOnlyCollection<ChosenColour> colours)
    {
        ArgumentNullException.ThrowIfNull(colours);
        return new MixCount(
            colours.SelectMany(colour => Thrift.MixesOf(colour.Recipe)).Distinct().Count(),
            colours
                .Where(colour => !colour.Wish.Exactly)
                .Select(colour => colour.Recipe.Difference)
                .DefaultIfEmpty(0)
                .Average()
        );
    }
}

/// <summary>Colours for all areas together, at some price of a mix.</summary>
/// <param name="PricePerMix">What a mix more must bring, CIEDE2000 summed over areas.</param>
/// <param name="Colours">What was chosen, for every area.</param>
/// <param name="Count">How many mixes, and how near.</param>
/// <param name="Gap">
/// By how much another choice at this price could come nearer in the mean, CIEDE2000; 0 where none can: proven.
/// </param>
public sealed record ThriftStop(double PricePerMix, ImmutableArray<ChosenColour> Colours, MixCount Count, double Gap);

/// <summary>
/// A thrifty palette: recipes for all areas of a run together, so that one mix does for several wishes where that is
/// hardly seen. Colours that were named stay, and so do details, which lie on something else than the ground; what is
/// mixed for them is there for the others.
/// </summary>
public static class Thrift
{
    private const int OwnWays = 12, // recipes of its own that each wish brings
        SharedWays = 8; // mixes of other wishes that each is tried with; both this project's own

    /// <summary>
    /// Prices that are tried, CIEDE2000 summed over areas for each mix: from none to what one mix for everything is
    /// worth, each by half more than the last. This project's own.
    /// </summary>
    private static ImmutableArray<double> Prices { get; } =
    [0, .. Enumerable.Range(0, 20).Select(step => 0.25 * Math.Pow(1.5, step))];

    /// <summary>What a recipe has mixed or taken up: colourants in parts, whatever water and layers.</summary>
    public static IEnumerable<PaintMix> MixesOf(Recipe recipe)
    {
        ArgumentNullException.ThrowIfNull(recipe);
        return recipe
            .Companions.Where(with => with.Layers > 0)
            .Select(with => with.Parts)
            .Prepend(recipe.Parts)
            .Where(parts => !parts.IsEmpty)
            .Select(Unthinned)
            .Distinct();
    }

    /// <summary>
    /// From as close as possible to as few mixes as possible: what each price leads to, without what is no better
    /// than another in both.
    /// </summary>
    /// <param name="palette">What the run has, on the ground that is coloured on.</param>
    /// <param name="schools">The maker's ways.</param>
    /// <param name="colours">The colours as they are chosen now.</param>
    /// <param name="details">Areas that are details of others.</param>
    /// <returns>Fewer mixes with each; empty where no area has a wish.</returns>
    public static ImmutableArray<ThriftStop> Stops(
        RunPalette palette,
        Schools schools,
        ImmutableArray<ChosenColour> colours,
        IReadOnlySet<int> details
    )
    {
        var task = Ways.Of(palette, schools, colours, details);
        if (task.Wishes.IsEmpty)
            return [];
        var stops = new List<ThriftStop>();
        foreach (var stop in Prices.AsParallel().AsOrdered().Select(task.At))
        {
            // Two prices may lead to as many mixes; the nearer of the two stands.
            if (stops.Count > 0 && stop.Count.Mixes >= stops[^1].Count.Mixes)
                continue;
            stops.Add(stop);
        }
        return [.. stops];
    }

    /// <summary>The colours that a price leads to.</summary>
    /// <param name="palette">What the run has, on the ground that is coloured on.</param>
    /// <param name="schools">The maker's ways.</param>
    /// <param name="colours">The colours as they are chosen now.</param>
    /// <param name="details">Areas that are details of others.</param>
    /// <param name="pricePerMix">What a mix more must bring, CIEDE2000 summed over areas, 0 or more.</param>
    public static ThriftStop At(
        RunPalette palette,
        Schools schools,
        ImmutableArray<ChosenColour> colours,
        IReadOnlySet<int> details,
        double pricePerMix
    ) => Ways.Of(palette, schools, colours, details).At(pricePerMix);

    /// <summary>The best recipes for a wish from what is mixed already: thinned, or in more layers.</summary>
    /// <param name="palette">What the run has, on the ground that is coloured on.</param>
    /// <param name="schools">The maker's ways.</param>
    /// <param name="wish">The wish.</param>
    /// <param name="mixed">What is mixed already.</param>
    /// <param name="count">How many, 1 or more.</param>
    public static ImmutableArray<Recipe> FromMixed(
        RunPalette palette,
        Schools schools,
        Wish wish,
        IReadOnlyCollection<PaintMix> mixed,
        int count
    )
    {
        ArgumentNullException.ThrowIfNull(palette);
        ArgumentNullException.ThrowIfNull(wish);
        ArgumentNullException.ThrowIfNull(mixed);
        return
        [
            .. mixed
                .AsParallel()
                .AsOrdered()
                .SelectMany(mix => palette.OfMix(mix.Parts, wish, schools))
                .AsEnumerable()
                .OrderBy(recipe => recipe.Rank)
                .Take(count),
        ];
    }

    /// <summary>A mix without its water.</summary>
    private static PaintMix Unthinned(ImmutableArray<RecipePart> parts) => new(parts, new Strength(0));

    /// <summary>The ways of all wishes, by one numbering of mixes.</summary>
    private sealed record Ways(
        ImmutableArray<ChosenColour> Colours,
        ImmutableArray<Wish> Wishes,
        ImmutableArray<ImmutableArray<Recipe>> Recipes,
        ImmutableArray<ImmutableArray<MixWay>> Costs,
        ImmutableArray<int> Counts,
        int Mixes,
        HashSet<int> Free,
        HashSet<int> Staying
    )
    {
        public static Ways Of(
            RunPalette palette,
            Schools schools,
            ImmutableArray<ChosenColour> colours,
            IReadOnlySet<int> details
        )
        {
            var staying = colours
                .Where(colour => colour.Wish.Exactly || details.Contains(colour.Wish.Area))
                .Select(colour => colour.Wish.Area)
                .ToHashSet();
            var byItself = colours.ToLookup(colour => staying.Contains(colour.Wish.Area));
            var free = byItself[true].SelectMany(c => MixesOf(c.Recipe)).ToHashSet();
            var areas = byItself[false].GroupBy(c => Alike(c.Wish)).ToList();
            var own = areas.Select(same => Best(same.Key)).ToList();
            // What each wish would have mixed by itself is offered to the others, and what is mixed in any case.
            var shared = own.SelectMany(recipes => recipes.Take(2).SelectMany(MixesOf)).Except(free).ToHashSet();
            var all = areas
                .Zip(own)
                .Select(pair =>
                    pair.Second.Concat(FromMixed(palette, schools, pair.First.Key, shared, SharedWays))
                        .Concat(FromMixed(palette, schools, pair.First.Key, free, int.MaxValue))
                        .ToImmutableArray()
                )
                .ToImmutableArray();
            var numbers = all.SelectMany(recipes => recipes.SelectMany(MixesOf))
                .Concat(free)
                .Distinct()
                .Index()
                .ToDictionary(mix => mix.Item, mix => mix.Index);
            return new Ways(
                colours,
                [.. areas.Select(same => same.Key)],
                all,
                [
                    .. all.Select(recipes =>
                        recipes
                            .Select(recipe => new MixWay(recipe.Rank, [.. MixesOf(recipe).Select(mix => numbers[mix])]))
                            .ToImmutableArray()
                    ),
                ],
                [.. areas.Select(same => same.Count())],
                numbers.Count,
                [.. free.Select(mix => numbers[mix])],
                staying
            );

            ImmutableArray<Recipe> Best(Wish wish) =>
                palette.Nearest(wish.Method, wish.Colour.ToLab(), wish.Shadow, schools, OwnWays);
        }

        public ThriftStop At(double pricePerMix)
        {
            var chosen = FewMixes.Choose(Costs, Counts, Mixes, Free, pricePerMix);
            var recipes = Wishes
                .Index()
                .ToDictionary(wish => wish.Item, wish => Recipes[wish.Index][chosen.Ways[wish.Index]]);
            ImmutableArray<ChosenColour> colours =
            [
                .. Colours.Select(colour =>
                    Staying.Contains(colour.Wish.Area) ? colour : colour with { Recipe = recipes[Alike(colour.Wish)] }
                ),
            ];
            var areas = Math.Max(1, Counts.Sum());
            return new ThriftStop(pricePerMix, colours, MixCount.Of(colours), chosen.Gap / areas);
        }

        /// <summary>A wish without its area: areas that wish for the same get the same.</summary>
        private static Wish Alike(Wish wish) => wish with { Area = 0 };
    }
}
