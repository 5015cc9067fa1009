using System.Collections.Immutable;
using Nube.Core.Colour;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Planning;
using Nube.Core.Tests.Methods;

namespace Nube.Core.Tests.Planning;

public class ThriftTests
{
    private static readonly RunPalette Palette = new(Supplies.OnWatercolourPaper, _ => Supplies.PansOnWatercolourPaper);

    /// <summary>Eight areas of a wreath: three greens of which two are nearly alike, two reds, yellow, brown, sky.</summary>
    private static readonly ImmutableArray<ChosenColour> Wreath =
    [
        .. "#7f9a4a #86a04e #5a6a4a #c46a5a #b04a3e #d8a24a #8a5f3a #a4bcd0"
            .Split(' ')
            .Select((colour, area) => new Wish(area + 1, Srgb.Parse(colour), ShadowDepth.Soft))
            .Select(wish => Choosing.Best(Palette, Schools.Usual, wish)!),
    ];

    private static readonly HashSet<int> None = [];

    private static readonly Lazy<ImmutableArray<ThriftStop>> Stops = new(() =>
        Thrift.Stops(Palette, Schools.Usual, Wreath, None)
    );

    [Fact]
    public void From_as_close_as_possible_to_one_mix_each_stop_takes_fewer_and_comes_less_near()
    {
        var stops = Stops.Value;
        Assert.True(stops.Length >= 4, $"{stops.Length} stops");
        Assert.Equal(MixCount.Of(Wreath), stops[0].Count);
        Assert.Equal(Wreath.Select(c => c.Recipe.Rank), stops[0].Colours.Select(c => c.Recipe.Rank));
        Assert.Equal(1, stops[^1].Count.Mixes);
        foreach (var (more, fewer) in stops.Zip(stops.Skip(1)))
        {
            Assert.True(fewer.Count.Mixes < more.Count.Mixes);
            Assert.True(Cost(fewer) >= Cost(more) - 1e-9);
        }
        Assert.All(stops, stop => Assert.InRange(stop.Gap, 0, 0.3));

        static double Cost(ThriftStop stop) => stop.Colours.Sum(colour => colour.Recipe.Rank);
    }

    [Fact]
    public void Greens_that_are_nearly_alike_share_a_mix_before_anything_is_seen_to_be_off()
    {
        var first = Stops.Value.First(stop => Own(stop.Colours[0]).SequenceEqual(Own(stop.Colours[1])));
        Assert.True(first.Count.MeanDifference < Stops.Value[0].Count.MeanDifference + 1);
        Assert.True(first.Count.Mixes >= 4, "Others still have their own.");

        static ImmutableArray<RecipePart> Own(ChosenColour colour) => colour.Recipe.Parts;
    }

    [Fact]
    public void What_each_stop_says_is_what_its_plan_comes_to()
    {
        var areas = Wreath.Select(c => new AreaToPaint(c.Wish.Area, 300, new(0.2, 0.3))).ToImmutableArray();
        foreach (var stop in Stops.Value)
        {
            var painting = new Painting(stop.Colours, [], areas, 10_000, false, false);
            var differences = painting.Differences(Palette.Paints, Schools.Usual);
            Assert.Equal(
                stop.Count.MeanDifference,
                stop.Colours.Average(c => differences[c.Wish.Area].Middle!.Value),
                0.2
            );
        }
    }

    [Fact]
    public void Colours_that_were_named_stay_and_are_there_for_others()
    {
        var named = new NamedColours(new NamedLayer(Wreath[0].Recipe.Parts, Wreath[0].Recipe.Strength, 1)).For(
            Palette,
            Schools.Usual,
            1,
            Wreath[0].Wish.Method
        );
        var stop = Thrift.At(Palette, Schools.Usual, [named, .. Wreath[1..]], None, 1e6);
        Assert.Equal(named, stop.Colours[0]);
        // Nothing is mixed beside it: the others are made of it, thinner or stronger.
        Assert.All(stop.Colours, colour => Assert.Equal(named.Recipe.Parts, colour.Recipe.Parts));
        Assert.True(
            stop.Colours.Select(c => c.Recipe.Strength.WaterParts * 10 + c.Recipe.Layers).Distinct().Count() > 1
        );
        Assert.Empty(Thrift.Stops(Palette, Schools.Usual, [named], None));
    }

    [Fact]
    public void Details_stay_for_they_lie_on_something_else()
    {
        var stop = Thrift.At(Palette, Schools.Usual, Wreath, new HashSet<int> { 7 }, 1e6);
        Assert.Equal(Wreath[6], stop.Colours[6]);
        Assert.NotEqual(Wreath[3].Recipe.Parts, stop.Colours[3].Recipe.Parts);
    }

    [Fact]
    public void A_wish_is_offered_what_is_mixed_already()
    {
        var pale = new Wish(9, Srgb.Parse("#c9d4a8"), ShadowDepth.None);
        var mixed = Wreath.SelectMany(c => Thrift.MixesOf(c.Recipe)).Distinct().ToList();
        var offered = Thrift.FromMixed(Palette, Schools.Usual, pale, mixed, 2);
        Assert.Equal(2, offered.Length);
        Assert.True(offered[0].Rank <= offered[1].Rank);
        Assert.All(offered, recipe => Assert.Contains(new PaintMix(recipe.Parts, new Strength(0)), mixed));
        // A green of the wreath with more water: near enough to be taken.
        Assert.InRange(offered[0].Difference, 0, 6);
    }

    [Fact]
    public void Pencils_are_shared_as_mixes_are()
    {
        var pencils = new RunPalette(Supplies.On(Supplies.Paper("White cardstock 110 lb")), _ => null);
        ImmutableArray<ChosenColour> colours =
        [
            .. "#7f9a4a #86a04e #c46a5a #d8a24a"
                .Split(' ')
                .Select((colour, area) => new Wish(area, Srgb.Parse(colour), ShadowDepth.Soft, Method.DryPencil))
                .Select(wish => Choosing.Best(pencils, Schools.Usual, wish)!),
        ];
        var stops = Thrift.Stops(pencils, Schools.Usual, colours, None);
        Assert.True(stops[^1].Count.Mixes <= 2, $"{stops[^1].Count.Mixes}");
        Assert.True(stops[^1].Count.Mixes < stops[0].Count.Mixes);
    }
}
