using Nube.Core.Bench;
using Nube.Core.Checking;
using Nube.Core.Optics;

namespace Nube.Core.Tests.Checking;

/// <summary>Cards that were looked at tell how their maker's hand dilutes.</summary>
public sealed class HandSeenTests
{
    private const int Seed = 900; // hands, paints and devices that no bound was set on

    /// <summary>What is believed of a hand after runs that were painted as it dilutes.</summary>
    private static double Known(double exponent, int runs) =>
        Enumerable
            .Range(0, runs)
            .Aggregate(Learned.Nothing, (learned, run) => learned.With(Seen(exponent, Seed + run)))
            .Dilution.Exponent;

    private static RunDilution Seen(double exponent, int seed)
    {
        var card = new PlannedCard(TrialCards.Image(seed % 3), seed);
        var hand = new Dilution(exponent);
        var painted = card.Painted(seed, measured: true, area => Strength(card, hand, area), strays: 0.12);
        var seen = TrialCards.Checked(card, painted, scanner: seed % 2 == 0, seed);
        return new RunDilution(
            Guid.NewGuid(),
            HandSeen.DilutionOn([new(seen.Colours.Areas, seen.Colours.Hand, card.Done)])
        );
    }

    /// <summary>How much lies there when this hand was told to lay what was planned.</summary>
    private static double Strength(PlannedCard card, Dilution hand, int area)
    {
        var told = card
            .Done.Passes.Where(pass => pass.Areas.Contains(area) && !pass.Mix.Parts.IsEmpty)
            .Select(pass => pass.Mix.Strength)
            .ToList();
        return told.Sum(hand.LoadOf) / told.Sum(Dilution.AsTold.LoadOf);
    }

    [Fact]
    public void A_hand_that_lays_more_or_less_than_it_is_told_is_known_after_some_runs()
    {
        const int runs = 6;

        var (strong, weak) = (Known(0.8, runs), Known(1.2, runs));

        Assert.InRange(strong, 0.75, 0.95);
        Assert.InRange(weak, 1.05, 1.25);
    }

    [Fact]
    public void Cards_on_which_nothing_was_diluted_say_nothing()
    {
        Assert.Equal(0, HandSeen.DilutionOn([]).Precision);
        Assert.Equal(Learned.Nothing, Learned.Nothing.With(new RunDilution(Guid.NewGuid(), HandSeen.DilutionOn([]))));
    }
}
