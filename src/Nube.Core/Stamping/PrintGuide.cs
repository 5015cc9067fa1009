using System.Collections.Immutable;
using Nube.Core.Materials;
using Nube.Core.Methods;

namespace Nube.Core.Stamping;

/// <summary>A step of stamping an outline.</summary>
/// <param name="Text">What to do, in words that can be read aloud.</param>
/// <param name="Caution">What can hurt at this step; null when nothing does.</param>
public sealed record StampingStep(string Text, string? Caution = null);

/// <summary>How the outline of a run is to look.</summary>
public enum OutlineKind
{
    /// <summary>A crisp line that stays.</summary>
    Crisp,

    /// <summary>Embossed: raised and shiny, a dam that stops water.</summary>
    Embossed,

    /// <summary>Pale, to vanish under the colour.</summary>
    NoLine,
}

/// <summary>Tells how to make the print itself. Common practice, no source.</summary>
public static class PrintGuide
{
    /// <summary>The steps, in their order.</summary>
    /// <param name="ink">The ink of the outline.</param>
    /// <param name="paper">What is stamped on.</param>
    /// <param name="kind">How the outline is to look.</param>
    /// <param name="cards">How many are stamped, from 1.</param>
    public static ImmutableArray<StampingStep> Guide(StampingInk ink, Paper paper, OutlineKind kind, int cards)
    {
        ArgumentNullException.ThrowIfNull(ink);
        ArgumentNullException.ThrowIfNull(paper);
        ArgumentOutOfRangeException.ThrowIfLessThan(cards, 1);
        var steps = ImmutableArray.CreateBuilder<StampingStep>();
        steps.Add(
            new(
                kind == OutlineKind.NoLine
                    ? "Clean the stamp until a scrap stays white: a trace of dark ink ruins a pale line."
                    : "Clean the stamp, and print once on a scrap."
            )
        );
        if (kind == OutlineKind.Embossed)
            steps.Add(
                new($"Dust {Panels(cards)} with anti-static powder, so that embossing powder sticks to the ink only.")
            );
        steps.Add(new(Impressions(paper)));
        if (kind == OutlineKind.NoLine)
            steps.Add(
                new(
                    $"Ink with {ink.Name}, blot once on a scrap, and stamp the second print: the line should just be seen."
                )
            );
        else
            steps.Add(new(Inked(ink, cards)));
        if (kind == OutlineKind.Embossed)
        {
            steps.Add(
                new(
                    ink.Embossable
                        ? "While it is wet, pour embossing powder over all of it, tap off what is loose and tip it back into the jar."
                        : $"{ink.Name} dries too fast for powder. Stamp in a slow or a sticky ink instead, or leave the line flat."
                )
            );
            if (ink.Embossable)
            {
                steps.Add(
                    new(
                        "Heat until every spot is glossy: a dark, grainy spot has not melted yet. Let it cool before you touch it.",
                        Cautions.HeatTool.Text
                    )
                );
            }
        }
        else if (ink.Slow)
        {
            steps.Add(
                new(
                    $"Let {ink.Name} dry flat, best overnight, or set it with the heat tool: until then it smears.",
                    Cautions.HeatTool.Text
                )
            );
        }
        else if (!ink.Waterproof)
        {
            steps.Add(new($"Let {ink.Name} dry for a few minutes, and keep water off it: it dissolves, dry or not."));
        }
        else
        {
            steps.Add(
                new(
                    $"Wait a few minutes, then rub a printed corner of a scrap with a damp finger: if {ink.Name} stays, the first wash can go on."
                )
            );
        }
        if (!ink.Waterproof && kind == OutlineKind.Crisp)
            steps.Add(
                new(
                    $"{ink.Name} is not waterproof: every wash will drag it along. Stamp in waterproof ink for a crisp line."
                )
            );
        steps.Add(new("Clean the stamp before the ink dries on it."));
        return steps.ToImmutable();
    }

    /// <summary>The print itself, in one go: how it is fixed and inked; without a full stop, as strokes are told.</summary>
    /// <param name="ink">The ink of the outline.</param>
    /// <param name="paper">What is stamped on.</param>
    /// <param name="cards">How many are stamped, from 1.</param>
    public static string Print(StampingInk ink, Paper paper, int cards)
    {
        ArgumentNullException.ThrowIfNull(ink);
        ArgumentNullException.ThrowIfNull(paper);
        return $"{Impressions(paper)} {Inked(ink, cards)}".TrimEnd('.');
    }

    private static string Inked(StampingInk ink, int cards) =>
        $"Ink the stamp evenly with {ink.Name} and press straight down without rocking"
        + (cards > 1 ? "; ink it again for each panel." : ".");

    private static string Impressions(Paper paper) =>
        paper.Impressions == 1
            ? $"Fix {paper.Name} so that it cannot slip; one impression is enough on it."
            : $"Fix {paper.Name} and the stamp in one position: its texture needs {paper.Impressions} impressions"
                + (paper.BackTexture is { } back && back < paper.Texture ? ", or turn it to its smoother side." : ".");

    private static string Panels(int cards) => cards == 1 ? "the panel" : $"all {cards} panels";
}
