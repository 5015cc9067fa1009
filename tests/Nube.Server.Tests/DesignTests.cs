using System.Net;
using System.Text.Json.Nodes;

namespace Nube.Server.Tests;

/// <summary>What the cards of a run are made of, and how that is cut.</summary>
public class DesignTests(NubeServer server) : IClassFixture<NubeServer>
{
    private static async Task<string> Paper(Visitor maker, string name) =>
        (await maker.Ok(maker.Get("/api/stash")))!.AsArray().First(item => item!["name"]!.GetValue<string>() == name)![
            "id"
        ]!.GetValue<string>();

    private static object[] AsGiven(JsonNode design) =>
        [
            .. design["pieces"]!
                .AsArray()
                .Select(piece => new
                {
                    id = piece!["id"]!.GetValue<Guid>(),
                    kind = piece["kind"]!.GetValue<string>(),
                    name = piece["name"]!.GetValue<string>(),
                    width = piece["width"]!.GetValue<string>(),
                    height = piece["height"]!.GetValue<string>(),
                    leftMm = piece["leftMm"]!.GetValue<double>(),
                    topMm = piece["topMm"]!.GetValue<double>(),
                    paper = piece["paper"]?.GetValue<Guid>(),
                }),
        ];

    [Fact]
    public async Task A_card_is_made_up_from_its_image_and_cut_from_sheets_that_are_there()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin(6);
        await maker.BringIn(run, Pictures.ThreeRooms);
        var usual = await maker.Ok(maker.Get($"{run}/design"));
        var image = Assert.Single(usual["pieces"]!.AsArray())!;
        Assert.Equal("image", image["kind"]!.GetValue<string>());

        // A mat around it, of kraft, on a base of kraft.
        var kraft = await Paper(maker, "Kraft card");
        object mat = new
        {
            kind = "mat",
            name = "Mat",
            around = image["id"]!.GetValue<Guid>(),
            paper = kraft,
        };
        var made = await maker.Ok(
            maker.Put(
                $"{run}/design",
                new
                {
                    format = "A5",
                    opening = "side",
                    basePaper = kraft,
                    pieces = AsGiven(usual).Prepend(mat),
                }
            )
        );
        var laid = made["pieces"]!.AsArray();
        Assert.Equal(["Mat", "Image"], laid.Select(piece => piece!["name"]!.GetValue<string>()));
        Assert.Equal(image["widthMm"]!.GetValue<double>() + 6, laid[0]!["widthMm"]!.GetValue<double>(), 2);
        Assert.Equal("3 mm of Mat all round.", laid[1]!["border"]!.GetValue<string>());
        Assert.StartsWith("Base: 296 x 210 mm", made["sheet"]!.GetValue<string>(), StringComparison.Ordinal);
        Assert.Equal(made.ToJsonString(), (await maker.Ok(maker.Get($"{run}/design"))).ToJsonString());

        // Without sheets it is asked for them; with sheets it is cut.
        var asked = (await maker.Ok(maker.Post($"{run}/design/cuts")))!.AsArray();
        Assert.All(asked, paper =>
            Assert.Contains("which sheets", paper!["trouble"]!.GetValue<string>(), StringComparison.Ordinal)
        );
        await maker.Ok(
            maker.Put(
                $"/api/stash/{kraft}/sheets",
                new
                {
                    sheets = new[]
                    {
                        new
                        {
                            width = "30 in",
                            height = "22 in",
                            count = 2,
                            grain = "alongWidth",
                        },
                    },
                }
            )
        );
        var cut = (await maker.Ok(maker.Post($"{run}/design/cuts")))!
            .AsArray()
            .Single(paper => paper!["paper"]!.GetValue<string>() == kraft)!;
        Assert.Null(cut["trouble"]);
        Assert.Contains("Fewer sheets cannot do.", cut["sentence"]!.GetValue<string>(), StringComparison.Ordinal);
        var parts = cut["sheets"]!
            .AsArray()
            .SelectMany(sheet =>
                sheet!["parts"]!
                    .AsArray()
                    .SelectMany(part =>
                        Enumerable.Repeat(part!["name"]?.GetValue<string>() ?? "", sheet["times"]!.GetValue<int>())
                    )
            )
            .Where(name => name.Length > 0)
            .CountBy(name => name)
            .ToDictionary();
        Assert.Equal((6, 6), (parts["The base"], parts["Mat"]));
    }

    [Fact]
    public async Task What_cannot_be_made_is_said_and_changes_nothing()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin(2);
        var before = (await maker.Ok(maker.Get($"{run}/design"))).ToJsonString();
        var piece = new { kind = "greeting", name = "Words" };
        async Task Refused(string because, object design)
        {
            var trouble = await maker.Trouble(HttpStatusCode.UnprocessableEntity, maker.Put($"{run}/design", design));
            Assert.Contains(because, trouble, StringComparison.Ordinal);
        }
        await Refused(
            "in millimetres or inches",
            new
            {
                width = "wide",
                height = "5 in",
                opening = "flat",
                pieces = Array.Empty<object>(),
            }
        );
        await Refused(
            "narrower than the card",
            new
            {
                format = "A6",
                opening = "gate",
                leftFlap = "110 mm",
                pieces = Array.Empty<object>(),
            }
        );
        await Refused(
            "name",
            new
            {
                format = "A6",
                opening = "flat",
                pieces = new[] { new { kind = "mat", name = " " } },
            }
        );
        await Refused(
            "up to 24 pieces",
            new
            {
                format = "A6",
                opening = "flat",
                pieces = Enumerable.Repeat(piece, 25),
            }
        );
        await Refused(
            "not there",
            new
            {
                format = "A6",
                opening = "flat",
                pieces = new[]
                {
                    new
                    {
                        kind = "mat",
                        name = "Mat",
                        around = Guid.NewGuid(),
                    },
                },
            }
        );
        await Refused(
            "Foam",
            new
            {
                format = "A6",
                opening = "flat",
                pieces = new[]
                {
                    new
                    {
                        kind = "mat",
                        name = "Mat",
                        raisedMm = 90,
                    },
                },
            }
        );
        Assert.Equal(before, (await maker.Ok(maker.Get($"{run}/design"))).ToJsonString());
    }

    [Fact]
    public async Task A_base_that_no_sheet_holds_is_named()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin(2);
        var kraft = await Paper(maker, "Kraft card");
        await maker.Ok(
            maker.Put(
                $"{run}/design",
                new
                {
                    format = "A5",
                    opening = "tent",
                    basePaper = kraft,
                    pieces = Array.Empty<object>(),
                }
            )
        );
        await maker.Ok(
            maker.Put(
                $"/api/stash/{kraft}/sheets",
                new
                {
                    sheets = new[]
                    {
                        new
                        {
                            width = "8 1/2 in",
                            height = "11 in",
                            count = 5,
                        },
                    },
                }
            )
        );
        var cuts = (await maker.Ok(maker.Post($"{run}/design/cuts")))!.AsArray();
        Assert.StartsWith(
            "The base fits on none of these sheets",
            Assert.Single(cuts)!["trouble"]!.GetValue<string>(),
            StringComparison.Ordinal
        );
    }
}
