using System.Collections.Immutable;
using Nube.Core.Artwork;
using Nube.Core.Cards;
using Nube.Core.Drying;
using Nube.Core.Methods;
using Nube.Core.Planning;
using Nube.Core.Planning.Pieces;
using Nube.Core.Tests.Methods;
using static Nube.Core.Tests.Planning.TrialCards;
using static Nube.Core.Tests.Planning.Trials;

namespace Nube.Core.Tests.Planning;

/// <summary>
/// Cards of a harvest swap from the first stamp to the envelope, each with what an experienced maker would insist on.
/// What they insist on is common practice, no source; the cards are invented. Each plan is held against the rules of the
/// bench by <see cref="ScheduleChecker"/>.
/// </summary>
public class CardOfPiecesTests
{
    private const string White = "White cardstock 110 lb",
        Kraft = "Kraft card",
        Watercolour = "Cold pressed watercolour 300";

    [Fact]
    public void A_ground_without_a_picture_is_planned_by_itself()
    {
        var design = Card()
            .With(
                PieceKind.Ground,
                "Sky",
                95,
                127,
                White,
                Work(Do(Method.CutToSize), Work(Method.BlendedPanel, ["#4a7fb0"]), Do(Method.MistAndBlot))
            );
        var plan = Run(design, 2).Plan();
        Assert.Equal([Stroke.Trim, Stroke.Blend, Stroke.MistAndBlot, Stroke.FixWithTape], plan.On("Sky"));
        Assert.Equal([Stroke.Trim, Stroke.Fold, Stroke.PutIntoEnvelope], plan.On("Base"));
        // The base does not wait for the sky: while that dries, it is folded.
        Assert.True(plan.Step("Base", Stroke.Fold).StartSeconds < plan.Step("Sky", Stroke.FixWithTape).StartSeconds);
        // Mist on blended ink is dry before it is put on.
        Assert.True(
            plan.Step("Sky", Stroke.MistAndBlot).DrySeconds <= plan.Step("Sky", Stroke.FixWithTape).StartSeconds
        );
        var names = NamesIn(plan);
        Assert.Equal(
            ["Sky: cut to size", "Sky: blend the panel", "Sky: mist, wait, blot", "Sky onto base"],
            plan.Passes.Where(pass => pass.Piece == plan.Pieces[1].Surface).Select(pass => StepWords.Title(pass, names))
        );
    }

    [Fact]
    public void A_dipped_and_inlaid_word_with_stencil_paste()
    {
        var design = Card()
            .With(
                PieceKind.Ground,
                "Panel",
                95,
                127,
                White,
                Work(Do(Method.CutToSize), Do(Method.DieCut), Do(Method.StencilPaste))
            )
            .With(
                PieceKind.Shape,
                "Word",
                60,
                20,
                White,
                Work(Do(Method.DieCut), Work(Method.DipAndDry, ["#4a7fb0"], 3), Do(Method.Inlaying))
            );
        var plan = Run(design, 3).Plan();
        // Cut first, then dipped, each dip on dry ink; its inner pieces go back when they are dry.
        Assert.Equal(
            [Stroke.CutOut, Stroke.Dip, Stroke.Dip, Stroke.Dip, Stroke.Inlay, Stroke.FixWithTape],
            plan.On("Word")
        );
        var dips = plan.Steps.Where(step => step.Card == 1 && plan.PassOf(step).Stroke == Stroke.Dip).ToList();
        Assert.All(dips.Zip(dips.Skip(1)), two => Assert.True(two.First.DrySeconds <= two.Second.StartSeconds + 1e-6));
        Assert.Equal(
            ["First", "Second", "Third"],
            dips.Select(step =>
                StepWords.Title(plan.PassOf(step), NamesIn(plan)).Split(' ')[1] switch
                {
                    "first" => "First",
                    "second" => "Second",
                    _ => "Third",
                }
            )
        );
        // Paste cracks in a press: cutting comes before it, and the word goes on when it is hard.
        Assert.Equal([Stroke.Trim, Stroke.CutOut, Stroke.SpreadPaste, Stroke.FixWithTape], plan.On("Panel"));
        Assert.DoesNotContain(Run(design, 3).Remarks(plan), remark => remark.Rule == "press-dries-crack");
        var paste = plan.Step("Panel", Stroke.SpreadPaste);
        Assert.True(paste.EndSeconds + Bone(Leaves.Paste) <= plan.Step("Word", Stroke.FixWithTape).StartSeconds + 1e-6);
        // While paste hardens the word is dipped: nothing on one piece holds another.
        Assert.Contains(dips, dip =>
            dip.StartSeconds > paste.EndSeconds && dip.StartSeconds < paste.EndSeconds + Bone(Leaves.Paste)
        );
    }

    [Fact]
    public void Embossed_lines_sponged_and_buffed_go_as_an_assembly_line()
    {
        var design = Card().With(PieceKind.Mat, "Mat", 100, 132, Kraft).With(PieceKind.Image, "Image", 90, 120, White);
        var trial = Trials
            .Run(
                Method.SpongeBlend,
                ["#d2692f", "#4a7fb0"],
                6,
                [(1, 2)],
                Supplies.On(Supplies.Paper(White)),
                dams: DamLines.All
            )
            .On(design);
        var plan = trial.Searched();
        // Powdered and melted first, buffed after the colours, and then flattened; never heated once there is powder on it.
        var strokes = plan.On("Image");
        Assert.Equal([Stroke.Trim, Stroke.Emboss], strokes[..2]);
        Assert.Equal([Stroke.Buff, Stroke.Flatten, Stroke.FixWithTape], strokes[^3..]);
        // All six panels are embossed before anything else takes its turn.
        var emboss = plan.Steps.Where(step => plan.PassOf(step).Stroke == Stroke.Emboss).ToList();
        Assert.Equal(6, emboss.Count);
        Assert.True(emboss[^1].Number - emboss[0].Number < 9, "embossed in a row, or nearly");
        Assert.Contains(trial.Remarks(plan), remark => remark.Text == Cautions.Powder.Text);
        Assert.True(plan.FinishSeconds < 1.15 * plan.AtLeastSeconds, "near what is proven to be needed");
    }

    [Fact]
    public void A_rainbow_patch_sized_to_its_die_behind_a_white_frame()
    {
        var design = Card()
            .With(
                PieceKind.Ground,
                "Rainbow",
                60,
                60,
                Watercolour,
                Work(
                    Do(Method.TapingDown),
                    Work(Method.RainbowBands, ["#c8323a", "#f2b62f", "#5c9140", "#2f5fa8"]),
                    Do(Method.Flattening),
                    Do(Method.CutToSize)
                )
            )
            .With(PieceKind.Frame, "Frame", 90, 110, White, raised: 1.5);
        var frame = design.Pieces[1] with { Window = new SizeMm(70, 80) };
        design = design with { Pieces = [CardDesign.Behind(design.Pieces[0], frame), frame] };
        Assert.Empty(DesignWords.Remarks(design));
        var plan = Run(design, 1).Plan();
        // The opening of 70 x 80 mm and 6 mm on each side, in four bands of 23 mm.
        Assert.Equal(
            "All of it, from top to bottom, each hue about 23 mm broad",
            StepWords.Where(plan.PassOf(plan.Step("Rainbow", Stroke.Bands)))
        );
        Assert.Equal(
            [Stroke.TapeDown, Stroke.Bands, Stroke.Flatten, Stroke.Trim, Stroke.FixWithTape],
            plan.On("Rainbow")
        );
        // The frame covers the patch: it comes after it, on foam, and everything is cut by then.
        Assert.True(plan.Step("Rainbow", Stroke.FixWithTape).Number < plan.Step("Frame", Stroke.SetOnFoam).Number);
        // Juicy bands on heavy paper: nothing is done to the patch while it is wet, and the frame is cut meanwhile.
        var bands = plan.Step("Rainbow", Stroke.Bands);
        Assert.InRange(plan.Step("Frame", Stroke.CutOut).StartSeconds, bands.EndSeconds, bands.DrySeconds);
    }

    [Fact]
    public void Mats_of_two_navy_two_teal_and_two_plum_are_cut_from_their_papers_and_told_by_card()
    {
        var design = Card().With(PieceKind.Mat, "Mat", 95, 127, White);
        var papers = new[] { "Kraft card", "Black cardstock" }.Select(StashOf).ToList();
        design = design with
        {
            Pieces =
            [
                design.Pieces[0] with
                {
                    OtherPapers = [new PaperOfCards(papers[0], 2), new PaperOfCards(papers[1], 2)],
                    Spare = 1,
                },
            ],
        };
        var parts = design.Parts(6);
        // The spare one is of the mat's own paper; the base is white as well.
        Assert.Equal([6, 3], parts[StashOf(White)].Select(part => part.Count));
        Assert.All(papers, paper => Assert.Equal(2, Assert.Single(parts[paper]).Count));

        var plan = Run(design, 6).Plan();
        var mat = plan.Pieces.Single(piece => piece.Name == "Mat");
        Assert.Equal(
            "of White cardstock 110 lb on cards 1 and 2, of Kraft card on cards 3 and 4, of Black cardstock on cards 5 and 6",
            mat.PapersInWords
        );
        Assert.Equal("Kraft card", mat.PaperOn(4).Name);
    }

    [Fact]
    public void Two_images_are_stamped_on_one_sheet_coloured_in_one_go_and_cut_apart()
    {
        SizeMm sheet = new(120, 90);
        // The apple lies under the basket on the card, and is cut out after it all the same.
        var design = Card()
            .With(PieceKind.Shape, "Apple", 30, 30, Watercolour, left: 5, top: 100)
            .With(PieceKind.Image, "Basket", 70, 80, Watercolour, raised: 1.5);
        design = design with
        {
            Pieces =
            [
                design.Pieces[0] with
                {
                    FromPicture = new PictureCut(82, 30, sheet),
                },
                design.Pieces[1] with
                {
                    FromPicture = new PictureCut(5, 5, sheet),
                },
            ],
        };
        Assert.Empty(DesignWords.Remarks(design));
        var trial = Trials
            .Run(Method.FlatWash, ["#e5812b", "#5c9140"], 2, [(1, 2)], Supplies.On(Supplies.Paper(Watercolour)))
            .On(design);
        var plan = trial.Plan();
        // The sheet is cut, stamped, coloured, flattened; then the basket is cut out of it.
        var strokes = plan.On("Basket");
        Assert.Equal([Stroke.Trim, Stroke.StampImage, Stroke.Wash], strokes[..3]);
        Assert.Equal([Stroke.Flatten, Stroke.CutByHand, Stroke.SetOnFoam], strokes[^3..]);
        // The apple has no work of its own but being cut out, when the sheet is done and dry.
        Assert.Equal([Stroke.CutByHand, Stroke.FixWithTape], plan.On("Apple"));
        var apple = plan.Step("Apple", Stroke.CutByHand);
        Assert.True(plan.Step("Basket", Stroke.Flatten).EndSeconds <= apple.StartSeconds);
        Assert.All(
            plan.Steps.Where(step => step.Card == 1 && plan.PassOf(step).Areas.Any(area => area > Pass.Panel)),
            step => Assert.True(step.Number >= apple.Number || step.DrySeconds <= apple.StartSeconds + 1e-6)
        );
        // One sheet for a card, of the size that both lie on.
        var parts = design.Parts(2)[StashOf(Watercolour)];
        Assert.Equal((120.0, 90.0, 2), Assert.Single(parts.Select(part => (part.WidthMm, part.HeightMm, part.Count))));
    }

    [Fact]
    public void Three_generations_of_a_banded_stamp_with_a_mat_for_each()
    {
        var design = Card()
            .With(PieceKind.Mat, "Mat", 100, 132, Kraft)
            .With(
                PieceKind.Ground,
                "Print",
                92,
                124,
                White,
                Work(Do(Method.CutToSize), Work(Method.RainbowStamp, ["#c8323a", "#f2b62f"], 3))
            );
        var plan = Run(design, 3).Plan();
        var prints = plan.Steps.Where(step => plan.PassOf(step).Stroke == Stroke.PrintBands).ToList();
        // Three prints from one inking, one after the other: the stamp dries.
        Assert.Equal(2, prints[^1].Number - prints[0].Number);
        Assert.Equal(1, prints.Count(step => step.Rinse));
        Assert.Equal(3, plan.PassOf(prints[0]).Generations);
        Assert.Equal([Stroke.Trim, Stroke.FixWithTape], plan.On("Mat"));
    }

    [Fact]
    public void Cut_first_then_leaves_sponged_in_two_inks()
    {
        var leaf = Work(Do(Method.DieCut), Work(Method.BlendedPanel, ["#d2692f", "#8a5a3c"]));
        var design = Card()
            .With(PieceKind.Shape, "Leaf", 30, 40, White, leaf)
            .With(PieceKind.Shape, "Small leaf", 20, 28, White, leaf, left: 60, top: 70);
        var plan = Run(design, 4).Plan();
        Assert.Equal([Stroke.CutOut, Stroke.Blend, Stroke.Blend, Stroke.FixWithTape], plan.On("Leaf", card: 4));
        // All leaves of all cards are sponged in the one ink, then all in the other: each foam tip is taken up once.
        Assert.Equal(2, plan.Steps.Count(step => plan.PassOf(step).Stroke == Stroke.Blend && step.Rinse));
    }

    [Fact]
    public void A_no_line_panel_over_a_ground_that_was_misted_and_blotted()
    {
        var design = Card().With(PieceKind.Image, "Panel", 95, 127, Watercolour);
        var trial = Trials
            .Run(
                Method.NoLine,
                ["#e5812b", "#5c9140"],
                2,
                [(1, 2)],
                work: [Trials.Work(Method.LooseBackground, ["#a9bcc9"]), Do(Method.MistAndBlot)]
            )
            .On(design);
        var plan = trial.Plan();
        var strokes = plan.On("Panel");
        Assert.Equal([Stroke.Trim, Stroke.StampImage, Stroke.Loose, Stroke.MistAndBlot], strokes[..4]);
        // What vanished is drawn again last of the colours.
        Assert.Equal([Stroke.Redraw, Stroke.Flatten, Stroke.FixWithTape], strokes[^3..]);
        // A line of slow ink is set before water comes.
        Assert.True(
            plan.Step("Panel", Stroke.StampImage).EndSeconds + 20 * 60
                <= plan.Step("Panel", Stroke.Loose).StartSeconds + 1e-6
        );
    }

    [Fact]
    public void An_uneven_gate_with_a_partial_cut_and_a_greeting_inside()
    {
        var design = Card(Opening.Gate) with
        {
            LeftFlapMm = 2 * Lengths.MillimetresPerInch,
            BaseWork = Work(
                Do(Method.CutToSize),
                Do(Method.PartialCut),
                Do(Method.StampedWords, 2),
                Do(Method.ScoreAndFold)
            ),
        };
        design = design.With(PieceKind.Strip, "Strip", 40, 132, Kraft, left: 4, top: 3);
        var plan = Run(design, 2).Plan();
        // The inside is stamped before anything is folded or put on: last it comes out crooked.
        Assert.Equal(
            [Stroke.Trim, Stroke.CutPartly, Stroke.StampWords, Stroke.Fold, Stroke.PutIntoEnvelope],
            plan.On("Base")
        );
        Assert.True(plan.Step("Base", Stroke.Fold).Number < plan.Step("Strip", Stroke.FixWithTape).Number);
        var words = plan.PassOf(plan.Step("Base", Stroke.StampWords));
        Assert.StartsWith("Do not ink again", StepWords.Generation(words, taken: 1), StringComparison.Ordinal);
        Assert.Contains("through the middle", StepWords.How(words, Schools.Usual), StringComparison.Ordinal);
    }

    [Fact]
    public void Kraft_with_a_second_image_behind_a_mask()
    {
        var design = Card()
            .With(
                PieceKind.Image,
                "Pears",
                90,
                120,
                Kraft,
                Work(
                    Do(Method.CutToSize),
                    Do(Method.StampedImage),
                    Do(Method.Masking),
                    Do(Method.StampedWords),
                    Do(Method.Unmasking),
                    Do(Method.Picture),
                    Do(Method.CutByHand)
                )
            );
        var trial = Trials
            .Run(Method.WhiteBase, ["#c8323a", "#f2b62f"], 2, [], Supplies.On(Supplies.Paper(Kraft)), masked: true)
            .On(design);
        var plan = trial.Plan();
        var strokes = plan.On("Pears");
        Assert.Equal(
            [Stroke.Trim, Stroke.StampImage, Stroke.LayMask, Stroke.StampWords, Stroke.TakeMaskOff],
            strokes[..5]
        );
        Assert.Equal([Stroke.CutByHand, Stroke.FixWithTape], strokes[^2..]);
        // The mask lies on ink that is dry: it would lift it.
        Assert.True(
            plan.Step("Pears", Stroke.StampImage).EndSeconds + Bone(Leaves.SlowLine)
                <= plan.Step("Pears", Stroke.LayMask).StartSeconds + 1e-6
        );
    }

    [Fact]
    public void A_pressed_panel_with_its_raised_parts_painted()
    {
        var design = Card().With(PieceKind.Image, "Panel", 95, 127, Watercolour);
        var trial = Trials
            .Run(Method.RaisedParts, ["#5c9140", "#c8323a"], 1, [], work: [Do(Method.PressedPattern)])
            .On(design);
        var plan = trial.Plan();
        var strokes = plan.On("Panel");
        Assert.True(strokes.IndexOf(Stroke.PressPattern) < strokes.IndexOf(Stroke.Skim));
        Assert.DoesNotContain(Stroke.Trim, strokes[strokes.IndexOf(Stroke.Skim)..]);
    }

    [Fact]
    public void Pencil_accents_over_pale_prints_with_a_stack_for_a_frame()
    {
        var design = Card()
            .With(PieceKind.Image, "Prints", 85, 115, White)
            .With(
                PieceKind.Frame,
                "Frame",
                95,
                127,
                White,
                Work(Do(Method.CutToSize), Do(Method.DieCut), Do(Method.StackedCuts, 3)),
                glue: Glue.Liquid
            );
        var trial = Trials
            .Run(Method.PencilAccents, ["#e5812b", "#5c9140"], 2, [(1, 2)], Supplies.On(Supplies.Paper(White)))
            .On(design);
        var plan = trial.Plan();
        Assert.Equal([Stroke.Trim, Stroke.CutOut, Stroke.StackCuts, Stroke.FixWithGlue], plan.On("Frame"));
        // The stack is hard before it is put on; the glue under it sets under a weight, and the envelope waits for that.
        var on = plan.Step("Frame", Stroke.FixWithGlue);
        Assert.True(plan.Step("Frame", Stroke.StackCuts).EndSeconds + Bone(Leaves.Glue) <= on.StartSeconds + 1e-6);
        var weight = plan.Step("Base", Stroke.PutWeight);
        Assert.InRange(weight.StartSeconds - on.EndSeconds, 0, Minutes(5));
        var envelope = plan.Step("Base", Stroke.PutIntoEnvelope, card: 2);
        Assert.True(
            plan.Step("Frame", Stroke.FixWithGlue, card: 2).EndSeconds + Bone(Leaves.Glue)
                <= envelope.StartSeconds + 1e-6
        );
        Assert.Equal(
            "The glue under frame must set first.",
            Words.WaitReason(envelope.Wait!.Area, envelope.Wait.OnItself, Wetness.BoneDry, NamesIn(plan))
        );
    }

    [Fact]
    public void Wet_glue_on_ink_that_water_wakes_is_warned_of_and_tape_is_not()
    {
        CardDesign Dipped(Glue glue) =>
            Card()
                .With(
                    PieceKind.Shape,
                    "Star",
                    40,
                    40,
                    White,
                    Work(Do(Method.DieCut), Work(Method.DipAndDry, ["#4a7fb0"])),
                    glue: glue
                );
        var (wet, dry) = (Run(Dipped(Glue.Liquid), 1), Run(Dipped(Glue.Tape), 1));
        Assert.Contains(wet.Remarks(wet.Plan()), remark => remark.Rule == "glue-wakes");
        Assert.DoesNotContain(dry.Remarks(dry.Plan()), remark => remark.Rule == "glue-wakes");
    }

    [Fact]
    public void Heat_dries_a_piece_and_not_what_lies_beside_it()
    {
        var ground = Work(Do(Method.CutToSize), Work(Method.LooseBackground, ["#a9bcc9"]));
        var design = Card()
            .With(PieceKind.Ground, "Ground", 95, 127, Watercolour, ground)
            .With(
                PieceKind.Greeting,
                "Words",
                60,
                15,
                White,
                Work(Do(Method.EmbossedWords), Do(Method.CutToSize)),
                raised: 1.5
            );
        var plan = Run(design, 2, PlanOptions.None with { Heat = true }).Plan();
        Assert.Contains(plan.Steps, step => step.HeatSeconds > 0);
        // What has molten powder on it, and what is put together, is never heated.
        Assert.All(plan.Steps.Where(step => step.HeatSeconds > 0), step =>
            Assert.DoesNotContain(
                plan.Steps.Take(step.Number - 1).Where(earlier => earlier.Card == step.Card).Select(plan.PassOf),
                pass =>
                    pass.Areas.Intersect(plan.PassOf(step).Areas).Any()
                    && (pass.Onto is not null || pass.Stroke == Stroke.Emboss)
            )
        );
    }

    [Fact]
    public void What_nobody_said_pieces_of_is_planned_as_before()
    {
        var trial = Trials.Run(Method.FlatWash, ["#c8323a", "#f2b62f"], 2, [(1, 2)]);
        var plan = trial.Plan();
        Assert.Empty(plan.Pieces);
        Assert.All(plan.Passes, pass => Assert.Null(pass.Piece));
        // With pieces, the same passes are among others, in the same order.
        var design = Card().With(PieceKind.Image, "Image", 95, 127, Watercolour);
        var with = trial.On(design).Plan();
        Assert.Equal(
            plan.Passes.Select(pass => (pass.Stroke, pass.Mix.Key, pass.Layer)),
            with.Passes.Where(pass => pass.Piece is null).Select(pass => (pass.Stroke, pass.Mix.Key, pass.Layer))
        );
    }

    private static double Bone(Leaves leaves) =>
        leaves.Times(default, Supplies.Paper(White), Air.OrdinaryRoom).BoneDry.TotalSeconds;

    private static double Minutes(double minutes) => 60 * minutes;
}
