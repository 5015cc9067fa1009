using System.Net;
using System.Text.Json.Nodes;

namespace Nube.Server.Tests;

/// <summary>What a maker says of single areas: notes, names, details.</summary>
public class AreaDetailsTests(NubeServer server) : IClassFixture<NubeServer>
{
    private static readonly int[] First = [1],
        All = [1, 2, 3];

    [Fact]
    public async Task A_note_is_told_at_the_steps_of_its_area_and_nowhere_else()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        await maker.BringIn(run, Pictures.ThreeRooms);
        var image = await maker.Ok(
            maker.Put($"{run}/piece/image/notes", new { areas = First, note = " Mask the window. " })
        );
        Assert.Equal(
            ["Mask the window.", "", ""],
            image["areas"]!.AsArray().Select(a => a!["note"]!.GetValue<string>())
        );
        await Wish(1, "#e3cf6e");
        await Wish(2, "#84ad62");
        await maker.Ok(maker.Post($"{run}/plan"));
        var plan = await maker.Ok(maker.Get($"{run}/plan"));
        Assert.All(plan["passes"]!.AsArray(), pass =>
            Assert.Equal(
                pass!["areas"]!.AsArray().Any(area => area!.GetValue<int>() == 1) ? ["Area 1: Mask the window."] : [],
                Notes(pass)
            )
        );
        Assert.Contains(plan["passes"]!.AsArray(), pass => Notes(pass!).Count == 1);
        Assert.Contains(plan["passes"]!.AsArray(), pass => Notes(pass!).Count == 0);

        // It is no reason to plan anew; and one note on several areas is said once.
        await maker.Ok(maker.Put($"{run}/piece/image/notes", new { areas = All, note = "Dab, do not rub." }));
        var later = await maker.Ok(maker.Get($"{run}/plan"));
        Assert.Null(later["changed"]);
        Assert.All(later["passes"]!.AsArray(), pass => Assert.Single(Notes(pass!)));
        await maker.Ok(maker.Put($"{run}/piece/image/notes", new { areas = All, note = "" }));
        Assert.All((await maker.Ok(maker.Get($"{run}/plan")))["passes"]!.AsArray(), pass => Assert.Empty(Notes(pass!)));

        Task Wish(int area, string colour) =>
            maker.Ok(
                maker.Put(
                    $"{run}/piece/colours/wishes",
                    new
                    {
                        areas = new[] { area },
                        colour,
                        shadow = "soft",
                    }
                )
            );
        static List<string> Notes(JsonNode pass) =>
            [.. pass["notes"]!.AsArray().Select(note => note!.GetValue<string>())];
    }

    [Fact]
    public async Task A_note_that_is_too_long_or_of_an_area_that_is_gone_is_refused()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        await maker.BringIn(run, Pictures.ThreeRooms);
        Assert.Contains(
            "300",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Put($"{run}/piece/image/notes", new { areas = First, note = new string('n', 301) })
            ),
            StringComparison.Ordinal
        );
        await maker.Trouble(
            HttpStatusCode.NotFound,
            maker.Put($"{run}/piece/image/notes", new { areas = new[] { 9 }, note = "gone" })
        );
        // Names: what is too long together is refused, and the names stay.
        await maker.Trouble(
            HttpStatusCode.UnprocessableEntity,
            maker.Put(
                $"{run}/piece/image/names",
                new
                {
                    areas = All,
                    name = new string('n', 40),
                    partOf = new string('p', 40),
                }
            )
        );
        var named = await maker.Ok(
            maker.Put(
                $"{run}/piece/image/names",
                new
                {
                    areas = All,
                    name = "Room",
                    partOf = "House",
                }
            )
        );
        Assert.Equal(
            ["House 1, room 1", "House 1, room 2", "House 1, room 3"],
            named["areas"]!.AsArray().Select(a => a!["name"]!.GetValue<string>()).Order()
        );
    }

    [Fact]
    public async Task A_detail_is_painted_over_first_and_its_recipe_is_found_on_what_is_around_it()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        await maker.BringIn(run, Pictures.ThreeRooms);
        await Wish([1, 3], "#e3cf6e");
        await Mark("redraw");
        var colours = await Wish([2], "#6a7a3a");
        var detail = colours["areas"]!.AsArray().Single(area => area!["area"]!.GetValue<int>() == 2)!;
        // What the row claims is what comes of it over the yellow.
        Assert.InRange(
            Math.Abs(
                detail["differences"]!["middle"]!.GetValue<double>()
                    - detail["recipe"]!["difference"]!.GetValue<double>()
            ),
            0,
            0.5
        );
        // It is the same recipe when the mark comes after the wish; and the old one when it is taken off.
        await Mark(null);
        var alone = await Detail();
        Assert.NotEqual(detail["recipe"]!.ToJsonString(), alone["recipe"]!.ToJsonString());
        await Mark("redraw");
        Assert.Equal(detail["recipe"]!.ToJsonString(), (await Detail())["recipe"]!.ToJsonString());
        await maker.Ok(maker.Post($"{run}/plan"));
        var passes = (await maker.Ok(maker.Get($"{run}/plan")))["passes"]!.AsArray();
        Assert.Contains(passes, pass => Areas(pass!).Contains(2) && Areas(pass!).Length > 1);
        Assert.Equal([2], Areas(passes[^1]!));
        Assert.Equal(detail["recipe"]!["parts"]!.ToJsonString(), passes[^1]!["mix"]!["parts"]!.ToJsonString());

        Task Mark(string? mark) => maker.Ok(maker.Put($"{run}/piece/image/marks", new { areas = new[] { 2 }, mark }));
        async Task<JsonNode> Detail() =>
            (await maker.Ok(maker.Get($"{run}/piece/colours")))["areas"]!
                .AsArray()
                .Single(area => area!["area"]!.GetValue<int>() == 2)!;
        Task<JsonNode> Wish(int[] areas, string colour) =>
            maker.Ok(
                maker.Put(
                    $"{run}/piece/colours/wishes",
                    new
                    {
                        areas,
                        colour,
                        shadow = "none",
                    }
                )
            );
        static int[] Areas(JsonNode pass) => [.. pass["areas"]!.AsArray().Select(area => area!.GetValue<int>())];
    }

    [Fact]
    public async Task A_details_recipe_follows_what_is_around_it_the_supplies_and_the_ways()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        await maker.BringIn(run, Pictures.ThreeRooms);
        await Wish([1, 3], "#e3cf6e");
        await maker.Ok(maker.Put($"{run}/piece/image/marks", new { areas = new[] { 2 }, mark = "redraw" }));
        await Wish([2], "#6a7a3a");
        var onYellow = await Detail();

        // What is around it gets another colour.
        await Wish([1, 3], "#9fc3d6");
        var onBlue = await Detail();
        Assert.NotEqual(onYellow["recipe"]!.ToJsonString(), onBlue["recipe"]!.ToJsonString());
        await Wish([2], "#6a7a3a");
        Assert.Equal((await Detail())["recipe"]!.ToJsonString(), onBlue["recipe"]!.ToJsonString());

        // Supplies without one of its colours: the row still claims what comes of it over the blue.
        var colours = await maker.Ok(maker.Get($"{run}/piece/colours"));
        var gone = onBlue["recipe"]!["parts"]![0]!["id"]!.ToJsonString();
        var palette = colours["palette"]!.AsArray().Where(id => id!.ToJsonString() != gone).ToList();
        Assert.Equal(colours["palette"]!.AsArray().Count - 1, palette.Count);
        await maker.Ok(
            maker.Put(
                $"{run}/piece/colours/supplies",
                new
                {
                    paper = colours["paper"],
                    stampingInk = colours["stampingInk"],
                    palette = palette.Select(id => id!.GetValue<string>()),
                }
            )
        );
        var supplied = await Detail();
        Assert.NotEqual(onBlue["recipe"]!.ToJsonString(), supplied["recipe"]!.ToJsonString());
        await Wish([2], "#6a7a3a");
        Assert.Equal((await Detail())["recipe"]!.ToJsonString(), supplied["recipe"]!.ToJsonString());

        // Few mixes as a way of working choose anew, on the blue too.
        await maker.Ok(maker.Put($"{run}/schools", new { schools = new { mixes = "fewColours" } }));
        var few = await Detail();
        await Wish([2], "#6a7a3a");
        Assert.Equal((await Detail())["recipe"]!.ToJsonString(), few["recipe"]!.ToJsonString());

        async Task<JsonNode> Detail() =>
            (await maker.Ok(maker.Get($"{run}/piece/colours")))["areas"]!
                .AsArray()
                .Single(area => area!["area"]!.GetValue<int>() == 2)!;
        Task<JsonNode> Wish(int[] areas, string colour) =>
            maker.Ok(
                maker.Put(
                    $"{run}/piece/colours/wishes",
                    new
                    {
                        areas,
                        colour,
                        shadow = "none",
                    }
                )
            );
    }
}
