using System.Collections.Immutable;
using MathNet.Numerics.LinearAlgebra;
using MathNet.Numerics.LinearAlgebra.Double;

namespace Nube.Core.Swatches;

/// <summary>The light that bare paper sends from every place of a sheet, so that all else is read against it.</summary>
/// <remarks>
/// For each sensor the logarithm of the paper's light is a surface of second degree in x and y, fitted to the white
/// gaps by least squares; gaps much darker than the surface (a splash, a bar that bled) are left out, and the fit
/// repeated.
/// </remarks>
internal sealed class FlatField
{
    private const int Rounds = 4; // of leaving out what is not paper
    private const double Stained = 0.03; // a gap darker than the surface by this share is not bare paper
    private const double Bled = 0.06; // and beside a bar by this: the bar's black has run

    private readonly Vector<double>[] surfaces;
    private readonly SwatchSheet sheet;

    private FlatField(Vector<double>[] surfaces, SwatchSheet sheet)
    {
        this.surfaces = surfaces;
        this.sheet = sheet;
    }

    /// <summary>Spread of bare paper: noise of the picture, and the paper's own texture.</summary>
    public double Grain { get; private init; }

    /// <summary>How much darker the darkest gap's place is than the lightest's.</summary>
    public double FallOff { get; private init; }

    /// <summary>Rows whose bar has run into the paper beside it.</summary>
    public ImmutableArray<int> BarBleeds { get; private init; }

    /// <summary>The flat field of a sheet.</summary>
    public static FlatField From(SheetLight light, SwatchSheet sheet)
    {
        var lastColumn = SwatchSheet.Washes.Length - 1;
        var beside = Enumerable
            .Range(0, sheet.Rows)
            .SelectMany(row =>
                Enumerable
                    .Range(0, lastColumn + 1)
                    .Select(column => (Row: row, Column: column, Read: light.Of(sheet.Gap(row, column))))
            );
        var below = Enumerable
            .Range(0, sheet.Rows)
            .SelectMany(row =>
                Enumerable
                    .Range(0, lastColumn)
                    .Select(column => (Row: row, Column: column, Read: light.Of(sheet.Below(row, column))))
            );
        var gaps = beside.Concat(below).ToList();
        double[][] places = [.. gaps.Select(gap => Terms(gap.Read.Box, sheet))];
        double[][] logs = [.. gaps.Select(gap => Logs(gap.Read.Light))];
        var bare = Enumerable.Range(0, gaps.Count).ToList();
        var surfaces = Fit(places, logs, bare);
        for (var round = 1; round < Rounds; round++)
        {
            bare = [.. Enumerable.Range(0, gaps.Count).Where(gap => Darker(gap) < Stained)];
            surfaces = Fit(places, logs, bare);
        }
        var levels = bare.Select(gap => Math.Exp(surfaces[1].DotProduct(DenseVector.OfArray(places[gap])))).ToList();
        return new FlatField(surfaces, sheet)
        {
            Grain = bare.Select(gap => gaps[gap].Read.Spread).Order().ElementAt(bare.Count / 2),
            FallOff = 1 - levels.Min() / levels.Max(),
            BarBleeds =
            [
                .. Enumerable
                    .Range(0, gaps.Count)
                    .Where(gap => gaps[gap].Column == lastColumn && Darker(gap) > Bled)
                    .Select(gap => gaps[gap].Row),
            ],
        };

        double Darker(int gap) =>
            1
            - Math.Exp(
                Enumerable
                    .Range(0, 3)
                    .Average(sensor =>
                        logs[gap][sensor] - surfaces[sensor].DotProduct(DenseVector.OfArray(places[gap]))
                    )
            );
    }

    /// <summary>What was read, against bare paper at its place.</summary>
    public RelativeLight Relative(LightRead read) => Relative(read.Light, DenseVector.OfArray(Terms(read.Box, sheet)));

    /// <summary>Light at a point that may lie beside the sheet, against bare paper if there were some.</summary>
    /// <remarks>Beyond the sheet the surface goes on straight: a curve would run away there.</remarks>
    public RelativeLight RelativeBeside(RelativeLight light, double x, double y)
    {
        const double step = 1; // mm inward, for the slope at the edge
        double nearX = Math.Clamp(x, 0, sheet.Width),
            nearY = Math.Clamp(y, 0, sheet.Height);
        var (awayX, awayY) = (x - nearX, y - nearY);
        var away = Math.Sqrt(awayX * awayX + awayY * awayY);
        var edge = DenseVector.OfArray(Terms(nearX, nearY, sheet));
        if (away == 0)
            return Relative(light, edge);
        var inward = DenseVector.OfArray(Terms(nearX - awayX / away * step, nearY - awayY / away * step, sheet));
        return Relative(light, edge + (edge - inward) * (away / step));
    }

    private RelativeLight Relative(RelativeLight light, Vector<double> terms) =>
        new(
            light.R / Math.Exp(surfaces[0].DotProduct(terms)),
            light.G / Math.Exp(surfaces[1].DotProduct(terms)),
            light.B / Math.Exp(surfaces[2].DotProduct(terms))
        );

    private static double[] Terms(SheetRectangle box, SwatchSheet sheet) =>
        Terms(box.X + box.Width / 2, box.Y + box.Height / 2, sheet);

    private static double[] Logs(RelativeLight light) =>
        [Math.Log(Math.Max(light.R, 1e-4)), Math.Log(Math.Max(light.G, 1e-4)), Math.Log(Math.Max(light.B, 1e-4))];

    private static double[] Terms(double mmX, double mmY, SwatchSheet sheet)
    {
        var x = mmX / sheet.Width * 2 - 1;
        var y = mmY / sheet.Height * 2 - 1;
        // One row alone says nothing about the slope down the sheet.
        return sheet.Rows > 2 ? [1, x, y, x * x, x * y, y * y] : [1, x];
    }

    private static Vector<double>[] Fit(double[][] places, double[][] logs, List<int> bare)
    {
        var terms = DenseMatrix.OfRowArrays(bare.Select(gap => places[gap]));
        var normal = terms.TransposeThisAndMultiply(terms).Cholesky();
        return
        [
            .. Enumerable
                .Range(0, 3)
                .Select(sensor =>
                    normal.Solve(
                        terms.TransposeThisAndMultiply(DenseVector.OfEnumerable(bare.Select(gap => logs[gap][sensor])))
                    )
                ),
        ];
    }
}
