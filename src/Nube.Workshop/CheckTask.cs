using System.Collections.Immutable;
using Nube.Core.Artwork;
using Nube.Core.Checking;
using Nube.Core.Colour;
using Nube.Core.Light;
using Nube.Core.Swatches;
using OpenCvSharp;
using SkiaSharp;

namespace Nube.Workshop;

/// <summary>A card that may be in the picture, and what its areas are to look like after what was done to it.</summary>
/// <param name="Card">Its number.</param>
/// <param name="Expected">Its areas.</param>
public sealed record CardDone(int Card, ImmutableArray<AreaExpected> Expected);

/// <summary>A chart of known colours that lies beside the cards.</summary>
/// <param name="Chart">Which chart.</param>
/// <param name="Corners">Its outer corners, going round, as shares of the picture's width both across and down.</param>
public sealed record ChartBeside(ColourChart Chart, ImmutableArray<PicturePoint> Corners);

/// <summary>Finds the cards of a run in a scan or photo, and looks at each. The file is the picture.</summary>
/// <param name="LinePng">The stamped lines, PNG: what is covered by them.</param>
/// <param name="Labels">The areas as they were found.</param>
/// <param name="Edits">The maker's corrections of them.</param>
/// <param name="Depth">Which of them lie behind others.</param>
/// <param name="Light">How they are lit.</param>
/// <param name="WidthMm">Width of the card's picture, mm.</param>
/// <param name="Paper">The colour of the bare paper.</param>
/// <param name="SureOfPaints">How far what is expected may be off, CIEDE2000, in two of three cases.</param>
/// <param name="Cards">The cards, in the order in which they lie, row by row.</param>
/// <param name="Chart">A colour chart that lies beside them; null without one.</param>
public sealed record CheckCards(
    byte[] LinePng,
    byte[] Labels,
    ImmutableArray<AreaEdit> Edits,
    Depth Depth,
    ImageLight Light,
    double WidthMm,
    Srgb Paper,
    double SureOfPaints,
    ImmutableArray<CardDone> Cards,
    ChartBeside? Chart = null
) : WorkshopTask<CardsChecked>
{
    private const double Finding = 0.6; // share of the time that finding the cards takes

    /// <inheritdoc />
    public override WorkLimits Limits => WorkLimits.Long;

    /// <inheritdoc />
    public override WorkUrgency Urgency => WorkUrgency.Soon;

    private protected override CardsChecked Work(byte[] file, Action<WorkProgress> say, CancellationToken stop)
    {
        say(new(0.05, "Reading the picture"));
        var picture = PictureReader.ReadColours(file);
        var lines = LinesOf(LinePng, WidthMm);
        say(new(0.1, "Looking for the cards by their lines"));
        var found = CardFinder.Find(picture, lines, cancel: stop);
        if (found.IsEmpty)
            throw new PictureTroubleException(
                "No card of this run was found in the picture: its stamped lines are not there, or too few of them can be seen. "
                    + "Lay the card flat, all of its picture in view, and scan it at 200 to 300 dpi or photograph it from above."
            );
        if (found.Length > Cards.Length)
            throw new PictureTroubleException(
                found.Length == 1
                    ? "There is a card in the picture, but none of the run is left from the one that you named."
                    : $"There are {found.Length} cards in the picture, but only {Cards.Length} from the one that you named on."
            );
        var areas = AreaEdits.Apply(AreaMeasuring.Measure(LabelFile.Read(Labels)), Edits);
        var masks = Zoning.Masks(AreaForm.Of(areas.Labels, Depth.Pairs()), Light.Angle, Light.RuleOf);
        ImmutableArray<(int, int)> touching = [.. areas.Touching.Select(pair => (pair.One, pair.Other))];
        var chart = Chart is null ? null : ChartInShot.At(picture, Chart.Chart, Chart.Corners);
        var cards = ImmutableArray.CreateBuilder<CardSeenOnScan>();
        foreach (var (one, card) in found.Zip(Cards))
        {
            stop.ThrowIfCancellationRequested();
            say(new(Finding + (1 - Finding) * cards.Count / found.Length, $"Looking at card {card.Card}"));
            var seen = CardChecked.Of(
                picture,
                one.Place,
                new CardToCheck(lines, masks, touching, card.Expected, Paper, SureOfPaints),
                chart
            );
            cards.Add(
                new CardSeenOnScan(
                    card.Card,
                    Coded(seen.Flat.Picture),
                    one.LinesShown,
                    seen.Colours.Hand,
                    seen.Colours.Areas,
                    seen.Findings
                )
            );
        }
        return new CardsChecked(cards.ToImmutable());
    }

    /// <summary>Lines as they are kept: clear paper, and ink as far as it covers.</summary>
    public static LineArt LinesOf(byte[] png, double widthMm)
    {
        var size = SKBitmap.DecodeBounds(png);
        using var picture = SKBitmap.Decode(
            png,
            new SKImageInfo(size.Width, size.Height, SKColorType.Rgba8888, SKAlphaType.Unpremul)
        );
        var darkness = new byte[picture.Width * picture.Height];
        var pixels = picture.GetPixelSpan();
        for (var at = 0; at < darkness.Length; at++)
            darkness[at] = pixels[4 * at + 3];
        return new LineArt(
            picture.Width,
            picture.Height,
            picture.Width / widthMm,
            darkness,
            [.. darkness.Select(ink => ink >= HalfCovered ? byte.MaxValue : byte.MinValue)]
        );
    }

    private const byte HalfCovered = 128;

    private static byte[] Coded(ColourPicture picture)
    {
        const int quality = 92;
        using var pixels = Mat.FromPixelData(picture.Height, picture.Width, MatType.CV_8UC4, picture.Rgba);
        using var colours = new Mat();
        Cv2.CvtColor(pixels, colours, ColorConversionCodes.RGBA2BGR);
        Cv2.ImEncode(".webp", colours, out var coded, new ImageEncodingParam(ImwriteFlags.WebPQuality, quality));
        return coded;
    }
}

/// <summary>What came out on a card that was found.</summary>
/// <param name="Card">Its number.</param>
/// <param name="Picture">The card, laid flat, with <see cref="CardFlat.MarginMm"/> of paper around its picture: WebP.</param>
/// <param name="LinesShown">How much of its lines was seen, 0 to 1.</param>
/// <param name="Hand">How much of each load seems to lie on most areas, against what was to.</param>
/// <param name="Areas">What its areas came out as.</param>
/// <param name="Findings">What is otherwise than it was to be, most worth mending first.</param>
public sealed record CardSeenOnScan(
    int Card,
    byte[] Picture,
    double LinesShown,
    double Hand,
    ImmutableArray<AreaColour> Areas,
    ImmutableArray<Finding> Findings
);

/// <summary>What came out on all cards of a picture.</summary>
/// <param name="Cards">The cards.</param>
public sealed record CardsChecked(ImmutableArray<CardSeenOnScan> Cards);
