using OpenCvSharp;

namespace Nube.Core.Checking;

/// <summary>Tells which cells lie near an area, and how near.</summary>
internal sealed class NearArea(CardMap map)
{
    /// <summary>Cells that are not of an area and within some mm of it, and of each of them how far it is, mm.</summary>
    public (List<int> Cells, Dictionary<int, float> Distance) Around(int area, double withinMm)
    {
        var reach = (int)Math.Ceiling(withinMm / CardMap.CellMm);
        var (left, top, right, bottom) = (map.Width, map.Height, -1, -1);
        for (var cell = 0; cell < map.Area.Length; cell++)
        {
            if (map.Area[cell] != area)
                continue;
            var (x, y) = (cell % map.Width, cell / map.Width);
            (left, top, right, bottom) = (Math.Min(left, x), Math.Min(top, y), Math.Max(right, x), Math.Max(bottom, y));
        }
        (left, top) = (Math.Max(0, left - reach), Math.Max(0, top - reach));
        (right, bottom) = (Math.Min(map.Width - 1, right + reach), Math.Min(map.Height - 1, bottom + reach));
        var (width, height) = (right - left + 1, bottom - top + 1);
        using var outside = new Mat(height, width, MatType.CV_8UC1);
        var pixels = outside.AsSpan<byte>();
        for (var at = 0; at < pixels.Length; at++)
            pixels[at] = map.Area[CellOf(at)] == area ? (byte)0 : (byte)255;
        using var distance = new Mat();
        Cv2.DistanceTransform(outside, distance, DistanceTypes.L2, DistanceTransformMasks.Mask5);
        var far = distance.AsSpan<float>();
        var (cells, distances) = (new List<int>(), new Dictionary<int, float>());
        for (var at = 0; at < far.Length; at++)
        {
            var mm = far[at] * (float)CardMap.CellMm;
            if (mm <= 0 || mm > withinMm)
                continue;
            cells.Add(CellOf(at));
            distances[CellOf(at)] = mm;
        }
        return (cells, distances);

        int CellOf(int at) => (top + at / width) * map.Width + left + at % width;
    }
}
