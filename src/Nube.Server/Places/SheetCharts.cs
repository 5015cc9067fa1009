using System.Collections.Immutable;
using System.Text;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
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

    // Mean CIEDE2000 above which something else than the chart lies between the corners. This project's own: the
    // stand-ins' charts are read to 2 to 4, and 15 and more with the corners elsewhere.
    private const double NotThisChart = 9;

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
        var chart = (await db.Users.AsNoTracking().SingleAsync(user => user.Id == maker.MakerId, cancel)).Chart
            ?? throw TroubleException.Conflict("Bring in your chart's values first.");
        var sheet = await Sheets.Find(id, db, cancel);
        var at = sheet.Pictures.FirstOrDefault(picture => picture.Hash == hash)
            ?? throw TroubleException.Gone("This picture was taken away.");
        var reading = await apprentices.Do(
            new ReadChart(sheet.Layout, chart, given.Corners),
            (await files.Get(hash, cancel)).Content,
            stop: cancel
        );
        var missed = ChartCorrection.From(reading).Missed;
        if (missed > NotThisChart)
        {
            throw TroubleException.Unusable(
                $"What lies between these four corners does not look like your chart \"{chart.Name}\". Point at the outer corners of its corner patches."
            );
        }
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
