using System.Collections.Immutable;
using MathNet.Numerics.Statistics;
using Nube.Core.Acts;
using Nube.Core.Materials;
using Nube.Core.Planning;
using Nube.Core.Swatches;

namespace Nube.Core.Checking;

/// <summary>A coloured card that was looked at.</summary>
/// <param name="Areas">What its areas came out as.</param>
/// <param name="Hand">How much of each load seems to lie on most of them, against what was to.</param>
/// <param name="Done">What was done to it before.</param>
public sealed record HandOnCard(ImmutableArray<AreaColour> Areas, double Hand, WorkDone Done)
{
    /// <summary>Areas that lie as the hand first left them, with what was laid there.</summary>
    internal IEnumerable<(AreaColour Area, LaidOnArea Laid)> AsLeft() =>
        from area in Areas
        where !Done.Mended.Contains(area.Area)
        let laid = LaidOnArea.Of(area.Area, Done)
        where laid is not null
        select (area, laid.Value);
}

/// <summary>What coloured cards tell of their maker's hand.</summary>
public static class HandSeen
{
    private const double SpreadOfLoad = 0.3, // ln load, from area to area, of an ordinary hand: this project's own
        SpreadByDevice = 0.1; // of the exponent: a device that sees all colours stronger looks like a strong hand
    private static readonly double Slip = Math.Log(1.6); // ln load: what is farther off is a slip and no habit
    private const double WrongColour = 10; // CIEDE2000: what is farther from all that its mix can be is another mix

    /// <summary>How the hand dilutes, by cards that one device took.</summary>
    /// <remarks>
    /// Of a load that was told as X an area got f X^e, where e is the exponent by which it was reckoned: a hand that dilutes by
    /// another one, X^d, has d = e + ln f / ln X. Each area says that of itself, the more surely the thinner its wash was told;
    /// the mean is weighted by one over the variance. Washes that are hardly diluted say nothing, as full strength is the same
    /// for all hands.
    /// </remarks>
    /// <param name="cards">The cards.</param>
    public static DilutionSeen DilutionOn(IEnumerable<HandOnCard> cards)
    {
        ArgumentNullException.ThrowIfNull(cards);
        var (weighted, precision) = (0.0, 0.0);
        foreach (var card in cards)
        {
            foreach (var (area, _) in card.AsLeft())
            {
                var strength = Math.Log(area.Strength);
                if (Math.Abs(strength) > Slip || Told(area.Area, card.Done) is not { } told)
                    continue;
                var weight = told * told / (SpreadOfLoad * SpreadOfLoad);
                weighted += weight * (card.Done.Paints.Dilution.Exponent + strength / told);
                precision += weight;
            }
        }
        if (precision <= 0)
            return new DilutionSeen(0, 0);
        var own = 1 / (1 / precision + SpreadByDevice * SpreadByDevice);
        return new DilutionSeen(own * weighted / precision, own);
    }

    /// <summary>What each touch of the pencil leaves, by cards that one device took.</summary>
    /// <param name="cards">The cards.</param>
    public static TouchSeen TouchOn(IEnumerable<HandOnCard> cards)
    {
        ArgumentNullException.ThrowIfNull(cards);
        var touches = cards
            .SelectMany(card =>
                card.AsLeft()
                    .Where(one => one.Laid.Medium.IsPencil() && Math.Abs(Math.Log(one.Area.Strength)) <= Slip)
                    .Select(one => Math.Log(card.Done.Paints.Hand.Touch * one.Area.Strength))
            )
            .ToList();
        if (touches.Count == 0)
            return default;
        var precision = 1 / (SpreadOfLoad * SpreadOfLoad / touches.Count + HandOrDevice.Device * HandOrDevice.Device);
        return new TouchSeen(precision * touches.Average(), precision);
    }

    /// <summary>How far the hand errs with such media: from its own strength, within areas, and in mixing.</summary>
    /// <remarks>
    /// A strength is drawn towards what is believed of the hand; how far it may be off is added to the square, as in each step
    /// of expectation and maximisation (A. P. Dempster, N. M. Laird, D. B. Rubin, J. R. Stat. Soc. B 39 (1977), 1-38).
    /// </remarks>
    /// <param name="cards">The cards.</param>
    /// <param name="of">The media.</param>
    public static HandErrsSeen ErrsOn(IEnumerable<HandOnCard> cards, Func<Medium, bool> of)
    {
        ArgumentNullException.ThrowIfNull(cards);
        ArgumentNullException.ThrowIfNull(of);
        var errs = HandErrsSeen.Nothing;
        foreach (var card in cards)
        {
            var areas = card.AsLeft().Where(one => of(one.Laid.Medium)).ToList();
            errs = errs with { Loads = errs.Loads.With(LoadsOn([.. areas.Select(one => one.Area)], card.Hand)) };
            foreach (var (area, laid) in areas)
            {
                if (area.Variation is { } variation)
                    errs = errs with { Variations = errs.Variations.With(variation) };
                if (area.Apart > WrongColour)
                    continue;
                errs = laid.Mixed
                    ? errs with
                    {
                        Mixes = errs.Mixes.With(area.Apart),
                    }
                    : errs with
                    {
                        Singles = errs.Singles.With(area.Apart),
                    };
            }
        }
        return errs;
    }

    /// <summary>
    /// How far the loads of a card are off: by the median of the differences, which a few slips hardly change. 1.4826 times it
    /// is the standard deviation of a normal distribution (F. R. Hampel, J. Am. Stat. Assoc. 69 (1974), 383-393).
    /// </summary>
    private static SquaresSeen LoadsOn(IReadOnlyCollection<AreaColour> areas, double hand)
    {
        if (areas.Count == 0)
            return default;
        var deviation = 1.4826 * areas.Select(area => Math.Abs(Math.Log(area.Strength / hand))).Median();
        var open = areas.Average(area => area.SureOfStrength is { } sure ? sure * sure : 0);
        return new SquaresSeen(areas.Count * (deviation * deviation + open), areas.Count);
    }

    /// <summary>The mean logarithm of the loads that were told for an area; null where nothing in it was diluted.</summary>
    private static double? Told(int area, WorkDone done)
    {
        var washes = Mending
            .On(area, done)
            .SelectMany(pass => OldPasses.ActsOf(pass), (pass, act) => (Act: act, OfMix: FromBelow.OfMix(pass)))
            .Where(one => one.Act.Kind == ActKind.Lay)
            .SelectMany(one => one.Act.Mixes, (one, mix) => (Mix: mix, one.OfMix))
            .Where(one => !one.Mix.Parts.IsEmpty)
            .Select(one => one.Mix.Strength.LoadOfOneLayer * one.OfMix)
            .ToList();
        return washes.Sum() is > 0 and var all && washes.Exists(load => load < 1)
            ? washes.Sum(load => load * Math.Log(load)) / all
            : null;
    }
}

/// <summary>What was seen of how much a pencil's touch leaves, as a normal with its precision.</summary>
/// <param name="Weighted">Mean of the logarithm, against an ordinary hand, times the precision.</param>
/// <param name="Precision">One over the variance, 0 or more.</param>
public readonly record struct TouchSeen(double Weighted, double Precision);
