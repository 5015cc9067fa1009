using System.Collections.Immutable;
using Nube.Core.Bench;
using Nube.Core.Tests.Checking;
using Nube.Devices.Makers;

namespace Nube.Core.Tests.Bench;

/// <summary>A beginner who does what the bench says, in a room that dries faster or slower than is reckoned.</summary>
public class LedMakerTests
{
    private const double Longer = 1.2; // times the plan in such a room: hands are slower, too, and a finger comes back
    private const int FewestSeen = 3; // times, or nothing was tried

    private static readonly DateTimeOffset Start = new(2027, 9, 3, 14, 0, 0, TimeSpan.Zero);

    [Theory]
    [InlineData(0)]
    [InlineData(1)]
    [InlineData(2)]
    public void Is_done_little_later_than_the_plan_says_and_feels_few_times_in_vain(int image)
    {
        for (var seed = 0; seed < 4; seed++)
        {
            var card = new PlannedCard(TrialCards.Image(image), seed);
            var maker = new SimulatedMaker(seed);
            var worked = maker.Follow(card.Plan, Touching(card), Worked.Nothing, Start);

            var planned = card.Plan.FinishSeconds * Math.Max(1, maker.Room);
            Assert.InRange((worked.End - Start).TotalSeconds, 0.8 * planned, Longer * planned);
            var inVain = worked.Taps.Count(tap => tap.Kind == TapKind.StillWet);
            Assert.True(inVain <= card.Plan.Steps.Length / 3, $"{inVain} times in {card.Plan.Steps.Length} steps");
        }
    }

    [Fact]
    public void Who_comes_back_finds_wet_what_was_laid_before_and_is_not_dry_in_that_room()
    {
        var felt = 0;
        for (var image = 0; image < 3; image++)
        {
            var card = new PlannedCard(TrialCards.Image(image), 0);
            var (taps, now) = (ImmutableArray<Tap>.Empty, Start);
            while (
                BenchLog.At(card.Plan, Touching(card), taps, now) is { Holdup: null, Current: { } current } // until it waits
            )
                taps = taps.Add(new Tap(TapKind.Done, current, now = now.AddSeconds(20), ""));
            var maker = new SimulatedMaker(image);

            var worked = maker.Follow(card.Plan, Touching(card), new Worked(taps, now, [], 0), now);

            foreach (var (tap, i) in worked.Taps.Select((tap, i) => (tap, i)).Skip(taps.Length))
            {
                if (tap.Kind != TapKind.DryHere)
                    continue;
                var bench = BenchLog.At(card.Plan, Touching(card), worked.Taps.Take(i), tap.At);
                var (laid, dry) = LaidOn(bench.Holdup!.Area, worked.Taps.Take(i));
                Assert.True(tap.At - laid >= dry * maker.Room, $"dry after {tap.At - laid} of {dry * maker.Room}");
                felt += laid <= now ? 1 : 0;
            }

            (DateTimeOffset Laid, TimeSpan Dry) LaidOn(int area, IEnumerable<Tap> before)
            {
                var last = before.Last(tap =>
                    tap.IsDone && card.Plan.PassOf(card.Plan.Steps[tap.Step - 1]).Areas.Contains(area)
                );
                return (last.At, card.Plan.TimesOf(card.Plan.PassOf(card.Plan.Steps[last.Step - 1]), area).Dry);
            }
        }
        Assert.True(felt > 0, "nothing that was laid before was felt");
    }

    [Fact]
    public void What_is_offered_meanwhile_does_not_keep_the_step_in_hand_waiting_longer()
    {
        var offered = 0;
        for (var image = 0; image < 3; image++)
        {
            var card = new PlannedCard(TrialCards.Image(image), 0);
            var (taps, now) = (new List<Tap>(), Start);
            while (BenchLog.At(card.Plan, Touching(card), taps, now) is { Current: { } current } bench)
            {
                if (bench is { Holdup: { } holdup, Meanwhile: { } meanwhile })
                {
                    offered++;
                    taps.Add(new Tap(TapKind.Done, meanwhile, now, ""));
                    var then = BenchLog.At(card.Plan, Touching(card), taps, now);
                    Assert.Equal(current, then.Current);
                    Assert.Equal(holdup.ReadyAt, then.Holdup!.ReadyAt);
                    continue;
                }
                now = bench.Holdup?.ReadyAt.AddSeconds(1) ?? now.AddSeconds(20);
                if (bench.Holdup is null)
                    taps.Add(new Tap(TapKind.Done, current, now, ""));
            }
        }
        Assert.True(offered >= FewestSeen, $"something was offered {offered} times");
    }

    private static (int, int)[] Touching(PlannedCard card) =>
        [.. card.Image.Map.Touching.Select(pair => (pair.One, pair.Other))];
}
