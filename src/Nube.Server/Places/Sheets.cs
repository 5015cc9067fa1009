using System.Collections.Immutable;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Artwork;
using Nube.Core.Bench;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Optics;
using Nube.Core.Planning;
using Nube.Core.Swatches;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Printing;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>A sheet for these colourants of the stash.</summary>
public sealed record NewSheet(ImmutableArray<Guid> Colourants, SheetSize Size);

/// <summary>A sheet in the list.</summary>
public sealed record SheetListed(
    Guid Id,
    int Number,
    IReadOnlyList<string> Names,
    int Pictures,
    bool Metered,
    bool Used
);

/// <summary>A box of a sheet: what was read, and what the fit says it should be.</summary>
public sealed record BoxView(int Column, string Strength, bool OverBlack, bool LeftOut, Srgb? Read, Srgb? Predicted);

/// <summary>
/// A row of a sheet. How sure: nine of ten predictions lie within this CIEDE2000; null before anything was read.
/// </summary>
public sealed record RowView(
    Guid Item,
    string Name,
    string ColourIndex,
    IReadOnlyList<BoxView> Boxes,
    IReadOnlyList<string> Oddities,
    double? HowSure,
    string Covers,
    bool Granulates
);

/// <summary>A box as it lies in a picture, in pixels.</summary>
public sealed record PlacedBox(int Row, int Column, ImmutableArray<PicturePoint> Corners);

/// <summary>A picture of a sheet. Chart: the corners of a colour chart in it; null without one.</summary>
public sealed record SheetPictureView(
    string Hash,
    string FileName,
    SwatchSource Source,
    int Width,
    int Height,
    int MarksFound,
    string Sentence,
    IReadOnlyList<PlacedBox> Boxes,
    ImmutableArray<PicturePoint>? Chart
);

/// <summary>A sheet with everything that was read. Chart: the maker's own, to be pointed at in pictures.</summary>
public sealed record SheetView(
    Guid Id,
    int Number,
    SheetSize Size,
    IReadOnlyList<RowView> Rows,
    IReadOnlyList<SheetPictureView> Pictures,
    int Metered,
    SwatchSource? Source,
    bool Used,
    ChartView? Chart
);

/// <summary>Swatch sheets: print, paint, read, use.</summary>
public static class Sheets
{
    /// <summary>Pictures of one sheet: a scan and a photo, and one more of each.</summary>
    private const int MostPictures = 4;

    /// <summary>Maps the place.</summary>
    public static void MapSheets(this IEndpointRouteBuilder api)
    {
        var sheets = api.MapGroup("/sheets").WithTags("Sheets");
        sheets.MapGet("/", List);
        sheets.MapPost("/", Make);
        sheets.MapGet("/{id:guid}", Look);
        sheets.MapGet("/{id:guid}/print.pdf", Print);
        sheets.MapGet("/{id:guid}/pictures/{hash}", Picture);
        sheets.MapDelete("/{id:guid}/pictures/{hash}", TakeAway);
        sheets.MapPut("/{id:guid}/boxes/{row:int}/{column:int}/left-out", LeaveOut);
        sheets.MapDelete("/{id:guid}/boxes/{row:int}/{column:int}/left-out", TakeIn);
        sheets.MapPost("/{id:guid}/use", Use);
        sheets.MapSheetReadings();
        sheets.MapSheetCharts();
    }

    private static async Task<Ok<List<SheetListed>>> List(NubeDb db, CancellationToken cancel)
    {
        var sheets = await db.Sheets.AsNoTracking().OrderByDescending(sheet => sheet.Number).ToListAsync(cancel);
        var names = await NamesOf(sheets.SelectMany(sheet => sheet.Rows), db, cancel);
        return TypedResults.Ok(
            sheets.ConvertAll(sheet => new SheetListed(
                sheet.Id,
                sheet.Number,
                [.. sheet.Rows.Select(item => names[item].Name)],
                sheet.Pictures.Length,
                !sheet.Metered.IsEmpty,
                sheet.UsedAt is not null
            ))
        );
    }

    private static async Task<Created<SheetListed>> Make(
        NewSheet given,
        NubeDb db,
        MakerAtWork maker,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var rows = given.Colourants.IsDefault ? [] : given.Colourants.Distinct().ToImmutableArray();
        if (rows.Length is 0 or > SwatchSheet.MostRows)
            throw TroubleException.Unusable(
                $"Choose 1 to {SwatchSheet.MostRows} colours for a sheet; these are {rows.Length}."
            );
        var names = await NamesOf(rows, db, cancel);
        if (rows.Any(row => !names[row].Colourant!.Medium.MixesWithWater()))
            throw TroubleException.Unusable(
                "A swatch sheet is for colours that are thinned with water. Leave pencils and pens out."
            );
        // Sheets are numbered one after the other, also when two are made at the same moment.
        await using var inTurn = await db.Database.BeginTransactionAsync(cancel);
        await db.Database.ExecuteSqlAsync($"select 1 from makers where id = {maker.MakerId} for update", cancel);
        var sheet = new Sheet
        {
            MakerId = maker.MakerId,
            Number = 1 + (await db.Sheets.MaxAsync(s => (int?)s.Number, cancel) ?? 0),
            Size = given.Size,
            Rows = rows,
            CreatedAt = clock.GetUtcNow(),
        };
        db.Sheets.Add(sheet);
        await db.SaveChangesAsync(cancel);
        await inTurn.CommitAsync(cancel);
        return TypedResults.Created(
            $"/api/sheets/{sheet.Id}",
            new SheetListed(sheet.Id, sheet.Number, [.. rows.Select(item => names[item].Name)], 0, false, false)
        );
    }

    private static async Task<Ok<SheetView>> Look(Guid id, NubeDb db, CancellationToken cancel) =>
        TypedResults.Ok(await View(await Find(id, db, cancel), db, cancel));

    private static async Task<FileContentHttpResult> Print(Guid id, NubeDb db, CancellationToken cancel)
    {
        var sheet = await Find(id, db, cancel);
        var names = await NamesOf(sheet.Rows, db, cancel);
        var pdf = SwatchSheetPrint.Print(sheet.Layout, sheet.Number, [.. sheet.Rows.Select(row => names[row].Name)]);
        return TypedResults.File(pdf, "application/pdf", $"swatch-sheet-{sheet.Number}.pdf");
    }

    private static async Task<FileContentHttpResult> Picture(
        Guid id,
        string hash,
        HttpContext context,
        NubeDb db,
        FileStore files,
        CancellationToken cancel
    )
    {
        if ((await Find(id, db, cancel)).Pictures.All(picture => picture.Hash != hash))
            throw TroubleException.Gone("This picture was taken away.");
        context.Response.Headers.CacheControl = "private, max-age=31536000, immutable";
        var file = await files.Get(hash, cancel);
        return TypedResults.File(file.Content, file.MediaType);
    }

    private static async Task<Ok<SheetView>> TakeAway(Guid id, string hash, NubeDb db, CancellationToken cancel)
    {
        var sheet = await Find(id, db, cancel);
        sheet.Pictures = [.. sheet.Pictures.Where(picture => picture.Hash != hash)];
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(await View(sheet, db, cancel));
    }

    private static Task<Ok<SheetView>> LeaveOut(Guid id, int row, int column, NubeDb db, CancellationToken cancel) =>
        SetLeftOut(id, new LeftOutBox(row, column), true, db, cancel);

    private static Task<Ok<SheetView>> TakeIn(Guid id, int row, int column, NubeDb db, CancellationToken cancel) =>
        SetLeftOut(id, new LeftOutBox(row, column), false, db, cancel);

    private static async Task<Ok<SheetView>> SetLeftOut(
        Guid id,
        LeftOutBox box,
        bool leftOut,
        NubeDb db,
        CancellationToken cancel
    )
    {
        var sheet = await Find(id, db, cancel);
        if (box.Row < 0 || box.Row >= sheet.Rows.Length || box.Column < 0 || box.Column >= SwatchSheet.Washes.Length)
            throw TroubleException.Unusable("There is no such box on this sheet.");
        sheet.LeftOut = [.. sheet.LeftOut.Where(other => other != box), .. leftOut ? [box] : Array.Empty<LeftOutBox>()];
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(await View(sheet, db, cancel));
    }

    private static async Task<Ok<SheetView>> Use(
        Guid id,
        NubeDb db,
        MakerAtWork maker,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var sheet = await Find(id, db, cancel);
        var items = await db
            .Stash.Where(item => sheet.Rows.Contains(item.Id))
            .ToDictionaryAsync(item => item.Id, cancel);
        var rows = Fit(sheet, items);
        if (rows.All(row => row.Fitted is null))
            throw TroubleException.Conflict("Nothing was read yet. Bring in a picture of the painted sheet first.");
        foreach (var row in rows)
        {
            if (row.Fitted is null)
                continue;
            var item = items[sheet.Rows[row.Row]];
            item.Colourant = item.Colourant!.MeasuredAs(row.Fitted, row.Source, row.Granulates);
        }
        var hand = await db.Users.SingleAsync(user => user.Id == maker.MakerId, cancel);
        hand.Learned = hand.Learned.With(new SheetDilution(sheet.Id, SheetFit.DilutionOn(rows)));
        sheet.UsedAt = clock.GetUtcNow();
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(await View(sheet, db, cancel));
    }

    /// <summary>A sheet of the maker's.</summary>
    internal static async Task<Sheet> Find(Guid id, NubeDb db, CancellationToken cancel) =>
        await db.Sheets.SingleOrDefaultAsync(sheet => sheet.Id == id, cancel)
        ?? throw TroubleException.Gone("This sheet is not there any more.");

    /// <summary>Adds a picture that was read; the oldest of too many goes.</summary>
    internal static void Add(Sheet sheet, SheetPicture picture)
    {
        sheet.Pictures = [.. sheet.Pictures.Where(other => other.Hash != picture.Hash), picture];
        if (sheet.Pictures.Length > MostPictures)
            sheet.Pictures = sheet.Pictures[1..];
        sheet.UsedAt = null;
    }

    /// <summary>A sheet as the page shows it.</summary>
    internal static async Task<SheetView> View(Sheet sheet, NubeDb db, CancellationToken cancel)
    {
        var items = await NamesOf(sheet.Rows, db, cancel);
        var fitted = Fit(sheet, items);
        var leftOut = sheet.LeftOut.ToHashSet();
        var white = Spectrum.Flat(SheetEvidence.NeutralPaper);
        return new SheetView(
            sheet.Id,
            sheet.Number,
            sheet.Size,
            [
                .. fitted.Select(row =>
                {
                    var item = items[sheet.Rows[row.Row]];
                    return new RowView(
                        item.Id,
                        item.Name,
                        item.Colourant!.ColourIndex,
                        [
                            .. sheet
                                .Layout.Patches()
                                .Where(patch => patch.Row == row.Row)
                                .Select(patch => Box(patch, row)),
                        ],
                        [.. row.Oddities.Select(oddity => oddity.Sentence)],
                        row.Fitted is null ? null : HowSure.Bound(row.Fitted, row.Source),
                        row.Fitted is null ? "" : Words.Covers(row.Fitted.Optics),
                        row.Granulates
                    );
                }),
            ],
            [
                .. sheet.Pictures.Select(picture => new SheetPictureView(
                    picture.Hash,
                    picture.FileName,
                    picture.Source,
                    picture.Width,
                    picture.Height,
                    picture.Reading.MarksFound,
                    InWords(picture.Reading, picture.Chart),
                    [
                        .. picture.Reading.Patches.Select(patch => new PlacedBox(
                            patch.Patch.Row,
                            patch.Patch.Column,
                            patch.Corners
                        )),
                    ],
                    picture.Chart?.Corners
                )),
            ],
            sheet.Metered.Length,
            fitted.Any(row => row.Fitted is not null) ? fitted.First(row => row.Fitted is not null).Source : null,
            sheet.UsedAt is not null,
            ChartView.Of(await SheetCharts.Of(sheet.MakerId, db, cancel))
        );

        BoxView Box(Patch patch, FittedRow row)
        {
            var read = row.Evidence.Where(one => one.Patch == patch.Column).ToList();
            Srgb? predicted =
                row.Fitted is null || read.Count == 0
                    ? null
                    : Srgb.FromLab(
                        SpectralColour.ToLab(
                            KubelkaMunk.Over(
                                patch.OverBlack
                                    ? Spectrum.Flat(SheetEvidence.PrintedBlack * SheetEvidence.NeutralPaper)
                                    : white,
                                row.Fitted.Optics,
                                row.Fitted.Loads[patch.Column]
                            )
                        )
                    );
            return new BoxView(
                patch.Column,
                patch.Strength.ToString(),
                patch.OverBlack,
                leftOut.Contains(new LeftOutBox(patch.Row, patch.Column)),
                read.Count == 0
                    ? null
                    : Srgb.FromLab(
                        new Lab(
                            read.Average(r => r.Colour.L),
                            read.Average(r => r.Colour.A),
                            read.Average(r => r.Colour.B)
                        )
                    ),
                predicted
            );
        }
    }

    private static ImmutableArray<FittedRow> Fit(Sheet sheet, Dictionary<Guid, StashItem> items) =>
        SheetFit.Of(
            sheet.Layout,
            [.. sheet.Pictures.Select(picture => new SeenSheet(picture.Source, picture.Reading, picture.Chart))],
            [.. sheet.Metered.Select(read => new MeterReading(read.Sample, Spectrum.Of(read.Values.AsSpan())))],
            sheet.LeftOut.Select(box => (box.Row, box.Column)).ToHashSet(),
            [.. sheet.Rows.Select(item => items[item].Colourant!.Shape)]
        );

    private static string InWords(SheetReading reading, ChartReading? chart)
    {
        var marks =
            reading.MarksFound == SwatchSheet.MarkCount
                ? "All marks found"
                : $"{reading.MarksFound} of 8 marks found, enough";
        var turn = Math.Abs(reading.TurnDegrees);
        var lies =
            turn > 135 ? ", upside down (set right)"
            : turn > 45 ? ", lying on its side (set right)"
            : turn > 5 ? ", askew (set right)"
            : "";
        var light = reading.LightFallOff > 0.35 ? ", very uneven light (evened out; even light reads better)" : "";
        var right = chart is null
            ? ""
            : $" The chart in it puts the device's colours right, to {ChartCorrection.From(chart).Missed:0.0} on average.";
        return $"{marks}{lies}{light}.{right}";
    }

    private static async Task<Dictionary<Guid, StashItem>> NamesOf(
        IEnumerable<Guid> items,
        NubeDb db,
        CancellationToken cancel
    )
    {
        var wanted = items.ToHashSet();
        var found = await db
            .Stash.AsNoTracking()
            .Where(item => wanted.Contains(item.Id) && item.Kind == StashKind.Colourant)
            .ToDictionaryAsync(item => item.Id, cancel);
        return found.Count == wanted.Count
            ? found
            : throw TroubleException.Unusable("Some of these are not in your stash any more. Choose again.");
    }
}
