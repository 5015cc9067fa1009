using System.Net;
using Microsoft.Extensions.DependencyInjection;
using Nube.Server.Support;

namespace Nube.Server.Tests;

/// <summary>One maker never sees another's.</summary>
public class OwnershipTests(NubeServer server) : IClassFixture<NubeServer>
{
    [Fact]
    public async Task Runs_images_jobs_and_stash_are_their_makers_own()
    {
        var (mine, yours) = (await server.NewMaker(), await server.NewMaker());
        var run = await mine.Begin();
        var started = await mine.Ok(mine.Post($"{run}/piece/image", Visitor.Form(Pictures.ThreeRooms, "rooms.svg")));
        await mine.BringIn(run, Pictures.ThreeRooms);
        var lines = (await mine.Piece(run))["image"]!["lineUrl"]!.GetValue<string>();
        var pan = (await mine.Ok(mine.Get("/api/stash"))).AsArray()[0]!["id"]!.GetValue<string>();

        Assert.Empty((await yours.Ok(yours.Get("/api/runs"))).AsArray());
        var piece = await mine.PieceAddress(run);
        foreach (
            var address in new[]
            {
                run,
                $"{piece}/colours",
                $"{piece}/image/light",
                $"{run}/plan",
                $"{run}/bench",
                $"{run}/record",
                lines,
                $"/api/jobs/{started["job"]}",
            }
        )
            await yours.Trouble(HttpStatusCode.NotFound, yours.Get(address));
        await yours.Trouble(HttpStatusCode.NotFound, yours.Delete(run));
        await yours.Trouble(HttpStatusCode.NotFound, yours.Post($"/api/jobs/{started["job"]}/cancel"));
        await yours.Trouble(HttpStatusCode.NotFound, yours.Put($"/api/stash/{pan}/archived"));

        // Nor sheets.
        var sheet = (await mine.Ok(mine.Post("/api/sheets", new { colourants = new[] { pan }, size = "a4" })))[
            "id"
        ]!.GetValue<string>();
        Assert.Empty((await yours.Ok(yours.Get("/api/sheets"))).AsArray());
        await yours.Trouble(HttpStatusCode.NotFound, yours.Get($"/api/sheets/{sheet}"));
        await yours.Trouble(HttpStatusCode.NotFound, yours.Get($"/api/sheets/{sheet}/print.pdf"));
        await yours.Trouble(HttpStatusCode.NotFound, yours.Post($"/api/sheets/{sheet}/use"));
        await yours.Trouble(
            HttpStatusCode.UnprocessableEntity,
            yours.Post("/api/sheets", new { colourants = new[] { pan }, size = "a4" })
        );

        // Another's pan cannot be mixed with either.
        var own = await yours.Begin();
        Assert.Contains(
            "not in your stash",
            await yours.Trouble(
                HttpStatusCode.UnprocessableEntity,
                yours.Put($"{own}/piece/colours/supplies", new { palette = new[] { pan } })
            ),
            StringComparison.Ordinal
        );
        Assert.Equal(3, (await mine.Piece(run))["image"]!["areas"]!.AsArray().Count);
    }

    [Fact]
    public async Task Something_put_away_is_offered_no_more_and_can_be_brought_back()
    {
        var maker = await server.NewMaker();
        var added = await maker.Ok(
            maker.Post(
                "/api/stash/colourants",
                new
                {
                    name = "Beetroot",
                    colourIndex = "",
                    medium = "pan",
                    fullStrength = "#6b1233",
                    wash = "#d9a3b5",
                }
            )
        );
        var address = $"/api/stash/{added["id"]!.GetValue<string>()}/archived";
        Assert.Contains(
            "already",
            await maker.Trouble(
                HttpStatusCode.Conflict,
                maker.Post(
                    "/api/stash/colourants",
                    new
                    {
                        name = "beetroot",
                        colourIndex = "",
                        medium = "pan",
                        fullStrength = "#6b1233",
                        wash = "#d9a3b5",
                    }
                )
            ),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "lighter",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Post(
                    "/api/stash/colourants",
                    new
                    {
                        name = "Odd",
                        colourIndex = "",
                        medium = "pan",
                        fullStrength = "#d9a3b5",
                        wash = "#6b1233",
                    }
                )
            ),
            StringComparison.Ordinal
        );
        var run = await maker.Begin();
        await maker.Ok(maker.Put(address));
        var offered = await maker.Ok(maker.Get($"{await maker.Begin()}/piece/colours"));
        Assert.DoesNotContain(offered["colourants"]!.AsArray(), c => c!["name"]!.GetValue<string>() == "Beetroot");
        // A run that uses it still shows it.
        Assert.Contains((await maker.Ok(maker.Get($"{run}/piece/colours")))["colourants"]!.AsArray(), c =>
            c!["name"]!.GetValue<string>() == "Beetroot"
        );
        await maker.Ok(maker.Delete(address));
        Assert.Contains(
            (await maker.Ok(maker.Get($"{await maker.Begin()}/piece/colours")))["colourants"]!.AsArray(),
            c => c!["name"]!.GetValue<string>() == "Beetroot"
        );
    }
}

public class DemoBookTests(DemoServer server) : IClassFixture<DemoServer>
{
    [Fact]
    public async Task The_demo_book_opens_with_one_click_and_has_a_run_in_each_stage()
    {
        var visitor = server.Stranger();
        Assert.True((await visitor.Look())["demoBookAvailable"]!.GetValue<bool>());
        await visitor.Ok(visitor.Post("/api/account/demo"));
        await visitor.Look();
        var runs = (await visitor.Ok(visitor.Get("/api/runs"))).AsArray();
        Assert.Equal(
            ["bench", "colours", "colours", "image", "plan"],
            runs.Select(run => run!["now"]!.GetValue<string>()).Order()
        );
        var bench = runs.Single(run => run!["now"]!.GetValue<string>() == "bench")!;
        Assert.Contains(bench["line"]!.AsArray(), card => card!["dryAt"] is not null);
        Assert.Equal(3, (await visitor.Ok(visitor.Get("/api/book"))).AsArray().Count);

        // Starting again writes it once only.
        await server.Restart();
        visitor = server.Stranger();
        await visitor.Look();
        await visitor.Ok(visitor.Post("/api/account/demo"));
        await visitor.Look();
        Assert.Equal(5, (await visitor.Ok(visitor.Get("/api/runs"))).AsArray().Count);
    }

    [Fact]
    public async Task Each_visitor_has_a_copy_that_is_whole_and_the_visitors_own()
    {
        var (one, other) = (await Visit(), await Visit());
        var runs = (await one.Ok(one.Get("/api/runs"))).AsArray();
        foreach (var run in runs)
            await one.Ok(one.Delete($"/api/runs/{run!["id"]}"));
        Assert.Empty((await one.Ok(one.Get("/api/runs"))).AsArray());
        var left = (await other.Ok(other.Get("/api/runs"))).AsArray();
        Assert.Equal(5, left.Count);

        // The copy works like the original: its scene finds its areas, its bench goes on, its pictures are there.
        foreach (var run in left)
        {
            var address = $"/api/runs/{run!["id"]}";
            await other.Ok(other.Get($"{address}/piece/colours"));
            var piece = run["pieces"]!.AsArray().Single()!;
            if (piece["image"] is { } image)
                Assert.True((await other.Get(image["lineUrl"]!.GetValue<string>())).IsSuccessStatusCode);
            if (piece["hasScene"]!.GetValue<bool>())
                Assert.Equal(
                    "done",
                    (await other.Follow(other.Post($"{address}/piece/scene/areas")))["state"]!.GetValue<string>()
                );
            if (run["now"]!.GetValue<string>() != "bench")
                continue;
            var bench = await other.Ok(other.Get($"{address}/bench"));
            var after = await other.Ok(
                other.Post(
                    $"{address}/bench/taps",
                    new
                    {
                        id = Guid.NewGuid(),
                        kind = "done",
                        step = bench["current"]!["number"]!.GetValue<int>(),
                        text = "",
                    }
                )
            );
            Assert.Equal(bench["stepsDone"]!.GetValue<int>() + 1, after["stepsDone"]!.GetValue<int>());
        }
        var sheet = (await other.Ok(other.Get("/api/sheets"))).AsArray().Single()!["id"];
        Assert.NotEmpty((await other.Ok(other.Get($"/api/sheets/{sheet}")))["rows"]!.AsArray());
    }

    [Fact]
    public async Task A_copy_is_fresh_whenever_it_is_opened_and_goes_when_it_was_not_used_for_a_day()
    {
        var first = await Visit();
        server.Time.MoveOn(TimeSpan.FromHours(20));
        await first.Ok(first.Get("/api/runs")); // used: a day from now on
        var later = await Visit();
        var bench = (await later.Ok(later.Get("/api/runs")))
            .AsArray()
            .Single(run => run!["now"]!.GetValue<string>() == "bench")!;
        Assert.Contains(bench["line"]!.AsArray(), card => card!["dryAt"] is not null);
        var tidying = ActivatorUtilities.CreateInstance<Housekeeping>(server.Services);
        server.Time.MoveOn(TimeSpan.FromHours(20));
        await tidying.Round(CancellationToken.None);
        await first.Ok(first.Get("/api/runs"));
        server.Time.MoveOn(TimeSpan.FromHours(23));
        await first.Ok(first.Get("/api/runs"));
        await tidying.Round(CancellationToken.None);
        await first.Ok(first.Get("/api/runs"));
        Assert.Equal(HttpStatusCode.Unauthorized, (await later.Get("/api/runs")).StatusCode);
        // The book itself is still there to be copied.
        Assert.Equal(5, (await (await Visit()).Ok((await Visit()).Get("/api/runs"))).AsArray().Count);
    }

    private async Task<Visitor> Visit()
    {
        var visitor = server.Stranger();
        await visitor.Look();
        await visitor.Ok(visitor.Post("/api/account/demo"));
        await visitor.Look();
        return visitor;
    }
}
