using Nube.Core.Acts;
using Nube.Core.Bench;
using Nube.Core.Checking;
using Nube.Core.Drying;
using Nube.Core.Methods;
using Nube.Core.Planning;

namespace Nube.Core.Tests.Checking;

/// <summary>Each finding of a card with faults is answered, and what is done about it can be done at the bench.</summary>
public sealed class MendingTests
{
    private static readonly DateTimeOffset Start = new(2027, 9, 3, 14, 0, 0, TimeSpan.Zero);

    [Theory]
    [InlineData(
        300,
        new[] { FindingKind.OverTheLine, FindingKind.BareSpecks, FindingKind.TooPale, FindingKind.Exchanged }
    )]
    [InlineData(
        302,
        new[] { FindingKind.RunTogether, FindingKind.TooStrong, FindingKind.Streaky, FindingKind.LinesDulled }
    )]
    [InlineData(306, new[] { FindingKind.ZonesAlike, FindingKind.HardEdge, FindingKind.ShadowStrong })]
    [InlineData(
        304,
        new[]
        {
            FindingKind.Bloom,
            FindingKind.Forgotten,
            FindingKind.DarkSpecks,
            FindingKind.HueOff,
            FindingKind.Warped,
        }
    )]
    public void What_mends_a_finding_comes_after_what_was_done_and_waits_until_it_is_dry(int seed, FindingKind[] kinds)
    {
        var planned = new PlannedCard(TrialCards.Image(seed % 3), seed);
        var seen = new FaultyCards(planned).With(seed, scanner: true, measured: true, kinds).Seen!;
        var card = new CardToMend(seen.Colours.Areas, seen.Colours.Hand, planned.Sizes, planned.Done);
        var plan = planned.Plan;
        var done = plan.Steps.Select(step => step.Number).ToList();
        Tap[] taps = [.. done.Select(step => new Tap(TapKind.Done, step, Start.AddMinutes(step), ""))];
        var touching = planned.Image.Map.Touching.Select(pair => (pair.One, pair.Other)).ToList();
        var mended = 0;

        foreach (var finding in seen.Findings.Concat(Questions.All.Select(Questions.Found)))
        {
            var corrections = Mending.Of(finding, card);

            Assert.NotEmpty(corrections);
            foreach (var correction in corrections)
            {
                Assert.EndsWith(".", MendingWords.Outcome(correction, finding.Kind), StringComparison.Ordinal);
                if (correction.Closes is { } closes && correction.Kind != CorrectionKind.Leave)
                    Assert.InRange(closes, Corrections.LeastClosed, 1);
                var passes = MendingPasses.Of(correction, finding.Key, card);
                Assert.Equal(correction.Kind == CorrectionKind.Leave, passes.IsEmpty);
                if (passes.IsEmpty)
                    continue;
                mended++;
                var now = Adding.Mending(
                    plan,
                    passes,
                    [1],
                    done,
                    Hand.Ordinary,
                    planned.Paints.Paper,
                    new Air(20, 0.5, 0)
                );
                var at = Start.AddMinutes(done.Count).AddSeconds(1);
                var bench = BenchLog.At(now, touching, taps, at);
                // The first of its steps is next, and waits where the last wash is wet still.
                Assert.Equal(done.Count + 1, bench.Current);
                var next = now.PassOf(now.Steps[bench.Current!.Value - 1]);
                Assert.Equal(finding.Key, next.Mends);
                if (bench.Cards[0].Areas.Any(area => next.Areas.Contains(area.Area) && area.State < next.Sheet.Needs))
                    Assert.NotNull(bench.Holdup);
                Assert.DoesNotContain("  ", StepWords.Title(next, area => $"Area {area}"), StringComparison.Ordinal);
                // It can be worked to its end, one step after the other.
                var order = Replanning.FromNow(now, touching, Hand.Ordinary, bench).Rest;
                Assert.Equal(Enumerable.Range(done.Count + 1, passes.Length), order);
            }
        }
        Assert.InRange(mended, 3, 100);
    }

    [Theory]
    [InlineData(FindingKind.ZonesAlike, CorrectionKind.DeepenShadow)]
    [InlineData(FindingKind.ShadowStrong, CorrectionKind.LiftShadow)]
    public void A_shadow_is_mended_where_it_is_and_the_rest_is_left(FindingKind fault, CorrectionKind way)
    {
        var planned = new PlannedCard(TrialCards.Image(0), 307);
        var seen = new FaultyCards(planned).With(307, scanner: true, measured: true, fault).Seen!;
        var card = new CardToMend(seen.Colours.Areas, seen.Colours.Hand, planned.Sizes, planned.Done);

        var found = Assert.Single(seen.Findings, one => one.Kind == fault);
        var correction = Assert.Single(Mending.Of(found, card));

        Assert.Equal(way, correction.Kind);
        Assert.InRange(correction.Closes!.Value, Corrections.LeastClosed, 1);
        Assert.All(correction.Acts, act => Assert.Equal(Zone.Shadow, act.Zone));
        Assert.Contains(
            "shadow",
            StepWords.Title(MendingPasses.Of(correction, found.Key, card)[0], _ => "the pot"),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void Pencil_beyond_its_line_on_bare_paper_is_covered_with_white()
    {
        var covered = 0;
        for (var seed = 316; seed < 320; seed++)
        {
            var planned = new PlannedCard(TrialCards.Image(seed % 3), seed, Method.DryPencil);
            var seen = new FaultyCards(planned)
                .With(seed, scanner: true, measured: true, FindingKind.OverTheLine)
                .Seen!;
            var card = new CardToMend(seen.Colours.Areas, seen.Colours.Hand, planned.Sizes, planned.Done);
            foreach (var found in seen.Findings.Where(one => one is { Kind: FindingKind.OverTheLine, Other: null }))
            {
                var correction = Assert.Single(Mending.Of(found, card));
                Assert.Equal(CorrectionKind.CoverOnly, correction.Kind);
                Assert.InRange(correction.Closes!.Value, Corrections.LeastClosed, 1);
                var pass = Assert.Single(MendingPasses.Of(correction, found.Key, card));
                Assert.True(pass.Stroke is Stroke.Highlight or Stroke.Burnish);
                Assert.StartsWith("Cover what went over", StepWords.Title(pass, _ => "it"), StringComparison.Ordinal);
                covered++;
            }
        }
        Assert.InRange(covered, 1, 20);
    }

    [Fact]
    public void Bare_specks_are_filled_with_a_touch_that_looks_as_what_lies_around_them()
    {
        var planned = new PlannedCard(TrialCards.Image(0), 300);
        var seen = new FaultyCards(planned).With(300, scanner: true, measured: true, FindingKind.BareSpecks).Seen!;
        var card = new CardToMend(seen.Colours.Areas, seen.Colours.Hand, planned.Sizes, planned.Done);

        var specks = seen.Findings.Where(one => one.Kind == FindingKind.BareSpecks).ToList();

        Assert.NotEmpty(specks);
        Assert.All(specks, one =>
        {
            var filled = Assert.Single(Mending.Of(one, card));
            Assert.Equal(CorrectionKind.FillSpecks, filled.Kind);
            Assert.InRange(filled.Remains!.Value, 0, 6);
            var pass = Assert.Single(MendingPasses.Of(filled, one.Key, card));
            Assert.Equal((Stroke.Redraw, one.SizeMm2), (pass.Stroke, pass.PaintedMm2));
        });
    }
}
