using System.Security.Cryptography;
using Microsoft.EntityFrameworkCore;
using Nube.Data;
using Nube.Data.Entities;

namespace Nube.Server.Support;

/// <summary>Files of the maker at work, each kept once by its content.</summary>
public sealed class FileStore(NubeDb db, MakerAtWork maker, TimeProvider clock)
{
    /// <summary>Keeps a file and answers its hash; the same content twice is kept once.</summary>
    public async Task<string> Keep(byte[] content, string mediaType, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(content);
        var hash = Convert.ToHexStringLower(SHA256.HashData(content));
        var now = clock.GetUtcNow();
        // Two windows may bring in the same file at once.
        await db.Database.ExecuteSqlAsync(
            $"insert into files (maker_id, hash, media_type, content, created_at) values ({maker.MakerId}, {hash}, {mediaType}, {content}, {now}) on conflict do nothing",
            cancel);
        return hash;
    }

    /// <summary>A file by its hash.</summary>
    public async Task<StoredFile> Get(string hash, CancellationToken cancel) =>
        await db.Files.AsNoTracking().SingleOrDefaultAsync(file => file.Hash == hash, cancel)
        ?? throw TroubleException.Gone("This file is not there any more.");
}
