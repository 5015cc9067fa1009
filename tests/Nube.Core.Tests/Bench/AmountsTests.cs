using Nube.Core.Acts;
using Nube.Core.Bench;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Planning;

namespace Nube.Core.Tests.Bench;

public class AmountsTests
{
    private static readonly Pass Yellow = new(
        0,
        new PaintMix([new(0, 3), new(1, 1)], new(1)),
        [1, 2],
        Zone.Whole,
        1,
        BrushWater.Wash,
        85,
        1000
    );
    private static readonly Pass Shade = new(1, Yellow.Mix, [1, 2], Zone.Shadow, 2, BrushWater.Damp, 70, 400);
    private static readonly Pass Green = new(
        2,
        new PaintMix([new(2, 1)], new(4)),
        [3],
        Zone.Whole,
        1,
        BrushWater.Damp,
        60,
        200
    );

    private static readonly Plan Plan = Scheduler.PlanRun(
        [Yellow, Shade, Green],
        [(1, 3)],
        3,
        GenericCatalogue.Papers[0],
        Air.OrdinaryRoom,
        Hand.Ordinary
    );

    [Fact]
    public void What_to_mix_is_surface_times_water_for_all_cards_with_allowance()
    {
        var amounts = Amounts.ToMix(Plan);
        Assert.Equal([Yellow.Mix, Green.Mix], amounts.Select(a => a.Mix));
        // 1000 mm2 at 28 g/m2 and 400 mm2 at 15 g/m2 are 34 mg a card; three cards, twice.
        Assert.Equal(0.204, amounts[0].Millilitres, 9);
        Assert.Equal(5, amounts[0].Drops); // of 0.05 ml
        // 0.018 ml would do, but nobody can mix so little.
        Assert.Equal(Amounts.LeastMix, amounts[1].Millilitres, 9);
        Assert.Equal(4, amounts[1].Drops);
    }

    [Fact]
    public void What_was_used_grows_with_the_steps_and_shares_by_parts()
    {
        Assert.Empty(Amounts.Used([]));
        var one = Plan.Steps.First(step => step.Pass == 0);
        var used = Amounts.Used([Plan.PassOf(one)]);
        // 28 mg of wash, half of it colour, in 3 parts to 1.
        Assert.Equal([0, 1], used.Select(u => u.Colourant));
        Assert.Equal(0.0105, used[0].Millilitres, 9);
        Assert.Equal(0.0035, used[1].Millilitres, 9);

        var all = Amounts.Used(Plan.Steps.Select(Plan.PassOf));
        Assert.Equal([0, 1, 2], all.Select(u => u.Colourant));
        Assert.Equal(3 * 0.034 / 2 * 0.75, all[0].Millilitres, 9);
    }

    [Theory]
    [InlineData(0.01, null)]
    [InlineData(0.05, "about 1 drop")]
    [InlineData(0.26, "about 5 drops")]
    public void Amounts_are_said_in_drops(double millilitres, string? said) =>
        Assert.Equal(said, Amounts.InDrops(millilitres));

    // By hand: 6 cards x 2,000 mm2 x 28 g/m2 = 0.336 ml, twice that with allowance. At 1:4 a fifth of it is colour,
    // 0.134 ml; in three parts of 0.045 ml, one drop of 0.05 ml each is enough.
    [Fact]
    public void A_mix_is_counted_out_in_drops_that_suffice()
    {
        var prepared = Amounts.ToPrepare(2_000, 6, 1, new Strength(4), [2, 1]);
        Assert.Equal(0.672, prepared.Millilitres, 1e-9);
        Assert.Equal([2, 1], prepared.ColourDrops);
        Assert.Equal(12, prepared.WaterDrops);
        Assert.True(
            (prepared.ColourDrops.Sum() + prepared.WaterDrops) * Amounts.MillilitresPerDrop >= prepared.Millilitres
        );
        Assert.Equal(
            2 * prepared.Millilitres,
            Amounts.ToPrepare(2_000, 6, 2, new Strength(4), [2, 1]).Millilitres,
            1e-9
        );
    }
}
