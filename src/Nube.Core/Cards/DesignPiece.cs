using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Nube.Core.Methods;

namespace Nube.Core.Cards;

/// <summary>What a piece of a card is.</summary>
public enum PieceKind
{
    /// <summary>The stamped image.</summary>
    Image,

    /// <summary>What lies behind others: blended, printed, or plain.</summary>
    Ground,

    /// <summary>Words.</summary>
    Greeting,

    /// <summary>A sheet that shows as a border around another piece.</summary>
    Mat,

    /// <summary>A sheet with an opening.</summary>
    Frame,

    /// <summary>A shape that is cut out.</summary>
    Shape,

    /// <summary>A strip.</summary>
    Strip,
}

/// <summary>A piece on the front of a card, or inside it.</summary>
/// <param name="Id">Tells it from others.</param>
/// <param name="Kind">What it is.</param>
/// <param name="Name">The maker's name for it.</param>
/// <param name="WidthMm">Width, mm.</param>
/// <param name="HeightMm">Height, mm.</param>
/// <param name="LeftMm">From the left of the closed card to its left side, mm; below 0 where it reaches beyond.</param>
/// <param name="TopMm">From the top of the closed card to its top, mm.</param>
/// <param name="Paper">Its paper in the stash; null until chosen.</param>
/// <param name="RaisedMm">Height of the foam under it, mm; 0 where it is glued flat.</param>
/// <param name="Spare">How many are made beyond one for each card.</param>
public sealed record DesignPiece(
    Guid Id,
    PieceKind Kind,
    string Name,
    double WidthMm,
    double HeightMm,
    double LeftMm,
    double TopMm,
    Guid? Paper,
    double RaisedMm,
    int Spare
)
{
    /// <summary>It lies inside the card, on the leaf that is seen when it is opened, and not on the front.</summary>
    [AddedLater(partWise: true)]
    public bool Inside { get; init; }

    /// <summary>Of a frame, the opening in its middle; null where it has none.</summary>
    [AddedLater(partWise: true)]
    public SizeMm? Window { get; init; }

    /// <summary>Its papers on the last of a run's cards, where these are not of its own; empty where all are.</summary>
    [AddedLater(partWise: true)]
    public ImmutableArray<PaperOfCards> OtherPapers { get; init; } = [];

    /// <summary>Where it is cut out of the sheet with the picture; null where it has a paper of its own.</summary>
    [AddedLater(partWise: true)]
    public PictureCut? FromPicture { get; init; }

    /// <summary>What is done to it, in its order; null for what is usual for its kind.</summary>
    public ImmutableArray<PieceWork>? Work { get; init; }

    /// <summary>With what it is held where it is not on foam; null for its maker's way.</summary>
    public Glue? Glue { get; init; }

    /// <summary>What is done to it, in its order.</summary>
    /// <param name="embossed">The lines of the card's image are embossed.</param>
    public ImmutableArray<PieceWork> WorkOn(bool embossed = false) =>
        Work ?? PieceWork.Usual(Kind, embossed, FromPicture is not null);

    /// <summary>Its size.</summary>
    [JsonIgnore]
    public SizeMm Size => new(WidthMm, HeightMm);

    /// <summary>Its paper in parts without an opening, from its own corner: a frame has four sides.</summary>
    [JsonIgnore]
    internal ImmutableArray<(double Left, double Top, SizeMm Size)> Sides
    {
        get
        {
            if (Window is not { } window)
                return [(0, 0, Size)];
            var (across, down) = ((WidthMm - window.Width) / 2, (HeightMm - window.Height) / 2);
            return
            [
                (0, 0, new SizeMm(WidthMm, down)),
                (0, HeightMm - down, new SizeMm(WidthMm, down)),
                (0, down, new SizeMm(across, window.Height)),
                (WidthMm - across, down, new SizeMm(across, window.Height)),
            ];
        }
    }

    /// <summary>Surface of its paper, mm2.</summary>
    [JsonIgnore]
    internal double PaperMm2 => Sides.Sum(side => side.Size.Width * side.Size.Height);

    /// <summary>Whether it and another lie on each other somewhere.</summary>
    internal bool Meets(DesignPiece other) =>
        Inside == other.Inside
        && Overlap(LeftMm, TopMm, Size, other.LeftMm, other.TopMm, other.Size)
        && !Frames(other)
        && !other.Frames(this);

    /// <summary>Whether another lies on it and nowhere beyond it.</summary>
    internal bool Carries(DesignPiece other) =>
        Inside == other.Inside && Within(LeftMm, TopMm, Size, other) && !Frames(other);

    /// <summary>Whether another lies in its window, and not on its sides.</summary>
    internal bool Frames(DesignPiece other) => Window is { } window && Within(WindowLeftMm, WindowTopMm, window, other);

    /// <summary>How far another that lies under it reaches beyond its window where it does least, mm; below 0 where the
    /// other's edge is seen in it; null where nothing of it is seen, or where there is no window.</summary>
    internal double? Hides(DesignPiece other) =>
        Window is { } window && Overlap(WindowLeftMm, WindowTopMm, window, other.LeftMm, other.TopMm, other.Size)
            ? new[]
            {
                WindowLeftMm - other.LeftMm,
                WindowTopMm - other.TopMm,
                other.LeftMm + other.WidthMm - WindowLeftMm - window.Width,
                other.TopMm + other.HeightMm - WindowTopMm - window.Height,
            }.Min()
            : null;

    private double WindowLeftMm => LeftMm + (WidthMm - (Window?.Width ?? 0)) / 2;

    private double WindowTopMm => TopMm + (HeightMm - (Window?.Height ?? 0)) / 2;

    /// <summary>Whether two rectangles share some surface.</summary>
    internal static bool Overlap(double left, double top, SizeMm size, double left2, double top2, SizeMm size2) =>
        left < left2 + size2.Width
        && left2 < left + size.Width
        && top < top2 + size2.Height
        && top2 < top + size.Height;

    private static bool Within(double left, double top, SizeMm size, DesignPiece other) =>
        other.LeftMm >= left - Nearly
        && other.TopMm >= top - Nearly
        && other.LeftMm + other.WidthMm <= left + size.Width + Nearly
        && other.TopMm + other.HeightMm <= top + size.Height + Nearly;

    private const double Nearly = 0.01; // mm; what rounding leaves
}
