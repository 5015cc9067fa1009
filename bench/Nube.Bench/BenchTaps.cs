using System.Collections.Concurrent;
using System.Diagnostics;
using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Nube.Bench;

/// <summary>
/// Taps on a real server process: how long one takes, and 5,000 taps from 50 benches at once while the server is killed
/// and restarted twice. Targets: under 50 ms; none lost, none doubled, each bench's in their order.
/// </summary>
internal static class BenchTaps
{
    private const int Benches = 50,
        TapsOfEach = 100,
        Runs = 10;
    private static readonly TimeSpan BeforeAgain = TimeSpan.FromMilliseconds(300); // as a page waits, only shorter

    /// <summary>Runs both and prints what was found.</summary>
    /// <param name="server">The server's library.</param>
    /// <param name="postgres">An empty database.</param>
    public static async Task Run(string server, string postgres)
    {
        using var host = new ServerProcess(server, postgres);
        await host.Start();
        var first = await SignedInPage.OfDemo(host.Address);
        var swap = (await first.Get("/api/runs"))
            .AsArray()
            .Single(run => run!["name"]!.GetValue<string>() == "Swap invitations")!["id"]!.GetValue<string>();
        await Single(first, $"/api/runs/{swap}");
        await SignInTimes.Measure(host.Address);

        var runs = new List<string>();
        for (var run = 0; run < Runs; run++)
            runs.Add(await Planned(first, run));
        var sent = new ConcurrentDictionary<(int Bench, int Tap), int>();
        var watch = Stopwatch.StartNew();
        var benches = Enumerable
            .Range(0, Benches)
            .Select(bench => Task.Run(() => Work(first, runs[bench % Runs], bench, sent)))
            .ToList();
        foreach (var share in new[] { 1.0 / 3, 2.0 / 3 })
        {
            while (sent.Count < share * Benches * TapsOfEach)
                await Task.Delay(20);
            host.Kill();
            await Task.Delay(500);
            await host.Start();
        }
        await Task.WhenAll(benches);
        var (lost, doubled, disordered) = (0, 0, 0);
        for (var run = 0; run < Runs; run++)
        {
            var notes = (await first.Get($"{runs[run]}/bench"))["notes"]!
                .AsArray()
                .Select(note => note!.GetValue<string>().Split(' '))
                .ToList();
            foreach (var bench in Enumerable.Range(0, Benches).Where(bench => bench % Runs == run))
            {
                int[] taps =
                [
                    .. notes
                        .Where(note => note[0] == $"bench{bench}")
                        .Select(note => int.Parse(note[1], System.Globalization.CultureInfo.InvariantCulture)),
                ];
                lost += TapsOfEach - taps.Distinct().Count();
                doubled += taps.Length - taps.Distinct().Count();
                disordered += taps.Zip(taps.Skip(1)).Count(pair => pair.First > pair.Second);
            }
        }
        Console.WriteLine(
            FormattableString.Invariant(
                $"{Benches * TapsOfEach} taps from {Benches} benches in {watch.Elapsed.TotalSeconds:0.0} s, server killed twice, {sent.Values.Sum() - sent.Count} sent again: {lost} lost, {doubled} doubled, {disordered} out of order"
            )
        );
        if (lost + doubled + disordered > 0)
            Environment.ExitCode = 1;
    }

    /// <summary>One bench by itself: a step done and taken back, over and over.</summary>
    private static async Task Single(SignedInPage page, string run)
    {
        var times = new List<double>();
        for (var tap = 0; tap < 120; tap++)
        {
            var step = (await page.Get($"{run}/bench"))["current"]!["number"]!.GetValue<int>();
            var watch = Stopwatch.StartNew();
            await page.Post(
                $"{run}/bench/taps",
                new
                {
                    id = Guid.NewGuid(),
                    kind = tap % 2 == 0 ? "done" : "back",
                    step,
                    at = (DateTimeOffset?)null,
                    text = (string?)null,
                }
            );
            if (tap >= 20)
                times.Add(watch.Elapsed.TotalMilliseconds);
        }
        times.Sort();
        Console.WriteLine(
            FormattableString.Invariant(
                $"a tap on a run of 84 steps, there and back: median {times[times.Count / 2]:0.0} ms, 95 of 100 within {times[times.Count * 95 / 100]:0.0} ms"
            )
        );
    }

    private static async Task Work(SignedInPage page, string run, int bench, ConcurrentDictionary<(int, int), int> sent)
    {
        for (var tap = 0; tap < TapsOfEach; tap++)
        {
            var body = new
            {
                id = Guid.NewGuid(),
                kind = "note",
                step = 0,
                at = (DateTimeOffset?)null,
                text = $"bench{bench} {tap}",
            };
            for (var arrived = false; !arrived; )
            {
                try
                {
                    await page.Post($"{run}/bench/taps", body);
                    arrived = true;
                }
                // The server is away; a refusal would not get better by waiting.
                catch (Exception lost)
                    when (lost
                            is TaskCanceledException
                                or HttpRequestException { StatusCode: null or >= HttpStatusCode.InternalServerError }
                    )
                {
                    await Task.Delay(BeforeAgain);
                }
                sent.AddOrUpdate((bench, tap), 1, (_, times) => times + 1);
            }
        }
    }

    private static async Task<string> Planned(SignedInPage page, int number)
    {
        var run = await page.Coloured($"Bench {number}", BenchImages.ThreeRooms);
        // The search for a better order is another load than taps.
        await page.Text($"/api/jobs/{(await page.Post($"{run}/plan", new { }))["job"]!.GetValue<string>()}/events");
        return run;
    }
}
