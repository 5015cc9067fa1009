using BenchmarkDotNet.Attributes;
using Nube.Core.Artwork;
using Nube.Core.Checking;
using Nube.Core.Tests.Checking;
using Nube.Devices.Cards;
using Nube.Devices.Swatches;

namespace Nube.Bench;

/// <summary>
/// Finding painted cards at 300 dots per inch and all that is looked at on each, decoding included. Targets: one card 1.5 s;
/// a letter-size scan with six 6 s and 1 GB.
/// </summary>
[MemoryDiagnoser]
public class CheckBenchmarks
{
    private PlannedCard one = null!,
        small = null!;
    private byte[] oneCard = [],
        sixCards = [];

    [GlobalSetup]
    public void SetUp()
    {
        one = new PlannedCard(TrialCards.Image(0), 1);
        small = new PlannedCard(TrialCards.Image(0).Scaled(0.62), 1);
        oneCard = TrialCards.Taken(one.Painted(1, measured: true), scanner: true, 2).File();
        sixCards = new CardsTaken(
            SheetConditions.Scan,
            8.5 * Lengths.MillimetresPerInch,
            11 * Lengths.MillimetresPerInch,
            Under.WhiteLid,
            [
                .. Enumerable
                    .Range(0, 6)
                    .Select(at => new CardLaid(
                        small.Painted(40 + at, measured: true),
                        58 + 100 * (at % 2),
                        48 + 92 * (at / 2),
                        90 * at
                    )),
            ],
            5
        ).File();
    }

    [Benchmark]
    public int OneCard() => Findings(oneCard, one);

    [Benchmark]
    public int SixCards() => Findings(sixCards, small);

    private static int Findings(byte[] file, PlannedCard card)
    {
        var picture = PictureReader.ReadColours(file);
        var known = card.ToCheck(measured: true);
        return CardFinder
            .Find(picture, card.Image.Lines)
            .Sum(found => CardChecked.Of(picture, found.Place, known).Findings.Length);
    }
}
