using Microsoft.EntityFrameworkCore;
using Nube.Core.Bench;
using Nube.Core.Planning;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>How a card came out, from the first picture of it to the last.</summary>
/// <param name="Card">Its number.</param>
/// <param name="Pictures">How many pictures were looked at.</param>
/// <param name="FirstUrl">The card on the first, laid flat.</param>
/// <param name="LastUrl">The card on the last.</param>
/// <param name="FirstWithin">Half of its areas were so near what was to be, CIEDE2000.</param>
/// <param name="LastWithin">The same on the last.</param>
/// <param name="FirstFindings">How much was found on the first that was not meant.</param>
/// <param name="LastFindings">The same on the last.</param>
/// <param name="Mended">What was done to mend it.</param>
public sealed record CardCameOut(
    int Card,
    int Pictures,
    string FirstUrl,
    string LastUrl,
    double? FirstWithin,
    double? LastWithin,
    int FirstFindings,
    int LastFindings,
    IReadOnlyList<string> Mended
);

/// <summary>How the cards of runs came out.</summary>
internal static class CameOut
{
    /// <summary>All pictures of a run's cards, latest first.</summary>
    public static Task<List<CardCheck>> Pictures(NubeDb db, Guid run, CancellationToken cancel) =>
        db
            .CardChecks.AsNoTracking()
            .Where(check => check.RunId == run)
            .OrderByDescending(check => check.TakenAt)
            .ToListAsync(cancel);

    /// <summary>Card by card.</summary>
    public static IReadOnlyList<CardCameOut> Of(
        RunWithSupplies run,
        IEnumerable<CardCheck> pictures,
        Plan plan,
        BenchState bench
    )
    {
        return
        [
            .. ByCard(pictures)
                .Select(card =>
                {
                    var (first, last) = (card.Last(), card.First());
                    return new CardCameOut(
                        card.Key,
                        card.Count(),
                        CheckViews.PictureUrl(first),
                        CheckViews.PictureUrl(last),
                        CheckViews.MedianOf(first.Card),
                        CheckViews.MedianOf(last.Card),
                        Found(first.Card),
                        Found(last.Card),
                        [
                            .. bench
                                .PassesDone(plan, card.Key)
                                .Where(pass => pass.Mends is not null)
                                .Select(pass => StepWords.Title(pass, run.NameOf))
                                .Distinct(),
                        ]
                    );
                }),
        ];

        int Found(CheckedCard card) => card.Findings.Count(finding => !run.Run.MeantSo.Contains(finding.Key));
    }

    /// <summary>
    /// Half of the areas of half of its cards came so near what was to be on their last pictures, CIEDE2000; null where none
    /// was looked at.
    /// </summary>
    public static double? Within(IEnumerable<CardCheck> pictures)
    {
        var cards = ByCard(pictures)
            .Select(card => CheckViews.MedianOf(card.First().Card))
            .OfType<double>()
            .Order()
            .ToList();
        return cards.Count == 0 ? null : cards[cards.Count / 2];
    }

    private static IEnumerable<IGrouping<int, SeenCard>> ByCard(IEnumerable<CardCheck> pictures) =>
        pictures
            .SelectMany(check => check.Cards, (check, card) => new SeenCard(check, card))
            .GroupBy(seen => seen.Card.Card)
            .OrderBy(card => card.Key);
}
