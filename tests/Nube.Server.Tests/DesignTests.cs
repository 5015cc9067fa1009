using System.Globalization;
using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using System.Xml.Linq;

namespace Nube.Server.Tests;

/// <summary>What the cards of a run are made of, and how that is cut.</summary>
public class DesignTests(NubeServer server) : IClassFixture<NubeServer>
{
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
        var kraft = await maker.Paper("Kraft card");
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

        // On paper each page is as large as its sheet, at 100 %; for a machine each part is as large as it is.
        var file = await maker.File($"{run}/design/cuts/{kraft}.pdf", "application/pdf");
        using (var picture = PrintedPages.Rendered(file, 60))
            Assert.Equal((30 * 60, 22 * 60), (picture.Width, picture.Height));
        var first = cut["sheets"]![0]!;
        var drawn = XDocument.Parse(
            Encoding.UTF8.GetString(await maker.File($"{run}/design/cuts/{kraft}/1.svg", "image/svg+xml"))
        );
        Assert.Equal("762mm", drawn.Root!.Attribute("width")!.Value);
        var named = first["parts"]!.AsArray().Where(part => part!["name"] is not null).ToList();
        Assert.Equal(
            named.Select(part => Math.Round(part!["widthMm"]!.GetValue<double>(), 3)),
            drawn
                .Descendants(drawn.Root.GetDefaultNamespace() + "rect")
                .Select(rect => double.Parse(rect.Attribute("width")!.Value, CultureInfo.InvariantCulture))
        );
        Assert.Contains(
            "takes up to 305 x 610 mm",
            await maker.Trouble(HttpStatusCode.UnprocessableEntity, maker.Post($"{run}/design/cuts/{kraft}/1/machine")),
            StringComparison.Ordinal
        );
        await maker.Trouble(HttpStatusCode.NotFound, maker.Get($"{run}/design/cuts/{kraft}/99.svg"));
        await maker.Trouble(HttpStatusCode.NotFound, maker.Get($"{run}/design/cuts/{Guid.NewGuid()}.pdf"));
    }

    [Fact]
    public async Task A_ground_without_a_picture_is_planned_worked_and_put_together()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin(2);
        var white = await maker.Paper("White cardstock 110 lb");
        var ground = new
        {
            kind = "ground",
            name = "Sky",
            paper = white,
            work = new object[]
            {
                new { method = "cutToSize", colours = Array.Empty<string>() },
                new { method = "looseBackground", colours = new[] { "#8fb4d6", "#f0cf9a" } },
            },
        };
        var design = new
        {
            format = "A6",
            opening = "side",
            basePaper = white,
            pieces = new object[] { ground },
        };
        var made = await maker.Ok(maker.Put($"{run}/design", design));
        var work = made["pieces"]![0]!["work"]!.AsArray();
        Assert.Equal(["Cut to size", "Loose background"], work.Select(one => one!["name"]!.GetValue<string>()));
        // Each hue as it dries on this paper, and what lies where they meet: blue and ochre grey each other.
        Assert.Equal(2, work[1]!["predicted"]!.AsArray().Count);
        Assert.Single(work[1]!["overlaps"]!.AsArray());
        Assert.Contains("grey each other", work[1]!["trouble"]!.GetValue<string>(), StringComparison.Ordinal);

        var plan = (await maker.Ok(maker.Post($"{run}/plan")))["plan"]!;
        var titles = plan["passes"]!.AsArray().Select(pass => pass!["title"]!.GetValue<string>()).ToList();
        Assert.Contains("Sky: loose background", titles);
        Assert.Contains("Sky onto base", titles);
        Assert.Equal("Into the envelope", titles[^1]);
        Assert.DoesNotContain(plan["meanwhile"]!.AsArray(), one =>
            one!.ToJsonString().Contains("score the base", StringComparison.Ordinal)
        );

        Assert.Contains(plan["remarks"]!.AsArray(), remark =>
            remark!["text"]!.GetValue<string>().StartsWith("Cut away from you", StringComparison.Ordinal)
        );
        Assert.DoesNotContain("with the stamp", plan["toLayOut"]!.ToJsonString(), StringComparison.Ordinal);
        await maker.File($"{run}/plan/sheet.pdf", "application/pdf");
        // Changed by hand, it is still of these pieces.
        var envelope = plan["passes"]!.AsArray()[^1]!["index"]!.GetValue<int>();
        foreach (var skipped in new[] { true, false })
        {
            plan = await maker.Ok(
                maker.Put($"{run}/plan/passes/{envelope}/skipped", new { card = (int?)null, skipped })
            );
            Assert.Contains(plan["passes"]!.AsArray(), pass => pass!["title"]!.GetValue<string>() == "Sky onto base");
        }

        // Step by step at the bench, as it says what comes; and it hangs on the line until it is put on.
        var hung = false;
        for (var step = 0; step < plan["steps"]!.AsArray().Count; step++)
        {
            var bench = await maker.Ok(maker.Get($"{run}/bench"));
            hung |= bench["line"]![0]!["pieces"]!.AsArray().Any(piece => piece!["name"]!.GetValue<string>() == "Sky");
            await maker.Ok(
                maker.Post(
                    $"{run}/bench/taps",
                    new
                    {
                        id = Guid.NewGuid(),
                        kind = "done",
                        step = bench["current"]!["number"]!.GetValue<int>(),
                    }
                )
            );
        }
        Assert.True(hung, "it hung on the line");
        var done = await maker.Ok(maker.Get($"{run}/bench"));
        Assert.Null(done["current"]);
        Assert.Empty(done["line"]![0]!["pieces"]!.AsArray());
        Assert.Contains(
            "on the bench already",
            await maker.Trouble(HttpStatusCode.Conflict, maker.Put($"{run}/design", design)),
            StringComparison.Ordinal
        );
        await maker.Ok(maker.Post($"{run}/finish"));
        var record = await maker.Ok(maker.Get($"{run}/record"));
        Assert.Equal("White cardstock 110 lb", record["paper"]!.GetValue<string>());
        var worked = record["done"]!
            .AsArray()
            .Single(one => one!["title"]!.GetValue<string>() == "Sky: loose background")!;
        Assert.Equal((2, 2), (worked["with"]!.AsArray().Count, worked["cards"]!.GetValue<int>()));
    }

    [Fact]
    public async Task A_plan_follows_what_the_cards_are_made_of()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin(2);
        await maker.BringIn(run, Pictures.ThreeRooms);
        var piece = await maker.PieceAddress(run);
        await maker.Ok(
            maker.Put(
                $"{piece}/colours/wishes",
                new
                {
                    areas = new[] { 1, 2 },
                    colour = "#5c9140",
                    shadow = "none",
                }
            )
        );
        // Nobody said what the cards are made of: the plan is of the picture alone.
        var alone = (await maker.Ok(maker.Post($"{run}/plan")))["plan"]!;
        Assert.All(alone["passes"]!.AsArray(), pass => Assert.Null(pass!["piece"]));

        var usual = await maker.Ok(maker.Get($"{run}/design"));
        object Design(params object[] more) =>
            new
            {
                format = "A5",
                opening = "side",
                pieces = AsGiven(usual).Concat(more),
            };
        await maker.Ok(maker.Put($"{run}/design", Design()));
        Assert.Contains(
            "What the cards are made of changed",
            (await maker.Ok(maker.Get($"{run}/plan")))["changed"]!.GetValue<string>(),
            StringComparison.Ordinal
        );
        var plan = (await maker.Ok(maker.Post($"{run}/plan")))["plan"]!;
        Assert.False(plan["stale"]!.GetValue<bool>());
        var titles = plan["passes"]!.AsArray().Select(pass => pass!["title"]!.GetValue<string>()).ToList();
        // Stamped before it is coloured, flattened and put on afterwards; its colours are what they were.
        Assert.Equal(
            ["Image: cut to size", "Image: stamp the image", "Image: flatten", "Image onto base"],
            titles.Where(title => title.StartsWith("Image", StringComparison.Ordinal))
        );
        Assert.All(alone["passes"]!.AsArray(), pass => Assert.Contains(pass!["title"]!.GetValue<string>(), titles));

        // Refused work leaves everything as it was.
        var greeting = new
        {
            kind = "greeting",
            name = "Words",
            work = new[] { new { method = "dipAndDry", colours = Array.Empty<string>() } },
        };
        Assert.Contains(
            "needs at least one colour",
            await maker.Trouble(HttpStatusCode.UnprocessableEntity, maker.Put($"{run}/design", Design(greeting))),
            StringComparison.Ordinal
        );
        Assert.Single((await maker.Ok(maker.Get($"{run}/design")))["pieces"]!.AsArray());
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
        var kraft = await maker.Paper("Kraft card");
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
