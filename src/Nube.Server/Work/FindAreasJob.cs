using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Artwork;
using Nube.Core.Light;
using Nube.Core.Stamping;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Core;
using Nube.Server.Support;
using Nube.Workshop;

namespace Nube.Server.Work;

/// <summary>Finds the areas of a picture that was brought in.</summary>
public sealed class FindAreasJob(
    NubeDb db, MakerAtWork maker, FileStore files, StampBox stamps, ImageForms forms, JobBoard board, Apprentices apprentices, TimeProvider clock)
{
    /// <summary>What the job is told.</summary>
    /// <param name="FileHash">The picture.</param>
    /// <param name="FileName">The name it had.</param>
    /// <param name="Size">The size that the maker gave.</param>
    public sealed record Order(string FileHash, string FileName, PictureSize Size)
    {
        /// <summary>The run's picture is looked at once more: what still is an area keeps its number, name and colour.</summary>
        public bool Again { get; init; }

        /// <summary>Where the panel lies in a photo; null for a scan or a drawing.</summary>
        public PanelInPhoto? Panel { get; init; }

        /// <summary>Longest gap that is bridged, mm.</summary>
        public double GapMm { get; init; } = GapRule.Strict.LongestMm;

        /// <summary>Smallest area; smaller ones join a neighbour, mm2.</summary>
        public double SmallestMm2 { get; init; } = AreaFinder.SliverMm2;

        /// <summary>The scene whose print the picture is; null for a picture that was brought in.</summary>
        public Scene? Scene { get; init; }

        /// <summary>The maker's corrections.</summary>
        public ImmutableArray<AreaEdit> Edits { get; init; } = [];
    }

    /// <summary>Does the work. Until it is done the run keeps the image that it had.</summary>
    public Task Work(Job job, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(job);
        maker.MakerId = job.MakerId;
        return board.Do(
            job.Id,
            "Stopped. The image that was there before is kept.",
            "Something went wrong here while reading the picture. What was there before is kept.",
            (say, stop) => Find(job, JsonSerializer.Deserialize<Order>(job.Order, RecordJson.Options)!, say, stop),
            cancel);
    }

    private async Task<string> Find(Job job, Order order, Func<double, string, Task> say, CancellationToken stop)
    {
        await say(0.05, "Reading the picture");
        var edits = order.Edits;
        // In a scene that was rearranged areas go where their stamps went, and the maker's strokes with them.
        var moved = order.Scene is null ? null : await stamps.Moved(job.RunId, order.Scene, stop);
        if (moved is not null) edits = moved.Carry(edits);
        var task = new FindAreas(order.Size, order.Panel, order.GapMm, [.. edits.OfType<CloseGap>()], order.SmallestMm2);
        var found = await apprentices.Do(task, (await files.Get(order.FileHash, stop)).Content, now => say(now.Share, now.Doing), stop);
        var map = AreaMeasuring.Measure(LabelFile.Read(found.Labels));
        var (areas, dropped) = await Keep(job, order, edits, moved, found, map, stop);
        string[] remarks =
        [
            areas == 1 ? "1 area found." : $"{areas} areas found.",
            found.SmallestMm2 <= order.SmallestMm2 ? "" : string.Create(
                CultureInfo.InvariantCulture,
                $"There were too many to colour: those below {found.SmallestMm2:0.#} mm2 joined a neighbour. Set a larger smallest area, or scan it cleaner."),
            dropped == 0 ? "" : $"{dropped} of your corrections had nothing left to correct.",
            .. found.Remarks,
        ];
        return string.Join(' ', remarks.Where(remark => remark.Length > 0));
    }

    /// <summary>Keeps what was found; answers how many areas there are, and how many corrections came to nothing.</summary>
    private async Task<(int Areas, int Dropped)> Keep(
        Job job, Order order, ImmutableArray<AreaEdit> wanted, SceneMove? moved, AreasFound read, AreaMap map, CancellationToken cancel)
    {
        var run = await db.Runs.Include(r => r.Image).SingleOrDefaultAsync(r => r.Id == job.RunId, cancel)
            ?? throw TroubleException.Gone("The run was deleted meanwhile.");
        var again = run.Image is not null && (moved is not null || (order.Again && run.Image.FileHash == order.FileHash));
        if (again)
        {
            var found = LabelFile.Read((await files.Get(run.Image!.LabelsHash, cancel)).Content);
            var lastId = AreaEdits.LastId(found, run.Image.Edits);
            if (moved is not null) found = moved.Carry(found);
            map = AreaMeasuring.Measure(AreaIds.Keep(map.Labels, found, lastId));
        }
        var lineHash = await files.Keep(read.LinePng, "image/png", cancel);
        var labelsHash = await files.Keep(again ? LabelFile.Write(map.Labels) : read.Labels, LabelFile.MediaType, cancel);
        if (run.Image is null)
        {
            run.Image = new RunImage
            {
                RunId = run.Id,
                MakerId = run.MakerId,
                FileHash = order.FileHash,
                FileName = order.FileName,
                Size = order.Size,
                LineHash = lineHash,
                LabelsHash = labelsHash,
            };
        }
        var image = run.Image;
        (image.FileHash, image.FileName, image.Size) = (order.FileHash, order.FileName, order.Size);
        (image.Panel, image.LineHash, image.LabelsHash) = (order.Panel, lineHash, labelsHash);
        (image.WidthMm, image.HeightMm) = (read.WidthMm, read.HeightMm);
        var corrected = Corrected(map, wanted, out var edits);
        (image.Areas, image.Touching, image.Edits) = (corrected.Areas, corrected.Touching, edits);
        (image.GapMm, image.SmallestMm2) = (order.GapMm, order.SmallestMm2);
        if (!again)
        {
            image.Names = ImmutableDictionary<int, string>.Empty;
            image.Marks = ImmutableDictionary<int, AreaMark>.Empty;
            image.Light = image.Light with { Own = ImmutableDictionary<int, ZoneRule>.Empty };
            (image.Depth, image.Dams) = (Depth.Unknown, image.Dams with { Areas = [] });
            run.Colours = [];
        }
        image.Depth = image.Depth with { Guessed = DepthGuess.Of(corrected.Labels) };
        await Placed(run, image, order, corrected, cancel);
        await forms.Light(image, cancel);
        run.ChangedAt = clock.GetUtcNow();
        await db.SaveChangesAsync(cancel);
        return (corrected.Areas.Length, wanted.Length - edits.Length);
    }

    /// <summary>Says whose each area of a scene is: areas are called after their stamp, and what was traced stays bare.</summary>
    private async Task Placed(Run run, RunImage image, Order order, AreaMap map, CancellationToken cancel)
    {
        if (await db.Scenes.SingleOrDefaultAsync(s => s.RunId == run.Id, cancel) is not { } kept || order.Again) return;
        kept.Found = order.Scene;
        if (kept.Found is not { } scene) return;
        var owners = SceneAreas.Owners(scene, await stamps.Of(scene, cancel), map.Labels);
        foreach (var (area, placed) in owners.Where(owner => !image.Names.ContainsKey(owner.Area)).OrderBy(owner => owner.Area))
        {
            var name = placed is null ? "Ground" : scene.NameOf(placed, await stamps.Of(scene, cancel));
            var number = 1;
            while (image.Names.ContainsValue($"{name}, part {number}")) number++;
            image.Names = image.Names.SetItem(area, $"{name}, part {number}");
            if (placed?.As == PlacedAs.Traced) image.Marks = image.Marks.SetItem(area, AreaMark.LeaveWhite);
        }
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
}
