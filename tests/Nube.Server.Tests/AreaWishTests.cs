using System.Net;
using System.Text.Json.Nodes;

namespace Nube.Server.Tests;

/// <summary>What a maker says of areas besides their colour: dams, what lies behind, how small is too small.</summary>
public class AreaWishTests(NubeServer server) : IClassFixture<NubeServer>
{
    /// <summary>
    /// A disc of 30 mm, a bar that comes out from behind it on both sides, and a closet of 3 mm in the bar's left end.
    /// </summary>
    private static readonly byte[] DiscAndBar =
        """<svg xmlns="http://www.w3.org/2000/svg" width="80mm" height="60mm" viewBox="0 0 80 60"><g fill="none" stroke="#000" stroke-width="0.5"><circle cx="40" cy="30" r="15"/><path d="M26.5 24H5V36H26.5M53.5 24H75V36H53.5M5 27h3v-3"/></g></svg>"""u8.ToArray();

    private async Task<(Visitor Maker, string Run, JsonNode Image)> Begin()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        await maker.BringIn(run, DiscAndBar);
        return (maker, run, (await maker.Piece(run))["image"]!);
    }

    private static int Area(JsonNode image, double mm2) =>
        image["areas"]!.AsArray().MinBy(area => Math.Abs(area!["sizeMm2"]!.GetValue<double>() - mm2))![
            "id"
        ]!.GetValue<int>();

    [Fact]
    public async Task What_lies_behind_is_guessed_darkened_and_corrected()
    {
        var (maker, run, image) = await Begin();
        var (disc, right) = (Area(image, 707), Area(image, 263));
        var light = await maker.Ok(maker.Get($"{run}/piece/image/light"));
        JsonNode? Pair(JsonNode of) =>
            of["inFront"]!
                .AsArray()
                .SingleOrDefault(pair =>
                    pair!["front"]!.GetValue<int>() is var front
                    && pair["behind"]!.GetValue<int>() is var behind
                    && ((front == disc && behind == right) || (front == right && behind == disc))
                );
        Assert.Equal((disc, false), (Pair(light)!["front"]!.GetValue<int>(), Pair(light)!["said"]!.GetValue<bool>()));
        double Shadow(JsonNode of, int area) =>
            of["zones"]!.AsArray().Single(zone => zone!["id"]!.GetValue<int>() == area)![
                "shadowShare"
            ]!.GetValue<double>();
        Assert.Equal(0.35 + Core.Light.Zoning.BehindShare, Shadow(light, right), 0.03);
        Assert.Equal(0.35, Shadow(light, disc), 0.03);

        var turned = await maker.Ok(
            maker.Put(
                $"{run}/piece/image/depth",
                new
                {
                    one = disc,
                    other = right,
                    front = right,
                }
            )
        );
        Assert.Equal((right, true), (Pair(turned)!["front"]!.GetValue<int>(), Pair(turned)!["said"]!.GetValue<bool>()));
        Assert.True(Shadow(turned, disc) > 0.42 && Shadow(turned, right) < 0.38);
        // The word holds when the areas are looked for once more.
        await maker.Follow(maker.Post($"{run}/piece/image/gaps", new { longestMm = 0.8 }));
        Assert.Equal(right, Pair(await maker.Ok(maker.Get($"{run}/piece/image/light")))!["front"]!.GetValue<int>());
        Assert.Null(
            Pair(
                await maker.Ok(
                    maker.Put(
                        $"{run}/piece/image/depth",
                        new
                        {
                            one = disc,
                            other = right,
                            front = 0,
                        }
                    )
                )
            )
        );
        Assert.Equal(
            disc,
            Pair(await maker.Ok(maker.Put($"{run}/piece/image/depth", new { one = disc, other = right })))![
                "front"
            ]!.GetValue<int>()
        );

        Assert.Contains(
            "two areas",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Put(
                    $"{run}/piece/image/depth",
                    new
                    {
                        one = disc,
                        other = disc,
                        front = disc,
                    }
                )
            ),
            StringComparison.Ordinal
        );
        await maker.Trouble(
            HttpStatusCode.UnprocessableEntity,
            maker.Put(
                $"{run}/piece/image/depth",
                new
                {
                    one = disc,
                    other = right,
                    front = 99,
                }
            )
        );
        await maker.Trouble(
            HttpStatusCode.NotFound,
            maker.Put(
                $"{run}/piece/image/depth",
                new
                {
                    one = disc,
                    other = 99,
                    front = disc,
                }
            )
        );
    }

    [Fact]
    public async Task Embossed_lines_are_kept_and_a_choice_needs_areas()
    {
        var (maker, run, image) = await Begin();
        var disc = Area(image, 707);
        Assert.Equal("none", image["dams"]!["lines"]!.GetValue<string>());
        await maker.Ok(maker.Put($"{run}/piece/image/dams", new { lines = "all", areas = Array.Empty<int>() }));
        Assert.Contains(
            "Choose the areas",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Put($"{run}/piece/image/dams", new { lines = "chosen", areas = Array.Empty<int>() })
            ),
            StringComparison.Ordinal
        );
        Assert.Equal("all", (await maker.Piece(run))["image"]!["dams"]!["lines"]!.GetValue<string>());
        var chosen = await maker.Ok(
            maker.Put($"{run}/piece/image/dams", new { lines = "chosen", areas = new[] { disc } })
        );
        Assert.Equal([disc], chosen["dams"]!["areas"]!.AsArray().Select(area => area!.GetValue<int>()));
    }

    [Fact]
    public async Task A_larger_smallest_area_joins_what_is_smaller_and_back()
    {
        var (maker, run, image) = await Begin();
        Assert.Equal(4, image["areas"]!.AsArray().Count);
        await maker.Follow(maker.Post($"{run}/piece/image/gaps", new { smallestMm2 = 15 }));
        var coarse = (await maker.Piece(run))["image"]!;
        Assert.Equal((3, 15), (coarse["areas"]!.AsArray().Count, coarse["smallestMm2"]!.GetValue<double>()));
        await maker.Follow(maker.Post($"{run}/piece/image/gaps", new { smallestMm2 = 2 }));
        Assert.Equal(4, (await maker.Piece(run))["image"]!["areas"]!.AsArray().Count);
        Assert.Contains(
            "between 2 and 60",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Post($"{run}/piece/image/gaps", new { smallestMm2 = 500 })
            ),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task Thousands_of_tiny_areas_are_answered_and_a_coarser_setting_is_asked_for()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        var lines =
            string.Concat(
                Enumerable
                    .Range(0, 81)
                    .Select(i => FormattableString.Invariant($"""<path d="M{5 + i * 2.5} 5v160"/>"""))
            )
            + string.Concat(
                Enumerable
                    .Range(0, 65)
                    .Select(i => FormattableString.Invariant($"""<path d="M5 {5 + i * 2.5}h200"/>"""))
            );
        var mesh = System.Text.Encoding.UTF8.GetBytes(
            $"""<svg xmlns="http://www.w3.org/2000/svg" width="210mm" height="170mm" viewBox="0 0 210 170"><g fill="none" stroke="#000" stroke-width="0.2">{lines}</g></svg>"""
        );
        var job = await maker.BringIn(run, mesh);
        Assert.Equal("done", job["state"]!.GetValue<string>());
        Assert.Contains("There were too many to colour", job["message"]!.GetValue<string>(), StringComparison.Ordinal);
        Assert.Contains("Set a larger smallest area", job["message"]!.GetValue<string>(), StringComparison.Ordinal);
    }
}
