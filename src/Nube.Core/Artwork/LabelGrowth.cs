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
        var front = new List<int>();
        for (var y = 0; y < height; y++)
        {
            var row = labels.AsSpan(y * width, width);
            for (var x = 0; x < width && row[x..].IndexOf(LabelRaster.Line) is >= 0 and var skipped; x++)
            {
                x += skipped;
                var at = y * width + x;
                if (x > 0 && labels[at - 1] != LabelRaster.Line)
                    front.Add(at - 1);
                if (x < width - 1 && labels[at + 1] != LabelRaster.Line)
                    front.Add(at + 1);
                if (y > 0 && labels[at - width] != LabelRaster.Line)
                    front.Add(at - width);
                if (y < height - 1 && labels[at + width] != LabelRaster.Line)
                    front.Add(at + width);
            }
        }
        var reached = new List<int>();
        for (var ring = 1; ring <= Math.Ceiling(reach) && front.Count > 0; ring++)
        {
            reached.Clear();
            var corners = ring % 2 == 0;
            foreach (var at in front)
            {
                var (x, y) = (at % width, at / width);
                for (var dy = -1; dy <= 1; dy++)
                {
                    for (var dx = -1; dx <= 1; dx++)
                    {
                        if (
                            (dx != 0 && dy != 0 && !corners)
                            || x + dx < 0
                            || x + dx >= width
                            || y + dy < 0
                            || y + dy >= height
                        )
                            continue;
                        var other = at + dy * width + dx;
                        if (labels[other] != LabelRaster.Line)
                            continue;
                        labels[other] = labels[at];
                        reached.Add(other);
                    }
                }
            }
            (front, reached) = (reached, front);
        }
    }
}
