using System.Net;
using System.Text.Json.Nodes;

namespace Nube.Server.Tests;

/// <summary>Few mixes for a whole run, or as close as possible.</summary>
public class ThriftTests(NubeServer server) : IClassFixture<NubeServer>
{
    private static readonly string[] Wishes = ["#7f9a4a", "#86a04e", "#c46a5a"];

    [Fact]
    public async Task A_run_takes_fewer_mixes_where_its_maker_says_so_and_claims_what_its_plan_does()
    {
        var (maker, run, colours) = await Coloured();
        var before = Count(colours);
        var stops = (await maker.Ok(maker.Get($"{run}/piece/colours/thrift"))).AsArray();
        Assert.Equal(before.Mixes, stops[0]!["mixes"]!.GetValue<int>());
        Assert.True(stops[0]!["now"]!.GetValue<bool>());
        Assert.Equal(stops.Count, stops.Select(stop => stop!["mixes"]!.GetValue<int>()).Distinct().Count());

        var fewest = stops[^1]!;
        var pricePerMix = fewest["pricePerMix"]!.GetValue<double>();
        var thrifty = await maker.Ok(maker.Put($"{run}/piece/colours/thrift", new { pricePerMix }));
        var after = Count(thrifty);
        Assert.Equal(
            (fewest["mixes"]!.GetValue<int>(), fewest["meanDifference"]!.GetValue<double>()),
            (after.Mixes, after.Off)
        );
        Assert.True(after.Mixes < before.Mixes && after.Off > before.Off);
        // The rows say as much, zone by zone as the plan does it; and the wishes are what they were.
        Assert.Equal(
            after.Off,
            thrifty["areas"]!.AsArray().Average(area => area!["differences"]!["middle"]!.GetValue<double>()),
            0.2
        );
        Assert.Equal(Wishes, thrifty["areas"]!.AsArray().Select(area => area!["wish"]!.GetValue<string>()));
        await maker.Ok(maker.Post($"{run}/plan"));
        var plan = await maker.Ok(maker.Get($"{run}/plan"));
        Assert.Equal(
            after.Mixes,
            plan["toMix"]!.AsArray().Select(mix => mix!["mix"]!["parts"]!.ToJsonString()).Distinct().Count()
        );

        // Back to as close as possible.
        var close = await maker.Ok(maker.Put($"{run}/piece/colours/thrift", new { pricePerMix = 0 }));
        Assert.Equal(before, Count(close));
    }

    [Fact]
    public async Task What_is_mixed_already_is_offered_first_and_can_be_taken()
    {
        var (maker, run, colours) = await Coloured();
        var others = colours["areas"]!.AsArray()[1]!["others"]!.AsArray();
        // The other green's, before any that would be mixed for this one alone.
        var place = others.TakeWhile(offer => offer!["mixedFor"]!.GetValue<int>() == 0).Count();
        Assert.InRange(place, 0, 1);
        var first = others[place]!["recipe"]!;
        var taken = await maker.Ok(maker.Put($"{run}/piece/colours/recipes", new { areas = new[] { 2 }, place }));
        Assert.Equal(first["parts"]!.ToJsonString(), taken["areas"]!.AsArray()[1]!["recipe"]!["parts"]!.ToJsonString());
        Assert.True(Count(taken).Mixes < Count(colours).Mixes);
    }

    [Theory]
    [InlineData(-1)]
    [InlineData(1e9)]
    public async Task A_price_that_is_none_is_refused(double pricePerMix)
    {
        var (maker, run, _) = await Coloured();
        await maker.Trouble(
            HttpStatusCode.UnprocessableEntity,
            maker.Put($"{run}/piece/colours/thrift", new { pricePerMix })
        );
    }

    private async Task<(Visitor Maker, string Run, JsonNode Colours)> Coloured()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        await maker.BringIn(run, Pictures.ThreeRooms);
        JsonNode colours = new JsonObject();
        foreach (var (place, colour) in Wishes.Index())
            colours = await maker.Ok(
                maker.Put(
                    $"{run}/piece/colours/wishes",
                    new
                    {
                        areas = new[] { place + 1 },
                        colour,
                        shadow = "soft",
                    }
                )
            );
        return (maker, run, colours);
    }

    private static (int Mixes, double Off) Count(JsonNode colours) =>
        (colours["count"]!["mixes"]!.GetValue<int>(), colours["count"]!["meanDifference"]!.GetValue<double>());
}
