using System.Net;
using System.Text.Json.Nodes;

namespace Nube.Server.Tests;

public class LargeStashTests(NubeServer server) : IClassFixture<NubeServer>
{
    [Fact]
    public async Task A_stash_of_two_thousand_is_listed_searched_by_colour_and_mixed_from()
    {
        var maker = await server.NewMaker();
        var list = string.Join(
            '\n',
            Enumerable.Range(1, 1988).Select(i => $"Blue number {i}, PB{(i % 2 == 0 ? "29" : "28")}")
        );
        await maker.Ok(maker.Post("/api/stash/colourants/list", new { text = list }));
        var stash = (await maker.Ok(maker.Get("/api/stash"))).AsArray();
        Assert.Equal(2000, stash.Count(item => item!["kind"]!.GetValue<string>() == "colourant"));
        Assert.Equal(6, (await maker.Ok(maker.Get("/api/stash/like?colour=%232c54a4"))).AsArray().Count);

        // A mix of all would take minutes: the likely ones are mixed from, and that is said.
        var paper = stash.First(item => item!["kind"]!.GetValue<string>() == "paper")!["id"]!.GetValue<string>();
        foreach (var most in new[] { 2, 3 })
        {
            var found = await maker.Ok(
                maker.Post(
                    "/api/mix/find",
                    new
                    {
                        paper,
                        colour = "#7f9a4a",
                        mostColourants = most,
                    }
                )
            );
            Assert.Equal(8, found["recipes"]!.AsArray().Count);
            Assert.StartsWith(
                "Mixed from 48 of your 2000 colours",
                found["note"]!.GetValue<string>(),
                StringComparison.Ordinal
            );
        }
        var ids = stash
            .Where(item => item!["kind"]!.GetValue<string>() == "colourant")
            .Select(item => item!["id"]!.GetValue<string>())
            .ToList();
        await maker.Trouble(
            HttpStatusCode.UnprocessableEntity,
            maker.Post(
                "/api/mix/find",
                new
                {
                    paper,
                    colourants = ids,
                    colour = "#7f9a4a",
                    mostColourants = 2,
                }
            )
        );
        Assert.Null(
            (
                await maker.Ok(
                    maker.Post(
                        "/api/mix/find",
                        new
                        {
                            paper,
                            colourants = ids[..12],
                            colour = "#7f9a4a",
                            mostColourants = 2,
                        }
                    )
                )
            )["note"]
        );
    }

    [Fact]
    public async Task Pencils_have_siblings_and_are_not_mixed_with_water()
    {
        var maker = await server.NewMaker();
        await maker.Ok(
            maker.Post(
                "/api/stash/catalogue",
                new { names = new[] { "Leaf green pencil", "Dark green pencil", "Pink pencil" } }
            )
        );
        var stash = (await maker.Ok(maker.Get("/api/stash"))).AsArray();
        JsonNode Named(string name) => stash.Single(item => item!["name"]!.GetValue<string>() == name)!;
        var siblings = await maker.Ok(
            maker.Get($"/api/stash/{Named("Leaf green pencil")["id"]!.GetValue<string>()}/siblings")
        );
        Assert.Equal("Dark green pencil", siblings["dark"]!["name"]!.GetValue<string>());
        Assert.Null(siblings["light"]);
        await maker.Trouble(
            HttpStatusCode.UnprocessableEntity,
            maker.Get($"/api/stash/{Named("Kraft card")["id"]!.GetValue<string>()}/siblings")
        );
        await maker.Trouble(
            HttpStatusCode.UnprocessableEntity,
            maker.Post(
                "/api/sheets",
                new { colourants = new[] { Named("Pink pencil")["id"]!.GetValue<string>() }, size = "letter" }
            )
        );
        // A first run begins with all that there is, pencils too.
        var colours = await maker.Ok(maker.Get($"{await maker.Begin()}/piece/colours"));
        var pencils = colours["colourants"]!
            .AsArray()
            .Where(colour => colour!["name"]!.GetValue<string>().EndsWith("pencil", StringComparison.Ordinal))
            .Select(colour => colour!["id"]!.GetValue<string>())
            .ToList();
        Assert.Equal(3, pencils.Count);
        Assert.Equal(3, pencils.Intersect(colours["palette"]!.AsArray().Select(id => id!.GetValue<string>())).Count());
    }
}

[Collection(nameof(DemoServer))]
public class DemoStashTests(DemoServer server)
{
    [Fact]
    public async Task What_the_finished_run_used_is_no_longer_left_and_a_sheet_waits_to_be_used()
    {
        var visitor = server.Stranger();
        await visitor.Look();
        await visitor.Ok(visitor.Post("/api/account/demo"));
        await visitor.Look();
        var pans = (await visitor.Ok(visitor.Get("/api/stash")))
            .AsArray()
            .Where(item => item!["colourant"]?["medium"]?.GetValue<string>() == "pan")
            .ToList();
        var used = pans.Where(pan => pan!["lastUsedAt"] is not null).ToList();
        Assert.NotEmpty(used);
        Assert.Contains(used, pan =>
            pan!["left"]!.GetValue<double>() is > 0.5 and < 1 && pan["keptAt"]!.GetValue<string>().Length == 0
        );
        Assert.All(
            pans.Where(pan => pan!["lastUsedAt"] is null && pan["keptAt"]!.GetValue<string>().Length == 0),
            pan => Assert.Equal(1, pan!["left"]!.GetValue<double>())
        );
        Assert.Contains(pans, pan => pan!["runningLow"]!.GetValue<bool>());
        var sheet = (await visitor.Ok(visitor.Get("/api/sheets"))).AsArray().Single()!;
        Assert.Equal((1, false), (sheet["pictures"]!.GetValue<int>(), sheet["used"]!.GetValue<bool>()));
        Assert.Equal(4, (await visitor.Ok(visitor.Get("/api/mix/kept"))).AsArray().Count);
    }
}
