using Nube.Core.Acts;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Mixing;

namespace Nube.Core.Methods.Builders;

/// <summary>Passes of what is done to whole cards: backgrounds before, splatter and lines after.</summary>
internal static class WholeCards
{
    private const double BlotTakes = 0.25; // how far mist and blotting bring colour back towards the card, over all spots; from memory

    /// <summary>A loose wash of one colour, or of several that run into each other.</summary>
    public static IEnumerable<AreaPass> Loose(CardTask task, Paints paints) =>
        Background(Stroke.Loose, task, HowWet.AtMost(BrushWater.Flood, paints.Paper));

    /// <summary>Bands of hues, side by side, in one go.</summary>
    public static IEnumerable<AreaPass> Bands(CardTask task, Paints paints) =>
        Background(Stroke.Bands, task, HowWet.AtMost(BrushWater.Juicy, paints.Paper));

    /// <summary>A solid stamp inked in bands, misted and printed.</summary>
    public static IEnumerable<AreaPass> PrintedBands(CardTask task) =>
        Background(Stroke.PrintBands, task, BrushWater.Damp);

    /// <summary>
    /// Inks blended over the panel, or through a stencil, one after the other, each over the seam of the one before.
    /// </summary>
    public static IEnumerable<AreaPass> Blended(Stroke stroke, CardTask task) =>
        task.Recipes.Select(
            (recipe, hue) =>
                new AreaPass(
                    stroke,
                    task.Mix(hue),
                    Zone.Whole,
                    BrushWater.DryBrush,
                    [
                        Act.Lay(task.Mix(hue), Zone.Whole, recipe.Layers) with
                        {
                            Along = task.Ground is { } ground ? new(ground.Gradient, hue, ground.Hues) : null,
                            Through = task.Ground?.OpeningsOf(stroke),
                        },
                    ]
                )
                {
                    Phase = PhaseOf(task),
                    Left = Leaves.QuickInk,
                    Ground = task.Ground,
                }
        );

    /// <summary>Mist, half a minute, blot.</summary>
    public static IEnumerable<AreaPass> Misted(CardTask task) =>
        [
            new AreaPass(
                Stroke.MistAndBlot,
                PaintMix.CleanWater,
                Zone.Whole,
                BrushWater.Damp,
                [Act.Lift(Zone.Whole, BlotTakes)]
            )
            {
                Phase = PhaseOf(task),
            },
        ];

    /// <summary>A pattern stamped, and softened with water when it is dry.</summary>
    public static IEnumerable<AreaPass> Softened(CardTask task, Paints paints) =>
        Background(Stroke.PrintPattern, task, BrushWater.DryBrush)
            .Append(
                new AreaPass(
                    Stroke.Soften,
                    PaintMix.CleanWater,
                    Zone.Whole,
                    HowWet.AtMost(BrushWater.Wash, paints.Paper),
                    []
                )
                {
                    Phase = PhaseOf(task),
                }
            );

    /// <summary>Dipped and dried, as often as was said; each dip goes one step deeper.</summary>
    public static IEnumerable<AreaPass> Dips(CardTask task, Paints paints) =>
        Enumerable
            .Range(0, task.Times)
            .SelectMany(_ => Background(Stroke.Dip, task, HowWet.AtMost(BrushWater.Wash, paints.Paper)));

    /// <summary>Drops on dry colour.</summary>
    public static IEnumerable<AreaPass> Splatter(CardTask task, Paints paints) =>
        [
            new AreaPass(Stroke.Splatter, MixOrWhite(task, paints), Zone.Details, BrushWater.Damp, [])
            {
                Phase = PhaseOf(task),
                Ground = task.Ground,
            },
        ];

    /// <summary>White dots and lines.</summary>
    public static IEnumerable<AreaPass> Highlights(CardTask task, Paints paints) =>
        [
            new AreaPass(Stroke.Highlight, MixOrWhite(task, paints), Zone.Details, BrushWater.DryBrush, [])
            {
                Phase = PhaseOf(task),
                Left =
                    MixOrWhite(task, paints) is { Parts: [var part, ..] }
                    && paints.Colourants[part.Colourant].Medium != Medium.GelPen
                        ? Leaves.ThickWhite
                        : Leaves.Gel,
            },
        ];

    /// <summary>The outline again.</summary>
    public static IEnumerable<AreaPass> Relined(CardTask task) =>
        Plain(task.RelineWith == RelineWith.Stamp ? Stroke.StampAgain : Stroke.Reline, task)
            .Select(pass =>
                task is { RelineWith: RelineWith.Stamp, SlowLine: false } ? pass with { Left = Leaves.QuickInk } : pass
            );

    /// <summary>A glitter pen dries in minutes; glossy medium and a thick brush take the night.</summary>
    public static IEnumerable<AreaPass> Shine(CardTask task, Paints paints) =>
        Plain(Stroke.AddShine, task)
            .Select(pass => paints.Of([Medium.Glitter]).IsEmpty ? pass : pass with { Left = Leaves.Gel });

    /// <summary>Lines in the ink of the outline.</summary>
    public static IEnumerable<AreaPass> Stamped(Stroke stroke, CardTask task) =>
        Plain(stroke, task).Select(pass => task.SlowLine ? pass : pass with { Left = Leaves.QuickInk });

    /// <summary>Something that lays no colour.</summary>
    public static IEnumerable<AreaPass> Plain(Stroke stroke, CardTask task, BrushWater water = BrushWater.DryBrush) =>
        [new AreaPass(stroke, PaintMix.None, Zone.Details, water, []) { Phase = PhaseOf(task) }];

    /// <summary>All colours at once, side by side; each dip is one layer.</summary>
    private static IEnumerable<AreaPass> Background(Stroke stroke, CardTask task, BrushWater water)
    {
        var mixes = Enumerable.Range(0, task.Recipes.Length).Select(task.Mix).ToList();
        if (mixes.Count == 0)
            yield break;
        var acts = new Act(ActKind.Lay, Zone.Whole)
        {
            Mixes = [.. mixes],
            Times = stroke == Stroke.Dip ? 1 : task.Recipes.Max(recipe => recipe.Layers),
            Along = task.Ground is { } ground ? new(ground.Gradient, 0, ground.Hues) : null,
            Through = task.Ground?.OpeningsOf(stroke),
        };
        yield return new AreaPass(stroke, mixes[0], Zone.Whole, water, [acts])
        {
            Also = task.Others,
            Phase = PhaseOf(task),
            Ground = task.Ground,
        };
    }

    private static Phase PhaseOf(CardTask task) => MethodTable.Of(task.Method).Phase;

    private static PaintMix MixOrWhite(CardTask task, Paints paints) =>
        task.Recipes.Length > 0 ? task.Mix(0)
        : paints.White(pencil: false) is { } white ? Paints.Plain(white)
        : PaintMix.None;
}
