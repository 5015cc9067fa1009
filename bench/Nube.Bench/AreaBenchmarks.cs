using BenchmarkDotNet.Attributes;
using Nube.Core.Artwork;
using Nube.Devices;
using OpenCvSharp;

namespace Nube.Bench;

/// <summary>
/// Finding areas on a scan of 1275 x 1650 pixels (A2 at 300 dots per inch), decoding left out. Target: under 150 ms,
/// and under 20 times the plain labelling of the same picture.
/// </summary>
[MemoryDiagnoser]
public class AreaBenchmarks
{
    private GreyPicture scan = null!;
    private LineArt art = null!;

    [GlobalSetup]
    public void SetUp()
    {
        var sheet = PictureReader.Read(BenchImages.Shipped("watering-can.svg"), new PictureSize(99.95, null));
        var padded = Pad(sheet, 1275 - 95, 1650 - 95);
        scan = PictureReader.Read(SimulatedScanner.Scan(padded, ScanConditions.Ordinary), new PictureSize(null, 300));
        if (Math.Abs(scan.Width - 1275) > 2 || Math.Abs(scan.Height - 1650) > 2)
            throw new InvalidOperationException($"The scan has {scan.Width} x {scan.Height} pixels.");
        art = LineExtraction.From(scan);
    }

    [Benchmark(Baseline = true)]
    public int PlainLabelling()
    {
        using var ink = Mat.FromPixelData(art.Height, art.Width, MatType.CV_8UC1, art.Ink);
        using var free = new Mat();
        Cv2.BitwiseNot(ink, free);
        using var labels = new Mat();
        return Cv2.ConnectedComponents(free, labels, PixelConnectivity.Connectivity4);
    }

    [Benchmark]
    public int FindAreas() => AreaFinder.FindAreas(LineExtraction.From(scan)).Areas.Length;

    [Benchmark]
    public LineArt LinesOnly() => LineExtraction.From(scan);

    [Benchmark]
    public byte[] ThinningOnly() => Skeleton.Of(art.Ink, art.Width, art.Height);

    [Benchmark]
    public byte[] BridgingOnly() => GapBridging.Bridges(art, GapRule.Strict);

    [Benchmark]
    public int LinesThatStopShort() => ShortLines.In(art, GapRule.Strict, []).Length;

    private static GreyPicture Pad(GreyPicture picture, int width, int height)
    {
        var pixels = new byte[width * height];
        Array.Fill(pixels, (byte)255);
        for (var y = 0; y < Math.Min(height, picture.Height); y++)
            picture.Pixels.AsSpan(y * picture.Width, Math.Min(width, picture.Width)).CopyTo(pixels.AsSpan(y * width));
        return picture with { Width = width, Height = height, Pixels = pixels };
    }
}
