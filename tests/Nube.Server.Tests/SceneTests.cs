using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using System.Xml.Linq;
using Nube.Core.Artwork;
using Nube.Core.Stamping;
using Nube.Server.Printing;
using SkiaSharp;

namespace Nube.Server.Tests;

/// <summary>Several stamps on one panel: order, masks, fills, and the areas that are left visible.</summary>
public class SceneTests(NubeServer server) : IClassFixture<NubeServer>
{
    private static byte[] Box(double side) =>
        Encoding.UTF8.GetBytes(
            string.Create(
                CultureInfo.InvariantCulture,
                $"""<svg xmlns="http://www.w3.org/2000/svg" width="{side + 10}mm" height="{side + 10}mm" viewBox="0 0 {side + 10} {side + 10}"><path d="M5 5h{side}v{side}h-{side}z" fill="none" stroke="#000" stroke-width="0.5"/></svg>"""
            )
        );

    private static JsonObject At(JsonNode placed, double x, double y, double degrees = 0)
    {
        var moved = placed.DeepClone().AsObject();
        (moved["x"], moved["y"], moved["degrees"]) = (x, y, degrees);
        moved.Remove("name");
        return moved;
    }

    private static JsonObject Scene(JsonNode scene, params JsonObject[] frontFirst) =>
        new()
        {
            ["widthMm"] = scene["widthMm"]!.GetValue<double>(),
            ["heightMm"] = scene["heightMm"]!.GetValue<double>(),
            ["paintsGround"] = scene["paintsGround"]!.GetValue<bool>(),
            ["frontFirst"] = new JsonArray([.. frontFirst]),
        };

    private static List<string> Names(JsonNode scene) =>
        [.. scene["frontFirst"]!.AsArray().Select(placed => placed!["name"]!.GetValue<string>())];

    /// <summary>
    /// A run whose scene holds a pot of 20 mm, a crate of 30 and a shed of 40; in front what came last.
    /// </summary>
    private async Task<(Visitor Maker, string Run, JsonNode Scene)> Begin()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        await maker.BringIn(run, Box(20), "pot.svg");
        await maker.Ok(maker.Post($"{run}/piece/scene", new { width = "100 mm", height = "80 mm" }));
        foreach (var (side, name) in new[] { (30.0, "crate.svg"), (40.0, "shed.svg") })
            Assert.Equal(
                "done",
                (await maker.Follow(maker.Post($"{run}/piece/scene/stamps", Visitor.Form(Box(side), name))))[
                    "state"
                ]!.GetValue<string>()
            );
        return (maker, run, await maker.Ok(maker.Get($"{run}/piece/scene")));
    }

    /// <summary>Pot before crate before shed, each 12 mm right and above the one before it.</summary>
    private static async Task<JsonNode> Arrange(Visitor maker, string run, JsonNode scene)
    {
        var placed = scene["frontFirst"]!.AsArray();
        return await maker.Ok(
            maker.Put(
                $"{run}/piece/scene",
                Scene(scene, At(placed[2]!, 25, 55), At(placed[1]!, 40, 45), At(placed[0]!, 60, 35))
            )
        );
    }

    [Fact]
    public async Task A_scene_on_a_card_of_pieces_is_stamped_and_masked_step_by_step()
    {
        var (maker, run, scene) = await Begin();
        await Arrange(maker, run, scene);
        await maker.Follow(maker.Post($"{run}/piece/scene/areas"));
        var usual = (await maker.Ok(maker.Get($"{run}/design")))["pieces"]![0]!;
        var piece = new
        {
            id = usual["id"]!.GetValue<Guid>(),
            kind = "image",
            name = "Image",
            width = usual["width"]!.GetValue<string>(),
            height = usual["height"]!.GetValue<string>(),
        };
        await maker.Ok(
            maker.Put(
                $"{run}/design",
                new
                {
                    format = "A5",
                    opening = "side",
                    pieces = new[] { piece },
                }
            )
        );
        var area = (await maker.Piece(run))["image"]!["areas"]![0]!["id"]!.GetValue<int>();
        var wish = new
        {
            areas = new[] { area },
            colour = "#c8323a",
            shadow = "soft",
        };
        await maker.Ok(maker.Put($"{run}/piece/colours/wishes", wish));
        var plan = (await maker.Ok(maker.Post($"{run}/plan")))["plan"]!;
        var titles = plan["passes"]!
            .AsArray()
            .Select(pass => pass!["title"]!.GetValue<string>())
            .Where(title => title.StartsWith("Image: ", StringComparison.Ordinal))
            .ToList();
        Assert.Equal(
            [
                "Image: stamp pot",
                "Image: mask pot",
                "Image: stamp crate",
                "Image: mask crate",
                "Image: stamp shed",
                "Image: take the masks off",
            ],
            titles.Except(["Image: cut to size", "Image: flatten"])
        );
    }

    [Fact]
    public async Task Three_images_give_their_order_masks_and_visible_areas_and_colours_follow_when_one_is_moved()
    {
        var (maker, run, scene) = await Begin();
        Assert.Equal(["shed", "crate", "pot"], Names(scene));
        var arranged = await Arrange(maker, run, scene);
        Assert.Equal(["pot", "crate", "shed"], Names(arranged));
        Assert.Equal(
            ["cutMasks", "print", "layMasks", "print", "layMasks", "print", "liftMasks"],
            arranged["steps"]!.AsArray().Select(step => step!["kind"]!.GetValue<string>())
        );
        Assert.Equal(2, arranged["masked"]!.AsArray().Count);
        Assert.False(arranged["areasAreOfThis"]!.GetValue<bool>());

        Assert.Equal(
            "3 areas found.",
            (await maker.Follow(maker.Post($"{run}/piece/scene/areas")))["message"]!.GetValue<string>()
        );
        Assert.True((await maker.Ok(maker.Get($"{run}/piece/scene")))["areasAreOfThis"]!.GetValue<bool>());
        var image = (await maker.Piece(run))["image"]!;
        var areas = image["areas"]!.AsArray();
        Assert.Equal(
            ["crate, part 1", "pot, part 1", "shed, part 1"],
            areas.Select(area => area!["name"]!.GetValue<string>()).Order()
        );
        JsonNode Named(JsonNode of, string name) =>
            of["areas"]!.AsArray().Single(area => area!["name"]!.GetValue<string>() == $"{name}, part 1")!;
        // The pot hides 10 x 15 mm of the crate: its right edge at 35 and upper edge at 45, the crate from 25 and to
        // 60.
        Assert.InRange(Named(image, "crate")["sizeMm2"]!.GetValue<double>(), (900 - 150) * 0.97, (900 - 150) * 1.03);

        // The shed is moved away: all keep their numbers.
        var placed = arranged["frontFirst"]!.AsArray();
        await maker.Ok(
            maker.Put(
                $"{run}/piece/scene",
                Scene(arranged, At(placed[0]!, 25, 55), At(placed[1]!, 40, 45), At(placed[2]!, 78, 30, 90))
            )
        );
        await maker.Follow(maker.Post($"{run}/piece/scene/areas"));
        var moved = (await maker.Piece(run))["image"]!;
        foreach (var name in new[] { "pot", "crate", "shed" })
            Assert.Equal(Named(image, name)["id"]!.GetValue<int>(), Named(moved, name)["id"]!.GetValue<int>());

        // Another picture instead of the scene: its areas are of the scene no more.
        await maker.BringIn(run, Pictures.ThreeRooms);
        Assert.False((await maker.Ok(maker.Get($"{run}/piece/scene")))["areasAreOfThis"]!.GetValue<bool>());
    }

    [Fact]
    public async Task What_lies_behind_a_crate_is_seen_where_its_maker_says_that_one_sees_through()
    {
        var (maker, run, scene) = await Begin();
        var placed = scene["frontFirst"]!.AsArray();
        JsonObject Crate(params int[] open)
        {
            var crate = At(placed[1]!, 40, 40);
            crate["open"] = new JsonArray([.. open.Select(part => JsonValue.Create(part))]);
            return crate;
        }
        JsonObject Of(params int[] open) => Scene(scene, Crate(open), At(placed[2]!, 40, 40));
        async Task<string> Found() =>
            (await maker.Follow(maker.Post($"{run}/piece/scene/areas")))["message"]!.GetValue<string>();

        var closed = await maker.Ok(maker.Put($"{run}/piece/scene", Of()));
        var crate = closed["stamps"]!.AsArray().Single(stamp => stamp!["name"]!.GetValue<string>() == "crate")!;
        var inside = Assert.Single(crate["enclosed"]!.AsArray())!["id"]!.GetValue<int>();
        Assert.Equal("1 area found.", await Found());
        var open = await maker.Ok(maker.Put($"{run}/piece/scene", Of(inside)));
        Assert.Equal(inside, Assert.Single(open["frontFirst"]![0]!["open"]!.AsArray())!.GetValue<int>());
        // Other areas than those that were found: they are looked for anew.
        Assert.False(open["areasAreOfThis"]!.GetValue<bool>());
        Assert.Equal("2 areas found.", await Found());
        Assert.True((await maker.Ok(maker.Get($"{run}/piece/scene")))["areasAreOfThis"]!.GetValue<bool>());
        Assert.Equal(
            ["Ground, part 1", "pot, part 1"],
            (await maker.Piece(run))["image"]!["areas"]!
                .AsArray()
                .Select(area => area!["name"]!.GetValue<string>())
                .Order()
        );
        foreach (var wrong in new[] { Of(inside + 1), Of(-1), Of(inside, inside) })
            Assert.Contains(
                "no such part to see through",
                await maker.Trouble(HttpStatusCode.UnprocessableEntity, maker.Put($"{run}/piece/scene", wrong)),
                StringComparison.Ordinal
            );
    }

    [Fact]
    public async Task A_traced_shape_stays_bare_and_its_pencil_line_is_erased_when_bone_dry()
    {
        var (maker, run, scene) = await Begin();
        var placed = scene["frontFirst"]!.AsArray();
        var traced = At(placed[0]!, 50, 40);
        traced["as"] = "traced";
        var given = Scene(scene, traced);
        given["paintsGround"] = true;
        var view = await maker.Ok(maker.Put($"{run}/piece/scene", given));
        Assert.Contains("bone dry: some", view["guide"]!.ToJsonString(), StringComparison.Ordinal);
        await maker.Follow(maker.Post($"{run}/piece/scene/areas"));
        var areas = (await maker.Piece(run))["image"]!["areas"]!.AsArray();
        Assert.Equal(
            [("Ground, part 1", null), ("shed, part 1", "leaveWhite")],
            areas.Select(area => (area!["name"]!.GetValue<string>(), area["mark"]?.GetValue<string>())).Order()
        );
    }

    [Fact]
    public async Task A_panel_is_filled_with_a_stamp_and_the_fill_is_counted()
    {
        var (maker, run, scene) = await Begin();
        var (pot, front) = (
            scene["stamps"]!.AsArray().Single(stamp => stamp!["name"]!.GetValue<string>() == "pot")!["id"]!,
            scene["frontFirst"]![0]!
        );
        await maker.Ok(maker.Put($"{run}/piece/scene", Scene(scene, At(front, 50, 40))));
        var filled = await maker.Ok(
            maker.Post(
                $"{run}/piece/scene/fill",
                new
                {
                    stamp = pot,
                    gap = "2 mm",
                    generations = 3,
                    seed = 4,
                }
            )
        );
        var fill = Assert.Single(filled["fills"]!.AsArray())!;
        var prints = fill["prints"]!.GetValue<int>();
        Assert.Equal(prints + 1, filled["frontFirst"]!.AsArray().Count);
        Assert.InRange(fill["inkings"]!.GetValue<int>(), prints / 3, prints * 2 / 3);
        // What was there stays in front: it is masked before the fill.
        Assert.Equal(
            ["cutMasks", "print", "layMasks", "print", "liftMasks"],
            filled["steps"]!.AsArray().Select(step => step!["kind"]!.GetValue<string>())
        );
        Assert.Contains(
            "0 to 40 mm",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Post(
                    $"{run}/piece/scene/fill",
                    new
                    {
                        stamp = pot,
                        gap = "90 mm",
                        generations = 1,
                        seed = 1,
                    }
                )
            ),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "1 to 4",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Post(
                    $"{run}/piece/scene/fill",
                    new
                    {
                        stamp = pot,
                        gap = "2 mm",
                        generations = 9,
                        seed = 1,
                    }
                )
            ),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task What_cannot_be_is_said_and_nothing_is_lost()
    {
        var (maker, run, scene) = await Begin();
        var arranged = await Arrange(maker, run, scene);
        var placed = arranged["frontFirst"]!.AsArray();
        var word = placed[0]!["stamp"]!.GetValue<string>();
        await maker.Ok(maker.Put($"{run}/piece/scene/stamps/{word}", new { name = "With thanks", lettering = true }));
        var mirrored = At(placed[0]!, 20, 20);
        mirrored["mirrored"] = true;
        Assert.Contains(
            "can be read",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Put($"{run}/piece/scene", Scene(arranged, mirrored))
            ),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "20 and 420",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Put($"{run}/piece/scene/panel", new { width = "2 mm", height = "80 mm" })
            ),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "too far off",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Put($"{run}/piece/scene", Scene(arranged, At(placed[0]!, 9e9, 0)))
            ),
            StringComparison.Ordinal
        );
        await maker.Trouble(HttpStatusCode.Conflict, maker.Post($"{run}/piece/scene", new { }));
        await maker.Trouble(HttpStatusCode.NotFound, maker.Post($"{run}/piece/scene/stamps/{Guid.NewGuid()}"));
        var failed = await maker.Follow(
            maker.Post(
                $"{run}/piece/scene/stamps",
                Visitor.Form(
                    """<svg xmlns="http://www.w3.org/2000/svg" width="30mm" height="30mm"/>"""u8.ToArray(),
                    "empty.svg"
                )
            )
        );
        Assert.Equal("failed", failed["state"]!.GetValue<string>());
        Assert.Equal(["With thanks", "crate", "shed"], Names(await maker.Ok(maker.Get($"{run}/piece/scene"))));

        var other = await server.NewMaker();
        await other.Trouble(HttpStatusCode.NotFound, other.Get($"{await maker.PieceAddress(run)}/scene"));
        var bare = await other.Begin();
        await other.Ok(other.Post($"{bare}/piece/scene", new { }));
        Assert.Contains(
            "Place a stamp first",
            await other.Trouble(HttpStatusCode.Conflict, other.Post($"{bare}/piece/scene/areas")),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "no mask is needed",
            await other.Trouble(HttpStatusCode.Conflict, other.Get($"{bare}/piece/scene/masks/A4.pdf")),
            StringComparison.Ordinal
        );
        Assert.Empty((await other.Ok(other.Get($"{bare}/piece/scene")))["stamps"]!.AsArray());
    }

    [Fact]
    public async Task A_gap_closed_by_a_stroke_stays_closed_when_its_stamp_is_moved_and_a_stamp_no_longer_used_is_forgotten()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin();
        // A wall with a gap of 4 mm between two rooms.
        var rooms =
            """<svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="40mm" viewBox="0 0 60 40"><path d="M5 5H55V35H5ZM30 5V18M30 22V35" fill="none" stroke="#000" stroke-width="0.5"/></svg>"""u8.ToArray();
        await maker.Ok(maker.Post($"{run}/piece/scene", new { width = "140 mm", height = "120 mm" }));
        await maker.Follow(maker.Post($"{run}/piece/scene/stamps", Visitor.Form(rooms, "rooms.svg")));
        await maker.Follow(maker.Post($"{run}/piece/scene/stamps", Visitor.Form(Box(20), "pot.svg")));
        var scene = await maker.Ok(maker.Get($"{run}/piece/scene"));
        var (pot, wall) = (scene["frontFirst"]![0]!, scene["frontFirst"]![1]!);
        await maker.Ok(maker.Put($"{run}/piece/scene", Scene(scene, At(wall, 40, 30), At(pot, 100, 90))));
        Assert.Equal(
            "2 areas found.",
            (await maker.Follow(maker.Post($"{run}/piece/scene/areas")))["message"]!.GetValue<string>()
        );
        await maker.Follow(
            maker.Post(
                $"{run}/piece/image/gaps",
                new { stroke = new[] { new { x = 40, y = 26 }, new { x = 40, y = 34 } } }
            )
        );
        Assert.Equal(3, (await maker.Piece(run))["image"]!["areas"]!.AsArray().Count);

        // Turned by a quarter and moved: the stroke goes along.
        await maker.Ok(maker.Put($"{run}/piece/scene", Scene(scene, At(wall, 90, 60, 90))));
        Assert.Equal(
            "2 areas found.",
            (await maker.Follow(maker.Post($"{run}/piece/scene/areas")))["message"]!.GetValue<string>()
        );

        var (potStamp, wallStamp) = (pot["stamp"]!.GetValue<string>(), wall["stamp"]!.GetValue<string>());
        Assert.Contains(
            "is used in a scene",
            await maker.Trouble(HttpStatusCode.Conflict, maker.Delete($"{run}/piece/scene/stamps/{wallStamp}")),
            StringComparison.Ordinal
        );
        var left = await maker.Ok(maker.Delete($"{run}/piece/scene/stamps/{potStamp}"));
        Assert.Equal([wallStamp], left["stamps"]!.AsArray().Select(stamp => stamp!["id"]!.GetValue<string>()));
    }

    // True to size: the PDF is rendered at 300 dots per inch by poppler and measured. Sheet sizes by ISO 216 and
    // ANSI/ASME Y14.1.
    [Theory]
    [InlineData("A4", 2480, 3508)]
    [InlineData("Letter", 2550, 3300)]
    public async Task Printed_masks_are_true_to_size(string paper, int width, int height)
    {
        var (maker, run, scene) = await Begin();
        await Arrange(maker, run, scene);
        using var picture = PrintedPages.Rendered(
            await maker.File($"{run}/piece/scene/masks/{paper}.pdf", "application/pdf")
        );
        Assert.InRange(picture.Width, width - 1, width + 1);
        Assert.InRange(picture.Height, height - 1, height + 1);
        // The rule of 100 mm: the longest run of dark pixels in the head of the sheet.
        var dots = 300 / 25.4;
        Assert.Equal(
            MaskPrint.RuleMm,
            Longest(picture, 0, (int)((MaskSheet.MarginMm + MaskSheet.HeadMm - 0.5) * dots)) / dots,
            0.3
        );
        // The crate's mask is the widest: 30 mm, and the line to its outside, less what is cut inside; and the cut's
        // own line.
        var side = 30 + 0.5 - 2 * MaskSheet.WithinLineMm + 0.2;
        Assert.Equal(
            side,
            Longest(picture, (int)((MaskSheet.MarginMm + MaskSheet.HeadMm - 0.5) * dots), picture.Height) / dots,
            0.35
        );
    }

    [Fact]
    public async Task Masks_as_SVG_are_in_millimetres()
    {
        var (maker, run, scene) = await Begin();
        await Arrange(maker, run, scene);
        var svg = XDocument
            .Parse(Encoding.UTF8.GetString(await maker.File($"{run}/piece/scene/masks/a4/1.svg", "image/svg+xml")))
            .Root!;
        Assert.Equal(
            ("210mm", "297mm", "0 0 210 297"),
            (svg.Attribute("width")!.Value, svg.Attribute("height")!.Value, svg.Attribute("viewBox")!.Value)
        );
        var cut = svg.Elements()
            .Single(group => group.Attribute("id")?.Value == "cut")
            .Elements()
            .Select(path => path.Attribute("d")!.Value)
            .ToList();
        Assert.Equal(2, cut.Count);
        var widths = cut.Select(path =>
            {
                using var shape = SKPath.ParseSvgPathData(path);
                return shape.Bounds.Width;
            })
            .Order()
            .ToList();
        Assert.Equal(20.1, widths[0], 0.15);
        Assert.Equal(30.1, widths[1], 0.15);
        await maker.Trouble(HttpStatusCode.NotFound, maker.Get($"{run}/piece/scene/masks/A4/2.svg"));
        await maker.Trouble(HttpStatusCode.UnprocessableEntity, maker.Get($"{run}/piece/scene/masks/A9.pdf"));
    }

    /// <summary>The longest run of dark pixels in rows of a picture.</summary>
    private static int Longest(SKBitmap picture, int from, int to)
    {
        var longest = 0;
        for (var y = from; y < to; y++)
        {
            var run = 0;
            for (var x = 0; x < picture.Width; x++)
            {
                run = picture.GetPixel(x, y).Red < 160 ? run + 1 : 0;
                longest = Math.Max(longest, run);
            }
        }
        return longest;
    }
}
