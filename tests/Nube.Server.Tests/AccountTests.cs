using System.Net;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Http.Metadata;
using Microsoft.AspNetCore.Routing;
using Microsoft.Extensions.DependencyInjection;

namespace Nube.Server.Tests;

public class AccountTests(NubeServer server) : IClassFixture<NubeServer>
{
    [Fact]
    public async Task A_maker_signs_up_out_and_in_again()
    {
        var visitor = await server.NewMaker("Rhubarb");
        Assert.Equal("Rhubarb", (await visitor.Look())["name"]!.GetValue<string>());
        await visitor.Ok(visitor.Post("/api/account/sign-out"));
        Assert.False((await visitor.Look())["signedIn"]!.GetValue<bool>());
        var wrong = await visitor.Trouble(
            HttpStatusCode.Unauthorized,
            visitor.Post("/api/account/sign-in", new { name = "Rhubarb", password = "not this one" })
        );
        Assert.Contains("do not belong together", wrong, StringComparison.Ordinal);
        await visitor.Ok(visitor.Post("/api/account/sign-in", new { name = "rhubarb", password = "plum jam 12" }));
        Assert.True((await visitor.Look())["signedIn"]!.GetValue<bool>());
    }

    [Theory]
    [InlineData("Quince", "short", "at least 10 characters")]
    [InlineData("Quince", "aaaaaaaaaaaa", "too few characters")]
    [InlineData("Qu<nce", "plum jam 12", "letters, digits")]
    [InlineData("Quince", "password12", "first that are guessed")]
    [InlineData("Quince", "1q2w3e4r5t", "first that are guessed")]
    [InlineData("Quince", "Football!2024", "first that are guessed")]
    [InlineData("Quince tree", "the quince tree", "first that are guessed")]
    [InlineData("", "plum jam 12", "1 to 60")]
    public async Task A_name_or_password_that_will_not_do_is_explained(string name, string password, string part)
    {
        var visitor = server.Stranger();
        await visitor.Look();
        var sentence = await visitor.Trouble(
            HttpStatusCode.UnprocessableEntity,
            visitor.Post("/api/account/sign-up", new { name, password })
        );
        Assert.Contains(part, sentence, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_name_is_taken_once()
    {
        await server.NewMaker("Medlar");
        var visitor = server.Stranger();
        await visitor.Look();
        Assert.Contains(
            "taken",
            await visitor.Trouble(
                HttpStatusCode.UnprocessableEntity,
                visitor.Post("/api/account/sign-up", new { name = "medlar", password = "plum jam 12" })
            ),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task Without_demo_data_there_is_no_demo_book()
    {
        var visitor = server.Stranger();
        Assert.False((await visitor.Look())["demoBookAvailable"]!.GetValue<bool>());
        await visitor.Trouble(HttpStatusCode.NotFound, visitor.Post("/api/account/demo"));
    }

    [Fact]
    public async Task Every_endpoint_but_signing_in_and_health_refuses_strangers()
    {
        var stranger = server.Stranger();
        await stranger.Look();
        var endpoints = server
            .Services.GetRequiredService<EndpointDataSource>()
            .Endpoints.OfType<RouteEndpoint>()
            .Where(e => e.RoutePattern.RawText!.StartsWith("/api/", StringComparison.Ordinal))
            .ToList();
        Assert.True(endpoints.Count > 25);
        var open = new List<string>();
        foreach (var endpoint in endpoints)
        {
            var pattern = endpoint.RoutePattern.RawText!;
            if (
                endpoint.Metadata.GetMetadata<IAllowAnonymous>() is not null
                || pattern.Contains("{**rest}", StringComparison.Ordinal)
            )
            {
                open.Add(pattern);
                continue;
            }
            var address = System.Text.RegularExpressions.Regex.Replace(pattern, @"\{(\w+)(:\w+)?\}", m =>
                m.Groups[2].Value == ":int" ? "1" : Guid.NewGuid().ToString()
            );
            var takesFile =
                endpoint.Metadata.GetMetadata<IAcceptsMetadata>()?.ContentTypes.Contains("multipart/form-data") == true;
            var method = endpoint.Metadata.GetMetadata<HttpMethodMetadata>()!.HttpMethods[0];
            var answer = await stranger.Send(
                new HttpMethod(method),
                address,
                method is "GET" or "DELETE" ? null
                    : takesFile ? Visitor.Form([1], "a.svg")
                    : new { }
            );
            Assert.True(answer.StatusCode == HttpStatusCode.Unauthorized, $"{method} {address}: {answer.StatusCode}");
        }
        Assert.Equal(
            [
                "/api/account/",
                "/api/account/demo",
                "/api/account/passkeys/ask",
                "/api/account/passkeys/sign-in",
                "/api/account/sign-in",
                "/api/account/sign-up",
                "/api/{**rest}",
                "/api/{documentName}.json",
            ],
            open.Distinct().Order()
        );
    }

    [Fact]
    public async Task A_change_without_the_pages_token_is_refused_and_changes_nothing()
    {
        var visitor = await server.NewMaker();
        visitor.ForgetToken();
        Assert.Contains(
            "Load it again",
            await visitor.Trouble(
                HttpStatusCode.BadRequest,
                visitor.Post("/api/runs", new { name = "Forged", cards = 1 })
            ),
            StringComparison.Ordinal
        );
        await visitor.Look();
        Assert.Empty((await visitor.Ok(visitor.Get("/api/runs"))).AsArray());
    }

    [Fact]
    public async Task The_room_is_kept_and_an_impossible_one_refused()
    {
        var visitor = await server.NewMaker();
        await visitor.Ok(
            visitor.Put(
                "/api/account/room",
                new
                {
                    temperature = 17,
                    relativeHumidity = 0.7,
                    speed = 0.3,
                }
            )
        );
        Assert.Equal(17, (await visitor.Look())["room"]!["temperature"]!.GetValue<double>());
        Assert.Contains(
            "5 to 45",
            await visitor.Trouble(
                HttpStatusCode.UnprocessableEntity,
                visitor.Put(
                    "/api/account/room",
                    new
                    {
                        temperature = 17,
                        relativeHumidity = 1.0,
                        speed = 0.3,
                    }
                )
            ),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task Health_and_headers_are_there_for_everyone()
    {
        var answer = await server.Stranger().Get("/health");
        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        Assert.Contains(
            "default-src 'self'",
            answer.Headers.GetValues("Content-Security-Policy").Single(),
            StringComparison.Ordinal
        );
        Assert.Equal("nosniff", answer.Headers.GetValues("X-Content-Type-Options").Single());
        Assert.Equal(HttpStatusCode.NotFound, (await server.Stranger().Get("/api/nowhere")).StatusCode);
    }
}

/// <summary>A server on which one address may sign in only a few times a minute.</summary>
public sealed class PatientServer : NubeServer
{
    protected override IReadOnlyDictionary<string, string> Settings { get; } =
        new Dictionary<string, string> { ["Nube:SignInsPerMinute"] = "3" };
}

public class RateLimitTests(PatientServer server) : IClassFixture<PatientServer>
{
    [Fact]
    public async Task Guessing_passwords_is_slowed_down()
    {
        var visitor = server.Stranger();
        await visitor.Look();
        Task<HttpResponseMessage> Guess() =>
            visitor.Post("/api/account/sign-in", new { name = "Rhubarb", password = "a guess 123" });
        for (var i = 0; i < 3; i++)
            await visitor.Trouble(HttpStatusCode.Unauthorized, Guess());
        Assert.Contains(
            "Wait a minute",
            await visitor.Trouble(HttpStatusCode.TooManyRequests, Guess()),
            StringComparison.Ordinal
        );
    }
}
