using System.Collections.Immutable;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Mixing;
using Nube.Core.Optics;

namespace Nube.Core.Methods.Builders;

/// <summary>Passes of the methods that are drawn.</summary>
internal static class Pencils
{
    private const double StumpReaches = 0.35; // how far neighbouring zones melt into each other under a stump; from memory
    private const int AccentLayers = 2; // this project's own: strokes that leave the print showing

    internal static readonly ImmutableArray<Medium> All = [Medium.WaxPencil, Medium.OilPencil, Medium.WatercolourPencil];

    /// <summary>Dry, burnished or with solvent, as the maker's school goes.</summary>
    public static IEnumerable<AreaPass> BySchool(AreaTask task, Paints paints, Schools schools) => schools.Pencils switch
    {
        PencilBlend.Burnish => Burnished(task, paints, schools),
        PencilBlend.Solvent => Dissolved(task, paints, schools),
        _ => Dry(task, paints, schools),
    };

    /// <summary>
    /// The lighter sibling over everything, the colour itself over all but the light, the darker sibling in the shadow, and
    /// the colour itself once more to bring them together. Where a sibling is not owned, the colour itself takes its place,
    /// or the shadow gets more layers of it.
    /// </summary>
    public static IEnumerable<AreaPass> Dry(AreaTask task, Paints paints, Schools schools) =>
        Drawn(task, paints, schools, ZoneLook.Bare(paints.Reflectance));

    /// <summary>Dry layers, then a pale pencil pressed hard over all of it; afterwards nothing more sticks.</summary>
    public static IEnumerable<AreaPass> Burnished(AreaTask task, Paints paints, Schools schools)
    {
        var look = ZoneLook.Bare(paints.Reflectance);
        foreach (var pass in Dry(task, paints, schools))
        {
            look = pass.After;
            yield return pass;
        }
        var white = paints.White(pencil: true);
        var burnisher = white is { } place ? Paints.Plain(place) : PaintMix.None;
        var even = Melted(look, task);
        // A pale pencil leaves a thin layer of its own; a colourless one none.
        var after = white is { } pale ? even.Wash(paints.Optics[pale], PencilOnTooth.LoadOfTouch / 4, Spread.Even) : even;
        yield return new AreaPass(Stroke.Burnish, burnisher, Zone.Whole, BrushWater.DryBrush, after);
    }

    /// <summary>Dry layers, then a stump lightly dipped in solvent, from light into dark.</summary>
    public static IEnumerable<AreaPass> Dissolved(AreaTask task, Paints paints, Schools schools)
    {
        var look = ZoneLook.Bare(paints.Reflectance);
        foreach (var pass in Dry(task, paints, schools))
        {
            look = pass.After;
            yield return pass;
        }
        // The same load, spread evenly over the tooth: what PencilOnTooth says of a single pencil on its paper.
        var (pencil, layers) = (paints.OpticsOf(task.Mix), LayersOf(task, paints));
        var paper = ZoneLook.Bare(paints.Reflectance);
        var dry = paper.Pencil(pencil, layers, paints.Paper.Texture, Pressure.Light, Spread.Even);
        var even = ZoneLook.Bare(PencilOnTooth.Dissolved(pencil, layers, paints.Paper.Texture, Pressure.Light, paints.Reflectance));
        var melted = Melted(look, task);
        var after = new ZoneLook(
            Deepened(melted.Light, dry.Light, even.Light), Deepened(melted.Middle, dry.Middle, even.Middle), Deepened(melted.Shadow, dry.Shadow, even.Shadow));
        yield return new AreaPass(Stroke.Dissolve, task.Mix, Zone.Whole, BrushWater.DryBrush, after);
    }

    /// <summary>Drawn in the recipe's layers, then wetted: the load spreads, the strokes stay faintly.</summary>
    public static IEnumerable<AreaPass> Wetted(AreaTask task, Paints paints, Schools schools)
    {
        var look = ZoneLook.Bare(paints.Reflectance);
        foreach (var pass in Dry(task, paints, schools))
        {
            look = pass.After;
            yield return pass;
        }
        var even = ZoneLook.Bare(PencilOnTooth.Dissolved(
            paints.OpticsOf(task.Mix), LayersOf(task, paints), paints.Paper.Texture, Pressure.Light, paints.Reflectance));
        yield return new AreaPass(Stroke.WetDrawn, PaintMix.CleanWater, Zone.Whole, BrushWater.Damp, Melted(look, task).Towards(even, StumpReaches));
    }

    /// <summary>A flat marker coat, then darker pencil on all but the light and in the shadow. Never the other way round.</summary>
    public static IEnumerable<AreaPass> OverMarker(AreaTask task, Paints paints, Schools schools)
    {
        var look = ZoneLook.Bare(paints.Reflectance).Wash(paints.OpticsOf(task.Mix), task.Recipe.Load, Spread.Even);
        yield return new AreaPass(Stroke.Marker, task.Mix, Zone.Whole, BrushWater.DryBrush, look) { Phase = Phase.Base };
        foreach (var pass in Depth(task, paints, look, [Medium.WaxPencil, Medium.OilPencil], Phase.Colour, 1 + task.ShadowLayers)) yield return pass;
    }

    /// <summary>Washes, and when they are bone dry an oil pencil for edges and shadow.</summary>
    public static IEnumerable<AreaPass> OilOverPaint(AreaTask task, Paints paints, Schools schools)
    {
        var look = ZoneLook.Bare(paints.Reflectance);
        foreach (var pass in Washes.Layers(task, paints, schools, Stroke.Wash, task.Mix, task.Recipe.Layers, look).Where(pass => pass.Zone == Zone.Whole))
        {
            look = pass.After;
            yield return pass;
        }
        foreach (var pass in Depth(task, paints, look, [Medium.OilPencil], Phase.Detail, 1)) yield return pass;
    }

    /// <summary>Two light layers on the shadow side of a print that is there already.</summary>
    public static IEnumerable<AreaPass> Accents(AreaTask task, Paints paints, Schools schools)
    {
        var look = ZoneLook.Bare(paints.Reflectance)
            .Pencil(paints.OpticsOf(task.Mix), AccentLayers, paints.Paper.Texture, Pressure.Light, Spread.Over(Zone.Shadow));
        yield return new AreaPass(Stroke.Draw, task.Mix, Zone.Shadow, BrushWater.DryBrush, look);
    }

    /// <summary>Light, itself, dark, itself.</summary>
    internal static IEnumerable<AreaPass> Drawn(AreaTask task, Paints paints, Schools schools, ZoneLook look)
    {
        var own = task.Mix.Parts[0].Colourant;
        var medium = paints.Colourants[own].Medium;
        var siblings = paints.SiblingsOf(own, [medium]);
        var layers = LayersOf(task, paints);
        var (light, dark) = (siblings.Light ?? own, siblings.Dark ?? own);
        // Most of the layers are the colour's own; the first and the last bind what is around it.
        (int Pencil, Zone Zone, int Layers)[] order =
        [
            (light, Zone.Whole, 1),
            (own, siblings.Light is null ? Zone.Whole : Zone.ButLight, Math.Max(1, layers - 1)),
            (dark, Zone.Shadow, task.ShadowLayers),
            (own, Zone.ButLight, task.ShadowLayers > 0 ? 1 : 0),
        ];
        if (schools.Tones == ToneOrder.DarkFirst) order = [order[2], order[1], order[0], order[3]];
        foreach (var (pencil, zone, count) in order)
        {
            if (count == 0 || (zone == Zone.Shadow && task.Shares.Shadow <= 0)) continue;
            for (var layer = 0; layer < count; layer++)
            {
                look = look.Pencil(paints.Optics[pencil], 1, paints.Paper.Texture, Pressure.Light, Spread.Over(zone));
            }
            yield return new AreaPass(Stroke.Draw, Paints.Plain(pencil), zone, BrushWater.DryBrush, look);
        }
    }

    /// <summary>The darker pencils of some media that go best over a colour, on its shadow side.</summary>
    private static IEnumerable<AreaPass> Depth(AreaTask task, Paints paints, ZoneLook look, IReadOnlyCollection<Medium> media, Phase stage, int layers)
    {
        var colour = Colour.SpectralColour.ToLab(look.Middle);
        var pencils = paints.Of(media);
        var wanted = colour with { L = Math.Max(0, colour.L - ShadowAndLight.Step) };
        var best = pencils.Select(place => (place, After: look.Pencil(paints.Optics[place], layers, paints.Paper.Texture, Pressure.Light, Spread.Over(Zone.Shadow))))
            .MinBy(tried => Colour.Ciede2000.Difference(wanted, Colour.SpectralColour.ToLab(tried.After.Shadow)));
        yield return new AreaPass(Stroke.Draw, Paints.Plain(best.place), Zone.Shadow, BrushWater.DryBrush, best.After) { Phase = stage };
    }

    private static int LayersOf(AreaTask task, Paints paints) =>
        Math.Min(task.Recipe.Layers, PencilOnTooth.MostLayers(paints.Paper.Texture, Pressure.Light));

    /// <summary>Light, middle and shadow run a little into each other.</summary>
    private static ZoneLook Melted(ZoneLook look, AreaTask task)
    {
        if (task.Shares is { Light: <= 0, Shadow: <= 0 }) return look;
        var middle = ZoneLook.Bare(look.Middle);
        return look.Towards(middle, StumpReaches);
    }

    private static Colour.Spectrum Deepened(Colour.Spectrum look, Colour.Spectrum dry, Colour.Spectrum even) =>
        Colour.Spectrum.From(band => dry[band] <= 0 ? look[band] : look[band] * even[band] / dry[band]);
}
