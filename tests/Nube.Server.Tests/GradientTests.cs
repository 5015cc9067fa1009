using System.Net;
using System.Text.Json.Nodes;

namespace Nube.Server.Tests;

/// <summary>Several hues in one area, from Colours to the record.</summary>
public class GradientTests(NubeServer server) : IClassFixture<NubeServer>
{
    private static object Layer(JsonNode colours, string name, int water = 4) =>
        new
        {
            parts = new[]
            {
                new
                {
                    id = colours["colourants"]!.AsArray().Single(one => one!["name"]!.GetValue<string>() == name)![
                        "id"
                    ]!.GetValue<string>(),
                    parts = 1,
                },
            },
            water,
        };

    private static Task<HttpResponseMessage> Name(
        Visitor maker,
        string run,
        JsonNode colours,
        object gradient,
        params string[] names
    ) =>
        maker.Put(
            $"{run}/piece/colours/named",
            new
            {
                areas = new[] { 1 },
                middle = Layer(colours, names[0]),
                into = names[1..].Select(name => Layer(colours, name)),
                gradient,
            }
        );

    [Fact]
    public async Task Hues_pass_into_each_other_in_colours_plan_bench_and_record()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin(cards: 1);
        await maker.BringIn(run, Pictures.ThreeRooms);
        var colours = await maker.Ok(maker.Get($"{run}/piece/colours"));
        colours = await maker.Ok(
            Name(maker, run, colours, new { way = "across", degrees = 90 }, "Golden yellow", "Rose", "Violet")
        );
        var area = colours["areas"]![0]!;
        Assert.Equal("gradient", area["method"]!.GetValue<string>());
        Assert.Equal("from top to bottom", area["gradient"]!["inWords"]!.GetValue<string>());
        Assert.Equal(
            ["into Rose", "into Violet"],
            area["recipe"]!["companions"]!.AsArray().Select(one => $"{one!["role"]} {one["parts"]![0]!["name"]}")
        );
        var shown = area["predicted"]!["gradient"]!;
        // It begins above and ends below, each step another colour than the one before.
        Assert.Equal(shown["from"]!["x"]!.GetValue<double>(), shown["to"]!["x"]!.GetValue<double>(), 6);
        Assert.True(shown["from"]!["y"]!.GetValue<double>() < shown["to"]!["y"]!.GetValue<double>());
        var steps = shown["steps"]!.AsArray().Select(step => step!["whole"]!.GetValue<string>()).ToList();
        Assert.Equal(17, steps.Count);
        Assert.True(steps.Distinct().Count() > 10);

        // What Colours shows is what the plan, the bench and the book show.
        await maker.Ok(maker.Post($"{run}/plan"));
        var plan = await maker.Ok(maker.Get($"{run}/plan"));
        var pass = Assert.Single(plan["passes"]!.AsArray())!;
        Assert.StartsWith("One colour into another", pass["title"]!.GetValue<string>());
        Assert.Equal(3, 1 + pass["also"]!.AsArray().Count);
        Assert.Equal(shown.ToJsonString(), pass["lookAfter"]![0]!["gradient"]!.ToJsonString());
        await maker.Done(run, 1);
        var bench = await maker.Ok(maker.Get($"{run}/bench"));
        Assert.Equal(shown.ToJsonString(), bench["line"]![0]!["fills"]![0]!["gradient"]!.ToJsonString());
        await maker.Ok(maker.Post($"{run}/finish"));
        var record = await maker.Ok(maker.Get($"{run}/record"));
        Assert.Contains("passing into 1 Rose", record["colours"]![0]!.GetValue<string>());
        Assert.Contains("(from top to bottom)", record["colours"]![0]!.GetValue<string>());
        var book = await maker.Ok(maker.Get("/api/book"));
        Assert.Contains("Violet", book[0]!["colours"]!.ToJsonString());
    }

    [Fact]
    public async Task What_cannot_be_is_said_and_changes_nothing()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin(cards: 1);
        await maker.BringIn(run, Pictures.ThreeRooms);
        var colours = await maker.Ok(maker.Get($"{run}/piece/colours"));
        async Task<string> Trouble(object gradient, params string[] names) =>
            await maker.Trouble(HttpStatusCode.UnprocessableEntity, Name(maker, run, colours, gradient, names));
        Assert.Contains("no shapes in it", await Trouble(new { way = "roundShapes" }, "Golden yellow", "Rose"));
        Assert.Contains("Tap the point", await Trouble(new { way = "fromPoint" }, "Golden yellow", "Rose"));
        Assert.Contains("2 to 4", await Trouble(new { way = "across" }, "Golden yellow"));
        Assert.Contains(
            "Name the colours that pass",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Put(
                    $"{run}/piece/colours/wishes",
                    new
                    {
                        areas = new[] { 1 },
                        colour = "#d2692f",
                        shadow = "none",
                        method = "gradient",
                    }
                )
            )
        );
        Assert.Empty((await maker.Ok(maker.Get($"{run}/piece/colours")))["areas"]!.AsArray());
    }

    [Fact]
    public async Task Without_one_of_its_colours_an_area_becomes_a_wish()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin(cards: 1);
        await maker.BringIn(run, Pictures.ThreeRooms);
        var colours = await maker.Ok(maker.Get($"{run}/piece/colours"));
        colours = await maker.Ok(Name(maker, run, colours, new { way = "fromEdge" }, "Golden yellow", "Rose"));
        var rose = colours["colourants"]!.AsArray().Single(one => one!["name"]!.GetValue<string>() == "Rose")!["id"];
        var without = await maker.Ok(
            maker.Put(
                $"{run}/piece/colours/supplies",
                new
                {
                    paper = colours["paper"],
                    stampingInk = colours["stampingInk"],
                    palette = colours["palette"]!
                        .AsArray()
                        .Select(id => id!.GetValue<string>())
                        .Where(id => id != rose!.GetValue<string>()),
                }
            )
        );
        var area = without["areas"]![0]!;
        Assert.False(area["exactly"]!.GetValue<bool>());
        Assert.Equal("flatWash", area["method"]!.GetValue<string>());
        Assert.Null(area["gradient"]);
    }
}
