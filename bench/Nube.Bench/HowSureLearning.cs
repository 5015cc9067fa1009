using System.Globalization;
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
            Console.WriteLine(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{source}: learned factor times {times[(int)(LearnedShare * times.Count)]:0.000}; kept out {held.Average():0.0 %}, "
                )
                    + string.Create(
                        CultureInfo.InvariantCulture,
                        $"half of the devices from {held.Order().ElementAt(KeptOut / 2):0 %}, a tenth below {held.Order().ElementAt(KeptOut / 10):0 %}; "
                    )
                    + string.Create(
                        CultureInfo.InvariantCulture,
                        $"CIEDE2000 {differences[differences.Count / 2]:0.00} / {differences[(int)(0.95 * differences.Count)]:0.00}"
                    )
            );
        }
    }
}
