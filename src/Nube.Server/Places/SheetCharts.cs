using System.Collections.Immutable;
using System.Text;
using System.Text.Json;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using Nube.Core;
using Nube.Core.Artwork;
using Nube.Core.Colour;
using Nube.Core.Swatches;
using Nube.Data;
using Nube.Devices.Swatches;
using Nube.Server.Support;
using Nube.Workshop;

namespace Nube.Server.Places;

/// <summary>The maker's colour chart.</summary>
public sealed record ChartView(string Name, int Columns, IReadOnlyList<Srgb> Colours)
{
    /// <summary>A chart as it is shown.</summary>
    internal static ChartView? Of(ColourChart? chart) =>
        chart is null ? null : new ChartView(chart.Name, chart.Columns, [.. chart.Known.Select(Srgb.FromLab)]);
}

/// <summary>Where the chart's outer corners lie in a picture, pixels, going round.</summary>
public sealed record ChartCorners(ImmutableArray<PicturePoint> Corners);

/// <summary>Colour charts of known values that lie in the shot beside a sheet.</summary>
internal static class SheetCharts
{
    private const int MostText = 1_000_000; // letters of a chart's file

    public static void MapSheetCharts(this IEndpointRouteBuilder sheets)
    {
        sheets.MapPost("/chart", BringIn).RequireRateLimiting(Image.UploadLimit).DisableAntiforgery();
        sheets.MapDelete("/chart", LetGo);
        sheets.MapGet("/chart/stand-in.txt", () =>
            TypedResults.File(
                Encoding.UTF8.GetBytes(ChartText.Write(StandInChart.Chart)),
                "text/plain",
                "stand-in-chart.txt"
            )
        );
        sheets.MapPut("/{id:guid}/pictures/{hash}/chart", Point);
        sheets.MapDelete("/{id:guid}/pictures/{hash}/chart", TakeAway);
    }

    /// <summary>The maker's chart.</summary>
    public static async Task<ColourChart?> Of(Guid maker, NubeDb db, CancellationToken cancel) =>
        (await db.Users.AsNoTracking().SingleAsync(user => user.Id == maker, cancel)).Chart;

    /// <summary>The maker's chart, where it lies beside what was taken.</summary>
    /// <param name="corners">Its four outer corners as JSON, as shares of the picture's width both across and down.</param>
    /// <param name="maker">Whose.</param>
    /// <param name="db">Where it is kept.</param>
    /// <param name="cancel">Gives up.</param>
    public static async Task<ChartBeside> At(string corners, MakerAtWork maker, NubeDb db, CancellationToken cancel)
    {
        ImmutableArray<PicturePoint> shares;
        try
        {
            shares = JsonSerializer.Deserialize<ImmutableArray<PicturePoint>>(corners, RecordJson.Options);
        }
        catch (JsonException)
        {
            shares = [];
        }
        if (shares.IsDefault || shares.Length != 4)
            throw TroubleException.Unusable("Where your chart lies is told by its four outer corners.");
        return new ChartBeside(await Of(maker.MakerId, db, cancel) ?? throw NoChart(), shares);
    }

    private static TroubleException NoChart() => TroubleException.Conflict("Bring in your chart's values first.");

    private static async Task<Ok<ChartView>> BringIn(
        IFormFile file,
        [FromForm] int? columns,
        NubeDb db,
        MakerAtWork maker,
        CancellationToken cancel
    )
    {
        if (file.Length > MostText)
            throw TroubleException.Unusable("This file is too large for a colour chart.");
        using var reader = new StreamReader(file.OpenReadStream());
        var name = Path.GetFileNameWithoutExtension(file.FileName) is { Length: > 0 and <= 80 } given
            ? given
            : "Colour chart";
        var chart = ChartText.Read(await reader.ReadToEndAsync(cancel), name, columns);
        (await db.Users.SingleAsync(user => user.Id == maker.MakerId, cancel)).Chart = chart;
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(ChartView.Of(chart)!);
    }

    private static async Task<NoContent> LetGo(NubeDb db, MakerAtWork maker, CancellationToken cancel)
    {
        (await db.Users.SingleAsync(user => user.Id == maker.MakerId, cancel)).Chart = null;
        await db.SaveChangesAsync(cancel);
        return TypedResults.NoContent();
    }

    private static async Task<Ok<SheetView>> Point(
        Guid id,
        string hash,
        ChartCorners given,
        NubeDb db,
        MakerAtWork maker,
        FileStore files,
        Apprentices apprentices,
        CancellationToken cancel
    )
    {
        var chart = await Of(maker.MakerId, db, cancel) ?? throw NoChart();
        var sheet = await Sheets.Find(id, db, cancel);
        var at = sheet.Pictures.FirstOrDefault(picture => picture.Hash == hash)
            ?? throw TroubleException.Gone("This picture was taken away.");
        var reading = await apprentices.Do(
            new ReadChart(sheet.Layout, chart, given.Corners),
            (await files.Get(hash, cancel)).Content,
            stop: cancel
        );
        ChartCorrection.ExpectChart(reading);
        sheet.Pictures = [.. sheet.Pictures.Select(one => one == at ? at with { Chart = reading } : one)];
        sheet.UsedAt = null;
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(await Sheets.View(sheet, db, cancel));
    }

    private static async Task<Ok<SheetView>> TakeAway(Guid id, string hash, NubeDb db, CancellationToken cancel)
    {
        var sheet = await Sheets.Find(id, db, cancel);
        sheet.Pictures = [.. sheet.Pictures.Select(one => one.Hash == hash ? one with { Chart = null } : one)];
        sheet.UsedAt = null;
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(await Sheets.View(sheet, db, cancel));
    }
}
