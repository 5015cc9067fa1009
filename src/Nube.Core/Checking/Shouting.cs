using System.Collections.Immutable;
using Nube.Core.Colour;

namespace Nube.Core.Checking;

/// <summary>The area that the eye goes to first, where it was to go to another one.</summary>
/// <remarks>An area stands out by the mean difference of its colour to those that touch it.</remarks>
internal static class Shouting
{
    private const double Louder = 8; // CIEDE2000 by which it stands out more than it was to. This project's own

    /// <summary>The area that shouts; null where none does.</summary>
    /// <param name="areas">What areas came out as.</param>
    /// <param name="touching">Areas side by side.</param>
    public static int? Of(ImmutableArray<AreaColour> areas, ImmutableArray<(int One, int Other)> touching)
    {
        var byId = areas.ToDictionary(area => area.Area);
        var around = touching
            .Where(pair => byId.ContainsKey(pair.One) && byId.ContainsKey(pair.Other))
            .SelectMany(pair => new[] { pair, (One: pair.Other, Other: pair.One) })
            .ToLookup(pair => pair.One, pair => pair.Other);
        if (around.Count == 0)
            return null;
        var (first, meant) = (Loudest(area => area.Colour), Loudest(area => area.Expected));
        var louder = StandsOut(first, area => area.Colour) - StandsOut(first, area => area.Expected);
        return first != meant && louder >= Louder ? first : null;

        int Loudest(Func<AreaColour, Lab> colour) =>
            around.Select(area => area.Key).MaxBy(area => StandsOut(area, colour));

        double StandsOut(int area, Func<AreaColour, Lab> colour) =>
            around[area].Average(other => Ciede2000.Difference(colour(byId[area]), colour(byId[other])));
    }
}
