using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Artwork;
using Nube.Core.Bench;
using Nube.Core.Colour;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Planning;
using Nube.Core.Tests.Methods;
using static Nube.Core.Tests.Planning.Trials;

namespace Nube.Core.Tests.Planning;

/// <summary>
/// Runs as an allotment society's harvest swap has them, each with what an experienced maker would insist on. What they
/// insist on is common practice, no source; the images are invented.
/// </summary>
public class HarvestSwapTests
{
    [Fact]
    public void Six_small_images_alike_line_and_pull_with_embossed_outlines()
    {
        var run = Run(
            Method.LineAndPull,
            ["#f2b62f", "#d2692f", "#5c9140", "#8a5a3c"],
            6,
            [(1, 2), (2, 3), (3, 4), (1, 4)],
            shadow: ShadowDepth.None,
            dams: DamLines.All
        );
        var plan = run.Searched();
        // An assembly line: one colour over all cards before the next, since the raised lines keep wet neighbours
        // apart.
        Assert.True(
            plan.Steps.Count(step => step.Rinse) <= plan.Passes.Length + 3,
            $"{plan.Steps.Count(step => step.Rinse)} changes for {plan.Passes.Length} passes"
        );
        // Within a tenth of what is proven to be needed.
        Assert.True(
            plan.FinishSeconds < 1.1 * plan.AtLeastSeconds,
            $"{plan.FinishSeconds / 60:0.0} min, at least {plan.AtLeastSeconds / 60:0.0}"
        );
        // Half an hour of colouring for six small images, from memory; one layer of each colour takes less.
        Assert.InRange(plan.HandsSeconds / 60, 10, 45);
        // The raised lines are buffed at the very end.
        for (var card = 1; card <= 6; card++)
            Assert.Equal(Stroke.Buff, OnCard(plan, card).Last().Stroke);
        Assert.Contains(run.Remarks(plan), remark => remark.Rule == "embossed-sheds");
        // All that has to be on the table, and no colour that is not used.
        var lay = LayingOut.Of(plan, new Setting(run.Paints.Paper, Waterproof, run.Dams), run.Paints.Colourants);
        Assert.StartsWith($"6 cards of {run.Paints.Paper.Name}", lay[0], StringComparison.Ordinal);
        Assert.Contains("embossing powder", lay[1], StringComparison.Ordinal);
        var used = plan
            .Passes.SelectMany(pass => pass.Mixes)
            .SelectMany(mix => mix.Parts)
            .Select(part => run.Paints.Colourants[part.Colourant].Name)
            .Distinct()
            .Order();
        Assert.Equal(used, lay[2].Split(", ").Order());
        Assert.Equal("a dry cloth", lay[^1]);
    }

    [Fact]
    public void Many_touching_bright_stripes_with_splatter_last()
    {
        string[] stripes =
        [
            "#f2df6d",
            "#e07b2a",
            "#c8323a",
            "#7a4a2c",
            "#a9bcc9",
            "#2f5fa8",
            "#5c9140",
            "#f2b62f",
            "#8a3f6b",
            "#3d8a6c",
        ];
        var run = Run(
            Method.FlatWash,
            stripes,
            3,
            [.. Enumerable.Range(1, stripes.Length - 1).Select(i => (i, i + 1))],
            work: [Work(Method.Splatter, ["#7a4a2c"])],
            shadow: ShadowDepth.None
        );
        var plan = run.Searched();
        // Orange, brown and a pale grey-blue are not in the box: they are mixed, or thinned.
        var mixes = run.Painting.Colours.ToDictionary(colour => colour.Wish.Area, colour => colour.Recipe);
        Assert.True(
            mixes[4].Parts.Length + mixes[2].Parts.Length >= 3 && mixes[5].Strength.WaterParts >= 2,
            "mixed and thinned"
        );
        for (var card = 1; card <= 3; card++)
        {
            Assert.Equal(Stroke.Splatter, OnCard(plan, card).Last().Stroke);
            var splatter = plan.Steps.Last(step => step.Card == card);
            Assert.All(plan.Steps.Where(step => step.Card == card && step != splatter), step =>
                Assert.True(step.DrySeconds <= splatter.StartSeconds + 1e-6, "only on dry colour")
            );
        }
        // Enough of every mixed colour for all cards is mixed before the first stroke.
        Assert.Equal(plan.Passes.SelectMany(pass => pass.Mixes).Distinct().Count(), Amounts.ToMix(plan).Length);
    }

    [Fact]
    public void A_no_line_image_in_solvent_blended_pencil_with_details_redrawn_last()
    {
        var run = Run(
            Method.SolventPencil,
            ["#e5812b", "#5c9140"],
            2,
            [],
            Supplies.On(Supplies.Paper("White cardstock 110 lb")),
            detailOf: area => area == 1 ? 2 : null
        );
        var plan = run.Plan();
        for (var card = 1; card <= 2; card++)
        {
            var strokes = OnCard(plan, card).Select(pass => pass.Stroke).ToList();
            Assert.True(
                strokes.LastIndexOf(Stroke.Draw) < strokes.LastIndexOf(Stroke.Dissolve),
                "solvent after the pencil"
            );
            // The detail is coloured with what is around it, and then in its own colour when all else is done.
            var row = OnCard(plan, card).ToList();
            var own = row.Where(pass => pass.Phase == Phase.Detail).ToList();
            Assert.All(own, pass => Assert.Equal([1], pass.Areas));
            Assert.Equal(own, row[^own.Count..]);
            Assert.All(row.Take(row.Count - own.Count), pass => Assert.Contains(2, pass.Areas));
            Assert.Contains(row, pass => pass.Phase == Phase.Colour && pass.Areas.Contains(1));
            Assert.Contains(own, pass => pass.Stroke == Stroke.Draw);
        }
        // The stump is cleaned at every change of colour, and never with heat near.
        Assert.Equal(
            "Wipe the stump on sandpaper.",
            StepWords.CleanFirst(
                [plan.Passes.First(pass => pass.Stroke == Stroke.Dissolve)],
                plan.Passes.Last(pass => pass.Stroke == Stroke.Dissolve)
            )
        );
        var heated = run with { Options = new PlanOptions { Heat = true } };
        Assert.DoesNotContain(heated.Plan().Steps, step => step.HeatSeconds > 0);
        Assert.All(plan.Passes.Where(pass => pass.Stroke == Stroke.Dissolve), pass =>
            Assert.Contains(Cautions.Solvent, PlanRemarks.AtStep(pass, false))
        );
        // Said when the stump is taken up, not again with every card while it stays in hand.
        foreach (var (before, step) in plan.Steps.Zip(plan.Steps.Skip(1)))
        {
            var (last, next) = (plan.PassOf(before), plan.PassOf(step));
            Assert.Equal(
                next.Stroke == Stroke.Dissolve && last.Stroke != Stroke.Dissolve,
                PlanRemarks.ToSay(next, false, last).Contains(Cautions.Solvent)
            );
        }
    }

    [Fact]
    public void White_parts_on_kraft_come_from_a_white_base_and_what_is_lost_without_it_is_said()
    {
        var kraft = Supplies.On(Supplies.Paper("Kraft card"));
        var based = Run(Method.WhiteBase, ["#f7f5ee", "#f2df6d"], 2, [(1, 2)], kraft, shadow: ShadowDepth.None);
        var plan = based.Plan();
        foreach (var area in new[] { 1, 2 })
            Assert.Equal(Phase.Base, OnCard(plan, 1).First(pass => pass.Areas.Contains(area)).Phase);
        var straight = Run(Method.FlatWash, ["#f2df6d"], 2, paints: kraft, shadow: ShadowDepth.None);
        Assert.Contains(straight.Remarks(straight.Plan()), remark => remark.Rule == "dark-swallows");
    }

    [Fact]
    public void Marker_base_pencil_depth_second_stamping()
    {
        var run = Run(
            Method.PencilOverMarker,
            ["#e8701f", "#4f8a3a"],
            2,
            [(1, 2)],
            Supplies.On(Supplies.Paper("White cardstock 110 lb")),
            work: [Work(Method.Relining, [], with: RelineWith.Stamp)]
        );
        var plan = run.Plan();
        for (var card = 1; card <= 2; card++)
        {
            foreach (var area in new[] { 1, 2 })
            {
                var strokes = OnCard(plan, card)
                    .Where(pass => pass.Areas.Contains(area))
                    .Select(pass => pass.Stroke)
                    .ToList();
                Assert.True(
                    strokes.LastIndexOf(Stroke.Marker) < strokes.IndexOf(Stroke.Draw),
                    "never marker over pencil on an area"
                );
            }
            Assert.Equal(Stroke.StampAgain, OnCard(plan, card).Last().Stroke);
        }
        // A line that alcohol dissolves is seen before it happens; a safe one is not complained of.
        Assert.Contains(run.Remarks(plan, GenericCatalogue.StampingInks[0]), remark =>
            remark.Rule == "line-lost-in-alcohol"
        );
        Assert.DoesNotContain(
            run.Remarks(plan, GenericCatalogue.StampingInks.Single(ink => ink.Name == "Alcohol-safe black")),
            remark => remark.Rule == "line-lost-in-alcohol"
        );
    }

    [Fact]
    public void White_and_orange_blooms_by_sponge_blending_in_one_sitting()
    {
        var run = Run(
            Method.SpongeBlend,
            ["#e8701f", "#f2a35a"],
            4,
            [(1, 2)],
            Supplies.On(Supplies.Paper("White cardstock 110 lb")),
            options: new PlanOptions { Sitting = new Sitting(60) }
        );
        var plan = run.Plan();
        Assert.All(plan.Steps, step => Assert.Equal(1, step.Sitting));
        // Nothing is wet, so nothing waits; foam is wiped between inks.
        Assert.All(plan.Steps, step => Assert.Null(step.Wait));
        Assert.Contains(plan.Steps.Zip(plan.Steps.Skip(1)), both =>
            StepWords.CleanFirst([plan.PassOf(both.First)], plan.PassOf(both.Second)) is { } clean
            && clean.Contains("foam", StringComparison.Ordinal)
        );
        var white = Run(Method.ShadedWhite, ["#ffffff"], 4);
        Assert.All(white.Plan().Passes, pass => Assert.Equal(Zone.Beside, pass.Zone));
    }

    [Fact]
    public void Markers_come_before_the_pencil_of_the_areas_beside_them()
    {
        var markers = Run(Method.PencilOverMarker, ["#e8701f", "#e8701f", "#e8701f"], 2, [(1, 2), (2, 3)]);
        var passes = OnCard(markers.Plan(), 1).ToList();
        foreach (var (place, pencil) in passes.Index().Where(p => p.Item.Stroke == Stroke.Draw))
            Assert.DoesNotContain(passes.Skip(place + 1), marker =>
                marker.Stroke == Stroke.Marker
                && marker.Areas.Any(area => pencil.Areas.Any(other => Math.Abs(area - other) == 1))
            );
        Assert.Contains(passes, pass => pass.Stroke == Stroke.Draw);
    }

    [Fact]
    public void A_red_in_pencil_is_deepened_with_brown()
    {
        var shadow = Run(Method.DryPencil, ["#b8322a"], 1).Plan().Passes.Single(pass => pass.Zone == Zone.Shadow);
        var with = Supplies.All[shadow.Mix.Parts[0].Colourant];
        Assert.True(with.IsBrown, with.Name);
        var deeper = Run(Method.DryPencil, ["#b8322a"], 1, schools: Schools.Usual with { Reds = RedShade.DeeperRed })
            .Plan()
            .Passes.Single(pass => pass.Zone == Zone.Shadow);
        Assert.False(Supplies.All[deeper.Mix.Parts[0].Colourant].IsBrown);
    }

    [Fact]
    public void Clean_water_beside_a_colour_is_no_change_of_colour()
    {
        var plan = Run(Method.WetInWet, ["#5c9140", "#5c9140"], 2, [(1, 2)]).Plan();
        Assert.Contains(plan.Passes, pass => pass.Also.Contains(PaintMix.CleanWater));
        Assert.Equal(0, plan.CountChanges());
    }

    [Fact]
    public void Each_bloom_is_sponged_to_its_end_while_its_ink_can_be_moved()
    {
        var run = Run(
            Method.SpongeBlend,
            ["#e8701f", "#f2a35a"],
            2,
            [(1, 2)],
            Supplies.On(Supplies.Paper("White cardstock 110 lb"))
        );
        var plan = run.Plan();
        // One step for each bloom and card, whatever inks it takes.
        Assert.Equal(4, plan.Steps.Length);
        var pass = plan.Passes.First(one => one.Also.Length > 0);
        Assert.StartsWith("Sponge blend, ", StepWords.Title(pass, area => $"bloom {area}"), StringComparison.Ordinal);
        var how = StepWords.How(pass, Schools.Usual);
        Assert.Contains("while the ink can be moved: the first over all", how, StringComparison.Ordinal);
        Assert.Contains("in the deepest of the shadow only", how, StringComparison.Ordinal);
        Assert.DoesNotContain(run.Remarks(plan), remark =>
            remark.Text.Contains("can be moved", StringComparison.Ordinal)
        );
        // Over a large bloom the ink does not wait for the hand.
        var slow = Run(
            Method.SpongeBlend,
            ["#e8701f"],
            2,
            paints: Supplies.On(Supplies.Paper("White cardstock 110 lb")),
            size: 2500
        );
        Assert.Contains(slow.Remarks(slow.Plan()), remark =>
            remark.Text.Contains("the ink can be moved for about 4 min", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void A_cut_shape_is_dipped_and_made_to_shine_after_it_is_cut()
    {
        var work = new[] { Work(Method.DieCut, []), Work(Method.DipAndDry, ["#4a7fb0"], 2), Work(Method.Shine, []) };
        var run = Run(Method.FlatWash, ["#5c9140"], 1, work: [.. work]);
        var strokes = OnCard(run.Plan(), 1).Select(pass => pass.Stroke).ToList();
        Assert.Equal([Stroke.CutOut, Stroke.Dip, Stroke.Dip, Stroke.AddShine], strokes[^4..]);
        // Named before cutting, the dip is the ground.
        var before = Run(Method.FlatWash, ["#5c9140"], 1, work: [work[1], work[0]]);
        Assert.Equal(Stroke.Dip, OnCard(before.Plan(), 1).First().Stroke);
    }

    [Fact]
    public void Ink_that_water_moves_is_cut_within_minutes_and_slow_ink_is_left_overnight()
    {
        var blended = Run(
            Method.FlatWash,
            [],
            1,
            work: [Work(Method.BlendedPanel, ["#4a7fb0"]), Work(Method.DieCut, [])]
        );
        Assert.InRange(blended.Plan().FinishSeconds / 60, 1, 25);
        var again = Work(Method.Relining, [], with: RelineWith.Stamp);
        var run = Run(Method.FlatWash, ["#5c9140"], 1, work: [again, Work(Method.DieCut, [])]);
        Assert.True(run.Plan().FinishSeconds > 6 * 3600, "Slow ink is not cut on the same evening.");
        var quick = run with { Painting = run.Painting with { SlowLine = false } };
        Assert.InRange(quick.Plan().FinishSeconds / 60, 1, 120);
    }

    [Fact]
    public void Leaves_in_the_dark_first_school()
    {
        var schools = new Schools(Tones: ToneOrder.DarkFirst);
        var run = Run(
            Method.DryPencil,
            ["#5c9140"],
            2,
            paints: Supplies.On(Supplies.Paper("Vellum bristol 270")),
            schools: schools
        );
        var drawn = OnCard(run.Plan(), 1).ToList();
        Assert.True(drawn[0].Zone == Zone.Shadow && drawn[^1].Zone != Zone.Shadow, "dark first, light pulled into it");
        var usual = OnCard((run with { Schools = Schools.Usual }).Plan(), 1).First();
        Assert.Equal(Zone.Whole, usual.Zone);
        Assert.Contains("its dark first", schools.InWords(), StringComparison.Ordinal);
    }

    [Fact]
    public void Shapes_painted_around_and_their_lines_erased_when_bone_dry()
    {
        var run = Run(Method.NegativePainting, ["#2f5fa8"], 2, shadow: ShadowDepth.None, size: 6000, traced: true);
        var plan = run.Plan();
        foreach (var card in new[] { 1, 2 })
        {
            var erase = plan.Steps.First(step => step.Card == card && plan.PassOf(step).Stroke == Stroke.Erase);
            var painted = plan.Steps.Where(step => step.Card == card && plan.PassOf(step).Stroke == Stroke.Around);
            Assert.All(painted, step =>
                Assert.True(
                    erase.StartSeconds >= step.EndSeconds + plan.TimesOf(plan.PassOf(step)).BoneDry.TotalSeconds - 1e-6
                )
            );
        }
    }

    [Fact]
    public void A_rainbow_stamp_in_three_generations()
    {
        var run = Run(
            Method.FlatWash,
            [],
            6,
            work: [Work(Method.RainbowStamp, ["#c93a6a", "#4d348c", "#22419c"], times: 3)]
        );
        var plan = run.Plan();
        var print = Assert.Single(plan.Passes);
        Assert.Equal(3, print.Mixes.Count());
        Assert.Equal(
            [true, false, false, true, false, false],
            Enumerable
                .Range(0, 6)
                .Select(taken =>
                    StepWords.Generation(print, taken)!.StartsWith("Ink the stamp", StringComparison.Ordinal)
                )
        );
        Assert.Contains("third print", StepWords.Generation(print, 5), StringComparison.Ordinal);
    }

    [Fact]
    public void A_cut_shape_dipped_three_times_dries_between()
    {
        var run = Run(Method.FlatWash, [], 1, work: [Work(Method.DipAndDry, ["#c93a6a"], times: 3)]);
        var plan = run.Plan();
        Assert.Equal(
            ["First dip", "Second dip", "Third dip"],
            plan.Passes.Select(pass => StepWords.Title(pass, _ => ""))
        );
        for (var dip = 1; dip < 3; dip++)
            Assert.True(plan.Steps[dip].StartSeconds >= plan.Steps[dip - 1].DrySeconds - 1e-6);
        // A heat tool dries in minutes what takes half an hour.
        Assert.True(
            (run with { Options = new PlanOptions { Heat = true } }).Plan().FinishSeconds < plan.FinishSeconds / 2
        );
    }

    [Fact]
    public void A_loose_background_comes_first_and_the_glue_does_not_wake_it_up()
    {
        var work = ImmutableArray.Create(
            Work(Method.DipAndDry, ["#5aa7d8"], times: 1),
            Work(Method.LooseBackground, ["#a9c9dd"])
        );
        var run = Run(Method.FlatWash, ["#d2692f"], 2, work: work, shadow: ShadowDepth.None);
        var plan = run.Plan();
        Assert.All(Enumerable.Range(1, 2), card =>
            Assert.Equal(
                [Phase.Ground, Phase.Ground, Phase.Colour],
                OnCard(plan, card).Select(pass => pass.Phase).Take(3)
            )
        );
        // Tape is the default; with liquid glue the water-reactive ink is spoken of.
        Assert.DoesNotContain(run.Remarks(plan), remark => remark.Rule == "glue-wakes");
        Assert.Contains((run with { Schools = new Schools(Glue: Glue.Liquid) }).Remarks(plan), remark =>
            remark.Rule == "glue-wakes"
        );
    }

    [Fact]
    public void Watercolour_pencil_lifted_from_the_lead_on_a_pressed_panel()
    {
        var run = Run(Method.LeadLifted, ["#5c9140", "#f2df3d"], 2, [(1, 2)]);
        Assert.All(run.Plan().Passes, pass =>
            Assert.Equal((Stroke.LeadWash, Tool.Brush), (pass.Stroke, pass.Sheet.Tool))
        );
        Assert.Empty(Amounts.ToMix(run.Plan()));
        var raised = Run(Method.RaisedParts, ["#5c9140"], 2).Plan();
        Assert.All(raised.Passes, pass => Assert.Equal(BrushWater.DryBrush, pass.Water));
        // No pencil strokes, so nothing is said of wax or crumbs.
        Assert.DoesNotContain(run.Remarks(run.Plan()), remark =>
            remark.Text.Contains("pencil tears", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void Words_are_embossed_on_bone_dry_colour_and_what_follows_is_in_the_makers_order()
    {
        var run = Run(
            Method.FlatWash,
            ["#d2692f", "#5c9140"],
            2,
            [(1, 2)],
            shadow: ShadowDepth.None,
            work:
            [
                Work(Method.DieCut, []),
                Work(Method.EmbossedWords, []),
                Work(Method.StencilPaste, []),
                Work(Method.OnFoam, []),
                Work(Method.ResistSpray, []),
            ]
        );
        var plan = run.Plan();
        foreach (var card in new[] { 1, 2 })
        {
            var strokes = OnCard(plan, card).Select(pass => pass.Stroke).ToList();
            // Resist before colour, powder on it, and then as the maker put them.
            Assert.Equal(Stroke.SprayResist, strokes[0]);
            Assert.Equal([Stroke.Emboss, Stroke.CutOut, Stroke.SpreadPaste, Stroke.SetOnFoam], strokes[^4..]);
            var emboss = plan.Steps.Single(step => step.Card == card && plan.PassOf(step).Stroke == Stroke.Emboss);
            Assert.All(plan.Steps.Where(step => step.Card == card && step.Number < emboss.Number), step =>
                Assert.True(
                    emboss.StartSeconds
                        >= step.EndSeconds + plan.TimesOf(plan.PassOf(step)).BoneDry.TotalSeconds - 1e-6,
                    "powder sticks to what is damp"
                )
            );
        }
        // Heat after spray is dangerous, and is said however it is silenced; blades, powder and spray at their step.
        Assert.Contains(run.Remarks(plan), remark =>
            remark.Severity == Severity.Caution
            && remark.Rule is null
            && remark.Text.Contains("flammable", StringComparison.Ordinal)
        );
        Assert.Contains(
            Cautions.Blades,
            PlanRemarks.AtStep(plan.Passes.Single(pass => pass.Stroke == Stroke.CutOut), false)
        );
        Assert.Contains(
            Cautions.Powder,
            PlanRemarks.AtStep(plan.Passes.Single(pass => pass.Stroke == Stroke.Emboss), false)
        );
        Assert.Contains(
            Cautions.Sprays,
            PlanRemarks.AtStep(plan.Passes.Single(pass => pass.Stroke == Stroke.SprayResist), false)
        );
        Assert.DoesNotContain(run.Remarks(plan), remark => remark.Rule is "press-dries-crack" or "heat-on-foam");
        // Paste before the press cracks.
        var wrong = Run(
            Method.FlatWash,
            ["#d2692f"],
            1,
            work: [Work(Method.StencilPaste, []), Work(Method.DieCut, [])]
        );
        Assert.Contains(wrong.Remarks(wrong.Plan()), remark => remark.Rule == "press-dries-crack");
        // At its own step it is said again; the die by itself spoils nothing.
        ImmutableArray<Remark> At(Trial trial, Stroke stroke)
        {
            var made = trial.Plan();
            var step = made.Steps.First(one => made.PassOf(one).Stroke == stroke);
            return PlanRemarks.SpoiltBy(
                made,
                step,
                made.Steps[..(step.Number - 1)],
                trial.Paints.Colourants,
                new Setting(trial.Paints.Paper, Waterproof, DamLines.None)
            );
        }
        Assert.Equal("press-dries-crack", At(wrong, Stroke.CutOut)[0].Rule);
        Assert.DoesNotContain(At(run, Stroke.CutOut), remark => remark.Rule == "press-dries-crack");
        // What was sprayed or has paste on it is never dried with the heat tool.
        Assert.DoesNotContain((run with { Options = new PlanOptions { Heat = true } }).Plan().Steps, step =>
            step.HeatSeconds > 0
        );
    }

    [Fact]
    public void Guide_lines_masks_and_lines_that_may_bleed_are_seen_before_the_first_wash()
    {
        ImmutableArray<Remark> Said(Method method, Setting setting)
        {
            var run = Run(method, ["#2f5fa8"], 1, shadow: ShadowDepth.None, size: 400);
            return PlanRemarks.Of(run.Plan(), run.Paints.Colourants, setting, Hand.Ordinary, _ => "Sky");
        }
        var paper = Supplies.OnWatercolourPaper.Paper;
        var slow = new StampingInk("Slow black", Waterproof: true, Slow: true);
        Assert.Contains(Said(Method.FlatWash, new Setting(paper, Waterproof, DamLines.None, Traced: true)), remark =>
            remark.Rule == "graphite-trapped"
        );
        Assert.DoesNotContain(
            Said(Method.NegativePainting, new Setting(paper, Waterproof, DamLines.None, Traced: true)),
            remark => remark.Rule == "graphite-trapped"
        );
        Assert.Contains(Said(Method.FlatWash, new Setting(paper, slow, DamLines.None, Masked: true)), remark =>
            remark.Rule == "slow-line-under-mask"
        );
        Assert.DoesNotContain(Said(Method.FlatWash, new Setting(paper, slow, DamLines.None)), remark =>
            remark.Rule == "slow-line-under-mask"
        );
        // A line that is to vanish may bleed.
        var soluble = new StampingInk("Pale", Waterproof: false, Slow: false);
        Assert.Contains(Said(Method.FlatWash, new Setting(paper, soluble, DamLines.None)), remark =>
            remark.Rule == "line-bleeds"
        );
        Assert.DoesNotContain(Said(Method.NoLine, new Setting(paper, soluble, DamLines.None)), remark =>
            remark.Rule == "line-bleeds"
        );
    }

    [Fact]
    public void Brush_pen_pairs_with_a_blender_that_must_be_run_clean()
    {
        var run = Run(
            Method.BrushPenPair,
            ["#f2a35a", "#e8701f", "#cc3424"],
            3,
            [(1, 2), (2, 3)],
            schools: new Schools(Pens: PenBlend.Blender),
            shadow: ShadowDepth.Deep
        );
        var plan = run.Plan();
        Assert.Contains(plan.Passes, pass => pass.Also.Length == 1);
        var changes = plan
            .Steps.Zip(plan.Steps.Skip(1))
            .Where(both => plan.PassOf(both.First).Mix != plan.PassOf(both.Second).Mix)
            .ToList();
        Assert.NotEmpty(changes);
        Assert.All(changes, both =>
            Assert.Contains(
                "runs clear",
                StepWords.CleanFirst([plan.PassOf(both.First)], plan.PassOf(both.Second)),
                StringComparison.Ordinal
            )
        );
        Assert.Contains("blender", StepWords.How(plan.Passes[0], run.Schools), StringComparison.Ordinal);
    }

    [Fact]
    public void A_stronger_puddle_of_the_same_colours_is_a_mix_of_its_own()
    {
        // Two areas of one wish: one in weak washes, one with colour along the line that is pulled in, from a stronger
        // puddle.
        var paints = Supplies.OnWatercolourPaper;
        var recipe = Supplies.Best(Method.FlatWash, "#9ec4d8", depth: ShadowDepth.None);
        ChosenColour Of(int area, Method method) =>
            new(new Wish(area, Srgb.Parse("#9ec4d8"), ShadowDepth.None, method), recipe);
        var areas = Enumerable.Range(1, 2).Select(area => new AreaToPaint(area, 180, default)).ToList();
        var run = new Trial(
            paints,
            Schools.Usual,
            new Painting([Of(1, Method.FlatWash), Of(2, Method.LineAndPull)], [], areas, 5000, false, false),
            [],
            1,
            PlanOptions.None,
            DamLines.None
        );
        var plan = run.Plan();
        Assert.Equal(2, Amounts.ToMix(plan).Select(amount => amount.Mix.Key).Distinct().Count());
        Assert.All(
            plan.Steps.Where(step =>
                step.Number > 1 && plan.PassOf(step).Mix != plan.PassOf(plan.Steps[step.Number - 2]).Mix
            ),
            step => Assert.True(step.Rinse)
        );
        Assert.Contains(plan.Steps, step => step.Number > 1 && step.Rinse);
        var read = System.Text.Json.JsonSerializer.Deserialize<Plan>(
            System.Text.Json.JsonSerializer.Serialize(plan, RecordJson.Options),
            RecordJson.Options
        )!;
        Assert.Equal(plan.Passes.Select(pass => pass.Mix.Key), read.Passes.Select(pass => pass.Mix.Key));
        Assert.Equal(plan.Passes.SelectMany(pass => pass.Acts), read.Passes.SelectMany(pass => pass.Acts));
    }

    [Fact]
    public void A_plan_that_was_kept_before_passes_told_their_acts_still_shows_its_colours()
    {
        var run = Run(Method.LineAndPull, ["#2f5fa8"], 1);
        var plan = run.Plan();
        var old = plan.Passes.Select(pass => pass with { Acts = [], Thinned = pass.Acts[0].Share }).ToList();
        var fold = new CardFold(run.Paints);
        Assert.Equal(fold.After(plan.Passes).Looks(), fold.After(old).Looks());
    }
}
