using MathNet.Numerics.Distributions;
using MathNet.Numerics.Random;
using MathNet.Numerics.Statistics;
using Nube.Core.Acts;
using Nube.Core.Bench;
using Nube.Core.Checking;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Optics;

namespace Nube.Core.Tests.Checking;

/// <summary>Cards that were looked at tell how far their maker's hand errs, and how hard it presses a pencil.</summary>
public sealed class HandErrsSeenTests
{
    private const int Seed = 920; // hands, paints and devices that no bound was set on
    private const int Runs = 4;

    /// <summary>What is believed of a hand after runs of one card that it coloured.</summary>
    private static LayingHand Known(
        Method method = Method.FlatWash,
        double spread = 0,
        double parts = PlannedCard.PartsError,
        double presses = 1
    ) =>
        Enumerable
            .Range(Seed, Runs)
            .Aggregate(Learned.Nothing, (learned, seed) =>
                learned.With(HandOfRun.Of(Guid.NewGuid(), [Seen(seed, method, spread, parts, presses)]))
            )
            .LayingHand;

    private static HandOnCard Seen(
        int seed,
        Method method,
        double spread,
        double parts,
        double presses,
        LayingHand? believed = null
    )
    {
        var card = new PlannedCard(TrialCards.Image(seed % 3), seed, method, believed);
        var painted = card.Painted(
            seed,
            measured: true,
            area => presses * Strength(seed, area, spread),
            strays: 0.12,
            parts: parts
        );
        var seen = TrialCards.Checked(card, painted, scanner: seed % 2 == 0, seed);
        return new HandOnCard(seen.Colours.Areas, seen.Colours.Hand, card.Done);
    }

    /// <summary>How much a hand of such a spread lays on an area, against what it should.</summary>
    private static double Strength(int seed, int area, double spread) =>
        Math.Exp(Normal.Sample(new Xoshiro256StarStar(seed * 1000 + area), 0, spread));

    /// <summary>CIEDE2000 that mixes of the plans come out off, beside how much of them lies there.</summary>
    private static double OffByParts(double parts)
    {
        var random = new Xoshiro256StarStar(Seed);
        var off = Enumerable
            .Range(Seed, Runs)
            .SelectMany(seed =>
            {
                var paints = new PlannedCard(TrialCards.Image(seed % 3), seed).Paints;
                return new PlannedCard(TrialCards.Image(seed % 3), seed)
                    .Plan.Passes.Select(pass => pass.Mix)
                    .Where(mix => mix.Parts.Length > 1)
                    .Distinct()
                    .SelectMany(mix => Enumerable.Range(0, 10).Select(_ => Off(paints, mix)));
            })
            .ToList();
        return Math.Sqrt(off.Average(one => one * one));

        double Off(Paints paints, PaintMix mix)
        {
            var load = mix.Strength.LoadOfOneLayer;
            var planned = SpectralColour.ToLab(KubelkaMunk.Over(paints.Reflectance, paints.OpticsOf(mix), load));
            var erred = PaintOptics.Mix([
                .. mix.Parts.Select(part =>
                    (paints.Optics[part.Colourant], part.Parts * Math.Exp(Normal.Sample(random, 0, parts)))
                ),
            ]);
            return Enumerable
                .Range(-20, 41)
                .Select(step => load * Math.Exp(step * 0.05))
                .Min(of =>
                    Ciede2000.Difference(planned, SpectralColour.ToLab(KubelkaMunk.Over(paints.Reflectance, erred, of)))
                );
        }
    }

    [Fact]
    public void A_hand_that_mixes_worse_than_others_is_known_by_its_cards()
    {
        const double near = 1.25; // CIEDE2000

        Assert.InRange(Known().Paint.Mixing - OffByParts(PlannedCard.PartsError), -near, near);
        const double careless = 0.3;
        Assert.InRange(Known(parts: careless).Paint.Mixing - OffByParts(careless), -near, near);
    }

    [Fact]
    public void A_hand_that_gives_some_areas_more_than_others_is_known_by_its_cards()
    {
        // The painter's own hand has 0.15.
        var (steady, uneven) = (Known().Paint.Spread, Known(spread: 0.3).Paint.Spread);

        Assert.InRange(steady, 0.15, 0.2);
        Assert.InRange(uneven, 0.25, 0.4);
    }

    [Fact]
    public void How_much_each_touch_of_a_pencil_leaves_is_known_by_its_cards()
    {
        var (strong, weak) = (
            Known(Method.DryPencil, presses: 1.35).Touch,
            Known(Method.DryPencil, presses: 0.7).Touch
        );

        Assert.InRange(strong, 1.1, 1.4);
        Assert.InRange(weak, 0.65, 0.9);
        Assert.Equal(1, Known(presses: 1.35).Touch); // what a brush does tells nothing of pencils
    }

    [Fact]
    public void Areas_of_a_hand_that_is_known_to_be_uneven_are_read_nearer_to_what_they_are()
    {
        const double spread = 0.5;
        var uneven = LayingHand.Ordinary with { Paint = HandErrs.Ordinary with { Spread = spread } };

        var (believedOrdinary, known) = (Off(null), Off(uneven));

        Assert.True(known < believedOrdinary, $"{known} against {believedOrdinary}");

        double Off(LayingHand? believed) =>
            Enumerable
                .Range(Seed + 10, 3)
                .SelectMany(seed =>
                    Seen(seed, Method.FlatWash, spread, PlannedCard.PartsError, 1, believed)
                        .Areas.Select(area => Math.Abs(Math.Log(area.Strength / Strength(seed, area.Area, spread))))
                )
                .Mean();
    }

    [Fact]
    public void A_slip_makes_no_habit()
    {
        var card = new PlannedCard(TrialCards.Image(0), Seed);
        var slips = card.Image.Map.Areas.Select(area => area.Id).Order().Take(3).ToHashSet();
        var painted = card.Painted(Seed, measured: true, area => slips.Contains(area) ? 2.2 : 1, strays: 0.12);
        var seen = TrialCards.Checked(card, painted, scanner: true, Seed);

        var errs = HandSeen
            .ErrsOn([new HandOnCard(seen.Colours.Areas, seen.Colours.Hand, card.Done)], Media.IsPaint)
            .Errs(HandErrs.Ordinary);

        Assert.InRange(errs.Spread, 0.1, 0.25);
    }

    [Fact]
    public void Without_cards_a_hand_is_an_ordinary_one()
    {
        Assert.Equal(HandErrs.Ordinary, HandErrsSeen.Nothing.Errs(HandErrs.Ordinary));
        Assert.Equal(LayingHand.Ordinary, Learned.Nothing.LayingHand);
        Assert.Equal(LayingHand.Ordinary, Learned.Nothing.With(HandOfRun.Of(Guid.NewGuid(), [])).LayingHand);
    }
}
