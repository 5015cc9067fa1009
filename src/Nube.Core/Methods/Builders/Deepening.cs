using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Drying;
using Nube.Core.Materials;

namespace Nube.Core.Methods.Builders;

/// <summary>The shadow of a painted area: layers of what its recipe deepens it with, on its shadow side.</summary>
internal static class Deepening
{
    /// <summary>The passes of the shadow.</summary>
    /// <param name="task">The area.</param>
    /// <param name="paints">The run's colourants on its paper.</param>
    /// <param name="stroke">What the hand does.</param>
    /// <param name="zone">Where.</param>
    public static IEnumerable<AreaPass> Of(AreaTask task, Paints paints, Stroke stroke, Zone zone = Zone.Shadow)
    {
        if (task.Shadow is not { } shadow)
            yield break;
        var water = HowWet.ForWash(task.SizeMm2 * task.Shares.Of(zone), paints.Paper);
        for (var layer = 0; layer < shadow.Layers; layer++)
            yield return new AreaPass(stroke, shadow.Mix, zone, water, [Act.Lay(shadow.Mix, zone)]);
    }

    /// <summary>What is thinned with water on a palette.</summary>
    internal static ImmutableArray<Medium> WaterMedia { get; } =
    [.. Enum.GetValues<Medium>().Where(Media.MixesWithWater)];
}
