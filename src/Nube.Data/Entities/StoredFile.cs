namespace Nube.Data.Entities;

/// <summary>A file of a maker's, kept once by its content.</summary>
public sealed class StoredFile : IOwned
{
    /// <inheritdoc />
    public Guid MakerId { get; init; }

    /// <summary>SHA-256 of the content, hexadecimal.</summary>
    public required string Hash { get; init; }

    /// <summary>Media type as sniffed from the content.</summary>
    public required string MediaType { get; init; }

    /// <summary>The content.</summary>
    public required byte[] Content { get; init; }

    /// <summary>When it was first brought in.</summary>
    public DateTimeOffset CreatedAt { get; init; }
}
