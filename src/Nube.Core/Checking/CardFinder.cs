using System.Collections.Immutable;
using Nube.Core.Artwork;
using OpenCvSharp;

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

    private const int MostInVain = 12, // places that are looked at one after the other without finding a card
        MostInVainLater = 3; // the same, when there is one
    private const double LeastOfVotes = 0.15; // of those for the clearest card; all are stamped with the same lines

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
        using var fitting = new CardFitting(colour, lines, card);
        var found = new List<CardFound>();
        foreach (var side in WorkingSides)
        {
            var pairs = AlikePairs.Of(colour, lines, card, side, pixelsPerMm, cancel);
            found.AddRange(Voted(pairs, found, fitting, card, cancel));
            if (found.Exists(one => !HasRoomBeside(fitting.Outline(one.Place), picture)))
                break;
        }
        if (found.Count == 0 && Best(fitting, OnPanel(picture, card)) is { } onPanel)
            found.Add(onPanel);
        return InOrder(found, card);
    }

    /// <summary>The cards for which pairs vote, beside those that are known.</summary>
    private static List<CardFound> Voted(
        List<AlikePair> pairs,
        List<CardFound> known,
        CardFitting fitting,
        Size2d card,
        CancellationToken cancel
    )
    {
        var found = new List<CardFound>();
        var (inVain, votesOfOne) = (0, 0);
        foreach (var one in known)
            Leave(one);
        while (
            known.Count + found.Count < MostCards
            && inVain < (known.Count + found.Count == 0 ? MostInVain : MostInVainLater)
            && AlikePairs.MostVoted(pairs, card) is { Count: > 0 } votes
            && votes.Count >= LeastOfVotes * votesOfOne
        )
        {
            cancel.ThrowIfCancellationRequested();
            if (Best(fitting, AlikePairs.PlacesOf(votes)) is { } exact)
            {
                found.Add(exact);
                votesOfOne = Math.Max(votesOfOne, votes.Count);
                Leave(exact);
                inVain = 0;
            }
            else
            {
                pairs.RemoveAll(votes.Contains);
                inVain++;
            }
        }
        return found;

        // What lies inside a card that was found votes no more.
        void Leave(CardFound one)
        {
            var outline = fitting.Outline(one.Place);
            pairs.RemoveAll(pair =>
                Cv2.PointPolygonTest(outline, new Point2f((float)pair.Picture.X, (float)pair.Picture.Y), false) >= 0
            );
        }
    }

    /// <summary>Whether another card can lie beside one.</summary>
    private static bool HasRoomBeside(Point2f[] outline, ColourPicture picture)
    {
        var (left, right) = (outline.Min(corner => corner.X), outline.Max(corner => corner.X));
        var (top, bottom) = (outline.Min(corner => corner.Y), outline.Max(corner => corner.Y));
        var across = Math.Min(outline[0].DistanceTo(outline[1]), outline[1].DistanceTo(outline[2]));
        return Math.Max(Math.Max(left, picture.Width - right), Math.Max(top, picture.Height - bottom))
            > OfAcross * across;
    }

    private const double OfAcross = 0.8; // of a card's shorter side: cards farther away are smaller

    // Pixels of the longer side of the picture in which points are described: a card that fills the picture is found in the
    // smaller one, several on a scanner's glass are not.
    private static readonly int[] WorkingSides = [900, 1500];

    /// <summary>Row by row, as one reads; cards whose middles differ by less than half a card's height lie in one row.</summary>
    private static ImmutableArray<CardFound> InOrder(List<CardFound> found, Size2d card)
    {
        var (x, y) = (card.Width / 2, card.Height / 2);
        var rows = new List<List<(CardFound Card, PicturePoint Middle)>>();
        foreach (var one in found.Select(one => (Card: one, Middle: one.Place.At(x, y))).OrderBy(one => one.Middle.Y))
        {
            var half = one.Card.Place.PixelsPerMm(x, y) * Math.Min(card.Width, card.Height) / 2;
            if (rows.Count == 0 || one.Middle.Y - rows[^1][0].Middle.Y > half)
                rows.Add([]);
            rows[^1].Add(one);
        }
        return [.. rows.SelectMany(row => row.OrderBy(one => one.Middle.X).Select(one => one.Card))];
    }

    /// <summary>
    /// The first of some places where a card's lines are seen whole, or the best of all; null when no card lies in any.
    /// </summary>
    private static CardFound? Best(CardFitting fitting, IEnumerable<Mat> places)
    {
        CardFound? best = null;
        foreach (var place in places)
        {
            if (fitting.Exact(place) is not { } found)
                continue;
            best = Better(best, found);
            // Stripes and other even patterns look about the same upside down.
            using var turned = fitting.Turned(place);
            if (found.LinesShown < ShownWhole && fitting.Exact(turned) is { } upsideDown)
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
            for (var turn = 0; turn < pixels.Count; turn++)
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
}
