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
    /// <summary>Smallest area unless the maker wants it otherwise, mm2.</summary>
    public const double SliverMm2 = 2;

    /// <summary>Largest smallest area that can be asked for, mm2.</summary>
    public const double MostSliverMm2 = 60;

    private const int MostPieces = 60_000; // labels that a raster has room for, and some to spare

    /// <summary>Widest line across which two areas still touch, mm.</summary>
    public const double WidestLineMm = 1.6;

    /// <summary>Border that a piece must touch to be background, mm.</summary>
    public const double BorderMm = 2;

    /// <summary>Finds the areas of line art.</summary>
    /// <param name="art">The lines.</param>
    /// <param name="gaps">Which breaks to close; strict when left out.</param>
    /// <param name="closings">Strokes of the maker's that close gaps, as if they were printed.</param>
    /// <param name="smallestMm2">Smallest area; smaller ones join a neighbour, mm2. It is raised as far as it must when
    /// there are more than <see cref="LabelRaster.MostAreas"/>.</param>
    /// <param name="report">Told how far the work is, 0 to 1.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="PictureTroubleException">There is no enclosed area.</exception>
    public static AreaMap FindAreas(
        LineArt art,
        GapRule? gaps = null,
        IEnumerable<CloseGap>? closings = null,
        double smallestMm2 = SliverMm2,
        IProgress<double>? report = null,
        CancellationToken cancel = default
    )
    {
        ArgumentNullException.ThrowIfNull(art);
        var bridges = GapBridging.Bridges(art, gaps ?? GapRule.Strict);
        foreach (var closing in closings ?? [])
            GapBridging.Draw(art, bridges, closing);
        report?.Report(0.4);
        cancel.ThrowIfCancellationRequested();
        var map = Enclosed(art, bridges, smallestMm2, report, cancel);
        if (map.Areas.IsEmpty)
        {
            throw new PictureTroubleException(
                "No enclosed area was found. The outlines must close: small gaps are bridged, wider ones are yours to close."
            );
        }
        report?.Report(1);
        return map;
    }

    /// <summary>The areas between lines and bridges; none where nothing is enclosed.</summary>
    internal static AreaMap Enclosed(
        LineArt art,
        byte[] bridges,
        double smallestMm2,
        IProgress<double>? report = null,
        CancellationToken cancel = default
    )
    {
        var labels = Pieces(art, bridges);
        report?.Report(0.6);
        cancel.ThrowIfCancellationRequested();
        return Measured(labels, art.Width, art.Height, art.PixelsPerMm, smallestMm2);
    }

    /// <summary>The areas of labels that are still parted by lines.</summary>
    internal static AreaMap Measured(ushort[] labels, int width, int height, double pixelsPerMm, double smallestMm2)
    {
        LabelGrowth.GrowUnderLine(labels, width, height, WidestLineMm / 2 * pixelsPerMm);
        var raster = new LabelRaster(width, height, pixelsPerMm, labels);
        (raster, var smallest) = Slivers.Join(raster, smallestMm2, LabelRaster.MostAreas);
        return AreaMeasuring.Measure(raster) with { SmallestMm2 = smallest };
    }

    /// <summary>
    /// Numbers the pieces of paper between the lines; background is 0, line is <see cref="LabelRaster.Line"/>.
    /// </summary>
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
        foreach (var run in new Runs<int>(pieces))
            size[run.Value] += run.Length;
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

        // Grains below a twentieth of a square millimetre are rough edges of the line, not paper; of a picture full of
        // crumbs only the largest are looked at.
        var grain = 0.05 * art.PixelsPerMm * art.PixelsPerMm;
        if (size.Skip(1).Count(pixels => pixels >= grain) > MostPieces)
            grain = size.Skip(1).OrderDescending().ElementAt(MostPieces) + 1;
        var renamed = new ushort[count];
        renamed[0] = LabelRaster.Line;
        ushort areas = 0;
        for (var piece = 1; piece < count; piece++)
        {
            if (border[piece] > BorderMm * art.PixelsPerMm)
                renamed[piece] = LabelRaster.Background;
            else if (size[piece] < grain)
                renamed[piece] = LabelRaster.Line;
            else
                renamed[piece] = ++areas;
        }
        var labels = new ushort[pieces.Length];
        foreach (var run in new Runs<int>(pieces))
            labels.AsSpan(run.Start, run.Length).Fill(renamed[run.Value]);
        return labels;
    }
}
