using Nube.Core.Artwork;
using Nube.Core.Stamping;

namespace Nube.Data.Entities;

/// <summary>A stamp of a maker's, as its print was brought in; it can be placed in any run's scene.</summary>
public sealed class StampPrint : IOwned
{
    /// <summary>Key.</summary>
    public Guid Id { get; init; } = Guid.CreateVersion7();

    /// <inheritdoc />
    public Guid MakerId { get; init; }

    /// <summary>The maker's name for it.</summary>
    public required string Name { get; set; }

    /// <summary>It can be read: it is never mirrored.</summary>
    public bool Lettering { get; set; }

    /// <summary>Content hash of its lines as a PNG with clear paper.</summary>
    public required string LineHash { get; init; }

    /// <summary>Width of that picture, mm.</summary>
    public double WidthMm { get; init; }

    /// <summary>Height of that picture, mm.</summary>
    public double HeightMm { get; init; }

    /// <summary>What it covers.</summary>
    public required Silhouette Silhouette { get; init; }

    /// <summary>When it was brought in.</summary>
    public DateTimeOffset AddedAt { get; init; }

    /// <summary>The stamp without its picture.</summary>
    public Stamp Stamp => new(Id, Name, Silhouette, Lettering);
}

/// <summary>The scene of a piece: stamps placed on its panel.</summary>
public sealed class PieceScene : IOwned
{
    /// <summary>The piece; also the key.</summary>
    public Guid PieceId { get; init; }

    /// <inheritdoc />
    public Guid MakerId { get; init; }

    /// <summary>The scene as it is now.</summary>
    public required Scene Scene { get; set; }

    /// <summary>The scene whose areas the piece's image has; null until they were looked for.</summary>
    public Scene? Found { get; set; }

    /// <summary>PostgreSQL's row version.</summary>
    public uint Version { get; set; }

    /// <summary>The same scene for another piece.</summary>
    public PieceScene For(RunPiece piece)
    {
        ArgumentNullException.ThrowIfNull(piece);
        return new PieceScene
        {
            PieceId = piece.Id,
            MakerId = MakerId,
            Scene = Scene,
            Found = Found,
        };
    }
}
