using MathNet.Numerics.LinearAlgebra;
using MathNet.Numerics.LinearAlgebra.Double;
using Nube.Core.Artwork;
using Nube.Core.Colour;

namespace Nube.Core.Swatches;

/// <summary>
/// A 3 x 3 matrix that turns what a device's sensors saw into the colours that a chart is known to have.
/// </summary>
/// <remarks>
/// Least squares from the chart's patches, each weighted by the slope of CIE lightness at its own light, so that dark
/// patches count as the eye counts them. What a device confuses stays confused: a matrix moves colours, it cannot part
/// two that the sensors saw as one.
/// </remarks>
public sealed class ChartCorrection
{
    private const double Cut = 0.01; // of the paper's light

    private ChartCorrection(Matrix<double> matrix, double missed)
    {
        // Light against the paper in, light against the paper out.
        var paper = matrix * DenseVector.OfArray([1, 1, 1]);
        var device = (DiagonalMatrix.OfDiagonal(3, 3, paper.Select(value => 1 / value)) * matrix).Inverse();
        Device = new DeviceLight([.. device.EnumerateRows().SelectMany(row => row)]);
        Missed = missed;
    }

    /// <summary>What the device makes of a light.</summary>
    public DeviceLight Device { get; }

    /// <summary>Mean CIEDE2000 between the chart's known colours and what the matrix makes of what was read.</summary>
    public double Missed { get; }

    /// <summary>
    /// The correction by a chart, which may lie in the picture any way up: the way that fits best is taken.
    /// </summary>
    public static ChartCorrection From(ChartReading reading)
    {
        ArgumentNullException.ThrowIfNull(reading);
        return Fit(InOrder(reading), reading.Chart.Known);
    }

    // Mean CIEDE2000 above which something else than the chart lies between the corners. This project's own: the
    // stand-ins' charts are read to 2 to 4, and 15 and more with the corners elsewhere.
    private const double NotThisChart = 9;

    /// <summary>Says in words when what was read is no such chart.</summary>
    /// <exception cref="PictureTroubleException">It is not.</exception>
    public static void ExpectChart(ChartReading reading)
    {
        ArgumentNullException.ThrowIfNull(reading);
        if (From(reading).Missed > NotThisChart)
            throw new PictureTroubleException(
                $"What lies between these four corners does not look like your chart \"{reading.Chart.Name}\". "
                    + "Point at the outer corners of its corner patches."
            );
    }

    /// <summary>What was read, in the order of the chart, whichever way up it lies: the way that fits best is taken.</summary>
    internal static RelativeLight[] InOrder(ChartReading reading) =>
        Turns(reading).MinBy(light => Fit(light, reading.Chart.Known).Missed)!;

    /// <summary>The patches in the order of the chart, for each way in which its shape can lie.</summary>
    private static IEnumerable<RelativeLight[]> Turns(ChartReading reading)
    {
        RelativeLight[] light = [.. reading.Light];
        yield return light;
        yield return [.. light.Reverse()];
        var side = reading.Chart.Columns;
        if (side != reading.Chart.Rows)
            yield break;
        RelativeLight[] quarter =
        [
            .. Enumerable.Range(0, light.Length).Select(i => light[(side - 1 - i % side) * side + i / side]),
        ];
        yield return quarter;
        yield return [.. quarter.Reverse()];
    }

    /// <summary>
    /// A sensor had no light left to tell, or too much: what was cut off says nothing about the matrix.
    /// </summary>
    private static bool IsCut(RelativeLight light) => Math.Min(light.R, Math.Min(light.G, light.B)) < Cut;

    private static ChartCorrection Fit(RelativeLight[] light, IReadOnlyList<Lab> known)
    {
        var wanted = known.Select(lab => Srgb.LightOfXyz(lab.ToXyz())).ToList();
        double[] weights =
        [
            .. known.Select((lab, i) => IsCut(light[i]) ? 0 : Math.Pow(Math.Max(lab.ToXyz().Y, 0.01), -2.0 / 3)),
        ];
        var seen = DenseMatrix.OfRowArrays(
            light.Select((one, i) => new[] { one.R * weights[i], one.G * weights[i], one.B * weights[i] })
        );
        var target = DenseMatrix.OfRowArrays(
            wanted.Select((one, i) => new[] { one.R * weights[i], one.G * weights[i], one.B * weights[i] })
        );
        var found = seen.TransposeThisAndMultiply(seen)
            .Cholesky()
            .Solve(seen.TransposeThisAndMultiply(target))
            .Transpose();
        var missed = light
            .Select(
                (one, i) =>
                {
                    var made = found * DenseVector.OfArray([one.R, one.G, one.B]);
                    return Ciede2000.Difference(known[i], Lab.FromXyz(Srgb.XyzOfLight(made[0], made[1], made[2])));
                }
            )
            .Average();
        return new ChartCorrection(found, missed);
    }
}
