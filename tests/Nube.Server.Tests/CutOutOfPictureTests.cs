using System.Net;
using System.Text.Json.Nodes;

namespace Nube.Server.Tests;

/// <summary>Several pieces of a card that are cut out of one coloured sheet.</summary>
public class CutOutOfPictureTests(NubeServer server) : IClassFixture<NubeServer>
{
    private static object Piece(
        string kind,
        string name,
        bool cutOut,
        Guid? id = null,
        string? fromLeft = null,
        string? paper = null
    ) =>
        new
        {
            kind,
            name,
            id,
            paper,
            width = "20 mm",
            height = "25 mm",
            cutOut,
            fromLeft,
        };

    private static object Card(params object[] pieces) =>
        new
        {
            format = "A6",
            opening = "side",
            pieces,
        };

    [Fact]
    public async Task A_second_image_is_cut_out_of_the_sheet_of_the_first()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin(2);
        await maker.BringIn(run, Pictures.ThreeRooms);
        var (usual, kraft) = (await maker.Ok(maker.Get($"{run}/design")), await maker.Paper("Kraft card"));
        var first = usual["pieces"]![0]!;
        var (id, paper) = (first["id"]!.GetValue<Guid>(), first["paper"]?.GetValue<string>());

        var made = await maker.Ok(
            maker.Put(
                $"{run}/design",
                Card(
                    Piece("image", "Basket", cutOut: true, id, fromLeft: "0", paper),
                    Piece("image", "Apple", cutOut: true, paper: kraft)
                )
            )
        );
        var apple = made["pieces"]![1]!;
        // It is of the sheet's paper, not stamped by itself, and lies in the sheet's middle until it is moved there.
        Assert.Equal(("shape", paper), (apple["kind"]!.GetValue<string>(), apple["paper"]?.GetValue<string>()));
        Assert.Equal(["cutByHand"], Methods(apple));
        Assert.Equal(["cutToSize", "stampedImage", "picture", "flattening", "cutByHand"], Methods(made["pieces"]![0]!));
        var sheet = apple["fromPicture"]!["sheet"]!;
        Assert.Equal(
            (sheet["width"]!.GetValue<double>() - 20) / 2,
            apple["fromPicture"]!["leftMm"]!.GetValue<double>(),
            6
        );
        Assert.Equal("0 mm", made["pieces"]![0]!["fromLeft"]!.GetValue<string>());

        // What is said as it was shown stays to the last digit.
        var again = await maker.Ok(
            maker.Put(
                $"{run}/design",
                Card(
                    Piece("image", "Basket", cutOut: true, id, fromLeft: "0 mm", paper),
                    Piece(
                        "shape",
                        "Apple",
                        cutOut: true,
                        apple["id"]!.GetValue<Guid>(),
                        apple["fromLeft"]!.GetValue<string>()
                    )
                )
            )
        );
        Assert.Equal(apple["fromPicture"]!.ToJsonString(), again["pieces"]![1]!["fromPicture"]!.ToJsonString());
    }

    [Fact]
    public async Task Nothing_is_cut_out_of_a_picture_that_is_not_there()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin(2);
        async Task Refused(string because, params object[] pieces) =>
            Assert.Contains(
                because,
                await maker.Trouble(HttpStatusCode.UnprocessableEntity, maker.Put($"{run}/design", Card(pieces))),
                StringComparison.Ordinal
            );
        await Refused("the image a picture, first", Piece("shape", "Apple", cutOut: true));
        await maker.BringIn(run, Pictures.ThreeRooms);
        await Refused("the card needs an image", Piece("shape", "Apple", cutOut: true));
        await Refused(
            "papers of their own",
            Piece("image", "Basket", cutOut: false),
            Piece("mat", "Mat", cutOut: true)
        );
        Assert.Single((await maker.Ok(maker.Get($"{run}/design")))["pieces"]!.AsArray());
    }

    private static string[] Methods(JsonNode piece) =>
        [.. piece["work"]!.AsArray().Select(work => work!["method"]!.GetValue<string>())];
}
