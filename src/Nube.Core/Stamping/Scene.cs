using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Nube.Core.Artwork;

namespace Nube.Core.Stamping;

/// <summary>A stamp, or a shape to trace or cut, as it is placed on panels.</summary>
/// <param name="Id">Its key.</param>
/// <param name="Name">The maker's name for it.</param>
/// <param name="Silhouette">What it covers.</param>
/// <param name="Lettering">It can be read: it is never mirrored.</param>
public sealed record Stamp(Guid Id, string Name, Silhouette Silhouette, bool Lettering = false)
{
    /// <summary>What a print of it covers on the panel.</summary>
    public Silhouette Covers(PlacedStamp placed)
    {
        ArgumentNullException.ThrowIfNull(placed);
        return Silhouette.Open(placed.Open).At(placed.At);
    }
}

/// <summary>How a placed shape comes onto the panel.</summary>
public enum PlacedAs
{
    /// <summary>Printed with ink.</summary>
    Stamped,

    /// <summary>Traced with a light pencil line and left bare: the space around it is painted.</summary>
    Traced,

    /// <summary>An opening in a stencil: colour goes inside it only.</summary>
    Stencilled,
}

/// <summary>Where and how a stamp lies.</summary>
/// <param name="Middle">Its middle on the panel, mm.</param>
/// <param name="Degrees">Turned so far, clockwise as seen.</param>
/// <param name="Mirrored">Left and right exchanged, before it is turned.</param>
public readonly record struct Placement(PointMm Middle, double Degrees, bool Mirrored)
{
    /// <summary>A point of the stamp, from its middle, on the panel.</summary>
    public PointMm OnPanel(PointMm point)
    {
        var (sin, cos) = Math.SinCos(Degrees * Math.PI / 180);
        var x = Mirrored ? -point.X : point.X;
        return new PointMm(Middle.X + x * cos - point.Y * sin, Middle.Y + x * sin + point.Y * cos);
    }

    /// <summary>A point of the panel on the stamp, from its middle; the inverse of <see cref="OnPanel"/>.</summary>
    public PointMm OnStamp(PointMm point)
    {
        var (sin, cos) = Math.SinCos(Degrees * Math.PI / 180);
        var (dx, dy) = (point.X - Middle.X, point.Y - Middle.Y);
        var x = dx * cos + dy * sin;
        return new PointMm(Mirrored ? -x : x, -dx * sin + dy * cos);
    }
}

/// <summary>A stamp that is used on the panel once.</summary>
/// <param name="Id">Its key in the scene.</param>
/// <param name="Stamp">Which stamp.</param>
/// <param name="At">Where it lies.</param>
/// <param name="As">How it comes onto the panel.</param>
/// <param name="Fill">The fill that it belongs to, from 1; null when it was placed alone.</param>
/// <param name="Generation">Which print from one inking it is, from 1.</param>
public sealed record PlacedStamp(
    Guid Id,
    Guid Stamp,
    Placement At,
    PlacedAs As = PlacedAs.Stamped,
    int? Fill = null,
    int Generation = 1
)
{
    /// <summary>Through which of its stamp's white parts what is behind is seen: their ids.</summary>
    [AddedLater(partWise: true)]
    public ImmutableArray<int> Open { get; init; } = [];

    /// <inheritdoc />
    public bool Equals(PlacedStamp? other) =>
        other is not null
        && (Id, Stamp, At, As, Fill, Generation)
            == (other.Id, other.Stamp, other.At, other.As, other.Fill, other.Generation)
        && Open.SequenceEqual(other.Open);

    /// <inheritdoc />
    public override int GetHashCode() => HashCode.Combine(Id, Stamp, At, As, Fill, Generation);
}

/// <summary>Stamps placed on a panel.</summary>
/// <param name="WidthMm">Width of the panel, mm.</param>
/// <param name="HeightMm">Height of the panel, mm.</param>
/// <param name="PaintsGround">The space around the stamps is painted too, up to the panel's edge.</param>
/// <param name="FrontFirst">What is placed, from the front to the back; a fill's prints stand together in the order in
/// which they are printed.</param>
public sealed record Scene(double WidthMm, double HeightMm, bool PaintsGround, ImmutableArray<PlacedStamp> FrontFirst)
{
    /// <summary>Most prints in one scene.</summary>
    public const int MostPlaced = 250;

    /// <summary>Smallest and largest side of a panel, mm; the largest is the long side of A3 (ISO 216).</summary>
    public const double LeastSideMm = 20,
        MostSideMm = 420;

    /// <summary>The panel as a shape.</summary>
    [JsonIgnore]
    public Silhouette Panel => Silhouette.Rectangle(WidthMm, HeightMm);

    /// <summary>What each placed stamp covers on the panel, by its key.</summary>
    /// <param name="stamps">The stamps by their key.</param>
    public ImmutableDictionary<Guid, Silhouette> Silhouettes(IReadOnlyDictionary<Guid, Stamp> stamps) =>
        FrontFirst.ToImmutableDictionary(placed => placed.Id, placed => stamps[placed.Stamp].Covers(placed));

    /// <summary>What a placed stamp is called: its stamp's name, numbered when it is there more than once.</summary>
    public string NameOf(PlacedStamp placed, IReadOnlyDictionary<Guid, Stamp> stamps)
    {
        ArgumentNullException.ThrowIfNull(placed);
        ArgumentNullException.ThrowIfNull(stamps);
        var name = stamps[placed.Stamp].Name;
        if (placed.Fill is not null)
            return $"{name} (fill)";
        var alike = FrontFirst.Where(other => other.Stamp == placed.Stamp && other.Fill is null).ToList();
        return alike.Count == 1 ? name : $"{name} {alike.IndexOf(placed) + 1}";
    }

    /// <summary>Why it cannot be; null when it can.</summary>
    /// <param name="stamps">The stamps that there are.</param>
    public string? Trouble(IReadOnlyDictionary<Guid, Stamp> stamps)
    {
        ArgumentNullException.ThrowIfNull(stamps);
        if (!(WidthMm is >= LeastSideMm and <= MostSideMm) || !(HeightMm is >= LeastSideMm and <= MostSideMm))
            return $"A panel's sides are between {LeastSideMm:0} and {MostSideMm:0} mm.";
        if (FrontFirst.Length > MostPlaced)
            return $"A scene holds at most {MostPlaced} prints. Fill with a larger stamp, or with wider gaps.";
        if (FrontFirst.Select(placed => placed.Id).Distinct().Count() < FrontFirst.Length)
            return "The same print is in the scene twice.";
        foreach (var placed in FrontFirst)
        {
            if (!stamps.TryGetValue(placed.Stamp, out var stamp))
                return "A stamp of this scene is not there any more.";
            if (
                placed.Open.Any(id => stamp.Silhouette.Enclosed.All(part => part.Id != id))
                || placed.Open.Distinct().Count() < placed.Open.Length
            )
                return $"{stamp.Name} has no such part to see through.";
            if (placed.At.Mirrored && stamp.Lettering)
                return $"{stamp.Name} can be read, so it is not mirrored.";
            if (
                !double.IsFinite(placed.At.Degrees)
                || !double.IsFinite(placed.At.Middle.X)
                || !double.IsFinite(placed.At.Middle.Y)
                || Math.Abs(placed.At.Middle.X) > 2 * MostSideMm
                || Math.Abs(placed.At.Middle.Y) > 2 * MostSideMm
            )
                return $"{stamp.Name} lies too far off the panel.";
            if (placed.Generation is < 1 or > FillWish.MostGenerations)
                return $"There are 1 to {FillWish.MostGenerations} prints from one inking.";
        }
        return null;
    }
}
