using Nube.Core.Methods;
using Nube.Core.Stamping;
using static Nube.Core.Tests.Stamping.Scenes;

namespace Nube.Core.Tests.Stamping;

/// <summary>Front first, mask, then behind: common practice, no source.</summary>
public class SceneOrderTests
{
    private readonly Scenes scenes = new();

    private SceneWork Work(Scene scene) => SceneOrder.Of(scene, scenes.Stamps);

    private static List<Guid> Printed(SceneWork work) =>
        [
            .. work
                .Steps.Where(step => step.Kind is SceneStepKind.Print or SceneStepKind.Trace)
                .SelectMany(step => step.Prints),
        ];

    [Fact]
    public void What_is_in_front_is_printed_first_and_masked_before_what_is_behind()
    {
        var (front, middle, back) = (
            Put(scenes.Square("Pumpkin", 30), 30, 60),
            Put(scenes.Square("Can", 30), 50, 50),
            Put(scenes.Square("Flower", 30), 70, 40)
        );
        var work = Work(Panel(100, 100, front, middle, back));
        Assert.Equal([front.Id, middle.Id, back.Id], Printed(work));
        // The last one is in front of nothing: it needs no mask.
        Assert.Equal([front.Id, middle.Id], work.Masked);
        Assert.Equal(
            [
                SceneStepKind.CutMasks,
                SceneStepKind.Print,
                SceneStepKind.LayMasks,
                SceneStepKind.Print,
                SceneStepKind.LayMasks,
                SceneStepKind.Print,
                SceneStepKind.LiftMasks,
            ],
            work.Steps.Select(step => step.Kind)
        );
        Assert.Equal([front.Id], work.Steps[2].Prints);
        // A third 20 mm behind the first in both directions overlaps the second only (10 mm), whose mask comes on then.
        Assert.Equal([middle.Id], work.Steps[4].Prints);
        Assert.Contains("Pumpkin and Can", work.Steps[0].Text, StringComparison.Ordinal);
        Assert.Contains("away from you", work.Steps[0].Caution, StringComparison.Ordinal);
    }

    [Fact]
    public void By_the_other_school_what_is_in_front_is_stamped_apart_cut_out_and_layered()
    {
        var (front, back, alone) = (
            Put(scenes.Square("Pumpkin", 30), 30, 60),
            Put(scenes.Square("Can", 30), 50, 50),
            Put(scenes.Square("Flower", 10), 85, 85)
        );
        var work = SceneOrder.Of(Panel(100, 100, front, back, alone), scenes.Stamps, Overlap.CutOut);
        Assert.Empty(work.Masked);
        Assert.Equal(
            [SceneStepKind.Print, SceneStepKind.Print, SceneStepKind.StampApart, SceneStepKind.CutOut],
            work.Steps.Select(step => step.Kind)
        );
        Assert.Equal([back.Id, alone.Id], Printed(work));
        Assert.Equal([front.Id], work.Steps[2].Prints);
        Assert.Contains("away from you", work.Steps[3].Caution, StringComparison.Ordinal);
        // Where nothing overlaps there is nothing to layer.
        Assert.DoesNotContain(SceneOrder.Of(Panel(100, 100, back, alone), scenes.Stamps, Overlap.CutOut).Steps, step =>
            step.Kind == SceneStepKind.CutOut
        );
    }

    [Fact]
    public void Nothing_is_masked_where_nothing_overlaps_and_a_stamp_is_inked_once()
    {
        var (pear, plum) = (scenes.Square("Pear", 14), scenes.Square("Plum", 14));
        var (a, b, c) = (Put(pear, 20, 20), Put(plum, 50, 20), Put(pear, 80, 20));
        var work = Work(Panel(100, 40, a, b, c));
        Assert.Empty(work.Masked);
        Assert.Equal([a.Id, c.Id, b.Id], Printed(work));
        Assert.Equal("Stamp Pear 1.", work.Steps[0].Text);
    }

    [Fact]
    public void A_stamp_that_is_inked_waits_where_it_lies_behind_another()
    {
        var (pear, plum) = (scenes.Square("Pear", 14), scenes.Square("Plum", 14));
        var (a, b, c) = (Put(pear, 20, 20), Put(plum, 50, 20), Put(pear, 58, 20));
        Assert.Equal([a.Id, b.Id, c.Id], Printed(Work(Panel(100, 40, a, b, c))));
    }

    [Fact]
    public void Scrap_is_laid_under_an_edge_that_is_printed_over()
    {
        var work = Work(Panel(60, 60, Put(scenes.Square("Pear", 20), 4, 55)));
        Assert.Contains(
            "over the left and lower edges: lay scrap paper",
            Assert.Single(work.Steps).Text,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void What_lies_off_the_panel_is_left_out_and_what_is_hidden_is_said()
    {
        var work = Work(
            Panel(
                60,
                60,
                Put(scenes.Square("Cart", 40), 30, 30),
                Put(scenes.Square("Seed", 10), 30, 30),
                Put(scenes.Square("Snail", 10), 90, 30)
            )
        );
        Assert.Contains("Snail lies off the panel and is left out.", work.Remarks);
        Assert.Contains("Seed cannot be seen behind what is in front of it.", work.Remarks);
        Assert.Equal(2, Printed(work).Count);
    }

    [Fact]
    public void A_traced_shape_needs_no_mask_to_be_traced_but_one_before_ink_comes_behind_it()
    {
        var (front, traced) = (
            Put(scenes.Square("Cart", 20), 30, 30),
            Put(scenes.Square("Cloud", 20), 40, 30, placedAs: PlacedAs.Traced)
        );
        var work = Work(Panel(80, 60, front, traced));
        Assert.Empty(work.Masked);
        Assert.Contains("as lightly as you can see it", work.Steps[1].Text, StringComparison.Ordinal);
        var behind = Put(scenes.Square("Sun", 20), 52, 30);
        Assert.Equal([traced.Id], Work(Panel(80, 60, front, traced, behind)).Masked);
    }

    [Fact]
    public void Lettering_is_never_mirrored_and_a_mirrored_print_is_told_how()
    {
        var (word, pear) = (
            scenes.Stamp("Thank you", 40, 20, """<path d="M5 5h30v10h-30z"/>""", lettering: true),
            scenes.Square("Pear", 10)
        );
        Assert.Equal(
            "Thank you can be read, so it is not mirrored.",
            Panel(60, 60, Put(word, 30, 30, mirrored: true)).Trouble(scenes.Stamps)
        );
        Assert.Null(Panel(60, 60, Put(word, 30, 30)).Trouble(scenes.Stamps));
        Assert.Contains(
            "rubber sheet",
            Work(Panel(60, 60, Put(pear, 30, 30, 90, mirrored: true))).Steps[0].Text,
            StringComparison.Ordinal
        );
    }

    [Theory]
    [InlineData(10, 60, "between 20 and 420")]
    [InlineData(60, 5000, "between 20 and 420")]
    public void A_panel_that_cannot_be_is_refused(double width, double height, string why) =>
        Assert.Contains(why, Panel(width, height).Trouble(scenes.Stamps), StringComparison.Ordinal);

    [Fact]
    public void A_stamp_that_is_gone_or_lies_nowhere_is_refused()
    {
        var pear = scenes.Square("Pear", 10);
        Assert.Contains(
            "not there any more",
            Panel(60, 60, Put(pear with { Id = Guid.NewGuid() }, 5, 5)).Trouble(scenes.Stamps),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "too far off",
            Panel(60, 60, Put(pear, double.NaN, 5)).Trouble(scenes.Stamps),
            StringComparison.Ordinal
        );
    }
}
