using MathNet.Numerics.Statistics;
using Nube.Core.Colour;
using Nube.Core.Light;
using OpenCvSharp;

namespace Nube.Core.Checking;

/// <summary>Hard edges between light, middle and shadow, where a hand was to pull one into the other.</summary>
/// <remarks>
/// Across a border of two parts of an area the load goes from that of one to that of the other. How much of the way it goes
/// within a millimetre tells a hard edge from a fade: for an edge of standard deviation s it is 1 / (s (2 pi)^1/2) for each mm.
/// The border that a hand paints wanders, so that is asked piece by piece.
/// </remarks>
internal static class HardEdges
{
    private const double ReachMm = 2; // to each side of the border
    private const double StepMm = 0.25; // across it
    private const int Steps = (int)(2 * ReachMm / StepMm);
    private const double PieceMm = 3; // along it
    private const int FewestPieces = 3;
    private const int FewestCells = 3; // in a step of a piece
    private const double LeastStep = 0.2; // of the area's load: less is no edge

    // Of the way, in a mm. Borders that a hand of the trial pulled soft have 0.4 to 0.7, in small areas up to 1.3; those left
    // as the brush made them 1.5 to 2.
    private const double Hard = 1.4;

    /// <summary>The findings.</summary>
    /// <param name="seen">The card.</param>
    /// <param name="taken">Cells that something else was found on.</param>
    public static IEnumerable<Finding> Of(CardSeen seen, IReadOnlySet<int> taken)
    {
        foreach (var (area, of) in seen.EvenCells(taken))
        {
            var hard = Borders.Where(border => IsHard(seen, seen.Tones[area], of, border)).ToList();
            if (hard.Count > 0 && Found(seen, area, of, hard) is { Difference: >= ColourFindings.Seen } found)
                yield return found;
        }
    }

    private static readonly (CellPart Lighter, CellPart Darker)[] Borders =
    [
        (CellPart.Light, CellPart.Middle),
        (CellPart.Middle, CellPart.Shadow),
    ];

    private static bool IsHard(
        CardSeen seen,
        AreaTone tone,
        List<int> cells,
        (CellPart Lighter, CellPart Darker) border
    )
    {
        if (Evenness.Channel(tone.Whole) is not { } channel)
            return false;
        double Load(Swatches.RelativeLight light) => -Math.Log(Math.Clamp(channel(light), 0.01, 0.97));
        var step = Load(tone.Parts[border.Darker]) - Load(tone.Parts[border.Lighter]);
        if (step < LeastStep * Load(tone.Whole))
            return false;
        var across = Across(seen.Map, cells, border);
        var pieces = across
            .GroupBy(cell => (Piece(cell.Key % seen.Map.Width), Piece(cell.Key / seen.Map.Width)))
            .Select(piece => Steepest(piece, cell => Load(seen.Eye[cell])))
            .OfType<double>()
            .ToList();
        return pieces.Count >= FewestPieces && pieces.Median() / step >= Hard;

        static int Piece(int cells) => (int)(cells * CardMap.CellMm / PieceMm);
    }

    /// <summary>Of the cells near a border how far they are from it, mm, below 0 on its lighter side.</summary>
    private static Dictionary<int, double> Across(
        CardMap map,
        List<int> cells,
        (CellPart Lighter, CellPart Darker) border
    )
    {
        var across = new Dictionary<int, double>();
        Side(border.Lighter, border.Darker, -1);
        Side(border.Darker, border.Lighter, 1);
        return across;

        void Side(CellPart own, CellPart other, int sign)
        {
            using var there = new Mat(map.Height, map.Width, MatType.CV_8UC1, Scalar.White);
            var pixels = there.AsSpan<byte>();
            foreach (var cell in cells.Where(cell => map.Part[cell] == other))
                pixels[cell] = 0;
            using var distance = new Mat();
            Cv2.DistanceTransform(there, distance, DistanceTypes.L2, DistanceTransformMasks.Mask5);
            var far = distance.AsSpan<float>();
            foreach (var cell in cells)
            {
                if (map.Part[cell] == own && far[cell] * CardMap.CellMm <= ReachMm)
                    across[cell] = sign * (far[cell] - 0.5) * CardMap.CellMm;
            }
        }
    }

    private static Finding Found(
        CardSeen seen,
        int area,
        List<int> cells,
        List<(CellPart Lighter, CellPart Darker)> hard
    )
    {
        var map = seen.Map;
        var along = hard.SelectMany(border =>
                Across(map, cells, border).Where(cell => Math.Abs(cell.Value) <= ShownMm).Select(cell => cell.Key)
            )
            .Distinct()
            .ToList();
        var patches = CardPatch.Of(along, map);
        var parts = seen.Tones[area].Parts;
        return new Finding(
            FindingKind.HardEdge,
            area,
            null,
            hard.Max(border =>
                Ciede2000.Difference(seen.Eye.ColourOf(parts[border.Lighter]), seen.Eye.ColourOf(parts[border.Darker]))
            ),
            patches.Sum(patch => patch.SizeMm2),
            CardPatch.Around(patches, map),
            Spots: hard.Count
        );
    }

    private const double ShownMm = 0.5; // on each side of the border, in the finding

    /// <summary>How much the load rises in a mm where it rises most; null where too little of the border is seen.</summary>
    private static double? Steepest(IEnumerable<KeyValuePair<int, double>> piece, Func<int, double> load)
    {
        var (sums, counts) = (new double[Steps], new int[Steps]);
        foreach (var (cell, mm) in piece)
        {
            var at = Math.Clamp((int)((mm + ReachMm) / StepMm), 0, Steps - 1);
            sums[at] += load(cell);
            counts[at]++;
        }
        // A piece that only comes near the border says nothing of it.
        if (Enumerable.Range(Steps / 2 - 2, 4).Any(step => counts[step] < FewestCells))
            return null;
        double? most = null;
        for (var at = 2; at < Steps - 1; at++)
        {
            // Means of two steps before and two after, whose middles are two steps apart.
            if (Enumerable.Range(at - 2, 4).Any(step => counts[step] < FewestCells))
                continue;
            double Mean(int step) => (sums[step] + sums[step + 1]) / (counts[step] + counts[step + 1]);
            var rise = (Mean(at) - Mean(at - 2)) / (2 * StepMm);
            most = Math.Max(most ?? rise, rise);
        }
        return most;
    }
}
