using System.Net;
using System.Text;
using System.Text.Json.Nodes;

namespace Nube.Server.Tests;

/// <summary>Light, zones, marks, likeness and gaps of an image, through the API.</summary>
public class ImageTests(NubeServer server) : IClassFixture<NubeServer>
{
    /// <summary>
    /// Two rooms side by side; the wall between them has a gap of 1.6 mm, the outer wall one of 3 mm.
    /// </summary>
    private static readonly byte[] WithGaps = Encoding.UTF8.GetBytes(
        """<svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="40mm" viewBox="0 0 60 40"><path d="M20 5H5V35H55V5H23M30 5V19.2M30 20.8V35" fill="none" stroke="#000" stroke-width="0.5"/></svg>"""
    );

    private static List<int> Ids(JsonNode image) =>
        [.. image["areas"]!.AsArray().Select(area => area!["id"]!.GetValue<int>())];

    private static double Area(JsonNode image, int id) =>
        image["areas"]!.AsArray().Single(area => area!["id"]!.GetValue<int>() == id)!["sizeMm2"]!.GetValue<double>();

    private static async Task<JsonNode> Image(Visitor maker, string run) => (await maker.Piece(run))["image"]!;

    [Fact]
    public async Task The_light_turns_and_areas_can_have_a_rule_of_their_own()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        await maker.BringIn(run, Pictures.ThreeRooms);
        var light = await maker.Ok(maker.Get($"{run}/piece/image/light"));
        Assert.Equal(225, light["degrees"]!.GetValue<double>());
        Assert.Equal(
            (await Image(maker, run))["areas"]![0]!["shadowOutline"]!.GetValue<string>(),
            light["zones"]![0]!["shadow"]!.GetValue<string>()
        );

        var rule = new
        {
            style = "light",
            shadowShare = 0.4,
            lightShare = 0.3,
            whiteShare = 0.1,
        };
        var turned = await maker.Ok(maker.Put($"{run}/piece/image/light", new { degrees = 405, rule }));
        Assert.Equal(45, turned["degrees"]!.GetValue<double>());
        Assert.NotEqual(
            light["zones"]![0]!["shadow"]!.GetValue<string>(),
            turned["zones"]![0]!["shadow"]!.GetValue<string>()
        );
        // The wall between the upper rooms ends on the lower one's, and yet no room lies behind another.
        Assert.Empty(turned["inFront"]!.AsArray());
        Assert.All(turned["zones"]!.AsArray(), zone =>
        {
            Assert.Equal(0.4, zone!["shadowShare"]!.GetValue<double>(), 0.03);
            Assert.StartsWith("M", zone["white"]!.GetValue<string>(), StringComparison.Ordinal);
        });

        var own = await maker.Ok(
            maker.Put(
                $"{run}/piece/image/light/own",
                new
                {
                    areas = new[] { 2 },
                    rule = new
                    {
                        style = "edgeDark",
                        shadowShare = 0.2,
                        lightShare = 0.2,
                        whiteShare = 0,
                    },
                }
            )
        );
        Assert.Equal("", own["zones"]![1]!["white"]!.GetValue<string>());
        Assert.Equal(turned["zones"]![0]!.ToJsonString(), own["zones"]![0]!.ToJsonString());
        var back = await maker.Ok(maker.Put($"{run}/piece/image/light/own", new { areas = new[] { 2 } }));
        Assert.Equal(turned["zones"]!.ToJsonString(), back["zones"]!.ToJsonString());
        Assert.Equal(
            turned["zones"]![2]!["light"]!.GetValue<string>(),
            (await Image(maker, run))["areas"]![2]!["lightOutline"]!.GetValue<string>()
        );

        await maker.Trouble(
            HttpStatusCode.UnprocessableEntity,
            maker.Put(
                $"{run}/piece/image/light",
                new
                {
                    degrees = 10,
                    rule = new
                    {
                        style = "light",
                        shadowShare = 0.8,
                        lightShare = 0.3,
                        whiteShare = 0,
                    },
                }
            )
        );
        await maker.Trouble(
            HttpStatusCode.NotFound,
            maker.Put($"{run}/piece/image/light/own", new { areas = new[] { 9 }, rule })
        );
    }

    [Fact]
    public async Task Areas_are_marked_named_together_and_looked_at_in_greys()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        await maker.BringIn(run, Pictures.PearBranch);
        await maker.Trouble(HttpStatusCode.Conflict, maker.Get($"{run}/piece/image/values"));
        var alike = (await maker.Ok(maker.Get($"{run}/piece/image/areas/14/alike")))
            .AsArray()
            .Select(id => id!.GetValue<int>())
            .ToArray();
        Assert.Equal([14, 15], alike); // the two pears

        var named = await maker.Ok(maker.Put($"{run}/piece/image/names", new { areas = alike, name = " Pear " }));
        Assert.Equal(
            ["Pear 1", "Pear 2"],
            named["areas"]!
                .AsArray()
                .Where(a => alike.Contains(a!["id"]!.GetValue<int>()))
                .Select(a => a!["name"]!.GetValue<string>())
        );

        await maker.Ok(
            maker.Put(
                $"{run}/piece/colours/wishes",
                new
                {
                    areas = new[] { 3, 14, 15 },
                    colour = "#c8b070",
                    shadow = "soft",
                }
            )
        );
        var values = await maker.Ok(maker.Get($"{run}/piece/image/values"));
        Assert.All(values["greys"]!.AsArray(), grey =>
        {
            var hex = grey!["whole"]!.GetValue<string>();
            Assert.True(hex[1..3] == hex[3..5] && hex[3..5] == hex[5..7], hex);
        });
        Assert.Equal(Ids(named).Count, values["greys"]!.AsArray().Count);

        var steps = (await maker.Ok(maker.Get($"{run}/piece/image/stamping")))["embossed"]!.AsArray();
        Assert.Contains(steps, step =>
            step!["caution"] is not null
            || step["text"]!.GetValue<string>().Contains("too fast for powder", StringComparison.Ordinal)
        );

        // What is marked as not part of it loses its colour, and only that.
        var marked = await maker.Ok(
            maker.Put($"{run}/piece/image/marks", new { areas = new[] { 3 }, mark = "notPart" })
        );
        Assert.Equal(
            "notPart",
            marked["areas"]!.AsArray().Single(a => a!["id"]!.GetValue<int>() == 3)!["mark"]!.GetValue<string>()
        );
        var colours = await maker.Ok(maker.Get($"{run}/piece/colours"));
        Assert.Equal([14, 15], colours["areas"]!.AsArray().Select(area => area!["area"]!.GetValue<int>()));
        Assert.Contains(
            "not part",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Put(
                    $"{run}/piece/colours/wishes",
                    new
                    {
                        areas = new[] { 3 },
                        colour = "#c8b070",
                        shadow = "none",
                    }
                )
            ),
            StringComparison.Ordinal
        );
        var clear = await maker.Ok(maker.Put($"{run}/piece/image/marks", new { areas = new[] { 3 } }));
        Assert.Null(clear["areas"]!.AsArray().Single(a => a!["id"]!.GetValue<int>() == 3)!["mark"]);

        // With the mark off it has its colour again.
        colours = await maker.Ok(maker.Get($"{run}/piece/colours"));
        Assert.Equal([3, 14, 15], colours["areas"]!.AsArray().Select(area => area!["area"]!.GetValue<int>()));
    }

    [Fact]
    public async Task Gaps_are_bridged_further_or_closed_by_a_stroke_and_areas_keep_their_numbers()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        // The outer gap is too wide to bridge: nothing is enclosed, and that is said.
        Assert.Equal("failed", (await maker.BringIn(run, WithGaps))["state"]!.GetValue<string>());

        await maker.BringIn(
            run,
            Encoding.UTF8.GetBytes(
                Encoding
                    .UTF8.GetString(WithGaps)
                    .Replace("M20 5H5V35H55V5H23", "M5 5V35H55V5Z", StringComparison.Ordinal)
            )
        );
        Assert.Equal([1], Ids(await Image(maker, run)));
        await maker.Ok(maker.Put($"{run}/piece/image/names", new { areas = new[] { 1 }, name = "House" }));

        var bridged = await maker.Follow(maker.Post($"{run}/piece/image/gaps", new { longestMm = 2 }));
        Assert.Equal(
            ("done", "2 areas found."),
            (bridged["state"]!.GetValue<string>(), bridged["message"]!.GetValue<string>())
        );
        var image = await Image(maker, run);
        Assert.Equal([1, 2], Ids(image));
        Assert.Equal("House", image["areas"]![0]!["name"]!.GetValue<string>());
        Assert.Equal(2, image["gapMm"]!.GetValue<double>());

        // A piece that was split off keeps its number and name, whatever else is found before it.
        await maker.Follow(maker.Post($"{run}/piece/image/gaps", new { longestMm = 0.5 }));
        var halves = await maker.Ok(
            maker.Post(
                $"{run}/piece/image/corrections",
                new { split = 1, stroke = new[] { new { x = 2, y = 12 }, new { x = 58, y = 12 } } }
            )
        );
        var piece = Ids(halves).Max();
        await maker.Ok(maker.Put($"{run}/piece/image/names", new { areas = new[] { piece }, name = "Attic" }));
        var attic = Area(halves, piece);
        await maker.Follow(maker.Post($"{run}/piece/image/gaps", new { longestMm = 2 }));
        var more = await Image(maker, run);
        Assert.Equal(
            "Attic",
            more["areas"]!.AsArray().Single(a => a!["id"]!.GetValue<int>() == piece)!["name"]!.GetValue<string>()
        );
        Assert.InRange(Area(more, piece), 0.3 * attic, attic * 1.01);
        Assert.Equal(3, Ids(more).Count);
        await maker.Ok(maker.Delete($"{run}/piece/image/corrections/last"));

        // A correction that has nothing left to correct is said.
        await maker.Ok(maker.Post($"{run}/piece/image/corrections", new { join = Ids(await Image(maker, run)) }));
        var apart = await maker.Follow(maker.Post($"{run}/piece/image/gaps", new { longestMm = 0.5 }));
        Assert.Contains("1 of your corrections", apart["message"]!.GetValue<string>(), StringComparison.Ordinal);
        Assert.Equal([1], Ids(await Image(maker, run)));

        await maker.Follow(
            maker.Post(
                $"{run}/piece/image/gaps",
                new { stroke = new[] { new { x = 30, y = 18.5 }, new { x = 30, y = 21.5 } } }
            )
        );
        Assert.Equal(2, Ids(await Image(maker, run)).Count);
        var undone = await maker.Follow(maker.Delete($"{run}/piece/image/corrections/last"));
        Assert.Equal("done", undone["state"]!.GetValue<string>());
        Assert.Equal([1], Ids(await Image(maker, run)));
        await maker.Trouble(
            HttpStatusCode.UnprocessableEntity,
            maker.Post($"{run}/piece/image/gaps", new { longestMm = 40 })
        );
    }
}
