using System.Net;
using System.Text.Json.Nodes;

namespace Nube.Server.Tests;

/// <summary>A maker whose washes stay paler until a look has told what is missing.</summary>
public class FromBelowTests(NubeServer server) : IClassFixture<NubeServer>
{
    [Fact]
    public async Task Washes_are_thinned_at_the_bench_and_the_look_tells_what_is_missing()
    {
        var (maker, run) = await server.Planned();
        await maker.Ok(
            maker.Put("/api/habits", new { schools = new { approach = "fromBelow" }, sitting = (object?)null })
        );
        Assert.Contains(
            "How you work changed",
            Text(await maker.Ok(maker.Get($"{run}/plan")), "changed"),
            StringComparison.Ordinal
        );

        var plan = (await maker.Ok(maker.Post($"{run}/plan")))["plan"]!;

        Assert.Contains("Washes stay paler at first", Text(plan, "follows"), StringComparison.Ordinal);
        Assert.All(plan["passes"]!.AsArray(), pass =>
            Assert.Contains("one part of clean water to two of the mix", Text(pass!, "how"), StringComparison.Ordinal)
        );
        Assert.Null((await maker.Ok(maker.Get($"{run}/record")))["toLookAt"]);

        foreach (var step in plan["steps"]!.AsArray().Where(step => step!["card"]!.GetValue<int>() == 1))
            await maker.Done(run, step!["number"]!.GetValue<int>());
        Assert.StartsWith(
            "Washes of card 1 stayed paler on purpose.",
            Text(await maker.Ok(maker.Get($"{run}/record")), "toLookAt"),
            StringComparison.Ordinal
        );

        await maker.StandIn(run, "scan");
        var missing = (await maker.LatestCard(run))["findings"]!
            .AsArray()
            .Where(finding => Text(finding!, "title").StartsWith("Still paler: ", StringComparison.Ordinal))
            .ToList();
        Assert.NotEmpty(missing);
        Assert.All(missing, finding =>
            Assert.StartsWith("It was laid paler on purpose.", Text(finding!, "reason"), StringComparison.Ordinal)
        );
        Assert.Null((await maker.Ok(maker.Get($"{run}/record")))["toLookAt"]);

        var check = (await maker.Ok(maker.Get($"{run}/checks")))["checks"]![0]!["id"]!.GetValue<string>();
        var all = $"{run}/checks/{check}/cards/1/mending/missing";
        var taken = await maker.Ok(maker.Post(all));
        Assert.InRange(taken["areas"]!.GetValue<int>(), 1, missing.Count);
        var steps = taken["steps"]!.AsArray().Select(step => step!.GetValue<int>()).ToList();
        Assert.InRange(steps.Count, taken["areas"]!.GetValue<int>(), 100);
        var bench = await maker.Ok(maker.Get($"{run}/bench"));
        Assert.Contains(bench["current"]!["number"]!.GetValue<int>(), steps);
        await maker.Trouble(HttpStatusCode.Conflict, maker.Post(all));
    }

    [Fact]
    public async Task Where_nothing_was_kept_back_nothing_is_missing()
    {
        var (maker, run) = await server.Painted();
        await maker.StandIn(run, "scan");
        var check = (await maker.Ok(maker.Get($"{run}/checks")))["checks"]![0]!["id"]!.GetValue<string>();

        await maker.Trouble(HttpStatusCode.Conflict, maker.Post($"{run}/checks/{check}/cards/1/mending/missing"));
    }

    private static string Text(JsonNode of, string name) => of[name]!.GetValue<string>();
}
