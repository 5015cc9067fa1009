using Nube.Core.Acts;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Mixing;
using Nube.Core.Optics;

namespace Nube.Core.Methods.Builders;

/// <summary>Passes of the methods that are painted with a brush.</summary>
internal static class Washes
{
    private const int StrongerSteps = 1; // of the ladder of strengths, for colour that is pulled or dropped in and thinned there

    /// <summary>The recipe's layers over the whole area, then its shadow.</summary>
    public static IEnumerable<AreaPass> Flat(AreaTask task, Paints paints, Schools schools) =>
        WithShadow(task, paints, Stroke.Wash);

    /// <summary>
    /// As many graded washes as the recipe has layers: full at the shadow side, hardly any at the light.
    /// </summary>
    public static IEnumerable<AreaPass> Graded(AreaTask task, Paints paints, Schools schools) =>
        Enumerable
            .Range(0, task.Recipe.Layers)
            .Select(_ => new AreaPass(
                Stroke.GradedWash,
                task.Mix,
                Zone.Graded,
                HowWet.ForWash(task.SizeMm2, paints.Paper),
                [Act.Lay(task.Mix, Zone.Graded)]
            ));

    /// <summary>
    /// The area wetted, and a stronger mix dropped into the side away from the light, once for each layer.
    /// </summary>
    public static IEnumerable<AreaPass> WetInWet(AreaTask task, Paints paints, Schools schools)
    {
        // The water that is there thins what is dropped in: on the whole as much colour comes to lie as the recipe
        // says.
        var mix = Stronger(task.Mix);
        return Enumerable
            .Range(0, task.Recipe.Layers)
            .Select(_ => new AreaPass(
                Stroke.DropIn,
                mix,
                Zone.Whole,
                HowWet.ToDropInto(task.SizeMm2, paints.Paper),
                [Act.Lay(mix, Zone.Edge, share: Thinned(task.Mix, mix, paints))]
            )
            {
                Also = [PaintMix.CleanWater],
            });
    }

    /// <summary>A stronger mix along the line, pulled in, once for each layer; more of it in the shadow.</summary>
    public static IEnumerable<AreaPass> LineAndPull(AreaTask task, Paints paints, Schools schools)
    {
        var mix = Stronger(task.Mix);
        var pulled = Enumerable
            .Range(0, task.Recipe.Layers)
            .Select(_ => new AreaPass(
                Stroke.Pull,
                mix,
                Zone.Edge,
                HowWet.ForWash(task.SizeMm2, paints.Paper),
                [Act.Lay(mix, Zone.Edge, share: Thinned(task.Mix, mix, paints))]
            ));
        return pulled.Concat(Deepening.Of(task, paints, Stroke.Pull));
    }

    /// <summary>Washes of what a wet brush lifts from a lead.</summary>
    public static IEnumerable<AreaPass> LeadLifted(AreaTask task, Paints paints, Schools schools) =>
        WithShadow(task, paints, Stroke.LeadWash);

    /// <summary>
    /// Washes from outside up to shapes that stay white; their guide lines are erased when all is bone dry.
    /// </summary>
    public static IEnumerable<AreaPass> Negative(AreaTask task, Paints paints, Schools schools) =>
        WithShadow(task, paints, Stroke.Around)
            .Append(
                new AreaPass(Stroke.Erase, PaintMix.None, Zone.Whole, BrushWater.DryBrush, []) { Phase = Phase.Clean }
            );

    /// <summary>A flat, nearly dry brush drawn over what a press has raised.</summary>
    public static IEnumerable<AreaPass> Raised(AreaTask task, Paints paints, Schools schools) =>
        Enumerable
            .Range(0, task.Recipe.Layers)
            .Select(_ => new AreaPass(
                Stroke.Skim,
                task.Mix,
                Zone.Raised,
                BrushWater.DryBrush,
                [Act.Lay(task.Mix, Zone.Raised)]
            ))
            .Concat(Deepening.Of(task, paints, Stroke.Skim).Select(pass => pass with { Water = BrushWater.DryBrush }));

    /// <summary>
    /// Flat, and the details drawn back at the end with a nearly dry brush and the mix at full strength.
    /// </summary>
    public static IEnumerable<AreaPass> NoLine(AreaTask task, Paints paints, Schools schools) =>
        // What colours the area decides how: a pencil in dry layers, anything else as a wash.
        (
            MethodTable.IsPencil(task, paints) ? Pencils.BySchool(task, paints, schools) : Flat(task, paints, schools)
        ).Append(Redrawn(task));

    /// <summary>What the image lost is drawn again.</summary>
    private static AreaPass Redrawn(AreaTask task) =>
        new(Stroke.Redraw, new PaintMix(task.Recipe.Parts, Strength.Ladder[0]), Zone.Details, BrushWater.DryBrush, [])
        {
            Phase = Phase.Detail,
        };

    /// <summary>Flat, and then the light lifted out again with a damp brush when it is dry.</summary>
    public static IEnumerable<AreaPass> Lift(AreaTask task, Paints paints, Schools schools) =>
        Flat(task, paints, schools)
            .Append(
                new AreaPass(
                    Stroke.Lift,
                    PaintMix.CleanWater,
                    Zone.Light,
                    BrushWater.Damp,
                    [Act.Lift(Zone.Light, Lifted(task, paints))]
                )
                {
                    Phase = Phase.Detail,
                }
            );

    /// <summary>How much of the middle's colour comes off: what its pigments and the paper let go.</summary>
    private static double Lifted(AreaTask task, Paints paints) =>
        Staining.Lifted(
            [.. task.Recipe.Parts.Select(part => (paints.Colourants[part.Colourant], part.Parts))],
            paints.Paper
        );

    /// <summary>The recipe's layers over the whole area.</summary>
    internal static IEnumerable<AreaPass> Layers(AreaTask task, Paints paints, Stroke stroke) =>
        Enumerable
            .Range(0, task.Recipe.Layers)
            .Select(_ => new AreaPass(
                stroke,
                task.Mix,
                Zone.Whole,
                HowWet.ForWash(task.SizeMm2, paints.Paper),
                [Act.Lay(task.Mix, Zone.Whole)]
            ));

    internal static IEnumerable<AreaPass> WithShadow(AreaTask task, Paints paints, Stroke stroke) =>
        Layers(task, paints, stroke).Concat(Deepening.Of(task, paints, stroke));

    private static double Thinned(PaintMix laid, PaintMix mix, Paints paints) =>
        paints.LoadOf(laid) / paints.LoadOf(mix);

    private static PaintMix Stronger(PaintMix mix)
    {
        var step = Strength.Ladder.IndexOf(mix.Strength);
        return step < 0 ? mix : mix with { Strength = Strength.Ladder[Math.Max(0, step - StrongerSteps)] };
    }
}
