using OpenCvSharp;

namespace Nube.Core.Simulation;

/// <summary>Noise of a given grain size in mm: the same on finer cells, and never of single cells.</summary>
internal static class Noise
{
    private const double MadeAtMm = 0.125; // the finest white noise has a value for each square of this side, whatever the cells
    private const double LeastInGrain = 6; // squares of white noise in a grain
    private const double Narrow = 0.18,
        Wide = 0.32; // deviations of the two Gaussians, of the grain's size: their difference passes about that size

    /// <summary>Noise of about one grain size: mean 0, variance 1.</summary>
    /// <param name="grid">The cells.</param>
    /// <param name="grainMm">Distance from hill to hill, mm; at least four times 0.125.</param>
    /// <param name="seed">Another one, another sheet.</param>
    public static float[] OfGrain(CellGrid grid, double grainMm, int seed)
    {
        // A coarse grain needs no fine white noise: it would be blurred away.
        var madeAt = MadeAtMm;
        while (madeAt * 2 * LeastInGrain <= grainMm)
            madeAt *= 2;
        var scale = grid.CellMm / madeAt;
        var (width, height) = ((int)Math.Ceiling(grid.Width * scale) + 1, (int)Math.Ceiling(grid.Height * scale) + 1);
        using var white = new Mat(height, width, MatType.CV_32FC1);
        var rows = white;
        Parallel.For(0, height, y =>
        {
            var row = rows.AsSpan<float>().Slice(y * width, width);
            for (var x = 0; x < row.Length; x++)
                row[x] = White(x, y, seed);
        });
        using var narrow = Blurred(white, Narrow * grainMm / madeAt);
        using var wide = Blurred(white, Wide * grainMm / madeAt);
        using var band = new Mat();
        Cv2.Subtract(narrow, wide, band);
        Cv2.MeanStdDev(band, out var mean, out var deviation);
        using var scaled = new Mat();
        band.ConvertTo(scaled, MatType.CV_32FC1, 1 / deviation.Val0, -mean.Val0 / deviation.Val0);
        return OnCells(scaled, grid, scale);
    }

    /// <summary>The mean over each cell, or what lies between where cells are the smaller ones.</summary>
    private static float[] OnCells(Mat noise, CellGrid grid, double scale)
    {
        using var onCells = new Mat();
        if (scale >= 1)
        {
            using var all = noise.SubMat(0, (int)(grid.Height * scale), 0, (int)(grid.Width * scale));
            Cv2.Resize(all, onCells, new Size(grid.Width, grid.Height), 0, 0, InterpolationFlags.Area);
        }
        else
        {
            // A cell's middle lies at (x + 0.5) scale - 0.5 of the values of the noise.
            using var places = Mat.FromArray(
                new double[,]
                {
                    { scale, 0, scale / 2 - 0.5 },
                    { 0, scale, scale / 2 - 0.5 },
                }
            );
            Cv2.WarpAffine(
                noise,
                onCells,
                places,
                new Size(grid.Width, grid.Height),
                InterpolationFlags.Cubic | InterpolationFlags.WarpInverseMap,
                BorderTypes.Reflect101
            );
        }
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
    internal static float White(int x, int y, int seed)
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
