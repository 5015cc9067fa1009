using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Checking;
using Nube.Core.Colour;
using Nube.Core.Drying;
using Nube.Core.Light;
using Nube.Core.Methods;
using Nube.Core.Planning;

namespace Nube.Core.Tests.Checking;

public sealed class CorrectionsTests
{
    private const int Seed = 700; // a hand, faults and devices that no bound was set on

    /// <summary>A card on which every third area has too little, too much or nothing.</summary>
    private sealed class WrongCard(int image, int seed, bool scanner, Method method = Method.FlatWash)
    {
        public PlannedCard Card { get; } = new(TrialCards.Image(image), seed, method);

        private double StrengthOf(int area) =>
            (area % 6) switch
            {
                1 => 0.45,
                3 => 2.2,
                5 => 1e-6,
                _ => 1,
            };

        public CardChecked Check() => TrialCards.Checked(Card, Painted(_ => []), scanner, seed);

        /// <summary>The same card, and the same hand, with more done to it.</summary>
        public Nube.Devices.Cards.PaintedCard Painted(Func<int, IEnumerable<Act>> mended) =>
            Card.Painted(seed, measured: true, StrengthOf, strays: 0.12, mended: mended);

        public CardToMend ToMend(CardChecked seen) => new(seen.Colours.Areas, seen.Colours.Hand, Card.Sizes, Card.Done);
    }

    [Theory]
    [InlineData(0, true)]
    [InlineData(1, false)]
    public void One_correction_closes_seven_tenths_of_what_the_median_area_is_off(int image, bool scanner)
    {
        var wrong = new WrongCard(image, Seed + image, scanner);
        var seen = wrong.Check();
        var found = seen
            .Findings.Where(one =>
                one.Kind is FindingKind.TooPale or FindingKind.TooStrong or FindingKind.Forgotten && one.Area > 0
            )
            .Select(one => one.Area)
            .ToHashSet();
        var corrections = seen
            .Colours.Areas.Where(area => found.Contains(area.Area))
            .Select(area => Corrections.Of(area.Area, wrong.ToMend(seen)))
            .Where(correction => correction.Kind != CorrectionKind.Leave)
            .ToDictionary(correction => correction.Area);
        Assert.InRange(corrections.Count, 3, 100);

        var (before, after) = (
            wrong.Painted(_ => []),
            wrong.Painted(area => corrections.TryGetValue(area, out var correction) ? correction.Acts : [])
        );

        var insides = AreaInside.Of(wrong.Card.Masks, wrong.Card.Image.Lines).ToDictionary(one => one.Area.Id);
        var asked = wrong
            .Card.Expected.Where(area => insides.ContainsKey(area.Area))
            .ToDictionary(area => area.Area, area => TrialCards.Asked(area, insides[area.Area]));
        var closed = corrections
            .Keys.Select(area =>
                1
                - Ciede2000.Difference(TrialCards.Truth(after, insides[area]), asked[area])
                    / Ciede2000.Difference(TrialCards.Truth(before, insides[area]), asked[area])
            )
            .Order()
            .ToList();
        Assert.InRange(closed[closed.Count / 2], 0.7, 1);
    }

    [Fact]
    public void What_nobody_sees_is_left_and_a_correction_that_is_proposed_closes_some_of_it()
    {
        var wrong = new WrongCard(0, Seed + 10, scanner: true);

        var seen = wrong.Check();
        foreach (var area in seen.Colours.Areas)
        {
            var correction = Corrections.Of(area.Area, wrong.ToMend(seen));
            if (correction.Before < Corrections.Tolerated)
                Assert.Equal(CorrectionKind.Leave, correction.Kind);
            if (correction.Kind == CorrectionKind.Leave)
                Assert.Empty(correction.Acts);
            else
            {
                Assert.NotEmpty(correction.Acts);
                Assert.InRange(correction.Closes!.Value, 0.3, 1);
            }
        }
    }

    [Fact]
    public void Nothing_on_an_area_is_made_good_by_what_was_to_lie_there_and_too_much_of_it_is_lifted()
    {
        var wrong = new WrongCard(0, Seed + 20, scanner: true);
        var seen = wrong.Check();
        var corrections = seen.Colours.Areas.ToDictionary(
            area => area.Area,
            area => Corrections.Of(area.Area, wrong.ToMend(seen))
        );

        var bare = corrections.Values.Where(one => one.Area % 6 == 5 && one.Kind != CorrectionKind.Leave).ToList();
        Assert.NotEmpty(bare);
        Assert.All(bare, one =>
            Assert.True(one.Kind is CorrectionKind.AsPlanned or CorrectionKind.Glaze, $"{one.Area}: {one.Kind}")
        );
        var strong = corrections.Values.Where(one => one.Area % 6 == 3 && one.Kind != CorrectionKind.Leave).ToList();
        Assert.NotEmpty(strong);
        Assert.All(strong, one =>
            Assert.True(one.Kind is CorrectionKind.Lift or CorrectionKind.LiftAndGlaze, $"{one.Area}: {one.Kind}")
        );
    }

    [Fact]
    public void Pencil_that_is_too_strong_is_made_paler_with_white_pencil_and_comes_nearer()
    {
        var wrong = new WrongCard(0, Seed + 41, scanner: true, Method.DryPencil);
        var seen = wrong.Check();
        var card = wrong.ToMend(seen);
        var whitened = seen
            .Findings.Where(one => one.Kind == FindingKind.TooStrong && one.Area > 0)
            .Select(one => (Finding: one, Correction: Mending.Of(one, card).Single()))
            .Where(one => one.Correction.Kind == CorrectionKind.WhitePencil)
            .ToDictionary(one => one.Finding.Area);
        Assert.NotEmpty(whitened);

        var before = wrong.Painted(_ => []);
        var after = wrong.Painted(area => whitened.TryGetValue(area, out var one) ? one.Correction.Acts : []);

        var insides = AreaInside.Of(wrong.Card.Masks, wrong.Card.Image.Lines).ToDictionary(one => one.Area.Id);
        var expected = wrong.Card.Expected.ToDictionary(area => area.Area);
        Assert.All(whitened, one =>
        {
            var asked = TrialCards.Asked(expected[one.Key], insides[one.Key]);
            Assert.True(
                Ciede2000.Difference(TrialCards.Truth(after, insides[one.Key]), asked)
                    < Ciede2000.Difference(TrialCards.Truth(before, insides[one.Key]), asked)
            );
            var pass = Assert.Single(MendingPasses.Of(one.Value.Correction, one.Value.Finding.Key, card));
            Assert.Equal(Wetness.BoneDry, pass.Sheet.Needs);
            Assert.StartsWith("White pencil over", StepWords.Title(pass, _ => "the pot"), StringComparison.Ordinal);
        });
    }

    [Fact]
    public void Pencil_that_was_left_out_is_drawn_as_planned_and_pale_pencil_gets_more_layers()
    {
        var wrong = new WrongCard(0, Seed + 41, scanner: true, Method.DryPencil);
        var seen = wrong.Check();
        var card = wrong.ToMend(seen);
        Correction Of(Finding one) => Mending.Of(one, card).Single();

        var bare = seen.Findings.Where(one => one.Kind == FindingKind.Forgotten).ToList();
        var pale = seen.Findings.Where(one => one.Kind == FindingKind.TooPale && one.Area > 0).ToList();

        Assert.NotEmpty(bare);
        Assert.All(bare, one =>
        {
            Assert.Equal(CorrectionKind.AsPlanned, Of(one).Kind);
            Assert.InRange(Of(one).Closes!.Value, 0.85, 1);
            var passes = MendingPasses.Of(Of(one), one.Key, card);
            Assert.Equal(Of(one).Acts, passes.SelectMany(pass => pass.Acts));
            Assert.All(passes, pass => Assert.StartsWith("Pencil", StepWords.Title(pass, _ => "the pot")));
        });
        Assert.NotEmpty(pale);
        Assert.All(pale, one => Assert.Equal(CorrectionKind.MorePencil, Of(one).Kind));
    }

    [Fact]
    public void What_mends_goes_into_the_plan_and_the_card_is_then_held_against_what_was_meant_at_first()
    {
        var wrong = new WrongCard(0, Seed + 30, scanner: true);
        var (seen, plan) = (wrong.Check(), wrong.Card.Plan);
        var card = wrong.ToMend(seen);
        var done = plan.Steps.Select(step => step.Number).ToList();
        var mended = seen
            .Findings.Where(one => one.Kind is FindingKind.TooPale && one.Area > 0)
            .Select(one => (Finding: one, Correction: Mending.Of(one, card).Single()))
            .Where(one => one.Correction.Kind is CorrectionKind.Glaze or CorrectionKind.DeepenShadow)
            .ToDictionary(one => one.Finding.Area);
        Assert.NotEmpty(mended);

        var now = mended.Values.Aggregate(plan, (before, one) =>
            Adding.Mending(
                before,
                MendingPasses.Of(one.Correction, one.Finding.Key, card),
                [1],
                done,
                Hand.Ordinary,
                card.Done.Paints.Paper,
                new Air(20, 0.5, 0)
            )
        );

        Assert.All(mended.Values, one =>
        {
            var steps = now.Steps.Where(step => now.PassOf(step).Mends == one.Finding.Key).ToList();
            Assert.Equal(one.Correction.Acts.Sum(act => act.Times), steps.Count);
            Assert.All(steps, step => Assert.True(step.Number > done.Count));
        });
        var work = new WorkDone([.. now.Steps.Select(now.PassOf)], card.Done.Paints)
        {
            StrengthBefore = seen.Colours.Areas.ToImmutableDictionary(area => area.Area, area => area.Strength),
        };
        var again = TrialCards.Checked(
            wrong.Card,
            wrong.Painted(area => mended.TryGetValue(area, out var one) ? one.Correction.Acts : []),
            true,
            Seed + 30,
            AreaExpected.Of(work)
        );
        var (before, after) = (
            seen.Colours.Areas.ToDictionary(area => area.Area),
            again.Colours.Areas.ToDictionary(area => area.Area)
        );
        Assert.All(mended.Keys, area =>
        {
            // What was to be is what was to be before: the mending does not make the goal darker.
            Assert.InRange(Ciede2000.Difference(before[area].Expected, after[area].Expected), 0, 4);
            Assert.True(
                Ciede2000.Difference(after[area].Colour, after[area].Expected)
                    < Ciede2000.Difference(before[area].Colour, before[area].Expected),
                $"area {area}"
            );
        });
        Assert.True(
            again.Findings.Count(one => one.Kind == FindingKind.TooPale && mended.ContainsKey(one.Area)) < mended.Count
        );
    }
}
