using System.Text.Json.Nodes;
using SkiaSharp;

namespace Nube.Server.Tests;

/// <summary>Cards that were coloured, on their way to be looked at.</summary>
internal static class ColouredCards
{
    /// <summary>How many areas are.</summary>
    public const int Areas = 5;

    private static readonly string[] Pencils = ["Leaf green pencil", "Dark green pencil", "Lemon pencil"];

    /// <summary>A run that is planned.</summary>
    public static async Task<(Visitor Maker, string Run)> Planned(this NubeServer server, bool pencils = false)
    {
        var maker = await server.NewMaker();
        if (pencils)
            await maker.Ok(maker.Post("/api/stash/catalogue", new { names = Pencils }));
        var run = await maker.Begin();
        await maker.BringIn(run, Pictures.PearBranch);
        if (pencils)
            await maker.TakeAll(run);
        var areas = (await maker.Piece(run))["image"]!["areas"]!
            .AsArray()
            .OrderByDescending(area => area!["sizeMm2"]!.GetValue<double>())
            .Select(area => area!["id"]!.GetValue<int>())
            .Take(Areas)
            .ToList();
        string[] colours = ["#b8812f", "#5c9140", "#c23b3b", "#5b86b5", "#8b5a3c"];
        foreach (var (area, colour) in areas.Zip(colours))
            await maker.Ok(
                maker.Put(
                    $"{run}/piece/colours/wishes",
                    new
                    {
                        areas = new[] { area },
                        colour,
                        shadow = "none",
                        method = pencils ? "dryPencil" : null,
                    }
                )
            );
        await maker.Ok(maker.Post($"{run}/plan"));
        return (maker, run);
    }

    /// <summary>The same with its first cards coloured, as far as the bench knows.</summary>
    public static async Task<(Visitor Maker, string Run)> Painted(
        this NubeServer server,
        int cards = 1,
        bool pencils = false
    )
    {
        var (maker, run) = await server.Planned(pencils);
        var steps = (await maker.Ok(maker.Get($"{run}/plan")))["steps"]!.AsArray();
        foreach (var step in steps.Where(step => step!["card"]!.GetValue<int>() <= cards))
            await maker.Done(run, step!["number"]!.GetValue<int>());
        return (maker, run);
    }

    /// <summary>The stand-ins colour and take card 1.</summary>
    public static Task<JsonNode> StandIn(this Visitor maker, string run, string source) =>
        maker.Follow(maker.Post($"{run}/checks/stand-in", new { card = 1, source }));

    /// <summary>A scan or photo is brought in, from card 1 on.</summary>
    public static Task<JsonNode> BringInCards(this Visitor maker, string run, byte[] file, string? chart = null) =>
        maker.Follow(
            maker.Post(
                $"{run}/checks",
                chart is null
                    ? Visitor.FormWith(file, "card.png", ("card", "1"))
                    : Visitor.FormWith(file, "card.png", ("card", "1"), ("chart", chart))
            )
        );

    /// <summary>The one card of the latest picture.</summary>
    public static async Task<JsonNode> LatestCard(this Visitor maker, string run) =>
        (await maker.Ok(maker.Get($"{run}/checks")))["checks"]!.AsArray()[0]!["cards"]!.AsArray().Single()!;

    /// <summary>A card with its lines and nothing else, on white paper.</summary>
    public static async Task<byte[]> BareCard(Visitor maker, string run)
    {
        var image = (await maker.Piece(run))["image"]!;
        using var lines = SKBitmap.Decode(await maker.File(image["lineUrl"]!.GetValue<string>(), "image/png"));
        var margin = (int)(8 * lines.Width / image["widthMm"]!.GetValue<double>()); // 8 mm
        using var card = new SKBitmap(lines.Width + 2 * margin, lines.Height + 2 * margin);
        using (var canvas = new SKCanvas(card))
        {
            canvas.Clear(SKColors.White);
            canvas.DrawBitmap(lines, margin, margin, SKSamplingOptions.Default);
        }
        using var coded = card.Encode(SKEncodedImageFormat.Png, 100);
        return coded.ToArray();
    }
}
