using Nube.Core.Swatches;
using Nube.Core.Tests.Swatches;

namespace Nube.Bench;

/// <summary>
/// How the factors of <see cref="HowSure"/> were learned: on 80 invented devices each; how they hold on 50 others.
/// </summary>
internal static class HowSureLearning
{
    private const double LearnedShare = 0.91; // a little more than nine of ten: devices err in their own way each
    private const int Learned = 80,
        KeptOut = 50,
        FirstKeptOut = 1000; // seeds of devices

    public static void Run()
    {
        foreach (
            var source in new[]
            {
                SwatchSource.Scan,
                SwatchSource.Photo,
                SwatchSource.ScanAndPhoto,
                SwatchSource.PhotoWithChart,
                SwatchSource.ScanAndPhotoWithChart,
            }
        )
        {
            var times = LoopTrial
                .OfDevices(source, Enumerable.Range(0, Learned))
                .SelectMany(device => device)
                .Select(outcome => outcome.Difference / outcome.Bound)
                .Order()
                .ToList();
            var devices = LoopTrial.OfDevices(source, Enumerable.Range(FirstKeptOut, KeptOut));
            var held = devices.ConvertAll(device => device.Count(outcome => outcome.Held) / (double)device.Count);
            var differences = devices.SelectMany(device => device).Select(one => one.Difference).Order().ToList();
            var ordered = held.Order().ToList();
            Say($"{source}: learned factor times {times[(int)(LearnedShare * times.Count)]:0.000}");
            Say(
                $"  kept out it held {held.Average():0.0 %}, on half of the devices {ordered[KeptOut / 2]:0 %} and more"
            );
            Say($"  on a tenth of them less than {ordered[KeptOut / 10]:0 %}");
            Say(
                $"  CIEDE2000 {differences[differences.Count / 2]:0.00} / {differences[(int)(0.95 * differences.Count)]:0.00}"
            );
        }
    }

    private static void Say(FormattableString line) => Console.WriteLine(FormattableString.Invariant(line));
}
