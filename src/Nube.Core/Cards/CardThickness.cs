using System.Collections.Immutable;

namespace Nube.Core.Cards;

/// <summary>A layer of a finished card.</summary>
/// <param name="Left">From the left of the closed card to its own left side, mm.</param>
/// <param name="Top">From the top of the closed card to its own top, mm.</param>
/// <param name="Size">Its size.</param>
/// <param name="ThicknessMm">Thickness of its papers together, mm.</param>
/// <param name="RaisedMm">Height of the foam under it, mm; 0 where it is glued flat.</param>
public sealed record StackedLayer(double Left, double Top, SizeMm Size, double ThicknessMm, double RaisedMm = 0)
{
    /// <summary>Whether it covers a point.</summary>
    internal bool Covers(double x, double y) => x > Left && x < Left + Size.Width && y > Top && y < Top + Size.Height;
}

/// <summary>How thick a card becomes.</summary>
public static class CardThickness
{
    /// <summary>The thickness where most lies on each other, mm.</summary>
    /// <param name="layers">The layers of the closed card, the base as many times as it lies on itself.</param>
    public static double Most(ImmutableArray<StackedLayer> layers)
    {
        // It is the same all over between neighbouring edges.
        var across = Middles(layers.SelectMany(layer => (double[])[layer.Left, layer.Left + layer.Size.Width]));
        var down = Middles(layers.SelectMany(layer => (double[])[layer.Top, layer.Top + layer.Size.Height]));
        return across
            .SelectMany(x => down.Select(y => layers.Where(layer => layer.Covers(x, y)).Sum(Height)))
            .DefaultIfEmpty(0)
            .Max();
    }

    private static double Height(StackedLayer layer) => layer.ThicknessMm + layer.RaisedMm;

    private static ImmutableArray<double> Middles(IEnumerable<double> edges)
    {
        var sorted = edges.Distinct().Order().ToList();
        return [.. sorted.Zip(sorted.Skip(1), (one, next) => (one + next) / 2)];
    }
}
