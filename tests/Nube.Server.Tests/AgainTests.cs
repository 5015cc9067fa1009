using System.Collections.Immutable;
using System.Net;
using System.Text.Json.Nodes;
using Nube.Data.Entities;

namespace Nube.Server.Tests;

/// <summary>A run is made once more.</summary>
public class AgainTests(NubeServer server) : IClassFixture<NubeServer>
{
    private static readonly byte[] Disc =
        """<svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="60mm" viewBox="0 0 60 60"><g fill="none" stroke="#000" stroke-width="0.5"><circle cx="30" cy="30" r="20"/><circle cx="30" cy="30" r="8"/></g></svg>"""u8.ToArray();

    private async Task<(Visitor Maker, string Run, JsonNode Colours)> Coloured()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        await maker.BringIn(run, Disc);
        var image = (await maker.Piece(run))["image"]!;
        JsonNode colours = null!;
        foreach (
            var (area, colour) in image["areas"]!
                .AsArray()
                .Select(area => area!["id"]!.GetValue<int>())
                .Zip(["#b8812f", "#5c9140"])
        )
            colours = await maker.Ok(
                maker.Put(
                    $"{run}/piece/colours/wishes",
                    new
                    {
                        areas = new[] { area },
                        colour,
                        shadow = "soft",
                    }
                )
            );
        return (maker, run, colours);
    }

    [Fact]
    public async Task It_begins_with_the_same_image_wishes_recipes_and_supplies_and_nothing_done()
    {
        var (maker, run, colours) = await Coloured();
        await maker.Ok(maker.Post($"{run}/plan"));
        var again = await maker.Ok(maker.Post($"{run}/again"));
        Assert.Empty(again["putAway"]!.AsArray());
        var address = $"/api/runs/{again["id"]!.GetValue<string>()}";
        var made = await maker.Ok(maker.Get(address));
        Assert.EndsWith(", again", made["name"]!.GetValue<string>(), StringComparison.Ordinal);
        var before = await maker.Ok(maker.Get(run));
        Assert.Equal(before["cards"]!.GetValue<int>(), made["cards"]!.GetValue<int>());
        var (first, copy) = (await maker.Piece(run), await maker.Piece(address));
        Assert.Equal(first["image"]!["areas"]!.ToJsonString(), copy["image"]!["areas"]!.ToJsonString());
        Assert.NotEqual(first["id"]!.GetValue<string>(), copy["id"]!.GetValue<string>());
        var same = await maker.Ok(maker.Get($"{address}/piece/colours"));
        Assert.Equal(2, same["areas"]!.AsArray().Count);
        Assert.Equal(colours["areas"]!.ToJsonString(), same["areas"]!.ToJsonString());
        // Nothing is planned or done; it can be planned, and the first run stays what it was.
        await maker.Trouble(HttpStatusCode.NotFound, maker.Get($"{address}/record"));
        await maker.Ok(maker.Post($"{address}/plan"));
        Assert.Equal(before["name"]!.GetValue<string>(), (await maker.Ok(maker.Get(run)))["name"]!.GetValue<string>());
    }

    [Fact]
    public async Task What_is_put_away_is_told_and_its_recipes_are_found_anew_from_the_rest()
    {
        var (maker, run, colours) = await Coloured();
        var used = colours["areas"]!.AsArray()[0]!["recipe"]!["parts"]!.AsArray()[0]!;
        var stash = await maker.Ok(maker.Get("/api/stash"));
        var item = stash.AsArray().First(one => one!["name"]!.GetValue<string>() == used["name"]!.GetValue<string>())!;
        await maker.Ok(maker.Put($"/api/stash/{item["id"]!.GetValue<string>()}/archived"));
        var again = await maker.Ok(maker.Post($"{run}/again"));
        Assert.Equal(
            [item["name"]!.GetValue<string>()],
            again["putAway"]!.AsArray().Select(name => name!.GetValue<string>())
        );
        var anew = await maker.Ok(maker.Get($"/api/runs/{again["id"]!.GetValue<string>()}/piece/colours"));
        Assert.Equal(2, anew["areas"]!.AsArray().Count);
        Assert.DoesNotContain(
            item["name"]!.GetValue<string>(),
            anew["areas"]!
                .AsArray()
                .SelectMany(area => area!["recipe"]!["parts"]!.AsArray())
                .Select(part => part!["name"]!.GetValue<string>())
        );
    }

    [Fact]
    public async Task Strangers_and_other_makers_make_nothing_again()
    {
        var (_, run, _) = await Coloured();
        var other = await server.NewMaker();
        await other.Trouble(HttpStatusCode.NotFound, other.Post($"{run}/again"));
    }

    /// <summary>A property that is added and forgotten here would be lost with every copy.</summary>
    [Fact]
    public void Everything_of_a_piece_goes_along()
    {
        var image = new PieceImage
        {
            FileHash = "file",
            FileName = "disc.svg",
            Size = new(60, null),
            LineHash = "lines",
            LabelsHash = "labels",
            Names = new Dictionary<int, string> { [1] = "Disc" }.ToImmutableDictionary(),
            Notes = new Dictionary<int, string> { [1] = "Mask it first" }.ToImmutableDictionary(),
            GapMm = 0.7,
            SmallestMm2 = 3,
            WidthMm = 60,
            HeightMm = 50,
        };
        var maker = Guid.NewGuid();
        var piece = new RunPiece
        {
            MakerId = maker,
            Place = 1,
            PaperId = Guid.NewGuid(),
            StampingInkId = Guid.NewGuid(),
            Image = image,
            Scene = new PieceScene { Scene = new(60, 50, true, []), Found = new(60, 50, false, []) },
        };
        var run = new Run { Name = "Discs", MakerId = maker };
        var copy = piece.For(run);
        Assert.Equal(run.Id, copy.RunId);
        SameBut(piece, copy, nameof(RunPiece.RunId), nameof(RunPiece.Image), nameof(RunPiece.Scene));
        SameBut(image, copy.Image!);
        SameBut(piece.Scene, copy.Scene!);
        Assert.Equal((copy.Id, copy.Id), (copy.Image!.PieceId, copy.Scene!.PieceId));

        static void SameBut<T>(T one, T other, params string[] itsOwn) =>
            Assert.All(
                typeof(T)
                    .GetProperties()
                    .Where(property =>
                        property.CanWrite
                        && property.Name is not ("Id" or "PieceId" or "MakerId" or "Version")
                        && !itsOwn.Contains(property.Name)
                    ),
                property => Assert.Equal(property.GetValue(one), property.GetValue(other))
            );
    }
}
