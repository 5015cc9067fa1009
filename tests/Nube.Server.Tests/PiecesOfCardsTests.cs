using System.Net;
using System.Text.Json.Nodes;

namespace Nube.Server.Tests;

/// <summary>Pieces of cards beyond their size: grounds, windows, papers by card, prints, lengths in the maker's unit.</summary>
public class PiecesOfCardsTests(NubeServer server) : IClassFixture<NubeServer>
{
    [Fact]
    public async Task Which_print_is_on_which_card_is_chosen_in_the_record()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin(2);
        var white = await maker.Paper("White cardstock 110 lb");
        var greeting = new
        {
            kind = "greeting",
            name = "Plum jam",
            paper = white,
            work = new[]
            {
                new
                {
                    method = "stampedWords",
                    colours = Array.Empty<string>(),
                    times = 2,
                },
            },
        };
        await maker.Ok(
            maker.Put(
                $"{run}/design",
                new
                {
                    format = "A6",
                    opening = "side",
                    basePaper = white,
                    pieces = new[] { greeting },
                }
            )
        );
        await maker.Ok(maker.Post($"{run}/plan"));
        Task<HttpResponseMessage> Tap(string kind, int step, int? print = null) =>
            maker.Post(
                $"{run}/bench/taps",
                new
                {
                    id = Guid.NewGuid(),
                    kind,
                    step,
                    print,
                }
            );
        async Task<List<(int Step, int Card, int Print)>> Prints() =>
            [
                .. (await maker.Ok(maker.Get($"{run}/record")))["prints"]!
                    .AsArray()
                    .Select(print =>
                        (
                            print!["step"]!.GetValue<int>(),
                            print["card"]!.GetValue<int>(),
                            print["print"]!.GetValue<int>()
                        )
                    ),
            ];
        for (var step = 0; step < 40; step++)
        {
            var now = await maker.Ok(maker.Get($"{run}/bench"));
            if (now["current"] is not { } current)
                break;
            await maker.Ok(Tap("done", current["number"]!.GetValue<int>()));
        }
        var taken = await Prints();
        Assert.Equal([1, 2], taken.Select(print => print.Print));
        await maker.Ok(Tap("whichPrint", taken[0].Step, 2));
        Assert.Equal([2, 1], (await Prints()).Select(print => print.Print));
        var other = Enumerable.Range(1, 99).First(step => taken.TrueForAll(print => print.Step != step));
        foreach (var (step, print) in new[] { (taken[0].Step, 3), (taken[0].Step, 0), (other, 1) })
            await maker.Trouble(HttpStatusCode.UnprocessableEntity, Tap("whichPrint", step, print));
    }

    /// <summary>A design that was kept before pieces had windows, other papers or an inside makes no plan stale.</summary>
    [Fact]
    public async Task Plans_of_designs_that_were_kept_before_are_what_they_were()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin(2);
        var white = await maker.Paper("White cardstock 110 lb");
        var card = new
        {
            format = "A6",
            opening = "side",
            basePaper = white,
            pieces = new[]
            {
                new
                {
                    kind = "greeting",
                    name = "Plum jam",
                    paper = white,
                },
            },
        };
        await maker.Ok(maker.Put($"{run}/design", card));
        await maker.Ok(maker.Post($"{run}/plan"));
        var id = run.Split('/')[^1];
        await using (var connection = new Npgsql.NpgsqlConnection(server.Connection))
        {
            await connection.OpenAsync();
            await using var command = new Npgsql.NpgsqlCommand(
                $$"""
                update runs set design = (design - 'otherBasePapers' - 'bladeMm') ||
                    jsonb_build_object('pieces', (
                        select jsonb_agg(piece - 'otherPapers' - 'inside' - 'window') from jsonb_array_elements(design -> 'pieces') piece
                    ))
                where id = '{{id}}' and design ? 'bladeMm'
                """,
                connection
            );
            Assert.Equal(1, await command.ExecuteNonQueryAsync());
        }
        Assert.False((await maker.Ok(maker.Get($"{run}/plan")))["stale"]!.GetValue<bool>());
    }

    [Fact]
    public async Task Lengths_are_said_in_the_makers_unit_and_stay_as_they_are()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin(2);
        var white = await maker.Paper("White cardstock 110 lb");
        object Piece(object? id, string width, string height, object more) =>
            new
            {
                id,
                kind = "ground",
                name = "Sky",
                paper = white,
                width,
                height,
                left = (string?)null,
                leftMm = 3.0,
                topMm = -2.0,
                more,
            };
        object Card(params object[] pieces) =>
            new
            {
                format = "A6",
                opening = "side",
                basePaper = white,
                pieces,
            };
        var made = await maker.Ok(maker.Put($"{run}/design", Card(Piece(null, "99 mm", "4 in", 0))));
        var piece = made["pieces"]![0]!;
        Assert.Equal("99 mm", piece["width"]!.GetValue<string>());
        Assert.Equal("4 in", piece["height"]!.GetValue<string>());

        await maker.Ok(maker.Put("/api/habits/lengths", new { lengths = "inches" }));
        var inches = await maker.Ok(maker.Get($"{run}/design"));
        piece = inches["pieces"]![0]!;
        Assert.Equal("3.898 in", piece["width"]!.GetValue<string>());
        Assert.Equal("-0.079 in", piece["top"]!.GetValue<string>());
        Assert.EndsWith(" in.", inches["envelope"]!.GetValue<string>(), StringComparison.Ordinal);
        // What is sent back as it was shown is the same to the last digit.
        var again = await maker.Ok(
            maker.Put($"{run}/design", Card(Piece(piece["id"]!.GetValue<Guid>(), "3.898 in", "4 in", 0)))
        );
        Assert.Equal(99, again["pieces"]![0]!["widthMm"]!.GetValue<double>());

        await maker.Ok(maker.Put("/api/habits/lengths", new { lengths = "millimetres" }));
        piece = (await maker.Ok(maker.Get($"{run}/design")))["pieces"]![0]!;
        Assert.Equal("101.6 mm", piece["height"]!.GetValue<string>());
        Assert.Equal("-2 mm", piece["top"]!.GetValue<string>());
        // Where a piece lies can be said in words, beyond the card too.
        var moved = new
        {
            id = piece["id"]!.GetValue<Guid>(),
            kind = "ground",
            name = "Sky",
            paper = white,
            width = "99 mm",
            height = "101.6 mm",
            left = "-1/4 in",
            top = "0 mm",
        };
        var lies = (await maker.Ok(maker.Put($"{run}/design", Card(moved))))["pieces"]![0]!;
        Assert.Equal((-6.35, 0.0), (lies["leftMm"]!.GetValue<double>(), lies["topMm"]!.GetValue<double>()));
        await maker.Trouble(
            HttpStatusCode.UnprocessableEntity,
            maker.Put(
                $"{run}/design",
                Card(
                    new
                    {
                        kind = "ground",
                        name = "Sky",
                        left = "a bit",
                    }
                )
            )
        );
    }

    [Fact]
    public async Task Mats_of_several_papers_are_cut_and_paid_for_by_their_own_sheets()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin(6);
        var (white, kraft) = (await maker.Paper("White cardstock 110 lb"), await maker.Paper("Kraft card"));
        object Card(object mat, double bladeMm = 0) =>
            new
            {
                format = "A6",
                opening = "side",
                basePaper = white,
                bladeMm,
                pieces = new[] { mat },
            };
        object Mat(int cards, string method = "cutToSize", params string[] colours) =>
            new
            {
                kind = "mat",
                name = "Mat",
                width = "95 mm",
                height = "138 mm",
                paper = white,
                otherPapers = new[] { new { paper = kraft, cards } },
                work = new[] { new { method, colours } },
            };
        var made = await maker.Ok(maker.Put($"{run}/design", Card(Mat(2))));
        var colours = made["pieces"]![0]!["coloursOnCards"]!
            .AsArray()
            .Select(colour => colour!.GetValue<string>())
            .ToList();
        Assert.Equal(6, colours.Count);
        Assert.Single(colours.Take(4).Distinct());
        Assert.NotEqual(colours[3], colours[4]);
        Assert.Null(made["price"]);

        // Half a sheet of kraft 191 mm wide holds two mats side by side; not with a blade that takes 1.5 mm.
        var sheet = new
        {
            width = "191 mm",
            height = "140 mm",
            count = 1,
            price = 0.4,
        };
        await maker.Ok(maker.Put($"/api/stash/{kraft}/sheets", new { sheets = new[] { sheet } }));
        async Task<string> Kraft() =>
            (await maker.Ok(maker.Post($"{run}/design/cuts")))
                .AsArray()
                .Single(paper => paper!["paper"]!.GetValue<string>() == kraft)!["sentence"]!.GetValue<string>();
        Assert.StartsWith("1 sheet, ", await Kraft(), StringComparison.Ordinal);
        await maker.Ok(maker.Put($"{run}/design", Card(Mat(2), bladeMm: 1.5)));
        Assert.StartsWith("2 sheets, ", await Kraft(), StringComparison.Ordinal);

        foreach (var bad in new[] { 0, 6, 99 })
            await maker.Trouble(HttpStatusCode.UnprocessableEntity, maker.Put($"{run}/design", Card(Mat(bad))));
        Assert.Contains(
            "worked out for one paper",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Put($"{run}/design", Card(Mat(2, "looseBackground", "#8fb4d6")))
            ),
            StringComparison.Ordinal
        );
        var plan = (await maker.Ok(maker.Post($"{run}/plan")))["plan"]!;
        Assert.Contains(plan["passes"]!.AsArray(), pass =>
            pass!["where"]!
                .GetValue<string>()
                .EndsWith(
                    "of White cardstock 110 lb on cards 1 to 4, of Kraft card on cards 5 and 6",
                    StringComparison.Ordinal
                )
        );
    }

    [Fact]
    public async Task A_ground_lies_where_it_is_wanted_and_is_seen_behind_the_opening_of_a_frame()
    {
        var maker = await server.NewMaker();
        var run = await maker.Begin(1);
        var white = await maker.Paper("White cardstock 110 lb");
        object Ground(object place) =>
            new
            {
                kind = "ground",
                name = "Sunset",
                paper = white,
                work = new[]
                {
                    new
                    {
                        method = "looseBackground",
                        colours = new[] { "#e3b29a", "#8fb4d6" },
                        place,
                    },
                },
            };
        object Card(object ground) =>
            new
            {
                format = "A6",
                opening = "side",
                basePaper = white,
                pieces = new[]
                {
                    ground,
                    new
                    {
                        kind = "frame",
                        name = "Frame",
                        paper = white,
                        width = "95 mm",
                        height = "138 mm",
                    },
                },
            };
        Assert.Contains(
            "tenth of the piece",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Put(
                    $"{run}/design",
                    Card(
                        Ground(
                            new
                            {
                                from = "edges",
                                degrees = 0,
                                softness = 1,
                                reach = 0.01,
                            }
                        )
                    )
                )
            ),
            StringComparison.Ordinal
        );
        var place = new
        {
            from = "corners",
            degrees = 0,
            softness = 0.7,
            corners = new[] { "topLeft" },
            reach = 0.6,
            widths = new[] { 1, 2 },
        };
        var made = await maker.Ok(maker.Put($"{run}/design", Card(Ground(place))));
        var work = made["pieces"]![0]!["work"]![0]!;
        Assert.StartsWith("from the top left corner, fading out after 60 %", work["lies"]!.GetValue<string>());
        Assert.Equal([1.0, 2.0], work["place"]!["widths"]!.AsArray().Select(width => width!.GetValue<double>()));

        // Its picture, as it will be; again from what was kept.
        var url = Assert.Single(made["pieces"]![0]!["grounds"]!.AsArray())!.GetValue<string>();
        for (var asked = 0; asked < 2; asked++)
        {
            using var leads = await maker.Get(url);
            using var picture = await maker.Get(leads.Headers.Location!.ToString());
            Assert.Equal(HttpStatusCode.OK, picture.StatusCode);
            using var seen = SkiaSharp.SKBitmap.Decode(await picture.Content.ReadAsByteArrayAsync());
            Assert.Equal((99 * 4, 142 * 4), (seen.Width, seen.Height));
            // Pink where it begins, bare card in the far corner.
            Assert.True(seen.GetPixel(20, 20).Red - seen.GetPixel(20, 20).Blue > 30);
            var bare = seen.GetPixel(seen.Width - 10, seen.Height - 10);
            Assert.InRange(bare.Red - bare.Blue, -8, 8);
        }
        await maker.Trouble(HttpStatusCode.NotFound, maker.Get(url.Replace("/ground/1", "/ground/2")));

        // Sized to the opening of the frame; the place stays.
        var frame = made["pieces"]![1]!;
        Assert.Equal("72 mm", frame["windowWidth"]!.GetValue<string>());
        var pieces = new[]
        {
            new
            {
                id = made["pieces"]![0]!["id"]!.GetValue<Guid>(),
                kind = "ground",
                name = "Sunset",
                paper = white,
                behind = (Guid?)frame["id"]!.GetValue<Guid>(),
                windowWidth = (string?)null,
                windowHeight = (string?)null,
                width = (string?)null,
                height = (string?)null,
            },
            new
            {
                id = frame["id"]!.GetValue<Guid>(),
                kind = "frame",
                name = "Frame",
                paper = white,
                behind = (Guid?)null,
                windowWidth = (string?)"60 mm",
                windowHeight = (string?)"80 mm",
                width = (string?)"95 mm",
                height = (string?)"138 mm",
            },
        };
        var fitted = await maker.Ok(
            maker.Put(
                $"{run}/design",
                new
                {
                    format = "A6",
                    opening = "side",
                    basePaper = white,
                    pieces,
                }
            )
        );
        Assert.Equal("72 mm", fitted["pieces"]![0]!["width"]!.GetValue<string>());
        Assert.Equal("92 mm", fitted["pieces"]![0]!["height"]!.GetValue<string>());
    }
}
