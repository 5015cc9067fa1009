using System.Collections.Immutable;
using Microsoft.AspNetCore.Http.HttpResults;
using Nube.Core.Artwork;
using Nube.Core.Cards;
using Nube.Core.Light;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;
using Nube.Server.Work;

namespace Nube.Server.Places;

/// <summary>A correction of the areas: join some, or split one along a stroke.</summary>
public sealed record AreaCorrection(ImmutableArray<int>? Join, int? Split, ImmutableArray<PointMm>? Stroke);

/// <summary>A width that a stamped image often has, with what it belongs to.</summary>
public sealed record UsualWidth(string Width, string Name);

/// <summary>A name for an area.</summary>
public sealed record AreaName(string Name);

/// <summary>The job that was started.</summary>
public sealed record JobStarted(Guid Job);

/// <summary>The first stage: bring a picture in, find its areas, correct them.</summary>
public static class Image
{
    /// <summary>Name of the rate limit on bringing in files.</summary>
    public const string UploadLimit = "upload";

    internal const int LongestName = 60;

    /// <summary>Maps the place.</summary>
    public static void MapImage(this IEndpointRouteBuilder api)
    {
        api.MapGet("/usual-widths", UsualWidths).WithTags("Image");
        var image = api.MapGroup("/pieces/{id:guid}/image").WithTags("Image");
        image.MapPost("/", BringIn).RequireRateLimiting(UploadLimit).DisableAntiforgery();
        image.MapImageSize();
        image.MapGet("/lines/{hash}", Lines);
        image.MapPost("/corrections", Correct);
        image.MapDelete("/corrections/last", Undo);
        image.MapPut("/areas/{area:int}/name", Rename);
        image.MapImageAreas();
        image.MapImageLighting();
        image.MapImagePrints();
    }

    private static Ok<IEnumerable<UsualWidth>> UsualWidths() =>
        TypedResults.Ok(
            CardFormat
                .All.SelectMany(format => new[] { format.Panel(format.UsualBorderMm), format })
                .Select(format => new UsualWidth(format.Width, format.Name))
        );

    /// <remarks>
    /// The group's own filter has checked the request token already; the form's built-in check is off because it reads
    /// the token from the form.
    /// </remarks>
    private static async Task<Accepted<JobStarted>> BringIn(
        Guid id,
        IFormFile file,
        [Microsoft.AspNetCore.Mvc.FromForm] string? width,
        [Microsoft.AspNetCore.Mvc.FromForm] double? dotsPerInch,
        [Microsoft.AspNetCore.Mvc.FromForm] string? height,
        [Microsoft.AspNetCore.Mvc.FromForm] string? points,
        [Microsoft.AspNetCore.Mvc.FromForm] string? shows,
        RunLoader runs,
        PictureDesk desk,
        MakerAtWork maker,
        JobBoard board,
        CancellationToken cancel
    )
    {
        var run = await runs.Piece(id, cancel);
        await runs.RefuseOnceBegun(run, "This run is on the bench already. Begin a new run for another image.", cancel);
        var picture = await desk.Receive(file, new SizeTyped(width, height, dotsPerInch, points), cancel);
        var order = new FindAreasJob.Order(picture.Hash, picture.FileName, picture.Size)
        {
            Piece = id,
            Panel = picture.Panel,
            Shows = ImagePrints.Shown(shows),
        };
        var job = await board.Begin(maker.MakerId, run.Run.Id, JobKind.FindAreas, order, cancel);
        return TypedResults.Accepted($"/api/jobs/{job}", new JobStarted(job));
    }

    private static async Task<FileContentHttpResult> Lines(
        Guid id,
        string hash,
        HttpContext context,
        RunLoader runs,
        FileStore files,
        CancellationToken cancel
    )
    {
        var image = (await runs.Piece(id, cancel)).Image;
        if (image.LineHash != hash)
            throw TroubleException.Gone("This picture was replaced.");
        context.Response.Headers.CacheControl = "private, max-age=31536000, immutable";
        return TypedResults.File((await files.Get(hash, cancel)).Content, "image/png");
    }

    private static async Task<Ok<ImageView>> Correct(
        Guid id,
        AreaCorrection given,
        NubeDb db,
        RunLoader runs,
        ImageForms forms,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var run = await runs.Piece(id, cancel);
        var image = run.Image;
        AreaEdit edit = given switch
        {
            { Join: { IsDefault: false } join } => new JoinAreas(join),
            { Split: { } split, Stroke: { IsDefault: false } stroke } => new SplitArea(
                split,
                stroke,
                AreaEdits.LastId(await forms.Found(image, cancel), image.Edits) + 1
            ),
            _ => throw TroubleException.Unusable("Say which areas to join, or which to split along which stroke."),
        };
        return await Apply(run, image.Edits.Add(edit), db, runs, forms, clock, cancel);
    }

    /// <summary>Takes the last correction back; after a closed gap the areas are found once more.</summary>
    private static async Task<Results<Ok<ImageView>, Accepted<JobStarted>>> Undo(
        Guid id,
        NubeDb db,
        RunLoader runs,
        ImageForms forms,
        JobBoard board,
        MakerAtWork maker,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var run = await runs.Piece(id, cancel);
        var image = run.Image;
        if (image.Edits.IsEmpty)
            throw TroubleException.Conflict("There is no correction to undo.");
        if (image.Edits[^1] is CloseGap)
            return await FindAgain(run, image.GapMm, image.SmallestMm2, image.Edits[..^1], board, maker, cancel);
        return await Apply(run, image.Edits[..^1], db, runs, forms, clock, cancel);
    }

    /// <summary>Looks for areas in the same picture once more; what still is one keeps its number.</summary>
    internal static async Task<Accepted<JobStarted>> FindAgain(
        RunWithSupplies run,
        double gapMm,
        double smallestMm2,
        ImmutableArray<AreaEdit> edits,
        JobBoard board,
        MakerAtWork maker,
        CancellationToken cancel
    )
    {
        var image = run.Image;
        var order = new FindAreasJob.Order(image.FileHash, image.FileName, image.Size)
        {
            Piece = image.PieceId,
            Again = true,
            Panel = image.Panel,
            Shows = image.Print.Shows,
            GapMm = gapMm,
            SmallestMm2 = smallestMm2,
            Edits = edits,
        };
        var job = await board.Begin(maker.MakerId, run.Run.Id, JobKind.FindAreas, order, cancel);
        return TypedResults.Accepted($"/api/jobs/{job}", new JobStarted(job));
    }

    /// <summary>Areas that are there, or a sentence.</summary>
    internal static HashSet<int> Known(PieceImage image, ImmutableArray<int> areas)
    {
        if (areas.IsDefaultOrEmpty)
            throw TroubleException.Unusable("Choose an area first.");
        var known = image.Areas.Select(area => area.Id).ToHashSet();
        foreach (var area in areas)
        {
            if (!known.Contains(area))
                throw TroubleException.Gone($"Area {area} is not there any more.");
        }
        return [.. areas];
    }

    private static async Task<Ok<ImageView>> Apply(
        RunWithSupplies run,
        ImmutableArray<AreaEdit> edits,
        NubeDb db,
        RunLoader runs,
        ImageForms forms,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        await runs.RefuseOnceBegun(run, "This run is on the bench already; its areas stay as they are.", cancel);
        var image = run.Image;
        image.Edits = edits;
        var map = await forms.Areas(image, cancel);
        (image.Areas, image.Touching) = (map.Areas, map.Touching);
        image.Print = image.Print.After(await forms.Found(image, cancel), map.Labels);
        image.Depth = image.Depth with { Guessed = DepthGuess.Of(map.Labels) };
        await forms.Light(image, cancel);
        run.Run.ChangedAt = clock.GetUtcNow();
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(ImageView.Of(image, run.Ink, run.InInches)!);
    }

    private static async Task<NoContent> Rename(
        Guid id,
        int area,
        AreaName given,
        NubeDb db,
        RunLoader runs,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var run = await runs.Piece(id, cancel);
        if (run.Image.Areas.All(a => a.Id != area))
            throw TroubleException.Gone($"Area {area} is not there any more.");
        var name = CheckedName(given.Name);
        run.Image.Names = name.Length == 0 ? run.Image.Names.Remove(area) : run.Image.Names.SetItem(area, name);
        run.Run.ChangedAt = clock.GetUtcNow();
        await db.SaveChangesAsync(cancel);
        return TypedResults.NoContent();
    }

    /// <summary>A name without blanks around it, or a sentence.</summary>
    internal static string CheckedName(string given) =>
        given.Trim() is { Length: <= LongestName } name
            ? name
            : throw TroubleException.Unusable($"An area's name has at most {LongestName} letters.");
}
