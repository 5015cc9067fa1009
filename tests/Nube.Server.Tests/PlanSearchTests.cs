using System.Net;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Work;

namespace Nube.Server.Tests;

/// <summary>The first plan at once, and a better order that is looked for beside it.</summary>
public class PlanSearchTests(NubeServer server) : IClassFixture<NubeServer>
{
    /// <summary>A run whose areas all have a colour, planned.</summary>
    private Task<(Visitor Maker, string Run, double Finish, string Job)> Planned(byte[] picture, int cards) =>
        Planned(server, picture, cards);

    internal static async Task<(Visitor Maker, string Run, double Finish, string Job)> Planned(
        NubeServer server,
        byte[] picture,
        int cards
    )
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin(cards);
        await maker.BringIn(run, picture);
        var colours = new[] { "#a9c87c", "#e3cf6e", "#d98a5a", "#7f9fc9" };
        var areas = (await maker.Piece(run))["image"]!["areas"]!
            .AsArray()
            .Select(area => area!["id"]!.GetValue<int>())
            .ToList();
        foreach (var (index, colour) in colours.Index())
        {
            var these = areas.Where((_, i) => i % colours.Length == index).ToList();
            if (these.Count > 0)
                await maker.Ok(
                    maker.Put(
                        $"{run}/piece/colours/wishes",
                        new
                        {
                            areas = these,
                            colour,
                            shadow = "soft",
                        }
                    )
                );
        }
        var made = await maker.Ok(maker.Post($"{run}/plan"));
        return (maker, run, made["plan"]!["finishSeconds"]!.GetValue<double>(), made["job"]!.GetValue<string>());
    }

    internal static async Task<string> Ended(Visitor maker, string job)
    {
        for (var i = 0; i < 300; i++)
        {
            var now = await maker.Ok(maker.Get($"/api/jobs/{job}"));
            if (now["state"]!.GetValue<string>() != "working")
                return $"{now["state"]}: {now["message"]}";
            await Task.Delay(100);
        }
        return "it goes on";
    }

    [Fact]
    public async Task A_better_order_is_found_beside_the_plan_and_taken_only_when_asked_for()
    {
        var (maker, run, finish, job) = await Planned(Pictures.PearBranch, 5);
        Assert.StartsWith("done: A better order was found", await Ended(maker, job), StringComparison.Ordinal);
        var plan = await maker.Ok(maker.Get($"{run}/plan"));
        Assert.Equal(finish, plan["finishSeconds"]!.GetValue<double>());
        var better = plan["betterFinishSeconds"]!.GetValue<double>();
        Assert.True(better < finish - 1);
        var taken = await maker.Ok(maker.Post($"{run}/plan/better"));
        Assert.Equal(better, taken["finishSeconds"]!.GetValue<double>(), 6);
        Assert.True(taken["atLeastSeconds"]!.GetValue<double>() <= better);
        Assert.Null(taken["betterFinishSeconds"]);
        Assert.Equal(plan["steps"]!.AsArray().Count, taken["steps"]!.AsArray().Count);
        await maker.Trouble(HttpStatusCode.Conflict, maker.Post($"{run}/plan/better"));
    }

    [Fact]
    public async Task A_search_that_is_stopped_keeps_the_plan_or_the_best_so_far()
    {
        var (maker, run, finish, job) = await Planned(Pictures.PearBranch, 6);
        await maker.Post($"/api/jobs/{job}/cancel");
        // With the best so far, or with none: its turn had not come, or it had not found any within a second.
        Assert.Matches("^(done: |cancelled: Stopped)", await Ended(maker, job));
        Assert.Equal(finish, (await maker.Ok(maker.Get($"{run}/plan")))["finishSeconds"]!.GetValue<double>());
    }

    [Fact]
    public async Task On_the_bench_no_other_order_is_taken()
    {
        var (maker, run, _, job) = await Planned(Pictures.PearBranch, 5);
        await Ended(maker, job);
        await maker.Ok(
            maker.Post(
                $"{run}/bench/taps",
                new
                {
                    id = Guid.NewGuid(),
                    kind = "done",
                    step = 1,
                    text = "",
                    at = server.Time.GetUtcNow(),
                }
            )
        );
        Assert.Contains(
            "done already",
            await maker.Trouble(HttpStatusCode.Conflict, maker.Post($"{run}/plan/better")),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task Colours_take_turns_as_the_maker_likes_and_passes_stand_as_hands_come_to_them()
    {
        var (maker, run, _, _) = await Planned(Pictures.PearBranch, 3);
        int Changes(JsonNode plan) => plan["steps"]!.AsArray().Skip(1).Count(step => step!["rinse"]!.GetValue<bool>());
        var steady = await maker.Ok(maker.Get($"{run}/plan"));
        Assert.Contains(
            $"with {Changes(steady)} changes of colour",
            steady["sentence"]!.GetValue<string>(),
            StringComparison.Ordinal
        );
        var ways = (await maker.Ok(maker.Get($"{run}/plan/turns"))).AsArray();
        Assert.Equal(
            ["steady", "soonest", "fewRinses", "oneByOne"],
            ways.Select(way => way!["turns"]!.GetValue<string>())
        );
        Assert.Equal([true, false, false, false], ways.Select(way => way!["isTaken"]!.GetValue<bool>()));
        Assert.Contains(
            ways[0]!["takes"]!.GetValue<string>(),
            steady["sentence"]!.GetValue<string>(),
            StringComparison.Ordinal
        );
        Assert.Equal(
            HttpStatusCode.NoContent,
            (await maker.Put($"{run}/plan/turns", new { turns = "oneByOne" })).StatusCode
        );
        var plan = (await maker.Ok(maker.Post($"{run}/plan")))["plan"]!;
        Assert.Contains(
            "One colour goes over all cards before the next.",
            plan["follows"]!.GetValue<string>(),
            StringComparison.Ordinal
        );
        Assert.InRange(Changes(plan), 3, Changes(steady) - 1);
        // What the quickest order would save is said beside it.
        Assert.Matches(
            "^([0-9]+ min (sooner|later)|as soon)( with [0-9]+ (more|fewer) changes?)?$",
            ways[1]!["against"]!.GetValue<string>()
        );
        // What it was said to take was looked for a little; the plan that is there at once takes hardly longer.
        Assert.Contains(
            $"with {Changes(plan)} changes",
            ways[3]!["takes"]!.GetValue<string>(),
            StringComparison.Ordinal
        );
        Assert.True(steady["finishSeconds"]!.GetValue<double>() < plan["finishSeconds"]!.GetValue<double>());
        foreach (var one in new[] { steady, plan })
        {
            Assert.Equal(
                one["steps"]!.AsArray().Select(step => step!["pass"]!.GetValue<int>()).Distinct(),
                one["passes"]!.AsArray().Select(pass => pass!["index"]!.GetValue<int>())
            );
        }
        // Cards hang on the line a little fuller after each pass that is shown.
        int[] painted = [.. plan["passes"]!.AsArray().Select(pass => pass!["lookAfter"]!.AsArray().Count)];
        Assert.Equal(painted.Order(), painted);
    }

    [Fact]
    public async Task A_search_that_ends_while_a_maker_changes_the_plan_does_not_get_in_the_way()
    {
        var (maker, run, _, job) = await Planned(Pictures.PearBranch, 5);
        await maker.Post($"/api/jobs/{job}/cancel");
        await Ended(maker, job);
        var id = Guid.Parse(run.Split('/')[^1]);
        await using var changing = server.Services.CreateAsyncScope();
        await using var searching = server.Services.CreateAsyncScope();
        var plan = (
            await changing
                .ServiceProvider.GetRequiredService<NubeDb>()
                .Runs.IgnoreQueryFilters()
                .Include(r => r.Plan)
                .SingleAsync(r => r.Id == id)
        ).Plan!;
        var again = await searching
            .ServiceProvider.GetRequiredService<JobBoard>()
            .BeginHere(
                plan.MakerId,
                id,
                JobKind.ImprovePlan,
                new ImprovePlanJob.Order(plan.Edition),
                CancellationToken.None
            );
        await searching.ServiceProvider.GetRequiredService<ImprovePlanJob>().Work(again, CancellationToken.None);
        Assert.StartsWith("done: A better order", await Ended(maker, again.Id.ToString()), StringComparison.Ordinal);
        Assert.NotNull((await maker.Ok(maker.Get($"{run}/plan")))["betterFinishSeconds"]);

        plan.Replace(plan.Plan, plan.Air, server.Time.GetUtcNow());
        await changing.ServiceProvider.GetRequiredService<NubeDb>().SaveChangesAsync();
        // What was found was for the plan that is gone.
        Assert.Null((await maker.Ok(maker.Get($"{run}/plan")))["betterFinishSeconds"]);
    }

    [Fact]
    public async Task Where_no_order_is_better_it_is_said()
    {
        var (maker, run, _, job) = await Planned(Pictures.ThreeRooms, 1);
        Assert.StartsWith("done: No better order was found", await Ended(maker, job), StringComparison.Ordinal);
        Assert.Null((await maker.Ok(maker.Get($"{run}/plan")))["betterFinishSeconds"]);
    }

    [Fact]
    public async Task What_clashes_is_told_on_the_plan_and_silenced_with_a_reason_but_no_caution_is()
    {
        var (maker, run, _, _) = await Planned(Pictures.ThreeRooms, 1);
        var grey = await maker.Ok(maker.Get($"{run}/piece/colours"));
        var soluble = grey["stampingInks"]!
            .AsArray()
            .FirstOrDefault(ink => ink!["name"]!.GetValue<string>().Contains("soluble", StringComparison.Ordinal));
        Assert.NotNull(soluble);
        await maker.Ok(
            maker.Put(
                $"{run}/piece/colours/supplies",
                new
                {
                    paper = grey["paper"],
                    stampingInk = soluble["id"],
                    palette = grey["palette"],
                }
            )
        );
        async Task<JsonNode> Bleeds() =>
            (await maker.Ok(maker.Get($"{run}/plan")))["remarks"]!
                .AsArray()
                .Single(remark => remark!["rule"]?.GetValue<string>() == "line-bleeds")!;
        Assert.Equal(("warn", null), ((await Bleeds())["severity"]!.GetValue<string>(), (await Bleeds())["silenced"]));
        Assert.Contains(
            "Say in",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Put($"{run}/clashes/line-bleeds", new { reason = " " })
            ),
            StringComparison.Ordinal
        );
        await maker.Ok(maker.Put($"{run}/clashes/line-bleeds", new { reason = "It is to vanish." }));
        Assert.Equal("It is to vanish.", (await Bleeds())["silenced"]!.GetValue<string>());
        await maker.Ok(maker.Put($"{run}/clashes/line-bleeds", new { }));
        Assert.Null((await Bleeds())["silenced"]);
        Assert.Contains(
            "never silenced",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Put($"{run}/clashes/heat-on-solvent", new { reason = "no" })
            ),
            StringComparison.Ordinal
        );
        await maker.Trouble(HttpStatusCode.NotFound, maker.Put($"{run}/clashes/nothing", new { reason = "no" }));
    }
}

/// <summary>A server that searches as long as in use.</summary>
public sealed class LongSearchServer : NubeServer
{
    protected override IReadOnlyDictionary<string, string> Settings { get; } =
        new Dictionary<string, string> { ["Nube:SearchShare"] = "1" };
}

/// <summary>Searches that take seconds.</summary>
public class LongSearchTests(LongSearchServer server) : IClassFixture<LongSearchServer>
{
    [Fact]
    public async Task Searches_for_plans_that_are_gone_do_not_pile_up()
    {
        var (maker, run, finish, first) = await PlanSearchTests.Planned(server, Pictures.PearBranch, 12);
        var second = (await maker.Ok(maker.Post($"{run}/plan")))["job"]!.GetValue<string>();
        var third = (await maker.Ok(maker.Post($"{run}/plan")))["job"]!.GetValue<string>();
        Assert.Equal("done: The run was planned again meanwhile.", await PlanSearchTests.Ended(maker, first));
        Assert.Equal("done: The run was planned again meanwhile.", await PlanSearchTests.Ended(maker, second));
        await maker.Post($"/api/jobs/{third}/cancel");
        Assert.Matches("^(done: |cancelled: Stopped)", await PlanSearchTests.Ended(maker, third));
        Assert.Equal(finish, (await maker.Ok(maker.Get($"{run}/plan")))["finishSeconds"]!.GetValue<double>(), 6);
    }
}
