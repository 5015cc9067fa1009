using System.Collections.Immutable;
using Nube.Core.Checking;
using Nube.Core.Colour;
using Nube.Core.Light;
using Nube.Data.Entities;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>Something that came out otherwise than it was to.</summary>
/// <param name="Kind">What kind of thing.</param>
/// <param name="Area">The area; 0 for the paper around the image, or for the whole card.</param>
/// <param name="Other">The other area that has to do with it.</param>
/// <param name="Title">What, in a few words.</param>
/// <param name="Reason">How much, how large, and why it counts.</param>
/// <param name="Outline">Around where it is: an SVG path in mm of the card's picture.</param>
/// <param name="Seen">The colour that lies there.</param>
/// <param name="Expected">The colour that was to; null where it is not about the colour of an area.</param>
/// <param name="Was">How far it was off on the picture before; null where it was not found then.</param>
/// <param name="IsMeant">The maker said that it is meant to be so.</param>
/// <param name="KeptBack">It is too pale because less was laid on purpose.</param>
public sealed record FindingView(
    FindingKind Kind,
    int Area,
    int? Other,
    string Title,
    string Reason,
    string Outline,
    Srgb? Seen,
    Srgb? Expected,
    double? Was,
    bool IsMeant,
    bool KeptBack
);

/// <summary>The same card on the picture before.</summary>
/// <param name="TakenAt">When that was brought in.</param>
/// <param name="PictureUrl">It, laid flat.</param>
/// <param name="MedianDifference">From what was to be expected, over its areas, CIEDE2000.</param>
/// <param name="Gone">What was found then and is not any more.</param>
/// <param name="StepsSince">How many steps were done on it since.</param>
public sealed record CardBeforeView(
    DateTimeOffset TakenAt,
    string PictureUrl,
    double? MedianDifference,
    IReadOnlyList<string> Gone,
    int StepsSince
);

/// <summary>A card that was looked at.</summary>
/// <param name="Card">Its number.</param>
/// <param name="PictureUrl">It, laid flat, with paper around its picture.</param>
/// <param name="WidthMm">Width of its picture, mm.</param>
/// <param name="HeightMm">Height of its picture, mm.</param>
/// <param name="MarginMm">How much paper that is, mm.</param>
/// <param name="Areas">How many areas were read.</param>
/// <param name="MedianDifference">From what was to be expected, over its areas, CIEDE2000.</param>
/// <param name="Before">The same card on the picture before; null where there is none.</param>
/// <param name="Findings">Most worth mending first.</param>
public sealed record CheckedCardView(
    int Card,
    string PictureUrl,
    double WidthMm,
    double HeightMm,
    double MarginMm,
    int Areas,
    double? MedianDifference,
    CardBeforeView? Before,
    IReadOnlyList<FindingView> Findings
);

/// <summary>How the light, the middle or the shadow of an area came out.</summary>
/// <param name="Part">Which of them.</param>
/// <param name="Seen">The colour that lies there.</param>
/// <param name="Asked">The colour that was to.</param>
/// <param name="Difference">Between both, CIEDE2000.</param>
public sealed record ZoneCameOutView(CellPart Part, Srgb Seen, Srgb Asked, double Difference);

/// <summary>How an area came out.</summary>
/// <param name="Area">The area.</param>
/// <param name="Name">Its name.</param>
/// <param name="Words">In words, as a whole and zone by zone.</param>
/// <param name="Seen">The colour that lies there.</param>
/// <param name="Expected">The colour that was to.</param>
/// <param name="Difference">Between both, CIEDE2000.</param>
/// <param name="Sure">How far the reading may be off, CIEDE2000, in two of three cases.</param>
/// <param name="FromWish">How far its middle is from the wish, CIEDE2000; null where none is known.</param>
/// <param name="Zones">Its zones that could be read.</param>
public sealed record AreaCameOutView(
    int Area,
    string Name,
    string Words,
    Srgb Seen,
    Srgb Expected,
    double Difference,
    double Sure,
    double? FromWish,
    IReadOnlyList<ZoneCameOutView> Zones
);

/// <summary>A picture of cards, and what was found on them.</summary>
/// <param name="Id">Its key.</param>
/// <param name="TakenAt">When it was brought in.</param>
/// <param name="FileName">The name that it had.</param>
/// <param name="ChartName">The colour chart that lay beside the cards; null without one.</param>
/// <param name="Cards">The cards in it.</param>
public sealed record CheckView(
    Guid Id,
    DateTimeOffset TakenAt,
    string FileName,
    string? ChartName,
    IReadOnlyList<CheckedCardView> Cards
);

/// <summary>All that was looked at of a run, latest first.</summary>
/// <param name="Cards">How many cards the run has.</param>
/// <param name="StepsDone">How many steps were done on each, card 1 first.</param>
/// <param name="Chart">The maker's colour chart, which may lie beside them; null without one.</param>
/// <param name="Checks">What was looked at.</param>
public sealed record ChecksView(
    int Cards,
    IReadOnlyList<int> StepsDone,
    ChartView? Chart,
    IReadOnlyList<CheckView> Checks
);

/// <summary>What was found, as it is read.</summary>
internal static class CheckViews
{
    /// <summary>A picture of cards.</summary>
    /// <param name="run">The run.</param>
    /// <param name="check">The picture.</param>
    /// <param name="all">All of the run, latest first.</param>
    public static CheckView View(RunWithSupplies run, CardCheck check, IReadOnlyCollection<CardCheck> all) =>
        new(
            check.Id,
            check.TakenAt,
            check.FileName,
            check.ChartName,
            [.. check.Cards.Select(card => View(run, new SeenCard(check, card), Before(check, card, all)))]
        );

    private static SeenCard? Before(CardCheck check, CheckedCard card, IEnumerable<CardCheck> all) =>
        all.Where(one => one.TakenAt < check.TakenAt)
            .SelectMany(one => one.Cards, (one, earlier) => new SeenCard(one, earlier))
            .FirstOrDefault(earlier => earlier.Card.Card == card.Card);

    private static CheckedCardView View(RunWithSupplies run, SeenCard seen, SeenCard? before)
    {
        var (card, image) = (seen.Card, run.Image);
        return new CheckedCardView(
            card.Card,
            PictureUrl(seen),
            image.WidthMm,
            image.HeightMm,
            CardFlat.MarginMm,
            card.Areas.Length,
            MedianOf(card),
            before is null
                ? null
                : new CardBeforeView(
                    before.Check.TakenAt,
                    PictureUrl(before),
                    MedianOf(before.Card),
                    [
                        .. before
                            .Card.Findings.Where(one =>
                                !run.Run.MeantSo.Contains(one.Key) && card.Findings.All(now => now.Key != one.Key)
                            )
                            .Select(one => FindingWords.Title(one, run.Image.NameOf)),
                    ],
                    card.StepsDone - before.Card.StepsDone
                ),
            [.. card.Findings.Select(finding => View(run, card, finding, before))]
        );
    }

    /// <summary>Every area of a card, farthest off first.</summary>
    public static IReadOnlyList<AreaCameOutView> Areas(RunWithSupplies run, CheckedCard card) =>
        [
            .. AreaCameOut
                .Of(
                    card.Areas,
                    card.Hand,
                    run.Colours.Where(colour => !colour.Wish.Exactly)
                        .ToDictionary(colour => colour.Wish.Area, colour => colour.Wish.Colour)
                )
                .Select(area => new AreaCameOutView(
                    area.Area,
                    run.NameOf(area.Area),
                    area.InWords(),
                    Srgb.FromLab(area.Seen),
                    Srgb.FromLab(area.Expected),
                    area.Difference,
                    area.Sure,
                    area.FromWish,
                    [
                        .. area.Zones.Select(zone => new ZoneCameOutView(
                            zone.Part,
                            Srgb.FromLab(zone.Seen),
                            Srgb.FromLab(zone.Asked),
                            zone.Difference
                        )),
                    ]
                )),
        ];

    /// <summary>Where its picture is.</summary>
    public static string PictureUrl(SeenCard seen) =>
        $"/api/runs/{seen.Check.RunId}/checks/{seen.Check.Id}/cards/{seen.Card.Card}";

    /// <summary>How near half of its areas are to what was to be, CIEDE2000; null where none was read.</summary>
    public static double? MedianOf(CheckedCard card) =>
        card.Areas.IsEmpty
            ? null
            : card
                .Areas.Select(area => Ciede2000.Difference(area.Colour, area.Expected))
                .Order()
                .ElementAt(card.Areas.Length / 2);

    private static FindingView View(RunWithSupplies run, CheckedCard card, Finding finding, SeenCard? before)
    {
        var area = card.Areas.FirstOrDefault(one => one.Area == finding.Area);
        return new FindingView(
            finding.Kind,
            finding.Area,
            finding.Other,
            FindingWords.Title(finding, run.Image.NameOf),
            FindingWords.Reason(finding, area?.StrengthOfMeant ?? card.Hand),
            finding.Outline,
            area is null ? null : Srgb.FromLab(area.Colour),
            area is null ? null : Srgb.FromLab(area.Expected),
            // What was asked has no number.
            Questions.All.Contains(finding.Kind)
                ? null
                : before?.Card.Findings.FirstOrDefault(one => one.Key == finding.Key)?.Difference,
            run.Run.MeantSo.Contains(finding.Key),
            finding.KeptBack
        );
    }
}
