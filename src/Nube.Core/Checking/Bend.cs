using System.Collections.Immutable;

namespace Nube.Core.Checking;

/// <summary>How far each point of a card lies from where a flat one would have it.</summary>
/// <remarks>
/// A uniform cubic B-spline over a square grid of knots (C. de Boor, "A Practical Guide to Splines" (1978)), so that it
/// is smooth, and each knot moves only what is around it.
/// </remarks>
/// <param name="LeftMm">Left edge of what it covers, mm on the card.</param>
/// <param name="TopMm">Upper edge of what it covers, mm on the card.</param>
/// <param name="SpacingMm">From knot to knot, mm.</param>
/// <param name="Across">Spans across, 1 or more; there are three knots more than that.</param>
/// <param name="Down">Spans down.</param>
/// <param name="X">Of each knot, how far to the right, mm, row by row.</param>
/// <param name="Y">Of each knot, how far down, mm.</param>
public sealed record Bend(
    double LeftMm,
    double TopMm,
    double SpacingMm,
    int Across,
    int Down,
    ImmutableArray<double> X,
    ImmutableArray<double> Y
)
{
    /// <summary>Knots that move a point, in each direction.</summary>
    internal const int Reach = 4;

    /// <summary>Knots in a row.</summary>
    internal int Columns => Across + Reach - 1;

    /// <summary>Knots of all rows.</summary>
    internal int Knots => Columns * (Down + Reach - 1);

    /// <summary>A card that lies flat.</summary>
    /// <param name="widthMm">Width of the card's picture, mm.</param>
    /// <param name="heightMm">Height of the card's picture, mm.</param>
    /// <param name="spans">Spans along the longer side, 1 or more.</param>
    public static Bend None(double widthMm, double heightMm, int spans)
    {
        var spacing = Math.Max(widthMm, heightMm) / spans;
        var flat = new Bend(
            0,
            0,
            spacing,
            Math.Max(1, (int)Math.Ceiling(widthMm / spacing - 1e-9)),
            Math.Max(1, (int)Math.Ceiling(heightMm / spacing - 1e-9)),
            [],
            []
        );
        return flat with { X = [.. new double[flat.Knots]], Y = [.. new double[flat.Knots]] };
    }

    /// <summary>How far a point is out of place, mm.</summary>
    public (double X, double Y) At(double x, double y)
    {
        Span<double> weights = stackalloc double[Reach * Reach];
        var first = Weights(x, y, weights);
        var (moveX, moveY) = (0.0, 0.0);
        for (var i = 0; i < weights.Length; i++)
        {
            var knot = first + i / Reach * Columns + i % Reach;
            moveX += weights[i] * X[knot];
            moveY += weights[i] * Y[knot];
        }
        return (moveX, moveY);
    }

    /// <summary>How much each of the knots around a point moves it; gives the first of them.</summary>
    internal int Weights(double x, double y, Span<double> weights)
    {
        Span<double> across = stackalloc double[Reach],
            down = stackalloc double[Reach];
        var column = Basis((x - LeftMm) / SpacingMm, Across, across);
        var row = Basis((y - TopMm) / SpacingMm, Down, down);
        for (var i = 0; i < Reach; i++)
        {
            for (var j = 0; j < Reach; j++)
                weights[i * Reach + j] = down[i] * across[j];
        }
        return row * Columns + column;
    }

    /// <summary>The four cubic pieces at a place; beyond the ends the last ones go on.</summary>
    private static int Basis(double at, int spans, Span<double> weights)
    {
        var span = Math.Clamp((int)Math.Floor(at), 0, spans - 1);
        var t = Math.Clamp(at - span, -0.5, 1.5);
        weights[0] = (1 - t) * (1 - t) * (1 - t) / 6;
        weights[1] = (3 * t * t * t - 6 * t * t + 4) / 6;
        weights[2] = (-3 * t * t * t + 3 * t * t + 3 * t + 1) / 6;
        weights[3] = t * t * t / 6;
        return span;
    }
}
