using Nube.Core.Artwork;
using Nube.Core.Checking;
using Nube.Core.Tests.Artwork.Trial;
using Nube.Devices.Cards;
using Nube.Devices.Swatches;
using OpenCvSharp;

namespace Nube.Core.Tests.Checking;

public sealed class CardFinderTests
{
    private const double WorstMm = 0.3;

    /// <summary>Even stripes: which is which, and where they end, hardly shows under paint.</summary>
    private static bool IsStripes(int number) => number % TrialCards.ImageCount is 7 or 15;

    public static TheoryData<int> Cards => [.. Enumerable.Range(0, 30).Where(number => !IsStripes(number))];

    [Theory]
    [MemberData(nameof(Cards))]
    public void A_painted_card_is_found_to_a_third_of_a_millimetre_with_half_its_lines_under_paint(int number)
    {
        var image = TrialCards.Image(number);
        // Each image once in a scan and once in a photo: there are sixteen.
        var scanner = (number + number / TrialCards.ImageCount) % 2 == 0;
        var taken = TrialCards.Taken(TrialCards.Card(image, 1100 + number, hidden: 0.5), scanner, 1300 + number);
        var picture = PictureReader.ReadColours(taken.File());

        var found = Assert.Single(CardFinder.Find(picture, image.Lines));

        Assert.InRange(TrialCards.FarthestOff(found.Place, taken, picture, image), 0, WorstMm);
    }

    /// <summary>Paint that hides every line of a corner ends where the lines were: that tells where the corner lies.</summary>
    [Theory]
    [InlineData(108, true)]
    [InlineData(132, true)]
    [InlineData(116, false)]
    [InlineData(156, false)]
    public void A_card_with_all_lines_of_a_corner_under_paint_is_found_by_the_edges_of_the_paint(
        int number,
        bool scanner
    )
    {
        var (card, taken) = TrialCards.HalfHidden(number, scanner);
        var picture = PictureReader.ReadColours(taken.File());

        var found = Assert.Single(CardFinder.Find(picture, card.Image.Lines));

        Assert.InRange(TrialCards.FarthestOff(found.Place, taken, picture, card.Image), 0, WorstMm);
    }

    /// <summary>Edges that are not where a line is can draw a card away: this one was 0.9 mm off with them.</summary>
    [Fact]
    public void A_card_that_edges_of_paint_would_lead_astray_is_settled_by_its_lines()
    {
        var (card, taken) = TrialCards.HalfHidden(188, scanner: false);
        var picture = PictureReader.ReadColours(taken.File());

        var found = Assert.Single(CardFinder.Find(picture, card.Image.Lines));

        Assert.InRange(TrialCards.FarthestOff(found.Place, taken, picture, card.Image), 0, WorstMm);
    }

    [Fact]
    public void Six_cards_in_one_scan_are_found_each_in_its_place_and_whichever_way_up()
    {
        var image = TrialCards.Image(0);
        double[] turns = [0, 180, 90, -92, 3, 178];
        // A letter-size glass, 8 1/2 x 11 in, holds six of these.
        const double scale = 0.62;
        var small = image.Scaled(scale);
        var taken = new CardsTaken(
            SheetConditions.Scan,
            8.5 * Lengths.MillimetresPerInch,
            11 * Lengths.MillimetresPerInch,
            Under.WhiteLid,
            [
                .. turns.Select(
                    (turn, at) =>
                        new CardLaid(TrialCards.Card(small, 40 + at), 58 + 100 * (at % 2), 48 + 92 * (at / 2), turn)
                ),
            ],
            5
        );
        var picture = PictureReader.ReadColours(taken.File());

        var found = CardFinder.Find(picture, small.Lines, SheetConditions.Scan.PixelsPerMm);

        Assert.Equal(turns.Length, found.Length);
        // Row by row, as one reads.
        foreach (var (card, laid) in found.Zip(taken.Cards))
            Assert.InRange(TrialCards.FarthestOff(card.Place, taken, picture, small, laid), 0, WorstMm);
    }

    [Fact]
    public void A_card_of_another_run_bare_paper_and_a_desk_are_no_cards_of_this_run()
    {
        var (mine, other) = (TrialCards.Image(0), TrialCards.Image(1));
        var ofAnother = TrialCards.Taken(TrialCards.Card(other, 7), scanner: true, 8);
        var bare = TrialCards.Card(mine, 9);
        Array.Clear(bare.What);
        Array.Clear(bare.Line);
        var desk = ofAnother with { Cards = [], Under = Under.Desk };

        foreach (var taken in new[] { ofAnother, TrialCards.Taken(bare, scanner: false, 10), desk })
            Assert.Empty(CardFinder.Find(PictureReader.ReadColours(taken.File()), mine.Lines));
    }

    [Fact]
    public void Finding_can_be_ended()
    {
        var image = TrialCards.Image(0);
        var picture = PictureReader.ReadColours(TrialCards.Taken(TrialCards.Card(image, 1), true, 1).File());
        using var ended = new CancellationTokenSource();
        ended.Cancel();

        Assert.Throws<OperationCanceledException>(() => CardFinder.Find(picture, image.Lines, cancel: ended.Token));
    }

    /// <summary>OpenCV's own homography on synthetic pairs (Cv2.FindHomography, Cv2.PerspectiveTransform).</summary>
    [Fact]
    public void A_flat_card_goes_through_a_homography_as_opencv_has_it()
    {
        Point2d[] card = [new(0, 0), new(100, 0), new(100, 92), new(0, 92)];
        Point2d[] picture = [new(310, 205), new(1480, 160), new(1600, 1390), new(250, 1240)];
        using var h = Cv2.FindHomography(card, picture);
        var place = new CardPlace(Homography.Of(h), Bend.None(100, 92, 4));
        Point2d[] points = [new(50, 46), new(3, 90), new(77.5, 12.25)];

        foreach (var (point, expected) in points.Zip(Cv2.PerspectiveTransform(points, h)))
        {
            var at = place.At(point.X, point.Y);
            Assert.Equal(expected.X, at.X, 6);
            Assert.Equal(expected.Y, at.Y, 6);
        }
    }

    /// <summary>
    /// Cubic B-splines add up to one, and knots that lie on a straight line give back that line (C. de Boor, "A Practical
    /// Guide to Splines" (1978), chapter IX).
    /// </summary>
    [Fact]
    public void A_bend_whose_knots_rise_evenly_rises_evenly()
    {
        var flat = Bend.None(100, 92, 4);
        var columns = flat.Across + 3;
        var bend = flat with
        {
            X = [.. Enumerable.Repeat(0.7, flat.X.Length)],
            // The knots of a span lie from one spacing before it to two after its start.
            Y = [.. Enumerable.Range(0, flat.Y.Length).Select(knot => 0.01 * (knot % columns - 1) * flat.SpacingMm)],
        };

        foreach (var (x, y) in new[] { (0.0, 0.0), (12.5, 80), (50, 46), (99, 3) })
        {
            Assert.Equal(0.7, bend.At(x, y).X, 9);
            Assert.Equal(0.01 * x, bend.At(x, y).Y, 9);
        }
    }
}
