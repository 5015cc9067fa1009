using System.Runtime.InteropServices;
using System.Runtime.Intrinsics;
using MathNet.Numerics.LinearAlgebra;
using MathNet.Numerics.LinearAlgebra.Double;

namespace Nube.Core.Checking;

/// <summary>One step of Gauss and Newton towards the bend that lays lines on lines.</summary>
/// <remarks>
/// Minimises, over how far the knots move, the squares of what a point's line misses of what is seen there (at the
/// strength that its square's lines have), each weighted by the squared correlation of its square; plus the second
/// differences of the knots, which is how stiff paper is; plus a little against moving at all. Where a square's lines tell
/// little, edges of paint in their place tell the rest: they count by what the squared correlation of the lines leaves.
/// </remarks>
internal static class BendStep
{
    private const double Holds = 1e-4; // of the mean weight of a knot, against moving at all. Set on the trial cards
    private const double MostMoved = 1.5; // mm in one step: a longer one comes from lines that agree with wrong ones
    private const int Knots = Bend.Reach * Bend.Reach; // that move a point
    private const int Own = 2 * Knots; // unknowns that move a point: each of its knots across and down

    /// <summary>The bend after it, and how far the knot that moved most did, mm.</summary>
    /// <param name="bend">The bend before it.</param>
    /// <param name="lines">The lines that are seen.</param>
    /// <param name="edges">The same with edges of paint; null where lines alone tell.</param>
    /// <param name="stiffness">Of the paper, of the mean weight of a knot.</param>
    public static (Bend Bend, double Moved) From(Bend bend, BlurredLines lines, BlurredLines? edges, double stiffness)
    {
        var unknowns = 2 * bend.Knots;
        var (normal, right) = (new DenseMatrix(unknowns), new DenseVector(unknowns));
        var seen = Seen.At(bend, lines);
        Tell(bend, seen, square => seen.Agreement(square), normal, right);
        if (edges is not null)
        {
            var beside = Seen.At(bend, edges);
            Tell(bend, beside, square => (1 - seen.Agreement(square)) * beside.Agreement(square), normal, right);
        }
        var mean = normal.Diagonal().Average();
        if (mean == 0)
            return (bend, 0);
        Stiffen(bend, normal, right, stiffness * mean);
        var move = (normal + Holds * mean * DiagonalMatrix.CreateIdentity(unknowns)).Cholesky().Solve(right);
        var most = move.AbsoluteMaximum();
        var shorter = most > MostMoved ? MostMoved / most : 1;
        return (
            bend with
            {
                X = [.. bend.X.Select((x, knot) => x + shorter * move[2 * knot])],
                Y = [.. bend.Y.Select((y, knot) => y + shorter * move[2 * knot + 1])],
            },
            most
        );
    }

    /// <summary>What is seen of the lines where a bend puts them.</summary>
    private sealed record Seen(BlurredLines Lines, float[] Values, SquareAgreement[] Squares)
    {
        public static Seen At(Bend bend, BlurredLines lines)
        {
            var values = lines.Seen(bend);
            return new Seen(lines, values, lines.Agree(values));
        }

        /// <summary>Squared correlation of a square; 0 where it is dark beside the lines.</summary>
        public double Agreement(int square) => Math.Pow(Math.Max(0, Squares[square].Correlation), 2);
    }

    /// <summary>Adds what the points tell to the normal equations.</summary>
    private static void Tell(
        Bend bend,
        Seen seen,
        Func<int, double> weight,
        Matrix<double> normal,
        Vector<double> right
    )
    {
        var weights = Enumerable.Range(0, seen.Squares.Length).Select(weight).ToArray();
        var count = seen.Values.Length;
        var parts = new Dictionary<int, double[]>[Parts];
        Parallel.For(0, Parts, part =>
            parts[part] = Sums(bend, seen, weights, part * count / Parts, (part + 1) * count / Parts)
        );
        foreach (var (first, own) in parts.SelectMany(sums => sums))
        {
            int Of(int j) => 2 * (first + j / 2 / Bend.Reach * bend.Columns + j / 2 % Bend.Reach) + j % 2;
            for (var j = 0; j < Own; j++)
            {
                right[Of(j)] += own[Own * Own + j];
                for (var k = 0; k < Own; k++)
                    normal[Of(j), Of(k)] += own[j * Own + k];
            }
        }
    }

    // Always as many, so that sums come out the same on every machine.
    private const int Parts = 4;

    /// <summary>
    /// What some of the points tell. Points between the same knots move the same ones: their sums are made side by side
    /// first, the right side last.
    /// </summary>
    private static Dictionary<int, double[]> Sums(Bend bend, Seen seen, double[] weights, int from, int to)
    {
        var sums = new Dictionary<int, double[]>();
        Span<double> byKnot = stackalloc double[Knots],
            slope = stackalloc double[Own];
        for (var i = from; i < to; i++)
        {
            var point = seen.Lines.Points[i];
            var (square, weight) = (seen.Squares[point.Square], weights[point.Square]);
            if (weight <= 0)
                continue;
            var missed = point.Line - square.MeanLine - (seen.Values[i] - square.MeanSeen) / square.Strength;
            var first = bend.Weights(point.X, point.Y, byKnot);
            for (var knot = 0; knot < Knots; knot++)
                (slope[2 * knot], slope[2 * knot + 1]) = (point.SlopeX * byKnot[knot], point.SlopeY * byKnot[knot]);
            if (!sums.TryGetValue(first, out var own))
                sums[first] = own = new double[Own * (Own + 1)];
            for (var j = 0; j < Own; j++)
            {
                var weighted = weight * slope[j];
                Add(own.AsSpan(j * Own, Own), slope, weighted);
                own[Own * Own + j] += weighted * missed;
            }
        }
        return sums;
    }

    /// <summary>Adds so many times some values to sums, four at a time.</summary>
    private static void Add(Span<double> sums, ReadOnlySpan<double> values, double times)
    {
        var four = MemoryMarshal.Cast<double, Vector256<double>>(sums);
        var of = MemoryMarshal.Cast<double, Vector256<double>>(values);
        for (var i = 0; i < four.Length; i++)
            four[i] += times * of[i];
    }

    /// <summary>Second differences along rows, along columns, and across both, in least squares.</summary>
    private static void Stiffen(Bend bend, Matrix<double> normal, Vector<double> right, double by)
    {
        var (columns, rows) = (bend.Columns, bend.Knots / bend.Columns);
        for (var at = 0; at < bend.Knots; at++)
        {
            var (column, row) = (at % columns, at / columns);
            if (column + 2 < columns)
                Small([(at, 1), (at + 1, -2), (at + 2, 1)], by);
            if (row + 2 < rows)
                Small([(at, 1), (at + columns, -2), (at + 2 * columns, 1)], by);
            if (column + 1 < columns && row + 1 < rows)
                Small([(at, 1), (at + 1, -1), (at + columns, -1), (at + columns + 1, 1)], 2 * by);
        }

        void Small(ReadOnlySpan<(int Knot, double Weight)> terms, double weight)
        {
            for (var axis = 0; axis < 2; axis++)
            {
                var knots = axis == 0 ? bend.X : bend.Y;
                var now = 0.0;
                foreach (var (knot, of) in terms)
                    now += of * knots[knot];
                foreach (var (knot, of) in terms)
                {
                    right[2 * knot + axis] -= weight * of * now;
                    foreach (var (other, otherOf) in terms)
                        normal[2 * knot + axis, 2 * other + axis] += weight * of * otherOf;
                }
            }
        }
    }
}
