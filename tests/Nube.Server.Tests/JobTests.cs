using System.Net;
using System.Text.Json.Nodes;

namespace Nube.Server.Tests;

/// <summary>Long work: how far it is, in whichever process it is done.</summary>
public class JobTests(NubeServer server) : IClassFixture<NubeServer>
{
    [Fact]
    public async Task Progress_rises_step_by_step_and_ends_in_what_was_found()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        var started = await maker.Ok(maker.Post($"{run}/piece/image", Visitor.Form(Pictures.PearBranch, "pears.svg")));
        var events = await Events(maker, started["job"]!.GetValue<string>());

        var progress = events.Select(e => e["progress"]!.GetValue<double>()).ToList();
        Assert.Equal(progress.Order(), progress);
        Assert.All(events.SkipLast(1), e => Assert.Equal("working", e["state"]!.GetValue<string>()));
        Assert.Equal("done", events[^1]["state"]!.GetValue<string>());
        Assert.Equal(1, progress[^1]);
        Assert.Equal("17 areas found.", events[^1]["message"]!.GetValue<string>());
    }

    [Fact]
    public async Task Work_is_followed_from_a_process_that_does_not_do_it()
    {
        // Two servers share a database; the second runs no jobs of its own.
        await using var second = server.Beside(("Nube:Workers", "0"));
        var maker = await server.NewMaker("Two tables");
        var elsewhere = NubeServer.Stranger(second);
        await elsewhere.Look();
        await elsewhere.Ok(
            elsewhere.Post("/api/account/sign-in", new { name = "Two tables", password = "plum jam 12" })
        );
        await elsewhere.Look();

        var run = await maker.Begin();
        var started = await elsewhere.Ok(
            elsewhere.Post($"{run}/piece/image", Visitor.Form(Pictures.ThreeRooms, "rooms.svg"))
        );
        var events = await Events(elsewhere, started["job"]!.GetValue<string>());
        Assert.Equal("3 areas found.", events[^1]["message"]!.GetValue<string>());
        Assert.Equal(3, (await elsewhere.Piece(run))["image"]!["areas"]!.AsArray().Count);

        // The first goes on when the second is stopped.
        await second.DisposeAsync();
        for (var i = 0; i < 6; i++)
            Assert.Equal(
                "done",
                (await maker.BringIn(await maker.Begin(), Pictures.ThreeRooms))["state"]!.GetValue<string>()
            );
    }

    [Fact]
    public async Task Work_that_is_not_known_is_said_to_be_gone()
    {
        var maker = await server.NewMaker();
        Assert.Contains(
            "not known",
            await maker.Trouble(HttpStatusCode.NotFound, maker.Get($"/api/jobs/{Guid.NewGuid()}")),
            StringComparison.Ordinal
        );
    }

    private static async Task<List<JsonNode>> Events(Visitor visitor, string job)
    {
        using var answer = await visitor.Get($"/api/jobs/{job}/events");
        Assert.Equal("text/event-stream", answer.Content.Headers.ContentType?.MediaType);
        return
        [
            .. (await answer.Content.ReadAsStringAsync())
                .Split('\n')
                .Where(line => line.StartsWith("data: ", StringComparison.Ordinal))
                .Select(line => JsonNode.Parse(line["data: ".Length..])!),
        ];
    }
}
