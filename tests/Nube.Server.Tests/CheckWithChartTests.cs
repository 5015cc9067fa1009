using System.Net;
using System.Text;
using System.Text.Json;
using Nube.Devices.Swatches;
using SkiaSharp;

namespace Nube.Server.Tests;

/// <summary>A chart of known colours lies in the shot beside a coloured card.</summary>
public class CheckWithChartTests(NubeServer server) : IClassFixture<NubeServer>
{
    private const int Patch = 60, // pixels
        Gap = 60;

    [Fact]
    public async Task The_stand_in_takes_a_card_with_its_chart()
    {
        var (maker, run) = await server.Painted();

        var job = await maker.StandIn(run, "photoWithChart");

        Assert.Equal("done", job["state"]!.GetValue<string>());
        var checks = await maker.Ok(maker.Get($"{run}/checks"));
        Assert.Equal(StandInChart.Chart.Name, checks["chart"]!["name"]!.GetValue<string>());
        Assert.Equal(StandInChart.Chart.Name, checks["checks"]![0]!["chartName"]!.GetValue<string>());
        var card = await maker.LatestCard(run);
        Assert.Equal(ColouredCards.Areas, card["areas"]!.GetValue<int>());
        Assert.InRange(card["medianDifference"]!.GetValue<double>(), 0, 6);
    }

    [Fact]
    public async Task A_maker_points_at_the_chart_in_a_picture_and_is_told_when_it_is_not_there()
    {
        var (maker, run) = await server.Painted();
        await maker.StandIn(run, "scan");
        Assert.Null((await maker.Ok(maker.Get($"{run}/checks")))["checks"]![0]!["chartName"]);
        var first = await maker.LatestCard(run);
        var taken = await maker.File(first["pictureUrl"]!.GetValue<string>(), "image/webp");
        var (both, corners) = WithChart(taken);
        Assert.Contains(
            "chart's values first",
            await maker.Trouble(HttpStatusCode.Conflict, Post(both, corners)),
            StringComparison.Ordinal
        );
        var values = await maker.File("/api/sheets/chart/stand-in.txt", "text/plain");
        await maker.Ok(maker.Post("/api/sheets/chart", Visitor.Form(values, "harvest chart.txt")));
        foreach (var none in new[] { "nowhere", "[]", "null", corners[..^1] + ",{\"x\":0,\"y\":0}]" })
            Assert.Contains(
                "four outer corners",
                await maker.Trouble(HttpStatusCode.UnprocessableEntity, Post(both, none)),
                StringComparison.Ordinal
            );

        var beside = await maker.BringInCards(run, both, OnTheCard);

        Assert.Equal("failed", beside["state"]!.GetValue<string>());
        Assert.Contains(
            "does not look like your chart \"harvest chart\"",
            beside["message"]!.GetValue<string>(),
            StringComparison.Ordinal
        );
        Assert.Single((await maker.Ok(maker.Get($"{run}/checks")))["checks"]!.AsArray());

        Assert.Equal("done", (await maker.BringInCards(run, both, corners))["state"]!.GetValue<string>());
        Assert.Equal(
            "harvest chart",
            (await maker.Ok(maker.Get($"{run}/checks")))["checks"]![0]!["chartName"]!.GetValue<string>()
        );
        Assert.Equal(ColouredCards.Areas, (await maker.LatestCard(run))["areas"]!.GetValue<int>());

        Task<HttpResponseMessage> Post(byte[] file, string chart) =>
            maker.Post($"{run}/checks", Visitor.FormWith(file, "both.png", ("card", "1"), ("chart", chart)));
    }

    private const string OnTheCard =
        "[{\"x\":0.1,\"y\":0.1},{\"x\":0.4,\"y\":0.1},{\"x\":0.4,\"y\":0.3},{\"x\":0.1,\"y\":0.3}]";

    /// <summary>A card with a chart below it on the same white, and the chart's corners as they are sent.</summary>
    private static (byte[] Picture, string Corners) WithChart(byte[] picture)
    {
        var (columns, rows) = (StandInChart.Chart.Columns, StandInChart.Chart.Rows);
        using var card = SKBitmap.Decode(picture);
        using var both = new SKBitmap(
            Math.Max(card.Width, Patch * columns) + 2 * Gap,
            card.Height + Patch * rows + 3 * Gap
        );
        var (left, top) = (Gap, card.Height + 2 * Gap);
        using (var canvas = new SKCanvas(both))
        using (var paint = new SKPaint())
        {
            canvas.Clear(SKColors.White);
            canvas.DrawBitmap(card, Gap, Gap, SKSamplingOptions.Default);
            foreach (var (at, known) in StandInChart.Chart.Known.Index())
            {
                var colour = Core.Colour.Srgb.FromLab(known);
                paint.Color = SKColor.Parse(colour.ToString());
                canvas.DrawRect(left + at % columns * Patch, top + at / columns * Patch, Patch, Patch, paint);
            }
        }
        (int X, int Y)[] corners =
        [
            (left, top),
            (left + columns * Patch, top),
            (left + columns * Patch, top + rows * Patch),
            (left, top + rows * Patch),
        ];
        using var coded = both.Encode(SKEncodedImageFormat.Png, 100);
        return (
            coded.ToArray(),
            JsonSerializer.Serialize(
                corners.Select(corner => new { x = corner.X / (double)both.Width, y = corner.Y / (double)both.Width })
            )
        );
    }
}
