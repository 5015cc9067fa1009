namespace Nube.Core.Tests.Cards.Cutting;

/// <summary>Every way to cut a few parts from sheets, from edge to edge, on whole numbers.</summary>
internal sealed class AllWays((int Width, int Height)[] parts, int width, int height)
{
    private readonly Dictionary<(int Parts, int Width, int Height), bool> known = [];

    /// <summary>How few sheets hold all of them.</summary>
    public int FewestSheets() => Fewest((1 << parts.Length) - 1);

    private int Fewest(int set)
    {
        if (set == 0)
            return 0;
        var fewest = int.MaxValue;
        for (var on = set; on > 0; on = (on - 1) & set)
        {
            // The first of them lies on this sheet.
            if ((on & set & -set) != 0 && Fit(on, width, height))
                fewest = Math.Min(fewest, 1 + Fewest(set & ~on));
        }
        return fewest;
    }

    private bool Fit(int set, int wide, int high)
    {
        if (known.TryGetValue((set, wide, high), out var fit))
            return fit;
        return known[(set, wide, high)] = Try(set, wide, high);
    }

    private bool Try(int set, int wide, int high)
    {
        if ((set & (set - 1)) == 0)
        {
            var (width, height) = parts[int.Log2(set)];
            return (width <= wide && height <= high) || (height <= wide && width <= high);
        }
        for (var first = (set - 1) & set; first > 0; first = (first - 1) & set)
        {
            for (var at = 1; at < wide; at++)
            {
                if (Fit(first, at, high) && Fit(set & ~first, wide - at, high))
                    return true;
            }
            for (var at = 1; at < high; at++)
            {
                if (Fit(first, wide, at) && Fit(set & ~first, wide, high - at))
                    return true;
            }
        }
        return false;
    }
}
