using System.Collections.Immutable;
using MathNet.Numerics.LinearAlgebra;
using Nube.Core.Artwork;
using Nube.Core.Colour;
using Nube.Core.Swatches;

namespace Nube.Core.Checking;

/// <summary>A chart of known colours that lies in the shot beside a card.</summary>
/// <param name="Chart">Which chart.</param>
/// <param name="Corners">Where it lies, pixels: the outer corners of its four corner patches, in the order in which they go
/// round, from any of them.</param>
public sealed record ChartInShot(ColourChart Chart, ImmutableArray<PicturePoint> Corners)
{
    /// <summary>A chart of which it is known where in the picture it lies, whatever the picture's size.</summary>
    /// <param name="picture">The picture.</param>
    /// <param name="chart">Which chart.</param>
    /// <param name="shares">Its outer corners, as shares of the picture's width both across and down.</param>
    public static ChartInShot At(ColourPicture picture, ColourChart chart, ImmutableArray<PicturePoint> shares)
    {
        ArgumentNullException.ThrowIfNull(picture);
        return new ChartInShot(
            chart,
            [.. shares.Select(corner => new PicturePoint(corner.X * picture.Width, corner.Y * picture.Width))]
        );
    }
}

/// <summary>What a device saw of a chart in the light of the card beside it, and how it bends light.</summary>
internal sealed record ChartSeen(ImmutableArray<SeenAndHeld> Colours, DeviceTone Tone)
{
    /// <summary>There is no chart.</summary>
    public static ChartSeen None { get; } = new([], DeviceTone.None);
}

/// <summary>Reads a chart against the bare paper of the card that it lies beside.</summary>
internal static class ChartBesideCard
{
    private const double Dark = 35; // CIELAB lightness: of darker patches a device's stray light is too much
    private const double MostOtherLight = 1.5; // times as much or as little light as on the card; more is no chart
    private const int Rounds = 3; // of telling the light from the device, and the device from the light

    /// <summary>What the device saw of the chart's patches, and what they are.</summary>
    /// <param name="picture">The picture of both.</param>
    /// <param name="chart">The chart.</param>
    /// <param name="card">The card.</param>
    /// <param name="paper">The colour of its bare paper.</param>
    /// <exception cref="PictureTroubleException">The corners are no chart's, or it is not wholly in the picture.</exception>
    public static ChartSeen Read(ColourPicture picture, ChartInShot chart, CardLaidFlat card, Srgb paper)
    {
        var patches = ChartPlace.Patches(chart.Chart, chart.Corners);
        var light = new SheetLight(picture, patches, ChartPlace.SampleStep);
        var onCard = card.Place.Flat.Inverse();
        var (r, g, b) = (Srgb.Decode(paper.R), Srgb.Decode(paper.G), Srgb.Decode(paper.B));
        ImmutableArray<RelativeLight> read =
        [
            .. ChartPlace
                .Boxes(chart.Chart)
                .Select(box =>
                {
                    var middle = patches.At(box.X + box.Width / 2, box.Y + box.Height / 2);
                    return CardRead.AgainstPaper(card, onCard.At(middle.X, middle.Y), light.Of(box).Light);
                }),
        ];
        var reading = new ChartReading(chart.Chart, chart.Corners, read);
        ChartCorrection.ExpectChart(reading);
        var inOrder = ChartCorrection.InOrder(reading);
        ImmutableArray<SeenAndHeld> colours = [.. chart.Chart.Known.Zip(inOrder, (known, seen) =>
            {
                var held = Srgb.LightOfXyz(known.ToXyz());
                return new SeenAndHeld(seen, new RelativeLight(held.R / r, held.G / g, held.B / b), 1);
            })];
        var tone = ToneOf(chart.Chart, colours);
        return new ChartSeen(InLightOfCard(chart.Chart, colours, tone), tone);
    }

    private const double LeastGrey = 0.02; // of the paper's light: darker ones are all stray light
    private const int FewestLight = 6; // patches that tell light and device
    private const double Neutral = 6; // CIELAB chroma: what has less tells how light is bent, whatever the device

    private static DeviceTone ToneOf(ColourChart chart, ImmutableArray<SeenAndHeld> colours) =>
        DeviceTone.Of([
            .. chart
                .Known.Zip(colours)
                .Where(one => Math.Sqrt(one.First.A * one.First.A + one.First.B * one.First.B) < Neutral)
                .Select(one => (one.Second.Seen.Mean, one.Second.Held.Mean))
                .Where(grey => grey.Item2 >= LeastGrey),
        ]);

    /// <summary>
    /// The patches as they would be seen in the light that falls on the card. Light falls off slowly: its logarithm is a plane over
    /// the chart, by least squares over what the device that fits them best makes of all patches.
    /// </summary>
    private static ImmutableArray<SeenAndHeld> InLightOfCard(
        ColourChart chart,
        ImmutableArray<SeenAndHeld> colours,
        DeviceTone tone
    )
    {
        var those = Enumerable.Range(0, colours.Length).Where(patch => chart.Known[patch].L >= Dark).ToList();
        if (those.Count < FewestLight)
            throw new PictureTroubleException(
                $"The chart has fewer than {FewestLight} patches that are light enough to tell how the device sees."
            );
        var places = Matrix<double>.Build.Dense(those.Count, 3, (row, term) => term switch
            {
                0 => 1,
                1 => those[row] % chart.Columns / (double)chart.Columns - 0.5,
                _ => those[row] / chart.Columns / (double)chart.Rows - 0.5,
            });
        var solver = places.QR();
        ImmutableArray<SeenAndHeld> there = [.. those.Select(patch => colours[patch])];
        for (var round = 0; round < Rounds; round++)
        {
            var device = DeviceBySight.Of(round == 0 ? [] : there, bends: tone);
            var brighter =
                places
                * solver.Solve(
                    Vector<double>.Build.DenseOfEnumerable(
                        those.Select(patch =>
                            Math.Log(device.ToEye(colours[patch].Seen).Mean / colours[patch].Held.Mean)
                        )
                    )
                );
            if (brighter.AbsoluteMaximum() > Math.Log(MostOtherLight))
                throw new PictureTroubleException(
                    "The chart has quite another light than the card. Point at its corners once more, or lay it nearer."
                );
            there = [.. those.Select((patch, row) => Weakened(colours[patch], Math.Exp(tone.Power * brighter[row])))];
        }
        return there;

        static SeenAndHeld Weakened(SeenAndHeld one, double times) =>
            one with
            {
                Seen = new RelativeLight(one.Seen.R / times, one.Seen.G / times, one.Seen.B / times),
            };
    }
}
