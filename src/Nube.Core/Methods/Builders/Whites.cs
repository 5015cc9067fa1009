using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Mixing;
using Nube.Core.Optics;

namespace Nube.Core.Methods.Builders;

/// <summary>Passes for white things, and for a white base under colour.</summary>
internal static class Whites
{
    private const int BaseLayers = 2; // of a white pencil under colour: more would leave smooth paper no tooth for it. This project's own

    /// <summary>
    /// A pale tint in the shadow and just outside the edge; or a grey or pale pencil there, and white over it where the
    /// recipe says so.
    /// </summary>
    public static IEnumerable<AreaPass> Shaded(AreaTask task, Paints paints, Schools schools)
    {
        if (task.Recipe.Parts.IsEmpty)
            yield break;
        if (!MethodTable.IsPencil(task, paints))
        {
            for (var layer = 0; layer < task.Recipe.Layers; layer++)
                yield return new AreaPass(
                    Stroke.Wash,
                    task.Mix,
                    Zone.Beside,
                    HowWet.ForWash(task.SizeMm2 * task.Shares.Of(Zone.Beside), paints.Paper),
                    [Act.Lay(task.Mix, Zone.Beside)]
                );
            yield break;
        }
        yield return new AreaPass(
            Stroke.Draw,
            task.Mix,
            Zone.Shadow,
            BrushWater.DryBrush,
            [Act.Draw(task.Mix, Zone.Shadow, task.Recipe.Layers)]
        );
        if (task.Recipe.Over is { Layers: > 0 } white)
            yield return new AreaPass(
                Stroke.Draw,
                white.Mix,
                Zone.Whole,
                BrushWater.DryBrush,
                [Act.Draw(white.Mix, Zone.Whole, white.Layers)]
            );
    }

    /// <summary>Opaque white all over, then the colour on it, in the way of its medium.</summary>
    public static IEnumerable<AreaPass> Based(AreaTask task, Paints paints, Schools schools)
    {
        var white = BaseOf(paints);
        var used = white is null ? 0 : Laying.Lay(Surface.Bare(paints), white.Acts, paints).Middle.ToothUsed;
        var colour = MethodTable.IsPencil(task, paints)
            ? Pencils.Dry(task, paints, schools, used)
            : Washes.WithShadow(task, paints, Stroke.Wash);
        return white is null ? colour : colour.Prepend(white);
    }

    /// <summary>The white base: paint where it is owned, else a white pencil; null where neither is.</summary>
    internal static AreaPass? BaseOf(Paints paints)
    {
        if (paints.White(pencil: false) is { } paint)
            return new AreaPass(
                Stroke.WhiteBase,
                Paints.Plain(paint),
                Zone.Whole,
                BrushWater.Damp,
                [Act.Lay(Paints.Plain(paint), Zone.Whole)]
            )
            {
                Phase = Phase.Base,
            };
        if (paints.White(pencil: true) is not { } pencil)
            return null;
        return new AreaPass(
            Stroke.Draw,
            Paints.Plain(pencil),
            Zone.Whole,
            BrushWater.DryBrush,
            [Act.Draw(Paints.Plain(pencil), Zone.Whole, BaseLayers, Pressure.Medium)]
        )
        {
            Phase = Phase.Base,
        };
    }
}
