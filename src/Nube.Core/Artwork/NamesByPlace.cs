using System.Collections.Immutable;
using System.Globalization;
using Nube.Core.Planning;

namespace Nube.Core.Artwork;

/// <summary>Names of areas by where they are: "Petal 5", or "Flower 2, petal 5".</summary>
public static class NamesByPlace
{
    /// <summary>One name for several areas, numbered in the order of <see cref="Figures.Of"/>.</summary>
    /// <param name="figures">The figures of the picture, in their order.</param>
    /// <param name="chosen">The areas to name.</param>
    /// <param name="part">What each is, such as "petal"; not empty.</param>
    /// <param name="figure">
    /// What it is a part of, such as "flower"; then parts are numbered anew in each figure. Empty to number them
    /// through.
    /// </param>
    /// <param name="names">
    /// The names that are there: a figure that bears a number as such a one keeps it, so that "flower 2" is the same
    /// flower for its petals and for its middle.
    /// </param>
    /// <returns>A name for each area that was chosen; all differ.</returns>
    public static ImmutableDictionary<int, string> Of(
        ImmutableArray<ImmutableArray<int>> figures,
        IReadOnlySet<int> chosen,
        string part,
        string figure,
        IReadOnlyDictionary<int, string> names
    )
    {
        ArgumentNullException.ThrowIfNull(chosen);
        ArgumentNullException.ThrowIfNull(names);
        var parts = figures.Select(areas => areas.Where(chosen.Contains).ToList());
        if (figure.Length == 0)
            return Numbered(part, [.. parts.SelectMany(areas => areas)]);
        var numbers = figures.Select(areas => NumberIn(areas.Select(names.GetValueOrDefault), figure)).ToList();
        var taken = numbers.OfType<int>().ToHashSet();
        var named = ImmutableDictionary.CreateBuilder<int, string>();
        var next = 1;
        foreach (var (areas, number) in parts.Zip(numbers).Where(pair => pair.First.Count > 0))
        {
            while (number is null && taken.Contains(next))
                next++;
            var own = number ?? next++;
            named.AddRange(
                Numbered(
                    string.Create(CultureInfo.InvariantCulture, $"{figure} {own}, {Words.LowerFirst(part)}"),
                    areas
                )
            );
        }
        return named.ToImmutable();
    }

    private static ImmutableDictionary<int, string> Numbered(string name, List<int> areas) =>
        areas
            .Index()
            .ToImmutableDictionary(
                area => area.Item,
                area =>
                    areas.Count == 1 ? name : string.Create(CultureInfo.InvariantCulture, $"{name} {area.Index + 1}")
            );

    /// <summary>The number by which names call a figure: 2 of "Flower 2, petal 5"; null where none does.</summary>
    private static int? NumberIn(IEnumerable<string?> names, string figure)
    {
        foreach (var name in names.OfType<string>())
        {
            var comma = name.IndexOf(',', StringComparison.Ordinal);
            if (
                comma > figure.Length
                && name.StartsWith(figure + " ", StringComparison.OrdinalIgnoreCase)
                && int.TryParse(
                    name.AsSpan(figure.Length + 1, comma - figure.Length - 1),
                    NumberStyles.None,
                    CultureInfo.InvariantCulture,
                    out var number
                )
            )
                return number;
        }
        return null;
    }
}
