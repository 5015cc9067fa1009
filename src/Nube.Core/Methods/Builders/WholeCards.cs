using Nube.Core.Drying;
using Nube.Core.Mixing;

namespace Nube.Core.Methods.Builders;

/// <summary>Passes of what is done to whole cards: backgrounds before, splatter and lines after.</summary>
internal static class WholeCards
{
    private const double BlotTakes = 0.25; // how far mist and blotting bring colour back towards the paper, over all spots; from memory

    /// <summary>A loose wash of one colour, or of several that run into each other.</summary>
    public static IEnumerable<AreaPass> Loose(CardTask task, Paints paints, Schools schools, ZoneLook look) =>
        [Background(Stroke.Loose, task, paints, look, HowWet.AtMost(BrushWater.Flood, paints.Paper))];

    /// <summary>Bands of hues, side by side, in one go.</summary>
    public static IEnumerable<AreaPass> Bands(CardTask task, Paints paints, Schools schools, ZoneLook look) =>
        [Background(Stroke.Bands, task, paints, look, HowWet.AtMost(BrushWater.Juicy, paints.Paper))];

    /// <summary>A solid stamp inked in bands, misted and printed.</summary>
    public static IEnumerable<AreaPass> PrintedBands(CardTask task, Paints paints, Schools schools, ZoneLook look) =>
        [Background(Stroke.PrintBands, task, paints, look, BrushWater.Damp)];

    /// <summary>Inks blended over the panel, each over the seam of the one before.</summary>
    public static IEnumerable<AreaPass> Blended(CardTask task, Paints paints, Schools schools, ZoneLook look) =>
        [Background(Stroke.Blend, task, paints, look, BrushWater.DryBrush)];

    /// <summary>Mist, half a minute, blot.</summary>
    public static IEnumerable<AreaPass> Misted(CardTask task, Paints paints, Schools schools, ZoneLook look) =>
        [new AreaPass(Stroke.MistAndBlot, PaintMix.CleanWater, Zone.Whole, BrushWater.Damp, look.Towards(ZoneLook.Bare(paints.Reflectance), BlotTakes)) { Phase = PhaseOf(task) }];

    /// <summary>A pattern stamped, and softened with water when it is dry.</summary>
    public static IEnumerable<AreaPass> Softened(CardTask task, Paints paints, Schools schools, ZoneLook look)
    {
        var printed = Background(Stroke.PrintPattern, task, paints, look, BrushWater.DryBrush);
        return [printed, new AreaPass(Stroke.Soften, PaintMix.CleanWater, Zone.Whole, HowWet.AtMost(BrushWater.Wash, paints.Paper), printed.After) { Phase = PhaseOf(task) }];
    }

    /// <summary>Dipped and dried, as often as was said; each dip goes one step deeper.</summary>
    public static IEnumerable<AreaPass> Dips(CardTask task, Paints paints, Schools schools, ZoneLook look)
    {
        for (var dip = 0; dip < task.Times; dip++)
        {
            var pass = Background(Stroke.Dip, task, paints, look, HowWet.AtMost(BrushWater.Wash, paints.Paper));
            look = pass.After;
            yield return pass;
        }
    }

    /// <summary>Drops on dry colour.</summary>
    public static IEnumerable<AreaPass> Splatter(CardTask task, Paints paints, Schools schools, ZoneLook look) =>
        [new AreaPass(Stroke.Splatter, MixOrWhite(task, paints), Zone.Details, BrushWater.Damp, look) { Phase = PhaseOf(task) }];

    /// <summary>White dots and lines.</summary>
    public static IEnumerable<AreaPass> Highlights(CardTask task, Paints paints, Schools schools, ZoneLook look) =>
        [new AreaPass(Stroke.Highlight, MixOrWhite(task, paints), Zone.Details, BrushWater.DryBrush, look) { Phase = PhaseOf(task) }];

    /// <summary>The outline again.</summary>
    public static IEnumerable<AreaPass> Relined(CardTask task, Paints paints, Schools schools, ZoneLook look) =>
        [new AreaPass(task.RelineWith == RelineWith.Stamp ? Stroke.StampAgain : Stroke.Reline, PaintMix.None, Zone.Details, BrushWater.DryBrush, look) { Phase = PhaseOf(task) }];

    /// <summary>Something that lays no colour.</summary>
    public static IEnumerable<AreaPass> Plain(Stroke stroke, CardTask task, ZoneLook look, BrushWater water = BrushWater.DryBrush) =>
        [new AreaPass(stroke, PaintMix.None, Zone.Details, water, look) { Phase = PhaseOf(task) }];

    /// <summary>All colours at once; the ground becomes their mean, which is flat where the card will be gradual.</summary>
    private static AreaPass Background(Stroke stroke, CardTask task, Paints paints, ZoneLook look, BrushWater water)
    {
        var mixes = Enumerable.Range(0, task.Recipes.Length).Select(task.Mix).ToList();
        var looks = mixes.Select((mix, place) => look.Wash(paints.OpticsOf(mix), mix.Strength.LoadOfOneLayer * (stroke == Stroke.Dip ? 1 : task.Recipes[place].Layers), Spread.Even)).ToList();
        var after = looks[0];
        for (var i = 1; i < looks.Count; i++) after = after.Towards(looks[i], 1.0 / (i + 1));
        return new AreaPass(stroke, mixes[0], Zone.Whole, water, after) { Also = task.Others, Phase = PhaseOf(task) };
    }

    private static Phase PhaseOf(CardTask task) => MethodTable.Of(task.Method).Phase;

    private static PaintMix MixOrWhite(CardTask task, Paints paints) =>
        task.Recipes.Length > 0 ? task.Mix(0) : paints.White(pencil: false) is { } white ? Paints.Plain(white) : PaintMix.None;
}
