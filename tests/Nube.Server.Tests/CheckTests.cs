using System.Net;
using System.Text.Json.Nodes;
using SkiaSharp;

namespace Nube.Server.Tests;

/// <summary>Coloured cards are brought in and held against what was done to them.</summary>
public class CheckTests(NubeServer server) : IClassFixture<NubeServer>
{
    private const int Coloured = 5; // areas

    private async Task<(Visitor Maker, string Run)> Planned()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        await maker.BringIn(run, Pictures.PearBranch);
        var areas = (await maker.Piece(run))["image"]!["areas"]!
            .AsArray()
            .OrderByDescending(area => area!["sizeMm2"]!.GetValue<double>())
            .Select(area => area!["id"]!.GetValue<int>())
            .Take(Coloured)
            .ToList();
        string[] colours = ["#b8812f", "#5c9140", "#c23b3b", "#5b86b5", "#8b5a3c"];
        foreach (var (area, colour) in areas.Zip(colours))
            await maker.Ok(
                maker.Put(
                    $"{run}/piece/colours/wishes",
                    new
                    {
                        areas = new[] { area },
                        colour,
                        shadow = "none",
                    }
                )
            );
        await maker.Ok(maker.Post($"{run}/plan"));
        return (maker, run);
    }

    private async Task<(Visitor Maker, string Run)> Painted()
    {
        var (maker, run) = await Planned();
        var steps = (await maker.Ok(maker.Get($"{run}/plan")))["steps"]!.AsArray();
        foreach (var step in steps.Where(step => step!["card"]!.GetValue<int>() == 1))
            await maker.Done(run, step!["number"]!.GetValue<int>());
        return (maker, run);
    }

    private static Task<JsonNode> StandIn(Visitor maker, string run, string source) =>
        maker.Follow(maker.Post($"{run}/checks/stand-in", new { card = 1, source }));

    private static Task<JsonNode> BringIn(Visitor maker, string run, byte[] file, string name = "card.png") =>
        maker.Follow(maker.Post($"{run}/checks", Visitor.FormWith(file, name, ("card", "1"))));

    [Fact]
    public async Task A_scanned_card_is_found_read_and_shown_with_what_is_otherwise()
    {
        var (maker, run) = await Painted();

        var job = await StandIn(maker, run, "scan");

        Assert.Equal("done", job["state"]!.GetValue<string>());
        Assert.StartsWith("1 card was looked at", job["message"]!.GetValue<string>(), StringComparison.Ordinal);
        var checks = await maker.Ok(maker.Get($"{run}/checks"));
        var card = checks["checks"]!.AsArray().Single()!["cards"]!.AsArray().Single()!;
        Assert.Equal(1, card["card"]!.GetValue<int>());
        Assert.Equal(Coloured, card["areas"]!.GetValue<int>());
        Assert.InRange(card["medianDifference"]!.GetValue<double>(), 0, 6);
        // The stand-in lays far too much on one area, and misses spots in the largest.
        var kinds = card["findings"]!.AsArray().Select(one => one!["kind"]!.GetValue<string>()).ToList();
        Assert.Contains("bareSpecks", kinds);
        Assert.True(kinds.Contains("tooStrong") || kinds.Contains("tooPale"), string.Join(' ', kinds));
        Assert.All(card["findings"]!.AsArray(), one =>
        {
            Assert.EndsWith(".", one!["reason"]!.GetValue<string>(), StringComparison.Ordinal);
            Assert.StartsWith("M", one["outline"]!.GetValue<string>(), StringComparison.Ordinal);
        });
        Assert.NotEmpty(await maker.File(card["pictureUrl"]!.GetValue<string>(), "image/webp"));
    }

    [Fact]
    public async Task What_was_meant_so_is_remembered_for_the_next_picture()
    {
        var (maker, run) = await Painted();
        await StandIn(maker, run, "scan");
        var finding = Specks(await maker.Ok(maker.Get($"{run}/checks")));
        Assert.False(finding["isMeant"]!.GetValue<bool>());

        await Mean(true);
        await StandIn(maker, run, "photo");

        Assert.True(Specks(await maker.Ok(maker.Get($"{run}/checks")))["isMeant"]!.GetValue<bool>());
        await Mean(false);
        Assert.False(Specks(await maker.Ok(maker.Get($"{run}/checks")))["isMeant"]!.GetValue<bool>());

        async Task Mean(bool isMeant)
        {
            var answer = await maker.Put(
                $"{run}/checks/meant",
                new
                {
                    kind = "bareSpecks",
                    area = finding["area"]!.GetValue<int>(),
                    other = (int?)null,
                    isMeant,
                }
            );
            Assert.Equal(HttpStatusCode.NoContent, answer.StatusCode);
        }

        static JsonNode Specks(JsonNode checks) =>
            checks["checks"]!.AsArray()[0]!["cards"]!.AsArray()[0]!["findings"]!
                .AsArray()
                .First(one => one!["kind"]!.GetValue<string>() == "bareSpecks")!;
    }

    [Fact]
    public async Task What_mends_a_finding_is_taken_to_the_bench_and_the_next_picture_shows_before_and_after()
    {
        var (maker, run) = await Painted();
        await StandIn(maker, run, "scan");
        var first = await Latest(maker, run);
        var finding = first["findings"]!
            .AsArray()
            .First(one => one!["kind"]!.GetValue<string>() is "tooPale" && one["area"]!.GetValue<int>() > 0)!;
        var (kind, area) = (finding["kind"]!.GetValue<string>(), finding["area"]!.GetValue<int>());
        var at = first["pictureUrl"]!.GetValue<string>() + "/mending";

        var mending = await maker.Ok(maker.Get($"{at}?kind={kind}&area={area}"));

        var correction = mending["corrections"]!.AsArray().Single()!;
        Assert.Equal("glaze", correction["kind"]!.GetValue<string>());
        Assert.Contains("That should close", correction["outcome"]!.GetValue<string>(), StringComparison.Ordinal);
        Assert.StartsWith(
            "Glaze over",
            correction["steps"]!.AsArray()[0]!["title"]!.GetValue<string>(),
            StringComparison.Ordinal
        );
        Assert.Equal([1], mending["cards"]!.AsArray().Select(card => card!.GetValue<int>()));
        Assert.Empty(mending["inPlan"]!.AsArray());

        var planned = (await maker.Ok(maker.Get($"{run}/plan")))["steps"]!.AsArray().Count;
        var taken = await maker.Ok(maker.Post(at, Take(1)));

        var steps = taken["inPlan"]!.AsArray().Select(step => step!.GetValue<int>()).ToList();
        Assert.Equal(correction["steps"]!.AsArray().Count, steps.Count);
        Assert.All(steps, step => Assert.True(step > planned));
        Assert.Equal(steps[0], (await maker.Ok(maker.Get($"{run}/bench")))["current"]!["number"]!.GetValue<int>());
        Assert.Contains("in the plan", await maker.Trouble(HttpStatusCode.Conflict, maker.Post(at, Take(1))));
        await maker.Trouble(HttpStatusCode.UnprocessableEntity, maker.Post(at, Take(2)));
        foreach (var step in steps)
            await maker.Done(run, step);
        await StandIn(maker, run, "scan");

        var second = await Latest(maker, run);
        var before = second["before"]!;
        Assert.Equal(first["pictureUrl"]!.GetValue<string>(), before["pictureUrl"]!.GetValue<string>());
        Assert.Equal(steps.Count, before["stepsSince"]!.GetValue<int>());
        Assert.Contains(
            finding["title"]!.GetValue<string>(),
            before["gone"]!.AsArray().Select(title => title!.GetValue<string>())
        );
        var cameOut = (await maker.Ok(maker.Get($"{run}/record")))["cameOut"]!.AsArray().Single()!;
        Assert.Equal(2, cameOut["pictures"]!.GetValue<int>());
        Assert.StartsWith("Glaze over", cameOut["mended"]!.AsArray()[0]!.GetValue<string>(), StringComparison.Ordinal);
        Assert.True(
            cameOut["lastFindings"]!.GetValue<int>() < cameOut["firstFindings"]!.GetValue<int>(),
            cameOut.ToJsonString()
        );
        // What was found earlier is mended by what was found last.
        Assert.Contains("later picture", await maker.Trouble(HttpStatusCode.Conflict, maker.Post(at, Take(1))));

        object Take(int card) =>
            new
            {
                kind,
                area,
                other = (int?)null,
                cards = new[] { card },
            };
    }

    [Fact]
    public async Task The_book_tells_how_near_the_cards_of_a_run_came_and_the_hand_is_learned()
    {
        var (maker, run) = await Painted();
        await StandIn(maker, run, "scan");
        var plan = await maker.Ok(maker.Get($"{run}/plan"));
        foreach (var step in plan["steps"]!.AsArray().Where(step => step!["card"]!.GetValue<int>() == 2))
            await maker.Done(run, step!["number"]!.GetValue<int>());
        await maker.Post($"{run}/finish");

        var entry = (await maker.Ok(maker.Get("/api/book"))).AsArray().Single()!;

        Assert.Equal(
            (await Latest(maker, run))["medianDifference"]!.GetValue<double>(),
            entry["cameWithin"]!.GetValue<double>()
        );
        // And its hand is known a little better.
        Assert.Equal(1, (await maker.Ok(maker.Get("/api/habits")))["dilution"]!["times"]!.GetValue<int>());
    }

    [Fact]
    public async Task Each_finding_is_answered_with_what_to_do_about_it_or_why_it_is_left()
    {
        var (maker, run) = await Painted();
        await StandIn(maker, run, "photo");
        var card = await Latest(maker, run);
        var at = card["pictureUrl"]!.GetValue<string>() + "/mending";

        foreach (var finding in card["findings"]!.AsArray())
        {
            var (kind, other) = (finding!["kind"]!.GetValue<string>(), finding["other"]?.GetValue<int>());
            var mending = await maker.Ok(
                maker.Get(
                    $"{at}?kind={kind}&area={finding["area"]!.GetValue<int>()}"
                        + (other is null ? "" : $"&other={other}")
                )
            );
            Assert.All(mending["corrections"]!.AsArray(), one =>
            {
                Assert.EndsWith(".", one!["outcome"]!.GetValue<string>(), StringComparison.Ordinal);
                Assert.Equal(one["kind"]!.GetValue<string>() == "leave", one["steps"]!.AsArray().Count == 0);
            });
            if (kind == "bareSpecks")
                Assert.Equal("fillSpecks", mending["corrections"]!.AsArray()[0]!["kind"]!.GetValue<string>());
        }
        await maker.Trouble(HttpStatusCode.NotFound, maker.Get($"{at}?kind=warped&area=99"));
    }

    private static async Task<JsonNode> Latest(Visitor maker, string run) =>
        (await maker.Ok(maker.Get($"{run}/checks")))["checks"]!.AsArray()[0]!["cards"]!.AsArray().Single()!;

    [Fact]
    public async Task On_a_bare_card_every_area_that_was_coloured_at_the_bench_is_left_out()
    {
        var (maker, run) = await Painted();

        await BringIn(maker, run, await BareCard(maker, run));

        var card = (await maker.Ok(maker.Get($"{run}/checks")))["checks"]!.AsArray()[0]!["cards"]!.AsArray()[0]!;
        Assert.Equal(
            Coloured,
            card["findings"]!.AsArray().Count(one => one!["kind"]!.GetValue<string>() == "forgotten")
        );
    }

    [Fact]
    public async Task What_is_no_card_of_the_run_is_refused_in_words_and_what_was_kept_stays()
    {
        var (maker, run) = await Painted();
        await StandIn(maker, run, "scan");
        var other = await server.NewMaker();
        var otherRun = await other.Begin();
        await other.BringIn(otherRun, Pictures.ThreeRooms);

        var job = await BringIn(maker, run, await BareCard(other, otherRun));

        Assert.Equal("failed", job["state"]!.GetValue<string>());
        Assert.StartsWith("No card of this run", job["message"]!.GetValue<string>(), StringComparison.Ordinal);
        Assert.Single((await maker.Ok(maker.Get($"{run}/checks")))["checks"]!.AsArray());
        Assert.Contains(
            "drawing",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Post($"{run}/checks", Visitor.FormWith(Pictures.PearBranch, "card.svg", ("card", "1")))
            ),
            StringComparison.Ordinal
        );
        await maker.Trouble(
            HttpStatusCode.UnprocessableEntity,
            maker.Post($"{run}/checks", Visitor.FormWith([1, 2, 3], "card.png", ("card", "1")))
        );
    }

    [Fact]
    public async Task Cards_that_are_not_there_or_not_coloured_are_answered_in_words()
    {
        var (maker, run) = await Planned();

        Assert.Contains(
            "coloured yet",
            await maker.Trouble(
                HttpStatusCode.Conflict,
                maker.Post($"{run}/checks/stand-in", new { card = 1, source = "scan" })
            ),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "cards 1 to 2",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Post($"{run}/checks/stand-in", new { card = 9, source = "scan" })
            ),
            StringComparison.Ordinal
        );
        var unplanned = await maker.Begin();
        Assert.Contains(
            "Plan the run first",
            await maker.Trouble(HttpStatusCode.Conflict, maker.Get($"{unplanned}/checks")),
            StringComparison.Ordinal
        );
        var other = await server.NewMaker();
        await other.Trouble(HttpStatusCode.NotFound, other.Get($"{run}/checks"));
    }

    /// <summary>A card with its lines and nothing else, on white paper.</summary>
    private static async Task<byte[]> BareCard(Visitor maker, string run)
    {
        var image = (await maker.Piece(run))["image"]!;
        using var lines = SKBitmap.Decode(await maker.File(image["lineUrl"]!.GetValue<string>(), "image/png"));
        var margin = (int)(8 * lines.Width / image["widthMm"]!.GetValue<double>()); // 8 mm
        using var card = new SKBitmap(lines.Width + 2 * margin, lines.Height + 2 * margin);
        using (var canvas = new SKCanvas(card))
        {
            canvas.Clear(SKColors.White);
            canvas.DrawBitmap(lines, margin, margin, SKSamplingOptions.Default);
        }
        using var coded = card.Encode(SKEncodedImageFormat.Png, 100);
        return coded.ToArray();
    }
}
