using Nube.Core.Artwork;
using OpenCvSharp;

namespace Nube.Core.Checking;

/// <summary>Fits a card of the run to what is seen about a place: roughly with all edges, then exactly by its lines.</summary>
/// <param name="colour">The scan or photo; eight bits, red, green and blue first.</param>
/// <param name="lines">The stamped lines.</param>
/// <param name="card">Size of the card's picture, mm.</param>
internal sealed class CardFitting(Mat colour, LineArt lines, Size2d card) : IDisposable
{
    private const double FinePixelsPerMm = 6,
        RoughPixelsPerMm = 3;
    private const int Spans = 4; // of the bend, along the longer side
    private const double MuchLess = 0.03; // of the lines and edges; what shows so much less went astray. Set on the trial cards
    private const double ShownAtLeast = 0.7; // of the lines; what is no card of the run shows less. Set on the trial cards

    private readonly Mat rough = LinesSeen.Of(lines, RoughPixelsPerMm),
        fine = LinesSeen.Of(lines, FinePixelsPerMm);

    /// <inheritdoc />
    public void Dispose()
    {
        rough.Dispose();
        fine.Dispose();
    }

    /// <summary>Where exactly a card lies that lies about there; null when no card of the run does.</summary>
    /// <param name="homography">About where it lies.</param>
    public CardFound? Exact(Mat homography)
    {
        using var shifted = Shifted(homography);
        return shifted is null ? null : Settled(shifted, [2.4, 1.2], ShownAtLeast);
    }

    /// <summary>
    /// Where exactly a card of the run lies that lies there and not a stripe farther on; null when it cannot look so.
    /// </summary>
    /// <param name="homography">Where it lies, to less than half a stripe.</param>
    public CardFound? ExactThere(Mat homography) => Settled(homography, [1.2], shownAtLeast: 0);

    /// <summary>A card whose lines are drawn from a place to those that are seen, from so blurred on.</summary>
    private CardFound? Settled(Mat from, ReadOnlySpan<double> firstBlursMm, double shownAtLeast)
    {
        var flat = Bend.None(card.Width, card.Height, Spans);
        Bend Bent(Mat template, Mat seen, double pixelsPerMm, ReadOnlySpan<double> blursMm) =>
            Alignment.ByLines(template, seen, pixelsPerMm, flat, blursMm);
        using var first = Seen(from, rough.Size());
        using var about = WithoutBend(Place(from, Bent(rough, first, RoughPixelsPerMm, firstBlursMm)));
        if (!IsCard(about))
            return null;
        using var second = Seen(about, rough.Size());
        var bend = Bent(rough, second, RoughPixelsPerMm, [1.2, 0.6]);
        var shown = Alignment.Shown(rough, second, RoughPixelsPerMm, bend);
        if (shown < shownAtLeast)
            return null;
        using var nearer = WithoutBend(Place(about, bend));
        if (!IsCard(nearer))
            return null;
        return new CardFound(Place(nearer, Exactly(nearer, flat)), shown);
    }

    /// <summary>How a card is bent that lies nearly there.</summary>
    /// <remarks>
    /// Only lines are exact: where paint ends is where a hand stopped. But where paint hides them nothing else tells, so
    /// edges of paint stand for them there, unless much less of the card is seen in its place for that.
    /// </remarks>
    private Bend Exactly(Mat nearer, Bend flat)
    {
        ReadOnlySpan<double> blursMm = [0.6, 0.3, 0.15];
        using var flattened = Flattened(nearer, fine.Size(), FinePixelsPerMm);
        using var seen = LinesSeen.In(flattened, FinePixelsPerMm);
        using var edges = LinesSeen.WithEdges(seen, flattened, FinePixelsPerMm);
        double Shown(Bend bend) => Alignment.Shown(fine, edges, FinePixelsPerMm, bend);
        var withEdges = Alignment.WithEdges(fine, seen, edges, FinePixelsPerMm, flat, blursMm);
        var shown = Shown(withEdges);
        if (shown >= 1 - MuchLess)
            return withEdges;
        var byLines = Alignment.ByLines(fine, seen, FinePixelsPerMm, flat, blursMm);
        return shown < Shown(byLines) - MuchLess ? byLines : withEdges;
    }

    /// <summary>
    /// The place beside one in which the lines agree best: stripes and tiles look alike a stripe farther on, and only
    /// their ends tell where they are. Null where they agree nowhere.
    /// </summary>
    private Mat? Shifted(Mat homography)
    {
        using var template = new Mat();
        Cv2.GaussianBlur(rough, template, new Size(0, 0), ShiftBlurMm * RoughPixelsPerMm);
        var wider = (int)(ShiftMm * RoughPixelsPerMm);
        using var seen = Seen(
            homography,
            new Size(template.Width + 2 * wider, template.Height + 2 * wider),
            wider / RoughPixelsPerMm
        );
        Cv2.GaussianBlur(seen, seen, new Size(0, 0), ShiftBlurMm * RoughPixelsPerMm);
        using var agrees = new Mat();
        Cv2.MatchTemplate(seen, template, agrees, TemplateMatchModes.CCoeffNormed);
        Cv2.MinMaxLoc(agrees, out _, out double best, out _, out Point at);
        return best < AgreesAtLeast
            ? null
            : Moved(homography, (at.X - wider) / RoughPixelsPerMm, (at.Y - wider) / RoughPixelsPerMm);
    }

    private const double AgreesAtLeast = 0.3; // correlation; a card that lies there has 0.5 and more. Set on the trial cards

    private const double ShiftMm = 12, // how far beside a place another is looked for
        ShiftBlurMm = 0.8;

    private static Mat Moved(Mat homography, double x, double y)
    {
        using var move = Mat.Eye(3, 3, MatType.CV_64F).ToMat();
        move.Set(0, 2, x);
        move.Set(1, 2, y);
        return (homography * move).ToMat();
    }

    /// <summary>The same place with the card the other way up.</summary>
    public Mat Turned(Mat homography)
    {
        using var turn = Mat.Eye(3, 3, MatType.CV_64F).ToMat();
        turn.Set(0, 0, -1.0);
        turn.Set(1, 1, -1.0);
        turn.Set(0, 2, card.Width);
        turn.Set(1, 2, card.Height);
        return (homography * turn).ToMat();
    }

    /// <summary>A card can look so: it is seen from above, and its far end is not much smaller than its near one.</summary>
    private bool IsCard(Mat homography)
    {
        if (homography.Empty())
            return false;
        var place = Place(homography, Bend.None(card.Width, card.Height, 1));
        var corners = Outline(place);
        var scales = new[] { (0, 0), (card.Width, 0), (card.Width, card.Height), (0, card.Height) }
            .Select(corner => place.PixelsPerMm(corner.Item1, corner.Item2))
            .ToList();
        // Clockwise in a picture whose rows go down: a negative surface is the back of a card, seen through it.
        return Cv2.IsContourConvex(corners)
            && Cv2.ContourArea(corners, oriented: true) > 0
            && scales.Max() < MostFarther * scales.Min();
    }

    private const double MostFarther = 3; // times as many pixels on a mm at one corner as at another

    private static CardPlace Place(Mat homography, Bend bend) => new(Homography.Of(homography), bend);

    /// <summary>The flat card that comes nearest to a bent one.</summary>
    private Mat WithoutBend(CardPlace place)
    {
        const int steps = 8;
        Point2d[] on =
        [
            .. Enumerable
                .Range(0, (steps + 1) * (steps + 1))
                .Select(i => new Point2d(
                    card.Width * (i % (steps + 1)) / steps,
                    card.Height * (i / (steps + 1)) / steps
                )),
        ];
        return Cv2.FindHomography(
            on,
            on.Select(point => place.At(point.X, point.Y)).Select(pixel => new Point2d(pixel.X, pixel.Y)),
            HomographyMethods.None
        );
    }

    /// <summary>The lines and edges that are seen, laid flat on the card's own mm, at the rough scale.</summary>
    private Mat Seen(Mat homography, Size size, double widerMm = 0)
    {
        using var flattened = Flattened(homography, size, RoughPixelsPerMm, widerMm);
        return LinesSeen.WithEdges(flattened, RoughPixelsPerMm);
    }

    /// <summary>The picture laid flat on the card's own mm.</summary>
    private Mat Flattened(Mat homography, Size size, double pixelsPerMm, double widerMm = 0)
    {
        var marginMm = LinesSeen.MarginMm + widerMm;
        using var toMm = Mat.Eye(3, 3, MatType.CV_64F).ToMat();
        toMm.Set(0, 0, 1 / pixelsPerMm);
        toMm.Set(1, 1, 1 / pixelsPerMm);
        toMm.Set(0, 2, 0.5 / pixelsPerMm - marginMm);
        toMm.Set(1, 2, 0.5 / pixelsPerMm - marginMm);
        using var whole = (homography * toMm).ToMat();
        var flat = new Mat();
        Cv2.WarpPerspective(
            colour,
            flat,
            whole,
            size,
            InterpolationFlags.Linear | InterpolationFlags.WarpInverseMap,
            BorderTypes.Replicate
        );
        return flat;
    }

    /// <summary>The corners of a card's picture, clockwise from its top left, pixels.</summary>
    public Point2f[] Outline(CardPlace place) =>
        [
            .. new[] { (0, 0), (card.Width, 0), (card.Width, card.Height), (0, card.Height) }
                .Select(corner => place.At(corner.Item1, corner.Item2))
                .Select(pixel => new Point2f((float)pixel.X, (float)pixel.Y)),
        ];
}
