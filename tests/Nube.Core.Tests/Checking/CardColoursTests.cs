using System.Collections.Immutable;
using Nube.Core.Artwork;
using Nube.Core.Checking;
using Nube.Core.Colour;
using Nube.Core.Swatches;
using Nube.Devices.Cards;

namespace Nube.Core.Tests.Checking;

public sealed class CardColoursTests
{
    private static readonly Lazy<PlannedCard>[] planned =
    [
        .. Enumerable.Range(0, 3).Select(i => new Lazy<PlannedCard>(() => new PlannedCard(TrialCards.Image(i), i + 1))),
    ];

    /// <summary>Devices and lights that nothing was set on: other seeds than those of the trial.</summary>
    private const int FirstDevice = 4000;

    [Theory]
    [InlineData(true, true, false, 1.5, 4)] // as asked
    [InlineData(false, true, false, 2.5, 6)] // as asked
    [InlineData(true, false, false, 2.6, 6)] // asked: 1.5 and 4
    [InlineData(false, false, false, 2.9, 7.5)] // asked: 2.5 and 6
    [InlineData(true, true, true, 1.5, 4)] // as asked with a chart in the shot
    [InlineData(false, true, true, 1.5, 4)] // as asked
    [InlineData(true, false, true, 2.2, 5.2)] // asked: 1.5 and 4
    [InlineData(false, false, true, 2.3, 6)] // asked: 1.5 and 4
    public void Colours_are_read_back_by_devices_that_were_not_learned_from(
        bool scanner,
        bool measured,
        bool chart,
        double median,
        double most
    )
    {
        var missed = Enumerable
            .Range(0, 6)
            .SelectMany(number =>
                Read(planned[number % 3].Value, scanner, number, measured, chart: chart).Select(area => area.Missed)
            )
            .Order()
            .ToList();

        var (half, nearlyAll) = (missed[missed.Count / 2], missed[missed.Count * 95 / 100]);
        TestContext.Current.TestOutputHelper!.WriteLine($"{missed.Count} areas, {half:0.00} / {nearlyAll:0.00}");
        Assert.InRange(missed.Count, 150, 300);
        Assert.InRange(half, 0, median);
        Assert.InRange(nearlyAll, 0, most);
    }

    [Fact]
    public void A_chart_of_dark_patches_only_is_answered_in_words()
    {
        var card = planned[0].Value;
        var (taken, chart) = TrialCards.TakenWithChart(card.Painted(FirstDevice, measured: true), true, FirstDevice);
        var picture = PictureReader.ReadColours(taken.File());
        var place = CardFinder.Find(picture, card.Image.Lines)[0].Place;
        var there = chart(picture);
        var dark = there with
        {
            Chart = there.Chart with { Known = [.. there.Chart.Known.Select(_ => new Lab(0, 0, 0))] },
        };

        var trouble = Assert.Throws<PictureTroubleException>(() =>
            CardChecked.Of(picture, place, card.ToCheck(measured: true), dark)
        );

        Assert.Contains("light enough", trouble.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void Corners_that_are_no_charts_are_answered_in_words()
    {
        var card = planned[0].Value;
        var (taken, chart) = TrialCards.TakenWithChart(card.Painted(FirstDevice, measured: true), true, FirstDevice);
        var picture = PictureReader.ReadColours(taken.File());
        var place = CardFinder.Find(picture, card.Image.Lines)[0].Place;
        var there = chart(picture);
        var crossed = there with { Corners = [there.Corners[0], there.Corners[2], there.Corners[1], there.Corners[3]] };

        var trouble = Assert.Throws<PictureTroubleException>(() =>
            CardChecked.Of(picture, place, card.ToCheck(measured: true), crossed)
        );

        Assert.Contains("corners", trouble.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void Corners_that_lie_on_the_card_are_answered_with_the_charts_name()
    {
        var card = planned[0].Value;
        var (taken, chart) = TrialCards.TakenWithChart(card.Painted(FirstDevice, measured: true), true, FirstDevice);
        var picture = PictureReader.ReadColours(taken.File());
        var place = CardFinder.Find(picture, card.Image.Lines)[0].Place;
        ImmutableArray<PicturePoint> onCard = [new(0.1, 0.15), new(0.4, 0.15), new(0.4, 0.35), new(0.1, 0.35)];
        var beside = ChartInShot.At(picture, chart(picture).Chart, onCard);

        var trouble = Assert.Throws<PictureTroubleException>(() =>
            CardChecked.Of(picture, place, card.ToCheck(measured: true), beside)
        );

        Assert.Contains($"your chart \"{beside.Chart.Name}\"", trouble.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void How_sure_a_colour_is_holds_for_about_two_areas_in_three()
    {
        var areas = Enumerable
            .Range(0, 6)
            .SelectMany(number => Read(planned[number % 3].Value, number % 2 == 0, 20 + number, measured: true))
            .ToList();

        var held = areas.Count(area => area.Missed <= area.Colour.Sure) / (double)areas.Count;

        Assert.InRange(held, 0.5, 0.85);
    }

    [Fact]
    public void Areas_on_which_a_hand_laid_twice_as_much_are_seen_to_be_stronger()
    {
        var card = planned[0].Value;
        var strong = card.Image.Map.Areas.Select(area => area.Id).Where(id => id % 4 == 0).ToHashSet();

        var areas = Read(card, true, 31, measured: true, area => strong.Contains(area) ? 2 : 1);

        var (of, others) = (Mean(strong.Contains), Mean(area => !strong.Contains(area)));
        Assert.InRange(of / others, 1.5, 2.7);

        double Mean(Func<int, bool> some) =>
            Math.Exp(areas.Where(area => some(area.Colour.Area)).Average(area => Math.Log(area.Colour.Strength)));
    }

    [Fact]
    public void Areas_that_were_exchanged_are_read_as_they_are_and_not_as_they_should_be()
    {
        var card = planned[0].Value;
        var expected = card.Expected.ToDictionary(area => area.Area, area => Lab.FromXyz(area.At(0).Middle));
        var largest = card.Image.Map.Areas.OrderByDescending(area => area.SizeMm2).Take(8).Select(area => area.Id);
        var (one, other) = (
            from a in largest
            from b in largest
            orderby Ciede2000.Difference(expected[a], expected[b]) descending
            select (a, b)
        ).First();

        var areas = Read(card, true, 32, measured: true, instead: area => area == one ? other
            : area == other ? one
            : area);

        foreach (var area in areas.Where(area => area.Colour.Area == one || area.Colour.Area == other))
        {
            Assert.InRange(area.Missed, 0, 6);
            Assert.InRange(area.Colour.Apart, 8, 100);
        }
        var rest = areas.Where(area => area.Colour.Area != one && area.Colour.Area != other).ToList();
        Assert.InRange(rest.Count(area => area.Colour.Apart > 8) / (double)rest.Count, 0, 0.1);
    }

    [Fact]
    public void At_the_strength_that_was_planned_an_area_looks_as_planned_and_stronger_is_darker()
    {
        var card = planned[1].Value;

        foreach (var area in card.Expected)
        {
            Assert.Equal(area.ByStrength[4], area.At(0));
            var lightness = area.ByStrength.Select(one => one.Middle.Y).ToList();
            Assert.Equal(lightness.OrderDescending(), lightness);
        }
    }

    [Fact]
    public void A_device_that_mixes_its_sensors_is_seen_through_and_white_stays_white()
    {
        var random = new Random(3);
        List<SeenAndHeld> colours =
        [
            .. Enumerable
                .Range(0, 60)
                .Select(_ =>
                {
                    var (r, g, b) = (random.NextDouble(), random.NextDouble(), random.NextDouble());
                    return new SeenAndHeld(
                        new RelativeLight(
                            0.8 * r + 0.15 * g + 0.05 * b,
                            0.1 * r + 0.8 * g + 0.1 * b,
                            0.05 * r + 0.15 * g + 0.8 * b
                        ),
                        new RelativeLight(r, g, b),
                        1
                    );
                }),
        ];

        var device = DeviceBySight.Of(colours, holds: 1e-6);

        foreach (var colour in colours)
        {
            var seen = device.ToEye(colour.Seen);
            Assert.Equal(colour.Held.R, seen.R, 3);
            Assert.Equal(colour.Held.G, seen.G, 3);
            Assert.Equal(colour.Held.B, seen.B, 3);
        }
        Assert.Equal(1, device.ToEye(new RelativeLight(1, 1, 1)).G, 3);
    }

    private static List<(AreaColour Colour, double Missed)> Read(
        PlannedCard card,
        bool scanner,
        int number,
        bool measured,
        Func<int, double>? strength = null,
        Func<int, int>? instead = null,
        bool chart = false
    )
    {
        var painted = card.Painted(FirstDevice + number, measured, strength, instead);
        var (taken, inShot) = chart
            ? TrialCards.TakenWithChart(painted, scanner, FirstDevice + number)
            : (TrialCards.Taken(painted, scanner, FirstDevice + number), null);
        var picture = PictureReader.ReadColours(taken.File());
        var place = CardFinder.Find(picture, card.Image.Lines)[0].Place;
        var insides = card.Insides;
        return
        [
            .. CardChecked
                .Of(picture, place, card.ToCheck(measured), inShot?.Invoke(picture))
                .Colours.Areas.Select(colour =>
                    (
                        colour,
                        Ciede2000.Difference(
                            TrialCards.Truth(painted, insides.Single(inside => inside.Area.Id == colour.Area)),
                            colour.Colour
                        )
                    )
                ),
        ];
    }
}
