using System.Collections.Immutable;
using Nube.Core.Artwork;
using OpenCvSharp;

namespace Nube.Core.Checking;

/// <summary>Cells of a card that hang together.</summary>
/// <param name="Cells">The cells.</param>
internal sealed record CardPatch(ImmutableArray<int> Cells)
{
    /// <summary>Its size, mm2.</summary>
    public double SizeMm2 => Cells.Length * CardMap.CellMm2;

    /// <summary>The patches of some cells, across corners too.</summary>
    public static ImmutableArray<CardPatch> Of(IReadOnlyCollection<int> cells, CardMap map)
    {
        if (cells.Count == 0)
            return [];
        using var mask = new Mat(map.Height, map.Width, MatType.CV_8UC1, Scalar.Black);
        var pixels = mask.AsSpan<byte>();
        foreach (var cell in cells)
            pixels[cell] = 255;
        using var labelled = new Mat();
        Cv2.ConnectedComponents(mask, labelled, PixelConnectivity.Connectivity8, MatType.CV_32S);
        var label = labelled.AsSpan<int>();
        var patches = new Dictionary<int, ImmutableArray<int>.Builder>();
        foreach (var cell in cells)
        {
            if (!patches.TryGetValue(label[cell], out var patch))
                patches[label[cell]] = patch = ImmutableArray.CreateBuilder<int>();
            patch.Add(cell);
        }
        return [.. patches.Values.Select(patch => new CardPatch(patch.ToImmutable()))];
    }

    /// <summary>An outline around patches, so far from them that small ones can be seen: an SVG path in mm.</summary>
    public static string Around(IEnumerable<CardPatch> patches, CardMap map, int cellsFrom = 0)
    {
        using var mask = new Mat(map.Height + 2, map.Width + 2, MatType.CV_8UC1, Scalar.Black);
        var pixels = mask.AsSpan<byte>();
        foreach (var cell in patches.SelectMany(patch => patch.Cells))
            pixels[(cell / map.Width + 1) * (map.Width + 2) + cell % map.Width + 1] = 255;
        if (cellsFrom > 0)
        {
            using var disc = Cv2.GetStructuringElement(
                MorphShapes.Ellipse,
                new Size(2 * cellsFrom + 1, 2 * cellsFrom + 1)
            );
            Cv2.Dilate(mask, mask, disc);
        }
        return Outlines.Path(mask, -map.Margin, -map.Margin, 1 / CardMap.CellMm);
    }
}
