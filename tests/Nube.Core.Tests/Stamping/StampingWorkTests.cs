using Nube.Core.Cards;
using Nube.Core.Methods;
using Nube.Core.Planning;
using Nube.Core.Stamping;
using Nube.Core.Tests.Planning;
using static Nube.Core.Tests.Planning.TrialCards;
using static Nube.Core.Tests.Planning.Trials;
using static Nube.Core.Tests.Stamping.Scenes;

namespace Nube.Core.Tests.Stamping;

/// <summary>How a scene is stamped, as steps at the bench. Common practice, no source.</summary>
public class StampingWorkTests
{
    private readonly Scenes scenes = new();

    private Scene Overlapping(params PlacedStamp[] more) =>
        Panel(100, 100, [Put(scenes.Square("Pumpkin", 30), 30, 60), Put(scenes.Square("Can", 30), 50, 50), .. more]);

    [Fact]
    public void Prints_that_nothing_is_laid_between_are_one_step()
    {
        var scene = Overlapping(Put(scenes.Square("Flower", 10), 85, 85), Put(scenes.Square("Leaf", 10), 85, 15));
        var parts = StampingWork.Of(SceneOrder.Of(scene, scenes.Stamps).Steps, Waterproof, embossed: false);
        Assert.Equal(
            [Method.StampedImage, Method.Masking, Method.StampedImage, Method.Unmasking],
            parts.Select(part => part.Method)
        );
        Assert.Equal("stamp Pumpkin", parts[0].Does);
        Assert.Equal("stamp Can, stamp Flower, stamp Leaf", parts[2].Does);
        Assert.Equal([1, 0, 3, 0], parts.Select(part => part.Prints));
        // Masks are cut once, with the caution for blades, when the first of them is laid.
        Assert.StartsWith("Once for all cards: Cut a mask of Pumpkin", parts[1].Text, StringComparison.Ordinal);
        Assert.Contains("away from you", parts[1].Text, StringComparison.Ordinal);
        Assert.Contains(Waterproof.Name, parts[2].Text, StringComparison.Ordinal);
    }

    [Fact]
    public void A_scene_is_stamped_step_by_step_before_it_is_coloured()
    {
        var trial = Trials
            .Run(Method.FlatWash, ["#c8323a"], 2)
            .On(Card().With(PieceKind.Image, "Image", 90, 120, "Cold pressed watercolour 300"));
        trial = trial with
        {
            Card = trial.Card! with
            {
                Stamping = StampingWork.Of(
                    SceneOrder.Of(Overlapping(), scenes.Stamps).Steps,
                    Waterproof,
                    embossed: false
                ),
            },
        };
        var plan = trial.Plan();
        Assert.Equal(
            [Stroke.Trim, Stroke.StampImage, Stroke.LayMask, Stroke.StampImage, Stroke.TakeMaskOff],
            plan.On("Image").Take(5)
        );
        var second = plan.Passes.Last(pass => pass.Stroke == Stroke.StampImage);
        Assert.Equal("Image: stamp Can", StepWords.Title(second, NamesIn(plan)));
        // A print is dry before its mask is laid on it.
        var (print, mask) = (plan.Step("Image", Stroke.StampImage), plan.Step("Image", Stroke.LayMask));
        Assert.True(mask.StartSeconds >= print.DrySeconds);
        // The colour comes when the masks are off.
        var wash = plan.Steps.First(step => step.Card == 1 && plan.PassOf(step).Stroke == Stroke.Wash);
        Assert.True(wash.StartSeconds >= plan.Step("Image", Stroke.TakeMaskOff).EndSeconds);
    }

    [Fact]
    public void What_is_stamped_apart_is_cut_out_when_it_is_coloured()
    {
        var trial = Trials
            .Run(Method.FlatWash, ["#c8323a"], 1)
            .On(Card().With(PieceKind.Image, "Image", 90, 120, "Cold pressed watercolour 300"));
        trial = trial with
        {
            Card = trial.Card! with
            {
                Stamping = StampingWork.Of(
                    SceneOrder.Of(Overlapping(), scenes.Stamps, Overlap.CutOut).Steps,
                    Waterproof,
                    embossed: false
                ),
            },
        };
        var strokes = trial.Plan().On("Image");
        Assert.True(strokes.IndexOf(Stroke.CutByHand) > strokes.IndexOf(Stroke.Wash));
    }
}
