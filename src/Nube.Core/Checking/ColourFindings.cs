using System.Collections.Immutable;
using MathNet.Numerics.Statistics;
using Nube.Core.Colour;

namespace Nube.Core.Checking;

/// <summary>Areas whose colour is not what it was to be.</summary>
/// <remarks>A difference within what the reading itself leaves open is no finding, nor is one that is hardly seen.</remarks>
internal static class ColourFindings
{
    // CIEDE2000. A difference of 3 to 5 is seen side by side on small pieces (common practice, no source); above it people
    // see it without looking for it.
    internal const double Seen = 4.5;
    private const double TimesSure = 2; // of how far the reading may be off, in two of three cases: nineteen of twenty
    private const double Bare = 5; // CIEDE2000: so near to the paper nothing seems to be
    private const double BareStrength = 0.45; // of the load: less than this, and near the paper, is left out
    private const double ValueApart = 10; // CIELAB lightness by which areas side by side were to differ
    private const double ValueAlike = 0.35; // of that, and less, is left

    private const double HandOff = 1.3; // times the load; devices of the trial make it 0.9 to 1.1
    private const int FewestOfHand = 4; // areas: of fewer nobody knows whose fault it is

    /// <summary>The findings.</summary>
    public static ImmutableArray<Finding> Of(CardColours colours, CardToCheck card)
    {
        var areas = colours.Areas;
        var byDevice = areas.IsEmpty ? 1 : HandOrDevice.ByDevice(colours.Hand, areas.Length);
        var sizes = card.Masks.ToDictionary(mask => mask.Id, mask => mask);
        var paper = card.Paper.ToLab();
        var exchanged = Exchanged(areas);
        var shouts = Shouting.Of(areas, card.Touching);
        var findings = ImmutableArray.CreateBuilder<Finding>();
        foreach (var area in areas)
        {
            if (exchanged.TryGetValue(area.Area, out var other))
            {
                if (area.Area < other)
                    findings.Add(Finding(FindingKind.Exchanged, area, other));
            }
            else if (IsBare(area, paper))
                findings.Add(Finding(FindingKind.Forgotten, area));
            else if (KindOf(area, byDevice) is { } kind)
            {
                if (!IsOfHand(area, kind, colours.Hand, areas))
                    findings.Add(
                        Finding(kind, area) with
                        {
                            Shouts = area.Area == shouts,
                            KeptBack = kind == FindingKind.TooPale && area.OfMeant < 1,
                            Other = kind == FindingKind.HueOff ? area.LikeArea : null,
                        }
                    );
            }
            else if (ZoneFindings.Of(area, sizes[area.Area]) is { } ofZone)
                findings.Add(ofZone);
        }
        findings.AddRange(AlikeInValue(areas, card, Finding));
        findings.AddRange(WholeCard(colours, card));
        return findings.ToImmutable();

        Finding Finding(FindingKind kind, AreaColour area, int? other = null)
        {
            var mask = sizes[area.Area];
            var masks = other is { } second ? new[] { mask, sizes[second] } : [mask];
            return new Finding(
                kind,
                area.Area,
                other,
                Ciede2000.Difference(area.Colour, area.Expected),
                masks.Sum(one => one.Parts.Count(part => part != Light.CellPart.Outside)) * CardMap.CellMm2,
                string.Concat(masks.Select(one => one.Outline(Coloured))),
                kind == FindingKind.HueOff ? ShiftOf(area) : null
            );
        }
    }

    private static readonly Light.CellPart[] Coloured =
    [
        Light.CellPart.Light,
        Light.CellPart.Middle,
        Light.CellPart.Shadow,
        Light.CellPart.White,
    ];

    /// <summary>Nothing seems to lie on an area on which something was to.</summary>
    internal static bool IsBare(AreaColour area, Lab paper) =>
        Ciede2000.Difference(area.Colour, paper) < Bare
        && area.Strength < BareStrength
        && Ciede2000.Difference(area.Expected, paper) > Bare + Seen;

    /// <summary>From which difference on something counts, CIEDE2000.</summary>
    /// <param name="sure">How far the reading may be off, CIEDE2000, in two of three cases.</param>
    internal static double Enough(double sure) => Math.Max(Seen, TimesSure * sure);

    /// <summary>
    /// Too pale, too strong or of another hue; null where it is near enough, or where its light or its shadow alone is wrong.
    /// </summary>
    internal static FindingKind? KindOf(AreaColour area, double byDevice)
    {
        var off = Ciede2000.Difference(area.Colour, area.Expected);
        // A wrong hue is what no strength explains; the reading is drawn towards what one does, so this is asked of the
        // colour itself.
        var byHue = Ciede2000.Difference(area.Colour, area.Held);
        var byLoad = Ciede2000.Difference(area.Held, area.Expected);
        if (off < Enough(area.Sure))
            return null;
        if (area.LikeArea is not null || byHue > byLoad || byHue >= Enough(area.Sure))
            return FindingKind.HueOff;
        return ZoneFindings.Explain(area) ? null
            : area.StrengthOfMeant < byDevice ? FindingKind.TooPale
            : FindingKind.TooStrong;
    }

    /// <summary>
    /// A hand is off when all areas are, the same way, against what is meant in the end: one that is strong over what was kept
    /// back comes near it.
    /// </summary>
    private static bool IsHandOff(double hand, ImmutableArray<AreaColour> areas)
    {
        if (areas.Length < FewestOfHand || !IsFar(hand, 1))
            return false;
        var ofMeant = hand * areas.Select(area => area.OfMeant).Median();
        return IsFar(ofMeant, 1) && ofMeant < 1 == hand < 1;
    }

    /// <summary>It is no more off than all areas are, which is said once, of the card.</summary>
    /// <param name="area">The area.</param>
    /// <param name="kind">What is wrong with it.</param>
    /// <param name="hand">How strong the hand seems.</param>
    /// <param name="areas">All areas of the card.</param>
    internal static bool IsOfHand(AreaColour area, FindingKind kind, double hand, ImmutableArray<AreaColour> areas) =>
        IsHandOff(hand, areas)
        // What was kept back on purpose is missing, however the hand is.
        && !(kind == FindingKind.TooPale && area.OfMeant < 1)
        && kind == (hand < 1 ? FindingKind.TooPale : FindingKind.TooStrong)
        && !IsFar(area.Strength, hand);

    private static bool IsFar(double one, double other) => Math.Abs(Math.Log(one / other)) >= Math.Log(HandOff);

    /// <summary>A hand that is strong or weak on all areas, when it is more than devices that see stronger or weaker are.</summary>
    private static IEnumerable<Finding> WholeCard(CardColours colours, CardToCheck card)
    {
        if (!IsHandOff(colours.Hand, colours.Areas))
            yield break;
        yield return new Finding(
            colours.Hand < 1 ? FindingKind.TooPale : FindingKind.TooStrong,
            CardMap.Paper,
            null,
            100 * Math.Abs(colours.Hand - 1),
            card.WidthMm * card.HeightMm,
            LinesOfCard.Whole(card)
        );
    }

    private static HueShift ShiftOf(AreaColour area)
    {
        var (chroma, held) = (Math.Sqrt(Square(area.Colour)), Math.Sqrt(Square(area.Held)));
        var (a, b) = (area.Colour.A - area.Held.A, area.Colour.B - area.Held.B);
        var round = Math.Sqrt(Math.Max(0, a * a + b * b - Math.Pow(chroma - held, 2)));
        if (Math.Abs(chroma - held) > round)
            return chroma < held ? HueShift.Greyer : HueShift.Purer;
        return Math.Abs(a) > Math.Abs(b)
            ? a > 0
                ? HueShift.Redder
                : HueShift.Greener
            : b > 0
                ? HueShift.Yellower
                : HueShift.Bluer;

        static double Square(Lab lab) => lab.A * lab.A + lab.B * lab.B;
    }

    /// <summary>Pairs of areas that fit each other's colours, and not their own.</summary>
    private static Dictionary<int, int> Exchanged(ImmutableArray<AreaColour> areas)
    {
        var wrong = areas
            .Where(area => Ciede2000.Difference(area.Colour, area.Expected) > Math.Max(2 * Seen, TimesSure * area.Sure))
            .ToList();
        var pairs =
            from one in wrong
            from other in wrong
            where one.Area < other.Area
            let own = Miss(one, one) + Miss(other, other)
            let swapped = Miss(one, other) + Miss(other, one)
            where swapped < own / 2 && Math.Max(Miss(one, other), Miss(other, one)) < 2 * Seen
            orderby swapped
            select (one.Area, Other: other.Area);
        var found = new Dictionary<int, int>();
        foreach (var (one, other) in pairs)
        {
            if (!found.ContainsKey(one) && !found.ContainsKey(other))
                (found[one], found[other]) = (other, one);
        }
        return found;

        static double Miss(AreaColour seen, AreaColour asked) => Ciede2000.Difference(seen.Colour, asked.Expected);
    }

    private static IEnumerable<Finding> AlikeInValue(
        ImmutableArray<AreaColour> areas,
        CardToCheck card,
        Func<FindingKind, AreaColour, int?, Finding> finding
    )
    {
        var byArea = areas.ToDictionary(area => area.Area);
        foreach (var (first, second) in card.Touching)
        {
            if (!byArea.TryGetValue(first, out var one) || !byArea.TryGetValue(second, out var other))
                continue;
            var (asked, seen) = (Math.Abs(one.Expected.L - other.Expected.L), Math.Abs(one.Colour.L - other.Colour.L));
            if (asked >= ValueApart && seen <= ValueAlike * asked)
                yield return finding(FindingKind.AlikeInValue, one, other.Area) with
                {
                    Difference = asked - seen,
                };
        }
    }
}
