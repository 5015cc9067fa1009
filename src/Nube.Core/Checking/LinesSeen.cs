using Nube.Core.Artwork;
using OpenCvSharp;

namespace Nube.Core.Checking;

/// <summary>How much every point of a picture looks like a point of a stamped line, whatever is painted there.</summary>
/// <remarks>
/// A line is dark for every sensor and narrow; paint is dark for some of them, or wide. So the brightest of the three
/// sensors is taken, and what it lacks beside its surroundings, as a grey closing with a disc tells them (a black
/// top-hat, J. Serra, "Image Analysis and Mathematical Morphology" (1982), chapter XII).
/// </remarks>
internal static class LinesSeen
{
    /// <summary>Lines up to this width count whole, mm; wider ones by their edges.</summary>
    public const double WidestMm = 2.2;

    /// <summary>Bare paper that is taken around stamped lines, mm: what is seen there must not be a line.</summary>
    public const double MarginMm = 3;

    private const byte LeastSurroundings = 40; // of 255, as sRGB codes them: darker paint hides lines

    /// <summary>The lines of a picture in colour, 0 to 1 as single precision.</summary>
    /// <param name="picture">Eight bits, red, green and blue first.</param>
    /// <param name="pixelsPerMm">Scale.</param>
    public static Mat In(Mat picture, double pixelsPerMm)
    {
        using var brightest = Brightest(picture);
        return Of(brightest, pixelsPerMm);
    }

    /// <summary>
    /// The same, where one colour ends at another counting, too: under opaque paint that is all that shows of a line. Not
    /// as exact.
    /// </summary>
    /// <param name="picture">Eight bits, red, green and blue first.</param>
    /// <param name="pixelsPerMm">Scale.</param>
    public static Mat WithEdges(Mat picture, double pixelsPerMm)
    {
        using var lines = In(picture, pixelsPerMm);
        return WithEdges(lines, picture, pixelsPerMm);
    }

    /// <summary>The same, of lines that are already told.</summary>
    /// <param name="lines">The lines of the picture.</param>
    /// <param name="picture">Eight bits, red, green and blue first.</param>
    /// <param name="pixelsPerMm">Scale.</param>
    public static Mat WithEdges(Mat lines, Mat picture, double pixelsPerMm)
    {
        using var edges = Edges(picture, pixelsPerMm);
        var both = new Mat();
        Cv2.Max(lines, edges, both);
        return both;
    }

    // Set on the trial cards.
    private const double EdgeMm = 0.4, // about a line's width
        NoEdge = 25, // of 255: grain and noise differ so much within that
        ClearEdge = 110; // as good as a line

    /// <summary>The largest difference of any sensor within a line's width, 0 to 1.</summary>
    private static Mat Edges(Mat picture, double pixelsPerMm)
    {
        using var smooth = new Mat();
        Cv2.GaussianBlur(picture, smooth, new Size(0, 0), Math.Max(0.3, EdgeMm / 3 * pixelsPerMm));
        var across = Math.Max(3, (int)Math.Round(EdgeMm * pixelsPerMm) | 1);
        using var disc = Cv2.GetStructuringElement(MorphShapes.Ellipse, new Size(across, across));
        using var steps = new Mat();
        Cv2.MorphologyEx(smooth, steps, MorphTypes.Gradient, disc);
        using var largest = Brightest(steps);
        var edges = new Mat();
        largest.ConvertTo(edges, MatType.CV_32FC1, 1 / (ClearEdge - NoEdge), -NoEdge / (ClearEdge - NoEdge));
        Cv2.Max(edges, new Scalar(0), edges);
        Cv2.Min(edges, new Scalar(1), edges);
        return edges;
    }

    /// <summary>The stamped lines themselves, at another scale, with <see cref="MarginMm"/> of bare paper around them.</summary>
    /// <param name="lines">The lines.</param>
    /// <param name="pixelsPerMm">Scale.</param>
    public static Mat Of(LineArt lines, double pixelsPerMm)
    {
        using var darkness = lines.Wrap(lines.Darkness);
        using var paper = new Mat();
        Cv2.BitwiseNot(darkness, paper);
        using var scaled = new Mat();
        var times = pixelsPerMm / lines.PixelsPerMm;
        Cv2.Resize(
            paper,
            scaled,
            new Size(Math.Round(lines.Width * times), Math.Round(lines.Height * times)),
            0,
            0,
            times < 1 ? InterpolationFlags.Area : InterpolationFlags.Linear
        );
        var margin = (int)Math.Round(MarginMm * pixelsPerMm);
        using var framed = new Mat();
        Cv2.CopyMakeBorder(scaled, framed, margin, margin, margin, margin, BorderTypes.Constant, Scalar.White);
        return Of(framed, pixelsPerMm);
    }

    private static Mat Brightest(Mat picture)
    {
        var channels = picture.Split();
        var brightest = new Mat();
        Cv2.Max(channels[0], channels[1], brightest);
        Cv2.Max(brightest, channels[2], brightest);
        foreach (var channel in channels)
            channel.Dispose();
        return brightest;
    }

    private static Mat Of(Mat brightest, double pixelsPerMm)
    {
        var across = Math.Max(3, (int)Math.Round(WidestMm * pixelsPerMm) | 1);
        using var disc = Cv2.GetStructuringElement(MorphShapes.Ellipse, new Size(across, across));
        using var around = new Mat();
        Cv2.MorphologyEx(brightest, around, MorphTypes.Close, disc);
        using var lacks = new Mat();
        Cv2.Subtract(around, brightest, lacks);
        Cv2.Max(around, new Scalar(LeastSurroundings), around);
        var seen = new Mat();
        Cv2.Divide(lacks, around, seen, 1, MatType.CV_32FC1);
        return seen;
    }
}
