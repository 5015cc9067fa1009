using System.Collections.Immutable;
using Nube.Core.Artwork;
using OpenCvSharp;
using OpenCvSharp.Features2D;

namespace Nube.Core.Checking;

/// <summary>A card that was found in a picture.</summary>
/// <param name="Place">Where.</param>
/// <param name="LinesShown">
/// How much of its stamped lines, or of edges of paint in their place, can be seen where they should be, 0 to 1.
/// </param>
public sealed record CardFound(CardPlace Place, double LinesShown);

/// <summary>Finds the cards of a run in a scan or photo, by their stamped lines.</summary>
/// <remarks>
/// Points that can be told apart are described in the stamped lines and in those that are seen (D. G. Lowe, "Distinctive
/// image features from scale-invariant keypoints", Int. J. Comput. Vision 60 (2004), 91-110). Each pair that looks alike
/// votes for a place, a turn and a size of a card; where many agree, a homography that leaves out the others is fitted,
/// and the paper is bent until the lines lie on each other (<see cref="Alignment"/>). A place counts when enough of the
/// lines are seen there.
/// </remarks>
public static class CardFinder
{
    /// <summary>Most cards in one picture.</summary>
    public const int MostCards = 12;

    private const double TemplatePixelsPerMm = 5;
    private const int WorkingSide = 1500; // pixels of the longer side of the picture in which points are described
    private const double UsuallyFills = 0.6; // of the picture's longer side by the card's, where its scale is not known
    private const int TemplatePoints = 2500,
        PicturePoints = 9000;
    private const int Alike = 8; // points of the template that one of the picture is held to be like: petals repeat
    private const float AsAlike = 1.25f; // how much farther than the nearest they may be. Set on the trial cards
    private const double MarginMm = 3;

    /// <summary>The cards, from the top left to the bottom right of the picture.</summary>
    /// <param name="picture">The scan or photo.</param>
    /// <param name="lines">The stamped lines of the run.</param>
    /// <param name="pixelsPerMm">Scale of the scan; null where nobody knows it.</param>
    /// <param name="cancel">Ends it.</param>
    public static ImmutableArray<CardFound> Find(
        ColourPicture picture,
        LineArt lines,
        double? pixelsPerMm = null,
        CancellationToken cancel = default
    )
    {
        ArgumentNullException.ThrowIfNull(picture);
        ArgumentNullException.ThrowIfNull(lines);
        using var colour = Mat.FromPixelData(picture.Height, picture.Width, MatType.CV_8UC4, picture.Rgba);
        var card = new Size2d(lines.Width / lines.PixelsPerMm, lines.Height / lines.PixelsPerMm);
        var pairs = Pairs(colour, lines, card, pixelsPerMm, cancel);
        using var templates = new Templates(lines);
        var found = new List<CardFound>();
        var (inVain, votesOfOne) = (0, 0);
        while (
            found.Count < MostCards
            && inVain < (found.Count == 0 ? MostInVain : MostInVainLater)
            && MostVoted(pairs, card) is { Count: > 0 } votes
            && votes.Count >= LeastOfVotes * votesOfOne
        )
        {
            cancel.ThrowIfCancellationRequested();
            if (Best(colour, templates, card, PlacesOf(votes)) is { } exact)
            {
                found.Add(exact);
                votesOfOne = Math.Max(votesOfOne, votes.Count);
                var outline = Outline(exact.Place, card);
                pairs.RemoveAll(pair =>
                    Cv2.PointPolygonTest(outline, new Point2f((float)pair.Picture.X, (float)pair.Picture.Y), false) >= 0
                );
                inVain = 0;
            }
            else
            {
                pairs.RemoveAll(votes.Contains);
                inVain++;
            }
        }
        if (found.Count == 0 && Best(colour, templates, card, OnPanel(picture, card)) is { } onPanel)
            found.Add(onPanel);
        return [.. found];
    }

    /// <summary>
    /// The first of some places where a card's lines are seen whole, or the best of all; null when no card lies in any.
    /// </summary>
    private static CardFound? Best(Mat colour, Templates templates, Size2d card, IEnumerable<Mat> places)
    {
        CardFound? best = null;
        foreach (var place in places)
        {
            if (Exact(colour, templates, card, place) is not { } found)
                continue;
            best = Better(best, found);
            // Stripes and other even patterns look about the same upside down.
            using var turned = Turned(place, card);
            if (found.LinesShown < ShownWhole && Exact(colour, templates, card, turned) is { } upsideDown)
                best = Better(best, upsideDown);
            if (best.LinesShown >= ShownWhole)
                return best;
        }
        return best;
    }

    private static CardFound Better(CardFound? one, CardFound other) =>
        one?.LinesShown >= other.LinesShown ? one : other;

    /// <summary>The ways in which the card can lie on the one panel of a photo.</summary>
    private static IEnumerable<Mat> OnPanel(ColourPicture picture, Size2d card)
    {
        if (PhotoPanel.Find(picture) is not { } corners)
            yield break;
        var pixels = corners
            .Select(corner => new Point2d(corner.X * picture.Width, corner.Y * picture.Height))
            .ToList();
        foreach (var margin in Margins)
        {
            Point2d[] panel =
            [
                new(-margin, -margin),
                new(card.Width + margin, -margin),
                new(card.Width + margin, card.Height + margin),
                new(-margin, card.Height + margin),
            ];
            for (var turn = 0; turn < 2; turn++)
            {
                using var place = Cv2.FindHomography(
                    panel,
                    [.. pixels[turn..], .. pixels[..turn]],
                    HomographyMethods.None
                );
                if (!place.Empty())
                    yield return place;
            }
        }
    }

    private static readonly double[] Margins = [5, 2, 8, 12, 0, 18]; // mm of paper around the picture, common ones first
    private const double ShownWhole = 0.9; // so much of the lines makes sure that nothing else is meant

    private static Point2f[] Outline(CardPlace place, Size2d card) =>
        [
            .. new[] { (0, 0), (card.Width, 0), (card.Width, card.Height), (0, card.Height) }
                .Select(corner => place.At(corner.Item1, corner.Item2))
                .Select(pixel => new Point2f((float)pixel.X, (float)pixel.Y)),
        ];

    /// <summary>Two points that look alike: one of the template, in mm, one of the picture, in pixels.</summary>
    internal sealed record Pair(Point2d Card, Point2d Picture, double Turn, double PixelsPerMm);

    private static List<Pair> Pairs(Mat colour, LineArt lines, Size2d card, double? known, CancellationToken cancel)
    {
        var shrink = Math.Min(1, WorkingSide / (double)Math.Max(colour.Width, colour.Height));
        using var small = new Mat();
        Cv2.Resize(colour, small, default, shrink, shrink, InterpolationFlags.Area);
        var scale =
            known * shrink ?? UsuallyFills * Math.Max(small.Width, small.Height) / Math.Max(card.Width, card.Height);
        using var seen = LinesSeen.In(small, scale, edgesToo: true);
        using var template = LinesSeen.Of(lines, TemplatePixelsPerMm, MarginMm);
        cancel.ThrowIfCancellationRequested();
        var (ofTemplate, byTemplate) = Described(template, TemplatePoints);
        var (ofPicture, byPicture) = Described(seen, PicturePoints);
        cancel.ThrowIfCancellationRequested();
        using (byTemplate)
        using (byPicture)
        {
            if (ofTemplate.Length < 2 || ofPicture.Length == 0)
                return [];
            using var matcher = new BFMatcher(NormTypes.L2);
            return
            [
                .. matcher
                    .KnnMatch(byPicture, byTemplate, Alike)
                    .SelectMany(near => near.TakeWhile(one => one.Distance <= AsAlike * near[0].Distance))
                    .Select(one =>
                    {
                        var (there, here) = (ofPicture[one.QueryIdx], ofTemplate[one.TrainIdx]);
                        return new Pair(
                            new Point2d(
                                (here.Pt.X + 0.5) / TemplatePixelsPerMm - MarginMm,
                                (here.Pt.Y + 0.5) / TemplatePixelsPerMm - MarginMm
                            ),
                            new Point2d((there.Pt.X + 0.5) / shrink - 0.5, (there.Pt.Y + 0.5) / shrink - 0.5),
                            (there.Angle - here.Angle + 720) % 360,
                            there.Size / here.Size * TemplatePixelsPerMm / shrink
                        );
                    }),
            ];
        }
    }

    private static (KeyPoint[] Points, Mat Descriptors) Described(Mat lines, int most)
    {
        using var eight = new Mat();
        lines.ConvertTo(eight, MatType.CV_8UC1, 255);
        using var sift = SIFT.Create(most);
        var descriptors = new Mat();
        sift.DetectAndCompute(eight, null, out var points, descriptors);
        return (points, descriptors);
    }

    /// <summary>The pairs that vote for the place with the most votes; none when these are too few.</summary>
    private static HashSet<Pair> MostVoted(IReadOnlyList<Pair> pairs, Size2d card)
    {
        var votes = new Dictionary<(int, int, int, int), List<Pair>>();
        foreach (var pair in pairs)
        {
            var size = Math.Log2(pair.PixelsPerMm);
            var (sin, cos) = Math.SinCos(pair.Turn * Math.PI / 180);
            var (dx, dy) = (
                (card.Width / 2 - pair.Card.X) * pair.PixelsPerMm,
                (card.Height / 2 - pair.Card.Y) * pair.PixelsPerMm
            );
            var (middleX, middleY) = (pair.Picture.X + dx * cos - dy * sin, pair.Picture.Y + dx * sin + dy * cos);
            // Each dimension in its two nearest bins, so that no place falls between them (Lowe, section 7.3).
            foreach (var sizeBin in Near(size))
            {
                var cell = PlaceBin * Math.Max(card.Width, card.Height) * Math.Pow(2, sizeBin);
                foreach (var turnBin in Near(pair.Turn / TurnBin))
                {
                    foreach (var x in Near(middleX / cell))
                    {
                        foreach (var y in Near(middleY / cell))
                        {
                            var key = (sizeBin, (turnBin + TurnBins) % TurnBins, x, y);
                            if (!votes.TryGetValue(key, out var own))
                                votes[key] = own = [];
                            own.Add(pair);
                        }
                    }
                }
            }
        }
        var most = votes.Values.DefaultIfEmpty([]).MaxBy(own => own.Count)!;
        return most.Count < FewestPairs ? [] : [.. most];
    }

    /// <summary>The places that some pairs can mean: as a flat card seen askew, and as one that is only turned.</summary>
    private static IEnumerable<Mat> PlacesOf(HashSet<Pair> votes)
    {
        var (here, there) = (votes.Select(pair => pair.Card).ToArray(), votes.Select(pair => pair.Picture).ToArray());
        var scale = votes.Average(pair => pair.PixelsPerMm);
        using var agree = new Mat();
        using var askew = Cv2.FindHomography(here, there, HomographyMethods.Ransac, AgreeMm * scale, agree);
        if (!askew.Empty() && Cv2.CountNonZero(agree) >= FewestPairs)
            yield return askew;
        using var turned = Cv2.EstimateAffinePartial2D(
            InputArray.Create(here),
            InputArray.Create(there),
            null,
            RobustEstimationAlgorithms.RANSAC,
            AboutMm * scale
        );
        if (turned is null || turned.Empty())
            yield break;
        using var whole = Mat.Eye(3, 3, MatType.CV_64F).ToMat();
        using (var upper = whole.RowRange(0, 2))
            turned.CopyTo(upper);
        yield return whole;
    }

    private const double TurnBin = 30; // degrees, as Lowe has it
    private const int TurnBins = 12;
    private const double PlaceBin = 0.25; // of the card, as Lowe has it
    private const int FewestPairs = 8;
    private const int MostInVain = 12, // places that are looked at one after the other without finding a card
        MostInVainLater = 3; // the same, when there is one
    private const double LeastOfVotes = 0.15; // of those for the clearest card; all are stamped with the same lines
    private const double AboutMm = 5, // the same of a card that is seen askew, if it were not
        AgreeMm = 1.5; // a point of bent paper may lie so far from where a flat one has it

    private static int[] Near(double bin)
    {
        var low = (int)Math.Floor(bin - 0.5);
        return [low, low + 1];
    }

    private const double FinePixelsPerMm = 6,
        RoughPixelsPerMm = 3;
    private const int Spans = 4;
    private const double ShownAtLeast = 0.6; // of the lines; what is no card of the run shows less. Set on the trial cards

    /// <summary>The stamped lines at the two scales in which they are laid on what is seen.</summary>
    private sealed class Templates(LineArt lines) : IDisposable
    {
        public Mat Rough { get; } = LinesSeen.Of(lines, RoughPixelsPerMm, MarginMm);
        public Mat Fine { get; } = LinesSeen.Of(lines, FinePixelsPerMm, MarginMm);

        public void Dispose()
        {
            Rough.Dispose();
            Fine.Dispose();
        }
    }

    /// <summary>Where exactly a card lies that lies about there; null when no card of the run does.</summary>
    private static CardFound? Exact(Mat colour, Templates templates, Size2d card, Mat homography)
    {
        using var shifted = Shifted(colour, templates, homography);
        var flat = Bend.None(card.Width, card.Height, Spans);
        Bend Bent(Mat template, Mat seen, double pixelsPerMm, ReadOnlySpan<double> blursMm) =>
            Alignment.Find(template, seen, pixelsPerMm, MarginMm, flat, blursMm);
        using var first = Flattened(colour, shifted, templates.Rough.Size(), RoughPixelsPerMm, MarginMm);
        using var about = WithoutBend(Place(shifted, Bent(templates.Rough, first, RoughPixelsPerMm, [2.4, 1.2])), card);
        if (!IsCard(about, card))
            return null;
        using var second = Flattened(colour, about, templates.Rough.Size(), RoughPixelsPerMm, MarginMm);
        var bend = Bent(templates.Rough, second, RoughPixelsPerMm, [1.2, 0.6]);
        var shown = Alignment.Shown(templates.Rough, second, RoughPixelsPerMm, MarginMm, bend);
        if (shown < ShownAtLeast)
            return null;
        using var nearer = WithoutBend(Place(about, bend), card);
        if (!IsCard(nearer, card))
            return null;
        // Only lines are exact: where paint ends is where a hand stopped.
        using var seen = Flattened(colour, nearer, templates.Fine.Size(), FinePixelsPerMm, MarginMm, edgesToo: false);
        return new CardFound(Place(nearer, Bent(templates.Fine, seen, FinePixelsPerMm, [0.6, 0.3, 0.15])), shown);
    }

    /// <summary>
    /// The place beside one in which the lines agree best: stripes and tiles look alike a stripe farther on, and only
    /// their ends tell where they are.
    /// </summary>
    private static Mat Shifted(Mat colour, Templates templates, Mat homography)
    {
        using var template = new Mat();
        Cv2.GaussianBlur(templates.Rough, template, new Size(0, 0), ShiftBlurMm * RoughPixelsPerMm);
        var wider = (int)(ShiftMm * RoughPixelsPerMm);
        using var seen = Flattened(
            colour,
            homography,
            new Size(template.Width + 2 * wider, template.Height + 2 * wider),
            RoughPixelsPerMm,
            MarginMm + wider / RoughPixelsPerMm
        );
        Cv2.GaussianBlur(seen, seen, new Size(0, 0), ShiftBlurMm * RoughPixelsPerMm);
        using var agrees = new Mat();
        Cv2.MatchTemplate(seen, template, agrees, TemplateMatchModes.CCoeffNormed);
        Cv2.MinMaxLoc(agrees, out _, out Point at);
        return Moved(homography, (at.X - wider) / RoughPixelsPerMm, (at.Y - wider) / RoughPixelsPerMm);
    }

    private const double ShiftMm = 12, // how far beside a place another is looked for
        ShiftBlurMm = 0.8;

    private static Mat Moved(Mat homography, double x, double y)
    {
        using var move = Mat.Eye(3, 3, MatType.CV_64F).ToMat();
        move.Set(0, 2, x);
        move.Set(1, 2, y);
        return (homography * move).ToMat();
    }

    private static Mat Turned(Mat homography, Size2d card)
    {
        using var turn = Mat.Eye(3, 3, MatType.CV_64F).ToMat();
        turn.Set(0, 0, -1.0);
        turn.Set(1, 1, -1.0);
        turn.Set(0, 2, card.Width);
        turn.Set(1, 2, card.Height);
        return (homography * turn).ToMat();
    }

    /// <summary>A card can look so: it is seen from above, and its far end is not much smaller than its near one.</summary>
    private static bool IsCard(Mat homography, Size2d card)
    {
        if (homography.Empty())
            return false;
        var place = Place(homography, Bend.None(card.Width, card.Height, 1));
        var corners = Outline(place, card);
        var scales = new[] { (0, 0), (card.Width, 0), (card.Width, card.Height), (0, card.Height) }
            .Select(corner => place.PixelsPerMm(corner.Item1, corner.Item2))
            .ToList();
        // Clockwise in a picture whose rows go down: a negative surface is the back of a card, seen through it.
        return Cv2.IsContourConvex(corners)
            && Cv2.ContourArea(corners, oriented: true) > 0
            && scales.Max() < MostFarther * scales.Min();
    }

    private const double MostFarther = 3; // times as many pixels on a mm at one corner as at another

    private static CardPlace Place(Mat homography, Bend bend) =>
        new([.. Enumerable.Range(0, 9).Select(i => homography.At<double>(i / 3, i % 3))], bend);

    /// <summary>The flat card that comes nearest to a bent one.</summary>
    private static Mat WithoutBend(CardPlace place, Size2d card)
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

    /// <summary>The lines that are seen, laid flat on the card's own mm.</summary>
    private static Mat Flattened(
        Mat colour,
        Mat homography,
        Size size,
        double pixelsPerMm,
        double marginMm,
        bool edgesToo = true
    )
    {
        using var toMm = Mat.Eye(3, 3, MatType.CV_64F).ToMat();
        toMm.Set(0, 0, 1 / pixelsPerMm);
        toMm.Set(1, 1, 1 / pixelsPerMm);
        toMm.Set(0, 2, 0.5 / pixelsPerMm - marginMm);
        toMm.Set(1, 2, 0.5 / pixelsPerMm - marginMm);
        using var whole = (homography * toMm).ToMat();
        using var flat = new Mat();
        Cv2.WarpPerspective(
            colour,
            flat,
            whole,
            size,
            InterpolationFlags.Linear | InterpolationFlags.WarpInverseMap,
            BorderTypes.Replicate
        );
        return LinesSeen.In(flat, pixelsPerMm, edgesToo);
    }
}
