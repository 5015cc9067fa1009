using System.Net;
using System.Text.Json.Nodes;

namespace Nube.Server.Tests;

/// <summary>A print in colour: read from a picture, coloured over with pencils, planned and painted.</summary>
public class PrintsInColourTests(NubeServer server) : IClassFixture<NubeServer>
{
    /// <summary>Two pears and a leaf, printed pale; no lines.</summary>
    private static readonly byte[] Pears =
        """
        <svg xmlns="http://www.w3.org/2000/svg" width="80mm" height="50mm" viewBox="0 0 80 50">
        <ellipse cx="20" cy="26" rx="13" ry="17" fill="#dfe2a6"/><ellipse cx="54" cy="26" rx="13" ry="17" fill="#f0c8a8"/>
        <ellipse cx="37" cy="8" rx="8" ry="4" fill="#b8d0a0"/></svg>
        """u8.ToArray();

    private static readonly string[] Pencils = ["Leaf green pencil", "Dark green pencil", "Sienna pencil"];

    private static Task<JsonNode> BringIn(Visitor maker, string run, byte[] file, string shows) =>
        maker.Follow(maker.Post($"{run}/piece/image", Visitor.FormWith(file, "pears.svg", ("shows", shows))));

    [Fact]
    public async Task Its_parts_are_areas_that_keep_their_print_to_the_end()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        Assert.Equal("done", (await BringIn(maker, run, Pears, "print"))["state"]!.GetValue<string>());
        var image = (await maker.Ok(maker.Get(run)))["pieces"]![0]!["image"]!;
        Assert.Equal("print", image["shows"]!.GetValue<string>());
        var areas = image["areas"]!.AsArray();
        Assert.Equal(
            ["#b8d0a0", "#dfe2a6", "#f0c8a8"],
            areas.Select(area => area!["printed"]!.GetValue<string>()).Order(StringComparer.Ordinal)
        );
        var prints = (await maker.Ok(maker.Get($"{run}/piece/image/prints"))).AsArray();
        Assert.Equal(3, prints.Count);
        Assert.All(prints, print =>
            Assert.StartsWith("Takes ", print!["inWords"]!.GetValue<string>(), StringComparison.Ordinal)
        );

        // Joined areas have one print; taken back, each has its own again.
        var ids = areas.Select(area => area!["id"]!.GetValue<int>()).ToArray();
        var joined = await maker.Ok(maker.Post($"{run}/piece/image/corrections", new { join = ids.Take(2).ToArray() }));
        Assert.Equal(2, joined["areas"]!.AsArray().Count(area => area!["printed"] is not null));
        var back = await maker.Ok(maker.Delete($"{run}/piece/image/corrections/last"));
        Assert.Equal(
            areas.Select(area => area!["printed"]!.GetValue<string>()),
            back["areas"]!.AsArray().Select(area => area!["printed"]!.GetValue<string>())
        );
    }

    [Fact]
    public async Task Pencils_go_over_the_print_and_leave_as_much_of_it_as_the_maker_says()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        await BringIn(maker, run, Pears, "print");
        await maker.Ok(maker.Post("/api/stash/catalogue", new { names = Pencils }));
        var supplies = await maker.Ok(maker.Get($"{run}/piece/colours"));
        await maker.Ok(
            maker.Put(
                $"{run}/piece/colours/supplies",
                new
                {
                    paper = supplies["paper"],
                    stampingInk = supplies["stampingInk"],
                    palette = supplies["colourants"]!
                        .AsArray()
                        .Select(colourant => colourant!["id"]!.GetValue<string>()),
                }
            )
        );
        await maker.Ok(
            maker.Put(
                $"{run}/piece/colours/wishes",
                new
                {
                    areas = new[] { 1, 2 },
                    colour = "#7f8a4a",
                    shadow = "soft",
                    method = "pencilAccents",
                }
            )
        );
        var third = await Shadows();
        // The middle of each is its print still, on the run's paper.
        await maker.Ok(maker.Put($"{run}/schools", new { schools = new { prints = "twoThirds" } }));
        var twoThirds = await Shadows();
        foreach (var (area, (middle, shadow)) in third)
        {
            Assert.Equal(middle, twoThirds[area].Middle);
            Assert.NotEqual(middle, shadow);
            Assert.True(Brightness(twoThirds[area].Shadow) > Brightness(shadow));
            Assert.True(Brightness(middle) > Brightness(twoThirds[area].Shadow));
        }

        await maker.Ok(maker.Post($"{run}/plan"));
        var plan = await maker.Ok(maker.Get($"{run}/plan"));
        Assert.All(plan["passes"]!.AsArray(), pass =>
            Assert.StartsWith("Pencil", pass!["title"]!.GetValue<string>(), StringComparison.Ordinal)
        );
        Assert.Equal(HttpStatusCode.OK, (await maker.Post($"{run}/plan/look")).StatusCode);

        async Task<Dictionary<int, (string Middle, string Shadow)>> Shadows()
        {
            var colours = await maker.Ok(maker.Get($"{run}/piece/colours"));
            return colours["areas"]!
                .AsArray()
                .ToDictionary(
                    area => area!["area"]!.GetValue<int>(),
                    area =>
                        (
                            area!["predicted"]!["whole"]!.GetValue<string>(),
                            area["predicted"]!["shadow"]!.GetValue<string>()
                        )
                );
        }
        static int Brightness(string colour) =>
            Enumerable.Range(0, 3).Sum(channel => Convert.ToInt32(colour.Substring(1 + 2 * channel, 2), 16));
    }

    [Fact]
    public async Task Lines_on_bare_paper_have_no_print_and_a_bare_sheet_is_refused_in_words()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        await maker.BringIn(run, Pictures.ThreeRooms);
        var image = (await maker.Ok(maker.Get(run)))["pieces"]![0]!["image"]!;
        Assert.Equal("lines", image["shows"]!.GetValue<string>());
        Assert.All(image["areas"]!.AsArray(), area => Assert.Null(area!["printed"]));
        Assert.Empty((await maker.Ok(maker.Get($"{run}/piece/image/prints"))).AsArray());

        var bare =
            """<svg xmlns="http://www.w3.org/2000/svg" width="40mm" height="30mm"><g/><path d="M0 0"/></svg>"""u8;
        var refused = await BringIn(maker, run, bare.ToArray(), "print");
        Assert.Equal("failed", refused["state"]!.GetValue<string>());
        Assert.StartsWith(
            "No print stands out from the paper",
            refused["message"]!.GetValue<string>(),
            StringComparison.Ordinal
        );
        // What was there stays.
        Assert.Equal(3, (await maker.Ok(maker.Get(run)))["pieces"]![0]!["image"]!["areas"]!.AsArray().Count);
    }

    /// <summary>Rooms with lines, two of which are printed in colour within them.</summary>
    [Fact]
    public async Task Colour_within_lines_is_read_without_the_lines()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        var rooms =
            """
            <svg xmlns="http://www.w3.org/2000/svg" width="80mm" height="40mm" viewBox="0 0 80 40"><g stroke="#000" stroke-width="1">
            <rect x="8" y="6" width="20" height="28" fill="#e8b4c0"/><rect x="28" y="6" width="20" height="28" fill="#fff"/>
            <rect x="48" y="6" width="20" height="28" fill="#b8d0a0"/></g></svg>
            """u8.ToArray();
        await BringIn(maker, run, rooms, "colouredLines");
        var areas = (await maker.Ok(maker.Get(run)))["pieces"]![0]!["image"]!["areas"]!.AsArray();
        Assert.Equal(
            ["#e8b4c0", null, "#b8d0a0"],
            areas
                .OrderBy(area => area!["centre"]!["x"]!.GetValue<double>())
                .Select(area => area!["printed"]?.GetValue<string>())
        );
    }
}
