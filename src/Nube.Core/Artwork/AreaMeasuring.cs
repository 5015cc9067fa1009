using System.Collections.Immutable;
using OpenCvSharp;

namespace Nube.Core.Artwork;

/// <summary>Measures areas: size, outline, which of them touch.</summary>
public static class AreaMeasuring
{
    /// <summary>Line that two areas must share to count as touching, mm.</summary>
    public const double LeastSharedMm = 1;

    /// <summary>
    /// Mean length of a border per pair of pixels that it separates: pi / 4, for a line of any direction (Crofton).
    /// </summary>
    private const double LengthPerPair = Math.PI / 4;

    /// <summary>Measures every area of a raster.</summary>
    public static AreaMap Measure(LabelRaster raster)
    {
        ArgumentNullException.ThrowIfNull(raster);
        var boxes = Boxes(raster);
        var areas = boxes
            .OrderBy(box => box.Key)
            .AsParallel()
            .AsOrdered()
            .Select(box => MeasureArea(raster, box.Key, box.Value))
            .ToImmutableArray();
        var touching = Contacts(raster)
            .Where(contact => contact.Key.One != LabelRaster.Background)
            .Select(contact => new Neighbours(
                contact.Key.One,
                contact.Key.Other,
                contact.Value * LengthPerPair / raster.PixelsPerMm
            ))
            .Where(pair => pair.SharedMm >= LeastSharedMm)
            .OrderBy(pair => pair.One)
            .ThenBy(pair => pair.Other)
            .ToImmutableArray();
        return new AreaMap(raster, areas, touching);
    }

    /// <summary>How many pixels carry each label.</summary>
    internal static Dictionary<ushort, int> SizesInPixels(ushort[] labels)
    {
        var counts = new int[ushort.MaxValue + 1];
        foreach (var run in new Runs<ushort>(labels))
            counts[run.Value] += run.Length;
        return counts.Index().Where(c => c.Item > 0).ToDictionary(c => (ushort)c.Index, c => c.Item);
    }

    /// <summary>How many pairs of pixels side by side carry two different labels, lines left out.</summary>
    internal static Dictionary<(ushort One, ushort Other), int> Contacts(LabelRaster raster)
    {
        var contacts = new Dictionary<(ushort, ushort), int>();
        ReadOnlySpan<ushort> labels = raster.Labels;
        var width = raster.Width;
        for (var y = 0; y < raster.Height; y++)
        {
            var row = labels.Slice(y * width, width);
            Compare(row[..^1], row[1..]);
            if (y + 1 < raster.Height)
                Compare(row, labels.Slice((y + 1) * width, width));
        }
        return contacts;

        // Nearly all pixels are like their neighbours; the runs of those are skipped.
        void Compare(ReadOnlySpan<ushort> here, ReadOnlySpan<ushort> there)
        {
            for (var x = here.CommonPrefixLength(there); x < here.Length; x += here[x..].CommonPrefixLength(there[x..]))
            {
                Add(here[x], there[x]);
                x++;
            }
        }

        void Add(ushort a, ushort b)
        {
            if (a == LabelRaster.Line || b == LabelRaster.Line)
                return;
            var key = a < b ? (a, b) : (b, a);
            contacts[key] = contacts.GetValueOrDefault(key) + 1;
        }
    }

    private static Dictionary<ushort, Rect> Boxes(LabelRaster raster)
    {
        var edges = new Dictionary<ushort, (int Left, int Top, int Right, int Bottom)>();
        for (var y = 0; y < raster.Height; y++)
        {
            ReadOnlySpan<ushort> row = raster.Labels.AsSpan(y * raster.Width, raster.Width);
            foreach (var (start, end, label) in new Runs<ushort>(row))
            {
                if (label is LabelRaster.Background or LabelRaster.Line)
                    continue;
                edges[label] = edges.TryGetValue(label, out var e)
                    ? (Math.Min(e.Left, start), e.Top, Math.Max(e.Right, end - 1), y)
                    : (start, y, end - 1, y);
            }
        }
        return edges.ToDictionary(
            e => e.Key,
            e => new Rect(e.Value.Left, e.Value.Top, e.Value.Right - e.Value.Left + 1, e.Value.Bottom - e.Value.Top + 1)
        );
    }

    private static Area MeasureArea(LabelRaster raster, ushort label, Rect box)
    {
        // One pixel of room around, so that the distance to the edge is right at the picture's border too.
        using var mask = new Mat(box.Height + 2, box.Width + 2, MatType.CV_8UC1, Scalar.Black);
        var inside = mask.AsSpan<byte>();
        var stride = box.Width + 2;
        var pixels = 0;
        for (var y = 0; y < box.Height; y++)
        {
            var row = raster.Labels.AsSpan((box.Y + y) * raster.Width + box.X, box.Width);
            foreach (var run in new Runs<ushort>(row))
            {
                if (run.Value != label)
                    continue;
                inside.Slice((y + 1) * stride + 1 + run.Start, run.Length).Fill(255);
                pixels += run.Length;
            }
        }
        using var distance = new Mat();
        Cv2.DistanceTransform(mask, distance, DistanceTypes.L2, DistanceTransformMasks.Mask3);
        Cv2.MinMaxLoc(distance, out double _, out double _, out Point _, out Point deepest);
        return new Area(
            label,
            pixels / (raster.PixelsPerMm * raster.PixelsPerMm),
            new PointMm((box.X + deepest.X - 0.5) / raster.PixelsPerMm, (box.Y + deepest.Y - 0.5) / raster.PixelsPerMm),
            Outlines.Path(mask, box.X, box.Y, raster.PixelsPerMm)
        );
    }
}
