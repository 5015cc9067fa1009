using System.IO.Compression;
using System.Text.Json.Nodes;

namespace Nube.Server.Tests;

/// <summary>
/// A server on a book that an earlier version kept: plans without acts, wet patches and palettes of their own, with
/// recipes that do not tell their shadow.
/// </summary>
public sealed class OldBookServer : NubeServer
{
    protected override string Filled
    {
        get
        {
            using var packed = typeof(OldBookServer).Assembly.GetManifestResourceStream("before-acts.sql.gz")!;
            using var sql = new StreamReader(new GZipStream(packed, CompressionMode.Decompress));
            return sql.ReadToEnd();
        }
    }
}

/// <summary>What was kept before opens, is shown as it was, and can be worked on.</summary>
public class OldBookTests(OldBookServer server) : IClassFixture<OldBookServer>
{
    private async Task<(Visitor Maker, Dictionary<string, string> Runs)> SignedIn()
    {
        var maker = server.Stranger();
        await maker.Look();
        await maker.Ok(
            maker.Post("/api/account/sign-in", new { name = "Keeper of older books", password = "plum jam 12" })
        );
        await maker.Look();
        var line = await maker.Ok(maker.Get("/api/runs"));
        var runs = line.AsArray()
            .ToDictionary(
                run => run!["name"]!.GetValue<string>(),
                run => $"/api/runs/{run!["id"]!.GetValue<string>()}"
            );
        return (maker, runs);
    }

    [Fact]
    public async Task Every_run_opens_on_every_stage()
    {
        var (maker, runs) = await SignedIn();
        Assert.Equal(["Old labels, done", "Old pears", "Old rooms", "Old wishes only"], runs.Keys.Order());
        foreach (var run in runs.Values)
        {
            await maker.Ok(maker.Get(run));
            var colours = await maker.Ok(maker.Get($"{run}/piece/colours"));
            Assert.NotEmpty(colours["areas"]!.AsArray());
        }
        foreach (var name in new[] { "Old labels, done", "Old pears", "Old rooms" })
        {
            var plan = await maker.Ok(maker.Get($"{runs[name]}/plan"));
            Assert.NotEmpty(plan["steps"]!.AsArray());
            Assert.Null(plan["changed"]);
            await maker.Ok(maker.Get($"{runs[name]}/bench"));
            await maker.Ok(maker.Get($"{runs[name]}/record"));
        }
    }

    [Fact]
    public async Task A_bench_goes_on_where_it_was_left()
    {
        var (maker, runs) = await SignedIn();
        var bench = $"{runs["Old pears"]}/bench";
        var before = await maker.Ok(maker.Get(bench));
        Assert.Equal(["the pear came out warm"], before["notes"]!.AsArray().Select(note => note!.GetValue<string>()));
        Assert.Equal(5, before["stepsDone"]!.GetValue<int>());
        var next = (before["current"] ?? before["next"])!["number"]!.GetValue<int>();
        Assert.True(next > 5, "Four steps are done, and the fifth was left out.");
        var after = await maker.Ok(
            maker.Post(
                $"{bench}/taps",
                new
                {
                    id = Guid.NewGuid(),
                    kind = "done",
                    step = next,
                }
            )
        );
        Assert.Equal(6, after["stepsDone"]!.GetValue<int>());
    }

    [Fact]
    public async Task A_plan_is_made_anew_from_old_wishes()
    {
        var (maker, runs) = await SignedIn();
        foreach (var name in new[] { "Old rooms", "Old wishes only" })
        {
            await maker.Ok(maker.Post($"{runs[name]}/plan"));
            var plan = await maker.Ok(maker.Get($"{runs[name]}/plan"));
            Assert.Null(plan["changed"]);
            Assert.NotEmpty(plan["steps"]!.AsArray());
        }
    }
}
