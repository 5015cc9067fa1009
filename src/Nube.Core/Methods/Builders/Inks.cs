using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Drying;
using Nube.Core.Mixing;

namespace Nube.Core.Methods.Builders;

/// <summary>Passes of the methods that are laid with pens and foam tips.</summary>
internal static class Inks
{
    /// <summary>
    /// Of a coat's own load, what the next one of the same marker or pen adds: it dissolves the first again, and the paper
    /// takes less. From memory.
    /// </summary>
    internal const double NextCoat = 0.4;

    /// <summary>Load of so many coats of a marker or pen, in loads of the first.</summary>
    internal static double Coats(int coats) => (1 - Math.Pow(NextCoat, coats)) / (1 - NextCoat);

    private const double PulledIn = 0.5; // of a dark pen's own load, as it is pulled into the light one; from memory

    /// <summary>The pen and a darker one in the shadow, both at once, and the blender while they are wet.</summary>
    public static IEnumerable<AreaPass> PenPair(AreaTask task, Paints paints, Schools schools)
    {
        // Pulled with water or a blender, a pen's colour comes out thinner.
        var acts = ImmutableArray.Create(Act.Lay(task.Mix, Zone.Whole, share: Coats(Math.Max(1, task.Recipe.Layers))));
        if (task.Shadow is { } dark)
            acts = acts.Add(Act.Lay(dark.Mix, Zone.Shadow, dark.Layers, PulledIn));
        if (schools.Pens != PenBlend.None)
            acts = acts.AddRange(Acts.Blending.Pens);
        yield return new AreaPass(Stroke.PenPair, task.Mix, Zone.Whole, BrushWater.Damp, acts)
        {
            Also = task.Shadow is { } pen && pen.Mix != task.Mix ? [pen.Mix] : [],
        };
    }

    /// <summary>
    /// Lightest over everything as the highlight, middle over all but the light, darkest in the deepest part only; then
    /// back with the middle and the lightest, so that the steps melt. All in one go, area by area, while the ink can be
    /// moved. Without a lighter ink the middle is the lightest, too.
    /// </summary>
    public static IEnumerable<AreaPass> SpongeBlend(AreaTask task, Paints paints, Schools schools)
    {
        // Of the middle's layers one comes back over the dark; the first ones go over the light, too, where nothing
        // lighter is there.
        var (light, own) = task.Light is { } lighter ? (lighter.Mix, lighter.Layers) : (task.Mix, task.Recipe.Layers);
        var left = light == task.Mix ? task.Recipe.Layers - own : task.Recipe.Layers;
        var back = task.Shadow is not null && left > 0 ? 1 : 0;
        var returns = light == task.Mix ? 0 : own / 2; // a lighter ink comes back last
        var way = new List<(PaintMix Ink, Zone Zone, int Times)>
        {
            (light, Zone.Whole, own - returns),
            (task.Mix, Zone.ButLight, left - back),
        };
        if (task.Shadow is { } dark)
            way.Add((dark.Mix, Zone.Deepest, dark.Layers));
        way.Add((task.Mix, Zone.ButLight, back));
        way.Add((light, Zone.Whole, returns));
        ImmutableArray<Act> acts = [.. way.Where(go => go.Times > 0).Select(go => Act.Lay(go.Ink, go.Zone, go.Times))];
        ImmutableArray<PaintMix> inks = [.. acts.SelectMany(act => act.Mixes).Distinct()];
        yield return new AreaPass(Stroke.Sponge, inks[0], Zone.Whole, BrushWater.DryBrush, acts) { Also = inks[1..] };
    }
}
