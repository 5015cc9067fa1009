namespace Nube.Core.Checking;

/// <summary>What is wrong is said once: a finding that another one of its area explains is none of its own.</summary>
internal static class SaidOnce
{
    /// <summary>The findings that no other explains.</summary>
    /// <param name="all">All of a card.</param>
    public static IEnumerable<Finding> Of(IReadOnlyCollection<Finding> all)
    {
        var areas = all.ToLookup(one => one.Kind, one => one.Area);
        return all.Where(one =>
            one.Kind switch
            {
                FindingKind.Forgotten or FindingKind.LinesDulled or FindingKind.DetailsLost or FindingKind.Warped =>
                    true,
                // That an area was left out says all of its colour.
                _ when Has(FindingKind.Forgotten, one.Area) => false,
                FindingKind.AlikeInValue => !Has(FindingKind.Forgotten, one.Other ?? one.Area),
                // Colour that lies unevenly has dark spots and edges of its own, and looks like another over it.
                FindingKind.HardEdge => !Has(FindingKind.Streaky, one.Area) && !Has(FindingKind.Bloom, one.Area),
                FindingKind.DarkSpecks => !Has(FindingKind.Streaky, one.Area),
                FindingKind.OverTheLine or FindingKind.RunTogether => !Has(
                    FindingKind.Streaky,
                    one.Other ?? CardMap.Paper
                ),
                _ => true,
            }
        );

        bool Has(FindingKind kind, int area) => areas[kind].Contains(area);
    }
}
