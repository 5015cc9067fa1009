using System.Collections.Immutable;
using MathNet.Numerics.LinearAlgebra;
using Nube.Core.Colour;

namespace Nube.Devices.Swatches;

/// <summary>Three sensors under a light, with the matrix by which their maker turns them into sRGB.</summary>
/// <remarks>
/// The sensors differ from the eye, so two colours that look alike to them may not to us, and no matrix mends that. The
/// matrix is fitted to smooth surfaces, as device makers do, and keeps white.
/// </remarks>
public sealed class Sensors
{
    private readonly double[][] weights;
    private readonly Matrix<double> matrix;

    /// <param name="bells">What each sensor takes in, nm: middle and standard deviation.</param>
    /// <param name="light">What falls on the sheet.</param>
    /// <param name="leak">What each takes in of every wavelength, as a share of its bell's height.</param>
    private Sensors((double Middle, double Width)[] bells, Spectrum light, double leak = 0)
    {
        weights =
        [
            .. bells.Select(bell =>
            {
                double[] row =
                [
                    .. Enumerable
                        .Range(0, Spectrum.Bands)
                        .Select(band =>
                            light[band]
                            * (
                                leak
                                + Math.Exp(-Math.Pow((Spectrum.Wavelength(band) - bell.Middle) / bell.Width, 2) / 2)
                            )
                        ),
                ];
                var sum = row.Sum();
                return row.Select(value => value / sum).ToArray();
            }),
        ];
        matrix = Characterise();
    }

    /// <summary>A flatbed scanner with a white lamp and three filters.</summary>
    public static Sensors Scanner { get; } = new([(602, 30), (538, 36), (452, 26)], Spectrum.Flat(1));

    /// <summary>A phone's camera by a window.</summary>
    public static Sensors Phone { get; } = new([(600, 38), (540, 42), (460, 32)], Illuminants.D50);

    /// <summary>
    /// Sensors of a device that nobody built: three bells, some with filters that let a little of everything through, under
    /// one of the lights of its kind. How far they are from each other is invented.
    /// </summary>
    /// <param name="scanner">A scanner with a lamp of its own; else a phone under some light.</param>
    /// <param name="random">Which.</param>
    internal static Sensors Invented(bool scanner, Random random)
    {
        double Between(double low, double high) => low + (high - low) * random.NextDouble();
        var light = scanner ? Lights.OfScanner(random) : Lights.OfRoom(random);
        (double Middle, double Width)[] ordinary = scanner
            ? [(602, 30), (538, 36), (452, 26)]
            : [(600, 38), (540, 42), (460, 32)];
        var leak = random.Next(2) == 0 ? 0 : Between(0, 0.12);
        return new Sensors(
            [.. ordinary.Select(bell => (bell.Middle + Between(-10, 10), bell.Width * Between(0.8, 1.3)))],
            light,
            leak
        );
    }

    /// <summary>Linear sRGB, 1 for white; may lie a little outside 0 to 1.</summary>
    public ImmutableArray<double> Linear(Spectrum reflectance) =>
        [.. matrix * Vector<double>.Build.DenseOfEnumerable(Raw(reflectance))];

    private IEnumerable<double> Raw(Spectrum reflectance) =>
        weights.Select(row => Enumerable.Range(0, Spectrum.Bands).Sum(band => row[band] * reflectance[band]));

    /// <summary>Least squares over a grid of smooth colours, each row scaled to keep white.</summary>
    private Matrix<double> Characterise()
    {
        double[] levels = [0.1, 0.35, 0.6, 0.85];
        var smooth = (from r in levels from g in levels from b in levels select new Srgb(r, g, b)).ToList();
        var raw = Matrix<double>.Build.DenseOfRows(
            smooth.Select(colour => Raw(ReflectanceReconstruction.From(colour)))
        );
        var wanted = Matrix<double>.Build.DenseOfRows(
            smooth.Select(colour => new[] { Srgb.Decode(colour.R), Srgb.Decode(colour.G), Srgb.Decode(colour.B) })
        );
        var found = raw.TransposeThisAndMultiply(raw)
            .Cholesky()
            .Solve(raw.TransposeThisAndMultiply(wanted))
            .Transpose();
        return Matrix<double>.Build.DenseOfRows(found.EnumerateRows().Select(row => row / row.Sum()));
    }
}
