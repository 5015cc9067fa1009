using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Nube.Core.Acts;
using Nube.Core.Artwork;
using Nube.Core.Cards;
using Nube.Core.Methods;

namespace Nube.Core.Grounds;

/// <summary>From where the hues of a ground follow each other over a piece.</summary>
public enum GroundFrom
{
    /// <summary>From one side to the other: bands.</summary>
    OneSide,

    /// <summary>From all edges inwards.</summary>
    Edges,

    /// <summary>From the middle outwards.</summary>
    Centre,

    /// <summary>From corners.</summary>
    Corners,
}

/// <summary>A corner of a piece.</summary>
public enum Corner
{
    /// <summary>The upper left one.</summary>
    TopLeft,

    /// <summary>The upper right one.</summary>
    TopRight,

    /// <summary>The lower right one.</summary>
    BottomRight,

    /// <summary>The lower left one.</summary>
    BottomLeft,
}

/// <summary>Where on a piece the hues of its ground lie, whatever its size.</summary>
/// <param name="From">From where they follow each other.</param>
/// <param name="Degrees">Of <see cref="GroundFrom.OneSide"/>, in which direction: 0 to the right, 90 down; clockwise as
/// seen.</param>
/// <param name="Softness">How soft the seams are, 0.1 to 1.</param>
public sealed record GroundPlace(GroundFrom From, double Degrees, double Softness)
{
    /// <summary>Least of the way that a ground covers: less is a line, not a ground; this project's own.</summary>
    public const double LeastReach = 0.1;

    /// <summary>Broadest hue in parts of the narrowest; this project's own.</summary>
    public const double BroadestHue = 8;

    /// <summary>Of <see cref="GroundFrom.Corners"/>, which; empty for all.</summary>
    public ImmutableArray<Corner> Corners { get; init; } = [];

    /// <summary>How far the hues go, 0.1 to 1 of the way; null for all of it: else they fade out to the paper.</summary>
    public double? Reach { get; init; }

    /// <summary>How broad each hue is beside the others, 1 to 8; empty where all are as broad.</summary>
    public ImmutableArray<double> Widths { get; init; } = [];

    private static readonly Openings UsualPattern = new(OpeningFigure.Dots, 8, 0.4); // by eye

    /// <summary>Through which openings it goes; null where it is no pattern.</summary>
    [AddedLater(partWise: true)]
    public Openings? Through { get; init; }

    /// <summary>Whether something that is done to a whole piece has its place on it.</summary>
    public static bool Has(Method method) => HasHues(method) || method == Method.Splatter;

    /// <summary>Whether a method lays hues that follow each other, each into the edge of the one before.</summary>
    public static bool HasHues(Method method) =>
        method is Method.RainbowBands or Method.RainbowStamp or Method.BlendedPanel or Method.LooseBackground
        || IsPattern(method);

    /// <summary>Whether its colour lies in a pattern: through a stencil, or stamped.</summary>
    public static bool IsPattern(Method method) => method is Method.StencilledInk or Method.SoftenedStamp;

    /// <summary>Where it lies before its maker says anything. How soft is from memory.</summary>
    public static GroundPlace Usual(Method method) =>
        new(
            GroundFrom.OneSide,
            90,
            method switch
            {
                Method.RainbowBands => 0.4,
                Method.RainbowStamp => 0.5,
                Method.BlendedPanel or Method.StencilledInk => 0.8,
                _ => 1,
            }
        )
        {
            Through = IsPattern(method) ? UsualPattern : null,
        };

    /// <summary>It is even all over a piece of so many hues: it has no place to say.</summary>
    /// <param name="hues">How many hues.</param>
    public bool IsEven(int hues) => hues < 2 && Reach is null && Through is null;

    /// <summary>The way of its hues over a piece.</summary>
    /// <param name="piece">The piece's size.</param>
    public Gradient On(SizeMm piece) =>
        new(
            From switch
            {
                GroundFrom.OneSide => GradientWay.Across,
                GroundFrom.Edges => GradientWay.FromEdge,
                _ => GradientWay.FromPoint,
            },
            From == GroundFrom.OneSide ? Degrees : 0,
            Softness
        )
        {
            Points = From switch
            {
                GroundFrom.Centre => [new PointMm(piece.Width / 2, piece.Height / 2)],
                GroundFrom.Corners => [.. CornersOf(piece)],
                _ => [],
            },
            Reach = Reach,
            Widths = Widths.IsDefaultOrEmpty ? null : Widths,
        };

    private IEnumerable<PointMm> CornersOf(SizeMm piece) =>
        (Corners.IsDefaultOrEmpty ? [.. Enum.GetValues<Corner>()] : Corners).Select(corner =>
            corner switch
            {
                Corner.TopLeft => new PointMm(0, 0),
                Corner.TopRight => new PointMm(piece.Width, 0),
                Corner.BottomRight => new PointMm(piece.Width, piece.Height),
                _ => new PointMm(0, piece.Height),
            }
        );

    /// <summary>Why it cannot be, in a sentence; null where it can.</summary>
    /// <param name="hues">How many hues it is of.</param>
    public string? Trouble(int hues)
    {
        if (!double.IsFinite(Degrees) || !(Softness is >= Gradient.LeastSoftness and <= 1))
            return "This direction or this softness cannot be.";
        if (Reach is { } reach && !(reach is >= LeastReach and <= 1))
            return "A ground reaches over a tenth of the piece at least, and over all of it at most.";
        if (!Corners.IsDefaultOrEmpty && Corners.Distinct().Count() != Corners.Length)
            return "Say each corner once.";
        if (
            !Widths.IsDefaultOrEmpty
            && (Widths.Length != hues || Widths.Any(width => !(width is >= 1 and <= BroadestHue)))
        )
            return "Say for each hue how broad it is, from 1 to 8.";
        return Through?.Trouble();
    }

    /// <summary>"from top to bottom", "from the edges inwards, fading out after half of the way".</summary>
    [JsonIgnore]
    public string InWords
    {
        get
        {
            var way = From switch
            {
                GroundFrom.OneSide => new Gradient(GradientWay.Across, Degrees).InWords,
                GroundFrom.Edges => "from the edges inwards",
                GroundFrom.Centre => "from the middle outwards",
                _ => Corners.IsDefaultOrEmpty ? "from all corners" : $"from {CornerWords()}",
            };
            return Reach is { } reach ? $"{way}, fading out after {Math.Round(100 * reach)} % of the way" : way;
        }
    }

    private string CornerWords()
    {
        var named = Corners.Select(corner =>
            corner switch
            {
                Corner.TopLeft => "the top left",
                Corner.TopRight => "the top right",
                Corner.BottomRight => "the bottom right",
                _ => "the bottom left",
            }
        );
        return string.Join(" and ", named) + " corner" + (Corners.Length > 1 ? "s" : "");
    }

    /// <inheritdoc />
    public bool Equals(GroundPlace? other) =>
        other is not null
        && From == other.From
        && Degrees.Equals(other.Degrees)
        && Softness.Equals(other.Softness)
        && Corners.SequenceEqual(other.Corners)
        && Reach.Equals(other.Reach)
        && Widths.SequenceEqual(other.Widths)
        && Through == other.Through;

    /// <inheritdoc />
    public override int GetHashCode() => HashCode.Combine(From, Degrees, Softness, Reach);
}
