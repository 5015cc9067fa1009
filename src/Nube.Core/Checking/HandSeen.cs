using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Swatches;

namespace Nube.Core.Checking;

/// <summary>What coloured cards tell of how their maker's hand dilutes.</summary>
/// <remarks>
/// Of a load that was told as X an area got f X^e, where e is the exponent by which it was reckoned: a hand that dilutes by
/// another one, X^d, has d = e + ln f / ln X. Each area says that of itself, the more surely the thinner its wash was told;
/// the mean is weighted by one over the variance. Washes that are hardly diluted say nothing, as full strength is the same
/// for all hands.
/// </remarks>
public static class HandSeen
{
    private const double SpreadOfLoad = 0.3, // ln load, from area to area, of an ordinary hand: this project's own
        SpreadByDevice = 0.1; // of the exponent: a device that sees all colours stronger looks like a strong hand
    private static readonly double Slip = Math.Log(1.6); // ln load: what is farther off is a slip and no habit

    /// <summary>What cards tell together that one device took.</summary>
    /// <param name="cards">What their areas came out as, and what was done to each before it was looked at.</param>
    public static DilutionSeen DilutionOn(IEnumerable<(ImmutableArray<AreaColour> Areas, WorkDone Done)> cards)
    {
        ArgumentNullException.ThrowIfNull(cards);
        var (weighted, precision) = (0.0, 0.0);
        foreach (var (areas, done) in cards)
        {
            foreach (var area in areas.Where(area => !done.Mended.Contains(area.Area)))
            {
                var strength = Math.Log(area.Strength);
                if (Math.Abs(strength) > Slip || Told(area.Area, done) is not { } told)
                    continue;
                var weight = told * told / (SpreadOfLoad * SpreadOfLoad);
                weighted += weight * (done.Paints.Dilution.Exponent + strength / told);
                precision += weight;
            }
        }
        if (precision <= 0)
            return new DilutionSeen(0, 0);
        var own = 1 / (1 / precision + SpreadByDevice * SpreadByDevice);
        return new DilutionSeen(own * weighted / precision, own);
    }

    /// <summary>The mean logarithm of the loads that were told for an area; null where nothing in it was diluted.</summary>
    private static double? Told(int area, WorkDone done)
    {
        var washes = Mending
            .ActsOn(area, done)
            .Where(act => act.Kind == ActKind.Lay)
            .SelectMany(act => act.Mixes)
            .Where(mix => !mix.Parts.IsEmpty)
            .Select(mix => mix.Strength.LoadOfOneLayer)
            .ToList();
        return washes.Sum() is > 0 and var all && washes.Exists(load => load < 1)
            ? washes.Sum(load => load * Math.Log(load)) / all
            : null;
    }
}
