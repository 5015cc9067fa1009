using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Planning;

namespace Nube.Core.Tests.Methods;

public class MethodTests
{
    private static readonly Paints Paints = Supplies.OnWatercolourPaper;
    private static readonly HashSet<Medium> Owned = [.. Supplies.All.Select(colourant => colourant.Medium)];

    public static TheoryData<Method> ForAreas =>
        [.. MethodTable.All.Where(sheet => !sheet.WholeCard).Select(sheet => sheet.Method)];

    /// <summary>All but the word for the picture, whose passes are those of its areas.</summary>
    public static TheoryData<Method> ForCards =>
        [
            .. MethodTable
                .All.Where(sheet => sheet.WholeCard && sheet.Method != Method.Picture)
                .Select(sheet => sheet.Method),
        ];

    private static AreaTask Task(
        Method method,
        string colour = "#d2692f",
        ShadowDepth shadow = ShadowDepth.Soft,
        Schools? schools = null
    ) => new(1, 400, new ZoneShares(0.2, 0.35), Supplies.Best(method, colour, depth: shadow, schools: schools));

    private static ImmutableArray<AreaPass> Passes(
        Method method,
        string colour = "#d2692f",
        ShadowDepth shadow = ShadowDepth.Soft,
        Schools? schools = null
    ) => MethodTable.Passes(method, Task(method, colour, shadow, schools), Paints, schools ?? Schools.Usual);

    private static ZoneColours After(IEnumerable<AreaPass> passes) => Supplies.Looks(passes)[^1].Colours();

    private static double L(Srgb colour) => colour.ToLab().L;

    [Fact]
    public void Every_method_stroke_and_tool_has_its_sheet_and_words_of_its_own()
    {
        Assert.Equal(Enum.GetValues<Method>().Order(), MethodTable.All.Select(sheet => sheet.Method).Order());
        Assert.Equal(Enum.GetValues<Stroke>().Order(), StrokeTable.All.Select(sheet => sheet.Stroke).Order());
        Assert.Equal(Enum.GetValues<Tool>().Order(), StrokeTable.Tools.Select(sheet => sheet.Tool).Order());
        Assert.Equal(MethodTable.All.Length, MethodTable.All.Select(sheet => sheet.Name).Distinct().Count());
        Assert.All(MethodTable.All, sheet =>
            Assert.True(sheet.What.EndsWith('.') && sheet.When.EndsWith('.'), sheet.Name)
        );
    }

    [Theory]
    [MemberData(nameof(ForAreas))]
    public void Every_method_for_areas_makes_passes_that_end_darker_in_the_shadow_than_in_the_light(Method method)
    {
        var passes = Passes(method);
        Assert.NotEmpty(passes);
        var last = After(passes);
        Assert.True(
            L(last.Shadow) <= L(last.Light) + 1e-6,
            $"{method}: light {L(last.Light):0.0}, shadow {L(last.Shadow):0.0}"
        );
        Assert.True(L(last.Shadow) < Paints.Paper.Colour.ToLab().L, "something is painted");
        Assert.Throws<ArgumentException>(() => MethodTable.Passes(new CardTask(method, [], 1, 1000), Paints));
    }

    [Theory]
    [MemberData(nameof(ForCards))]
    public void Every_method_for_whole_cards_makes_passes_before_or_after_the_areas(Method method)
    {
        var recipes = MethodTable.NeedsColour(method)
            ? ImmutableArray.Create(Supplies.Best(method, "#c93a6a"), Supplies.Best(method, "#5aa7d8"))
            : [];
        var passes = MethodTable.Passes(new CardTask(method, recipes, 2, 10_000), Paints);
        Assert.NotEmpty(passes);
        Assert.All(passes, pass => Assert.Equal(MethodTable.Of(method).Phase, pass.Phase));
        Assert.NotEqual(Phase.Colour, MethodTable.Of(method).Phase);
        Assert.Throws<ArgumentException>(() =>
            MethodTable.Passes(method, Task(Method.FlatWash), Paints, Schools.Usual)
        );
    }

    [Fact]
    public void A_flat_wash_lies_as_the_recipe_says()
    {
        var recipe = Task(Method.FlatWash, "#5c9140", ShadowDepth.None).Recipe;
        var passes = Passes(Method.FlatWash, "#5c9140", shadow: ShadowDepth.None);
        Assert.Equal(recipe.Layers, passes.Length);
        Assert.Equal(0, Ciede2000.Difference(recipe.Predicted, After(passes).Middle.ToLab()), 0.6); // rounding to 8 bits
    }

    [Fact]
    public void A_graded_wash_fades_out_and_keeps_its_mean_load()
    {
        var after = After(Passes(Method.GradedWash, "#2f5fa8"));
        Assert.True(L(after.Light) > L(after.Middle) + 5 && L(after.Middle) > L(after.Shadow) + 2, $"{after}");
        var spread = Spread.Over(Zone.Graded);
        Assert.Equal(1, (spread.Light + spread.Middle + spread.Shadow) / 3, 9);
        Assert.All(Passes(Method.GradedWash), pass => Assert.Equal(Stroke.GradedWash, pass.Stroke));
    }

    [Fact]
    public void Wet_in_wet_wets_the_area_in_the_same_go_as_wet_as_the_paper_bears()
    {
        Assert.All(Passes(Method.WetInWet), pass => Assert.Equal([PaintMix.CleanWater], pass.Also));
        Assert.All(Passes(Method.WetInWet), pass => Assert.Equal(BrushWater.Juicy, pass.Water));
        var onBristol = MethodTable.Passes(
            Method.WetInWet,
            Task(Method.WetInWet),
            Supplies.On(Supplies.Paper("Smooth bristol 270")),
            Schools.Usual
        );
        Assert.All(onBristol, pass => Assert.Equal(BrushWater.Damp, pass.Water));
    }

    [Theory]
    [InlineData("#d2692f")]
    [InlineData("#2f5fa8")]
    [InlineData("#7a1f2b")]
    public void A_glaze_has_two_to_four_thin_layers_of_one_strength(string colour)
    {
        var glazes = Passes(Method.Glaze, colour, shadow: ShadowDepth.None);
        Assert.InRange(glazes.Length, 2, 4);
        Assert.Single(glazes.Select(pass => pass.Mix).Distinct());
    }

    [Fact]
    public void Line_and_pull_is_darkest_at_the_side_away_from_the_light_and_takes_a_stronger_mix()
    {
        var (task, passes) = (Task(Method.LineAndPull), Passes(Method.LineAndPull, shadow: ShadowDepth.None));
        Assert.True(
            passes[0].Mix.Strength.WaterParts < task.Recipe.Strength.WaterParts || task.Recipe.Strength.WaterParts == 0
        );
        Assert.Equal(Zone.Edge, passes[0].Zone);
        Assert.True(L(After(passes).Light) > L(After(passes).Shadow) + 5);
    }

    [Fact]
    public void Pencils_go_from_the_light_one_over_the_own_to_the_dark_one_and_back()
    {
        var passes = Passes(Method.DryPencil, "#87b06a");
        string Name(AreaPass pass) => Supplies.All[pass.Mix.Parts[0].Colourant].Name;
        Assert.Equal(Zone.Whole, passes[0].Zone);
        Assert.Single(passes, pass => pass.Zone == Zone.Shadow);
        Assert.Equal((passes[0].Mix, Zone.ButLight), (passes[^1].Mix, passes[^1].Zone));
        Assert.StartsWith("Leaf green", Name(passes[^1]), StringComparison.Ordinal);
        Assert.All(passes, pass => Assert.Equal(Leaves.Nothing, StrokeTable.Of(pass.Stroke).Leaves));
        // Dark first, and light pulled into it.
        var other = Passes(Method.DryPencil, "#87b06a", schools: new Schools(Tones: ToneOrder.DarkFirst));
        Assert.Equal(Zone.Shadow, other[0].Zone);
    }

    [Fact]
    public void Solvent_evens_the_grain_out_and_comes_with_its_caution()
    {
        var (dry, dissolved) = (
            Passes(Method.DryPencil, "#5c9140", shadow: ShadowDepth.None),
            Passes(Method.SolventPencil, "#5c9140", shadow: ShadowDepth.None)
        );
        Assert.Equal(Stroke.Dissolve, dissolved[^1].Stroke);
        // Jensen's inequality: the mean of many grains is lighter than the mean load laid evenly.
        var recipe = Supplies.Best(Method.SolventPencil, "#5c9140");
        var sameLayers = MethodTable.Passes(
            Method.DryPencil,
            new AreaTask(1, 400, default, recipe),
            Paints,
            Schools.Usual
        );
        Assert.True(L(After(dissolved).Middle) < L(After(sameLayers).Middle));
        Assert.NotEmpty(dry);
        var pass = new Pass(0, PaintMix.None, [1], Zone.Whole, 1, BrushWater.DryBrush, 50, 100)
        {
            Method = Method.SolventPencil,
            Stroke = Stroke.Dissolve,
        };
        Assert.Contains(Cautions.Solvent, PlanRemarks.AtStep(pass, heated: false));
        Assert.True(Heating.Forbids(pass), "solvent and heat never meet");
    }

    [Fact]
    public void Marker_lies_under_pencil_never_over_it()
    {
        var passes = Passes(Method.PencilOverMarker, "#e8701f");
        Assert.Equal(Stroke.Marker, passes[0].Stroke);
        Assert.Equal(Phase.Base, passes[0].Phase);
        Assert.All(passes.Skip(1), pass => Assert.Equal(Stroke.Draw, pass.Stroke));
    }

    [Fact]
    public void Sponge_blending_goes_over_all_then_into_the_deepest_part_and_back_with_the_middle()
    {
        // All in one go, while the ink can be moved.
        var pass = Assert.Single(Passes(Method.SpongeBlend, "#e8701f"));
        // The first layers lie in the light, too; over the dark the middle comes back.
        Assert.Equal((Zone.Whole, Zone.ButLight), (pass.Acts[0].Zone, pass.Acts[^1].Zone));
        Assert.Equal(pass.Acts[0].Mixes, pass.Acts[^1].Mixes);
        Assert.Single(pass.Acts, act => act.Zone == Zone.Deepest);
        Assert.Equal(pass.Acts.SelectMany(act => act.Mixes).Distinct(), [pass.Mix, .. pass.Also]);
    }

    [Fact]
    public void White_things_are_shaded_with_a_pale_tint_beside_them_or_with_grey_and_white()
    {
        var passes = Passes(Method.ShadedWhite, "#ffffff");
        Assert.All(passes, tint => Assert.Equal(Zone.Beside, tint.Zone));
        var (light, shadow) = (After(passes).Light.ToLab(), After(passes).Shadow.ToLab());
        Assert.InRange(light.L - shadow.L, 2, 15);
        Assert.True(shadow.B < light.B, "cooler than the paper");
        var grey = Passes(Method.ShadedWhite, "#ffffff", schools: new Schools(Whites: WhiteShade.GreyThenWhite));
        Assert.Equal(
            ["Light grey pencil", "White pencil"],
            grey.Select(pass => Supplies.All[pass.Mix.Parts[0].Colourant].Name)
        );
    }

    [Fact]
    public void On_kraft_a_white_base_brings_out_what_is_lost_without_it()
    {
        var kraft = Supplies.On(Supplies.Paper("Kraft card"));
        const string yellow = "#f2df6d";
        // A wash is lost on kraft; a pencil has filler that shows, and comes nearer still over white.
        var washed = Supplies.Best(Method.FlatWash, yellow, kraft, Supplies.MixesOn(kraft));
        var drawn = Supplies.Best(Method.DryPencil, yellow, kraft);
        var based = Supplies.Best(Method.WhiteBase, yellow, kraft);
        var sentence =
            $"with white {based.Difference:0.0}, drawn {drawn.Difference:0.0}, washed {washed.Difference:0.0}";
        Assert.True(based.Difference < drawn.Difference - 1, sentence);
        Assert.True(drawn.Difference < washed.Difference - 3, sentence);
        var passes = MethodTable.Passes(Method.WhiteBase, new AreaTask(1, 400, default, based), kraft, Schools.Usual);
        Assert.Equal((Stroke.WhiteBase, Phase.Base), (passes[0].Stroke, passes[0].Phase));
        Assert.Equal(Method.WhiteBase, MethodTable.Usual(Medium.WaxPencil, toned: true, Schools.Usual));
    }

    [Fact]
    public void Reds_are_deepened_with_brown_or_by_the_other_school_with_a_deeper_red()
    {
        var brown = Passes(Method.FlatWash, "#c8323a")[^1];
        Assert.True(
            Supplies.All[brown.Mix.Parts[0].Colourant].IsBrown,
            Supplies.All[brown.Mix.Parts[0].Colourant].Name
        );
        var red = Passes(Method.FlatWash, "#c8323a", schools: new Schools(Reds: RedShade.DeeperRed))[^1];
        Assert.False(Supplies.All[red.Mix.Parts[0].Colourant].IsBrown);
        // Blue needs neither.
        var blue = Passes(Method.FlatWash, "#2f5fa8");
        Assert.Equal(blue[0].Mix.Parts, blue[^1].Mix.Parts);
    }

    [Fact]
    public void Details_come_last_and_guide_lines_are_erased_when_bone_dry()
    {
        Assert.Equal(Stroke.Redraw, Passes(Method.NoLine)[^1].Stroke);
        var around = Passes(Method.NegativePainting)[^1];
        Assert.Equal(
            (Stroke.Erase, Phase.Clean, Wetness.BoneDry),
            (around.Stroke, around.Phase, StrokeTable.Of(around.Stroke).Needs)
        );
    }

    [Fact]
    public void A_lift_brings_the_light_back_towards_the_paper()
    {
        var passes = Passes(Method.Lift, "#2f5fa8", shadow: ShadowDepth.None);
        Assert.True(L(After(passes).Light) > L(After(passes[..^1]).Light) + 5);
        Assert.Equal(After(passes[..^1]).Middle, After(passes).Middle);
    }

    [Fact]
    public void Every_dip_goes_one_step_deeper_and_always_less_far()
    {
        var task = new CardTask(Method.DipAndDry, [Supplies.Best(Method.DipAndDry, "#c93a6a")], 4, 5000);
        var depths = Supplies.Looks(MethodTable.Passes(task, Paints)).Select(look => L(look.Colours().Middle)).ToList();
        Assert.Equal(4, depths.Count);
        Assert.Equal(depths.OrderDescending(), depths);
        Assert.True(depths[0] - depths[1] >= depths[2] - depths[3]);
    }

    [Fact]
    public void What_is_missing_for_a_method_is_said()
    {
        Assert.Null(MethodTable.Missing(Method.PencilOverMarker, Owned));
        Assert.Equal(
            "Pencil over marker needs an alcohol marker among the run's colours.",
            MethodTable.Missing(Method.PencilOverMarker, [Medium.Pan])
        );
        Assert.Equal(
            "Oil pencil over paint needs an oil pencil among the run's colours as well.",
            MethodTable.Missing(Method.OilDetail, [Medium.Pan])
        );
        Assert.Null(MethodTable.Missing(Method.Splatter, []));
        Assert.Equal(
            "Rainbow stamp needs an ink pad for painting, a blending ink or a water-based marker among the run's colours.",
            MethodTable.Missing(Method.RainbowStamp, [Medium.Pan])
        );
    }

    [Fact]
    public void The_usual_method_follows_medium_and_school()
    {
        Assert.Equal(Method.FlatWash, MethodTable.Usual(Medium.Pan, toned: false, Schools.Usual));
        Assert.Equal(Method.LineAndPull, MethodTable.Usual(Medium.BrushMarker, toned: false, Schools.Usual));
        Assert.Equal(
            Method.SolventPencil,
            MethodTable.Usual(Medium.WaxPencil, toned: false, new Schools(Pencils: PencilBlend.Solvent))
        );
        Assert.Equal(Method.SpongeBlend, MethodTable.Usual(Medium.BlendingInk, toned: false, Schools.Usual));
        // Whatever is usual for a medium takes its colour from it.
        Assert.All(Enum.GetValues<Medium>().Except([Medium.OpaqueWhite, Medium.GelPen, Medium.Glitter]), medium =>
            Assert.Contains(medium, MethodTable.Of(MethodTable.Usual(medium, toned: false, Schools.Usual)).Media)
        );
    }

    [Fact]
    public void Recipes_take_only_what_the_method_can_use()
    {
        foreach (var sheet in MethodTable.All.Where(sheet => sheet.Media.Length > 0))
        {
            foreach (var recipe in Recipes(sheet, 4))
                Assert.All(recipe.Parts, part =>
                    Assert.Contains(
                        Supplies.All[part.Colourant].Medium,
                        sheet.IsBody ? sheet.Media.Concat(sheet.With) : sheet.Media
                    )
                );
        }
        Assert.Empty(
            MethodRecipes.Nearest(
                Method.SpongeBlend,
                default,
                ShadowDepth.Soft,
                Paints with
                {
                    Colourants = GenericCatalogue.Pans,
                    Optics = [.. Paints.Optics.Take(12)],
                },
                null,
                Schools.Usual,
                3
            )
        );

        static ImmutableArray<Recipe> Recipes(MethodSheet sheet, int count)
        {
            var wish = Srgb.Parse("#b05a3c").ToLab();
            return sheet.WholeCard
                ? MethodRecipes.NearestForCard(sheet.Method, wish, 1, Paints, Supplies.PansOnWatercolourPaper, count)
                : MethodRecipes.Nearest(
                    sheet.Method,
                    wish,
                    ShadowDepth.Soft,
                    Paints,
                    Supplies.PansOnWatercolourPaper,
                    Schools.Usual,
                    count
                );
        }
    }
}
