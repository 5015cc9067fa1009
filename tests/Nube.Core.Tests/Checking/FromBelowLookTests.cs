using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Checking;
using Nube.Core.Colour;
using Nube.Core.Drying;
using Nube.Core.Methods;
using Nube.Core.Planning;

namespace Nube.Core.Tests.Checking;

/// <summary>A card whose washes were kept paler is looked at, and gets what is missing.</summary>
public sealed class FromBelowLookTests
{
    private const int Seed = 720; // hands, paints and devices that no bound was set on

    /// <summary>A card of which a hand laid so much of what it was told.</summary>
    private sealed class PaleCard(int image, int seed, double hand = 1)
    {
        public PlannedCard Card { get; } =
            new(TrialCards.Image(image), seed, schools: Schools.Usual with { Approach = Approach.FromBelow });

        public Devices.Cards.PaintedCard Painted(Func<int, IEnumerable<Act>> mended) =>
            Card.Painted(seed, measured: true, _ => hand, strays: 0.12, mended: mended);

        public CardChecked Check() => TrialCards.Checked(Card, Painted(_ => []), scanner: seed % 2 == 0, seed);

        public double MedianOff(Devices.Cards.PaintedCard painted)
        {
            var meant = Card.Expected.ToDictionary(area => area.Area);
            var off = Card
                .Insides.Where(inside => meant.ContainsKey(inside.Area.Id))
                .Select(inside =>
                    Ciede2000.Difference(
                        TrialCards.Truth(painted, inside),
                        TrialCards.Asked(meant[inside.Area.Id], inside)
                    )
                )
                .Order()
                .ToList();
            return off[off.Count / 2];
        }

        public CardToMend ToMend(CardChecked seen) => new(seen.Colours.Areas, seen.Colours.Hand, Card.Sizes, Card.Done);

        public Dictionary<int, (Finding Finding, Correction Correction)> Added(CardChecked seen) =>
            seen
                .Findings.Where(one => one.KeptBack)
                .Select(one => (Finding: one, Correction: Mending.Of(one, ToMend(seen)).Single()))
                .Where(one => one.Correction.Kind != CorrectionKind.Leave)
                .ToDictionary(one => one.Finding.Area);
    }

    [Theory]
    [InlineData(0)]
    [InlineData(1)]
    public void What_was_kept_back_is_found_to_be_missing_and_is_added(int image)
    {
        var pale = new PaleCard(image, Seed + image);
        var seen = pale.Check();
        var added = pale.Added(seen);

        Assert.InRange(added.Count, pale.Card.Expected.Length / 3, pale.Card.Expected.Length);
        Assert.All(added.Values, one =>
        {
            Assert.Equal(FindingKind.TooPale, one.Finding.Kind);
            Assert.StartsWith("Still paler: ", FindingWords.Title(one.Finding, _ => "pot"), StringComparison.Ordinal);
            Assert.StartsWith(
                "It was laid paler on purpose. About 67 % of what is meant lies there",
                FindingWords.Reason(one.Finding, 0.67),
                StringComparison.Ordinal
            );
        });
        var before = pale.MedianOff(pale.Painted(_ => []));
        var after = pale.MedianOff(
            pale.Painted(area => added.TryGetValue(area, out var one) ? one.Correction.Acts : [])
        );
        Assert.True(after < 0.6 * before, $"{before:0.0} before, {after:0.0} after");
    }

    [Fact]
    public void The_hand_is_held_against_what_it_was_told_and_not_against_what_was_kept_back()
    {
        var seen = new PaleCard(1, Seed + 1).Check();

        Assert.InRange(seen.Colours.Hand, 0.85, 1.2);
        Assert.DoesNotContain(seen.Findings, one => one.Area == CardMap.Paper && one.Kind == FindingKind.TooPale);
    }

    [Fact]
    public void A_strong_hand_comes_near_what_is_meant_and_nothing_is_said_of_it()
    {
        var seen = new PaleCard(1, Seed + 3, hand: 1.5).Check();

        Assert.InRange(seen.Colours.Hand, 1.3, 1.8);
        Assert.DoesNotContain(seen.Findings, one => one.Area == CardMap.Paper && one.Kind == FindingKind.TooStrong);
        Assert.InRange(
            seen.Findings.Count(one => one.Kind is FindingKind.TooStrong or FindingKind.TooPale),
            0,
            seen.Colours.Areas.Length / 4
        );
    }

    [Fact]
    public void After_it_was_added_the_next_look_does_not_call_the_area_kept_back()
    {
        var pale = new PaleCard(0, Seed + 4);
        var seen = pale.Check();
        var added = pale.Added(seen);
        Assert.NotEmpty(added);
        var plan = pale.Card.Plan;
        var now = added.Values.Aggregate(plan, (before, one) =>
            Adding.Mending(
                before,
                MendingPasses.Of(one.Correction, one.Finding.Key, pale.ToMend(seen)),
                [1],
                [.. plan.Steps.Select(step => step.Number)],
                Hand.Ordinary,
                pale.Card.Paints.Paper,
                new Air(20, 0.5, 0)
            )
        );
        var work = new WorkDone([.. now.Steps.Select(now.PassOf)], pale.Card.Paints)
        {
            StrengthBefore = seen.Colours.Areas.ToImmutableDictionary(area => area.Area, area => area.Strength),
        };

        var again = TrialCards.Checked(
            pale.Card,
            pale.Painted(area => added.TryGetValue(area, out var one) ? one.Correction.Acts : []),
            true,
            Seed + 4,
            AreaExpected.Of(work)
        );

        Assert.DoesNotContain(again.Findings, one => one.KeptBack && added.ContainsKey(one.Area));
        Assert.True(
            again.Findings.Count(one => one.Kind == FindingKind.TooPale && added.ContainsKey(one.Area))
                <= added.Count / 4
        );
    }

    [Fact]
    public void An_area_that_was_left_out_is_coloured_as_it_is_meant_in_the_end()
    {
        var pale = new PaleCard(0, Seed + 6);
        var left = pale.Card.Expected.MinBy(area => area.MeantAt(0).Middle.Y)!.Area; // the darkest
        var painted = pale.Card.Painted(Seed + 6, measured: true, area => area == left ? 1e-6 : 1, strays: 0.12);
        var seen = TrialCards.Checked(pale.Card, painted, scanner: true, Seed + 6);

        var found = Assert.Single(seen.Findings, one => one.Kind == FindingKind.Forgotten && one.Area == left);
        var passes = MendingPasses.Of(
            new Correction(CorrectionKind.AsPlanned, left, [], null, found.Difference, 0, found.SizeMm2),
            found.Key,
            pale.ToMend(seen)
        );

        Assert.All(passes, pass => Assert.Equal(1, pass.OfMeant));
        Assert.All(passes.SelectMany(pass => pass.Acts), act => Assert.Equal(1, act.Share, 1e-9));
    }
}
