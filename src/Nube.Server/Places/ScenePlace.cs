using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Artwork;
using Nube.Core.Cards;
using Nube.Core.Stamping;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Printing;
using Nube.Server.Support;
using Nube.Server.Work;
using Nube.Workshop;

namespace Nube.Server.Places;

/// <summary>
/// The scene of a piece: several stamps on one panel, the order in which they are stamped, and the masks to cut.
/// </summary>
public static class ScenePlace
{
    private const int LongestName = 60;

    /// <summary>Maps the place.</summary>
    public static void MapScene(this IEndpointRouteBuilder api)
    {
        var scene = api.MapGroup("/pieces/{id:guid}/scene").WithTags("Scene");
        scene.MapGet("/", async Task<Ok<SceneView>> (Guid id, PieceScenes scenes, CancellationToken cancel) =>
            TypedResults.Ok(await scenes.View(await scenes.Load(id, cancel), cancel))
        );
        scene.MapPost("/", Begin);
        scene.MapPut("/", Arrange);
        scene.MapPut("/panel", Resize);
        scene.MapPost("/stamps", BringInStamp).RequireRateLimiting(Image.UploadLimit).DisableAntiforgery();
        scene.MapPost("/stamps/{stamp:guid}", PlaceStamp);
        scene.MapPut("/stamps/{stamp:guid}", ChangeStamp);
        scene.MapDelete("/stamps/{stamp:guid}", ForgetStamp);
        scene.MapGet("/stamps/{stamp:guid}/lines", Lines);
        scene.MapPost("/fill", FillPanel);
        scene.MapPost("/areas", FindAreas);
        scene.MapGet("/masks/{paper}.pdf", MasksAsPdf);
        scene.MapGet("/masks/{paper}/{page:int}.svg", MasksAsSvg);
    }

    /// <summary>Begins a scene; the run's image, when there is one, becomes its first stamp.</summary>
    private static async Task<Ok<SceneView>> Begin(
        Guid id,
        PanelGiven given,
        NubeDb db,
        RunLoader runs,
        FileStore files,
        PieceScenes scenes,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var there = await runs.Piece(id, cancel);
        var (run, piece) = (there.Run, there.InHand);
        if (piece.Scene is not null)
            throw TroubleException.Conflict("This run has a scene already.");
        var panel = Panel(given);
        var scene = new Scene(panel.WidthMm, panel.HeightMm, false, []);
        if (piece.Image is { } image)
        {
            var png = (await files.Get(image.LineHash, cancel)).Content;
            var name = Path.GetFileNameWithoutExtension(image.FileName).Replace('-', ' ');
            var read = StampRead.Of(LinePicture.Read(png, image.WidthMm), png, image.Edits.OfType<CloseGap>());
            var stamp = await ReadStampJob.Keep(
                db,
                files,
                run.MakerId,
                name.Length is > 0 and <= LongestName ? name : "Stamp",
                read,
                clock.GetUtcNow(),
                cancel
            );
            scene = ReadStampJob.InFront(scene, stamp.Id);
        }
        var begun = new PieceScene
        {
            PieceId = id,
            MakerId = piece.MakerId,
            Scene = scene,
        };
        db.Scenes.Add(begun);
        run.ChangedAt = clock.GetUtcNow();
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(await scenes.View(begun, cancel));
    }

    private static async Task<Ok<SceneView>> Arrange(
        Guid id,
        SceneGiven given,
        PieceScenes scenes,
        CancellationToken cancel
    )
    {
        if (given.FrontFirst.IsDefault)
            throw TroubleException.Unusable("Say what is placed.");
        var kept = await scenes.Load(id, cancel);
        return await scenes.Change(
            kept,
            new Scene(
                given.WidthMm,
                given.HeightMm,
                given.PaintsGround,
                [
                    .. given.FrontFirst.Select(placed => new PlacedStamp(
                        placed.Id,
                        placed.Stamp,
                        new Placement(new PointMm(placed.X, placed.Y), placed.Degrees, placed.Mirrored),
                        placed.As,
                        placed.Fill,
                        placed.Generation
                    )
                    {
                        Open = [.. placed.Open ?? []],
                    }),
                ]
            ),
            cancel
        );
    }

    private static async Task<Ok<SceneView>> Resize(
        Guid id,
        PanelGiven given,
        PieceScenes scenes,
        CancellationToken cancel
    )
    {
        var kept = await scenes.Load(id, cancel);
        var panel = Panel(given);
        return await scenes.Change(
            kept,
            kept.Scene with
            {
                WidthMm = panel.WidthMm,
                HeightMm = panel.HeightMm,
            },
            cancel
        );
    }

    /// <remarks>The group's own filter has checked the request token already; see <see cref="Image"/>.</remarks>
    private static async Task<Accepted<JobStarted>> BringInStamp(
        Guid id,
        IFormFile file,
        [Microsoft.AspNetCore.Mvc.FromForm] string? width,
        [Microsoft.AspNetCore.Mvc.FromForm] double? dotsPerInch,
        [Microsoft.AspNetCore.Mvc.FromForm] string? height,
        [Microsoft.AspNetCore.Mvc.FromForm] string? points,
        [Microsoft.AspNetCore.Mvc.FromForm] string? name,
        RunLoader runs,
        PieceScenes scenes,
        PictureDesk desk,
        MakerAtWork maker,
        JobBoard board,
        CancellationToken cancel
    )
    {
        await scenes.Load(id, cancel);
        var run = (await runs.Piece(id, cancel)).Run;
        var picture = await desk.Receive(file, new SizeTyped(width, height, dotsPerInch, points), cancel);
        var called = string.IsNullOrWhiteSpace(name)
            ? Path.GetFileNameWithoutExtension(picture.FileName).Replace('-', ' ')
            : name;
        var order = new ReadStampJob.Order(picture.Hash, picture.Size, picture.Panel, CheckedName(called), id);
        var job = await board.Begin(maker.MakerId, run.Id, JobKind.ReadStamp, order, cancel);
        return TypedResults.Accepted($"/api/jobs/{job}", new JobStarted(job));
    }

    private static async Task<Ok<SceneView>> PlaceStamp(
        Guid id,
        Guid stamp,
        NubeDb db,
        PieceScenes scenes,
        CancellationToken cancel
    )
    {
        var kept = await scenes.Load(id, cancel);
        if (!await db.Stamps.AnyAsync(s => s.Id == stamp, cancel))
            throw TroubleException.Gone("This stamp is not there any more.");
        return await scenes.Change(kept, ReadStampJob.InFront(kept.Scene, stamp), cancel);
    }

    private static async Task<Ok<SceneView>> ChangeStamp(
        Guid id,
        Guid stamp,
        StampGiven given,
        NubeDb db,
        PieceScenes scenes,
        CancellationToken cancel
    )
    {
        var kept = await scenes.Load(id, cancel);
        var changed = await db.Stamps.SingleOrDefaultAsync(s => s.Id == stamp, cancel)
            ?? throw TroubleException.Gone("This stamp is not there any more.");
        if (given.Lettering && kept.Scene.FrontFirst.Any(placed => placed.Stamp == stamp && placed.At.Mirrored))
            throw TroubleException.Conflict(
                "It is mirrored in this scene. Turn it back first; what can be read is not mirrored."
            );
        (changed.Name, changed.Lettering) = (CheckedName(given.Name), given.Lettering);
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(await scenes.View(kept, cancel));
    }

    private static async Task<Ok<SceneView>> ForgetStamp(
        Guid id,
        Guid stamp,
        NubeDb db,
        PieceScenes scenes,
        CancellationToken cancel
    )
    {
        var kept = await scenes.Load(id, cancel);
        var forgotten = await db.Stamps.SingleOrDefaultAsync(s => s.Id == stamp, cancel)
            ?? throw TroubleException.Gone("This stamp is not there any more.");
        bool Uses(Scene? scene) => scene?.FrontFirst.Any(placed => placed.Stamp == stamp) == true;
        var scenesWithIt = (await db.Scenes.AsNoTracking().ToListAsync(cancel)).Count(scene =>
            Uses(scene.Scene) || Uses(scene.Found)
        );
        if (scenesWithIt > 0)
            throw TroubleException.Conflict(
                $"{forgotten.Name} is used in {(scenesWithIt == 1 ? "a scene" : $"{scenesWithIt} scenes")}. Take it away there first, and find the areas once more."
            );
        db.Stamps.Remove(forgotten);
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(await scenes.View(kept, cancel));
    }

    private static async Task<FileContentHttpResult> Lines(
        Guid id,
        Guid stamp,
        HttpContext context,
        NubeDb db,
        FileStore files,
        CancellationToken cancel
    )
    {
        var found = await db.Stamps.AsNoTracking().SingleOrDefaultAsync(s => s.Id == stamp, cancel)
            ?? throw TroubleException.Gone("This stamp is not there any more.");
        // A stamp's print never changes.
        context.Response.Headers.CacheControl = "private, max-age=31536000, immutable";
        return TypedResults.File((await files.Get(found.LineHash, cancel)).Content, "image/png");
    }

    private static async Task<Ok<SceneView>> FillPanel(
        Guid id,
        FillGiven given,
        NubeDb db,
        PieceScenes scenes,
        CancellationToken cancel
    )
    {
        var kept = await scenes.Load(id, cancel);
        var stamp = await db.Stamps.AsNoTracking().SingleOrDefaultAsync(s => s.Id == given.Stamp, cancel)
            ?? throw TroubleException.Gone("This stamp is not there any more.");
        FillLaid fill;
        try
        {
            fill = Fill.Over(
                kept.Scene,
                stamp.Stamp,
                new FillWish(ImageSize.Length(given.Gap, "gap") ?? 0, given.Generations, given.Seed)
            );
        }
        catch (ArgumentException trouble)
        {
            throw TroubleException.Unusable(trouble.Message.Split(" (Parameter")[0]);
        }
        return await scenes.Change(
            kept,
            kept.Scene with
            {
                FrontFirst = kept.Scene.FrontFirst.AddRange(fill.Prints),
            },
            cancel
        );
    }

    private static async Task<Accepted<JobStarted>> FindAreas(
        Guid id,
        RunLoader runs,
        PieceScenes scenes,
        StampBox stamps,
        FileStore files,
        JobBoard board,
        MakerAtWork maker,
        CancellationToken cancel
    )
    {
        var (kept, run) = (await scenes.Load(id, cancel), await runs.Piece(id, cancel));
        await runs.RefuseOnceBegun(run, "This run is on the bench already; its areas stay as they are.", cancel);
        if (kept.Scene.FrontFirst.IsEmpty)
            throw TroubleException.Conflict("Place a stamp first; then its areas can be found.");
        var hash = await files.Keep(await stamps.Print(kept.Scene, cancel), "image/png", cancel);
        var job = await board.Begin(
            maker.MakerId,
            run.Run.Id,
            JobKind.FindAreas,
            Order(run.InHand, kept, hash),
            cancel
        );
        return TypedResults.Accepted($"/api/jobs/{job}", new JobStarted(job));
    }

    /// <summary>The order to find the areas of a scene from its print.</summary>
    internal static FindAreasJob.Order Order(RunPiece piece, PieceScene kept, string hash) =>
        new(hash, "scene", new PictureSize(kept.Scene.WidthMm, null))
        {
            Piece = piece.Id,
            Scene = kept.Scene,
            GapMm = piece.Image?.GapMm ?? GapRule.Strict.LongestMm,
            SmallestMm2 = piece.Image?.SmallestMm2 ?? AreaFinder.SliverMm2,
            Edits = kept.Found is null ? [] : piece.Image?.Edits ?? [],
        };

    private static async Task<FileContentHttpResult> MasksAsPdf(
        Guid id,
        string paper,
        RunLoader runs,
        PieceScenes scenes,
        CancellationToken cancel
    )
    {
        var run = (await runs.Piece(id, cancel)).Run;
        return TypedResults.File(
            MaskPrint.Pdf(await scenes.Masks(id, Paper(paper), cancel), run.Name),
            "application/pdf",
            $"masks {paper}.pdf"
        );
    }

    private static async Task<FileContentHttpResult> MasksAsSvg(
        Guid id,
        string paper,
        int page,
        PieceScenes scenes,
        CancellationToken cancel
    )
    {
        var sheet = await scenes.Masks(id, Paper(paper), cancel);
        if (page < 1 || page > sheet.Pages.Length)
            throw TroubleException.Gone(
                $"The masks fill {sheet.Pages.Length} {(sheet.Pages.Length == 1 ? "sheet" : "sheets")}."
            );
        return TypedResults.File(MaskPrint.Svg(sheet, page), "image/svg+xml", $"masks {paper} {page}.svg");
    }

    private static SheetOfPaper Paper(string name) =>
        SheetOfPaper.All.FirstOrDefault(sheet => string.Equals(sheet.Name, name, StringComparison.OrdinalIgnoreCase))
        ?? throw TroubleException.Unusable(
            $"Mask sheets are printed on {string.Join(", ", SheetOfPaper.All.Select(sheet => sheet.Name))}."
        );

    private static (double WidthMm, double HeightMm) Panel(PanelGiven given)
    {
        var usual = CardFormat.All[0].Panel(CardFormat.All[0].UsualBorderMm);
        return (
            ImageSize.Length(given.Width, "width") ?? usual.WidthMm,
            ImageSize.Length(given.Height, "height") ?? usual.HeightMm
        );
    }

    private static string CheckedName(string given) =>
        given.Trim() is { Length: > 0 and <= LongestName } name
            ? name
            : throw TroubleException.Unusable($"A stamp's name has 1 to {LongestName} letters.");
}
