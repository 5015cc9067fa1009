using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Light;
using Nube.Core.Materials;
using Nube.Core.Swatches;

namespace Nube.Core.Checking;

/// <summary>What an area came out as.</summary>
/// <param name="Area">The area.</param>
/// <param name="Colour">The mean colour of its inner part.</param>
/// <param name="Light">The colour where the light falls; null where too little of it could be read.</param>
/// <param name="Middle">The colour between light and shadow.</param>
/// <param name="Shadow">The colour away from the light.</param>
/// <param name="Expected">The mean colour that was to be expected of what was done by a hand as strong as on most
/// areas.</param>
/// <param name="Held">The mean colour of what was to lie there at the strength that explains it best.</param>
/// <param name="Strength">How much of each load seems to lie there, against what was to: 1 for as much.</param>
/// <param name="Apart">How far it is from all that a stronger or weaker hand would have left, CIEDE2000: another hue, or a
/// wrong colour.</param>
/// <param name="Sure">How far its colour may be off, CIEDE2000, in about two of three cases.</param>
public sealed record AreaColour(
    int Area,
    Lab Colour,
    Lab? Light,
    Lab? Middle,
    Lab? Shadow,
    Lab Expected,
    Lab Held,
    double Strength,
    double Apart,
    double Sure
)
{
    /// <summary>What its light, middle and shadow were to look like; null where that was not kept.</summary>
    public ZoneColours? Asked { get; init; }

    /// <summary>
    /// How much lighter its light is read than its middle, CIELAB; null where too little of them lies apart, and where colour is
    /// not to be even. What a device and paints have in common for both is not in it.
    /// </summary>
    public double? LightStep { get; init; }

    /// <summary>The same of its middle and its shadow.</summary>
    public double? ShadowStep { get; init; }

    /// <summary>
    /// How far <see cref="Strength"/> may be off, as a logarithm, in two of three cases; null where that was not kept.
    /// </summary>
    public double? SureOfStrength { get; init; }

    /// <summary>How much of what is meant was laid on purpose, above 0 to 1; 1 where it was mended since.</summary>
    public double OfMeant { get; init; } = 1;

    /// <summary>How much of each load that is meant in the end seems to lie there.</summary>
    [JsonIgnore]
    public double StrengthOfMeant => Strength * OfMeant;

    /// <summary>
    /// The area whose colour it has, when that explains it better than any load of its own: the wrong brew was taken.
    /// </summary>
    public int? LikeArea { get; init; }

    /// <summary>Coefficient of variation of the load within it; null where too little can be seen to tell.</summary>
    public double? Variation { get; init; }
}

/// <summary>Colours of an area's light, middle and shadow.</summary>
public sealed record ZoneColours(Lab Light, Lab Middle, Lab Shadow);

/// <summary>What the areas of a card came out as, and how the device saw them.</summary>
/// <remarks>
/// Sensors see otherwise than the eye, and paints that look alike to them may not to us. What lies on the card is known,
/// though, but for how much of it: so the way in which the device sees is told from all areas together, each held to be
/// the colour that some strength of its own paints has (<see cref="AreaExpected"/>); areas that are far from all of them
/// hardly count. What a single area is, is then read by that device, and drawn towards what its paints can be, as far as
/// these are better known than the reading (two measurements of one thing, weighted by their variances). A reading that is
/// farther off than both can be is believed.
/// </remarks>
public sealed class CardColours
{
    /// <summary>With how evenly colour lies in its areas.</summary>
    internal CardColours With(ImmutableArray<AreaEvenness> even)
    {
        var byArea = even.ToDictionary(area => area.Area, area => area.Variation);
        return new CardColours(
            [
                .. Areas.Select(area =>
                    byArea.TryGetValue(area.Area, out var variation) ? area with { Variation = variation } : area
                ),
            ],
            Device,
            Hand
        );
    }

    private CardColours(ImmutableArray<AreaColour> areas, DeviceBySight device, double hand) =>
        (Areas, Device, Hand) = (areas, device, hand);

    /// <summary>Its areas.</summary>
    public ImmutableArray<AreaColour> Areas { get; }

    /// <summary>How much of each load seems to lie on most areas, against what was to: how strong the hand is.</summary>
    /// <remarks>A hand that is too strong on all areas is hardly told from a device that sees all colours stronger.</remarks>
    public double Hand { get; }

    /// <summary>How the device sees.</summary>
    internal DeviceBySight Device { get; }

    /// <summary>How far what is expected of colours of the catalogue may be off, CIEDE2000, in two of three cases.</summary>
    public const double SureOfCatalogue = 4;

    /// <summary>The same of colours whose swatches were read.</summary>
    public const double SureOfSwatches = 1.5;

    /// <summary>
    /// How far colours of such paints may be off, CIEDE2000, in two of three cases: of each what its swatches left open, where
    /// they were read; the mean of squares of all.
    /// </summary>
    public static double SureOf(IReadOnlyCollection<Colourant> used)
    {
        ArgumentNullException.ThrowIfNull(used);
        // Nine of ten lie within 1.645 standard deviations of a normal distribution, two of three within one.
        const double nineOfTen = 1.645;
        return used.Count == 0
            ? SureOfCatalogue
            : Math.Sqrt(
                used.Average(colourant =>
                    Math.Pow(colourant.Measured is { } measured ? measured.HowSure / nineOfTen : SureOfCatalogue, 2)
                )
            );
    }

    // CIEDE2000: what a device leaves open that was told from a card, and from a chart, too. Set on the trial cards.
    private const double SureOfDevice = 2.2,
        SureOfDeviceByChart = 1.9;

    private const int StepsOfHand = 5; // of a sum that settles in two or three
    private const int Rounds = 4;

    /// <summary>The colours.</summary>
    /// <param name="reads">What was read.</param>
    /// <param name="expected">What was to be expected; areas without are left out.</param>
    /// <param name="paper">The colour of the bare paper.</param>
    /// <param name="sureOfPaints">How far that may be off beside its strength, CIEDE2000, in two of three cases.</param>
    public static CardColours Of(
        ImmutableArray<AreaRead> reads,
        ImmutableArray<AreaExpected> expected,
        Srgb paper,
        double sureOfPaints
    ) => Of(reads, expected, paper, sureOfPaints, ChartSeen.None);

    /// <summary>The same, with what the device saw of a chart.</summary>
    internal static CardColours Of(
        ImmutableArray<AreaRead> reads,
        ImmutableArray<AreaExpected> expected,
        Srgb paper,
        double sureOfPaints,
        ChartSeen chart
    )
    {
        var sureOfDevice = chart.Colours.IsEmpty ? SureOfDevice : SureOfDeviceByChart;
        var byArea = expected.ToDictionary(area => area.Area);
        var white = new RelativeLight(Srgb.Decode(paper.R), Srgb.Decode(paper.G), Srgb.Decode(paper.B));
        var areas = reads
            .Where(read => byArea.ContainsKey(read.Area))
            .Select(read => new AreaAndWays(read, byArea[read.Area], white))
            .ToList();
        var (device, hand) = (DeviceBySight.Of(chart.Colours, bends: chart.Tone), 0.0);
        var strengths = new double[areas.Count];
        for (var round = 0; round < Rounds; round++)
        {
            for (var i = 0; i < areas.Count; i++)
                strengths[i] = areas[i].Nearest(device, hand, Sure(areas[i]));
            hand = HandOf([.. areas.Zip(strengths)], hand);
            if (round < Rounds - 1)
                device = DeviceBySight.Of(
                    [.. areas.Select((area, i) => area.Held(device, strengths[i])), .. chart.Colours],
                    bends: chart.Tone
                );
        }
        var (byDevice, sureOfHand) =
            areas.Count == 0
                ? (0, 0)
                : (Math.Log(HandOrDevice.ByDevice(Math.Exp(hand), areas.Count)), HandOrDevice.Sure(areas.Count));
        return new CardColours(
            [
                .. areas.Select(
                    (area, i) =>
                        area.Colour(device, strengths[i], byDevice, sureOfHand, Sure(area)) with
                        {
                            LikeArea = area.LikeAnother(areas, device, strengths[i], hand, Sure(area)),
                        }
                ),
            ],
            device,
            Math.Exp(hand)
        );

        // Paints of an ordinary hand are known so well with its mixes; another hand mixes worse or better.
        Sureness Sure(AreaAndWays area)
        {
            var (errs, ordinary) = (area.Expected.Errs, HandErrs.Ordinary);
            var byMixing = area.Expected.Mixed ? errs.Mixing * errs.Mixing - ordinary.Mixing * ordinary.Mixing : 0;
            return new Sureness(Math.Sqrt(Math.Max(0, sureOfPaints * sureOfPaints + byMixing)), sureOfDevice);
        }
    }

    /// <summary>
    /// How strong the hand is, as a logarithm: the mean of all areas, slips counting the less the farther off they are, as the
    /// t distribution has it (<see cref="AreaAndWays.WeightOf"/>); and one area more, with a hand that is neither strong
    /// nor weak.
    /// </summary>
    private static double HandOf(IReadOnlyList<(AreaAndWays Area, double Strength)> areas, double before)
    {
        var hand = before;
        for (var step = 0; step < StepsOfHand; step++)
        {
            var weights = areas
                .Select(one => AreaAndWays.WeightOf((one.Strength - hand) / one.Area.Expected.Errs.Spread))
                .ToList();
            hand = areas.Zip(weights, (one, weight) => one.Strength * weight).Sum() / (weights.Sum() + 1);
        }
        return hand;
    }
}
