using System.Collections.Immutable;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Artwork;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Data.Mapping;
using Nube.Server.Support;
using SkiaSharp;

namespace Nube.Server.Work;

/// <summary>Finds the areas of a picture that was brought in.</summary>
public sealed class FindAreasJob(NubeDb db, MakerAtWork maker, FileStore files, ImageForms forms, JobBoard board, TimeProvider clock, ILogger<FindAreasJob> log)
{
    /// <summary>What the job is told.</summary>
    /// <param name="Maker">For whom.</param>
    /// <param name="Job">Where to report.</param>
    /// <param name="Run">The run.</param>
    /// <param name="FileHash">The picture.</param>
    /// <param name="FileName">The name it had.</param>
    /// <param name="WidthMm">Width that the maker gave, mm.</param>
    /// <param name="DotsPerInch">Resolution that the maker gave.</param>
    public sealed record Order(
        Guid Maker, Guid Job, Guid Run, string FileHash, string FileName, double? WidthMm, double? DotsPerInch)
    {
        /// <summary>The run's picture is looked at once more: what still is an area keeps its number, name and colour.</summary>
        public bool Again { get; init; }

        /// <summary>Where the panel lies in a photo, as JSON; null for a scan or a drawing.</summary>
        public string? Panel { get; init; }

        /// <summary>Longest gap that is bridged, mm.</summary>
        public double GapMm { get; init; } = GapRule.Strict.LongestMm;

        /// <summary>The maker's corrections, as JSON: the queue's own serialiser does not tell one kind from another.</summary>
        public string Edits { get; init; } = "[]";
    }

    /// <summary>Does the work. Until it is done the run keeps the image that it had.</summary>
    public async Task Work(Order order, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(order);
        maker.MakerId = order.Maker;
        using var stop = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        try
        {
            await Say(0.05, "Reading the picture");
            var size = new PictureSize(order.WidthMm, order.DotsPerInch);
            var file = await files.Get(order.FileHash, cancel);
            var panel = order.Panel is null ? null : JsonSerializer.Deserialize<PanelInPhoto>(order.Panel, Jsonb.Options);
            var picture = panel is null ? PictureReader.Read(file.Content, size) : PhotoPanel.Flatten(PictureReader.ReadColours(file.Content), panel);
            var edits = JsonSerializer.Deserialize<ImmutableArray<AreaEdit>>(order.Edits, Jsonb.Options);
            await Say(0.3, "Finding the lines");
            var art = LineExtraction.From(picture);
            await Say(0.5, "Finding the areas");
            var map = AreaFinder.FindAreas(art, GapRule.UpTo(order.GapMm), edits.OfType<CloseGap>(), cancel: stop.Token);
            await Say(0.9, "Keeping what was found");
            var (found, dropped) = await Keep(order, edits, panel, size, picture, art, map, cancel);
            var lost = dropped == 0 ? "" : $" {dropped} of your corrections had nothing left to correct.";
            await board.End(order.Job, JobState.Done, $"{(found == 1 ? "1 area" : $"{found} areas")} found.{lost}", cancel);
        }
        catch (PictureTroubleException trouble)
        {
            await board.End(order.Job, JobState.Failed, trouble.Message, CancellationToken.None);
        }
        catch (TroubleException trouble)
        {
            await board.End(order.Job, JobState.Failed, trouble.Message, CancellationToken.None);
        }
        catch (OperationCanceledException) when (!cancel.IsCancellationRequested)
        {
            await board.End(order.Job, JobState.Cancelled, "Stopped. The image that was there before is kept.", CancellationToken.None);
        }
        catch (Exception error) when (error is not OperationCanceledException)
        {
            log.LogError(error, "Finding areas failed");
            await board.End(order.Job, JobState.Failed, "Something went wrong here while reading the picture. What was there before is kept.", CancellationToken.None);
        }

        async Task Say(double progress, string message)
        {
            if (!await board.Report(order.Job, progress, message, cancel)) await stop.CancelAsync();
            stop.Token.ThrowIfCancellationRequested();
        }
    }

    /// <summary>Keeps what was found; answers how many areas there are, and how many corrections came to nothing.</summary>
    private async Task<(int Areas, int Dropped)> Keep(
        Order order, ImmutableArray<AreaEdit> wanted, PanelInPhoto? panel, PictureSize size, GreyPicture picture, LineArt art, AreaMap map, CancellationToken cancel)
    {
        var run = await db.Runs.Include(r => r.Image).SingleOrDefaultAsync(r => r.Id == order.Run, cancel)
            ?? throw TroubleException.Gone("The run was deleted meanwhile.");
        var again = order.Again && run.Image?.FileHash == order.FileHash;
        if (again)
        {
            var before = LabelFile.Read((await files.Get(run.Image!.LabelsHash, cancel)).Content);
            map = AreaMeasuring.Measure(AreaIds.Keep(map.Labels, before, AreaEdits.LastId(before, run.Image.Edits)));
        }
        var lineHash = await files.Keep(LinePng(art), "image/png", cancel);
        var labelsHash = await files.Keep(LabelFile.Write(map.Labels), LabelFile.MediaType, cancel);
        if (run.Image is null)
        {
            run.Image = new RunImage
            {
                RunId = run.Id,
                MakerId = run.MakerId,
                FileHash = order.FileHash,
                FileName = order.FileName,
                Size = size,
                LineHash = lineHash,
                LabelsHash = labelsHash,
            };
        }
        var image = run.Image;
        (image.FileHash, image.FileName, image.Size) = (order.FileHash, order.FileName, size);
        (image.Panel, image.LineHash, image.LabelsHash) = (panel, lineHash, labelsHash);
        (image.WidthMm, image.HeightMm) = (picture.WidthMm, picture.HeightMm);
        var corrected = Corrected(map, wanted, out var edits);
        (image.Areas, image.Touching, image.Edits, image.GapMm) = (corrected.Areas, corrected.Touching, edits, order.GapMm);
        if (!again)
        {
            image.Names = ImmutableDictionary<int, string>.Empty;
            image.Marks = ImmutableDictionary<int, AreaMark>.Empty;
            image.Light = image.Light with { Own = ImmutableDictionary<int, Core.Light.ZoneRule>.Empty };
            run.Colours = [];
        }
        await forms.Light(image, cancel);
        run.ChangedAt = clock.GetUtcNow();
        await db.SaveChangesAsync(cancel);
        return (corrected.Areas.Length, wanted.Length - edits.Length);
    }

    /// <summary>The areas with the maker's corrections; those that have nothing to correct any more are dropped.</summary>
    private static AreaMap Corrected(AreaMap map, ImmutableArray<AreaEdit> wanted, out ImmutableArray<AreaEdit> made)
    {
        made = [];
        foreach (var edit in wanted)
        {
            try
            {
                AreaEdits.Apply(map, made.Add(edit));
                made = made.Add(edit);
            }
            catch (AreaEditException)
            {
                // The areas that it joined or cut are not there with these gaps; the maker is told how many were dropped.
            }
        }
        return AreaEdits.Apply(map, made);
    }

    /// <summary>The lines in black on clear paper, so that paint can be shown under them.</summary>
    public static byte[] LinePng(LineArt art)
    {
        ArgumentNullException.ThrowIfNull(art);
        using var bitmap = new SKBitmap(new SKImageInfo(art.Width, art.Height, SKColorType.Rgba8888, SKAlphaType.Unpremul));
        var pixels = bitmap.GetPixelSpan();
        for (var y = 0; y < art.Height; y++)
        {
            for (var x = 0; x < art.Width; x++)
                pixels[y * bitmap.RowBytes + 4 * x + 3] = Shown(art, x, y);
        }
        using var png = bitmap.Encode(SKEncodedImageFormat.Png, 100);
        return png.ToArray();
    }

    /// <summary>Darkness where there is a line or its soft rim; the grain of the paper is left out.</summary>
    private static byte Shown(LineArt art, int x, int y)
    {
        var at = y * art.Width + x;
        if (art.Darkness[at] == 0) return 0;
        for (var dy = -1; dy <= 1; dy++)
        {
            for (var dx = -1; dx <= 1; dx++)
            {
                if (x + dx >= 0 && x + dx < art.Width && y + dy >= 0 && y + dy < art.Height
                    && art.Ink[at + dy * art.Width + dx] != 0)
                    return art.Darkness[at];
            }
        }
        return 0;
    }
}
