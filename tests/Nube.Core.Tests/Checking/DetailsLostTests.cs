using Nube.Core.Artwork;
using Nube.Core.Checking;

namespace Nube.Core.Tests.Checking;

/// <summary>Lines inside an area that colour hides, as in pictures without an outline.</summary>
public sealed class DetailsLostTests
{
    private const int Seed = 940; // hands, paints and devices that no bound was set on
    private const double LeastMm2 = 3; // of lines: an eye, a vein

    /// <summary>Drawings in which lines end inside areas.</summary>
    public static TheoryData<int> WithDetails => [6, 8, 10, 13, 14];

    /// <summary>The area with most lines that have nothing but it within a mm.</summary>
    private static int WithMostDetails(TrialImage image)
    {
        const double step = 0.25;
        var found = new Dictionary<int, int>();
        for (var y = 2.0; y < image.HeightMm - 2; y += step)
        {
            for (var x = 2.0; x < image.WidthMm - 2; x += step)
            {
                if (image.Lines.DarknessAt(new PointMm(x, y)) > 128 && OnlyArea(image, x, y) is > 0 and var area)
                    found[area] = found.GetValueOrDefault(area) + 1;
            }
        }
        var most = found.MaxBy(one => one.Value);
        Assert.True(most.Value * step * step >= LeastMm2);
        return most.Key;
    }

    private static int? OnlyArea(TrialImage image, double x, double y)
    {
        var around =
            from dy in Enumerable.Range(-4, 9)
            from dx in Enumerable.Range(-4, 9)
            let point = new PointMm(x + dx * 0.25, y + dy * 0.25)
            where image.Lines.DarknessAt(point) < 64
            select image.Map.Labels.At(point);
        return around.Distinct().ToList() is [var only] ? only : null;
    }

    private static CardChecked Checked(int image, double hidden)
    {
        var card = new PlannedCard(TrialCards.Image(image), Seed + image);
        var area = WithMostDetails(card.Image);
        var painted = card.Painted(Seed + image, measured: true, hides: one => one == area ? hidden : 0, strays: 0.12);
        return TrialCards.Checked(card, painted, scanner: image % 2 == 0, Seed + image);
    }

    [Fact]
    public void What_colour_hides_wholly_is_lost_and_can_be_drawn_again()
    {
        var found = 0;
        foreach (var image in WithDetails.Select(row => row.Data))
        {
            var lost = Checked(image, 0.97).Findings.SingleOrDefault(one => one.Kind == FindingKind.DetailsLost);
            if (lost is null)
                continue;
            found++;
            Assert.Equal(WithMostDetails(TrialCards.Image(image)), lost.Area);
            Assert.StartsWith("Details lost", FindingWords.Title(lost, _ => "the leaf"), StringComparison.Ordinal);
            var card = new PlannedCard(TrialCards.Image(image), Seed + image);
            var mend = new CardToMend([], 1, card.Sizes, card.Done);
            Assert.Equal(CorrectionKind.Reline, Mending.Of(lost, mend)[0].Kind);
        }

        // In a dark area grain has as much contrast as what is left of the line.
        Assert.InRange(found, WithDetails.Count - 1, WithDetails.Count);
    }

    [Theory]
    [MemberData(nameof(WithDetails))]
    public void What_can_still_be_seen_is_not_lost(int image)
    {
        Assert.DoesNotContain(Checked(image, 0).Findings, one => one.Kind == FindingKind.DetailsLost);
        Assert.DoesNotContain(Checked(image, 0.6).Findings, one => one.Kind == FindingKind.DetailsLost);
    }
}
