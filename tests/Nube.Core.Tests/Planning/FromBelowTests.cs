using Nube.Core.Acts;
using Nube.Core.Bench;
using Nube.Core.Methods;
using Nube.Core.Optics;
using Nube.Core.Planning;
using Nube.Core.Tests.Methods;

namespace Nube.Core.Tests.Planning;

/// <summary>A plan whose washes stay paler than they are to be, until a look has told what is missing.</summary>
public sealed class FromBelowTests
{
    private const double TwoThirds = 2 / 3.0; // one part of water to two of the mix
    private static readonly Schools Ways = Schools.Usual with { Approach = Approach.FromBelow };
    private static readonly string[] Colours = ["#e8c84a", "#c23b3b", "#5b86b5"];

    private static Trials.Trial Of(Method method, Schools ways, Paints? paints = null) =>
        Trials.Run(method, Colours, cards: 2, paints: paints, schools: ways);

    private static List<double> Shares(Plan plan) =>
        [.. plan.Passes.SelectMany(pass => pass.Acts).Where(act => act.Kind == ActKind.Lay).Select(act => act.Share)];

    [Fact]
    public void Washes_get_two_thirds_of_their_mix_in_the_same_order_and_the_same_time()
    {
        var (atOnce, below) = (Of(Method.FlatWash, Schools.Usual).Plan(), Of(Method.FlatWash, Ways).Plan());

        Assert.NotEmpty(Shares(atOnce));
        Assert.Equal(Shares(atOnce).Select(share => share * TwoThirds), Shares(below), Near);
        Assert.Equal(atOnce.Steps, below.Steps);
        Assert.Equal(
            Amounts.Used(atOnce.Passes).Select(used => used.Millilitres * TwoThirds),
            Amounts.Used(below.Passes).Select(used => used.Millilitres),
            Near
        );
        Assert.All(below.Passes, pass =>
            Assert.StartsWith(
                "Thin what this go needs first: one part of clean water to two of the mix.",
                StepWords.How(pass, Ways),
                StringComparison.Ordinal
            )
        );
        Assert.Contains("Washes stay paler at first", Ways.InWords(), StringComparison.Ordinal);
    }

    [Fact]
    public void What_is_meant_in_the_end_and_the_mixes_stay_the_same()
    {
        var (atOnce, below) = (Of(Method.FlatWash, Schools.Usual), Of(Method.FlatWash, Ways));

        Assert.Equal(
            atOnce.Painting.Finished(atOnce.Paints, atOnce.Schools).Areas.Select(area => area.Value.Middle.Colour()),
            below.Painting.Finished(below.Paints, below.Schools).Areas.Select(area => area.Value.Middle.Colour())
        );
        Assert.Equal(
            atOnce.Plan().Passes.Select(pass => pass.Mix.Key),
            below.Plan().Passes.Select(pass => pass.Mix.Key)
        );
        Assert.True(Schools.Usual.ChoosesLike(Ways));
        Assert.Equal(
            Shares(atOnce.Plan()),
            below
                .Plan()
                .Passes.Select(FromBelow.AsMeant)
                .SelectMany(pass => pass.Acts)
                .Where(act => act.Kind == ActKind.Lay)
                .Select(act => act.Share),
            Near
        );
    }

    // By hand: a hand whose loads are those that were told to the power of 0.8 lays (2/3)^0.8 = 0.7230 of its wash.
    [Fact]
    public void A_hand_that_dilutes_otherwise_keeps_back_what_it_does()
    {
        var strong = Supplies.OnWatercolourPaper with
        {
            Hand = LayingHand.Ordinary with { Dilution = new Dilution(0.8) },
        };

        Assert.All(Of(Method.FlatWash, Ways, strong).Plan().Passes, pass => Assert.Equal(0.7230, pass.OfMeant, 1e-4));
    }

    [Theory]
    [InlineData(Method.DryPencil)]
    [InlineData(Method.BrushPenPair)]
    [InlineData(Method.SpongeBlend)]
    public void What_is_not_mixed_with_water_on_the_palette_is_laid_as_ever(Method method) =>
        Assert.Equal(Shares(Of(method, Schools.Usual).Plan()), Shares(Of(method, Ways).Plan()));

    [Theory]
    [InlineData(Method.WhiteBase)]
    [InlineData(Method.BodyColour)]
    public void What_is_to_cover_a_toned_card_is_laid_as_ever(Method method)
    {
        var kraft = Supplies.On(Supplies.Paper("Kraft card"));
        List<double> Covers(Schools ways) =>
            [
                .. Of(method, ways, kraft)
                    .Plan()
                    .Passes.Where(pass => method == Method.BodyColour || pass.Stroke == Stroke.WhiteBase)
                    .SelectMany(pass => pass.Acts)
                    .Select(act => act.Share),
            ];

        Assert.NotEmpty(Covers(Schools.Usual));
        Assert.Equal(Covers(Schools.Usual), Covers(Ways));
    }

    [Fact]
    public void Cards_that_no_picture_was_taken_of_are_named_at_the_end()
    {
        Assert.Null(FromBelow.ToLookAt([], 3));
        Assert.StartsWith("Washes of cards 1 and 3 stayed", FromBelow.ToLookAt([1, 3], 4), StringComparison.Ordinal);
        Assert.StartsWith("The washes of all cards stayed", FromBelow.ToLookAt([1, 2], 2), StringComparison.Ordinal);
        Assert.StartsWith("The washes stayed", FromBelow.ToLookAt([1], 1), StringComparison.Ordinal);
    }

    private static bool Near(double one, double other) => Math.Abs(one - other) < 1e-9;
}
