using OpenCvSharp;

namespace Nube.Core.Simulation;

/// <summary>Noise of a given grain size in mm: the same on finer cells, and never of single cells.</summary>
internal static class Noise
{
    private const double MadeAtMm = 0.125; // white noise has a value for each square of this side, whatever the cells
    private const double Narrow = 0.18,
        Wide = 0.32; // deviations of the two Gaussians, of the grain's size: their difference passes about that size

    /// <summary>Noise of about one grain size: mean 0, variance 1.</summary>
    /// <param name="grid">The cells.</param>
    /// <param name="grainMm">Distance from hill to hill, mm; at least four times 0.125.</param>
    /// <param name="seed">Another one, another sheet.</param>
    public static float[] OfGrain(CellGrid grid, double grainMm, int seed)
    {
        var scale = grid.CellMm / MadeAtMm;
        var (width, height) = ((int)Math.Ceiling(grid.Width * scale), (int)Math.Ceiling(grid.Height * scale));
        using var white = new Mat(height, width, MatType.CV_32FC1);
        var cells = white.AsSpan<float>();
        for (var at = 0; at < cells.Length; at++)
            cells[at] = White(at % width, at / width, seed);
        using var narrow = Blurred(white, Narrow * grainMm / MadeAtMm);
        using var wide = Blurred(white, Wide * grainMm / MadeAtMm);
        using var band = new Mat();
        Cv2.Subtract(narrow, wide, band);
        Cv2.MeanStdDev(band, out var mean, out var deviation);
        using var scaled = new Mat();
        band.ConvertTo(scaled, MatType.CV_32FC1, 1 / deviation.Val0, -mean.Val0 / deviation.Val0);
        using var onCells = new Mat();
        Cv2.Resize(scaled, onCells, new Size(grid.Width, grid.Height), 0, 0, InterpolationFlags.Area);
        return onCells.AsSpan<float>().ToArray();
    }

    /// <summary>Blurs cells by a Gaussian; what lies beyond the rim mirrors what lies before it.</summary>
    /// <param name="cells">Row by row.</param>
    /// <param name="grid">The cells.</param>
    /// <param name="deviationMm">Standard deviation, mm.</param>
    public static float[] Blurred(float[] cells, CellGrid grid, double deviationMm)
    {
        using var picture = Mat.FromPixelData(grid.Height, grid.Width, MatType.CV_32FC1, cells);
        using var blurred = Blurred(picture, deviationMm / grid.CellMm);
        return blurred.AsSpan<float>().ToArray();
    }

    private static Mat Blurred(Mat picture, double deviation)
    {
        var blurred = new Mat();
        Cv2.GaussianBlur(picture, blurred, new Size(0, 0), deviation, deviation, BorderTypes.Reflect101);
        return blurred;
    }

    /// <summary>A standard normal value of a place; another place, another value, in any order.</summary>
    private static float White(int x, int y, int seed)
    {
        var bits = Scrambled((ulong)(uint)seed << 40 ^ (ulong)(uint)y << 20 ^ (uint)x);
        var first = ((bits >> 32) + 1) / 4294967297.0;
        var second = (uint)bits / 4294967296.0;
        return (float)(Math.Sqrt(-2 * Math.Log(first)) * Math.Cos(2 * Math.PI * second));
    }

    /// <summary>The last steps of SplitMix64 (G. L. Steele, D. Lea, C. H. Flood, OOPSLA 2014).</summary>
    private static ulong Scrambled(ulong bits)
    {
        bits += 0x9e3779b97f4a7c15;
        bits = (bits ^ bits >> 30) * 0xbf58476d1ce4e5b9;
        bits = (bits ^ bits >> 27) * 0x94d049bb133111eb;
        return bits ^ bits >> 31;
    }
}
