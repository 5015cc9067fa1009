namespace Nube.Core.Artwork;

/// <summary>Thins lines to one pixel.</summary>
/// <remarks>
/// T. Y. Zhang, C. Y. Suen, "A fast parallel algorithm for thinning digital patterns", Communications of the ACM 27
/// (1984), 236-239. Two passes alternate until nothing changes; each looks only at pixels whose surroundings changed
/// since they were last looked at, which gives the same skeleton as looking at all of them.
/// </remarks>
internal static class Skeleton
{
    private static readonly bool[][] Removable = [Table(first: true), Table(first: false)];

    /// <summary>The skeleton of a mask: 1 on it, 0 elsewhere, with a border of one pixel on each side.</summary>
    /// <param name="mask">0 or not, row by row.</param>
    /// <param name="width">Pixels across.</param>
    /// <param name="height">Pixels down.</param>
    public static byte[] Of(byte[] mask, int width, int height)
    {
        var stride = width + 2;
        var image = new byte[stride * (height + 2)];
        for (var y = 0; y < height; y++)
        {
            foreach (var run in new Runs<byte>(mask.AsSpan(y * width, width)))
            {
                if (run.Value != 0)
                    image.AsSpan((y + 1) * stride + 1 + run.Start, run.Length).Fill(1);
            }
        }
        // Clockwise from north, as P2 to P9 of the paper.
        int[] around = [-stride, -stride + 1, 1, stride + 1, stride, stride - 1, -1, -stride - 1];

        var queued = new byte[image.Length];
        var list = new List<int>();
        foreach (var run in new Runs<byte>(image))
        {
            for (var at = run.Start; run.Value != 0 && at < run.End; at++)
            {
                if (Code(image, at, around) != 255)
                    list.Add(at);
            }
        }
        var (next, removed) = (new List<int>(), new List<int>());
        var exposed = new List<int>();
        while (list.Count > 0)
        {
            next.Clear();
            for (var pass = 0; pass < 2; pass++)
            {
                removed.Clear();
                foreach (var at in list)
                {
                    if (image[at] != 0 && Removable[pass][Code(image, at, around)])
                        removed.Add(at);
                }
                foreach (var at in removed)
                    image[at] = 0;
                exposed.Clear();
                foreach (var at in removed)
                {
                    foreach (var step in around)
                    {
                        var other = at + step;
                        if (image[other] == 0 || queued[other] != 0)
                            continue;
                        queued[other] = 1;
                        exposed.Add(other);
                    }
                }
                foreach (var at in exposed)
                    queued[at] = 0;
                next.AddRange(exposed);
                if (pass == 0)
                    list.AddRange(exposed);
            }
            (list, next) = (next, list);
        }
        return image;
    }

    private static int Code(byte[] image, int at, int[] around)
    {
        var code = 0;
        for (var i = 0; i < 8; i++)
            code |= image[at + around[i]] << i;
        return code;
    }

    /// <summary>Which of the 256 surroundings let a pixel go in the first or second pass.</summary>
    private static bool[] Table(bool first)
    {
        var table = new bool[256];
        for (var code = 0; code < 256; code++)
        {
            var (neighbours, rises) = (0, 0);
            for (var i = 0; i < 8; i++)
            {
                neighbours += code >> i & 1;
                if ((code >> i & 1) == 0 && (code >> (i + 1) % 8 & 1) == 1)
                    rises++;
            }
            bool north = (code & 1) != 0,
                east = (code & 4) != 0,
                south = (code & 16) != 0,
                west = (code & 64) != 0;
            var sides = first
                ? !(north && east && south) && !(east && south && west)
                : !(north && east && west) && !(north && south && west);
            table[code] = neighbours is >= 2 and <= 6 && rises == 1 && sides;
        }
        return table;
    }
}
