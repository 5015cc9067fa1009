using System.Collections.Immutable;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Artwork;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Swatches;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Devices.Swatches;
using Nube.Server.Support;
using Nube.Workshop;

namespace Nube.Server.Places;

/// <summary>What the stand-in devices should pretend.</summary>
/// <param name="Source">Scan, photo, photo with a colour chart, or meter.</param>
public sealed record Pretend(SwatchSource Source);

/// <summary>How a sheet's colours come in: a picture of it, a meter's readings, or the stand-in devices.</summary>
internal static class SheetReadings
{
    internal const int MostText = 2_000_000; // letters of a meter's file

    public static void MapSheetReadings(this IEndpointRouteBuilder sheets)
    {
        sheets.MapPost("/{id:guid}/pictures", BringIn).RequireRateLimiting(Image.UploadLimit).DisableAntiforgery();
        sheets.MapPost("/{id:guid}/meter", BringInReadings).RequireRateLimiting(Image.UploadLimit).DisableAntiforgery();
        sheets.MapGet("/{id:guid}/meter.txt", Readings);
        sheets.MapDelete("/{id:guid}/meter", TakeReadingsAway);
        sheets.MapPost("/{id:guid}/stand-in", StandIn).RequireRateLimiting(Image.UploadLimit);
    }

    /// <remarks>
    /// The group's own filter has checked the request token already; the form's built-in check is off because it reads
    /// the token from the form.
    /// </remarks>
    private static async Task<Ok<SheetView>> BringIn(
        Guid id,
        IFormFile file,
        [FromForm] string source,
        NubeDb db,
        FileStore files,
        Apprentices apprentices,
        CancellationToken cancel
    )
    {
        var takenWith = source switch
        {
            "scan" => SwatchSource.Scan,
            "photo" => SwatchSource.Photo,
            _ => throw TroubleException.Unusable("Say whether this is a scan or a photo."),
        };
        var sheet = await Sheets.Find(id, db, cancel);
        await Read(
            sheet,
            await PictureDesk.Content(file, cancel),
            PictureDesk.NameOf(file, "picture"),
            takenWith,
            files,
            apprentices,
            cancel
        );
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(await Sheets.View(sheet, db, cancel));
    }

    private static async Task Read(
        Sheet sheet,
        byte[] file,
        string name,
        SwatchSource source,
        FileStore files,
        Apprentices apprentices,
        CancellationToken cancel,
        SheetConditions? standIn = null
    )
    {
        var clean = await apprentices.Do(new CleanPicture(), file, stop: cancel);
        var task = standIn is { Chart: true }
            ? new ReadSheet(
                sheet.Layout,
                StandInChart.Chart,
                SheetScanner.ChartCorners(sheet.Layout, standIn, pictureWidth: 1)
            )
            : new ReadSheet(sheet.Layout);
        var read = await apprentices.Do(task, clean.File, stop: cancel);
        var hash = await files.Keep(clean.File, clean.MediaType, cancel);
        Sheets.Add(sheet, new SheetPicture(hash, name, source, read.Width, read.Height, read.Reading, read.Chart));
    }

    private static async Task<Ok<SheetView>> BringInReadings(
        Guid id,
        IFormFile file,
        NubeDb db,
        CancellationToken cancel
    )
    {
        if (file.Length > MostText)
            throw TroubleException.Unusable("This file is too large for meter readings.");
        var sheet = await Sheets.Find(id, db, cancel);
        using var reader = new StreamReader(file.OpenReadStream());
        var readings = CgatsText.Read(await reader.ReadToEndAsync(cancel));
        Take(sheet, readings);
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(await Sheets.View(sheet, db, cancel));
    }

    private static void Take(Sheet sheet, IReadOnlyList<MeterReading> readings)
    {
        var known = sheet
            .Layout.Patches()
            .Select(patch => MeterEvidence.NameOf(patch.Row, patch.Column))
            .Append(MeterEvidence.Paper)
            .Append(MeterEvidence.Black)
            .ToHashSet(StringComparer.OrdinalIgnoreCase);
        var mine = readings.Where(reading => known.Contains(reading.Sample)).ToList();
        if (
            mine.Count == 0
            || mine.TrueForAll(reading =>
                !string.Equals(reading.Sample, MeterEvidence.Paper, StringComparison.OrdinalIgnoreCase)
            )
        )
        {
            throw TroubleException.Unusable(
                $"The readings must be named after the sheet's boxes, row and column: {MeterEvidence.NameOf(0, 0)} to "
                    + $"{MeterEvidence.NameOf(sheet.Rows.Length - 1, SwatchSheet.Washes.Length - 1)}, and {MeterEvidence.Paper} for bare paper."
            );
        }
        sheet.Metered =
        [
            .. mine.Select(reading => new MeteredBox(
                reading.Sample.ToUpperInvariant(),
                reading.Reflectance.ToImmutableArray()
            )),
        ];
        sheet.UsedAt = null;
    }

    private static async Task<FileContentHttpResult> Readings(
        Guid id,
        NubeDb db,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var sheet = await Sheets.Find(id, db, cancel);
        if (sheet.Metered.IsEmpty)
            throw TroubleException.Conflict("No meter has read this sheet yet.");
        var text = CgatsText.Write(
            [.. sheet.Metered.Select(read => new MeterReading(read.Sample, Spectrum.Of(read.Values.AsSpan())))],
            $"{clock.GetUtcNow():O}"
        );
        return TypedResults.File(
            System.Text.Encoding.UTF8.GetBytes(text),
            "text/plain",
            $"swatch-sheet-{sheet.Number}.txt"
        );
    }

    private static async Task<Ok<SheetView>> TakeReadingsAway(Guid id, NubeDb db, CancellationToken cancel)
    {
        var sheet = await Sheets.Find(id, db, cancel);
        sheet.Metered = [];
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(await Sheets.View(sheet, db, cancel));
    }

    private static async Task<Ok<SheetView>> StandIn(
        Guid id,
        Pretend given,
        NubeDb db,
        MakerAtWork maker,
        FileStore files,
        Apprentices apprentices,
        CancellationToken cancel
    )
    {
        var sheet = await Sheets.Find(id, db, cancel);
        var items = await db
            .Stash.AsNoTracking()
            .Where(item => sheet.Rows.Contains(item.Id))
            .ToDictionaryAsync(item => item.Id, cancel);
        await TakeWithStandIn(
            sheet,
            [.. sheet.Rows.Select(row => items[row])],
            given.Source,
            files,
            apprentices,
            cancel
        );
        if (given.Source == SwatchSource.PhotoWithChart)
            (await db.Users.SingleAsync(user => user.Id == maker.MakerId, cancel)).Chart ??= StandInChart.Chart;
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(await Sheets.View(sheet, db, cancel));
    }

    /// <summary>
    /// Paints the sheet with the paints behind the stash, by a simulated hand, and takes it with a stand-in device.
    /// </summary>
    internal static async Task TakeWithStandIn(
        Sheet sheet,
        IReadOnlyList<StashItem> rows,
        SwatchSource source,
        FileStore files,
        Apprentices apprentices,
        CancellationToken cancel
    )
    {
        // What is behind an item does not change when the item is measured: it comes from the catalogue, or the item's
        // key.
        var paints = rows.Select(item => TruePaint.Behind(Unmeasured(item.Colourant!), Seed(item.Id))).ToList();
        var seed = Seed(sheet.Id);
        var painted = PaintedSheet.By(sheet.Layout, paints, GenericCatalogue.Papers[0].Reflectance(), Slips.None, seed);
        switch (source)
        {
            case SwatchSource.Scan:
                await Read(
                    sheet,
                    SheetScanner.Take(painted, SheetConditions.Scan, seed),
                    "stand-in scan.jpg",
                    source,
                    files,
                    apprentices,
                    cancel
                );
                break;
            case SwatchSource.Photo:
                await Read(
                    sheet,
                    SheetScanner.Take(painted, SheetConditions.Photo, seed + 1),
                    "stand-in photo.jpg",
                    source,
                    files,
                    apprentices,
                    cancel
                );
                break;
            case SwatchSource.PhotoWithChart:
                var shot = SheetConditions.Photo with { Chart = true };
                await Read(
                    sheet,
                    SheetScanner.Take(painted, shot, seed + 1),
                    "stand-in photo with chart.jpg",
                    SwatchSource.Photo,
                    files,
                    apprentices,
                    cancel,
                    shot
                );
                break;
            case SwatchSource.Meter:
                Take(sheet, SimulatedColourMeter.ReadSheet(new SimulatedColourMeter(seed), painted));
                break;
            default:
                throw TroubleException.Unusable(
                    "The stand-in devices are a scanner, a phone with or without a colour chart, and a meter."
                );
        }
    }

    private static Colourant Unmeasured(Colourant colourant) =>
        GenericCatalogue.Colourants.FirstOrDefault(known =>
            known.ColourIndex.Length > 0 && known.ColourIndex == colourant.ColourIndex
        )
        ?? GenericCatalogue.Colourants.FirstOrDefault(known => known.Name == colourant.Name)
        ?? colourant with
        {
            Measured = null,
        };

    private static int Seed(Guid id) => BitConverter.ToInt32(id.ToByteArray().AsSpan(12));
}
