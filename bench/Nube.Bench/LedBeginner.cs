using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Artwork;
using Nube.Core.Bench;
using Nube.Core.Checking;
using Nube.Core.Colour;
using Nube.Core.Drying;
using Nube.Core.Methods;
using Nube.Core.Optics;
using Nube.Core.Planning;
using Nube.Core.Tests.Artwork;
using Nube.Core.Tests.Checking;
using Nube.Devices.Cards;
using Nube.Devices.Makers;

namespace Nube.Bench;

/// <summary>
/// A beginner colours the shipped drawings as the bench leads, with one correction after a scan or a photo; and, beside it,
/// by folk rules: one part of water to one of colour, five minutes of waiting, areas as one reads, no correction.
/// </summary>
/// <remarks>
/// The beginner lays washes from below, as one may choose to under How you work; or at once as the recipe says, when asked so.
/// Goal: led, median at most 3 and 95th at most 6 CIEDE2000 from what was to be, no bleeds, time within 5 % of the bound. The
/// bound is that of the room as it is, which neither the plan nor the beginner knows.
/// </remarks>
internal static class LedBeginner
{
    private const double MostOff = 6; // CIEDE2000
    private static readonly DateTimeOffset Start = new(2027, 9, 3, 14, 0, 0, TimeSpan.Zero);
    private static readonly Air Room = new(20, 0.5, 0);
    private static readonly TimeSpan FolkWait = TimeSpan.FromMinutes(5);

    private sealed record Outcome(
        ImmutableArray<double> Before,
        ImmutableArray<double> After,
        ImmutableArray<double> Folk,
        int Bleeds,
        int BleedsInMending,
        int FolkBleeds,
        double OverBound,
        double FolkOverBound,
        int Mended,
        double MendingMinutes,
        bool Found
    );

    /// <summary>Runs all drawings with so many beginners each.</summary>
    /// <param name="seeds">How many.</param>
    /// <param name="approach">How near washes come before the look.</param>
    public static void Run(int seeds, Approach approach)
    {
        var outcomes = new List<Outcome>();
        for (var image = 0; image < Drawings.Shipped.Count(); image++)
        {
            var those = Enumerable.Range(0, seeds).Select(seed => Of(image, 1000 * image + seed, approach)).ToList();
            Say(Path.GetFileName(Drawings.Shipped.ElementAt(image)), those);
            outcomes.AddRange(those);
        }
        Say("all", outcomes);
    }

    private static Outcome Of(int image, int seed, Approach approach)
    {
        var card = new PlannedCard(TrialCards.Image(image), seed, schools: Schools.Usual with { Approach = approach });
        var maker = new SimulatedMaker(seed);
        (int, int)[] touching = [.. card.Image.Map.Touching.Select(pair => (pair.One, pair.Other))];
        var insides = AreaInside.Of(card.Masks, card.Image.Lines);
        var followed = Scheduler.Improve(card.Plan, touching, Hand.Ordinary, SearchEffort.Usual);
        var worked = maker.Follow(followed, touching, Worked.Nothing, Start);
        double Laid(int area) => NotForgotten(area, worked, followed) * maker.StrengthOn(area);
        var asked = card.Expected.ToDictionary(area => area.Area);
        var scanner = seed % 2 == 0;

        var painted = Painted(Laid, []);
        var picture = PictureReader.ReadColours(TrialCards.Taken(painted, scanner, seed, 0.15).File());
        var found = CardFinder.Find(picture, card.Image.Lines);
        var (after, mended, second, minutes) = (painted, 0, worked, 0.0);
        var plan = followed;
        if (!found.IsEmpty)
        {
            var seen = CardChecked.Of(picture, found[0].Place, card.ToCheck(measured: true));
            var toMend = new CardToMend(seen.Colours.Areas, seen.Colours.Hand, card.Sizes, card.Done);
            var acts = new Dictionary<int, ImmutableArray<Act>>();
            foreach (var finding in seen.Findings.Where(one => one.Area > 0))
            {
                foreach (var correction in Mending.Of(finding, toMend))
                {
                    var passes = MendingPasses.Of(correction, finding.Key, toMend);
                    // What is mended in spots does not show in the colour of an area; one correction an area.
                    if (passes.IsEmpty || correction.After is null || acts.ContainsKey(correction.Area))
                        continue;
                    acts[correction.Area] = correction.Acts;
                    plan = Adding.Mending(
                        plan,
                        passes,
                        [1],
                        [.. worked.Taps.Where(tap => tap.Kind == TapKind.Done).Select(tap => tap.Step)],
                        Hand.Ordinary,
                        card.Paints.Paper,
                        Room
                    );
                }
            }
            mended = acts.Count;
            var looked = worked.End.AddMinutes(10);
            var inOrder = Replanning.FromNow(
                plan,
                touching,
                Hand.Ordinary,
                BenchLog.At(plan, touching, worked.Taps, looked)
            );
            second = maker.Follow(inOrder, touching, worked, looked);
            minutes = (second.End - looked).TotalMinutes;
            after = Painted(Laid, acts);
        }
        var (folk, folkTook, folkBleeds) = ByFolkRules(card, touching, maker);
        var folkCard = Painted(area => folk[area] / asked[area].OfMeant * maker.StrengthOn(area), []);
        var bound = BoundIn(followed, touching, maker.Room);
        return new Outcome(
            Off(painted),
            Off(after),
            Off(folkCard),
            worked.WetStarts,
            second == worked ? 0 : second.WetStarts,
            folkBleeds,
            (worked.End - Start).TotalSeconds / bound - 1,
            folkTook.TotalSeconds / bound - 1,
            mended,
            minutes,
            !found.IsEmpty
        );

        PaintedCard Painted(Func<int, double> strength, Dictionary<int, ImmutableArray<Act>> acts) =>
            card.Painted(seed, measured: true, strength, strays: 0.12, mended: area =>
                acts.TryGetValue(area, out var those) ? those : []
            );

        ImmutableArray<double> Off(PaintedCard one) =>
            [
                .. insides
                    .Where(inside => asked.ContainsKey(inside.Area.Id))
                    .Select(inside =>
                        Ciede2000.Difference(
                            TrialCards.Truth(one, inside),
                            TrialCards.Asked(asked[inside.Area.Id], inside)
                        )
                    ),
            ];
    }

    /// <summary>No order is done before in a room in which water takes so many times as long, s.</summary>
    private static double BoundIn(Plan plan, (int One, int Other)[] touching, double room)
    {
        var there = plan with
        {
            AtLeastSeconds = 0,
            Drying = [.. plan.Drying.Select(of => of with { Times = of.Times.Scaled(room) })],
        };
        return Scheduler.Improve(there, touching, Hand.Ordinary, SearchEffort.Usual).AtLeastSeconds;
    }

    /// <summary>Share of what was to be laid on an area that was not forgotten; next to nothing where all was.</summary>
    private static double NotForgotten(int area, Worked worked, Plan plan)
    {
        var steps = plan.Steps.Where(step => plan.PassOf(step).Areas.Contains(area)).ToList();
        return Math.Max(1e-6, steps.Count(step => !worked.LeftOut.Contains(step.Number)) / (double)steps.Count);
    }

    /// <summary>How much of each load comes to lie by folk rules, how long that takes, and how often it bleeds.</summary>
    private static (Dictionary<int, double> Strength, TimeSpan Took, int Bleeds) ByFolkRules(
        PlannedCard card,
        (int One, int Other)[] touching,
        SimulatedMaker maker
    )
    {
        var plan = card.Plan;
        var strength = card.Sizes.ToDictionary(
            size => size.Area,
            size =>
                new Strength(1).LoadOfOneLayer
                / plan.Passes.Where(pass => pass.Areas.Contains(size.Area) && !pass.Mix.Parts.IsEmpty)
                    .Sum(pass => card.Paints.LoadOf(pass.Mix))
        );
        var centres = card.Image.Map.Areas.ToDictionary(area => area.Id, area => area.Centre);
        var (now, bleeds) = (TimeSpan.Zero, 0);
        var dryAt = new Dictionary<int, TimeSpan>();
        foreach (
            var area in centres
                .OrderBy(one => Math.Round(one.Value.Y / 10))
                .ThenBy(one => one.Value.X)
                .Select(one => one.Key)
        )
        {
            var wash = plan.Passes.FirstOrDefault(pass => pass.Areas.Contains(area));
            if (wash is null)
                continue;
            bleeds += touching.Count(pair =>
                (pair.One == area && IsWet(pair.Other)) || (pair.Other == area && IsWet(pair.One))
            );
            now += TimeSpan.FromSeconds(
                Hand.Ordinary.PaintSeconds(wash) / wash.Areas.Length + Hand.Ordinary.NextMixSeconds
            );
            dryAt[area] = now + plan.TimesOf(wash, area).Dry * maker.Room;
            now += FolkWait;
        }
        return (strength, now, bleeds);

        bool IsWet(int area) => dryAt.TryGetValue(area, out var dry) && dry > now;
    }

    private static void Say(string what, IReadOnlyCollection<Outcome> those)
    {
        string Two(Func<Outcome, ImmutableArray<double>> of)
        {
            var all = those.SelectMany(one => of(one)).Order().ToList();
            return FormattableString.Invariant($"{all[all.Count / 2]:0.00} / {all[(int)(0.95 * all.Count)]:0.00}");
        }
        double Median(Func<Outcome, double> of) => those.Select(of).Order().ElementAt(those.Count / 2);
        Console.WriteLine(
            FormattableString.Invariant(
                $"""
                {what}: {those.Count} cards, {those.Sum(one => one.Before.Length)} areas, {those.Count(one =>
                    !one.Found
                )} not found
                  led: {Two(one => one.Before)} before, {Two(one =>
                    one.After
                )} after one correction (CIEDE2000, median / 95th); {those.Sum(one =>
                    one.Mended
                )} areas mended, {those.Sum(one => one.After.Count(off => off > MostOff))} farther than {MostOff}
                  led: {those.Sum(one => one.Bleeds)} bleeds, {those.Sum(one =>
                    one.BleedsInMending
                )} in the correction, time {Median(one =>
                    100 * one.OverBound
                ):0} % over the bound; the correction takes {Median(one => one.MendingMinutes):0} min
                  folk: {Two(one => one.Folk)}; {those.Sum(one => one.FolkBleeds)} bleeds, time {Median(one =>
                    100 * one.FolkOverBound
                ):0} % over the bound
                """
            )
        );
    }
}
