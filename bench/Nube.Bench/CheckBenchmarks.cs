using BenchmarkDotNet.Attributes;
using Nube.Core.Artwork;
using Nube.Core.Checking;
using Nube.Core.Tests.Checking;
using Nube.Devices.Cards;
using Nube.Devices.Swatches;

namespace Nube.Bench;

/// <summary>
/// Finding painted cards at 300 dots per inch and laying them flat, decoding included. Targets, for all of Check: one
/// card 1.5 s; a letter-size scan with six 6 s and 1 GB.
/// </summary>
[MemoryDiagnoser]
public class CheckBenchmarks
{
    private TrialImage one = null!,
        small = null!;
    private byte[] oneCard = [],
        sixCards = [];

    [GlobalSetup]
    public void SetUp()
    {
        one = TrialCards.Image(0);
        small = one.Scaled(0.62);
        oneCard = TrialCards.Taken(TrialCards.Card(one, 1), scanner: true, 2).File();
        sixCards = new CardsTaken(
            SheetConditions.Scan,
            8.5 * Lengths.MillimetresPerInch,
            11 * Lengths.MillimetresPerInch,
            Under.WhiteLid,
            [
                .. Enumerable
                    .Range(0, 6)
                    .Select(at => new CardLaid(
                        TrialCards.Card(small, 40 + at),
                        58 + 100 * (at % 2),
                        48 + 92 * (at / 2),
                        90 * at
                    )),
            ],
            5
        ).File();
    }

    [Benchmark]
    public int OneCard() => Flat(oneCard, one);

    [Benchmark]
    public int SixCards() => Flat(sixCards, small);

    private static int Flat(byte[] file, TrialImage image)
    {
        var picture = PictureReader.ReadColours(file);
        return CardFinder
            .Find(picture, image.Lines)
            .Count(found => CardFlat.Of(picture, found.Place, image.WidthMm, image.HeightMm).Margin > 0);
    }
}
