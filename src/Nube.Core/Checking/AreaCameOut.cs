using System.Collections.Immutable;
using System.Globalization;
using Nube.Core.Colour;
using Nube.Core.Light;

namespace Nube.Core.Checking;

/// <summary>How the light, the middle or the shadow of an area came out.</summary>
/// <param name="Part">Which of them.</param>
/// <param name="Seen">The colour that lies there.</param>
/// <param name="Asked">The colour that was to.</param>
/// <param name="Difference">Between both, CIEDE2000.</param>
public sealed record ZoneCameOut(CellPart Part, Lab Seen, Lab Asked, double Difference);

/// <summary>How an area came out: against what was to be expected, against the wish, and zone by zone.</summary>
/// <param name="Area">The area.</param>
/// <param name="Seen">The colour that lies there.</param>
/// <param name="Expected">The colour that was to.</param>
/// <param name="Difference">Between both, CIEDE2000.</param>
/// <param name="Sure">How far the reading may be off, CIEDE2000, in two of three cases.</param>
/// <param name="FromWish">How far its middle is from the colour that was wished, CIEDE2000; null where none was.</param>
/// <param name="Kind">What it is found to be; null for as it was to be, as far as can be told.</param>
/// <param name="Zones">Its zones that could be read.</param>
public sealed record AreaCameOut(
    int Area,
    Lab Seen,
    Lab Expected,
    double Difference,
    double Sure,
    double? FromWish,
    FindingKind? Kind,
    ImmutableArray<ZoneCameOut> Zones
)
{
    /// <summary>It is no more off than the whole card is.</summary>
    public bool AsTheCard { get; init; }

    /// <summary>Less was laid on it on purpose than is meant in the end.</summary>
    public bool KeptBack { get; init; }

    /// <summary>The areas of a card, farthest off first.</summary>
    /// <param name="areas">What they came out as.</param>
    /// <param name="hand">How strong the hand seems.</param>
    /// <param name="wishes">The colours that were wished, by area.</param>
    public static ImmutableArray<AreaCameOut> Of(
        ImmutableArray<AreaColour> areas,
        double hand,
        IReadOnlyDictionary<int, Srgb> wishes
    )
    {
        ArgumentNullException.ThrowIfNull(wishes);
        if (areas.IsDefaultOrEmpty)
            return [];
        var byDevice = HandOrDevice.ByDevice(hand, areas.Length);
        return
        [
            .. areas
                .Select(area => new AreaCameOut(
                    area.Area,
                    area.Colour,
                    area.Expected,
                    Ciede2000.Difference(area.Colour, area.Expected),
                    area.Sure,
                    wishes.TryGetValue(area.Area, out var wish)
                        ? Ciede2000.Difference(area.Middle ?? area.Colour, wish.ToLab())
                        : null,
                    ColourFindings.KindOf(area, byDevice),
                    ZonesOf(area)
                )
                {
                    KeptBack = area.OfMeant < 1,
                    AsTheCard =
                        ColourFindings.KindOf(area, byDevice) is { } kind
                        && ColourFindings.IsOfHand(area, kind, hand, areas),
                })
                .OrderByDescending(area => area.Difference),
        ];
    }

    /// <summary>In words: as a whole, and which zones are off by more than the area may be.</summary>
    public string InWords()
    {
        var whole = Kind switch
        {
            FindingKind.TooPale when AsTheCard => "As pale as the whole card",
            FindingKind.TooPale when KeptBack => "Still paler, as it was laid on purpose",
            FindingKind.TooPale => "Too pale",
            FindingKind.TooStrong when AsTheCard => "As strong as the whole card",
            FindingKind.TooStrong => "Too strong",
            FindingKind.HueOff => "Another hue",
            _ => "As it was to be, as far as can be told",
        };
        var zones = Zones
            .Where(zone => Zones.Length > 1 && zone.Difference >= ColourFindings.Enough(Sure))
            .Select(zone => $"its {NameOf(zone.Part)} is {Number(zone.Difference)} {Way(zone)}")
            .ToList();
        return zones.Count == 0 ? $"{whole}." : $"{whole}; {string.Join(", ", zones)}.";
    }

    private static string NameOf(CellPart part) =>
        part switch
        {
            CellPart.Light => "light",
            CellPart.Shadow => "shadow",
            _ => "middle",
        };

    // Most of a difference is either one of lightness or one of colour.
    private static string Way(ZoneCameOut zone) =>
        Math.Abs(zone.Seen.L - zone.Asked.L) < zone.Difference / 2 ? "off in hue"
        : zone.Seen.L > zone.Asked.L ? "paler"
        : "darker";

    private static ImmutableArray<ZoneCameOut> ZonesOf(AreaColour area)
    {
        var asked = area.Asked;
        return
        [
            .. new[]
            {
                Zone(CellPart.Light, area.Light, asked?.Light),
                Zone(CellPart.Middle, area.Middle, asked?.Middle),
                Zone(CellPart.Shadow, area.Shadow, asked?.Shadow),
            }.OfType<ZoneCameOut>(),
        ];

        static ZoneCameOut? Zone(CellPart part, Lab? seen, Lab? asked) =>
            seen is { } there && asked is { } meant
                ? new ZoneCameOut(part, there, meant, Ciede2000.Difference(there, meant))
                : null;
    }

    private static string Number(double value) => value.ToString("0.0", CultureInfo.InvariantCulture);
}
