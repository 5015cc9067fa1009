using System.IO.Compression;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Nube.Core;
using Nube.Data;
using Nube.Server.Support;

namespace Nube.Server.SigningIn;

/// <summary>
/// Everything that belongs to a maker, as one archive of open formats: JSON for what is written, pictures as they are.
/// </summary>
public sealed class MakerArchive(NubeDb db, MakerAtWork maker, TimeProvider clock)
{
    private static readonly JsonSerializerOptions Readable = new(RecordJson.Options) { WriteIndented = true };

    /// <summary>Writes the archive (ZIP).</summary>
    public async Task Write(Stream to, CancellationToken cancel)
    {
        await using var archive = new ZipArchive(to, ZipArchiveMode.Create, leaveOpen: true);
        var who = await db.Users.AsNoTracking().SingleAsync(user => user.Id == maker.MakerId, cancel);
        await Add(
            "read-me.txt",
            $"""
            Everything that Nube keeps for {who.UserName}, written {clock.GetUtcNow():yyyy-MM-dd HH:mm} UTC.

            maker.json     you: the room, how you work, what the bench has learned, colours kept
            stash.json     what you own
            sheets.json    swatch sheets and what was read on them
            stamps.json    stamps and what they cover
            runs.json      runs with their pieces (image, scene, colours), plan, the taps at the bench and what was
                           found on their cards
            files/         pictures, named by the SHA-256 of their content as the lists above name them
            """
        );
        await AddJson(
            "maker.json",
            new
            {
                Name = who.UserName,
                who.Room,
                who.Schools,
                who.Sitting,
                who.Lengths,
                who.Learned,
                who.Kept,
                who.Chart,
            }
        );
        await AddJson("stash.json", await db.Stash.AsNoTracking().OrderBy(item => item.Id).ToListAsync(cancel));
        await AddJson(
            "sheets.json",
            (await db.Sheets.AsNoTracking().OrderBy(sheet => sheet.Number).ToListAsync(cancel)).Select(sheet => new
            {
                sheet.Id,
                sheet.Number,
                sheet.Size,
                sheet.Rows,
                sheet.Pictures,
                sheet.Metered,
                sheet.LeftOut,
                sheet.CreatedAt,
                sheet.UsedAt,
            })
        );
        await AddJson(
            "stamps.json",
            (await db.Stamps.AsNoTracking().OrderBy(stamp => stamp.Id).ToListAsync(cancel)).Select(stamp => new
            {
                stamp.Id,
                stamp.Name,
                stamp.Lettering,
                stamp.LineHash,
                stamp.WidthMm,
                stamp.HeightMm,
                stamp.Silhouette,
                stamp.AddedAt,
            })
        );
        var taps = (await db.Taps.AsNoTracking().OrderBy(tap => tap.Arrival).ToListAsync(cancel)).ToLookup(
            tap => tap.RunId,
            tap => tap.Tap
        );
        var checks = (await db.CardChecks.AsNoTracking().OrderBy(check => check.TakenAt).ToListAsync(cancel)).ToLookup(
            check => check.RunId
        );
        await AddJson(
            "runs.json",
            (
                await db
                    .Runs.AsNoTracking()
                    .Include(run => run.Pieces)
                        .ThenInclude(piece => piece.Image)
                    .Include(run => run.Pieces)
                        .ThenInclude(piece => piece.Scene)
                    .Include(run => run.Plan)
                    .OrderBy(run => run.Id)
                    .ToListAsync(cancel)
            ).Select(run => new
            {
                run.Id,
                run.Name,
                run.Cards,
                run.Palette,
                run.Schools,
                run.Silenced,
                run.MeantSo,
                run.Design,
                run.CreatedAt,
                run.ChangedAt,
                run.FinishedAt,
                Pieces = run
                    .Pieces.OrderBy(piece => piece.Place)
                    .Select(piece => new
                    {
                        piece.Id,
                        piece.PaperId,
                        piece.StampingInkId,
                        piece.Colours,
                        piece.CardWork,
                        piece.Image,
                        piece.Scene?.Scene,
                    }),
                run.Plan?.Plan,
                Taps = taps[run.Id],
                Checks = checks[run.Id]
                    .Select(check => new
                    {
                        check.Id,
                        check.TakenAt,
                        check.FileHash,
                        check.FileName,
                        check.Cards,
                    }),
            })
        );
        // One file after the other: all of them may be more than there is memory.
        foreach (var file in await db.Files.Select(file => new { file.Hash, file.MediaType }).ToListAsync(cancel))
        {
            var content = await db
                .Files.AsNoTracking()
                .Where(one => one.Hash == file.Hash)
                .Select(one => one.Content)
                .SingleAsync(cancel);
            await using var entry = await archive
                .CreateEntry($"files/{file.Hash}{Ending(file.MediaType)}", CompressionLevel.NoCompression)
                .OpenAsync(cancel);
            await entry.WriteAsync(content, cancel);
        }

        async Task Add(string name, string text)
        {
            await using var entry = new StreamWriter(await archive.CreateEntry(name).OpenAsync(cancel));
            await entry.WriteAsync(text);
        }

        async Task AddJson<T>(string name, T content)
        {
            await using var entry = await archive.CreateEntry(name).OpenAsync(cancel);
            await JsonSerializer.SerializeAsync(entry, content, Readable, cancel);
        }
    }

    private static string Ending(string mediaType) =>
        mediaType switch
        {
            "image/png" => ".png",
            "image/jpeg" => ".jpg",
            "image/svg+xml" => ".svg",
            _ => ".bin",
        };
}
