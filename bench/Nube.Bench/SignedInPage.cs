using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Nube.Bench;

/// <summary>A page that is signed in.</summary>
internal sealed class SignedInPage(HttpClient http, string token)
{
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(60);

    /// <summary>A visitor of the demo book.</summary>
    public static Task<SignedInPage> OfDemo(Uri address) => Enter(address, "/api/account/demo", new { });

    /// <summary>A new maker.</summary>
    public static Task<SignedInPage> OfNewMaker(Uri address, string name) =>
        Enter(address, "/api/account/sign-up", new { name, password = "plum jam 12" });

    /// <summary>A page that nobody has signed in on.</summary>
    public static async Task<SignedInPage> OfStranger(Uri address)
    {
        var cookies = new CookieContainer();
        return await Looked(
            new HttpClient(new HttpClientHandler { CookieContainer = cookies })
            {
                BaseAddress = address,
                Timeout = Patience,
            },
            cookies
        );
    }

    private static async Task<SignedInPage> Enter(Uri address, string how, object body)
    {
        var cookies = new CookieContainer();
        var http = new HttpClient(new HttpClientHandler { CookieContainer = cookies })
        {
            BaseAddress = address,
            Timeout = Patience,
        };
        await (await Looked(http, cookies)).Post(how, body);
        return await Looked(http, cookies);
    }

    /// <summary>With the token that the page is handed.</summary>
    private static async Task<SignedInPage> Looked(HttpClient http, CookieContainer cookies)
    {
        await http.GetAsync(new Uri("/api/account", UriKind.Relative));
        return new SignedInPage(
            http,
            Uri.UnescapeDataString(cookies.GetCookies(http.BaseAddress!)["nube-request"]!.Value)
        );
    }

    public Task<JsonNode> Get(string path) => Send(HttpMethod.Get, path, null);

    public Task<JsonNode> Post(string path, object body) => Send(HttpMethod.Post, path, JsonContent.Create(body));

    public Task<string> Text(string path) => http.GetStringAsync(new Uri(path, UriKind.Relative));

    public async Task<JsonNode> Send(HttpMethod method, string path, HttpContent? content)
    {
        using var request = new HttpRequestMessage(method, path) { Content = content };
        request.Headers.Add("X-Nube-Request", token);
        using var answer = await http.SendAsync(request);
        var text = await answer.Content.ReadAsStringAsync();
        if (!answer.IsSuccessStatusCode)
            throw new HttpRequestException(
                $"{method} {path}: {(int)answer.StatusCode} {text}",
                null,
                answer.StatusCode
            );
        return text.Length == 0 ? new JsonObject() : JsonNode.Parse(text)!;
    }

    /// <summary>The address of the piece that a run has.</summary>
    public async Task<string> PieceOf(string run) =>
        $"/api/pieces/{(await Get(run))["pieces"]![0]!["id"]!.GetValue<string>()}";

    /// <summary>Brings a picture in and answers its job.</summary>
    public async Task<string> BringIn(string run, byte[] picture, int? dotsPerInch = null)
    {
        using var form = new MultipartFormDataContent { { new ByteArrayContent(picture), "file", "picture" } };
        if (dotsPerInch is { } dots)
            form.Add(
                new StringContent(dots.ToString(System.Globalization.CultureInfo.InvariantCulture)),
                "dotsPerInch"
            );
        return (await Send(HttpMethod.Post, $"{await PieceOf(run)}/image", form))["job"]!.GetValue<string>();
    }

    /// <summary>Waits until a job has ended; answers its last word.</summary>
    public async Task<string> Ended(string job)
    {
        await Text($"/api/jobs/{job}/events");
        var now = await Get($"/api/jobs/{job}");
        return $"{now["state"]}: {now["message"]}";
    }

    public async Task<string> Begin(string name, int cards) =>
        $"/api/runs/{(await Post("/api/runs", new { name, cards }))["id"]!.GetValue<string>()}";

    /// <summary>A run with a picture whose areas all have one colour.</summary>
    public async Task<string> Coloured(string name, byte[] picture, int cards = 2)
    {
        var run = await Begin(name, cards);
        await Ended(await BringIn(run, picture));
        var areas = (await Get(run))["pieces"]![0]!["image"]!["areas"]!
            .AsArray()
            .Select(area => area!["id"]!.GetValue<int>())
            .ToArray();
        await Send(
            HttpMethod.Put,
            $"{await PieceOf(run)}/colours/wishes",
            JsonContent.Create(
                new
                {
                    areas,
                    colour = "#84ad62",
                    shadow = "soft",
                }
            )
        );
        return run;
    }
}
