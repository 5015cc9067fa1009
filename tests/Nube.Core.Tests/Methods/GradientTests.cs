using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Artwork;
using Nube.Core.Colour;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Planning;

namespace Nube.Core.Tests.Methods;

/// <summary>"Pink running into orange": several hues in one area.</summary>
public class GradientTests
{
    private static readonly RunPalette Palette = new(Supplies.OnWatercolourPaper, _ => Supplies.PansOnWatercolourPaper);
    private static readonly Gradient Down = new(GradientWay.Across, 90);

    internal static NamedLayer Layer(string name, int layers = 0) =>
        new([new RecipePart(Place(name), 1)], new Strength(IsPan(name) ? 4 : 0), layers);

    internal static NamedColours Into(Gradient gradient, string first, params string[] others) =>
        new(Layer(first)) { Gradient = gradient, Into = [.. others.Select(name => Layer(name))] };

    private static int Place(string name) => Supplies.All.ToList().FindIndex(colourant => colourant.Name == name);

    private static bool IsPan(string name) => Supplies.All[Place(name)].Medium == Medium.Pan;

    internal static ChosenColour Chosen(NamedColours named) =>
        named.For(Palette, Schools.Usual, 1, named.UsualMethod(Palette, Schools.Usual));

    private static Painting Painted(params ChosenColour[] chosen) =>
        new(
            chosen,
            [],
            [.. chosen.Select(one => new AreaToPaint(one.Wish.Area, 400, new(0.2, 0.35)))],
            105 * 148,
            false,
            false
        );

    private static ImmutableArray<Lab> MiddleAlong(NamedColours named) =>
        [
            .. Painted(Chosen(named))
                .Finished(Palette.Paints, Schools.Usual)
                .Areas[1]
                .Along.Select(step => step.Middle.Colour()),
        ];

    private static string Refusal(NamedColours named) =>
        Assert.Throws<NamedColourException>(() => Chosen(named)).Message;

    // At its ends each hue is what one wash of it alone would be; where the two are half and half, what one wash of
    // them mixed in equal parts at that strength is (Kubelka-Munk, worked out here by itself).
    [Fact]
    public void Paint_passes_from_the_one_wash_to_the_other_through_their_mix()
    {
        var along = MiddleAlong(Into(Down, "Lemon yellow", "Phthalo blue"));
        var paints = Palette.Paints;
        Lab Washed(params string[] names)
        {
            var mix = PaintOptics.Mix([.. names.Select(name => (paints.Optics[Place(name)], 1.0))]);
            return SpectralColour.ToLab(KubelkaMunk.Over(paints.Reflectance, mix, 1 / 5.0));
        }
        Assert.Equal(0, Ciede2000.Difference(Washed("Lemon yellow"), along[0]), 3);
        Assert.Equal(0, Ciede2000.Difference(Washed("Lemon yellow", "Phthalo blue"), along[8]), 3);
        Assert.Equal(0, Ciede2000.Difference(Washed("Phthalo blue"), along[^1]), 3);
        // Hue goes one way only, from yellow over green to blue.
        Assert.Equal(along.OrderBy(colour => Hue(colour)).ToArray(), along.ToArray());
        static double Hue(Lab colour) => (Math.Atan2(colour.B, colour.A) * 180 / Math.PI + 360) % 360;
    }

    [Theory]
    [InlineData(2, 1)]
    [InlineData(3, 0.4)]
    [InlineData(4, 0.1)]
    public void Hues_give_way_to_each_other_and_are_one_layer_together(int hues, double softness)
    {
        var gradient = new Gradient(GradientWay.Across, 0, softness);
        for (var place = 0.0; place <= 1; place += 0.01)
        {
            var shares = gradient.SharesAt(hues, place);
            Assert.Equal(1, shares.Sum(), 9);
            Assert.True(shares.Count(share => share > 0) <= 2);
        }
        for (var hue = 0; hue < hues; hue++)
            Assert.Equal(1, gradient.SharesAt(hues, gradient.PlaceOf(hue, hues))[hue], 9);
        // A narrow seam leaves most of the way plain.
        var plain = Enumerable
            .Range(0, 1001)
            .Count(i => gradient.SharesAt(hues, i / 1000.0).Any(share => share > 0.999));
        Assert.InRange(plain / 1001.0, 1 - softness * (hues - 1) / hues - 0.02, 1 - softness * (hues - 1) / hues + 0.1);
    }

    // What is dropped in comes on top of what is there: common practice, no source.
    [Fact]
    public void A_drop_lies_in_the_colour_that_is_there()
    {
        var drops = new Gradient(GradientWay.DropIns) { Points = [new(5, 5), new(9, 5)] };
        var along = MiddleAlong(Into(drops, "Lemon yellow", "Scarlet"));
        var paints = Palette.Paints;
        var both = PaintOptics.Mix([(paints.Optics[Place("Lemon yellow")], 1), (paints.Optics[Place("Scarlet")], 1)]);
        Assert.Equal(
            0,
            Ciede2000.Difference(SpectralColour.ToLab(KubelkaMunk.Over(paints.Reflectance, both, 2 / 5.0)), along[^1]),
            3
        );
    }

    // Far hues grey each other, neighbours pass clean: common practice, no source.
    [Fact]
    public void Mud_between_far_hues_is_told_with_what_helps()
    {
        ImmutableArray<Remark> Said(NamedColours named) =>
            GradientCheck.Of(
                Chosen(named),
                new AreaToPaint(1, 60, new(0.2, 0.35)),
                Palette,
                Schools.Usual,
                Air.OrdinaryRoom,
                Hand.Ordinary,
                PlanOptions.None,
                "Petal"
            );
        var muddy = Assert.Single(Said(Into(Down, "Scarlet", "Phthalo green")), said => said.Text.Contains("muddy"));
        Assert.StartsWith("Between Scarlet and Phthalo green it turns muddy", muddy.Text);
        Assert.DoesNotContain(Said(Into(Down, "Rose", "Scarlet")), said => said.Text.Contains("muddy"));
        Assert.DoesNotContain(Said(Into(Down, "Lemon yellow", "Phthalo blue")), said => said.Text.Contains("muddy"));

        // What is offered to stand between two does pass clean when it is taken.
        var far = Said(Into(Down, "Golden yellow", "Violet")).Single(said => said.Text.Contains("muddy")).Text;
        Assert.Contains("between them they pass clean", far);
        var between = Supplies.All.Single(colourant => far.Contains($"With {colourant.Name} between")).Name;
        Assert.DoesNotContain(Said(Into(Down, "Golden yellow", between, "Violet")), said =>
            said.Text.Contains("muddy")
        );
    }

    [Fact]
    public void A_hand_that_is_too_slow_for_the_area_is_told()
    {
        ImmutableArray<Remark> Said(double mm2) =>
            GradientCheck.Of(
                Chosen(Into(Down, "Lemon yellow", "Scarlet", "Violet")),
                new AreaToPaint(1, mm2, new(0.2, 0.35)) { RadiusMm = Math.Sqrt(mm2 / Math.PI) },
                Palette,
                Schools.Usual,
                new Air(30, 0.25, 0),
                Hand.Ordinary,
                PlanOptions.None,
                "Sky"
            );
        Assert.Contains(Said(15_000), said => said.Text.Contains("load a brush with each colour"));
        Assert.DoesNotContain(Said(900), said => said.Text.Contains("the hand takes"));
    }

    // Each layer ends a little before the one below it: common practice, no source.
    [Fact]
    public void Pencils_fade_into_each_other_by_layers()
    {
        var named = new NamedColours(Layer("Lemon pencil", 3)) { Gradient = Down, Into = [Layer("Crimson pencil", 3)] };
        var chosen = Chosen(named);
        var passes = Painted(chosen).Passes(Palette.Paints, Schools.Usual, []);
        Assert.Equal([Stroke.Draw, Stroke.Draw], passes.Select(pass => pass.Stroke));
        var layers = Painted(chosen)
            .Finished(Palette.Paints, Schools.Usual)
            .Areas[1]
            .Along.Select(step => step.Middle.OnTooth.Sum(lies => lies.Layers))
            .ToList();
        Assert.All(layers, lies => Assert.InRange(lies, 3, 4));
        var along = MiddleAlong(named);
        Assert.True(along[0].B > along[^1].B && along[0].A < along[^1].A);
        // What each covers is about half of the area, so that both together take as long as one over all of it.
        var whole = Painted(new NamedColours(Layer("Lemon pencil", 3)).For(Palette, Schools.Usual, 1, Method.DryPencil))
            .Passes(Palette.Paints, Schools.Usual, [])
            .Sum(pass => pass.PaintedMm2);
        Assert.Equal(whole, passes.Sum(pass => pass.PaintedMm2), 6);
    }

    [Fact]
    public void A_shadow_lies_over_all_of_it()
    {
        var named = Into(Down, "Lemon yellow", "Scarlet") with { Shadow = Layer("Violet", 1) };
        var along = Painted(Chosen(named)).Finished(Palette.Paints, Schools.Usual).Areas[1].Along;
        Assert.All(along, step => Assert.True(step.Shadow.Colour().L < step.Middle.Colour().L - 2));
        Assert.Equal(Surface.StepsAlong, along.Length);
    }

    [Fact]
    public void The_plan_lays_all_hues_in_one_go_and_keeps_wet_neighbours_apart()
    {
        var named = Into(Down, "Lemon yellow", "Scarlet");
        var two = Painted(Chosen(named), named.For(Palette, Schools.Usual, 2, Method.Gradient));
        var apart = two.Passes(Palette.Paints, Schools.Usual, [(1, 2)]);
        Assert.Equal(2, apart.Length);
        var together = Assert.Single(two.Passes(Palette.Paints, Schools.Usual, []));
        Assert.Equal([1, 2], together.Areas);
        Assert.Equal(2, together.Colours.Count());
        // A second brush is taken up in each area.
        var one = named with { Gradient = null, Into = [] };
        var plain = Painted(
                one.For(Palette, Schools.Usual, 1, Method.FlatWash),
                one.For(Palette, Schools.Usual, 2, Method.FlatWash)
            )
            .Passes(Palette.Paints, Schools.Usual, [])[0];
        Assert.True(Hand.Ordinary.PaintSeconds(together) > Hand.Ordinary.PaintSeconds(plain) + 2 * 15);
        Assert.Equal("One colour into another, area 1 and area 2", StepWords.Title(together, area => $"Area {area}"));
        Assert.Equal("All of each area, from top to bottom", StepWords.Where(together));

        // Another direction is another go.
        var across = named with { Gradient = Down with { Degrees = 0 } };
        Assert.Equal(
            2,
            Painted(Chosen(named), across.For(Palette, Schools.Usual, 2, Method.Gradient))
                .Passes(Palette.Paints, Schools.Usual, [])
                .Length
        );
    }

    // Two layers of a wash are one of twice its load (Kubelka and Munk: layers of one mix add their loads), at both ends.
    [Fact]
    public void Each_layer_is_a_go_over_all_hues()
    {
        var twice = new NamedColours(Layer("Lemon yellow", 2)) { Gradient = Down, Into = [Layer("Scarlet", 2)] };
        Assert.Equal(2, Painted(Chosen(twice)).Passes(Palette.Paints, Schools.Usual, []).Length);
        var paints = Palette.Paints;
        Lab Twice(string name) =>
            SpectralColour.ToLab(KubelkaMunk.Over(paints.Reflectance, paints.Optics[Place(name)], 2 / 5.0));
        var along = MiddleAlong(twice);
        Assert.Equal(0, Ciede2000.Difference(Twice("Lemon yellow"), along[0]), 3);
        Assert.Equal(0, Ciede2000.Difference(Twice("Scarlet"), along[^1]), 3);
        Assert.Contains(
            "same number of layers",
            Refusal(new NamedColours(Layer("Lemon yellow", 2)) { Gradient = Down, Into = [Layer("Scarlet", 1)] })
        );
    }

    [Fact]
    public void A_plan_that_was_kept_has_its_gradient()
    {
        var drops = new Gradient(GradientWay.DropIns) { Points = [new(5, 5)] };
        var passes = Painted(Chosen(Into(drops, "Lemon yellow", "Scarlet"))).Passes(Palette.Paints, Schools.Usual, []);
        var kept = System.Text.Json.JsonSerializer.Serialize(passes[0].Acts, RecordJson.Options);
        var read = System.Text.Json.JsonSerializer.Deserialize<ImmutableArray<Act>>(kept, RecordJson.Options);
        Assert.Equal(passes[0].Acts.AsEnumerable(), read);
        Assert.Equal(drops, read[0].Along!.Gradient);
    }

    [Fact]
    public void Without_one_of_its_colours_it_is_not_the_same_any_more()
    {
        var chosen = Chosen(Into(Down, "Lemon yellow", "Scarlet"));
        ImmutableArray<int> all = [.. Enumerable.Range(0, Supplies.All.Length)];
        var same = NamedColours.Recounted(chosen, all, Palette, Schools.Usual)!;
        Assert.Equal(chosen.Recipe.Gradient, same.Recipe.Gradient);
        Assert.Equal(chosen.Recipe.Predicted, same.Recipe.Predicted);
        Assert.Null(NamedColours.Recounted(chosen, all.SetItem(Place("Scarlet"), -1), Palette, Schools.Usual));
        Assert.Equal(Method.FlatWash, Choosing.Possible(Palette, Schools.Usual, chosen.Wish));
    }

    [Fact]
    public void What_cannot_be_laid_so_is_refused_in_words()
    {
        Assert.Contains("Name 2 to 4", Refusal(Into(Down, "Lemon yellow")));
        Assert.Contains("Name 2 to 4", Refusal(Into(Down, "Rose", "Scarlet", "Violet", "Ultramarine", "Umber")));
        Assert.Contains("one kind", Refusal(Into(Down, "Lemon yellow", "Crimson pencil")));
        Assert.Contains("Tap the point", Refusal(Into(new(GradientWay.FromPoint), "Rose", "Scarlet")));
        Assert.Contains(
            "name two",
            Refusal(Into(new(GradientWay.DropIns) { Points = [new(1, 1)] }, "Rose", "Scarlet", "Violet"))
        );
        Assert.Contains("cannot be", Refusal(Into(Down with { Softness = 0 }, "Rose", "Scarlet")));
        Assert.Contains("cannot be", Refusal(Into(Down with { Degrees = double.NaN }, "Rose", "Scarlet")));
        Assert.Contains(
            "no shadow over them",
            Refusal(
                Into(Down, "Tangerine alcohol marker", "Fern alcohol marker") with
                {
                    Shadow = Layer("Tangerine alcohol marker", 1),
                }
            )
        );
    }
}
