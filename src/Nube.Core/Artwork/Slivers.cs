namespace Nube.Core.Artwork;

/// <summary>Joins areas that are too small to colour to their neighbours.</summary>
internal static class Slivers
{
    /// <summary>
    /// Joins every area below a size to the neighbour with which it shares the longest line, the smallest first.
    /// </summary>
    /// <param name="raster">The areas, grown under their lines.</param>
    /// <param name="smallestMm2">Smallest area that is kept, mm2.</param>
    /// <param name="most">How many areas may be left; while there are more, the smallest of them goes on joining its
    /// neighbour.</param>
    /// <returns>The areas numbered without holes, and the size below which they were joined.</returns>
    public static (LabelRaster Raster, double SmallestMm2) Join(LabelRaster raster, double smallestMm2, int most)
    {
        var scale = raster.PixelsPerMm * raster.PixelsPerMm;
        var size = AreaMeasuring.SizesInPixels(raster.Labels);
        var areas = size.Keys.Where(label => label is not LabelRaster.Background and not LabelRaster.Line).ToHashSet();
        var slivers = areas
            .Where(label => size[label] < smallestMm2 * scale)
            .OrderBy(label => size[label])
            .ThenBy(label => label)
            .ToList();
        if (slivers.Count == 0 && areas.Count <= most)
            return (raster, smallestMm2);

        var lines = Lines(raster);
        var into = new Dictionary<ushort, ushort>();
        foreach (var sliver in slivers)
            Unite(sliver, toArea: size[sliver] >= AreaFinder.SliverMm2 * scale);

        // Too many are left: the smallest joins on, and what it joins has grown.
        var queue = new PriorityQueue<ushort, (int, ushort)>(areas.Select(label => (label, (size[label], label))));
        while (areas.Count > most && queue.TryDequeue(out var label, out var at))
        {
            if (!areas.Contains(label) || size[label] != at.Item1)
                continue;
            smallestMm2 = Math.Max(smallestMm2, size[label] / scale);
            if (Unite(label, toArea: true) is not LabelRaster.Background and var grown)
                queue.Enqueue(grown, (size[grown], grown));
        }
        return (Renumbered(raster, areas, into), smallestMm2);

        // A crumb may be the ground's, but an area that is joined by wish, or because there are too many, stays part of
        // the image. Ties go to the smaller number and to the ground last: the result does not depend on the order of a
        // table.
        ushort Unite(ushort label, bool toArea)
        {
            var target = lines.TryGetValue(label, out var shared)
                ? shared
                    .OrderBy(line => toArea && line.Key == LabelRaster.Background)
                    .ThenByDescending(line => line.Value)
                    .ThenBy(line => line.Key == LabelRaster.Background)
                    .ThenBy(line => line.Key)
                    .Select(line => line.Key)
                    .FirstOrDefault()
                : LabelRaster.Background;
            areas.Remove(label);
            into[label] = target;
            size[target] = size.GetValueOrDefault(target) + size[label];
            foreach (var (other, length) in shared ?? [])
            {
                lines[other].Remove(label);
                if (other == target)
                    continue;
                lines[other][target] = lines[other].GetValueOrDefault(target) + length;
                lines[target][other] = lines[target].GetValueOrDefault(other) + length;
            }
            lines.Remove(label);
            return target;
        }
    }

    /// <summary>How much line each label shares with which others.</summary>
    private static Dictionary<ushort, Dictionary<ushort, int>> Lines(LabelRaster raster)
    {
        var lines = new Dictionary<ushort, Dictionary<ushort, int>>();
        foreach (var ((one, other), length) in AreaMeasuring.Contacts(raster))
        {
            Of(one)[other] = length;
            Of(other)[one] = length;
        }
        return lines;

        Dictionary<ushort, int> Of(ushort label) =>
            lines.TryGetValue(label, out var shared) ? shared : lines[label] = [];
    }

    private static LabelRaster Renumbered(LabelRaster raster, HashSet<ushort> areas, Dictionary<ushort, ushort> into)
    {
        var table = new ushort[ushort.MaxValue + 1];
        table[LabelRaster.Line] = LabelRaster.Line;
        ushort last = 0;
        foreach (var area in areas.Order())
            table[area] = ++last;
        foreach (var joined in into.Keys)
        {
            var label = joined;
            while (into.TryGetValue(label, out var next))
                label = next;
            table[joined] = table[label];
        }
        var labels = new ushort[raster.Labels.Length];
        foreach (var run in new Runs<ushort>(raster.Labels))
            labels.AsSpan(run.Start, run.Length).Fill(table[run.Value]);
        return raster with { Labels = labels };
    }
}
