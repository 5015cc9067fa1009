using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;

namespace Nube.Browser.Tests;

/// <summary>
/// The start script: starting twice, starting after a kill, a database that dies, backing up and putting back.
/// </summary>
public sealed class ScriptTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("nube-script-").FullName;

    [Fact]
    public async Task It_starts_after_an_interrupted_start_once_heals_its_database_and_brings_back_what_was_kept()
    {
        // As a kill during the first start left it before clusters were made beside.
        var data = Path.Combine(folder, "data");
        Directory.CreateDirectory(Path.Combine(data, "pg"));
        await File.WriteAllTextAsync(Path.Combine(data, "password"), "half", TestContext.Current.CancellationToken);
        Directory.CreateDirectory(Path.Combine(data, "pg.new"));
        var backup = Path.Combine(folder, "kept.dump");
        using (var nube = await Started(data))
        {
            // Only the second says that it cannot; the first goes on.
            var second = await Ended("--no-demo", "--data", data, "--port", FreePort());
            Assert.NotEqual(0, second.Code);
            Assert.Contains("a Nube is using", second.Said, StringComparison.Ordinal);
            Assert.True(await nube.IsReady());

            using var maker = await nube.SignUp("Script");
            Assert.Equal(
                HttpStatusCode.Created,
                (
                    await maker.PostAsJsonAsync(
                        "/api/runs",
                        new { name = "Kept cards", cards = 3 },
                        TestContext.Current.CancellationToken
                    )
                ).StatusCode
            );

            Process
                .GetProcessById(
                    int.Parse(
                        (
                            await File.ReadAllLinesAsync(
                                Path.Combine(data, "pg", "postmaster.pid"),
                                TestContext.Current.CancellationToken
                            )
                        )[0],
                        CultureInfo.InvariantCulture
                    )
                )
                .Kill();
            await nube.Until(
                async () =>
                    nube.Said.Contains("The database has stopped", StringComparison.Ordinal) && await nube.IsReady(),
                "the database to be back"
            );
            Assert.Equal("Kept cards", await FirstRun(maker));

            var written = await Ended("backup", backup, "--data", data);
            Assert.True(written.Code == 0, written.Said);
            Assert.Contains(
                "there already",
                (await Ended("backup", backup, "--data", data)).Said,
                StringComparison.Ordinal
            );
            // Nothing is put back into a folder that is in use.
            Assert.NotEqual(0, (await Ended("restore", backup, "--data", data)).Code);
        }
        var elsewhere = Path.Combine(folder, "elsewhere");
        var damaged = Path.Combine(folder, "damaged.dump");
        await File.WriteAllBytesAsync(
            damaged,
            (await File.ReadAllBytesAsync(backup, TestContext.Current.CancellationToken))[..500],
            TestContext.Current.CancellationToken
        );
        Assert.NotEqual(0, (await Ended("restore", damaged, "--data", elsewhere)).Code);
        var back = await Ended("restore", backup, "--data", elsewhere);
        Assert.True(back.Code == 0, back.Said);
        using (var nube = await Started(elsewhere))
        {
            using var maker = await nube.SignIn("Script");
            Assert.Equal("Kept cards", await FirstRun(maker));
        }
        // What is there is set aside, not lost, when something is put back over it.
        Assert.Contains("is in", (await Ended("restore", backup, "--data", elsewhere)).Said, StringComparison.Ordinal);
        Assert.Single(Directory.GetDirectories(elsewhere, "before-*"));
    }

    [Fact]
    public async Task A_data_folder_of_the_first_version_is_backed_up_put_back_and_goes_on()
    {
        // What the first version kept of its demo book and of a maker's run with a picture, colours, a plan and taps.
        var first = Path.Combine(NubeInBrowser.Root, "tests", "Nube.Browser.Tests", "Files", "first-version.dump");
        var (old, anew, backup) = (
            Path.Combine(folder, "old"),
            Path.Combine(folder, "new"),
            Path.Combine(folder, "old.dump")
        );
        Assert.Equal(0, (await Ended("restore", first, "--data", old)).Code);
        Assert.Equal(0, (await Ended("backup", backup, "--data", old)).Code);
        Assert.Equal(0, (await Ended("restore", backup, "--data", anew)).Code);
        using var nube = await Started(anew);
        using var maker = await nube.SignIn("First version");
        var runs = (
            await maker.GetFromJsonAsync<JsonNode>("/api/runs", TestContext.Current.CancellationToken)
        )!.AsArray();
        var run = Assert.Single(runs)!;
        Assert.Equal("Old cards", run["name"]!.GetValue<string>());
        var piece = Assert.Single(run["pieces"]!.AsArray())!;
        Assert.NotEmpty(piece["image"]!["areas"]!.AsArray());
        foreach (
            var address in new[]
            {
                $"/api/pieces/{piece["id"]}/colours",
                $"/api/runs/{run["id"]}/plan",
                $"/api/runs/{run["id"]}/bench",
            }
        )
            Assert.Equal(
                HttpStatusCode.OK,
                (await maker.GetAsync(address, TestContext.Current.CancellationToken)).StatusCode
            );
        var bench = await maker.GetFromJsonAsync<JsonNode>(
            $"/api/runs/{run["id"]}/bench",
            TestContext.Current.CancellationToken
        );
        Assert.Equal(2, bench!["stepsDone"]!.GetValue<int>());
    }

    public void Dispose()
    {
        // What a killed server left must not hold the folder.
        Directory.Delete(folder, recursive: true);
    }

    private static async Task<string> FirstRun(HttpClient maker) =>
        (await maker.GetFromJsonAsync<JsonNode>("/api/runs", TestContext.Current.CancellationToken))!.AsArray()[0]![
            "name"
        ]!.GetValue<string>();

    private static string FreePort()
    {
        using var probe = new System.Net.Sockets.TcpListener(IPAddress.Loopback, 0);
        probe.Start();
        return ((IPEndPoint)probe.LocalEndpoint).Port.ToString(CultureInfo.InvariantCulture);
    }

    private static async Task<Nube> Started(string data)
    {
        var port = FreePort();
        var nube = new Nube(new Uri($"http://127.0.0.1:{port}"), "--no-demo", "--data", data, "--port", port);
        await nube.Until(
            () => Task.FromResult(nube.Said.Contains("Nube is at", StringComparison.Ordinal)),
            "Nube to start"
        );
        return nube;
    }

    private static async Task<(int Code, string Said)> Ended(params string[] arguments)
    {
        using var nube = new Nube(new Uri("http://127.0.0.1"), arguments);
        return (await nube.Exit(), nube.Said);
    }

    /// <summary>The script as a process of its own.</summary>
    private sealed class Nube : IDisposable
    {
        private const string Password = "plum jam 12";
        private static readonly TimeSpan Patience = TimeSpan.FromSeconds(120);

        private readonly Process process;
        private readonly Uri address;
        private readonly StringBuilder said = new();

        public Nube(Uri address, params string[] arguments)
        {
            this.address = address;
            var start = new ProcessStartInfo(Path.Combine(NubeInBrowser.Root, "nube"), arguments)
            {
                RedirectStandardOutput = true,
                RedirectStandardError = true,
            };
            process = new Process { StartInfo = start };
            process.OutputDataReceived += Hear;
            process.ErrorDataReceived += Hear;
            process.Start();
            process.BeginOutputReadLine();
            process.BeginErrorReadLine();
        }

        public string Said
        {
            get
            {
                lock (said)
                    return said.ToString();
            }
        }

        public async Task<int> Exit()
        {
            await process.WaitForExitAsync().WaitAsync(Patience);
            return process.ExitCode;
        }

        public async Task Until(Func<Task<bool>> condition, string what)
        {
            var watch = Stopwatch.StartNew();
            while (!await condition())
            {
                Assert.False(process.HasExited, $"While waiting for {what} the script ended: {Said}");
                Assert.True(watch.Elapsed < Patience, $"Waited for {what}: {Said}");
                await Task.Delay(100);
            }
        }

        public async Task<bool> IsReady()
        {
            using var http = new HttpClient { BaseAddress = address };
            try
            {
                return (await http.GetAsync("/health")).IsSuccessStatusCode;
            }
            catch (HttpRequestException)
            {
                return false;
            }
        }

        public Task<HttpClient> SignUp(string name) => Enter("/api/account/sign-up", name);

        public Task<HttpClient> SignIn(string name) => Enter("/api/account/sign-in", name);

        private async Task<HttpClient> Enter(string how, string name)
        {
            var cookies = new CookieContainer();
            var http = new HttpClient(new HttpClientHandler { CookieContainer = cookies }) { BaseAddress = address };
            for (var looks = 0; looks < 2; looks++)
            {
                await http.GetAsync("/api/account");
                http.DefaultRequestHeaders.Remove("X-Nube-Request");
                http.DefaultRequestHeaders.Add(
                    "X-Nube-Request",
                    Uri.UnescapeDataString(cookies.GetCookies(address)["nube-request"]!.Value)
                );
                if (looks == 0)
                    (await http.PostAsJsonAsync(how, new { name, password = Password })).EnsureSuccessStatusCode();
            }
            return http;
        }

        public void Dispose()
        {
            if (!process.HasExited)
            {
                // As a maker does with Ctrl-C: it stops its server and its database.
                Process.Start("kill", ["-TERM", process.Id.ToString(CultureInfo.InvariantCulture)])!.WaitForExit();
                if (!process.WaitForExit(TimeSpan.FromSeconds(60)))
                    process.Kill(entireProcessTree: true);
            }
            process.Dispose();
        }

        private void Hear(object sender, DataReceivedEventArgs line)
        {
            lock (said)
                said.AppendLine(line.Data);
        }
    }
}
