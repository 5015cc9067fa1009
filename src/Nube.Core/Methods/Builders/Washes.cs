using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Mixing;
using Nube.Core.Optics;

namespace Nube.Core.Methods.Builders;

/// <summary>Passes of the methods that are painted with a brush.</summary>
internal static class Washes
{
    private const int FewestGlazes = 2, MostGlazes = 4;
    private const int StrongerSteps = 1; // of the ladder of strengths, for colour that is pulled or dropped in and thinned there

    /// <summary>The recipe's layers over the whole area, then its shadow.</summary>
    public static IEnumerable<AreaPass> Flat(AreaTask task, Paints paints, Schools schools) =>
        Layers(task, paints, schools, Stroke.Wash, task.Mix, task.Recipe.Layers, ZoneLook.Bare(paints.Reflectance));

    /// <summary>As many graded washes as the recipe has layers: full at the shadow side, hardly any at the light.</summary>
    public static IEnumerable<AreaPass> Graded(AreaTask task, Paints paints, Schools schools)
    {
        var look = ZoneLook.Bare(paints.Reflectance);
        for (var layer = 0; layer < task.Recipe.Layers; layer++)
        {
            look = look.Wash(paints.OpticsOf(task.Mix), task.Mix.Strength.LoadOfOneLayer, Spread.Over(Zone.Graded));
            yield return new AreaPass(Stroke.GradedWash, task.Mix, Zone.Graded, HowWet.ForWash(task.SizeMm2, Zone.Whole, paints.Paper), look);
        }
    }

    /// <summary>The area wetted, and a stronger mix dropped into the side away from the light, once for each layer.</summary>
    public static IEnumerable<AreaPass> WetInWet(AreaTask task, Paints paints, Schools schools)
    {
        var (look, mix) = (ZoneLook.Bare(paints.Reflectance), Stronger(task.Mix));
        // The water that is there thins what is dropped in: on the whole as much colour comes to lie as the recipe says.
        for (var layer = 0; layer < task.Recipe.Layers; layer++)
        {
            look = look.Wash(paints.OpticsOf(mix), task.Mix.Strength.LoadOfOneLayer, Spread.Over(Zone.Edge));
            yield return new AreaPass(Stroke.DropIn, mix, Zone.Whole, HowWet.AtMost(BrushWater.Juicy, paints.Paper), look) { Also = [PaintMix.CleanWater], Thinned = Share(task.Mix, mix) };
        }
    }

    /// <summary>Two to four thin layers that come nearest to the recipe's load, then its shadow.</summary>
    public static IEnumerable<AreaPass> Glaze(AreaTask task, Paints paints, Schools schools)
    {
        var (strength, layers) = Strength.Ladder
            .SelectMany(_ => Enumerable.Range(FewestGlazes, MostGlazes - FewestGlazes + 1), (strength, layers) => (strength, layers))
            .MinBy(glaze => (Math.Round(Math.Abs(Math.Log(glaze.layers * glaze.strength.LoadOfOneLayer / task.Recipe.Load)), 6), -glaze.strength.WaterParts));
        return Layers(task, paints, schools, Stroke.Wash, new PaintMix(task.Recipe.Parts, strength), layers, ZoneLook.Bare(paints.Reflectance));
    }

    /// <summary>A stronger mix along the line, pulled in, once for each layer; more of it in the shadow.</summary>
    public static IEnumerable<AreaPass> LineAndPull(AreaTask task, Paints paints, Schools schools)
    {
        var (look, mix) = (ZoneLook.Bare(paints.Reflectance), Stronger(task.Mix));
        for (var layer = 0; layer < task.Recipe.Layers; layer++)
        {
            look = look.Wash(paints.OpticsOf(mix), task.Mix.Strength.LoadOfOneLayer, Spread.Over(Zone.Edge));
            yield return new AreaPass(Stroke.Pull, mix, Zone.Edge, BrushWater.Damp, look) { Thinned = Share(task.Mix, mix) };
        }
        foreach (var pass in Deepening.Of(task, look, paints, schools, Stroke.Pull, mix)) yield return pass;
    }

    /// <summary>Washes of what a wet brush lifts from a lead.</summary>
    public static IEnumerable<AreaPass> LeadLifted(AreaTask task, Paints paints, Schools schools) =>
        Layers(task, paints, schools, Stroke.LeadWash, task.Mix, task.Recipe.Layers, ZoneLook.Bare(paints.Reflectance));

    /// <summary>Washes from outside up to shapes that stay white; their guide lines are erased when all is bone dry.</summary>
    public static IEnumerable<AreaPass> Negative(AreaTask task, Paints paints, Schools schools)
    {
        var look = ZoneLook.Bare(paints.Reflectance);
        foreach (var pass in Layers(task, paints, schools, Stroke.Around, task.Mix, task.Recipe.Layers, look))
        {
            look = pass.After;
            yield return pass;
        }
        yield return new AreaPass(Stroke.Erase, PaintMix.None, Zone.Whole, BrushWater.DryBrush, look) { Phase = Phase.Clean };
    }

    /// <summary>A flat, nearly dry brush drawn over what a press has raised.</summary>
    public static IEnumerable<AreaPass> Raised(AreaTask task, Paints paints, Schools schools)
    {
        var look = ZoneLook.Bare(paints.Reflectance);
        for (var layer = 0; layer < task.Recipe.Layers + task.ShadowLayers; layer++)
        {
            var shadow = layer >= task.Recipe.Layers;
            if (shadow && task.Shares.Shadow <= 0) yield break;
            look = look.Wash(paints.OpticsOf(task.Mix), task.Mix.Strength.LoadOfOneLayer, Spread.Over(shadow ? Zone.Shadow : Zone.Raised));
            yield return new AreaPass(Stroke.Skim, task.Mix, shadow ? Zone.Shadow : Zone.Raised, BrushWater.DryBrush, look);
        }
    }

    /// <summary>Flat, and the details drawn back at the end with a nearly dry brush and the mix at full strength.</summary>
    public static IEnumerable<AreaPass> NoLine(AreaTask task, Paints paints, Schools schools)
    {
        // What colours the area decides how: a pencil in dry layers, anything else as a wash.
        var look = ZoneLook.Bare(paints.Reflectance);
        foreach (var pass in MethodTable.IsPencil(task, paints) ? Pencils.BySchool(task, paints, schools) : Flat(task, paints, schools))
        {
            look = pass.After;
            yield return pass;
        }
        yield return new AreaPass(Stroke.Redraw, new PaintMix(task.Recipe.Parts, Strength.Ladder[0]), Zone.Details, BrushWater.DryBrush, look) { Phase = Phase.Detail };
    }

    /// <summary>Flat, and then the light lifted out again with a damp brush when it is dry.</summary>
    public static IEnumerable<AreaPass> Lift(AreaTask task, Paints paints, Schools schools)
    {
        var look = ZoneLook.Bare(paints.Reflectance);
        foreach (var pass in Flat(task, paints, schools))
        {
            look = pass.After;
            yield return pass;
        }
        var lifted = look with { Light = look.Towards(ZoneLook.Bare(paints.Reflectance), ShareLifted).Light };
        yield return new AreaPass(Stroke.Lift, PaintMix.CleanWater, Zone.Light, BrushWater.Damp, lifted) { Phase = Phase.Detail };
    }

    /// <summary>How far towards the bare paper a damp brush brings what is dry; staining pigments less. From memory.</summary>
    internal const double ShareLifted = 0.5;

    /// <summary>Layers over the whole area, then its shadow.</summary>
    internal static IEnumerable<AreaPass> Layers(
        AreaTask task, Paints paints, Schools schools, Stroke stroke, PaintMix mix, int layers, ZoneLook look)
    {
        var optics = paints.OpticsOf(mix);
        for (var layer = 0; layer < layers; layer++)
        {
            look = look.Wash(optics, mix.Strength.LoadOfOneLayer, Spread.Even);
            yield return new AreaPass(stroke, mix, Zone.Whole, HowWet.ForWash(task.SizeMm2, Zone.Whole, paints.Paper), look);
        }
        foreach (var pass in Deepening.Of(task, look, paints, schools, stroke, mix)) yield return pass;
    }

    private static double Share(PaintMix laid, PaintMix mix) => laid.Strength.LoadOfOneLayer / mix.Strength.LoadOfOneLayer;

    private static PaintMix Stronger(PaintMix mix)
    {
        var step = Strength.Ladder.IndexOf(mix.Strength);
        return step < 0 ? mix : mix with { Strength = Strength.Ladder[Math.Max(0, step - StrongerSteps)] };
    }
}
