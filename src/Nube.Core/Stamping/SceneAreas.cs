using System.Collections.Immutable;
using Nube.Core.Artwork;

namespace Nube.Core.Stamping;

/// <summary>Whose the areas of a scene are.</summary>
public static class SceneAreas
{
    /// <summary>For each area the placed stamp that most of it belongs to; null for the ground.</summary>
    /// <param name="scene">The scene.</param>
    /// <param name="stamps">Its stamps by key.</param>
    /// <param name="labels">Its areas, in the scale of its picture.</param>
    /// <exception cref="ArgumentException">The areas are of another panel.</exception>
    public static ImmutableArray<(int Area, PlacedStamp? Placed)> Owners(
        Scene scene,
        IReadOnlyDictionary<Guid, Stamp> stamps,
        LabelRaster labels
    )
    {
        ArgumentNullException.ThrowIfNull(scene);
        ArgumentNullException.ThrowIfNull(labels);
        var owners = ScenePicture.Owners(scene, stamps);
        if (owners.Length != labels.Labels.Length)
            throw new ArgumentException("The areas are not those of this panel.", nameof(labels));
        var counts = new Dictionary<(ushort Area, ushort Owner), int>();
        for (var at = 0; at < owners.Length; at++)
        {
            var area = labels.Labels[at];
            if (area is LabelRaster.Background or LabelRaster.Line)
                continue;
            counts[(area, owners[at])] = counts.GetValueOrDefault((area, owners[at])) + 1;
        }
        return
        [
            .. counts
                .GroupBy(count => count.Key.Area)
                .OrderBy(group => group.Key)
                .Select(group => (Area: (int)group.Key, group.MaxBy(count => count.Value).Key.Owner))
                .Select(most => (most.Area, most.Owner == 0 ? null : scene.FrontFirst[most.Owner - 1])),
        ];
    }
}
