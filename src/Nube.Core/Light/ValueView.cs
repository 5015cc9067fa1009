using System.Collections.Immutable;
using Nube.Core.Artwork;

namespace Nube.Core.Light;

/// <summary>How light an area becomes: a plan in greys.</summary>
/// <param name="Area">Its id.</param>
/// <param name="Lightness">CIE L* of the whole of it, 0 to 100.</param>
/// <param name="Shadow">CIE L* of its shadow; null when it has none.</param>
public sealed record AreaValue(int Area, double Lightness, double? Shadow);

/// <summary>Two touching areas that cannot be told apart in greys.</summary>
/// <param name="Lighter">The lighter one.</param>
/// <param name="Darker">The darker one.</param>
/// <param name="Difference">Between them, L*.</param>
/// <param name="Water">The lighter one has room to become lighter with more water; else the darker one takes another
/// layer.</param>
public sealed record TooAlike(int Lighter, int Darker, double Difference, bool Water);

/// <summary>
/// Looks at a plan in greys, as makers do with half-closed eyes: what is alike in lightness runs together.
/// </summary>
public static class ValueView
{
    /// <summary>
    /// L* by which touching areas should differ. This project's own: half the step that is seen at arm's length.
    /// </summary>
    public const double LeastDifference = 7.5;

    private const double NoRoomAbove = 88; // L* near the paper's, where water lightens no more

    /// <summary>Pairs that are too alike, the most alike first.</summary>
    /// <param name="values">How light the areas become; those that stay paper included.</param>
    /// <param name="touching">Pairs that share a line.</param>
    public static ImmutableArray<TooAlike> Alike(IEnumerable<AreaValue> values, IEnumerable<Neighbours> touching)
    {
        ArgumentNullException.ThrowIfNull(values);
        ArgumentNullException.ThrowIfNull(touching);
        var lightness = values.ToDictionary(value => value.Area, value => value.Lightness);
        return
        [
            .. touching
                .Where(pair => lightness.ContainsKey(pair.One) && lightness.ContainsKey(pair.Other))
                .Select(pair =>
                    lightness[pair.One] >= lightness[pair.Other]
                        ? (Light: pair.One, Dark: pair.Other)
                        : (Light: pair.Other, Dark: pair.One)
                )
                .Select(pair => new TooAlike(
                    pair.Light,
                    pair.Dark,
                    lightness[pair.Light] - lightness[pair.Dark],
                    lightness[pair.Light] < NoRoomAbove
                ))
                .Where(pair => pair.Difference < LeastDifference)
                .OrderBy(pair => pair.Difference)
                .ThenBy(pair => pair.Lighter)
                .ThenBy(pair => pair.Darker),
        ];
    }
}
