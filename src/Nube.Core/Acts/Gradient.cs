using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json.Serialization;
using Nube.Core.Artwork;

namespace Nube.Core.Acts;

/// <summary>Along what the hues of a gradient follow each other in an area.</summary>
public enum GradientWay
{
    /// <summary>From one side to the other.</summary>
    Across,

    /// <summary>From a point outwards.</summary>
    FromPoint,

    /// <summary>From the outline inwards.</summary>
    FromEdge,

    /// <summary>From the outlines of the shapes in it outwards.</summary>
    RoundShapes,

    /// <summary>The first hue all over, the second dropped in at points.</summary>
    DropIns,
}

/// <summary>How hues pass into each other in an area.</summary>
/// <remarks>
/// The way through an area goes from 0, where the first hue is, to 1. Each hue has an equal part of it; between two the
/// one gives way to the other.
/// </remarks>
/// <param name="Way">Along what they follow each other.</param>
/// <param name="Degrees">Of <see cref="GradientWay.Across"/>: 0 to the right, 90 down, 180 to the left; clockwise as
/// seen.</param>
/// <param name="Softness">How much of the way is transition, 0.1 for a narrow seam to 1 for no plain part between
/// two.</param>
public sealed record Gradient(GradientWay Way, double Degrees = 0, double Softness = 1)
{
    /// <summary>Least hues.</summary>
    public const int LeastHues = 2;

    /// <summary>Most hues: more than four in one area are bands.</summary>
    public const int MostHues = 4;

    /// <summary>Narrowest seam.</summary>
    public const double LeastSoftness = 0.1;

    /// <summary>Most points at which colour is dropped in.</summary>
    public const int MostPoints = 12;

    /// <summary>
    /// How far a drop spreads in a shining wash, mm, where the area has room for it. From memory: about a fingertip.
    /// </summary>
    public const double DropMm = 6;

    /// <summary>
    /// The points of <see cref="GradientWay.FromPoint"/>, in an area one; those of <see cref="GradientWay.DropIns"/>;
    /// else none.
    /// </summary>
    public ImmutableArray<PointMm> Points { get; init; } = [];

    /// <summary>
    /// How far the hues go, above 0 to 1 of the way: beyond it the paper stays bare, and the last hue fades out to it;
    /// null for all of the way.
    /// </summary>
    [AddedLater(partWise: true)]
    public double? Reach { get; init; }

    /// <summary>How broad each hue is beside the others, above 0; null where all are as broad.</summary>
    [AddedLater(partWise: true)]
    public ImmutableArray<double>? Widths { get; init; }

    /// <summary>Why it cannot be, in a sentence; null where it can.</summary>
    /// <param name="hues">How many hues it is of.</param>
    public string? Trouble(int hues)
    {
        var points = Points.IsDefault ? 0 : Points.Length;
        return Way switch
        {
            _ when hues is < LeastHues or > MostHues =>
                $"Name {LeastHues} to {MostHues} colours to pass into each other.",
            _ when !double.IsFinite(Degrees) || !(Softness is >= LeastSoftness and <= 1) =>
                "This direction or this softness cannot be.",
            GradientWay.FromPoint when points != 1 => "Tap the point from which the colours go out.",
            GradientWay.DropIns when hues != 2 => "Drop one colour into another: name two.",
            GradientWay.DropIns when points is 0 or > MostPoints =>
                $"Tap 1 to {MostPoints} points at which colour is dropped in.",
            GradientWay.Across or GradientWay.FromEdge or GradientWay.RoundShapes when points > 0 =>
                "Only from a point outwards, and to drop colour in, points are tapped.",
            _ => null,
        };
    }

    /// <summary>How much of each hue's own load lies at a place on the way.</summary>
    /// <remarks>
    /// From one hue to the next by a smooth step, which is near the error function that a spreading edge becomes.
    /// Together they are 1; but what is dropped in lies with the hue that is there.
    /// </remarks>
    /// <param name="hues">How many hues.</param>
    /// <param name="place">Place on the way, 0 to 1.</param>
    public ImmutableArray<double> SharesAt(int hues, double place)
    {
        if (Way == GradientWay.DropIns)
            return [1, SmoothStep(place)];
        var shares = new double[hues];
        for (var hue = 0; hue < hues; hue++)
            shares[hue] = Entered(hue) - Entered(hue + 1);
        return ImmutableArray.Create(shares);

        // How far the hues from this one on have taken over.
        double Entered(int hue) =>
            hue == 0 ? 1
            : hue == hues && Reach is null ? 0
            : SmoothStep((place - BeginsAt(hue, hues)) / SeamAt(hue, hues) + 0.5);
    }

    /// <summary>Where on the way a hue begins, in the middle of its seam with the one before it, 0 to 1.</summary>
    /// <param name="hue">The hue, from 0; as many as there are for where the last one ends.</param>
    /// <param name="hues">How many hues.</param>
    public double BeginsAt(int hue, int hues) =>
        (Reach ?? 1) * Enumerable.Range(0, hue).Sum(one => BreadthOf(one, hues));

    /// <summary>How long the seam is at which a hue begins, as a part of the way.</summary>
    private double SeamAt(int hue, int hues) =>
        Softness
        * (Reach ?? 1)
        * (hue == hues ? BreadthOf(hue - 1, hues) : Math.Min(BreadthOf(hue - 1, hues), BreadthOf(hue, hues)));

    /// <summary>A hue's part of what all of them cover.</summary>
    private double BreadthOf(int hue, int hues) =>
        Widths is { } widths && widths.Length == hues ? widths[hue] / widths.Sum() : 1.0 / hues;

    /// <summary>Where on the way a hue is at its purest, 0 to 1.</summary>
    public double PlaceOf(int hue, int hues) =>
        Way == GradientWay.DropIns ? hue
        : hue == 0 ? 0
        : hue == hues - 1 && Reach is null ? 1
        : (BeginsAt(hue, hues) + BeginsAt(hue + 1, hues)) / 2;

    /// <summary>Tells gradients apart.</summary>
    [JsonIgnore]
    public string Key =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"{Way} {Degrees} {Softness} {Reach} {string.Join(' ', Widths ?? [])} {PointsInKey}"
        );

    private string PointsInKey =>
        string.Join(' ', Points.Select(point => string.Create(CultureInfo.InvariantCulture, $"{point.X} {point.Y}")));

    /// <summary>"from left to right", "from the edge inwards".</summary>
    [JsonIgnore]
    public string InWords =>
        Way switch
        {
            GradientWay.Across => Directions[(int)Math.Round((Degrees % 360 + 360) % 360 / 45) % Directions.Length],
            GradientWay.FromPoint => "from a point outwards",
            GradientWay.FromEdge => "from the outline inwards",
            GradientWay.RoundShapes => "from the shapes in it outwards",
            _ => Points.Length == 1 ? "dropped in at a point" : $"dropped in at {Points.Length} points",
        };

    private static readonly string[] Directions =
    [
        "from left to right",
        "from top left to bottom right",
        "from top to bottom",
        "from top right to bottom left",
        "from right to left",
        "from bottom right to top left",
        "from bottom to top",
        "from bottom left to top right",
    ];

    private static double SmoothStep(double x)
    {
        var within = Math.Clamp(x, 0, 1);
        return within * within * (3 - 2 * within);
    }

    /// <inheritdoc />
    public bool Equals(Gradient? other) =>
        other is not null
        && Way == other.Way
        && Degrees.Equals(other.Degrees)
        && Softness.Equals(other.Softness)
        && Reach.Equals(other.Reach)
        && (Widths ?? []).SequenceEqual(other.Widths ?? [])
        && Points.SequenceEqual(other.Points);

    /// <inheritdoc />
    public override int GetHashCode() => HashCode.Combine(Way, Degrees, Softness, Points.Length);
}

/// <summary>Which hues of a gradient an act lays.</summary>
/// <param name="Gradient">The gradient.</param>
/// <param name="First">The hue that its first mix is, from 0; the others follow.</param>
/// <param name="Of">How many hues the gradient has.</param>
public sealed record HuesAlong(Gradient Gradient, int First, int Of)
{
    /// <summary>
    /// The one place on the way that is looked at, 0 to 1: of a ground that goes over a whole card, where an area lies
    /// in it; null for all of the way.
    /// </summary>
    [JsonIgnore]
    public double? At { get; init; }

    /// <summary>Tells them apart.</summary>
    [JsonIgnore]
    public string Key => $"{First}/{Of} {Gradient.Key}";

    /// <summary>
    /// Share of the way that is gone over with so many mixes, weighed by how much of each lies there, up to 1.
    /// </summary>
    public double Covers(int mixes) =>
        Math.Min(
            1,
            Enumerable.Range(0, Surface.StepsAlong).Average(step => SharesAt(Surface.PlaceOf(step), mixes).Sum())
        );

    /// <summary>How much of the load of each of so many mixes lies at a place on the way, 0 to 1.</summary>
    public ImmutableArray<double> SharesAt(double place, int mixes) => Gradient.SharesAt(Of, place).Slice(First, mixes);
}
