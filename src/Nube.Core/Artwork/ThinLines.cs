using OpenCvSharp;

namespace Nube.Core.Artwork;

/// <summary>Lines thinned to one pixel, as paths that can be walked.</summary>
/// <param name="skeleton">1 on a line, with a border of one pixel on each side; spurs are taken out of it.</param>
/// <param name="width">Pixels across, without the border.</param>
/// <param name="halfWidths">Distance from each pixel of the picture to the nearest paper, pixels; not disposed of here.</param>
internal sealed class ThinLines(byte[] skeleton, int width, Mat halfWidths)
{
    private const double SpurShare = 1.6; // of the half width: the corners of a square end lie 1.41 half widths from its middle

    private readonly int stride = width + 2;
    private readonly int[] around = Around(width + 2);
    private readonly int[] circle = [-width - 2, -width - 1, 1, width + 3, width + 2, width + 1, -1, -width - 3];

    /// <summary>Pixels at which a line ends.</summary>
    public IEnumerable<int> Ends()
    {
        for (
            var at = 0;
            at < skeleton.Length && Array.IndexOf(skeleton, (byte)1, at) is >= 0 and var found;
            at = found + 1
        )
        {
            if (Branches(found) == 1)
                yield return found;
        }
    }

    /// <summary>A pixel's place in the picture.</summary>
    public Point2d At(int at) => new(at % stride - 1, at / stride - 1);

    /// <summary>How far the nearest paper is from a pixel.</summary>
    public double HalfWidthAt(int at) => halfWidths.At<float>(at / stride - 1, at % stride - 1);

    /// <summary>Walks from an end until the line forks, ends or is so many steps long.</summary>
    public (int Walked, int Back) WalkBack(int end, int steps)
    {
        path.Clear();
        path.Add(end);
        while (path.Count <= steps && Next() is >= 0 and var next)
        {
            path.Add(next);
            if (Branches(next) > 2)
                break;
        }
        return (path.Count - 1, path[^1]);
    }

    /// <summary>
    /// Takes out the short branches that thinning leaves where a broad line ends: they point at its corners.
    /// </summary>
    public void DropSpurs()
    {
        foreach (var end in Ends().ToList())
        {
            if (skeleton[end] == 0)
                continue;
            path.Clear();
            path.Add(end);
            while (path.Count <= SpurShare * HalfWidthAt(path[^1]) + 2 && Next() is >= 0 and var next)
            {
                path.Add(next);
                if (Branches(next) <= 2)
                    continue;
                foreach (var at in path[..^1])
                    skeleton[at] = 0;
                break;
            }
        }
    }

    private readonly List<int> path = [];

    /// <summary>The pixel on which the path goes on; -1 where it ends.</summary>
    private int Next()
    {
        var here = path[^1];
        foreach (var step in around)
        {
            var other = here + step;
            if (skeleton[other] == 0 || path.Contains(other) || (path.Count > 1 && Beside(other, path[^2])))
                continue;
            return other;
        }
        return -1;
    }

    /// <summary>How many lines leave a pixel: the rises from paper to line once round it.</summary>
    private int Branches(int at)
    {
        var rises = 0;
        for (var i = 0; i < 8; i++)
        {
            if (skeleton[at + circle[i]] == 0 && skeleton[at + circle[(i + 1) % 8]] != 0)
                rises++;
        }
        return rises;
    }

    private bool Beside(int one, int other)
    {
        foreach (var step in around)
        {
            if (one + step == other)
                return true;
        }
        return false;
    }

    // Sides before corners: a path of single steps does not cut a corner that it could walk.
    private static int[] Around(int stride) =>
        [-stride, 1, stride, -1, -stride + 1, stride + 1, stride - 1, -stride - 1];
}
