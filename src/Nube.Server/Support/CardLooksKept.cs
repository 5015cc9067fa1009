using System.Collections.Immutable;
using System.Security.Cryptography;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Nube.Core;
using Nube.Core.Light;
using Nube.Core.Planning;
using Nube.Core.Simulation;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Workshop;

namespace Nube.Server.Support;

/// <summary>
/// How cards of plans look: computed once, kept by all that they depend on, and thrown away when they have not been wanted
/// for long or when there are too many.
/// </summary>
public sealed class CardLooksKept(NubeDb db, TimeProvider clock)
{
    private const int Made = 4; // raised when the same card would look otherwise than before

    private static readonly TimeSpan KeptFor = TimeSpan.FromDays(60);

    /// <summary>Looks of one maker, bytes: some fifty plans.</summary>
    private const long MostBytesOfMaker = 250L << 20;

    /// <summary>What is to be played to see a run's first card; null before there is a plan.</summary>
    /// <exception cref="TroubleException">Its picture is too large.</exception>
    public static PlayCard? ToPlay(RunWithSupplies run)
    {
        ArgumentNullException.ThrowIfNull(run);
        if (run.Run.Plan is not { } made || Bare(run) is not { } bare)
            return null;
        var passes = PassInTime.OfCard(made.Plan, 1);
        // Of work on pieces beside the picture nothing is seen in it.
        if (passes.IsEmpty)
            return null;
        return bare with
        {
            Colourants = [.. run.PlanPalette.Select(item => item.Colourant!)],
            Air = made.Air,
            DryingFactor = made.Plan.Options.DryingFactor,
            Passes = passes,
        };
    }

    /// <summary>A card of a run to which nothing is done; null while it has no paper or no image.</summary>
    /// <exception cref="TroubleException">Its picture is too large.</exception>
    public static PlayCard? Bare(RunWithSupplies run)
    {
        ArgumentNullException.ThrowIfNull(run);
        if (run.Paper is not { } paper || run.InHand.Image is not { } image)
            return null;
        if (image.WidthMm * image.HeightMm > CardToPlay.LargestMm2)
            throw TroubleException.Unusable(
                "This picture is too large to be painted here: up to a little more than A4. The plan holds all the same."
            );
        return new PlayCard(
            image.WidthMm,
            image.HeightMm,
            image.Edits,
            image.Depth,
            image.Light,
            image.Dams,
            paper,
            [.. run.Palette.Select(item => item.Colourant!)],
            run.LayingHand,
            run.Room,
            run.Options.DryingFactor,
            [],
            SeedOf(run.Run.Id),
            CardToPlay.FinestMm(image.WidthMm, image.HeightMm)
        )
        {
            Printed = run.Printed,
        };
    }

    /// <summary>Tells apart all that the looks depend on.</summary>
    public static string KeyOf(PlayCard play, PieceImage image) => KeyOf<PlayCard>(play, image);

    /// <summary>Tells apart all that the look of an area by itself depends on.</summary>
    public static string KeyOf(PlayArea play, PieceImage image) => KeyOf<PlayArea>(play, image);

    /// <summary>Tells apart all that the look of a piece without its picture depends on.</summary>
    public static string KeyOf(PlayPiece play) => KeyOf(play, image: null);

    private static string KeyOf<T>(T play, PieceImage? image)
    {
        var all = JsonSerializer.SerializeToUtf8Bytes(
            new
            {
                Made,
                play,
                LabelsHash = image?.LabelsHash ?? "",
            },
            RecordJson.Options
        );
        return Convert.ToHexStringLower(SHA256.HashData(all));
    }

    /// <summary>The looks of a key, without their pictures; null while there are none.</summary>
    public Task<CardLook?> Find(string key, CancellationToken cancel) =>
        db.CardLooks.SingleOrDefaultAsync(look => look.Key == key, cancel);

    /// <summary>The looks of a key that are there: of each number the finest.</summary>
    public Task<IReadOnlyList<StillKept>> Stills(string key, CancellationToken cancel) => Stills(db, key, cancel);

    private static async Task<IReadOnlyList<StillKept>> Stills(NubeDb db, string key, CancellationToken cancel)
    {
        var all = await db
            .LookStills.Where(still => still.Key == key)
            .Select(still => new StillKept(still.Number, still.Coarse, still.Pass, still.Moment, still.Seconds))
            .ToListAsync(cancel);
        return
        [
            .. all.GroupBy(still => still.Number)
                .OrderBy(same => same.Key)
                .Select(same => same.OrderBy(still => still.Coarse).First()),
        ];
    }

    /// <summary>The last look of each pass of a run's plan; none of a plan that nobody wanted to see.</summary>
    public static async Task<IReadOnlyList<PlanStill>> OfPlan(NubeDb db, Run run, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(db);
        ArgumentNullException.ThrowIfNull(run);
        if (run.Plan is not { } plan)
            return [];
        var look = await db
            .CardLooks.Where(look => look.RunId == run.Id && look.Edition == plan.Edition)
            .OrderByDescending(look => look.WantedAt)
            .Select(look => look.Key)
            .FirstOrDefaultAsync(cancel);
        if (look is null)
            return [];
        return
        [
            .. (await Stills(db, look, cancel))
                .GroupBy(still => still.Pass)
                .Select(pass => pass.Last())
                .Select(still => new PlanStill(still.Pass, still.Number, UrlOf(look, still))),
        ];
    }

    /// <summary>Where a picture is.</summary>
    public static string UrlOf(string key, StillKept still)
    {
        ArgumentNullException.ThrowIfNull(still);
        return UrlOf(key, still.Number, still.Coarse);
    }

    private static string UrlOf(string key, int number, bool coarse) =>
        $"/api/looks/{key}/{number}/{(coarse ? "coarse" : "fine")}";

    /// <summary>The only look of a key: painted by whoever asks first, and kept.</summary>
    /// <returns>Where its picture is.</returns>
    public async Task<string> Only(RunWithSupplies run, string key, Func<Task<byte[]>> paint, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(run);
        ArgumentNullException.ThrowIfNull(paint);
        var look = await Want(run, key, Guid.Empty, cancel);
        if (!look.Whole)
        {
            var still = new StillSeen(0, 0, Moment.Dry, 0, await paint());
            await Keep(run.Run.MakerId, key, still, coarse: false, cancel);
            await Finish(key, cancel);
        }
        return UrlOf(key, 0, coarse: false);
    }

    /// <summary>Keeps a look.</summary>
    public async Task Keep(Guid maker, string key, StillSeen still, bool coarse, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(still);
        // Work that was cut off comes again.
        await db.Database.ExecuteSqlAsync(
            $"""
            insert into look_stills (maker_id, key, number, coarse, pass, moment, seconds, content)
            values ({maker}, {key}, {still.Number}, {coarse}, {still.Pass}, {still.Moment.ToString()}, {still.Seconds}, {still.Webp})
            on conflict do nothing
            """,
            cancel
        );
    }

    /// <summary>All of them are there: first looks are not needed any more.</summary>
    public async Task Finish(string key, CancellationToken cancel)
    {
        await db
            .CardLooks.Where(look => look.Key == key)
            .ExecuteUpdateAsync(set => set.SetProperty(look => look.Whole, true), cancel);
        await db.LookStills.Where(still => still.Key == key && still.Coarse).ExecuteDeleteAsync(cancel);
    }

    /// <summary>They are wanted: remembered, so that they stay.</summary>
    /// <param name="run">The run.</param>
    /// <param name="key">Which.</param>
    /// <param name="edition">The edition of the plan that they show; empty for those of no plan.</param>
    /// <param name="cancel">Stops it.</param>
    public async Task<CardLook> Want(RunWithSupplies run, string key, Guid edition, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(run);
        var now = clock.GetUtcNow();
        await db.Database.ExecuteSqlAsync(
            $"""
            insert into card_looks (maker_id, key, run_id, edition, whole, wanted_at)
            values ({run.Run.MakerId}, {key}, {run.Run.Id}, {edition}, false, {now})
            on conflict (maker_id, key) do update set wanted_at = excluded.wanted_at, edition = excluded.edition, run_id = excluded.run_id
            """,
            cancel
        );
        return await db.CardLooks.SingleAsync(look => look.Key == key, cancel);
    }

    /// <summary>Throws away, of all makers, what has not been wanted for long, and of each what is too much.</summary>
    public static async Task<int> Tidy(NubeDb db, DateTimeOffset now, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(db);
        return await db.Database.ExecuteSqlAsync(
            $"""
            delete from card_looks l using (
              select k.maker_id, k.key, sum(coalesce(s.bytes, 0)) over (partition by k.maker_id order by k.wanted_at desc, k.key) as upto
              from card_looks k
              left join (select maker_id, key, sum(octet_length(content))::bigint as bytes from look_stills group by maker_id, key) s
                on s.maker_id = k.maker_id and s.key = k.key
            ) sums
            where l.maker_id = sums.maker_id and l.key = sums.key and (l.wanted_at < {now
                - KeptFor} or sums.upto > {MostBytesOfMaker})
            """,
            cancel
        );
    }

    internal static int SeedOf(Guid run) => BitConverter.ToInt32(run.ToByteArray(), 12) & 0xffff;
}

/// <summary>A look that is there.</summary>
/// <param name="Number">Its place among them, from 0.</param>
/// <param name="Coarse">It is a first look.</param>
/// <param name="Pass">Index of the pass that was done last.</param>
/// <param name="Moment">How long after it.</param>
/// <param name="Seconds">When, from the start of the run, s.</param>
public sealed record StillKept(int Number, bool Coarse, int Pass, Moment Moment, double Seconds);

/// <summary>The last look of a pass.</summary>
/// <param name="Pass">Index of the pass.</param>
/// <param name="Number">Its place among the looks of its card.</param>
/// <param name="Url">Where its picture is.</param>
public sealed record PlanStill(int Pass, int Number, string Url);
