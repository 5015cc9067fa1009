using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;
using System.Runtime.Intrinsics;
using MathNet.Numerics.LinearAlgebra;
using MathNet.Numerics.LinearAlgebra.Double;
using OpenCvSharp;

namespace Nube.Core.Checking;

/// <summary>Bends a card until its stamped lines lie on those that are seen.</summary>
/// <remarks>
/// Least squares between the two pictures, from blurred to sharp, by Gauss and Newton's steps (B. D. Lucas, T. Kanade,
/// "An iterative image registration technique", Proc. IJCAI 1981; in the notation of S. Baker, I. Matthews, Int. J.
/// Comput. Vision 56 (2004), 221-255). Under paint a line is paler or gone: so each small square of the card has a
/// strength of its own, by which its lines are weakened, and counts by how well it agrees. What no line tells, the
/// stiffness of the paper decides: second differences of the knots are kept small.
/// </remarks>
internal static class Alignment
{
    private const double SquareMm = 6; // within which lines are equally strong
    private const int MostSteps = 12;
    private const double Enough = 0.03; // of the blur, that the last step moved a knot at most
    private const int MostTold = 12_000; // points: more tell the same again
    private const double PointsPerBlur = 2.4; // of the rasters, in one standard deviation of the blur: finer shows no more
    private const double LeastSlope = 0.04; // of the steepest of the template: flatter tells nothing
    private const double Stiffness = 0.02; // of the mean weight of a knot. Set on the trial cards
    private const double Holds = 1e-4; // the same, against moving at all

    /// <summary>One point of the template that tells something.</summary>
    private readonly record struct Told(float X, float Y, float Line, float SlopeX, float SlopeY, int Square);

    /// <summary>The bend.</summary>
    /// <param name="template">The lines, from 0 to 1.</param>
    /// <param name="seen">The lines that are seen, in the same place as far as that is known.</param>
    /// <param name="pixelsPerMm">Scale of both.</param>
    /// <param name="marginMm">Paper around the card's picture in both, mm.</param>
    /// <param name="start">The bend to begin with.</param>
    /// <param name="blursMm">How far both are blurred, standard deviation, mm, from the largest on.</param>
    public static Bend Find(
        Mat template,
        Mat seen,
        double pixelsPerMm,
        double marginMm,
        Bend start,
        ReadOnlySpan<double> blursMm
    )
    {
        var bend = start;
        foreach (var blurMm in blursMm)
            bend = Find(template, seen, pixelsPerMm, marginMm, bend, blurMm);
        return bend;
    }

    /// <summary>How much of the lines, by their surface, is seen where they should be, 0 to 1.</summary>
    public static double Shown(Mat template, Mat seen, double finest, double marginMm, Bend bend)
    {
        using var lines = Blurred(template, Math.Min(1, PointsPerBlur / (ShownBlurMm * finest)), ShownBlurMm * finest);
        using var there = Blurred(seen, Math.Min(1, PointsPerBlur / (ShownBlurMm * finest)), ShownBlurMm * finest);
        var pixelsPerMm = finest * lines.Width / template.Width;
        var squares = (int)Math.Ceiling(lines.Width / (SquareMm * pixelsPerMm));
        var rows = (int)Math.Ceiling(lines.Height / (SquareMm * pixelsPerMm));
        var told = Tell(lines, pixelsPerMm, squares);
        var sums = new Agreement[squares * rows];
        var pixels = there.AsSpan<float>();
        var amount = new double[squares * rows];
        foreach (var point in told)
        {
            var (x, y) = ((point.X + 0.5) / pixelsPerMm - marginMm, (point.Y + 0.5) / pixelsPerMm - marginMm);
            var (moveX, moveY) = bend.At(x, y);
            sums[point.Square]
                .Add(
                    point.Line,
                    Value(
                        pixels,
                        there.Width,
                        there.Height,
                        (float)(point.X + moveX * pixelsPerMm),
                        (float)(point.Y + moveY * pixelsPerMm)
                    )
                );
            amount[point.Square]++;
        }
        var (shown, all) = (0.0, 0.0);
        for (var square = 0; square < sums.Length; square++)
        {
            all += amount[square];
            shown += amount[square] * (sums[square].Correlation >= Agrees ? 1 : 0);
        }
        return all == 0 ? 0 : shown / all;
    }

    private const double ShownBlurMm = 0.3;
    private const double Agrees = 0.5; // correlation of a square's lines with what is seen there. Set on the trial cards

    private static Bend Find(Mat template, Mat seen, double finest, double marginMm, Bend start, double blurMm)
    {
        var times = Math.Min(1, PointsPerBlur / (blurMm * finest));
        using var lines = Blurred(template, times, blurMm * finest);
        using var there = Blurred(seen, times, blurMm * finest);
        // What is left of a pixel at the rim makes it a little larger or smaller.
        var pixelsPerMm = finest * lines.Width / template.Width;
        var squares = (int)Math.Ceiling(lines.Width / (SquareMm * pixelsPerMm));
        var rows = (int)Math.Ceiling(lines.Height / (SquareMm * pixelsPerMm));
        var told = Tell(lines, pixelsPerMm, squares);
        var bend = start;
        for (var step = 0; step < MostSteps; step++)
        {
            var (next, moved) = Step(told, there, pixelsPerMm, marginMm, bend, squares * rows);
            bend = next;
            if (moved < Enough * blurMm)
                break;
        }
        return bend;
    }

    private static Mat Blurred(Mat from, double times, double sigma)
    {
        using var blurred = new Mat();
        Cv2.GaussianBlur(from, blurred, new Size(0, 0), Math.Max(0.3, sigma), 0, BorderTypes.Replicate);
        var to = new Mat();
        Cv2.Resize(blurred, to, default, times, times, InterpolationFlags.Linear);
        return to;
    }

    private static List<Told> Tell(Mat lines, double pixelsPerMm, int squares)
    {
        var (width, height) = (lines.Width, lines.Height);
        var all = lines.AsSpan<float>();
        var side = SquareMm * pixelsPerMm;
        var steepest = 0f;
        for (var y = 1; y < height - 1; y++)
        {
            for (var x = 1; x < width - 1; x++)
            {
                var at = y * width + x;
                steepest = MathF.Max(steepest, MathF.Abs(all[at + 1] - all[at - 1]));
            }
        }
        var told = new List<Told>();
        for (var y = 1; y < height - 1; y++)
        {
            for (var x = 1; x < width - 1; x++)
            {
                var at = y * width + x;
                var (slopeX, slopeY) = ((all[at + 1] - all[at - 1]) / 2, (all[at + width] - all[at - width]) / 2);
                if (slopeX * slopeX + slopeY * slopeY >= Math.Pow(LeastSlope * steepest / 2, 2))
                    told.Add(new Told(x, y, all[at], slopeX, slopeY, (int)(y / side) * squares + (int)(x / side)));
            }
        }
        var every = (told.Count + MostTold - 1) / MostTold;
        return every <= 1 ? told : [.. told.Where((_, i) => i % every == 0)];
    }

    private static (Bend Bend, double Moved) Step(
        List<Told> told,
        Mat there,
        double pixelsPerMm,
        double marginMm,
        Bend bend,
        int squareCount
    )
    {
        var (width, height) = (there.Width, there.Height);
        var pixels = there.AsSpan<float>();
        var values = new float[told.Count];
        var weights = new double[told.Count * Bend.Reach * Bend.Reach];
        var firsts = new int[told.Count];
        var sums = new Agreement[squareCount];
        for (var i = 0; i < told.Count; i++)
        {
            var point = told[i];
            var (x, y) = ((point.X + 0.5) / pixelsPerMm - marginMm, (point.Y + 0.5) / pixelsPerMm - marginMm);
            var own = weights.AsSpan(i * Bend.Reach * Bend.Reach, Bend.Reach * Bend.Reach);
            firsts[i] = bend.Weights(x, y, own);
            var (moveX, moveY) = (0.0, 0.0);
            for (var j = 0; j < own.Length; j++)
            {
                var knot = firsts[i] + j / Bend.Reach * bend.Columns + j % Bend.Reach;
                moveX += own[j] * bend.X[knot];
                moveY += own[j] * bend.Y[knot];
            }
            values[i] = Value(
                pixels,
                width,
                height,
                (float)(point.X + moveX * pixelsPerMm),
                (float)(point.Y + moveY * pixelsPerMm)
            );
            sums[point.Square].Add(point.Line, values[i]);
        }
        var unknowns = 2 * bend.Knots;
        var (normal, right) = (new double[unknowns, unknowns], new double[unknowns]);
        const int own2 = 2 * Bend.Reach * Bend.Reach;
        // Points between the same knots move the same ones: their sums are made side by side first.
        var sumsOf = new Dictionary<int, double[]>();
        Span<double> slope = stackalloc double[own2];
        for (var i = 0; i < told.Count; i++)
        {
            var point = told[i];
            var (strength, trust, meanLine, meanSeen) = sums[point.Square].Fit();
            if (trust <= 0)
                continue;
            var missed = strength * (point.Line - meanLine) - (values[i] - meanSeen);
            for (var j = 0; j < Bend.Reach * Bend.Reach; j++)
            {
                var weight = weights[i * Bend.Reach * Bend.Reach + j];
                (slope[2 * j], slope[2 * j + 1]) = (
                    strength * point.SlopeX * pixelsPerMm * weight,
                    strength * point.SlopeY * pixelsPerMm * weight
                );
            }
            if (!sumsOf.TryGetValue(firsts[i], out var here))
                sumsOf[firsts[i]] = here = new double[own2 * (own2 + 1)];
            for (var j = 0; j < own2; j++)
            {
                Add(here.AsSpan(j * own2, own2), slope, trust * slope[j]);
                here[own2 * own2 + j] += trust * missed * slope[j];
            }
        }
        foreach (var (first, here) in sumsOf)
        {
            int Of(int j) => 2 * (first + j / 2 / Bend.Reach * bend.Columns + j / 2 % Bend.Reach) + j % 2;
            for (var j = 0; j < own2; j++)
            {
                right[Of(j)] += here[own2 * own2 + j];
                for (var k = 0; k < own2; k++)
                    normal[Of(j), Of(k)] += here[j * own2 + k];
            }
        }
        var mean = 0.0;
        for (var i = 0; i < unknowns; i++)
            mean += normal[i, i] / unknowns;
        if (mean == 0)
            return (bend, 0);
        Stiffen(bend, normal, right, Stiffness * mean);
        for (var i = 0; i < unknowns; i++)
            normal[i, i] += Holds * mean;
        var move = DenseMatrix.OfArray(normal).Cholesky().Solve(DenseVector.OfArray(right));
        var most = move.AbsoluteMaximum();
        // A step that is too long comes from a square that agrees with the wrong line.
        var shorter = Math.Min(1, MostMoved / Math.Max(most, 1e-9));
        return (
            bend with
            {
                X = [.. bend.X.Select((x, knot) => x + shorter * move[2 * knot])],
                Y = [.. bend.Y.Select((y, knot) => y + shorter * move[2 * knot + 1])],
            },
            most
        );
    }

    private const double MostMoved = 1.5; // mm in one step

    /// <summary>Adds so many times some values to sums, four at a time.</summary>
    private static void Add(Span<double> sums, ReadOnlySpan<double> values, double times)
    {
        var four = MemoryMarshal.Cast<double, Vector256<double>>(sums);
        var of = MemoryMarshal.Cast<double, Vector256<double>>(values);
        for (var i = 0; i < four.Length; i++)
            four[i] += times * of[i];
    }

    /// <summary>Second differences along rows, along columns, and across both, in least squares.</summary>
    private static void Stiffen(Bend bend, double[,] normal, double[] right, double by)
    {
        var (columns, rows) = (bend.Columns, bend.Knots / bend.Columns);
        for (var row = 0; row < rows; row++)
        {
            for (var column = 0; column < columns; column++)
            {
                var at = row * columns + column;
                if (column + 2 < columns)
                    Small([(at, 1), (at + 1, -2), (at + 2, 1)], by);
                if (row + 2 < rows)
                    Small([(at, 1), (at + columns, -2), (at + 2 * columns, 1)], by);
                if (column + 1 < columns && row + 1 < rows)
                    Small([(at, 1), (at + 1, -1), (at + columns, -1), (at + columns + 1, 1)], 2 * by);
            }
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

    /// <summary>Between pixels; the rim goes on beyond the picture.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static float Value(ReadOnlySpan<float> pixels, int width, int height, float x, float y)
    {
        x = Math.Clamp(x, 0, width - 1.001f);
        y = Math.Clamp(y, 0, height - 1.001f);
        var (left, top) = ((int)x, (int)y);
        var (a, b) = (x - left, y - top);
        var at = top * width + left;
        var upper = pixels[at] + a * (pixels[at + 1] - pixels[at]);
        var lower = pixels[at + width] + a * (pixels[at + width + 1] - pixels[at + width]);
        return upper + b * (lower - upper);
    }

    /// <summary>How the lines of a square agree with what is seen there.</summary>
    private struct Agreement
    {
        private double lines,
            seen,
            linesLines,
            seenSeen,
            linesSeen;
        private int count;

        public void Add(double line, double there)
        {
            lines += line;
            seen += there;
            linesLines += line * line;
            seenSeen += there * there;
            linesSeen += line * there;
            count++;
        }

        /// <summary>Pearson's correlation of the two; 0 where one of them is the same everywhere.</summary>
        public readonly double Correlation
        {
            get
            {
                if (count == 0)
                    return 0;
                var (meanLine, meanSeen) = (lines / count, seen / count);
                var spread = (linesLines / count - meanLine * meanLine) * (seenSeen / count - meanSeen * meanSeen);
                return spread <= 0 ? 0 : (linesSeen / count - meanLine * meanSeen) / Math.Sqrt(spread);
            }
        }

        /// <summary>How strong its lines are against the template's, and how far it is to be trusted, 0 to 1.</summary>
        public readonly (double Strength, double Trust, double MeanLine, double MeanSeen) Fit()
        {
            var (meanLine, meanSeen) = (lines / count, seen / count);
            var (ofLines, ofSeen) = (linesLines / count - meanLine * meanLine, seenSeen / count - meanSeen * meanSeen);
            var both = linesSeen / count - meanLine * meanSeen;
            if (both <= 0 || ofLines <= 0 || ofSeen <= 0)
                return (0, 0, meanLine, meanSeen);
            var correlation = both / Math.Sqrt(ofLines * ofSeen);
            // Less a square's own strength: what is pale is not less certain, what does not agree is.
            var strength = both / ofLines;
            return (strength, correlation * correlation / (strength * strength), meanLine, meanSeen);
        }
    }
}
