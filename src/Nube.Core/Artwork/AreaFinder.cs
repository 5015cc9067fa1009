using OpenCvSharp;

namespace Nube.Core.Artwork;

/// <summary>Finds the enclosed areas of a picture.</summary>
/// <remarks>
/// What is not line falls into pieces; those that reach the border are background, the rest are areas. Each grows
/// under the line until it meets its neighbours half-way, so that touching areas can be found and paint reaches the
/// line. Slivers join the neighbour with which they share the longest line.
/// </remarks>
public static class AreaFinder
{
    /// <summary>Smallest area; smaller ones join a neighbour, mm2.</summary>
    public const double SliverMm2 = 2;

    /// <summary>Widest line across which two areas still touch, mm.</summary>
    public const double WidestLineMm = 1.6;

    /// <summary>Border that a piece must touch to be background, mm.</summary>
    public const double BorderMm = 2;

    /// <summary>Finds the areas of line art.</summary>
    /// <param name="art">The lines.</param>
    /// <param name="gaps">Which breaks to close; strict when left out.</param>
    /// <param name="closings">Strokes of the maker's that close gaps, as if they were printed.</param>
    /// <param name="report">Told how far the work is, 0 to 1.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="PictureTroubleException">There is no enclosed area, or there are too many.</exception>
    public static AreaMap FindAreas(
        LineArt art, GapRule? gaps = null, IEnumerable<CloseGap>? closings = null, IProgress<double>? report = null, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(art);
        var bridges = GapBridging.Bridges(art, gaps ?? GapRule.Strict);
        foreach (var closing in closings ?? []) GapBridging.Draw(art, bridges, closing.Stroke);
        report?.Report(0.4);
        cancel.ThrowIfCancellationRequested();

        var labels = Pieces(art, bridges);
        report?.Report(0.6);
        cancel.ThrowIfCancellationRequested();

        LabelGrowth.GrowUnderLine(labels, art.Width, art.Height, WidestLineMm / 2 * art.PixelsPerMm);
        var raster = new LabelRaster(art.Width, art.Height, art.PixelsPerMm, labels);
        raster = JoinSlivers(raster);
        report?.Report(0.8);
        cancel.ThrowIfCancellationRequested();

        var map = AreaMeasuring.Measure(raster);
        if (map.Areas.IsEmpty)
        {
            throw new PictureTroubleException(
                "No enclosed area was found. The outlines must close; small gaps up to 1 mm are bridged.");
        }
        report?.Report(1);
        return map;
    }

    /// <summary>Numbers the pieces of paper between the lines; background is 0, line is <see cref="LabelRaster.Line"/>.</summary>
    private static ushort[] Pieces(LineArt art, byte[] bridges)
    {
        using var ink = art.Wrap(art.Ink);
        using var bridged = art.Wrap(bridges);
        using var free = new Mat();
        Cv2.BitwiseOr(ink, bridged, free);
        Cv2.BitwiseNot(free, free);
        using var labelled = new Mat();
        var count = Cv2.ConnectedComponents(free, labelled, PixelConnectivity.Connectivity4, MatType.CV_32S);
        var pieces = labelled.AsSpan<int>();

        var (width, height) = (art.Width, art.Height);
        var size = new int[count];
        foreach (var piece in pieces) size[piece]++;
        var border = new int[count];
        for (var x = 0; x < width; x++)
        {
            border[pieces[x]]++;
            border[pieces[(height - 1) * width + x]]++;
        }
        for (var y = 1; y < height - 1; y++)
        {
            border[pieces[y * width]]++;
            border[pieces[y * width + width - 1]]++;
        }

        // Grains below a twentieth of a square millimetre are rough edges of the line, not paper.
        var grain = 0.05 * art.PixelsPerMm * art.PixelsPerMm;
        var renamed = new ushort[count];
        renamed[0] = LabelRaster.Line;
        var areas = 0;
        for (var piece = 1; piece < count; piece++)
        {
            if (border[piece] > BorderMm * art.PixelsPerMm) renamed[piece] = LabelRaster.Background;
            else if (size[piece] < grain) renamed[piece] = LabelRaster.Line;
            else if (++areas <= LabelRaster.MostAreas) renamed[piece] = (ushort)areas;
        }
        if (areas > LabelRaster.MostAreas)
        {
            throw new PictureTroubleException(
                $"The picture falls into {areas} areas, too many to colour. Scan it cleaner or smaller, or pick a simpler image.");
        }
        var labels = new ushort[pieces.Length];
        for (var i = 0; i < labels.Length; i++) labels[i] = renamed[pieces[i]];
        return labels;
    }

    private static LabelRaster JoinSlivers(LabelRaster raster)
    {
        var size = AreaMeasuring.SizesInPixels(raster.Labels);
        var slivers = size.Where(s => s.Key is not LabelRaster.Background and not LabelRaster.Line
            && s.Value < SliverMm2 * raster.PixelsPerMm * raster.PixelsPerMm).Select(s => s.Key).ToHashSet();
        if (slivers.Count == 0) return raster;
        var target = new Dictionary<ushort, ushort>();
        var contact = AreaMeasuring.Contacts(raster);
        foreach (var sliver in slivers.OrderBy(s => size[s]).ThenBy(s => s))
        {
            var longest = contact
                .Where(c => c.Key.One == sliver || c.Key.Other == sliver)
                .Select(c => (Label: Resolve(c.Key.One == sliver ? c.Key.Other : c.Key.One), Length: c.Value))
                .Where(c => c.Label != sliver)
                .GroupBy(c => c.Label)
                .Select(group => (Label: group.Key, Length: group.Sum(c => c.Length)))
                .OrderByDescending(c => c.Length).ThenBy(c => c.Label)
                .FirstOrDefault();
            target[sliver] = longest.Label;
        }

        // What is left is numbered again without holes.
        var renamed = new Dictionary<ushort, ushort>();
        ushort last = 0;
        foreach (var label in size.Keys.Order())
        {
            if (label is LabelRaster.Background or LabelRaster.Line) renamed[label] = label;
            else if (!slivers.Contains(label)) renamed[label] = ++last;
        }
        var labels = new ushort[raster.Labels.Length];
        var table = new ushort[ushort.MaxValue + 1];
        foreach (var label in size.Keys)
            table[label] = renamed[slivers.Contains(label) ? Resolve(label) : label];
        for (var i = 0; i < labels.Length; i++) labels[i] = table[raster.Labels[i]];
        return raster with { Labels = labels };

        ushort Resolve(ushort label)
        {
            while (target.TryGetValue(label, out var next)) label = next;
            return label;
        }
    }
}
