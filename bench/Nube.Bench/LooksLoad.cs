using System.Collections.Concurrent;
using System.Diagnostics;

namespace Nube.Bench;

/// <summary>
/// Twenty makers ask at once to see their cards painted, while one works at the bench. Targets: the bench answers as
/// without them (a tap within 50 ms in the median), and each maker has a first look before any has to wait long.
/// </summary>
internal static class LooksLoad
{
    private const int Makers = 20;
    private static readonly TimeSpan Lasts = TimeSpan.FromSeconds(30),
        BetweenTaps = TimeSpan.FromMilliseconds(300);

    public static async Task Run(string server, string postgres)
    {
        using var host = new ServerProcess(server, postgres);
        await host.Start();
        var makers = new List<(SignedInPage Page, string Run)>();
        for (var maker = 0; maker <= Makers; maker++)
        {
            var page = await SignedInPage.OfNewMaker(host.Address, $"Maker {maker}");
            var run = await page.Coloured("Cards", BenchImages.Shipped("pear-branch.svg"));
            await page.Ended((await page.Post($"{run}/plan", new { }))["job"]!.GetValue<string>());
            makers.Add((page, run));
        }
        var bench = makers[^1];
        await Work(bench.Page, bench.Run, TimeSpan.FromSeconds(5)); // the code becomes warm
        Say("the bench alone", await Work(bench.Page, bench.Run, Lasts));

        var (first, whole) = (new ConcurrentBag<double>(), new ConcurrentBag<double>());
        var asked = Stopwatch.StartNew();
        var painting = makers[..^1]
            .Select(maker => Task.Run(() => Watch(maker.Page, maker.Run, asked, first, whole)))
            .ToList();
        Say($"while {Makers} cards are painted", await Work(bench.Page, bench.Run, Lasts));
        await Task.WhenAll(painting);
        Console.WriteLine(
            FormattableString.Invariant(
                $"first looks of {Makers} makers who asked at once: median {Middle(first):0.0} s, last {first.Max():0.0} s"
            )
        );
        Console.WriteLine(FormattableString.Invariant($"all cards painted after {whole.Max():0} s"));
    }

    private static async Task Watch(
        SignedInPage page,
        string run,
        Stopwatch asked,
        ConcurrentBag<double> first,
        ConcurrentBag<double> whole
    )
    {
        var seen = false;
        while ((await page.Post($"{run}/plan/look", new { }))["job"]?.GetValue<string>() is { } job)
        {
            while ((await page.Get($"/api/jobs/{job}"))["state"]!.GetValue<string>() == "working")
            {
                if (!seen && (await page.Get($"{run}/plan/look"))["stills"]!.AsArray().Count > 0)
                {
                    seen = true;
                    first.Add(asked.Elapsed.TotalSeconds);
                }
                await Task.Delay(250);
            }
        }
        whole.Add(asked.Elapsed.TotalSeconds);
    }

    /// <summary>Looks at the bench and notes something, by turns; answers how long each took, ms.</summary>
    private static async Task<List<double>> Work(SignedInPage page, string run, TimeSpan lasts)
    {
        var (times, watch) = (new List<double>(), Stopwatch.StartNew());
        for (var tap = 0; watch.Elapsed < lasts; tap++)
        {
            var asked = Stopwatch.StartNew();
            if (tap % 2 == 0)
                await page.Get($"{run}/bench");
            else
                await page.Post(
                    $"{run}/bench/taps",
                    new
                    {
                        id = Guid.NewGuid(),
                        kind = "note",
                        step = 0,
                        text = "a drop too many",
                    }
                );
            times.Add(asked.Elapsed.TotalMilliseconds);
            await Task.Delay(BetweenTaps);
        }
        return times;
    }

    private static void Say(string when, List<double> times)
    {
        const double most = 0.95;
        var slow = times.Order().ElementAt((int)(most * (times.Count - 1)));
        Console.WriteLine(
            FormattableString.Invariant(
                $"{when}: {times.Count} answers, median {Middle(times):0} ms, 95 of 100 within {slow:0} ms"
            )
        );
    }

    private static double Middle(IEnumerable<double> of)
    {
        double[] sorted = [.. of.Order()];
        return sorted[sorted.Length / 2];
    }
}
