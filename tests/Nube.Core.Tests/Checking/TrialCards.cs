using System.Collections.Immutable;
using Nube.Core.Artwork;
using Nube.Core.Checking;
using Nube.Core.Colour;
using Nube.Core.Light;
using Nube.Core.Tests.Artwork;
using Nube.Core.Tests.Artwork.Trial;
using Nube.Devices.Cards;
using Nube.Devices.Swatches;

namespace Nube.Core.Tests.Checking;

/// <summary>A drawing with its lines and areas, as a run keeps them.</summary>
internal sealed record TrialImage(LineArt Lines, AreaMap Map)
{
    public double WidthMm => Lines.Width / Lines.PixelsPerMm;
    public double HeightMm => Lines.Height / Lines.PixelsPerMm;

    public static TrialImage Of(byte[] drawing, double? widthMm = null)
    {
        var lines = LineExtraction.From(PictureReader.Read(drawing, new PictureSize(widthMm, null)));
        return new TrialImage(lines, AreaFinder.FindAreas(lines)) { Drawing = drawing };
    }

    private byte[] Drawing { get; init; } = [];

    /// <summary>The same drawing, stamped smaller.</summary>
    public TrialImage Scaled(double times) => Of(Drawing, WidthMm * times);
}

/// <summary>Cards with drawings of many kinds, painted, laid down and taken by devices that nobody built.</summary>
internal static class TrialCards
{
    private static readonly Lazy<TrialImage>[] images =
    [
        .. Drawings.Shipped.Select(file => new Lazy<TrialImage>(() => TrialImage.Of(File.ReadAllBytes(file)))),
        .. Enumerable.Range(0, 13).Select(i => new Lazy<TrialImage>(() => TrialImage.Of(TrialDrawings.Svg(3 * i)))),
    ];

    public static int ImageCount => images.Length;

    public static TrialImage Image(int number) => images[number % images.Length].Value;

    /// <summary>Every area painted with a paint of its own; on about so many of them paint hides the lines.</summary>
    public static PaintedCard Card(TrialImage image, int seed, double hidden = 0)
    {
        var random = new Random(seed);
        return SimplePainter.Paint(
            image.Lines,
            image.Map,
            image.Map.Areas.ToDictionary(
                area => area.Id,
                _ =>
                    Painted.Flat(
                        TruePaint.Invented(random.Next(1000)),
                        Math.Exp(-2.2 + 2.2 * random.NextDouble()),
                        random.NextDouble() < hidden ? 0.9 : 0
                    )
            ),
            seed
        );
    }

    /// <summary>One card, taken by a device that nobody built.</summary>
    public static CardsTaken Taken(PaintedCard card, bool scanner, int seed, double? bendMm = null)
    {
        var random = new Random(seed + 5000);
        var device = SheetConditions.Invented(scanner, seed);
        var reach = Math.Sqrt(Math.Pow(card.WidthMm + 12, 2) + Math.Pow(card.HeightMm + 12, 2));
        if (!scanner)
            device = device with
            {
                PixelsPerMm = 8 + 4 * random.NextDouble(),
                Keystone = 0.3 * random.NextDouble(),
                TurnDegrees = 20 * (random.NextDouble() - 0.5),
            };
        return new CardsTaken(
            device,
            reach * 1.1,
            reach * 1.1,
            scanner ? (Under)random.Next(2) : Under.Desk,
            [
                new CardLaid(
                    card,
                    reach * 0.55,
                    reach * 0.55,
                    360 * random.NextDouble() - 180,
                    bendMm ?? (scanner ? 0.3 * random.NextDouble() : 1),
                    seed
                ),
            ],
            seed
        );
    }

    /// <summary>
    /// A planned card whose paint strays a little, with opaque paint over the lines of about half its areas, and how it
    /// was taken.
    /// </summary>
    public static (PlannedCard Card, CardsTaken Taken) HalfHidden(int number, bool scanner)
    {
        var card = new PlannedCard(Image(number), 1100 + number);
        var random = new Random(number + 77);
        var hidden = card.Image.Map.Areas.ToDictionary(area => area.Id, _ => random.NextDouble() < 0.5 ? 0.9 : 0);
        var painted = card.Painted(1100 + number, measured: true, hides: area => hidden[area], strays: 0.12);
        return (card, Taken(painted, scanner, 1300 + number));
    }

    /// <summary>The same with a colour chart in the shot, right of the card, and where the chart lies.</summary>
    public static (CardsTaken Taken, Func<ColourPicture, ChartInShot> Chart) TakenWithChart(
        PaintedCard card,
        bool scanner,
        int seed
    )
    {
        var taken = Taken(card, scanner, seed).WithChart();
        return (taken, picture => ChartInShot.At(picture, StandInChart.Chart, taken.ChartCorners()));
    }

    /// <summary>A painted card, taken, found and looked at.</summary>
    public static CardChecked Checked(
        PlannedCard card,
        PaintedCard painted,
        bool scanner,
        int seed,
        ImmutableArray<AreaExpected>? expected = null
    )
    {
        var picture = PictureReader.ReadColours(Taken(painted, scanner, seed, 0.15).File());
        return CardChecked.Of(
            picture,
            CardFinder.Find(picture, card.Image.Lines)[0].Place,
            card.ToCheck(true, expected)
        );
    }

    /// <summary>How far the worst of some 300 points is off that lie in areas or on lines, mm.</summary>
    public static double FarthestOff(
        CardPlace place,
        CardsTaken taken,
        ColourPicture picture,
        TrialImage image,
        CardLaid? of = null
    )
    {
        const int steps = 20;
        var shrunk = picture.Width / (double)(int)(taken.WidthMm * taken.Device.PixelsPerMm);
        var labels = image.Map.Labels;
        var off = new List<double>();
        for (var i = 0; i <= steps; i++)
        {
            for (var j = 0; j <= steps; j++)
            {
                var (x, y) = (image.WidthMm * i / steps, image.HeightMm * j / steps);
                var (column, row) = (
                    Math.Min(labels.Width - 1, (int)(x * labels.PixelsPerMm)),
                    Math.Min(labels.Height - 1, (int)(y * labels.PixelsPerMm))
                );
                if (labels.Labels[row * labels.Width + column] == LabelRaster.Background)
                    continue;
                var (truth, at) = (taken.At(of ?? taken.Cards[0], new PointMm(x, y)), place.At(x, y));
                off.Add(
                    Math.Sqrt(Math.Pow(truth.X * shrunk - at.X, 2) + Math.Pow(truth.Y * shrunk - at.Y, 2))
                        / place.PixelsPerMm(x, y)
                );
            }
        }
        return off.Max();
    }

    /// <summary>What is meant to lie on the inner part of an area in the end.</summary>
    public static Lab Asked(AreaExpected area, AreaInside inside)
    {
        double Share(CellPart part) =>
            inside.Cells.Count(at => inside.Area.Parts[at] == part) / (double)inside.Cells.Length;
        var (light, shadow) = (Share(CellPart.Light), Share(CellPart.Shadow));
        return Lab.FromXyz(area.MeantAt(0).Mean(light, 1 - light - shadow, shadow));
    }

    /// <summary>What lies on the inner part of an area, to the eye.</summary>
    public static Lab Truth(PaintedCard card, AreaInside inside)
    {
        var (mask, sum) = (inside.Area, (X: 0.0, Y: 0.0, Z: 0.0));
        var known = new Dictionary<int, Xyz>();
        foreach (var at in inside.Cells)
        {
            var perCell = card.PixelsPerMm / CardFlat.PixelsPerMm;
            var (column, row) = (
                (int)((mask.Left + at % mask.Width + 0.5) * perCell),
                (int)((mask.Top + at / mask.Width + 0.5) * perCell)
            );
            var what = card.What[Math.Min(row, card.Down - 1) * card.Across + Math.Min(column, card.Across - 1)];
            if (!known.TryGetValue(what, out var xyz))
                known[what] = xyz = SpectralColour.ToXyz(card.Materials[what]);
            sum = (sum.X + xyz.X, sum.Y + xyz.Y, sum.Z + xyz.Z);
        }
        var count = inside.Cells.Length;
        return Lab.FromXyz(new Xyz(sum.X / count, sum.Y / count, sum.Z / count));
    }
}
