using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Npgsql;
using Nube.Data;
using Nube.Data.Entities;

namespace Nube.Server.Demo;

/// <summary>
/// Gives each visitor a copy of the demo book: what one deletes or paints is no other's loss, and everything can be
/// tried. A copy goes when it was not used for a day.
/// </summary>
public sealed partial class DemoVisits(NubeDb db, UserManager<Maker> makers, TimeProvider clock)
{
    /// <summary>How long a copy is kept after its last use.</summary>
    public static readonly TimeSpan KeptFor = TimeSpan.FromDays(1);

    /// <summary>
    /// Tables that hold what belongs to a maker, each after those that it refers to; files are copied without a look
    /// into them.
    /// </summary>
    private static readonly string[] Tables =
    [
        "stash_items",
        "sheets",
        "stamps",
        "runs",
        "pieces",
        "piece_images",
        "piece_scenes",
        "run_plans",
        "found_orders",
        "bench_taps",
        "card_checks",
    ];

    /// <summary>
    /// A new visitor with a copy of the book. All its moments move along, so that what was just painted when the book
    /// was written is just painted now.
    /// </summary>
    /// <param name="book">The account that is copied.</param>
    /// <param name="cancel">Ends the copying; nothing is left of it.</param>
    public async Task<Maker> Open(Maker book, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(book);
        await using var whole = await db.Database.BeginTransactionAsync(cancel);
        var now = clock.GetUtcNow();
        var visitor = new Maker
        {
            Id = Guid.CreateVersion7(),
            UserName = $"{book.UserName} {Guid.NewGuid():n}",
            IsDemo = true,
            VisitedAt = now,
            Room = book.Room,
            Schools = book.Schools,
            Sitting = book.Sitting,
            Lengths = book.Lengths,
            Learned = book.Learned,
            Kept = book.Kept,
            Chart = book.Chart,
        };
        var made = await makers.CreateAsync(visitor);
        if (!made.Succeeded)
            throw new InvalidOperationException(string.Join(" ", made.Errors.Select(error => error.Description)));
        await db.Database.ExecuteSqlAsync(
            $"insert into files (maker_id, hash, media_type, content, created_at) select {visitor.Id}, hash, media_type, content, {now} from files where maker_id = {book.Id}",
            cancel
        );
        var rows = new Dictionary<string, string>();
        foreach (var table in Tables)
            rows[table] = await Rows(table, book.Id, cancel);
        var (keys, moved) = (NewKeys(book.Id, visitor.Id, rows.Values), now - await WrittenAt(book.Id, cancel));
        foreach (var table in Tables)
            await Insert(table, Copied(rows[table], keys, moved), cancel);
        await whole.CommitAsync(cancel);
        return visitor;
    }

    /// <summary>Takes away what visitors left who have not been here for a day; answers how many they were.</summary>
    public static async Task<int> Leave(NubeDb db, DateTimeOffset now, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(db);
        var since = now - KeptFor;
        return await NubeDb.Remove(db.Users.Where(maker => maker.VisitedAt < since), db, cancel);
    }

    /// <summary>A table's rows of a maker, as a JSON list in the order in which they were written.</summary>
    private async Task<string> Rows(string table, Guid maker, CancellationToken cancel)
    {
        var order = table == "bench_taps" ? "arrival" : "1";
        return await One(
            $"select coalesce(jsonb_agg(to_jsonb(t) order by {order}), '[]')::text from {table} t where maker_id = $1",
            maker,
            cancel
        );
    }

    private async Task<DateTimeOffset> WrittenAt(Guid book, CancellationToken cancel) =>
        DateTimeOffset.Parse(
            await One(
                "select to_char(max(changed_at) at time zone 'UTC', 'YYYY-MM-DD\"T\"HH24:MI:SS.US\"Z\"') from runs where maker_id = $1",
                book,
                cancel
            ),
            CultureInfo.InvariantCulture
        );

    private async Task<string> One(string sql, Guid maker, CancellationToken cancel)
    {
        await using var command = new NpgsqlCommand(sql, (NpgsqlConnection)db.Database.GetDbConnection())
        {
            Parameters = { new() { Value = maker } },
        };
        return (string)(await command.ExecuteScalarAsync(cancel))!;
    }

    private async Task Insert(string table, string rows, CancellationToken cancel)
    {
        // Taps are numbered anew as they arrive.
        var sql =
            table == "bench_taps"
                ? "insert into bench_taps (id, run_id, maker_id, tap) select id, run_id, maker_id, tap from jsonb_populate_recordset(null::bench_taps, $1::jsonb) order by arrival"
                : $"insert into {table} select * from jsonb_populate_recordset(null::{table}, $1::jsonb)";
        await using var command = new NpgsqlCommand(sql, (NpgsqlConnection)db.Database.GetDbConnection())
        {
            Parameters = { new() { Value = rows } },
        };
        await command.ExecuteNonQueryAsync(cancel);
    }

    /// <summary>A new key for each row's own; the maker's for the maker's.</summary>
    private static Dictionary<string, string> NewKeys(Guid book, Guid visitor, IEnumerable<string> tables)
    {
        var keys = new Dictionary<string, string> { [book.ToString()] = visitor.ToString() };
        foreach (var row in tables.SelectMany(rows => JsonNode.Parse(rows)!.AsArray()))
        {
            // In their order: a stash is listed by its keys.
            if (row!["id"]?.GetValue<string>() is { } key)
                keys.TryAdd(key, "");
        }
        foreach (var key in keys.Keys.Where(key => keys[key].Length == 0).Order(StringComparer.Ordinal).ToList())
            keys[key] = Guid.CreateVersion7(DateTimeOffset.UnixEpoch.AddMilliseconds(MomentOf(key))).ToString();
        return keys;

        // The moment that a version 7 key holds in its first 48 bits (RFC 9562, 5.7): the copy keeps it, so that the
        // order stays.
        static long MomentOf(string key) =>
            long.Parse(
                key.Replace("-", "", StringComparison.Ordinal)[..12],
                NumberStyles.HexNumber,
                CultureInfo.InvariantCulture
            );
    }

    private static string Copied(string rows, Dictionary<string, string> keys, TimeSpan moved) =>
        Moment()
            .Replace(Key().Replace(rows, found => keys.GetValueOrDefault(found.Value, found.Value)), found =>
                $"\"{DateTimeOffset.Parse(found.Groups[1].Value, CultureInfo.InvariantCulture) + moved:O}\""
            );

    [GeneratedRegex("[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}")]
    private static partial Regex Key();

    [GeneratedRegex("\"(\\d{4}-\\d{2}-\\d{2}T\\d{2}:\\d{2}:\\d{2}[^\"]*)\"")]
    private static partial Regex Moment();
}
