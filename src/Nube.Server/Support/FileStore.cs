using System.Globalization;
using System.Security.Cryptography;
using Microsoft.EntityFrameworkCore;
using Nube.Data;
using Nube.Data.Entities;

namespace Nube.Server.Support;

/// <summary>How much room a maker's files take.</summary>
/// <param name="UsedBytes">What they take, bytes.</param>
/// <param name="MostBytes">What they may take, bytes.</param>
public sealed record StorageUse(long UsedBytes, long MostBytes)
{
    private const double NearlyFull = 0.8;

    /// <summary>What the maker should know about it; null while there is much room.</summary>
    public string? Sentence =>
        UsedBytes < NearlyFull * MostBytes
            ? null
            : $"Your pictures take {InWords(UsedBytes)} of {InWords(MostBytes)}. Delete runs, stamps or sheets that you do not need; their pictures go with them.";

    /// <summary>"1.7 GB", "350 MB".</summary>
    internal static string InWords(long bytes) =>
        bytes >= 1L << 30
            ? string.Create(CultureInfo.InvariantCulture, $"{bytes / (double)(1L << 30):0.#} GB")
            : string.Create(CultureInfo.InvariantCulture, $"{bytes / (double)(1L << 20):0} MB");
}

/// <summary>Files of the maker at work, each kept once by its content, up to what a maker may keep.</summary>
public sealed class FileStore(NubeDb db, MakerAtWork maker, TimeProvider clock, IConfiguration configuration)
{
    /// <summary>A file that nothing refers to yet may belong to work that waits; after this it does not.</summary>
    private static readonly TimeSpan Grace = TimeSpan.FromHours(2);

    private const int UsualMegabytes = 2048;

    private long MostBytes => configuration.GetValue("Nube:MegabytesPerMaker", UsualMegabytes) * (1L << 20);

    /// <summary>Keeps a file and answers its hash; the same content twice is kept once.</summary>
    /// <exception cref="TroubleException">The maker's files would take more room than a maker has.</exception>
    public async Task<string> Keep(byte[] content, string mediaType, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(content);
        var hash = Convert.ToHexStringLower(SHA256.HashData(content));
        var now = clock.GetUtcNow();
        var use = await Use(cancel);
        if (
            use.UsedBytes + content.Length > use.MostBytes
            && !await db.Files.AnyAsync(file => file.Hash == hash, cancel)
        )
        {
            throw new TroubleException(
                StatusCodes.Status507InsufficientStorage,
                $"This file is not kept: your pictures take {StorageUse.InWords(use.UsedBytes)} of {StorageUse.InWords(use.MostBytes)}. Delete runs, stamps or sheets that you do not need, then bring it in again."
            );
        }
        // Two windows may bring in the same file at once; one that comes again is young again, so that it is not tidied
        // away.
        await db.Database.ExecuteSqlAsync(
            $"""
            insert into files (maker_id, hash, media_type, content, created_at) values ({maker.MakerId}, {hash}, {mediaType}, {content}, {now})
            on conflict (maker_id, hash) do update set created_at = excluded.created_at
            """,
            cancel
        );
        return hash;
    }

    /// <summary>A file by its hash.</summary>
    public async Task<StoredFile> Get(string hash, CancellationToken cancel) =>
        await db.Files.AsNoTracking().SingleOrDefaultAsync(file => file.Hash == hash, cancel)
        ?? throw TroubleException.Gone("This file is not there any more.");

    /// <summary>How much room the maker's files take.</summary>
    public async Task<StorageUse> Use(CancellationToken cancel) =>
        new(
            await db
                .Database.SqlQuery<long>(
                    $"select coalesce(sum(octet_length(content)), 0)::bigint as \"Value\" from files where maker_id = {maker.MakerId}"
                )
                .SingleAsync(cancel),
            MostBytes
        );

    /// <summary>Removes the files of all makers that nothing refers to any more; answers how many there were.</summary>
    public static Task<int> RemoveUnused(NubeDb db, DateTimeOffset now, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(db);
        return db.Database.ExecuteSqlAsync(
            $"""
            delete from files f where f.created_at < {now - Grace}
              and not exists (select 1 from piece_images i where i.maker_id = f.maker_id and f.hash in (i.file_hash, i.line_hash, i.labels_hash))
              and not exists (select 1 from stamps s where s.maker_id = f.maker_id and s.line_hash = f.hash)
              and not exists (select 1 from sheets s where s.maker_id = f.maker_id and s.pictures @> jsonb_build_array(jsonb_build_object('hash', f.hash)))
              and not exists (select 1 from card_checks c where c.maker_id = f.maker_id
                and (c.file_hash = f.hash or c.cards @> jsonb_build_array(jsonb_build_object('hash', f.hash))))
              and not exists (select 1 from jobs j where j.maker_id = f.maker_id and j.state = 'Working' and j."order"->>'fileHash' = f.hash)
            """,
            cancel
        );
    }
}
