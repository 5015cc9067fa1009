using System.Net;
using System.Text.Json.Nodes;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Mixing;

namespace Nube.Server.Tests;

public class MixTests(NubeServer server) : IClassFixture<NubeServer>
{
    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    public async Task A_wish_is_answered_with_the_best_recipes_of_the_stash(int most)
    {
        var maker = await server.NewMaker();
        var found = await maker.Ok(maker.Post("/api/mix/find", await Wish(maker, "#7f9a4a", most)));
        var expected = RecipeIndex
            .Build(
                [.. GenericCatalogue.Pans.Select(pan => pan.Optics())],
                GenericCatalogue.Papers[0].Reflectance(),
                most
            )
            .Nearest(Srgb.Parse("#7f9a4a").ToLab(), 8, wanted: null, Closeness.AsClose)
            .OrderBy(recipe => recipe.Difference)
            .ToList();
        var recipes = found["recipes"]!.AsArray();
        Assert.Equal(
            expected.Select(recipe => recipe.Difference),
            recipes.Select(r => r!["difference"]!.GetValue<double>()),
            (a, b) => Math.Abs(a - b) < 1e-9
        );
        Assert.Equal(
            expected[0].Parts.Select(part => (GenericCatalogue.Pans[part.Colourant].ColourIndex, part.Parts)),
            recipes[0]!["parts"]!
                .AsArray()
                .Select(part => (part!["colourIndex"]!.GetValue<string>(), part["parts"]!.GetValue<int>()))
        );
        Assert.All(recipes, recipe => Assert.InRange(recipe!["parts"]!.AsArray().Count, 1, most));
    }

    [Fact]
    public async Task Recipes_come_closest_first_with_fewer_colours_or_with_what_is_to_be_used_up()
    {
        var maker = await server.NewMaker();
        var (paper, colours) = await Supplies(maker);
        async Task<List<System.Text.Json.Nodes.JsonArray>> In(string order) => [.. (
                    await maker.Ok(
                        maker.Post(
                            "/api/mix/find",
                            new
                            {
                                paper,
                                colour = "#7f9a4a",
                                mostColourants = 2,
                                order,
                            }
                        )
                    )
                )["recipes"]!.AsArray().Select(recipe => recipe!["parts"]!.AsArray())];
        Assert.Equal([1, 1, 1, 1, 2, 2, 2, 2], (await In("fewerColours")).Select(parts => parts.Count));
        Assert.Contains(
            "marked to be used up",
            await maker.Trouble(
                HttpStatusCode.Conflict,
                maker.Post(
                    "/api/mix/find",
                    new
                    {
                        paper,
                        colour = "#7f9a4a",
                        mostColourants = 2,
                        order = "usesUp",
                    }
                )
            ),
            StringComparison.Ordinal
        );
        await maker.Ok(
            maker.Put(
                $"/api/stash/{colours["PY42"]}",
                new
                {
                    name = "Yellow ochre",
                    keptAt = "",
                    note = "",
                    left = 1,
                    useUp = true,
                }
            )
        );
        Assert.All(await In("usesUp"), parts =>
            Assert.Contains(parts, part => part!["colourIndex"]!.GetValue<string>() == "PY42")
        );
    }

    [Fact]
    public async Task A_wish_out_of_reach_names_one_addition_that_comes_nearer()
    {
        var maker = await server.NewMaker();
        var found = await maker.Ok(maker.Post("/api/mix/find", await Wish(maker, "#e8209c", 2)));
        var best = found["recipes"]![0]!["difference"]!.GetValue<double>();
        Assert.True(best > 3);
        var addition = found["addition"]!;
        Assert.Equal("PR122", addition["colourIndex"]!.GetValue<string>());
        Assert.True(addition["recipe"]!["difference"]!.GetValue<double>() < best);

        // What is owned but left out is not suggested.
        var (paper, colours) = await Supplies(maker);
        var green = await maker.Ok(
            maker.Post(
                "/api/mix/find",
                new
                {
                    paper,
                    colourants = new[] { colours["PV19"], colours["PR254"] },
                    colour = "#1f8f6a",
                    mostColourants = 2,
                }
            )
        );
        Assert.False(colours.ContainsKey(green["addition"]!["colourIndex"]!.GetValue<string>()));

        var near = await maker.Ok(maker.Post("/api/mix/find", await Wish(maker, "#7f9a4a", 2)));
        Assert.Null(near["addition"]);
    }

    [Fact]
    public async Task A_mix_is_shown_thinned_layered_and_on_every_paper()
    {
        var maker = await server.NewMaker();
        var (paper, colours) = await Supplies(maker);
        var tried = await maker.Ok(
            maker.Post(
                "/api/mix/try",
                new
                {
                    paper,
                    parts = new[]
                    {
                        new { colourant = colours["PY175"], parts = 2 },
                        new { colourant = colours["PB15"], parts = 1 },
                    },
                    water = 2,
                }
            )
        );
        Assert.Equal(["1:16", "1:8", "1:4", "1:2", "1:1", "1:0"], Names("strengths"));
        Assert.Equal(["1 layer", "2 layers", "3 layers"], Names("layers"));
        Assert.Equal(GenericCatalogue.UsualPapers.Select(p => p.Name), Names("papers"));
        // Thinner is paler, thicker darker; the strength in hand is the first layer.
        Assert.Equal(Lightness("strengths").OrderDescending(), Lightness("strengths"));
        Assert.Equal(Lightness("layers").OrderDescending(), Lightness("layers"));
        Assert.Equal(
            tried["strengths"]![3]!["colour"]!.GetValue<string>(),
            tried["layers"]![0]!["colour"]!.GetValue<string>()
        );

        // Its shadows are deeper, its lights lighter, and say how to mix them.
        var itself = Lightness("layers")[0];
        Assert.All(Tones("shadows"), tone => Assert.True(tone.Lightness < itself && tone.Parts > 0));
        Assert.All(Tones("lights"), tone => Assert.True(tone.Lightness > itself && tone.Parts > 0));
        Assert.NotEmpty(Tones("shadows"));
        Assert.NotEmpty(Tones("lights"));

        List<(double Lightness, int Parts)> Tones(string of) =>
            [
                .. tried[of]!
                    .AsArray()
                    .Select(tone =>
                        (
                            Srgb.Parse(tone!["predicted"]!.GetValue<string>()).ToLab().L,
                            tone["parts"]!.AsArray().Sum(part => part!["parts"]!.GetValue<int>())
                        )
                    ),
            ];
        IEnumerable<string> Names(string of) => tried[of]!.AsArray().Select(c => c!["name"]!.GetValue<string>());
        List<double> Lightness(string of) =>
            [.. tried[of]!.AsArray().Select(c => Srgb.Parse(c!["colour"]!.GetValue<string>()).ToLab().L)];
    }

    [Fact]
    public async Task What_cannot_be_mixed_is_refused_in_words()
    {
        var (maker, other) = (await server.NewMaker(), await server.NewMaker());
        var (paper, colours) = await Supplies(maker);
        var (theirs, theirColours) = await Supplies(other);
        Assert.Contains(
            "1 to 3",
            await Refused(
                "find",
                new
                {
                    paper,
                    colourants = Array.Empty<Guid>(),
                    colour = "#7f9a4a",
                    mostColourants = 4,
                }
            ),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "paper is not in your stash",
            await Refused(
                "find",
                new
                {
                    paper = theirs,
                    colourants = Array.Empty<Guid>(),
                    colour = "#7f9a4a",
                    mostColourants = 2,
                }
            ),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "not in your stash",
            await Refused(
                "find",
                new
                {
                    paper,
                    colourants = new[] { theirColours["PB29"] },
                    colour = "#7f9a4a",
                    mostColourants = 2,
                }
            ),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "1 to 3 different",
            await Refused(
                "try",
                new
                {
                    paper,
                    parts = Array.Empty<object>(),
                    water = 1,
                }
            ),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "whole parts",
            await Refused(
                "try",
                new
                {
                    paper,
                    parts = new[] { new { colourant = colours["PB29"], parts = 33 } },
                    water = 1,
                }
            ),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "Water goes",
            await Refused(
                "try",
                new
                {
                    paper,
                    parts = new[] { new { colourant = colours["PB29"], parts = 1 } },
                    water = -1,
                }
            ),
            StringComparison.Ordinal
        );

        Task<string> Refused(string what, object body) =>
            maker.Trouble(HttpStatusCode.UnprocessableEntity, maker.Post($"/api/mix/{what}", body));
    }

    private static async Task<object> Wish(Visitor maker, string colour, int most) =>
        new
        {
            (await Supplies(maker)).Paper,
            colourants = Array.Empty<Guid>(),
            colour,
            mostColourants = most,
        };

    private static async Task<(Guid Paper, Dictionary<string, Guid> Colours)> Supplies(Visitor maker)
    {
        var stash = (await maker.Ok(maker.Get("/api/stash"))).AsArray();
        Guid Id(JsonNode? item) => item!["id"]!.GetValue<Guid>();
        return (
            Id(stash.First(item => item!["kind"]!.GetValue<string>() == "paper")),
            stash
                .Where(item => item!["colourant"] is not null)
                .ToDictionary(item => item!["colourant"]!["colourIndex"]!.GetValue<string>(), Id)
        );
    }
}
