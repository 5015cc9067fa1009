using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Mixing;
using Nube.Core.Optics;

namespace Nube.Core.Methods.Builders;

/// <summary>Passes of hues that pass into each other in an area.</summary>
internal static class Gradients
{
    /// <summary>
    /// Paint, pens and markers side by side while they are wet; pencils and foam tips one over the other, each fading
    /// into the next. Then the shadow over all of it.
    /// </summary>
    public static IEnumerable<AreaPass> Passes(AreaTask task, Paints paints, Schools schools)
    {
        if (task.Recipe.Gradient is not { } into)
            return Washes.Flat(task, paints, schools);
        ImmutableArray<PaintMix> mixes = [task.Mix, .. into.Hues.Select(hue => hue.Mix)];
        return paints.Colourants[task.Recipe.Parts[0].Colourant].Medium switch
        {
            var medium when medium.IsPencil() => Drawn(task, into),
            Medium.BlendingInk => [Sponged(task, into, mixes)],
            Medium.BrushPen => WhileWet(Stroke.PenPair, BrushWater.Damp),
            Medium.AlcoholMarker => WhileWet(Stroke.Marker, BrushWater.DryBrush)
                .Select(pass => pass with { Phase = Phase.Base }),
            _ =>
            [
                .. WhileWet(Stroke.Variegate, HowWet.ToDropInto(task.SizeMm2, paints.Paper)),
                .. Deepening.Of(task, paints, Stroke.Wash),
            ],
        };

        // All hues once for each layer; the next when the last is dry. A second coat of a pen or marker adds less.
        IEnumerable<AreaPass> WhileWet(Stroke stroke, BrushWater water) =>
            Enumerable
                .Range(0, task.Recipe.Layers)
                .Select(layer => new AreaPass(
                    stroke,
                    mixes[0],
                    Zone.Whole,
                    water,
                    [
                        new Act(ActKind.Lay, Zone.Whole)
                        {
                            Mixes = mixes,
                            Along = new(into.Gradient, 0, mixes.Length),
                            Share = stroke == Stroke.Variegate ? 1 : Math.Pow(Inks.NextCoat, layer),
                        },
                    ]
                )
                {
                    Also = [.. mixes.Skip(1).Distinct().Where(mix => mix != mixes[0])],
                });
    }

    private static IEnumerable<AreaPass> Drawn(AreaTask task, IntoHues into)
    {
        (PaintMix Pencil, int Layers, Pressure Pressure)[] hues =
        [
            (task.Mix, task.Recipe.Layers, task.Recipe.Pressure),
            .. into.Hues.Select(hue => (hue.Mix, hue.Layers, hue.Pressure)),
        ];
        foreach (var (place, (pencil, layers, pressure)) in hues.Index())
            yield return Pencils.Drawn(pencil, Zone.Whole, layers, pressure, new(into.Gradient, place, hues.Length));
        if (task.Shadow is { } shadow)
            yield return Pencils.Drawn(shadow.Mix, Zone.Shadow, shadow.Layers, shadow.Pressure);
    }

    private static AreaPass Sponged(AreaTask task, IntoHues into, ImmutableArray<PaintMix> mixes)
    {
        int[] layers = [task.Recipe.Layers, .. into.Hues.Select(hue => hue.Layers)];
        var acts = mixes
            .Zip(layers)
            .Select(
                (hue, place) =>
                    Act.Lay(hue.First, Zone.Whole, hue.Second) with
                    {
                        Along = new(into.Gradient, place, mixes.Length),
                    }
            )
            .ToImmutableArray();
        if (task.Shadow is { } dark)
            acts = acts.Add(Act.Lay(dark.Mix, Zone.Deepest, dark.Layers));
        return new AreaPass(Stroke.Sponge, mixes[0], Zone.Whole, BrushWater.DryBrush, acts)
        {
            Also = [.. acts.SelectMany(act => act.Mixes).Distinct().Where(mix => mix != mixes[0])],
        };
    }
}
