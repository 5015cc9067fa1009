using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using Nube.Core.Colour;
using Nube.Data.Entities;
using Nube.Server.Support;

namespace Nube.Server.Tests;

public class PaletteFileTests
{
    private static readonly List<KeptColour> Colours =
    [
        new("Plum, ripe", Srgb.Parse("#6b1233")),
        new("Pear.green", Srgb.Parse("#a9c87c")),
        new("=1+1", Srgb.Parse("#0f3f7e")),
    ];

    [Fact]
    public void What_is_written_as_CSV_or_JSON_is_read_again()
    {
        Assert.Equal(Colours, PaletteFile.Read(PaletteFile.Json(Colours)));
        var csv = PaletteFile.Csv(Colours);
        Assert.Equal(Colours.Select(c => c.Colour), PaletteFile.Read(csv).Select(c => c.Colour));
        Assert.Equal("Plum, ripe", PaletteFile.Read(csv)[0].Name);
        // A name that a spreadsheet would compute is written so that it does not.
        Assert.DoesNotContain("\n=1+1", csv, StringComparison.Ordinal);
    }

    [Fact]
    public void Design_tokens_are_read_as_they_are_written()
    {
        var read = PaletteFile.Read(PaletteFile.Tokens(Colours));
        Assert.Equal(["Plum, ripe", "Pear-green", "=1+1"], read.Select(colour => colour.Name));
        Assert.All(Colours.Zip(read), pair =>
            Assert.Equal(pair.First.Colour.ToString(), pair.Second.Colour.ToString())
        );
    }

    // Shapes of the Design Tokens Community Group's format: types that hold for a group, references and other types
    // beside.
    [Fact]
    public void Groups_types_and_earlier_forms_of_tokens_are_understood()
    {
        const string text = """
            { "brand": { "$type": "color",
                "plum": { "$value": { "colorSpace": "srgb", "components": [0.42, 0.07, 0.2] } },
                "leaf": { "$value": "#A9C87C" },
                "alias": { "$value": "{brand.plum}" },
                "space": { "$type": "dimension", "$value": { "value": 4, "unit": "px" } },
                "wide": { "$value": { "colorSpace": "display-p3", "components": [0.1, 0.5, 0.2], "hex": "#1c8034" } } },
              "other": { "pear": { "$type": "color", "$value": "#e3cf6e" } } }
            """;
        Assert.Equal(["plum", "leaf", "wide", "pear"], PaletteFile.Read(text).Select(colour => colour.Name));
    }

    [Theory]
    [InlineData("", "No colours were found")]
    [InlineData("name,colour\nplum,purple", "No colours were found")]
    [InlineData("{ \"colours\": [", "broken JSON")]
    [InlineData("{ \"colours\": [ { \"colour\": \"#101010\", \"colour\": \"#202020\" } ] }", "broken JSON")]
    [InlineData("{ \"colours\": [ 1, null, { \"colour\": 7 } ] }", "No colours were found")]
    public void What_holds_no_colours_is_said(string text, string why)
    {
        var trouble = Assert.Throws<TroubleException>(() => PaletteFile.Read(text));
        Assert.Contains(why, trouble.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void Lists_as_makers_have_them_are_read()
    {
        Assert.Equal(
            ["Plum", "#a9c87c"],
            PaletteFile.Read("Plum;#6B1233\r\n#a9c87c\r\n").Select(colour => colour.Name)
        );
        Assert.Contains(
            "at most 200",
            Assert
                .Throws<TroubleException>(() =>
                    PaletteFile.Read(string.Join('\n', Enumerable.Range(0, 300).Select(i => $"c{i},#{i:x6}")))
                )
                .Message,
            StringComparison.Ordinal
        );
    }
}

public class MixSetsTests(NubeServer server) : IClassFixture<NubeServer>
{
    private static async Task<(Visitor Maker, string Paper, List<JsonNode> Pans)> Begin(NubeServer server)
    {
        var maker = await server.NewMaker();
        var stash = (await maker.Ok(maker.Get("/api/stash"))).AsArray();
        return (
            maker,
            stash.First(item => item!["kind"]!.GetValue<string>() == "paper")!["id"]!.GetValue<string>(),
            [.. stash.Where(item => item!["kind"]!.GetValue<string>() == "colourant").Select(item => item!)]
        );
    }

    [Fact]
    public async Task Reach_is_told_against_the_catalogue_or_another_set()
    {
        var (maker, paper, pans) = await Begin(server);
        var all = await maker.Ok(maker.Post("/api/mix/reach", new { paper }));
        Assert.Equal((12, 48), (all["colourants"]!.GetValue<int>(), all["against"]!.GetValue<int>()));
        Assert.InRange(all["share"]!.GetValue<double>(), 0.5, 0.99);
        Assert.NotEmpty(all["gaps"]!.AsArray());
        Assert.Equal(5, all["slices"]!.AsArray().Count);
        var ids = pans.Select(pan => pan["id"]!.GetValue<string>()).ToList();
        var few = await maker.Ok(
            maker.Post(
                "/api/mix/reach",
                new
                {
                    paper,
                    colourants = ids[..3],
                    against = ids,
                }
            )
        );
        Assert.True(few["share"]!.GetValue<double>() < 0.7);
        Assert.Equal(
            1,
            (
                await maker.Ok(
                    maker.Post(
                        "/api/mix/reach",
                        new
                        {
                            paper,
                            colourants = ids,
                            against = ids,
                        }
                    )
                )
            )["share"]!.GetValue<double>(),
            1e-9
        );
    }

    [Fact]
    public async Task A_kit_is_offered_in_the_order_of_what_each_adds()
    {
        var (maker, paper, _) = await Begin(server);
        var kit = await maker.Ok(maker.Post("/api/mix/kit", new { paper, size = 6 }));
        var means = kit["steps"]!.AsArray().Select(step => step!["meanDifference"]!.GetValue<double>()).ToList();
        Assert.Equal(6, means.Count);
        Assert.Equal(means.OrderDescending(), means);
        Assert.True(means[^1] >= kit["withAll"]!.GetValue<double>());
        await maker.Trouble(HttpStatusCode.UnprocessableEntity, maker.Post("/api/mix/kit", new { paper, size = 0 }));
        var run = await maker.Begin();
        await maker.Trouble(
            HttpStatusCode.Conflict,
            maker.Post(
                "/api/mix/kit",
                new
                {
                    paper,
                    size = 6,
                    run = run[^36..],
                }
            )
        );
    }

    [Fact]
    public async Task Tints_for_white_things_pencils_and_amounts_are_answered()
    {
        var (maker, paper, pans) = await Begin(server);
        var tints = (await maker.Ok(maker.Get($"/api/mix/white?paper={paper}"))).AsArray();
        Assert.Equal(12, tints.Count);
        Assert.True(tints[0]!["cool"]!.GetValue<bool>());

        await maker.Ok(maker.Post("/api/stash/catalogue", new { names = new[] { "Scarlet pencil" } }));
        var pencil = (await maker.Ok(maker.Get("/api/stash")))
            .AsArray()
            .Single(item => item!["name"]!.GetValue<string>() == "Scarlet pencil")!["id"]!.GetValue<string>();
        var layers = await maker.Ok(
            maker.Post(
                "/api/mix/pencil",
                new
                {
                    paper,
                    pencil,
                    pressure = "light",
                }
            )
        );
        Assert.Equal(12, layers["dry"]!.AsArray().Count);
        Assert.Contains("window", layers["caution"]!.GetValue<string>(), StringComparison.Ordinal);
        var pan = pans[0]["id"]!.GetValue<string>();
        await maker.Trouble(
            HttpStatusCode.UnprocessableEntity,
            maker.Post(
                "/api/mix/pencil",
                new
                {
                    paper,
                    pencil = pan,
                    pressure = "light",
                }
            )
        );

        var (yellow, blue) = (
            new { colourant = pan, parts = 1 },
            new { colourant = pans[9]["id"]!.GetValue<string>(), parts = 1 }
        );
        var over = await maker.Ok(
            maker.Post(
                "/api/mix/try",
                new
                {
                    paper,
                    parts = new[] { yellow },
                    water = 1,
                    under = new { parts = new[] { blue }, water = 4 },
                    areaCm2 = 20,
                    cards = 6,
                }
            )
        );
        // Common practice, no source: yellow over blue is green.
        var hue = Srgb.Parse(over["layers"]![0]!["colour"]!.GetValue<string>()).ToLab().Hue;
        Assert.InRange(hue, 100, 200);
        Assert.Equal(0.672, over["prepared"]!["millilitres"]!.GetValue<double>(), 1e-9);
        Assert.Contains(over["papers"]!.AsArray(), on =>
            on!["name"]!.GetValue<string>() == "Kraft card" && on["effect"]!.GetValue<string>() != "shows"
        );
        await maker.Trouble(
            HttpStatusCode.UnprocessableEntity,
            maker.Post(
                "/api/mix/try",
                new
                {
                    paper,
                    parts = new[] { yellow },
                    water = 1,
                    areaCm2 = -1,
                }
            )
        );
    }

    [Fact]
    public async Task Kept_colours_come_in_from_a_file_find_recipes_and_go_out_in_open_formats()
    {
        var (maker, paper, _) = await Begin(server);
        await maker.Trouble(HttpStatusCode.Conflict, maker.Get("/api/mix/kept/colours.csv"));
        await maker.Ok(
            maker.Post(
                "/api/mix/kept/file",
                Visitor.Form(Encoding.UTF8.GetBytes("Pear,#a9c87c\nPlum,#6b1233"), "mine.csv")
            )
        );
        await maker.Trouble(
            HttpStatusCode.UnprocessableEntity,
            maker.Post("/api/mix/kept/file", Visitor.Form("nothing"u8.ToArray(), "mine.csv"))
        );
        var kept = (await maker.Ok(maker.Get($"/api/mix/kept?paper={paper}"))).AsArray();
        Assert.Equal(["Pear", "Plum"], kept.Select(colour => colour!["name"]!.GetValue<string>()));
        Assert.All(kept, colour => Assert.InRange(colour!["recipe"]!["difference"]!.GetValue<double>(), 0, 6));
        foreach (
            var (file, type, starts) in new[]
            {
                ("colours.csv", "text/csv", "name,colour"),
                ("colours.json", "application/json", "{"),
                ("colours.tokens.json", "application/json", "{"),
                ("colours.png", "image/png", "\u0089PNG"),
                ("colours.pdf", "application/pdf", "%PDF"),
            }
        )
        {
            var bytes = await maker.File($"/api/mix/kept/{file}", type);
            Assert.StartsWith(starts, Encoding.Latin1.GetString(bytes), StringComparison.Ordinal);
        }
        await maker.Trouble(HttpStatusCode.NotFound, maker.Get("/api/mix/kept/colours.exe"));
        await maker.Ok(
            maker.Put("/api/mix/kept", new { colours = new[] { new { name = "Plum", colour = "#6b1233" } } })
        );
        Assert.Single((await maker.Ok(maker.Get("/api/mix/kept"))).AsArray());
    }

    [Fact]
    public async Task What_the_maker_says_of_an_item_is_kept_and_which_was_that_is_answered()
    {
        var (maker, _, pans) = await Begin(server);
        var pan = $"/api/stash/{pans[9]["id"]!.GetValue<string>()}";
        var told = await maker.Ok(
            maker.Put(
                pan,
                new
                {
                    name = "My blue",
                    keptAt = "Tin, row 2",
                    note = "nice",
                    left = 0.2,
                    useUp = true,
                }
            )
        );
        Assert.True(told["runningLow"]!.GetValue<bool>() && told["useUp"]!.GetValue<bool>());
        await maker.Trouble(
            HttpStatusCode.Conflict,
            maker.Put(
                pan,
                new
                {
                    name = "Rose",
                    keptAt = "",
                    note = "",
                    left = 0.2,
                    useUp = false,
                }
            )
        );
        await maker.Trouble(
            HttpStatusCode.UnprocessableEntity,
            maker.Put(
                pan,
                new
                {
                    name = "My blue",
                    keptAt = "",
                    note = "",
                    left = 1.2,
                    useUp = false,
                }
            )
        );
        var wash = pans[9]["colourant"]!["wash"]!.GetValue<string>();
        var likely = (await maker.Ok(maker.Get($"/api/stash/like?colour={Uri.EscapeDataString(wash)}"))).AsArray();
        Assert.Equal(
            ("My blue", "1:4"),
            (likely[0]!["name"]!.GetValue<string>(), likely[0]!["strength"]!.GetValue<string>())
        );

        var catalogue = (await maker.Ok(maker.Get("/api/stash/catalogue"))).AsArray();
        Assert.Contains(catalogue, entry =>
            entry!["name"]!.GetValue<string>() == "Rose" && entry["owned"]!.GetValue<bool>()
        );
        Assert.Empty((await maker.Ok(maker.Post("/api/stash/catalogue", new { names = new[] { "Rose" } }))).AsArray());
        await maker.Trouble(
            HttpStatusCode.UnprocessableEntity,
            maker.Post("/api/stash/catalogue", new { names = new[] { "Moon dust" } })
        );
        await maker.Ok(
            maker.Post(
                "/api/stash/supplies",
                new
                {
                    name = "Wet glue",
                    kind = "adhesive",
                    wet = true,
                }
            )
        );
    }
}
