using System.Collections.Immutable;
using Nube.Core.Artwork;
using OpenCvSharp;
using OpenCvSharp.Aruco;

namespace Nube.Core.Swatches;

/// <summary>Finds a painted swatch sheet in a scan or photo and reads its boxes.</summary>
/// <remarks>
/// Marks are found in a small copy and their corners refined in the full picture; a homography that leaves out what
/// does not agree puts the sheet's millimetres into the picture. Only the inner part of a box counts: at the edge paint
/// gathers, and brushes stray.
/// </remarks>
public static class SheetReader
{
    /// <summary>Fewest marks with which the sheet's place is certain enough.</summary>
    public const int FewestMarks = 3;

    /// <summary>Pixels of a picture's longer side that are enough: about 150 dots per inch on A4.</summary>
    public const int EnoughPixels = 1700;

    /// <summary>Share of each side of a box that is read.</summary>
    public const double InnerShare = 0.6;

    private const int SmallSide = 1400; // pixels of the longer side in which marks are looked for
    private const double FewestPixelsPerMm = 3; // below, a box has too few pixels for its grain
    private const double SampleStep = 0.2; // mm

    /// <summary>Reads a sheet.</summary>
    /// <exception cref="PictureTroubleException">The sheet is not in the picture, or too small in it.</exception>
    public static SheetReading Read(ColourPicture picture, SwatchSheet sheet)
    {
        ArgumentNullException.ThrowIfNull(picture);
        ArgumentNullException.ThrowIfNull(sheet);
        var (place, found) = Find(picture, sheet);
        var light = new SheetLight(picture, place, SampleStep);
        var flat = FlatField.From(light, sheet);
        var black = Enumerable.Range(0, sheet.Rows).Select(row => flat.Relative(light.Of(sheet.BareBar(row)))).ToList();
        var stray = StrayLight.From(black);
        var paperGrain = flat.Grain;
        return new SheetReading(
            [
                .. sheet
                    .Patches()
                    .Select(patch =>
                    {
                        var read = light.Of(patch.Box.Inner(InnerShare));
                        return new PatchReading(
                            patch,
                            stray.TakenOff(flat.Relative(read)),
                            Math.Sqrt(Math.Max(0, read.Spread * read.Spread - paperGrain * paperGrain)),
                            read.Unevenness,
                            place.Corners(patch.Box)
                        );
                    }),
            ],
            black.Average(bar => stray.TakenOff(bar).Mean),
            found,
            place.TurnDegrees,
            place.PixelsPerMm(sheet),
            flat.FallOff,
            flat.BarBleeds
        );
    }

    /// <summary>Reads a chart that lies in the shot beside the sheet, in the sheet's plane and light.</summary>
    /// <param name="picture">The picture of both.</param>
    /// <param name="sheet">The sheet.</param>
    /// <param name="chart">The chart.</param>
    /// <param name="corners">The four outer corners of its corner patches, pixels, in the order in which they go
    /// round.</param>
    /// <exception cref="PictureTroubleException">The sheet is not in the picture, or the corners are no
    /// chart's.</exception>
    public static ChartReading ReadChart(
        ColourPicture picture,
        SwatchSheet sheet,
        ColourChart chart,
        ImmutableArray<PicturePoint> corners
    )
    {
        ArgumentNullException.ThrowIfNull(picture);
        ArgumentNullException.ThrowIfNull(sheet);
        ArgumentNullException.ThrowIfNull(chart);
        var (place, _) = Find(picture, sheet);
        var onSheet = new SheetLight(picture, place, SampleStep);
        var flat = FlatField.From(onSheet, sheet);
        var stray = StrayLight.From([
            .. Enumerable.Range(0, sheet.Rows).Select(row => flat.Relative(onSheet.Of(sheet.BareBar(row)))),
        ]);
        var patches = ChartPlace.Patches(chart, corners);
        var onChart = new SheetLight(picture, patches, ChartPlace.SampleStep);
        return new ChartReading(
            chart,
            corners,
            [
                .. ChartPlace
                    .Boxes(chart)
                    .Select(box =>
                    {
                        var middle = place.OnSheet(patches.At(box.X + box.Width / 2, box.Y + box.Height / 2));
                        return stray.TakenOff(flat.RelativeBeside(onChart.Of(box).Light, middle.X, middle.Y));
                    }),
            ]
        );
    }

    private static (SheetPlace Place, int Marks) Find(ColourPicture picture, SwatchSheet sheet)
    {
        using var grey = Grey(picture);
        var (corners, found) = FindMarks(grey, sheet);
        var place = SheetPlace.From(corners);
        return place.PixelsPerMm(sheet) < FewestPixelsPerMm
            ? throw new PictureTroubleException(
                "The sheet is too small in this picture. Go nearer, or scan it at 150 dots per inch or more."
            )
            : (place, found);
    }

    private static Mat Grey(ColourPicture picture)
    {
        using var colour = Mat.FromPixelData(picture.Height, picture.Width, MatType.CV_8UC4, picture.Rgba);
        var grey = new Mat();
        Cv2.CvtColor(colour, grey, ColorConversionCodes.RGBA2GRAY);
        return grey;
    }

    /// <summary>
    /// Corners of the sheet's marks, in mm on the sheet and in pixels of the picture; and how many marks there are.
    /// </summary>
    private static (List<(Point2d Sheet, Point2f Picture)> Corners, int Marks) FindMarks(Mat grey, SwatchSheet sheet)
    {
        var shrink = Math.Min(1, SmallSide / (double)Math.Max(grey.Width, grey.Height));
        using var small = new Mat();
        Cv2.Resize(grey, small, default, shrink, shrink, InterpolationFlags.Area);
        using var detector = new ArucoDetector(MarkSquares.Dictionary);
        detector.DetectMarkers(small, out var squares, out var ids, out _);
        var marks = sheet.Marks().ToDictionary(mark => mark.Id);
        var mine = ids.Zip(squares)
            .Where(mark => marks.ContainsKey(mark.First))
            .DistinctBy(mark => mark.First)
            .ToList();
        if (mine.Count < FewestMarks)
            throw new PictureTroubleException(WhyNotFound(ids, mine.Count));

        // Pixel centres: half a pixel of the small copy is not half a pixel of the full one.
        Point2f[] inPicture =
        [
            .. mine.SelectMany(mark => mark.Second)
                .Select(corner => new Point2f(
                    (float)((corner.X + 0.5) / shrink - 0.5),
                    (float)((corner.Y + 0.5) / shrink - 0.5)
                )),
        ];
        var side = Cv2.ContourArea(mine[0].Second) is var area ? Math.Sqrt(area) / shrink : 0;
        var window = Math.Clamp((int)(side / MarkSquares.Across / 2.5), 2, 20);
        Cv2.CornerSubPix(grey, inPicture, new Size(window, window), new Size(-1, -1), TermCriteria.Both(30, 0.01));
        return ([.. mine.SelectMany(mark => Corners(marks[mark.First].Box)).Zip(inPicture)], mine.Count);
    }

    private static string WhyNotFound(int[] ids, int mine)
    {
        var others = ids.Where(id => id < SwatchSheet.SeriesCount * SwatchSheet.MarkCount)
            .GroupBy(id => id / SwatchSheet.MarkCount)
            .OrderByDescending(series => series.Count())
            .FirstOrDefault();
        if (others?.Count() >= FewestMarks)
            return "This is another of your swatch sheets. Look at the number in its corner and choose that sheet.";
        return mine == 0 && ids.Length == 0
            ? "No swatch sheet was found in this picture. Its square marks must be in the picture, sharp and uncovered."
            : $"Only {mine} of the sheet's eight marks were found; three are needed. Take the picture again with the whole sheet in it.";
    }

    private static Point2d[] Corners(SheetRectangle box) =>
        [new(box.X, box.Y), new(box.Right, box.Y), new(box.Right, box.Bottom), new(box.X, box.Bottom)];
}
