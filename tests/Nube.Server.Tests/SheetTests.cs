using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Swatches;
using Nube.Devices.Swatches;
using Nube.Server.Printing;

namespace Nube.Server.Tests;

/// <summary>Print a swatch sheet, paint it, bring it in, use it.</summary>
public class SheetTests(NubeServer server) : IClassFixture<NubeServer>
{
    private static readonly Spectrum Paper = ReflectanceReconstruction.From(Srgb.Parse("#f7f4ec"));

    private static byte[] ScanOf(SwatchSheet sheet, Slips? slips = null) =>
        SheetScanner.Take(
            PaintedSheet.By(
                sheet,
                [.. Enumerable.Range(0, sheet.Rows).Select(row => TruePaint.Behind(GenericCatalogue.Pans[row], row))],
                Paper,
                slips ?? Slips.None,
                3
            ),
            SheetConditions.Scan,
            3
        );

    private static async Task<(Visitor Maker, string Sheet, List<string> Pans)> Begin(NubeServer server, int rows = 3)
    {
        var maker = await server.NewMaker();
        var pans = (await maker.Ok(maker.Get("/api/stash")))
            .AsArray()
            .Take(rows)
            .Select(item => item!["id"]!.GetValue<string>())
            .ToList();
        var made = await maker.Ok(maker.Post("/api/sheets", new { colourants = pans, size = "a4" }));
        return (maker, $"/api/sheets/{made["id"]!.GetValue<string>()}", pans);
    }

    [Fact]
    public async Task A_scan_becomes_measured_colours_that_mixes_are_computed_from()
    {
        var (maker, sheet, pans) = await Begin(server);
        var read = await maker.Ok(
            maker.Post(
                $"{sheet}/pictures",
                Visitor.FormWith(ScanOf(new SwatchSheet(SheetSize.A4, 0, 3)), "my scan.jpg", ("source", "scan"))
            )
        );
        Assert.Equal("scan", read["source"]!.GetValue<string>());
        Assert.Equal(8, read["pictures"]![0]!["marksFound"]!.GetValue<int>());
        Assert.Equal(15, read["pictures"]![0]!["boxes"]!.AsArray().Count);
        Assert.All(read["rows"]!.AsArray(), row => Assert.InRange(row!["howSure"]!.GetValue<double>(), 0.5, 9));
        Assert.NotEmpty(
            await maker.File($"{sheet}/pictures/{read["pictures"]![0]!["hash"]!.GetValue<string>()}", "image/jpeg")
        );

        // Nothing changes in the stash before the maker says so.
        Assert.Equal("estimated", (await Item(maker, pans[0]))["colourant"]!["provenance"]!.GetValue<string>());
        var before = await Wash(maker, pans[0]);
        Assert.Null((await maker.Ok(maker.Get("/api/habits")))["dilution"]);
        Assert.True((await maker.Ok(maker.Post($"{sheet}/use")))["used"]!.GetValue<bool>());
        // How the hand dilutes was learned with it; this one does about as it is told.
        var dilution = (await maker.Ok(maker.Get("/api/habits")))["dilution"]!;
        Assert.Equal(1, dilution["times"]!.GetValue<int>());
        Assert.InRange(dilution["fourIsLike"]!.GetValue<double>(), 3.2, 5);
        var measured = (await Item(maker, pans[0]))["colourant"]!;
        Assert.Equal(
            ("measured", "scan"),
            (measured["provenance"]!.GetValue<string>(), measured["source"]!.GetValue<string>())
        );
        Assert.NotEqual(before, await Wash(maker, pans[0]));

        // The paint behind the stand-in is what is predicted now, nearer than the estimate was.
        var truth = SpectralColour.ToLab(
            TruePaint.Behind(GenericCatalogue.Pans[0], 0).Over(GenericCatalogue.Papers[0].Reflectance(), 0.2)
        );
        double Off(string colour) => Ciede2000.Difference(truth, Srgb.Parse(colour).ToLab());
        Assert.True(Off(await Wash(maker, pans[0])) < Off(before));
        Assert.InRange(Off(await Wash(maker, pans[0])), 0, 3);
    }

    [Fact]
    public async Task Slips_are_said_and_a_box_can_be_left_out_and_taken_in()
    {
        var (maker, sheet, _) = await Begin(server);
        var read = await maker.Ok(
            maker.Post(
                $"{sheet}/pictures",
                Visitor.FormWith(
                    ScanOf(new SwatchSheet(SheetSize.A4, 0, 3), new Slips([(0, 1)], [1], [], [])),
                    "scan.jpg",
                    ("source", "scan")
                )
            )
        );
        Assert.Contains(
            "1:1 is not painted",
            read["rows"]![0]!["oddities"]![0]!.GetValue<string>(),
            StringComparison.Ordinal
        );
        Assert.Contains("swapped", read["rows"]![1]!["oddities"]![0]!.GetValue<string>(), StringComparison.Ordinal);
        var without = await maker.Ok(maker.Put($"{sheet}/boxes/2/0/left-out"));
        Assert.True(without["rows"]![2]!["boxes"]![0]!["leftOut"]!.GetValue<bool>());
        Assert.Null(without["rows"]![2]!["boxes"]![0]!["read"]);
        var again = await maker.Ok(maker.Delete($"{sheet}/boxes/2/0/left-out"));
        Assert.NotNull(again["rows"]![2]!["boxes"]![0]!["read"]);
        await maker.Trouble(HttpStatusCode.UnprocessableEntity, maker.Put($"{sheet}/boxes/7/0/left-out"));
    }

    [Fact]
    public async Task A_chart_in_the_shot_is_pointed_at_and_can_be_let_go()
    {
        var (maker, sheet, _) = await Begin(server);
        var conditions = SheetConditions.Photo with { Chart = true };
        var layout = new SwatchSheet(SheetSize.A4, 0, 3);
        var painted = PaintedSheet.By(
            layout,
            [.. Enumerable.Range(0, 3).Select(row => TruePaint.Behind(GenericCatalogue.Pans[row], row))],
            Paper,
            Slips.None,
            3
        );
        var read = await maker.Ok(
            maker.Post(
                $"{sheet}/pictures",
                Visitor.FormWith(SheetScanner.Take(painted, conditions, 3), "both.jpg", ("source", "photo"))
            )
        );
        var picture = read["pictures"]![0]!;
        var chart = $"{sheet}/pictures/{picture["hash"]!.GetValue<string>()}/chart";
        var corners = SheetScanner.ChartCorners(layout, conditions, picture["width"]!.GetValue<int>());
        await maker.Trouble(HttpStatusCode.Conflict, maker.Put(chart, new { corners }));

        var values = Encoding.UTF8.GetString(await maker.File("/api/sheets/chart/stand-in.txt", "text/plain"));
        await maker.Trouble(
            HttpStatusCode.UnprocessableEntity,
            maker.Post("/api/sheets/chart", Visitor.Form("no chart"u8.ToArray(), "chart.txt"))
        );
        var mine = await maker.Ok(
            maker.Post("/api/sheets/chart", Visitor.Form(Encoding.UTF8.GetBytes(values), "my chart.txt"))
        );
        Assert.Equal(
            ("my chart", 6, 24),
            (mine["name"]!.GetValue<string>(), mine["columns"]!.GetValue<int>(), mine["colours"]!.AsArray().Count)
        );
        var with = await maker.Ok(maker.Put(chart, new { corners }));
        Assert.Equal("photoWithChart", with["source"]!.GetValue<string>());
        Assert.Contains(
            "puts the device's colours right",
            with["pictures"]![0]!["sentence"]!.GetValue<string>(),
            StringComparison.Ordinal
        );

        // Pointed at the bare desk: said, and what was read before stays.
        await maker.Trouble(
            HttpStatusCode.UnprocessableEntity,
            maker.Put(chart, new { corners = corners.Select(corner => new { x = corner.X, y = corner.Y + 300 }) })
        );
        Assert.Equal("photoWithChart", (await maker.Ok(maker.Get(sheet)))["source"]!.GetValue<string>());
        Assert.Equal("photo", (await maker.Ok(maker.Delete(chart)))["source"]!.GetValue<string>());
        Assert.Equal(HttpStatusCode.NoContent, (await maker.Delete("/api/sheets/chart")).StatusCode);
        Assert.Null((await maker.Ok(maker.Get(sheet)))["chart"]);
    }

    [Fact]
    public async Task Scan_photo_and_meter_of_the_stand_ins_come_in_and_the_meters_readings_go_out_and_in_again()
    {
        var (maker, sheet, _) = await Begin(server);
        await maker.Ok(maker.Post($"{sheet}/stand-in", new { source = "scan" }));
        var both = await maker.Ok(maker.Post($"{sheet}/stand-in", new { source = "photo" }));
        Assert.Equal("scanAndPhoto", both["source"]!.GetValue<string>());
        Assert.Equal(2, both["pictures"]!.AsArray().Count);
        var metered = await maker.Ok(maker.Post($"{sheet}/stand-in", new { source = "meter" }));
        Assert.Equal(("meter", 17), (metered["source"]!.GetValue<string>(), metered["metered"]!.GetValue<int>()));
        await maker.Trouble(
            HttpStatusCode.UnprocessableEntity,
            maker.Post($"{sheet}/stand-in", new { source = "eye" })
        );

        var text = await maker.File($"{sheet}/meter.txt", "text/plain");
        Assert.StartsWith("CGATS.17", Encoding.UTF8.GetString(text), StringComparison.Ordinal);
        Assert.Equal("scanAndPhoto", (await maker.Ok(maker.Delete($"{sheet}/meter")))["source"]!.GetValue<string>());
        await maker.Trouble(HttpStatusCode.Conflict, maker.Get($"{sheet}/meter.txt"));
        var back = await maker.Ok(maker.Post($"{sheet}/meter", Visitor.Form(text, "readings.txt")));
        Assert.Equal(
            metered["rows"]![0]!["howSure"]!.GetValue<double>(),
            back["rows"]![0]!["howSure"]!.GetValue<double>(),
            0.01
        );
        Assert.Contains(
            "not a CGATS",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Post($"{sheet}/meter", Visitor.Form("hello"u8.ToArray(), "a.txt"))
            ),
            StringComparison.Ordinal
        );
        var foreign = Encoding.UTF8.GetBytes(CgatsText.Write([new MeterReading("X1", Paper)], "2026-09-12"));
        Assert.Contains(
            "named after the sheet's boxes",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Post($"{sheet}/meter", Visitor.Form(foreign, "a.txt"))
            ),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task Bad_pictures_are_said_and_lose_nothing()
    {
        var (maker, sheet, _) = await Begin(server);
        await maker.Ok(maker.Post($"{sheet}/stand-in", new { source = "scan" }));
        foreach (
            var (file, why) in new (byte[], string)[]
            {
                ("not a picture"u8.ToArray(), "not an SVG, PNG, JPEG, WebP or TIFF"),
                (Pictures.ThreeRooms, "a drawing, not a scan"),
                (ScanOf(new SwatchSheet(SheetSize.A4, 4, 3)), "another of your swatch sheets"),
                (ScanOf(new SwatchSheet(SheetSize.A4, 0, 3))[..200_000], "damaged"),
            }
        )
        {
            Assert.Contains(
                why,
                await maker.Trouble(
                    HttpStatusCode.UnprocessableEntity,
                    maker.Post($"{sheet}/pictures", Visitor.FormWith(file, "a.jpg", ("source", "scan")))
                ),
                StringComparison.Ordinal
            );
        }
        Assert.Single((await maker.Ok(maker.Get(sheet)))["pictures"]!.AsArray());

        var empty = await Begin(server, 1);
        await empty.Maker.Trouble(HttpStatusCode.Conflict, empty.Maker.Post($"{empty.Sheet}/use"));
        await maker.Trouble(
            HttpStatusCode.UnprocessableEntity,
            maker.Post("/api/sheets", new { colourants = Array.Empty<string>(), size = "a4" })
        );
    }

    // True to size: the PDF is rendered at 300 dots per inch by poppler and the marks and bars are looked for where the
    // layout says. A4 by ISO 216, Letter by ANSI/ASME Y14.1.
    [Theory]
    [InlineData(SheetSize.A4, 2480, 3508)]
    [InlineData(SheetSize.Letter, 2550, 3300)]
    public void The_printed_sheet_is_true_to_size(SheetSize size, int width, int height)
    {
        var sheet = new SwatchSheet(size, 1, SwatchSheet.MostRows);
        var (pdf, png) = (Path.GetTempFileName(), Path.GetTempFileName());
        try
        {
            File.WriteAllBytes(
                pdf,
                SwatchSheetPrint.Print(
                    sheet,
                    2,
                    [.. Enumerable.Range(1, sheet.Rows).Select(row => $"A colour with quite a long name {row}")]
                )
            );
            using (var render = Process.Start("pdftoppm", ["-r", "300", "-png", "-singlefile", pdf, png]))
                render.WaitForExit();
            var picture = Core.Artwork.PictureReader.ReadColours(File.ReadAllBytes(png + ".png"));
            Assert.InRange(picture.Width, width - 1, width + 1);
            Assert.InRange(picture.Height, height - 1, height + 1);
            // A printed, unpainted sheet is found in its own picture, at exactly its size.
            var reading = SheetReader.Read(picture, sheet);
            Assert.Equal(8, reading.MarksFound);
            Assert.Equal(300 / 25.4, reading.PixelsPerMm, 0.01);
            Assert.Equal(0, reading.TurnDegrees, 0.05);
            Assert.All(reading.Patches, patch =>
            {
                var (x, y) = (patch.Patch.Box.X * 300 / 25.4, patch.Patch.Box.Y * 300 / 25.4);
                Assert.InRange(patch.Corners[0].X - x, -1.5, 1.5);
                Assert.InRange(patch.Corners[0].Y - y, -1.5, 1.5);
                // Nothing printed lies in a box.
                if (!patch.Patch.OverBlack)
                    Assert.Equal(1, patch.Light.Mean, 0.001);
            });
        }
        finally
        {
            foreach (var file in new[] { pdf, png, png + ".png" })
                File.Delete(file);
        }
    }

    private static async Task<JsonNode> Item(Visitor maker, string id) =>
        (await maker.Ok(maker.Get("/api/stash"))).AsArray().Single(item => item!["id"]!.GetValue<string>() == id)!;

    /// <summary>The predicted wash 1:4 of a colourant on the first paper.</summary>
    private static async Task<string> Wash(Visitor maker, string pan)
    {
        var paper = (await maker.Ok(maker.Get("/api/stash")))
            .AsArray()
            .First(item => item!["kind"]!.GetValue<string>() == "paper")!["id"]!.GetValue<string>();
        var tried = await maker.Ok(
            maker.Post(
                "/api/mix/try",
                new
                {
                    paper,
                    parts = new[] { new { colourant = pan, parts = 1 } },
                    water = 4,
                }
            )
        );
        return tried["layers"]![0]!["colour"]!.GetValue<string>();
    }
}
