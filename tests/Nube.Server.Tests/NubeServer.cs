using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text.Json;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.AspNetCore.TestHost;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.DependencyInjection.Extensions;
using Npgsql;
using Nube.Core;

namespace Nube.Server.Tests;

/// <summary>Time that a test can move on.</summary>
public sealed class MovableTime : TimeProvider
{
    private TimeSpan moved;

    public void MoveOn(TimeSpan time) => moved += time;

    public override DateTimeOffset GetUtcNow() => base.GetUtcNow() + moved;
}

/// <summary>A server with a fresh database of its own; one per test class.</summary>
public class NubeServer : IAsyncLifetime
{
    private readonly string database = $"test_{Guid.NewGuid():n}";
    private WebApplicationFactory<Program>? factory;

    public MovableTime Time { get; } = new();

    protected virtual IReadOnlyDictionary<string, string> Settings { get; } = new Dictionary<string, string>();

    /// <summary>SQL that fills the database before the first start; null for an empty one.</summary>
    protected virtual string? Filled => null;

    public IServiceProvider Services => factory!.Services;

    private static string Cluster =>
        Environment.GetEnvironmentVariable("NUBE_TEST_POSTGRES")
        ?? throw new InvalidOperationException(
            "These tests need a PostgreSQL of their own. Run them with ./nube test server."
        );

    public string Connection => new NpgsqlConnectionStringBuilder(Cluster) { Database = database }.ConnectionString;

    public async ValueTask InitializeAsync()
    {
        await Command($"create database {database}");
        if (Filled is { } sql)
            await Command(sql, database);
        factory = Start();
    }

    /// <summary>Stops the server, as a crash would, and starts another on the same database.</summary>
    public async Task Restart()
    {
        await factory!.DisposeAsync();
        factory = Start();
    }

    public async ValueTask DisposeAsync()
    {
        await factory!.DisposeAsync();
        NpgsqlConnection.ClearAllPools();
        await Command($"drop database {database} with (force)");
        GC.SuppressFinalize(this);
    }

    /// <summary>A browser's worth of cookies that nobody has signed in with.</summary>
    public Visitor Stranger() => Stranger(factory!);

    /// <summary>Someone whose cookies are sent by hand, so that they can be copied and kept.</summary>
    public HttpClient ByHand() =>
        factory!.CreateClient(
            new WebApplicationFactoryClientOptions { AllowAutoRedirect = false, HandleCookies = false }
        );

    /// <summary>Another server process on the same database.</summary>
    public WebApplicationFactory<Program> Beside(params (string Key, string Value)[] settings) => Start(settings);

    /// <summary>A browser's worth of cookies at another process.</summary>
    public static Visitor Stranger(WebApplicationFactory<Program> at) =>
        new(at.CreateClient(new WebApplicationFactoryClientOptions { AllowAutoRedirect = false }));

    /// <summary>A new maker, signed in.</summary>
    public async Task<Visitor> NewMaker(string? name = null)
    {
        var visitor = Stranger();
        await visitor.Look();
        await visitor.Ok(
            visitor.Post(
                "/api/account/sign-up",
                new { name = name ?? $"Maker {Guid.NewGuid():n}", password = "plum jam 12" }
            )
        );
        await visitor.Look();
        return visitor;
    }

    private WebApplicationFactory<Program> Start(params (string Key, string Value)[] more) =>
        new WebApplicationFactory<Program>().WithWebHostBuilder(host =>
        {
            host.UseSetting("ConnectionStrings:Nube", Connection);
            host.UseSetting("Nube:SignInsPerMinute", "100000");
            host.UseSetting("Nube:UploadsPerMinute", "100000");
            host.UseSetting("Nube:SearchShare", "0.05");
            host.UseSetting("Nube:WarmUp", "false");
            foreach (var (key, value) in Settings.Select(setting => (setting.Key, setting.Value)).Concat(more))
                host.UseSetting(key, value);
            host.ConfigureTestServices(services => services.Replace(ServiceDescriptor.Singleton<TimeProvider>(Time)));
        });

    private static async Task Command(string sql, string database = "postgres")
    {
        await using var connection = new NpgsqlConnection(
            new NpgsqlConnectionStringBuilder(Cluster) { Database = database, Pooling = false }.ConnectionString
        );
        await connection.OpenAsync();
        await using var command = new NpgsqlCommand(sql, connection);
        await command.ExecuteNonQueryAsync();
    }
}

/// <summary>A server with the demo book.</summary>
public sealed class DemoServer : NubeServer
{
    protected override IReadOnlyDictionary<string, string> Settings { get; } =
        new Dictionary<string, string> { ["Nube:Demo"] = "true" };
}

/// <summary>Tests that look at one demo book, each in a copy of its own.</summary>
[CollectionDefinition(nameof(DemoServer))]
public class OnTheDemoBook : ICollectionFixture<DemoServer>;

/// <summary>What makers own, and what they often do.</summary>
internal static class Owned
{
    /// <summary>The id of a paper of the stash.</summary>
    public static async Task<string> Paper(this Visitor maker, string name) =>
        (await maker.Ok(maker.Get("/api/stash"))).AsArray().First(item => item!["name"]!.GetValue<string>() == name)![
            "id"
        ]!.GetValue<string>();

    /// <summary>Says at the bench of a run that a step is done.</summary>
    public static Task<JsonNode> Done(this Visitor maker, string run, int step) =>
        maker.Ok(
            maker.Post(
                $"{run}/bench/taps",
                new
                {
                    id = Guid.NewGuid(),
                    kind = "done",
                    step,
                }
            )
        );
}

/// <summary>Someone with a browser.</summary>
public sealed class Visitor(HttpClient http)
{
    private readonly Dictionary<string, string> pieces = [];
    private string token = "";

    /// <summary>Loads the account, which brings the request token.</summary>
    public async Task<JsonNode> Look()
    {
        var answer = await http.GetAsync("/api/account");
        var cookie = answer
            .Headers.GetValues("Set-Cookie")
            .First(c => c.StartsWith("nube-request=", StringComparison.Ordinal));
        token = Uri.UnescapeDataString(cookie["nube-request=".Length..cookie.IndexOf(';', StringComparison.Ordinal)]);
        return JsonNode.Parse(await answer.Content.ReadAsStringAsync())!;
    }

    public void ForgetToken() => token = "";

    /// <summary>The piece that a run has.</summary>
    public async Task<JsonNode> Piece(string run) => (await Ok(Get(run)))["pieces"]!.AsArray().Single()!;

    /// <summary>The address of the piece that a run has.</summary>
    public async Task<string> PieceAddress(string run) => $"/api/pieces/{(await Piece(run))["id"]!.GetValue<string>()}";

    /// <summary>
    /// An address as it is asked for: what tests write as "a run's piece" becomes the address of that piece.
    /// </summary>
    private async Task<string> Resolved(string address)
    {
        const string OfItsPiece = "/piece/";
        if (address.IndexOf(OfItsPiece, StringComparison.Ordinal) is var at and > 0)
        {
            var run = address[..at];
            if (!pieces.TryGetValue(run, out var piece))
                pieces[run] = piece = await PieceAddress(run);
            return $"{piece}/{address[(at + OfItsPiece.Length)..]}";
        }
        return address;
    }

    public async Task<HttpResponseMessage> Get(string address) => await http.GetAsync(await Resolved(address));

    /// <summary>Begins to read an answer that goes on.</summary>
    public Task<HttpResponseMessage> Stream(string address, CancellationToken cancel) =>
        http.GetAsync(address, HttpCompletionOption.ResponseHeadersRead, cancel);

    public Task<HttpResponseMessage> Post(string address, object? body = null) => Send(HttpMethod.Post, address, body);

    public Task<HttpResponseMessage> Put(string address, object? body = null) => Send(HttpMethod.Put, address, body);

    public Task<HttpResponseMessage> Delete(string address) => Send(HttpMethod.Delete, address, null);

    public async Task<HttpResponseMessage> Send(HttpMethod method, string address, object? body)
    {
        using var request = new HttpRequestMessage(method, await Resolved(address));
        if (body is HttpContent content)
            request.Content = content;
        else if (body is not null)
            request.Content = JsonContent.Create(body, options: RecordJson.Options);
        if (token.Length > 0)
            request.Headers.Add("X-Nube-Request", token);
        return await http.SendAsync(request);
    }

    /// <summary>The body of an answer that must be good.</summary>
    public async Task<JsonNode> Ok(Task<HttpResponseMessage> asked)
    {
        using var answer = await asked;
        var text = await answer.Content.ReadAsStringAsync();
        Assert.True(
            answer.IsSuccessStatusCode,
            $"{answer.RequestMessage?.RequestUri}: {(int)answer.StatusCode} {text}"
        );
        return text.Length == 0 ? new JsonObject() : JsonNode.Parse(text)!;
    }

    /// <summary>The file of an answer that must be good.</summary>
    public async Task<byte[]> File(string address, string mediaType)
    {
        using var answer = await Get(address);
        Assert.True(answer.IsSuccessStatusCode, $"{address}: {(int)answer.StatusCode}");
        Assert.Equal(mediaType, answer.Content.Headers.ContentType?.MediaType);
        return await answer.Content.ReadAsByteArrayAsync();
    }

    /// <summary>The sentence of an answer that must be a ProblemDetails with this status.</summary>
    public async Task<string> Trouble(HttpStatusCode status, Task<HttpResponseMessage> asked)
    {
        using var answer = await asked;
        var text = await answer.Content.ReadAsStringAsync();
        Assert.True(
            status == answer.StatusCode,
            $"{answer.RequestMessage?.RequestUri}: {(int)answer.StatusCode} {text}"
        );
        Assert.Equal("application/problem+json", answer.Content.Headers.ContentType?.MediaType);
        var sentence = JsonNode.Parse(text)!["detail"]!.GetValue<string>();
        Assert.EndsWith(".", sentence, StringComparison.Ordinal);
        return sentence;
    }

    /// <summary>Begins a run and answers its address.</summary>
    public async Task<string> Begin(int cards = 2)
    {
        var run = await Ok(Post("/api/runs", new { name = "Plum labels", cards }));
        return $"/api/runs/{run["id"]!.GetValue<string>()}";
    }

    /// <summary>Takes all colourants of the stash for a run, on its paper and with its ink.</summary>
    public async Task TakeAll(string run)
    {
        var colours = await Ok(Get($"{run}/piece/colours"));
        await Ok(
            Put(
                $"{run}/piece/colours/supplies",
                new
                {
                    paper = colours["paper"],
                    stampingInk = colours["stampingInk"],
                    palette = colours["colourants"]!.AsArray().Select(one => one!["id"]!.GetValue<string>()),
                }
            )
        );
    }

    /// <summary>Brings in an image and follows the job to its end; answers the last event.</summary>
    public async Task<JsonNode> BringIn(
        string run,
        byte[] file,
        string name = "image.svg",
        string? width = null,
        int? dots = null
    )
    {
        return await Follow(Post($"{run}/piece/image", Form(file, name, width, dots)));
    }

    /// <summary>Follows a job that was asked for to its end; answers the last event.</summary>
    public async Task<JsonNode> Follow(Task<HttpResponseMessage> asked)
    {
        var started = await Ok(asked);
        using var events = await http.GetAsync($"/api/jobs/{started["job"]}/events");
        var last = (await events.Content.ReadAsStringAsync())
            .Split('\n')
            .Last(line => line.StartsWith("data: ", StringComparison.Ordinal));
        return JsonNode.Parse(last["data: ".Length..])!;
    }

    /// <summary>A form with a file and other fields.</summary>
    public static MultipartFormDataContent FormWith(
        byte[] file,
        string name,
        params (string Field, string Value)[] fields
    )
    {
        var form = Form(file, name);
        foreach (var (field, value) in fields)
            form.Add(new StringContent(value), field);
        return form;
    }

    public static MultipartFormDataContent Form(byte[] file, string name, string? width = null, int? dots = null)
    {
        var form = new MultipartFormDataContent();
        var part = new ByteArrayContent(file);
        part.Headers.ContentType = new MediaTypeHeaderValue("application/octet-stream");
        form.Add(part, "file", name);
        if (width is not null)
            form.Add(new StringContent(width), "width");
        if (dots is not null)
            form.Add(
                new StringContent(dots.Value.ToString(System.Globalization.CultureInfo.InvariantCulture)),
                "dotsPerInch"
            );
        return form;
    }
}

/// <summary>Pictures for tests.</summary>
internal static class Pictures
{
    public static byte[] PearBranch => Demo.DemoBook.Resource("pear-branch.svg");

    /// <summary>Two rooms side by side and one below, lines 0.5 mm.</summary>
    public static byte[] ThreeRooms { get; } =
        System.Text.Encoding.UTF8.GetBytes(
            """<svg xmlns="http://www.w3.org/2000/svg" width="50mm" height="50mm" viewBox="0 0 50 50"><path d="M5 5H45V45H5ZM5 25H45M25 5V25" fill="none" stroke="#000" stroke-width="0.5"/></svg>"""
        );
}
