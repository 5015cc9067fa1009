using System.Globalization;
using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using Nube.Core.Artwork;
using Nube.Devices;
using SkiaSharp;

namespace Nube.Server.Tests;

/// <summary>Pictures of all kinds and sizes, brought in through the API.</summary>
public class BringInTests(NubeServer server) : IClassFixture<NubeServer>
{
    private static readonly GreyPicture Panel = PictureReader.Read(Pictures.ThreeRooms, new PictureSize(100, null));

    private static async Task<JsonNode> Image(Visitor maker, string run) => (await maker.Piece(run))["image"]!;

    private static string Json(IEnumerable<PicturePoint> points) =>
        $"[{string.Join(',', points.Select(p => string.Create(CultureInfo.InvariantCulture, $$"""{"x":{{p.X}},"y":{{p.Y}}}""")))}]";

    [Fact]
    public async Task A_panel_in_a_photo_is_found_laid_flat_and_has_its_true_size_also_when_gaps_are_looked_at_again()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        var (photo, _) = SimulatedPhone.Take(Panel, PhoneHeld.Ordinary);
        var found = await maker.Ok(maker.Post($"{run}/piece/image/panel", Visitor.Form(photo, "photo.jpg")));
        Assert.True(found["found"]!.GetValue<bool>());
        var points = found["corners"]!.ToJsonString();
        await maker.Trouble(
            HttpStatusCode.UnprocessableEntity,
            maker.Post(
                $"{run}/piece/image",
                Visitor.FormWith(photo, "photo.jpg", ("points", points), ("width", "100 mm"))
            )
        );
        var job = await maker.Follow(
            maker.Post(
                $"{run}/piece/image",
                Visitor.FormWith(photo, "photo.jpg", ("points", points), ("width", "100 mm"), ("height", "100 mm"))
            )
        );
        Assert.Equal("3 areas found.", job["message"]!.GetValue<string>());
        var image = await Image(maker, run);
        Assert.Equal(
            (100, 100),
            (image["widthMm"]!.GetValue<double>(), Math.Round(image["heightMm"]!.GetValue<double>()))
        );
        // Rooms of 40 x 40 and 80 x 40 mm, and the lines between them.
        Assert.InRange(
            image["areas"]!.AsArray().Max(area => area!["sizeMm2"]!.GetValue<double>()),
            3200 * 0.97,
            3200 * 1.03
        );
        await maker.Follow(maker.Post($"{run}/piece/image/gaps", new { longestMm = 0.4 }));
        Assert.Equal(3, (await Image(maker, run))["areas"]!.AsArray().Count);
    }

    [Fact]
    public async Task Two_points_a_known_distance_apart_give_the_size()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        using var bitmap = new SKBitmap(600, 500);
        using (var canvas = new SKCanvas(bitmap))
        {
            canvas.Clear(SKColors.White);
            using var line = new SKPaint { Style = SKPaintStyle.Stroke, StrokeWidth = 5 };
            canvas.DrawRect(100, 100, 400, 300, line);
        }
        using var png = bitmap.Encode(SKEncodedImageFormat.Webp, 100);
        var file = png.ToArray();
        string Points(double x) => Json([new(100 / 600.0, 0.2), new(x / 600.0, 0.2)]);
        await maker.Follow(
            maker.Post(
                $"{run}/piece/image",
                Visitor.FormWith(file, "box.webp", ("points", Points(500)), ("width", "80 mm"))
            )
        );
        var image = await Image(maker, run);
        Assert.Equal(120, image["widthMm"]!.GetValue<double>(), 0.1); // 400 of 600 pixels are 80 mm
        Assert.InRange(image["areas"]![0]!["sizeMm2"]!.GetValue<double>(), 4800 * 0.98, 4800 * 1.02);

        Assert.Contains(
            "too near",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Post(
                    $"{run}/piece/image",
                    Visitor.FormWith(file, "box.webp", ("points", Points(101)), ("width", "80 mm"))
                )
            ),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "how far apart",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Post($"{run}/piece/image", Visitor.FormWith(file, "box.webp", ("points", Points(500))))
            ),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "not understood",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Post(
                    $"{run}/piece/image",
                    Visitor.FormWith(file, "box.webp", ("points", "[1,2"), ("width", "80 mm"))
                )
            ),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task The_stand_in_devices_give_pictures_and_no_others_are_there()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        foreach (var device in new[] { "scanner", "phone" })
            Assert.Equal(
                PictureKind.Jpeg,
                PictureReader.Sniff(await maker.File($"{run}/piece/image/stand-in/{device}", "image/jpeg"))
            );
        await maker.Trouble(HttpStatusCode.NotFound, maker.Get($"{run}/piece/image/stand-in/toaster"));
    }
}
