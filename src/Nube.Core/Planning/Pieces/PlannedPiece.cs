using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Nube.Core.Materials;

namespace Nube.Core.Planning.Pieces;

/// <summary>A piece in a plan, with the number that stands for its surface there.</summary>
/// <param name="Piece">Its id in the design.</param>
/// <param name="Name">What its maker calls it.</param>
/// <param name="Surface">Stands for all of it among the areas of the plan; see <see cref="PieceAreas"/>.</param>
/// <param name="Paper">Its paper.</param>
public sealed record PlannedPiece(Guid Piece, string Name, int Surface, Paper Paper)
{
    /// <summary>Its paper on each card, where these are not all of one; empty where they are.</summary>
    public ImmutableArray<Paper> OnCards { get; init; } = [];

    /// <summary>Its paper on a card, from 1.</summary>
    public Paper PaperOn(int card) => card <= OnCards.Length ? OnCards[card - 1] : Paper;

    /// <summary>"of Navy card on cards 1 and 2, of Teal card on cards 3 and 4"; null where all are of one paper.</summary>
    [JsonIgnore]
    public string? PapersInWords =>
        OnCards.IsEmpty
            ? null
            : string.Join(
                ", ",
                OnCards
                    .Index()
                    .GroupBy(one => one.Item.Name)
                    .Select(same => $"of {same.Key} on {Words.Cards([.. same.Select(one => one.Index + 1)])}")
            );
}

/// <summary>
/// How pieces are numbered among the areas of a plan, so that everything that knows when areas are dry knows it of
/// pieces: areas of the picture have numbers above 0, and 0 is the paper around them. Other pieces have even numbers
/// below 0; what holds a piece, which dries by itself, has the number below the piece's own.
/// </summary>
public static class PieceAreas
{
    /// <summary>The number of the piece that has the picture.</summary>
    public const int Picture = Pass.Panel;

    /// <summary>The number of another piece, by its place among these, from 0.</summary>
    internal static int Other(int place) => -2 * (place + 1);

    /// <summary>The number of what holds a piece.</summary>
    public static int JointOf(int surface) => surface - 1;

    /// <summary>It is what holds a piece, and no paper.</summary>
    public static bool IsJoint(int area) => area < 0 && area % 2 != 0;

    /// <summary>The piece that an area, or what holds a piece, belongs to.</summary>
    public static int SurfaceOf(int area) =>
        area >= 0 ? Picture
        : IsJoint(area) ? area + 1
        : area;
}
