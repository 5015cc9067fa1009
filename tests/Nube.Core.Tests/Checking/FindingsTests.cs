using System.Collections.Immutable;
using Nube.Core.Checking;
using Nube.Core.Colour;

namespace Nube.Core.Tests.Checking;

public sealed class FindingsTests
{
    /// <summary>Faults that can be on one card together, and none.</summary>
    private static readonly FindingKind[][] together =
    [
        [
            FindingKind.HardEdge,
            FindingKind.OverTheLine,
            FindingKind.TooPale,
            FindingKind.BareSpecks,
            FindingKind.Exchanged,
        ],
        [FindingKind.RunTogether, FindingKind.TooStrong, FindingKind.Streaky, FindingKind.LinesDulled],
        [FindingKind.ShadowStrong, FindingKind.ZonesAlike],
        [FindingKind.Bloom, FindingKind.Forgotten, FindingKind.DarkSpecks, FindingKind.HueOff, FindingKind.Warped],
    ];

    private const int FirstSeed = 500; // devices, hands and faults that no bound was set on
    private const int Cards = 6; // of each set of faults

    private static readonly Lazy<ImmutableArray<FaultsFound>> found = new(() =>
        [
            .. Enumerable
                .Range(0, Cards * together.Length)
                .Select(number =>
                {
                    var seed = FirstSeed + number;
                    var cards = new FaultyCards(new PlannedCard(TrialCards.Image(number / 2 % 3), seed));
                    return cards.With(seed, number % 2 == 0, measured: true, together[number % together.Length]);
                }),
        ]
    );

    /// <summary>Precision and recall by their definition: right ones by all found, found ones by all there are.</summary>
    [Fact]
    public void Faults_that_can_be_seen_are_found_and_what_is_found_is_there()
    {
        var faults = found.Value.SelectMany(card => card.Faults).ToList();
        var findings = found.Value.SelectMany(card => card.Findings).ToList();

        // Asked: 0.9 of both.
        Assert.InRange(faults.Count(fault => fault.Right) / (double)faults.Count, 0.8, 1);
        Assert.InRange(findings.Count(finding => finding.Right) / (double)findings.Count, 0.85, 1);
    }

    [Theory]
    [InlineData(FindingKind.TooPale, 0.66)]
    [InlineData(FindingKind.TooStrong, 0.66)]
    [InlineData(FindingKind.Forgotten, 0.66)]
    [InlineData(FindingKind.Exchanged, 0.66)]
    [InlineData(FindingKind.BareSpecks, 0.66)]
    [InlineData(FindingKind.DarkSpecks, 0.66)]
    [InlineData(FindingKind.Streaky, 0.66)]
    [InlineData(FindingKind.Bloom, 0.66)]
    [InlineData(FindingKind.HueOff, 0.66)]
    [InlineData(FindingKind.LinesDulled, 0.66)]
    [InlineData(FindingKind.Warped, 0.66)]
    [InlineData(FindingKind.ZonesAlike, 0.66)]
    [InlineData(FindingKind.HardEdge, 0.66)]
    [InlineData(FindingKind.ShadowStrong, 0.66)]
    [InlineData(FindingKind.OverTheLine, 0.66)]
    [InlineData(FindingKind.RunTogether, 0.66)]
    public void Of_each_kind_so_many_are_found(FindingKind kind, double least)
    {
        var faults = found.Value.SelectMany(card => card.Faults).Where(fault => fault.Kind == kind).ToList();

        Assert.InRange(faults.Count, Cards / 2, Cards);
        Assert.InRange(faults.Count(fault => fault.Right) / (double)faults.Count, least, 1);
    }

    [Theory]
    [InlineData(FindingKind.BareSpecks)]
    [InlineData(FindingKind.DarkSpecks)]
    [InlineData(FindingKind.Bloom)]
    [InlineData(FindingKind.OverTheLine)]
    public void Sizes_are_told_within_30_of_100_in_the_median(FindingKind kind)
    {
        var sizes = found
            .Value.SelectMany(card => card.Faults)
            .Where(fault => fault.Kind == kind && fault.Size is not null)
            .Select(fault => Math.Abs(fault.Size!.Value - 1))
            .Order()
            .ToList();

        Assert.NotEmpty(sizes);
        Assert.InRange(sizes[sizes.Count / 2], 0, 0.3);
    }

    [Fact]
    public void On_faultless_cards_no_more_than_one_area_in_twenty_has_a_finding_that_is_not_so()
    {
        var cards = Enumerable
            .Range(0, 6)
            .Select(number =>
            {
                var seed = FirstSeed + 100 + number;
                return new FaultyCards(new PlannedCard(TrialCards.Image(number % 3), seed)).Faultless(
                    seed,
                    number % 2 == 0,
                    measured: true
                );
            })
            .ToList();

        Assert.InRange(
            cards.Sum(card => card.Findings.Count(finding => !finding.Right)) / (double)cards.Sum(card => card.Areas),
            0,
            1 / 20.0
        );
    }

    [Fact]
    public void A_hand_that_is_strong_on_all_areas_is_one_finding_for_the_whole_card()
    {
        var card = new PlannedCard(TrialCards.Image(0), FirstSeed + 200);

        var seen = TrialCards.Checked(card, card.Painted(FirstSeed + 200, true, _ => 1.8), true, FirstSeed + 200);

        Assert.Contains(seen.Findings, one => one.Kind == FindingKind.TooStrong && one.Area == 0);
        Assert.InRange(seen.Colours.Hand, 1.35, 2.4);
        Assert.InRange(seen.Findings.Count(one => one.Kind == FindingKind.TooStrong), 1, 3);
        // Area by area the same is told: as strong as the card, and too strong only what is a finding of its own.
        var told = AreaCameOut
            .Of(seen.Colours.Areas, seen.Colours.Hand, new Dictionary<int, Srgb>())
            .Select(area => area.InWords())
            .ToList();
        Assert.Contains(told, words => words.StartsWith("As strong as the whole card", StringComparison.Ordinal));
        Assert.Equal(
            seen.Findings.Count(one => one.Kind == FindingKind.TooStrong && one.Area > 0),
            told.Count(words => words.StartsWith("Too strong", StringComparison.Ordinal))
        );
    }

    [Fact]
    public void Of_strong_areas_only_one_that_stands_out_most_and_was_not_to_shouts()
    {
        var card = new PlannedCard(TrialCards.Image(0), 640);
        var insides = card.Insides.ToDictionary(one => one.Area.Id);
        var asked = card.Expected.ToDictionary(one => one.Area, one => TrialCards.Asked(one, insides[one.Area]));
        var touching = card.Image.Map.Touching.Select(pair => (pair.One, pair.Other)).ToList();
        var shouted = 0;
        foreach (var strong in asked.Keys.Order())
        {
            var painted = card.Painted(640, measured: true, area => area == strong ? 3.5 : 1, strays: 0.12);
            var truth = asked.Keys.ToDictionary(area => area, area => TrialCards.Truth(painted, insides[area]));
            var loud = asked.Keys.ToDictionary(area => area, area => StandsOut(area, truth) - StandsOut(area, asked));

            var findings = TrialCards.Checked(card, painted, scanner: true, seed: 640).Findings;

            var shouting = findings.Where(one => one.Shouts).ToList();
            Assert.InRange(shouting.Count, 0, 1);
            Assert.All(shouting, one =>
            {
                Assert.InRange(loud[one.Area], 4, 100);
                Assert.Contains("It shouts", FindingWords.Reason(one, 3.5), StringComparison.Ordinal);
                shouted++;
            });
            // One that became much louder than all others were and are, and was not the loudest, is found to be.
            var loudest = asked.Keys.MaxBy(area => StandsOut(area, truth));
            if (loudest == strong && loud[strong] > 14 && asked.Keys.MaxBy(area => StandsOut(area, asked)) != strong)
                Assert.Equal(strong, Assert.Single(shouting).Area);
        }
        Assert.InRange(shouted, 1, asked.Count);

        double StandsOut(int area, Dictionary<int, Lab> colours) =>
            touching
                .Where(pair => pair.One == area || pair.Other == area)
                .Select(pair => pair.One == area ? pair.Other : pair.One)
                .Where(colours.ContainsKey)
                .Select(other => Ciede2000.Difference(colours[area], colours[other]))
                .DefaultIfEmpty(0)
                .Average();
    }

    [Fact]
    public void An_area_on_which_the_wrong_brew_was_laid_is_said_to_have_the_colour_of_another()
    {
        var card = new PlannedCard(TrialCards.Image(0), FirstSeed + 202);
        var asked = card.Expected.ToDictionary(one => one.Area, one => Lab.FromXyz(one.At(0).Middle));
        var areas = card.Image.Map.Areas.OrderByDescending(area => area.SizeMm2).Select(area => area.Id).ToList();
        var right = 0;
        const int tried = 5;
        foreach (var area in areas.Take(tried))
        {
            var other = areas.Find(one => Ciede2000.Difference(asked[one], asked[area]) > 20);
            var painted = card.Painted(FirstSeed + 202, true, instead: at => at == area ? other : at, strays: 0.12);

            var findings = TrialCards.Checked(card, painted, scanner: true, FirstSeed + 202).Findings;

            Assert.DoesNotContain(findings, one => one.Kind == FindingKind.HueOff && one.Area != area);
            var wrong = findings.FirstOrDefault(one => one.Kind == FindingKind.HueOff && one.Area == area);
            // Other areas may have the same colour.
            if (wrong is not { Other: { } like } || Ciede2000.Difference(asked[like], asked[other]) >= 3)
                continue;
            Assert.Equal($"Wrong colour: {area} has that of {like}", FindingWords.Title(wrong, one => $"{one}"));
            right++;
        }
        Assert.InRange(right, tried - 1, tried);
    }

    [Fact]
    public void Of_two_faults_the_one_that_is_seen_more_comes_first()
    {
        var card = new PlannedCard(TrialCards.Image(1), FirstSeed + 201);
        var areas = card.Image.Map.Areas.OrderByDescending(area => area.SizeMm2).ToList();
        var (large, small) = (areas[0].Id, areas[^1].Id);

        var seen = TrialCards.Checked(
            card,
            card.Painted(FirstSeed + 201, true, area => area == large || area == small ? 1e-6 : 1),
            true,
            FirstSeed + 201
        );

        Assert.Equal((FindingKind.Forgotten, large), (seen.Findings[0].Kind, seen.Findings[0].Area));
        var weights = seen.Findings.Select(one => one.Difference * Math.Sqrt(one.SizeMm2)).ToList();
        Assert.Equal(weights.OrderDescending(), weights);
    }
}
