namespace Nube.Core.Artwork;

/// <summary>Lets areas grow under the lines around them.</summary>
internal static class LabelGrowth
{
    /// <summary>
    /// Every line pixel within reach takes the label of the area or background nearest to it; areas meet half-way.
    /// </summary>
    /// <param name="labels">Changed in place.</param>
    /// <param name="width">Pixels across.</param>
    /// <param name="height">Pixels down.</param>
    /// <param name="reach">How far, pixels.</param>
    /// <remarks>
    /// Rings of one pixel, by turns through sides and through sides and corners, so that the front is an octagon; its
    /// radius is within 8 % of a circle's. Earlier labels win ties, so the result does not depend on anything but
    /// order.
    /// </remarks>
    public static void GrowUnderLine(ushort[] labels, int width, int height, double reach)
    {
        var front = new List<Pixel>();
        for (var y = 0; y < height; y++)
        {
            foreach (var run in new Runs<ushort>(labels.AsSpan(y * width, width)))
            {
                if (run.Value != LabelRaster.Line)
                    continue;
                var at = y * width;
                if (run.Start > 0)
                    front.Add(new Pixel(at + run.Start - 1, run.Start - 1));
                if (run.End < width)
                    front.Add(new Pixel(at + run.End, run.End));
                for (var x = run.Start; x < run.End; x++)
                {
                    if (y > 0 && labels[at + x - width] != LabelRaster.Line)
                        front.Add(new Pixel(at + x - width, x));
                    if (y < height - 1 && labels[at + x + width] != LabelRaster.Line)
                        front.Add(new Pixel(at + x + width, x));
                }
            }
        }
        var reached = new List<Pixel>();
        for (var ring = 1; ring <= Math.Ceiling(reach) && front.Count > 0; ring++)
        {
            reached.Clear();
            foreach (var (at, x) in front)
            {
                var label = labels[at];
                Reach(at - width, x, label);
                Reach(at - 1, x - 1, label);
                Reach(at + 1, x + 1, label);
                Reach(at + width, x, label);
                if (ring % 2 != 0)
                    continue;
                Reach(at - width - 1, x - 1, label);
                Reach(at - width + 1, x + 1, label);
                Reach(at + width - 1, x - 1, label);
                Reach(at + width + 1, x + 1, label);
            }
            (front, reached) = (reached, front);
        }

        void Reach(int at, int x, ushort label)
        {
            if ((uint)x >= (uint)width || (uint)at >= (uint)labels.Length || labels[at] != LabelRaster.Line)
                return;
            labels[at] = label;
            reached.Add(new Pixel(at, x));
        }
    }

    /// <summary>A pixel: its place in the raster, and in its row.</summary>
    private readonly record struct Pixel(int At, int X);
}
