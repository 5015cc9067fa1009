using System.IO.Compression;
using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Nube.Data;
using Nube.Server.SigningIn;
using Nube.Server.Support;

namespace Nube.Server.Tests;

/// <summary>Sessions, guessing, and what a maker can do with the account.</summary>
public class SigningInTests(NubeServer server) : IClassFixture<NubeServer>
{
    private const string Password = "plum jam 12";

    [Fact]
    public async Task A_copied_cookie_ends_with_the_sign_out()
    {
        using var browser = server.ByHand();
        var cookies = await SignUp(browser, "Copied");
        using var thief = server.ByHand();
        Assert.Equal(HttpStatusCode.OK, (await Send(thief, HttpMethod.Get, "/api/runs", cookies)).StatusCode);
        Assert.Equal(
            HttpStatusCode.NoContent,
            (await Send(browser, HttpMethod.Post, "/api/account/sign-out", cookies)).StatusCode
        );
        Assert.Equal(HttpStatusCode.Unauthorized, (await Send(thief, HttpMethod.Get, "/api/runs", cookies)).StatusCode);
        Assert.Equal(
            HttpStatusCode.Unauthorized,
            (await Send(thief, HttpMethod.Post, "/api/runs", cookies, new { name = "Stolen", cards = 1 })).StatusCode
        );
    }

    [Fact]
    public async Task Every_sign_in_begins_a_session_of_its_own()
    {
        using var browser = server.ByHand();
        var cookies = await SignUp(browser, "Anew");
        var before = new Dictionary<string, string>(cookies);
        await server.NewMaker("Another at this device");
        Keep(
            cookies,
            await Send(
                browser,
                HttpMethod.Post,
                "/api/account/sign-in",
                cookies,
                new { name = "Another at this device", password = Password }
            )
        );
        Assert.NotEqual(before["nube"], cookies["nube"]);
        Assert.Equal(
            HttpStatusCode.Unauthorized,
            (await Send(browser, HttpMethod.Get, "/api/runs", before)).StatusCode
        );
        var now = await (
            await Send(browser, HttpMethod.Get, "/api/account", cookies)
        ).Content.ReadFromJsonAsync<JsonNode>(TestContext.Current.CancellationToken);
        Assert.Equal("Another at this device", now!["name"]!.GetValue<string>());
    }

    [Fact]
    public async Task Signing_out_everywhere_ends_every_device_and_a_new_password_every_other()
    {
        var here = await server.NewMaker("Everywhere");
        var there = await SignIn("Everywhere", Password);
        await here.Ok(here.Post("/api/account/sign-out-everywhere"));
        foreach (var device in new[] { here, there })
            Assert.Equal(HttpStatusCode.Unauthorized, (await device.Get("/api/runs")).StatusCode);

        (here, there) = (await SignIn("Everywhere", Password), await SignIn("Everywhere", Password));
        Assert.Contains(
            "not your password",
            await here.Trouble(
                HttpStatusCode.UnprocessableEntity,
                here.Put("/api/account/password", new { now = "sloe gin 34", next = "crab apple 56" })
            ),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "guessed",
            await here.Trouble(
                HttpStatusCode.UnprocessableEntity,
                here.Put("/api/account/password", new { now = Password, next = "password123" })
            ),
            StringComparison.Ordinal
        );
        await here.Ok(here.Put("/api/account/password", new { now = Password, next = "crab apple 56" }));
        await here.Ok(here.Get("/api/runs"));
        Assert.Equal(HttpStatusCode.Unauthorized, (await there.Get("/api/runs")).StatusCode);
        await SignIn("Everywhere", "crab apple 56");
    }

    [Fact]
    public async Task A_deleted_account_leaves_nothing_and_its_name_must_be_typed()
    {
        var maker = await server.NewMaker("Leaving");
        var run = await maker.Begin();
        await maker.BringIn(run, Pictures.ThreeRooms);
        await maker.Ok(
            maker.Put(
                $"{run}/piece/colours/wishes",
                new
                {
                    areas = new[] { 1, 2, 3 },
                    colour = "#e3cf6e",
                    shadow = "none",
                }
            )
        );
        await maker.Ok(maker.Post($"{run}/plan"));
        Assert.Contains(
            "Type",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Post("/api/account/delete", new { name = "Someone else", password = Password })
            ),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "not your password",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Post("/api/account/delete", new { name = "Leaving" })
            ),
            StringComparison.Ordinal
        );
        var id = await Maker("LEAVING");
        await maker.Ok(maker.Post("/api/account/delete", new { name = "leaving", password = Password }));
        Assert.Equal(HttpStatusCode.Unauthorized, (await maker.Get("/api/runs")).StatusCode);
        await using var scope = server.Services.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<NubeDb>();
        Assert.False(await db.Users.AnyAsync(one => one.Id == id));
        Assert.False(await db.Runs.IgnoreQueryFilters().AnyAsync(one => one.MakerId == id));
        Assert.False(await db.Stash.IgnoreQueryFilters().AnyAsync(one => one.MakerId == id));
        Assert.False(await db.Files.IgnoreQueryFilters().AnyAsync(one => one.MakerId == id));
        Assert.False(await db.Jobs.IgnoreQueryFilters().AnyAsync(one => one.MakerId == id));
    }

    [Fact]
    public async Task All_that_is_a_makers_comes_as_one_archive()
    {
        var maker = await server.NewMaker("Archivist");
        var run = await maker.Begin();
        await maker.BringIn(run, Pictures.ThreeRooms, "rooms.svg");
        using var archive = new ZipArchive(
            new MemoryStream(await maker.File("/api/account/everything.zip", "application/zip"))
        );
        JsonNode Part(string name) => JsonNode.Parse(archive.GetEntry(name)!.Open())!;
        Assert.Equal("Archivist", Part("maker.json")["name"]!.GetValue<string>());
        Assert.Equal((await maker.Ok(maker.Get("/api/stash"))).AsArray().Count, Part("stash.json").AsArray().Count);
        var image = Part("runs.json").AsArray().Single()!["pieces"]!.AsArray().Single()!["image"]!;
        Assert.Equal("rooms.svg", image["fileName"]!.GetValue<string>());
        var picture = archive.GetEntry($"files/{image["fileHash"]!.GetValue<string>()}.svg")!;
        using var content = new MemoryStream();
        await (await picture.OpenAsync(TestContext.Current.CancellationToken)).CopyToAsync(
            content,
            TestContext.Current.CancellationToken
        );
        Assert.Equal(Pictures.ThreeRooms, content.ToArray());
    }

    [Fact]
    public async Task A_name_that_nobody_has_is_answered_like_one_that_somebody_has()
    {
        await server.NewMaker("Somebody");
        foreach (var name in new[] { "Somebody", "Nobody at all" })
        {
            var stranger = server.Stranger();
            await stranger.Look();
            for (var tries = 0; tries < SignInGuard.FreeTries; tries++)
            {
                Assert.Equal(
                    "This name and password do not belong together.",
                    await stranger.Trouble(
                        HttpStatusCode.Unauthorized,
                        stranger.Post("/api/account/sign-in", new { name, password = "a guess 123" })
                    )
                );
            }
            Assert.Matches(
                "^There were too many wrong tries with this name. Wait [12] seconds and try again.$",
                await stranger.Trouble(
                    HttpStatusCode.TooManyRequests,
                    stranger.Post("/api/account/sign-in", new { name, password = "a guess 123" })
                )
            );
        }
    }

    [Fact]
    public async Task Strangers_who_guess_make_no_maker_wait_on_a_known_device()
    {
        var maker = await server.NewMaker("Besieged");
        await maker.Ok(maker.Post("/api/account/sign-out"));
        await maker.Look();
        var stranger = server.Stranger();
        await stranger.Look();
        Task<HttpResponseMessage> Guess(Visitor who, string password) =>
            who.Post("/api/account/sign-in", new { name = "Besieged", password });
        for (var tries = 0; tries < SignInGuard.FreeTries + 3; tries++)
            await Guess(stranger, $"a guess {tries}");
        await stranger.Trouble(HttpStatusCode.TooManyRequests, Guess(stranger, Password));
        await maker.Ok(Guess(maker, Password));
        // The stranger may try again when the wait is over.
        server.Time.MoveOn(SignInGuard.WaitAfter(SignInGuard.FreeTries + 8, SignInGuard.FreeTries));
        await stranger.Ok(Guess(stranger, Password));
    }

    [Theory]
    [InlineData(4, 0)]
    [InlineData(5, 2)]
    [InlineData(6, 4)]
    [InlineData(9, 32)]
    [InlineData(2000, 900)]
    public void The_wait_grows_and_has_an_end(int times, int seconds) =>
        Assert.Equal(seconds, SignInGuard.WaitAfter(times, SignInGuard.FreeTries).TotalSeconds);

    [Fact]
    public async Task Private_answers_are_kept_nowhere_and_a_sign_out_clears_pictures()
    {
        var maker = await server.NewMaker();
        foreach (var address in new[] { "/api/runs", "/api/stash", "/api/account", "/api/nowhere" })
            Assert.True((await maker.Get(address)).Headers.CacheControl?.NoStore, address);
        var run = await maker.Begin();
        await maker.BringIn(run, Pictures.ThreeRooms);
        var lines = (await maker.Piece(run))["image"]!["lineUrl"]!.GetValue<string>();
        Assert.True((await maker.Get(lines)).Headers.CacheControl is { Private: true, NoStore: false });
        Assert.Equal(
            "\"cache\"",
            (await maker.Post("/api/account/sign-out")).Headers.GetValues("Clear-Site-Data").Single()
        );
    }

    [Fact]
    public async Task Behind_a_stated_proxy_with_TLS_cookies_are_secure_and_makers_have_a_limit_each()
    {
        await using var proxied = server.Beside(
            ("Nube:Proxy", "127.0.0.1, 10.1.2.3"),
            ("Nube:SignInsPerMinute", "2"),
            ("Nube:Workers", "0")
        );
        async Task<HttpResponseMessage> Ask(
            HttpMethod method,
            string path,
            string from,
            string client,
            object? body = null
        )
        {
            var context = await proxied.Server.SendAsync(
                call =>
                {
                    call.Connection.RemoteIpAddress = IPAddress.Parse(from);
                    (call.Request.Method, call.Request.Path, call.Request.Host) = (
                        method.Method,
                        path,
                        new("cards.example")
                    );
                    call.Request.Headers["X-Forwarded-For"] = client;
                    call.Request.Headers["X-Forwarded-Proto"] = "https";
                    if (body is null)
                        return;
                    call.Request.ContentType = "application/json";
                    call.Request.Body = new MemoryStream(System.Text.Json.JsonSerializer.SerializeToUtf8Bytes(body));
                },
                TestContext.Current.CancellationToken
            );
            var answer = new HttpResponseMessage((HttpStatusCode)context.Response.StatusCode);
            foreach (var (name, value) in context.Response.Headers)
                answer.Headers.TryAddWithoutValidation(name, value.ToArray());
            return answer;
        }
        var secure = await Ask(HttpMethod.Get, "/api/account", "127.0.0.1", "203.0.113.7");
        Assert.All(secure.Headers.GetValues("Set-Cookie"), cookie =>
            Assert.Contains("secure", cookie, StringComparison.OrdinalIgnoreCase)
        );
        Assert.Contains(
            "max-age",
            secure.Headers.GetValues("Strict-Transport-Security").Single(),
            StringComparison.Ordinal
        );
        // Who is no stated proxy is not believed.
        var forged = await Ask(HttpMethod.Get, "/api/account", "203.0.113.66", "127.0.0.1");
        Assert.All(forged.Headers.GetValues("Set-Cookie"), cookie =>
            Assert.DoesNotContain("secure", cookie, StringComparison.OrdinalIgnoreCase)
        );

        Task<HttpResponseMessage> Guess(string client) =>
            Ask(HttpMethod.Post, "/api/account/sign-in", "127.0.0.1", client, new { name = "x", password = "y" });
        for (var tries = 0; tries < 2; tries++)
            Assert.Equal(HttpStatusCode.BadRequest, (await Guess("203.0.113.7")).StatusCode); // no token
        Assert.Equal(HttpStatusCode.TooManyRequests, (await Guess("203.0.113.7")).StatusCode);
        Assert.Equal(HttpStatusCode.BadRequest, (await Guess("203.0.113.8")).StatusCode);
    }

    [Fact]
    public async Task Files_go_when_nothing_refers_to_them_and_not_before()
    {
        var maker = await server.NewMaker("Tidy");
        var run = await maker.Begin();
        await maker.BringIn(run, Pictures.ThreeRooms);
        var id = await Maker("TIDY");
        async Task<int> Files()
        {
            await using var scope = server.Services.CreateAsyncScope();
            return await scope
                .ServiceProvider.GetRequiredService<NubeDb>()
                .Files.IgnoreQueryFilters()
                .CountAsync(file => file.MakerId == id);
        }
        var tidying = ActivatorUtilities.CreateInstance<Housekeeping>(server.Services);
        Assert.Equal(3, await Files()); // the picture, its lines, its areas
        server.Time.MoveOn(TimeSpan.FromHours(3));
        await tidying.Round(CancellationToken.None);
        Assert.Equal(3, await Files());
        await maker.Ok(maker.Delete(run));
        await tidying.Round(CancellationToken.None);
        Assert.Equal(0, await Files());
    }

    [Fact]
    public async Task Ten_sheets_made_at_the_same_moment_are_numbered_one_to_ten_and_a_scene_begins_once()
    {
        var maker = await server.NewMaker();
        var pan = (await maker.Ok(maker.Get("/api/stash"))).AsArray()[0]!["id"]!.GetValue<string>();
        var made = await Task.WhenAll(
            Enumerable
                .Range(0, 10)
                .Select(_ => maker.Ok(maker.Post("/api/sheets", new { colourants = new[] { pan }, size = "a4" })))
        );
        Assert.Equal(Enumerable.Range(1, 10), made.Select(sheet => sheet["number"]!.GetValue<int>()).Order());
        var run = await maker.Begin();
        var begun = await Task.WhenAll(
            Enumerable
                .Range(0, 6)
                .Select(_ => maker.Post($"{run}/piece/scene", new { width = "100 mm", height = "80 mm" }))
        );
        Assert.Single(begun, answer => answer.IsSuccessStatusCode);
        Assert.All(begun.Where(answer => !answer.IsSuccessStatusCode), answer =>
            Assert.Equal(HttpStatusCode.Conflict, answer.StatusCode)
        );
    }

    [Fact]
    public async Task What_no_device_answered_is_no_passkey()
    {
        var maker = await server.NewMaker("No device");
        await maker.Trouble(
            HttpStatusCode.UnprocessableEntity,
            maker.Post("/api/account/passkeys/begin", new { password = "not mine at all" })
        );
        var question = await maker.Ok(maker.Post("/api/account/passkeys/begin", new { password = Password }));
        var options = JsonNode.Parse(question["options"]!.GetValue<string>())!;
        Assert.Equal("required", options["authenticatorSelection"]!["userVerification"]!.GetValue<string>());
        Assert.Equal("No device", options["user"]!["name"]!.GetValue<string>());
        foreach (var made in new[] { "", "{}", "not JSON", """{"id":"AAAA","type":"public-key"}""", "null" })
        {
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Post("/api/account/passkeys", new { name = "made up", credential = made })
            );
            var stranger = server.Stranger();
            await stranger.Look();
            await stranger.Ok(stranger.Post("/api/account/passkeys/ask"));
            await stranger.Trouble(
                made.StartsWith('{') ? HttpStatusCode.Unauthorized : HttpStatusCode.UnprocessableEntity,
                stranger.Post("/api/account/passkeys/sign-in", new { credential = made })
            );
        }
        var unasked = server.Stranger();
        await unasked.Look();
        await unasked.Trouble(
            HttpStatusCode.Unauthorized,
            unasked.Post("/api/account/passkeys/sign-in", new { credential = "{}" })
        );
        Assert.Empty((await maker.Ok(maker.Get("/api/account/passkeys"))).AsArray());
        await maker.Trouble(HttpStatusCode.NotFound, maker.Delete("/api/account/passkeys/AAAA"));
    }

    private async Task<Guid> Maker(string name)
    {
        await using var scope = server.Services.CreateAsyncScope();
        return (
            await scope
                .ServiceProvider.GetRequiredService<NubeDb>()
                .Users.SingleAsync(one => one.NormalizedUserName == name)
        ).Id;
    }

    private async Task<Visitor> SignIn(string name, string password)
    {
        var visitor = server.Stranger();
        await visitor.Look();
        await visitor.Ok(visitor.Post("/api/account/sign-in", new { name, password }));
        await visitor.Look();
        return visitor;
    }

    private static async Task<Dictionary<string, string>> SignUp(HttpClient browser, string name)
    {
        var cookies = new Dictionary<string, string>();
        Keep(cookies, await browser.GetAsync("/api/account"));
        Keep(
            cookies,
            await Send(browser, HttpMethod.Post, "/api/account/sign-up", cookies, new { name, password = Password })
        );
        Keep(cookies, await Send(browser, HttpMethod.Get, "/api/account", cookies));
        return cookies;
    }

    private static void Keep(Dictionary<string, string> cookies, HttpResponseMessage answer)
    {
        foreach (var cookie in answer.Headers.TryGetValues("Set-Cookie", out var set) ? set : [])
        {
            var pair = cookie.Split(';')[0].Split('=', 2);
            cookies[pair[0]] = pair[1];
        }
    }

    private static Task<HttpResponseMessage> Send(
        HttpClient browser,
        HttpMethod method,
        string address,
        Dictionary<string, string> cookies,
        object? body = null
    )
    {
        var request = new HttpRequestMessage(method, address)
        {
            Content = body is null ? null : JsonContent.Create(body),
        };
        request.Headers.Add("Cookie", string.Join("; ", cookies.Select(cookie => $"{cookie.Key}={cookie.Value}")));
        request.Headers.Add("X-Nube-Request", Uri.UnescapeDataString(cookies["nube-request"]));
        return browser.SendAsync(request);
    }
}

/// <summary>A server on which a maker's pictures may take one megabyte.</summary>
public sealed class SmallServer : NubeServer
{
    protected override IReadOnlyDictionary<string, string> Settings { get; } =
        new Dictionary<string, string> { ["Nube:MegabytesPerMaker"] = "1" };
}

public class StorageTests(SmallServer server) : IClassFixture<SmallServer>
{
    [Fact]
    public async Task A_maker_is_told_before_there_is_no_room_and_then_refused_without_a_loss()
    {
        var maker = await server.NewMaker();
        byte[] Padded(int kilobytes) =>
            [
                .. Pictures.ThreeRooms,
                .. System.Text.Encoding.UTF8.GetBytes($"<!--{new string('x', 1024 * kilobytes)}-->"),
            ];
        var run = await maker.Begin();
        await maker.BringIn(run, Padded(100), "first.svg");
        Assert.Null((await maker.Look())["nearlyFull"]);
        await maker.BringIn(run, Padded(800), "second.svg");
        Assert.Contains("of 1 MB", (await maker.Look())["nearlyFull"]!.GetValue<string>(), StringComparison.Ordinal);
        Assert.Contains(
            "not kept",
            await maker.Trouble(
                HttpStatusCode.InsufficientStorage,
                maker.Post($"{run}/piece/image", Visitor.Form(Padded(300), "third.svg"))
            ),
            StringComparison.Ordinal
        );
        Assert.Equal("second.svg", (await maker.Piece(run))["image"]!["fileName"]!.GetValue<string>());
    }
}
