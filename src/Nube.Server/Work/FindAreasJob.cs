using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Artwork;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;
using SkiaSharp;

namespace Nube.Server.Work;

/// <summary>Finds the areas of a picture that was brought in.</summary>
public sealed class FindAreasJob(NubeDb db, MakerAtWork maker, FileStore files, JobBoard board, TimeProvider clock, ILogger<FindAreasJob> log)
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
        Guid Maker, Guid Job, Guid Run, string FileHash, string FileName, double? WidthMm, double? DotsPerInch);

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
            var picture = PictureReader.Read(file.Content, size);
            await Say(0.3, "Finding the lines");
            var art = LineExtraction.From(picture);
            await Say(0.5, "Finding the areas");
            var map = AreaFinder.FindAreas(art, cancel: stop.Token);
            await Say(0.9, "Keeping what was found");
            await Keep(order, size, picture, art, map, cancel);
            await board.End(order.Job, JobState.Done, $"{map.Areas.Length} areas found.", cancel);
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

    private async Task Keep(
        Order order, PictureSize size, GreyPicture picture, LineArt art, AreaMap map, CancellationToken cancel)
    {
        var lineHash = await files.Keep(LinePng(art), "image/png", cancel);
        var labelsHash = await files.Keep(LabelFile.Write(map.Labels), LabelFile.MediaType, cancel);
        var run = await db.Runs.Include(r => r.Image).SingleOrDefaultAsync(r => r.Id == order.Run, cancel)
            ?? throw TroubleException.Gone("The run was deleted meanwhile.");
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
        (image.LineHash, image.LabelsHash) = (lineHash, labelsHash);
        (image.WidthMm, image.HeightMm) = (picture.WidthMm, picture.HeightMm);
        (image.Areas, image.Touching, image.Edits) = (map.Areas, map.Touching, []);
        image.Names = ImmutableDictionary<int, string>.Empty;
        run.Colours = [];
        run.ChangedAt = clock.GetUtcNow();
        await db.SaveChangesAsync(cancel);
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
