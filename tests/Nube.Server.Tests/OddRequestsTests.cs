using System.Diagnostics;
using System.Net;
using System.Net.Http.Headers;
using System.Text;
using System.Text.Json.Nodes;

namespace Nube.Server.Tests;

/// <summary>
/// Walks every operation of the API's own description with what no page would send. Whatever comes is answered with a
/// sentence, never with a fault of the server's, and leaves everything readable.
/// </summary>
[Collection(nameof(DemoServer))]
public class OddRequestsTests(DemoServer server)
{
    private const int LongestAnswerSeconds = 20;

    /// <summary>What takes the place of a member, as JSON text.</summary>
    private static readonly string[] OddValues =
    [
        "null",
        "\"a\\u0000b\"",
        "\"\\ud800\"",
        "1e999",
        "-1",
        "0",
        "2147483647",
        "99999999999999999999",
        "0.5",
        "true",
        "[]",
        "{}",
        "\"\"",
        "\"nonsense\"",
        "\"0001-01-01T00:00:00Z\"",
        "\"9999-12-31T23:59:59Z\"",
        $"\"{new string('x', 4000)}\"",
        "[[[[[]]]]]",
        "[null]",
    ];

    /// <summary>Operations that would end the walk: they leave the account.</summary>
    private static readonly string[] Leaving =
    [
        "/api/account/sign-out",
        "/api/account/sign-in",
        "/api/account/sign-up",
        "/api/account/demo",
    ];

    [Fact]
    public async Task Every_operation_answers_odd_bodies_with_a_sentence_and_stays_readable()
    {
        var walk = await Walk.Begin(server);
        List<string> faults = [];
        foreach (
            var (path, method, operation) in walk.Operations.Where(one =>
                one.Operation["requestBody"]?["content"]?["application/json"] is not null
            )
        )
        {
            var example = walk.Example(operation["requestBody"]!["content"]!["application/json"]!["schema"]!);
            var bodies = WholeBodies().Concat(Odd(example)).Distinct().ToList();
            foreach (var body in bodies)
                await walk.Send(
                    method,
                    path,
                    new StringContent(body, new MediaTypeHeaderValue("application/json")),
                    body,
                    faults
                );
            await walk.LookRound(path, faults);
        }
        Assert.True(faults.Count == 0, string.Join('\n', faults.Take(20)));
    }

    [Fact]
    public async Task Every_operation_answers_odd_addresses_and_forms_with_a_sentence()
    {
        var walk = await Walk.Begin(server);
        List<string> faults = [];
        string[] texts =
        [
            "%00",
            "%F0%9F%8D%90",
            new string('x', 3000),
            "-1",
            "1e999",
            "99999999999999999999",
            "0001-01-01",
            "9999-12-31T23:59:59Z",
            "",
        ];
        foreach (var (path, method, operation) in walk.Operations)
        {
            foreach (var parameter in operation["parameters"]?.AsArray() ?? [])
            {
                var name = parameter!["name"]!.GetValue<string>();
                var inQuery = parameter["in"]!.GetValue<string>() == "query";
                // In a path the web server itself refuses it; the tests' stand-in for one throws.
                foreach (var text in texts.Where(text => inQuery || text != "%00"))
                {
                    var address = inQuery
                        ? $"{path}?{name}={text}"
                        : path.Replace($"{{{name}}}", text, StringComparison.Ordinal);
                    if (method == "GET")
                        await walk.Send(method, address, null, text, faults);
                    else if (name != "id")
                        await walk.Send(
                            method,
                            address,
                            new StringContent("{}", new MediaTypeHeaderValue("application/json")),
                            text,
                            faults
                        );
                }
            }
            if (operation["requestBody"]?["content"]?["multipart/form-data"] is null)
                continue;
            foreach (
                var name in new[] { "", "a\0b.png", new string('x', 300) + ".png", "../../etc/passwd", "\u202egnp.svg" }
            )
            {
                foreach (
                    var field in new[]
                    {
                        "",
                        "\0",
                        "nan mm",
                        "1e999",
                        new string(' ', 2000) + "mm",
                        "[1,2]",
                        "[[0,0],[1,1],[1,0],[0,1e999]]",
                    }
                )
                {
                    var form = Visitor.Form(Pictures.ThreeRooms, "rooms.svg");
                    (
                        form.First().Headers.ContentDisposition!.FileName,
                        form.First().Headers.ContentDisposition!.FileNameStar
                    ) = (null, name);
                    foreach (var other in new[] { "width", "height", "dotsPerInch", "points", "name", "source" })
                        form.Add(new StringContent(field), other);
                    await walk.Send(method, path, form, $"{name} {field}", faults);
                }
            }
        }
        await walk.LookRound("the walk", faults);
        Assert.True(faults.Count == 0, string.Join('\n', faults.Take(20)));
    }

    [Theory]
    [InlineData("2147483647")]
    [InlineData("999")]
    [InlineData("1")]
    [InlineData("\"999\"")]
    public async Task A_number_is_no_name_of_a_choice(string shadow)
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        await maker.BringIn(run, Pictures.ThreeRooms);
        var body = $$"""{ "areas": [1], "colour": "#e3cf6e", "shadow": {{shadow}} }""";
        await maker.Trouble(
            HttpStatusCode.BadRequest,
            maker.Put(
                $"{run}/piece/colours/wishes",
                new StringContent(body, new MediaTypeHeaderValue("application/json"))
            )
        );
        Assert.Empty((await maker.Ok(maker.Get($"{run}/piece/colours")))["areas"]!.AsArray());
    }

    /// <summary>Bodies that are odd as a whole.</summary>
    private static IEnumerable<string> WholeBodies() =>
        [
            "",
            " ",
            "null",
            "[]",
            "{}",
            "{",
            "\"text\"",
            "1e999",
            string.Concat(Enumerable.Repeat("[", 5000)),
            "\uFEFF{}",
            "{\"a\":1,\"a\":2}",
        ];

    /// <summary>A good body with one member after the other made odd, left out or given twice.</summary>
    private static IEnumerable<string> Odd(JsonNode example)
    {
        foreach (var path in Members(example, []))
        {
            foreach (var value in OddValues)
                yield return With(example, path, value);
            yield return With(example, path, null);
        }
        if (example is JsonObject { Count: > 0 } whole)
        {
            var first = whole.First();
            yield return $"{{\"{first.Key}\":{first.Value?.ToJsonString() ?? "null"},{whole.ToJsonString()[1..]}";
        }
    }

    private static IEnumerable<object[]> Members(JsonNode? node, object[] path)
    {
        const int deepest = 4;
        if (path.Length > 0)
            yield return path;
        if (path.Length >= deepest)
            yield break;
        var inner = node switch
        {
            JsonObject whole => whole.Select(member => ((object)member.Key, member.Value)),
            JsonArray { Count: > 0 } list => [((object)0, list[0])],
            _ => [],
        };
        foreach (var (key, value) in inner)
        {
            foreach (var deeper in Members(value, [.. path, key]))
                yield return deeper;
        }
    }

    private const string Mark = "\u0001here\u0001";

    private static string With(JsonNode example, object[] path, string? value)
    {
        var copy = example.DeepClone();
        var holder = copy;
        foreach (var step in path[..^1])
            holder = step is int place ? holder![place] : holder![(string)step];
        if (value is null)
        {
            if (holder is JsonObject whole)
                whole.Remove((string)path[^1]);
            else
                holder!.AsArray().Clear();
            return copy.ToJsonString();
        }
        if (path[^1] is int at)
            holder![at] = Mark;
        else
            holder![(string)path[^1]] = Mark;
        return copy.ToJsonString().Replace("\"\\u0001here\\u0001\"", value, StringComparison.Ordinal);
    }

    /// <summary>A maker with a run at the bench, and the API's description.</summary>
    private sealed class Walk(DemoServer server, JsonNode description)
    {
        private Visitor maker = null!;
        private string run = "",
            item = "",
            scene = "";

        public IEnumerable<(string Path, string Method, JsonNode Operation)> Operations =>
            from path in description["paths"]!.AsObject()
            where !Leaving.Contains(path.Key)
            from operation in path.Value!.AsObject()
            // What deletes comes last, or there would be nothing left to walk over.
            orderby operation.Key == "delete", path.Key
            select (path.Key, operation.Key.ToUpperInvariant(), operation.Value!);

        public static async Task<Walk> Begin(DemoServer server)
        {
            var description = await server.Stranger().Get("/api/v1.json");
            var walk = new Walk(server, JsonNode.Parse(await description.Content.ReadAsStringAsync())!);
            await walk.Settle();
            return walk;
        }

        private async Task Settle()
        {
            maker = await server.NewMaker();
            run = await maker.Begin();
            await maker.BringIn(run, Pictures.ThreeRooms);
            await maker.Ok(
                maker.Put(
                    $"{run}/piece/colours/wishes",
                    new
                    {
                        areas = new[] { 1, 2, 3 },
                        colour = "#e3cf6e",
                        shadow = "soft",
                    }
                )
            );
            await maker.Ok(maker.Post($"{run}/plan"));
            scene = await maker.Begin();
            await maker.BringIn(scene, Pictures.ThreeRooms);
            await maker.Ok(maker.Post($"{scene}/piece/scene", new { width = (string?)null, height = (string?)null }));
            item = (await maker.Ok(maker.Get("/api/stash"))).AsArray()[0]!["id"]!.GetValue<string>();
        }

        /// <summary>A body that fits a schema, as far as a schema tells.</summary>
        public JsonNode Example(JsonNode schema)
        {
            while (schema["$ref"] is { } reference)
                schema = description["components"]!["schemas"]![reference.GetValue<string>().Split('/')[^1]]!;
            foreach (var choice in new[] { "oneOf", "anyOf", "allOf" })
            {
                if (schema[choice] is JsonArray choices)
                    return Example(choices.First(one => one!["type"]?.ToString() != "null")!);
            }
            if (schema["enum"] is JsonArray names)
                return names.First(name => name is not null)!.DeepClone();
            var type = schema["type"] is JsonArray types
                ? types.Select(one => one!.ToString()).First(one => one != "null")
                : schema["type"]?.ToString();
            return type switch
            {
                "object" when schema["properties"] is JsonObject properties => new JsonObject(
                    properties.Select(property =>
                        KeyValuePair.Create<string, JsonNode?>(property.Key, Example(property.Value!))
                    )
                ),
                "object" => new JsonObject(),
                "array" => new JsonArray(Example(schema["items"]!)),
                "integer" or "number" => 1,
                "boolean" => true,
                _ when schema["format"]?.ToString() == "uuid" => item,
                _ when schema["format"]?.ToString() == "date-time" => "2026-05-01T10:00:00Z",
                _ when schema["pattern"] is not null => "#d9a441",
                _ => "40 mm",
            };
        }

        public async Task Send(string method, string path, HttpContent? body, string said, List<string> faults)
        {
            var owner = path.Contains("/scene", StringComparison.Ordinal) ? scene : run;
            var address = path.Replace("/api/runs/{id}", owner, StringComparison.Ordinal)
                .Replace("/api/pieces/{id}", $"{owner}/piece", StringComparison.Ordinal)
                .Replace("{id}", item, StringComparison.Ordinal)
                .Replace("{area}", "1", StringComparison.Ordinal)
                .Replace("{number}", "1", StringComparison.Ordinal)
                .Replace("{pass}", "1", StringComparison.Ordinal)
                .Replace("{run}", run["/api/runs/".Length..], StringComparison.Ordinal)
                .Replace("{stamp}", item, StringComparison.Ordinal)
                .Replace("{row}", "1", StringComparison.Ordinal)
                .Replace("{column}", "1", StringComparison.Ordinal);
            var watch = Stopwatch.StartNew();
            using var answer = await maker.Send(new HttpMethod(method), address, body);
            var shown = said.Length > 100 ? said[..100] : said;
            if (answer.StatusCode >= HttpStatusCode.InternalServerError)
                faults.Add($"{method} {path} {shown}: {(int)answer.StatusCode}");
            if (watch.Elapsed.TotalSeconds > LongestAnswerSeconds)
                faults.Add($"{method} {path} {shown}: {watch.Elapsed.TotalSeconds:0} s");
            if (
                (int)answer.StatusCode >= 400
                && answer.Content.Headers.ContentType?.MediaType != "application/problem+json"
            )
                faults.Add($"{method} {path} {shown}: {(int)answer.StatusCode} without a sentence");
        }

        /// <summary>Everything can still be read after what was sent to an operation.</summary>
        public async Task LookRound(string after, List<string> faults)
        {
            string[] places =
            [
                "/api/runs",
                run,
                $"{run}/piece/colours",
                $"{run}/plan",
                $"{run}/bench",
                $"{run}/record",
                $"{run}/piece/image/light",
                $"{run}/piece/image/stamping",
                $"{run}/plan/turns",
                $"{scene}/piece/scene",
                "/api/stash",
                "/api/habits",
                "/api/mix/kept",
                "/api/sheets",
                "/api/book",
                "/api/account",
            ];
            foreach (var place in places)
            {
                using var answer = await maker.Get(place);
                if (answer.StatusCode >= HttpStatusCode.InternalServerError)
                    faults.Add($"after {after}: GET {place}: {(int)answer.StatusCode}");
            }
            using var there = await maker.Get($"{run}/plan");
            if (
                !there.IsSuccessStatusCode
                || (await there.Content.ReadAsStringAsync()).Contains("\"plan\":null", StringComparison.Ordinal)
            )
                await Settle();
        }
    }
}
