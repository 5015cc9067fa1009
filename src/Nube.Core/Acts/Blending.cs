using System.Collections.Immutable;
using Nube.Core.Mixing;
using Nube.Core.Optics;

namespace Nube.Core.Acts;

/// <summary>Bringing together what is laid: the acts of each way. How far each goes is from memory.</summary>
public static class Blending
{
    private const double RubSpreads = 0.75; // of the way from grain to an even layer: wax does not reach the deepest valleys
    private const double WaterSpreads = 0.65; // the strokes of a watercolour pencil stay faintly
    private const double Reach = 0.35; // how far light and shadow run into the middle
    private const double PaleLayer = PencilOnTooth.LoadOfTouch / 4; // load that a pale pencil leaves on filled tooth

    /// <summary>Odourless solvent and a stump: pencil spreads evenly, and zones run into each other.</summary>
    public static ImmutableArray<Act> Solvent { get; } = [Act.Dissolve(1), Act.Blend(Reach)];

    /// <summary>Water over drawn pencil.</summary>
    public static ImmutableArray<Act> Water { get; } = [Act.Dissolve(WaterSpreads), Act.Blend(Reach)];

    /// <summary>Wet pen colours pulled into each other with a brush or a blender.</summary>
    public static ImmutableArray<Act> Pens { get; } = [Act.Blend(Reach)];

    /// <summary>A pencil rubbed hard over all layers: a pale one leaves a thin layer of its own.</summary>
    /// <param name="pale">The pale pencil; <see cref="PaintMix.None"/> for a colourless one.</param>
    public static ImmutableArray<Act> Burnish(PaintMix pale)
    {
        ArgumentNullException.ThrowIfNull(pale);
        ImmutableArray<Act> rubbed = [Act.Dissolve(RubSpreads), Act.Blend(Reach)];
        return pale.Parts.IsEmpty ? rubbed : rubbed.Add(Act.Lay(pale, Zone.Whole, share: PaleLayer));
    }
}
