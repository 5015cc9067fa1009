using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Mixing;
using Nube.Core.Optics;

namespace Nube.Core.Methods.Builders;

/// <summary>Passes of the methods that are drawn.</summary>
internal static class Pencils
{
    /// <summary>What is drawn with.</summary>
    internal static readonly ImmutableArray<Medium> All =
    [
        Medium.WaxPencil,
        Medium.OilPencil,
        Medium.WatercolourPencil,
    ];

    /// <summary>Dry, burnished or with solvent, as the maker's school goes.</summary>
    public static IEnumerable<AreaPass> BySchool(AreaTask task, Paints paints, Schools schools) =>
        schools.Pencils switch
        {
            PencilBlend.Burnish => Burnished(task, paints, schools),
            PencilBlend.Solvent => Dissolved(task, paints, schools),
            _ => Dry(task, paints, schools),
        };

    /// <summary>
    /// What lies in the light over everything, the colour itself over all but the light, the darker one in the shadow,
    /// and the colour itself once more to bring them together. Where the tooth of the shadow would be full before the
    /// dark one has its layers, the last of the colour's own go to the middle only.
    /// </summary>
    public static IEnumerable<AreaPass> Dry(AreaTask task, Paints paints, Schools schools) =>
        Dry(task, paints, schools, toothUsed: 0);

    /// <summary>The same on a ground that has filled some of the tooth, 0 to 1.</summary>
    internal static IEnumerable<AreaPass> Dry(AreaTask task, Paints paints, Schools schools, double toothUsed)
    {
        var (own, pressure, light) = (task.Mix, task.Recipe.Pressure, task.Light);
        var ownInLight = light?.Mix == own ? light.Layers : 0;
        var inShadow = task.Shadow is null
            ? task.Recipe.Layers
            : Math.Clamp(RoomInShadow(), ownInLight, Math.Max(ownInLight, task.Recipe.Layers));
        var binds = inShadow - ownInLight > 1 && (light is not null || task.Shadow is not null) ? 1 : 0;
        var all = light is null ? Zone.Whole : Zone.ButLight;
        (PaintMix Pencil, Zone Zone, int Layers, Pressure Pressure)[] order =
        [
            (light?.Mix ?? own, Zone.Whole, light?.Layers ?? 0, light?.Pressure ?? pressure),
            (own, all, inShadow - ownInLight - binds, pressure),
            (task.Shadow?.Mix ?? own, Zone.Shadow, task.Shadow?.Layers ?? 0, task.Shadow?.Pressure ?? pressure),
            (own, all, binds, pressure),
            (own, light is null ? Zone.ButShadow : Zone.Middle, task.Recipe.Layers - inShadow, pressure),
        ];
        if (schools.Tones == ToneOrder.DarkFirst)
            order = [order[2], order[1], order[0], .. order[3..]];
        return order.Where(go => go.Layers > 0).Select(go => Drawn(go.Pencil, go.Zone, go.Layers, go.Pressure));

        int RoomInShadow()
        {
            const double rounding = 1e-9;
            double Fills(int layers, Pressure hard) =>
                layers / (double)PencilOnTooth.MostLayers(paints.Paper.Texture, hard);
            var others =
                toothUsed
                + Fills(task.Shadow.Layers, task.Shadow.Pressure)
                + (light is null || ownInLight > 0 ? 0 : Fills(light.Layers, light.Pressure));
            return (int)Math.Floor((1 - others) * PencilOnTooth.MostLayers(paints.Paper.Texture, pressure) + rounding);
        }
    }

    /// <summary>Dry layers, then a pencil pressed hard over all of it; afterwards nothing more sticks.</summary>
    public static IEnumerable<AreaPass> Burnished(AreaTask task, Paints paints, Schools schools)
    {
        var with = task.Recipe.Over is { Layers: > 0 } pale ? pale.Mix : PaintMix.None;
        return Dry(task, paints, schools)
            .Append(new AreaPass(Stroke.Burnish, with, Zone.Whole, BrushWater.DryBrush, Acts.Blending.Burnish(with)));
    }

    /// <summary>Dry layers, then a stump lightly dipped in solvent, from light into dark.</summary>
    public static IEnumerable<AreaPass> Dissolved(AreaTask task, Paints paints, Schools schools) =>
        Dry(task, paints, schools)
            .Append(new AreaPass(Stroke.Dissolve, task.Mix, Zone.Whole, BrushWater.DryBrush, Acts.Blending.Solvent));

    /// <summary>Drawn in the recipe's layers, then wetted: the load spreads, the strokes stay faintly.</summary>
    public static IEnumerable<AreaPass> Wetted(AreaTask task, Paints paints, Schools schools) =>
        Dry(task, paints, schools)
            .Append(
                new AreaPass(Stroke.WetDrawn, PaintMix.CleanWater, Zone.Whole, BrushWater.Damp, Acts.Blending.Water)
            );

    /// <summary>
    /// A flat marker coat, then pencil on all but the light and in the shadow. Never the other way round.
    /// </summary>
    public static IEnumerable<AreaPass> OverMarker(AreaTask task, Paints paints, Schools schools)
    {
        for (var coat = 0; coat < Math.Max(1, task.Recipe.Layers); coat++)
            yield return new AreaPass(
                Stroke.Marker,
                task.Mix,
                Zone.Whole,
                BrushWater.DryBrush,
                [Act.Lay(task.Mix, Zone.Whole, share: Math.Pow(Inks.NextCoat, coat))]
            )
            {
                Phase = Phase.Base,
            };
        // In the light lie the first layers of the pencil, or none.
        var over = task.Recipe.Over is { Layers: > 0 } pencil ? pencil : null;
        var inLight =
            over is null ? 0
            : task.Light is { } light ? light.Layers
            : over.Layers;
        if (inLight > 0)
            yield return Drawn(over!.Mix, Zone.Whole, inLight);
        if (over is not null && over.Layers > inLight)
            yield return Drawn(over.Mix, Zone.ButLight, over.Layers - inLight);
        if (task.Shadow is { } shadow)
            yield return Drawn(shadow.Mix, Zone.Shadow, shadow.Layers, shadow.Pressure);
    }

    /// <summary>Washes, and when they are bone dry an oil pencil for edges and shadow.</summary>
    public static IEnumerable<AreaPass> OilOverPaint(AreaTask task, Paints paints, Schools schools)
    {
        foreach (var pass in Washes.Layers(task, paints, Stroke.Wash))
            yield return pass;
        if (task.Shadow is { } shadow)
            yield return Drawn(shadow.Mix, Zone.Shadow, shadow.Layers, shadow.Pressure) with
            {
                Phase = Phase.Detail,
            };
    }

    /// <summary>Light layers on the shadow side of a print that is there already.</summary>
    /// <remarks>
    /// Strokes lie apart, so that as much of print and paper stays to be seen as the maker likes; a second pencil goes over
    /// the first in strokes of its own.
    /// </remarks>
    public static IEnumerable<AreaPass> Accents(AreaTask task, Paints paints, Schools schools)
    {
        yield return Apart(task.Mix, task.Recipe.Layers);
        if (task.Recipe.Over is { Layers: > 0 } second)
            yield return Apart(second.Mix, second.Layers);

        AreaPass Apart(PaintMix pencil, int layers) =>
            new(
                Stroke.Draw,
                pencil,
                Zone.Shadow,
                BrushWater.DryBrush,
                [Act.Draw(pencil, Zone.Shadow, layers) with { Share = 1 - schools.PrintShowing }]
            );
    }

    internal static AreaPass Drawn(
        PaintMix pencil,
        Zone zone,
        int layers,
        Pressure pressure = Pressure.Light,
        HuesAlong? along = null
    ) =>
        new(
            Stroke.Draw,
            pencil,
            zone,
            BrushWater.DryBrush,
            [Act.Draw(pencil, zone, layers, pressure) with { Along = along }]
        );
}
