using System.Globalization;
using System.Text.Json.Serialization;

namespace Nube.Core.Acts;

/// <summary>What figures colour goes through: the openings of a stencil, or what a pattern stamp prints.</summary>
public enum OpeningFigure
{
    /// <summary>Round ones in rows, each row half a step beside the one above it.</summary>
    Dots,

    /// <summary>Stripes from top to bottom.</summary>
    Stripes,

    /// <summary>Squares that stand on their points, in a lattice.</summary>
    Diamonds,
}

/// <summary>A pattern of equal openings: colour lies in them, and not between them.</summary>
/// <param name="Figure">What they are.</param>
/// <param name="PitchMm">From the middle of one to the middle of the next, mm.</param>
/// <param name="Open">How much of the surface they are together, above 0 and below 1.</param>
public sealed record Openings(OpeningFigure Figure, double PitchMm, double Open)
{
    /// <summary>Least from one to the next, mm: below it the foam goes under the bridges; common practice, no source.
    /// </summary>
    public const double LeastPitchMm = 2;

    /// <summary>Most from one to the next, mm: larger ones are shapes of their own, not a pattern; this project's own.
    /// </summary>
    public const double MostPitchMm = 40;

    /// <summary>Least of the surface that is open; this project's own.</summary>
    public const double LeastOpen = 0.1;

    /// <summary>Most of the surface that is open: what is between must hold the stencil together; this project's own.
    /// </summary>
    public const double MostOpen = 0.75;

    /// <summary>How broad the edge is over which colour fades out, mm.</summary>
    public double EdgeMm { get; init; }

    /// <summary>Tells them apart.</summary>
    [JsonIgnore]
    public string Key => string.Create(CultureInfo.InvariantCulture, $"{Figure} {PitchMm} {Open} {EdgeMm}");

    /// <summary>"in dots, 8 mm from one to the next".</summary>
    /// <param name="pitch">The pitch in words.</param>
    public string InWords(string pitch)
    {
        var figures = Figure switch
        {
            OpeningFigure.Dots => "dots",
            OpeningFigure.Stripes => "stripes",
            _ => "diamonds",
        };
        return $"in {figures}, {pitch} from one to the next";
    }

    /// <summary>Why it cannot be, in a sentence; null where it can.</summary>
    public string? Trouble() =>
        !Enum.IsDefined(Figure) ? "Say which figures the pattern is of."
        : !(PitchMm is >= LeastPitchMm and <= MostPitchMm)
            ? $"From one figure of a pattern to the next it is {LeastPitchMm} to {MostPitchMm} mm."
        : !(Open is >= LeastOpen and <= MostOpen)
            ? $"The figures of a pattern are {100 * LeastOpen:0} to {100 * MostOpen:0} % of the surface."
        : null;

    /// <summary>How much of the colour lies at a point, 0 to 1: all in the middle of an opening.</summary>
    /// <param name="x">mm to the right of the piece's upper left corner.</param>
    /// <param name="y">mm down from it.</param>
    public double At(double x, double y)
    {
        var inside = InsideMm(x, y);
        return EdgeMm <= 0 ? (inside >= 0 ? 1 : 0) : Math.Clamp(0.5 + inside / EdgeMm, 0, 1);
    }

    /// <summary>
    /// How much of the surface their edges are, where colour fades out, 0 to 1: half of it in the openings, half between.
    /// </summary>
    [JsonIgnore]
    public double EdgeShare
    {
        get
        {
            // How long the edge is on each mm2: of a circle in its own part of a lattice, of a square, of a stripe's sides.
            var mmOnMm2 = Figure switch
            {
                OpeningFigure.Dots => 2 * Open / DotRadiusMm,
                OpeningFigure.Stripes => 2 / PitchMm,
                _ => 4 * Math.Sqrt(Open) / PitchMm,
            };
            return Math.Min(mmOnMm2 * EdgeMm, 2 * Math.Min(Open, 1 - Open));
        }
    }

    private double RowMm => PitchMm * Math.Sqrt(3) / 2; // from a row of dots to the next

    private double DotRadiusMm => Math.Sqrt(Open * PitchMm * RowMm / Math.PI);

    /// <summary>How far inside the nearest opening a point is, mm; below 0 outside.</summary>
    private double InsideMm(double x, double y) =>
        Figure switch
        {
            OpeningFigure.Dots => InsideDots(x, y),
            OpeningFigure.Stripes => Open * PitchMm / 2 - FromMiddle(x, PitchMm),
            _ => InsideDiamonds(x, y),
        };

    /// <summary>Circles on a triangular lattice; one has sqrt 3 / 2 of the square of the pitch for itself.</summary>
    private double InsideDots(double x, double y)
    {
        var row = (int)Math.Floor(y / RowMm);
        return DotRadiusMm - Math.Min(FromRow(row), FromRow(row + 1));

        double FromRow(int at) =>
            Math.Sqrt(
                Square(y - at * RowMm) + Square(FromMiddle(x - (int.IsOddInteger(at) ? PitchMm / 2 : 0), PitchMm))
            );
    }

    /// <summary>Squares on a square lattice, both turned by an eighth of a turn.</summary>
    private double InsideDiamonds(double x, double y)
    {
        var (u, v) = ((x + y) / Math.Sqrt(2), (x - y) / Math.Sqrt(2));
        return Math.Sqrt(Open) * PitchMm / 2 - Math.Max(FromMiddle(u, PitchMm), FromMiddle(v, PitchMm));
    }

    /// <summary>How far from the nearest of the places 0, pitch, 2 pitch, ....</summary>
    private static double FromMiddle(double at, double pitch) => Math.Abs(at - pitch * Math.Round(at / pitch));

    private static double Square(double of) => of * of;
}
