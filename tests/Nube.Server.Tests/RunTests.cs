using System.Diagnostics;
using System.Net;
using System.Text.Json.Nodes;
using Nube.Core.Artwork;
using Nube.Devices;

namespace Nube.Server.Tests;

/// <summary>The main job, from a stamped picture to the record, through the API.</summary>
public class RunTests(NubeServer server) : IClassFixture<NubeServer>
{
    [Fact]
    public async Task From_a_picture_to_the_record_with_a_restart_in_the_middle_of_a_step()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin(cards: 2);
        var job = await maker.BringIn(run, Pictures.ThreeRooms);
        Assert.Equal(
            ("done", "3 areas found."),
            (job["state"]!.GetValue<string>(), job["message"]!.GetValue<string>())
        );
        var image = (await maker.Piece(run))["image"]!;
        Assert.Equal(50, image["widthMm"]!.GetValue<double>(), 6);
        var lines = await maker.Get(image["lineUrl"]!.GetValue<string>());
        Assert.Equal("image/png", lines.Content.Headers.ContentType!.MediaType);

        // Correct and undo.
        var joined = await maker.Ok(maker.Post($"{run}/piece/image/corrections", new { join = new[] { 1, 2 } }));
        Assert.Equal(2, joined["areas"]!.AsArray().Count);
        var split = await maker.Ok(
            maker.Post(
                $"{run}/piece/image/corrections",
                new { split = 3, stroke = new[] { new { x = 25, y = 20 }, new { x = 25, y = 48 } } }
            )
        );
        Assert.Equal([1, 3, 4], split["areas"]!.AsArray().Select(a => a!["id"]!.GetValue<int>()));
        await maker.Ok(maker.Delete($"{run}/piece/image/corrections/last"));
        var undone = await maker.Ok(maker.Delete($"{run}/piece/image/corrections/last"));
        Assert.Equal(3, undone["areas"]!.AsArray().Count);
        Assert.False(undone["canUndo"]!.GetValue<bool>());
        await maker.Ok(maker.Put($"{run}/piece/image/areas/1/name", new { name = "Sky" }));

        // Colours: several areas at once; another recipe; a white area.
        var colours = await maker.Ok(
            maker.Put(
                $"{run}/piece/colours/wishes",
                new
                {
                    areas = new[] { 1, 2 },
                    colour = "#a9c87c",
                    shadow = "soft",
                }
            )
        );
        var chosen = colours["areas"]!.AsArray();
        Assert.Equal(2, chosen.Count);
        var others = chosen[0]!["others"]!.AsArray();
        Assert.InRange(others.Count, 5, 8);
        Assert.Equal(chosen[0]!["recipe"]!.ToJsonString(), others[0]!["recipe"]!.ToJsonString());
        var picked = await maker.Ok(maker.Put($"{run}/piece/colours/recipes", new { areas = new[] { 1 }, place = 1 }));
        Assert.Equal(others[1]!["recipe"]!.ToJsonString(), picked["areas"]![0]!["recipe"]!.ToJsonString());
        await maker.Ok(
            maker.Put(
                $"{run}/piece/colours/wishes",
                new
                {
                    areas = new[] { 3 },
                    colour = "#e3cf6e",
                    shadow = "none",
                }
            )
        );
        var left = await maker.Ok(maker.Post($"{run}/piece/colours/wishes/leave-white", new { areas = new[] { 3 } }));
        Assert.Equal(2, left["areas"]!.AsArray().Count);

        // Plan, then begin.
        var plan = (await maker.Ok(maker.Post($"{run}/plan")))["plan"]!;
        var steps = plan["steps"]!.AsArray();
        Assert.Equal(0, steps.Count % 2);
        Assert.All(steps.Where(s => s!["waitSeconds"]!.GetValue<double>() > 0), s => Assert.NotNull(s!["waitReason"]));
        Assert.Contains(plan["passes"]!.AsArray(), p =>
            p!["title"]!.GetValue<string>().Contains("sky", StringComparison.Ordinal)
        );
        await Tap(maker, run, "done", 1);

        // The server dies in the middle of the next step; the timer goes on.
        var before = await maker.Ok(maker.Get($"{run}/bench"));
        var dryAt = DryAt(before);
        var name = (await maker.Look())["name"]!.GetValue<string>();
        await server.Restart();
        maker = await SignInAgain(name);
        server.Time.MoveOn(TimeSpan.FromMinutes(4));
        var after = await maker.Ok(maker.Get($"{run}/bench"));
        Assert.Equal(1, after["stepsDone"]!.GetValue<int>());
        Assert.Equal(dryAt, DryAt(after));
        Assert.Equal(2, after["current"]!["number"]!.GetValue<int>());

        // A tap that arrives twice counts once; back takes it up again.
        var id = Guid.NewGuid();
        await Tap(maker, run, "done", 2, id);
        Assert.Equal(2, (await Tap(maker, run, "done", 2, id))["stepsDone"]!.GetValue<int>());
        Assert.Equal(1, (await Tap(maker, run, "back", 0))["stepsDone"]!.GetValue<int>());
        Assert.Contains(
            "done already",
            await maker.Trouble(HttpStatusCode.Conflict, maker.Post($"{run}/plan")),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "on the bench",
            await maker.Trouble(
                HttpStatusCode.Conflict,
                maker.Put(
                    $"{run}/piece/colours/wishes",
                    new
                    {
                        areas = new[] { 1 },
                        colour = "#000000",
                        shadow = "none",
                    }
                )
            ),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "still to do",
            await maker.Trouble(HttpStatusCode.Conflict, maker.Post($"{run}/finish")),
            StringComparison.Ordinal
        );

        for (var step = 2; step <= steps.Count; step++)
        {
            server.Time.MoveOn(TimeSpan.FromMinutes(1));
            await Tap(maker, run, "done", step);
        }
        await Tap(maker, run, "note", 0, text: "Less water next time");
        await maker.Ok(maker.Post($"{run}/finish"));
        var record = await maker.Ok(maker.Get($"{run}/record"));
        Assert.Equal(["Less water next time"], record["notes"]!.AsArray().Select(n => n!.GetValue<string>()));
        Assert.NotEmpty(record["used"]!.AsArray());
        Assert.All(record["used"]!.AsArray(), used => Assert.True(used!["millilitres"]!.GetValue<double>() > 0));
        // All that was done, in its order, with what and on how many cards.
        var done = record["done"]!.AsArray();
        Assert.Equal(steps.Count, done.Sum(pass => pass!["cards"]!.GetValue<int>()));
        Assert.Equal(steps.Select(step => step!["pass"]!.GetValue<int>()).Distinct().Count(), done.Count);
        Assert.All(done, pass => Assert.NotEmpty(pass!["with"]!.AsArray()));
        Assert.StartsWith("Sky: ", record["colours"]![0]!.GetValue<string>(), StringComparison.Ordinal);
        Assert.Single((await maker.Ok(maker.Get("/api/book?search=sky"))).AsArray());
        Assert.Empty((await maker.Ok(maker.Get("/api/book?search=rhubarb"))).AsArray());
        Assert.Empty((await maker.Ok(maker.Get("/api/runs"))).AsArray());

        static string DryAt(JsonNode bench) =>
            bench["line"]!.AsArray().Select(card => card!["dryAt"]?.GetValue<string>()).First(at => at is not null)!;
    }

    [Fact]
    public async Task A_scan_with_its_dots_per_inch_is_a_picture_too()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        var sheet = PictureReader.Read(Pictures.PearBranch, new PictureSize(null, null));
        var job = await maker.BringIn(
            run,
            SimulatedScanner.Scan(sheet, ScanConditions.Ordinary),
            "scan.jpg",
            dots: 300
        );
        Assert.Equal("17 areas found.", job["message"]!.GetValue<string>());
        Assert.Equal(108, (await maker.Piece(run))["image"]!["widthMm"]!.GetValue<double>(), 0);
    }

    [Fact]
    public async Task A_step_of_ones_own_is_added_at_the_bench()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        await maker.BringIn(run, Pictures.ThreeRooms);
        await maker.Ok(
            maker.Put(
                $"{run}/piece/colours/wishes",
                new
                {
                    areas = new[] { 1, 2 },
                    colour = "#e3cf6e",
                    shadow = "none",
                }
            )
        );
        await maker.Ok(maker.Post($"{run}/plan"));
        Task<HttpResponseMessage> Tap(object tap) => maker.Post($"{run}/bench/taps", tap);
        var before = await maker.Ok(
            Tap(
                new
                {
                    id = Guid.NewGuid(),
                    kind = "done",
                    step = 1,
                }
            )
        );
        var steps = before["stepCount"]!.GetValue<int>();
        await maker.Trouble(
            HttpStatusCode.UnprocessableEntity,
            Tap(
                new
                {
                    id = Guid.NewGuid(),
                    kind = "ownStep",
                    step = 1,
                    text = " ",
                    minutes = 4,
                }
            )
        );
        await maker.Trouble(
            HttpStatusCode.UnprocessableEntity,
            Tap(
                new
                {
                    id = Guid.NewGuid(),
                    kind = "ownStep",
                    step = 1,
                    text = "Glue the tag",
                }
            )
        );
        var tap = new
        {
            id = Guid.NewGuid(),
            kind = "ownStep",
            step = 1,
            text = "Glue the tag",
            minutes = 4,
        };
        await maker.Ok(Tap(tap));
        var after = await maker.Ok(Tap(tap)); // sent twice, it counts once
        Assert.Equal(steps + 1, after["stepCount"]!.GetValue<int>());
        var plan = await maker.Ok(maker.Get($"{run}/plan"));
        var own = plan["passes"]!.AsArray().Single(pass => pass!["title"]!.GetValue<string>() == "Glue the tag")!;
        Assert.InRange(own["paintSeconds"]!.GetValue<double>(), 240, 260);
    }

    [Fact]
    public async Task The_bench_sheet_prints_what_the_plan_says()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        await maker.BringIn(run, Pictures.PearBranch);
        await maker.Ok(maker.Put($"{run}/piece/image/areas/15/name", new { name = "Left pear" }));
        await maker.Ok(
            maker.Put(
                $"{run}/piece/colours/wishes",
                new
                {
                    areas = new[] { 14, 15 },
                    colour = "#e3cf6e",
                    shadow = "deep",
                }
            )
        );
        var plan = (await maker.Ok(maker.Post($"{run}/plan")))["plan"]!;
        var pdf = await (await maker.Get($"{run}/plan/sheet.pdf")).Content.ReadAsByteArrayAsync();

        var file = Path.GetTempFileName();
        await File.WriteAllBytesAsync(file, pdf);
        using var reading = Process.Start(
            new ProcessStartInfo("pdftotext", ["-layout", file, "-"]) { RedirectStandardOutput = true }
        )!;
        var text = await reading.StandardOutput.ReadToEndAsync();
        File.Delete(file);
        Assert.Contains("Plum labels, 2 cards", text, StringComparison.Ordinal);
        Assert.Contains("Never point a brush with your lips", text, StringComparison.Ordinal);
        text = string.Join(' ', text.Split((char[])[' ', '\n'], StringSplitOptions.RemoveEmptyEntries));
        foreach (var pass in plan["passes"]!.AsArray())
            Assert.Contains(pass!["title"]!.GetValue<string>(), text, StringComparison.Ordinal);
        var waits = plan["steps"]!.AsArray().Count(s => s!["waitReason"] is not null);
        Assert.Equal(waits, text.Split("Wait ").Length - 1);
    }

    [Fact]
    public async Task A_change_after_planning_makes_the_plan_stale()
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
        Assert.False((await maker.Ok(maker.Post($"{run}/plan")))["plan"]!["stale"]!.GetValue<bool>());
        await maker.Ok(
            maker.Put(
                $"{run}/piece/colours/wishes",
                new
                {
                    areas = new[] { 2 },
                    colour = "#84ad62",
                    shadow = "none",
                }
            )
        );
        var stale = await maker.Ok(maker.Get($"{run}/plan"));
        Assert.True(stale["stale"]!.GetValue<bool>());
        Assert.Equal(
            "What the areas become changed since this plan was made. Plan the run again.",
            stale["changed"]!.GetValue<string>()
        );
        // It is not begun: the bench says why, refuses, and goes on once the run is planned again.
        Assert.Equal(
            stale["changed"]!.GetValue<string>(),
            (await maker.Ok(maker.Get($"{run}/bench")))["stale"]!.GetValue<string>()
        );
        Assert.Contains(
            "changed since this plan was made",
            await maker.Trouble(HttpStatusCode.Conflict, maker.Post($"{run}/bench/taps", ATap("done", 1))),
            StringComparison.Ordinal
        );
        await maker.Ok(
            maker.Post(
                $"{run}/bench/taps",
                new
                {
                    id = Guid.NewGuid(),
                    kind = "note",
                    step = 0,
                    text = "later",
                }
            )
        );
        Assert.False((await maker.Ok(maker.Post($"{run}/plan")))["plan"]!["stale"]!.GetValue<bool>());
        Assert.Null((await maker.Ok(maker.Get($"{run}/bench")))["stale"]);
        await maker.Ok(maker.Post($"{run}/bench/taps", ATap("done", 1)));
        // What is begun is gone on with, whatever changes elsewhere.
        await maker.Ok(maker.Put($"{run}", new { name = "Three rooms", cards = 5 }));
        Assert.Null((await maker.Ok(maker.Get($"{run}/bench")))["stale"]);
        await maker.Ok(maker.Post($"{run}/bench/taps", ATap("done", 2)));

        static object ATap(string kind, int step) =>
            new
            {
                id = Guid.NewGuid(),
                kind,
                step,
            };
    }

    [Fact]
    public async Task A_layer_more_is_added_at_the_bench_once_and_can_be_left_out()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        await maker.BringIn(run, Pictures.ThreeRooms);
        await maker.Ok(
            maker.Put(
                $"{run}/piece/colours/wishes",
                new
                {
                    areas = new[] { 1, 2, 3 },
                    colour = "#84ad62",
                    shadow = "none",
                }
            )
        );
        var steps = (await maker.Ok(maker.Post($"{run}/plan")))["plan"]!["steps"]!.AsArray().Count;
        Task<HttpResponseMessage> Tap(string kind, int step, Guid? id = null) =>
            maker.Post(
                $"{run}/bench/taps",
                new
                {
                    id = id ?? Guid.NewGuid(),
                    kind,
                    step,
                }
            );
        Assert.Contains(
            "Only a step that is done",
            await maker.Trouble(HttpStatusCode.Conflict, Tap("oneMore", 1)),
            StringComparison.Ordinal
        );
        await maker.Ok(Tap("done", 1));
        // A device that sends it again and again, even at once, adds it once.
        var twice = Guid.NewGuid();
        foreach (var answer in await Task.WhenAll(Enumerable.Range(0, 4).Select(_ => Tap("oneMore", 1, twice))))
            Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        var bench = await maker.Ok(Tap("oneMore", 1, twice));
        Assert.Equal(steps + 1, bench["stepCount"]!.GetValue<int>());
        var plan = await maker.Ok(maker.Get($"{run}/plan"));
        Assert.Equal(steps + 1, plan["steps"]!.AsArray().Count);
        bench = await maker.Ok(Tap("skip", steps + 1));
        while (bench["current"] is { } current)
            bench = await maker.Ok(Tap("done", current["number"]!.GetValue<int>()));
        Assert.Equal(steps + 1, bench["stepsDone"]!.GetValue<int>());
        await maker.Ok(maker.Get($"{run}/record"));
    }

    [Fact]
    public async Task A_plan_keeps_the_colours_that_it_was_made_from()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        await maker.BringIn(run, Pictures.ThreeRooms);
        await maker.Ok(
            maker.Put(
                $"{run}/piece/colours/wishes",
                new
                {
                    areas = new[] { 1, 2, 3 },
                    colour = "#84ad62",
                    shadow = "soft",
                }
            )
        );
        static string Mixes(JsonNode plan) =>
            string.Join('|', plan["toMix"]!.AsArray().Select(mix => mix!["mix"]!["parts"]!.ToJsonString()));
        var made = Mixes((await maker.Ok(maker.Post($"{run}/plan")))["plan"]!);
        var colours = await maker.Ok(maker.Get($"{run}/piece/colours"));
        // The same colours in another order: every recipe counts them anew, and the plan still means the same.
        await maker.Ok(
            maker.Put(
                $"{run}/piece/colours/supplies",
                new
                {
                    paper = colours["paper"],
                    stampingInk = colours["stampingInk"],
                    palette = colours["palette"]!.AsArray().Reverse().Select(id => id!.GetValue<Guid>()),
                }
            )
        );
        var after = await maker.Ok(maker.Get($"{run}/plan"));
        Assert.True(after["stale"]!.GetValue<bool>());
        Assert.Contains("colours to paint with", after["changed"]!.GetValue<string>(), StringComparison.Ordinal);
        Assert.Equal(made, Mixes(after));
    }

    [Fact]
    public async Task Areas_with_leave_to_run_together_do_not_wait_for_each_other()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        await maker.BringIn(run, Pictures.ThreeRooms);
        foreach (var (area, colour) in new[] { (1, "#e3cf6e"), (2, "#84ad62"), (3, "#c93a6a") })
            await maker.Ok(
                maker.Put(
                    $"{run}/piece/colours/wishes",
                    new
                    {
                        areas = new[] { area },
                        colour,
                        shadow = "none",
                        method = "flatWash",
                    }
                )
            );
        var apart = (await maker.Ok(maker.Post($"{run}/plan")))["plan"]!;
        Assert.Contains(
            "touch each other",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Put($"{run}/piece/image/leave", new { areas = new[] { 1 }, mayRun = true })
            ),
            StringComparison.Ordinal
        );
        var image = await maker.Ok(
            maker.Put($"{run}/piece/image/leave", new { areas = new[] { 1, 2, 3 }, mayRun = true })
        );
        Assert.NotEmpty(image["mayRun"]!.AsArray());
        Assert.Contains(
            "areas may run together changed",
            (await maker.Ok(maker.Get($"{run}/plan")))["changed"]!.GetValue<string>(),
            StringComparison.Ordinal
        );
        var together = (await maker.Ok(maker.Post($"{run}/plan")))["plan"]!;
        Assert.True(together["finishSeconds"]!.GetValue<double>() < apart["finishSeconds"]!.GetValue<double>());
        image = await maker.Ok(
            maker.Put($"{run}/piece/image/leave", new { areas = new[] { 1, 2, 3 }, mayRun = false })
        );
        Assert.Empty(image["mayRun"]!.AsArray());
    }

    [Fact]
    public async Task Plans_and_the_bench_follow_the_air_of_the_room()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        await maker.BringIn(run, Pictures.ThreeRooms);
        await maker.Ok(
            maker.Put(
                $"{run}/piece/colours/wishes",
                new
                {
                    areas = new[] { 1, 2 },
                    colour = "#e3cf6e",
                    shadow = "none",
                }
            )
        );
        double Dry(JsonNode plan) =>
            plan["steps"]![0]!["drySeconds"]!.GetValue<double>() - plan["steps"]![0]!["endSeconds"]!.GetValue<double>();
        var before = (await maker.Ok(maker.Post($"{run}/plan")))["plan"]!;
        await maker.Ok(
            maker.Put(
                "/api/account/room",
                new
                {
                    temperature = 12,
                    relativeHumidity = 0.8,
                    speed = 0,
                }
            )
        );
        var after = await maker.Ok(maker.Get($"{run}/plan"));
        Assert.False(after["stale"]!.GetValue<bool>());
        Assert.True(Dry(after) > 2 * Dry(before), $"{Dry(before):0} s, {Dry(after):0} s");
        // On the bench the plan stays, and what is wet dries sooner from the moment on in which a fan is there.
        var wet = await Tap(maker, run, "done", 1);
        var card = after["steps"]![0]!["card"]!.GetValue<int>();
        DateTimeOffset DryAt(JsonNode bench) =>
            bench["line"]!.AsArray().Single(one => one!["card"]!.GetValue<int>() == card)![
                "dryAt"
            ]!.GetValue<DateTimeOffset>();
        await maker.Ok(
            maker.Put(
                "/api/account/room",
                new
                {
                    temperature = 24,
                    relativeHumidity = 0.4,
                    speed = 1,
                }
            )
        );
        var fanned = await maker.Ok(maker.Get($"{run}/bench"));
        Assert.True(DryAt(fanned) < DryAt(wet).AddMinutes(-20), $"{DryAt(wet):T} {DryAt(fanned):T}");
        Assert.Equal(
            after["steps"]!.ToJsonString(),
            (await maker.Ok(maker.Get($"{run}/plan")))["steps"]!.ToJsonString()
        );
        // All taken back, it may be planned and coloured anew, and reckons with the air that there is.
        await maker.Trouble(HttpStatusCode.Conflict, maker.Post($"{run}/plan"));
        await Tap(maker, run, "note", 0, text: "a fan helps");
        await Tap(maker, run, "back", 0);
        var anew = (await maker.Ok(maker.Post($"{run}/plan")))["plan"]!;
        Assert.True(Dry(anew) < Dry(before), $"{Dry(before):0} s, {Dry(anew):0} s");
        var bench = await Tap(maker, run, "done", 1);
        // No finger felt anything yet: a third more makes sure of it.
        var sure = 4 / 3.0 * Dry(anew);
        Assert.Equal(sure, (DryAt(bench) - bench["serverNow"]!.GetValue<DateTimeOffset>()).TotalSeconds, 1.0);
        Assert.Equal(["a fan helps"], bench["notes"]!.AsArray().Select(note => note!.GetValue<string>()));
        await Tap(maker, run, "back", 0);
        await maker.Ok(
            maker.Put(
                $"{run}/piece/colours/wishes",
                new
                {
                    areas = new[] { 1 },
                    colour = "#84ad62",
                    shadow = "none",
                }
            )
        );
        // That the air changed is for the room to say.
        await maker.Trouble(
            HttpStatusCode.UnprocessableEntity,
            maker.Post(
                $"{run}/bench/taps",
                new
                {
                    id = Guid.NewGuid(),
                    kind = "air",
                    step = 0,
                }
            )
        );
    }

    [Fact]
    public async Task Other_supplies_bring_other_recipes_for_the_same_wish()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        await maker.BringIn(run, Pictures.ThreeRooms);
        var colours = await maker.Ok(
            maker.Put(
                $"{run}/piece/colours/wishes",
                new
                {
                    areas = new[] { 1 },
                    colour = "#84ad62",
                    shadow = "none",
                }
            )
        );
        var one = colours["colourants"]!.AsArray().Single(c => c!["colourIndex"]!.GetValue<string>() == "PB29")![
            "id"
        ]!.GetValue<string>();
        var narrowed = await maker.Ok(
            maker.Put(
                $"{run}/piece/colours/supplies",
                new
                {
                    paper = colours["paper"]!.GetValue<string>(),
                    stampingInk = colours["stampingInk"]!.GetValue<string>(),
                    palette = new[] { one },
                }
            )
        );
        var recipe = narrowed["areas"]![0]!["recipe"]!;
        Assert.Equal(one, recipe["parts"]!.AsArray().Single()!["id"]!.GetValue<string>());
        // Blue alone cannot be green: the nearest is given, and how far it is.
        Assert.Equal("another", recipe["likeness"]!.GetValue<string>());
        Assert.True(recipe["difference"]!.GetValue<double>() > 6);
    }

    private static async Task<JsonNode> Tap(
        Visitor maker,
        string run,
        string kind,
        int step,
        Guid? id = null,
        string? text = null
    ) =>
        await maker.Ok(
            maker.Post(
                $"{run}/bench/taps",
                new
                {
                    id = id ?? Guid.NewGuid(),
                    kind,
                    step,
                    text,
                }
            )
        );

    /// <summary>The same maker at the new server.</summary>
    private async Task<Visitor> SignInAgain(string name)
    {
        var visitor = server.Stranger();
        await visitor.Look();
        await visitor.Ok(visitor.Post("/api/account/sign-in", new { name, password = "plum jam 12" }));
        await visitor.Look();
        return visitor;
    }
}
