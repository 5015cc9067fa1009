using System.Collections.Immutable;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Artwork;
using Nube.Core.Materials;
using Nube.Core.Planning;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;
using Nube.Workshop;

namespace Nube.Server.Places;

/// <summary>Looks of a plan as files to share.</summary>
public static class PlanLookFiles
{
    /// <summary>Maps them.</summary>
    public static void MapPlanLookFiles(this IEndpointRouteBuilder plan)
    {
        plan.MapGet("/look/film.webp", (Guid id, LooksToShare looks, CancellationToken cancel) =>
            looks.Share(id, SharedAs.Film, "image/webp", "webp", cancel)
        );
        plan.MapGet("/look/card.png", (Guid id, LooksToShare looks, CancellationToken cancel) =>
            looks.Share(id, SharedAs.Card, "image/png", "png", cancel)
        );
        plan.MapGet("/look/passes.tiff", (Guid id, LooksToShare looks, CancellationToken cancel) =>
            looks.Share(id, SharedAs.Pages, "image/tiff", "tiff", cancel)
        );
        plan.MapGet("/look/layers.zip", (Guid id, LooksToShare looks, CancellationToken cancel) =>
            looks.Layers(id, cancel)
        );
    }
}

/// <summary>Puts the looks of a plan together for others.</summary>
public sealed class LooksToShare(
    RunLoader runs,
    NubeDb db,
    FileStore files,
    CardLooksKept kept,
    Apprentices apprentices
)
{
    /// <summary>The file.</summary>
    public async Task<FileContentHttpResult> Share(
        Guid id,
        SharedAs shared,
        string mediaType,
        string ending,
        CancellationToken cancel
    )
    {
        var run = await runs.Load(id, cancel);
        if (CardLooksKept.ToPlay(run) is not { } play || run.InHand.Image is not { } image)
            throw TroubleException.Gone("This run has no plan yet.");
        var key = CardLooksKept.KeyOf(play, image);
        if (await kept.Find(key, cancel) is not { Whole: true })
            throw TroubleException.Conflict(
                "The card is still being painted. Look at the plan until it is, then share it."
            );
        var looks = await db
            .LookStills.Where(still => still.Key == key && !still.Coarse)
            .OrderBy(still => still.Number)
            .Select(still => still.Content)
            .ToListAsync(cancel);
        var file = await apprentices.Do(
            new ShareLooks(shared, [.. looks], await LinesOf(run, image, cancel)),
            ReadOnlyMemory<byte>.Empty,
            stop: cancel
        );
        return TypedResults.File(file.Content, mediaType, $"{PlanFiles.FileName(run.Run.Name)}.{ending}");
    }

    /// <summary>The first card in layers, one for each pass.</summary>
    public async Task<FileContentHttpResult> Layers(Guid id, CancellationToken cancel)
    {
        var run = await runs.Load(id, cancel);
        if (CardLooksKept.ToPlay(run) is not { } play || run.InHand.Image is not { } image)
            throw TroubleException.Gone("This run has no plan yet.");
        var file = await apprentices.Do(
            new ShareLayers(
                play,
                [.. play.Passes.Select(go => FileName(StepWords.Title(go.Pass, run.NameOf)))],
                await LinesOf(run, image, cancel)
            ),
            (await files.Get(image.LabelsHash, cancel)).Content,
            stop: cancel
        );
        return TypedResults.File(file.Content, "application/zip", $"{PlanFiles.FileName(run.Run.Name)}-layers.zip");
    }

    private async Task<StampedLines> LinesOf(RunWithSupplies run, PieceImage image, CancellationToken cancel) =>
        new(
            (await files.Get(image.LineHash, cancel)).Content,
            run.Ink?.Colour ?? StampingInk.Black,
            image.Dams.Lines switch
            {
                DamLines.All => null,
                DamLines.Chosen =>
                [
                    .. image.Areas.Where(area => image.Dams.Areas.Contains(area.Id)).Select(area => area.Outline),
                ],
                _ => ImmutableArray<string>.Empty,
            },
            image.WidthMm
        );

    private const string NotInNames = "\\/:*?\"<>|"; // some systems take none of these in names of files
    private const int LongestName = 80; // letters; some systems take no more than 255 bytes

    private static string FileName(string title)
    {
        var name = string.Concat(title.Where(letter => !char.IsControl(letter) && !NotInNames.Contains(letter)));
        return name.Length <= LongestName ? name : name[..LongestName];
    }
}
