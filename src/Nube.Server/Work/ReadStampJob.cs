using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Artwork;
using Nube.Core.Stamping;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Data.Mapping;
using Nube.Server.Support;

namespace Nube.Server.Work;

/// <summary>Reads the print of a stamp that was brought in, keeps the stamp, and places it in front on a run's panel.</summary>
public sealed class ReadStampJob(NubeDb db, MakerAtWork maker, FileStore files, JobBoard board, TimeProvider clock)
{
    /// <summary>What the job is told.</summary>
    /// <param name="Maker">For whom.</param>
    /// <param name="Job">Where to report.</param>
    /// <param name="Run">The run in whose scene it is placed.</param>
    /// <param name="Picture">The picture of a print.</param>
    /// <param name="Name">What the stamp is called.</param>
    /// <param name="Lettering">It can be read.</param>
    public sealed record Order(Guid Maker, Guid Job, Guid Run, BroughtIn Picture, string Name, bool Lettering);

    /// <summary>Does the work. Until it is done the scene stays as it was.</summary>
    public Task Work(Order order, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(order);
        maker.MakerId = order.Maker;
        return board.Do(
            order.Job,
            "Stopped. The scene is as it was.",
            "Something went wrong here while reading the picture. The scene is as it was.",
            (say, stop) => Read(order, say, stop),
            cancel);
    }

    private async Task<string> Read(Order order, Func<double, string, Task> say, CancellationToken stop)
    {
        await say(0.05, "Reading the picture");
        var panel = order.Picture.Panel is null ? null : JsonSerializer.Deserialize<PanelInPhoto>(order.Picture.Panel, Jsonb.Options);
        var picture = FindAreasJob.Picture(
            (await files.Get(order.Picture.Hash, stop)).Content, panel, new PictureSize(order.Picture.WidthMm, order.Picture.DotsPerInch));
        await say(0.4, "Finding the lines");
        var art = LineExtraction.From(picture);
        await say(0.7, "Finding what it covers");
        var stamp = await Keep(db, files, order.Maker, order.Name, order.Lettering, FindAreasJob.LinePng(art), art, [], clock.GetUtcNow(), stop);
        var kept = await db.Scenes.SingleOrDefaultAsync(scene => scene.RunId == order.Run, stop) ?? throw TroubleException.Gone("The scene was deleted meanwhile.");
        if (kept.Scene.FrontFirst.Length >= Scene.MostPlaced) throw TroubleException.Conflict($"A scene holds at most {Scene.MostPlaced} prints. Take some away first.");
        kept.Scene = InFront(kept.Scene, stamp.Id);
        await db.SaveChangesAsync(stop);
        return $"{stamp.Name} lies in the middle, in front.";
    }

    /// <summary>Keeps a stamp.</summary>
    /// <exception cref="PictureTroubleException">Its print covers nothing.</exception>
    internal static async Task<StampPrint> Keep(
        NubeDb db, FileStore files, Guid maker, string name, bool lettering, byte[] linePng, LineArt art, IEnumerable<CloseGap> closings,
        DateTimeOffset now, CancellationToken cancel)
    {
        var silhouette = Silhouette.Of(art, GapRule.Gappy, closings);
        if (silhouette.Rings.IsEmpty) throw new PictureTroubleException("There is nothing in this picture that a stamp could print: only specks.");
        var stamp = new StampPrint
        {
            MakerId = maker,
            Name = name,
            Lettering = lettering,
            LineHash = await files.Keep(linePng, "image/png", cancel),
            WidthMm = art.Width / art.PixelsPerMm,
            HeightMm = art.Height / art.PixelsPerMm,
            Silhouette = silhouette,
            AddedAt = now,
        };
        db.Stamps.Add(stamp);
        return stamp;
    }

    /// <summary>A scene with a stamp in the middle, in front of all that is there.</summary>
    internal static Scene InFront(Scene scene, Guid stamp) => scene with
    {
        FrontFirst = scene.FrontFirst.Insert(0, new PlacedStamp(
            Guid.CreateVersion7(), stamp, new Placement(new PointMm(scene.WidthMm / 2, scene.HeightMm / 2), 0, false))),
    };
}
