using System.Globalization;
using System.Text;
using Nube.Core.Artwork;
using Nube.Core.Checking;
using Nube.Core.Colour;

namespace Nube.Core.Tests.Checking;

public sealed class PlaceByColoursTests
{
    private const double NearlyRight = 8; // CIEDE2000, median of the areas; of a card that lies the other way it is 30

    /// <summary>Lines of stripes and wreaths agree as well the other way round; their colours do not.</summary>
    [Theory]
    [InlineData(15, 207)] // stripes that were found upside down by their lines alone
    [InlineData(7, 11)]
    [InlineData(7, 12)]
    [InlineData(4, 13)] // a tiling, alike by quarter turns
    [InlineData(4, 14)]
    public void A_card_whose_lines_look_the_same_when_turned_is_read_the_way_it_lies(int drawing, int seed)
    {
        var card = new PlannedCard(TrialCards.Image(drawing), seed);
        var painted = card.Painted(seed, measured: true, strays: 0.12);

        var seen = TrialCards.Checked(card, painted, scanner: seed % 2 == 0, seed);

        var insides = card.Insides.ToDictionary(inside => inside.Area.Id);
        var off = seen
            .Colours.Areas.Select(area =>
                Ciede2000.Difference(area.Colour, TrialCards.Truth(painted, insides[area.Area]))
            )
            .Order()
            .ToList();
        Assert.InRange(off[off.Count / 2], 0, NearlyRight);
    }

    /// <summary>Stripes alike whose ends are under paint lie as well a stripe farther on, by their lines.</summary>
    [Theory]
    [InlineData(23)]
    [InlineData(55)]
    public void A_card_of_even_stripes_is_read_where_it_lies_and_not_a_stripe_farther_on(int number)
    {
        var (card, taken) = TrialCards.HalfHidden(number, scanner: true);
        var picture = PictureReader.ReadColours(taken.File());
        var byLines = CardFinder.Find(picture, card.Image.Lines)[0].Place;
        Assert.InRange(TrialCards.FarthestOff(byLines, taken, picture, card.Image), 3, 100);

        var place = PlaceByColours.Of(picture, byLines, card.ToCheck(measured: true), card.Insides).Place;

        Assert.InRange(TrialCards.FarthestOff(place, taken, picture, card.Image), 0, 0.3);
    }

    [Fact]
    public void Five_even_stripes_come_to_lie_on_themselves_one_and_two_stripes_farther_on()
    {
        const double spacing = 5;
        var stripes = Lines(
            string.Concat(
                Enumerable
                    .Range(0, 5)
                    .Select(stripe =>
                        $"<path d='M5 {20 + spacing * stripe}L57 {20 + spacing * stripe}' stroke='black'/>"
                    )
            )
        );

        var shifts = LinesShifted.Of(stripes).Select(shift => shift.At(0, 0)).ToList();

        Assert.All(new[] { -1, 1 }, way => Assert.Contains(shifts, at => Math.Abs(at.Y - way * spacing) < 0.4));
        Assert.All(shifts, at => Assert.InRange(Math.Abs(at.Y / spacing - Math.Round(at.Y / spacing)), 0, 0.1));
    }

    /// <summary>The symmetry of a regular polygon: n spokes come to lie on themselves n times in a turn.</summary>
    [Theory]
    [InlineData(3)]
    [InlineData(5)]
    [InlineData(8)]
    public void A_wreath_of_so_many_spokes_comes_to_lie_on_itself_so_many_times(int spokes)
    {
        var wreath = Lines(
            string.Concat(Enumerable.Range(0, spokes).Select(spoke => Spoke(2 * Math.PI * spoke / spokes)))
        );

        var turns = LinesTurned.Of(wreath);

        // Upside down is always looked at, too.
        var odd = spokes % 2 == 0 ? 0 : 1;
        Assert.Equal(spokes - 1 + odd, turns.Length);
        foreach (var spoke in Enumerable.Range(1, spokes - 1))
        {
            var (x, y) = At(2 * Math.PI * spoke / spokes);
            Assert.Contains(turns, turn => Math.Abs(turn.At(middle + reach, middle).X - x) < 1 && Near(turn, y));
        }

        static bool Near(Homography turn, double y) => Math.Abs(turn.At(middle + reach, middle).Y - y) < 1;
    }

    private static (double X, double Y) At(double angle) =>
        (middle + reach * Math.Cos(angle), middle + reach * Math.Sin(angle));

    private const double middle = 31, // mm
        reach = 28;

    private static string Spoke(double angle)
    {
        var (x, y) = At(angle);
        return string.Create(
            CultureInfo.InvariantCulture,
            $"<path d='M{middle} {middle}L{x:0.###} {y:0.###}' stroke='black'/>"
        );
    }

    private static LineArt Lines(string paths) =>
        LineExtraction.From(
            PictureReader.Read(
                Encoding.UTF8.GetBytes(
                    $"<svg xmlns='http://www.w3.org/2000/svg' width='62mm' height='62mm' viewBox='0 0 62 62'>{paths}</svg>"
                ),
                new PictureSize(null, null)
            )
        );
}
