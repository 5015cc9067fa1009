using System.Net;
using Nube.Server.Support;

namespace Nube.Server.Tests;

public class PastedColoursTests(NubeServer server) : IClassFixture<NubeServer>
{
    private static PastedLine Only(string text, params string[] owned) =>
        Assert.Single(PastedColours.Read(text, owned));

    [Theory]
    [InlineData("PB28", "Cobalt blue", "PB28")]
    [InlineData("cobalt blue", "cobalt blue", "PB28")]
    [InlineData("My sky blue, PB28", "My sky blue", "PB28")]
    [InlineData("pb28;My sky blue", "My sky blue", "PB28")]
    [InlineData("My sky blue\tPB28\ttube, half full", "My sky blue", "PB28")]
    [InlineData("\"Blue, the good one\",PB15:3", "Blue, the good one", "PB15:3")]
    public void A_line_is_read_by_name_by_pigment_or_by_both(string text, string name, string pigment)
    {
        var line = Only(text);
        Assert.Equal(PastedKind.New, line.Kind);
        Assert.Equal((name, pigment), (line.Colourant!.Name, line.Colourant.ColourIndex));
    }

    [Theory]
    [InlineData("PB999")]
    [InlineData("Moonlight")]
    [InlineData(",,,")]
    [InlineData("\"open quote")]
    public void What_the_catalogue_does_not_have_is_said_and_not_guessed(string text)
    {
        var line = Only(text);
        Assert.Equal(PastedKind.Unknown, line.Kind);
        Assert.Null(line.Colourant);
        Assert.EndsWith(".", line.Sentence, StringComparison.Ordinal);
    }

    [Fact]
    public void What_is_owned_or_stands_twice_is_spotted()
    {
        Assert.Equal(PastedKind.Owned, Only("COBALT BLUE", "Cobalt blue").Kind);
        Assert.Equal(
            [PastedKind.New, PastedKind.Owned, PastedKind.New],
            PastedColours.Read("PB28\r\n\r\ncobalt blue\nAnother, PB28", []).Select(line => line.Kind)
        );
        Assert.Equal(
            [1, 3, 4],
            PastedColours.Read("PB28\r\n\r\ncobalt blue\nAnother, PB28", []).Select(line => line.Line)
        );
    }

    [Fact]
    public async Task A_pasted_list_is_read_first_and_then_added_in_its_order()
    {
        var maker = await server.NewMaker();
        var list = new { text = "PB28\nUmber\nMoonlight\nTin gold, PY184" };
        var read = (await maker.Ok(maker.Post("/api/stash/colourants/list/read", list))).AsArray();
        Assert.Equal(["new", "owned", "unknown", "new"], read.Select(line => line!["kind"]!.GetValue<string>()));
        Assert.Equal(12, await Count());
        await maker.Ok(maker.Post("/api/stash/colourants/list", list));
        Assert.Equal(14, await Count());
        var names = (await maker.Ok(maker.Get("/api/stash")))
            .AsArray()
            .Where(i => i!["colourant"] is not null)
            .Select(i => i!["name"]!.GetValue<string>());
        Assert.Equal(["Cobalt blue", "Tin gold"], names.TakeLast(2));
        // Once more adds nothing.
        await maker.Ok(maker.Post("/api/stash/colourants/list", list));
        Assert.Equal(14, await Count());

        var tooLong = new { text = string.Concat(Enumerable.Repeat("PB28\n", 2001)) };
        Assert.Contains(
            "2000 lines",
            await maker.Trouble(HttpStatusCode.UnprocessableEntity, maker.Post("/api/stash/colourants/list", tooLong)),
            StringComparison.Ordinal
        );

        async Task<int> Count() =>
            (await maker.Ok(maker.Get("/api/stash"))).AsArray().Count(item => item!["colourant"] is not null);
    }
}
