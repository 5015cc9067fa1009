using System.Collections.Immutable;
using Nube.Core.Artwork;
using Nube.Core.Colour;
using Nube.Devices.Swatches;
using OpenCvSharp;
using SkiaSharp;

namespace Nube.Devices.Cards;

/// <summary>A card that lies on the table or on the scanner's glass.</summary>
/// <param name="card">The card.</param>
/// <param name="x">Where its middle lies, mm from the left of what is taken.</param>
/// <param name="y">The same from the top.</param>
/// <param name="turnDegrees">How far it is turned, clockwise, any.</param>
/// <param name="bendMm">How far it does not lie flat: by how much a point is out of place at most, mm.</param>
/// <param name="seed">How it bends.</param>
public sealed class CardLaid(PaintedCard card, double x, double y, double turnDegrees, double bendMm = 0, int seed = 1)
{
    private const int Waves = 3;

    private readonly (double U, double V, double Phase, double Other)[] waves = WavesOf(card, seed);

    /// <summary>The card.</summary>
    public PaintedCard Card => card;

    /// <summary>Where its middle lies, mm from the left and from the top of what is taken.</summary>
    public PointMm Middle => new(x, y);

    /// <summary>By how much a point is out of place at most, across and down, mm.</summary>
    public double BendMm => bendMm;

    /// <summary>Where a point of the table is on the picture of the card, mm.</summary>
    internal PointMm OnCard(double tableX, double tableY)
    {
        var (sin, cos) = Math.SinCos(-turnDegrees * Math.PI / 180);
        var (dx, dy) = (tableX - x, tableY - y);
        var (flatX, flatY) = (dx * cos - dy * sin + card.WidthMm / 2, dx * sin + dy * cos + card.HeightMm / 2);
        var (bendX, bendY) = Bend(flatX, flatY);
        return new PointMm(flatX + bendX, flatY + bendY);
    }

    /// <summary>Where a point of the card's picture lies on the table, mm.</summary>
    internal PointMm OnTable(double cardX, double cardY)
    {
        // The bend is told from where a point would lie flat: a few steps find that.
        var (flatX, flatY) = (cardX, cardY);
        for (var step = 0; step < 30; step++)
        {
            var (bendX, bendY) = Bend(flatX, flatY);
            (flatX, flatY) = (cardX - bendX, cardY - bendY);
        }
        var (sin, cos) = Math.SinCos(turnDegrees * Math.PI / 180);
        var (dx, dy) = (flatX - card.WidthMm / 2, flatY - card.HeightMm / 2);
        return new PointMm(x + dx * cos - dy * sin, y + dx * sin + dy * cos);
    }

    /// <summary>Slow waves, less than one of them across the card: paper curls, it does not crumple.</summary>
    private (double X, double Y) Bend(double flatX, double flatY)
    {
        if (bendMm == 0)
            return (0, 0);
        double bendX = 0,
            bendY = 0;
        foreach (var (u, v, phase, other) in waves)
        {
            bendX += Math.Sin(2 * Math.PI * (u * flatX + v * flatY) + phase);
            bendY += Math.Sin(2 * Math.PI * (v * flatX - u * flatY) + other);
        }
        return (bendMm / Waves * bendX, bendMm / Waves * bendY);
    }

    private static (double U, double V, double Phase, double Other)[] WavesOf(PaintedCard card, int seed)
    {
        var random = new Random(seed);
        var size = Math.Max(card.WidthMm, card.HeightMm);
        double Slow() => (random.NextDouble() - 0.5) * 1.4 / size;
        double Phase() => random.NextDouble() * 2 * Math.PI;
        return [.. Enumerable.Range(0, Waves).Select(_ => (Slow(), Slow(), Phase(), Phase()))];
    }
}

/// <summary>What cards lie on.</summary>
public enum Under
{
    /// <summary>The white lid of a scanner.</summary>
    WhiteLid,

    /// <summary>The dark lid of a scanner.</summary>
    DarkLid,

    /// <summary>A wooden desk.</summary>
    Desk,
}

/// <summary>Stands in for the scanner or the phone: takes a picture of coloured cards.</summary>
/// <remarks>Seeded: the same cards, device and seed give the same file, byte by byte.</remarks>
/// <param name="Device">With what, and how.</param>
/// <param name="WidthMm">Width of what is taken, mm.</param>
/// <param name="HeightMm">Height of what is taken, mm.</param>
/// <param name="Under">What the cards lie on.</param>
/// <param name="Cards">The cards.</param>
/// <param name="Seed">Start of the noise.</param>
public sealed record CardsTaken(
    SheetConditions Device,
    double WidthMm,
    double HeightMm,
    Under Under,
    ImmutableArray<CardLaid> Cards,
    int Seed
)
{
    private static readonly Spectrum wood = Spectrum.From(band => 0.08 + 0.28 * band / Spectrum.Bands);

    /// <summary>One card, laid down by a hand that does not lay it straight.</summary>
    public static CardsTaken One(PaintedCard card, SheetConditions device, int seed)
    {
        ArgumentNullException.ThrowIfNull(card);
        var turn = 40 * (new Random(seed).NextDouble() - 0.5); // degrees
        var (width, height) = (card.WidthMm + 2 * card.MarginMm, card.HeightMm + 2 * card.MarginMm);
        var reach = 1.1 * Math.Sqrt(width * width + height * height);
        var laid = new CardLaid(card, reach / 2, reach / 2, turn, 0.2, seed);
        return new CardsTaken(device, reach, reach, Under.DarkLid, [laid], seed);
    }

    /// <summary>The stand-in's colour chart, where it lies among the cards; null without one.</summary>
    public CardLaid? Chart { get; private init; }

    /// <summary>The same, with the stand-in's colour chart to the right of all, laid down as a hand lays it.</summary>
    public CardsTaken WithChart()
    {
        const double apart = 15; // mm
        var chart = StandInChart.AsCard();
        var reach = Math.Sqrt(chart.WidthMm * chart.WidthMm + chart.HeightMm * chart.HeightMm);
        var turn = 8 * new Random(Seed).NextDouble() - 4; // degrees
        var laid = new CardLaid(chart, WidthMm + reach / 2 + apart, HeightMm / 2, turn);
        return this with
        {
            WidthMm = WidthMm + reach + 2 * apart,
            HeightMm = Math.Max(HeightMm, reach),
            Cards = [.. Cards, laid],
            Chart = laid,
        };
    }

    /// <summary>Where the outer corners of the chart are in the file, going round, as shares of its width.</summary>
    public ImmutableArray<PicturePoint> ChartCorners()
    {
        if (Chart is not { Card: var card })
            return [];
        var across = (int)(WidthMm * Device.PixelsPerMm);
        PointMm[] corners = [new(0, 0), new(card.WidthMm, 0), new(card.WidthMm, card.HeightMm), new(0, card.HeightMm)];
        return
        [
            .. corners.Select(corner => At(Chart, corner)).Select(at => new PicturePoint(at.X / across, at.Y / across)),
        ];
    }

    /// <summary>The JPEG file.</summary>
    public byte[] File()
    {
        var (width, height) = ((int)(WidthMm * Device.PixelsPerMm), (int)(HeightMm * Device.PixelsPerMm));
        var toTable = ToTable();
        var lights = Cards.Select(laid => laid.Card.SeenBy(Device)).ToArray();
        var exposure = new Exposure(Device);
        var boxes = Cards.Select(Box).ToArray();
        var under = Exposure.Seen(
            Device,
            Under switch
            {
                Under.WhiteLid => Spectrum.Flat(0.82),
                Under.DarkLid => Spectrum.Flat(0.03),
                _ => wood,
            }
        );
        using var shot = new SKBitmap(
            new SKImageInfo(width, height, SKColorType.Rgba8888, SKAlphaType.Opaque, SKColorSpace.CreateSrgb())
        );
        var pixels = new byte[4 * width * height];
        Parallel.For(0, height, row =>
        {
            var random = new Random(unchecked(Seed * 7919 + row));
            Span<double> light = stackalloc double[3];
            for (var column = 0; column < width; column++)
            {
                light.Clear();
                // Four points of each pixel, as a sensor has a surface.
                for (var sub = 0; sub < 4; sub++)
                {
                    var (px, py) = (column - 0.25 + 0.5 * (sub & 1), row - 0.25 + 0.5 * (sub >> 1));
                    var w = toTable[6] * px + toTable[7] * py + toTable[8];
                    Add(
                        (toTable[0] * px + toTable[1] * py + toTable[2]) / w,
                        (toTable[3] * px + toTable[4] * py + toTable[5]) / w,
                        light
                    );
                }
                var falls = exposure.FallsOff(column / (double)width, row / (double)height);
                var noise = exposure.Noise(random);
                var at = 4 * (row * width + column);
                for (var sensor = 0; sensor < 3; sensor++)
                    pixels[at + sensor] = exposure.Code(light[sensor] / 4, falls, noise);
                pixels[at + 3] = 255;
            }
        });
        pixels.CopyTo(shot.GetPixelSpan());
        using var encoded = shot.Encode(SKEncodedImageFormat.Jpeg, Device.JpegQuality);
        return encoded.ToArray();

        void Add(double x, double y, Span<double> light)
        {
            for (var at = Cards.Length - 1; at >= 0; at--)
            {
                var (laid, box) = (Cards[at], boxes[at]);
                if (x < box.Left || x > box.Right || y < box.Top || y > box.Bottom)
                    continue;
                var card = laid.Card;
                var on = laid.OnCard(x, y);
                if (
                    on.X < -card.MarginMm
                    || on.Y < -card.MarginMm
                    || on.X > card.WidthMm + card.MarginMm
                    || on.Y > card.HeightMm + card.MarginMm
                )
                    continue;
                var (column, row) = (
                    (int)Math.Floor(on.X * card.PixelsPerMm),
                    (int)Math.Floor(on.Y * card.PixelsPerMm)
                );
                var inside = column >= 0 && row >= 0 && column < card.Across && row < card.Down;
                var seen = lights[at];
                var material = seen.Materials[inside ? card.What[row * card.Across + column] : PaintedCard.Paper];
                var line = inside ? card.Line[row * card.Across + column] / 255.0 : 0;
                for (var sensor = 0; sensor < 3; sensor++)
                    light[sensor] += material[sensor] * (1 - line + line * seen.Ink[sensor]);
                return;
            }
            var grain =
                Under == Under.Desk
                    ? 1 + 0.12 * Math.Sin(2.1 * x + 3 * Math.Sin(0.11 * y) + 0.6 * Math.Sin(0.9 * y))
                    : 1;
            for (var sensor = 0; sensor < 3; sensor++)
                light[sensor] += under[sensor] * grain;
        }
    }

    /// <summary>Where a point of a card's picture is in the file, pixels.</summary>
    /// <param name="laid">The card.</param>
    /// <param name="point">The point, mm on the card's picture.</param>
    public PicturePoint At(CardLaid laid, PointMm point)
    {
        ArgumentNullException.ThrowIfNull(laid);
        var table = laid.OnTable(point.X, point.Y);
        using var toTable = Mat.FromPixelData(3, 3, MatType.CV_64F, ToTable());
        using var toPicture = toTable.Inv().ToMat();
        double Row(int row) =>
            toPicture.At<double>(row, 0) * table.X
            + toPicture.At<double>(row, 1) * table.Y
            + toPicture.At<double>(row, 2);
        return new PicturePoint(Row(0) / Row(2), Row(1) / Row(2));
    }

    /// <summary>From pixels to mm on the table, as nine values row by row; a phone sees the far edge narrower.</summary>
    private double[] ToTable()
    {
        var scale = Device.PixelsPerMm;
        var angle = Device.TurnDegrees * Math.PI / 180;
        Point2f[] table =
        [
            new(0, 0),
            new((float)WidthMm, 0),
            new((float)WidthMm, (float)HeightMm),
            new(0, (float)HeightMm),
        ];
        Point2f[] picture =
        [
            .. table.Select(corner =>
            {
                var (x, y) = (corner.X - WidthMm / 2, corner.Y - HeightMm / 2);
                x *= 1 - Device.Keystone * (0.5 - corner.Y / HeightMm);
                return new Point2f(
                    (float)((WidthMm / 2 + x * Math.Cos(angle) - y * Math.Sin(angle)) * scale),
                    (float)((HeightMm / 2 + x * Math.Sin(angle) + y * Math.Cos(angle)) * scale)
                );
            }),
        ];
        using var found = Cv2.GetPerspectiveTransform(picture, table);
        return [.. Enumerable.Range(0, 9).Select(i => found.At<double>(i / 3, i % 3))];
    }

    private static (double Left, double Top, double Right, double Bottom) Box(CardLaid laid)
    {
        var reach = Math.Sqrt(
            Math.Pow(laid.Card.WidthMm / 2 + laid.Card.MarginMm, 2)
                + Math.Pow(laid.Card.HeightMm / 2 + laid.Card.MarginMm, 2)
        );
        reach += laid.BendMm;
        var (x, y) = (laid.Middle.X, laid.Middle.Y);
        return (x - reach, y - reach, x + reach, y + reach);
    }
}
