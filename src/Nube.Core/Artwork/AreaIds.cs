namespace Nube.Core.Artwork;

/// <summary>Keeps the numbers of areas when the same picture is looked at once more in another way.</summary>
public static class AreaIds
{
    /// <summary>
    /// Areas take the number of the earlier area that they cover most, each number once; what is new gets new numbers.
    /// </summary>
    /// <param name="now">Areas as they are found now.</param>
    /// <param name="before">Areas as they were, in a raster of the same size.</param>
    /// <param name="lastId">The highest number given so far; new ones come after it.</param>
    /// <exception cref="ArgumentException">The rasters differ in size.</exception>
    public static LabelRaster Keep(LabelRaster now, LabelRaster before, int lastId)
    {
        ArgumentNullException.ThrowIfNull(now);
        ArgumentNullException.ThrowIfNull(before);
        if (now.Width != before.Width || now.Height != before.Height)
            throw new ArgumentException("The rasters differ in size.", nameof(before));
        var shared = new Dictionary<(ushort Now, ushort Before), int>();
        for (var at = 0; at < now.Labels.Length; at++)
        {
            var (here, there) = (now.Labels[at], before.Labels[at]);
            if (
                here is LabelRaster.Background or LabelRaster.Line
                || there is LabelRaster.Background or LabelRaster.Line
            )
                continue;
            shared[(here, there)] = shared.GetValueOrDefault((here, there)) + 1;
        }
        var kept = new Dictionary<ushort, ushort>();
        var taken = new HashSet<ushort>();
        foreach (var ((here, there), _) in shared.OrderByDescending(pair => pair.Value).ThenBy(pair => pair.Key))
        {
            if (kept.ContainsKey(here) || !taken.Add(there))
                continue;
            kept[here] = there;
        }
        var last = (ushort)lastId;
        var table = new ushort[ushort.MaxValue + 1];
        foreach (var label in AreaMeasuring.SizesInPixels(now.Labels).Keys.Order())
        {
            table[label] =
                label is LabelRaster.Background or LabelRaster.Line ? label
                : kept.TryGetValue(label, out var old) ? old
                : ++last;
        }
        var labels = new ushort[now.Labels.Length];
        for (var at = 0; at < labels.Length; at++)
            labels[at] = table[now.Labels[at]];
        return now with { Labels = labels };
    }
}
