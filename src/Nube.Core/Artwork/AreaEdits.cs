using System.Collections.Immutable;
using System.Text.Json.Serialization;
using OpenCvSharp;

namespace Nube.Core.Artwork;

/// <summary>A maker's correction of the areas that were found.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(JoinAreas), "join")]
[JsonDerivedType(typeof(SplitArea), "split")]
[JsonDerivedType(typeof(CloseGap), "closeGap")]
public abstract record AreaEdit;

/// <summary>Makes one area of several; it keeps the smallest id.</summary>
/// <param name="Areas">Two ids or more.</param>
public sealed record JoinAreas(ImmutableArray<int> Areas) : AreaEdit;

/// <summary>Cuts an area along a stroke; the largest piece keeps the id, the others get new ones.</summary>
/// <param name="Area">Its id.</param>
/// <param name="Stroke">Points of the stroke, two or more.</param>
/// <param name="FirstNew">
/// The first of the new ids, so that they stay when the areas are found once more and there are others before; null for
/// the next free ones.
/// </param>
public sealed record SplitArea(int Area, ImmutableArray<PointMm> Stroke, int? FirstNew = null) : AreaEdit;

/// <summary>
/// Closes a gap in a line by a stroke: what leaked through it is parted again, from the background too. Lines decide
/// that, so the areas are found once more with the stroke as a line; here it changes nothing.
/// </summary>
/// <param name="Stroke">Points of the stroke, two or more, from line to line.</param>
public sealed record CloseGap(ImmutableArray<PointMm> Stroke) : AreaEdit
{
    /// <summary>More such strokes, made and taken back together with it.</summary>
    public ImmutableArray<ImmutableArray<PointMm>> Also { get; init; } = [];

    /// <inheritdoc />
    public bool Equals(CloseGap? other) =>
        other is not null
        && Stroke.SequenceEqual(other.Stroke)
        && Also.Length == other.Also.Length
        && Also.Zip(other.Also).All(two => two.First.SequenceEqual(two.Second));

    /// <inheritdoc />
    public override int GetHashCode() => HashCode.Combine(Stroke.Length, Also.Length);
}

/// <summary>A correction that cannot be made; the message says why.</summary>
public sealed class AreaEditException : Exception
{
    /// <summary>With a plain sentence.</summary>
    public AreaEditException(string message)
        : base(message) { }

    /// <summary>With a plain sentence and what caused it.</summary>
    public AreaEditException(string message, Exception inner)
        : base(message, inner) { }

    /// <summary>Without a reason; for serialisers.</summary>
    public AreaEditException()
        : base("This correction cannot be made.") { }
}

/// <summary>Applies corrections to areas.</summary>
public static class AreaEdits
{
    /// <summary>Smallest piece that a cut may leave, mm2.</summary>
    public const double SmallestPieceMm2 = 1;

    /// <summary>Applies corrections in their order and measures the areas again.</summary>
    /// <exception cref="AreaEditException">One of them names an area that is not there, or cuts nothing.</exception>
    public static AreaMap Apply(AreaMap map, IEnumerable<AreaEdit> edits)
    {
        ArgumentNullException.ThrowIfNull(map);
        ArgumentNullException.ThrowIfNull(edits);
        var all = edits.ToList();
        return all.Count == 0 ? map : AreaMeasuring.Measure(Corrected(map.Labels, all).Raster);
    }

    /// <summary>
    /// The highest id that was given so far, by finding the areas or by a split, also when it was joined away since.
    /// </summary>
    /// <exception cref="AreaEditException">One of the corrections cannot be made.</exception>
    public static int LastId(LabelRaster found, IEnumerable<AreaEdit> edits)
    {
        ArgumentNullException.ThrowIfNull(found);
        ArgumentNullException.ThrowIfNull(edits);
        return Corrected(found, edits).LastId;
    }

    private static (LabelRaster Raster, int LastId) Corrected(LabelRaster found, IEnumerable<AreaEdit> edits)
    {
        var raster = found with { Labels = (ushort[])found.Labels.Clone() };
        var ids = AreaMeasuring
            .SizesInPixels(found.Labels)
            .Keys.Where(label => label is not LabelRaster.Background and not LabelRaster.Line)
            .Select(label => (int)label)
            .ToHashSet();
        // Ids that were joined away are not given again within one list of corrections.
        var highest = ids.Count == 0 ? 0 : ids.Max();
        foreach (var edit in edits)
        {
            switch (edit)
            {
                case JoinAreas join:
                    Join(raster, join, ids);
                    break;
                case SplitArea split:
                    highest = Split(raster, split, ids, highest);
                    break;
                case CloseGap:
                    break;
                default:
                    throw new AreaEditException("This correction is not known.");
            }
        }
        return (raster, highest);
    }

    private static void Join(LabelRaster raster, JoinAreas join, HashSet<int> ids)
    {
        var joined = join.Areas.Distinct().Order().ToList();
        if (joined.Count < 2)
            throw new AreaEditException("Choose two areas or more to join.");
        foreach (var id in joined)
            Require(id, ids);
        var keep = (ushort)joined[0];
        var gone = joined.Skip(1).Select(id => (ushort)id).ToHashSet();
        for (var i = 0; i < raster.Labels.Length; i++)
        {
            if (gone.Contains(raster.Labels[i]))
                raster.Labels[i] = keep;
        }
        ids.ExceptWith(joined.Skip(1));
    }

    /// <summary>Cuts; returns the highest id given so far.</summary>
    private static int Split(LabelRaster raster, SplitArea split, HashSet<int> ids, int highest)
    {
        Require(split.Area, ids);
        if (split.Stroke.Length < 2)
            throw new AreaEditException("Draw the cut across the area, from line to line.");
        var label = (ushort)split.Area;
        using var mask = new Mat(raster.Height, raster.Width, MatType.CV_8UC1, Scalar.Black);
        var inside = mask.AsSpan<byte>();
        for (var i = 0; i < inside.Length; i++)
        {
            if (raster.Labels[i] == label)
                inside[i] = 255;
        }
        var points = split
            .Stroke.Select(p => new Point(
                (int)Math.Round(Math.Clamp(p.X * raster.PixelsPerMm, -1e6, 1e6)),
                (int)Math.Round(Math.Clamp(p.Y * raster.PixelsPerMm, -1e6, 1e6))
            ))
            .ToArray();
        Cv2.Polylines(mask, [points], false, Scalar.Black, 3);

        using var labelled = new Mat();
        using var stats = new Mat();
        using var centres = new Mat();
        var count = Cv2.ConnectedComponentsWithStats(
            mask,
            labelled,
            stats,
            centres,
            PixelConnectivity.Connectivity4,
            MatType.CV_32S
        );
        labelled.GetArray(out int[] pieces);
        var pixels = SmallestPieceMm2 * raster.PixelsPerMm * raster.PixelsPerMm;
        var kept = Enumerable
            .Range(1, count - 1)
            .Where(p => stats.At<int>(p, 4) >= pixels)
            .OrderByDescending(p => stats.At<int>(p, 4))
            .ThenBy(p => p)
            .ToList();
        if (kept.Count < 2)
            throw new AreaEditException("The cut does not divide the area. Draw it right across, from line to line.");

        var names = new ushort[count];
        // What was found since may have taken the ids that it had: then it goes on behind all of them.
        var next = split.FirstNew ?? highest + 1;
        if (Enumerable.Range(next, kept.Count - 1).Any(ids.Contains))
            next = highest + 1;
        for (var i = 0; i < kept.Count; i++)
            names[kept[i]] = i == 0 ? label : (ushort)(next + i - 1);
        highest = Math.Max(highest, next + kept.Count - 2);
        var cut = new List<int>();
        for (var i = 0; i < raster.Labels.Length; i++)
        {
            if (raster.Labels[i] != label)
                continue;
            if (names[pieces[i]] == 0)
                cut.Add(i);
            else
                raster.Labels[i] = names[pieces[i]];
        }
        CloseCut(raster, cut, names.Where(name => name != 0).ToHashSet(), label);
        foreach (var name in names.Where(n => n != 0))
            ids.Add(name);
        return highest;
    }

    /// <summary>Gives the pixels of the cut, and crumbs beside it, back to the nearest piece.</summary>
    private static void CloseCut(LabelRaster raster, List<int> cut, HashSet<ushort> own, ushort largest)
    {
        var (labels, width) = (raster.Labels, raster.Width);
        var open = cut.ToHashSet();
        foreach (var at in cut)
            labels[at] = LabelRaster.Line;
        while (open.Count > 0)
        {
            var closed = new List<(int At, ushort Label)>();
            foreach (var at in cut)
            {
                if (!open.Contains(at))
                    continue;
                var x = at % width;
                foreach (
                    var (other, there) in ((int, bool)[])
                        [
                            (at - 1, x > 0),
                            (at + 1, x < width - 1),
                            (at - width, at >= width),
                            (at + width, at + width < labels.Length),
                        ]
                )
                {
                    if (!there || open.Contains(other) || !own.Contains(labels[other]))
                        continue;
                    closed.Add((at, labels[other]));
                    break;
                }
            }
            // A crumb that touches no piece stays with the largest.
            if (closed.Count == 0)
                closed.AddRange(open.Select(at => (at, largest)));
            foreach (var (at, name) in closed)
            {
                labels[at] = name;
                open.Remove(at);
            }
        }
    }

    private static void Require(int id, HashSet<int> ids)
    {
        if (!ids.Contains(id))
            throw new AreaEditException($"Area {id} is not there any more.");
    }
}
