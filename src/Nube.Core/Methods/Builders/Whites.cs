using System.Collections.Immutable;
using Nube.Core.Colour;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Mixing;
using Nube.Core.Optics;

namespace Nube.Core.Methods.Builders;

/// <summary>Passes for white things, and for a white base under colour.</summary>
internal static class Whites
{
    private const double LightestGrey = 80, DarkestGrey = 45, MostChroma = 12; // of a grey pencil that shades white; this project's own

    /// <summary>
    /// A pale tint in the shadow and just outside the edge, once or as often as the shadow is deep; or light grey pencil and
    /// white over it.
    /// </summary>
    public static IEnumerable<AreaPass> Shaded(AreaTask task, Paints paints, Schools schools)
    {
        var look = ZoneLook.Bare(paints.Reflectance);
        var (grey, white) = (GreyPencil(paints), paints.White(pencil: true));
        if (schools.Whites == WhiteShade.GreyThenWhite && grey is { } pencil && white is { } over)
        {
            var texture = paints.Paper.Texture;
            look = look.Pencil(paints.Optics[pencil], Math.Max(1, task.ShadowLayers), texture, Pressure.Light, Spread.Over(Zone.Shadow));
            yield return new AreaPass(Stroke.Draw, Paints.Plain(pencil), Zone.Shadow, BrushWater.DryBrush, look);
            look = look.Pencil(paints.Optics[over], 1, texture, Pressure.Light, Spread.Over(Zone.Whole));
            yield return new AreaPass(Stroke.Draw, Paints.Plain(over), Zone.Whole, BrushWater.DryBrush, look);
            yield break;
        }
        var water = paints.Of(Deepening.WaterMedia);
        if (WhiteObjects.Tints([.. water.Select(place => paints.Optics[place])], paints.Reflectance) is not [var first, ..]) yield break;
        var tint = new PaintMix([new RecipePart(water[first.Colourant], 1)], first.Water);
        for (var layer = 0; layer < Math.Max(1, task.ShadowLayers); layer++)
        {
            look = look.Wash(paints.OpticsOf(tint), tint.Strength.LoadOfOneLayer, Spread.Over(Zone.Beside));
            yield return new AreaPass(Stroke.Wash, tint, Zone.Beside, BrushWater.Damp, look);
        }
    }

    /// <summary>Opaque white all over, then the colour on it, in the way of its medium.</summary>
    public static IEnumerable<AreaPass> Based(AreaTask task, Paints paints, Schools schools)
    {
        var pencil = MethodTable.IsPencil(task, paints);
        var paint = paints.White(pencil: false);
        ZoneLook look;
        if (paint is { } coat)
        {
            look = ZoneLook.Bare(Base(paints.Reflectance));
            yield return new AreaPass(Stroke.WhiteBase, Paints.Plain(coat), Zone.Whole, BrushWater.Damp, look) { Phase = Phase.Base };
        }
        else
        {
            // Without a white among the run's colours the plan still says that it is needed.
            var white = paints.White(pencil: true) is { } owned ? Paints.Plain(owned) : PaintMix.None;
            look = ZoneLook.Bare(paints.Reflectance);
            for (var layer = 0; layer < PencilBaseLayers; layer++)
                look = look.Pencil(PencilOnTooth.White, 1, paints.Paper.Texture, Pressure.Medium, Spread.Even);
            yield return new AreaPass(Stroke.Draw, white, Zone.Whole, BrushWater.DryBrush, look) { Phase = Phase.Base };
        }
        var colour = pencil
            ? Pencils.Drawn(task, paints, schools, look)
            : Washes.Layers(task, paints, schools, Stroke.Wash, task.Mix, task.Recipe.Layers, look);
        foreach (var pass in colour) yield return pass;
    }

    /// <summary>A card under one coat of opaque white: what recipes over a white base are looked for on.</summary>
    internal static Spectrum Base(Spectrum card) => KubelkaMunk.Over(card, OnCard.OpaqueWhite, 1);

    private const int PencilBaseLayers = 3; // this project's own

    private static int? GreyPencil(Paints paints)
    {
        var greys = paints.Of(Pencils.All)
            .Where(place => paints.FullColour(place) is { L: <= LightestGrey and >= DarkestGrey } colour && colour.Chroma <= MostChroma).ToImmutableArray();
        return greys.IsEmpty ? null : greys.MaxBy(place => paints.FullColour(place).L);
    }
}
