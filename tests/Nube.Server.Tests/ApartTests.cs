using System.Net;
using System.Text.Json.Nodes;

namespace Nube.Server.Tests;

/// <summary>Cards of a run that are coloured on another paper become a run of their own.</summary>
public class ApartTests(NubeServer server) : IClassFixture<NubeServer>
{
    private static readonly byte[] Disc =
        """
        <svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="60mm" viewBox="0 0 60 60">
          <circle cx="30" cy="30" r="20" fill="none" stroke="#000" stroke-width="0.5"/>
        </svg>
        """u8.ToArray();

    private async Task<(Visitor Maker, string Run, JsonNode Colours)> Coloured(int cards)
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin(cards);
        await maker.BringIn(run, Disc);
        var area = (await maker.Piece(run))["image"]!["areas"]![0]!["id"]!.GetValue<int>();
        var colours = await maker.Ok(
            maker.Put(
                $"{run}/piece/colours/wishes",
                new
                {
                    areas = new[] { area },
                    colour = "#5c9140",
                    shadow = "soft",
                }
            )
        );
        return (maker, run, colours);
    }

    private static string Parts(JsonNode colours) => colours["areas"]![0]!["recipe"]!.ToJsonString();

    private static async Task<JsonNode> Apart(Visitor maker, string run, string paper, int cards) =>
        await maker.Ok(maker.Post($"{run}/apart", new { paper = await maker.Paper(paper), cards }));

    [Fact]
    public async Task Two_of_five_cards_go_onto_kraft_with_recipes_for_it_and_three_stay_as_they_are()
    {
        var (maker, run, colours) = await Coloured(5);
        await maker.Ok(maker.Post($"{run}/plan"));
        var apart = await Apart(maker, run, "Kraft card", 2);
        Assert.EndsWith(", on Kraft card", apart["name"]!.GetValue<string>(), StringComparison.Ordinal);
        var address = $"/api/runs/{apart["id"]!.GetValue<string>()}";
        Assert.Equal(2, (await maker.Ok(maker.Get(address)))["cards"]!.GetValue<int>());
        Assert.Equal(3, (await maker.Ok(maker.Get(run)))["cards"]!.GetValue<int>());

        var onKraft = await maker.Ok(maker.Get($"{address}/piece/colours"));
        Assert.Equal(await maker.Paper("Kraft card"), onKraft["paper"]!.GetValue<string>());
        Assert.NotEqual(Parts(colours), Parts(onKraft));
        Assert.Equal(Parts(colours), Parts(await maker.Ok(maker.Get($"{run}/piece/colours"))));
        // The picture lies on that paper in its design, too, and what is planned says it.
        var design = await maker.Ok(maker.Get($"{address}/design"));
        var image = design["pieces"]!.AsArray().Single(piece => piece!["kind"]!.GetValue<string>() == "image")!;
        Assert.Equal(await maker.Paper("Kraft card"), image["paper"]!.GetValue<string>());
        await maker.Ok(maker.Post($"{address}/plan"));
    }

    [Fact]
    public async Task Other_papers_of_pieces_go_on_as_many_cards_as_are_left()
    {
        var (maker, run, _) = await Coloured(4);
        var kraft = await maker.Paper("Kraft card");
        await maker.Ok(
            maker.Put(
                $"{run}/design",
                new
                {
                    format = "A5",
                    opening = "side",
                    otherBasePapers = new[] { new { paper = kraft, cards = 3 } },
                    pieces = Array.Empty<object>(),
                }
            )
        );
        var apart = await Apart(maker, run, "Kraft card", 2);
        foreach (var address in new[] { run, $"/api/runs/{apart["id"]!.GetValue<string>()}" })
        {
            var other = (await maker.Ok(maker.Get($"{address}/design")))["otherBasePapers"]!.AsArray().Single()!;
            Assert.Equal(1, other["cards"]!.GetValue<int>());
        }
    }

    [Theory]
    [InlineData(0, "1 to 2")]
    [InlineData(3, "1 to 2")]
    [InlineData(-1, "1 to 2")]
    public async Task As_many_as_there_are_stay(int cards, string says)
    {
        var (maker, run, _) = await Coloured(3);
        var refused = await maker.Trouble(
            HttpStatusCode.UnprocessableEntity,
            maker.Post($"{run}/apart", new { paper = await maker.Paper("Kraft card"), cards })
        );
        Assert.Contains(says, refused, StringComparison.Ordinal);
        Assert.Equal(3, (await maker.Ok(maker.Get(run)))["cards"]!.GetValue<int>());
    }

    [Fact]
    public async Task A_run_on_the_bench_stays_together_and_others_cannot_part_it()
    {
        var (maker, run, colours) = await Coloured(3);
        Assert.Contains(
            "the paper that the run is on",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Post($"{run}/apart", new { paper = colours["paper"]!.GetValue<string>(), cards = 1 })
            ),
            StringComparison.Ordinal
        );
        var other = await server.NewMaker();
        await other.Trouble(
            HttpStatusCode.NotFound,
            other.Post($"{run}/apart", new { paper = await other.Paper("Kraft card"), cards = 1 })
        );
        await maker.Trouble(
            HttpStatusCode.NotFound,
            maker.Post($"{run}/apart", new { paper = await other.Paper("Kraft card"), cards = 1 })
        );
        await maker.Ok(maker.Post($"{run}/plan"));
        await maker.Done(run, 1);
        Assert.Contains(
            "its cards stay together",
            await maker.Trouble(
                HttpStatusCode.Conflict,
                maker.Post($"{run}/apart", new { paper = await maker.Paper("Kraft card"), cards = 1 })
            ),
            StringComparison.Ordinal
        );
        Assert.Equal(3, (await maker.Ok(maker.Get(run)))["cards"]!.GetValue<int>());
    }
}
