using System.Collections.Immutable;
using System.Globalization;

namespace Nube.Core.Methods;

/// <summary>A clash in a plan.</summary>
/// <param name="Rule">The rule that it breaks.</param>
/// <param name="First">What is there.</param>
/// <param name="Then">What comes.</param>
public sealed record Clash(ClashRule Rule, Thing First, Thing Then)
{
    /// <summary>Why, and what to do instead.</summary>
    public string Text =>
        $"{string.Format(CultureInfo.InvariantCulture, Rule.Why, First.Name, Then.Name)} {Rule.Instead}";
}

/// <summary>Finds what clashes among things that meet on the same spot.</summary>
public static class Clashes
{
    /// <summary>All clashes of every ordered pair, the worst first; each rule once for what is there.</summary>
    /// <param name="inOrder">What meets, in the order in which it comes onto the card.</param>
    public static ImmutableArray<Clash> Of(IReadOnlyList<Thing> inOrder)
    {
        ArgumentNullException.ThrowIfNull(inOrder);
        return
        [
            .. (
                from then in Enumerable.Range(0, inOrder.Count)
                from first in Enumerable.Range(0, then)
                from rule in ClashRules.All
                where rule.Applies(inOrder[first], inOrder[then])
                select new Clash(rule, inOrder[first], inOrder[then])
            )
                .DistinctBy(clash => (clash.Rule.Key, clash.First.Name))
                .OrderByDescending(clash => clash.Rule.Severity),
        ];
    }
}
