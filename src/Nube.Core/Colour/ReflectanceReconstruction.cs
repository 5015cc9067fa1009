using MathNet.Numerics.LinearAlgebra;

namespace Nube.Core.Colour;

/// <summary>A plausible reflectance for a colour of which only sRGB is known.</summary>
/// <remarks>
/// The "least hyperbolic tangent slope squared" method: S. A. Burns, "Numerical methods for smoothest reflectance
/// reconstruction", Color Research and Application 45 (2020), 8-21. The reflectance is rho = (tanh z + 1) / 2, so it
/// stays between 0 and 1; z has the least sum of squared steps between bands among all that give the colour exactly.
/// The constrained minimum is found by Newton's method on z and three Lagrange multipliers. Many reflectances share a
/// colour: this is the smoothest, not the true one, and what is built on it is marked as estimated.
/// </remarks>
public static class ReflectanceReconstruction
{
    private const int MaximumSteps = 50; // of Newton's method; some ten are needed
    private const double Tolerance = 1e-9; // of XYZ, where white is 1

    /// <summary>
    /// Black and white have no finite z; they stand for these reflectances (Burns 2020, special cases).
    /// </summary>
    private const double BlackReflectance = 1e-4;

    private static readonly double[][] LinearRgbWeights = RowsToLinearRgb();

    /// <summary>The smoothest reflectance with this colour under D65.</summary>
    /// <param name="colour">Each component 0 to 1.</param>
    /// <exception cref="ArgumentOutOfRangeException">A component is outside 0 to 1.</exception>
    /// <exception cref="ArithmeticException">The search did not settle; not seen for any sRGB colour.</exception>
    public static Spectrum From(Srgb colour)
    {
        if (!(colour.R is >= 0 and <= 1 && colour.G is >= 0 and <= 1 && colour.B is >= 0 and <= 1))
            throw new ArgumentOutOfRangeException(nameof(colour), "Each component must be between 0 and 1.");
        if (colour.R == 0 && colour.G == 0 && colour.B == 0)
            return Spectrum.Flat(BlackReflectance);
        if (colour.R == 1 && colour.G == 1 && colour.B == 1)
            return Spectrum.Flat(1);

        const int n = Spectrum.Bands;
        double[] target = [Srgb.Decode(colour.R), Srgb.Decode(colour.G), Srgb.Decode(colour.B)];
        var z = new double[n];
        var lambda = new double[3];
        var residual = new double[n + 3];
        var jacobian = Matrix<double>.Build.Dense(n + 3, n + 3);

        for (var step = 0; step < MaximumSteps; step++)
        {
            jacobian.Clear();
            for (var i = 0; i < n; i++)
            {
                var tanh = Math.Tanh(z[i]);
                var halfSlope = (1 - tanh * tanh) / 2;
                var pull =
                    LinearRgbWeights[0][i] * lambda[0]
                    + LinearRgbWeights[1][i] * lambda[1]
                    + LinearRgbWeights[2][i] * lambda[2];

                // Second differences of z, free at both ends.
                var diagonal = i is 0 or n - 1 ? 2.0 : 4.0;
                residual[i] = diagonal * z[i] + halfSlope * pull;
                jacobian[i, i] = diagonal - 2 * halfSlope * tanh * pull;
                if (i > 0)
                {
                    residual[i] -= 2 * z[i - 1];
                    jacobian[i, i - 1] = -2;
                }
                if (i < n - 1)
                {
                    residual[i] -= 2 * z[i + 1];
                    jacobian[i, i + 1] = -2;
                }
                for (var c = 0; c < 3; c++)
                {
                    var weight = halfSlope * LinearRgbWeights[c][i];
                    jacobian[i, n + c] = weight;
                    jacobian[n + c, i] = weight;
                }
            }
            for (var c = 0; c < 3; c++)
            {
                var sum = 0.0;
                for (var i = 0; i < n; i++)
                    sum += LinearRgbWeights[c][i] * (Math.Tanh(z[i]) + 1) / 2;
                residual[n + c] = sum - target[c];
            }
            if (residual.All(r => Math.Abs(r) < Tolerance))
                return Spectrum.From(i => (Math.Tanh(z[i]) + 1) / 2);

            var change = jacobian.LU().Solve(Vector<double>.Build.Dense(residual));
            for (var i = 0; i < n; i++)
                z[i] -= change[i];
            for (var c = 0; c < 3; c++)
                lambda[c] -= change[n + c];
        }
        throw new ArithmeticException($"No reflectance was found for {colour}.");
    }

    private static double[][] RowsToLinearRgb()
    {
        var rows = new double[3][];
        for (var c = 0; c < 3; c++)
        {
            rows[c] = new double[Spectrum.Bands];
            for (var i = 0; i < Spectrum.Bands; i++)
            {
                for (var k = 0; k < 3; k++)
                    rows[c][i] += Srgb.XyzToLinear[3 * c + k] * SpectralColour.WeightsOf(k)[i];
            }
        }
        return rows;
    }
}
