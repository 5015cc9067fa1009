using System.Collections.Immutable;
using Nube.Core.Artwork;
using Nube.Core.Light;
using OpenCvSharp;

namespace Nube.Core.Checking;

/// <summary>The cells of an area that are neither line nor rim: what is read for its colour.</summary>
/// <param name="Area">The area.</param>
/// <param name="Cells">Cells of its mask, by their place in it.</param>
/// <param name="FromRimMm">How far they keep from lines and rim, mm; less in small areas.</param>
public sealed record AreaInside(AreaMask Area, ImmutableArray<int> Cells, double FromRimMm)
{
    // Half a line and where the brush begins; and so much as is left in narrow areas. Set on the trial cards.
    private static readonly double[] Rims = [0.9, 0.6, 0.35];
    private const int FewestCells = 24; // 1.5 mm2: fewer say nothing for certain

    /// <summary>The insides of areas; without those that have none.</summary>
    /// <param name="masks">The areas.</param>
    /// <param name="lines">The stamped lines.</param>
    public static ImmutableArray<AreaInside> Of(ImmutableArray<AreaMask> masks, LineArt lines)
    {
        ArgumentNullException.ThrowIfNull(lines);
        using var cells = CardMap.LinesOf(lines);
        return [.. masks.Select(mask => Of(mask, cells)).OfType<AreaInside>()];
    }

    /// <summary>
    /// Of each cell of a mask, how far its middle is from lines and from what is not of its area, mm; 0 where it is neither.
    /// </summary>
    /// <param name="mask">The area.</param>
    /// <param name="lines">How dark the stamped lines are in the cells of the card's picture.</param>
    internal static float[] FromRim(AreaMask mask, Mat lines)
    {
        using var inside = new Mat(mask.Height + 2, mask.Width + 2, MatType.CV_8UC1, Scalar.Black);
        var pixels = inside.AsSpan<byte>();
        var (across, down) = (lines.Width, lines.Height);
        for (var at = 0; at < mask.Parts.Length; at++)
        {
            var (x, y) = (at % mask.Width, at / mask.Width);
            var (column, row) = (mask.Left + x, mask.Top + y);
            var line =
                column >= 0
                && row >= 0
                && column < across
                && row < down
                && lines.At<byte>(row, column) >= CardMap.HasLine;
            if (mask.Parts[at] != CellPart.Outside && !line)
                pixels[(y + 1) * (mask.Width + 2) + x + 1] = 255;
        }
        using var distance = new Mat();
        Cv2.DistanceTransform(inside, distance, DistanceTypes.L2, DistanceTransformMasks.Mask5);
        var far = distance.AsSpan<float>();
        var rim = new float[mask.Parts.Length];
        for (var at = 0; at < rim.Length; at++)
        {
            // A cell's middle is half a cell nearer to what is outside than its distance from the next cell's middle.
            var cells = far[(at / mask.Width + 1) * (mask.Width + 2) + at % mask.Width + 1] - 0.5;
            rim[at] = (float)Math.Max(0, cells * AreaMask.CellMm);
        }
        return rim;
    }

    /// <summary>Whether a cell of its mask is so far from its area's other parts that none was pulled into it.</summary>
    public ImmutableArray<bool> InItsPart { get; private init; } = [];

    private const double PulledMm = 1; // how far a hand pulls light and shadow into each other, about

    /// <summary>Of each cell of a mask, how far its middle is from the other parts of its area, mm; 0 outside.</summary>
    internal static float[] FromOtherParts(AreaMask mask)
    {
        var from = new float[mask.Parts.Length];
        foreach (var part in mask.Parts.Distinct().Where(part => part != CellPart.Outside))
        {
            using var own = new Mat(mask.Height, mask.Width, MatType.CV_8UC1, Scalar.White);
            var pixels = own.AsSpan<byte>();
            for (var at = 0; at < from.Length; at++)
            {
                if (mask.Parts[at] != part && mask.Parts[at] != CellPart.Outside)
                    pixels[at] = 0;
            }
            using var distance = new Mat();
            Cv2.DistanceTransform(own, distance, DistanceTypes.L2, DistanceTransformMasks.Mask5);
            var cells = distance.AsSpan<float>();
            for (var at = 0; at < from.Length; at++)
            {
                if (mask.Parts[at] == part)
                    from[at] = (cells[at] - 0.5f) * (float)AreaMask.CellMm;
            }
        }
        return from;
    }

    private static AreaInside? Of(AreaMask mask, Mat lines)
    {
        var far = FromRim(mask, lines);
        foreach (var rim in Rims)
        {
            var cells = ImmutableArray.CreateBuilder<int>();
            for (var at = 0; at < mask.Parts.Length; at++)
            {
                if (far[at] >= rim)
                    cells.Add(at);
            }
            if (cells.Count >= FewestCells)
                return new AreaInside(mask, cells.ToImmutable(), rim)
                {
                    InItsPart = [.. FromOtherParts(mask).Select(mm => mm >= PulledMm)],
                };
        }
        return null;
    }
}
