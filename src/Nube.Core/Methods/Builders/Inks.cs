using System.Collections.Immutable;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Mixing;

namespace Nube.Core.Methods.Builders;

/// <summary>Passes of the methods that are laid with pens and foam tips.</summary>
internal static class Inks
{
    private const double BlenderReaches = 0.35; // how far the zones melt into each other under water or a blender; from memory

    /// <summary>
    /// The pen and its darker sibling in the shadow, both at once, and the blender while they are wet. Without a darker one
    /// the pen itself is laid twice there.
    /// </summary>
    public static IEnumerable<AreaPass> PenPair(AreaTask task, Paints paints, Schools schools)
    {
        var own = task.Mix.Parts[0].Colourant;
        var dark = paints.SiblingsOf(own, [Medium.BrushPen]).Dark ?? own;
        var look = ZoneLook.Bare(paints.Reflectance).Wash(paints.OpticsOf(task.Mix), task.Recipe.Load, Spread.Even);
        var shaded = task is { ShadowLayers: > 0, Shares.Shadow: > 0 };
        if (shaded) look = look.Wash(paints.Optics[dark], 0.5 * task.ShadowLayers, Spread.Over(Zone.Shadow));
        var blended = schools.Pens == PenBlend.None ? look : look.Towards(ZoneLook.Bare(look.Middle), BlenderReaches);
        yield return new AreaPass(Stroke.PenPair, task.Mix, Zone.Whole, BrushWater.Damp, blended) { Also = shaded && dark != own ? [Paints.Plain(dark)] : [] };
    }

    /// <summary>
    /// Lightest over everything as the highlight, middle over all but the light, darkest in the deepest part only; then back
    /// with the middle and the lightest, so that the steps melt.
    /// </summary>
    public static IEnumerable<AreaPass> SpongeBlend(AreaTask task, Paints paints, Schools schools)
    {
        var own = task.Mix.Parts[0].Colourant;
        var siblings = paints.SiblingsOf(own, [Medium.BlendingInk]);
        var look = ZoneLook.Bare(paints.Reflectance);
        var strength = task.Mix.Strength;
        PaintMix Of(int? place) => new([new RecipePart(place ?? own, 1)], strength);
        var (light, middle, dark) = (Of(siblings.Light), task.Mix, Of(siblings.Dark));
        var way = new List<(PaintMix Ink, Zone Zone)> { (light, Zone.Whole), (middle, Zone.ButLight) };
        if (task is { ShadowLayers: > 0, Shares.Shadow: > 0 }) way.Add((dark, Zone.Deepest));
        // Without a lighter ink there is nothing to come back with.
        way.Add((middle, Zone.ButLight));
        if (siblings.Light is not null) way.Add((light, Zone.Whole));
        for (var layer = 2; layer < task.Recipe.Layers; layer++) way.Insert(1, (middle, Zone.ButLight));
        foreach (var (ink, zone) in way)
        {
            look = look.Wash(paints.OpticsOf(ink), ink.Strength.LoadOfOneLayer, Spread.Over(zone));
            yield return new AreaPass(Stroke.Sponge, ink, zone, BrushWater.DryBrush, look);
        }
    }
}
