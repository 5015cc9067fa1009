using Nube.Core.Acts;
using Nube.Core.Drying;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Planning;

namespace Nube.Core.Tests.Planning;

public class WordsTests
{
    private static readonly Pass Wash = new(
        0,
        new PaintMix([new(0, 1)], new(4)),
        [1],
        Zone.Whole,
        1,
        BrushWater.Wash,
        80,
        100
    );

    [Theory]
    [InlineData(0, "0 s")]
    [InlineData(59.2, "60 s")]
    [InlineData(60, "1 min")]
    [InlineData(3569, "59 min")]
    [InlineData(3571, "1 h 00 min")]
    [InlineData(7260, "2 h 01 min")]
    public void Durations_are_said_in_the_unit_that_fits(double seconds, string said) =>
        Assert.Equal(said, Words.Duration(seconds));

    [Fact]
    public void Names_are_listed_as_in_speech()
    {
        Assert.Equal("nothing", Words.Names([]));
        Assert.Equal("Left pear", Words.Names(["Left pear"]));
        Assert.Equal("Left pear and branch", Words.Names(["Left pear", "Branch"]));
        Assert.Equal("Left pear, branch and leaf", Words.Names(["Left pear", "Branch", "Leaf"]));
        Assert.Equal("Left pear, branch and 3 more", Words.Names(["Left pear", "Branch", "Leaf", "Sky", "Soil"]));
        // Letters that stand for themselves stay as they are.
        Assert.Equal("Sky and XL leaf", Words.Names(["Sky", "XL leaf"]));
    }

    [Fact]
    public void What_comes_first_is_cleaning_taking_up_or_nothing()
    {
        var other = Wash with { Mix = new PaintMix([new(1, 1)], new(4)) };
        var die = Wash with { Mix = PaintMix.None, Stroke = Stroke.CutOut, Method = Method.DieCut };
        Assert.Equal("Take up the brush.", StepWords.First([], Wash));
        Assert.Equal("", StepWords.First([Wash], Wash));
        Assert.Equal("Rinse the brush and wipe it.", StepWords.First([other], Wash));
        // The same mix, but colour has dried in the brush meanwhile.
        Assert.Equal("", StepWords.First([Wash], Wash, OpenTime.LoadedBrushSeconds - 1));
        Assert.StartsWith(
            "Rinse the brush",
            StepWords.First([Wash], Wash, OpenTime.LoadedBrushSeconds),
            StringComparison.Ordinal
        );
        Assert.Equal("Take up the press.", StepWords.First([Wash], die));
        // The brush still holds what was on it before the press was taken up.
        Assert.Equal("Rinse the brush and wipe it.", StepWords.First([die, other], Wash));
    }

    [Theory]
    [InlineData(0.4, "nobody will see it")]
    [InlineData(2.9, "it is hardly seen")]
    [InlineData(4, "it is seen beside the other cards")]
    [InlineData(12, "it is clearly another colour")]
    public void A_difference_is_said_by_how_it_is_seen(double difference, string said) =>
        Assert.Equal(said, Words.Seen(difference));

    [Fact]
    public void A_mix_is_said_in_parts_and_water() =>
        Assert.Equal("2 ochre and 1 blue, 4 water", Words.Mix([(2, "ochre"), (1, "blue")], 4));

    [Fact]
    public void A_wash_goes_everywhere_and_a_shadow_to_its_side()
    {
        Assert.Equal("First wash, leaf", StepWords.Title(Wash, _ => "Leaf"));
        Assert.Equal("Ninth wash, leaf", StepWords.Title(Wash with { Layer = 9 }, _ => "Leaf"));
        Assert.Contains("All of it", StepWords.Where(Wash), StringComparison.Ordinal);
        Assert.Contains("each area", StepWords.Where(Wash with { Areas = [1, 2] }), StringComparison.Ordinal);
        Assert.Contains(
            "away from the light",
            StepWords.Where(Wash with { Zone = Zone.Shadow }),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void Water_is_counted_in_parts() => Assert.Equal(["no water", "3 water"], [Words.Water(0), Words.Water(3)]);

    [Fact]
    public void A_wait_says_which_area_is_wet_and_what_would_happen()
    {
        Assert.Equal(
            "Leaf must be dry before the next layer, or it blooms.",
            Words.WaitReason(1, true, Wetness.Dry, _ => "Leaf")
        );
        Assert.Equal(
            "Leaf touches it and is still wet: the two would run together.",
            Words.WaitReason(1, false, Wetness.BoneDry, _ => "Leaf")
        );
        Assert.Equal(
            "Leaf must be bone dry first: damp paper tears and smears.",
            Words.WaitReason(1, true, Wetness.BoneDry, _ => "Leaf")
        );
    }

    [Fact]
    public void Every_wetness_of_the_brush_has_words_of_its_own()
    {
        var said = Enum.GetValues<BrushWater>().Select(StepWords.Brush).ToList();
        Assert.Equal(said.Count, said.Distinct().Count());
        Assert.All(said, words => Assert.Contains("brush", words, StringComparison.Ordinal));
    }

    [Theory]
    [InlineData(0, Likeness.Twin)]
    [InlineData(1, Likeness.Twin)]
    [InlineData(1.01, Likeness.Close)]
    [InlineData(3, Likeness.Close)]
    [InlineData(5.9, Likeness.Near)]
    [InlineData(6.1, Likeness.Another)]
    public void Differences_have_words(double difference, Likeness word) =>
        Assert.Equal(word, Likenesses.Of(difference));

    [Theory]
    [InlineData(Stroke.Draw)]
    [InlineData(Stroke.Burnish)]
    [InlineData(Stroke.Marker)]
    [InlineData(Stroke.Sponge)]
    public void The_way_back_from_what_is_drawn_or_dabbed_takes_no_brush(Stroke stroke)
    {
        var pass = new Pass(0, PaintMix.None, [1], Zone.Whole, 1, BrushWater.DryBrush, 50, 100) { Stroke = stroke };
        foreach (var state in Enum.GetValues<Wetness>())
            Assert.DoesNotContain("brush", Words.WayBack(pass, state), StringComparison.Ordinal);
        Assert.Contains(
            "brush",
            Words.WayBack(pass with { Stroke = Stroke.Wash }, Wetness.Wet),
            StringComparison.Ordinal
        );
    }
}
