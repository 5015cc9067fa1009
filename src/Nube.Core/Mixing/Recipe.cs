using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Nube.Core.Colour;
using Nube.Core.Optics;

namespace Nube.Core.Mixing;

/// <summary>One colourant of a recipe.</summary>
/// <param name="Colourant">Its place in the palette that was searched, from 0.</param>
/// <param name="Parts">Whole parts, 1 to 8.</param>
public readonly record struct RecipePart(int Colourant, int Parts);

/// <summary>How to paint a colour: which colourants in which parts, how much water, how many layers.</summary>
/// <param name="Parts">One to three colourants, in the palette's order.</param>
/// <param name="Strength">Colour to water.</param>
/// <param name="Layers">Layers, each dried before the next; of a wash 1 to 3.</param>
/// <param name="Predicted">The dry colour of the middle on the paper that was asked for.</param>
/// <param name="Difference">CIEDE2000 from the wish.</param>
/// <param name="Rank">What the recipes are sorted by: the differences plus the price of being less simple.</param>
public sealed record Recipe(
    ImmutableArray<RecipePart> Parts,
    Strength Strength,
    int Layers,
    Lab Predicted,
    double Difference,
    double Rank
)
{
    /// <summary>The difference in words.</summary>
    public Likeness Likeness => Likenesses.Of(Difference);

    /// <summary>How hard its layers are pressed, where it is a pencil.</summary>
    [AddedLater(partWise: false)]
    public Pressure Pressure { get; init; }

    /// <summary>
    /// What lies in the light, under the rest: a lighter colour, or the first layers of this one; null where the light
    /// gets all of it.
    /// </summary>
    [AddedLater(partWise: false)]
    public Companion? Light { get; init; }

    /// <summary>What deepens the shadow; null where it was not looked for.</summary>
    [AddedLater(partWise: false)]
    public Companion? Shadow { get; init; }

    /// <summary>
    /// What goes over this one: a pencil over a marker, a pale pencil that rubs layers together; null where nothing
    /// does.
    /// </summary>
    [AddedLater(partWise: false)]
    public Companion? Over { get; init; }

    /// <summary>Into what other hues it passes in its area; null where it is of one hue.</summary>
    [AddedLater(partWise: true)]
    public IntoHues? Gradient { get; init; }

    /// <summary>All that goes with its own colour.</summary>
    [JsonIgnore]
    public IEnumerable<Companion> Companions =>
        new[] { Light, Shadow, Over }.OfType<Companion>().Concat(Gradient?.Hues ?? []);

    /// <summary>Places of all colourants that it takes, with those of what goes with it; each once.</summary>
    [JsonIgnore]
    public IEnumerable<int> Colourants =>
        Parts
            .Concat(Companions.Where(with => with.Layers > 0).SelectMany(with => with.Parts))
            .Select(part => part.Colourant)
            .Distinct();

    /// <summary>It is the same in the middle, whatever its shadow.</summary>
    public bool SameMiddle(Recipe other)
    {
        ArgumentNullException.ThrowIfNull(other);
        return Strength == other.Strength
            && Layers == other.Layers
            && Pressure == other.Pressure
            && Parts.SequenceEqual(other.Parts)
            && Over == other.Over;
    }

    /// <summary>
    /// Load of all layers together for a hand that dilutes as it is told. It stands in what plans are compared by.
    /// </summary>
    public double Load => Layers * Strength.LoadOfOneLayer;
}

/// <summary>The grid of mixes and washes that a maker can measure by eye.</summary>
public static class MixGrid
{
    /// <summary>Most parts of colour in a mix of the grid.</summary>
    public const int MostParts = 8;

    /// <summary>
    /// Most parts of one colour that can be counted out, in drops: of white, into which a touch of colour goes.
    /// </summary>
    public const int MostPartsOfOne = 32;

    /// <summary>Most layers of a recipe.</summary>
    public const int MostLayers = 3;

    /// <summary>
    /// Price of each layer after the first, in CIEDE2000: each costs a wait of 10 to 30 minutes on every card. At 3
    /// three demo images took a third less time than at 1, for 0.5 to 1 CIEDE2000. This project's own.
    /// </summary>
    public const double LayerPrice = 3;

    /// <summary>Most colourants of a mix that can be asked for.</summary>
    public const int MostColourants = 3;

    /// <summary>
    /// Every mix of at most so many colourants in whole parts, at most 8 in total, each proportion once
    /// (2:2 is 1:1), in a fixed order: single colourants first, then pairs, then threes.
    /// </summary>
    /// <param name="colourants">Size of the palette.</param>
    /// <param name="most">Most colourants of a mix, 1 to 3.</param>
    public static IEnumerable<ImmutableArray<RecipePart>> Mixes(int colourants, int most = 2)
    {
        if (most is < 1 or > MostColourants)
            throw new ArgumentOutOfRangeException(nameof(most), $"A mix has 1 to {MostColourants} colourants.");
        for (var one = 0; one < colourants; one++)
            yield return [new RecipePart(one, 1)];
        for (var one = 0; most >= 2 && one < colourants; one++)
        {
            for (var two = one + 1; two < colourants; two++)
            {
                foreach (var parts in PairsOfParts)
                    yield return [new RecipePart(one, parts[0]), new(two, parts[1])];
            }
        }
        for (var one = 0; most >= 3 && one < colourants; one++)
        {
            for (var two = one + 1; two < colourants; two++)
            {
                for (var three = two + 1; three < colourants; three++)
                {
                    foreach (var parts in ThreesOfParts)
                        yield return [new RecipePart(one, parts[0]), new(two, parts[1]), new(three, parts[2])];
                }
            }
        }
    }

    /// <summary>
    /// Every mix of the first colourant, which is opaque white, with one or two others, each proportion once; and white
    /// alone. White goes further than other colours, as a touch of a strong pigment is enough for a pale one.
    /// </summary>
    /// <param name="colourants">Size of the palette, white among them.</param>
    public static IEnumerable<ImmutableArray<RecipePart>> BodyMixes(int colourants)
    {
        yield return [new RecipePart(0, 1)];
        for (var one = 1; one < colourants; one++)
        {
            foreach (var white in PartsOfWhite)
            {
                foreach (var parts in TouchesOfOne)
                {
                    if (GreatestDivisor(white, parts) == 1)
                        yield return [new RecipePart(0, white), new(one, parts)];
                }
                for (var two = one + 1; two < colourants; two++)
                {
                    foreach (var (a, b) in TouchesOfTwo)
                    {
                        if (GreatestDivisor(GreatestDivisor(white, a), b) == 1)
                            yield return [new RecipePart(0, white), new(one, a), new(two, b)];
                    }
                }
            }
        }
    }

    private static readonly int[] PartsOfWhite = [1, 2, 4, 8, 16, MostPartsOfOne];
    private static readonly int[] TouchesOfOne = [1, 2, 3, 4];
    private static readonly (int, int)[] TouchesOfTwo = [(1, 1), (1, 2), (2, 1), (1, 3), (3, 1)];

    private static ImmutableArray<int[]> PairsOfParts { get; } =
    [
        .. from a in Enumerable.Range(1, MostParts)
        from b in Enumerable.Range(1, MostParts)
        where a + b <= MostParts && GreatestDivisor(a, b) == 1
        select new[] { a, b },
    ];

    private static ImmutableArray<int[]> ThreesOfParts { get; } =
    [
        .. from a in Enumerable.Range(1, MostParts)
        from b in Enumerable.Range(1, MostParts)
        from c in Enumerable.Range(1, MostParts)
        where a + b + c <= MostParts && GreatestDivisor(GreatestDivisor(a, b), c) == 1
        select new[] { a, b, c },
    ];

    /// <summary>
    /// Every strength of the ladder in one to three layers, thinnest total load first. Where two give the same load,
    /// only the one with fewer layers is kept: the colour is the same and the wait is shorter.
    /// </summary>
    public static ImmutableArray<(Strength Strength, int Layers)> Washes { get; } =
    [
        .. Strength
            .Ladder.SelectMany(strength =>
                Enumerable.Range(1, MostLayers).Select(layers => (Strength: strength, Layers: layers))
            )
            .OrderBy(wash => wash.Layers)
            .DistinctBy(wash => Math.Round(wash.Layers * wash.Strength.LoadOfOneLayer, 9))
            .OrderBy(wash => wash.Layers * wash.Strength.LoadOfOneLayer),
    ];

    /// <summary>The price that is added to the difference.</summary>
    public static double Price(int colourants, int layers, Closeness closeness = Closeness.WorthIt) =>
        closeness.ColourantPrice() * (colourants - 1) + LayerPrice * (layers - 1);

    private static int GreatestDivisor(int a, int b)
    {
        while (b != 0)
            (a, b) = (b, a % b);
        return a;
    }
}
