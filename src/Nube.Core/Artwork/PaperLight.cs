using MathNet.Numerics.LinearAlgebra;
using Nube.Core.Colour;

namespace Nube.Core.Artwork;

/// <summary>The light that bare paper sends from each place of a picture: what would be there if nothing were printed.</summary>
/// <remarks>
/// A quadratic surface for each channel of linear light, by least squares over what looks like paper, again and again with
/// less tolerance (iterated trimmed fit; P. J. Rousseeuw, A. M. Leroy, "Robust Regression and Outlier Detection", Wiley 1987).
/// It begins with the colour that most of the rim has: there prints end.
/// </remarks>
public sealed class PaperLight
{
    private const int Terms = 6; // 1, x, y, x2, xy, y2
    private const double RimMm = 3; // in which the paper's colour is looked for
    private const double SampledMm = 0.8; // side of a square whose mean is one sample
    private const double Cube = 5; // side of a cube in CIELAB, for the commonest colour
    private static readonly double[] Tolerances = [14, 10, 7, 5, 4]; // CIE 1976 difference from the paper so far

    private readonly double[][] surface;
    private readonly int width,
        height;

    private PaperLight(double[][] surface, int width, int height) =>
        (this.surface, this.width, this.height) = (surface, width, height);

    /// <summary>White paper without any light on it: that of a drawing.</summary>
    public static PaperLight OfDrawing(ColourPicture picture)
    {
        ArgumentNullException.ThrowIfNull(picture);
        double[] white = [1, 0, 0, 0, 0, 0];
        return new PaperLight([white, white, white], picture.Width, picture.Height);
    }

    /// <summary>Of a scan or a photo.</summary>
    /// <param name="picture">The picture; its rim is bare for the most part.</param>
    /// <param name="pixelsPerMm">Its scale.</param>
    /// <param name="canBeBare">Whether the paper can be bare at a pixel; null where nobody knows.</param>
    public static PaperLight Of(ColourPicture picture, double pixelsPerMm, Func<int, int, bool>? canBeBare = null)
    {
        ArgumentNullException.ThrowIfNull(picture);
        var side = Math.Clamp((int)Math.Round(SampledMm * pixelsPerMm), 1, Math.Min(picture.Width, picture.Height));
        var samples = Samples(picture, side);
        if (canBeBare is not null)
            samples.RemoveAll(one => !canBeBare(one.X, one.Y));
        var rim = RimMm * pixelsPerMm;
        var onRim = samples
            .Where(one => one.X < rim || one.Y < rim || one.X > picture.Width - rim || one.Y > picture.Height - rim)
            .ToList();
        var commonest = onRim
            .GroupBy(one => (Math.Floor(one.Lab.L / Cube), Math.Floor(one.Lab.A / Cube), Math.Floor(one.Lab.B / Cube)))
            .OrderByDescending(cube => cube.Count())
            .ThenByDescending(cube => cube.Key.Item1)
            .First()
            .ToList();
        var light = new PaperLight(
            [
                [commonest.Average(one => one.R), 0, 0, 0, 0, 0],
                [commonest.Average(one => one.G), 0, 0, 0, 0, 0],
                [commonest.Average(one => one.B), 0, 0, 0, 0, 0],
            ],
            picture.Width,
            picture.Height
        );
        foreach (var tolerance in Tolerances)
        {
            var paper = samples.Where(one => light.Differs(one) < tolerance).ToList();
            if (paper.Count < 4 * Terms)
                break;
            light = light.Fitted(paper);
        }
        return light;
    }

    /// <summary>
    /// What is at a place as it would look on white paper in even light: linear, 1 for bare paper.
    /// </summary>
    /// <param name="x">Pixels from the left.</param>
    /// <param name="y">Pixels from the top.</param>
    /// <param name="light">Linear red, green, blue there.</param>
    public (double R, double G, double B) OnWhite(int x, int y, (double R, double G, double B) light) =>
        (light.R / At(0, x, y), light.G / At(1, x, y), light.B / At(2, x, y));

    private double At(int channel, int x, int y)
    {
        var (u, v) = ((double)x / width, (double)y / height);
        var s = surface[channel];
        return Math.Max(1e-3, s[0] + u * (s[1] + s[3] * u + s[4] * v) + v * (s[2] + s[5] * v));
    }

    private double Differs(Sample one)
    {
        var (r, g, b) = OnWhite(one.X, one.Y, (one.R, one.G, one.B));
        var lab = Lab.FromXyz(Srgb.XyzOfLight(r, g, b));
        return Math.Sqrt(Math.Pow(lab.L - 100, 2) + lab.A * lab.A + lab.B * lab.B);
    }

    private PaperLight Fitted(List<Sample> paper)
    {
        var terms = Matrix<double>.Build.Dense(paper.Count, Terms, (row, term) =>
        {
            var (u, v) = ((double)paper[row].X / width, (double)paper[row].Y / height);
            return term switch
            {
                0 => 1,
                1 => u,
                2 => v,
                3 => u * u,
                4 => u * v,
                _ => v * v,
            };
        });
        var solved = terms.QR();
        double[] Of(Func<Sample, double> channel) =>
            solved.Solve(Vector<double>.Build.DenseOfEnumerable(paper.Select(channel))).ToArray();
        return new PaperLight([Of(one => one.R), Of(one => one.G), Of(one => one.B)], width, height);
    }

    private static List<Sample> Samples(ColourPicture picture, int side)
    {
        var samples = new List<Sample>();
        for (var top = 0; top + side <= picture.Height; top += side)
        {
            for (var left = 0; left + side <= picture.Width; left += side)
            {
                var (r, g, b) = (0.0, 0.0, 0.0);
                for (var y = top; y < top + side; y++)
                {
                    for (var x = left; x < left + side; x++)
                    {
                        var here = picture.LightAt(x, y);
                        (r, g, b) = (r + here.R, g + here.G, b + here.B);
                    }
                }
                var count = (double)side * side;
                (r, g, b) = (r / count, g / count, b / count);
                samples.Add(
                    new Sample(left + side / 2, top + side / 2, r, g, b, Lab.FromXyz(Srgb.XyzOfLight(r, g, b)))
                );
            }
        }
        return samples;
    }

    private readonly record struct Sample(int X, int Y, double R, double G, double B, Lab Lab);
}
