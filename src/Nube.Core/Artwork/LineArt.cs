using OpenCvSharp;

namespace Nube.Core.Artwork;

/// <summary>The stamped lines of a picture, freed of paper, light and noise.</summary>
/// <param name="Width">Pixels across.</param>
/// <param name="Height">Pixels down.</param>
/// <param name="PixelsPerMm">Scale.</param>
/// <param name="Darkness">0 paper to 255 full ink, row by row; not to be changed.</param>
/// <param name="Ink">255 where there is a line, 0 elsewhere; not to be changed.</param>
public sealed record LineArt(int Width, int Height, double PixelsPerMm, byte[] Darkness, byte[] Ink)
{
    /// <summary>How dark it is at a point, 0 to 255; at its edge beyond that.</summary>
    public byte DarknessAt(PointMm point) =>
        Darkness[
            Math.Clamp((int)(point.Y * PixelsPerMm), 0, Height - 1) * Width
                + Math.Clamp((int)(point.X * PixelsPerMm), 0, Width - 1)
        ];

    /// <summary>Wraps one of the rasters for OpenCV without copying it.</summary>
    internal Mat Wrap(byte[] raster) => Mat.FromPixelData(Height, Width, MatType.CV_8UC1, raster);
}

/// <summary>Finds the lines of a picture.</summary>
/// <remarks>
/// A drawing is cut at half darkness. A scan is first divided by its own light (a grey closing wider than any line,
/// blurred), smoothed a little, stretched between its paper and its ink, and cut with two thresholds (hysteresis, J.
/// Canny, IEEE PAMI 8 (1986), 679-698): a faint pixel is a line only if it hangs together with dark ones, or with a long
/// row of faint ones. The low threshold follows the noise of the paper; <see cref="Hairlines"/> go below it. Specks are
/// dropped.
/// </remarks>
public static class LineExtraction
{
    /// <summary>Widest line that survives the division by the light, mm.</summary>
    public const double LightClosingMm = 12;

    private const double LightPixelsPerMm = 1.5,
        LightBlurMm = 4,
        DenoiseMm = 0.075; // of the picture of the light; its blur; the blur against noise. Set on the trial drawings
    private const double SpeckMm2 = 0.12,
        SpeckMm = 1,
        CoreMm2 = 0.02; // least surface and length of a line; the surface that must be dark in it. Set on the trial drawings
    private const double HairlineMm = 3; // what is so long is a line without being dark anywhere. Set on the trial drawings
    private const int HalfDarkness = 127; // of 255: a drawing in vectors has no light to even out

    /// <summary>Grey that the division gives to paper; leaves room for paper lighter than its surroundings.</summary>
    private const int PaperGrey = 225;

    /// <summary>Least difference of ink and paper, of 255; below it nothing is taken for a line.</summary>
    private const int LeastContrast = 12;

    /// <summary>
    /// Most of a picture that can be ink, as a share; beyond there is no paper left that lines could enclose.
    /// </summary>
    private const double MostInk = 0.95;

    /// <summary>The lines of a picture.</summary>
    /// <exception cref="PictureTroubleException">Nothing stands out from the paper, or all of it is ink.</exception>
    public static LineArt From(GreyPicture picture)
    {
        ArgumentNullException.ThrowIfNull(picture);
        var darkness = picture.IsDrawn ? Inverted(picture) : Stretched(picture);
        var art = new LineArt(picture.Width, picture.Height, picture.PixelsPerMm, darkness, new byte[darkness.Length]);
        var (low, high) = picture.IsDrawn ? (HalfDarkness, HalfDarkness) : Thresholds(art);
        if (!Cut(art, low, high, picture.IsDrawn))
            throw new PictureTroubleException(
                "No lines stand out from the paper in this picture. Scan it darker, or bring in another."
            );
        if (art.Ink.AsSpan().Count(byte.MaxValue) > MostInk * art.Ink.Length)
        {
            throw new PictureTroubleException(
                picture.IsDrawn
                    ? "Nearly all of this drawing is ink. A shape that should be an outline may have lost its fill=\"none\"; set it, or bring the drawing in as a PNG."
                    : "Nearly all of this picture is dark, so no lines can be told from the paper. Scan it lighter, or bring in another."
            );
        }
        return art;
    }

    private static byte[] Inverted(GreyPicture picture)
    {
        var darkness = new byte[picture.Pixels.Length];
        for (var i = 0; i < darkness.Length; i++)
            darkness[i] = (byte)(255 - picture.Pixels[i]);
        return darkness;
    }

    private static byte[] Stretched(GreyPicture picture)
    {
        using var grey = Mat.FromPixelData(picture.Height, picture.Width, MatType.CV_8UC1, picture.Pixels);
        using var light = Light(grey, picture.PixelsPerMm);
        using var flat = new Mat();
        Cv2.Divide(grey, light, flat, PaperGrey);
        var sigma = DenoiseMm * picture.PixelsPerMm;
        Cv2.GaussianBlur(flat, flat, default, sigma, sigma);

        var histogram = Histogram(flat);
        var paper = Array.IndexOf(histogram, histogram.Max());
        var noise = NoiseAbove(histogram, paper);
        var ink = InkBelow(histogram, paper - (int)Math.Max(LeastContrast, 5 * noise));
        if (ink < 0)
            throw new PictureTroubleException(
                "No lines stand out from the paper in this picture. Scan it darker, or bring in another."
            );
        var table = new byte[256];
        for (var value = 0; value < 256; value++)
            table[value] = (byte)Math.Clamp(255.0 * (paper - value) / (paper - ink), 0, 255);
        Cv2.LUT(flat, InputArray.Create(table), flat);
        flat.GetArray(out byte[] darkness);
        return darkness;
    }

    /// <summary>The light on the paper: what the picture would be without lines.</summary>
    private static Mat Light(Mat grey, double pixelsPerMm)
    {
        var scale = Math.Min(1, LightPixelsPerMm / pixelsPerMm);
        var small = new Mat();
        Cv2.Resize(
            grey,
            small,
            new Size(Math.Max(1, grey.Width * scale), Math.Max(1, grey.Height * scale)),
            0,
            0,
            InterpolationFlags.Area
        );
        var disc = (int)Math.Round(LightClosingMm * pixelsPerMm * scale) | 1;
        using var element = Cv2.GetStructuringElement(MorphShapes.Ellipse, new Size(disc, disc));
        Cv2.MorphologyEx(small, small, MorphTypes.Close, element, borderType: BorderTypes.Replicate);
        var blur = LightBlurMm * pixelsPerMm * scale;
        Cv2.GaussianBlur(small, small, default, blur, blur, BorderTypes.Replicate);
        Cv2.Max(small, new Scalar(1), small);
        Cv2.Resize(small, small, grey.Size(), 0, 0, InterpolationFlags.Linear);
        return small;
    }

    private static int[] Histogram(Mat values)
    {
        using var counts = new Mat();
        Cv2.CalcHist([values], [0], null, counts, 1, [256], [new Rangef(0, 256)]);
        counts.GetArray(out float[] histogram);
        return Array.ConvertAll(histogram, count => (int)count);
    }

    /// <summary>
    /// Standard deviation of the paper, from its lighter half: the median of a half-normal is 0.6745 sigma.
    /// </summary>
    private static double NoiseAbove(int[] histogram, int paper)
    {
        var total = histogram.Skip(paper + 1).Sum();
        var seen = 0;
        for (var value = paper + 1; value < 256; value++)
        {
            seen += histogram[value];
            if (2 * seen >= total)
                return (value - paper) / 0.6745;
        }
        return 0;
    }

    /// <summary>The grey of the ink: the darkest quarter of what is clearly not paper; -1 when there is none.</summary>
    private static int InkBelow(int[] histogram, int limit)
    {
        var total = histogram.Take(Math.Max(0, limit)).Sum();
        var seen = 0;
        for (var value = 0; value < limit; value++)
        {
            seen += histogram[value];
            if (seen > 0 && 4 * seen >= total)
                return value;
        }
        return -1;
    }

    private static (int Low, int High) Thresholds(LineArt art)
    {
        using var darkness = art.Wrap(art.Darkness);
        // Paper is 0 now, so its noise shows on one side only: the median of what is above 0 and below half ink.
        var histogram = Histogram(darkness);
        var total = histogram.Skip(1).Take(HalfDarkness).Sum();
        var (seen, sigma) = (0, 0.0);
        for (var value = 1; value <= HalfDarkness && sigma == 0; value++)
        {
            seen += histogram[value];
            if (2 * seen >= total && total > 0)
                sigma = value / 0.6745;
        }
        var low = (int)Math.Clamp(3.5 * sigma, 75, 125);
        return (low, Math.Max(150, low + 40));
    }

    /// <summary>Fills the ink of the art; false when there is none.</summary>
    private static bool Cut(LineArt art, int low, int high, bool drawn)
    {
        using var darkness = art.Wrap(art.Darkness);
        using var faint = new Mat();
        Cv2.Threshold(darkness, faint, low, 255, ThresholdTypes.Binary);
        if (!drawn)
            Hairlines.Add(darkness, faint, low);
        using var labelled = new Mat();
        var count = Cv2.ConnectedComponents(faint, labelled, PixelConnectivity.Connectivity8, MatType.CV_32S);
        var labels = labelled.AsSpan<int>();
        // Counting here is quicker than having them counted: most pixels are paper.
        var boxes = new Box[count];
        for (var y = 0; y < art.Height; y++)
        {
            foreach (var run in new Runs<int>(labels.Slice(y * art.Width, art.Width)))
                boxes[run.Value] = boxes[run.Value].With(run.Start, run.End, y);
        }

        var core = new int[count];
        // Most pixels are paper; the runs of those are skipped.
        ReadOnlySpan<byte> dark = art.Darkness;
        for (
            var i = 0;
            i < dark.Length && dark[i..].IndexOfAnyInRange((byte)(high + 1), byte.MaxValue) is >= 0 and var skipped;
            i++
        )
        {
            i += skipped;
            core[labels[i]]++;
        }
        var perMm2 = art.PixelsPerMm * art.PixelsPerMm;
        var kept = new bool[count];
        for (var label = 1; label < count; label++)
        {
            var extent = boxes[label].Extent;
            kept[label] =
                (core[label] >= Math.Max(1, CoreMm2 * perMm2) || extent >= HairlineMm * art.PixelsPerMm)
                && (boxes[label].Pixels >= SpeckMm2 * perMm2 || extent >= SpeckMm * art.PixelsPerMm);
        }
        var any = false;
        for (var i = 0; i < labels.Length && labels[i..].IndexOfAnyExcept(0) is >= 0 and var skipped; i++)
        {
            i += skipped;
            if (!kept[labels[i]])
                continue;
            art.Ink[i] = 255;
            any = true;
        }
        return any;
    }

    /// <summary>A piece of what is dark: how many pixels, from where to where.</summary>
    private readonly record struct Box(int Pixels, int Left, int Right, int Top, int Bottom)
    {
        /// <summary>The longer of its two sides, pixels.</summary>
        public int Extent => Math.Max(Right - Left, Bottom - Top);

        /// <summary>With a run of pixels; rows come from the top down.</summary>
        public Box With(int left, int right, int y) =>
            Pixels == 0
                ? new Box(right - left, left, right, y, y + 1)
                : new Box(Pixels + right - left, Math.Min(Left, left), Math.Max(Right, right), Top, y + 1);
    }
}
