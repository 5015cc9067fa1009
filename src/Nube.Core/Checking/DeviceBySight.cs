using System.Collections.Immutable;
using MathNet.Numerics.LinearAlgebra;
using MathNet.Numerics.LinearAlgebra.Double;
using Nube.Core.Colour;
using Nube.Core.Swatches;

namespace Nube.Core.Checking;

/// <summary>A colour that a device saw, and what it is held to be.</summary>
/// <param name="Seen">Its light as the device has it.</param>
/// <param name="Held">The light of the colour that it is held to be, as linear sRGB.</param>
/// <param name="Weight">How much it counts, 0 or more.</param>
internal readonly record struct SeenAndHeld(RelativeLight Seen, RelativeLight Held, double Weight);

/// <summary>How a device sees, against the eye: what turns its light into that of colours.</summary>
/// <remarks>
/// Root polynomials of second degree, which do not change when the light grows (G. D. Finlayson, M. Mackiewicz, A.
/// Hurlbert, "Color correction using root-polynomial regression", IEEE Trans. Image Process. 24 (2015), 1460-1470), by least
/// squares that hold to a device that sees as the eye does. Bare paper stays what it is.
/// </remarks>
internal sealed class DeviceBySight
{
    private const int Terms = 6;

    // How far coefficients stray from those of the eye, against how far one colour is missed. Set on the trial devices.
    private const double Holds = 1,
        PaperWeighs = 100;

    private static readonly RelativeLight Paper = new(1, 1, 1);

    private readonly double[][] coefficients;

    private readonly DeviceTone tone;

    private DeviceBySight(double[][] coefficients, DeviceTone tone) =>
        (this.coefficients, this.tone) = (coefficients, tone);

    /// <summary>A device that sees as the eye does.</summary>
    public static DeviceBySight Eye { get; } =
        new(
            [
                [1, 0, 0, 0, 0, 0],
                [0, 1, 0, 0, 0, 0],
                [0, 0, 1, 0, 0, 0],
            ],
            DeviceTone.None
        );

    /// <summary>The device that saw colours so.</summary>
    public static DeviceBySight Of(
        IReadOnlyCollection<SeenAndHeld> colours,
        double holds = Holds,
        DeviceTone? bends = null
    )
    {
        var tone = bends ?? DeviceTone.None;
        var rows = colours.Append(new SeenAndHeld(Paper, Paper, PaperWeighs)).ToList();
        var terms = Matrix<double>.Build.Dense(rows.Count, Terms, (row, term) =>
            Of(tone.Straight(rows[row].Seen))[term]
        );
        double[] weights =
        [
            .. rows.Select(row => row.Weight * Math.Pow(Math.Max(0.01, Luminance(row.Held)), -4.0 / 3)),
        ];
        var weighted = terms.Transpose() * DiagonalMatrix.OfDiagonal(rows.Count, rows.Count, weights);
        var normal = weighted * terms + holds * DiagonalMatrix.CreateIdentity(Terms);
        var solved = normal.Cholesky();
        double[] Solve(int channel, Func<SeenAndHeld, double> held)
        {
            var start = Eye.coefficients[channel];
            return
            [
                .. solved.Solve(
                    weighted * DenseVector.OfEnumerable(rows.Select(held)) + holds * DenseVector.OfArray(start)
                ),
            ];
        }
        return new DeviceBySight(
            [Solve(0, row => row.Held.R), Solve(1, row => row.Held.G), Solve(2, row => row.Held.B)],
            tone
        );
    }

    /// <summary>The light of the colour that the device saw so.</summary>
    public RelativeLight ToEye(RelativeLight seen)
    {
        var terms = Of(tone.Straight(seen));
        double Sum(double[] of)
        {
            var sum = 0.0;
            for (var term = 0; term < Terms; term++)
                sum += of[term] * terms[term];
            return Math.Max(0, sum);
        }
        return new RelativeLight(Sum(coefficients[0]), Sum(coefficients[1]), Sum(coefficients[2]));
    }

    /// <summary>The colour that the device saw so.</summary>
    /// <param name="seen">The light, against that of the bare paper.</param>
    /// <param name="paper">The light of the bare paper, as linear sRGB.</param>
    public Lab Colour(RelativeLight seen, RelativeLight paper)
    {
        var light = ToEye(seen);
        return Lab.FromXyz(Srgb.XyzOfLight(light.R * paper.R, light.G * paper.G, light.B * paper.B));
    }

    private static double[] Of(RelativeLight seen)
    {
        var (r, g, b) = (Math.Max(0, seen.R), Math.Max(0, seen.G), Math.Max(0, seen.B));
        return [r, g, b, Math.Sqrt(r * g), Math.Sqrt(g * b), Math.Sqrt(r * b)];
    }

    private static double Luminance(RelativeLight light) => Srgb.XyzOfLight(light.R, light.G, light.B).Y;
}
