using Nube.Core.Artwork;
using OpenCvSharp;
using OpenCvSharp.Features2D;

namespace Nube.Core.Checking;

/// <summary>Two points that look alike: one of the template, in mm, one of the picture, in pixels.</summary>
internal sealed record AlikePair(Point2d Card, Point2d Picture, double Turn, double PixelsPerMm);

/// <summary>Pairs of points that look alike in the stamped lines and in those that are seen, and what they vote for.</summary>
/// <remarks>
/// D. G. Lowe, "Distinctive image features from scale-invariant keypoints", Int. J. Comput. Vision 60 (2004), 91-110:
/// section 6 for the points' descriptions, 7.3 for the votes.
/// </remarks>
internal static class AlikePairs
{
    private const double TemplatePixelsPerMm = 5;
    private const double UsuallyFills = 0.6; // of the picture's longer side by the card's, where its scale is not known
    private const int TemplatePoints = 2500,
        PicturePoints = 9000;
    private const int Alike = 8; // points of the template that one of the picture is held to be like: petals repeat
    private const float AsAlike = 1.25f; // how much farther than the nearest they may be. Set on the trial cards

    /// <summary>The pairs.</summary>
    /// <param name="colour">The scan or photo.</param>
    /// <param name="lines">The stamped lines.</param>
    /// <param name="card">Size of the card's picture, mm.</param>
    /// <param name="side">Pixels of the longer side of the picture in which points are described.</param>
    /// <param name="known">Pixels on a mm; null where nobody knows.</param>
    /// <param name="cancel">Ends it.</param>
    public static List<AlikePair> Of(
        Mat colour,
        LineArt lines,
        Size2d card,
        int side,
        double? known,
        CancellationToken cancel
    )
    {
        var shrink = Math.Min(1, side / (double)Math.Max(colour.Width, colour.Height));
        using var small = new Mat();
        Cv2.Resize(colour, small, default, shrink, shrink, InterpolationFlags.Area);
        var scale =
            known * shrink ?? UsuallyFills * Math.Max(small.Width, small.Height) / Math.Max(card.Width, card.Height);
        using var seen = LinesSeen.WithEdges(small, scale);
        using var template = LinesSeen.Of(lines, TemplatePixelsPerMm);
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
                        return new AlikePair(
                            new Point2d(
                                (here.Pt.X + 0.5) / TemplatePixelsPerMm - LinesSeen.MarginMm,
                                (here.Pt.Y + 0.5) / TemplatePixelsPerMm - LinesSeen.MarginMm
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
    public static HashSet<AlikePair> MostVoted(IReadOnlyList<AlikePair> pairs, Size2d card)
    {
        var votes = new Dictionary<(int, int, int, int), List<AlikePair>>();
        foreach (var pair in pairs)
        {
            foreach (var place in PlacesThatItVotesFor(pair, card))
            {
                if (!votes.TryGetValue(place, out var own))
                    votes[place] = own = [];
                own.Add(pair);
            }
        }
        var most = votes.Values.DefaultIfEmpty([]).MaxBy(own => own.Count)!;
        return most.Count < FewestPairs ? [] : [.. most];
    }

    /// <summary>
    /// Each dimension in its two nearest bins, so that no place falls between them: size, turn, and where the middle is.
    /// </summary>
    private static IEnumerable<(int Size, int Turn, int X, int Y)> PlacesThatItVotesFor(AlikePair pair, Size2d card)
    {
        var (sin, cos) = Math.SinCos(pair.Turn * Math.PI / 180);
        var (dx, dy) = (
            (card.Width / 2 - pair.Card.X) * pair.PixelsPerMm,
            (card.Height / 2 - pair.Card.Y) * pair.PixelsPerMm
        );
        var (middleX, middleY) = (pair.Picture.X + dx * cos - dy * sin, pair.Picture.Y + dx * sin + dy * cos);
        var (size, turn) = (Lower(Math.Log2(pair.PixelsPerMm)), Lower(pair.Turn / TurnBin));
        for (var way = 0; way < 16; way++)
        {
            var sizeBin = size + (way & 1);
            var cell = PlaceBin * Math.Max(card.Width, card.Height) * Math.Pow(2, sizeBin);
            yield return (
                sizeBin,
                (turn + (way >> 1 & 1) + TurnBins) % TurnBins,
                Lower(middleX / cell) + (way >> 2 & 1),
                Lower(middleY / cell) + (way >> 3 & 1)
            );
        }

        // The lower of the two bins that are nearest.
        static int Lower(double bin) => (int)Math.Floor(bin - 0.5);
    }

    /// <summary>The places that some pairs can mean: as a flat card seen askew, and as one that is only turned.</summary>
    public static IEnumerable<Mat> PlacesOf(HashSet<AlikePair> votes)
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
    private const double AboutMm = 5, // the same of a card that is seen askew, if it were not
        AgreeMm = 1.5; // a point of bent paper may lie so far from where a flat one has it
}
