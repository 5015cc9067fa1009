using System.Collections.Immutable;
using OpenCvSharp;

namespace Nube.Core.Artwork;

/// <summary>A stamped panel that lies in a photo, seen at an angle.</summary>
/// <param name="Corners">Its corners as shares of the upright photo's width and height, going round clockwise from the
/// top left.</param>
/// <param name="WidthMm">Its width.</param>
/// <param name="HeightMm">Its height.</param>
public sealed record PanelInPhoto(ImmutableArray<PicturePoint> Corners, double WidthMm, double HeightMm);

/// <summary>Finds panels in photos and lays them flat.</summary>
public static class PhotoPanel
{
    private const int SmallSide = 900; // pixels of the longer side in which the panel is looked for
    private const double LeastShare = 0.15; // of the photo: smaller is a thing on the desk
    private const double MostShare = 0.985; // larger is the photo's own rim
    private const double OnRim = 0.01; // of the photo's width or height
    private const double CornerTolerance = 0.02; // of the outline's length, when it is reduced to its corners

    /// <summary>The corners of the largest bright four-sided thing, as shares; null when there is none.</summary>
    /// <remarks>
    /// The panel is parted from the desk by N. Otsu's threshold
    /// ("A threshold selection method from gray-level histograms", IEEE SMC 9 (1979), 62-66) of each channel and of
    /// saturation; the outline with four corners that is largest is taken.
    /// </remarks>
    public static ImmutableArray<PicturePoint>? Find(ColourPicture photo)
    {
        ArgumentNullException.ThrowIfNull(photo);
        using var colour = Mat.FromPixelData(photo.Height, photo.Width, MatType.CV_8UC4, photo.Rgba);
        using var small = new Mat();
        var shrink = Math.Min(1, SmallSide / (double)Math.Max(photo.Width, photo.Height));
        Cv2.Resize(colour, small, default, shrink, shrink, InterpolationFlags.Area);
        Cv2.GaussianBlur(small, small, default, 2, 2);
        (double Area, Point[] Corners) best = (0, []);
        foreach (var channel in Channels(small))
        {
            using (channel)
            {
                using var parted = new Mat();
                Cv2.Threshold(channel, parted, 0, 255, ThresholdTypes.Binary | ThresholdTypes.Otsu);
                using var element = Cv2.GetStructuringElement(MorphShapes.Ellipse, new Size(9, 9));
                Cv2.MorphologyEx(parted, parted, MorphTypes.Close, element);
                Cv2.FindContours(
                    parted,
                    out var outlines,
                    out _,
                    RetrievalModes.External,
                    ContourApproximationModes.ApproxSimple
                );
                foreach (var outline in outlines)
                {
                    var hull = Cv2.ConvexHull(outline);
                    var corners = Cv2.ApproxPolyDP(hull, CornerTolerance * Cv2.ArcLength(hull, true), true);
                    var area = Cv2.ContourArea(corners);
                    var share = area / (small.Width * (double)small.Height);
                    // A blot is no panel: its hull is much larger than itself.
                    if (
                        corners.Length != 4
                        || corners.Any(corner => IsOnRim(corner, small.Size()))
                        || share is < LeastShare or > MostShare
                        || area <= best.Area
                        || Cv2.ContourArea(outline) < 0.8 * area
                    )
                        continue;
                    best = (area, corners);
                }
            }
        }
        if (best.Corners.Length == 0)
            return null;
        return
        [
            .. FromTopLeft(best.Corners)
                .Select(corner => new PicturePoint((corner.X + 0.5) / small.Width, (corner.Y + 0.5) / small.Height)),
        ];
    }

    /// <summary>A corner on the photo's own rim is where the light ends, or where a shadow does.</summary>
    private static bool IsOnRim(Point corner, Size photo)
    {
        var (across, down) = (OnRim * photo.Width, OnRim * photo.Height);
        return corner.X < across
            || corner.Y < down
            || corner.X >= photo.Width - across
            || corner.Y >= photo.Height - down;
    }

    /// <summary>The panel as it looks from straight above, in greys.</summary>
    /// <exception cref="PictureTroubleException">The corners do not go round a four-sided shape, or the size cannot
    /// be.</exception>
    public static GreyPicture Flatten(ColourPicture photo, PanelInPhoto panel)
    {
        using var flat = Flat(photo, panel, PictureReader.WorkPixelsPerMm);
        using var grey = new Mat();
        Cv2.CvtColor(flat, grey, ColorConversionCodes.RGBA2GRAY);
        grey.GetArray(out byte[] pixels);
        return new GreyPicture(flat.Width, flat.Height, flat.Width / panel.WidthMm, pixels, IsDrawn: false);
    }

    /// <summary>The panel as it looks from straight above, in colour.</summary>
    /// <param name="photo">The photo.</param>
    /// <param name="panel">Where the panel lies in it.</param>
    /// <param name="pixelsPerMm">Scale that is enough.</param>
    /// <exception cref="PictureTroubleException">The corners do not go round a four-sided shape, or the size cannot
    /// be.</exception>
    public static SizedPicture FlattenInColour(ColourPicture photo, PanelInPhoto panel, double pixelsPerMm)
    {
        using var flat = Flat(photo, panel, PictureReader.ScaleOfColours(pixelsPerMm, panel.WidthMm, panel.HeightMm));
        var rgba = new byte[4 * flat.Width * flat.Height];
        flat.AsSpan<byte>().CopyTo(rgba);
        return new SizedPicture(
            new ColourPicture(flat.Width, flat.Height, rgba),
            flat.Width / panel.WidthMm,
            IsDrawn: false
        );
    }

    private static Mat Flat(ColourPicture photo, PanelInPhoto panel, double enough)
    {
        ArgumentNullException.ThrowIfNull(photo);
        ArgumentNullException.ThrowIfNull(panel);
        if (panel.Corners.IsDefault || panel.Corners.Length != 4)
            throw new PictureTroubleException("A panel has four corners.");
        if (
            !(
                panel.WidthMm is >= PictureSize.NarrowestMm and <= PictureSize.WidestMm
                && panel.HeightMm is >= PictureSize.NarrowestMm and <= PictureSize.WidestMm
            )
        )
            throw new PictureTroubleException(
                $"Give the panel's width and height, between {PictureSize.NarrowestMm:0} and {PictureSize.WidestMm:0} mm."
            );
        Point2f[] corners =
        [
            .. panel.Corners.Select(corner => new Point2f(
                (float)(corner.X * photo.Width),
                (float)(corner.Y * photo.Height)
            )),
        ];
        if (
            !corners.All(corner => float.IsFinite(corner.X) && float.IsFinite(corner.Y))
            || !Cv2.IsContourConvex(corners)
            || Cv2.ContourArea(corners) < 100
        )
            throw new PictureTroubleException(
                "These four points do not go round a panel. Put one on each of its corners."
            );

        // No finer than the photo is: between pixels there is nothing to see.
        static double Length(Point2f a, Point2f b) => Math.Sqrt((a.X - b.X) * (a.X - b.X) + (a.Y - b.Y) * (a.Y - b.Y));
        var finest = Math.Max(
            Math.Max(Length(corners[0], corners[1]), Length(corners[3], corners[2])) / panel.WidthMm,
            Math.Max(Length(corners[1], corners[2]), Length(corners[0], corners[3])) / panel.HeightMm
        );
        var pixelsPerMm = Math.Min(enough, finest);
        var (width, height) = (
            (int)Math.Round(panel.WidthMm * pixelsPerMm),
            (int)Math.Round(panel.HeightMm * pixelsPerMm)
        );
        using var colour = Mat.FromPixelData(photo.Height, photo.Width, MatType.CV_8UC4, photo.Rgba);
        using var toPanel = Cv2.GetPerspectiveTransform(
            corners,
            [new(0, 0), new(width, 0), new(width, height), new(0, height)]
        );
        var flat = new Mat();
        Cv2.WarpPerspective(
            colour,
            flat,
            toPanel,
            new Size(width, height),
            InterpolationFlags.Linear,
            BorderTypes.Replicate
        );
        return flat;
    }

    /// <summary>
    /// Grey, each colour, and paleness: a white panel on a pale desk differs from it in colour at least.
    /// </summary>
    private static IEnumerable<Mat> Channels(Mat rgba)
    {
        using Mat grey = new(),
            rgb = new(),
            hsv = new();
        Cv2.CvtColor(rgba, grey, ColorConversionCodes.RGBA2GRAY);
        Cv2.CvtColor(rgba, rgb, ColorConversionCodes.RGBA2RGB);
        Cv2.CvtColor(rgb, hsv, ColorConversionCodes.RGB2HSV);
        yield return grey.Clone();
        foreach (var channel in Cv2.Split(rgb))
            yield return channel;
        var saturation = new Mat();
        using var second = hsv.ExtractChannel(1);
        Cv2.BitwiseNot(second, saturation);
        yield return saturation;
    }

    /// <summary>Corners by their angle about the middle: from the top left, clockwise as y goes down.</summary>
    private static IEnumerable<Point> FromTopLeft(Point[] corners)
    {
        var middle = new Point2d(corners.Average(corner => corner.X), corners.Average(corner => corner.Y));
        return corners.OrderBy(corner => Math.Atan2(corner.Y - middle.Y, corner.X - middle.X));
    }
}
