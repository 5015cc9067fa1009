using Nube.Core.Colour;
using Nube.Core.Light;
using OpenCvSharp;

namespace Nube.Core.Simulation;

/// <summary>An area of a card that was played, in figures.</summary>
/// <param name="Colour">Its mean colour.</param>
/// <param name="RimToMiddle">How much colour lies in its outer millimetre, in loads of its middle; null where it has no
/// middle of its own, or where nothing is laid.</param>
/// <param name="HardestEdge">
/// How much lightness L* changes within a millimetre where it changes most (in a hundredth of its middle).
/// </param>
public sealed record AreaMeasured(Lab Colour, double? RimToMiddle, double HardestEdge)
{
    private const double RimMm = 1,
        MiddleFromMm = 2.5,
        SeenMm = 0.35; // what is finer is grain

    /// <summary>An area in a picture.</summary>
    /// <param name="picture">The picture.</param>
    /// <param name="mask">The area.</param>
    /// <param name="widthMm">Width of the picture, mm.</param>
    public static AreaMeasured Of(CardPicture picture, AreaMask mask, double widthMm)
    {
        ArgumentNullException.ThrowIfNull(picture);
        ArgumentNullException.ThrowIfNull(mask);
        using var inside = new Mat(mask.Height + 2, mask.Width + 2, MatType.CV_8UC1, Scalar.Black);
        for (var at = 0; at < mask.Parts.Length; at++)
        {
            if (mask.Parts[at] != CellPart.Outside)
                inside.Set(at / mask.Width + 1, at % mask.Width + 1, (byte)255);
        }
        using var distance = new Mat();
        Cv2.DistanceTransform(inside, distance, DistanceTypes.L2, DistanceTransformMasks.Mask5);
        var cells = new CellGrid(mask.Width, mask.Height, AreaMask.CellMm);
        var (xyz, lightness, here) = (new Xyz[cells.Count], new float[cells.Count], new float[cells.Count]);
        var perCell = picture.Width / widthMm * AreaMask.CellMm;
        for (var at = 0; at < cells.Count; at++)
        {
            if (mask.Parts[at] == CellPart.Outside)
                continue;
            xyz[at] = MeanOf(
                picture,
                (mask.Left + at % mask.Width) * perCell,
                (mask.Top + at / mask.Width) * perCell,
                perCell
            );
            lightness[at] = (float)Lab.FromXyz(xyz[at]).L;
            here[at] = 1;
        }
        float[] blurred = Noise.Blurred(lightness, cells, SeenMm),
            within = Noise.Blurred(here, cells, SeenMm);
        var all = Cells(_ => true);
        var (rim, middle) = (Cells(mm => mm <= RimMm), Cells(mm => mm >= MiddleFromMm));
        return new AreaMeasured(
            Lab.FromXyz(
                new Xyz(all.Average(at => xyz[at].X), all.Average(at => xyz[at].Y), all.Average(at => xyz[at].Z))
            ),
            rim.Count > 0 && middle.Count > 0 && Density(middle) > LeastDensity ? Density(rim) / Density(middle) : null,
            middle.Count < LeastMiddle
                ? 0
                : MathNet.Numerics.Statistics.Statistics.Quantile(middle.Select(Slope), 1 - InHardest)
        );

        List<int> Cells(Func<double, bool> wanted) =>
            [
                .. Enumerable
                    .Range(0, cells.Count)
                    .Where(at =>
                        here[at] > 0
                        && wanted(distance.At<float>(at / mask.Width + 1, at % mask.Width + 1) * AreaMask.CellMm)
                    ),
            ];

        double Slope(int at)
        {
            double L(int cell) => blurred[cell] / Math.Max(1e-3f, within[cell]);
            var (across, down) = (L(at + 1) - L(at - 1), L(at + mask.Width) - L(at - mask.Width));
            return Math.Sqrt(across * across + down * down) / (2 * AreaMask.CellMm);
        }

        double Density(List<int> some) => -Math.Log10(some.Average(at => Math.Max(1e-4, xyz[at].Y)));
    }

    /// <summary>How much of an area looks clearly otherwise in another picture of the same size, mm2.</summary>
    public static double DifferentMm2(CardPicture picture, CardPicture other, AreaMask mask, double widthMm)
    {
        ArgumentNullException.ThrowIfNull(picture);
        ArgumentNullException.ThrowIfNull(other);
        ArgumentNullException.ThrowIfNull(mask);
        var perMm = picture.Width / widthMm;
        var inMm = (int)Math.Round(1 / AreaMask.CellMm);
        var different = 0;
        for (var top = 0; top < mask.Height; top += inMm)
        {
            for (var left = 0; left < mask.Width; left += inMm)
            {
                var cells = CellsIn(mask, left, top, inMm);
                var (x, y) = ((mask.Left + left) * AreaMask.CellMm * perMm, (mask.Top + top) * AreaMask.CellMm * perMm);
                if (
                    cells > 0
                    && Ciede2000.Difference(Seen(picture, x, y, perMm), Seen(other, x, y, perMm)) > ClearlyMore
                )
                    different += cells;
            }
        }
        return different * AreaMask.CellMm * AreaMask.CellMm;

        static Lab Seen(CardPicture picture, double x, double y, double size) =>
            Lab.FromXyz(MeanOf(picture, x, y, size));
    }

    private static int CellsIn(AreaMask mask, int left, int top, int side)
    {
        var inside = 0;
        for (var y = top; y < Math.Min(top + side, mask.Height); y++)
        {
            for (var x = left; x < Math.Min(left + side, mask.Width); x++)
                inside += mask.Parts[y * mask.Width + x] == CellPart.Outside ? 0 : 1;
        }
        return inside;
    }

    private const double ClearlyMore = 5; // CIEDE2000 of a square millimetre: seen at a glance; this project's own
    private const int LeastMiddle = 50; // cells: 3 mm2
    private const double InHardest = 0.01; // of the middle
    private const double LeastDensity = 0.02; // of light thrown back, logarithm: hardly tinted

    private static Xyz MeanOf(CardPicture picture, double left, double top, double size)
    {
        var sum = (X: 0.0, Y: 0.0, Z: 0.0);
        var count = 0;
        for (var y = (int)top; y < Math.Min(picture.Height, (int)Math.Ceiling(top + size)); y++)
        {
            for (var x = (int)left; x < Math.Min(picture.Width, (int)Math.Ceiling(left + size)); x++)
            {
                var at = 3 * (Math.Max(0, y) * picture.Width + Math.Max(0, x));
                var one = new Srgb(
                    picture.Bgr[at + 2] / 255.0,
                    picture.Bgr[at + 1] / 255.0,
                    picture.Bgr[at] / 255.0
                ).ToXyz();
                sum = (sum.X + one.X, sum.Y + one.Y, sum.Z + one.Z);
                count++;
            }
        }
        return count == 0 ? default : new Xyz(sum.X / count, sum.Y / count, sum.Z / count);
    }
}
