using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Optics;
using Nube.Core.Stamping;

namespace Nube.Core.Tests.Stamping;

/// <summary>How to make the print itself: facts of the trade, common practice, no source.</summary>
public class PrintGuideTests
{
    private static readonly StampingInk Fast = new("Fast black", Waterproof: true, Slow: false);
    private static readonly StampingInk Slow = new(
        "Slow pigment black",
        Waterproof: true,
        Slow: true,
        Embossable: true
    );
    private static readonly Paper Smooth = GenericCatalogue.Papers.First(paper => paper.Texture == PaperTexture.Smooth);
    private static readonly Paper Rough = GenericCatalogue.Papers.First(paper =>
        paper.Texture == PaperTexture.ColdPressed
    );

    private static List<StampingStep> Guide(StampingInk ink, Paper paper, OutlineKind kind = OutlineKind.Crisp) =>
        [.. PrintGuide.Guide(ink, paper, kind, 6)];

    [Fact]
    public void The_stamp_is_cleaned_first_and_last() => Assert.All(Enum.GetValues<OutlineKind>(), kind =>
        {
            var steps = Guide(Slow, Smooth, kind);
            Assert.Contains("Clean the stamp", steps[0].Text, StringComparison.Ordinal);
            Assert.Contains("Clean the stamp", steps[^1].Text, StringComparison.Ordinal);
        });

    [Fact]
    public void Textured_paper_takes_several_impressions_from_one_position()
    {
        Assert.Contains(Guide(Fast, Rough), step =>
            step.Text.Contains($"{Rough.Impressions} impressions", StringComparison.Ordinal)
        );
        Assert.Contains(Guide(Fast, Smooth), step => step.Text.Contains("one impression", StringComparison.Ordinal));
    }

    [Fact]
    public void Embossing_dusts_before_and_heats_after_with_its_caution()
    {
        var steps = Guide(Slow, Smooth, OutlineKind.Embossed);
        var (dust, ink, powder, heat) = (
            At("anti-static"),
            At("Ink the stamp"),
            At("embossing powder over"),
            At("glossy")
        );
        Assert.True(dust >= 0 && dust < ink && ink < powder && powder < heat);
        Assert.Equal(Cautions.HeatTool.Text, steps[heat].Caution);
        Assert.Contains(Guide(Fast, Smooth, OutlineKind.Embossed), step =>
            step.Text.Contains("too fast for powder", StringComparison.Ordinal)
        );
        Assert.DoesNotContain(Guide(Fast, Smooth, OutlineKind.Embossed), step =>
            step.Text.Contains("glossy", StringComparison.Ordinal)
        );

        int At(string words) => steps.FindIndex(step => step.Text.Contains(words, StringComparison.Ordinal));
    }

    [Fact]
    public void Slow_ink_is_set_and_ink_that_runs_is_named_for_a_crisp_line_only()
    {
        Assert.Contains(Guide(Slow, Smooth), step =>
            step.Caution is not null && step.Text.Contains("smears", StringComparison.Ordinal)
        );
        Assert.DoesNotContain(Guide(Fast, Smooth), step => step.Caution is not null);
        var running = Fast with { Waterproof = false };
        Assert.Contains(Guide(running, Smooth), step => step.Text.Contains("not waterproof", StringComparison.Ordinal));
        Assert.DoesNotContain(Guide(running, Smooth, OutlineKind.NoLine), step =>
            step.Text.Contains("not waterproof", StringComparison.Ordinal)
        );
    }
}
