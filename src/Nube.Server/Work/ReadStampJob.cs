using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Nube.Core;
using Nube.Core.Artwork;
using Nube.Core.Stamping;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;
using Nube.Workshop;

namespace Nube.Server.Work;

/// <summary>
/// Reads the print of a stamp that was brought in, keeps the stamp, and places it in front on a piece's panel.
/// </summary>
public sealed class ReadStampJob(
    NubeDb db,
    MakerAtWork maker,
    FileStore files,
    JobBoard board,
    Apprentices apprentices,
    TimeProvider clock
)
{
    /// <summary>What the job is told.</summary>
    /// <param name="FileHash">The picture of a print.</param>
    /// <param name="Size">The size that the maker gave.</param>
    /// <param name="Panel">Where the panel lies in a photo; null for a scan or a drawing.</param>
    /// <param name="Name">What the stamp is called.</param>
    /// <param name="Piece">The piece on whose panel it is placed.</param>
    public sealed record Order(string FileHash, PictureSize Size, PanelInPhoto? Panel, string Name, Guid Piece);

    /// <summary>Does the work. Until it is done the scene stays as it was.</summary>
    public Task Work(Job job, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(job);
        maker.MakerId = job.MakerId;
        return board.Do(
            job.Id,
            "Stopped. The scene is as it was.",
            "Something went wrong here while reading the picture. The scene is as it was.",
            (say, stop) => Read(job, JsonSerializer.Deserialize<Order>(job.Order, RecordJson.Options)!, say, stop),
            cancel
        );
    }

    private async Task<string> Read(Job job, Order order, Func<double, string, Task> say, CancellationToken stop)
    {
        await say(0.05, "Reading the picture");
        var read = await apprentices.Do(
            new ReadStamp(order.Size, order.Panel),
            (await files.Get(order.FileHash, stop)).Content,
            now => say(now.Share, now.Doing),
            stop
        );
        var stamp = await Keep(db, files, job.MakerId, order.Name, read, clock.GetUtcNow(), stop);
        var kept = await db.Scenes.SingleOrDefaultAsync(scene => scene.PieceId == order.Piece, stop)
            ?? throw TroubleException.Gone("The scene was deleted meanwhile.");
        if (kept.Scene.FrontFirst.Length >= Scene.MostPlaced)
            throw TroubleException.Conflict($"A scene holds at most {Scene.MostPlaced} prints. Take some away first.");
        kept.Scene = InFront(kept.Scene, stamp.Id);
        await db.SaveChangesAsync(stop);
        return $"{stamp.Name} lies in the middle, in front.";
    }

    /// <summary>Keeps a stamp.</summary>
    internal static async Task<StampPrint> Keep(
        NubeDb db,
        FileStore files,
        Guid maker,
        string name,
        StampRead read,
        DateTimeOffset now,
        CancellationToken cancel
    )
    {
        var stamp = new StampPrint
        {
            MakerId = maker,
            Name = name,
            LineHash = await files.Keep(read.LinePng, "image/png", cancel),
            WidthMm = read.WidthMm,
            HeightMm = read.HeightMm,
            Silhouette = read.Silhouette,
            AddedAt = now,
        };
        db.Stamps.Add(stamp);
        return stamp;
    }

    /// <summary>A scene with a stamp in the middle, in front of all that is there.</summary>
    internal static Scene InFront(Scene scene, Guid stamp) =>
        scene with
        {
            FrontFirst = scene.FrontFirst.Insert(
                0,
                new PlacedStamp(
                    Guid.CreateVersion7(),
                    stamp,
                    new Placement(new PointMm(scene.WidthMm / 2, scene.HeightMm / 2), 0, false)
                )
            ),
        };
}
