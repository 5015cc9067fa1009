using System.Net;
using System.Text;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Npgsql;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;
using Nube.Server.Work;

namespace Nube.Server.Tests;

/// <summary>Whatever goes wrong gets a plain sentence, and what was done before is kept.</summary>
public class TroubleTests(NubeServer server) : IClassFixture<NubeServer>
{
    [Fact]
    public async Task A_picture_that_cannot_be_used_leaves_the_one_that_was_there()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        await maker.BringIn(run, Pictures.ThreeRooms);
        await maker.Ok(
            maker.Put(
                $"{run}/piece/colours/wishes",
                new
                {
                    areas = new[] { 1 },
                    colour = "#e3cf6e",
                    shadow = "none",
                }
            )
        );

        var open = Encoding.UTF8.GetBytes(
            """<svg xmlns="http://www.w3.org/2000/svg" width="50mm" height="50mm"><path d="M5 5H90" stroke="#000"/></svg>"""
        );
        var job = await maker.BringIn(run, open);
        Assert.Equal("failed", job["state"]!.GetValue<string>());
        Assert.Contains("No enclosed area", job["message"]!.GetValue<string>(), StringComparison.Ordinal);
        Assert.Contains("empty", await Refused(maker, run, []), StringComparison.Ordinal);
        Assert.Contains(
            "not an SVG, PNG, JPEG, WebP or TIFF",
            await Refused(maker, run, "MZ..."u8.ToArray()),
            StringComparison.Ordinal
        );

        Assert.Equal(3, (await maker.Piece(run))["image"]!["areas"]!.AsArray().Count);
        Assert.Single((await maker.Ok(maker.Get($"{run}/piece/colours")))["areas"]!.AsArray());
    }

    [Theory]
    [InlineData("0 mm", "not a width")]
    [InlineData("wide", "not a width")]
    [InlineData(null, "Say how large")]
    public async Task A_picture_without_a_size_that_can_be_is_refused(string? width, string part)
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        byte[] png = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0];
        Assert.Contains(
            part,
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Post($"{run}/piece/image", Visitor.Form(png, "a.png", width))
            ),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task A_file_above_the_limit_is_refused_in_words()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        Assert.Contains("40 MB", await Refused(maker, run, new byte[40 * 1024 * 1024 + 1]), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_run_deleted_in_another_window_is_said_to_be_gone_everywhere()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        await maker.BringIn(run, Pictures.ThreeRooms);
        await maker.Ok(maker.Delete(run));
        foreach (var place in new[] { "", "/piece/colours", "/plan", "/bench", "/record" })
            Assert.Contains(
                "not there any more",
                await maker.Trouble(HttpStatusCode.NotFound, maker.Get(run + place)),
                StringComparison.Ordinal
            );
        await maker.Trouble(
            HttpStatusCode.NotFound,
            maker.Put(
                $"{run}/piece/colours/wishes",
                new
                {
                    areas = new[] { 1 },
                    colour = "#e3cf6e",
                    shadow = "none",
                }
            )
        );
        await maker.Trouble(
            HttpStatusCode.NotFound,
            maker.Post($"{run}/piece/image", Visitor.Form(Pictures.ThreeRooms, "a.svg"))
        );
    }

    [Fact]
    public async Task Two_windows_that_change_the_same_run_do_not_overwrite_each_other()
    {
        var maker = await server.NewMaker();
        var id = Guid.Parse((await maker.Begin()).Split('/')[^1]);
        await using var one = server.Services.CreateAsyncScope();
        await using var other = server.Services.CreateAsyncScope();
        var (first, second) = (await Load(one), await Load(other));
        first.Run.Name = "First";
        await first.Db.SaveChangesAsync();
        second.Run.Name = "Second";
        await Assert.ThrowsAsync<DbUpdateConcurrencyException>(() => second.Db.SaveChangesAsync());

        async Task<(NubeDb Db, Run Run)> Load(AsyncServiceScope scope)
        {
            var db = scope.ServiceProvider.GetRequiredService<NubeDb>();
            return (db, await db.Runs.IgnoreQueryFilters().SingleAsync(run => run.Id == id));
        }
    }

    [Fact]
    public async Task A_full_disk_is_said_to_be_full_and_what_is_there_can_be_looked_at()
    {
        await using var database = NpgsqlDataSource.Create(server.Connection);
        await using (
            var full = database.CreateCommand(
                """
                create function disk_is_full() returns trigger language plpgsql as
                  $$ begin raise exception 'could not extend file: No space left on device' using errcode = '53100'; end $$;
                create trigger disk_is_full before insert on runs for each row when (new.name = 'One too many') execute function disk_is_full();
                """
            )
        )
            await full.ExecuteNonQueryAsync(TestContext.Current.CancellationToken);
        var maker = await server.NewMaker();
        await maker.Begin();
        Assert.Contains(
            "disk of the machine that Nube runs on is full",
            await maker.Trouble(
                HttpStatusCode.InsufficientStorage,
                maker.Post("/api/runs", new { name = "One too many", cards = 1 })
            ),
            StringComparison.Ordinal
        );
        Assert.Single((await maker.Ok(maker.Get("/api/runs"))).AsArray());
    }

    [Fact]
    public async Task Wishes_for_what_is_not_there_are_refused()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        Assert.Contains(
            "Bring in an image",
            await maker.Trouble(HttpStatusCode.Conflict, Wish([1])),
            StringComparison.Ordinal
        );
        await maker.BringIn(run, Pictures.ThreeRooms);
        Assert.Contains("Area 77", await maker.Trouble(HttpStatusCode.NotFound, Wish([77])), StringComparison.Ordinal);
        Assert.Contains(
            "Choose an area",
            await maker.Trouble(HttpStatusCode.UnprocessableEntity, Wish([])),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "could not be read",
            await maker.Trouble(
                HttpStatusCode.BadRequest,
                maker.Put(
                    $"{run}/piece/colours/wishes",
                    new
                    {
                        areas = new[] { 1 },
                        colour = "yellowish",
                        shadow = "none",
                    }
                )
            ),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "one area a colour",
            await maker.Trouble(HttpStatusCode.Conflict, maker.Post($"{run}/plan")),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "Plan the run",
            await maker.Trouble(HttpStatusCode.Conflict, maker.Get($"{run}/bench")),
            StringComparison.Ordinal
        );

        Task<HttpResponseMessage> Wish(int[] areas) =>
            maker.Put(
                $"{run}/piece/colours/wishes",
                new
                {
                    areas,
                    colour = "#e3cf6e",
                    shadow = "none",
                }
            );
    }

    [Theory]
    [InlineData("", 2, "name")]
    [InlineData("Cards", 0, "1 to 24")]
    [InlineData("Cards", 25, "1 to 24")]
    public async Task A_run_that_cannot_be_is_refused(string name, int cards, string part)
    {
        var maker = await server.NewMaker();
        Assert.Contains(
            part,
            await maker.Trouble(HttpStatusCode.UnprocessableEntity, maker.Post("/api/runs", new { name, cards })),
            StringComparison.Ordinal
        );
    }

    private static Task<string> Refused(Visitor maker, string run, byte[] file) =>
        maker.Trouble(
            HttpStatusCode.UnprocessableEntity,
            maker.Post($"{run}/piece/image", Visitor.Form(file, "image.png", "100 mm"))
        );
}
