using System.Net;
using System.Text.Json.Nodes;
using SkiaSharp;

namespace Nube.Server.Tests;

/// <summary>Coloured cards are brought in and held against what was done to them.</summary>
public class CheckTests(NubeServer server) : IClassFixture<NubeServer>
{
    private const int Coloured = ColouredCards.Areas;

    [Fact]
    public async Task A_scanned_card_is_found_read_and_shown_with_what_is_otherwise()
    {
        var (maker, run) = await server.Painted();

        var job = await maker.StandIn(run, "scan");

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
        var (maker, run) = await server.Painted();
        await maker.StandIn(run, "scan");
        var finding = Specks(await maker.Ok(maker.Get($"{run}/checks")));
        Assert.False(finding["isMeant"]!.GetValue<bool>());

        await Mean(true);
        await maker.StandIn(run, "photo");

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
        var (maker, run) = await server.Painted();
        await maker.StandIn(run, "scan");
        var first = await maker.LatestCard(run);
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
        await maker.StandIn(run, "scan");

        var second = await maker.LatestCard(run);
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
        var (maker, run) = await server.Painted();
        await maker.StandIn(run, "scan");
        var plan = await maker.Ok(maker.Get($"{run}/plan"));
        foreach (var step in plan["steps"]!.AsArray().Where(step => step!["card"]!.GetValue<int>() == 2))
            await maker.Done(run, step!["number"]!.GetValue<int>());
        await maker.Post($"{run}/finish");

        var entry = (await maker.Ok(maker.Get("/api/book"))).AsArray().Single()!;

        Assert.Equal(
            (await maker.LatestCard(run))["medianDifference"]!.GetValue<double>(),
            entry["cameWithin"]!.GetValue<double>()
        );
        // And its hand is known a little better.
        var habits = await maker.Ok(maker.Get("/api/habits"));
        Assert.Equal(1, habits["dilution"]!["times"]!.GetValue<int>());
        var erring = habits["erring"]!.AsArray();
        Assert.All(erring, one => Assert.Equal("paint", one!["with"]!.GetValue<string>()));
        Assert.Equal(["spread", "unevenness", "mixing"], erring.Select(one => one!["in"]!.GetValue<string>()));
        Assert.Equal(Coloured, erring[0]!["times"]!.GetValue<int>());
        // The stand-in takes the parts of a mix as they are told.
        Assert.True(erring[2]!["off"]!.GetValue<double>() < erring[2]!["ordinary"]!.GetValue<double>());
        Assert.NotNull((await Mixed("surest")).AsArray()[0]!["byHand"]);
        // What was learned can be forgotten.
        await maker.Delete("/api/habits/learned");
        Assert.Empty((await maker.Ok(maker.Get("/api/habits")))["erring"]!.AsArray());
        Assert.All((await Mixed("closest")).AsArray(), recipe => Assert.Null(recipe!["byHand"]));

        async Task<JsonNode> Mixed(string order)
        {
            var found = await maker.Ok(
                maker.Post(
                    "/api/mix/find",
                    new
                    {
                        paper = await maker.Paper("Cold pressed watercolour 300"),
                        colour = "#8a6a3a",
                        mostColourants = 2,
                        order,
                    }
                )
            );
            return found!["recipes"]!;
        }
    }

    [Fact]
    public async Task Each_finding_is_answered_with_what_to_do_about_it_or_why_it_is_left()
    {
        var (maker, run) = await server.Painted();
        await maker.StandIn(run, "photo");
        var card = await maker.LatestCard(run);
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

    [Fact]
    public async Task On_a_bare_card_every_area_that_was_coloured_at_the_bench_is_left_out()
    {
        var (maker, run) = await server.Painted();

        await maker.BringInCards(run, await ColouredCards.BareCard(maker, run));

        var card = (await maker.Ok(maker.Get($"{run}/checks")))["checks"]!.AsArray()[0]!["cards"]!.AsArray()[0]!;
        Assert.Equal(
            Coloured,
            card["findings"]!.AsArray().Count(one => one!["kind"]!.GetValue<string>() == "forgotten")
        );
    }

    [Fact]
    public async Task Two_cards_of_one_image_in_one_scan_are_each_read_though_one_lies_upside_down()
    {
        var (maker, run) = await server.Painted(cards: 2);
        await maker.StandIn(run, "scan");
        var first = await maker.LatestCard(run);
        var taken = await maker.File(first["pictureUrl"]!.GetValue<string>(), "image/webp");

        var job = await maker.BringInCards(run, TwiceOnOneGlass(taken));

        Assert.StartsWith("2 cards were looked at", job["message"]!.GetValue<string>(), StringComparison.Ordinal);
        var cards = (await maker.Ok(maker.Get($"{run}/checks")))["checks"]!.AsArray()[0]!["cards"]!.AsArray();
        Assert.Equal([1, 2], cards.Select(card => card!["card"]!.GetValue<int>()));
        // It is the same card both times, and the one of the scan before.
        Assert.All(cards, card =>
        {
            Assert.Equal(Coloured, card!["areas"]!.GetValue<int>());
            Assert.Equal(
                first["medianDifference"]!.GetValue<double>(),
                card["medianDifference"]!.GetValue<double>(),
                0.7
            );
            Assert.Contains(card["findings"]!.AsArray(), one => one!["kind"]!.GetValue<string>() == "bareSpecks");
        });
    }

    [Fact]
    public async Task Every_area_is_told_in_words_and_numbers_as_a_whole_against_its_wish_and_zone_by_zone()
    {
        var (maker, run) = await server.Painted();
        await maker.StandIn(run, "scan");
        var card = await maker.LatestCard(run);

        var areas = (await maker.Ok(maker.Get($"{card["pictureUrl"]!.GetValue<string>()}/areas"))).AsArray();

        Assert.Equal(Coloured, areas.Count);
        var off = areas.Select(area => area!["difference"]!.GetValue<double>()).ToList();
        Assert.Equal(off.OrderDescending(), off);
        Assert.Equal(card["medianDifference"]!.GetValue<double>(), off.Order().ElementAt(Coloured / 2), 9);
        Assert.All(areas, area =>
        {
            Assert.InRange(area!["sure"]!.GetValue<double>(), 0.5, 6);
            Assert.InRange(area["fromWish"]!.GetValue<double>(), 0, 60);
            Assert.EndsWith(".", area["words"]!.GetValue<string>(), StringComparison.Ordinal);
            Assert.NotEmpty(area["zones"]!.AsArray());
        });
        // What is a finding in the list is one in words, too.
        foreach (var (kind, words) in new[] { ("tooPale", "Too pale"), ("tooStrong", "Too strong") })
        {
            var found = card["findings"]!
                .AsArray()
                .Where(one => one!["kind"]!.GetValue<string>() == kind && one["area"]!.GetValue<int>() > 0)
                .Select(one => one!["area"]!.GetValue<int>())
                .Order();
            var told = areas
                .Where(area => area!["words"]!.GetValue<string>().StartsWith(words, StringComparison.Ordinal))
                .Select(area => area!["area"]!.GetValue<int>())
                .Order();
            Assert.Equal(found, told);
        }
    }

    [Fact]
    public async Task What_no_picture_shows_is_asked_by_what_lies_on_the_card_and_a_yes_is_a_finding_that_is_mended()
    {
        var (maker, run) = await server.Painted(pencils: true);
        await maker.StandIn(run, "scan");
        var at = (await maker.LatestCard(run))["pictureUrl"]!.GetValue<string>();
        var asked = (await maker.Ok(maker.Get($"{at}/questions"))).AsArray();
        Assert.Equal(
            ["waxBloom", "shine", "looseColour"],
            asked.Select(question => question!["kind"]!.GetValue<string>())
        );
        Assert.All(asked, question => Assert.Null(question!["isSo"]));

        // Answers that come at the same moment are all kept.
        await Task.WhenAll(
            new (string Kind, bool IsSo)[] { ("waxBloom", true), ("shine", false), ("looseColour", false) }.Select(
                one => maker.Ok(maker.Put($"{at}/questions", new { kind = one.Kind, isSo = one.IsSo }))
            )
        );

        Assert.Equal(
            [true, false, false],
            (await maker.Ok(maker.Get($"{at}/questions"))).AsArray().Select(one => one!["isSo"]!.GetValue<bool>())
        );
        Assert.Contains((await maker.LatestCard(run))["findings"]!.AsArray(), one =>
            one!["title"]!.GetValue<string>() == "Wax bloom"
        );
        var mending = await maker.Ok(maker.Get($"{at}/mending?kind=waxBloom&area=0"));
        Assert.Equal("Wipe the haze away", mending["corrections"]![0]!["title"]!.GetValue<string>());
        var taken = await maker.Ok(
            maker.Post(
                $"{at}/mending",
                new
                {
                    kind = "waxBloom",
                    area = 0,
                    other = (int?)null,
                    cards = new[] { 1 },
                }
            )
        );
        Assert.Single(taken["inPlan"]!.AsArray());
        // Nothing is there after all.
        await maker.Ok(maker.Put($"{at}/questions", new { kind = "waxBloom", isSo = false }));
        Assert.DoesNotContain((await maker.LatestCard(run))["findings"]!.AsArray(), one =>
            one!["kind"]!.GetValue<string>() == "waxBloom"
        );
        await maker.Trouble(
            HttpStatusCode.UnprocessableEntity,
            maker.Put($"{at}/questions", new { kind = "tooPale", isSo = true })
        );
        var washed = await server.Painted();
        await washed.Maker.StandIn(washed.Run, "scan");
        var card = (await washed.Maker.LatestCard(washed.Run))["pictureUrl"]!.GetValue<string>();
        Assert.Empty((await washed.Maker.Ok(washed.Maker.Get($"{card}/questions"))).AsArray());
    }

    /// <summary>A card as it lies, and again beside itself, upside down.</summary>
    private static byte[] TwiceOnOneGlass(byte[] picture)
    {
        using var card = SKBitmap.Decode(picture);
        const int gap = 80;
        using var glass = new SKBitmap(2 * card.Width + 3 * gap, card.Height + 2 * gap);
        using (var canvas = new SKCanvas(glass))
        {
            canvas.Clear(SKColors.White);
            canvas.DrawBitmap(card, gap, gap, SKSamplingOptions.Default);
            canvas.RotateDegrees(180, glass.Width / 2f, glass.Height / 2f);
            canvas.DrawBitmap(card, gap, gap, SKSamplingOptions.Default);
        }
        using var coded = glass.Encode(SKEncodedImageFormat.Png, 100);
        return coded.ToArray();
    }
}
