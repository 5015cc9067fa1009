using System.Diagnostics;
using System.Net;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Npgsql;
using Nube.Core.Artwork;
using Nube.Core.Light;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;
using Nube.Server.Work;
using Nube.Workshop;
using SkiaSharp;

namespace Nube.Server.Tests;

/// <summary>Long work that is stopped, cut off, takes too long or too much, or waits for others.</summary>
public class StoppedWorkTests(NubeServer server) : IClassFixture<NubeServer>
{
    /// <summary>A scan as large as one may be, full of lines: some ten seconds of work.</summary>
    private static readonly Lazy<byte[]> Large = new(() =>
    {
        using var bitmap = new SKBitmap(6000, 5900, SKColorType.Gray8, SKAlphaType.Opaque);
        using var canvas = new SKCanvas(bitmap);
        canvas.Clear(SKColors.White);
        using var pen = new SKPaint
        {
            Style = SKPaintStyle.Stroke,
            StrokeWidth = 8,
            Color = SKColors.Black,
        };
        for (var x = 100; x < 5900; x += 90)
        {
            for (var y = 100; y < 5800; y += 90)
                canvas.DrawCircle(x, y, 38, pen);
        }
        using var data = bitmap.Encode(SKEncodedImageFormat.Jpeg, 80);
        return data.ToArray();
    });

    [Fact]
    public async Task Work_that_the_maker_stops_ends_at_once_and_keeps_what_was_there()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        await maker.BringIn(run, Pictures.ThreeRooms);
        var job = await Start(maker, run, Large.Value);
        await Until(maker, job, now => now["progress"]!.GetValue<double>() > 0);
        var watch = Stopwatch.StartNew();
        await maker.Ok(maker.Post($"/api/jobs/{job}/cancel"));
        var ended = await Until(maker, job, now => now["state"]!.GetValue<string>() != "working");
        Assert.Equal("cancelled", ended["state"]!.GetValue<string>());
        // A second is asked for; the rest is for a machine that is busy with other tests.
        Assert.True(watch.Elapsed.TotalSeconds < 4, $"{watch.Elapsed.TotalSeconds:0.0} s");
        Assert.Equal(3, (await maker.Piece(run))["image"]!["areas"]!.AsArray().Count);
        Assert.Contains(
            "ended already",
            await maker.Trouble(HttpStatusCode.NotFound, maker.Post($"/api/jobs/{job}/cancel")),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task Work_that_still_waits_never_begins_when_it_is_stopped()
    {
        var maker = await server.NewMaker();
        var (busy, waiting) = (await maker.Begin(), await maker.Begin());
        var first = await Start(maker, busy, Large.Value);
        var second = await Start(maker, waiting, Pictures.ThreeRooms);
        await maker.Ok(maker.Post($"/api/jobs/{second}/cancel"));
        Assert.Equal("cancelled", (await maker.Ok(maker.Get($"/api/jobs/{second}")))["state"]!.GetValue<string>());
        await maker.Ok(maker.Post($"/api/jobs/{first}/cancel"));
        await Until(maker, first, now => now["state"]!.GetValue<string>() != "working");
        Assert.Null((await maker.Piece(waiting))["image"]);
    }

    [Fact]
    public async Task One_makers_many_pictures_do_not_hold_up_anothers()
    {
        var (many, one) = (await server.NewMaker(), await server.NewMaker());
        List<string> jobs = [];
        for (var i = 0; i < 6; i++)
            jobs.Add(await Start(many, await many.Begin(), Large.Value));
        var done = await one.BringIn(await one.Begin(), Pictures.ThreeRooms);
        Assert.Equal("done", done["state"]!.GetValue<string>());
        var states = new List<string>();
        foreach (var job in jobs)
            states.Add((await many.Ok(many.Get($"/api/jobs/{job}")))["state"]!.GetValue<string>());
        Assert.Contains("working", states);
        foreach (var job in jobs)
            await many.Post($"/api/jobs/{job}/cancel");
    }

    [Fact]
    public async Task Work_that_was_cut_off_begins_once_more_and_not_a_third_time()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        var id = Guid.Parse(run.Split('/')[^1]);
        await using var scope = server.Services.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<NubeDb>();
        var owner = (await db.Runs.IgnoreQueryFilters().SingleAsync(r => r.Id == id)).MakerId;
        scope.ServiceProvider.GetRequiredService<MakerAtWork>().MakerId = owner;
        var hash = await scope
            .ServiceProvider.GetRequiredService<FileStore>()
            .Keep(Pictures.ThreeRooms, "image/svg+xml", CancellationToken.None);
        var order = new FindAreasJob.Order(hash, "rooms.svg", new PictureSize(null, null))
        {
            Piece = (await maker.Piece(run))["id"]!.GetValue<Guid>(),
        };
        // As a server leaves them that is killed at work: taken long ago, by a turn that does not come again.
        async Task<Guid> CutOff(int tries)
        {
            var job = await scope
                .ServiceProvider.GetRequiredService<JobBoard>()
                .BeginHere(owner, id, JobKind.FindAreas, order, CancellationToken.None);
            await db
                .Jobs.IgnoreQueryFilters()
                .Where(j => j.Id == job.Id)
                .ExecuteUpdateAsync(set =>
                    set.SetProperty(j => j.TakenBy, "a turn of a process that is gone")
                        .SetProperty(j => j.TakenAt, server.Time.GetUtcNow().AddHours(-1))
                        .SetProperty(j => j.Tries, tries)
                );
            server.Services.GetRequiredService<JobTurns>().Ask(JobKind.FindAreas);
            return job.Id;
        }
        var once = await Until(maker, (await CutOff(1)).ToString(), now =>
            now["state"]!.GetValue<string>() != "working"
        );
        Assert.Equal("done", once["state"]!.GetValue<string>());
        var twice = await Until(maker, (await CutOff(2)).ToString(), now =>
            now["state"]!.GetValue<string>() != "working"
        );
        Assert.Equal("failed", twice["state"]!.GetValue<string>());
        Assert.Contains("cut off twice", twice["message"]!.GetValue<string>(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_file_that_takes_too_long_or_too_much_is_ended_in_words_and_the_next_is_read()
    {
        await using var hurried = new Apprentices(new WorkLimits(TimeSpan.FromMilliseconds(400), 1L << 30));
        var size = new PictureSize(null, 600);
        var task = new FindAreas(size, null, 1.1, 2, [], ImageLight.Usual, null);
        var late = await Assert.ThrowsAsync<PictureTroubleException>(() =>
            hurried.Do(task, Large.Value, stop: TestContext.Current.CancellationToken)
        );
        Assert.Contains("took longer", late.Message, StringComparison.Ordinal);
        await using var poor = new Apprentices(new WorkLimits(TimeSpan.FromMinutes(1), 60L << 20));
        var much = await Assert.ThrowsAsync<PictureTroubleException>(() =>
            poor.Do(task, Large.Value, stop: TestContext.Current.CancellationToken)
        );
        Assert.Contains("more memory", much.Message, StringComparison.Ordinal);
        await using var usual = new Apprentices();
        Assert.Contains(
            "empty",
            (
                await Assert.ThrowsAsync<PictureTroubleException>(() =>
                    usual.Do(new CleanPicture(), Array.Empty<byte>(), stop: TestContext.Current.CancellationToken)
                )
            ).Message,
            StringComparison.Ordinal
        );
        Assert.Equal(
            PictureKind.Svg,
            (await usual.Do(new CleanPicture(), Pictures.ThreeRooms, stop: TestContext.Current.CancellationToken)).Kind
        );
    }

    [Fact]
    public async Task A_hundred_and_thirty_who_follow_work_take_no_connection_each()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        var job = await Start(maker, run, Large.Value);
        using var leave = new CancellationTokenSource();
        var streams = await Task.WhenAll(
            Enumerable
                .Range(0, 130)
                .Select(async _ =>
                {
                    var answer = await maker.Stream($"/api/jobs/{job}/events", leave.Token);
                    return new StreamReader(await answer.Content.ReadAsStreamAsync(leave.Token));
                })
        );
        Assert.All(await Task.WhenAll(streams.Select(stream => stream.ReadLineAsync(leave.Token).AsTask())), line =>
            Assert.StartsWith("data: ", line, StringComparison.Ordinal)
        );
        await using (var look = new NpgsqlConnection(server.Connection))
        {
            await look.OpenAsync(TestContext.Current.CancellationToken);
            // Those that answer are in use for a moment only; one of all listens.
            await using var count = new NpgsqlCommand(
                "select count(*) from pg_stat_activity where datname = current_database() and query ilike 'listen nube_jobs%'",
                look
            );
            Assert.Equal(1L, await count.ExecuteScalarAsync(TestContext.Current.CancellationToken));
        }
        await maker.Ok(maker.Post($"/api/jobs/{job}/cancel"));
        var last = await Task.WhenAll(
            streams.Select(async stream =>
                (await stream.ReadToEndAsync(leave.Token))
                    .Split('\n')
                    .Last(line => line.StartsWith("data: ", StringComparison.Ordinal))
            )
        );
        Assert.All(last, line => Assert.Contains("cancelled", line, StringComparison.Ordinal));
        await leave.CancelAsync();
    }

    private static async Task<string> Start(Visitor maker, string run, byte[] picture) =>
        (
            await maker.Ok(
                maker.Post(
                    $"{run}/piece/image",
                    picture[0] == 0xff
                        ? Visitor.Form(picture, "large.jpg", dots: 600)
                        : Visitor.Form(picture, "rooms.svg")
                )
            )
        )["job"]!.GetValue<string>();

    private static async Task<JsonNode> Until(Visitor maker, string job, Func<JsonNode, bool> condition)
    {
        for (var tries = 0; tries < 1200; tries++)
        {
            var now = await maker.Ok(maker.Get($"/api/jobs/{job}"));
            if (condition(now))
                return now;
            await Task.Delay(50);
        }
        throw new TimeoutException("The job did not come so far in a minute.");
    }
}
