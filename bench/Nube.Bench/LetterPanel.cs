using System.Collections.Immutable;
using System.Diagnostics;
using Nube.Core.Artwork;
using Nube.Core.Light;
using Nube.Core.Stamping;
using Nube.Devices;

namespace Nube.Bench;

/// <summary>
/// A letter sheet full of images, scanned at 600 dots per inch (5100 x 6600 pixels): from the file to areas and zones,
/// and the most memory that a fresh process needs for it. Target: under 6 s and under 1.5 GB on two cores.
/// </summary>
internal static class LetterPanel
{
    /// <summary>Makes the scan, and measures it three times, each in a process of its own.</summary>
    public static void Run()
    {
        var file = Path.Combine(Path.GetTempPath(), $"letter-{Environment.ProcessId}.jpg");
        try
        {
            File.WriteAllBytes(file, Scan());
            for (var time = 0; time < 3; time++)
            {
                using var child = Process.Start(
                    new ProcessStartInfo("dotnet", [Environment.GetCommandLineArgs()[0], "letter", file])
                    {
                        UseShellExecute = false,
                    }
                )!;
                child.WaitForExit();
            }
        }
        finally
        {
            File.Delete(file);
        }
    }

    /// <summary>Reads one scan and says how long it took and how much memory.</summary>
    public static void Measure(string file)
    {
        var bytes = File.ReadAllBytes(file);
        var watch = Stopwatch.StartNew();
        var picture = PictureReader.Read(bytes, new PictureSize(null, 600));
        var read = watch.Elapsed.TotalSeconds;
        var art = LineExtraction.From(picture);
        var lines = watch.Elapsed.TotalSeconds;
        var map = AreaFinder.FindAreas(art);
        var areas = watch.Elapsed.TotalSeconds;
        var zones = Zoning.Of(AreaForm.Of(map.Labels, DepthGuess.Of(map.Labels)), LightAngle.UpLeft, _ =>
            ZoneRule.Usual
        );
        var all = watch.Elapsed.TotalSeconds;
        using var self = Process.GetCurrentProcess();
        Console.WriteLine(
            FormattableString.Invariant(
                $"600 dpi letter, {bytes.Length / 1e6:0.0} MB: {all:0.00} s (decoding {read:0.00}, lines {lines - read:0.00}, {map.Areas.Length} areas {areas - lines:0.00}, {zones.Length} zones {all - areas:0.00}), peak {self.PeakWorkingSet64 / 1e9:0.00} GB"
            )
        );
    }

    private static byte[] Scan()
    {
        var art = LineExtraction.From(
            PictureReader.Read(BenchImages.Shipped("pumpkin-barrow.svg"), new PictureSize(60, null))
        );
        var stamp = new Stamp(new Guid(1, 0, 0, new byte[8]), "Barrow", Silhouette.Of(art, GapRule.Strict));
        var sheet = new Scene(8.5 * Lengths.MillimetresPerInch - 8, 11 * Lengths.MillimetresPerInch - 8, false, []);
        sheet = sheet with { FrontFirst = Fill.Over(sheet, stamp, new FillWish(2, 1, 1)).Prints };
        var print = ScenePicture.Compose(
            sheet,
            ImmutableDictionary<Guid, StampPicture>.Empty.Add(stamp.Id, new StampPicture(stamp, art))
        );
        return SimulatedScanner.Scan(print, ScanConditions.Ordinary with { DotsPerInch = 600 });
    }
}
