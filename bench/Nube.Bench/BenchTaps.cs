using System.Collections.Concurrent;
using System.Diagnostics;
using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Nube.Bench;

/// <summary>
/// Taps on a real server process: how long one takes, and 5,000 taps from 50 benches at once while the server is killed and
/// restarted twice. Targets: under 50 ms; none lost, none doubled, each bench's in their order.
/// </summary>
internal static class BenchTaps
{
    private const int Benches = 50, TapsOfEach = 100, Runs = 10;
    private static readonly TimeSpan BeforeAgain = TimeSpan.FromMilliseconds(300); // as a page waits, only shorter

    private static readonly byte[] Picture = System.Text.Encoding.UTF8.GetBytes(
        """<svg xmlns="http://www.w3.org/2000/svg" width="50mm" height="50mm" viewBox="0 0 50 50"><path d="M5 5H45V45H5ZM5 25H45M25 5V25" fill="none" stroke="#000" stroke-width="0.5"/></svg>""");

    /// <summary>Runs both and prints what was found.</summary>
    /// <param name="server">The server's library.</param>
    /// <param name="postgres">An empty database.</param>
    public static async Task Run(string server, string postgres)
    {
        var address = new Uri($"http://127.0.0.1:{FreePort()}");
        using var host = new Host(server, postgres, address);
        await host.Start();
        var first = await Page.SignIn(address);
        var swap = (await first.Get("/api/runs")).AsArray().Single(run => run!["name"]!.GetValue<string>() == "Swap invitations")!["id"]!.GetValue<string>();
        await Single(first, $"/api/runs/{swap}");

        var runs = new List<string>();
        for (var run = 0; run < Runs; run++) runs.Add(await Planned(first, run));
        var sent = new ConcurrentDictionary<(int Bench, int Tap), int>();
        var watch = Stopwatch.StartNew();
        var benches = Enumerable.Range(0, Benches).Select(bench => Task.Run(() => Work(first, runs[bench % Runs], bench, sent))).ToList();
        foreach (var share in new[] { 1.0 / 3, 2.0 / 3 })
        {
            while (sent.Count < share * Benches * TapsOfEach) await Task.Delay(20);
            host.Kill();
            await Task.Delay(500);
            await host.Start();
        }
        await Task.WhenAll(benches);
        var (lost, doubled, disordered) = (0, 0, 0);
        for (var run = 0; run < Runs; run++)
        {
            var notes = (await first.Get($"{runs[run]}/bench"))["notes"]!.AsArray().Select(note => note!.GetValue<string>().Split(' ')).ToList();
            foreach (var bench in Enumerable.Range(0, Benches).Where(bench => bench % Runs == run))
            {
                int[] taps = [.. notes.Where(note => note[0] == $"bench{bench}").Select(note => int.Parse(note[1], System.Globalization.CultureInfo.InvariantCulture))];
                lost += TapsOfEach - taps.Distinct().Count();
                doubled += taps.Length - taps.Distinct().Count();
                disordered += taps.Zip(taps.Skip(1)).Count(pair => pair.First > pair.Second);
            }
        }
        Console.WriteLine(FormattableString.Invariant(
            $"{Benches * TapsOfEach} taps from {Benches} benches in {watch.Elapsed.TotalSeconds:0.0} s, server killed twice, {sent.Values.Sum() - sent.Count} sent again: {lost} lost, {doubled} doubled, {disordered} out of order"));
        if (lost + doubled + disordered > 0) Environment.ExitCode = 1;
    }

    /// <summary>One bench by itself: a step done and taken back, over and over.</summary>
    private static async Task Single(Page page, string run)
    {
        var times = new List<double>();
        for (var tap = 0; tap < 120; tap++)
        {
            var step = (await page.Get($"{run}/bench"))["current"]!["number"]!.GetValue<int>();
            var watch = Stopwatch.StartNew();
            await page.Post($"{run}/bench/taps", new { id = Guid.NewGuid(), kind = tap % 2 == 0 ? "done" : "back", step, at = (DateTimeOffset?)null, text = (string?)null });
            if (tap >= 20) times.Add(watch.Elapsed.TotalMilliseconds);
        }
        times.Sort();
        Console.WriteLine(FormattableString.Invariant(
            $"a tap on a run of 84 steps, there and back: median {times[times.Count / 2]:0.0} ms, 95 of 100 within {times[times.Count * 95 / 100]:0.0} ms"));
    }

    private static async Task Work(Page page, string run, int bench, ConcurrentDictionary<(int, int), int> sent)
    {
        for (var tap = 0; tap < TapsOfEach; tap++)
        {
            var body = new { id = Guid.NewGuid(), kind = "note", step = 0, at = (DateTimeOffset?)null, text = $"bench{bench} {tap}" };
            for (var arrived = false; !arrived;)
            {
                try
                {
                    await page.Post($"{run}/bench/taps", body);
                    arrived = true;
                }
                // The server is away; a refusal would not get better by waiting.
                catch (Exception lost) when (lost is TaskCanceledException or HttpRequestException { StatusCode: null or >= HttpStatusCode.InternalServerError })
                {
                    await Task.Delay(BeforeAgain);
                }
                sent.AddOrUpdate((bench, tap), 1, (_, times) => times + 1);
            }
        }
    }

    private static async Task<string> Planned(Page page, int number)
    {
        var run = $"/api/runs/{(await page.Post("/api/runs", new { name = $"Bench {number}", cards = 2 }))["id"]!.GetValue<string>()}";
        using var form = new MultipartFormDataContent { { new ByteArrayContent(Picture), "file", "rooms.svg" } };
        var job = (await page.Send(HttpMethod.Post, $"{run}/image", form))["job"]!.GetValue<string>();
        await page.Text($"/api/jobs/{job}/events");
        var areas = (await page.Get(run))["image"]!["areas"]!.AsArray().Select(area => area!["id"]!.GetValue<int>()).ToArray();
        await page.Send(HttpMethod.Put, $"{run}/colours/wishes", JsonContent.Create(new { areas, colour = "#84ad62", shadow = "none" }));
        // The search for a better order is another load than taps.
        await page.Text($"/api/jobs/{(await page.Post($"{run}/plan", new { }))["job"]!.GetValue<string>()}/events");
        return run;
    }

    private static int FreePort()
    {
        using var listener = new System.Net.Sockets.TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        return ((IPEndPoint)listener.LocalEndpoint).Port;
    }

    /// <summary>The server as a process of its own.</summary>
    private sealed class Host(string server, string postgres, Uri address) : IDisposable
    {
        private Process? process;

        public async Task Start()
        {
            var start = new ProcessStartInfo("dotnet", [server, "--contentRoot", Path.GetDirectoryName(server)!]) { RedirectStandardOutput = true };
            start.Environment["ASPNETCORE_URLS"] = address.ToString();
            start.Environment["ConnectionStrings__Nube"] = postgres;
            start.Environment["Nube__Demo"] = "true";
            process = Process.Start(start)!;
            process.OutputDataReceived += (_, _) => { };
            process.BeginOutputReadLine();
            using var http = new HttpClient { BaseAddress = address };
            for (var tries = 0; ; tries++)
            {
                try
                {
                    if ((await http.GetAsync(new Uri("/health", UriKind.Relative))).IsSuccessStatusCode) return;
                }
                catch (HttpRequestException) when (tries < 600)
                {
                    // Not listening yet.
                }
                await Task.Delay(100);
            }
        }

        public void Kill()
        {
            process!.Kill(entireProcessTree: true);
            process.WaitForExit();
        }

        public void Dispose() => Kill();
    }

    /// <summary>A page that is signed in.</summary>
    private sealed class Page(HttpClient http, string token)
    {
        public static async Task<Page> SignIn(Uri address)
        {
            var cookies = new CookieContainer();
            var http = new HttpClient(new HttpClientHandler { CookieContainer = cookies }) { BaseAddress = address, Timeout = TimeSpan.FromSeconds(10) };
            string Token() => Uri.UnescapeDataString(cookies.GetCookies(address)["nube-request"]!.Value);
            await http.GetAsync(new Uri("/api/account", UriKind.Relative));
            await new Page(http, Token()).Post("/api/account/demo", new { });
            await http.GetAsync(new Uri("/api/account", UriKind.Relative));
            return new Page(http, Token());
        }

        public Task<JsonNode> Get(string path) => Send(HttpMethod.Get, path, null);

        public Task<JsonNode> Post(string path, object body) => Send(HttpMethod.Post, path, JsonContent.Create(body));

        public Task<string> Text(string path) => http.GetStringAsync(new Uri(path, UriKind.Relative));

        public async Task<JsonNode> Send(HttpMethod method, string path, HttpContent? content)
        {
            using var request = new HttpRequestMessage(method, path) { Content = content };
            request.Headers.Add("X-Nube-Request", token);
            using var answer = await http.SendAsync(request);
            answer.EnsureSuccessStatusCode();
            var text = await answer.Content.ReadAsStringAsync();
            return text.Length == 0 ? new JsonObject() : JsonNode.Parse(text)!;
        }
    }
}
