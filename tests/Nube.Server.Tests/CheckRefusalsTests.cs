using System.Net;

namespace Nube.Server.Tests;

/// <summary>What Check cannot look at is answered in words, and nothing is lost.</summary>
public class CheckRefusalsTests(NubeServer server) : IClassFixture<NubeServer>
{
    [Fact]
    public async Task What_is_no_card_of_the_run_is_refused_in_words_and_what_was_kept_stays()
    {
        var (maker, run) = await server.Painted();
        await maker.StandIn(run, "scan");
        var other = await server.NewMaker();
        var otherRun = await other.Begin();
        await other.BringIn(otherRun, Pictures.ThreeRooms);

        var job = await maker.BringInCards(run, await ColouredCards.BareCard(other, otherRun));

        Assert.Equal("failed", job["state"]!.GetValue<string>());
        Assert.StartsWith("No card of this run", job["message"]!.GetValue<string>(), StringComparison.Ordinal);
        Assert.Single((await maker.Ok(maker.Get($"{run}/checks")))["checks"]!.AsArray());
        Assert.Contains(
            "drawing",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Post($"{run}/checks", Visitor.FormWith(Pictures.PearBranch, "card.svg", ("card", "1")))
            ),
            StringComparison.Ordinal
        );
        await maker.Trouble(
            HttpStatusCode.UnprocessableEntity,
            maker.Post($"{run}/checks", Visitor.FormWith([1, 2, 3], "card.png", ("card", "1")))
        );
    }

    [Fact]
    public async Task Cards_that_are_not_there_or_not_coloured_are_answered_in_words()
    {
        var (maker, run) = await server.Planned();

        Assert.Contains(
            "coloured yet",
            await maker.Trouble(
                HttpStatusCode.Conflict,
                maker.Post($"{run}/checks/stand-in", new { card = 1, source = "scan" })
            ),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "cards 1 to 2",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Post($"{run}/checks/stand-in", new { card = 9, source = "scan" })
            ),
            StringComparison.Ordinal
        );
        var unplanned = await maker.Begin();
        Assert.Contains(
            "Plan the run first",
            await maker.Trouble(HttpStatusCode.Conflict, maker.Get($"{unplanned}/checks")),
            StringComparison.Ordinal
        );
        var other = await server.NewMaker();
        await other.Trouble(HttpStatusCode.NotFound, other.Get($"{run}/checks"));
    }
}
