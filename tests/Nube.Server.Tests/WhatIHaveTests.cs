using System.Net;
using System.Text.Json.Nodes;
using SkiaSharp;

namespace Nube.Server.Tests;

/// <summary>What a maker owns, said in one step, and what of it comes into a new run.</summary>
public class WhatIHaveTests(NubeServer server) : IClassFixture<NubeServer>
{
    private static object Sets(params (string Medium, int Size)[] sets) =>
        new { sets = sets.Select(set => new { medium = set.Medium, size = set.Size }) };

    private static async Task<List<string>> Names(Visitor maker) =>
        [
            .. (await maker.Ok(maker.Get("/api/stash")))
                .AsArray()
                .Where(item => item!["kind"]!.GetValue<string>() == "colourant")
                .Select(item => item!["name"]!.GetValue<string>()),
        ];

    [Fact]
    public async Task Before_the_first_run_sets_take_the_place_of_the_box_of_pans()
    {
        var maker = await server.NewMaker();
        var offered = await maker.Ok(maker.Get("/api/stash/sets"));
        Assert.True(offered["first"]!.GetValue<bool>());
        Assert.Equal(12, offered["sets"]![0]!["owned"]!.GetValue<int>());
        await maker.Ok(maker.Post("/api/stash/sets", Sets(("waxPencil", 24), ("oilPencil", 12))));
        var names = await Names(maker);
        Assert.Equal(36, names.Count);
        Assert.All(names, name => Assert.EndsWith("pencil", name));
        // All of it comes into the first run.
        var run = await maker.Begin(cards: 1);
        Assert.Equal(36, (await maker.Ok(maker.Get($"{run}/piece/colours")))["palette"]!.AsArray().Count);

        // Later, sets are only added, and the next run has what the last one had and what came since.
        Assert.False((await maker.Ok(maker.Get("/api/stash/sets")))["first"]!.GetValue<bool>());
        await maker.Ok(maker.Post("/api/stash/sets", Sets(("inkPad", 6), ("waxPencil", 12))));
        Assert.Equal(42, (await Names(maker)).Count);
        var colours = await maker.Ok(maker.Get($"{run}/piece/colours"));
        List<string> kept = [.. colours["palette"]!.AsArray().Take(5).Select(id => id!.GetValue<string>())];
        await maker.Ok(
            maker.Put(
                $"{run}/piece/colours/supplies",
                new
                {
                    paper = colours["papers"]![2]!["id"],
                    stampingInk = colours["stampingInk"],
                    palette = kept,
                }
            )
        );
        var next = await maker.Ok(maker.Get($"{await maker.Begin(cards: 1)}/piece/colours"));
        Assert.Equal(5 + 6, next["palette"]!.AsArray().Count);
        Assert.Equal(kept, next["lastPalette"]!.AsArray().Select(id => id!.GetValue<string>()));
        Assert.Equal(colours["papers"]![2]!["id"]!.GetValue<string>(), next["paper"]!.GetValue<string>());
    }

    [Fact]
    public async Task What_the_maker_added_or_wrote_on_stays()
    {
        var maker = await server.NewMaker();
        await maker.Ok(
            maker.Post(
                "/api/stash/colourants",
                new
                {
                    name = "My plum",
                    colourIndex = "",
                    medium = "pan",
                    fullStrength = "#5b2a5b",
                }
            )
        );
        await maker.Ok(maker.Post("/api/stash/sets", Sets(("alcoholMarker", 12))));
        Assert.Equal(13, (await Names(maker)).Count);
        Assert.Contains("My plum", await Names(maker));
        Assert.Contains(
            "no set of 13",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Post("/api/stash/sets", Sets(("alcoholMarker", 13)))
            )
        );
        Assert.Contains(
            "at least one set",
            await maker.Trouble(HttpStatusCode.UnprocessableEntity, maker.Post("/api/stash/sets", Sets()))
        );
    }

    [Fact]
    public async Task Pens_pencils_and_pads_are_pasted_with_a_colour_each()
    {
        var maker = await server.NewMaker();
        var lines = (
            await maker.Ok(
                maker.Post(
                    "/api/stash/colourants/list",
                    new
                    {
                        text = """
                        Coral, wax pencil, #E5704F
                        Sea pad; ink pads; #0f7283
                        Night brush pen	#20304f
                        Leaf green pencil
                        Nothing known, #123456
                        , #123456, tube
                        """,
                    }
                )
            )
        ).AsArray();
        Assert.Equal(
            ["new", "new", "new", "new", "unknown", "unknown"],
            lines.Select(line => line!["kind"]!.GetValue<string>())
        );
        Assert.Contains("what it is", lines[4]!["sentence"]!.GetValue<string>());
        var stash = (await maker.Ok(maker.Get("/api/stash"))).AsArray();
        JsonNode Named(string name) => stash.Single(item => item!["name"]!.GetValue<string>() == name)!;
        Assert.Equal("waxPencil", Named("Coral")["colourant"]!["medium"]!.GetValue<string>());
        Assert.Equal("#e5704f", Named("Coral")["colourant"]!["fullStrength"]!.GetValue<string>());
        Assert.Equal("inkPad", Named("Sea pad")["colourant"]!["medium"]!.GetValue<string>());
        Assert.Equal("brushPen", Named("Night brush pen")["colourant"]!["medium"]!.GetValue<string>());
    }

    [Fact]
    public async Task A_paper_of_ones_own_drinks_as_its_drop_was_timed()
    {
        var maker = await server.NewMaker();
        object Paper(string name, double grams, double? seconds) =>
            new
            {
                name,
                colour = "#efe6d2",
                gramsPerSquareMetre = grams,
                texture = "vellum",
                dropSeconds = seconds,
            };
        async Task<double> Drinks(string name, double? seconds) =>
            (await maker.Ok(maker.Post("/api/stash/papers", Paper(name, 250, seconds))))["paper"]![
                "cobb60"
            ]!.GetValue<double>();
        var (fast, slow) = (await Drinks("Thirsty card", 12), await Drinks("Sized card", 150));
        Assert.True(fast > 40 && slow < 20);
        // Not timed, it drinks as the catalogue's most alike.
        Assert.Equal(28, await Drinks("Untried card", null));
        Assert.Contains(
            "40 to 1000",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Post("/api/stash/papers", Paper("Foil", 0, null))
            )
        );
        Assert.Contains(
            "in seconds",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Post("/api/stash/papers", Paper("Glass", 250, -3))
            )
        );
        Assert.Contains(
            "another name",
            await maker.Trouble(HttpStatusCode.Conflict, maker.Post("/api/stash/papers", Paper("Sized card", 250, 9)))
        );
    }

    [Fact]
    public async Task The_line_is_seen_in_the_colour_of_its_ink()
    {
        var maker = await server.NewMaker();
        var ink = await maker.Ok(
            maker.Post(
                "/api/stash/stamping-inks",
                new
                {
                    name = "White powder on sticky ink",
                    waterproof = true,
                    slow = true,
                    embossable = true,
                    alcoholSafe = true,
                    colour = "#fdfdfb",
                }
            )
        );
        var run = await maker.Begin(cards: 1);
        await maker.BringIn(run, Pictures.ThreeRooms);
        var colours = await maker.Ok(maker.Get($"{run}/piece/colours"));
        async Task<string> Line() => (await maker.Piece(run))["image"]!["lineColour"]!.GetValue<string>();
        Assert.Equal("#1b1b1d", await Line());
        await maker.Ok(
            maker.Put(
                $"{run}/piece/colours/supplies",
                new
                {
                    paper = colours["paper"],
                    stampingInk = ink["id"],
                    palette = colours["palette"],
                }
            )
        );
        Assert.Equal("#fdfdfb", await Line());
    }

    [Fact]
    public async Task A_papers_colour_comes_from_a_photo_beside_white_or_from_a_meter()
    {
        var maker = await server.NewMaker();
        Task<HttpResponseMessage> Sent(string address, byte[] file) =>
            maker.Send(
                HttpMethod.Post,
                $"/api/stash/papers/{address}",
                new MultipartFormDataContent { { new ByteArrayContent(file), "file", "paper" } }
            );
        using var bitmap = new SKBitmap(80, 40);
        using (var canvas = new SKCanvas(bitmap))
        {
            // White paper in a dim light, and a teal that sends back half of it in green and blue, an eighth in red.
            canvas.Clear(new SKColor(188, 188, 188));
            using var teal = new SKPaint { Color = new SKColor(71, 137, 137) };
            canvas.DrawRect(40, 0, 40, 40, teal);
        }
        using var png = bitmap.Encode(SKEncodedImageFormat.Png, 100);
        var found = await maker.Ok(
            Sent("colour-in-photo?paperX=0.75&paperY=0.5&whiteX=0.25&whiteY=0.5", png.ToArray())
        );
        // sRGB (IEC 61966-2-1) by hand: 188 is 0.503 of the light, 137 0.251, 71 0.063. So 0.46 and 0.115 of 0.92.
        Assert.Equal("#5fb4b4", found.GetValue<string>());
        Assert.Contains(
            "lighter",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                Sent("colour-in-photo?paperX=0.25&paperY=0.5&whiteX=0.75&whiteY=0.5", png.ToArray())
            )
        );
        Assert.Contains(
            "inside the photo",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                Sent("colour-in-photo?paperX=1.2&paperY=0.5&whiteX=0.75&whiteY=0.5", png.ToArray())
            )
        );
        await maker.Trouble(HttpStatusCode.UnprocessableEntity, Sent("colour-measured", "a list"u8.ToArray()));
        var bands = Enumerable.Range(0, 36).Select(band => 380 + 10 * band).ToList();
        var fields = string.Join(' ', bands.Select(nm => $"SPECTRAL_NM{nm}"));
        var text =
            $"CGATS.17\nNUMBER_OF_FIELDS 37\nBEGIN_DATA_FORMAT\nSAMPLE_ID {fields}\nEND_DATA_FORMAT\n"
            + $"NUMBER_OF_SETS 1\nBEGIN_DATA\n1 {string.Join(' ', bands.Select(_ => "0.5"))}\nEND_DATA\n";
        // Half of the light at every wavelength: sRGB 188 in all three.
        Assert.Equal(
            "#bcbcbc",
            (await maker.Ok(Sent("colour-measured", System.Text.Encoding.UTF8.GetBytes(text)))).GetValue<string>()
        );
    }

    [Fact]
    public async Task The_colours_of_a_picture_are_read_and_what_is_no_picture_is_said()
    {
        var maker = await server.NewMaker();
        Task<HttpResponseMessage> Sent(byte[] file) =>
            maker.Send(
                HttpMethod.Post,
                "/api/colours-of-picture",
                new MultipartFormDataContent { { new ByteArrayContent(file), "file", "card.png" } }
            );
        using var bitmap = new SKBitmap(80, 40);
        using (var canvas = new SKCanvas(bitmap))
        {
            canvas.Clear(new SKColor(0xd2, 0x69, 0x2f));
            using var blue = new SKPaint { Color = new SKColor(0x2f, 0x5f, 0xa8) };
            canvas.DrawRect(40, 0, 40, 40, blue);
        }
        using var png = bitmap.Encode(SKEncodedImageFormat.Png, 100);
        var colours = await maker.Ok(Sent(png.ToArray()));
        Assert.Equal(2, colours.AsArray().Count);
        Assert.Contains(
            "picture",
            await maker.Trouble(HttpStatusCode.UnprocessableEntity, Sent([1, 2, 3, 4, 5, 6, 7, 8]))
        );
    }
}
