using System.Collections.Immutable;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Acts;
using Nube.Core.Artwork;
using Nube.Core.Bench;
using Nube.Core.Checking;
using Nube.Core.Colour;
using Nube.Core.Light;
using Nube.Core.Planning;
using Nube.Core.Swatches;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Devices.Cards;
using Nube.Devices.Swatches;
using Nube.Server.Support;
using Nube.Server.Work;
using Nube.Workshop;

namespace Nube.Server.Places;

/// <summary>Whether a finding is meant to be so.</summary>
public sealed record MeantGiven(FindingKind Kind, int Area, int? Other, bool IsMeant);

/// <summary>Which card the stand-in devices should take, and with what.</summary>
public sealed record CardPretended(int Card, SwatchSource Source);

/// <summary>Coloured cards, held against what was done to them.</summary>
public static class CheckPlace
{
    /// <summary>Maps the place.</summary>
    public static void MapCheck(this IEndpointRouteBuilder api)
    {
        var checks = api.MapGroup("/runs/{id:guid}/checks").WithTags("Check");
        checks.MapGet("/", Look);
        checks.MapPost("/", BringIn).RequireRateLimiting(Image.UploadLimit).DisableAntiforgery();
        checks.MapPost("/stand-in", StandIn).RequireRateLimiting(Image.UploadLimit);
        checks.MapPut("/meant", Meant);
        checks.MapGet("/{check:guid}/cards/{card:int}", Picture);
        checks.MapGet("/{check:guid}/cards/{card:int}/areas", Areas);
        checks.MapMending();
        checks.MapAsking();
    }

    /// <summary>The plan by which cards are looked at, or a sentence.</summary>
    internal static Plan PlanOf(RunWithSupplies run) =>
        run.Run.Plan?.Plan
        ?? throw TroubleException.Conflict("Plan the run first: without a plan nothing is expected.");

    /// <summary>The colourants by which its plan counts, on its paper.</summary>
    internal static Paints PaintsOf(RunWithSupplies run, Palettes palettes) =>
        Colours.Palette(run.AsPlanned, palettes)?.Paints
        ?? throw TroubleException.Conflict("Choose the paper first: colours are held against it.");

    private static async Task<Ok<ChecksView>> Look(
        Guid id,
        NubeDb db,
        MakerAtWork maker,
        RunLoader runs,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var run = await runs.Load(id, cancel);
        var plan = PlanOf(run);
        var bench = BenchLog.At(plan, run.Touching, await runs.Taps(id, cancel), clock.GetUtcNow());
        var checks = await db
            .CardChecks.AsNoTracking()
            .Where(check => check.RunId == id)
            .OrderByDescending(check => check.TakenAt)
            .ToListAsync(cancel);
        return TypedResults.Ok(
            new ChecksView(
                plan.Cards,
                [
                    .. Enumerable
                        .Range(1, plan.Cards)
                        .Select(card => bench.Done.Count(number => plan.Steps[number - 1].Card == card)),
                ],
                ChartView.Of(await SheetCharts.Of(maker.MakerId, db, cancel)),
                [.. checks.Select(check => CheckViews.View(run, check, checks))]
            )
        );
    }

    /// <remarks>
    /// The group's own filter has checked the request token already; the form's built-in check is off because it reads
    /// the token from the form.
    /// </remarks>
    private static async Task<Accepted<JobStarted>> BringIn(
        Guid id,
        IFormFile file,
        [FromForm] int card,
        [FromForm] string? chart,
        NubeDb db,
        RunLoader runs,
        FileStore files,
        Apprentices apprentices,
        MakerAtWork maker,
        JobBoard board,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        await BenchWithColoured(await runs.Load(id, cancel), card, runs, clock, cancel);
        var beside = chart is null ? null : await SheetCharts.At(chart, maker, db, cancel);
        var clean = await apprentices.Do(new CleanPicture(), await PictureDesk.Content(file, cancel), stop: cancel);
        if (clean.Kind == PictureKind.Svg)
            throw TroubleException.Unusable("This is a drawing. Bring in a scan or a photo of the coloured card.");
        var order = new CheckCardsJob.Order(
            await files.Keep(clean.File, clean.MediaType, cancel),
            PictureDesk.NameOf(file, "picture"),
            card,
            beside
        );
        return await Begin(id, order, maker, board, cancel);
    }

    private static async Task<Accepted<JobStarted>> StandIn(
        Guid id,
        CardPretended given,
        NubeDb db,
        RunLoader runs,
        Palettes palettes,
        FileStore files,
        MakerAtWork maker,
        JobBoard board,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var run = await runs.Load(id, cancel);
        var bench = await BenchWithColoured(run, given.Card, runs, clock, cancel);
        var (device, name) = given.Source switch
        {
            SwatchSource.Scan => (SheetConditions.Scan, "stand-in scan.jpg"),
            SwatchSource.Photo => (SheetConditions.Photo, "stand-in photo.jpg"),
            SwatchSource.PhotoWithChart => (SheetConditions.Photo, "stand-in photo with a chart.jpg"),
            _ => throw TroubleException.Unusable("The stand-in devices for cards are a scanner and a phone."),
        };
        var taken = await StandInCard.Take(run, bench, given.Card, device, files, palettes, cancel);
        var beside = given.Source == SwatchSource.PhotoWithChart;
        if (beside)
        {
            taken = taken.WithChart();
            (await db.Users.SingleAsync(user => user.Id == maker.MakerId, cancel)).Chart ??= StandInChart.Chart;
            await db.SaveChangesAsync(cancel);
        }
        var order = new CheckCardsJob.Order(
            await files.Keep(taken.File(), "image/jpeg", cancel),
            name,
            given.Card,
            beside ? new ChartBeside(StandInChart.Chart, taken.ChartCorners()) : null
        );
        return await Begin(id, order, maker, board, cancel);
    }

    private static async Task<Accepted<JobStarted>> Begin(
        Guid run,
        CheckCardsJob.Order order,
        MakerAtWork maker,
        JobBoard board,
        CancellationToken cancel
    )
    {
        var job = await board.Begin(maker.MakerId, run, JobKind.CheckCards, order, cancel);
        return TypedResults.Accepted($"/api/jobs/{job}", new JobStarted(job));
    }

    /// <summary>The bench, or a sentence when this card is not there or not coloured.</summary>
    private static async Task<BenchState> BenchWithColoured(
        RunWithSupplies run,
        int card,
        RunLoader runs,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var plan = PlanOf(run);
        _ = run.Image;
        if (card < 1 || card > plan.Cards)
            throw TroubleException.Unusable(
                plan.Cards == 1 ? "This run has one card." : $"This run has cards 1 to {plan.Cards}."
            );
        var bench = BenchLog.At(plan, run.Touching, await runs.Taps(run.Run.Id, cancel), clock.GetUtcNow());
        if (!bench.PassesDone(plan, card).Any(pass => pass.Areas.Any(area => area > Pass.Panel)))
            throw TroubleException.Conflict(
                $"No area of card {card} is coloured yet, as far as the bench knows. Tap what you did there first."
            );
        return bench;
    }

    private static async Task<NoContent> Meant(
        Guid id,
        MeantGiven given,
        NubeDb db,
        RunLoader runs,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var run = await runs.Load(id, cancel);
        var meant = new FindingKey(given.Kind, given.Area, given.Other);
        run.Run.MeantSo = given.IsMeant ? [.. run.Run.MeantSo.Remove(meant), meant] : run.Run.MeantSo.Remove(meant);
        run.Run.ChangedAt = clock.GetUtcNow();
        await db.SaveChangesAsync(cancel);
        return TypedResults.NoContent();
    }

    private static async Task<Ok<IReadOnlyList<AreaCameOutView>>> Areas(
        Guid id,
        Guid check,
        int card,
        NubeDb db,
        RunLoader runs,
        CancellationToken cancel
    )
    {
        var run = await runs.Load(id, cancel);
        return TypedResults.Ok(CheckViews.Areas(run, await Kept(id, check, card, db, cancel)));
    }

    private static async Task<FileContentHttpResult> Picture(
        Guid id,
        Guid check,
        int card,
        HttpContext context,
        NubeDb db,
        FileStore files,
        CancellationToken cancel
    )
    {
        var hash = (await Kept(id, check, card, db, cancel)).Hash;
        context.Response.Headers.CacheControl = "private, max-age=31536000, immutable";
        var file = await files.Get(hash, cancel);
        return TypedResults.File(file.Content, file.MediaType);
    }

    private static async Task<CheckedCard> Kept(Guid id, Guid check, int card, NubeDb db, CancellationToken cancel) =>
        KeptChecks.CardOf(await KeptChecks.Of(db.CardChecks.AsNoTracking(), id, check, cancel), card);
}
