using System.Buffers.Binary;
using System.IO.Compression;
using System.IO.Hashing;
using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Nube.Core.Colour;
using Nube.Data;
using Nube.Server.Support;
using SkiaSharp;

namespace Nube.Server.Tests;

/// <summary>How a card of a plan looks, painted by a job and kept.</summary>
public class LookTests(NubeServer server) : IClassFixture<NubeServer>
{
    private static async Task<JsonNode> Painted(Visitor maker, string run)
    {
        // A first look, then a fine one.
        var ended = new List<string>();
        while ((await maker.Ok(maker.Post($"{run}/plan/look")))["job"] is { } job)
            ended.Add(await PlanSearchTests.Ended(maker, job.GetValue<string>()));
        Assert.True(
            ended is [] or ["done: A first look is there.", "done: The card is painted."],
            string.Join(' ', ended)
        );
        return await maker.Ok(maker.Get($"{run}/plan/look"));
    }

    private static async Task<SKBitmap> Picture(Visitor maker, JsonNode still)
    {
        var answer = await maker.Get(still["url"]!.GetValue<string>());
        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        Assert.Equal("image/webp", answer.Content.Headers.ContentType?.MediaType);
        Assert.True(answer.Headers.CacheControl is { Private: true, MaxAge.TotalDays: > 300 });
        return SKBitmap.Decode(await answer.Content.ReadAsByteArrayAsync(TestContext.Current.CancellationToken));
    }

    [Fact]
    public async Task A_card_is_painted_pass_by_pass_and_looks_as_its_recipes_promise()
    {
        var (maker, run, _, _) = await PlanSearchTests.Planned(server, Pictures.ThreeRooms, 2);
        Assert.Empty((await maker.Ok(maker.Get($"{run}/plan/look")))["stills"]!.AsArray());
        var look = await Painted(maker, run);
        Assert.True(look["whole"]!.GetValue<bool>());
        var stills = look["stills"]!.AsArray();
        var plan = await maker.Ok(maker.Get($"{run}/plan"));
        var inOrder = plan["steps"]!
            .AsArray()
            .Where(step => step!["card"]!.GetValue<int>() == 1)
            .Select(step => step!["pass"]!.GetValue<int>());
        Assert.Equal(inOrder, stills.Select(still => still!["pass"]!.GetValue<int>()).Distinct());
        Assert.All(stills, still => Assert.False(still!["coarse"]!.GetValue<bool>()));
        // First looks have made way; a page that still shows one and asks for it gets the fine one.
        var fine = stills[0]!["url"]!.GetValue<string>();
        var asked = await maker.Get(fine.Replace("/fine", "/coarse", StringComparison.Ordinal));
        Assert.Equal(HttpStatusCode.OK, asked.StatusCode);
        Assert.Equal(
            await (await maker.Get(fine)).Content.ReadAsByteArrayAsync(TestContext.Current.CancellationToken),
            await asked.Content.ReadAsByteArrayAsync(TestContext.Current.CancellationToken)
        );
        Assert.Equal(
            stills.Select(still => still!["seconds"]!.GetValue<double>()).Order(),
            stills.Select(still => still!["seconds"]!.GetValue<double>())
        );

        // At the middle of each area, dry, the colour of its fill in the plan; wet it is darker.
        var image = (await maker.Piece(run))["image"]!;
        using var dry = await Picture(maker, stills[^1]!);
        Assert.Equal(image["widthMm"]!.GetValue<double>() * 8, dry.Width, 1.0);
        var fills = plan["passes"]!.AsArray()[^1]!["lookAfter"]!.AsArray();
        Assert.NotEmpty(fills);
        foreach (var fill in fills)
        {
            var centre = image["areas"]!.AsArray().Single(area => (int)area!["id"]! == (int)fill!["area"]!)!["centre"]!;
            var seen = MeanAround(dry, centre["x"]!.GetValue<double>() * 8, centre["y"]!.GetValue<double>() * 8);
            Assert.InRange(Ciede2000.Difference(Srgb.Parse(fill!["whole"]!.GetValue<string>()).ToLab(), seen), 0, 6);
        }
        using var wet = await Picture(maker, stills[0]!);
        using var dried = await Picture(maker, stills[2]!);
        Assert.True(Lightness(wet) < Lightness(dried));
    }

    [Fact]
    public async Task Nothing_is_painted_twice_and_another_plan_is_painted_anew()
    {
        var (maker, run, _, search) = await PlanSearchTests.Planned(server, Pictures.ThreeRooms, 1);
        await PlanSearchTests.Ended(maker, search);
        var first = await Painted(maker, run);
        var again = await maker.Ok(maker.Post($"{run}/plan/look"));
        Assert.Null(again["job"]);
        Assert.Equal(first["stills"]!.ToJsonString(), again["stills"]!.ToJsonString());

        await Wish(maker, run, "#7a3b62");
        await maker.Ok(maker.Post($"{run}/plan"));
        Assert.Empty((await maker.Ok(maker.Get($"{run}/plan/look")))["stills"]!.AsArray());
        var other = await Painted(maker, run);
        Assert.NotEqual(
            first["stills"]!.AsArray()[^1]!["url"]!.GetValue<string>(),
            other["stills"]!.AsArray()[^1]!["url"]!.GetValue<string>()
        );
    }

    [Fact]
    public async Task What_is_painted_of_a_plan_stops_when_another_takes_its_place()
    {
        var (maker, run, _, search) = await PlanSearchTests.Planned(server, Pictures.PearBranch, 1);
        await PlanSearchTests.Ended(maker, search);
        var first = (await maker.Ok(maker.Post($"{run}/plan/look")))["job"]!.GetValue<string>();
        Assert.StartsWith("done", await PlanSearchTests.Ended(maker, first), StringComparison.Ordinal);
        // A fine one of this picture takes many seconds.
        var fine = (await maker.Ok(maker.Post($"{run}/plan/look")))["job"]!.GetValue<string>();
        await Wish(maker, run, "#7a3b62");
        await maker.Ok(maker.Post($"{run}/plan"));
        var other = (await maker.Ok(maker.Post($"{run}/plan/look")))["job"]!.GetValue<string>();
        Assert.StartsWith("cancelled: Stopped", await PlanSearchTests.Ended(maker, fine), StringComparison.Ordinal);
        Assert.Equal("done: A first look is there.", await PlanSearchTests.Ended(maker, other));
    }

    private static async Task Wish(Visitor maker, string run, string colour)
    {
        var area = (await maker.Piece(run))["image"]!["areas"]!.AsArray()[0]!["id"]!.GetValue<int>();
        var wish = new
        {
            areas = new[] { area },
            colour,
            shadow = "none",
        };
        await maker.Ok(maker.Put($"{run}/piece/colours/wishes", wish));
    }

    [Fact]
    public async Task Cards_hang_on_the_line_and_stand_in_the_book_as_they_look()
    {
        var (maker, run, _, _) = await PlanSearchTests.Planned(server, Pictures.ThreeRooms, 1);
        var look = await Painted(maker, run);
        Assert.Null((await maker.Ok(maker.Get(run)))["line"]![0]!["look"]);
        var steps = (await maker.Ok(maker.Get($"{run}/plan")))["steps"]!.AsArray();
        for (var step = 1; step <= steps.Count; step++)
        {
            await maker.Ok(
                maker.Post(
                    $"{run}/bench/taps",
                    new
                    {
                        id = Guid.CreateVersion7(),
                        kind = "done",
                        step,
                    }
                )
            );
            var pass = steps[step - 1]!["pass"]!.GetValue<int>();
            Assert.Equal(
                look["stills"]!.AsArray().Last(still => still!["pass"]!.GetValue<int>() == pass)![
                    "url"
                ]!.GetValue<string>(),
                (await maker.Ok(maker.Get(run)))["line"]![0]!["look"]!.GetValue<string>()
            );
        }
        await maker.Ok(maker.Post($"{run}/finish"));
        var last = look["stills"]!.AsArray()[^1]!["url"]!.GetValue<string>();
        Assert.Equal(last, (await maker.Ok(maker.Get("/api/book")))[0]!["lookUrl"]!.GetValue<string>());
        Assert.Equal(last, (await maker.Ok(maker.Get($"{run}/record")))["lookUrl"]!.GetValue<string>());
    }

    [Fact]
    public async Task Looks_are_their_makers_own_and_go_when_nobody_wants_them()
    {
        var (maker, run, _, _) = await PlanSearchTests.Planned(server, Pictures.ThreeRooms, 1);
        var look = await Painted(maker, run);
        var url = look["stills"]!.AsArray()[0]!["url"]!.GetValue<string>();
        var other = await server.NewMaker();
        await other.Trouble(HttpStatusCode.NotFound, other.Get($"{run}/plan/look"));
        await other.Trouble(HttpStatusCode.NotFound, other.Post($"{run}/plan/look"));
        Assert.Equal(HttpStatusCode.NotFound, (await other.Get(url)).StatusCode);

        await using var scope = server.Services.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<NubeDb>();
        var now = server.Time.GetUtcNow();
        await CardLooksKept.Tidy(db, now, TestContext.Current.CancellationToken);
        Assert.Equal(HttpStatusCode.OK, (await maker.Get(url)).StatusCode);
        await CardLooksKept.Tidy(db, now + TimeSpan.FromDays(61), TestContext.Current.CancellationToken);
        Assert.Equal(HttpStatusCode.NotFound, (await maker.Get(url)).StatusCode);
        Assert.False(await db.LookStills.IgnoreQueryFilters().AnyAsync(TestContext.Current.CancellationToken));
        // And can be painted again.
        Assert.True((await Painted(maker, run))["whole"]!.GetValue<bool>());
    }

    [Fact]
    public async Task A_card_can_be_shared_as_a_picture_a_film_and_pages()
    {
        var (maker, run, _, _) = await PlanSearchTests.Planned(server, Pictures.ThreeRooms, 1);
        Assert.Contains(
            "still being painted",
            await maker.Trouble(HttpStatusCode.Conflict, maker.Get($"{run}/plan/look/card.png")),
            StringComparison.Ordinal
        );
        var count = (await Painted(maker, run))["stills"]!.AsArray().Count;
        async Task<byte[]> File(string name)
        {
            var answer = await maker.Get($"{run}/plan/look/{name}");
            Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
            return await answer.Content.ReadAsByteArrayAsync(TestContext.Current.CancellationToken);
        }

        using var film = SKCodec.Create(new MemoryStream(await File("film.webp")));
        Assert.Equal(SKEncodedImageFormat.Webp, film.EncodedFormat);
        Assert.Equal(count, film.FrameCount);
        using var card = SKBitmap.Decode(await File("card.png"));
        Assert.Contains(card.Pixels, pixel => pixel is { Red: < 60, Green: < 60, Blue: < 60 }); // the stamped line
        using var tiff = BitMiracle.LibTiff.Classic.Tiff.ClientOpen(
            "pages",
            "r",
            new MemoryStream(await File("passes.tiff")),
            new BitMiracle.LibTiff.Classic.TiffStream()
        );
        Assert.Equal(count, tiff.NumberOfDirectories());
        Assert.Equal(card.Width, tiff.GetField(BitMiracle.LibTiff.Classic.TiffTag.IMAGEWIDTH)[0].ToInt());
        Assert.Equal(8 * 25.4, tiff.GetField(BitMiracle.LibTiff.Classic.TiffTag.XRESOLUTION)[0].ToDouble(), 1.0);
        Assert.InRange(PixelsPerMetre(await File("card.png")), 7_950u, 8_050u);

        // Paper, each pass, lines.
        using var zip = new ZipArchive(new MemoryStream(await File("layers.zip")));
        var passes = (await maker.Ok(maker.Get($"{run}/plan")))["passes"]!.AsArray().Count;
        Assert.Equal(passes + 2, zip.Entries.Count);
        Assert.Equal("00 Paper.png", zip.Entries[0].Name);
        Assert.StartsWith("01 First wash", zip.Entries[1].Name, StringComparison.Ordinal);
        using var paper = await Layer(zip.Entries[0]);
        Assert.All(paper.Pixels, pixel => Assert.Equal(255, pixel.Alpha));
        using var wash = await Layer(zip.Entries[1]);
        Assert.Contains(wash.Pixels, pixel => pixel.Alpha == 0);
        Assert.Contains(wash.Pixels, pixel => pixel.Alpha > 60);
        using var lines = await Layer(zip.Entries[^1]);
        Assert.Contains(lines.Pixels, pixel => pixel is { Alpha: 255, Red: < 60 });
        Assert.Equal((card.Width, card.Height), (lines.Width, lines.Height));
    }

    /// <summary>Lines under melted powder catch the light; beside them nothing changes.</summary>
    [Fact]
    public async Task Lines_under_powder_stand_up_and_shine()
    {
        var (maker, run, _, _) = await PlanSearchTests.Planned(server, Pictures.ThreeRooms, 1);
        var area = (int)(await maker.Piece(run))["image"]!["areas"]![0]!["id"]!;
        async Task<SKBitmap> Lines(string dams)
        {
            await maker.Ok(maker.Put($"{run}/piece/image/dams", new { lines = dams, areas = new[] { area } }));
            await maker.Ok(maker.Post($"{run}/plan"));
            using var zip = new ZipArchive(
                await (await maker.Get($"{run}/plan/look/layers.zip")).Content.ReadAsStreamAsync(
                    TestContext.Current.CancellationToken
                )
            );
            return await Layer(zip.Entries[^1]);
        }
        using var flat = await Lines("none");
        using var all = await Lines("all");
        using var chosen = await Lines("chosen");
        int Shining(SKBitmap lines) =>
            lines.Pixels.Zip(flat.Pixels).Count(pair => pair.First.Red > pair.Second.Red + 40);
        Assert.True(Shining(chosen) > 50 && Shining(all) > Shining(chosen), $"{Shining(chosen)}, {Shining(all)}");
        Assert.All(all.Pixels.Zip(flat.Pixels).Where(pair => pair.Second.Alpha == 0), pair =>
            Assert.Equal(0, pair.First.Alpha)
        );
    }

    private static async Task<SKBitmap> Layer(ZipArchiveEntry entry)
    {
        using var png = new MemoryStream();
        await using (var stream = await entry.OpenAsync(TestContext.Current.CancellationToken))
            await stream.CopyToAsync(png, TestContext.Current.CancellationToken);
        Assert.InRange(PixelsPerMetre(png.ToArray()), 7_950u, 8_050u);
        return SKBitmap.Decode(png.ToArray());
    }

    /// <summary>What its chunk pHYs says; each chunk's check is looked at (ISO/IEC 15948:2004, 5.3).</summary>
    private static uint PixelsPerMetre(byte[] png)
    {
        var perMetre = 0u;
        for (var at = 8; at < png.Length; )
        {
            var length = (int)BinaryPrimitives.ReadUInt32BigEndian(png.AsSpan(at));
            var check = BinaryPrimitives.ReadUInt32BigEndian(png.AsSpan(at + 8 + length));
            Assert.Equal(Crc32.HashToUInt32(png.AsSpan(at + 4, 4 + length)), check);
            if (Encoding.ASCII.GetString(png, at + 4, 4) == "pHYs")
                perMetre = BinaryPrimitives.ReadUInt32BigEndian(png.AsSpan(at + 8));
            at += 12 + length;
        }
        return perMetre;
    }

    [Fact]
    public async Task An_area_is_seen_near_by_before_there_is_a_plan()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin(1);
        await maker.BringIn(run, Pictures.ThreeRooms);
        await Wish(maker, run, "#7f9fc9");
        var colours = await maker.Ok(maker.Get($"{run}/piece/colours"));
        var area = colours["areas"]![0]!;
        var id = area["area"]!.GetValue<int>();
        var seen = await maker.Ok(maker.Post($"{run}/piece/colours/close-up", new { area = id }));
        using var picture = await Picture(maker, seen);
        var image = (await maker.Piece(run))["image"]!;
        var centre = image["areas"]!.AsArray().Single(one => (int)one!["id"]! == id)!["centre"]!;
        var colour = MeanAround(picture, centre["x"]!.GetValue<double>() * 8, centre["y"]!.GetValue<double>() * 8);
        var predicted = Srgb.Parse(area["predicted"]!["whole"]!.GetValue<string>()).ToLab();
        Assert.InRange(Ciede2000.Difference(predicted, colour), 0, 6);

        // The same again is there already; another colour is another picture.
        var again = await maker.Ok(maker.Post($"{run}/piece/colours/close-up", new { area = id }));
        Assert.Equal(seen["url"]!.GetValue<string>(), again["url"]!.GetValue<string>());
        await Wish(maker, run, "#c07f8f");
        var other = await maker.Ok(maker.Post($"{run}/piece/colours/close-up", new { area = id }));
        Assert.NotEqual(seen["url"]!.GetValue<string>(), other["url"]!.GetValue<string>());
        await maker.Trouble(HttpStatusCode.NotFound, maker.Post($"{run}/piece/colours/close-up", new { area = 999 }));
    }

    [Fact]
    public async Task What_a_mistake_would_do_is_said_and_shown()
    {
        var (maker, run, _, _) = await PlanSearchTests.Planned(server, Pictures.ThreeRooms, 1);
        var area = (await maker.Piece(run))["image"]!["areas"]!.AsArray()[0]!["id"]!.GetValue<int>();
        var seen = await maker.Ok(maker.Post($"{run}/plan/what-if", new { area, what = "layerFewer" }));
        Assert.StartsWith(
            "Without the last layer: on the whole",
            seen["sentence"]!.GetValue<string>(),
            StringComparison.Ordinal
        );
        foreach (var side in new[] { "planned", "instead" })
        {
            const string holds = "data:image/webp;base64,";
            var picture = seen[side]!.GetValue<string>();
            Assert.StartsWith(holds, picture, StringComparison.Ordinal);
            using var decoded = SKBitmap.Decode(Convert.FromBase64String(picture[holds.Length..]));
            Assert.True(decoded.Width > 100);
        }
        Assert.NotEqual(seen["planned"]!.GetValue<string>(), seen["instead"]!.GetValue<string>());
        await maker.Trouble(
            HttpStatusCode.NotFound,
            maker.Post($"{run}/plan/what-if", new { area = 999, what = "heat" })
        );
        Assert.Contains(
            "Choose a paper",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Post($"{run}/plan/what-if", new { area, what = "otherPaper" })
            ),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task Without_a_plan_there_is_nothing_to_see()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        await maker.BringIn(run, Pictures.ThreeRooms);
        Assert.Contains(
            "no plan",
            await maker.Trouble(HttpStatusCode.NotFound, maker.Post($"{run}/plan/look")),
            StringComparison.Ordinal
        );
    }

    private static Lab MeanAround(SKBitmap picture, double x, double y)
    {
        const int reach = 6; // pixels: 1.5 mm in all, several grains
        var seen = new List<Xyz>();
        for (var dy = -reach; dy <= reach; dy++)
        {
            for (var dx = -reach; dx <= reach; dx++)
            {
                var pixel = picture.GetPixel((int)x + dx, (int)y + dy);
                seen.Add(new Srgb(pixel.Red / 255.0, pixel.Green / 255.0, pixel.Blue / 255.0).ToXyz());
            }
        }
        return Lab.FromXyz(new Xyz(seen.Average(one => one.X), seen.Average(one => one.Y), seen.Average(one => one.Z)));
    }

    private static double Lightness(SKBitmap picture) =>
        picture.Pixels.Average(pixel => 0.2126 * pixel.Red + 0.7152 * pixel.Green + 0.0722 * pixel.Blue);
}
